import { useWork } from "../work/context";
import { usePlaceAsked } from "../work/placeAsked";
import { ReadingForm } from "./ReadingForm";
import { ReadingList } from "./ReadingList";
import type { StageView } from "./stages";
import { FoundSheet } from "../drawing/FoundSheet";

/** The round of the survey: the sketch lights the next place, the field takes the reading, Enter goes on. */
export function SurveyStage() {
  const { result } = useWork();
  const { place, go } = usePlaceAsked();
  const set = result?.found.set;
  return (
    <>
      {set && (
        <p className="verdict" data-verdict={set.verdict}>
          {set.said}
        </p>
      )}
      <ReadingForm phase="survey" place={place} go={go} />
      <ReadingList phase="survey" again={go} />
      {!result?.found.readings.length && (
        <p className="quiet">
          Widths and heights first, then the level on both studs. Any order will do; what is taken again stands instead
          of what was read before, and both stay in the record.
        </p>
      )}
    </>
  );
}

export const stage: StageView = { name: "survey", panel: SurveyStage, sheet: FoundSheet };
