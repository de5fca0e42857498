import type { Catalogue, FloorType } from "../api/client";

/** A choice of the document: what it is called, what counts while nobody chose, and what there is to choose from. */
export interface Choice {
  label: string;
  fallback: string;
  data: { value: string; label: string }[];
  /** The document has a whole number, or yes and no, and not the word itself. */
  as?: "number" | "switch";
}

interface Around {
  words: Record<string, string>;
  floors: FloorType[];
  frames: Catalogue["frames"];
}

const numbers = (least: number, most: number) =>
  Array.from({ length: most - least + 1 }, (_, i) => String(i + least)).map((n) => ({ value: n, label: n }));

const CORNERS = [
  { value: "square", label: "square" },
  { value: "round", label: "round" },
];
const YES_NO = [
  { value: "yes", label: "Yes" },
  { value: "no", label: "No" },
];

/** What a wall's height is called, by the way the crew has it. */
export const heightLabel = (by: string | undefined, words: Record<string, string>) =>
  ({
    under_plates: `Height under the ${words.top_plate ?? "top plate"}s`,
    stud: "Length of a full stud",
    overall: "Height over all",
  })[by ?? "under_plates"] ?? "Height";

/** The choices that an opening and its wall may take from their job, by path. */
export function choices({ words, floors, frames }: Around): Record<string, Choice> {
  const leg = words.leg ?? "leg";
  const floor = (side: string): Choice => ({
    label: `Floor on side ${side}`,
    fallback: "",
    data: floors.map((f) => ({ value: f.key, label: f.name || f.key })),
  });
  const corner = (label: string): Choice => ({ label, fallback: "", data: CORNERS });
  return {
    "wall.height_by": {
      label: "Its height is given as",
      fallback: "under_plates",
      data: [
        { value: "under_plates", label: `Floor to the underside of the ${words.top_plate ?? "top plate"}s` },
        { value: "stud", label: "Length of a full stud" },
        { value: "overall", label: "Over all, plates and all" },
      ],
    },
    "wall.top_plates": {
      label: `${words.top_plate ?? "top plate"}s`,
      fallback: "2",
      data: numbers(1, 4),
      as: "number",
    },
    "wall.bottom_plates": { label: `${words.plate ?? "plate"}s`, fallback: "1", data: numbers(1, 3), as: "number" },
    "opening.header.make_up": {
      label: `The ${words.header ?? "header"} is`,
      fallback: "solid",
      data: [
        { value: "solid", label: "One piece" },
        { value: "plies", label: "Plies and packing" },
      ],
    },
    "opening.header.plies": { label: "Plies", fallback: "2", data: numbers(2, 4), as: "number" },
    "opening.header.jacks": {
      label: `Each side: ${words.jack ?? "jack"}s`,
      fallback: "1",
      data: numbers(1, 4),
      as: "number",
    },
    "opening.header.kings": {
      label: `Each side: ${words.king ?? "king"}s`,
      fallback: "1",
      data: numbers(1, 4),
      as: "number",
    },
    "opening.floors.a_from": floor("A"),
    "opening.floors.b_from": floor("B"),
    "opening.frame.kind": {
      label: "Kind of frame",
      fallback: "flat_jamb",
      data: frames.map((f) => ({ value: f.kind, label: f.label })),
    },
    "opening.frame.supply": {
      label: "How it comes",
      fallback: "site_built",
      data: [
        { value: "site_built", label: "Built on site" },
        { value: "pre_hung", label: "Pre-hung" },
      ],
    },
    "opening.frame.stands_on": {
      label: `The ${leg}s stand on`,
      fallback: "rough_floor",
      data: [
        { value: "rough_floor", label: "Rough floor" },
        { value: "finished_floor", label: "Finished floor" },
        { value: "spacer", label: "A spacer" },
      ],
    },
    "opening.frame.legs_beside_sill": {
      label: `The ${leg}s stand beside the sill, not on it`,
      fallback: "no",
      data: YES_NO,
      as: "switch",
    },
    "opening.frame.sill_site_made": { label: "The sill is made on site", fallback: "no", data: YES_NO, as: "switch" },
    "opening.casing.corner": {
      label: "Corners",
      fallback: "mitred",
      data: [
        { value: "mitred", label: "Mitred" },
        { value: "butted", label: "Butted" },
      ],
    },
    "opening.door.hardware.hinge_corner": corner("Hinge corners"),
    "opening.door.hardware.hinge_mortise": corner("Hinge mortises"),
    "opening.door.hardware.latch_corner": corner("Latch plate"),
    "opening.door.hardware.latch_mortise": corner("Latch mortise"),
  };
}

/** What the document has of what was chosen. */
export const chosen = (value: string, as: Choice["as"]): string | number | boolean | undefined =>
  value === "" ? undefined : as === "number" ? Number(value) : as === "switch" ? value === "yes" : value;

/** What is chosen of what the document has. */
export const choiceOf = (value: unknown): string =>
  value === true
    ? "yes"
    : value === false
      ? "no"
      : typeof value === "number"
        ? String(value)
        : ((value as string | null) ?? "");
