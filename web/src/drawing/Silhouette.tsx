import type { ListedOpening } from "../api/client";

type Outline = NonNullable<ListedOpening["brief"]["silhouette"]>;

/** A small true-scale outline of an opening standing on the floor line; all share one scale. */
export function Silhouette({ of, height, tallest }: { of: Outline | null; height: number; tallest: number }) {
  const per = height / tallest;
  if (!of) {
    const [w, h] = [820 * per, 2080 * per];
    return (
      <svg className="silhouette unknown" width={w + 8} height={height + 4} aria-hidden="true">
        <rect x="4" y={height - h} width={w} height={h} />
        <text x={w / 2 + 4} y={height - h / 2 + 10}>
          ?
        </text>
      </svg>
    );
  }
  const w = of.ro_width * per;
  const leaf = { w: of.leaf_width * per, h: of.leaf_height * per, up: of.leaf_bottom * per };
  const x = 4 + (w - leaf.w) / 2;
  const knob = of.hinge_side === "left" ? x + leaf.w - 6 : x + 6;
  return (
    <svg className="silhouette" width={w + 8} height={height + 4} aria-hidden="true">
      <path className="ro" d={`M4 ${height}V${height - of.ro_height * per}H${4 + w}V${height}`} />
      <rect className="leaf" x={x} y={height - leaf.up - leaf.h} width={leaf.w} height={leaf.h} />
      <circle cx={knob} cy={height - 960 * per} r="2.5" />
      <line className="floor" x1="0" x2={w + 8} y1={height} y2={height} />
    </svg>
  );
}
