import "./print.css";

import { Button } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { Link, useParams } from "react-router";

import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";
import { StepWords } from "../stages/CardStage";
import { WithFractions } from "../tape/Digits";
import { PrintFlags, PrintHead } from "./parts";
import { useSolved } from "./useSolved";

/** The work card on one or two clean pages: steps with boxes, the stations of the set plan, and what stands against the work. */
export function CardPage() {
  const id = Number(useParams().openingId);
  const { page, solved, failed, job } = useSolved(id);
  const opening = page.data?.opening;
  const ticked = new Set(page.data?.ticks.map((t) => String(t.detail.key)));
  return (
    <>
      <Bar
        job={job}
        trail={
          <>
            <Link to={`/openings/${id}/card`}>{[opening?.mark || "no mark", opening?.room].filter(Boolean).join(" · ")}</Link>
            <span aria-hidden="true">›</span>
            <h1>Work card</h1>
          </>
        }
      >
        <Button leftSection={<IconPrinter size={18} />} onClick={() => window.print()}>
          Print
        </Button>
      </Bar>
      <main className="print-page">
        {failed && <Problem error={failed.error} retry={() => void failed.refetch()} />}
        {!failed && !solved.data && <p className="quiet" aria-busy="true">Working it out…</p>}
        {solved.data && page.data && (
          <article>
            <PrintHead page={page.data} />
            <ol className="print-steps">
              {solved.data.steps.map((step, n) => (
                <li key={step.key}>
                  {step.part !== solved.data.steps[n - 1]?.part && <h2>{step.part}</h2>}
                  <div>
                    <span className="tick">{ticked.has(step.key) ? "☑" : "☐"}</span>
                    <div>
                      <StepWords step={step} n={n + 1} />
                    </div>
                  </div>
                </li>
              ))}
            </ol>
            {solved.data.found.set && (
              <section className="print-flags">
                <h2>Behind the legs</h2>
                <ul>
                  {solved.data.found.set.stations.map((s) => (
                    <li key={s.name}>
                      {s.label}, <WithFractions text={s.up} /> up: <WithFractions text={s.pack} />
                    </li>
                  ))}
                </ul>
              </section>
            )}
            <PrintFlags result={solved.data} title="Stops and checks" levels={["stop", "check"]} />
          </article>
        )}
      </main>
    </>
  );
}
