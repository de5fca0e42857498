import { ActionIcon, TextInput } from "@mantine/core";
import { IconNumbers } from "@tabler/icons-react";
import { useMutation } from "@tanstack/react-query";
import { type KeyboardEvent, useEffect, useId, useRef, useState } from "react";

import {
  ApiProblem,
  api,
  ask,
  type FieldError,
  type ParsedLength,
  type LengthText,
  type Unit,
  told,
} from "../api/client";
import { Pad } from "./Pad";
import { walkOn } from "./walk";
import styles from "./LengthField.module.css";

export interface LengthFieldProps {
  label: string;
  kind: string;
  path: string;
  unit: Unit;
  step?: "1/16" | "1/32" | "1" | "1/2";
  /** What is stored, exactly as stored. */
  value: LengthText;
  /** What the server heard in the stored value, shown while nobody types. */
  heard?: ParsedLength;
  /** An error of the whole document that names this field. */
  error?: FieldError;
  /** What counts while the field is empty, and who says so. */
  fallback?: { text: string; by: string };
  onChange: (value: string | undefined, height?: string) => void;
  /** The text as it stands, at once: for a form that is sent before the server has said what it heard. */
  onText?: (text: string) => void;
}

const words = (error: Pick<FieldError, "reason" | "accepted">) =>
  `${error.reason[0]?.toUpperCase() ?? ""}${told(error).slice(1)}.`;

function written(value: LengthText, heard: ParsedLength | undefined, unit: Unit): string {
  if (value === null || value === undefined) return "";
  const text = heard?.canonical ?? (typeof value === "string" ? value : `${value.value} ${value.unit}`);
  return text.endsWith(` ${unit}`) ? text.slice(0, -unit.length - 1) : text;
}

/** A stored length as text, so that equal ones are equal. */
const stored = (value: LengthText) =>
  typeof value === "object" && value !== null ? JSON.stringify(value) : (value ?? "");

/** The one field for a length: any tape notation in, what was heard below, Enter goes on, arrows step one mark. */
export function LengthField(props: LengthFieldProps) {
  const { label, kind, path, unit, value, heard, error, fallback, onChange, onText } = props;
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const newest = useRef(0);
  const [typed, setTyped] = useState<string | null>(null);
  // What was heard in the last thing typed stays below the field for as long as it is what is stored: a line that
  // changed its height when the field is left would move the button one is about to press.
  const [last, setLast] = useState<{ heard: ParsedLength; stored: string } | null>(null);
  const fresh = last && last.stored === value && last.heard.length.unit === unit ? last.heard : null;
  const [wrong, setWrong] = useState<string | null>(null);
  // A value that comes from elsewhere (undo, another's change) ends what is typed here, and what is still being heard.
  // What was given from here may come back late, one after the other, where each is kept before the next.
  const is = stored(value);
  const given = useRef<string[]>([]);
  const [mine, setMine] = useState<string[]>([]);
  const [seen, setSeen] = useState(is);
  const give = (next: string | undefined, height?: string) => {
    if (stored(next) !== is) {
      given.current = [...given.current, stored(next)];
      setMine((m) => [...m, stored(next)]);
    }
    onChange(next, height);
  };
  if (is !== seen) {
    const at = mine.indexOf(is);
    setSeen(is);
    setMine(at < 0 ? [] : mine.slice(at + 1));
    if (at < 0) setTyped(null);
  }
  useEffect(() => {
    const at = given.current.indexOf(is);
    if (at < 0) newest.current++;
    given.current = at < 0 ? [] : given.current.slice(at + 1);
  }, [is]);
  const [pad, setPad] = useState(false);
  const shown = { unit, step: props.step };

  const hear = useMutation({
    mutationFn: async (asked: { text: string; marks?: number; turn: number }) => {
      const query = { ...shown, text: asked.text, kind };
      const answer = asked.marks
        ? await ask(api.GET("/api/step", { params: { query: { ...query, marks: asked.marks } } }))
        : await ask(api.GET("/api/heard", { params: { query } }));
      return { answer, asked };
    },
    onSuccess: ({ answer, asked }) => {
      if (asked.turn !== newest.current) return; // an older answer came late
      setWrong(null);
      // A width that reads two ways stays as written until the carpenter says which: the flag stays with it.
      const kept = answer.also ? asked.text : answer.canonical;
      setLast({ heard: answer, stored: kept });
      give(kept, answer.height ?? undefined);
      if (asked.marks) {
        setTyped(written(answer.canonical, answer, unit));
        onText?.(answer.canonical);
      }
    },
    onError: (failure, asked) => {
      if (asked.turn !== newest.current) return;
      setLast(null);
      setWrong(failure instanceof ApiProblem && failure.errors[0] ? words(failure.errors[0]) : failure.message);
    },
  });

  const type = (text: string) => {
    setTyped(text);
    onText?.(text);
    const turn = ++newest.current;
    if (text.trim() === "") {
      setLast(null);
      setWrong(null);
      give(undefined);
    } else {
      hear.mutate({ text, turn });
    }
  };

  const choose = (canonical: string) => {
    newest.current++;
    setLast(null);
    setTyped(null);
    onText?.(canonical);
    give(canonical);
  };

  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") {
      event.preventDefault();
      walkOn(event.currentTarget, event.shiftKey ? -1 : 1);
    } else if ((event.key === "ArrowUp" || event.key === "ArrowDown") && !event.altKey) {
      const text = typed ?? written(value, heard, unit);
      event.preventDefault();
      if (text) hear.mutate({ text, marks: event.key === "ArrowUp" ? 1 : -1, turn: ++newest.current });
    } else if (event.key === "Escape" && pad) {
      setPad(false);
    }
  };

  const now = fresh ?? (typed === null ? heard : undefined);
  const text = typed ?? written(value, heard, unit);
  const problem = wrong ?? (error ? words(error) : null);
  const kept = wrong && heard ? ` Still using ${heard.length.text}.` : "";
  const asks = now?.also && now.also_canonical ? now : null;

  return (
    <div className="length" data-path={path}>
      <TextInput
        id={id}
        ref={input}
        label={label}
        value={text}
        placeholder={fallback?.text.replace(new RegExp(` ${unit}$`), "")}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        data-walk
        error={problem ? problem + kept : undefined}
        aria-describedby={`${id}-heard`}
        onChange={(event) => type(event.currentTarget.value)}
        onKeyDown={keys}
        onFocus={(event) => event.currentTarget.select()}
        onBlur={() => {
          if (!wrong) setTyped(null);
        }}
        rightSectionWidth={78}
        rightSection={
          <span className={styles.lengthSide}>
            <span className="unit">{/\s(in|mm)$/.test(text) ? "" : unit}</span>
            <ActionIcon
              variant="subtle"
              size={40}
              aria-label={`Number pad for ${label}`}
              aria-expanded={pad}
              onClick={() => setPad(!pad)}
            >
              <IconNumbers size={20} />
            </ActionIcon>
          </span>
        }
      />
      <p className="heard" id={`${id}-heard`} aria-live="polite">
        {now && !problem ? (
          <>
            {fresh && now.reading !== now.length.text ? `${now.reading} = ` : ""}
            {now.length.text}
            {now.length.moved ? ` ${now.length.moved}` : ""} · {now.length.also}
          </>
        ) : fallback && !text && !problem ? (
          fallback.by
        ) : null}
      </p>
      {asks && (
        <div className={styles.asks} role="group" aria-label={`Which ${label}?`}>
          <span>Which one is it?</span>
          <button type="button" onClick={() => choose(asks.canonical)}>
            {asks.length.text}
          </button>
          <button type="button" onClick={() => choose(asks.also_canonical!)}>
            {asks.also}
          </button>
        </div>
      )}
      {pad && <Pad unit={unit} text={text} onText={type} onDone={() => walkOn(input.current!, 1)} />}
    </div>
  );
}
