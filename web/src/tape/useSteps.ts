import { useRef } from "react";

import { api, ask, type ParsedLength, type Unit } from "../api/client";

const AHEAD = 16;
const FEW = 6;

interface Shown {
  unit: Unit;
  step?: "1/16" | "1/32" | "1" | "1/2";
}

/** The rungs above or below one text, nearest first: what an arrow key comes to, again and again. */
interface Ladder {
  from: string;
  way: number;
  shown: string;
  rungs: ParsedLength[];
}

/**
 * Steps of a length by whole marks. The server says several at a time, so that a key that is held down waits for none of
 * them; `written` is how a rung stands in the field.
 */
export function useSteps(kind: string, { unit, step }: Shown, written: (rung: ParsedLength) => string) {
  const ladder = useRef<Ladder | null>(null);
  const shown = `${kind} ${unit} ${step}`;

  const climb = (text: string, way: number) =>
    ask(api.GET("/api/steps", { params: { query: { text, unit, step, kind, marks: way, ahead: AHEAD } } }));

  /** The next rung, if the server has said it already. */
  const known = (from: string, way: number): ParsedLength | null => {
    const has = ladder.current;
    if (!has || has.from !== from || has.way !== way || has.shown !== shown) return null;
    const rung = has.rungs[0];
    if (!rung) return null;
    const rest: Ladder = { ...has, from: written(rung), rungs: has.rungs.slice(1) };
    ladder.current = rest;
    const top = rest.rungs.at(-1);
    if (top && rest.rungs.length === FEW) {
      void climb(top.canonical, way)
        .then((more) => {
          const now = ladder.current;
          if (now?.rungs.at(-1) === top) ladder.current = { ...now, rungs: [...now.rungs, ...more] };
        })
        .catch(() => undefined); // the key that comes to the end asks again, and says what is wrong
    }
    return rung;
  };

  /** The next rung, from the server. */
  const asked = async (from: string, way: number): Promise<ParsedLength> => {
    const rungs = await climb(from, way);
    ladder.current = { from: written(rungs[0]!), way, shown, rungs: rungs.slice(1) };
    return rungs[0]!;
  };

  return { known, asked };
}
