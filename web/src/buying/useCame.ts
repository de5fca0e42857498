import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, ask, type Thing } from "../api/client";
import { renew } from "../app/renew";
import { useShow } from "../app/show";

/** What is measured of a delivery: of an order that comes, or of something that came already. */
export type Measuring = { order: number; seen: number; thing?: undefined } | { order: number; thing: Thing };

/** What was filled in: how many came, by key what was measured of them, and what is to be said. */
export interface Measured {
  count: string;
  texts: Record<string, string>;
  note: string;
}

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
  // not waited for: whoever wrote something down is told at once, while the form it was written on is still there
  const anew = () => {
    void renew(client, ["job", id], ["jobs", "waits", "opening"]);
  };
  const keep = useMutation({
    mutationFn: ({ of, said, unit }: { of: Measuring; said: Measured; unit: "in" | "mm" }) => {
      if (of.thing) {
        const body = { measured: said.texts, unit, seen: of.thing.checked };
        return ask(
          api.POST("/api/jobs/{job_id}/buying/lines/{line_id}/check", {
            params: { path: { ...path, line_id: of.thing.came } },
            body,
          }),
        );
      }
      const body = { count: Number(said.count), note: said.note, seen: of.seen, measured: said.texts, unit };
      return ask(
        api.POST("/api/jobs/{job_id}/buying/orders/{order_id}/came", {
          params: { path: { ...path, order_id: of.order } },
          body,
        }),
      );
    },
    onSettled: anew,
  });
  const give = useMutation({
    mutationFn: (moves: Move[]) =>
      ask(api.POST("/api/jobs/{job_id}/buying/given", { params: { path }, body: { moves } })),
    onSettled: anew,
  });
  return { came, keep, give };
}

export type CameWork = ReturnType<typeof useCame>;
