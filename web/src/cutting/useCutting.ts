import { notifications } from "@mantine/notifications";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import {
  type Answer,
  type Api,
  ApiProblem,
  api,
  ask,
  type Cutting,
  type PlannedPiece,
  type PlannedStick,
  type Unit,
} from "../api/client";
import { renew } from "../api/renew";
import { untilFound } from "../app/searching";
import { type Of, press, type Said } from "../outbox/outbox";
import { useWaiting } from "../outbox/usePress";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { useHeld } from "../tape/typed";
import { within } from "../api/words";
import { named } from "./alike";
import { same } from "../work/paths";

/** A piece as a tick names it. */
const asTicked = (p: PlannedPiece) => ({
  opening: p.opening,
  wall: p.wall,
  figure: p.figure,
  copy: p.copy,
  part: p.part,
  parts: p.parts,
});

/** What of this browser waits of a stick that was cut. */
export const stickOf = (stick: PlannedStick) => ({ kind: "stick", key: JSON.stringify(stick.pieces.map(asTicked)) });

/** A job's cutting plan: as it is kept, as settings that are tried would have it, and what is done to it. */
export function useCutting(id: number) {
  const show = useShow();
  const client = useQueryClient();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const path = { job_id: id };
  // Settings that are tried are held until they are kept or put back: leaving the page loses nothing.
  const [draft, setDraft] = useHeld<Cutting | null>("cutting", null);
  const job = useJob(id);
  const plan = useQuery({
    queryKey: ["job", id, "cutting", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/cutting", { params: { path, query } })),
    refetchInterval: untilFound,
    placeholderData: keepPreviousData,
  });
  const cut = useQuery({
    queryKey: ["job", id, "cutting", "sticks"],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/cutting/sticks", { params: { path } })),
  });
  const kept = job.data?.job.cutting ?? {};
  const settings = draft ?? kept;
  /** Change the settings as they are by then: two prices or lengths may be told in one breath. */
  const change = (next: (now: Cutting) => Cutting) => setDraft((now) => next(now ?? kept));
  const open = draft !== null && !same(draft, kept);
  const tried = useQuery({
    queryKey: ["job", id, "cutting", "try", draft, query],
    queryFn: ({ signal }) =>
      ask(api.POST("/api/jobs/{job_id}/cutting/try", { params: { path, query }, body: draft!, signal })),
    refetchInterval: untilFound,
    enabled: open,
    placeholderData: keepPreviousData,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  const tell = (failure: Error) => notifications.show({ color: "red", message: failure.message });
  const anew = async () => {
    client.removeQueries({ queryKey: ["opening"], type: "inactive" });
    await renew(client, ["job", id], ["opening"]);
  };
  /** What changes what is cut, or lies in the rack; whatever comes of it, the plan is made anew. */
  const useChange = <T>(
    change: (of: T) => [of: Of, said: string, call: (to: Api) => Promise<Answer<unknown>>, typed?: Said["typed"]],
  ) =>
    useMutation({
      mutationFn: (asked: T) => {
        const [of, said, call, typed] = change(asked);
        return press({ of: { job: id, ...of }, said, typed, renews: [["job", id], ["opening"]] }, call);
      },
      onError: tell,
      onSettled: (answer) => (answer === null ? undefined : anew()), // nothing has come yet of what waits to be sent
    });
  // what of this browser waits is newer than the plan that is seen, and mine
  const waits = useWaiting({ job: id, kind: "stick" }).all.length > 0;
  const seen = waits ? undefined : plan.data?.newest;
  const cutStick = useChange(({ section, stick }: { section: string; stick: PlannedStick }) => {
    const pieces = stick.pieces.map(asTicked);
    const body = { section, length: stick.length, offcut: stick.offcut, pieces, seen };
    return [
      stickOf(stick),
      `cut: ${named(stick).join(", ")}`,
      (to) => to.POST("/api/jobs/{job_id}/cutting/sticks", { params: { path }, body }),
    ];
  });
  const cutPiece = useChange(({ section, piece }: { section: string; piece: PlannedPiece }) => [
    { kind: "stick" },
    `cut from something else: ${piece.mark} ${within(piece.label)}`,
    (to) =>
      to.POST("/api/jobs/{job_id}/cutting/sticks", {
        params: { path },
        body: { section, pieces: [asTicked(piece)], seen },
      }),
  ]);
  const takeBack = useChange(({ line, said }: { line: number; said: string }) => [
    { kind: "stick back", line },
    said,
    (to) => to.DELETE("/api/jobs/{job_id}/cutting/sticks/{line_id}", { params: { path: { ...path, line_id: line } } }),
  ]);
  const addOffcut = useChange(({ field, ...body }: { section: string; length: string; unit: Unit; field: string }) => [
    { kind: "offcut", section: body.section },
    `${body.length} into the rack`,
    (to) => to.POST("/api/jobs/{job_id}/cutting/offcuts", { params: { path }, body }),
    { [field]: body.length },
  ]);
  const dropOffcut = useChange(({ line, text }: { line: number; text: string }) => [
    { kind: "offcut back", line },
    `${text} out of the rack`,
    (to) => to.DELETE("/api/jobs/{job_id}/cutting/offcuts/{line_id}", { params: { path: { ...path, line_id: line } } }),
  ]);
  const save = useMutation({
    mutationFn: (cutting: Cutting) =>
      ask(
        api.PUT("/api/jobs/{job_id}", {
          params: { path },
          body: { version: job.data!.version, job: { ...job.data!.job, cutting } },
        }),
      ),
    onSuccess: async (_, sent) => {
      await anew();
      setDraft((now) => (now && same(now, sent) ? null : now)); // what was changed while it was being kept stays
    },
    onError: async (failure) => {
      tell(
        failure instanceof ApiProblem && failure.conflict
          ? new Error("Someone changed the job since. Your settings are still here; look at them and keep them again.")
          : failure,
      );
      await job.refetch();
    },
  });
  const drop = () => setDraft(null);
  return {
    id,
    job,
    plan,
    cut,
    tried,
    settings,
    open,
    change,
    drop,
    save,
    cutStick,
    cutPiece,
    takeBack,
    addOffcut,
    dropOffcut,
  };
}

export type CuttingWork = ReturnType<typeof useCutting>;
