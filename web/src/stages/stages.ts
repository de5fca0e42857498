import { type ComponentType, createElement } from "react";

import { DoorStage } from "./DoorStage";
import { FloorStage } from "./FloorStage";
import { FrameStage } from "./FrameStage";
import { OpeningStage } from "./OpeningStage";
import { TrimStage } from "./TrimStage";

export type StageName = "door" | "floor" | "opening" | "frame" | "trim";

const PANELS: Record<StageName, ComponentType> = { door: DoorStage, floor: FloorStage, opening: OpeningStage, frame: FrameStage, trim: TrimStage };

/** The stages of an opening in the order of the work. */
export const STAGES: { name: StageName; label: string }[] = [
  { name: "door", label: "Door" },
  { name: "floor", label: "Floor" },
  { name: "opening", label: "Opening" },
  { name: "frame", label: "Frame" },
  { name: "trim", label: "Trim" },
];

/** The panel of a stage. */
export const StagePanel = ({ stage }: { stage: StageName }) => createElement(PANELS[stage]);

/** The stage on which a fact is settled. */
export function stageOf(path: string): StageName {
  if (/^opening\.(door|mark|room)/.test(path)) return "door";
  if (/^opening\.(floors|rules\.floor_gap)/.test(path)) return "floor";
  if (/^opening\.(casing|rules\.(setback|casing_))/.test(path)) return "trim";
  if (/^opening\.(rules|school|add_from)/.test(path)) return "opening";
  return "frame";
}
