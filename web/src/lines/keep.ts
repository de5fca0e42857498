import type { ScheduleTable } from "../api/client";
import { press } from "../outbox/outbox";

/** Put the rows of a schedule on a job's board, all of them or none; null where they wait to be sent. */
export function keepRows(
  job: number,
  { headings, rows }: Pick<ScheduleTable, "headings" | "rows">,
  more: { walls?: "own" | "one" | number; typed?: Record<string, string> } = {},
) {
  const { walls, typed } = more;
  const said = rows.length === 1 ? rows[0]!.join(" ").trim() : `a schedule of ${rows.length} rows`;
  return press({ of: { kind: "opening", job }, said, renews: [["job"], ["jobs"]], typed }, (to) =>
    to.POST("/api/jobs/{job_id}/schedule", { params: { path: { job_id: job } }, body: { headings, rows, walls } }),
  );
}

/** Keep a door written in a line, in a wall of its own. */
export const keepLine = (job: number, line: string, field: string) =>
  keepRows(
    job,
    { headings: [{ text: "line", column: "line", unit: null }], rows: [[line]] },
    { typed: { [field]: JSON.stringify(line) } },
  );
