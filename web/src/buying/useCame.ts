import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, ask, type Thing } from "../api/client";
import { renew } from "../api/renew";
import { useShow } from "../app/show";
import { press } from "../outbox/outbox";
import { useWaiting } from "../outbox/usePress";
import { RENEWS, seenOf } from "./useBuying";

/** What is measured of a delivery: of an order that comes, or of something that came already. */
export type Measuring = { order: number; seen: number; thing?: undefined } | { order: number; thing: Thing };

/** What was filled in: how many came, by key what was measured of them, and what is to be said. */
export interface Measured {
  count: string;
  texts: Record<string, string>;
  note: string;
}

/** Where what is filled in is held. */
export const slotOf = (of: Measuring) => (of.thing ? `check ${of.thing.came}` : `came ${of.order}`);

/** What is filled in, and each length as it stands in its own field. */
const asTyped = (of: Measuring, said: Measured) => ({
  [slotOf(of)]: JSON.stringify(said),
  ...Object.fromEntries(Object.entries(said.texts).map(([key, text]) => [`${slotOf(of)}.${key}`, text])),
});

/** The move of a thing to an opening. */
export interface Move {
  came: number;
  n: number;
  opening: number;
}

/** What came for a job and where it goes; whatever is written down, everything of the job is asked for anew. */
export function useCame(id: number) {
  const show = useShow();
  const client = useQueryClient();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const path = { job_id: id };
  const came = useQuery({
    queryKey: ["job", id, "came", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/buying/delivered", { params: { path, query } })),
    placeholderData: keepPreviousData,
  });
  const waiting = useWaiting({ kind: "moved", job: id }).all;
  /** Not waited for where it was done: whoever wrote something down is told at once, while the form it was written on is still there. */
  const anew = (_: unknown, failure: Error | null) => {
    const made = renew(client, ...RENEWS(id));
    return failure ? made : undefined;
  };
  const keep = useMutation({
    mutationFn: ({ of, said, unit, named }: { of: Measuring; said: Measured; unit: "in" | "mm"; named: string }) => {
      const typed = { renews: RENEWS(id), typed: asTyped(of, said) };
      if (of.thing) {
        const body = { measured: said.texts, unit, seen: of.thing.checked };
        const line_id = of.thing.came;
        return press({ of: { kind: "checked", job: id, came: line_id }, said: `${named} measured`, ...typed }, (to) =>
          to.POST("/api/jobs/{job_id}/buying/lines/{line_id}/check", { params: { path: { ...path, line_id } }, body }),
        );
      }
      const seen = seenOf(waiting, { id: of.order, seen: of.seen });
      const body = { count: Number(said.count), note: said.note, seen, measured: said.texts, unit };
      return press(
        { of: { kind: "moved", job: id, order: of.order }, said: `${said.count} × ${named}: came`, ...typed },
        (to) =>
          to.POST("/api/jobs/{job_id}/buying/orders/{order_id}/came", {
            params: { path: { ...path, order_id: of.order } },
            body,
          }),
      );
    },
    onSettled: anew,
  });
  const give = useMutation({
    mutationFn: ({ moves, said }: { moves: Move[]; said: string }) =>
      press({ of: { kind: "given", job: id, came: moves[0]?.came }, said, renews: RENEWS(id) }, (to) =>
        to.POST("/api/jobs/{job_id}/buying/given", { params: { path }, body: { moves } }),
      ),
    onSettled: anew,
  });
  return { came, keep, give };
}

export type CameWork = ReturnType<typeof useCame>;
