import { useElementSize } from "@mantine/hooks";
import clsx from "clsx";

import type { AsFound, Result } from "../api/client";
import { useWork } from "../work/context";
import { SvgDigits } from "./SvgDigits";
import styles from "./HangSheet.module.css";

type Hang = NonNullable<AsFound["hang"]>;

/** The leaf's swing in plan, coloured by what it clears, over the clearance along the swing as a curve. */
export function HangSheet() {
  const { result, now } = useWork();
  const { ref, width, height } = useElementSize();
  const hang = result?.found.hang;
  const known = hang && hang.curve.length > 0;
  const ready = result && known && width > 200 && height > 300;
  return (
    <div className="sheet hang-sheet" ref={ref}>
      {ready ? (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Clearance under the leaf over its swing; least ${result.figures.sweep_least?.value.text ?? "unknown"} at ${Math.round(hang.least_angle ?? 0)} degrees.`}
        >
          <SwingPlan
            hang={hang}
            width={width}
            height={height * 0.5}
            left={(now.opening.door?.hinge_side ?? "left") === "left"}
            up={(now.opening.door?.opens_to ?? "A") === "B"}
          />
          <Curve hang={hang} result={result} width={width} top={height * 0.54} height={height * 0.42} />
        </svg>
      ) : (
        result &&
        !known && (
          <div className="sheet-empty">
            <p>The swing draws itself as soon as the floor was read across the opening or along the swing.</p>
          </div>
        )
      )}
      {ready && <p className="sheet-side">Plan: side A is below</p>}
    </div>
  );
}

const pairs = (hang: Hang) =>
  Array.from({ length: hang.curve.length / 2 }, (_, n) => ({
    angle: hang.curve[2 * n]!,
    clear: hang.curve[2 * n + 1]!,
  }));
const grade = (clear: number, wanted: number) => (clear <= 0 ? "rubs" : clear < wanted ? "low" : "good");

function SwingPlan({
  hang,
  width,
  height,
  left,
  up,
}: {
  hang: Hang;
  width: number;
  height: number;
  left: boolean;
  up: boolean;
}) {
  const open = hang.opens;
  const reach = open > 90 ? 2 : 1;
  const leaf = Math.min(
    (height - 90) / 1,
    (width - 160) / (1 + (reach - 1) * Math.sin(((open - 90) * Math.PI) / 180)),
    330,
  );
  const x0 = width / 2 + (left ? -leaf / 2 : leaf / 2);
  const y0 = up ? height - 28 : 62;
  const at = (angle: number, r = 1): [number, number] => {
    const f = (angle * Math.PI) / 180;
    return [x0 + (left ? 1 : -1) * leaf * r * Math.cos(f), y0 + (up ? -1 : 1) * leaf * r * Math.sin(f)];
  };
  const rows = pairs(hang);
  const wall = (x: number, w: number) => (
    <rect className={styles.planWall} x={Math.min(x, x + w)} y={y0 - 9} width={Math.abs(w)} height={18} />
  );
  const [lx, ly] = at(hang.least_angle ?? 0);
  return (
    <g className={styles.swingPlan}>
      {wall(left ? x0 : x0, left ? -90 : 90)}
      {wall(at(0)[0], left ? 90 : -90)}
      {rows.slice(1).map((row, n) => {
        const before = rows[n]!;
        const [a, b, c, d] = [at(before.angle, 0.16), at(before.angle), at(row.angle), at(row.angle, 0.16)];
        return (
          <polygon
            key={row.angle}
            className={clsx(styles.sector, grade(Math.min(before.clear, row.clear), hang.wanted))}
            points={[a, b, c, d].map((p) => p.join(",")).join(" ")}
          />
        );
      })}
      <path className={styles.leafLine} d={`M${x0} ${y0}L${at(0).join(" ")}M${x0} ${y0}L${at(open).join(" ")}`} />
      {hang.lets.map((l) => {
        const [x, y] = at(l.angle, 0.62);
        const turn = l.does === "stays" ? "●" : l.does === "opens" ? "opens" : "shuts";
        return (
          <text key={l.angle} className={clsx(styles.let, l.does)} x={x} y={y + 5}>
            {turn}
          </text>
        );
      })}
      {hang.least_angle !== null && (
        <g className={clsx(styles.leastAt, grade(Math.min(...rows.map((r) => r.clear)), hang.wanted))}>
          <path d={`M${x0} ${y0}L${lx} ${ly}`} />
          <circle cx={lx} cy={ly} r={9} />
        </g>
      )}
    </g>
  );
}

function Curve({
  hang,
  result,
  width,
  top,
  height,
}: {
  hang: Hang;
  result: Result;
  width: number;
  top: number;
  height: number;
}) {
  const { open } = useWork();
  const rows = pairs(hang);
  const most = Math.max(hang.wanted * 1.6, ...rows.map((r) => r.clear)) * 1.15;
  const low = Math.min(0, ...rows.map((r) => r.clear)) * 1.15;
  const [x0, x1] = [92, width - 52];
  const X = (angle: number) => x0 + (angle / hang.opens) * (x1 - x0);
  const Y = (mm: number) => top + height - 34 - ((mm - low) / (most - low)) * (height - 60);
  const path = rows.map((r, n) => `${n ? "L" : "M"}${X(r.angle).toFixed(1)} ${Y(r.clear).toFixed(1)}`).join("");
  const least = result.figures.sweep_least;
  const at = hang.least_angle ?? 0;
  return (
    <g className={styles.curve}>
      <rect className={styles.low} x={x0} y={Y(hang.wanted)} width={x1 - x0} height={Y(0) - Y(hang.wanted)} />
      {low < 0 && <rect className={styles.rubs} x={x0} y={Y(0)} width={x1 - x0} height={Y(low) - Y(0)} />}
      <path className={styles.axis} d={`M${x0} ${Y(0)}H${x1}`} />
      <text x={x0 - 8} y={Y(0) + 5} className={styles.end}>
        floor
      </text>
      <text x={x0 - 8} y={Y(hang.wanted) + 5} className={styles.end}>
        wanted
      </text>
      {[0, 30, 60, 90, 120, 150, 180, hang.opens]
        .filter((angle, n, all) => angle <= hang.opens && all.indexOf(angle) === n)
        .map((angle) => (
          <text key={angle} x={X(angle)} y={top + height - 8}>
            {angle}°
          </text>
        ))}
      <path className="line" d={path} />
      {least && (
        <g className={grade(Math.min(...rows.map((r) => r.clear)), hang.wanted)} onClick={() => open("sweep_least")}>
          <circle cx={X(at)} cy={Y(rows.reduce((a, b) => (b.clear < a ? b.clear : a), Infinity))} r={8} />
          <text
            x={Math.max(x0 + 50, Math.min(x1 - 50, X(at)))}
            y={Y(rows.reduce((a, b) => (b.clear < a ? b.clear : a), Infinity)) - 16}
            className="value"
          >
            <SvgDigits of={least.value} />
          </text>
        </g>
      )}
    </g>
  );
}
