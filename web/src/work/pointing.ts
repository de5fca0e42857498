import { useSyncExternalStore } from "react";

// No state of the opening's context: what is pointed at changes at every move of a hand, and only what shows it is drawn anew.
let at: string | null = null;
const shows = new Set<() => void>();
const listen = (changed: () => void) => {
  shows.add(changed);
  return () => void shows.delete(changed);
};

/** Point at a figure, or at none: it lights up on the drawing, the tapes and in every list. */
export const light = (figure: string | null) => {
  at = figure;
  shows.forEach((changed) => changed());
};

/** The figure pointed at: for what shows several. */
export const useLit = () => useSyncExternalStore(listen, () => at);

/** Whether one of these figures is pointed at. */
export const useIsLit = (...figures: string[]) =>
  useSyncExternalStore(listen, () => at !== null && figures.includes(at));
