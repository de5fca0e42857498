import type { Result, Shape } from "../api/client";
import { useWork } from "../opening/context";
import type { Scale } from "./Sheet";
import { SvgDigits } from "./SvgDigits";

const ORDER = ["opening", "plate", "top_plate", "stud", "king", "jack", "header", "cripple", "floor_b", "floor_a", "leaf", "leg", "head", "hinge"];

/** Wall, frame and leaf as rectangles at true scale. */
export function Elevation({ result, scale, hinge }: { result: Result; scale: Scale; hinge: string }) {
  const { lit, light, open } = useWork();
  const shapes = [...result.shapes].sort((a, b) => ORDER.indexOf(a.part) - ORDER.indexOf(b.part));
  const leaves = result.shapes.filter((s) => s.part === "leaf");
  const ro = result.shapes.find((s) => s.part === "opening");
  return (
    <g className="elevation">
      <defs>
        <pattern id="grain" width="9" height="60" patternUnits="userSpaceOnUse">
          <path d="M2 0V60M6.5 10V44" className="grain" />
        </pattern>
        <pattern id="grain-h" width="60" height="9" patternUnits="userSpaceOnUse">
          <path d="M0 2H60M10 6.5H44" className="grain" />
        </pattern>
      </defs>
      {shapes.map((s, i) => (
        <Piece key={i} shape={s} scale={scale} lit={lit !== null && s.figures.includes(lit)} light={light} open={open} result={result} />
      ))}
      {leaves.map((leaf, i) => {
        // of a pair the first leaf is the active one; the other hangs opposite and carries no latch
        const side = i === 0 ? hinge : hinge === "left" ? "right" : "left";
        const latch = i === 0 ? result.pole.find((m) => m.figure === "latch_height")?.y : undefined;
        return <Swing key={i} leaf={leaf} scale={scale} hinge={side} latch={latch} />;
      })}
      {ro && <Dimensions ro={ro} result={result} scale={scale} />}
      <line className="floor-line" x1={scale.left} x2={scale.right} y1={scale.floor} y2={scale.floor} />
    </g>
  );
}

interface PieceProps {
  shape: Shape;
  scale: Scale;
  lit: boolean;
  light: (figure: string | null) => void;
  open: (figure: string) => void;
  result: Result;
}

function Piece({ shape, scale, lit, light, open, result }: PieceProps) {
  const figure = shape.figures.find((name) => result.figures[name]);
  const box = {
    x: scale.x(shape.x0),
    y: scale.y(shape.y1),
    width: Math.max((shape.x1 - shape.x0) * scale.perMm, 0.5),
    height: Math.max((shape.y1 - shape.y0) * scale.perMm, 0.5),
  };
  const wood = ["stud", "king", "jack", "cripple"].includes(shape.part) ? "url(#grain)" : ["plate", "top_plate", "header"].includes(shape.part) ? "url(#grain-h)" : null;
  return (
    <g
      className={`piece ${shape.part}${lit ? " lit" : ""}`}
      onPointerEnter={() => figure && light(figure)}
      onPointerLeave={() => light(null)}
      onClick={() => figure && open(figure)}
    >
      <rect {...box} />
      {wood && <rect {...box} fill={wood} stroke="none" style={{ fill: wood, stroke: "none" }} />}
      {shape.part === "header" && <path className="cross" d={`M${box.x} ${box.y}l${box.width} ${box.height}M${box.x} ${box.y + box.height}l${box.width} ${-box.height}`} />}
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
      <path d={`M${scale.x(free)} ${scale.y(leaf.y1)}L${scale.x(hung)} ${scale.y(middle)}L${scale.x(free)} ${scale.y(leaf.y0)}`} />
      {latch !== undefined && <circle cx={scale.x(knob)} cy={scale.y(latch)} r={Math.max(4, 28 * scale.perMm)} />}
    </g>
  );
}

/** The rough opening's own width and height, large, inside it. */
function Dimensions({ ro, result, scale }: { ro: Shape; result: Result; scale: Scale }) {
  const { lit, light, open } = useWork();
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
