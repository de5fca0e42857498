import type { Catalogue, FloorType, Region } from "../api/client";

/** A choice of the document: what it is called, what counts while nobody chose, and what there is to choose from. */
export interface Choice {
  label: string;
  fallback: string;
  data: { value: string; label: string }[];
  kind: Catalogue["choices"][string]["kind"];
}

interface Around {
  catalogue: Catalogue;
  region: Region;
  floors: FloorType[];
  /** What the wall is framed in. */
  studs?: string;
}

/** The house rules a wall of steel goes by, where nobody said it. */
const IN_STEEL: Record<string, string> = {
  "wall.stud_thickness": "steel_stud",
  "wall.stud_depth": "steel_depth",
  "wall.plate_thickness": "steel_track",
};

/** The house rule that stands in for a length nobody said; `studs` is what the wall is framed in. */
export const ruleFor = (path: string, rule: string | null | undefined, studs: string | undefined) =>
  (studs === "steel" ? IN_STEEL[path] : undefined) ?? rule;

/** What a wall's height is called, by the way the crew has it. */
export const heightLabel = (by: string | undefined, words: Record<string, string>) =>
  ({
    under_plates: `Height under the ${words.top_plate ?? "top plate"}s`,
    stud: "Length of a full stud",
    overall: "Height over all",
  })[by ?? "under_plates"] ?? "Height";

const FLOOR_FROM = /^opening\.floors\.([ab])_from$/;

/** The choice at a path in the crew's words; nothing where the fact there is none. A side's floor is one of the job's. */
export function choiceAt(path: string, { catalogue, region, floors, studs }: Around): Choice | undefined {
  const side = FLOOR_FROM.exec(path)?.[1];
  if (side)
    return {
      label: `Floor on side ${side.toUpperCase()}`,
      fallback: "",
      data: floors.map((f) => ({ value: f.key, label: f.name || f.key })),
      kind: "word",
    };
  const of = catalogue.choices[path.replaceAll(/\[\d+\]/g, "[]")];
  const said = (label: Record<string, string>) =>
    (studs === "steel" ? label[`${region}/steel`] : undefined) ?? label[region];
  return (
    of && {
      label: said(of.label) ?? path,
      fallback: of.fallback,
      data: of.options.map(({ value, label }) => ({ value, label: said(label) ?? value })),
      kind: of.kind,
    }
  );
}

/** What the document has of what was chosen. */
export const chosen = (value: string, kind: Choice["kind"]): string | number | boolean | undefined =>
  value === "" ? undefined : kind === "number" ? Number(value) : kind === "yes_no" ? value === "yes" : value;

/** What is chosen of what the document has. */
export const choiceOf = (value: unknown): string =>
  value === true
    ? "yes"
    : value === false
      ? "no"
      : typeof value === "number"
        ? String(value)
        : ((value as string | null) ?? "");
