import { useCallback, useEffect, useRef } from "react";

import { ApiProblem, api, ask, type OpeningPageData, type Reading, type Unit } from "../api/client";
import { useHeld } from "../tape/typed";
import { useSaveQueue } from "./useSaveQueue";

export interface NewReading {
  reading: Reading;
  instrument: string;
  corrects?: number;
  /** What its bare numbers are in: the tape that was shown when it was typed. */
  unit?: Unit;
}

/** A reading the server has not answered for, and the newest reading there was when it was taken. */
export interface Waiting {
  of: NewReading;
  after: number;
}

const newestOf = (page: OpeningPageData) => Math.max(0, ...page.readings.map((r) => r.id));

/**
 * Readings on their way to the server. One it does not answer for waits in this browser, is sent again by itself, after a reload
 * too, and is never kept twice.
 */
export function useOutbox(page: OpeningPageData | undefined, took: (page: OpeningPageData) => void) {
  const id = page?.id ?? 0;
  const [waiting, setWaiting] = useHeld<Waiting[]>("readings", []);
  const queue = useSaveQueue(`readings ${id}`, { parked: true });
  const post = useCallback(
    (of: NewReading) =>
      ask(api.POST("/api/openings/{opening_id}/readings", { params: { path: { opening_id: id } }, body: of })),
    [id],
  );
  const { add } = queue;

  const sendAgain = useCallback(
    (one: Waiting, refused: (failure: ApiProblem) => void) =>
      add(async () => {
        try {
          const now = await ask(api.GET("/api/openings/{opening_id}", { params: { path: { opening_id: id } } }));
          // its answer may have been lost on the way back
          const there = now.readings.some((r) => r.id > one.after && r.reading.place === one.of.reading.place);
          took(there ? now : await post(one.of));
        } catch (failure) {
          if (!(failure instanceof ApiProblem) || failure.offline) throw failure;
          refused(failure);
        }
        setWaiting((all) => all.filter((w) => w !== one));
      }),
    [add, id, post, setWaiting, took],
  );

  // what an earlier visit left is sent when the opening is here
  const begun = useRef(false);
  useEffect(() => {
    if (!id || begun.current) return;
    begun.current = true;
    for (const one of waiting) sendAgain(one, () => undefined).catch(() => undefined);
  }, [id, waiting, sendAgain]);

  /** Keep a reading; false when it waits for the server. Rejects with why it cannot be. */
  const send = useCallback(
    async (of: NewReading, refused: (failure: ApiProblem) => void): Promise<boolean> => {
      if (!page) return false;
      try {
        if (waiting.length === 0) {
          took(await post(of));
          return true;
        }
      } catch (failure) {
        if (!(failure instanceof ApiProblem) || !failure.offline) throw failure;
      }
      const one = { of, after: newestOf(page) };
      setWaiting((all) => [...all, one]);
      sendAgain(one, refused).catch(() => undefined); // it stays where it waits
      return false;
    },
    [page, post, sendAgain, setWaiting, took, waiting.length],
  );
  return { waiting, send };
}
