import { Slider } from "@mantine/core";
import { useElementSize, useLocalStorage } from "@mantine/hooks";
import clsx from "clsx";

import type { Face, Result } from "../api/client";
import { timesTrue } from "../api/words";
import { useWork } from "../work/context";
import { light, useIsLit } from "../work/pointing";
import { usePlaceAsked } from "../work/placeAsked";
import { SvgDigits } from "./SvgDigits";
import styles from "./FoundSheet.module.css";

const PAD = { x: 150, top: 70, foot: 86 };
const NARROW = 520;

interface Frame {
  x: (side: "left" | "right", mm: number) => number;
  along: (part: number) => number;
  head: (mm: number) => number;
  floor: (mm: number) => number;
  y: (mm: number) => number;
  wide: number;
  tall: number;
}

/** Where the drawing lies: the hole at true proportions, what is off straight drawn `times` too large. */
function frameOf(result: Result, width: number, height: number, times: number): Frame | null {
  const shape = result.found.shape;
  const wide = shape ? shape.floor[2]! : (result.figures.ro_width?.value.mm ?? 870);
  const tall = shape ? shape.height : (result.figures.ro_height?.value.mm ?? 2080);
  const per = Math.min((width - 2 * (width < NARROW ? 60 : PAD.x)) / wide, (height - PAD.top - PAD.foot) / tall);
  if (per <= 0) return null;
  const left = (width - wide * per) / 2;
  const foot = height - PAD.foot;
  return {
    x: (side, mm) => left + (side === "left" ? mm * per * times : wide * per + (mm - wide) * per * times),
    along: (part) => left + wide * per * part,
    head: (mm) => foot - tall * per - (mm - tall) * per * times,
    floor: (mm) => foot - mm * per * times,
    y: (mm) => foot - mm * per,
    wide,
    tall,
  };
}

const line = (face: Face, edge: "a" | "b", frame: Frame, side: "left" | "right") => {
  const p = face[edge];
  return Array.from(
    { length: p.length / 2 },
    (_, n) => `${frame.x(side, p[2 * n]!).toFixed(1)},${frame.y(p[2 * n + 1]!).toFixed(1)}`,
  ).join(" ");
};

/** The hole as found: crooked as it is, drawn larger than true, with the next place for the tape lit. */
export function FoundSheet() {
  const { result, now } = useWork();
  const { ref, width, height } = useElementSize();
  const [times, setTimes] = useLocalStorage({ key: "jambo.times", defaultValue: 12, getInitialValueInEffect: false });
  const { place } = usePlaceAsked();
  const frame = result && width > 80 && height > 200 ? frameOf(result, width, height, times) : null;
  return (
    <div className={clsx(styles.foundSheet, "sheet")} ref={ref}>
      {result && frame && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`The hole as found, seen from side A, what is off straight drawn ${timesTrue(times)}.`}
        >
          <Hole result={result} frame={frame} place={place} notes={width >= NARROW} />
        </svg>
      )}
      <p className="sheet-side">Seen from side A · {now.wall.name || "wall without a name"}</p>
      <div className="times">
        <span id="times">Crooked drawn {timesTrue(times)}</span>
        <Slider
          aria-labelledby="times"
          thumbLabel="How much larger what is off straight is drawn"
          min={1}
          max={40}
          value={times}
          onChange={setTimes}
          label={null}
        />
      </div>
    </div>
  );
}

function Hole({ result, frame, place, notes }: { result: Result; frame: Frame; place: string; notes: boolean }) {
  const shape = result.found.shape;
  if (!shape) {
    return (
      <>
        <rect
          className={clsx(styles.guess, "hole")}
          x={frame.along(0)}
          y={frame.y(frame.tall)}
          width={frame.along(1) - frame.along(0)}
          height={frame.y(0) - frame.y(frame.tall)}
        />
        <Lit place={place} frame={frame} />
      </>
    );
  }
  const left = line(shape.left, "a", frame, "left");
  const right = line(shape.right, "a", frame, "right");
  const h = shape.header;
  const head = [0, 1, 2].map((n) => `${frame.along(n / 2).toFixed(1)},${frame.head(h[2 * n + 1]!).toFixed(1)}`);
  const floor = [
    `${frame.along(0)},${frame.floor(shape.floor[1]!)}`,
    `${frame.along(1)},${frame.floor(shape.floor[3]!)}`,
  ];
  return (
    <g>
      <path
        className={styles.plumb}
        d={`M${frame.along(0)} ${frame.y(frame.tall) - 26}V${frame.y(0) + 20}M${frame.along(1)} ${frame.y(frame.tall) - 26}V${frame.y(0) + 20}`}
      />
      <polygon
        className="found-stud"
        points={`${frame.along(0) - 46},${frame.y(frame.tall)} ${left.split(" ").reverse().join(" ")} ${frame.along(0) - 46},${frame.y(0)}`}
      />
      <polygon
        className="found-stud"
        points={`${frame.along(1) + 46},${frame.y(frame.tall)} ${right.split(" ").reverse().join(" ")} ${frame.along(1) + 46},${frame.y(0)}`}
      />
      <polyline className="far-edge" points={line(shape.left, "b", frame, "left")} />
      <polyline className="far-edge" points={line(shape.right, "b", frame, "right")} />
      <polygon
        className={styles.foundHeader}
        points={`${frame.along(0)},${frame.y(frame.tall) - 40} ${head.join(" ")} ${frame.along(1)},${frame.y(frame.tall) - 40}`}
      />
      <polygon
        className={styles.foundFloor}
        points={`${frame.along(0) - 46},${frame.y(0) + 34} ${frame.along(0) - 46},${frame.floor(shape.floor[1]!)} ${floor.join(" ")} ${frame.along(1) + 46},${frame.floor(shape.floor[3]!)} ${frame.along(1) + 46},${frame.y(0) + 34}`}
      />
      <Planned result={result} frame={frame} />
      <Lit place={place} frame={frame} />
      <Width name="found_width_head" part={0.93} result={result} frame={frame} />
      <Width name="found_width_middle" part={0.5} result={result} frame={frame} />
      <Width name="found_width_foot" part={0.05} result={result} frame={frame} />
      {notes && <Leans result={result} frame={frame} />}
    </g>
  );
}

/** The opening as it was planned, behind the hole as it is. */
function Planned({ result, frame }: { result: Result; frame: Frame }) {
  const of = (liked: string, ro: string) => (result.figures[liked] ?? result.figures[ro])?.value.mm;
  const wide = of("liked_width", "ro_width");
  const tall = of("liked_height", "ro_height");
  if (!wide || !tall) return null;
  const per = (frame.y(0) - frame.y(1000)) / 1000;
  return (
    <rect
      className={clsx(styles.guess, styles.ghost)}
      x={frame.along(0.5) - (wide * per) / 2}
      y={frame.y(tall)}
      width={wide * per}
      height={tall * per}
    />
  );
}

function Width({ name, part, result, frame }: { name: string; part: number; result: Result; frame: Frame }) {
  const { open } = useWork();
  const lit = useIsLit(name);
  const figure = result.figures[name];
  if (!figure) return null;
  const y = frame.y(frame.tall * part);
  return (
    <g
      className={lit ? "dimension lit" : "dimension"}
      onClick={() => open(name)}
      onPointerEnter={() => light(name)}
      onPointerLeave={() => light(null)}
    >
      <path
        d={`M${frame.along(0)} ${y}H${frame.along(1)}M${frame.along(0)} ${y - 7}v14M${frame.along(1)} ${y - 7}v14`}
      />
      <text x={frame.along(0.5)} y={y - 9} fontSize={24}>
        <SvgDigits of={figure.value} />
      </text>
    </g>
  );
}

/** What each stud was read to do, beside it, in words. */
function Leans({ result, frame }: { result: Result; frame: Frame }) {
  const say = (place: string) => result.found.readings.filter((r) => r.place === place).at(-1)?.read;
  const notes: [string, "left" | "right", number][] = [
    ["lean_left", "left", 0.8],
    ["bow_left", "left", 0.5],
    ["twist_left", "left", 0.3],
    ["wall_left", "left", 0.15],
    ["lean_right", "right", 0.8],
    ["bow_right", "right", 0.5],
    ["twist_right", "right", 0.3],
    ["wall_right", "right", 0.15],
  ];
  // what it does, and what it is where it does nothing
  const what: Record<string, [string, string]> = {
    lean: ["leans", "plumb"],
    bow: ["bows", "straight"],
    twist: ["twists", "square"],
    wall: ["wall", "wall plumb"],
  };
  return (
    <>
      {notes.map(([place, side, part]) => {
        const said = say(place);
        if (!said) return null;
        const [amount = "", ...way] = said.split(", ");
        const [does, is] = what[place.split("_")[0]!]!;
        const x = side === "left" ? frame.along(0) - 56 : frame.along(1) + 56;
        return (
          <g key={place} className={clsx(styles.leanNote, side)}>
            <text x={x} y={frame.y(frame.tall * part)}>
              {/^0( |$)/.test(amount) ? is : `${does} ${amount}`}
            </text>
            <text x={x} y={frame.y(frame.tall * part) + 17} className="way">
              {way.join(", ")}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** The place that is asked for, as a bold line where the tape or the level goes. */
function Lit({ place, frame }: { place: string; frame: Frame }) {
  const { along, y, tall } = frame;
  const across = (part: number) =>
    `M${along(0)} ${y(tall * part)}H${along(1)}M${along(0)} ${y(tall * part) - 12}v24M${along(1)} ${y(tall * part) - 12}v24`;
  const up = (part: number) =>
    `M${along(part)} ${y(0)}V${y(tall)}M${along(part) - 12} ${y(0)}h24M${along(part) - 12} ${y(tall)}h24`;
  const level = (part: number, out: number) =>
    `M${along(part) + out} ${y(tall * 0.15)}V${y(tall * 0.85)}h${out < 0 ? -12 : 12}V${y(tall * 0.15)}Z`;
  const paths: Record<string, string> = {
    width_foot: across(0.04),
    width_middle: across(0.5),
    width_head: across(0.96),
    width_at: across(0.7),
    height_left: up(0.06),
    height_centre: up(0.5),
    height_right: up(0.94),
    diagonal_up_right: `M${along(0)} ${y(0)}L${along(1)} ${y(tall)}`,
    diagonal_up_left: `M${along(1)} ${y(0)}L${along(0)} ${y(tall)}`,
    lean_left: level(0, 6),
    lean_right: level(1, -6),
    bow_left: `M${along(0) + 8} ${y(tall)}V${y(0)}M${along(0)} ${y(tall / 2)}h30`,
    bow_right: `M${along(1) - 8} ${y(tall)}V${y(0)}M${along(1)} ${y(tall / 2)}h-30`,
    header_level: `M${along(0.12)} ${y(tall) + 8}H${along(0.88)}v14H${along(0.12)}Z`,
    floor_across: `M${along(0.12)} ${y(0) - 8}H${along(0.88)}v-14H${along(0.12)}Z`,
    floor_along: `M${along(0.5)} ${y(0) - 6}l-30 34h60Z`,
    floor_bump: `M${along(0.35)} ${y(0)}q${(along(0.65) - along(0.35)) / 2} -44 ${along(0.65) - along(0.35)} 0Z`,
    wall_left: level(0, -64),
    wall_right: level(1, 64),
    twist_left: `M${along(0) - 30} ${y(tall * 0.6)}h60m-30 -14v28`,
    twist_right: `M${along(1) - 30} ${y(tall * 0.6)}h60m-30 -14v28`,
    thickness_left_head: `M${along(0) - 46} ${y(tall * 0.92)}h46m-46 -12v24m46 -24v24`,
    thickness_left_foot: `M${along(0) - 46} ${y(tall * 0.08)}h46m-46 -12v24m46 -24v24`,
    thickness_right_head: `M${along(1)} ${y(tall * 0.92)}h46m-46 -12v24m46 -24v24`,
    thickness_right_foot: `M${along(1)} ${y(tall * 0.08)}h46m-46 -12v24m46 -24v24`,
  };
  return <path className={styles.litPlace} data-place={place} d={paths[place] ?? ""} />;
}
