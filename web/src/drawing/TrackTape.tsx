import clsx from "clsx";

import type { Result } from "../api/client";
import { useWork } from "../work/context";
import { light, useLit } from "../work/pointing";
import type { Scale } from "./scale";
import { spread } from "./spread";
import { SvgDigits } from "./SvgDigits";
import styles from "./TrackTape.module.css";

type Mark = NonNullable<Result["track"]>["marks"][number];

const NAMES: Record<string, string> = {
  edge: "opening",
  slab_closed_near: "closed",
  slab_closed_far: "closed",
  slab_open_near: "open",
  slab_open_far: "open",
  stop_closed: "stop",
  stop_open: "stop",
  guide_at: "guide",
};
const LETTERED = [
  "slab_closed_near",
  "edge",
  "guide_at",
  "slab_closed_far",
  "slab_open_near",
  "slab_open_far",
  "stop_closed",
  "stop_open",
];

/** The horizontal tape along the track, zero at the opening's edge: slab closed and open, wheels, stops, holes, studs, guide. */
export function TrackTape({ result, scale, width }: { result: Result; scale: Scale; width: number }) {
  const { open } = useWork();
  const lit = useLit();
  const track = result.track;
  if (!track || track.marks.length === 0) return null;
  const at = (mm: number) => scale.x(track.zero + track.direction * mm);
  const top = scale.floor + 14;
  const of = (what: string) => track.marks.filter((m) => m.what === what);
  const row = (kind: "closed" | "open", y: number) => {
    const [near, far] = [of(`slab_${kind}_near`)[0], of(`slab_${kind}_far`)[0]];
    if (!near || !far) return null;
    const [a, b] = [at(near.x), at(far.x)].sort((p, q) => p - q) as [number, number];
    return (
      <g className={`row ${kind}`}>
        <rect x={a} y={y} width={b - a} height={13} />
        <text x={(a + b) / 2} y={y + 11}>
          {kind}
        </text>
        {of(`wheel_${kind}`).map((wheel) => (
          <circle
            key={wheel.figure}
            className={styles.wheel}
            cx={at(wheel.x)}
            cy={y + 6.5}
            r={5}
            onClick={() => open(wheel.figure)}
          />
        ))}
      </g>
    );
  };
  const start = result.figures.track_start ?? result.figures.track_needs_start;
  const end = result.figures.track_end ?? result.figures.track_needs_end;
  const bar = start && end ? ([at(start.value.mm), at(end.value.mm)].sort((p, q) => p - q) as [number, number]) : null;
  const lettered = LETTERED.flatMap(of)
    .filter((m, i, all) => all.findIndex((o) => o.x === m.x) === i)
    .sort((p, q) => at(p.x) - at(q.x));
  const room = Math.min(58, (width - 8) / Math.max(1, lettered.length));
  const places = spread(
    lettered.map((m) => at(m.x)),
    room,
    4,
    width - 4,
  );
  return (
    <g className={styles.trackTape}>
      {bar && (
        <rect
          className={styles.rail}
          x={bar[0]}
          y={top}
          width={bar[1] - bar[0]}
          height={16}
          onClick={() => open("track_length")}
        />
      )}
      {of("found_stud").map((m, i) => (
        <path key={`s${i}`} className={styles.found} d={`M${at(m.x)} ${scale.top}V${top + 22}`} />
      ))}
      {of("hole").map((m, i) => (
        <circle key={`h${i}`} className={clsx("hole", m.lands && styles.lands)} cx={at(m.x)} cy={top + 8} r={4.5} />
      ))}
      {of("bore").map((m, i) => (
        <path key={`b${i}`} className={styles.bore} d={`M${at(m.x) - 5} ${top + 3}l10 10m0 -10l-10 10`} />
      ))}
      {[...of("stop_closed"), ...of("stop_open")].map((m) => (
        <rect key={m.what} className={styles.stopBlock} x={at(m.x) - 3} y={top - 5} width={6} height={26} />
      ))}
      {row("closed", top + 22)}
      {row("open", top + 38)}
      {lettered.map((mark: Mark, i) => {
        const x = at(mark.x);
        const to = places[i]!;
        const press = mark.figure ? () => open(mark.figure) : undefined;
        return (
          <g
            key={`${mark.what}${mark.x}`}
            className={`mark ${mark.what}${mark.figure && lit === mark.figure ? " lit" : ""}`}
            onClick={press}
            onPointerEnter={() => mark.figure && light(mark.figure)}
            onPointerLeave={() => light(null)}
          >
            <path className="leader" d={`M${x} ${top + 16}V${top + 54}L${to} ${top + 62}`} />
            <g transform={`translate(${to} ${top})`}>
              <text y={80} className="value">
                <SvgDigits of={mark.read} />
              </text>
              <text y={95} className="name">
                {NAMES[mark.what] ?? mark.what}
              </text>
            </g>
          </g>
        );
      })}
    </g>
  );
}
