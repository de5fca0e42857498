"""House rules: the defaults of the handbook for both unit habits, and what a crew, a job or an opening says instead."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import field
from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known, Source
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Unit
from jambo.core.stages import Stage

Level = Literal["crew", "job", "opening"]
LEVELS: tuple[Level, ...] = ("crew", "job", "opening")


@dataclass(frozen=True, slots=True)
class Rule:
    """A length the crew may settle once.

    Attributes:
        group: where it is listed.
        label: what it is called, a template over the word list.
        kind: a key of `quantities.limits.KINDS`: what it is the length of.
        inches, mm: its default for each unit habit; the two are habits, not conversions of each other.
        why: the handbook section it comes from, and its reason.
        stage: the stage on which an opening settles its own.
    """

    group: str
    label: str
    kind: str
    inches: str
    mm: str
    why: str
    stage: Stage = "opening"

    def default(self, habit: Unit) -> Length:
        """Give the default of a habit; the two are separate habits, not conversions of each other."""
        return Length.inches(self.inches) if habit == "in" else Length.mm(self.mm)


# Where a rule is listed, in this order
GAPS = "Gaps around the leaf"
ROUGH_OPENING = "Rough opening"
FRAME = "Frame"
OUTSIDE_AND_STEEL = "Outside and steel frames"
POCKET = "Pocket doors"
SLIDER = "Face sliders"
CUTTING_IN = "Cutting into a standing wall"
BYPASS = "Bypass leaves"
SETTING = "Setting the frame"
HANGING = "Hanging and checking"
CASING = "Casing"
WALL = "Wall"
HINGES = "Hinges and latch"
CUTTING = "Saw and stock"
GROUPS = (
    GAPS,
    ROUGH_OPENING,
    FRAME,
    OUTSIDE_AND_STEEL,
    POCKET,
    SLIDER,
    CUTTING_IN,
    BYPASS,
    SETTING,
    HANGING,
    CASING,
    WALL,
    HINGES,
    CUTTING,
)

RULES: dict[str, Rule] = {
    "hinge_gap": Rule(GAPS, "gap at the hinges", "gap", "1/8", "3", "Handbook 4: paint and seasonal movement."),
    "strike_gap": Rule(GAPS, "gap at the {strike}", "gap", "1/8", "3", "Handbook 4: paint and seasonal movement."),
    "meeting_gap": Rule(GAPS, "gap between two leaves", "gap", "1/8", "3", "Handbook 4."),
    "head_gap": Rule(GAPS, "gap at the {head}", "gap", "1/8", "3", "Handbook 4."),
    "floor_gap": Rule(
        GAPS,
        "gap over the floor",
        "gap",
        "1/2",
        "10",
        "Handbook 9: hard floor; less only where it is level.",
        stage="floor",
    ),
    "carpet_gap": Rule(
        GAPS, "gap over the pile of a carpet", "gap", "1/4", "6", "Handbook 9: over the pile.", stage="floor"
    ),
    "air_gap": Rule(
        GAPS,
        "gap a room takes its air through",
        "gap",
        "3/4",
        "20",
        "Handbook 9: or what the ventilation design says.",
        stage="floor",
    ),
    "paint_gap": Rule(GAPS, "smallest gap that survives paint", "gap", "3/32", "2", "Handbook 4: five coats an edge."),
    "leg_thickness": Rule(FRAME, "{leg} thickness", "frame_thickness", "3/4", "19", "Handbook 4: flat jamb."),
    "kit_gap": Rule(
        FRAME, "gap at the legs of a lining kit", "gap", "10/127", "2", "Handbook 4: trench spacing = leaf + 2 x 2 mm."
    ),
    "trench_depth": Rule(FRAME, "trench in the {head} of a lining kit", "small", "50/127", "10", "Handbook 4."),
    "horn": Rule(FRAME, "{head} runs past the trenches by", "small", "0", "0", "Handbook 4."),
    "rabbet_depth": Rule(FRAME, "rabbet that takes the {head}", "small", "1/2", "12", "Handbook 4."),
    "rip_planing": Rule(FRAME, "left on a ripped lining for planing", "small", "10/127", "2", "Handbook 4: saw marks."),
    "level_tolerance": Rule(
        ROUGH_OPENING,
        "{header} and sill level within",
        "gap",
        "1/16",
        "2",
        "Handbook 21: over the opening's whole width.",
    ),
    "switch_least": Rule(WALL, "switch from the opening, at least", "small", "6", "150", "Handbook 6.", stage="frame"),
    "switch_most": Rule(WALL, "switch from the opening, at most", "small", "8", "200", "Handbook 6.", stage="frame"),
    "stop_thickness": Rule(FRAME, "stop thickness", "small", "3/8", "10", "Handbook 22: it narrows the clear width."),
    "zone_clear": Rule(
        FRAME,
        "fixings clear of the {leaf} under the stop by",
        "gap",
        "1/16",
        "1",
        "Handbook 4: hidden behind the stop.",
    ),
    "setback": Rule(CASING, "{casing_step}", "small", "3/16", "5", "Handbook 8.", stage="trim"),
    "casing_overhang": Rule(
        CASING, "butted head {casing} past the leg {casing} by", "small", "0", "0", "Handbook 8.", stage="trim"
    ),
    "casing_cover": Rule(
        CASING, "{casing} covers the {wallboard} by at least", "small", "1/4", "6", "Handbook 8.", stage="trim"
    ),
    "depth_over_wall": Rule(FRAME, "{frame} deeper than the wall by", "small", "1/16", "1", "Handbook 4: planed back."),
    "side_shim": Rule(
        ROUGH_OPENING, "{shim} space, each side", "shim_space", "1/4", "7", "Handbook 5, build-up method."
    ),
    "head_shim": Rule(ROUGH_OPENING, "space over the {head}", "shim_space", "1/4", "6", "Handbook 5, build-up method."),
    "add_width": Rule(ROUGH_OPENING, "added to the {leaf} width", "add", "2", "50", "Handbook 5, add-on method."),
    "add_height": Rule(ROUGH_OPENING, "added to the {leaf} height", "add", "5/2", "65", "Handbook 5, add-on method."),
    "least_side_play": Rule(ROUGH_OPENING, "least side play", "gap", "1/8", "3", "Handbook 5: less is a check."),
    "most_side_play": Rule(
        ROUGH_OPENING, "widest side play before blocks", "shim_space", "1/2", "13", "Handbook 5 and 14."
    ),
    "stud_lean": Rule(
        ROUGH_OPENING, "worst {stud} lean expected", "small", "3/16", "5", "Handbook 5: read it on the worst wall."
    ),
    "lean_margin": Rule(ROUGH_OPENING, "play wanted over the lean", "small", "1/16", "2", "Handbook 5."),
    "plate_thickness": Rule(WALL, "{plate} thickness", "plate", "3/2", "38", "Handbook 6."),
    "stud_thickness": Rule(WALL, "{stud} thickness", "stud", "3/2", "38", "Handbook 6."),
    "stud_depth": Rule(WALL, "{stud} depth", "stud_depth", "7/2", "89", "Handbook 6."),
    "stud_spacing": Rule(WALL, "{stud} spacing", "spacing", "16", "400", "Handbook 6: the wall's own layout."),
    "layout_offset": Rule(WALL, "{stud} layout starts at", "position", "0", "0", "Handbook 6: from the wall end."),
    "header_ply": Rule(WALL, "each ply of a {header}", "stud", "3/2", "38", "Handbook 6.", stage="frame"),
    "header_packing": Rule(
        WALL,
        "packing between the plies of a {header}",
        "small",
        "1/2",
        "12",
        "Handbook 6: it makes two plies as thick as the {stud}s are deep.",
        stage="frame",
    ),
    "cripple_least": Rule(
        WALL, "{cripple}s shorter than this are filled solid", "small", "3", "75", "Handbook 6.", stage="frame"
    ),
    "knob_room": Rule(WALL, "room for a knob at a corner", "small", "3", "75", "Handbook 6."),
    "hinge_top": Rule(HINGES, "{leaf} top to top of the top hinge", "small", "7", "150", "Handbook 7."),
    "hinge_bottom": Rule(HINGES, "{leaf} bottom to bottom of the lowest hinge", "height", "11", "225", "Handbook 7."),
    "hinge_length": Rule(HINGES, "hinge length", "small", "7/2", "100", "Handbook 7."),
    "long_screw": Rule(HINGES, "long screw through a hinge", "small", "3", "75", "Handbook 7."),
    "latch": Rule(HINGES, "latch above the finished floor", "height", "36", "1000", "Handbook 7: 36 in / 900-1050 mm."),
    "sill_gap": Rule(OUTSIDE_AND_STEEL, "gap between {leaf} and sill", "gap", "1/8", "3", "Handbook 12."),
    "weather_gap": Rule(
        OUTSIDE_AND_STEEL,
        "gap at the {strike} of a sealed unit",
        "gap",
        "1/4",
        "6",
        "Handbook 4: weather-sealed outside units.",
    ),
    "seal": Rule(
        OUTSIDE_AND_STEEL, "weather seal, uncompressed", "gap", "1/4", "6", "Handbook 12: set compressed about half."
    ),
    "steel_add_width": Rule(
        OUTSIDE_AND_STEEL,
        "steel frame: opening wider than the {leaf} by",
        "add",
        "2",
        "50",
        "Handbook 20: the maker's sheet wins.",
    ),
    "steel_add_height": Rule(
        OUTSIDE_AND_STEEL,
        "steel frame: opening above {leaf} and floor by",
        "add",
        "1",
        "25",
        "Handbook 20: the maker's sheet wins.",
    ),
    "steel_sheet": Rule(
        OUTSIDE_AND_STEEL, "sheet of a steel frame", "small", "1/16", "3/2", "Handbook 20: folded face."
    ),
    "steel_throat_over": Rule(
        OUTSIDE_AND_STEEL, "throat wider than the wall by at most", "gap", "1/16", "2", "Handbook 20."
    ),
    "steel_foot_screw": Rule(
        OUTSIDE_AND_STEEL, "screw at the foot of a steel frame", "small", "2", "50", "Handbook 20."
    ),
    "screw_embed": Rule(HINGES, "long screw into the {stud} by at least", "small", "1", "25", "Handbook 7 and 8."),
    "pocket_width_add": Rule(
        POCKET,
        "pocket: opening wider than twice the {leaf} by",
        "add",
        "1",
        "25",
        "Handbook 10: the maker's sheet wins.",
    ),
    "pocket_set_above": Rule(POCKET, "pocket: set mark above {leaf} and floor by", "gap", "3/4", "19", "Handbook 10."),
    "pocket_head_stack": Rule(POCKET, "pocket: opening above the set mark by", "add", "3", "76", "Handbook 10."),
    "pocket_min_head": Rule(
        POCKET, "pocket: opening above the {leaf} height by at least", "add", "9/2", "115", "Handbook 10."
    ),
    "pocket_header_add": Rule(
        POCKET,
        "pocket: kit {header} longer than twice the {leaf} by",
        "small",
        "0",
        "0",
        "Handbook 10: brackets take the rest.",
    ),
    "pocket_board": Rule(
        POCKET,
        "board that keeps split {stud}s apart, wide",
        "small",
        "17/8",
        "54",
        "Handbook 10: until the {wallboard} is fixed.",
    ),
    "pocket_track_short": Rule(
        POCKET, "pocket: track shorter than the kit {header} by", "small", "11/8", "35", "Handbook 10."
    ),
    "pocket_rail_short": Rule(
        POCKET, "pocket: rail shorter than the kit {header} by", "small", "0", "0", "Handbook 10: 0 or 2 in."
    ),
    "pocket_bumper": Rule(POCKET, "pocket: bumper behind the {leaf}", "small", "1", "25", "Handbook 10."),
    "pocket_hanger_drop": Rule(
        POCKET, "pocket: {leaf} top below the set mark by", "gap", "1/4", "7", "Handbook 10: the hanger's drop."
    ),
    "pocket_hanger_edge": Rule(POCKET, "hangers from the {leaf}'s edges", "small", "2", "50", "Handbook 10."),
    "pocket_jamb_gap": Rule(POCKET, "pocket: least gap each side of the {leaf}", "gap", "3/16", "5", "Handbook 10."),
    "pocket_head_lap": Rule(
        POCKET,
        "pocket: split {head} hangs below the {leaf} top by",
        "gap",
        "1/4",
        "6",
        "Handbook 10: hides the hangers.",
    ),
    "split_stud": Rule(POCKET, "split {stud} face thickness", "small", "3/4", "19", "Handbook 10."),
    "split_space": Rule(POCKET, "split {stud}s apart at most, wide leaves", "spacing", "16", "400", "Handbook 10."),
    "split_leaf": Rule(
        POCKET, "widest {leaf} for two pairs of split {stud}s", "leaf_width", "36", "915", "Handbook 10."
    ),
    "finish_fixing_keep": Rule(POCKET, "wall fixings stop short of the pocket by", "gap", "1/8", "3", "Handbook 10."),
    "bumper_height": Rule(POCKET, "bumper above the finished floor", "height", "40", "1000", "Handbook 10."),
    "foot_plate": Rule(POCKET, "foot plate of a split {stud}", "small", "1/8", "3", "Handbook 10."),
    "concrete_embed": Rule(POCKET, "fixing into concrete by", "small", "1", "25", "Handbook 10."),
    "wood_embed": Rule(SLIDER, "fixing into wood by", "small", "3/2", "38", "Handbook 11."),
    "side_overlap": Rule(SLIDER, "slab over the opening's sides by", "small", "2", "50", "Handbook 11."),
    "top_overlap": Rule(SLIDER, "slab over the opening's top by", "small", "2", "50", "Handbook 11: 1-1/2 to 2 in."),
    "open_clearance": Rule(
        SLIDER, "open slab past the opening's edge by", "small", "0", "0", "Handbook 11: a pull may ask more."
    ),
    "hole_above_slab": Rule(
        SLIDER, "track holes above the slab", "small", "5/4", "32", "Handbook 11: hold the hanger on the slab."
    ),
    "hanger_edge": Rule(
        SLIDER, "slider hangers from the slab's edges", "small", "3", "75", "Handbook 11: from the sheet."
    ),
    "wheel_radius": Rule(SLIDER, "wheel radius", "small", "3/2", "38", "Handbook 11: from the sheet."),
    "stop_length": Rule(SLIDER, "stop on the track", "small", "1", "25", "Handbook 11: from the sheet."),
    "track_half": Rule(SLIDER, "half the track's height", "small", "1", "25", "Handbook 11: from the sheet."),
    "lift_on": Rule(SLIDER, "over the track: lift on and anti-jump", "small", "5/4", "32", "Handbook 11."),
    "track_offset": Rule(
        SLIDER, "track's wall side to the slab's back", "small", "1/2", "12", "Handbook 11: from the sheet."
    ),
    "track_spacer": Rule(SLIDER, "spacer behind the track", "small", "0", "0", "Handbook 11."),
    "standoff_clear": Rule(SLIDER, "slab clear of trim and wall by", "gap", "1/8", "3", "Handbook 11."),
    "track_hole_first": Rule(SLIDER, "track end to its first hole", "small", "2", "50", "Handbook 11: from the sheet."),
    "track_hole_spacing": Rule(SLIDER, "track holes apart", "spacing", "16", "400", "Handbook 11: from the sheet."),
    "hole_on_stud": Rule(SLIDER, "hole off the {stud}'s centre by at most", "gap", "1/4", "6", "Handbook 11."),
    "hole_apart": Rule(SLIDER, "new hole from another hole or the end by", "small", "3/2", "38", "Handbook 11."),
    "fix_every": Rule(SLIDER, "a {stud} fixing at least every", "spacing", "24", "600", "Handbook 11."),
    "fix_end": Rule(SLIDER, "a {stud} fixing from each end within", "small", "12", "300", "Handbook 11."),
    "guide_length": Rule(SLIDER, "floor guide length", "small", "3/2", "38", "Handbook 11."),
    "guide_thickness": Rule(SLIDER, "floor guide thickness", "small", "1/4", "6", "Handbook 11."),
    "guide_height": Rule(SLIDER, "floor guide height", "small", "3/4", "20", "Handbook 11."),
    "groove_play": Rule(SLIDER, "groove wider than the guide by", "gap", "1/16", "2", "Handbook 11: 1/16 to 1/8 in."),
    "groove_extra": Rule(SLIDER, "groove deeper than the guide reaches by", "gap", "1/8", "3", "Handbook 11."),
    "groove_pass": Rule(SLIDER, "deepest pass of the router", "gap", "1/4", "6", "Handbook 11."),
    "pull_height": Rule(SLIDER, "pull above the finished floor", "height", "36", "1000", "Handbook 11."),
    "bypass_overlap": Rule(BYPASS, "bypass leaves overlap", "small", "1", "25", "Handbook 11."),
    "bypass_track": Rule(BYPASS, "bypass track and hangers", "small", "3/2", "38", "Handbook 11."),
    "plumb_tolerance": Rule(SETTING, "{leg} out of plumb at most, over its length", "gap", "1/16", "2", "Handbook 14."),
    "shim_tip": Rule(SETTING, "{shim} thickness at its tip", "gap", "1/32", "1", "Handbook 14: measure the bundle."),
    "shim_butt": Rule(SETTING, "{shim} thickness at its butt", "gap", "5/16", "8", "Handbook 14."),
    "shim_length": Rule(SETTING, "{shim} length", "shim_length", "8", "200", "Handbook 14."),
    "block_over": Rule(
        SETTING, "play beside a {leg} that is blocked first, over", "shim_space", "5/8", "15", "Handbook 14."
    ),
    "block_leaves": Rule(
        SETTING, "left between blocks and {leg}, at least", "gap", "1/4", "6", "Handbook 14: for {shim}s."
    ),
    "squeeze": Rule(SETTING, "{shim}s set strong by", "gap", "1/32", "1/2", "Handbook 14: a fixing squeezes them."),
    "straight": Rule(SETTING, "{leg} straight within", "gap", "1/32", "1", "Handbook 14: between stations."),
    "latch_station": Rule(SETTING, "{shim}s above and below the latch by", "small", "3", "75", "Handbook 14."),
    "foot_station": Rule(SETTING, "{shim}s at the {strike} foot, above the floor", "small", "4", "100", "Handbook 14."),
    "leaf_trim_most": Rule(
        HANGING, "{leaf} trimmed at the bottom by at most", "gap", "1/2", "12", "Handbook 9: hollow leaves."
    ),
    "leaf_trim_solid": Rule(HANGING, "solid {leaf} trimmed at the bottom by at most", "gap", "1", "25", "Handbook 15."),
    "floor_gap_least": Rule(
        HANGING, "least gap over the floor anywhere on the swing", "gap", "1/4", "5", "Handbook 9 and 18."
    ),
    "head_play_least": Rule(
        SETTING, "least play over the {head}", "gap", "1/16", "2", "Handbook 15: the rest may be used up."
    ),
    "carpet_gap_least": Rule(HANGING, "least gap over the pile of a carpet", "gap", "1/8", "3", "Handbook 9 and 18."),
    "air_gap_least": Rule(HANGING, "least gap a room takes its air through", "gap", "1/2", "12", "Handbook 9 and 18."),
    "lean_split": Rule(SETTING, "wall lean that is split, above", "gap", "1/4", "6", "Handbook 16."),
    "casing_hides": Rule(SETTING, "{casing} hides a step of at most", "gap", "3/16", "5", "Handbook 16.", stage="trim"),
    "gap_tolerance": Rule(HANGING, "gaps good within", "gap", "1/32", "1", "Handbook 19."),
    "move_most": Rule(
        HANGING, "largest move after setting", "gap", "1/4", "6", "Handbook 19: more is a set frame gone wrong."
    ),
    "king_filler": Rule(
        CUTTING_IN,
        "filler between a standing {stud} and the {jack} at most",
        "small",
        "3/4",
        "19",
        "Handbook 6: it serves as {king}.",
    ),
    "service_clear": Rule(
        CUTTING_IN, "hole clear of wires and pipes by", "small", "2", "50", "Handbook 6: keeps clear of services."
    ),
    "saw_kerf": Rule(CUTTING, "lost at every saw cut", "gap", "1/8", "3", "Handbook 28.", stage="frame"),
    "squaring_cut": Rule(
        CUTTING, "taken off a stick to square its end", "gap", "1/4", "5", "Handbook 28.", stage="frame"
    ),
    "offcut_least": Rule(
        CUTTING,
        "shortest offcut worth keeping",
        "cut",
        "24",
        "600",
        "Handbook 28: shorter ends are waste.",
        stage="frame",
    ),
    "joints_apart": Rule(
        CUTTING, "joints of two top {plate}s apart by", "spacing", "48", "1200", "Handbook 28.", stage="frame"
    ),
    "bypass_between": Rule(BYPASS, "between bypass leaves", "gap", "1/4", "6", "Handbook 11: they must pass."),
}


def _default(name: str, habit: Unit) -> Known:
    return Known(name, RULES[name].default(habit), Source("house rule", f"rules.job.{name}", "default"))


_HABITS: tuple[Unit, ...] = ("in", "mm")
_DEFAULTS = {habit: {name: _default(name, habit) for name in RULES} for habit in _HABITS}


@dataclass(frozen=True, slots=True)
class HouseRules:
    """The rules in force: defaults of a habit under what crew, job and opening have settled, nearest wins.

    `settled` maps a level to its lengths by rule name; `counts` and `choices` are resolved the same way by
    whoever reads them, so that only lengths live here.
    """

    habit: Unit = "in"
    settled: Mapping[Level, Mapping[str, Length]] = field(default_factory=dict)
    _found: dict[str, Known] = field(default_factory=dict, init=False, repr=False, compare=False)

    def known(self, name: str) -> Known:
        """Give a rule's value as a term for a sum, saying which level it came from. Raises KeyError if unknown."""
        if not self._found:
            self._found.update(_DEFAULTS[self.habit])
            for level in LEVELS:
                for rule, value in self.settled.get(level, {}).items():
                    path = f"opening.rules.{rule}" if level == "opening" else f"rules.{level}.{rule}"
                    self._found[rule] = Known(rule, value, Source("house rule", path, level))
        return self._found[name]

    def value(self, name: str) -> Length:
        """Give a rule's length."""
        return self.known(name).value
