import { notifications } from "@mantine/notifications";
import { keepPreviousData, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";

import { ApiProblem, api, ask, type Opening, type Position, type Wall, type WallPageData } from "../api/client";
import { renew } from "../api/renew";
import { useShow } from "../app/show";
import { useHeld } from "../tape/typed";
import { same } from "../work/paths";
import { useSaveQueue } from "../work/useSaveQueue";
import { type Choice, type Kept, keptOf, laidOver } from "./choice";
import type { Told } from "./Typed";

/** A place tried out for an opening: its centre in millimetres from the left end. */
export interface Aim {
  id: number;
  mm: number;
  position: Position;
}

/** What undo takes back: an opening's newest version, or the wall as it was before. */
type Step = { opening: number } | { wall: Wall };

const PAUSE = 400; // ms without a key press before a place is saved

// with a selection, what is the same in one layout and the next stays the same object, and is not drawn anew
const asItIs = (data: WallPageData) => data;

const aimAt = (id: number, mm: number): Aim => ({
  id,
  mm,
  position: {
    measured_from: "left",
    to: "centre",
    distance: { value: String(Math.round(mm * 10000) / 10000), unit: "mm" },
  },
});

/** How a wall is laid out: as it is kept, or with an opening where it is tried. */
function useLayout(id: number, laid: Aim | null) {
  const show = useShow();
  const layout = useCallback(
    (moves: Record<string, Position>, signal?: AbortSignal) =>
      ask(
        api.POST("/api/walls/{wall_id}/layout", {
          params: { path: { wall_id: id } },
          body: { moves, shown: { unit: show.unit, words: show.words } },
          signal,
        }),
      ),
    [id, show.unit, show.words],
  );
  const laying = (laid: Aim | null) =>
    queryOptions({
      queryKey: ["wall", id, laid, show.unit, show.words],
      queryFn: ({ signal }) => layout(laid ? { [laid.id]: laid.position } : {}, signal),
    });
  const page = useQuery({ ...laying(laid), placeholderData: keepPreviousData, select: asItIs });
  return { layout, laying, page };
}

/** A wall as kept and as it is tried out: redrawn while an opening moves, saved one change after another, with undo. */
export function useWall(id: number) {
  const client = useQueryClient();
  // The place asked for last, and the one that is being drawn: what is asked for while an answer is on its way waits for it,
  // and only the newest is asked for then.
  const aim = useRef<Aim | null>(null);
  const [laid, setLaid] = useState<Aim | null>(null);
  const { add, saving, waits } = useSaveQueue(`wall ${id}`);
  const trail = useRef<Record<"undo" | "redo", Step[]>>({ undo: [], redo: [] });
  const [can, setCan] = useState({ undo: false, redo: false });
  const { layout, laying, page } = useLayout(id, laid);
  const kept = useRef<Kept | null>(null);
  // What was chosen and is not kept yet stands as chosen from the first moment, and after a reload too.
  const [choice, holdChoice] = useHeld<Choice | null>("chosen", null);
  const later = useRef<{ aim: Aim; timer: number } | null>(null);

  // What is tried or being saved stands on what was seen when it began, so that another's change meanwhile is told.
  useEffect(() => {
    if (page.data && saving === 0 && !aim.current) kept.current = page.data;
  }, [page.data, saving, laid]);
  useEffect(() => {
    if (!page.isFetching) setLaid(aim.current);
  }, [page.isFetching]);

  const tryPlace = (opening: number, mm: number) => {
    const to = aimAt(opening, mm);
    aim.current = to;
    if (!page.isFetching) {
      client.query(laying(to)).catch(() => undefined); // asked at once: the page is drawn with it while the answer is on its way
      setLaid(to);
    }
    return to;
  };
  const forget = (of: Aim | null) => {
    if (of && aim.current !== of) return;
    aim.current = null;
    setLaid(null);
  };

  /** Do one thing to what is kept, after all that was asked for before. */
  const inLine = useCallback(
    (work: () => Promise<void>, settled?: () => void, told?: Told) => {
      void add(async () => {
        try {
          await work();
          told?.kept();
        } catch (failure) {
          if (failure instanceof ApiProblem && failure.offline) throw failure;
          if (told && failure instanceof ApiProblem && failure.errors.length) told.refused(failure);
          else notifications.show({ color: "red", message: (failure as Error).message });
          kept.current = await layout({}).catch(() => kept.current);
        }
        client.removeQueries({ queryKey: ["opening"], type: "inactive" });
        client.removeQueries({ queryKey: ["wall", id], type: "inactive" }); // the wall as it was before would be shown for a moment
        void renew(client, ["job"], ["opening"]);
        await renew(client, ["wall", id]);
        settled?.();
      });
    },
    [add, client, id, layout],
  );

  const putOpening = async (opening: number, make: (of: Opening) => Partial<Opening>) => {
    const now = kept.current!.openings.find((o) => o.id === opening)!;
    const body = { version: now.version, opening: { ...now.opening, ...make(now.opening) } };
    const next = await ask(api.PUT("/api/openings/{opening_id}", { params: { path: { opening_id: opening } }, body }));
    took(opening, next);
    if (next.version !== now.version) did({ opening });
  };
  const took = (opening: number, next: { version: number; opening: Opening }) => {
    const openings = kept.current!.openings.map((o) =>
      o.id === opening ? { ...o, version: next.version, opening: next.opening } : o,
    );
    kept.current = { ...kept.current!, openings };
  };
  const putWall = async (wall: Wall) => {
    const before = kept.current!.wall;
    try {
      const next = await ask(
        api.PUT("/api/walls/{wall_id}", { params: { path: { wall_id: id } }, body: { version: before.version, wall } }),
      );
      kept.current = { ...kept.current!, wall: next };
    } catch (failure) {
      // the same may have been kept already, on the way out of an earlier visit
      if (!(failure instanceof ApiProblem && failure.conflict && same(failure.conflict.theirs, wall))) throw failure;
      kept.current = await layout({});
    }
    return before.wall;
  };
  const telling = () => setCan({ undo: trail.current.undo.length > 0, redo: trail.current.redo.length > 0 });
  const did = (step: Step) => {
    trail.current = { undo: [...trail.current.undo, step], redo: [] };
    telling();
  };

  /** Put on what is kept whatever was changed, after all that was asked for before. */
  const keepAll = (mine: Choice, told?: Told) =>
    inLine(
      async () => {
        const to = laidOver(kept.current!, mine);
        if (!same(to.wall.wall, kept.current!.wall.wall)) did({ wall: await putWall(to.wall.wall) });
        for (const one of to.openings) {
          const { opening } = kept.current!.openings.find((o) => o.id === one.id)!;
          if (!same(one.opening, opening)) await putOpening(one.id, () => one.opening);
        }
      },
      () => holdChoice((now) => (now === mine ? null : now)),
      told,
    );
  // what an earlier visit chose and could not wait for
  const begun = useRef(false);
  useEffect(() => {
    if (!page.data || begun.current) return;
    begun.current = true;
    if (choice) keepAll(choice);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the wall is here
  }, [page.data]);

  const data = page.data && choice ? { ...page.data, ...laidOver(keptOf(page.data), choice) } : page.data;
  /** What was typed is held by its field and is told whether it is kept; what was chosen is held here. */
  const keepChanged = (chosen: Kept, told?: Told) => {
    settle();
    const mine = { shown: keptOf(told ? data! : page.data!), chosen };
    if (!told) holdChoice(mine);
    keepAll(mine, told);
  };

  /** Take one step back or forward; gives the step that takes it back again. */
  const retrace = async (step: Step, way: "undo" | "redo"): Promise<Step> => {
    if ("wall" in step) return { wall: await putWall(step.wall) };
    const { version } = kept.current!.openings.find((o) => o.id === step.opening)!;
    took(
      step.opening,
      await ask(
        api.POST("/api/openings/{opening_id}/{way}", {
          params: { path: { opening_id: step.opening, way } },
          body: { version },
        }),
      ),
    );
    return step;
  };

  const keepPlace = (to: Aim) =>
    inLine(
      () => putOpening(to.id, (of) => ({ position: { ...of.position, ...to.position } })),
      () => forget(to),
    );
  /** Save the place that was tried last, if it waits to be saved. */
  const settle = () => {
    const waits = later.current;
    if (!waits) return;
    clearTimeout(waits.timer);
    later.current = null;
    keepPlace(waits.aim);
  };
  const leave = useRef(settle);
  useEffect(() => {
    leave.current = settle;
  });
  useEffect(() => () => leave.current(), []);
  useEffect(() => {
    if (saving === 0 && !laid) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [saving, laid]);

  return {
    page,
    /** The wall as it is kept, with what was chosen since. */
    data,
    /** Where an opening is asked to stand now, or stands. */
    standsAt: (opening: number, mm: number) => (aim.current?.id === opening ? aim.current.mm : mm),
    /** Why what was changed is not saved yet. */
    waits,
    state: waits ? ("offline" as const) : saving > 0 || laid || choice ? ("saving" as const) : ("saved" as const),
    /** Try a place; it is drawn, not saved. */
    tryPlace,
    /** Try a place step by step: it is saved once no further step follows. */
    nudge: (opening: number, mm: number) => {
      if (later.current && later.current.aim.id !== opening) settle();
      const to = tryPlace(opening, mm);
      if (later.current) clearTimeout(later.current.timer);
      later.current = { aim: to, timer: window.setTimeout(() => leave.current(), PAUSE) };
    },
    keepPlace,
    forget: () => forget(null),
    keep: (id: number, change: Partial<Opening>, told?: Told) => {
      const openings = data!.openings.map((o) => (o.id === id ? { ...o, opening: { ...o.opening, ...change } } : o));
      keepChanged({ wall: data!.wall, openings }, told);
    },
    change: (wall: Wall, told?: Told) => keepChanged({ wall: { ...data!.wall, wall }, openings: data!.openings }, told),
    can,
    /** Go back or forward through what was changed here. */
    travel: (way: "undo" | "redo") => {
      settle();
      inLine(async () => {
        const step = trail.current[way].at(-1);
        if (!step) return;
        try {
          const back = await retrace(step, way);
          trail.current[way === "undo" ? "redo" : "undo"].push(back);
        } catch (failure) {
          if (failure instanceof ApiProblem && failure.offline) throw failure; // asked again
          trail.current[way].pop(); // another's change came between: it is not ours to take back
          telling();
          throw failure;
        }
        trail.current[way].pop();
        telling();
      });
    },
  };
}
