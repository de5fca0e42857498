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

/** Give the focus to the field of a fact, as soon as its stage is drawn; where the stage has none, `otherwise`. */
function focusOn(path: string, otherwise: () => void, tries = 20) {
  const field = document.querySelector<HTMLElement>(`[data-path^="${CSS.escape(path)}"]`);
  for (let fold = field?.closest("details"); fold; fold = fold.parentElement?.closest("details")) fold.open = true;
  const target = field?.matches("input,select,textarea,button")
    ? field
    : field?.querySelector<HTMLElement>("input,select,textarea,button");
  if (target) target.focus();
  else if (tries > 0) requestAnimationFrame(() => focusOn(path, otherwise, tries - 1));
  else otherwise();
}

interface Around {
  page: OpeningPageData | undefined;
  named: StageName[];
  homes: Catalogue["homes"] | undefined;
  goStage: (name: StageName) => void;
}

/** Leads to where a fact is settled, by its path; readings of the check are taken on the stage whose flag tells of them. */
export function useGoTo({ page, named, homes, goStage }: Around) {
  const navigate = useNavigate();
  return useCallback(
    (path: string, stage?: string) => {
      const other = page && elsewhere(path, page);
      if (other) {
        void navigate(other);
        return;
      }
      goStage(path.startsWith("survey") && stage === "hang" ? stage : stageOf(path, named, homes ?? {}));
      const otherwise = () => {
        if (page && path.startsWith("opening.rules."))
          void navigate(`/jobs/${page.job.id}/rules#${path.slice("opening.rules.".length)}`);
      };
      requestAnimationFrame(() => focusOn(path, otherwise));
    },
    [goStage, navigate, page, named, homes],
  );
}
