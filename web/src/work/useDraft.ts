import { notifications } from "@mantine/notifications";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type RefObject, useCallback, useEffect, useRef, useState } from "react";

import {
  ApiProblem,
  api,
  ask,
  type Conflict,
  type FieldError,
  type Opening,
  type OpeningPageData,
  type Result,
  type Wall,
} from "../api/client";
import { renew } from "../api/renew";
import { useSteady } from "../app/useSteady";
import { at, carried, put, same } from "./paths";
import { useSaveQueue } from "./useSaveQueue";

export interface Draft {
  opening: Opening;
  wall: Wall;
}

/** How a draft stands; while the server does not answer it is "offline", whatever it was before. */
type DraftState = "saved" | "waiting" | "saving" | "refused" | "conflict";
export type SaveState = DraftState | "offline";

export interface OpenConflict extends Conflict {
  of: "opening" | "wall";
}

const PAUSE = 400; // ms without a key press before a change is saved

interface Parked {
  draft: Draft;
  base: OpeningPageData;
  /** What was sent last: where it came to be kept and its answer got lost, it is no other person's change. */
  sent?: Draft | null;
}

const draftOf = (page: OpeningPageData | null | undefined): Draft | null =>
  page ? { opening: page.opening, wall: page.wall.wall } : null;

const parkedKey = (id: number) => `jambo.draft.${id}`;

function unpark(id: number): Parked | null {
  try {
    return JSON.parse(localStorage.getItem(parkedKey(id)) ?? "null") as Parked | null;
  } catch {
    return null;
  }
}

/** Asks what follows from a draft; where nothing is set yet, once, or keeps the answer at hand if it is known. */
export type Foresee = (next: Draft, trying?: { known: Result | undefined }) => Promise<Result | undefined>;

/** What would follow from what was tried. */
export interface Foreseen {
  result: Result;
  /** The same follows from what is set in `setting` in its stead, on what stood then. */
  holdsFor: (setting: () => void) => void;
}

/** Keep what differs of a draft, the wall first; `kept` is told of each as it is kept, with what was there before. */
async function send(
  id: number,
  sending: Draft,
  from: OpeningPageData,
  kept: (next: OpeningPageData, before: "opening" | Wall) => void,
) {
  let next = from;
  if (!same(sending.wall, from.wall.wall)) {
    const wall = await ask(
      api.PUT("/api/walls/{wall_id}", {
        params: { path: { wall_id: from.wall.id } },
        body: { version: from.wall.version, wall: sending.wall },
      }),
    );
    next = { ...next, wall };
    kept(next, from.wall.wall);
  }
  if (!same(sending.opening, next.opening)) {
    const answer = await ask(
      api.PUT("/api/openings/{opening_id}", {
        params: { path: { opening_id: id } },
        body: { version: next.version, opening: sending.opening },
      }),
    );
    kept(answer, "opening");
  }
}

/** Set facts on what stands, or ask what would follow from setting them. */
function useSetting(
  stands: () => Draft | null,
  foresees: () => Foresee | null | undefined,
  change: (next: Draft) => void,
) {
  const standing = useSteady(stands);
  const foreseeing = useSteady(foresees);
  const trying = useRef<Draft | null>(null); // what is set while it is only asked what would follow
  const set = useCallback(
    (path: string, value: unknown) => {
      const from = trying.current ?? standing();
      if (!from) return;
      const next: unknown = typeof value === "function" ? (value as (now: unknown) => unknown)(at(from, path)) : value;
      if (trying.current) trying.current = put(from, path, next);
      else change(put(from, path, next));
    },
    [change, standing],
  );
  const tried = useCallback((from: Draft, setting: () => void) => {
    trying.current = from;
    try {
      setting();
      return trying.current;
    } finally {
      trying.current = null; // whatever happens, what is set next is set
    }
  }, []);
  const ahead = useCallback(
    async (setting: () => void): Promise<Foreseen | undefined> => {
      const from = standing();
      const foresee = foreseeing();
      if (!from || !foresee) return undefined;
      const result = await foresee(tried(from, setting), { known: undefined });
      return result && { result, holdsFor: (inStead) => void foresee(tried(from, inStead), { known: result }) };
    },
    [foreseeing, standing, tried],
  );
  return { set, ahead };
}

/**
 * One opening: what is kept, what is being changed, automatic saving, undo and conflicts. `changed` is told of every change at
 * once, before the screen is drawn with it.
 */
export function useDraft(id: number, changed?: RefObject<Foresee | null>) {
  const client = useQueryClient();
  const key = ["opening", id];
  const page = useQuery({
    queryKey: key,
    queryFn: ({ signal }) =>
      ask(api.GET("/api/openings/{opening_id}", { params: { path: { opening_id: id } }, signal })),
    refetchOnWindowFocus: false,
  });
  // Unsaved changes of an earlier visit come back with the version they were based on.
  const [parked] = useState(() => unpark(id));
  const [draft, setDraft] = useState<Draft | null>(parked?.draft ?? null);
  const [state, setState] = useState<DraftState>(parked ? "waiting" : "saved");
  const [errors, setErrors] = useState<FieldError[]>([]);
  const queue = useSaveQueue(`opening ${id}`, { parked: true });
  const [conflict, setConflict] = useState<OpenConflict | null>(null);
  const base = useRef<OpeningPageData | null>(parked?.base ?? null);
  const newest = useRef<Draft | null>(draft);
  const sent = useRef<Draft | null>(parked?.sent ?? null);
  const trail = useRef<("opening" | Wall)[]>([]);

  useEffect(() => {
    if (page.data && !newest.current) base.current = page.data;
  }, [page.data]);

  const settle = useCallback(
    (next: OpeningPageData) => {
      base.current = next;
      void client.cancelQueries({ queryKey: key }); // an answer on its way tells how it was before
      client.setQueryData(key, next);
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key is the id
    [client, id],
  );

  const park = useCallback(() => {
    if (newest.current && base.current) {
      const now: Parked = { draft: newest.current, base: base.current, sent: sent.current };
      localStorage.setItem(parkedKey(id), JSON.stringify(now));
    }
  }, [id]);

  const saveOnce = useCallback(async () => {
    const sending = newest.current;
    const from = base.current;
    if (!sending || !from) return;
    setState("saving");
    const earlier = sent.current;
    sent.current = sending;
    park();
    const done = () => {
      newest.current = null;
      setDraft(null);
      setState("saved");
      localStorage.removeItem(parkedKey(id));
      void renew(client, ["job"]);
    };
    let of: OpenConflict["of"] = same(sending.wall, from.wall.wall) ? "opening" : "wall";
    try {
      await send(id, sending, from, (next, before) => {
        trail.current.push(before);
        settle(next);
        of = "opening";
      });
      setErrors([]);
      if (newest.current === sending) done();
      else setState("waiting");
    } catch (failure) {
      if (!(failure instanceof ApiProblem)) throw failure;
      const ours = [sending, earlier].some((one) => one && same(failure.conflict?.theirs, one[of]));
      if (failure.conflict && ours) {
        // kept already, on the way out of an earlier visit
        const fresh = await ask(api.GET("/api/openings/{opening_id}", { params: { path: { opening_id: id } } }));
        settle(fresh);
        const all = same(sending.wall, fresh.wall.wall) && same(sending.opening, fresh.opening);
        if (newest.current === sending && all) done();
        else setState("waiting"); // what the earlier visit had not come to yet
      } else if (failure.conflict) {
        setConflict({ ...failure.conflict, of });
        setState("conflict");
      } else if (failure.offline) {
        throw failure; // it waits in the queue; whatever is typed meanwhile is what is sent then
      } else {
        setErrors(failure.errors);
        setState("refused");
      }
    }
  }, [client, id, park, settle]);

  const { add } = queue;
  const save = useCallback(() => add(saveOnce), [add, saveOnce]);

  useEffect(() => {
    if (state !== "waiting") return;
    const timer = setTimeout(() => void save(), PAUSE);
    return () => clearTimeout(timer);
  }, [state, draft, save]);

  // What was changed just before leaving is saved on the way out; where that fails it stays parked for the next visit.
  const leave = useRef(save);
  const gone = useRef(false);
  useEffect(() => {
    leave.current = save;
  }, [save]);
  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
      if (newest.current) leave.current().catch(() => undefined);
    };
  }, []);

  const change = useCallback(
    (next: Draft) => {
      newest.current = next;
      void changed?.current?.(next);
      setDraft(next);
      setState((was) => (was === "conflict" ? was : "waiting"));
      park();
      // the server said what it heard in a field after the page was left
      if (gone.current) leave.current().catch(() => undefined);
    },
    [park, changed],
  );

  const now = draft ?? draftOf(page.data);

  const { set, ahead } = useSetting(
    () => newest.current ?? draftOf(base.current),
    () => changed?.current,
    change,
  );

  const travel = useCallback(
    async (way: "undo" | "redo") => {
      if (newest.current) await save();
      const kept = base.current;
      if (!kept || newest.current) return; // what is not saved yet cannot be stepped over
      const last = way === "undo" ? trail.current.pop() : undefined;
      if (last && last !== "opening") {
        change({ opening: kept.opening, wall: last });
        await save();
        trail.current.pop();
        return;
      }
      try {
        settle(
          await ask(
            api.POST("/api/openings/{opening_id}/{way}", {
              params: { path: { opening_id: id, way } },
              body: { version: kept.version },
            }),
          ),
        );
        void renew(client, ["job"]);
      } catch (failure) {
        if (!(failure instanceof ApiProblem)) throw failure;
        notifications.show({ color: "red", message: `That step cannot be taken: ${failure.message}` });
        await page.refetch();
      }
    },
    [change, client, id, page, save, settle],
  );

  /** Settle a conflict with the contents chosen, saved on top of the newest version. */
  const resolve = useCallback(
    async (chosen: Record<string, unknown>) => {
      if (!conflict) return;
      const fresh = await ask(api.GET("/api/openings/{opening_id}", { params: { path: { opening_id: id } } }));
      const mine = newest.current;
      settle(fresh);
      setConflict(null);
      // what was typed since the two versions were laid side by side is carried over
      const yours = conflict.yours ?? {};
      const final = carried(chosen, yours, mine?.[conflict.of] ?? yours);
      const next: Draft = {
        opening: conflict.of === "opening" ? (final as Opening) : (mine?.opening ?? fresh.opening),
        wall: conflict.of === "wall" ? (final as Wall) : (mine?.wall ?? fresh.wall.wall),
      };
      newest.current = next;
      setDraft(next);
      setState("waiting");
    },
    [conflict, id, settle],
  );

  /** A reading or an event was kept: what is drafted stays, what it stands on is new. */
  const took = useCallback(
    (next: OpeningPageData) => {
      settle({
        ...next,
        version: base.current?.version ?? next.version,
        opening: base.current?.opening ?? next.opening,
        wall: base.current?.wall ?? next.wall,
      });
      void renew(client, ["job"]);
    },
    [client, settle],
  );

  return {
    page,
    now,
    set,
    ahead,
    state: queue.waits ? ("offline" as const) : state,
    waits: queue.waits,
    errors,
    conflict,
    resolve,
    travel,
    took,
    tryNow: queue.tryNow,
  };
}
