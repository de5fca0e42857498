import { type QueryKey, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { SIGNED_OUT, who, writesAnswered, wroteHere } from "../api/client";

interface Change {
  line: number;
  job: number;
  opening: number | null;
  what: string;
  who: string;
  /** It was written before this page listened, which may know of it. */
  before: boolean;
}

/** Who is at which opening beside this screen, by the opening's number. */
type Here = Record<string, string[]>;

const GATHERED = 150; // ms in which changes are gathered before what they touch is fetched anew
const AGAIN = 3000; // ms before a server that let go is listened to again, and twice as long each time
const SELDOM = 60_000;

const hereKey = (job: number): QueryKey => ["here", job];
const lastKey = (opening: number): QueryKey => ["changed by", opening];

/**
 * Listens to what others write while the page is in sight, and has what it touches fetched anew: in one job, or in all of them.
 * Coming back to sight, or to the server, it fetches anew whatever may have changed meanwhile.
 */
export function useLive(job: number | null, opening?: number) {
  const client = useQueryClient();
  useEffect(() => {
    if (!("EventSource" in window)) return;
    let source: EventSource | undefined;
    let heard = false; // before: what happened while nobody listened is not known
    let pause = AGAIN;
    let retry: ReturnType<typeof setTimeout> | undefined;
    let gathering: ReturnType<typeof setTimeout> | undefined;
    const touched = new Set<string>();
    const touch = (...keys: QueryKey[]) => {
      keys.forEach((key) => touched.add(JSON.stringify(key)));
      gathering ??= setTimeout(() => {
        gathering = undefined;
        const all = [...touched].map((key) => JSON.parse(key) as QueryKey);
        touched.clear();
        for (const queryKey of all) void client.invalidateQueries({ queryKey });
      }, GATHERED);
    };
    const everything = () => touch(["jobs"], ["job"], ["opening"], ["wall"]);
    const change = async (said: MessageEvent<string>) => {
      const one = JSON.parse(said.data) as Change;
      await writesAnswered();
      if (wroteHere(one.line)) return;
      touch(["jobs"], ["job"], ["wall"]);
      if (one.opening !== null) {
        touch(["opening", one.opening]);
        if (!one.before) client.setQueryData(lastKey(one.opening), one);
      } else touch(["opening"]); // a wall, a floor or a rule of the job is every opening's
    };
    const open = () => {
      clearTimeout(retry);
      if (source || document.hidden) return;
      const asked = new URLSearchParams({ name: who(), ...(opening && { opening: String(opening) }) });
      source = new EventSource(`${job === null ? "/api/live" : `/api/jobs/${job}/live`}?${asked}`);
      source.addEventListener("begun", () => {
        if (heard) everything();
        heard = true;
        pause = AGAIN;
      });
      source.addEventListener("change", (said: MessageEvent<string>) => void change(said));
      if (job !== null)
        source.addEventListener("here", (said: MessageEvent<string>) =>
          client.setQueryData(hereKey(job), (JSON.parse(said.data) as { here: Here }).here),
        );
      source.onerror = () => {
        if (source?.readyState !== EventSource.CLOSED) return; // it comes back by itself
        close();
        dispatchEvent(new Event(SIGNED_OUT)); // perhaps: whoever looks there finds out
        retry = setTimeout(open, pause);
        pause = Math.min(2 * pause, SELDOM);
      };
    };
    const close = () => {
      source?.close();
      source = undefined;
      if (job !== null) client.setQueryData(hereKey(job), {});
    };
    const seen = () => (document.hidden ? close() : open());
    open();
    document.addEventListener("visibilitychange", seen);
    return () => {
      document.removeEventListener("visibilitychange", seen);
      clearTimeout(retry);
      clearTimeout(gathering);
      close();
    };
  }, [client, job, opening]);
}

/** Who else is at the openings of a job, by the opening's number. */
export const useHere = (job: number) =>
  useQuery<Here>({ queryKey: hereKey(job), enabled: false, initialData: {} }).data;

/** The last change somebody else made at an opening while this page was open. */
export const useChangedBy = (opening: number) =>
  useQuery<Change | null>({ queryKey: lastKey(opening), enabled: false, initialData: null }).data;
