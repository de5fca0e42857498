import type { PlannedStick } from "../api/client";
import { within } from "../api/words";

/** Sticks that follow each other and are cut alike: the stop stays where it is for all of them. */
export interface Alike {
  sticks: PlannedStick[];
  /** Where the stop is set, in turn. */
  stops: string[];
}

const shape = (stick: PlannedStick) => [stick.length, ...stick.pieces.map((p) => p.length)].join("|");

export function alike(sticks: PlannedStick[]): Alike[] {
  const groups: Alike[] = [];
  for (const stick of sticks) {
    const last = groups.at(-1);
    if (last && shape(last.sticks[0]!) === shape(stick)) last.sticks.push(stick);
    else groups.push({ sticks: [stick], stops: [...new Set(stick.pieces.map((p) => p.text))] });
  }
  return groups;
}

const TINTS = 8;

/** A tint for everything pieces are for, in the order they come; its mark stands in every piece beside it. */
export function tints(sticks: PlannedStick[]): Map<string, number> {
  const marks = new Map<string, number>();
  for (const stick of sticks)
    for (const piece of stick.pieces) if (!marks.has(piece.mark)) marks.set(piece.mark, marks.size % TINTS);
  return marks;
}

/** What is cut off a stick, in the order it is cut: "101 jamb stud 80 7/8 in". */
export const named = (stick: PlannedStick) =>
  stick.pieces.map((p) => `${p.mark} ${within(p.label)}${part(p)} ${p.text}`);

export const part = (p: PlannedStick["pieces"][number]) =>
  p.part === null ? "" : ` ${p.copy}, part ${p.part} of ${p.parts.length}`;
