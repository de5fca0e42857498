import { TextInput } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";
import { type KeyboardEvent, useEffect, useId, useLayoutEffect, useRef, useState } from "react";

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
import { PadButton } from "./PadButton";
import { takePad, usePad, usePadUnder } from "./padOut";
import { useTyped } from "./typed";
import { useOwnForm } from "./useOwnForm";
import { useSteps } from "./useSteps";
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
  /** What is heard in a text, from an answer that says so and more; nothing where only the server's ear can tell. */
  hears?: (text: string) => Promise<ParsedLength | undefined>;
  /** The unit in which a bare number is read where the value is kept, if that is not the one on the screen. */
  keptIn?: Unit;
  /** `onChange` keeps the value; otherwise what was typed is held until whoever asked for it takes it. */
  keeps?: boolean;
  /** The digits it will begin with, for a key of the pad. */
  starts?: string;
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
  const {
    label,
    kind,
    path,
    unit,
    value,
    heard,
    error,
    fallback,
    onChange,
    onText,
    keptIn = unit,
    keeps = true,
  } = props;
  const id = useId();
  const texts = useTyped();
  const [form, ownForm] = useOwnForm();
  const input = useRef<HTMLInputElement>(null);
  const newest = useRef(0);
  // What was typed on an earlier visit, and not taken since, is here again.
  const [typed, setTyped] = useState(() => texts.read(path));
  // What was heard in the last thing typed stays below the field for as long as it is what is stored: a line that
  // changed its height when the field is left would move the button one is about to press.
  const [last, setLast] = useState<{ heard: ParsedLength; stored: string; text: string } | null>(null);
  const stands = last && (keeps ? last.stored === value : last.text === typed);
  const fresh = stands && last.heard.length.unit === unit ? last.heard : null;
  const [wrong, setWrong] = useState<string | null>(null);
  // A value that comes from elsewhere (undo, another's change) ends what is typed here, and what is still being heard.
  // What was given from here may come back late, one after the other, where each is kept before the next.
  const is = stored(value);
  const given = useRef<string[]>([]);
  const before = useRef(is);
  const [mine, setMine] = useState<string[]>([]);
  const [seen, setSeen] = useState(is);
  const [left, setLeft] = useState(false); // with what was typed still on its way
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
    // where a value is kept field by field, what is typed and not kept yet stays, whatever is kept meanwhile
    if ((at < 0 || left) && (keeps || texts.read(path) === null)) setTyped(null);
  }
  useEffect(() => {
    const at = given.current.indexOf(is);
    if (at < 0 && before.current !== is && (keeps || texts.read(path) === null)) {
      newest.current++;
      texts.hold(path, null);
    }
    given.current = at < 0 ? [] : given.current.slice(at + 1);
    before.current = is;
  }, [is, keeps, path, texts]);
  const { put: putPad } = usePad();
  const padHere = usePadUnder(id, input);
  const shown = { unit, step: props.step };
  const steps = useSteps(kind, shown, (rung) => written(rung.canonical, rung, unit));
  const stepping = useRef(-1); // the turn of the arrow key whose answer is on its way
  const pressed = useRef<number[]>([]); // arrow keys pressed in the meantime

  const took = (answer: ParsedLength, asked: { text: string; way?: number }) => {
    setWrong(null);
    // A width that reads two ways stays as written until the carpenter says which: the flag stays with it.
    const kept = answer.also && keptIn === unit ? asked.text : answer.canonical;
    const text = asked.way ? written(answer.canonical, answer, unit) : asked.text;
    setLast({ heard: answer, stored: kept, text });
    give(kept, answer.height ?? undefined);
    if (keeps) texts.hold(path, null);
    if (asked.way) {
      setTyped(text);
      onText?.(answer.canonical);
    }
  };

  const hear = useMutation({
    mutationFn: async (asked: {
      text: string;
      way?: number;
      turn: number;
      heard?: Promise<ParsedLength | undefined>;
    }) => {
      if (asked.way) return { answer: await steps.asked(asked.text, asked.way), asked };
      const query = { ...shown, text: asked.text, kind };
      const answer = (await asked.heard) ?? (await ask(api.GET("/api/heard", { params: { query } })));
      return { answer, asked };
    },
    onSuccess: ({ answer, asked }) => {
      if (asked.turn !== newest.current) return; // an older answer came late
      stepping.current = -1;
      let at = answer;
      while (pressed.current.length) {
        const text = written(at.canonical, at, unit);
        const way = pressed.current.shift()!;
        const next = steps.known(text, way);
        if (!next) {
          askFor(text, way);
          break;
        }
        at = next;
      }
      took(at, asked);
    },
    onError: (failure, asked) => {
      if (asked.turn !== newest.current) return;
      stepping.current = -1;
      setLast(null);
      setWrong(failure instanceof ApiProblem && failure.errors[0] ? words(failure.errors[0]) : failure.message);
    },
  });

  const askFor = (text: string, way: number) => {
    stepping.current = ++newest.current;
    hear.mutate({ text, way, turn: stepping.current });
  };

  /** Another turn: what waited for an answer that no longer counts goes with it. */
  const afresh = () => {
    pressed.current = [];
    return ++newest.current;
  };

  const stepped = (text: string, way: number) => {
    if (stepping.current === newest.current) {
      pressed.current.push(way);
      return;
    }
    afresh();
    const next = steps.known(text, way);
    if (next) took(next, { text, way });
    else askFor(text, way);
  };

  const type = (text: string) => {
    // on its way before anything is drawn: what is drawn at a key waits for it
    const heard = text.trim() === "" ? undefined : props.hears?.(text);
    setTyped(text);
    setLeft(false);
    texts.hold(path, text);
    onText?.(text);
    const turn = afresh();
    if (text.trim() === "") {
      setLast(null);
      setWrong(null);
      give(undefined);
      texts.hold(path, null);
    } else {
      hear.mutate({ text, turn, heard });
    }
  };

  const again = useRef(type);
  useEffect(() => {
    again.current = type;
  });
  useEffect(() => {
    const left = texts.read(path);
    if (left !== null) again.current(left);
  }, [texts, path]);

  const choose = (canonical: string) => {
    newest.current++;
    setLast(null);
    setTyped(keeps ? null : canonical);
    if (!keeps) texts.hold(path, canonical);
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
      if (text) stepped(text, event.key === "ArrowUp" ? 1 : -1);
    } else if (event.key === "Escape" && padHere) {
      putPad(false);
    }
  };

  const now = fresh ?? (typed === null ? heard : undefined);
  const text = typed ?? written(value, heard, unit);
  // what stands in the field was taken whole when it got the focus; when another text comes into it meanwhile, that is taken too
  useLayoutEffect(() => {
    if (typed === null && input.current === document.activeElement) input.current?.select();
  }, [text, typed]);
  const problem = wrong ?? (error ? words(error) : null);
  const kept = wrong && heard ? ` Still using ${heard.length.text}.` : "";
  const asks = now?.also && now.also_canonical ? now : null;

  return (
    <div className="length" data-path={path} data-kind={kind}>
      <TextInput
        id={id}
        form={form}
        ref={input}
        label={label}
        value={text}
        placeholder={fallback?.text.replace(new RegExp(` ${unit}$`), "")}
        inputMode={padHere ? "none" : "text"}
        enterKeyHint="next" // a form of one field would have a phone offer to send it
        autoComplete="off"
        spellCheck={false}
        data-walk
        data-long={text.length > 6 || undefined}
        error={problem ? problem + kept : undefined}
        aria-describedby={`${id}-heard`}
        onChange={(event) => type(event.currentTarget.value)}
        onKeyDown={keys}
        onFocus={(event) => {
          event.currentTarget.select();
          takePad(id);
        }}
        onClick={() => takePad(id)}
        onBlur={() => {
          // what is not understood, or not kept yet, stays as it was typed
          if (hear.isPending || (!keeps && !wrong)) setLeft(true);
          else if (!wrong) setTyped(null);
        }}
        rightSectionWidth={72}
        rightSectionPointerEvents="none"
        rightSection={
          <span className={styles.lengthSide}>
            <span className="unit">{/\s(in|mm)$/.test(text) ? "" : unit}</span>
            <PadButton label={label} out={padHere} field={input} />
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
      {ownForm}
      {padHere && <Pad unit={unit} text={text} onText={type} field={input} starts={props.starts} />}
    </div>
  );
}
