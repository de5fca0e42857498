import { useElementSize } from "@mantine/hooks";
import clsx from "clsx";
import { useCallback, useEffect, useRef } from "react";

import type { Face, Result, SetPlan } from "../api/client";
import { timesTrue } from "../api/words";
import { useWork } from "../work/context";
import { light, useLit } from "../work/pointing";
import { SvgDigits } from "./SvgDigits";
import { useSlide } from "./useSlide";
import styles from "./SetSheet.module.css";

const PAD = { top: 46, foot: 128 };
const LEG = 15;
/** On a phone the studs are only wide enough for a gap's figures; the list below names the places. */
const SIZES = { wide: { pad: 190, stud: 104, most: 64 }, narrow: { pad: 104, stud: 62, most: 36 } };

interface Frame {
  /** A place near the hinge stud, measured from its foot, and near the strike stud, beyond the frame's width. */
  hinge: (mm: number) => number;
  strike: (mm: number) => number;
  y: (mm: number) => number;
  gap: number;
  flip: 1 | -1;
  stud: number;
  narrow: boolean;
}

function frameOf(set: SetPlan, width: number, height: number, hingeLeft: boolean): Frame | null {
  const per = (height - PAD.top - PAD.foot) / set.height;
  if (per <= 0 || width < 300) return null;
  const narrow = width < 520;
  const { pad, stud, most } = narrow ? SIZES.narrow : SIZES.wide;
  const reach = Math.max(
    4,
    ...set.hinge.a.filter((_, n) => n % 2 === 0).map(Math.abs),
    set.high - set.low,
    ...set.stations.map((s) => Math.abs(s.gap_mm)),
  );
  // the widest gap takes most of the room there is, but gaps are drawn no more than forty times the wall's own scale
  const gap = Math.min(most / reach, per * 40);
  const flip = hingeLeft ? 1 : -1;
  const near = hingeLeft ? pad : width - pad;
  const far = hingeLeft ? width - pad : pad;
  return {
    hinge: (mm) => near + flip * mm * gap,
    strike: (mm) => far + flip * (mm - set.outside - (set.low + set.high) / 2) * gap,
    y: (mm) => height - PAD.foot - mm * per,
    gap: gap / per,
    flip,
    stud,
    narrow,
  };
}

const points = (face: Face, edge: "a" | "b", x: (mm: number) => number, y: (mm: number) => number) => {
  const p = face[edge];
  return Array.from({ length: p.length / 2 }, (_, n) => `${x(p[2 * n]!).toFixed(1)},${y(p[2 * n + 1]!).toFixed(1)}`);
};

/** The frame in its slot between two crooked studs; it slides under the pointer or the arrow keys. */
export function SetSheet() {
  const { result, now } = useWork();
  const { ref, width, height } = useElementSize();
  const set = result?.found.set;
  const hingeLeft = (now.opening.door?.hinge_side ?? "left") === "left";
  const frame = set && height > 240 ? frameOf(set, width, height, hingeLeft) : null;
  return (
    <div className="sheet set-sheet" ref={ref}>
      {result && set && frame ? (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={`${set.said} The frame in its slot, gaps drawn ${timesTrue(frame.gap)}.`}
        >
          <Studs set={set} frame={frame} />
          <TheFrame set={set} frame={frame} result={result} width={width} height={height} />
          <Binds set={set} frame={frame} />
          <Packs set={set} frame={frame} result={result} />
          <SlotBar set={set} result={result} width={width} height={height} />
        </svg>
      ) : (
        result &&
        !set && (
          <div className="sheet-empty">
            <p>The slot draws itself as soon as the hole has widths and the leaf a size.</p>
          </div>
        )
      )}
      {frame && <p className="sheet-side">Seen from side A · gaps drawn {timesTrue(frame.gap)}</p>}
    </div>
  );
}

function Studs({ set, frame }: { set: SetPlan; frame: Frame }) {
  const { hinge, strike, y, flip } = frame;
  const [h, s] = [points(set.hinge, "a", hinge, y), points(set.strike, "a", strike, y)];
  const back = (face: string[], way: 1 | -1) => {
    const xs = face.map((p) => Number(p.split(",")[0]));
    return way < 0 ? Math.min(...xs) - frame.stud : Math.max(...xs) + frame.stud;
  };
  const nx = back(h, flip === 1 ? -1 : 1);
  const fx = back(s, flip);
  return (
    <g>
      <polygon className="found-stud" points={`${nx},${y(0)} ${h.join(" ")} ${nx},${y(set.height)}`} />
      <polygon className="found-stud" points={`${fx},${y(0)} ${s.join(" ")} ${fx},${y(set.height)}`} />
      <polyline className="far-edge" points={points(set.hinge, "b", hinge, y).join(" ")} />
      <polyline className="far-edge" points={points(set.strike, "b", strike, y).join(" ")} />
    </g>
  );
}

/** Where each stud comes nearest to the frame: there it would bind first. */
function Binds({ set, frame }: { set: SetPlan; frame: Frame }) {
  const at = (face: Face, height: number) => face.a[2 * Math.round((height / set.height) * (face.a.length / 2 - 1))]!;
  const arrow = (x: number, y: number, way: number) => (
    <path className={styles.binds} d={`M${x - 34 * way} ${y}h${30 * way}m${-9 * way} -7l${9 * way} 7l${-9 * way} 7`} />
  );
  const inside = (y: number) => Math.max(y, frame.y(set.height) + 10); // an arrow at the very top would hide the head
  return (
    <>
      {arrow(frame.hinge(at(set.hinge, set.low_at)), inside(frame.y(set.low_at)), frame.flip)}
      {arrow(frame.strike(at(set.strike, set.high_at)), inside(frame.y(set.high_at)), -frame.flip)}
    </>
  );
}

/** The frame itself: drag it, or give it the focus and use the arrow keys. The newest place is sent, stale ones are not. */
function TheFrame({
  set,
  frame,
  result,
  width,
  height,
}: {
  set: SetPlan;
  frame: Frame;
  result: Result;
  width: number;
  height: number;
}) {
  const { slideFrame, framed, solving, set: change, now } = useWork();
  const { hinge, strike, y, flip } = frame;
  const room = Math.max(0, set.high - set.low);
  const at = set.x - set.low;
  const wanted = useRef<number | null>(null);
  const clamp = (mm: number) => Math.max(0, Math.min(room, mm));

  const send = useCallback(() => {
    if (wanted.current === null) return;
    slideFrame(wanted.current);
    wanted.current = null;
  }, [slideFrame]);
  const to = (mm: number) => {
    wanted.current = Math.round(clamp(mm) * 1000) / 1000;
    if (!solving) send();
  };
  // an answer has come: what was asked for meanwhile goes now, and only the newest of it
  useEffect(() => {
    if (!solving) send();
  }, [solving, send]);
  const letGo = () => {
    const place = wanted.current ?? framed;
    wanted.current = null;
    if (place === null) return;
    change("opening.setting.slide", `${place} mm`);
    slideFrame(null);
  };

  const pulled = useSlide({ at, perPixel: flip / Math.abs(hinge(1) - hinge(0)), to, done: letGo, lost: letGo });

  const mark = result.unit === "in" ? 25.4 / 32 : 0.5;
  const keys: Record<string, number> = {
    ArrowRight: at + flip * mark,
    ArrowLeft: at - flip * mark,
    Home: 0,
    End: room,
  };
  const [foot, head] = [set.x, set.x + set.tilt * set.height];
  const legs = {
    hinge: [
      `${hinge(foot)},${y(0)}`,
      `${hinge(head)},${y(set.height)}`,
      `${hinge(head) + LEG * flip},${y(set.height)}`,
      `${hinge(foot) + LEG * flip},${y(0)}`,
    ],
    strike: [
      `${strike(foot + set.outside)},${y(0)}`,
      `${strike(head + set.outside)},${y(set.height)}`,
      `${strike(head + set.outside) - LEG * flip},${y(set.height)}`,
      `${strike(foot + set.outside) - LEG * flip},${y(0)}`,
    ],
  };
  const inner = [hinge(head) + LEG * flip, strike(head + set.outside) - LEG * flip];
  const slid = now.opening.setting?.slide;
  return (
    <g
      className={styles.setFrame}
      role="slider"
      tabIndex={0}
      aria-label="Frame in its slot"
      aria-valuemin={0}
      aria-valuemax={Math.round(room * 100) / 100}
      aria-valuenow={Math.round(at * 100) / 100}
      aria-valuetext={[result.figures.hinge_least, result.figures.strike_least]
        .map((figure) => `${figure?.label} ${figure?.value.text}`)
        .concat(slid ? ["pushed there"] : [])
        .join(", ")}
      {...pulled()}
      onKeyDown={(event) => {
        const next = keys[event.key];
        if (next === undefined) return;
        event.preventDefault();
        change("opening.setting.slide", `${Math.round(clamp(next) * 1000) / 1000} mm`);
      }}
    >
      <rect
        className={styles.grab}
        x={0}
        y={y(set.height) - 20}
        width={width}
        height={height - PAD.foot - y(set.height) + 20}
      />
      <polygon className="leg" points={legs.hinge.join(" ")} />
      <polygon className="leg" points={legs.strike.join(" ")} />
      <rect
        className="head"
        x={Math.min(...inner)}
        y={y(set.height)}
        width={Math.abs(inner[1]! - inner[0]!)}
        height={LEG}
      />
      <path className="grip" d={`M${width / 2 - 14} ${y(set.height * 0.52)}l-10 9l10 9m28 -18l10 9l-10 9m-38 -9h38`} />
    </g>
  );
}

/** The gap at every station, beside it, and a wedge drawn into it. */
function Packs({ set, frame, result }: { set: SetPlan; frame: Frame; result: Result }) {
  const { open } = useWork();
  const lit = useLit();
  const { hinge, strike, y, flip } = frame;
  return (
    <g>
      {set.stations.map((s) => {
        const figure = result.figures[s.figure];
        if (!figure || s.side === "head") return null;
        const back = set.x + set.tilt * s.y;
        const [x0, x1] =
          s.side === "hinge"
            ? [hinge(back - s.gap_mm), hinge(back)]
            : [strike(back + set.outside), strike(back + set.outside + s.gap_mm)];
        // blocks lie on the stud, and the pack between them and the leg
        const onStud = s.side === "hinge" ? hinge(back - s.gap_mm) : strike(back + set.outside + s.gap_mm);
        const toLeg =
          s.side === "hinge" ? hinge(back - s.gap_mm + s.block_mm) : strike(back + set.outside + s.gap_mm - s.block_mm);
        const right = (s.side === "hinge") === (flip === -1);
        const x = right ? Math.max(x0, x1) + frame.stud / 2 : Math.min(x0, x1) - frame.stud / 2;
        return (
          <g
            key={s.name}
            className={clsx(styles.station, lit === s.figure && "lit", !(s.enter === "both") && styles.wedge)}
            onClick={() => open(s.figure)}
            onPointerEnter={() => light(s.figure)}
            onPointerLeave={() => light(null)}
          >
            <rect
              className={styles.pack}
              x={Math.min(x0, x1)}
              y={y(s.y) - 7}
              width={Math.max(1.5, Math.abs(x1 - x0))}
              height={14}
            />
            {s.block_mm > 0 && (
              <rect
                className={styles.block}
                x={Math.min(onStud, toLeg)}
                y={y(s.y) - 7}
                width={Math.abs(toLeg - onStud)}
                height={14}
              />
            )}
            <text x={x} y={y(s.y) - 3} className="value">
              <SvgDigits of={figure.value} />
            </text>
            {!frame.narrow && (
              <text x={x} y={y(s.y) + 13} className="name">
                {s.label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The slot as a bar at the foot: its two ends, its room, and where the frame stands in it. */
function SlotBar({ set, result, width, height }: { set: SetPlan; result: Result; width: number; height: number }) {
  const { open, now, words } = useWork();
  const room = set.high - set.low;
  const [x0, x1, y] = [width * 0.22, width * 0.78, height - 70];
  const hingeLeft = now.opening.door?.hinge_side !== "right";
  const part = room > 0 ? (set.x - set.low) / room : 0.5;
  const at = x0 + (hingeLeft ? part : 1 - part) * (x1 - x0);
  const ends = [result.figures.hinge_least, result.figures.strike_least];
  if (!hingeLeft) ends.reverse();
  return (
    <g className={clsx(styles.slotBar, room < 0 && styles.none)}>
      <rect x={x0} y={y} width={x1 - x0} height={18} />
      <path className={styles.stands} d={`M${at} ${y - 8}v34M${at - 7} ${y - 8}h14`} />
      {ends.map(
        (figure, n) =>
          figure && (
            <g key={figure.name} onClick={() => open(figure.name)}>
              <text
                x={n === 0 ? x0 - 10 : x1 + 10}
                y={y + 15}
                className="value"
                style={{ textAnchor: n === 0 ? "end" : "start" }}
              >
                <SvgDigits of={figure.value} />
              </text>
              <text
                x={n === 0 ? x0 - 10 : x1 + 10}
                y={y + 33}
                className="name"
                style={{ textAnchor: n === 0 ? "end" : "start" }}
              >
                {figure.turned ? "too tight, " : width < 520 ? "" : "least, "}
                {figure.name === "hinge_least" ? "hinges" : (words.strike ?? "strike")}
              </text>
            </g>
          ),
      )}
      {result.figures.slot_width && (
        <text x={width / 2} y={y + 42} className="name" onClick={() => open("slot_width")}>
          {result.figures.slot_width.turned ? "lacks " : "room in all "}
          <tspan className="value">
            <SvgDigits of={result.figures.slot_width.value} />
          </tspan>
        </text>
      )}
    </g>
  );
}
