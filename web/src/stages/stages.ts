import { type ComponentType, createElement } from "react";

import { FoundSheet } from "../drawing/FoundSheet";
import { HangSheet } from "../drawing/HangSheet";
import { SetSheet } from "../drawing/SetSheet";
import { Sheet } from "../drawing/Sheet";
import { CardStage } from "./CardStage";
import { DoorStage } from "./DoorStage";
import { FloorStage } from "./FloorStage";
import { FrameStage } from "./FrameStage";
import { HangStage } from "./HangStage";
import { OpeningStage } from "./OpeningStage";
import { PocketStage } from "./PocketStage";
import { SetStage } from "./SetStage";
import { SurveyStage } from "./SurveyStage";
import { TrackStage } from "./TrackStage";
import { TrimStage } from "./TrimStage";
import { WallStage } from "./WallStage";

export type StageName = "door" | "floor" | "opening" | "pocket" | "track" | "wall" | "frame" | "survey" | "set" | "hang" | "trim" | "card";

const PANELS: Record<StageName, ComponentType> = {
  door: DoorStage,
  floor: FloorStage,
  opening: OpeningStage,
  pocket: PocketStage,
  track: TrackStage,
  wall: WallStage,
  frame: FrameStage,
  survey: SurveyStage,
  set: SetStage,
  hang: HangStage,
  trim: TrimStage,
  card: CardStage,
};

/** Every stage in the order of the work; the server says which of them a kind of door has. */
export const STAGES: { name: StageName; label: string }[] = [
  { name: "door", label: "Door" },
  { name: "floor", label: "Floor" },
  { name: "opening", label: "Opening" },
  { name: "pocket", label: "Pocket" },
  { name: "track", label: "Track" },
  { name: "wall", label: "Wall" },
  { name: "frame", label: "Frame" },
  { name: "survey", label: "Survey" },
  { name: "set", label: "Set" },
  { name: "hang", label: "Hang" },
  { name: "trim", label: "Trim" },
  { name: "card", label: "Card" },
];

/** The stages shown until the server has answered for the first time. */
export const FIRST_STAGES: StageName[] = ["door", "floor", "opening", "frame", "trim"];

const SHEETS: Partial<Record<StageName, ComponentType>> = { survey: FoundSheet, set: SetSheet, hang: HangSheet };

/** The drawing that answers a stage's question: the opening between its tapes unless the stage has its own. */
export const StageSheet = ({ stage }: { stage: StageName }) => createElement(SHEETS[stage] ?? Sheet);

/** The panel of a stage. */
export const StagePanel = ({ stage }: { stage: StageName }) => createElement(PANELS[stage]);

const HOMES: [RegExp, StageName][] = [
  [/^opening\.door\.pocket/, "pocket"],
  [/^opening\.door\.slider\.(lean|base_|bolt_heads|backer|spacer|offset|fixing|lag)/, "wall"],
  [/^opening\.door\.slider/, "track"],
  [/^opening\.door\.bypass\.(overlap|track|between)/, "opening"],
  [/^survey/, "survey"],
  [/^cuts/, "frame"],
  [/^opening\.setting\.(opens|latch|later_floor)/, "hang"],
  [/^opening\.(setting|unit)/, "set"],
  [/^opening\.(door|mark|room)/, "door"],
  [/^(opening\.(floors|rules\.floor_gap)|floors)/, "floor"],
  [/^opening\.(casing|rules\.(setback|casing_))/, "trim"],
  [/^opening\.(rules|school|add_from|head_line|head_gain)/, "opening"],
];

/** The stage on which a fact is settled, among those this kind of door has. */
export function stageOf(path: string, stages: readonly StageName[]): StageName {
  const home = HOMES.find(([pattern]) => pattern.test(path))?.[1] ?? "frame";
  return stages.includes(home) ? home : "frame";
}
