import type { PaperStrip } from "../api/client";
import styles from "./PaperPage.module.css";

const EDGE = 6; // over and under the strip, mm
const MARK = 12;
const WIDE = 96;

/** A strip as it will be on paper: its working edge on the left, marks across it. `scale` is how many pixels a millimetre has. */
export function StripPreview({ strip, scale }: { strip: PaperStrip; scale: number }) {
  const high = strip.high - strip.low + 2 * EDGE;
  const y = (at: number) => EDGE + (strip.down ? at - strip.low : strip.high - at);
  return (
    <figure className={styles.strip}>
      <figcaption>
        <strong>{strip.whose}</strong> {strip.called}
        <br />
        <span className="quiet">
          {strip.length}, 0 at {strip.zero.charAt(0).toLowerCase() + strip.zero.slice(1)}
        </span>
      </figcaption>
      <svg
        width={WIDE * scale}
        height={high * scale}
        viewBox={`0 0 ${WIDE} ${high}`}
        role="img"
        aria-label={`${strip.whose} ${strip.called}`}
      >
        <rect
          className={styles.stick}
          x={0}
          y={y(strip.down ? strip.low : strip.high)}
          width={MARK + 3}
          height={strip.high - strip.low}
        />
        {strip.marks.map((mark, n) => (
          <g key={n}>
            {mark.past !== 0 && (
              <path
                className={styles.cross}
                d={`M1 ${y(mark.at)}L${MARK - 1} ${y(mark.at + mark.past)}M1 ${y(mark.at + mark.past)}L${MARK - 1} ${y(mark.at)}`}
              />
            )}
            <path className={styles.mark} d={`M0 ${y(mark.at)}H${MARK}L${MARK + 4} ${y(mark.beside)}`} />
            {mark.hole && <circle className={styles.hole} cx={MARK / 2} cy={y(mark.at)} r={1.5} />}
            <text x={MARK + 5} y={y(mark.beside) + 1.3}>
              <tspan className={styles.read}>{mark.read}</tspan> {mark.name}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}
