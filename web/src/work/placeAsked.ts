import { useRef } from "react";

import { useHeld } from "../tape/typed";
import { type PlaceAsked, useWork } from "./context";

/** Which place is being read: held like what is typed for it, so that a reading half written down is in view again. */
export function useAsking(): PlaceAsked {
  const [place, setPlace] = useHeld<string>("place asked", "");
  const newest = useRef<string>(undefined);
  return {
    place,
    go: (to) => {
      newest.current = to;
      setPlace(to);
    },
    hasLeft: (from) => newest.current !== undefined && newest.current !== from,
  };
}

/** The place to read now: the one chosen, else the next of the round that nobody has read. */
export function usePlaceAsked(phase: "survey" | "check" = "survey") {
  const { result, asked } = useWork();
  const asks = result?.found.asks.filter((a) => a.phase === phase) ?? [];
  const mine = asks.some((a) => a.place === asked.place) ? asked.place : undefined;
  const next = asks.find((a) => a.round && !a.read)?.place;
  return { place: mine ?? next ?? asks[0]?.place ?? "", go: asked.go };
}
