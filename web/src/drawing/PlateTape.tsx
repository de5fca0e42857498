import clsx from "clsx";

import type { Result } from "../api/client";
import { useWork } from "../work/context";
import { light, useLit } from "../work/pointing";
import type { Scale } from "./scale";
import { spread } from "./spread";
import { SvgDigits } from "./SvgDigits";
import styles from "./PlateTape.module.css";

const NAMES: Record<string, string> = {
  king: "{king}",
  jack: "{jack}",
  ro_edge: "RO",
  hole_edge: "hole",
  ro_centre: "centre",
  common: "{stud}",
  wall_end: "end",
  split_stud: "split",
};

/** The plate tape along the foot: running measures from the wall end, and the side of each line its stud stands on. */
export function PlateTape({ result, scale, width }: { result: Result; scale: Scale; width: number }) {
  const { open, words } = useWork();
  const lit = useLit();
  const top = scale.floor + 22;
  const short = (what: string) =>
    (NAMES[what] ?? what).replace(/\{(\w+)\}/, (_, part: string) => (words[part] ?? part).split(" ")[0]!);
  const marks = result.marks.filter((m) => scale.x(m.x) >= scale.left - 1 && scale.x(m.x) <= scale.right + 1);
  if (marks.length === 0 && result.standing) return null; // nothing is framed: its plate is not marked
  if (marks.length === 0) {
    return (
      <text className={styles.tapeEmpty} x={(scale.left + scale.right) / 2} y={top + 22}>
        Plate marks appear when the opening has a place on its wall.
      </text>
    );
  }
  const room = Math.min(58, (width - 8) / marks.length);
  const dense = room < 46;
  const places = spread(
    marks.map((m) => scale.x(m.x)),
    room,
    4,
    width - 4,
  );
  const inch = 25.4 * scale.perMm;
  const step = inch >= 3 ? inch : inch * 4;
  const first = scale.x(0) + Math.ceil((scale.left - scale.x(0)) / step) * step;
  const ticks = Array.from(
    { length: Math.max(0, Math.floor((scale.right - first) / step) + 1) },
    (_, n) => first + n * step,
  );
  return (
    <g className="plate-tape">
      <rect className={styles.band} x={scale.left} y={top} width={scale.right - scale.left} height={24} />
      <path className="tick" d={ticks.map((x) => `M${x} ${top}v6`).join("")} />
      {marks.map((mark, i) => {
        const figure = result.figures[mark.figure];
        if (!figure) return null;
        const x = scale.x(mark.x);
        const at = places[i]!;
        const side = mark.crossed === "left" ? -1 : 1;
        return (
          <g
            key={mark.figure}
            className={`mark ${mark.what}${lit === mark.figure ? " lit" : ""}`}
            onClick={() => open(mark.figure)}
            onPointerEnter={() => light(mark.figure)}
            onPointerLeave={() => light(null)}
          >
            <path className="leader" d={`M${x} ${top}V${top + 24}L${at} ${top + 34}`} />
            {mark.crossed && (
              <path
                className={styles.crossed}
                d={`M${x + side * 3} ${top + 10}l${side * 9} 10m0 -10l${-side * 9} 10`}
              />
            )}
            {/* moved as one: a text that only moves is not set anew */}
            <g transform={`translate(${at} ${top})`}>
              <rect className="touch" x={-room / 2} y={24} width={room} height={46} />
              <text y={50} className={clsx("value", dense && styles.dense)}>
                <SvgDigits of={figure.value} />
              </text>
              <text y={66} className="name">
                {short(mark.what)}
              </text>
            </g>
          </g>
        );
      })}
    </g>
  );
}
