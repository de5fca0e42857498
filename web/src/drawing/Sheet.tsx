import "./drawing.css";

import { useElementSize } from "@mantine/hooks";

import type { Flag, Result, Shape } from "../api/client";
import { useWork } from "../work/context";
import { Elevation } from "./Elevation";
import { PlateTape } from "./PlateTape";
import { StoryPole } from "./StoryPole";
import { TrackTape } from "./TrackTape";
import type { Scale } from "./scale";
import styles from "./Sheet.module.css";

const TAPE = 96;
const TRACK = 118; // the track tape carries two rows of slab
const HEAD = 36;
const HEAD_UNDER_CHOICE = 62; // where what heights are read from stands over the story pole

function boundsOf(shapes: Shape[]) {
  return {
    x0: Math.min(...shapes.map((s) => s.x0)),
    x1: Math.max(...shapes.map((s) => s.x1)),
    y1: Math.max(...shapes.map((s) => Math.max(s.y0, s.y1))),
  };
}

function scaleFor(result: Result, width: number, height: number, tape: number): Scale | null {
  if (result.shapes.length === 0 || width < 50 || height < 150) return null;
  const { x0, x1, y1 } = boundsOf(result.shapes);
  const pole = width < 520 ? 112 : 196;
  const head = result.heights.can.length > 1 ? HEAD_UNDER_CHOICE : HEAD;
  const perMm = Math.min((width - pole - 14) / (x1 - x0), (height - tape - head) / y1);
  const spare = width - pole - 14 - (x1 - x0) * perMm;
  const left = pole + spare / 2;
  const floor = Math.min(height - tape, head + y1 * perMm + (height - tape - head - y1 * perMm) / 2);
  return {
    x: (mm) => left + (mm - x0) * perMm,
    y: (mm) => floor - mm * perMm,
    left,
    right: left + (x1 - x0) * perMm,
    top: floor - y1 * perMm,
    floor,
    perMm,
  };
}

/** The L of two tapes around the true-scale elevation. */
export function Sheet() {
  const { result, now, stage } = useWork();
  const { ref, width, height } = useElementSize();
  // what a slider's crew works along is its track; its plate tape shows where the framing is the question
  const along = result?.track && stage !== "frame" && stage !== "trim";
  const scale = result && scaleFor(result, width, height, along ? TRACK : TAPE);
  const said =
    result?.figures.ro_width && result.figures.ro_height
      ? `Elevation from side A: rough opening ${result.figures.ro_width.value.text} wide and ${result.figures.ro_height.value.text} high.`
      : "Elevation from side A.";
  return (
    <div className="sheet" ref={ref}>
      {result && scale ? (
        <svg width={width} height={height} role={result.track ? "group" : "img"} aria-label={said}>
          <Elevation result={result} scale={scale} hinge={now.opening.door?.hinge_side ?? "left"} />
          <StoryPole result={result} scale={scale} narrow={width < 520} />
          {along ? (
            <TrackTape result={result} scale={scale} width={width} />
          ) : (
            <PlateTape result={result} scale={scale} width={width} />
          )}
          <FlagMarks result={result} scale={scale} />
        </svg>
      ) : (
        result?.shapes.length === 0 && <Empty mark={now.opening.mark ?? ""} />
      )}
      {result && scale && <p className="sheet-side">Seen from side A · {now.wall.name || "wall without a name"}</p>}
    </div>
  );
}

function Empty({ mark }: { mark: string }) {
  return (
    <div className="sheet-empty">
      <p>{mark ? `Opening ${mark}` : "The opening"} draws itself as soon as it has a size.</p>
    </div>
  );
}

/** Stops and checks at what they are about. */
function FlagMarks({ result, scale }: { result: Result; scale: Scale }) {
  const { goTo } = useWork();
  const used = new Map<string, number>();
  const place = (flag: Flag): [number, number] | null => {
    for (const name of flag.figures) {
      const shape = result.shapes.find((s) => s.figures.includes(name));
      if (shape?.part === "opening") {
        // play shows at the side or over the head, clear of the dimensions inside
        return name === "side_play"
          ? [scale.x(shape.x0), scale.y(shape.y1 * 0.84)]
          : [scale.x((shape.x0 + shape.x1) / 2), scale.y(shape.y1)];
      }
      if (shape) return [scale.x((shape.x0 + shape.x1) / 2), scale.y((shape.y1 + shape.y0) / 2)];
      const mark = result.marks.find((m) => m.figure === name);
      if (mark) return [scale.x(mark.x), scale.floor - 40];
      const pole = result.pole.find((m) => m.figure === name);
      if (pole) return [scale.x((result.shapes[0]!.x0 + result.shapes[0]!.x1) / 2), scale.y(pole.y)];
    }
    return null;
  };
  return (
    <g className={styles.flagMarks}>
      {result.flags
        .filter((f) => f.level !== "note")
        .map((flag, i) => {
          const spot = place(flag);
          if (!spot) return null;
          const key = spot.map((v) => Math.round(v / 24)).join();
          const beside = used.get(key) ?? 0;
          used.set(key, beside + 1);
          return (
            <g
              key={i}
              className={flag.level}
              transform={`translate(${spot[0] + beside * 26} ${spot[1]})`}
              onClick={() => flag.path && goTo(flag.path, flag.stage)}
            >
              <title>{flag.reason}</title>
              {flag.level === "stop" ? <path d="M-5 -12H5L12 -5V5L5 12H-5L-12 5V-5Z" /> : <circle r="12" />}
              <text y="6">{flag.level === "stop" ? "!" : "?"}</text>
            </g>
          );
        })}
    </g>
  );
}
