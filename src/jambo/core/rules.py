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


class RuleName(str):
    """The name of a house rule, a length the crew may settle once; it is its own key in every published format.

    Attributes:
        group: where it is listed.
        label: what it is called, a template over the word list.
        kind: a key of `quantities.limits.KINDS`: what it is the length of.
        inches, mm: its default for each unit habit; the two are habits, not conversions of each other.
        why: the handbook section it comes from, and its reason.
        stage: the stage on which an opening settles its own.
    """

    __slots__ = ("group", "inches", "kind", "label", "mm", "stage", "why")
    group: str
    label: str
    kind: str
    inches: str
    mm: str
    why: str
    stage: Stage

    def default(self, habit: Unit) -> Length:
        """Give the default of a habit; the two are separate habits, not conversions of each other."""
        return Length.inches(self.inches) if habit == "in" else Length.mm(self.mm)


RULES: dict[str, RuleName] = {}


def rule(
    name: str, group: str, label: str, kind: str, inches: str, mm: str, why: str, *, stage: Stage = "opening"
) -> RuleName:
    """Declare a house rule. See `RuleName` for the arguments."""
    made = RULES[name] = RuleName(name)
    made.group, made.label, made.kind, made.inches, made.mm, made.why, made.stage = (
        group,
        label,
        kind,
        inches,
        mm,
        why,
        stage,
    )
    return made


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

# fmt: off
HINGE_GAP = rule("hinge_gap", GAPS, "gap at the hinges", "gap", "1/8", "3", "Handbook 4: paint and seasonal movement.")
STRIKE_GAP = rule("strike_gap", GAPS, "gap at the {strike}", "gap", "1/8", "3", "Handbook 4: paint and seasonal movement.")
MEETING_GAP = rule("meeting_gap", GAPS, "gap between two leaves", "gap", "1/8", "3", "Handbook 4.")
HEAD_GAP = rule("head_gap", GAPS, "gap at the {head}", "gap", "1/8", "3", "Handbook 4.")
FLOOR_GAP = rule("floor_gap", GAPS, "gap over the floor", "gap", "1/2", "10", "Handbook 9: hard floor; less only where it is level.", stage="floor")
FLOOR_GAP_MOST = rule("floor_gap_most", GAPS, "greatest gap over a hard floor", "gap", "1", "25", "Handbook 6: unless a room takes its air there.", stage="floor")
CARPET_GAP = rule("carpet_gap", GAPS, "gap over the pile of a carpet", "gap", "1/4", "6", "Handbook 9: over the pile.", stage="floor")
AIR_GAP = rule("air_gap", GAPS, "gap a room takes its air through", "gap", "3/4", "20", "Handbook 9: or what the ventilation design says.", stage="floor")
PAINT_GAP = rule("paint_gap", GAPS, "smallest gap that survives paint", "gap", "3/32", "2", "Handbook 4: five coats an edge.")
LEG_THICKNESS = rule("leg_thickness", FRAME, "{leg} thickness", "frame_thickness", "3/4", "19", "Handbook 4: flat jamb.")
SOLID_THICKNESS = rule("solid_thickness", FRAME, "{leg} thickness, worked from the solid", "frame_thickness", "5/4", "30", "Handbook 4: the stock, with the rebate in it.")
LEAF_REBATE = rule("leaf_rebate", FRAME, "rebate that takes the {leaf}", "small", "1/2", "12", "Handbook 4: what stands behind the leaf is the stock less this.")
KIT_GAP = rule("kit_gap", FRAME, "gap at the legs of a lining kit", "gap", "10/127", "2", "Handbook 4: trench spacing = leaf + 2 x 2 mm.")
TRENCH_DEPTH = rule("trench_depth", FRAME, "trench in the {head} of a lining kit", "small", "50/127", "10", "Handbook 4.")
HORN = rule("horn", FRAME, "{head} runs past the trenches by", "small", "0", "0", "Handbook 4.")
RABBET_DEPTH = rule("rabbet_depth", FRAME, "head joint: how far the {head} is let into the {leg}s", "small", "1/2", "12", "Handbook 4.")
RIP_PLANING = rule("rip_planing", FRAME, "left on a ripped lining for planing", "small", "10/127", "2", "Handbook 4: saw marks.")
LEVEL_TOLERANCE = rule("level_tolerance", ROUGH_OPENING, "{header} and sill level within", "gap", "1/16", "2", "Handbook 21: over the opening's whole width.")
SWITCH_LEAST = rule("switch_least", WALL, "switch from the opening, at least", "small", "6", "150", "Handbook 6.", stage="frame")
SWITCH_MOST = rule("switch_most", WALL, "switch from the opening, at most", "small", "8", "200", "Handbook 6.", stage="frame")
STOP_THICKNESS = rule("stop_thickness", FRAME, "stop thickness", "small", "3/8", "10", "Handbook 22: it narrows the clear width.")
ZONE_CLEAR = rule("zone_clear", FRAME, "fixings clear of the {leaf} under the stop by", "gap", "1/16", "1", "Handbook 4: hidden behind the stop.")
SETBACK = rule("setback", CASING, "{casing_step}", "small", "3/16", "5", "Handbook 8.", stage="trim")
CASING_OVERHANG = rule("casing_overhang", CASING, "butted head {casing} past the leg {casing} by", "small", "0", "0", "Handbook 8.", stage="trim")
CASING_COVER = rule("casing_cover", CASING, "{casing} covers the {wallboard} by at least", "small", "1/4", "6", "Handbook 8.", stage="trim")
CASING_NAIL_EVERY = rule("casing_nail_every", CASING, "{long_nails} of the {casing} at least every", "spacing", "16", "400", "Handbook 8.", stage="trim")
DEPTH_OVER_WALL = rule("depth_over_wall", FRAME, "{frame} deeper than the wall by", "small", "1/16", "1", "Handbook 4: planed back.")
SIDE_SHIM = rule("side_shim", ROUGH_OPENING, "{shim} space, each side", "shim_space", "1/4", "7", "Handbook 5, build-up method.")
HEAD_SHIM = rule("head_shim", ROUGH_OPENING, "space over the {head}", "shim_space", "1/4", "6", "Handbook 5, build-up method.")
ADD_WIDTH = rule("add_width", ROUGH_OPENING, "added to the {leaf} width", "add", "2", "50", "Handbook 5, add-on method.")
ADD_HEIGHT = rule("add_height", ROUGH_OPENING, "added to the {leaf} height", "add", "5/2", "65", "Handbook 5, add-on method.")
LEAST_SIDE_PLAY = rule("least_side_play", ROUGH_OPENING, "least side play", "gap", "1/8", "3", "Handbook 5: less is a check.")
MOST_SIDE_PLAY = rule("most_side_play", ROUGH_OPENING, "widest side play before blocks", "shim_space", "1/2", "13", "Handbook 5 and 14.")
STUD_LEAN = rule("stud_lean", ROUGH_OPENING, "worst {stud} lean expected", "small", "3/16", "5", "Handbook 5: read it on the worst wall.")
LEAN_MARGIN = rule("lean_margin", ROUGH_OPENING, "play wanted over the lean", "small", "1/16", "2", "Handbook 5.")
PLATE_THICKNESS = rule("plate_thickness", WALL, "{plate} thickness", "plate", "3/2", "38", "Handbook 6.")
STUD_THICKNESS = rule("stud_thickness", WALL, "{stud} thickness", "stud", "3/2", "38", "Handbook 6.")
STUD_DEPTH = rule("stud_depth", WALL, "{stud} depth", "stud_depth", "7/2", "89", "Handbook 6.")
STEEL_STUD = rule("steel_stud", WALL, "steel {stud} thickness, its flange", "stud", "5/4", "35", "Handbook 6: where nobody said it of a wall of steel.")
STEEL_DEPTH = rule("steel_depth", WALL, "steel {stud} depth", "stud_depth", "29/8", "92", "Handbook 6: where nobody said it of a wall of steel.")
STEEL_TRACK = rule("steel_track", WALL, "thickness of a steel wall's tracks", "plate", "1/32", "1", "Handbook 6: where nobody said it of a wall of steel.")
STUD_SPACING = rule("stud_spacing", WALL, "{stud} spacing", "spacing", "16", "400", "Handbook 6: the wall's own layout.")
LAYOUT_OFFSET = rule("layout_offset", WALL, "{stud} layout starts at", "position", "0", "0", "Handbook 6: from the wall end.")
HEADER_PLY = rule("header_ply", WALL, "each ply of a {header}", "stud", "3/2", "38", "Handbook 6.", stage="frame")
HEADER_PACKING = rule("header_packing", WALL, "packing between the plies of a {header}", "small", "1/2", "12", "Handbook 6: it makes two plies as thick as the {stud}s are deep.", stage="frame")
CRIPPLE_LEAST = rule("cripple_least", WALL, "{cripple}s shorter than this are filled solid", "small", "3", "75", "Handbook 6.", stage="frame")
KNOB_ROOM = rule("knob_room", WALL, "room for a knob at a corner", "small", "3", "75", "Handbook 6.")
HINGE_THIRD_OVER = rule("hinge_third_over", HINGES, "third hinge on a {leaf} higher than", "height", "60", "1525", "Handbook 7.")
HINGE_FOURTH_OVER = rule("hinge_fourth_over", HINGES, "fourth hinge on a {leaf} higher than", "height", "90", "2287", "Handbook 7: many hang 2340 mm on three.")
HINGE_FIFTH_OVER = rule("hinge_fifth_over", HINGES, "fifth hinge on a {leaf} higher than", "height", "120", "3049", "Handbook 7.")
HINGE_TOP = rule("hinge_top", HINGES, "{leaf} top to top of the top hinge", "small", "7", "150", "Handbook 7.")
HINGE_BOTTOM = rule("hinge_bottom", HINGES, "{leaf} bottom to bottom of the lowest hinge", "height", "11", "225", "Handbook 7.")
HINGE_LENGTH = rule("hinge_length", HINGES, "hinge length", "small", "7/2", "100", "Handbook 7.")
LONG_SCREW = rule("long_screw", HINGES, "long screw through a hinge", "small", "3", "75", "Handbook 7.")
LATCH = rule("latch", HINGES, "latch above the finished floor", "height", "36", "1000", "Handbook 7: 36 in / 900-1050 mm.")
SILL_LEAST = rule("sill_least", OUTSIDE_AND_STEEL, "site-made sill at least so thick", "small", "3/4", "19", "Handbook 12: what may be taken off it before a {leaf} is trimmed.")
SILL_GAP = rule("sill_gap", OUTSIDE_AND_STEEL, "gap between {leaf} and sill", "gap", "1/8", "3", "Handbook 12.")
WEATHER_GAP = rule("weather_gap", OUTSIDE_AND_STEEL, "gap at the {strike} of a sealed unit", "gap", "1/4", "6", "Handbook 4: weather-sealed outside units.")
SEAL = rule("seal", OUTSIDE_AND_STEEL, "weather seal, uncompressed", "gap", "1/4", "6", "Handbook 12: set compressed about half.")
STEEL_ADD_WIDTH = rule("steel_add_width", OUTSIDE_AND_STEEL, "steel frame: opening wider than the nominal one by", "add", "2", "50", "Handbook 20: the maker's sheet wins.")
STEEL_ADD_HEIGHT = rule("steel_add_height", OUTSIDE_AND_STEEL, "steel frame: opening higher than the nominal one by", "add", "1", "25", "Handbook 20: the maker's sheet wins.")
STEEL_LEAF_WIDTH = rule("steel_leaf_width", OUTSIDE_AND_STEEL, "steel frame: {leaf} narrower than its nominal opening by", "gap", "1/4", "6", "Handbook 20: the {leaf} is net.")
STEEL_LEAF_HEIGHT = rule("steel_leaf_height", OUTSIDE_AND_STEEL, "steel frame: {leaf} lower than its nominal opening by", "gap", "3/4", "19", "Handbook 20: the {leaf} is net.")
STEEL_SHEET = rule("steel_sheet", OUTSIDE_AND_STEEL, "sheet of a steel frame", "small", "1/16", "3/2", "Handbook 20: folded face.")
STEEL_THROAT_OVER = rule("steel_throat_over", OUTSIDE_AND_STEEL, "throat wider than the wall by at most", "gap", "1/16", "2", "Handbook 20.")
STEEL_FOOT_SCREW = rule("steel_foot_screw", OUTSIDE_AND_STEEL, "screw at the foot of a steel frame", "small", "2", "50", "Handbook 20.")
SCREW_EMBED = rule("screw_embed", HINGES, "long screw into the {stud} by at least", "small", "1", "25", "Handbook 7 and 8.")
POCKET_WIDTH_ADD = rule("pocket_width_add", POCKET, "pocket: opening wider than twice the {leaf} by", "add", "1", "25", "Handbook 10: the maker's sheet wins.")
POCKET_SET_ABOVE = rule("pocket_set_above", POCKET, "pocket: set mark above {leaf} and floor by", "gap", "3/4", "19", "Handbook 10.")
POCKET_HEAD_STACK = rule("pocket_head_stack", POCKET, "pocket: opening above the set mark by", "add", "3", "76", "Handbook 10.")
POCKET_MIN_HEAD = rule("pocket_min_head", POCKET, "pocket: opening above the {leaf} height by at least", "add", "9/2", "115", "Handbook 10.")
POCKET_HEADER_ADD = rule("pocket_header_add", POCKET, "pocket: kit {header} longer than twice the {leaf} by", "small", "0", "0", "Handbook 10: brackets take the rest.")
POCKET_BOARD = rule("pocket_board", POCKET, "board that keeps split {stud}s apart, wide", "small", "17/8", "54", "Handbook 10: until the {wallboard} is fixed.")
POCKET_TRACK_SHORT = rule("pocket_track_short", POCKET, "pocket: track shorter than the kit {header} by", "small", "11/8", "35", "Handbook 10.")
POCKET_RAIL_SHORT = rule("pocket_rail_short", POCKET, "pocket: rail shorter than the kit {header} by", "small", "0", "0", "Handbook 10: 0 or 2 in.")
POCKET_BUMPER = rule("pocket_bumper", POCKET, "pocket: bumper behind the {leaf}", "small", "1", "25", "Handbook 10.")
POCKET_HANGER_DROP = rule("pocket_hanger_drop", POCKET, "pocket: {leaf} top below the set mark by", "gap", "1/4", "7", "Handbook 10: the hanger's drop.")
POCKET_FLOOR_THICK = rule("pocket_floor_thick", POCKET, "floor from which a kit's split {stud}s are measured", "layer", "1", "25", "Handbook 10.")
POCKET_HANGER_EDGE = rule("pocket_hanger_edge", POCKET, "hangers from the {leaf}'s edges", "small", "2", "50", "Handbook 10.")
POCKET_JAMB_GAP = rule("pocket_jamb_gap", POCKET, "pocket: least gap each side of the {leaf}", "gap", "3/16", "5", "Handbook 10.")
POCKET_HEAD_LAP = rule("pocket_head_lap", POCKET, "pocket: split {head} hangs below the {leaf} top by", "gap", "1/4", "6", "Handbook 10: hides the hangers.")
SPLIT_STUD = rule("split_stud", POCKET, "split {stud} face thickness", "small", "3/4", "19", "Handbook 10.")
SPLIT_SPACE = rule("split_space", POCKET, "split {stud}s apart at most, wide leaves", "spacing", "16", "400", "Handbook 10.")
SPLIT_LEAF = rule("split_leaf", POCKET, "widest {leaf} for two pairs of split {stud}s", "leaf_width", "36", "915", "Handbook 10.")
FINISH_FIXING_KEEP = rule("finish_fixing_keep", POCKET, "wall fixings stop short of the pocket by", "gap", "1/8", "3", "Handbook 10.")
BUMPER_HEIGHT = rule("bumper_height", POCKET, "bumper above the finished floor", "height", "40", "1000", "Handbook 10.")
FOOT_PLATE = rule("foot_plate", POCKET, "foot plate of a split {stud}", "small", "1/8", "3", "Handbook 10.")
CONCRETE_EMBED = rule("concrete_embed", POCKET, "fixing into concrete by", "small", "1", "25", "Handbook 10.")
WOOD_EMBED = rule("wood_embed", SLIDER, "fixing into wood by", "small", "3/2", "38", "Handbook 11.")
SIDE_OVERLAP = rule("side_overlap", SLIDER, "slab over the opening's sides by", "small", "2", "50", "Handbook 11.")
TOP_OVERLAP = rule("top_overlap", SLIDER, "slab over the opening's top by", "small", "2", "50", "Handbook 11: 1-1/2 to 2 in.")
OPEN_CLEARANCE = rule("open_clearance", SLIDER, "open slab past the opening's edge by", "small", "0", "0", "Handbook 11: a pull may ask more.")
HOLE_ABOVE_SLAB = rule("hole_above_slab", SLIDER, "track holes above the slab", "small", "5/4", "32", "Handbook 11: hold the hanger on the slab.")
HANGER_EDGE = rule("hanger_edge", SLIDER, "slider hangers from the slab's edges", "small", "3", "75", "Handbook 11: from the sheet.")
WHEEL_RADIUS = rule("wheel_radius", SLIDER, "wheel radius", "small", "3/2", "38", "Handbook 11: from the sheet.")
STOP_LENGTH = rule("stop_length", SLIDER, "stop on the track", "small", "1", "25", "Handbook 11: from the sheet.")
TRACK_HALF = rule("track_half", SLIDER, "half the track's height", "small", "1", "25", "Handbook 11: from the sheet.")
LIFT_ON = rule("lift_on", SLIDER, "over the track: lift on and anti-jump", "small", "5/4", "32", "Handbook 11.")
TRACK_BAR = rule("track_bar", SLIDER, "track's own thickness where its fixings go through", "small", "1/4", "6", "Handbook 11: from the sheet.")
BACKER_HEIGHT = rule("backer_height", SLIDER, "{backer} height", "small", "4", "100", "Handbook 11.")
BACKER_PAST = rule("backer_past", SLIDER, "{backer} past the track's ends by", "small", "1", "25", "Handbook 11: hides the ends.")
PULL_INSET = rule("pull_inset", SLIDER, "pull from the slab's closing edge", "small", "5/2", "60", "Handbook 11.")
TRACK_OFFSET = rule("track_offset", SLIDER, "track's wall side to the slab's back", "small", "1/2", "12", "Handbook 11: from the sheet.")
TRACK_SPACER = rule("track_spacer", SLIDER, "spacer behind the track", "small", "0", "0", "Handbook 11.")
STANDOFF_CLEAR = rule("standoff_clear", SLIDER, "slab clear of trim and wall by", "gap", "1/8", "3", "Handbook 11.")
TRACK_HOLE_FIRST = rule("track_hole_first", SLIDER, "track end to its first hole", "small", "2", "50", "Handbook 11: from the sheet.")
TRACK_HOLE_SPACING = rule("track_hole_spacing", SLIDER, "track holes apart", "spacing", "16", "400", "Handbook 11: from the sheet.")
HOLE_ON_STUD = rule("hole_on_stud", SLIDER, "hole off the {stud}'s centre by at most", "gap", "1/4", "6", "Handbook 11.")
HOLE_APART = rule("hole_apart", SLIDER, "new hole from another hole or the end by", "small", "3/2", "38", "Handbook 11.")
FIX_EVERY = rule("fix_every", SLIDER, "a {stud} fixing at least every", "spacing", "24", "600", "Handbook 11.")
FIX_END = rule("fix_end", SLIDER, "a {stud} fixing from each end within", "small", "12", "300", "Handbook 11.")
GUIDE_LENGTH = rule("guide_length", SLIDER, "floor guide length", "small", "3/2", "38", "Handbook 11.")
GUIDE_THICKNESS = rule("guide_thickness", SLIDER, "floor guide thickness", "small", "1/4", "6", "Handbook 11.")
GUIDE_HEIGHT = rule("guide_height", SLIDER, "floor guide height", "small", "3/4", "20", "Handbook 11.")
GROOVE_PLAY = rule("groove_play", SLIDER, "groove wider than the guide by", "gap", "1/16", "2", "Handbook 11: 1/16 to 1/8 in.")
GROOVE_EXTRA = rule("groove_extra", SLIDER, "groove deeper than the guide reaches by", "gap", "1/8", "3", "Handbook 11.")
GROOVE_PASS = rule("groove_pass", SLIDER, "deepest pass of the router", "gap", "1/4", "6", "Handbook 11.")
PULL_HEIGHT = rule("pull_height", SLIDER, "pull above the finished floor", "height", "36", "1000", "Handbook 11.")
BYPASS_OVERLAP = rule("bypass_overlap", BYPASS, "bypass leaves overlap", "small", "1", "25", "Handbook 11.")
BYPASS_TRACK = rule("bypass_track", BYPASS, "bypass track and hangers", "small", "3/2", "38", "Handbook 11.")
PLUMB_TOLERANCE = rule("plumb_tolerance", SETTING, "{leg} out of plumb at most, over its length", "gap", "1/16", "2", "Handbook 14.")
SHIM_TIP = rule("shim_tip", SETTING, "{shim} thickness at its tip", "gap", "1/32", "1", "Handbook 14: measure the bundle.")
SHIM_BUTT = rule("shim_butt", SETTING, "{shim} thickness at its butt", "gap", "5/16", "8", "Handbook 14.")
SHIM_LENGTH = rule("shim_length", SETTING, "{shim} length", "shim_length", "8", "200", "Handbook 14.")
BLOCK_OVER = rule("block_over", SETTING, "play beside a {leg} that is blocked first, over", "shim_space", "5/8", "15", "Handbook 14.")
BLOCK_LEAVES = rule("block_leaves", SETTING, "left between blocks and {leg}, at least", "gap", "1/4", "6", "Handbook 14: for {shim}s.")
SQUEEZE = rule("squeeze", SETTING, "{shim}s set strong by", "gap", "1/32", "1/2", "Handbook 14: a fixing squeezes them.")
STRAIGHT = rule("straight", SETTING, "{leg} straight within", "gap", "1/32", "1", "Handbook 14: between stations.")
LATCH_STATION = rule("latch_station", SETTING, "{shim}s above and below the latch by", "small", "3", "75", "Handbook 14.")
FOOT_STATION = rule("foot_station", SETTING, "{shim}s at the {strike} foot, above the floor", "small", "4", "100", "Handbook 14.")
LEAF_TRIM_MOST = rule("leaf_trim_most", HANGING, "{leaf} trimmed at the bottom by at most", "gap", "1/2", "12", "Handbook 9: hollow leaves.")
LEAF_TRIM_SOLID = rule("leaf_trim_solid", HANGING, "solid {leaf} trimmed at the bottom by at most", "gap", "1", "25", "Handbook 15.")
FLOOR_GAP_LEAST = rule("floor_gap_least", HANGING, "least gap over the floor anywhere on the swing", "gap", "1/4", "5", "Handbook 9 and 18.")
HEAD_PLAY_LEAST = rule("head_play_least", SETTING, "least play over the {head}", "gap", "1/16", "2", "Handbook 15: the rest may be used up.")
CARPET_GAP_LEAST = rule("carpet_gap_least", HANGING, "least gap over the pile of a carpet", "gap", "1/8", "3", "Handbook 9 and 18.")
AIR_GAP_LEAST = rule("air_gap_least", HANGING, "least gap a room takes its air through", "gap", "1/2", "12", "Handbook 9 and 18.")
LEAN_SPLIT = rule("lean_split", SETTING, "wall lean that is split, above", "gap", "1/4", "6", "Handbook 16.")
CASING_HIDES = rule("casing_hides", SETTING, "{casing} hides a step of at most", "gap", "3/16", "5", "Handbook 16.", stage="trim")
GAP_TOLERANCE = rule("gap_tolerance", HANGING, "gaps good within", "gap", "1/32", "1", "Handbook 19.")
MOVE_MOST = rule("move_most", HANGING, "largest move after setting", "gap", "1/4", "6", "Handbook 19: more is a set frame gone wrong.")
KING_FILLER = rule("king_filler", CUTTING_IN, "filler between a standing {stud} and the {jack} at most", "small", "3/4", "19", "Handbook 6: it serves as {king}.")
SERVICE_CLEAR = rule("service_clear", CUTTING_IN, "hole clear of wires and pipes by", "small", "2", "50", "Handbook 6: keeps clear of services.")
SAW_KERF = rule("saw_kerf", CUTTING, "lost at every saw cut", "gap", "1/8", "3", "Handbook 28.", stage="frame")
SQUARING_CUT = rule("squaring_cut", CUTTING, "taken off a stick to square its end", "gap", "1/4", "5", "Handbook 28.", stage="frame")
OFFCUT_LEAST = rule("offcut_least", CUTTING, "shortest offcut worth keeping", "cut", "24", "600", "Handbook 28: shorter ends are waste.", stage="frame")
JOINTS_APART = rule("joints_apart", CUTTING, "joints of two top {plate}s apart by", "spacing", "48", "1200", "Handbook 28.", stage="frame")
BYPASS_BETWEEN = rule("bypass_between", BYPASS, "between bypass leaves", "gap", "1/4", "6", "Handbook 11: they must pass.")
# fmt: on


def _default(name: RuleName, habit: Unit) -> Known:
    return Known(name, name.default(habit), Source("house rule", f"rules.job.{name}", "default"))


_HABITS: tuple[Unit, ...] = ("in", "mm")
_DEFAULTS: dict[Unit, dict[str, Known]] = {
    habit: {name: _default(name, habit) for name in RULES.values()} for habit in _HABITS
}


@dataclass(frozen=True, slots=True)
class HouseRules:
    """The rules in force: defaults of a habit under what crew, job and opening have settled, nearest wins.

    `settled` maps a level to its lengths by rule name; `counts` and `choices` are resolved the same way by
    whoever reads them, so that only lengths live here.
    """

    habit: Unit = "in"
    settled: Mapping[Level, Mapping[str, Length]] = field(default_factory=dict)
    _found: dict[str, Known] = field(default_factory=dict, init=False, repr=False, compare=False)

    def known(self, name: RuleName) -> Known:
        """Give a rule's value as a term for a sum, saying which level it came from."""
        if not self._found:
            self._found.update(_DEFAULTS[self.habit])
            for level in LEVELS:
                for rule, value in self.settled.get(level, {}).items():
                    path = f"opening.rules.{rule}" if level == "opening" else f"rules.{level}.{rule}"
                    self._found[rule] = Known(rule, value, Source("house rule", path, level))
        return self._found[name]

    def value(self, name: RuleName) -> Length:
        """Give a rule's length."""
        return self.known(name).value
