"""Every figure and fact by name: what a slip calls it, its handbook symbol, and how it is rounded when shown.

Rounding (TRADE, opening paragraphs): an opening rounds up, a clearance that must be kept rounds up, a part that
must fit inside something rounds down, anything else to the nearest mark.
"""

from __future__ import annotations

from dataclasses import dataclass

from jambo.core.quantities.tape import Rounding


@dataclass(frozen=True, slots=True)
class Entry:
    """How a figure or fact is named and shown. `label` may use the word list's parts, as in "{leg} length"."""

    label: str
    symbol: str = ""
    rounding: Rounding = "nearest"


FIGURES: dict[str, Entry] = {
    # door and frame
    "frame_inside_width": Entry("{frame} width inside", "Wi"),
    "frame_outside_width": Entry("{frame} width over the backs", "Wo"),
    "frame_depth": Entry("{frame} depth"),
    "leaf_bottom": Entry("{leaf} bottom"),
    "leaf_top": Entry("{leaf} top"),
    "head_underside": Entry("{head} underside", "Hh"),
    "frame_top": Entry("{frame} top"),
    "foot": Entry("where the {leg}s stand"),
    "head_own": Entry("{head} underside this door needs by itself"),
    "head_over_own": Entry("common line over its own"),
    "head_gain": Entry("gained from the common head line"),
    "leg_length": Entry("{leg} length"),
    "head_length": Entry("{head} length"),
    "clear_width": Entry("clear width at 90 degrees", "", "down"),
    "rip_width": Entry("rip the {lining} to", "", "up"),
    # casing
    "casing_head_short": Entry("head {casing}, short point to short point"),
    "casing_head_long": Entry("head {casing}, long point to long point"),
    "casing_head": Entry("head {casing}"),
    "casing_leg_a": Entry("leg {casing} on side A"),
    "casing_leg_b": Entry("leg {casing} on side B"),
    "casing_wanted": Entry("{casing} width that covers the joint", "", "up"),
    # floors
    "floor_a": Entry("floor on side A", "F_A"),
    "floor_b": Entry("floor on side B", "F_B"),
    "floor_under": Entry("floor under the closed {leaf}", "F_under"),
    "floor_clear": Entry("highest floor the {leaf} passes", "F_clear"),
    # rough opening, by the school in use and by each school
    "ro_width": Entry("rough opening width", "RO w", "up"),
    "ro_height": Entry("rough opening height", "RO h", "up"),
    "build_up_width": Entry("RO width, build-up school", "", "up"),
    "build_up_height": Entry("RO height, build-up school", "", "up"),
    "add_on_width": Entry("RO width, add-on school", "", "up"),
    "add_on_height": Entry("RO height, add-on school", "", "up"),
    "side_play": Entry("side play, each side"),
    "head_play": Entry("head play"),
    "build_up_side_play": Entry("side play each, build-up school"),
    "build_up_head_play": Entry("head play, build-up school"),
    "add_on_side_play": Entry("side play each, add-on school"),
    "add_on_head_play": Entry("head play, add-on school"),
    "side_play_wanted": Entry("side play wanted", "", "up"),
    # hinges and latch
    "latch_height": Entry("latch above the rough floor"),
    "latch_on_leaf": Entry("latch from the {leaf} top"),
    "latch_on_leg": Entry("{strike} from the {head} underside"),
    # wall
    "wall_finished": Entry("finished wall thickness"),
    "jack_length": Entry("{jack} length", "", "up"),
    "king_length": Entry("{king} length", "", "down"),
    "header_length": Entry("{header} length"),
    "header_top": Entry("{header} top"),
    "wall_top": Entry("underside of the top plates"),
    "cripple_length": Entry("upper {cripple} length", "", "down"),
    "plate_cut": Entry("{plate} cut out", "", "up"),
    # cut into a standing wall
    "king_filler_left": Entry("filler between {jack} and standing {stud}, left"),
    "king_filler_right": Entry("filler between {jack} and standing {stud}, right"),
    "base_cut_near": Entry("base trim cut back, near side"),
    "base_cut_far": Entry("base trim cut back, far side"),
    "floor_extension": Entry("floor extension", "", "down"),
    "plate_block": Entry("block under a cut {plate}", "", "down"),
    "king_low_long": Entry("{king} on the low side, long point", "", "down"),
    "king_high_long": Entry("{king} on the high side, long point", "", "down"),
    "stud_length": Entry("{stud}s, with the two at the ends", "", "down"),
    "end_stud_left": Entry("{stud} at the left end, long point", "", "down"),
    "end_stud_right": Entry("{stud} at the right end, long point", "", "down"),
    "top_plate_length": Entry("{top_plate}s"),
    "slope_nailer": Entry("nailer along the slope", "", "down"),
    # steel and outside frames
    "sheet_width": Entry("RO width by the maker's sheet", "", "up"),
    "sheet_height": Entry("RO height by the maker's sheet", "", "up"),
    "sheet_side_play": Entry("side play each, by the sheet"),
    "sheet_head_play": Entry("head play, by the sheet"),
    "throat": Entry("throat of the steel frame"),
    "screw_reach": Entry("long screw through a hinge, at least", "", "up"),
    "sill_lift": Entry("floor and gap over the sill's own {leaf} line"),
    "sill_filler": Entry("filler strips under the sill"),
    "sill_top": Entry("sill top"),
    "sill_fall": Entry("fall of the sill over its depth"),
    "seal_set": Entry("gap at the stop with the seal half pressed"),
    "casing_nail_a": Entry("long nails for {casing}, side A", "", "up"),
    "casing_nail_b": Entry("long nails for {casing}, side B", "", "up"),
    # pocket
    "set_mark": Entry("set mark on the rough {stud}s"),
    "set_mark_kit": Entry("set mark by the kit"),
    "set_mark_gap": Entry("set mark by the gap asked for"),
    "pocket_floor_gap": Entry("gap between {leaf} and floor"),
    "ro_by_stack": Entry("height the head stack needs"),
    "ro_by_leaf": Entry("height the {leaf} needs at least"),
    "kit_header": Entry("kit {header} length"),
    "pocket_track": Entry("track length", "", "down"),
    "pocket_rail": Entry("rail length", "", "down"),
    "leaf_uncovers": Entry("way through past the open {leaf}", "", "down"),
    "jamb_gap": Entry("gap each side of the {leaf} in its pocket", "", "down"),
    "split_half": Entry("width of each split {leg}"),
    "longest_fixing_a": Entry("longest fixing over the pocket, side A", "", "down"),
    "longest_fixing_b": Entry("longest fixing over the pocket, side B", "", "down"),
    "foot_fixing": Entry("fixing at the foot of a split {stud}", "", "up"),
    "trim_board_mark": Entry("trim board cut at the mark for"),
    "hanger_1": Entry("first hanger from the {leaf}'s edge"),
    "hanger_2": Entry("second hanger from the same edge"),
    "bumper_on_leaf": Entry("bumper from the {leaf} bottom"),
    # face slider
    "slab_wanted_width": Entry("slab width that covers", "", "up"),
    "slab_wanted_height": Entry("slab height that covers", "", "up"),
    "slab_width": Entry("slab width"),
    "slab_height": Entry("slab height"),
    "side_covers": Entry("slab over the opening's sides, in all"),
    "overlap_each": Entry("slab over each side", "", "down"),
    "overlap_top": Entry("slab over the top", "", "down"),
    "travel": Entry("travel"),
    "hanger_spread": Entry("hanger spread"),
    "hanger_spread_least": Entry("least hanger spread"),
    "hanger_inset": Entry("hangers from the slab's edges"),
    "hanger_move": Entry("hangers moved in by", "", "up"),
    "track_least": Entry("shortest track", "", "up"),
    "track_rule": Entry("track by the quick rule"),
    "track_length": Entry("track length"),
    "track_short": Entry("track lacks for hangers in place"),
    "track_line": Entry("track line above the finished floor"),
    "track_height": Entry("track line above the rough floor"),
    "track_needs_start": Entry("track must start at or before"),
    "track_needs_end": Entry("track must reach"),
    "track_start": Entry("track starts"),
    "track_end": Entry("track ends"),
    "slab_closed_near": Entry("closed slab, rear edge"),
    "slab_closed_far": Entry("closed slab, leading edge"),
    "slab_open_near": Entry("open slab, rear edge"),
    "slab_open_far": Entry("open slab, leading edge"),
    "slab_now_near": Entry("slab now, rear edge"),
    "slab_now_far": Entry("slab now, leading edge"),
    "slab_frees": Entry("way through with the slab here", "", "down"),
    "slabs_uncover": Entry("way through between the open slabs", "", "down"),
    "wheel_closed_1": Entry("rear wheel, closed"),
    "wheel_closed_2": Entry("leading wheel, closed"),
    "wheel_open_1": Entry("rear wheel, open"),
    "wheel_open_2": Entry("leading wheel, open"),
    "stop_closed": Entry("face of the closed stop"),
    "stop_open": Entry("face of the open stop"),
    "guide_at": Entry("middle of the floor guide"),
    "guide_room": Entry("place shared by closed and open slab", "", "down"),
    "open_reach": Entry("open slab past the opening's edge", "", "up"),
    "groove_width": Entry("groove width"),
    "groove_depth": Entry("groove depth"),
    "pull_mark": Entry("pull from the slab's bottom"),
    "headroom_needs": Entry("headroom needed above the finished floor", "", "up"),
    "headroom_left": Entry("headroom left", "", "down"),
    "standoff_needed": Entry("clear of the wall face, needed", "", "up"),
    "standoff": Entry("wall face to the slab's back", "", "down"),
    "standoff_spare": Entry("stand-off to spare", "", "down"),
    "backer_least": Entry("least backer", "", "up"),
    "guide_reach": Entry("wall to the slab's middle at the foot"),
    "lag_length": Entry("fixing into the {stud}", "", "up"),
    # bypass
    "finished_width": Entry("finished opening width"),
    "finished_height": Entry("finished opening height"),
    "leaf_size_width": Entry("{leaf} width, each"),
    "leaf_size_height": Entry("{leaf} height, each"),
    "bypass_leaf_wanted": Entry("{leaf} width that laps as wanted", "", "up"),
    "bypass_height_wanted": Entry("{leaf} height that fits", "", "down"),
    "bypass_overlap_each": Entry("lap of neighbouring leaves", "", "down"),
    "bypass_track_left": Entry("left for the track", "", "down"),
    "bypass_depth": Entry("depth of all leaves on their channels", "", "up"),
    # as found, and set
    "found_width_foot": Entry("width found at the foot", "", "down"),
    "found_width_middle": Entry("width found at the middle", "", "down"),
    "found_width_head": Entry("width found at the head", "", "down"),
    "found_least_width": Entry("clear width found, plumb", "", "down"),
    "found_height": Entry("lowest {header} over the hinge foot's floor", "", "down"),
    "wall_thickest": Entry("wall thickness found, at most", "", "up"),
    "floor_rise": Entry("floor rises to the {strike} foot by"),
    "floor_lift": Entry("{frame} lifted for the floor"),
    "head_set": Entry("{head} underside, set", "E"),
    "leg_hinge_set": Entry("hinge {leg}, for this floor"),
    "leg_strike_set": Entry("{strike} {leg}, for this floor"),
    "cut_hinge": Entry("cut off the hinge {leg} supplied"),
    "cut_strike": Entry("cut off the {strike} {leg} supplied"),
    "head_play_found": Entry("head play found", "", "down"),
    "legs_cut_for_head": Entry("cut off both {leg}s for the {header}", "", "up"),
    "unit_width": Entry("{frame} over its backs, as set", "Wo"),
    "slot_low": Entry("slot begins, from the hinge {stud}'s foot", "", "up"),
    "slot_high": Entry("slot ends", "", "down"),
    "slot_width": Entry("room in the slot", "", "down"),
    "set_at": Entry("back of the hinge {leg}, from the {stud}'s foot"),
    "set_tilt": Entry("tilt over the {leg}, toward the {strike}"),
    "hinge_least": Entry("least gap behind the hinge {leg}", "", "down"),
    "strike_least": Entry("least gap behind the {strike} {leg}", "", "down"),
    "slot_width_planned": Entry("room the unit planned would have", "", "down"),
    "gap_head_centre": Entry("gap over the {head}, middle"),
    "trim_later": Entry("trim off the {leaf} when that floor is laid", "", "up"),
    "gap_strike_top": Entry("gap behind the {strike} {leg}, top"),
    "gap_latch_above": Entry("gap behind the {strike} {leg}, above the latch"),
    "gap_latch_below": Entry("gap behind the {strike} {leg}, below the latch"),
    "gap_strike_low": Entry("gap behind the {strike} {leg}, low"),
    "gap_strike_foot": Entry("gap behind the {strike} {leg}, foot"),
    "pack_strike_top": Entry("pack at the {strike}, top"),
    "pack_latch_above": Entry("pack above the latch"),
    "pack_latch_below": Entry("pack below the latch"),
    "pack_strike_low": Entry("pack at the {strike}, low"),
    "pack_strike_foot": Entry("pack at the {strike}, foot"),
    "wall_lean_hinge": Entry("wall at the hinges leans to side A by"),
    "wall_lean_strike": Entry("wall at the {strike} leans to side A by"),
    "cross_leg": Entry("the two sides lean differently by"),
    "stop_stands_off": Entry("stop planted off its line by"),
    "proud_hinge_top": Entry("hinge {leg}, top, proud on side A"),
    "proud_hinge_foot": Entry("hinge {leg}, foot, proud on side A"),
    "proud_strike_top": Entry("{strike} {leg}, top, proud on side A"),
    "proud_strike_foot": Entry("{strike} {leg}, foot, proud on side A"),
    "sweep_gap": Entry("{leaf} over the swing side's floor, at the hinges"),
    "sweep_least": Entry("least gap over the floor", "", "down"),
    "sweep_trim": Entry("trim off the {leaf}'s bottom, or raise it by", "", "up"),
    "sweep_gap_wanted": Entry("floor gap that would clear", "", "up"),
}
"""Figures with a fixed name. Numbered ones (hinge_1_leaf, mark_king_1_near) are named by `label_of`."""

_NUMBERED: tuple[tuple[str, str], ...] = (
    ("mark_found_", "standing {stud} {n}"),
    ("split_stud_other_", "other pocket's split {stud} {n}, from where the leaves meet"),
    ("split_stud_", "split {stud} {n}"),
    ("mark_split_stud_other_", "other pocket's split {stud} {n}"),
    ("mark_split_stud_", "split {stud} {n}"),
    ("gap_hinge_", "gap behind the hinge {leg}, hinge {n}"),
    ("gap_strike_", "gap behind the other {leg}, hinge {n}"),
    ("pack_hinge_", "pack behind hinge {n}"),
    ("pack_strike_", "pack behind the other {leg}, hinge {n}"),
    ("stud_pack_", "block {n} from the foot, to make the {stud} plumb"),
    ("bore_", "hole {n} to bore, from the track's start"),
    ("groove_passes_", "each of {n} equal passes"),
    ("hinge_leaf_", "hinge {n}, {leaf} top to hinge top"),
    ("hinge_leg_", "hinge {n} on the {leg}, from the {head} underside"),
    ("hinge_height_", "hinge {n} top above the rough floor"),
    ("mark_king_near_", "{king} line, near side {n}"),
    ("mark_king_far_", "{king} line, far side {n}"),
    ("mark_jack_near_", "{jack} line, near side {n}"),
    ("mark_jack_far_", "{jack} line, far side {n}"),
    ("mark_common_", "layout {stud} {n}"),
    ("cripple_slope_", "{cripple} {n}, long point"),
    ("stud_slope_", "{stud} {n}, long point"),
    ("plate_run_", "{plate}, run {n} from the left"),
)


_CUT_TO_FIT = {"cripple_slope_", "stud_slope_", "plate_run_"}


_MARKS = {
    "mark_ro_near": "near edge of the rough opening",
    "mark_ro_far": "far edge of the rough opening",
    "mark_ro_centre": "centre of the rough opening",
    "mark_wall_end": "far end of the wall",
    "mark_wall_start": "end of the wall the tape starts from",
}


def entry(name: str) -> Entry:
    """Look up how a figure is shown. Raises KeyError for a name no rule uses."""
    if name in FIGURES:
        return FIGURES[name]
    if name in _MARKS:
        return Entry(_MARKS[name])
    for start, label in _NUMBERED:
        if name.startswith(start) and name[len(start) :].isdigit():
            return Entry(label.replace("{n}", name[len(start) :]), "", "down" if start in _CUT_TO_FIT else "nearest")
    raise KeyError(name)


def named(name: str) -> bool:
    """Whether a rule makes figures of this name."""
    try:
        entry(name)
    except KeyError:
        return False
    return True
