import { type Picture, PICTURES, type Place } from "./rulePictures";
import { WithFractions } from "../tape/Digits";
import { SvgDigits } from "./SvgDigits";
import styles from "./RulePicture.module.css";

/** Where a length lies in a picture: by its whole name, or by what a fact of the wall shares with its house rule. */
const placeIn = (of: Picture, name: string) => of.places[name] ?? of.places[name.replace(/^wall\./, "")];

/** Whether some picture shows where it lies. */
export const hasPlace = (name: string) => PICTURES.some((of) => placeIn(of, name));

interface Props {
  /** What is listed beside the picture. */
  rules: string[];
  /** The one that has the focus. */
  lit: string;
  label: (name: string) => string;
  /** What it is, as it stands. */
  figure: (name: string) => string | undefined;
}

/** Where a rule's length lies in the door: the one that has the focus is lit, and a place that is pressed leads to its field. */
export function RulePicture({ rules, lit, label, figure }: Props) {
  const shows = (of: Picture) => rules.filter((name) => placeIn(of, name)).length;
  const most = PICTURES.reduce((best, one) => (shows(one) > shows(best) ? one : best));
  // the picture that shows the most of what is listed, unless only another one shows what has the focus
  const of = lit && !placeIn(most, lit) ? (PICTURES.find((one) => placeIn(one, lit)) ?? most) : most;
  if (shows(of) === 0) return null;
  const there = placeIn(of, lit);
  const figured = there && figure(lit);
  const here = rules.filter((name) => placeIn(of, name));
  return (
    <figure className={styles.picture}>
      <svg viewBox="0 0 560 460" role="group" aria-label={of.title}>
        {of.boxes.map(([part, x, y, width, height], n) => (
          <rect key={n} data-part={part} x={x} y={y} width={width} height={height} />
        ))}
        {of.lines?.map((path) => (
          <path key={path} data-part="shim" d={path} />
        ))}
        {of.notes.map(([text, x, y]) => (
          <text key={`${text} ${x} ${y}`} x={x} y={y}>
            {text}
          </text>
        ))}
        {here.map((name) => (
          <Mark key={name} at={placeIn(of, name)!} lit={name === lit} label={label(name)} go={() => toField(name)} />
        ))}
        {figured && <Figure at={there} text={figured.replace(/ (in|mm)$/, "")} />}
      </svg>
      <figcaption>
        {there ? label(lit) : `${of.title}: press a mark to type there`}
        {figured && (
          <>
            : <WithFractions text={figured} />
          </>
        )}
      </figcaption>
    </figure>
  );
}

/** The field of a rule, or of a fact. */
function toField(name: string) {
  const path = CSS.escape(name.replace(/^leaf\./, "leaves[0]."));
  document.querySelector<HTMLInputElement>(`[data-path$=".${path}"] input, [data-path="${path}"] input`)?.focus();
}

const FIGURE = 14; // wide, each character of a figure

/** The figure of what is lit, beside its mark and inside the picture. */
function Figure({ at: [x1, y1, x2, y2], text }: { at: Place; text: string }) {
  const wide = text.length * FIGURE;
  const across = y1 === y2;
  const x = (x1 + x2) / 2 + (across ? 0 : ((x1 > 400 ? -1 : 1) * (wide + 36)) / 2);
  const y = (y1 + y2) / 2 + (across ? (y1 < 60 ? 34 : -32) : 0);
  const middle = Math.min(Math.max(x, wide / 2 + 4), 556 - wide / 2);
  return (
    <g className={styles.figure}>
      <rect x={middle - wide / 2} y={y - 16} width={wide} height={32} />
      <text x={middle} y={y + 9} textAnchor="middle">
        <SvgDigits of={{ digits: text }} />
      </text>
    </g>
  );
}

const TICK = 9;

/** A length between its two ticks; as wide as a finger to press. */
function Mark({ at: [x1, y1, x2, y2], lit, label, go }: { at: Place; lit: boolean; label: string; go: () => void }) {
  const across = y1 === y2;
  const tick = (x: number, y: number) => (across ? `M${x} ${y - TICK}v${2 * TICK}` : `M${x - TICK} ${y}h${2 * TICK}`);
  return (
    <g
      role="button"
      tabIndex={-1}
      aria-label={`${label}: to its field`}
      data-lit={lit || undefined}
      className={styles.mark}
      onClick={go}
      onKeyDown={(event) => event.key === "Enter" && go()}
    >
      <title>{label}</title>
      <path className={styles.touch} d={`M${x1} ${y1}L${x2} ${y2}`} />
      <path d={`M${x1} ${y1}L${x2} ${y2}${tick(x1, y1)}${tick(x2, y2)}`} />
    </g>
  );
}
