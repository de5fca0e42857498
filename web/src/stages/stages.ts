import { type ComponentType, createElement } from "react";

import type { StageName } from "../api/client";
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

/** The stages shown until the server has answered for the first time. */
export const FIRST_STAGES: StageName[] = ["door", "floor", "opening", "frame", "trim"];

const SHEETS: Partial<Record<StageName, ComponentType>> = { survey: FoundSheet, set: SetSheet, hang: HangSheet };

/** The drawing that answers a stage's question: the opening between its tapes unless the stage has its own. */
export const StageSheet = ({ stage }: { stage: StageName }) => createElement(SHEETS[stage] ?? Sheet);

/** The panel of a stage. */
export const StagePanel = ({ stage }: { stage: StageName }) => createElement(PANELS[stage]);
