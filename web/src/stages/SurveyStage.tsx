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
  const asks = result?.found.asks.filter((one) => one.phase === "survey" && one.round) ?? [];
  const left = asks.filter((one) => !one.read).length;
  const firstDone = asks.every((one) => !one.first || one.read);
  const disagrees = result?.flags.some((flag) => flag.stage === "survey" && flag.level !== "note");
  return (
    <>
      {set && (
        <p className="verdict" data-verdict={set.verdict}>
          {set.said}
        </p>
      )}
      <ReadingForm phase="survey" place={place} go={go} />
      <ReadingList phase="survey" again={go} />
      {!result?.found.readings.length ? (
        <p className="quiet">
          Seven tell first whether it will do: three widths, two heights, the level on both studs. Any order will do;
          what is taken again stands instead of what was read before, and both stay in the record.
        </p>
      ) : (
        firstDone &&
        left > 0 && (
          <p className="quiet">
            {disagrees
              ? `Something disagrees: read the other ${left} too.`
              : `Nothing in the first seven disagrees. Read the other ${left} where you doubt it.`}
          </p>
        )
      )}
    </>
  );
}

export const stage: StageView = { name: "survey", panel: SurveyStage, sheet: FoundSheet };
