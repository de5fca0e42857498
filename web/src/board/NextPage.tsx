import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";

import type { JobPlan, JobWaits } from "../api/client";
import { Empty } from "../app/Empty";
import { JobBar } from "../app/JobBar";
import { Problem } from "../app/Problem";
import { untilFound } from "../app/searching";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { planAsked, useWaits } from "../app/useWaits";
import styles from "./NextPage.module.css";

const MOST = 12; // named in one sentence

/** A job by itself: what is next, for whom, and what waits on what, each sentence leading to its place. */
export function NextPage() {
  const id = Number(useParams().jobId);
  const { unit, words } = useShow();
  const job = useJob(id);
  const waits = useWaits(id);
  const plan = useQuery({
    ...planAsked(id, unit, words),
    enabled: Boolean(waits.data?.crew),
    refetchInterval: untilFound,
    retry: false,
  });
  const of = job.data?.job;
  return (
    <>
      <JobBar id={id} job={of} title="What is next" />
      <main className={`page ${styles.page}`}>
        {waits.isError && <Problem error={waits.error} retry={() => void waits.refetch()} />}
        {of && (
          <p className="quiet">
            {[of.place, of.work === "renovation" ? "renovation" : "new build"].filter(Boolean).join(" · ")}
          </p>
        )}
        {waits.data && <InTheWay id={id} of={waits.data} />}
        {waits.data && plan.data && <ForWhom id={id} plan={plan.data} />}
        {waits.data && !waits.data.crew && waits.data.walk.length > 0 && (
          <p>
            Nobody works here yet. <Link to={`/jobs/${id}/plan`}>Say who does</Link>, and who does what next stands
            here.
          </p>
        )}
      </main>
    </>
  );
}

const NEXT = { facts: "has facts to say", frame: "is to frame", set: "is to set", sign: "is to sign off" };
const STAGE_OF = { facts: "", frame: "/card", set: "/set", sign: "/card" };

/** What stands in the way of the job, and what comes next on the walk. */
function InTheWay({ id, of }: { id: number; of: JobWaits }) {
  if (of.walk.length === 0)
    return (
      <Empty like="lines">
        No opening yet. <Link to={`/jobs/${id}`}>Say the first door</Link>, and what is next stands here.
      </Empty>
    );
  const stopped = of.walk.filter((one) => one.stopped);
  const lacks = of.walk.filter((one) => one.lacks);
  return (
    <ul className={styles.said}>
      {of.next ? (
        <li>
          Next on the walk: <Link to={`/openings/${of.next.id}${STAGE_OF[of.next.what]}`}>{of.next.name}</Link>{" "}
          {NEXT[of.next.what]}.
        </li>
      ) : (
        <li>All {of.walk.length} are signed off.</li>
      )}
      {stopped.length > 0 && (
        <li className={styles.stop}>
          <Link to={`/jobs/${id}?show=stop`}>
            {stopped.length} of {of.walk.length} stopped
          </Link>
          : <Named list={stopped} />.
        </li>
      )}
      {lacks.length > 0 && (
        <li>
          <Link to={`/jobs/${id}?show=missing`}>{lacks.length === 1 ? "1 lacks" : `${lacks.length} lack`} facts</Link>:{" "}
          <Named list={lacks} />.
        </li>
      )}
      {of.late > 0 && (
        <li className={styles.stop}>
          <Link to={`/jobs/${id}/came`}>{of.late === 1 ? "1 order is" : `${of.late} orders are`} late</Link>.
        </li>
      )}
      {of.awaited > of.late && (
        <li>
          <Link to={`/jobs/${id}/came`}>
            {of.awaited - of.late === 1 ? "1 order is" : `${of.awaited - of.late} orders are`} to come
          </Link>
          .
        </li>
      )}
      {of.lapsed > 0 && (
        <li className={styles.stop}>
          <Link to={`/jobs/${id}?show=signed`}>
            {of.lapsed === 1 ? "1 opening has" : `${of.lapsed} openings have`} moved since it was signed off
          </Link>
          : look again.
        </li>
      )}
    </ul>
  );
}

function Named({ list }: { list: { id: number; name: string }[] }) {
  const links = list.slice(0, MOST).flatMap<ReactNode>((one, i) => [
    i > 0 && ", ",
    <Link key={one.id} to={`/openings/${one.id}`}>
      {one.name}
    </Link>,
  ]);
  return (
    <>
      {links}
      {list.length > MOST && ` and ${list.length - MOST} more`}
    </>
  );
}

/** Who begins with what on the first day there is work on, whether it is done in time, and what cannot be planned. */
function ForWhom({ id, plan }: { id: number; plan: JobPlan }) {
  const first = plan.days[0];
  const byOpening = new Map<string, JobPlan["held_up"]>();
  for (const one of plan.held_up) {
    const key = `${one.opening} ${one.waits_for.join("; ")}`; // two may wait for the same
    byOpening.set(key, [...(byOpening.get(key) ?? []), one]);
  }
  const held = [...byOpening.values()];
  return (
    <>
      {plan.deadlines.map((one) => (
        <p key={one.trade + one.at} className={one.late.length ? styles.stop : undefined}>
          <Link to={`/jobs/${id}/plan`}>{one.told.slice(0, one.told.indexOf(". ") + 1)}</Link>
          {one.told.slice(one.told.indexOf(". ") + 1)}
        </p>
      ))}
      {first && (
        <section>
          <h2>
            First,{" "}
            {new Date(`${first.day}T12:00:00`).toLocaleDateString(undefined, {
              weekday: "long",
              day: "numeric",
              month: "long",
            })}
          </h2>
          <ul className={styles.people}>
            {first.people
              .filter((one) => one.work.length > 0)
              .map((one) => (
                <li key={one.name}>
                  <b>{one.name}</b>{" "}
                  {one.work.slice(0, 3).map((work, i) => (
                    <span key={work.key}>
                      {i > 0 && ", then "}
                      <Link to={`/openings/${work.opening}/card`}>
                        {work.mark}: {work.label}
                      </Link>
                    </span>
                  ))}
                </li>
              ))}
          </ul>
        </section>
      )}
      {plan.held_up.length > 0 && (
        <section>
          <h2>Waits</h2>
          <ul className={styles.people}>
            {held.slice(0, MOST).map((them) => (
              <li key={`${them[0]!.opening} ${them[0]!.label}`}>
                <Link to={`/openings/${them[0]!.opening}`}>
                  <b>{them[0]!.mark}</b> {them.map((one) => one.label).join(", ")}
                </Link>{" "}
                <span className="quiet">for {them[0]!.waits_for.join("; ")}</span>
              </li>
            ))}
          </ul>
          {held.length > MOST && (
            <p>
              <Link to={`/jobs/${id}/plan`}>{held.length - MOST} more wait</Link>
            </p>
          )}
        </section>
      )}
    </>
  );
}
