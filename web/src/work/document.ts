import type { Document, Opening, OpeningPageData, Wall } from "../api/client";
import type { OpeningWork } from "./context";

/** The whole document of an opening as it stands on the screen: draft, rules, and the readings that count. */
export function documentOf(
  page: OpeningPageData,
  draft: { opening: Opening; wall: Wall },
  shown: OpeningWork["shown"],
  slabAt = 0,
): Document {
  const job = page.job.job;
  return {
    format: "jambo-opening/1",
    unit: job.unit ?? "in",
    show: {
      unit: shown.unit,
      step: shown.step ?? null,
      words: shown.words,
      heights: shown.heights,
      ...(slabAt > 0 && { slab_at: `${slabAt} mm` }),
    },
    rules: { crew: page.crew_rules, job: job.rules ?? {} },
    floors: job.floors ?? [],
    usual: job.usual ?? {},
    wall: draft.wall,
    opening: draft.opening,
    beside: page.beside,
    survey: { readings: page.readings.map((r) => r.reading) },
    cuts: page.cuts.map((c) => ({
      figure: String(c.detail.figure),
      length: String(c.detail.length),
      when: new Date(c.at).toLocaleDateString([], { weekday: "short", day: "numeric", month: "short" }),
      framed: page.events.some((e) => e.what === "framed"),
    })),
  };
}
