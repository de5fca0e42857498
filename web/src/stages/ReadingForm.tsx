import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { useMutation } from "@tanstack/react-query";
import { type RefObject, type SyntheticEvent, useEffect, useRef, useState } from "react";

import {
  ApiProblem,
  LONGEST_NAME,
  type Ask,
  type FieldError,
  type LengthText,
  type Reading,
  told,
} from "../api/client";
import { HEIGHTS_FROM, capital, within } from "../api/words";
import { useWho } from "../app/useWho";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { useWaiting } from "../outbox/usePress";
import { useWork } from "../work/context";
import { WithFractions } from "../tape/Digits";
import { LengthField } from "../tape/LengthField";
import { useHeld, useTyped } from "../tape/typed";
import { LevelField } from "./LevelField";
import styles from "./ReadingForm.module.css";

const WAYS: Record<string, string> = {
  opening: "into the opening",
  away: "away from it",
  A: "to side A",
  B: "to side B",
  left: "left end high",
  right: "right end high",
  up: "up, from the wall",
  down: "down, from the wall",
  strike: "to the {strike}",
  hinge: "to the hinge stud",
  swing: "to the swing",
  closed: "from the swing",
};

/** A length as it was written, with its unit. */
const asSaid = (length: LengthText & {}, unit: string) => {
  if (typeof length !== "string") return `${length.value} ${length.unit}`;
  return /[a-z'"]/i.test(length) ? length : `${length} ${unit}`;
};

/** How a reading stands to what was planned, or to what the door of a standing hole would like. */
const thanPlanned = (by: string, standing: boolean) => {
  if (by === "the same") return standing ? "just what it would like" : "as planned";
  return `${by} than ${standing ? "it would like" : "planned"}`;
};

/** A reading as it is being written down. */
interface Fresh {
  value: string;
  toward?: string;
  at?: string;
  angle: string;
  more: boolean;
  from?: string;
}
const EMPTY: Fresh = { value: "", angle: "0", more: false };

const said = (errors: FieldError[], path: string) => {
  const error = errors.find((e) => e.path === path);
  return error && told(error);
};

interface Props {
  phase: "survey" | "check";
  place: string;
  go: (place: string) => void;
}

/** One reading at a time: the place asked for, what it reads, which way it goes. Enter keeps it and goes to the next. */
export function ReadingForm({ phase, place, go }: Props) {
  const { page, result, now } = useWork();
  const line = page.job.job.level_lines?.find((one) => (one.storey ?? "") === (now.wall.storey ?? ""));
  const [turn, setTurn] = useState(0);
  const grabRef = useRef(false);
  const asks = result?.found.asks.filter((a) => a.phase === phase) ?? [];
  const asked = asks.find((a) => a.place === place) ?? asks[0];
  if (!asked) return null;
  const left = asks.filter((a) => a.round && !a.read).length;
  const first = asks.filter((a) => a.first && !a.read).length;
  return (
    <section className="reading-form" aria-label="Reading">
      <NativeSelect
        label={
          first > 0
            ? `Where, ${first} of the first ${asks.filter((a) => a.first).length} to go`
            : left > 0
              ? `Where, ${left} to go`
              : "Where, the round is done"
        }
        value={asked.place}
        onChange={(event) => go(event.currentTarget.value)}
        data={asks.map((a) => ({ value: a.place, label: `${a.read ? "✓ " : ""}${a.label}` }))}
      />
      <p className={styles.how}>
        {asked.how}
        {asked.planned && (
          <>
            {" "}
            {result?.standing ? "This door would like" : "Planned"} <WithFractions text={asked.planned} />.
          </>
        )}
        {asked.place.startsWith("line") && line?.over && (
          <WithFractions
            text={` It was set ${asSaid(line.over, page.job.job.unit ?? "in")} over the floor${line.place ? ` at ${line.place}` : ""}.`}
          />
        )}
      </p>
      <OneReading
        key={`${asked.place} ${turn}`}
        asked={asked}
        asks={asks}
        go={go}
        grabRef={grabRef}
        again={() => setTurn(turn + 1)}
      />
      <TakenWith />
      <NotSentHere named of={{ kind: "reading", opening: page.id }} />
    </section>
  );
}

const useInstrument = () =>
  useLocalStorage({ key: "jambo.instrument", defaultValue: "", getInitialValueInEffect: false });

/** What a height is taped from: as chosen, else as the one before; a line is taped down to the rough floor unless another is chosen. */
function useTapedFrom(asked: Ask, chosen: string | undefined) {
  const [before, setBefore] = useLocalStorage({
    key: "jambo.taped-from",
    defaultValue: "rough_floor",
    getInitialValueInEffect: false,
  });
  const ofLine = asked.place.startsWith("line");
  const usual = !ofLine && asked.taped.includes(before) ? before : "rough_floor";
  return [chosen ?? usual, (from: string) => !ofLine && setBefore(from)] as const;
}

/** With what readings are taken, and by whom: the same from one to the next, so that a reading being kept takes neither away. */
function TakenWith() {
  const [instrument, setInstrument] = useInstrument();
  const [who, setWho, signedIn] = useWho();
  return (
    <div className="pair">
      <TextInput
        label="Taken with"
        placeholder="tape, 6 ft level"
        maxLength={80}
        value={instrument}
        onChange={(e) => setInstrument(e.currentTarget.value)}
      />
      <TextInput
        label="by"
        readOnly={signedIn}
        placeholder="your name"
        maxLength={LONGEST_NAME}
        value={who}
        onChange={(e) => setWho(e.currentTarget.value)}
      />
    </div>
  );
}

interface TapedFromProps {
  asked: Ask;
  value: string;
  error: string | undefined;
  choose: (from: string) => void;
}

/** What a height was taped from, or of a level line which floor down to; nothing for what is no height. */
function TapedFrom({ asked, value, error, choose }: TapedFromProps) {
  if (asked.taped.length === 0) return null;
  const label = asked.place.startsWith("line") ? "Taped down to" : asked.needs_at ? "Its height is from" : "Taped from";
  return (
    <NativeSelect
      label={label}
      value={value}
      error={error}
      onChange={(event) => choose(event.currentTarget.value)}
      data={asked.taped.map((one) => ({ value: one, label: capital(HEIGHTS_FROM[one] ?? one) }))}
    />
  );
}

interface WaysProps {
  asked: Ask;
  toward: string | undefined;
  error: string | undefined;
  choose: (way: string) => void;
}

/** Which way a reading goes; nothing for one that goes no way. */
function Ways({ asked, toward, error, choose }: WaysProps) {
  const { words } = useWork();
  if (asked.ways.length === 0) return null;
  return (
    <fieldset className={styles.ways} data-read>
      <legend>Which way</legend>
      <div>
        {asked.ways.map((way) => (
          <label key={way} data-picked={toward === way || undefined}>
            <input type="radio" name="way" value={way} checked={toward === way} onChange={() => choose(way)} />
            {(WAYS[way] ?? way).replace("{strike}", words.strike ?? "strike")}
          </label>
        ))}
      </div>
      {error && <p className="error">{error}</p>}
    </fieldset>
  );
}

interface OneProps {
  asked: Ask;
  asks: Ask[];
  go: (place: string) => void;
  /** The reading before was just kept: its fields' successors take the focus as soon as they stand. */
  grabRef: RefObject<boolean>;
  /** Start with empty fields, at the same place or the next. */
  again: () => void;
}

function OneReading({ asked, asks, go, grabRef, again }: OneProps) {
  const { page, shown, took, asked: round, result } = useWork();
  const { hasLeft } = round;
  const form = useRef<HTMLFormElement>(null);
  // A reading that is being written down is held until it is kept, whatever takes the form away.
  const [draft, setDraft] = useHeld<Fresh>(`reading ${asked.place}`, EMPTY);
  const { value, toward, at, angle, more } = draft;
  const [from, keepFrom] = useTapedFrom(asked, draft.from);
  const put = (facts: Partial<Fresh>) => setDraft((now) => ({ ...now, ...facts }));
  useEffect(() => {
    if (!grabRef.current) return;
    grabRef.current = false;
    form.current?.querySelector<HTMLElement>("input")?.focus();
  }, [grabRef]);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [instrument] = useInstrument();
  const texts = useTyped();
  const before = page.readings.filter((r) => r.reading.place === asked.place);
  const last = before[before.length - 1];
  const level = asked.written === "level";
  const waiting = useWaiting({ kind: "reading", opening: page.id }).all.map((one) => one.of.place);
  // what is read again at a place stands instead of the earlier one, unless it is one more; one that waits has no number yet
  const instead = last && !asked.needs_at && !more && !waiting.includes(asked.place) ? last.id : undefined;

  const keep = useMutation({
    mutationFn: () => {
      const reading: Reading = {
        place: asked.place as Reading["place"],
        value,
        ...(toward && { toward: toward as Reading["toward"] }),
        ...(at && { at }),
        ...(Number(angle) > 0 && { angle: Number(angle) }),
        ...(from !== "rough_floor" && { taped_from: from as Reading["taped_from"] }),
      };
      const { id } = page;
      // what is meant to be read there once: another of it in the meantime is told
      const after = asked.needs_at || more ? undefined : Math.max(0, ...page.readings.map((r) => r.id));
      return press(
        {
          of: { kind: "reading", opening: id, place: asked.place, label: asked.label, after },
          said: `${page.opening.mark || "no mark"} ${within(asked.label)} ${value}`,
          renews: [["opening", id], ["job"]],
          chosen: { "place asked": JSON.stringify(asked.place) },
          typed: {
            [`reading ${asked.place}`]: JSON.stringify(draft),
            [`reading.${asked.place}`]: value,
            ...(at && { [`reading.${asked.place}.at`]: at }),
          },
        },
        (to) =>
          to.POST("/api/openings/{opening_id}/readings", {
            params: { path: { opening_id: id } },
            body: { reading, instrument, unit: shown.unit, corrects: instead },
          }),
      );
    },
    onSuccess: (next) => {
      if (next) took(next);
      setDraft(null);
      texts.hold(`reading.${asked.place}`, null);
      texts.hold(`reading.${asked.place}.at`, null);
      if (hasLeft(asked.place)) return; // while it was being kept another place was chosen: what is typed there stays
      // whoever has gone elsewhere meanwhile, be it to the name beside the form, keeps the focus there
      const focused = document.activeElement;
      grabRef.current = focused === null || focused === document.body || form.current!.contains(focused);
      again();
      const order = asks.filter((a) => a.round);
      const from = order.findIndex((a) => a.place === asked.place);
      const following = [...order.slice(from + 1), ...order.slice(0, from + 1)].find(
        (a) => !a.read && a.place !== asked.place && !waiting.includes(a.place),
      );
      if (following) go(following.place);
    },
    onError: (failure) => {
      if (!(failure instanceof ApiProblem)) throw failure;
      setErrors(failure.errors.length ? failure.errors : [{ path: "", reason: failure.message, accepted: "" }]);
    },
  });
  const submit = (event?: SyntheticEvent) => {
    event?.preventDefault();
    if (keep.isPending) return;
    if (value.trim()) keep.mutate();
    else
      setErrors([
        {
          path: "value",
          reason: "nothing was written",
          accepted: level ? "a drop such as 1/8, or 1/4 in 4 ft" : "a length",
        },
      ]);
  };
  const known = ["value", "toward", "at", "taped_from"];

  return (
    <form
      ref={form}
      onSubmit={submit}
      onKeyDownCapture={(event) => {
        // Enter goes through the reading's own fields; from the last one it keeps the reading
        if (event.key !== "Enter" || !(event.target instanceof HTMLInputElement) || event.shiftKey) return;
        event.preventDefault();
        event.stopPropagation();
        const inputs = [
          ...form.current!.querySelectorAll<HTMLInputElement>("input[data-read], [data-read] input"),
        ].filter((i) => i.type !== "radio" || i.checked || !form.current!.querySelector("input[type=radio]:checked"));
        const following = inputs[inputs.findIndex((i) => i === event.target) + 1];
        const settled = following?.type === "radio" && Boolean(toward); // which way was said already
        if (following && !settled && event.target.type !== "radio") {
          following.focus();
          if (following.type === "radio") put({ toward: following.value });
        } else submit();
      }}
    >
      <TapedFrom
        asked={asked}
        value={from}
        error={said(errors, "taped_from")}
        choose={(next) => {
          put({ from: next });
          keepFrom(next);
        }}
      />
      <div data-read data-waits>
        {level ? (
          <LevelField
            label={asked.label}
            value={value}
            onChange={(text) => put({ value: text })}
            error={said(errors, "value")}
          />
        ) : (
          <LengthField
            label={asked.label}
            kind={from === "level_line" && !asked.needs_at ? "height" : asked.kind}
            path={`reading.${asked.place}`}
            unit={shown.unit}
            step={shown.step}
            value={undefined}
            error={errors.find((e) => e.path === "value")}
            keeps={false}
            starts={from === "rough_floor" ? asked.starts : ""}
            against={from === "rough_floor" ? (asked.against ?? undefined) : undefined}
            than={(by) => thanPlanned(by, Boolean(result?.standing))}
            onText={(text) => put({ value: text })}
            onChange={() => setErrors([])}
          />
        )}
      </div>
      {asked.needs_at && (
        <div className="pair" data-read>
          <LengthField
            label={asked.place === "floor_bump" ? "From the hinges" : `Height over the ${HEIGHTS_FROM[from]}`}
            kind="position"
            path={`reading.${asked.place}.at`}
            unit={shown.unit}
            step={shown.step}
            value={undefined}
            error={errors.find((e) => e.path === "at")}
            keeps={false}
            onText={(text) => put({ at: text })}
            onChange={() => setErrors([])}
          />
          {asked.place === "floor_bump" && (
            <TextInput
              label="At degrees open"
              inputMode="numeric"
              value={angle}
              onChange={(e) => put({ angle: e.currentTarget.value.replace(/\D/g, "") })}
            />
          )}
        </div>
      )}
      <Ways asked={asked} toward={toward} error={said(errors, "toward")} choose={(way) => put({ toward: way })} />
      {errors
        .filter((e) => !known.includes(e.path))
        .map((e) => (
          <p key={e.reason} role="alert" className="error">
            {told(e)}
          </p>
        ))}
      {last && !asked.needs_at && (
        <label className={styles.again}>
          <input type="checkbox" checked={more} onChange={(event) => put({ more: event.currentTarget.checked })} /> One
          more beside the {before.length === 1 ? "one" : before.length} taken, not instead
        </label>
      )}
      <div>
        {/* not greyed out while it keeps: the focus would leave it for the next field */}
        <Button fullWidth type="submit" aria-busy={keep.isPending} className={styles.keep}>
          {instead !== undefined ? "Take again" : "Keep it"}
        </Button>
      </div>
    </form>
  );
}
