import type { Catalogue, StageName } from "../api/client";

/** The stage on which a fact is settled, among those this kind of door has: the nearest path above it that has a home. */
export function stageOf(path: string, stages: readonly StageName[], homes: Catalogue["homes"]): StageName {
  let at = path.replaceAll(/\[\d+\]/g, "[]");
  while (at && !homes[at]) at = at.endsWith("[]") ? at.slice(0, -2) : at.slice(0, Math.max(0, at.lastIndexOf(".")));
  const home = homes[at] ?? "frame";
  return stages.includes(home) ? home : "frame";
}
