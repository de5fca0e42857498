import { Button, SegmentedControl } from "@mantine/core";
import { Link, useParams } from "react-router";

import { ApiProblem, type JobPlan, type PlannedWork } from "../api/client";
import { Empty } from "../app/Empty";
import { Fold, useFold } from "../app/Fold";
import { JobBar } from "../app/JobBar";
import { DayField } from "../app/DayField";
import { Problem } from "../app/Problem";
import { useInAddress } from "../app/useInAddress";
import { WithFractions } from "../tape/Digits";
import { inHours } from "../timing/hours";
import { Calendars } from "./Calendars";
import { CrewPanel } from "./CrewPanel";
import { clock, dayOf } from "./day";
import styles from "./PlanPage.module.css";
import { type PlanWork, usePlan } from "./usePlan";
import { Weeks } from "./Weeks";

/** Who does what when: what the plan comes to, what it waits for, and each day person by person. */
export function PlanPage() {
  const id = Number(useParams().jobId);
  const work = usePlan(id);
  const { job, draft } = work;
  const of = draft ? work.tried : work.plan;
  // while what is tried is being planned, the plan as it was stays: nothing that has the focus goes away
  const data = of.data ?? work.plan.data;
  const busy = draft !== null && (work.waits || of.isPending || of.isPlaceholderData);
  const [how, setHow] = useInAddress<"days" | "weeks">("how", "weeks");
  const nobody = (work.crew.people ?? []).length === 0;
  return (
    <>
      <JobBar
        prints
        tables={job.data?.job.crew?.people?.length ? ["days"] : undefined}
        id={id}
        job={job.data?.job}
        title="Who and when"
      />
      <main className={`page ${styles.page}`}>
        {job.data && nobody && (
          <Empty like="weeks">Say who works here, and the plan stands here: who does what when.</Empty>
        )}
        {!nobody && of.isError && !of.data && !draft && <Problem error={of.error} retry={() => void of.refetch()} />}
        {!nobody && !data && of.isPending && (
          <p className="quiet" aria-busy="true">
            Planning the work…
          </p>
        )}
        {draft && <Tried work={work} />}
        {!nobody && data && <Said plan={data} work={work} busy={busy} />}
        {!nobody && data && (
          <>
            <SegmentedControl
              className={styles.how}
              aria-label="How the plan is shown"
              value={how}
              onChange={(to) => setHow(to)}
              data={[
                { value: "weeks", label: "Weeks" },
                { value: "days", label: "Day by day" },
              ]}
            />
            {how === "weeks" ? <Weeks plan={data} work={work} /> : <Days plan={data} />}
          </>
        )}
        {!nobody && data && <HeldUp plan={data} work={work} />}
        {!nobody && data && <ToCome plan={data} work={work} />}
        {job.data && <CrewPanel work={work} />}
        {job.data && !nobody && <Calendars id={id} />}
      </main>
    </>
  );
}

/** Something is tried: keep it, or let it go. */
function Tried({ work }: { work: PlanWork }) {
  const { draft, save, drop, put } = work;
  const settled = draft?.settled ?? [];
  const more = save.error instanceof ApiProblem && !save.error.conflict && save.error.errors.length === 0;
  return (
    <section aria-label="Tried" className={styles.tried}>
      {settled.map((one) => (
        <p key={one}>
          Taken as settled: {one}{" "}
          <Button
            size="compact-md"
            variant="default"
            aria-label={`Not after all: ${one}`}
            onClick={() => put({ settled: settled.filter((s) => s !== one) })}
          >
            Not after all
          </Button>
        </p>
      ))}
      {settled.length > 0 && <p className="quiet">To keep that, say it at its opening.</p>}
      <div className="row">
        <Button loading={save.isPending} onClick={() => save.mutate(draft!)}>
          Keep it so
        </Button>
        <Button variant="default" onClick={drop}>
          As it was
        </Button>
      </div>
      {more && (
        <p role="alert" className="error">
          {save.error!.message}
        </p>
      )}
    </section>
  );
}

/** What was ordered and has not come, and for which day: another day is tried before it is kept. */
function ToCome({ plan, work }: { plan: JobPlan; work: PlanWork }) {
  if (plan.coming.length === 0) return null;
  const promised = work.draft?.promised ?? {};
  const tried = plan.coming.filter((one) => String(one.order) in promised).length;
  return (
    <details className={`more ${styles.coming}`} open={tried > 0 || undefined}>
      <summary>To come: {plan.coming.length}</summary>
      <ul>
        {plan.coming.map((one) => (
          <li key={one.order}>
            <p>
              <b>
                <WithFractions text={one.what} />
              </b>{" "}
              for {one.marks.join(", ")}
            </p>
            <DayField
              label={`${one.what} comes`}
              value={promised[one.order] ?? one.promised ?? ""}
              say={(day) => work.put({ promised: { ...promised, [one.order]: day } })}
            />
            {!one.promised && <span className="chip check">nobody knows when</span>}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What the plan comes to, in words; of one that is tried, beside what it was. */
function Said({ plan, work, busy }: { plan: JobPlan; work: PlanWork; busy: boolean }) {
  return (
    <section aria-label="The plan" className={styles.said}>
      <p role="status" className={styles.told} aria-busy={busy || undefined}>
        {work.draft && <span className="chip check">tried</span>} {plan.told}
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
        <p key={one.trade + one.at} className={one.late.length ? styles.late : undefined}>
          {one.told}
        </p>
      ))}
      {plan.help.length > 0 && (
        <>
          <p>{plan.helped}</p>
          <div className="row">
            {plan.help.map((one) => (
              <Button key={one.told} variant="default" onClick={() => work.setCrew(one.crew)}>
                Try it with {one.short}
              </Button>
            ))}
          </div>
        </>
      )}
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
  const fold = useFold(plan.days[0]?.day, "day");
  return plan.days.map((day) => (
    <Fold
      key={day.day}
      label={dayOf(day.day)}
      line={day.people
        .filter((one) => one.work.length > 0)
        .map((one) => `${one.name}: ${[...new Set(one.work.map((work) => work.mark))].join(", ")}`)
        .join(" · ")}
      {...fold.of(day.day)}
    >
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
    </Fold>
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
function HeldUp({ plan, work }: { plan: JobPlan; work: PlanWork }) {
  const settled = work.draft?.settled ?? [];
  const by = new Map<string, { mark: string; opening: number; labels: string[]; names: string[] }>();
  for (const one of plan.held_up) {
    const why = one.waits_for.join("; ");
    const found = by.get(`${one.opening} ${why}`);
    if (found) found.labels.push(one.label);
    else
      by.set(`${one.opening} ${why}`, {
        mark: one.mark,
        opening: one.opening,
        labels: [one.label],
        names: one.waits_for,
      });
  }
  return (
    <>
      {by.size > 0 && (
        <details className="more" aria-label="Waits" open={settled.length > 0 || undefined}>
          <summary>Cannot be planned yet: {[...new Set([...by.values()].map((one) => one.mark))].join(", ")}</summary>
          <ul className={styles.waits}>
            {[...by].map(([key, one]) => (
              <li key={key}>
                <Link to={`/openings/${one.opening}`}>{one.mark}</Link> {one.labels.join(", ")}
                <br />
                <span className="quiet">
                  for <WithFractions text={key.slice(key.indexOf(" ") + 1)} />
                </span>{" "}
                <Button
                  size="compact-md"
                  variant="default"
                  aria-label={`What if it is settled? ${one.names.join("; ")}`}
                  onClick={() => work.put({ settled: [...new Set([...settled, ...one.names])] })}
                >
                  What if it is settled?
                </Button>
              </li>
            ))}
          </ul>
        </details>
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
