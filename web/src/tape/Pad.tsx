import type { Unit } from "../api/client";
import styles from "./Pad.module.css";

const SIXTEENTHS = [
  "1/16",
  "1/8",
  "3/16",
  "1/4",
  "5/16",
  "3/8",
  "7/16",
  "1/2",
  "9/16",
  "5/8",
  "11/16",
  "3/4",
  "13/16",
  "7/8",
  "15/16",
];

/** A small pad for thumbs: digits, the fractions of an inch (or the half millimetre), rub out, next. */
export function Pad({
  unit,
  text,
  onText,
  onDone,
}: {
  unit: Unit;
  text: string;
  onText: (text: string) => void;
  onDone: () => void;
}) {
  const whole = text
    .replace(/\s*\d+\/\d+\s*$/, "")
    .replace(/\.5$/, "")
    .trim();
  const fraction = unit === "in" ? SIXTEENTHS : [".5"];
  const key = (label: string, press: () => void, name = label, wide = false) => (
    <button
      key={name}
      type="button"
      tabIndex={-1}
      className={wide ? "pad-wide" : undefined}
      aria-label={name}
      onClick={press}
    >
      <span className={label.includes("/") ? "frac" : undefined}>{label}</span>
    </button>
  );
  return (
    <div
      className={styles.pad}
      role="group"
      aria-label="Number pad"
      onMouseDown={(event) => event.preventDefault()} // the field keeps the focus
    >
      <div className={styles.padDigits}>
        {Array.from("1234567890").map((digit) => key(digit, () => onText(whole + digit)))}
      </div>
      <div className={styles.padFractions}>
        {fraction.map((part) => key(part, () => onText(part === ".5" ? `${whole || 0}.5` : `${whole} ${part}`.trim())))}
      </div>
      <div className={styles.padEnds}>
        {key("⌫", () => onText(text.trimEnd().slice(0, -1).trimEnd()), "Rub out")}
        {key("Clear", () => onText(""))}
        {key("Next", onDone, "Next field", true)}
      </div>
    </div>
  );
}
