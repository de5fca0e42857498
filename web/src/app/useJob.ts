import { useQuery } from "@tanstack/react-query";

import { api, ask } from "../api/client";

/** A job with its openings, as it is kept: on its own tape and in its own words. */
export const useJob = (id: number) =>
  useQuery({
    queryKey: ["job", id, null, null],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } })),
  });
