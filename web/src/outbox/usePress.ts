import { notifications } from "@mantine/notifications";
import { type QueryClient, type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";

import type { OpeningPageData, Reading } from "../api/client";
import { renew } from "../api/renew";
import { current, listen, type Of, onDone, type Press } from "./outbox";

/** What is pressed and not answered for yet: `presses` in their order, `late` those nobody waits for on the page any more, and `why`. */
export function useOutbox() {
  const { presses, onWay, why } = useSyncExternalStore(listen, current);
  return { presses, why, late: presses.filter((one) => !onWay.has(one.name)) };
}

/** What waits to be sent of what is looked at, in the order it was pressed; what was refused does not wait. */
export function useWaiting(of: Partial<Of>) {
  const fits = (one: Press) =>
    one.refused === undefined && Object.entries(of).every(([name, value]) => one.of[name] === value);
  const { presses, late } = useOutbox();
  return { all: presses.filter(fits), late: late.filter(fits) };
}

/** What has to be told of something done: that others did the same in the meantime. */
function metOthers({ of, who }: Press, answer: unknown): string | undefined {
  const page = answer as OpeningPageData | undefined;
  if (!page) return undefined;
  if (of.kind === "step" && !of.undo) {
    const first = page.ticks.find((tick) => tick.detail.key === of.key);
    if (first && first.who !== who.trim()) return `${first.who || "Somebody"} had ticked that step already.`;
  }
  if (of.kind === "reading") {
    const here = page.readings.filter(
      (r) => r.reading.place === (of.place as Reading["place"]) && r.id > Number(of.after),
    );
    if (here.length > 1)
      return `${String(of.label)} was read ${here.length} times: all are kept, and count until one is withdrawn.`;
  }
  return undefined;
}

/** Tell that the server would not have something. */
export const tellRefused = (failure: Error) => notifications.show({ color: "red", message: failure.message });

const TOGETHER = 250; // ms: of many that were waiting what each changes is fetched anew at once, and not after each
const stale = new Map<string, QueryKey>();
let fetching: Promise<void> | undefined;

/** Fetch again, with what else is done meanwhile, what a press has made stale. */
function renewTogether(client: QueryClient, keys: QueryKey[]) {
  keys.forEach((key) => stale.set(JSON.stringify(key), key));
  fetching ??= new Promise((resolve) => setTimeout(resolve, TOGETHER)).then(() => {
    const all = [...stale.values()];
    stale.clear();
    fetching = undefined;
    return renew(client, ...all);
  });
  return fetching;
}

/** Sends what is pressed, whatever page is open, and has everything it changes fetched anew. */
export function useSender() {
  const client = useQueryClient();
  useEffect(
    () =>
      onDone(async (press, answer, told) => {
        const message = metOthers(press, answer);
        if (message) notifications.show({ message });
        if (!told) await renewTogether(client, press.renews);
      }),
    [client],
  );
}
