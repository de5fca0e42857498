import type { WallPageData } from "../api/client";
import { carried } from "../work/paths";

/** What a wall's page keeps: the wall and its openings, without what is worked out from them. */
export type Kept = Pick<WallPageData, "wall" | "openings">;

/** A change: what was seen when it was made, and what was made of it. */
export interface Choice {
  shown: Kept;
  chosen: Kept;
}

export const keptOf = ({ wall, openings }: Kept): Kept => ({ wall, openings });

/** What is kept with a change put on it; what others changed meanwhile stays. */
export function laidOver(kept: Kept, { shown, chosen }: Choice): Kept {
  const over = <T>(onto: T, before: T, after: T) => carried(onto, before, after) as T;
  return {
    wall: { ...kept.wall, wall: over(kept.wall.wall, shown.wall.wall, chosen.wall.wall) },
    openings: kept.openings.map((one) => {
      const before = shown.openings.find((o) => o.id === one.id);
      const after = chosen.openings.find((o) => o.id === one.id);
      return before && after ? { ...one, opening: over(one.opening, before.opening, after.opening) } : one;
    }),
  };
}
