import { useParams } from "react-router";

import { Photos } from "../photos/Photos";
import { StepWords } from "../slip/StepWords";
import { WithFractions } from "../tape/Digits";
import { PrintFlags, PrintList } from "./parts";
import { PrintFrame } from "./PrintFrame";
import { useSolved } from "./useSolved";
import styles from "./CardPage.module.css";

/** The work card on one or two clean pages: steps with boxes, the stations of the set plan, and what stands against the work. */
export function CardPage() {
  const id = Number(useParams().openingId);
  const solved = useSolved(id);
  const ticked = new Set(solved.page.data?.ticks.map((t) => String(t.detail.key)));
  return (
    <PrintFrame of={solved} title="Work card" back={`/openings/${id}/card`}>
      {(_, result) => (
        <>
          <ol className={styles.printSteps}>
            {result.steps.map((step, n) => (
              <li key={step.key}>
                {step.part !== result.steps[n - 1]?.part && <h2>{step.part}</h2>}
                <div>
                  <span className="tick">{ticked.has(step.key) ? "☑" : "☐"}</span>
                  <div>
                    <StepWords step={step} n={n + 1} />
                    <Photos
                      label={`step ${n + 1}`}
                      photos={solved.page.data?.photos.filter((p) => p.step === step.key) ?? []}
                    />
                  </div>
                </div>
              </li>
            ))}
          </ol>
          {result.found.set && (
            <PrintList title="Behind the legs">
              {result.found.set.stations.map((s) => (
                <li key={s.name}>
                  {s.label}, <WithFractions text={s.up} /> up: <WithFractions text={s.pack} />
                </li>
              ))}
            </PrintList>
          )}
          <PrintFlags result={result} title="Stops and checks" levels={["stop", "check"]} />
        </>
      )}
    </PrintFrame>
  );
}
