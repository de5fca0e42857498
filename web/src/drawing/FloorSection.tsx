import clsx from "clsx";

import { Digits } from "../tape/Digits";
import { useWork } from "../work/context";
import { light } from "../work/pointing";
import { floorUnder } from "../work/floors";
import styles from "./FloorSection.module.css";

const W = 340;
const FLOOR = 158;
const TALL = 96; // px for the highest thing drawn, the leaf's bottom edge

/** Section through both floors and the foot of the leaf, heights exaggerated alike. */
export function FloorSection() {
  const { page, meant, result, open } = useWork();
  if (!result) return null;
  const bottom = result.figures.leaf_bottom;
  const highest = Math.max(
    bottom?.value.mm ?? 0,
    result.figures.floor_a?.value.mm ?? 0,
    result.figures.floor_b?.value.mm ?? 0,
    10,
  );
  const per = TALL / highest;
  const stack = (side: "a" | "b", x: number, width: number) => {
    let top = FLOOR;
    const { layers, path } = floorUnder(meant.opening, side, page.job.job.floors ?? []);
    return (layers ?? []).map((layer, i) => {
      const heard = result.heard[`${path}[${i}].thickness`];
      if (!heard) return null;
      const tall = heard.length.mm * per;
      top -= tall;
      return (
        <g
          key={i}
          className={clsx(styles.layer, layer.allowance !== undefined && layer.allowance !== null && styles.guessed)}
        >
          <rect x={x} y={top} width={width} height={tall} />
          {tall > 13 && (
            <text
              x={side === "a" ? x + 6 : x + width - 6}
              y={top + tall / 2 + 5}
              textAnchor={side === "a" ? "start" : "end"}
            >
              {layer.name || "layer"} {heard.length.digits}
            </text>
          )}
        </g>
      );
    });
  };
  const under = result.under;
  const split = under === "A" ? 192 : under === "B" ? 148 : 170;
  const leafY = bottom ? FLOOR - bottom.value.mm * per : 40;
  const clear = result.figures.floor_clear;
  return (
    <figure className={styles.floorSection}>
      <svg viewBox={`0 0 ${W} 190`} role="img" aria-label="Section through the floors under the leaf">
        <rect className="deck" x="0" y={FLOOR} width={W} height="12" />
        {stack("a", 0, split)}
        {stack("b", split, W - split)}
        {under === "strip" && result.heard["opening.floors.strip"] && (
          <rect
            className="strip"
            x="146"
            width="48"
            y={FLOOR - result.heard["opening.floors.strip"].length.mm * per}
            height={result.heard["opening.floors.strip"].length.mm * per}
          />
        )}
        <rect className="leaf" x="155" y="0" width="30" height={leafY} />
        {bottom && clear && (
          <path
            className="gap"
            d={`M206 ${leafY}h-14M206 ${FLOOR - clear.value.mm * per}h-14M199 ${leafY}V${FLOOR - clear.value.mm * per}`}
          />
        )}
        {bottom && clear && (
          <text className={styles.gapText} x="212" y={(leafY + FLOOR - clear.value.mm * per) / 2 + 6}>
            gap {(result.figures.pocket_floor_gap?.value ?? result.rules.floor_gap)?.digits}
          </text>
        )}
        <text className="side" x="4" y="186">
          side A
        </text>
        <text className="side" x={W - 4} y="186" textAnchor="end">
          side B
        </text>
      </svg>
      {bottom && (
        <figcaption>
          <button
            type="button"
            className="link"
            onClick={() => open("leaf_bottom")}
            onFocus={() => light("leaf_bottom")}
            onBlur={() => light(null)}
          >
            leaf bottom <Digits of={bottom.value} />
          </button>{" "}
          over the rough floor
        </figcaption>
      )}
    </figure>
  );
}
