import clsx from "clsx";

import type { ListedOpening } from "../api/client";
import styles from "./Silhouette.module.css";

type Outline = NonNullable<ListedOpening["brief"]["silhouette"]>;

const WIDE = 210;

/** A stretch of wall with its opening at true scale; side by side they make the walk. All share one scale. */
export function Silhouette({ of, height, tallest }: { of: Outline | null; height: number; tallest: number }) {
  const wall = tallest * 1.13;
  const per = height / wall;
  const size = { width: (of?.ro_width ?? 820) * per, height: (of?.ro_height ?? 2050) * per };
  const x = (WIDE - size.width) / 2;
  const leaf = of &&
    of.leaf_widths.length > 0 && { w: of.leaf_widths[0]! * per, h: of.leaf_height * per, up: of.leaf_bottom * per };
  const top = leaf ? height - leaf.up - leaf.h : 0;
  const leaves = of && leaf ? standing(of, size.width, per) : [];
  return (
    <svg
      className={clsx(styles.silhouette, !of && styles.unknown)}
      viewBox={`0 0 ${WIDE} ${height + 3}`}
      preserveAspectRatio="xMidYMax meet"
      aria-hidden="true"
    >
      <rect className="wall" x="-400" y="0" width={WIDE + 800} height={height} />
      <rect className={styles.ro} x={x} y={height - size.height} width={size.width} height={size.height} />
      {leaf &&
        leaves.map(({ x, w, left }, i) => (
          <g key={i}>
            <rect className="leaf" x={x} y={top} width={w} height={leaf.h} />
            {of.kind === "swing" ? <Swing x={x} top={top} leaf={{ w, h: leaf.h }} left={left} /> : null}
          </g>
        ))}
      {leaf && of.kind !== "swing" && <path className="way" d={arrows(of, leaves, leaf, top)} />}
      {leaf && of.kind === "face_slider" && (
        <path
          className="rail"
          d={`M${(WIDE - size.width) / 2 - leaf.w * 0.6} ${top - 4}h${size.width + leaf.w * 1.2}`}
        />
      )}
      {!of && (
        <text x={WIDE / 2} y={height - size.height / 2 + 12}>
          ?
        </text>
      )}
      <line className={styles.floor} x1="-400" x2={WIDE + 400} y1={height + 1} y2={height + 1} />
    </svg>
  );
}

/** The leaves as they stand closed; `left` is a swing leaf's hinge side. Of a swing pair the first is the active one. */
function standing(of: Outline, ro: number, per: number): { x: number; w: number; left: boolean }[] {
  const widths = of.leaf_widths.map((w) => w * per);
  const [first = 0, second] = widths;
  const start = (WIDE - ro) / 2;
  const left = of.hinge_side === "left";
  if (of.kind === "bypass") {
    const lap = Math.max(1, widths.length - 1);
    return widths.map((w, i) => ({ x: start + 25 * per + ((ro - 50 * per - w) * i) / lap, w, left }));
  }
  if (of.kind === "pocket" && second === undefined) {
    return [{ x: of.slides_to === "right" ? start + 19 * per : start + ro - first - 19 * per, w: first, left }];
  }
  if (second === undefined) return [{ x: (WIDE - first) / 2, w: first, left }];
  const at = (WIDE - first - second) / 2;
  if (of.kind !== "swing")
    return [
      { x: at, w: first, left: true },
      { x: at + first, w: second, left: false },
    ];
  return left
    ? [
        { x: at, w: first, left: true },
        { x: at + first, w: second, left: false },
      ]
    : [
        { x: at + second, w: first, left: false },
        { x: at, w: second, left: true },
      ];
}

function Swing({ x, top, leaf, left }: { x: number; top: number; leaf: { w: number; h: number }; left: boolean }) {
  const [hung, free] = left ? [x, x + leaf.w] : [x + leaf.w, x];
  return <path className="swing" d={`M${free} ${top}L${hung} ${top + leaf.h / 2}L${free} ${top + leaf.h}`} />;
}

/** Arrows the way each leaf slides. */
function arrows(of: Outline, leaves: { x: number; w: number }[], leaf: { h: number }, top: number): string {
  return leaves
    .map(({ x, w }, i) => {
      const right =
        of.kind === "bypass" ? i < leaves.length - 1 : leaves.length === 2 ? i === 1 : of.slides_to === "right";
      const s = right ? 1 : -1;
      return `M${x + w / 2 - 12 * s} ${top + leaf.h / 2}h${24 * s}m${-9 * s} -7l${9 * s} 7l${-9 * s} 7`;
    })
    .join("");
}
