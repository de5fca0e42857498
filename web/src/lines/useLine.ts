import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { ApiProblem, api, ask, type LineAnswer, type Unit } from "../api/client";
import { useShow } from "../app/show";
import { useHeld } from "../tape/typed";

/** A line that is typed, and its answer as it grows; in a job it stands on the job's rules and floors. */
export function useLine(unit: Unit, job?: number) {
  const [text, setText] = useHeld<string>("line", "");
  const show = useShow();
  const asked = text.trim();
  const shown = { words: show.words ?? undefined };
  const answer = useQuery<LineAnswer>({
    queryKey: ["line", job ?? 0, unit, show.unit, show.words, asked],
    enabled: asked !== "",
    queryFn: ({ signal }) =>
      job === undefined
        ? ask(api.GET("/api/line", { params: { query: { ...shown, text: asked, unit } }, signal }))
        : ask(
            api.GET("/api/jobs/{job_id}/line", {
              params: { path: { job_id: job }, query: { ...shown, unit: show.unit ?? undefined, text: asked } },
              signal,
            }),
          ),
    placeholderData: keepPreviousData,
    staleTime: 10_000,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  const wrong = asked !== "" && answer.error instanceof ApiProblem ? answer.error : null;
  return {
    text,
    /** What is written now; empty lets it go. */
    write: (next: string) => setText(next === "" ? null : next),
    line: asked !== "" && !wrong ? answer.data : undefined,
    /** The answer shown is still that of what was written before. */
    behind: answer.isPlaceholderData,
    wrong,
  };
}
