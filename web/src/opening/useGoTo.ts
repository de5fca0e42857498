import { useCallback } from "react";
import { useNavigate } from "react-router";

import type { Catalogue, OpeningPageData, StageName } from "../api/client";
import { stageOf } from "../work/stageOf";

/** The page on which a fact is kept that is none of the opening's own. */
function elsewhere(path: string, { job, wall }: OpeningPageData): string | null {
  if (path.startsWith("rules.")) return `/jobs/${job.id}/rules#${path.split(".").pop()}`;
  if (/^wall\.(studs_found|services|fittings)/.test(path)) return `/walls/${wall.id}`; // what was found in it
  const floor = /^floors\[(\d+)\]/.exec(path)?.[1];
  return floor === undefined ? null : `/jobs/${job.id}/floors#${job.job.floors?.[Number(floor)]?.key ?? ""}`;
}

/** Give the focus to the field of a fact, as soon as its stage is drawn. */
function focusOn(path: string, tries: number) {
  const field = document.querySelector<HTMLElement>(`[data-path^="${CSS.escape(path)}"]`);
  const target = field?.matches("input,select,textarea,button")
    ? field
    : field?.querySelector<HTMLElement>("input,select,textarea,button");
  if (target) target.focus();
  else if (tries > 0) requestAnimationFrame(() => focusOn(path, tries - 1));
}

interface Around {
  page: OpeningPageData | undefined;
  stages: Catalogue["stages"];
  named: StageName[];
  homes: Catalogue["homes"] | undefined;
  goStage: (name: StageName) => void;
}

/** Leads to where a fact is settled, by its path and the stage that is said to be its home. */
export function useGoTo({ page, stages, named, homes, goStage }: Around) {
  const navigate = useNavigate();
  return useCallback(
    (path: string, home?: string) => {
      const other = page && elsewhere(path, page);
      if (other) {
        void navigate(other);
        return;
      }
      goStage(stages.find((s) => s.name === home)?.name ?? stageOf(path, named, homes ?? {}));
      requestAnimationFrame(() => focusOn(path, 20));
    },
    [goStage, navigate, page, stages, named, homes],
  );
}
