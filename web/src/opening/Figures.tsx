import { FigureLine } from "../slip/FigurePress";
import { useWork } from "./context";

type Group = { title: string; names: string[] };

/** What was found and how the frame is set: first where that is the question, else after what is planned. */
const FOUND: Group[] = [
  { title: "As found", names: ["found_width_foot", "found_width_middle", "found_width_head", "found_least_width", "found_height", "floor_rise", "wall_thickest"] },
  { title: "In its slot", names: ["unit_width", "slot_low", "slot_high", "slot_width", "set_at", "set_tilt", "hinge_least", "strike_least"] },
  { title: "Legs and head, for this floor", names: ["head_set", "leg_hinge_set", "leg_strike_set", "cut_hinge", "cut_strike", "head_play_found", "legs_cut_for_head"] },
  { title: "Over the floor", names: ["sweep_gap", "sweep_least", "sweep_trim", "sweep_gap_wanted"] },
];

const PLANNED: Group[] = [
  { title: "Rough opening", names: ["ro_width", "ro_height", "side_play", "head_play"] },
  { title: "Slab", names: ["slab_width", "slab_height", "overlap_each", "pull_mark"] },
  { title: "Along the track, from the opening’s edge", names: ["track_line", "track_length", "track_least", "track_rule", "track_start", "travel", "hanger_inset", "hanger_spread", "stop_closed", "stop_open", "guide_at", "guide_room", "open_reach", "headroom_needs", "headroom_left"] },
  { title: "Off the wall", names: ["standoff", "standoff_needed", "backer_least", "lag_length", "guide_reach", "groove_width", "groove_depth"] },
  { title: "Pocket", names: ["set_mark", "set_mark_kit", "pocket_floor_gap", "kit_header", "pocket_track", "pocket_rail", "split_stud_1", "split_stud_2", "split_stud_3", "split_stud_4", "split_stud_5", "jamb_gap", "longest_fixing_a", "longest_fixing_b", "foot_fixing", "bumper_on_leaf"] },
  { title: "Leaves", names: ["leaf_size_width", "leaf_size_height", "bypass_leaf_wanted", "bypass_overlap_each", "bypass_track_left", "bypass_depth"] },
  { title: "Frame", names: ["head_underside", "leg_length", "head_length", "frame_inside_width", "frame_outside_width", "frame_depth", "rip_width", "throat", "clear_width", "sill_top", "sill_filler", "sill_fall", "seal_set", "split_half"] },
  { title: "Wall", names: ["jack_length", "king_length", "king_low_long", "king_high_long", "header_length", "cripple_length", "slope_nailer", "plate_cut"] },
  { title: "Floor", names: ["floor_a", "floor_b", "floor_clear", "leaf_bottom"] },
  { title: "Hinges from the leaf top, latch", names: ["hinge_leaf_1", "hinge_leaf_2", "hinge_leaf_3", "hinge_leaf_4", "latch_on_leaf", "latch_on_leg", "screw_reach"] },
];

/** What stands in for a figure under a sloping ceiling, where every stud has its own length. */
const UNDER_SLOPE: Record<string, string> = { king_length: "king_low_long", cripple_length: "king_low_long" };

/** The figures of this opening; press one for the slip that says how it adds up. */
export function Figures() {
  const { result, errors, stage } = useWork();
  const groups = stage === "survey" || stage === "set" || stage === "hang" ? [...FOUND, ...PLANNED] : [...PLANNED, ...FOUND];
  if (!result) return errors.length > 0 ? null : <p className="quiet">Working it out…</p>;
  const has = (name: string) => (result.figures[name] ? !result.figures[UNDER_SLOPE[name] ?? ""] : waiting.has(name));
  const cripples = Object.keys(result.figures).filter((name) => name.startsWith("cripple_slope_"));
  const names = (group: Group) => [...group.names, ...(group.title === "Wall" ? cripples : [])].filter(has);
  const waiting = new Map(result.waiting.map((w) => [w.name, w]));
  return (
    <section className="figures" aria-label="Figures">
      {groups.map((group) => ({ ...group, names: names(group) }))
        .filter((group) => group.names.length > 0)
        .map((group) => (
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
