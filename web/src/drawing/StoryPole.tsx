import type { Result } from "../api/client";
import { useWork } from "../work/context";
import { light, useLit } from "../work/pointing";
import type { Scale } from "./scale";
import { spread } from "./spread";
import { SvgDigits } from "./SvgDigits";
import styles from "./StoryPole.module.css";

const NAMES: Record<string, string> = {
  floor_a: "floor A",
  floor_b: "floor B",
  leaf_bottom: "leaf bottom",
  latch_height: "latch",
  leaf_top: "leaf top",
  head_underside: "{head}",
  frame_top: "frame top",
  ro_height: "RO top",
  header_top: "{header} top",
  wall_top: "plates",
  sill_top: "sill",
  set_mark: "set mark",
  track_height: "track line",
};

/** The story pole up the left side: every height of this opening on one lath. */
export function StoryPole({ result, scale, narrow }: { result: Result; scale: Scale; narrow: boolean }) {
  const { open, words } = useWork();
  const lit = useLit();
  const lath = { x0: scale.left - 34, x1: scale.left - 12 };
  const name = (figure: string) =>
    (NAMES[figure] ?? figure.replace(/^hinge_height_/, "hinge ")).replace(
      /\{(\w+)\}/,
      (_, part: string) => words[part] ?? part,
    );
  const row = narrow ? 17 : 21;
  const marks = result.pole;
  const places = spread(
    marks.map((m) => scale.y(m.y)),
    row,
    scale.top - 10,
    scale.floor + 18,
  );
  return (
    <g className={styles.pole}>
      <rect
        className={styles.lath}
        x={lath.x0}
        y={scale.top - 6}
        width={lath.x1 - lath.x0}
        height={scale.floor - scale.top + 6}
      />
      {marks.map((mark, i) => {
        const figure = result.figures[mark.figure];
        const y = scale.y(mark.y);
        const at = places[i]!;
        if (!figure) return null;
        return (
          <g
            key={mark.figure}
            className={`mark ${mark.group}${lit === mark.figure ? " lit" : ""}`}
            onClick={() => open(mark.figure)}
            onPointerEnter={() => light(mark.figure)}
            onPointerLeave={() => light(null)}
          >
            <path className="leader" d={`M${lath.x1} ${y}H${lath.x0}L${lath.x0 - 12} ${at}H${lath.x0 - 16}`} />
            {/* moved as one: a text that only moves is not set anew */}
            <g transform={`translate(${lath.x0} ${at})`}>
              <rect
                className="touch"
                x={narrow ? -lath.x0 : -160}
                y={-row / 2}
                width={narrow ? lath.x0 : 160}
                height={row}
              />
              <text x={-20} y={6} className="value">
                <SvgDigits of={mark.read} />
              </text>
              {!narrow && (
                <text x={-84} y={5} className="name">
                  {name(mark.figure)}
                  {mark.under && " ↓"}
                </text>
              )}
            </g>
          </g>
        );
      })}
    </g>
  );
}
