import {
  IconCalendarWeek,
  IconDoor,
  IconNotebook,
  IconSettings,
  IconStack2,
  IconWall,
  type TablerIcon,
} from "@tabler/icons-react";

import type { JobWaits } from "../api/client";
import type { Route } from "./useMe";

interface Sheet {
  /** Where it is under the job's own address. */
  at: string;
  name: string;
  /** The route it is made from: whoever may not ask that has no such page. */
  reads: Route;
}

export interface Place {
  name: string;
  letter: string;
  icon: TablerIcon;
  /** Its pages; the first is what the place opens with. */
  pages: Sheet[];
  /** How many things wait there, and what they are. */
  waits?: (of: JobWaits, late: number) => [number, string];
}

/** The places of a job, and the pages of each: where a new page goes. */
export const PLACES: Place[] = [
  {
    name: "Openings",
    letter: "O",
    icon: IconDoor,
    pages: [
      { at: "", name: "All openings", reads: "GET /api/jobs/{job_id}" },
      { at: "many", name: "Many at once", reads: "POST /api/jobs/{job_id}/schedule" },
      { at: "change", name: "Change many", reads: "PUT /api/jobs/{job_id}/facts" },
    ],
    waits: (of) => [of.stops, "stopped"],
  },
  {
    name: "Walls",
    letter: "W",
    icon: IconWall,
    pages: [
      { at: "walls", name: "All walls", reads: "GET /api/jobs/{job_id}/walls" },
      { at: "heads", name: "Head lines", reads: "GET /api/jobs/{job_id}/heads" },
      { at: "floors", name: "Floors", reads: "GET /api/jobs/{job_id}/floors" },
    ],
  },
  {
    name: "Material",
    letter: "M",
    icon: IconStack2,
    pages: [
      { at: "buying", name: "To buy", reads: "GET /api/jobs/{job_id}/buying" },
      { at: "came", name: "What came", reads: "GET /api/jobs/{job_id}/buying/delivered" },
      { at: "cutting", name: "Cutting", reads: "GET /api/jobs/{job_id}/cutting" },
      { at: "lists", name: "Lists", reads: "GET /api/jobs/{job_id}/lists" },
    ],
    waits: (of) => [of.late, of.late === 1 ? "order late" : "orders late"],
  },
  {
    name: "Days",
    letter: "D",
    icon: IconCalendarWeek,
    pages: [
      { at: "plan", name: "Who and when", reads: "GET /api/jobs/{job_id}/plan" },
      { at: "today", name: "Today", reads: "GET /api/jobs/{job_id}/day" },
      { at: "time", name: "What it took", reads: "GET /api/jobs/{job_id}/time" },
    ],
    waits: (_, late) => [late, "not ready in time"],
  },
  {
    name: "Record",
    letter: "R",
    icon: IconNotebook,
    pages: [
      { at: "record", name: "Everything", reads: "GET /api/jobs/{job_id}/log" },
      { at: "photographs", name: "Photographs", reads: "GET /api/jobs/{job_id}/log" },
      { at: "signed", name: "Signed off", reads: "GET /api/jobs/{job_id}/log" },
      { at: "paper", name: "Paper", reads: "GET /api/jobs/{job_id}/strips" },
    ],
    waits: (of) => [of.lapsed, "changed since signed off"],
  },
];

/** What is set up once, and what is next. */
export const THE_JOB: Place = {
  name: "The job",
  letter: "J",
  icon: IconSettings,
  pages: [
    { at: "next", name: "What is next", reads: "PUT /api/jobs/{job_id}" },
    { at: "usual", name: "Usual here", reads: "PUT /api/jobs/{job_id}/usual" },
    { at: "rules", name: "House rules", reads: "GET /api/crew-rules/{unit}" },
  ],
};

export const pageAt = (job: number, { at }: Sheet) => (at ? `/jobs/${job}/${at}` : `/jobs/${job}`);

/** Which place a page belongs to, by its address, and which of its pages it is. */
export function placeOf(pathname: string): [Place, Sheet | undefined] {
  const [, room = "", , at = ""] = pathname.split("/");
  if (room !== "jobs") return [PLACES[room === "walls" ? 1 : 0]!, undefined];
  const place = [...PLACES, THE_JOB].find((one) => one.pages.some((page) => page.at === at));
  return place ? [place, place.pages.find((page) => page.at === at)] : [PLACES[3]!, undefined]; // a trade's sheet
}
