import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";

import { api, ask, type Region, type Unit } from "../api/client";

/** What waits in a job, and its openings in walking order. */
export const useWaits = (id: number) =>
  useQuery({
    queryKey: ["job", id, "waits"],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/waits", { params: { path: { job_id: id } } })),
    placeholderData: keepPreviousData,
  });

/** The plan of a job as it is kept. */
export const planAsked = (id: number, unit: Unit | null, words: Region | null) => {
  const query = { unit: unit ?? undefined, words: words ?? undefined };
  return queryOptions({
    queryKey: ["job", id, "plan", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/plan", { params: { path: { job_id: id }, query } })),
    staleTime: 60_000,
  });
};
