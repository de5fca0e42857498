import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { api, ask, type JobTime } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Empty } from "../app/Empty";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { inHours } from "./hours";
import { OddTime } from "./OddTime";
import styles from "./TimePage.module.css";

/** What a door costs this crew in time: found beside the rule, and what the next one is expected to take. */
export function TimePage() {
  const id = Number(useParams().jobId);
  const show = useShow();
  const path = { job_id: id };
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const job = useJob(id);
  const time = useQuery({
    queryKey: ["job", id, "time", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/time", { params: { path, query } })),
    placeholderData: (before) => before,
  });
  return (
    <>
      <JobBar prints tables={["times"]} id={id} job={job.data?.job} title="What it took" />
      <main className={`page ${styles.page}`}>
        {time.isError && !time.data && <Problem error={time.error} retry={() => void time.refetch()} />}
        {time.isPending && (
          <p className="quiet" aria-busy="true">
            Adding the times up…
          </p>
        )}
        {time.data && <Found job={id} time={time.data} />}
      </main>
    </>
  );
}

function Found({ job, time }: { job: number; time: JobTime }) {
  return (
    <>
      <p role="status" className={styles.told}>
        {time.told}
      </p>
      {time.times.length === 0 && time.sorts.length === 0 && (
        <Empty like="lines">
          On an opening’s card press “Start my time” and tick its steps as they are done. What the work took stands
          here, and the plan counts with it.
        </Empty>
      )}
      {time.asked.length > 0 && (
        <section aria-label="To be asked">
          <h2>Is that so?</h2>
          {time.asked.map((one) => (
            <div key={one.id} className={styles.asked}>
              <Link to={`/openings/${one.opening}/card`}>{one.mark}</Link>
              <OddTime job={job} opening={one.opening} time={one} />
            </div>
          ))}
        </section>
      )}
      {time.doors.length > 0 && <Doors doors={time.doors} />}
      {time.sorts.length > 0 && <Sorts sorts={time.sorts} />}
      {time.times.length > 0 && <Times times={time.times} />}
    </>
  );
}

/** Each door's time as a bar beside that of the rule. */
function Doors({ doors }: { doors: JobTime["doors"] }) {
  const most = Math.max(...doors.map((d) => Math.max(d.found, d.by_rule)));
  return (
    <section aria-label="Door by door">
      <h2>Door by door</h2>
      <p className={styles.key} aria-hidden="true">
        <span className={styles.found} /> found <span className={styles.rule} /> by rule
      </p>
      <ul className={styles.doors}>
        {doors.map((door) => (
          <li key={door.opening}>
            <Link to={`/openings/${door.opening}/card`}>{door.mark}</Link>
            <div className={styles.bars} aria-hidden="true">
              <span className={styles.found} style={{ width: `${(100 * door.found) / most}%` }} />
              <span className={styles.rule} style={{ width: `${(100 * door.by_rule) / most}%` }} />
            </div>
            <p>{door.told}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Sorts({ sorts }: { sorts: JobTime["sorts"] }) {
  return (
    <section aria-label="What this crew takes">
      <h2>What this crew takes</h2>
      <div className={styles.wide}>
        <table className={styles.table}>
          <thead>
            <tr>
              <th scope="col">Work</th>
              <th scope="col">by rule</th>
              <th scope="col">timed</th>
              <th scope="col">shortest</th>
              <th scope="col">middle</th>
              <th scope="col">longest</th>
              <th scope="col">planned with</th>
            </tr>
          </thead>
          <tbody>
            {sorts.map((sort) => (
              <tr key={sort.label}>
                <th scope="row">{sort.label}</th>
                <td data-of="by rule">{inHours(sort.by_rule)}</td>
                <td data-of="timed">{sort.times} ×</td>
                <td data-of="shortest">{inHours(sort.shortest)}</td>
                <td data-of="middle">{inHours(sort.median)}</td>
                <td data-of="longest">{inHours(sort.longest)}</td>
                <td data-of="planned with">
                  <b>{inHours(sort.expected)}</b> <span className="quiet">{sort.told}</span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function Times({ times }: { times: JobTime["times"] }) {
  return (
    <details className="more">
      <summary>Every time of this job: {times.length}</summary>
      <ul className={styles.times}>
        {times.map((one) => (
          <li key={one.id} data-counts={one.state === "counts" || undefined}>
            <Link to={`/openings/${one.opening}/card`}>{one.mark}</Link> {one.label}: <b>{inHours(one.minutes)}</b>, by
            rule {inHours(one.by_rule)}
            <span className="quiet">
              {" · "}
              {[
                one.by.filter(Boolean).join(", "),
                new Date(one.at).toLocaleString([], {
                  day: "numeric",
                  month: "short",
                  hour: "2-digit",
                  minute: "2-digit",
                }),
                one.told,
              ]
                .filter(Boolean)
                .join(" · ")}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
