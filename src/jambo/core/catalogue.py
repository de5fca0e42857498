"""Every figure and fact by name: what a slip calls it, its handbook symbol, and how it is rounded when shown.

Rounding (TRADE, opening paragraphs): an opening rounds up, a clearance that must be kept rounds up, a part that
must fit inside something rounds down, anything else to the nearest mark.
"""

from __future__ import annotations

from dataclasses import dataclass

from jambo.core.tape import Rounding


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
}
"""Figures with a fixed name. Numbered ones (hinge_1_leaf, mark_king_1_near) are named by `label_of`."""

FACTS: dict[str, str] = {
    "leaf_width": "{leaf} width",
    "leaf_height": "{leaf} height",
    "leaf_thickness": "{leaf} thickness",
    "leg_thickness": "{leg} thickness",
    "spacer": "spacer under the {leg}s",
    "layer": "floor layer",
    "bare_floor": "bare floor",
    "tape_start": "the tape starts here",
    "floor_a_stack": "floor on side A",
    "floor_b_stack": "floor on side B",
    "strip": "threshold strip",
    "wall_height": "wall height to the top plates",
    "wall_length": "wall length",
    "header_depth": "{header} depth",
    "position": "opening position along the wall",
    "other_leaf_width": "inactive {leaf} width",
    "other_leaf_height": "inactive {leaf} height",
    "other_leaf_thickness": "inactive {leaf} thickness",
    "wall_least": "thinnest wall the split jamb takes",
    "wall_most": "thickest wall the split jamb takes",
    "casing_width": "{casing} width",
    "finish_a": "wall finish on side A",
    "finish_b": "wall finish on side B",
    "layout_offset": "stud layout starts at",
}

_NUMBERED: tuple[tuple[str, str], ...] = (
    ("hinge_leaf_", "hinge {n}, {leaf} top to hinge top"),
    ("hinge_leg_", "hinge {n} on the {leg}, from the {head} underside"),
    ("hinge_height_", "hinge {n} top above the rough floor"),
    ("mark_king_near_", "{king} line, near side {n}"),
    ("mark_king_far_", "{king} line, far side {n}"),
    ("mark_jack_near_", "{jack} line, near side {n}"),
    ("mark_jack_far_", "{jack} line, far side {n}"),
    ("mark_common_", "layout {stud} {n}"),
)
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
            return Entry(label.replace("{n}", name[len(start) :]))
    raise KeyError(name)
