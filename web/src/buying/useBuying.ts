import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, ask, type Buying, type BuyLine, type Order } from "../api/client";
import { renew } from "../api/renew";
import { untilFound } from "../app/searching";
import { type Press, press } from "../outbox/outbox";
import { useWaiting } from "../outbox/usePress";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";

/** What is written down of a line or an order: an order, what came of it, what went back. */
export type Doing =
  { what: "order"; line: BuyLine } | { what: "came"; order: Order } | { what: "back"; order: Order; came?: number };

/** Every order of a list, with the openings it is for. */
export const ordersOf = (list: Buying | undefined): { order: Order; marks: string[] }[] => [
  ...(list?.counters ?? []).flatMap((c) =>
    c.lines.flatMap((l) => l.orders.map((order) => ({ order, marks: l.marks }))),
  ),
  ...(list?.surplus ?? []).map((order) => ({ order, marks: [] })),
];

/** What is being written down, of its line or order as that stands now: a list may come anew while it is. */
function asItStands(doing: Doing, list: Buying | undefined): Doing {
  if (doing.what === "order") {
    const line = list?.counters.flatMap((c) => c.lines).find((l) => l.key === doing.line.key);
    return line ? { ...doing, line } : doing;
  }
  const found = ordersOf(list).find(({ order }) => order.id === doing.order.id);
  return found ? { ...doing, order: found.order } : doing;
}

/** How many it is of until somebody says another number. */
export function mostOf(doing: Doing): number {
  if (doing.what === "order") return doing.line.to_order;
  return doing.what === "came" ? doing.order.open : doing.order.came - doing.order.back;
}

/**
 * What is being written down as it was seen when the form was opened, or as soon as nothing newer of it was on its way.
 * What others write meanwhile is told by a refusal; the second of the pair then takes what stands by then for seen.
 */
export function useBegun<T>(now: T, settled: boolean): [T, () => void] {
  const [begun, setBegun] = useState<T | null>(null);
  if (begun === null && settled) setBegun(now);
  return [begun ?? now, () => setBegun(null)];
}

/** What was filled in; no count while nobody typed one. */
export interface Said {
  count: string | null;
  supplier: string;
  promised: string;
  note: string;
}

const SAYS = { order: "ordered", came: "came", back: "sent back" };

/** What is fetched anew when something of a job's buying was written down. */
export const RENEWS = (job: number) => [["job", job], ["jobs", "waits"], ["opening"]];

/** Where what is filled in is held. */
export const slotOf = (doing: Doing) =>
  doing.what === "order" ? `order ${doing.line.key}` : `${doing.what} ${doing.order.id}`;

/** The newest of an order that was seen; of one that has presses of this browser waiting, those are newer and mine. */
export const seenOf = (waiting: Press[], order: { id: number; seen: number }) =>
  waiting.some((one) => one.of.order === order.id) ? undefined : order.seen;

/** A job's buying, and what is done to it; whatever comes of it, the list is made anew. */
export function useBuying(id: number) {
  const show = useShow();
  const client = useQueryClient();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const job = useJob(id);
  const list = useQuery({
    queryKey: ["job", id, "buying", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/buying", { params: { path: { job_id: id }, query } })),
    refetchInterval: untilFound,
    placeholderData: keepPreviousData,
  });
  const waiting = useWaiting({ kind: "moved", job: id }).all;
  const ordering = useWaiting({ kind: "order", job: id }).all;
  /** The list made anew, but for what waits to be sent: nothing has come of that yet. */
  const anew = (answer: unknown) => (answer === null ? undefined : renew(client, ...RENEWS(id)));
  const keep = useMutation({
    mutationFn: ({ doing, said }: { doing: Doing; said: Said }) => {
      const count = Number(said.count ?? mostOf(doing));
      const named = {
        said: `${count} × ${(doing.what === "order" ? doing.line : doing.order).label}: ${SAYS[doing.what]}`,
        renews: RENEWS(id),
        typed: { [slotOf(doing)]: JSON.stringify(said) },
      };
      if (doing.what === "order") {
        const { key, orders } = doing.line;
        const newer = ordering.some((one) => one.of.key === key); // mine, and not sent yet
        const seen = newer ? undefined : Math.max(0, ...orders.map((order) => order.id));
        const body = { key, count, supplier: said.supplier, promised: said.promised || null, seen };
        return press({ of: { kind: "order", job: id, key }, ...named }, (to) =>
          to.POST("/api/jobs/{job_id}/buying/orders", { params: { path: { job_id: id }, query }, body }),
        );
      }
      const path = { job_id: id, order_id: doing.order.id };
      const body = {
        count,
        note: said.note,
        seen: seenOf(waiting, { id: doing.order.id, seen: doing.order.happened.at(-1)?.id ?? 0 }),
        came: doing.what === "back" ? doing.came : undefined,
      };
      return press({ of: { kind: "moved", job: id, order: doing.order.id }, ...named }, (to) =>
        doing.what === "came"
          ? to.POST("/api/jobs/{job_id}/buying/orders/{order_id}/came", { params: { path }, body })
          : to.POST("/api/jobs/{job_id}/buying/orders/{order_id}/back", { params: { path }, body }),
      );
    },
    onSettled: anew,
  });
  const takeBack = useMutation({
    mutationFn: ({ line, said }: { line: number; said: string }) =>
      press({ of: { kind: "taken back", job: id, line }, said, renews: RENEWS(id) }, (to) =>
        to.DELETE("/api/jobs/{job_id}/buying/lines/{line_id}", { params: { path: { job_id: id, line_id: line } } }),
      ),
    onSettled: anew,
  });
  return { id, job, list, keep, takeBack, asItStands: (doing: Doing) => asItStands(doing, list.data) };
}

export type BuyingWork = ReturnType<typeof useBuying>;
