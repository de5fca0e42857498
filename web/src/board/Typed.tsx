import { useState } from "react";

import type { ParsedLength, LengthText, Unit } from "../api/client";
import { LengthField } from "../tape/LengthField";

interface Props {
  label: string;
  unit: Unit;
  value: LengthText;
  /** What the server heard in the value. */
  heard?: ParsedLength;
  kind?: string;
  path?: string;
  /** What counts while the field is empty, and who says so. */
  fallback?: { text: string; by: string };
  /** What was typed, with its unit; undefined when the field was emptied. */
  keep: (length: string | undefined) => void;
}

/** A length that is kept when the field is left or Enter is pressed, not at every key. */
export function Typed({ label, unit, value, kind = "position", path = `wall.${label}`, fallback, heard, keep }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed?.trim()) keep(/[a-z'"]/i.test(typed) ? typed.trim() : `${typed.trim()} ${unit}`);
    else if (typed === "" && value) keep(undefined);
    setTyped(null);
  };
  return (
    <div
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) done();
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") done();
      }}
    >
      <LengthField
        label={label}
        kind={kind}
        path={path}
        unit={unit}
        value={value}
        fallback={fallback}
        heard={value ? heard : undefined}
        onChange={() => undefined}
        onText={setTyped}
      />
    </div>
  );
}
