import clsx from "clsx";

import type { Result, Shape } from "../api/client";
import { useWork } from "../work/context";
import { light, useIsLit, useLit } from "../work/pointing";
import type { Scale } from "./scale";
import { SvgDigits } from "./SvgDigits";
import { useSlide } from "./useSlide";
import styles from "./Elevation.module.css";

const ORDER = [
  "neighbour",
  "ceiling",
  "opening",
  "plate",
  "top_plate",
  "stud",
  "king",
  "jack",
  "header",
  "cripple",
  "buck",
  "found_stud",
  "pocket",
  "split_stud",
  "kit_header",
  "floor_b",
  "floor_a",
  "filler",
  "sill",
  "track",
  "leaf",
  "leg",
  "head",
  "split_head",
  "hinge",
  "hanger",
  "slab",
];

/** Wall, frame and leaf as rectangles at true scale. */
export function Elevation({ result, scale, hinge }: { result: Result; scale: Scale; hinge: string }) {
  const { open, meant } = useWork();
  const steel = meant.wall.studs === "steel";
  const shapes = [...result.shapes].sort((a, b) => ORDER.indexOf(a.part) - ORDER.indexOf(b.part));
  const leaves = result.shapes.filter((s) => s.part === "leaf");
  const ro = result.shapes.find((s) => s.part === "opening");
  return (
    <g className={clsx("elevation", result.standing && "standing", steel && "steel")}>
      <defs>
        <pattern id="grain" width="9" height="60" patternUnits="userSpaceOnUse">
          <path d="M2 0V60M6.5 10V44" className={styles.grain} />
        </pattern>
        <pattern id="grain-h" width="60" height="9" patternUnits="userSpaceOnUse">
          <path d="M0 2H60M10 6.5H44" className={styles.grain} />
        </pattern>
      </defs>
      {shapes
        .filter((s) => s.part !== "slab")
        .map((s, i) => (
          <Piece key={i} shape={s} scale={scale} open={open} result={result} steel={steel} />
        ))}
      {shapes
        .filter((s) => s.part === "slab")
        .map((s, i) => (
          <Slab
            key={i}
            shape={s}
            scale={scale}
            result={result}
            opposite={result.shapes.filter((o) => o.part === "slab").length > 1 && i > 0}
          />
        ))}
      {result.kind === "swing" &&
        leaves.map((leaf, i) => {
          // of a pair the first leaf is the active one; the other hangs opposite and carries no latch
          const side = i === 0 ? hinge : hinge === "left" ? "right" : "left";
          const latch = i === 0 ? result.pole.find((m) => m.figure === "latch_height")?.y : undefined;
          return <Swing key={i} leaf={leaf} scale={scale} hinge={side} latch={latch} />;
        })}
      {ro && <Dimensions ro={ro} result={result} scale={scale} />}
      <line className={styles.floorLine} x1={scale.left} x2={scale.right} y1={scale.floor} y2={scale.floor} />
    </g>
  );
}

interface PieceProps {
  shape: Shape;
  scale: Scale;
  open: (figure: string) => void;
  result: Result;
  steel: boolean;
}

function Piece({ shape, scale, open, result, steel }: PieceProps) {
  const lit = useIsLit(...shape.figures);
  const figure = shape.figures.find((name) => result.figures[name]);
  if (shape.part === "ceiling")
    return (
      <path
        className="slope"
        d={`M${scale.x(shape.x0)} ${scale.y(shape.y0)}L${scale.x(shape.x1)} ${scale.y(shape.y1)}`}
      />
    );
  const box = {
    x: scale.x(shape.x0),
    y: scale.y(shape.y1),
    width: Math.max((shape.x1 - shape.x0) * scale.perMm, 0.5),
    height: Math.max((shape.y1 - shape.y0) * scale.perMm, 0.5),
  };
  const timber = !steel || shape.part === "buck";
  const wood = !timber
    ? null
    : ["stud", "king", "jack", "cripple", "buck"].includes(shape.part)
      ? "url(#grain)"
      : ["plate", "top_plate", "header"].includes(shape.part)
        ? "url(#grain-h)"
        : null;
  return (
    <g
      className={`piece ${shape.part}${lit ? " lit" : ""}`}
      onPointerEnter={() => figure && light(figure)}
      onPointerLeave={() => light(null)}
      onClick={() => figure && open(figure)}
    >
      {shape.part === "neighbour" && <title>The framing of the opening next door</title>}
      <rect {...box} />
      {wood && <rect {...box} fill={wood} stroke="none" style={{ fill: wood, stroke: "none" }} />}
      {shape.part === "header" && (
        <path
          className={styles.cross}
          d={`M${box.x} ${box.y}l${box.width} ${box.height}M${box.x} ${box.y + box.height}l${box.width} ${-box.height}`}
        />
      )}
    </g>
  );
}

/** A slab that slides between its stops under the pointer or the arrow keys; the server says what follows. */
function Slab({ shape, scale, result, opposite }: { shape: Shape; scale: Scale; result: Result; opposite: boolean }) {
  const { slabAt, slideSlab } = useWork();
  const lit = useIsLit(...shape.figures);
  const { track } = result;
  const way = (track?.direction ?? 1) * (opposite ? -1 : 1);
  // at its stop the slab stands there to the hair; between, whole millimetres will do
  const to = (mm: number) => {
    if (track) slideSlab(mm >= track.travel ? Math.ceil(track.travel * 100) / 100 : Math.max(0, Math.round(mm)));
  };
  const pulled = useSlide({ at: slabAt, perPixel: way / scale.perMm, to });
  if (!track) return null;
  const step = result.unit === "in" ? 25.4 : 25;
  const keys: Record<string, number> = {
    ArrowRight: slabAt + way * step,
    ArrowLeft: slabAt - way * step,
    Home: 0,
    End: track.travel,
  };
  const frees = result.figures.slab_frees;
  return (
    <g
      className={lit ? "piece slab lit" : "piece slab"}
      role="slider"
      tabIndex={0}
      aria-label="Slab, slid open"
      aria-valuemin={0}
      aria-valuemax={Math.round(track.travel)}
      aria-valuenow={Math.round(slabAt)}
      aria-valuetext={frees ? `way through ${frees.value.text}` : "closed"}
      onPointerEnter={() => light("slab_width")}
      onPointerLeave={() => light(null)}
      {...pulled()}
      onKeyDown={(event) => {
        const next = keys[event.key];
        if (next === undefined) return;
        event.preventDefault();
        to(next);
      }}
    >
      <rect
        x={scale.x(shape.x0)}
        y={scale.y(shape.y1)}
        width={(shape.x1 - shape.x0) * scale.perMm}
        height={(shape.y1 - shape.y0) * scale.perMm}
      />
      <path
        className="grip"
        d={`M${scale.x((shape.x0 + shape.x1) / 2) - 14} ${scale.y((shape.y0 + shape.y1) / 2)}l-10 9l10 9m28 -18l10 9l-10 9m-38 -9h38`}
      />
    </g>
  );
}

function Swing({ leaf, scale, hinge, latch }: { leaf: Shape; scale: Scale; hinge: string; latch: number | undefined }) {
  const hung = hinge === "left" ? leaf.x0 : leaf.x1;
  const free = hinge === "left" ? leaf.x1 : leaf.x0;
  const middle = (leaf.y0 + leaf.y1) / 2;
  const knob = free + (hinge === "left" ? -60 : 60);
  return (
    <g className="swing">
      <path
        d={`M${scale.x(free)} ${scale.y(leaf.y1)}L${scale.x(hung)} ${scale.y(middle)}L${scale.x(free)} ${scale.y(leaf.y0)}`}
      />
      {latch !== undefined && <circle cx={scale.x(knob)} cy={scale.y(latch)} r={Math.max(4, 28 * scale.perMm)} />}
    </g>
  );
}

/** The rough opening's own width and height, large, inside it. */
function Dimensions({ ro, result, scale }: { ro: Shape; result: Result; scale: Scale }) {
  const { open } = useWork();
  const lit = useLit();
  const { ro_width: width, ro_height: height } = result.figures;
  if (!width || !height) return null;
  const [x0, x1, y0, y1] = [scale.x(ro.x0), scale.x(ro.x1), scale.y(ro.y1), scale.floor];
  const wide = x1 - x0;
  const size = Math.max(17, Math.min(34, wide / 5.2));
  const across = y0 + (y1 - y0) * 0.3;
  const up = x0 + wide * 0.2;
  const press = (name: string) => ({
    className: lit === name ? "dimension lit" : "dimension",
    onClick: () => open(name),
    onPointerEnter: () => light(name),
    onPointerLeave: () => light(null),
  });
  return (
    <g className="dimensions">
      <g {...press("ro_width")}>
        <path d={`M${x0} ${across}H${x1}M${x0} ${across - 7}v14M${x1} ${across - 7}v14`} />
        <text x={(x0 + x1) / 2 + wide * 0.06} y={across - 10} fontSize={size}>
          <SvgDigits of={width.value} />
        </text>
      </g>
      <g {...press("ro_height")}>
        <path d={`M${up} ${y0}V${y1}M${up - 7} ${y0}h14M${up - 7} ${y1}h14`} />
        <text x={up + 10} y={y0 + (y1 - y0) * 0.76} fontSize={size} style={{ textAnchor: "start" }}>
          <SvgDigits of={height.value} />
        </text>
      </g>
    </g>
  );
}
