import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { ApiProblem, api, ask, type Crew } from "../api/client";
import { renew } from "../app/renew";
import { useShow } from "../app/show";
import { useHeld } from "../tape/typed";

/** A job's plan: as it is kept, as a crew that is tried would have it, and the crew that is kept. */
export function usePlan(id: number) {
  const show = useShow();
  const client = useQueryClient();
  const path = { job_id: id };
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const job = useQuery({
    queryKey: ["job", id, null, null],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}", { params: { path } })),
  });
  const kept = job.data?.job.crew ?? {};
  const someone = (kept.people ?? []).length > 0;
  const plan = useQuery({
    queryKey: ["job", id, "plan", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/plan", { params: { path, query } })),
    enabled: someone,
    retry: false,
    placeholderData: keepPreviousData,
  });
  const [draft, setDraft] = useHeld<Crew | null>("crew", null);
  const tried = useQuery({
    queryKey: ["job", id, "plan", "try", draft, query],
    queryFn: ({ signal }) =>
      ask(api.POST("/api/jobs/{job_id}/plan/try", { params: { path, query }, body: draft!, signal })),
    enabled: draft !== null && (draft.people ?? []).length > 0,
    retry: false,
    placeholderData: keepPreviousData,
  });
  const save = useMutation({
    mutationFn: (crew: Crew) =>
      ask(
        api.PUT("/api/jobs/{job_id}", {
          params: { path },
          body: { version: job.data!.version, job: { ...job.data!.job, crew } },
        }),
      ),
    onSuccess: async () => {
      await renew(client, ["job", id], ["jobs", "waits"]);
      setDraft(null);
    },
    onError: async (failure) => {
      if (failure instanceof ApiProblem && failure.conflict) await job.refetch();
    },
  });
  return { job, plan, tried, draft, setDraft, crew: draft ?? kept, someone, save };
}

export type PlanWork = ReturnType<typeof usePlan>;
