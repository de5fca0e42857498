import { useSyncExternalStore } from "react";

import { useWork } from "../opening/context";

// The place that is asked for now is shared by the form, the list and the sketch of one opening.
let chosen: { opening: number; place: string } | null = null;
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Whether somebody has gone to another place of this opening than `from` in the meantime. */
export const hasLeft = (opening: number, from: string) => chosen !== null && chosen.opening === opening && chosen.place !== from;

/** The place to read now: the one chosen, else the next of the round that nobody has read. */
export function useAsked(phase: "survey" | "check" = "survey") {
  const { page, result } = useWork();
  const now = useSyncExternalStore(subscribe, () => chosen);
  const asks = result?.found.asks.filter((a) => a.phase === phase) ?? [];
  const mine = now?.opening === page.id && asks.some((a) => a.place === now.place) ? now.place : undefined;
  const next = asks.find((a) => a.round && !a.read)?.place;
  const go = (place: string) => {
    chosen = { opening: page.id, place };
    listeners.forEach((listener) => listener());
  };
  return { place: mine ?? next ?? asks[0]?.place ?? "", go };
}
