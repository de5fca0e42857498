import { useWork } from "./context";

/** The place to read now: the one chosen, else the next of the round that nobody has read. */
export function usePlaceAsked(phase: "survey" | "check" = "survey") {
  const { result, asked } = useWork();
  const asks = result?.found.asks.filter((a) => a.phase === phase) ?? [];
  const mine = asks.some((a) => a.place === asked.place) ? asked.place : undefined;
  const next = asks.find((a) => a.round && !a.read)?.place;
  return { place: mine ?? next ?? asks[0]?.place ?? "", go: asked.go };
}
