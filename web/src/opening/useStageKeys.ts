import { useHotkeys } from "@mantine/hooks";
import { useEffect, useRef } from "react";

import type { StageName } from "../api/client";

const PAUSE = 2000; // ms after a key before a bare digit may mean a stage
const FIELD = "input:not([type=radio]):not([type=checkbox]),textarea,select";

/**
 * Stages by Alt and a digit, always; by a bare digit only where no field waits for a figure and nothing was typed just now.
 * A digit that comes while a field waits goes into that field.
 */
export function useStageKeys(stages: { name: StageName }[], go: (name: StageName) => void) {
  const typed = useRef(-PAUSE);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || document.querySelector('[role="dialog"]')) return;
      const digit = /^(?:Digit|Numpad)([1-9])$/.exec(event.code)?.[1] ?? /^[1-9]$/.exec(event.key)?.[0];
      const to = digit && stages[Number(digit) - 1];
      if (event.altKey) {
        if (!to) return;
        event.preventDefault();
        go(to.name);
        return;
      }
      const just = event.timeStamp - typed.current < PAUSE;
      if (event.key.length === 1) typed.current = event.timeStamp;
      if ((event.target instanceof Element && event.target.matches(FIELD)) || !/^\d$/.test(event.key)) return;
      const waits = document.querySelector<HTMLInputElement>("[data-waits] input:not([disabled])");
      if (waits) {
        waits.focus(); // and the digit goes into it
        waits.setSelectionRange(waits.value.length, waits.value.length);
      } else if (!just && to) go(to.name);
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [stages, go]);
}

/** Back and forward through what was kept. */
export function useTravelKeys(travel: (way: "undo" | "redo") => Promise<void>) {
  const redo = () => void travel("redo");
  useHotkeys(
    [
      ["mod+Z", () => void travel("undo")],
      ["mod+shift+Z", redo],
      ["mod+Y", redo],
    ],
    [],
  );
}

/** Enter in the last field of a stage goes on to the next one's first. */
export function useNextStage(stage: StageName, stages: { name: StageName }[], go: (name: StageName) => void) {
  useEffect(() => {
    const next = () => {
      const following = stages[stages.findIndex((s) => s.name === stage) + 1];
      if (!following) return;
      go(following.name);
      setTimeout(() => document.querySelector<HTMLElement>("[data-walk]")?.focus(), 0);
    };
    document.addEventListener("jambo:stage-done", next);
    return () => document.removeEventListener("jambo:stage-done", next);
  }, [stage, stages, go]);
}
