import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import {
  ApiProblem,
  api,
  ask,
  type FieldError,
  type LengthText,
  type ParsedLength,
  told,
  type Unit,
} from "../api/client";
import { useTyped } from "./typed";
import { useSteps } from "./useSteps";

/** A length that is typed, and what becomes of it. */
export interface TypedLength {
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
  onChange: (value: string | undefined, height?: string) => void;
  /** The text as it stands, at once: for a form that is sent before the server has said what it heard. */
  onText?: (text: string) => void;
  /** What is heard in a text, from an answer that says so and more; nothing where only the server's ear can tell. */
  hears?: (text: string) => Promise<ParsedLength | undefined>;
  /** The unit in which a bare number is read where the value is kept, if that is not the one on the screen. */
  keptIn?: Unit;
  /** `onChange` keeps the value; otherwise what was typed is held until whoever asked for it takes it. */
  keeps?: boolean;
  /** Another length it is held against while it is typed. */
  against?: string | undefined;
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

/**
 * What stands in a field for a length, and what becomes of it: heard by the server, stepped by marks, held until it is kept.
 *
 * `text` stands in the field, `heard` is what it is below it, `problem` what is wrong with it; `which` are the two lengths it may be.
 */
export function useLengthText(props: TypedLength) {
  const { kind, path, unit, value, heard, error, onChange, onText, keptIn = unit, keeps = true } = props;
  const texts = useTyped();
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
      const query = { ...shown, text: asked.text, kind, against: props.against };
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

  const now = fresh ?? (typed === null ? heard : undefined);
  const problem = wrong ?? (error ? words(error) : null);
  return {
    text: typed ?? written(value, heard, unit),
    /** It stands as it was typed. */
    typed: typed !== null,
    type,
    stepped,
    choose,
    /** The field is left: what is not understood, or not kept yet, stays as it was typed. */
    leave: () => {
      if (hear.isPending || (!keeps && !wrong)) setLeft(true);
      else if (!wrong) setTyped(null);
    },
    heard: problem ? undefined : now,
    fresh: fresh !== null,
    problem: problem && problem + (wrong && heard ? ` Still using ${heard.length.text}.` : ""),
    which: now?.also && now.also_canonical ? { one: now, other: now.also_canonical } : null,
  };
}
