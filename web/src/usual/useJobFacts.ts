import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { ApiProblem, api, ask, type Opening, type Usual, type Wall } from "../api/client";
import { useShow, useShown } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import type { FactAround } from "./FactField";

interface Tried {
  usual?: Usual;
  wall?: Wall;
  opening?: Opening;
}

/** A job with all that the field of a fact needs: its floors and words, and the answer to an opening that says only these facts. */
export function useJobFacts(id: number, tried: Tried | null) {
  const show = useShow();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const page = useQuery({
    queryKey: ["job", id, show.unit, show.words],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}", { params: { path: { job_id: id }, query } })),
    placeholderData: keepPreviousData,
  });
  const job = page.data?.job;
  const shown = useShown(job);
  const unit = job?.unit ?? "in";
  const catalogue = useCatalogue();
  const crew = useQuery({
    queryKey: ["crew-rules", unit],
    queryFn: () => ask(api.GET("/api/crew-rules/{unit}", { params: { path: { unit } } })),
    enabled: page.isSuccess,
  });
  const body = {
    unit,
    show: { unit: shown.unit, words: shown.words, step: shown.step ?? null },
    rules: { crew: crew.data?.rules ?? {}, job: job?.rules ?? {} },
    floors: job?.floors ?? [],
    ...tried,
  };
  const solved = useQuery({
    queryKey: ["solve", body],
    queryFn: ({ signal }) => ask(api.POST("/api/solve", { body, signal })),
    enabled: page.isSuccess && crew.isSuccess,
    placeholderData: keepPreviousData,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  const around: FactAround | null =
    job && catalogue.data
      ? {
          catalogue: catalogue.data,
          floors: job.floors ?? [],
          shown,
          result: solved.data,
          errors: solved.error instanceof ApiProblem ? solved.error.errors : [],
        }
      : null;
  return { page, query, around, failed: [page, catalogue, crew].find((q) => q.isError) };
}
