import { useEffect, useRef } from "react";

import { useSteady } from "./useSteady";

const PAUSE = 1000; // ms after a key before the next may be meant by itself
const FIELD = "input:not([type=radio]):not([type=checkbox]),textarea,select";

/** Letters that do something by themselves: never of a word that was meant for a field, and not while something is open over the page. */
export function useBareKeys(does: Record<string, () => void>) {
  const typed = useRef(-PAUSE);
  const press = useSteady((event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.key.length !== 1 || event.defaultPrevented) return;
    const just = event.timeStamp - typed.current < PAUSE;
    const done = does[event.key.toUpperCase()];
    if (!done) typed.current = event.timeStamp; // of a word: what follows is not meant by itself
    const at = event.target instanceof Element ? event.target : null;
    const busy = at?.matches(FIELD) || (event.key === " " && at?.matches("button,a,summary")); // which it presses
    if (busy || just || event.repeat || document.querySelector('[role="dialog"]')) return;
    done?.();
  });
  useEffect(() => {
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [press]);
}
