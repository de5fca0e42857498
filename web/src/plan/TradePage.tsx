import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { api, ask, type TradeSheet } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Problem } from "../app/Problem";
import { untilFound } from "../app/searching";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { useMe } from "../app/useMe";
import { WithFractions } from "../tape/Digits";
import styles from "./TradePage.module.css";

/** What another trade has to know before it begins: wall by wall, on paper. */
export function TradePage() {
  const params = useParams();
  const id = Number(params.jobId);
  const trade = params.trade as TradeSheet["trade"];
  const show = useShow();
  const shared = useMe()?.shares.find((one) => one.job === id)?.name; // who looks on as a trade sees this sheet alone
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const job = useJob(id);
  const sheet = useQuery({
    queryKey: ["job", id, "trade", trade, query],
    queryFn: () =>
      ask(api.GET("/api/jobs/{job_id}/trades/{trade}", { params: { path: { job_id: id, trade }, query } })),
    refetchInterval: untilFound,
    retry: false,
    placeholderData: (before) => before,
  });
  return (
    <>
      <JobBar prints id={id} job={job.data?.job} title={`Sheet: ${sheet.data?.label ?? "…"}`} />
      <main className={`page ${styles.page}`}>
        {sheet.isError && !sheet.data && <Problem error={sheet.error} retry={() => void sheet.refetch()} />}
        {sheet.isPending && (
          <p className="quiet" aria-busy="true">
            Writing the sheet…
          </p>
        )}
        {sheet.data && <Sheet sheet={sheet.data} name={job.data?.job.name ?? shared ?? ""} />}
      </main>
    </>
  );
}

function Sheet({ sheet, name }: { sheet: TradeSheet; name: string }) {
  return (
    <>
      <header className={styles.head}>
        <p className={styles.name}>
          {name}: {sheet.label}
        </p>
        {sheet.when.map((one) => (
          <p key={one}>{one}.</p>
        ))}
        {sheet.when.length === 0 && <p>Nobody has said when it comes.</p>}
        <p role="status" className={styles.told}>
          {sheet.told}
        </p>
      </header>
      {sheet.walls.length === 0 && <p className="empty">No opening is planned here yet.</p>}
      {sheet.walls.map((wall) => (
        <section key={wall.wall} aria-label={wall.told}>
          <h2>{wall.told}:</h2>
          <ul>
            {wall.openings.map((one) => (
              <li key={one.opening}>
                <p className={styles.which}>
                  <Link to={`/openings/${one.opening}`}>{one.mark || "no mark"}</Link> {one.room}
                  {one.room && one.size && " · "}
                  {one.size && (
                    <span>
                      rough opening{" "}
                      <b>
                        <WithFractions text={one.size} />
                      </b>
                    </span>
                  )}
                </p>
                {one.before.map((text) => (
                  <p key={text} className={styles.before}>
                    still open: <WithFractions text={text} />
                  </p>
                ))}
                {one.mind.map((text) => (
                  <p key={text}>
                    <WithFractions text={text} />
                  </p>
                ))}
                {one.after.length > 0 && <p className="quiet">waits for you: {one.after.join(", ")}</p>}
              </li>
            ))}
          </ul>
        </section>
      ))}
      <p className="quiet">
        Follow the local code and the drawings; what carries load, fire and wiring are for who is licensed.
      </p>
    </>
  );
}
