import { useQueries } from "@tanstack/react-query";

import { ApiProblem, api, ask, type ScheduleHeading, type ScheduleRow } from "../api/client";
import { useShow } from "../app/show";

const AT_ONCE = 50; // rows read in one call, so that the first are there at once and progress shows

/** The rows of a schedule as read against a job, those that are not read yet undefined; only what was changed is read again. */
export function useRows(job: number, headings: ScheduleHeading[], rows: string[][]) {
  const show = useShow();
  const parts: string[][][] = [];
  for (let at = 0; at < rows.length; at += AT_ONCE) parts.push(rows.slice(at, at + AT_ONCE));
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  return useQueries({
    queries: parts.map((part) => ({
      queryKey: ["schedule", job, query, headings, part],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        ask(
          api.POST("/api/jobs/{job_id}/schedule/rows", {
            params: { path: { job_id: job }, query },
            body: { headings, rows: part },
            signal,
          }),
        ),
      staleTime: Infinity,
      gcTime: 60_000,
      retry: (count: number, failure: Error) => count < 3 && failure instanceof ApiProblem && failure.offline,
    })),
    combine: (answers) => {
      const read: (ScheduleRow | undefined)[] = rows.map(
        (_, n) => answers[Math.floor(n / AT_ONCE)]?.data?.[n % AT_ONCE],
      );
      return { read, failure: answers.find((a) => a.error)?.error ?? null };
    },
  });
}
