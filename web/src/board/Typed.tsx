import { TextInput, Textarea } from "@mantine/core";
import { type FocusEvent, type KeyboardEvent, useEffect, useRef, useState } from "react";

import type { LengthText, ParsedLength, Unit } from "../api/client";
import { LengthField } from "../tape/LengthField";
import { useTyped } from "../tape/typed";

/** Run what is pending when the field goes, whatever takes it away. */
function useOnGoing(done: () => void) {
  const newest = useRef(done);
  useEffect(() => {
    newest.current = done;
  });
  useEffect(() => () => newest.current(), []);
}

interface LengthProps {
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
export function Typed({
  label,
  unit,
  value,
  kind = "position",
  path = `wall.${label}`,
  fallback,
  heard,
  keep,
}: LengthProps) {
  const texts = useTyped();
  // what the server has understood and nobody has kept yet; `left` says that the field was left before the server answered
  const understood = useRef<{ length: string | undefined } | null>(null);
  const left = useRef(false);
  const done = () => {
    left.current = true;
    const last = understood.current;
    if (!last) return;
    understood.current = null;
    texts.hold(path, null);
    keep(last.length);
  };
  useOnGoing(done);
  return (
    <div
      onFocus={() => {
        left.current = false;
      }}
      onBlur={(event: FocusEvent<HTMLElement>) => {
        if (!event.currentTarget.contains(event.relatedTarget)) done();
      }}
      onKeyDownCapture={(event: KeyboardEvent<HTMLElement>) => {
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
        keeps={false}
        onText={() => {
          understood.current = null;
          left.current = false;
        }}
        onChange={(length) => {
          understood.current = { length };
          if (left.current) done();
        }}
      />
    </div>
  );
}

interface TextProps {
  label: string;
  path: string;
  value: string;
  most?: number;
  /** Several lines, with a word on how they are written. */
  lines?: { description: string };
  keep: (text: string) => void;
}

/** A text that is kept when the field is left or Enter is pressed, not at every key. */
export function TypedText({ label, path, value, most = 80, lines, keep }: TextProps) {
  const texts = useTyped();
  const [typed, setTyped] = useState(() => texts.read(path));
  const [seen, setSeen] = useState(value);
  if (value !== seen) {
    setSeen(value);
    setTyped(null); // kept, or changed elsewhere
  }
  const pending = useRef(typed);
  const done = () => {
    const text = pending.current;
    if (text === null) return;
    pending.current = null;
    texts.hold(path, null);
    if (text !== value) keep(text);
  };
  useOnGoing(done);
  const props = {
    label,
    "data-path": path,
    "data-walk": true,
    value: typed ?? value,
    onChange: (event: { currentTarget: { value: string } }) => {
      const text = event.currentTarget.value;
      setTyped(text);
      pending.current = text;
      texts.hold(path, text);
    },
    onBlur: done,
  };
  return lines ? (
    <Textarea {...props} description={lines.description} autosize minRows={2} />
  ) : (
    <TextInput
      {...props}
      maxLength={most}
      onKeyDown={(event) => {
        if (event.key === "Enter") done();
      }}
    />
  );
}
