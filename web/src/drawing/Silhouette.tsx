import type { ListedOpening } from "../api/client";

type Outline = NonNullable<ListedOpening["brief"]["silhouette"]>;

const WIDE = 210;

/** A stretch of wall with its opening at true scale; side by side they make the walk. All share one scale. */
export function Silhouette({ of, height, tallest }: { of: Outline | null; height: number; tallest: number }) {
  const wall = tallest * 1.13;
  const per = height / wall;
  const size = { width: (of?.ro_width ?? 820) * per, height: (of?.ro_height ?? 2050) * per };
  const x = (WIDE - size.width) / 2;
  const leaf = of && { w: of.leaf_width * per, h: of.leaf_height * per, up: of.leaf_bottom * per };
  const lx = leaf ? (WIDE - leaf.w) / 2 : 0;
  const hung = of?.hinge_side === "left" ? lx : lx + (leaf?.w ?? 0);
  const free = of?.hinge_side === "left" ? lx + (leaf?.w ?? 0) : lx;
  const top = leaf ? height - leaf.up - leaf.h : 0;
  return (
    <svg className={of ? "silhouette" : "silhouette unknown"} viewBox={`0 0 ${WIDE} ${height + 3}`} preserveAspectRatio="xMidYMax meet" aria-hidden="true">
      <rect className="wall" x="-400" y="0" width={WIDE + 800} height={height} />
      <rect className="ro" x={x} y={height - size.height} width={size.width} height={size.height} />
      {leaf && (
        <>
          <rect className="leaf" x={lx} y={top} width={leaf.w} height={leaf.h} />
          <path className="swing" d={`M${free} ${top}L${hung} ${top + leaf.h / 2}L${free} ${top + leaf.h}`} />
        </>
      )}
      {!of && (
        <text x={WIDE / 2} y={height - size.height / 2 + 12}>
          ?
        </text>
      )}
      <line className="floor" x1="-400" x2={WIDE + 400} y1={height + 1} y2={height + 1} />
    </svg>
  );
}
