import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from "react";

/** What somebody typed and nobody has taken yet, field by field: it stays in this browser until it is taken or rubbed out. */
export interface TypedTexts {
  read: (field: string) => string | null;
  /** Hold on to a text; null lets it go. */
  hold: (field: string, text: string | null) => void;
}

const NOWHERE: TypedTexts = { read: () => null, hold: () => undefined };
const TypedContext = createContext<TypedTexts>(NOWHERE);

const slot = (scope: string) => `jambo.typed.${scope}`;

function held(scope: string): Record<string, string> {
  try {
    return JSON.parse(localStorage.getItem(slot(scope)) ?? "{}") as Record<string, string>;
  } catch {
    return {};
  }
}

/** What is held of a field on whatever page it is. */
export const heldIn = (scope: string, field: string) => held(scope)[field] ?? null;

/** Hold on to a text of a field on whatever page it is; null lets it go. */
export function holdIn(scope: string, field: string, text: string | null) {
  const others = Object.entries(held(scope)).filter(([name]) => name !== field);
  const next = text === null ? others : [...others, [field, text]];
  if (next.length) localStorage.setItem(slot(scope), JSON.stringify(Object.fromEntries(next)));
  else localStorage.removeItem(slot(scope));
}

/** What is typed on a page is held for it; all stages of an opening are one page. */
export function scopeOf(pathname: string) {
  const [, room = "", id = "", ...rest] = pathname.split("/");
  return (room === "openings" ? [room, id] : [room, id, ...rest]).join("/");
}

/** Everything typed under here belongs to one thing, such as an opening or the rules of a job. */
export function TypedIn({ scope, children }: { scope: string; children: ReactNode }) {
  const texts = useMemo<TypedTexts>(
    () => ({
      read: (field) => heldIn(scope, field),
      hold: (field, text) => holdIn(scope, field, text),
    }),
    [scope],
  );
  return <TypedContext value={texts}>{children}</TypedContext>;
}

export function useTyped(): TypedTexts {
  return useContext(TypedContext);
}

/** State that is held like a typed text; null lets it go and starts anew. */
export function useHeld<T extends object | string | number | null>(
  field: string,
  initial: T,
): [T, (next: T | null | ((now: T) => T)) => void] {
  const texts = useTyped();
  const [state, setState] = useState<T>(() => {
    const text = texts.read(field);
    if (text === null) return initial;
    try {
      return JSON.parse(text) as T;
    } catch {
      return initial;
    }
  });
  const newest = useRef(state);
  const set = useCallback(
    (to: T | null | ((now: T) => T)) => {
      const next = typeof to === "function" ? (to as (now: T) => T)(newest.current) : to;
      newest.current = next ?? initial;
      texts.hold(field, next === null ? null : JSON.stringify(next));
      setState(newest.current);
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `initial` is what the field starts with, whatever it is made of
    [texts, field],
  );
  return [state, set];
}
