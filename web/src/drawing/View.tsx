import clsx from "clsx";

import type { Drawing, Result } from "../api/client";
import { useWork } from "../work/context";
import { light, useLit } from "../work/pointing";
import { SvgDigits } from "./SvgDigits";
import styles from "./View.module.css";

const WIDE = 340;
const PAD = 42;
const MOST_STRETCH = 5;

interface Props {
  drawing: Drawing;
  result: Result;
  label: string;
  tall?: number;
  caption?: string;
}

/** A plan or section at one scale, its thin direction stretched so that wallboard and gaps can be seen. */
export function View({ drawing, result, label, tall = 210, caption }: Props) {
  const { open } = useWork();
  const lit = useLit();
  const xs = drawing.outlines.flatMap((o) => o.points.filter((_, i) => i % 2 === 0));
  const ys = drawing.outlines.flatMap((o) => o.points.filter((_, i) => i % 2 === 1));
  for (const d of drawing.dims) {
    xs.push(d.x0, d.x1);
    ys.push(d.y0, d.y1);
  }
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = { x: (WIDE - 2 * PAD) / (x1 - x0), y: (tall - 2 * PAD) / (y1 - y0) };
  const base = Math.min(room.x, room.y);
  const stretch = Math.max(1, Math.min(MOST_STRETCH * 2, (drawing.depth === "x" ? room.x : room.y) / base));
  const per = { x: base * (drawing.depth === "x" ? stretch : 1), y: base * (drawing.depth === "y" ? stretch : 1) };
  const left = (WIDE - (x1 - x0) * per.x) / 2;
  const top = (tall - (y1 - y0) * per.y) / 2;
  // in a plan side A, where you stand, is at the bottom; in a section up is up
  const X = (x: number) => left + (x - x0) * per.x;
  const Y = (y: number) => top + (y1 - y) * per.y;
  return (
    <figure className={styles.view}>
      <svg viewBox={`0 0 ${WIDE} ${tall}`} role="img" aria-label={label}>
        {drawing.outlines.map((o, i) => {
          const figure = o.figures.find((name) => result.figures[name]);
          const points = Array.from(
            { length: o.points.length / 2 },
            (_, n) => `${X(o.points[2 * n]!)},${Y(o.points[2 * n + 1]!)}`,
          ).join(" ");
          return (
            <polygon
              key={i}
              className={clsx(styles.outline, o.part, lit !== null && o.figures.includes(lit) && "lit")}
              points={points}
              onPointerEnter={() => figure && light(figure)}
              onPointerLeave={() => light(null)}
              onClick={() => figure && open(figure)}
            />
          );
        })}
        {drawing.dims.map((d, i) => {
          const figure = result.figures[d.figure];
          if (!figure) return null;
          const flat = Math.abs(Y(d.y0) - Y(d.y1)) < 1;
          const below = flat && d.y0 <= (y0 + y1) / 2;
          const at = { x: (X(d.x0) + X(d.x1)) / 2, y: (Y(d.y0) + Y(d.y1)) / 2 };
          const off = flat ? (below ? 14 : -14) : 0;
          const ends = flat
            ? `M${X(d.x0)} ${Y(d.y0) + off}H${X(d.x1)}M${X(d.x0)} ${Y(d.y0) + off - 5}v10M${X(d.x1)} ${Y(d.y0) + off - 5}v10`
            : `M${X(d.x0) + 6} ${Y(d.y0)}V${Y(d.y1)}M${X(d.x0) + 1} ${Y(d.y0)}h10M${X(d.x0) + 1} ${Y(d.y1)}h10`;
          return (
            <g
              key={i}
              className={lit === d.figure ? "dimension lit" : "dimension"}
              onClick={() => open(d.figure)}
              onPointerEnter={() => light(d.figure)}
              onPointerLeave={() => light(null)}
            >
              <path d={ends} />
              <text
                x={flat ? Math.max(24, Math.min(WIDE - 24, at.x)) : Math.min(at.x + 14, WIDE - 50)}
                y={flat ? at.y + (below ? 32 : -19) : at.y + 6}
                style={{ textAnchor: flat ? "middle" : "start" }}
              >
                <SvgDigits of={figure.value} />
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="quiet">
        {caption}
        {stretch > 1.3 && ` Drawn ${stretch.toFixed(0)} times ${drawing.depth === "x" ? "wider" : "deeper"} than true.`}
      </figcaption>
    </figure>
  );
}
