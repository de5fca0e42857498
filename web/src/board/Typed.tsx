import { TextInput, Textarea } from "@mantine/core";
import { type FocusEvent, type KeyboardEvent, useEffect, useRef, useState } from "react";

import { type ApiProblem, type FieldError, type LengthText, type ParsedLength, told, type Unit } from "../api/client";
import { useSteady } from "../app/useSteady";
import { LengthField } from "../tape/LengthField";
import { useTyped } from "../tape/typed";

/** Run what is pending when the field goes, whatever takes it away; and what an earlier visit left so, when it comes. */
function useOnGoing(done: () => void) {
  const newest = useSteady(done);
  useEffect(() => {
    newest();
    return () => newest();
  }, [newest]);
}

/** Told whether what was typed is kept: until then, and where it cannot be, it stays as it was typed. */
export interface Told {
  kept: () => void;
  refused: (failure: ApiProblem) => void;
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
  /** What was typed, with its unit; undefined when the field was emptied; and when it was typed, in ms since the page came. */
  keep: (length: string | undefined, told: Told, at: number) => void;
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
  const written = useRef("");
  const typedAt = useRef(0);
  const [wrong, setWrong] = useState<FieldError>();
  const done = () => {
    left.current = true;
    const last = understood.current;
    if (!last) return;
    understood.current = null;
    const text = written.current;
    keep(
      last.length,
      {
        kept: () => {
          if ((texts.read(path) ?? "") === text) texts.hold(path, null); // unless something else was typed since
        },
        refused: (failure) => {
          if (text) texts.hold(path, text);
          setWrong(failure.errors[0]);
        },
      },
      typedAt.current,
    );
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
        error={wrong}
        onText={(text) => {
          written.current = text;
          typedAt.current = performance.now();
          setWrong(undefined);
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
  keep: (text: string, told: Told) => void;
}

/** A text that is kept when the field is left or Enter is pressed, not at every key. */
export function TypedText({ label, path, value, most = 80, lines, keep }: TextProps) {
  const texts = useTyped();
  const [typed, setTyped] = useState(() => texts.read(path));
  const [seen, setSeen] = useState(value);
  if (value !== seen) {
    setSeen(value);
    if (texts.read(path) === null || texts.read(path) === value) setTyped(null); // kept, or changed elsewhere
  }
  const pending = useRef(typed);
  const [wrong, setWrong] = useState<FieldError>();
  const done = () => {
    const text = pending.current;
    if (text === null) return;
    pending.current = null;
    if (text === value) texts.hold(path, null);
    else
      keep(text, {
        kept: () => {
          if (texts.read(path) === text) texts.hold(path, null); // unless something else was typed since
        },
        refused: (failure) => {
          texts.hold(path, text);
          setWrong(failure.errors[0]);
        },
      });
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
      setWrong(undefined);
      texts.hold(path, text);
    },
    onBlur: done,
    error: wrong && told(wrong),
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
