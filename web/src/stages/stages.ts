import { type ComponentType, createElement } from "react";

import type { StageName } from "../api/client";
import { PlanSheet } from "./PlanSheet";

/** A stage as the screen shows it: its panel, and the drawing that answers its question where it has one of its own. */
export interface StageView {
  name: StageName;
  panel: ComponentType;
  sheet?: ComponentType;
}

// every panel in this folder says which stage it is
const VIEWS = Object.values(import.meta.glob<{ stage: StageView }>("./*Stage.tsx", { eager: true })).map(
  (one) => one.stage,
);

/** The stages shown until the server has answered for the first time. */
export const FIRST_STAGES: StageName[] = ["door", "floor", "opening", "frame", "trim"];

const viewOf = (stage: StageName) => VIEWS.find((view) => view.name === stage)!;

/** The drawing that answers a stage's question: the opening between its tapes unless the stage has its own. */
export const StageSheet = ({ stage }: { stage: StageName }) => createElement(viewOf(stage).sheet ?? PlanSheet);

/** The panel of a stage. */
export const StagePanel = ({ stage }: { stage: StageName }) => createElement(viewOf(stage).panel);
