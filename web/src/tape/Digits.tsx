import type { Length } from "../api/client";
import { split } from "./fraction";
import styles from "./Digits.module.css";

/** A length as it is read off the tape: whole, true fraction, unit, and what rounding moved. */
export function Digits({ of, unit = true }: { of: Pick<Length, "digits" | "unit" | "moved">; unit?: boolean }) {
  const { sign, whole, fraction } = split(of.digits);
  const said = `${of.digits} ${of.unit}${of.moved ? ` ${of.moved}` : ""}`;
  return (
    <span className="digits">
      <span aria-hidden="true">
        {sign}
        {whole}
        {fraction && <span className="frac">{fraction}</span>}
        {unit && <span className="unit">{of.unit}</span>}
        {of.moved && <span className={styles.moved}>{of.moved}</span>}
      </span>
      <span className="sr">{said}</span>
    </span>
  );
}

/** A line of text from the server with its fractions set as fractions: "38 1/4 × 86 7/16 in". */
export function WithFractions({ text }: { text: string }) {
  return text.split(/((?:\d+ )?\d+\/\d+)/).map((part, i) => {
    if (i % 2 === 0) return part;
    const at = part.lastIndexOf(" ") + 1; // a whole number and its fraction stay on one line
    return (
      <span key={i} className={styles.mixed}>
        {part.slice(0, at)}
        <span className="frac">{part.slice(at)}</span>
      </span>
    );
  });
}
