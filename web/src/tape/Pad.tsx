import type { ReactNode, RefObject } from "react";

import type { Unit } from "../api/client";
import { takePad } from "./padOut";
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

interface Props {
  unit: Unit;
  text: string;
  onText: (text: string) => void;
  field: RefObject<HTMLInputElement | null>;
  /** The digits it will begin with, put in with one press. */
  starts?: string;
  /** Keys of this field's own, in rows under the fractions. */
  children?: ReactNode;
}

/** Next on the pad is Enter in the field, whatever Enter does there. */
const pressEnter = (field: HTMLInputElement) =>
  field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));

/**
 * A small pad for thumbs: digits, the fractions of an inch (or the half millimetre), rub out, next. On a phone it stands at the
 * bottom of the screen, always at one place, and the page ends above it.
 */
export function Pad({ unit, text, onText, field, starts, children }: Props) {
  const whole = text
    .replace(/\s*\d+\/\d+\s*$/, "")
    .replace(/\.5$/, "")
    .trim();
  const fraction = unit === "in" ? SIXTEENTHS : [".5"];
  return (
    <div
      className={styles.pad}
      data-pad={unit}
      data-rows={children ? "" : undefined}
      role="group"
      aria-label="Number pad"
      onMouseDown={(event) => event.preventDefault()} // the field keeps the focus
    >
      <div className={styles.padDigits}>
        {Array.from("1234567890").map((digit) => (
          <PadKey key={digit} press={() => onText(whole + digit)}>
            {digit}
          </PadKey>
        ))}
      </div>
      <div className={styles.padFractions}>
        {fraction.map((part) => (
          <PadKey
            key={part}
            name={part}
            press={() => onText(part === ".5" ? `${whole || 0}.5` : `${whole} ${part}`.trim())}
          >
            <span className={part.includes("/") ? "frac" : undefined}>{part}</span>
          </PadKey>
        ))}
        {starts && (
          <PadKey name={`Begin with ${starts}`} press={() => onText(starts)}>
            {starts}…
          </PadKey>
        )}
      </div>
      {children}
      <div className={styles.padEnds}>
        <PadKey name="Rub out" press={() => onText(text.trimEnd().slice(0, -1).trimEnd())}>
          ⌫
        </PadKey>
        <PadKey press={() => onText("")}>Clear</PadKey>
        <PadKey name="Put the pad away" press={() => takePad(null)}>
          Done
        </PadKey>
        <PadKey name="Next field" press={() => field.current && pressEnter(field.current)}>
          Next
        </PadKey>
      </div>
    </div>
  );
}

interface KeyProps {
  press: () => void;
  name?: string;
  picked?: boolean;
  children: ReactNode;
}

/** A key of the pad; one that chooses something shows what is chosen. */
export function PadKey({ press, name, picked, children }: KeyProps) {
  return (
    <button type="button" tabIndex={-1} aria-label={name} aria-pressed={picked} onClick={press}>
      {children}
    </button>
  );
}

/** A row of keys of a field's own. */
export const PadRow = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className={styles.padRow} role="group" aria-label={label}>
    {children}
  </div>
);
