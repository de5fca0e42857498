import { Button, Checkbox, NativeSelect, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";

import { ApiProblem, type Crew, api, ask, told } from "../api/client";
import { DayField } from "../app/DayField";
import { More } from "../app/More";
import { useShown } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import { capital } from "../api/words";
import { useHeld } from "../tape/typed";
import styles from "./PlanPage.module.css";
import type { PlanWork } from "./usePlan";

type Person = NonNullable<Crew["people"]>[number];
type Shift = NonNullable<Person["hours"]>[number];
type Day = NonNullable<Shift["days"]>[number];
type Drying = NonNullable<Crew["dries"]>[number];
type TradeDay = NonNullable<Crew["trades"]>[number];

const DAYS: Day[] = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];
const WEEK = DAYS.slice(0, 5);
const NEW: Shift[] = [
  { days: WEEK, from: "07:00", to: "12:00" },
  { days: WEEK, from: "12:30", to: "15:30" },
];
/** The other trades, as the crew calls them. */
function useTrades(work: PlanWork): { trade: TradeDay["trade"]; label: string }[] {
  const shown = useShown(work.job.data?.job);
  const words = useCatalogue().data?.words[shown.words];
  return [
    { trade: "wallboard", label: capital(words?.wallboard ?? "wallboard") },
    { trade: "floor", label: "Floors" },
    { trade: "paint", label: "Paint" },
  ];
}

/** After which work of an opening something may have to dry before the next begins. */
const DRYING: [Drying["work"], string][] = [
  ["frame", "After framing"],
  ["set", "After setting: foam, sealant"],
  ["hang", "After hanging"],
  ["trim", "After casing: glue, filler"],
];

const ZONES = Intl.supportedValuesOf("timeZone");
const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Who works here and when, and when other trades come. What is changed is tried before it is kept. */
export function CrewPanel({ work }: { work: PlanWork }) {
  const { crew, setCrew, draft, save } = work;
  const trades = useTrades(work);
  const people = crew.people ?? [];
  const rooms = [...new Set((work.job.data?.openings ?? []).map((one) => one.room).filter(Boolean))].sort();
  const put = (facts: Partial<Crew>) => setCrew({ ...crew, ...facts });
  const say = (n: number, facts: Partial<Person>) => {
    const was = people[n]!.name;
    const follow = (one: Person) =>
      facts.name !== undefined && one.pair_with === was && was ? { ...one, pair_with: facts.name } : one;
    put({ people: people.map((one, i) => (i === n ? { ...one, ...facts } : follow(one))) });
  };
  const mateOf = (one: Person) => (one.name ? one.pair_with || people.find((p) => p.pair_with === one.name)?.name : "");
  /** Name a pair, or part one: whoever was in another is in it no longer. */
  const pair = (n: number, mate: string) => {
    const both = [people[n]!.name, mate].filter(Boolean);
    const free = (one: Person): Person =>
      both.includes(one.name) || both.includes(one.pair_with ?? "") ? { ...one, pair_with: "" } : one;
    put({ people: people.map((one, i) => (i === n ? { ...one, pair_with: mate } : free(one))) });
  };
  const dryFor = (work: Drying["work"]) => {
    const said = (crew.dries ?? []).find((one) => one.work === work);
    return said ? String(said.minutes / 60) : "";
  };
  const dry = (work: Drying["work"], hours: number) => {
    const minutes = Math.round(Math.min(336, Math.max(0, hours || 0)) * 60);
    const others = (crew.dries ?? []).filter((one) => one.work !== work);
    if (minutes !== ((crew.dries ?? []).find((one) => one.work === work)?.minutes ?? 0))
      put({ dries: minutes ? [...others, { work, minutes }] : others });
  };
  const failed = save.error ?? (draft && work.tried.error);
  const errors = failed instanceof ApiProblem ? failed.errors : [];
  const wrong = (path: string) => errors.find((e) => e.path.replace(/^job\.crew\.|^crew\./, "").startsWith(path));
  return (
    <More
      className={styles.crew}
      open={draft !== null || !work.someone}
      summary={`Who works here${people.length > 0 ? `: ${people.map((one) => one.name || "…").join(", ")}` : ""}`}
    >
      <ul>
        {people.map((person, n) => (
          <PersonRow
            key={n}
            n={n}
            person={person}
            say={(facts) => say(n, facts)}
            out={() =>
              put({
                people: people
                  .filter((_, i) => i !== n)
                  .map((one) => (one.pair_with === person.name ? { ...one, pair_with: "" } : one)),
              })
            }
            mate={mateOf(person) ?? ""}
            others={people.map((one) => one.name).filter((name) => name && name !== person.name)}
            pair={(mate) => pair(n, mate)}
            wrong={wrong(`people[${n}]`)}
          />
        ))}
      </ul>
      <Button variant="default" onClick={() => put({ people: [...people, { name: "", hours: NEW }] })}>
        {people.length === 0 ? "Somebody works here" : "One more"}
      </Button>
      <NativeSelect
        label="Clock"
        className={styles.zone}
        value={crew.zone ?? ""}
        error={wrong("zone") && told(wrong("zone")!)}
        onChange={(e) => put({ zone: e.currentTarget.value })}
        data={[
          { value: "", label: "as on the machine Jambo runs on" },
          ...[...new Set([...(crew.zone ? [crew.zone] : []), HERE, ...ZONES])].map((zone) => ({
            value: zone,
            label: zone.replaceAll("_", " "),
          })),
        ]}
      />
      <h3>Other trades</h3>
      <ul>
        {trades.map(({ trade, label }) => (
          <TradeRow key={trade} trade={trade} label={label} crew={crew} put={put} />
        ))}
        {(crew.trades ?? []).map(
          (one, n) =>
            (one.rooms ?? []).length > 0 && (
              <RoomsRow key={`rooms ${n}`} n={n} crew={crew} put={put} rooms={rooms} trades={trades} />
            ),
        )}
      </ul>
      {rooms.length > 1 && (
        <Button
          variant="default"
          onClick={() => put({ trades: [...(crew.trades ?? []), { trade: "wallboard", rooms: rooms.slice(0, 1) }] })}
        >
          Another day for some rooms
        </Button>
      )}
      <h3>What has to dry</h3>
      <ul>
        {DRYING.map(([work, label]) => (
          <li key={work} className={styles.trade}>
            <DryFor label={label} hours={dryFor(work)} say={(hours) => dry(work, hours)} />
          </li>
        ))}
      </ul>
      {failed && errors.every((e) => !/people\[/.test(e.path)) && (
        <p role="alert" className="error">
          {failed instanceof ApiProblem && failed.conflict
            ? "Someone changed the job since. What you set is still here; look at it and keep it again."
            : errors[0]
              ? told(errors[0])
              : failed.message}
        </p>
      )}
    </More>
  );
}

interface RowProps {
  n: number;
  person: Person;
  say: (facts: Partial<Person>) => void;
  out: () => void;
  /** Who he always works with, "" for nobody, and who that could be. */
  mate: string;
  others: string[];
  pair: (mate: string) => void;
  wrong: { reason: string; accepted: string } | undefined;
}

/** Somebody of the crew: name, days, hours with a break, days off. */
function PersonRow({ n, person, say, out, mate, others, pair, wrong }: RowProps) {
  const hours = person.hours ?? [];
  const [first, last] = [hours[0], hours.at(-1)];
  const days = first?.days ?? WEEK;
  const parted = hours.length > 1;
  // other hours, such as a short Friday, are kept as they came: these fields could not say them
  const plain = hours.length <= 2 && hours.every((one) => (one.days ?? WEEK).join() === days.join());
  const from = first?.from ?? "07:00";
  const to = last?.to ?? "15:30";
  const rest = parted ? [first!.to ?? "12:00", last!.from ?? "12:30"] : null;
  const set = (d: Day[], begin: string, end: string, pause: string[] | null) =>
    say({
      hours: pause
        ? [
            { days: d, from: begin, to: pause[0]! },
            { days: d, from: pause[1]!, to: end },
          ]
        : [{ days: d, from: begin, to: end }],
    });
  const who = person.name || `person ${n + 1}`;
  return (
    <li className={styles.person}>
      <TextInput
        label="Name"
        data-walk
        maxLength={80}
        value={person.name}
        error={wrong && told(wrong)}
        onChange={(e) => say({ name: e.currentTarget.value })}
      />
      <TextInput
        label="From"
        type="time"
        disabled={!plain}
        value={from}
        onChange={(e) => e.currentTarget.value && set(days, e.currentTarget.value, to, rest)}
      />
      <TextInput
        label="To"
        type="time"
        disabled={!plain}
        value={to}
        onChange={(e) => e.currentTarget.value && set(days, from, e.currentTarget.value, rest)}
      />
      <Checkbox
        label={`Break ${(rest ?? ["12:00", "12:30"]).join(" to ")}`}
        disabled={!plain}
        checked={parted}
        onChange={(e) => set(days, from, to, e.currentTarget.checked ? ["12:00", "12:30"] : null)}
      />
      {!plain && (
        <p className="quiet">
          {hours.map((one) => `${(one.days ?? WEEK).join(" ")} ${one.from ?? ""} to ${one.to ?? ""}`).join("; ")}
        </p>
      )}
      <SaidHours who={who} say={(said) => say({ hours: said })} />
      <fieldset className={styles.days} disabled={!plain}>
        <legend className="sr">Days of {who}</legend>
        {DAYS.map((day) => (
          <label key={day}>
            <input
              type="checkbox"
              checked={days.includes(day)}
              disabled={days.length === 1 && days[0] === day}
              onChange={(e) => {
                const chosen = e.currentTarget.checked ? [...days, day] : days.filter((d) => d !== day);
                set(
                  DAYS.filter((d) => chosen.includes(d)),
                  from,
                  to,
                  rest,
                );
              }}
            />
            {day}
          </label>
        ))}
      </fieldset>
      <DayField
        label="A day off"
        value=""
        adds
        say={(day) => day && say({ off: [...new Set([...(person.off ?? []), day])].sort() })}
      />
      {(person.off ?? []).map((day) => (
        <Button
          key={day}
          size="compact-md"
          variant="default"
          aria-label={`${day}: not off after all`}
          rightSection={<IconX size={16} />}
          onClick={() => say({ off: (person.off ?? []).filter((d) => d !== day) })}
        >
          {day}
        </Button>
      ))}
      {person.name && others.length > 1 && (
        <NativeSelect
          label="A pair with"
          value={mate}
          onChange={(e) => pair(e.currentTarget.value)}
          data={[{ value: "", label: "nobody" }, ...others.map((name) => ({ value: name, label: name }))]}
        />
      )}
      <Button variant="subtle" color="dark" aria-label={`${who} does not work here`} onClick={out}>
        Take out
      </Button>
    </li>
  );
}

/** For how many hours something dries; kept when the field is left. */
function DryFor({ label, hours, say }: { label: string; hours: string; say: (hours: number) => void }) {
  const [text, setText] = useState<string | null>(null);
  const keep = () => {
    if (text !== null) say(Number(text));
    setText(null);
  };
  return (
    <TextInput
      label={label}
      type="number"
      inputMode="decimal"
      min={0}
      max={336}
      step={0.5}
      rightSection="h"
      value={text ?? hours}
      onChange={(e) => setText(e.currentTarget.value)}
      onBlur={keep}
      onKeyDown={(e) => e.key === "Enter" && keep()}
    />
  );
}

/** Hours as the crew says them: what is heard stands in the fields beside it; what is not stays, with what would be. */
function SaidHours({ who, say }: { who: string; say: (hours: Shift[]) => void }) {
  const [text, setText] = useHeld<string>(`hours said of ${who}`, "");
  const heard = useMutation({
    mutationFn: (said: string) => ask(api.POST("/api/plan/hours", { body: { text: said } })),
    onSuccess: (answer) => {
      say(answer.hours);
      setText(null);
    },
  });
  const hear = () => text.trim() && !heard.isPending && heard.mutate(text);
  const failed = heard.error;
  const why = failed instanceof ApiProblem && failed.errors[0] ? told(failed.errors[0]) : failed?.message;
  return (
    <TextInput
      label="Hours, as you say them"
      aria-label={`Hours of ${who}, as you say them`}
      placeholder="7 to half past 3, Friday to 12"
      data-walk
      maxLength={200}
      value={text}
      error={text && why}
      onChange={(e) => setText(e.currentTarget.value)}
      onBlur={hear}
      onKeyDown={(e) => {
        if (e.key === "Enter") {
          e.preventDefault();
          hear();
        }
      }}
    />
  );
}

interface TradeProps {
  trade: TradeDay["trade"];
  label: string;
  crew: Crew;
  put: (facts: Partial<Crew>) => void;
}

/** When a trade comes to the whole job, and when it is done; what is told of single rooms stays as it is. */
function TradeRow({ trade, label, crew, put }: TradeProps) {
  const all = crew.trades ?? [];
  const at = all.findIndex((one) => one.trade === trade && (one.rooms ?? []).length === 0);
  const one = all[at];
  const say = (facts: Partial<TradeDay> | null) => {
    const others = all.filter((_, i) => i !== at);
    put({ trades: facts === null ? others : [...others, { ...one, ...facts, trade }] });
  };
  const state = !one ? "no" : one.at || one.done ? "known" : "unknown";
  return (
    <li className={styles.trade}>
      <NativeSelect
        label={label}
        value={state}
        onChange={(e) => {
          const to = e.currentTarget.value;
          if (to === "no") say(null);
          else if (to === "unknown") say({ at: null, done: null });
          else say({ at: one?.at ?? `${new Date().toISOString().slice(0, 10)}T07:00:00` });
        }}
        data={[
          { value: "no", label: "not waited for" },
          { value: "unknown", label: "nobody knows when" },
          { value: "known", label: "comes on a day" },
        ]}
      />
      {state === "known" && (
        <>
          <DayField label={`${label} comes`} type="datetime-local" value={one?.at ?? ""} say={(at) => say({ at })} />
          <DayField
            label={`${label} is done`}
            type="datetime-local"
            value={one?.done ?? ""}
            say={(done) => say({ done })}
          />
        </>
      )}
    </li>
  );
}

interface RoomsProps {
  n: number;
  crew: Crew;
  put: (facts: Partial<Crew>) => void;
  rooms: string[];
  trades: ReturnType<typeof useTrades>;
}

/** When a trade comes to some rooms, on another day than to the rest of the job. */
function RoomsRow({ n, crew, put, rooms, trades }: RoomsProps) {
  const all = crew.trades ?? [];
  const one = all[n]!;
  const say = (facts: Partial<TradeDay>) => put({ trades: all.map((t, i) => (i === n ? { ...t, ...facts } : t)) });
  const chosen = one.rooms ?? [];
  return (
    <li className={styles.trade}>
      <NativeSelect
        label="Trade"
        value={one.trade}
        onChange={(e) => say({ trade: e.currentTarget.value as TradeDay["trade"] })}
        data={trades.map(({ trade, label }) => ({ value: trade, label }))}
      />
      <fieldset className={styles.rooms}>
        <legend>In these rooms</legend>
        {[...new Set([...rooms, ...chosen])].map((room) => (
          <Checkbox
            key={room}
            label={room}
            checked={chosen.includes(room)}
            disabled={chosen.length === 1 && chosen[0] === room}
            onChange={(e) =>
              say({ rooms: e.currentTarget.checked ? [...chosen, room] : chosen.filter((r) => r !== room) })
            }
          />
        ))}
      </fieldset>
      <DayField label="Comes to them" type="datetime-local" value={one.at ?? ""} say={(at) => say({ at })} />
      <DayField label="Is done in them" type="datetime-local" value={one.done ?? ""} say={(done) => say({ done })} />
      <Button
        variant="subtle"
        color="dark"
        aria-label={`Take out: ${chosen.join(", ")}`}
        onClick={() => put({ trades: all.filter((_, i) => i !== n) })}
      >
        Take out
      </Button>
    </li>
  );
}
