import { useCallback, useLayoutEffect, useRef } from "react";

/** A function that stays the same from one drawing to the next and does what the newest one does: who is given it need not be drawn anew. */
export function useSteady<Given extends unknown[], Answer>(does: (...given: Given) => Answer) {
  const newest = useRef(does);
  useLayoutEffect(() => {
    newest.current = does;
  });
  return useCallback((...given: Given) => newest.current(...given), []);
}
