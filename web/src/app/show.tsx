import { useLocalStorage } from "@mantine/hooks";
import { createContext, type ReactNode, useContext, useMemo } from "react";

import type { HeightsFrom, Job, Region, Unit } from "../api/client";

/** How this browser wants lengths and parts shown; what is null follows the job. Changes nothing stored. */
interface Show {
  unit: Unit | null;
  words: Region | null;
  /** What the story pole is read from. */
  heights: HeightsFrom;
  setUnit: (unit: Unit) => void;
  setWords: (words: Region) => void;
  setHeights: (from: HeightsFrom) => void;
}

const ShowContext = createContext<Show | null>(null);

export function ShowProvider({ children }: { children: ReactNode }) {
  const [unit, setUnit] = useLocalStorage<Unit | null>({
    key: "jambo.unit",
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const [words, setWords] = useLocalStorage<Region | null>({
    key: "jambo.words",
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const [heights, setHeights] = useLocalStorage<HeightsFrom>({
    key: "jambo.heights",
    defaultValue: "rough_floor",
    getInitialValueInEffect: false,
  });
  const value = useMemo(
    () => ({ unit, words, heights, setUnit, setWords, setHeights }),
    [unit, words, heights, setUnit, setWords, setHeights],
  );
  return <ShowContext value={value}>{children}</ShowContext>;
}

export function useShow(): Show {
  const show = useContext(ShowContext);
  if (!show) throw new Error("useShow needs a ShowProvider");
  return show;
}

/** The unit, tape mark and words in force for a job on this screen. */
export function useShown(job: Job | undefined) {
  const { unit, words, heights } = useShow();
  const shown: Unit = unit ?? job?.unit ?? "in";
  const step = job && job.step && job.unit === shown ? job.step : undefined;
  const said = words ?? job?.words ?? "north_america";
  return useMemo(() => ({ unit: shown, step, words: said, heights }), [shown, step, said, heights]);
}
