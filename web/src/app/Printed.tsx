import { useQuery } from "@tanstack/react-query";
import { useSearchParams } from "react-router";

import { api, ask, type Region, type Unit, type Wanted } from "../api/client";
import styles from "./Notice.module.css";

/** Where a page was opened by the code of a printed sheet: whether that sheet is still true, and what was written down since. */
export function Printed({ job }: { job: number }) {
  const [params] = useSearchParams();
  const [of, whose, line, was, unit, words] = (params.get("printed") ?? "").split(".");
  const [openings = [], walls = []] = (whose ?? "").split("w").map((ids) => ids.split("-").map(Number).filter(Boolean));
  const sheet = useQuery({
    queryKey: ["job", job, "printed", params.get("printed")],
    enabled: Boolean(was),
    queryFn: () =>
      ask(
        api.GET("/api/jobs/{job_id}/sheets/printed", {
          params: {
            path: { job_id: job },
            query: {
              of: [of as Wanted],
              openings,
              walls,
              line: Number(line),
              was,
              unit: (unit || undefined) as Unit | undefined,
              words: (words || undefined) as Region | undefined,
            },
          },
        }),
      ),
  });
  if (!sheet.data) return null;
  const { same, since } = sheet.data;
  return (
    <div className={styles.notice} data-same={same || undefined} role="status">
      <b>{same ? "The sheet you scanned is still as it is here." : "The sheet you scanned is no longer true."}</b>
      {!same && since.length === 0 && <span> A rule or a figure it stands on is another by now.</span>}
      {!same && since.length > 0 && (
        <>
          <span> Since it was printed:</span>
          <ul>
            {since.map((told, n) => (
              <li key={n}>{told}</li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
