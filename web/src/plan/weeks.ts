import type { JobPlan, PlannedWork } from "../api/client";

/** The days of a plan laid side by side: those on which somebody works are wide, the others narrow. */
export interface Strip {
  days: { iso: string; left: number; width: number; worked: boolean }[];
  width: number;
  /** Where a moment by the clock on the wall stands, in px. */
  x: (at: string) => number;
}

export interface Bar {
  work: PlannedWork;
  left: number;
  width: number;
  lane: number;
}

export interface Row {
  room: string;
  bars: Bar[];
  lanes: number;
}

const WIDE = 216;
const NARROW = 36;
const LEAST = 40; // px of a bar that a thumb can hit

const next = (iso: string, by: number) => {
  const day = new Date(`${iso}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + by);
  return day.toISOString().slice(0, 10);
};
const minute = (at: string) => Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16));

/** Every piece of work of a plan once, whoever is at it. */
export function worksOf(plan: JobPlan): PlannedWork[] {
  const by = new Map<string, PlannedWork>();
  for (const day of plan.days) for (const person of day.people) for (const one of person.work) by.set(one.key, one);
  return [...by.values()];
}

export function stripOf(plan: JobPlan, works: PlannedWork[]): Strip {
  const moments = [
    ...works.flatMap((one) => [one.start, one.end]),
    ...plan.trades.flatMap((one) => [one.at, one.done].filter((at) => at !== null)),
  ].sort();
  const worked = new Set(works.flatMap((one) => [one.start.slice(0, 10), one.end.slice(0, 10)]));
  const open = Math.min(7 * 60, ...works.map((one) => minute(one.start)));
  const close = Math.max(15.5 * 60, ...works.map((one) => minute(one.end)));
  const first = (moments[0] ?? plan.start).slice(0, 10);
  const last = (moments.at(-1) ?? plan.start).slice(0, 10);
  const days: Strip["days"] = [];
  let left = 0;
  for (let iso = first; iso <= last && days.length < 400; iso = next(iso, 1)) {
    const width = worked.has(iso) ? WIDE : NARROW;
    days.push({ iso, left, width, worked: worked.has(iso) });
    left += width;
  }
  const by = new Map(days.map((day) => [day.iso, day]));
  const x = (at: string) => {
    const day = by.get(at.slice(0, 10));
    if (!day) return at < first ? 0 : left;
    return day.left + day.width * Math.max(0, Math.min(1, (minute(at) - open) / (close - open)));
  };
  return { days, width: left, x };
}

/** The work of each room, bars that would lie on each other one under the other. */
export function rowsOf(works: PlannedWork[], strip: Strip): Row[] {
  const rows = new Map<string, Row>();
  for (const work of [...works].sort((a, b) => a.start.localeCompare(b.start))) {
    const room = work.room || work.mark;
    const row = rows.get(room) ?? { room, bars: [], lanes: 0 };
    rows.set(room, row);
    const left = strip.x(work.start);
    const width = Math.max(LEAST, strip.x(work.end) - left);
    let lane = 0;
    while (row.bars.some((bar) => bar.lane === lane && bar.left < left + width && left < bar.left + bar.width)) lane++;
    row.bars.push({ work, left, width, lane });
    row.lanes = Math.max(row.lanes, lane + 1);
  }
  return [...rows.values()];
}

/** A moment so many days of the strip on; days on which nobody works are stepped over. */
export function daysOn(at: string, by: number, strip: Strip): string {
  let iso = at.slice(0, 10);
  const step = Math.sign(by);
  for (let left = Math.abs(by); left > 0; left--) {
    do iso = next(iso, step);
    while (strip.days.some((day) => day.iso === iso && !day.worked));
  }
  return `${iso}${at.slice(10)}`;
}

/** How many days of the strip a bar was dragged over. */
export function daysDragged(at: string, px: number, strip: Strip): number {
  const there = strip.x(at) + px;
  const from = strip.days.findIndex((day) => day.iso === at.slice(0, 10));
  let to = strip.days.findIndex((day) => there < day.left + day.width);
  if (to < 0) to = strip.days.length - 1 + Math.ceil((there - strip.width) / WIDE);
  const between = strip.days.slice(Math.min(from, to) + 1, Math.max(from, to) + 1);
  const idle =
    to > from
      ? between.filter((day) => !day.worked && day.iso !== strip.days[to]?.iso)
      : between.filter((day) => !day.worked);
  return Math.sign(to - from) * Math.max(0, Math.abs(to - from) - idle.length);
}
