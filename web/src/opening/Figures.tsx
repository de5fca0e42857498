import { FigureLine } from "../slip/FigurePress";
import { useWork } from "./context";

const GROUPS: { title: string; names: string[] }[] = [
  { title: "Rough opening", names: ["ro_width", "ro_height", "side_play", "head_play"] },
  { title: "Frame", names: ["head_underside", "leg_length", "head_length", "frame_inside_width", "frame_outside_width", "frame_depth", "rip_width", "clear_width"] },
  { title: "Wall", names: ["jack_length", "king_length", "header_length", "cripple_length", "plate_cut"] },
  { title: "Floor", names: ["floor_a", "floor_b", "floor_clear", "leaf_bottom"] },
  { title: "Hinges from the leaf top, latch", names: ["hinge_leaf_1", "hinge_leaf_2", "hinge_leaf_3", "hinge_leaf_4", "latch_on_leaf", "latch_on_leg"] },
];

/** The figures of this opening; press one for the slip that says how it adds up. */
export function Figures() {
  const { result, errors } = useWork();
  if (!result) return errors.length > 0 ? null : <p className="quiet">Working it out…</p>;
  const waiting = new Map(result.waiting.map((w) => [w.name, w]));
  return (
    <section className="figures" aria-label="Figures">
      {GROUPS.map((group) => (
        <div key={group.title}>
          <h2>{group.title}</h2>
          <ul>
            {group.names.map((name) => {
              const figure = result.figures[name];
              const waits = waiting.get(name);
              if (!figure && !waits) return null;
              if (!figure) {
                return (
                  <li key={name} className="figure waits">
                    <span>{waits!.label}</span>
                    <span className="quiet">waits on {waits!.on.map((m) => m.label.toLowerCase()).join(", ")}</span>
                  </li>
                );
              }
              return (
                <li key={name}>
                  <FigureLine name={name} />
                </li>
              );
            })}
          </ul>
        </div>
      ))}
    </section>
  );
}
