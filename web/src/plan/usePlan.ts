import { useDebouncedValue } from "@mantine/hooks";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { ApiProblem, api, ask, type Crew } from "../api/client";
import { renew } from "../api/renew";
import { untilFound } from "../app/searching";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { planAsked } from "../app/useWaits";
import { useHeld } from "../tape/typed";

/** What is tried beside the plan as it is kept: a crew, orders promised for other days, and what is taken as settled. */
interface Tried {
  crew: Crew;
  promised: Record<string, string | null>;
  settled: string[];
}

/** A crew as it is compared: what is empty says nothing. */
const said = (crew: Crew) =>
  JSON.stringify(crew, (_, value: unknown) =>
    value === "" || value === null || (Array.isArray(value) && value.length === 0) ? undefined : value,
  );

/** What is still tried once `of` is kept: what was changed meanwhile, and what is settled only at its opening. */
function left(now: Tried | null, of: Tried): Tried | null {
  if (!now) return null;
  const promised = Object.fromEntries(
    Object.entries(now.promised).filter(([order, day]) => of.promised[order] !== day),
  );
  const nothing = said(now.crew) === said(of.crew) && Object.keys(promised).length + now.settled.length === 0;
  return nothing ? null : { ...now, promised };
}

const CALM_MS = 300;

/** A job's plan: as it is kept, and as what is tried would have it. */
export function usePlan(id: number) {
  const show = useShow();
  const client = useQueryClient();
  const path = { job_id: id };
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const job = useJob(id);
  const kept = job.data?.job.crew ?? {};
  const someone = (kept.people ?? []).length > 0;
  const plan = useQuery({
    ...planAsked(id, show.unit, show.words),
    refetchInterval: untilFound,
    enabled: someone,
    retry: false,
    placeholderData: keepPreviousData,
  });
  const [draft, setDraft] = useHeld<Tried | null>("tried", null);
  // a search for seconds is not begun at every letter of a name
  const [calm] = useDebouncedValue(draft, CALM_MS);
  const tried = useQuery({
    queryKey: ["job", id, "plan", "try", calm, query],
    queryFn: ({ signal }) =>
      ask(api.POST("/api/jobs/{job_id}/plan/try", { params: { path, query }, body: calm!, signal })),
    refetchInterval: untilFound,
    enabled: calm !== null && (calm.crew.people ?? []).length > 0,
    retry: false,
    placeholderData: keepPreviousData,
  });
  const save = useMutation({
    mutationFn: async (of: Tried) => {
      if (said(of.crew) !== said(kept))
        await ask(
          api.PUT("/api/jobs/{job_id}", {
            params: { path },
            body: { version: job.data!.version, job: { ...job.data!.job, crew: of.crew } },
          }),
        );
      for (const [order, promised] of Object.entries(of.promised))
        await ask(
          api.POST("/api/jobs/{job_id}/buying/orders/{order_id}/promised", {
            params: { path: { ...path, order_id: Number(order) } },
            body: { promised },
          }),
        );
    },
    onSuccess: async (_, of) => {
      await renew(client, ["job", id], ["jobs", "waits"]);
      setDraft((now) => left(now, of));
    },
    onError: async (failure) => {
      if (failure instanceof ApiProblem && failure.conflict) await job.refetch();
    },
  });
  const crew = draft?.crew ?? kept;
  const put = (facts: Partial<Tried>) => {
    const next = { crew, promised: draft?.promised ?? {}, settled: draft?.settled ?? [], ...facts };
    const nothing = Object.keys(next.promised).length === 0 && next.settled.length === 0;
    setDraft(nothing && said(next.crew) === said(kept) ? null : next);
  };
  return {
    job,
    plan,
    tried,
    waits: calm !== draft,
    draft,
    crew,
    someone,
    save,
    put,
    setCrew: (next: Crew) => put({ crew: next }),
    drop: () => setDraft(null),
  };
}

export type PlanWork = ReturnType<typeof usePlan>;
