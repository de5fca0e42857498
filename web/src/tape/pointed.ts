import { useSyncExternalStore } from "react";

/**
 * What one thing on the screen is pointed at, or none: no state of a context, for it changes at every move of a hand, and only
 * what shows it is drawn anew.
 */
export function pointed() {
  let at: string | null = null;
  const shows = new Set<() => void>();
  const listen = (changed: () => void) => {
    shows.add(changed);
    return () => void shows.delete(changed);
  };
  return {
    point: (to: string | null) => {
      at = to;
      shows.forEach((changed) => changed());
    },
    /** Where it is, for what shows several. */
    useAt: () => useSyncExternalStore(listen, () => at),
    /** Whether it is at one of these. */
    useIsAt: (...places: string[]) => useSyncExternalStore(listen, () => at !== null && places.includes(at)),
  };
}
