import { api, ask } from "../api/client";

/** Keep doors written a line each, all of them or none, each in a wall of its own. */
export const keepLines = (job: number, lines: string[]) =>
  ask(
    api.POST("/api/jobs/{job_id}/schedule", {
      params: { path: { job_id: job } },
      body: { headings: [{ column: "line" }], rows: lines.map((line) => [line]) },
    }),
  );
