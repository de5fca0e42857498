import { createContext, useContext } from "react";

import type {
  Catalogue,
  FieldError,
  HeightsFrom,
  OpeningPageData,
  Region,
  Result,
  StageName,
  Unit,
} from "../api/client";
import type { Draft, Foreseen } from "./useDraft";

export interface PlaceAsked {
  /** Empty while nobody has chosen one. */
  place: string;
  go: (place: string) => void;
  /** Whether somebody has gone to another place than `from` in the meantime. */
  hasLeft: (from: string) => boolean;
}

export interface OpeningWork {
  page: OpeningPageData;
  now: Draft;
  /** The same with what is usual in the job where it says nothing. */
  meant: Draft;
  result: Result | undefined;
  errors: FieldError[];
  shown: { unit: Unit; step: "1/16" | "1/32" | "1" | "1/2" | undefined; words: Region; heights: HeightsFrom };
  words: Record<string, string>;
  catalogue: Catalogue;
  /** Put a value at a path; a function makes it of what stands there by then. */
  set: (path: string, value: unknown) => void;
  /** Ask what would follow from what is set in `setting`: nothing is. */
  ahead: (setting: () => void) => Promise<Foreseen | undefined>;
  /** Open the slip of a figure. */
  open: (figure: string) => void;
  goTo: (path: string, stage?: string) => void;
  stage: StageName;
  /** How far a slab is slid open where it is drawn, in millimetres. */
  slabAt: number;
  slideSlab: (mm: number) => void;
  /** Where the frame is being pushed to in its slot, in millimetres from its hinge end; null while nobody pushes. */
  framed: number | null;
  slideFrame: (mm: number | null) => void;
  /** The place of the survey or check somebody chose to read; the form, the list and the sketch share it. */
  asked: PlaceAsked;
  /** Nothing typed is left to save. */
  kept: boolean;
  /** An answer is under way. */
  solving: boolean;
  /** Take an answer of the server that carries the opening as it is now. */
  took: (page: OpeningPageData) => void;
}

export const OpeningContext = createContext<OpeningWork | null>(null);

export function useWork(): OpeningWork {
  const work = useContext(OpeningContext);
  if (!work) throw new Error("useWork needs an OpeningContext");
  return work;
}
