import { Button } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { Link, useParams } from "react-router";

import type { JobPlan, PlannedWork } from "../api/client";
import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";
import { inHours } from "../timing/hours";
import { CrewPanel } from "./CrewPanel";
import { clock, dayOf } from "./day";
import styles from "./PlanPage.module.css";
import { usePlan } from "./usePlan";

/** Who does what when: what the plan comes to, what it waits for, and each day person by person. */
export function PlanPage() {
  const id = Number(useParams().jobId);
  const work = usePlan(id);
  const { job, draft } = work;
  const of = draft ? work.tried : work.plan;
  const nobody = (work.crew.people ?? []).length === 0;
  return (
    <>
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{job.data?.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>Who and when</h1>
          </>
        }
      >
        <Button component={Link} variant="subtle" to={`/jobs/${id}/today`}>
          Today
        </Button>
        <Button component={Link} variant="subtle" to={`/jobs/${id}/time`}>
          What it took
        </Button>
        <Button leftSection={<IconPrinter size={18} />} onClick={() => window.print()}>
          Print
        </Button>
      </Bar>
      <main className={`page ${styles.page}`}>
        {job.data && nobody && (
          <p className="empty">Say who works here, and the plan stands here: who does what when.</p>
        )}
        {!nobody && of.isError && !of.data && !draft && <Problem error={of.error} retry={() => void of.refetch()} />}
        {!nobody && of.isPending && (
          <p className="quiet" aria-busy="true">
            Planning the work…
          </p>
        )}
        {!nobody && of.data && <Said plan={of.data} tried={draft !== null} />}
        {job.data && <CrewPanel work={work} />}
        {!nobody && of.data && <Days plan={of.data} />}
        {!nobody && of.data && <HeldUp plan={of.data} />}
      </main>
    </>
  );
}

/** What the plan comes to, in words; of one that is tried, beside what it was. */
function Said({ plan, tried }: { plan: JobPlan; tried: boolean }) {
  return (
    <section aria-label="The plan" className={styles.said}>
      <p role="status" className={styles.told}>
        {tried && <span className="chip check">tried</span>} {plan.told}
      </p>
      {plan.before && <p className="quiet">As it is kept: {plan.before}</p>}
      {plan.moved.length > 0 && (
        <table className={styles.moved}>
          <thead>
            <tr>
              <th scope="col">Opening</th>
              <th scope="col">was done</th>
              <th scope="col">is done</th>
            </tr>
          </thead>
          <tbody>
            {plan.moved.map((one) => (
              <tr key={one.opening}>
                <th scope="row">{one.mark}</th>
                <td>{one.before ?? "not planned"}</td>
                <td>{one.after ?? "not planned"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {plan.deadlines.map((one) => (
        <p key={one.trade + one.at} className={one.late ? styles.late : undefined}>
          {one.told}
        </p>
      ))}
      {plan.chain.length > 0 && (
        <details className="more">
          <summary>What holds the finish up: {plan.chain.length} one after the other</summary>
          <ol className={styles.chain}>
            {plan.chain.map((one, n) => (
              <li key={n}>{one}</li>
            ))}
          </ol>
        </details>
      )}
    </section>
  );
}

function Days({ plan }: { plan: JobPlan }) {
  return plan.days.map((day) => (
    <section key={day.day} aria-label={dayOf(day.day)}>
      <h2>{dayOf(day.day)}</h2>
      <div className={styles.people}>
        {day.people.map((person) => (
          <article key={person.name} aria-label={person.name}>
            <h3>{person.name}</h3>
            <ol>
              {person.work.map((one) => (
                <Work key={one.key} work={one} day={day.day} />
              ))}
            </ol>
          </article>
        ))}
      </div>
    </section>
  ));
}

function Work({ work, day }: { work: PlannedWork; day: string }) {
  const over = work.end.slice(0, 10) !== day;
  return (
    <li data-critical={work.critical || undefined} data-late={work.late > 0 || undefined}>
      <b className={styles.when}>{clock(work.start)}</b>
      <div>
        <p>
          <Link to={`/openings/${work.opening}/card`}>{work.mark}</Link> <strong>{work.label}</strong>
        </p>
        <p className="quiet">
          {work.room && `${work.room} · `}
          {inHours(work.minutes)}
          {work.minutes_are !== "by rule" && ` (${work.minutes_are})`}, to {over ? `${dayOf(work.end)} ` : ""}
          {clock(work.end)}
          {work.others.length > 0 && ` · with ${work.others.join(", ")}`}
          {work.late > 0 ? (
            <span className="chip stop">{work.late} min late</span>
          ) : work.critical ? (
            " · holds the finish up"
          ) : (
            ""
          )}
        </p>
      </div>
    </li>
  );
}

/** What cannot be planned and what it waits for; and what the plan takes as it is hoped. */
function HeldUp({ plan }: { plan: JobPlan }) {
  const by = new Map<string, { mark: string; opening: number; labels: string[] }>();
  for (const one of plan.held_up) {
    const why = one.waits_for.join("; ");
    const found = by.get(`${one.opening} ${why}`);
    if (found) found.labels.push(one.label);
    else by.set(`${one.opening} ${why}`, { mark: one.mark, opening: one.opening, labels: [one.label] });
  }
  return (
    <>
      {by.size > 0 && (
        <section aria-label="Waits">
          <h2>Waits</h2>
          <ul className={styles.waits}>
            {[...by].map(([key, one]) => (
              <li key={key}>
                <Link to={`/openings/${one.opening}`}>{one.mark}</Link> {one.labels.join(", ")}
                <br />
                <span className="quiet">for {key.slice(key.indexOf(" ") + 1)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {plan.assumed.length > 0 && (
        <details className="more">
          <summary>Taken as hoped: {plan.assumed.length}</summary>
          <ul>
            {plan.assumed.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
