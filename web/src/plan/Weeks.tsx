import { Button } from "@mantine/core";
import { useDrag } from "@use-gesture/react";
import clsx from "clsx";
import { type KeyboardEvent, useState } from "react";
import { Link } from "react-router";

import type { Crew, JobPlan, PlannedWork } from "../api/client";
import { clock, dayOf } from "./day";
import type { PlanWork } from "./usePlan";
import { type Bar, daysDragged, daysOn, rowsOf, type Strip, stripOf, worksOf } from "./weeks";
import styles from "./Weeks.module.css";

type PutOff = NonNullable<Crew["put_off"]>[number];

const said = (at: string) => `${dayOf(at)}, ${clock(at)}`;
const short = (iso: string) => new Date(`${iso}T12:00:00`).toLocaleDateString([], { weekday: "short", day: "numeric" });
const isMonday = (iso: string) => new Date(`${iso}T12:00:00`).getDay() === 1;

/** Put work off to another day, or trades: what is moved is tried, within what comes before it and what waits for it. */
function useMoves(work: PlanWork, strip: Strip) {
  const { crew, setCrew } = work;
  const off = crew.put_off ?? [];
  const [note, setNote] = useState("");
  const others = (one: PlannedWork) => off.filter((o) => `${o.opening}:${o.work}` !== one.key);
  const free = (one: PlannedWork) => setCrew({ ...crew, put_off: others(one) });
  const move = (one: PlannedWork, days: number) => {
    if (days === 0) return;
    const to = daysOn(one.start, days, strip);
    if (days < 0 && !one.put_off) {
      setNote(`It is as early as it can be${one.no_earlier ? `: ${one.no_earlier}` : " for this crew"}.`);
    } else if (one.latest !== null && to > one.latest) {
      setNote(`Not later than ${said(one.latest)}${one.no_later ? `: ${one.no_later}` : ""}.`);
    } else if (to <= one.earliest) {
      setNote(one.no_earlier ? `No earlier: ${one.no_earlier}.` : "");
      free(one);
    } else {
      setNote("");
      const at = one.key.indexOf(":");
      const put: PutOff = { opening: one.opening, work: one.key.slice(at + 1) as PutOff["work"], at: to };
      setCrew({ ...crew, put_off: [...others(one), put] });
    }
  };
  const moveTrade = (n: number, days: number) => {
    if (days === 0) return;
    setNote("");
    const by = (at: string | null | undefined) => (at ? shifted(at, days) : at);
    setCrew({
      ...crew,
      trades: (crew.trades ?? []).map((one, i) => (i === n ? { ...one, at: by(one.at), done: by(one.done) } : one)),
    });
  };
  return { move, moveTrade, free, note };
}

/** A moment so many days on, whoever works. */
function shifted(at: string, days: number) {
  const day = new Date(`${at.slice(0, 10)}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + days);
  return `${day.toISOString().slice(0, 10)}${at.slice(10, 16)}`;
}

const arrow = (event: KeyboardEvent) => ({ ArrowRight: 1, ArrowLeft: -1 })[event.key] ?? 0;

/** The weeks of a plan: a board for each piece of work in its room, over the days; other trades above them. */
export function Weeks({ plan, work }: { plan: JobPlan; work: PlanWork }) {
  const works = worksOf(plan);
  const strip = stripOf(plan, works);
  const rows = rowsOf(works, strip);
  const moves = useMoves(work, strip);
  const [chosen, setChosen] = useState<string | null>(null);
  const one = works.find((w) => w.key === chosen);
  return (
    <section aria-label="Weeks" className={styles.weeks}>
      <div className={styles.scroll} tabIndex={0} role="region" aria-label="The weeks, room by room">
        <div className={styles.sheet} style={{ width: strip.width + 140 }}>
          <Tape strip={strip} />
          {plan.trades.map(
            (trade) =>
              trade.at && (
                <div key={`trade ${trade.n}`} className={styles.row}>
                  <span className={styles.room}>{trade.label}</span>
                  <div className={styles.lane} style={{ height: 40 }}>
                    <TradeBar trade={trade} strip={strip} move={(days) => moves.moveTrade(trade.n, days)} />
                  </div>
                </div>
              ),
          )}
          {rows.map((row) => (
            <div key={row.room} className={styles.row}>
              <span className={styles.room}>{row.room}</span>
              <div className={styles.lane} style={{ height: row.lanes * 36 + 4 }}>
                {strip.days.map((day) => (
                  <i
                    key={day.iso}
                    className={clsx(styles.day, !day.worked && styles.idle)}
                    style={{ left: day.left, width: day.width }}
                  />
                ))}
                {row.bars.map((bar) => (
                  <WorkBar
                    key={bar.work.key}
                    bar={bar}
                    strip={strip}
                    chosen={bar.work.key === chosen}
                    choose={() => setChosen(bar.work.key)}
                    move={(days) => moves.move(bar.work, days)}
                  />
                ))}
              </div>
            </div>
          ))}
        </div>
      </div>
      <div className={styles.panel} role="status">
        {one ? (
          <Chosen work={one} move={(days) => moves.move(one, days)} free={() => moves.free(one)} note={moves.note} />
        ) : (
          <p className="quiet">
            Press a board to see it; draw it sideways, or press ← and →, to put it off. What you move is tried first.{" "}
            {moves.note}
          </p>
        )}
      </div>
    </section>
  );
}

/** The days along a tape, a long mark where a week begins. */
function Tape({ strip }: { strip: Strip }) {
  return (
    <div className={styles.row}>
      <span className={styles.room} />
      <div className={styles.tape}>
        {strip.days.map((day) => (
          <span
            key={day.iso}
            className={clsx(styles.mark, isMonday(day.iso) && styles.monday)}
            style={{ left: day.left, width: day.width }}
          >
            {day.worked ? short(day.iso) : Number(day.iso.slice(8))}
          </span>
        ))}
      </div>
    </div>
  );
}

interface WorkBarProps {
  bar: Bar;
  strip: Strip;
  chosen: boolean;
  choose: () => void;
  move: (days: number) => void;
}

function WorkBar({ bar, strip, chosen, choose, move }: WorkBarProps) {
  const { work } = bar;
  const [drawn, setDrawn] = useState(0);
  const drag = useDrag(
    ({ movement: [px], down, tap, first }) => {
      if (first) choose();
      setDrawn(down ? px : 0);
      if (!down && !tap) move(daysDragged(work.start, px, strip));
    },
    { axis: "x", filterTaps: true, pointer: { touch: true } },
  );
  return (
    <button
      type="button"
      {...drag()}
      className={styles.bar}
      data-critical={work.critical || undefined}
      data-late={work.late > 0 || undefined}
      data-off={work.put_off || undefined}
      aria-pressed={chosen}
      aria-label={`${work.mark} ${work.label}, ${said(work.start)} to ${said(work.end)}`}
      title={work.label}
      style={{ left: bar.left + drawn, width: bar.width, top: bar.lane * 36 + 4 }}
      onFocus={choose}
      onClick={choose}
      onKeyDown={(event) => {
        const days = arrow(event);
        if (days === 0 || event.altKey || event.ctrlKey || event.metaKey) return;
        event.preventDefault();
        move(days);
      }}
    >
      <span aria-hidden="true">
        <b>{work.mark}</b> {bar.width > 80 && work.label}
      </span>
    </button>
  );
}

interface TradeBarProps {
  trade: JobPlan["trades"][number];
  strip: Strip;
  move: (days: number) => void;
}

function TradeBar({ trade, strip, move }: TradeBarProps) {
  const at = trade.at!;
  const [drawn, setDrawn] = useState(0);
  const drag = useDrag(
    ({ movement: [px], down, tap }) => {
      setDrawn(down ? px : 0);
      if (!down && !tap) {
        const there = strip.x(at) + px;
        const to = strip.days.findIndex((day) => there < day.left + day.width);
        const from = strip.days.findIndex((day) => day.iso === at.slice(0, 10));
        move((to < 0 ? strip.days.length : to) - from);
      }
    },
    { axis: "x", filterTaps: true, pointer: { touch: true } },
  );
  const left = strip.x(at);
  const width = Math.max(44, strip.x(trade.done ?? at) - left);
  const where = trade.rooms.join(", ");
  return (
    <button
      type="button"
      {...drag()}
      className={clsx(styles.bar, styles.trade)}
      aria-label={`${trade.label} comes ${said(at)}${trade.done ? `, is done ${said(trade.done)}` : ""}${where ? `, in ${where}` : ""}`}
      style={{ left: left + drawn, width, top: 4 }}
      onKeyDown={(event) => {
        const days = arrow(event);
        if (days === 0 || event.altKey || event.ctrlKey || event.metaKey) return;
        event.preventDefault();
        move(days);
      }}
    >
      <span aria-hidden="true">{where || trade.label}</span>
    </button>
  );
}

interface ChosenProps {
  work: PlannedWork;
  move: (days: number) => void;
  free: () => void;
  note: string;
}

/** What a board says, and the same moves for a thumb. */
function Chosen({ work, move, free, note }: ChosenProps) {
  return (
    <>
      <p className={styles.what}>
        <Link to={`/openings/${work.opening}/card`}>{work.mark}</Link> <b>{work.label}</b> {said(work.start)} to{" "}
        {said(work.end)}
        {work.put_off && <span className="chip note">put off</span>}
      </p>
      <p className="quiet">
        {[
          work.no_earlier ? `not before ${said(work.earliest)} (${work.no_earlier})` : "",
          work.latest === null ? "" : `not after ${said(work.latest)}${work.no_later ? ` (${work.no_later})` : ""}`,
        ]
          .filter(Boolean)
          .join("; ")}
      </p>
      {note && <p className={styles.note}>{note}</p>}
      <div className="row">
        <Button variant="default" onClick={() => move(-1)}>
          A day earlier
        </Button>
        <Button variant="default" onClick={() => move(1)}>
          A day later
        </Button>
        {work.put_off && (
          <Button variant="default" onClick={free}>
            As soon as it can be
          </Button>
        )}
      </div>
    </>
  );
}
