import type { FloorType, Layer, Opening } from "../api/client";

/** The layers a side stands on and where they are kept: with the opening, or with the floor of the job it names. */
export function floorUnder(
  opening: Opening,
  side: "a" | "b",
  floors: FloorType[],
): { layers: Layer[] | null | undefined; path: string; key: string | null } {
  const key = opening.floors?.[`${side}_from`] ?? null;
  const index = floors.findIndex((f) => f.key === key);
  if (index >= 0) return { layers: floors[index]!.layers ?? [], path: `floors[${index}].layers`, key };
  return { layers: opening.floors?.[side], path: `opening.floors.${side}`, key };
}
