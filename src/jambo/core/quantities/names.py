"""Every figure by name: what a slip calls it, its handbook symbol, how it is rounded when shown, and where it is listed.

A name is declared here once, and the rules use the constant: `names.RO_WIDTH`, `names.HINGE_LEG[2]`. Rounding (handbook 0): an opening rounds up, a clearance that must be kept rounds up, a part that must fit inside something
rounds down, anything else to the nearest mark.
"""

from __future__ import annotations

from collections.abc import Iterable
from functools import cache
from typing import TypeVar

from jambo.core.frozen import dataclass
from jambo.core.quantities.tape import Rounding
from jambo.core.stages import Stage


@dataclass(frozen=True, slots=True)
class Group:
    """Figures that are listed together. `first` are the stages on which they come first: the others ask for other figures."""

    title: str
    first: tuple[Stage, ...] = ()


class FigureName(str):
    """The name of a figure; it is its own key in every published format.

    Attributes:
        label: what a slip calls it, a template over the word list.
        symbol: its symbol in the handbook.
        rounding: how it is rounded when shown.
        group: where it is listed; None where only others name it.
        unless: a figure that is listed in its stead where there is one.
        told: what a sentence makes of its length: where it is not less than nothing, and where it is.
        below: what a slip calls it where it is less than nothing, and its amount is told the other way; "" for one that never turns.
        family, number: the family it is one of, and its number there; None and 0 for one that stands alone.
    """

    __slots__ = ("below", "family", "group", "label", "number", "rounding", "symbol", "told", "unless")
    label: str
    symbol: str
    rounding: Rounding
    group: Group | None
    unless: FigureName | None
    told: tuple[str, str]
    below: str
    family: Numbered | None
    number: int


def figure(
    name: str,
    label: str,
    *,
    symbol: str = "",
    rounding: Rounding = "nearest",
    group: Group | None = None,
    unless: FigureName | None = None,
    told: tuple[str, str] = ("{}", "{}"),
    below: str = "",
) -> FigureName:
    """Declare a figure. See `FigureName` for the arguments."""
    made = FigureName(name)
    made.label, made.symbol, made.rounding, made.group, made.unless = label, symbol, rounding, group, unless
    made.told, made.below, made.family, made.number = told, below, None, 0
    return made


Some = TypeVar("Some")


@dataclass(frozen=True, eq=False)
class Numbered:
    """A family of figures, numbered from one: `HINGE_LEG[2]` is the second hinge's. {n} in its label is the number."""

    stem: str
    label: str
    rounding: Rounding = "nearest"
    group: Group | None = None

    def __getitem__(self, number: int) -> FigureName:
        return _member(self, number)

    def of(self, figures: Iterable[tuple[FigureName, Some]]) -> list[tuple[int, Some]]:
        """Give the members among some figures with their numbers, in the order they stand there."""
        return [(name.number, found) for name, found in figures if name.family is self]


@cache
def _member(family: Numbered, number: int) -> FigureName:
    label = family.label.replace("{n}", str(number))
    made = figure(f"{family.stem}_{number}", label, rounding=family.rounding, group=family.group)
    made.family, made.number = family, number
    return made


def numbered(stem: str, label: str, *, rounding: Rounding = "nearest", group: Group | None = None) -> Numbered:
    """Declare a family of numbered figures."""
    return Numbered(stem, label, rounding, group)


ROUGH_OPENING = Group(
    "Rough opening",
    ("door", "floor", "opening", "pocket", "track", "wall", "frame", "trim", "card", "survey", "set", "hang"),
)
SLAB = Group("Slab", ("door", "track", "wall"))
TRACK = Group("Along the track, from the opening’s edge", ("track",))
OFF_WALL = Group("Off the wall", ("wall",))
POCKET = Group("Pocket", ("pocket",))
LEAVES = Group("Leaves", ("door",))
FRAME = Group("Frame", ("opening", "frame"))
WALL = Group("Wall", ("frame",))
FLOOR = Group("Floor", ("floor",))
HINGES = Group("Hinges from the leaf top, latch", ("hang",))
AS_FOUND = Group("As found", ("survey",))
SLOT = Group("In its slot", ("set",))
LEGS_SET = Group("Legs and head, for this floor", ("set",))
OVER_FLOOR = Group("Over the floor", ("hang",))

# Rough opening
RO_WIDTH = figure("ro_width", "rough opening width", symbol="RO w", rounding="up", group=ROUGH_OPENING)
RO_HEIGHT = figure("ro_height", "rough opening height", symbol="RO h", rounding="up", group=ROUGH_OPENING)
LIKED_WIDTH = figure("liked_width", "width this door would like", rounding="up", group=ROUGH_OPENING)
LIKED_HEIGHT = figure("liked_height", "height this door would like", rounding="up", group=ROUGH_OPENING)
SIDE_PLAY = figure("side_play", "side play, each side", group=ROUGH_OPENING)
HEAD_PLAY = figure(
    "head_play",
    "head play",
    group=ROUGH_OPENING,
    told=("{} over it", "{} too tall for its opening"),
    below="{frame} too tall for its opening by",
)

# Slab
SLAB_WIDTH = figure("slab_width", "slab width", group=SLAB)
HOLE_OVER_SLAB = figure("hole_over_slab", "track holes above the slab's top", group=SLAB)
SLAB_HEIGHT = figure("slab_height", "slab height", group=SLAB)
OVERLAP_EACH = figure("overlap_each", "slab over each side", rounding="down", group=SLAB)
PULL_MARK = figure("pull_mark", "pull from the slab's bottom", group=SLAB)
PULL_INSET = figure("pull_inset", "pull from the slab's closing edge", group=SLAB)

# Along the track, from the opening’s edge
TRACK_LINE = figure("track_line", "track line above the finished floor", group=TRACK)
TRACK_OVER_LINE = figure(
    "track_over_line",
    "track line over the level line",
    group=TRACK,
    below="track line under the level line",
    told=("{} over the level line", "{} under the level line"),
)
TRACK_RAISED = figure("track_raised", "track raised for the highest floor under the slab", rounding="up", group=TRACK)
SLAB_GAP_MOST = figure("slab_gap_most", "gap under the slab where its floor is lowest", group=TRACK)
TRACK_LENGTH = figure("track_length", "track length", group=TRACK)
TRACK_LEAST = figure("track_least", "shortest track", rounding="up", group=TRACK)
TRACK_RULE = figure("track_rule", "track by the quick rule", group=TRACK)
PAST_EDGE = ("{} from the opening's edge", "{} the other side of the opening's edge")
TRACK_START = figure("track_start", "track starts", group=TRACK, told=PAST_EDGE)
TRAVEL = figure("travel", "travel", group=TRACK)
HANGER_INSET = figure("hanger_inset", "hangers from the slab's edges", group=TRACK)
HANGER_SPREAD = figure("hanger_spread", "hanger spread", group=TRACK)
STOP_CLOSED = figure("stop_closed", "face of the closed stop", group=TRACK, told=PAST_EDGE)
STOP_OPEN = figure("stop_open", "face of the open stop", group=TRACK, told=PAST_EDGE)
GUIDE_AT = figure("guide_at", "middle of the floor guide", group=TRACK)
STOP_OTHER_CLOSED = figure("stop_other_closed", "face of the other slab's closed stop", group=TRACK, told=PAST_EDGE)
STOP_OTHER_OPEN = figure("stop_other_open", "face of the other slab's open stop", group=TRACK, told=PAST_EDGE)
GUIDE_OTHER_AT = figure("guide_other_at", "middle of the other slab's floor guide", group=TRACK)
RAIL_JOINT = figure("rail_joint", "joint of the two rails", group=TRACK)
GUIDE_ROOM = figure("guide_room", "place shared by closed and open slab", rounding="down", group=TRACK)
OPEN_REACH = figure("open_reach", "open slab past the opening's edge", rounding="up", group=TRACK)
HEADROOM_NEEDS = figure("headroom_needs", "headroom needed above the finished floor", rounding="up", group=TRACK)
HEADROOM_LEFT = figure("headroom_left", "headroom left", rounding="down", group=TRACK)

# Off the wall
STANDOFF = figure("standoff", "wall face to the slab's back", rounding="down", group=OFF_WALL)
STANDOFF_NEEDED = figure("standoff_needed", "clear of the wall face, needed", rounding="up", group=OFF_WALL)
BACKER_LEAST = figure("backer_least", "least {backer}", rounding="up", group=OFF_WALL)
BACKER_LENGTH = figure("backer_length", "{backer} length", group=OFF_WALL)
BACKER_BOTTOM = figure("backer_bottom", "{backer} bottom above the finished floor", group=OFF_WALL)
BACKER_TOP = figure("backer_top", "{backer} top above the finished floor", group=OFF_WALL)
BACKER_CLEAR = figure(
    "backer_clear",
    "{backer} over the head {casing}",
    rounding="down",
    group=OFF_WALL,
    below="head {casing} higher than the {backer}'s bottom by",
)
LAG_LENGTH = figure("lag_length", "fixing into the {stud}", rounding="up", group=OFF_WALL)
GUIDE_REACH = figure("guide_reach", "wall to the slab's middle at the foot", group=OFF_WALL)
GROOVE_WIDTH = figure("groove_width", "groove width", group=OFF_WALL)
GROOVE_DEPTH = figure("groove_depth", "groove depth", group=OFF_WALL)

# Pocket
SET_MARK = figure("set_mark", "set mark on the rough {stud}s", group=POCKET)
SET_MARK_OVER_LINE = figure(
    "set_mark_over_line",
    "set mark over the level line",
    group=POCKET,
    below="set mark under the level line",
    told=("{} over the level line", "{} under the level line"),
)
SET_MARK_LEFT = figure("set_mark_left", "set mark over the floor at the left {stud}", group=POCKET)
SET_MARK_RIGHT = figure("set_mark_right", "set mark over the floor at the right {stud}", group=POCKET)
SET_MARK_KIT = figure("set_mark_kit", "set mark by the kit", group=POCKET)
POCKET_FLOOR_GAP = figure("pocket_floor_gap", "gap between {leaf} and floor", group=POCKET)
POCKET_FLOOR_GAP_MOST = figure("pocket_floor_gap_most", "gap between {leaf} and floor at the low {stud}", group=POCKET)
SPLIT_REACH_WANTED = figure(
    "split_reach_wanted", "set mark over what the farthest split {stud} stands on", group=POCKET
)
SPLIT_PACK = figure("split_pack", "packing under the split {stud}s at most", rounding="up", group=POCKET)
SET_MARK_EXACT = figure("set_mark_exact", "set mark before it is rounded up", group=POCKET)
KIT_FOR = figure("kit_for", "kit for a {leaf} of", group=POCKET)
KIT_HEADER = figure("kit_header", "kit {header} length", group=POCKET)
POCKET_TRACK = figure("pocket_track", "track length", rounding="down", group=POCKET)
POCKET_RAIL = figure("pocket_rail", "rail length", rounding="down", group=POCKET)
SPLIT_STUD = numbered("split_stud", "split {stud} {n}", group=POCKET)
SPLIT_STUD_OTHER = numbered(
    "split_stud_other", "other pocket's split {stud} {n}, from where the leaves meet", group=POCKET
)
JAMB_GAP = figure("jamb_gap", "gap each side of the {leaf} in its pocket", rounding="down", group=POCKET)
LONGEST_FIXING_A = figure("longest_fixing_a", "longest fixing over the pocket, side A", rounding="down", group=POCKET)
LONGEST_FIXING_B = figure("longest_fixing_b", "longest fixing over the pocket, side B", rounding="down", group=POCKET)
FOOT_FIXING = figure("foot_fixing", "fixing at the foot of a split {stud}", rounding="up", group=POCKET)
BUMPER_ON_LEAF = figure("bumper_on_leaf", "bumper from the {leaf} bottom", group=POCKET)

# Leaves
LEAF_SIZE_WIDTH = figure("leaf_size_width", "{leaf} width, each", group=LEAVES)
LEAF_SIZE_HEIGHT = figure("leaf_size_height", "{leaf} height, each", group=LEAVES)
OUT_OF_SQUARE = figure(
    "out_of_square",
    "{leaf} top rises to its free edge by",
    group=LEAVES,
    told=("{} higher at its free edge", "{} lower at its free edge"),
)
OUT_OF_SQUARE_FIXED = figure(
    "out_of_square_fixed",
    "fixed {leaf} top rises to its free edge by",
    group=LEAVES,
    told=("{} higher at its free edge", "{} lower at its free edge"),
)
BYPASS_LEAF_WANTED = figure("bypass_leaf_wanted", "{leaf} width that laps as wanted", rounding="up", group=LEAVES)
BYPASS_OVERLAP_EACH = figure("bypass_overlap_each", "lap of neighbouring leaves", rounding="down", group=LEAVES)
BYPASS_TRACK_LEFT = figure("bypass_track_left", "left for the track", rounding="down", group=LEAVES)
BYPASS_DEPTH = figure("bypass_depth", "depth of all leaves on their channels", rounding="up", group=LEAVES)

# Frame
HEAD_UNDERSIDE = figure("head_underside", "{head} underside", symbol="Hh", group=FRAME)
LEG_LENGTH = figure("leg_length", "{leg} length", group=FRAME)
HEAD_LENGTH = figure("head_length", "{head} length", group=FRAME)
FRAME_INSIDE_WIDTH = figure("frame_inside_width", "{frame} width inside", symbol="Wi", group=FRAME)
FRAME_OUTSIDE_WIDTH = figure("frame_outside_width", "{frame} width over the backs", symbol="Wo", group=FRAME)
FRAME_DEPTH = figure("frame_depth", "{frame} depth", group=FRAME)
EXTENSION_WIDTH = figure("extension_width", "extension strip width", rounding="up", group=FRAME)
FRAME_OWN_DEPTH = figure("frame_own_depth", "{frame}'s own depth")
EXTENSION_LEG = figure("extension_leg", "extension strip on each {leg}", group=FRAME)
EXTENSION_HEAD = figure("extension_head", "extension strip on the {head}", group=FRAME)
STAND_OFF_A = figure("stand_off_a", "{frame} off the {stud}s on side A, for the wall finish", group=FRAME)
STAND_OFF_B = figure("stand_off_b", "{frame} off the {stud}s on side B, for the wall finish", group=FRAME)
RIP_WIDTH = figure("rip_width", "rip the {lining} to", rounding="up", group=FRAME)
NOMINAL_WIDTH = figure("nominal_width", "nominal opening width of the steel {frame}", group=FRAME)
NOMINAL_HEIGHT = figure("nominal_height", "nominal opening height of the steel {frame}", group=FRAME)
LEAF_NET_WIDTH = figure("leaf_net_width", "{leaf} width, net", rounding="down", group=FRAME)
LEAF_NET_HEIGHT = figure("leaf_net_height", "{leaf} height, net", rounding="down", group=FRAME)
THROAT = figure("throat", "throat of the steel frame", group=FRAME)
NOTCH = figure("notch", "notch in the {leg}s' feet, for the higher floor", group=FRAME)
NOTCH_DEPTH = figure("notch_depth", "depth of the {leg}s over the higher floor", group=FRAME)
CLEAR_WIDTH = figure("clear_width", "clear width when open", rounding="down", group=FRAME)
SILL_MADE = figure("sill_made", "sill made thinner, to", group=FRAME)
SILL_TOP = figure("sill_top", "sill top", group=FRAME)
SILL_LENGTH = figure("sill_length", "sill length", group=FRAME)
SILL_FILLER = figure("sill_filler", "filler strips under the sill", group=FRAME)
SILL_FALL = figure("sill_fall", "fall of the sill over its depth", group=FRAME)
SEAL_SET = figure("seal_set", "gap at the stop with the seal half pressed", group=FRAME)
STOP_HEAD = figure("stop_head", "{head} stop", rounding="down", group=FRAME)
STOP_LEG = figure("stop_leg", "{leg} stop", rounding="down", group=FRAME)
STOP_HINGE = figure("stop_hinge", "hinge {leg} stop", rounding="down", group=LEGS_SET)
STOP_STRIKE = figure("stop_strike", "{strike} {leg} stop", rounding="down", group=LEGS_SET)
FIXING_ZONE = figure("fixing_zone", "fixings from the {leaf}'s edge of the {leg}", rounding="up", group=FRAME)
SPLIT_HALF = figure("split_half", "width of each split {leg}", rounding="down", group=FRAME)
SPLIT_LEG_A = figure("split_leg_a", "split {leg} on side A", group=FRAME)
SPLIT_LEG_B = figure("split_leg_b", "split {leg} on side B", group=FRAME)
SPLIT_LEG_OTHER_A = figure("split_leg_other_a", "other pocket's split {leg} on side A", group=FRAME)
SPLIT_LEG_OTHER_B = figure("split_leg_other_b", "other pocket's split {leg} on side B", group=FRAME)
LEG_LEFT = figure("leg_left", "{leg} on the left", group=FRAME)
LEG_RIGHT = figure("leg_right", "{leg} on the right", group=FRAME)
DIAGONAL_LEFT = figure("diagonal_left", "diagonal from the left {leg}'s foot", group=FRAME)
DIAGONAL_RIGHT = figure("diagonal_right", "diagonal from the right {leg}'s foot", group=FRAME)

# Wall
KING_LOW_LONG = figure("king_low_long", "{king} on the low side, long point", rounding="down", group=WALL)
JACK_LENGTH = figure("jack_length", "{jack} length", rounding="up", group=WALL)
JACK_LEFT = figure("jack_left", "{jack} on the left", rounding="up", group=WALL)
JACK_RIGHT = figure("jack_right", "{jack} on the right", rounding="up", group=WALL)
KING_LENGTH = figure("king_length", "{king} length", rounding="down", group=WALL, unless=KING_LOW_LONG)
KING_HIGH_LONG = figure("king_high_long", "{king} on the high side, long point", rounding="down", group=WALL)
HOLE_WIDTH = figure("hole_width", "hole for the buck, width", rounding="up", group=WALL)
HOLE_HEIGHT = figure("hole_height", "hole for the buck, height", rounding="up", group=WALL)
BUCK_LEG = figure("buck_leg_length", "buck leg", group=WALL)
BUCK_HEAD = figure("buck_head_length", "buck head, over the legs", group=WALL)
HEADER_LENGTH = figure("header_length", "{header} length", group=WALL)
CRIPPLE_LENGTH = figure("cripple_length", "upper {cripple} length", rounding="down", group=WALL, unless=KING_LOW_LONG)
SLOPE_NAILER = figure("slope_nailer", "nailer along the slope", rounding="down", group=WALL)
PLATE_CUT = figure("plate_cut", "{plate} cut out", rounding="up", group=WALL)
CRIPPLE_SLOPE = numbered("cripple_slope", "{cripple} {n}, long point", rounding="down", group=WALL)

# Floor
LEVEL_LINE = figure("level_line", "level line over the rough floor", group=FLOOR)
LEVEL_LINE_LEFT = figure("level_line_left", "level line over the rough floor, left foot", group=FLOOR)
LEVEL_LINE_RIGHT = figure("level_line_right", "level line over the rough floor, right foot", group=FLOOR)
HEAD_OVER_LINE = figure(
    "head_over_line",
    "{head} underside over the level line",
    group=FLOOR,
    below="{head} underside under the level line",
    told=("{} over the level line", "{} under the level line"),
)
FLOOR_A = figure("floor_a", "floor on side A", symbol="F_A", group=FLOOR)
FLOOR_B = figure("floor_b", "floor on side B", symbol="F_B", group=FLOOR)
FLOOR_CLEAR = figure("floor_clear", "highest floor the {leaf} passes", symbol="F_clear", group=FLOOR)
LEAF_BOTTOM = figure("leaf_bottom", "{leaf} bottom", group=FLOOR)

# Hinges from the leaf top, latch
HINGE_LEAF = numbered("hinge_leaf", "hinge {n}, {leaf} top to hinge top", group=HINGES)
LATCH_ON_LEAF = figure("latch_on_leaf", "latch from the {leaf} top", group=HINGES)
LATCH_ON_LEG = figure("latch_on_leg", "{strike} from the {head} underside", group=HINGES)
SCREW_REACH_AT = numbered("screw_reach_at", "long screw through hinge {n}, at least", rounding="up")
SCREW_REACH = figure("screw_reach", "long screw through a hinge, at least", rounding="up", group=HINGES)

# As found
FOUND_WIDTH_FOOT = figure("found_width_foot", "width found at the foot", rounding="down", group=AS_FOUND)
FOUND_WIDTH_MIDDLE = figure("found_width_middle", "width found at the middle", rounding="down", group=AS_FOUND)
FOUND_WIDTH_HEAD = figure("found_width_head", "width found at the head", rounding="down", group=AS_FOUND)
FOUND_LEAST_WIDTH = figure("found_least_width", "clear width found, plumb", rounding="down", group=AS_FOUND)
FOUND_HEIGHT = figure("found_height", "lowest {header} over the hinge foot's floor", rounding="down", group=AS_FOUND)
FLOOR_RISE = figure(
    "floor_rise", "floor rises to the {strike} foot by", group=AS_FOUND, below="floor falls to the {strike} foot by"
)
WALL_THICKEST = figure("wall_thickest", "wall thickness found, at most", rounding="up", group=AS_FOUND)

# In its slot
UNIT_WIDTH = figure("unit_width", "{frame} over its backs, as set", symbol="Wo", group=SLOT)
SLOT_LOW = figure("slot_low", "slot begins, from the hinge {stud}'s foot", group=SLOT)
SLOT_HIGH = figure("slot_high", "slot ends", group=SLOT)
SLOT_WIDTH = figure("slot_width", "room in the slot", rounding="down", group=SLOT, below="room the slot lacks")
SET_AT = figure(
    "set_at",
    "back of the hinge {leg}, from the {stud}'s foot",
    group=SLOT,
    told=("{} from the stud's foot", "{} into the stud's foot"),
)
SET_TILT = figure(
    "set_tilt", "tilt over the {leg}, toward the {strike}", group=SLOT, below="tilt over the {leg}, toward the hinges"
)
HINGE_LEAST = figure(
    "hinge_least",
    "least gap behind the hinge {leg}",
    rounding="down",
    group=SLOT,
    below="hinge {leg} too tight to its {stud} by",
)
STRIKE_LEAST = figure(
    "strike_least",
    "least gap behind the {strike} {leg}",
    rounding="down",
    group=SLOT,
    below="{strike} {leg} too tight to its {stud} by",
)

HINGE_MOST = figure("hinge_most", "greatest gap behind the hinge {leg}", rounding="up", group=SLOT)
STRIKE_MOST = figure("strike_most", "greatest gap behind the {strike} {leg}", rounding="up", group=SLOT)
BLOCK_HINGE = figure("block_hinge", "blocks on the hinge {stud}", group=SLOT)
BLOCK_STRIKE = figure("block_strike", "blocks on the {strike} {stud}", group=SLOT)

# Legs and head, for this floor
HEAD_SET = figure("head_set", "{head} underside, set", symbol="E", group=LEGS_SET)
LEG_HINGE_SET = figure("leg_hinge_set", "hinge {leg}", group=LEGS_SET)
LEG_STRIKE_SET = figure("leg_strike_set", "{strike} {leg}", group=LEGS_SET)
CUT_HINGE = figure("cut_hinge", "cut off the hinge {leg} supplied", group=LEGS_SET)
CUT_STRIKE = figure("cut_strike", "cut off the {strike} {leg} supplied", group=LEGS_SET)
HEAD_PLAY_FOUND = figure(
    "head_play_found",
    "head play found",
    rounding="down",
    group=LEGS_SET,
    told=("{} over it", "{} too tall for the hole: what gives way is chosen on the Set stage"),
    below="{frame} too tall for the hole found by",
)
SILL_PACK = figure(
    "sill_pack",
    "pack under the sill's hinge end",
    group=LEGS_SET,
    told=("{} under its hinge end", "{} under its {strike} end"),
    below="pack under the sill's {strike} end",
)
DIAGONAL_HINGE = figure("diagonal_hinge", "diagonal from the hinge {leg}'s foot", group=LEGS_SET)
DIAGONAL_STRIKE = figure("diagonal_strike", "diagonal from the {strike} {leg}'s foot", group=LEGS_SET)
HEAD_MOST = figure("head_most", "greatest gap over the {head}", rounding="up", group=LEGS_SET)
TOO_TALL = figure("too_tall", "must come down by", rounding="up", group=LEGS_SET)
LEGS_CUT_FOR_HEAD = figure("legs_cut_for_head", "cut off both {leg}s for the {header}", rounding="up", group=LEGS_SET)
LEAF_TRIM = figure("leaf_trim", "to trim off the {leaf}'s bottom", rounding="up", group=LEGS_SET)
UNDER_LOWERED = figure("under_lowered", "what it stands on, lowered by", rounding="up", group=LEGS_SET)
HEADER_RAISED = figure("header_raised", "{header} to be raised by", rounding="up", group=LEGS_SET)
STILL_TOO_TALL = figure("still_too_tall", "still too tall by", rounding="up", group=LEGS_SET)
LEGS_CUT_SHORT = figure("legs_cut_short", "{leg}s cut shorter than planned by", group=LEGS_SET)
SPARE_SWUNG = figure("spare_swung", "to spare over the floor it swings over")
SPARE_CLOSED = figure("spare_closed", "to spare over the floor under it")
GAP_TO_SPARE = figure("gap_to_spare", "floor gap to spare", rounding="down", group=LEGS_SET)

# Over the floor
SWEEP_GAP = figure("sweep_gap", "{leaf} over the swing side's floor, at the hinges", group=OVER_FLOOR)
SWEEP_LEAST = figure("sweep_least", "least gap over the floor", rounding="down", group=OVER_FLOOR)
CLOSED_GAP = figure("closed_gap", "closed {leaf} over its own floor, at the hinges", group=OVER_FLOOR)
CLOSED_LEAST = figure("closed_least", "least gap under the closed {leaf}", rounding="down", group=OVER_FLOOR)
CLOSED_TRIM = figure("closed_trim", "trim for the closed {leaf}, or raise it by", rounding="up", group=OVER_FLOOR)
CLOSED_GAP_WANTED = figure("closed_gap_wanted", "floor gap that would clear, closed", rounding="up", group=OVER_FLOOR)
SWEEP_TRIM = figure("sweep_trim", "trim off the {leaf}'s bottom, or raise it by", rounding="up", group=OVER_FLOOR)
SWEEP_GAP_WANTED = figure("sweep_gap_wanted", "floor gap that would clear", rounding="up", group=OVER_FLOOR)

FIXED_SWEEP_GAP = figure("fixed_sweep_gap", "fixed {leaf} over the swing side's floor, at its hinges", group=OVER_FLOOR)
FIXED_SWEEP_LEAST = figure(
    "fixed_sweep_least", "least gap of the fixed {leaf} over the floor", rounding="down", group=OVER_FLOOR
)
FIXED_CLOSED_GAP = figure("fixed_closed_gap", "closed fixed {leaf} over its own floor, at its hinges", group=OVER_FLOOR)
FIXED_CLOSED_LEAST = figure(
    "fixed_closed_least", "least gap under the closed fixed {leaf}", rounding="down", group=OVER_FLOOR
)
FIXED_CLOSED_TRIM = figure(
    "fixed_closed_trim", "trim for the closed fixed {leaf}, or raise it by", rounding="up", group=OVER_FLOOR
)
FIXED_CLOSED_GAP_WANTED = figure(
    "fixed_closed_gap_wanted", "floor gap that would clear the fixed {leaf}, closed", rounding="up", group=OVER_FLOOR
)
FIXED_SWEEP_TRIM = figure(
    "fixed_sweep_trim", "trim off the fixed {leaf}'s bottom, or raise it by", rounding="up", group=OVER_FLOOR
)
FIXED_SWEEP_GAP_WANTED = figure(
    "fixed_sweep_gap_wanted", "floor gap that would clear the fixed {leaf}", rounding="up", group=OVER_FLOOR
)

# Door and frame, not listed by themselves
LEAF_TOP = figure("leaf_top", "{leaf} top")
LEAF_TRIMMED = figure("leaf_trimmed_height", "{leaf} height, trimmed")
LEGS_BELOW_PLAN = figure("legs_below_plan", "planned {leg} less the one cut")
GAP_TAKEN = figure("gap_taken", "taken from the floor gap")
FRAME_TOP = figure("frame_top", "{frame} top")
LEG_BEHIND = figure("leg_behind", "{leg} behind the {leaf}", symbol="t")
FOOT = figure("foot", "where the {leg}s stand")
HEAD_OWN = figure("head_own", "{head} underside this door needs by itself")
HEAD_OVER_OWN = figure("head_over_own", "common line over its own")
HEAD_GAIN = figure("head_gain", "gained from the common head line")

# Casing, not listed by themselves
CASING_HEAD_SHORT = figure("casing_head_short", "{casing} head, short point to short point")
CASING_HEAD_LONG = figure("casing_head_long", "{casing} head, long point to long point")
CASING_HEAD = figure("casing_head", "{casing} head")
CASING_HEAD_SHORT_STOP = figure("casing_head_short_stop", "{casing} head on the stop side, short point to short point")
CASING_HEAD_LONG_STOP = figure("casing_head_long_stop", "{casing} head on the stop side, long point to long point")
CASING_HEAD_STOP = figure("casing_head_stop", "{casing} head on the stop side")
CASING_LEG_A = figure("casing_leg_a", "{casing} leg on side A, to the inner corner")
CASING_LEG_B = figure("casing_leg_b", "{casing} leg on side B, to the inner corner")
CASING_LEG_A_HINGE = figure("casing_leg_a_hinge", "{casing} leg on side A, hinge side, to the inner corner")
CASING_LEG_A_STRIKE = figure("casing_leg_a_strike", "{casing} leg on side A, {strike} side, to the inner corner")
CASING_LEG_B_HINGE = figure("casing_leg_b_hinge", "{casing} leg on side B, hinge side, to the inner corner")
CASING_LEG_B_STRIKE = figure("casing_leg_b_strike", "{casing} leg on side B, {strike} side, to the inner corner")
CASING_LEG_A_LEFT = figure("casing_leg_a_left", "{casing} leg on side A, on the left, to the inner corner")
CASING_LEG_A_RIGHT = figure("casing_leg_a_right", "{casing} leg on side A, on the right, to the inner corner")
CASING_LEG_B_LEFT = figure("casing_leg_b_left", "{casing} leg on side B, on the left from side A, to the inner corner")
CASING_LEG_B_RIGHT = figure(
    "casing_leg_b_right", "{casing} leg on side B, on the right from side A, to the inner corner"
)
CASING_LEG_A_LONG = figure("casing_leg_a_long", "{casing} leg on side A, long point")
CASING_LEG_B_LONG = figure("casing_leg_b_long", "{casing} leg on side B, long point")
CASING_LEG_A_HINGE_LONG = figure("casing_leg_a_hinge_long", "{casing} leg on side A, hinge side, long point")
CASING_LEG_A_STRIKE_LONG = figure("casing_leg_a_strike_long", "{casing} leg on side A, {strike} side, long point")
CASING_LEG_B_HINGE_LONG = figure("casing_leg_b_hinge_long", "{casing} leg on side B, hinge side, long point")
CASING_LEG_B_STRIKE_LONG = figure("casing_leg_b_strike_long", "{casing} leg on side B, {strike} side, long point")
CASING_LEG_A_LEFT_LONG = figure("casing_leg_a_left_long", "{casing} leg on side A, on the left, long point")
CASING_LEG_A_RIGHT_LONG = figure("casing_leg_a_right_long", "{casing} leg on side A, on the right, long point")
CASING_LEG_B_LEFT_LONG = figure("casing_leg_b_left_long", "{casing} leg on side B, on the left from side A, long point")
CASING_LEG_B_RIGHT_LONG = figure(
    "casing_leg_b_right_long", "{casing} leg on side B, on the right from side A, long point"
)
CASING_WANTED_HINGE = figure(
    "casing_wanted_hinge", "{casing} width that covers the joint at the hinge {leg}", rounding="up"
)
CASING_WANTED_STRIKE = figure(
    "casing_wanted_strike", "{casing} width that covers the joint at the {strike} {leg}", rounding="up"
)
CASING_WANTED_HEAD = figure("casing_wanted_head", "{casing} width that covers the joint at the {head}", rounding="up")
CASING_WANTED = figure("casing_wanted", "{casing} width that covers the joint", rounding="up")

# Floors, not listed by themselves
LEAF_OVER_A = figure("leaf_over_a", "{leaf} bottom over side A's floor, wanted")
LEAF_OVER_B = figure("leaf_over_b", "{leaf} bottom over side B's floor, wanted")
LEAF_OVER_STRIP = figure("leaf_over_strip", "{leaf} bottom over the strip, wanted")
LEAF_LINE = figure("leaf_line", "{leaf} bottom, for every floor it passes")
GAP_UNDER_LEAF = figure("gap_under_leaf", "gap under the {leaf} over the highest floor")
PILE_TOP_A = figure("pile_top_a", "top of the carpet on side A")
PILE_TOP_B = figure("pile_top_b", "top of the carpet on side B")
FLOOR_AT_FOOT = figure("floor_at_foot", "lower of the floors the {leg}s stand on")
FLOOR_UNDER = figure("floor_under", "floor under the closed {leaf}", symbol="F_under")

# Rough opening, by the method in use and by each method, not listed by themselves
BUILD_UP_WIDTH = figure("build_up_width", "RO width, build-up method", rounding="up")
BUILD_UP_HEIGHT = figure("build_up_height", "RO height, build-up method", rounding="up")
ADD_ON_WIDTH = figure("add_on_width", "RO width, add-on method", rounding="up")
ADD_ON_HEIGHT = figure("add_on_height", "RO height, add-on method", rounding="up")
BUILD_UP_SIDE_PLAY = figure("build_up_side_play", "side play each, build-up method")
BUILD_UP_HEAD_PLAY = figure("build_up_head_play", "head play, build-up method")
ADD_ON_SIDE_PLAY = figure("add_on_side_play", "side play each, add-on method")
ADD_ON_HEAD_PLAY = figure("add_on_head_play", "head play, add-on method")
SIDE_PLAY_WANTED = figure("side_play_wanted", "side play wanted", rounding="up")

# Hinges and latch, not listed by themselves
LATCH_HEIGHT = figure("latch_height", "latch above the rough floor")

# Wall, not listed by themselves
WALL_FINISHED = figure("wall_finished", "finished wall thickness")
HEADER_TOP = figure("header_top", "{header} top")
WALL_TOP = figure("wall_top", "underside of the {top_plate}s")

# Cut into a standing wall, not listed by themselves
KING_FILLER_LEFT = figure("king_filler_left", "filler between {jack} and standing {stud}, left")
KING_FILLER_RIGHT = figure("king_filler_right", "filler between {jack} and standing {stud}, right")
BASE_CUT_NEAR = figure("base_cut_near", "base trim cut back, near side")
BASE_CUT_FAR = figure("base_cut_far", "base trim cut back, far side")
FLOOR_EXTENSION = figure("floor_extension", "floor extension", rounding="down")
PLATE_BLOCK = figure("plate_block", "block under a cut {plate}", rounding="down")
STUD_LENGTH = figure("stud_length", "{stud}s, with the two at the ends", rounding="down")
END_STUD_LEFT = figure("end_stud_left", "{stud} at the left end, long point", rounding="down")
END_STUD_RIGHT = figure("end_stud_right", "{stud} at the right end, long point", rounding="down")
TOP_PLATE_LENGTH = figure("top_plate_length", "{top_plate}s")
BOTTOM_PLATE_LENGTH = figure("bottom_plate_length", "{plate}, whole")

# Steel and outside frames, not listed by themselves
SHEET_WIDTH = figure("sheet_width", "RO width by the maker's sheet", rounding="up")
SHEET_HEIGHT = figure("sheet_height", "RO height by the maker's sheet", rounding="up")
SHEET_SIDE_PLAY = figure("sheet_side_play", "side play each, by the sheet")
SHEET_HEAD_PLAY = figure("sheet_head_play", "head play, by the sheet")
SILL_LIFT = figure("sill_lift", "floor and gap over the sill's own {leaf} line")
CASING_NAIL_A = figure("casing_nail_a", "long nails for {casing}, side A", rounding="up")
CASING_NAIL_B = figure("casing_nail_b", "long nails for {casing}, side B", rounding="up")

# Pocket, not listed by themselves
SET_MARK_GAP = figure("set_mark_gap", "set mark by the gap asked for")
RO_BY_STACK = figure("ro_by_stack", "height the head stack needs")
RO_BY_LEAF = figure("ro_by_leaf", "height the {leaf} needs at least")
LEAF_UNCOVERS = figure("leaf_uncovers", "way through past the open {leaf}", rounding="down")
TRIM_BOARD_MARK = figure("trim_board_mark", "trim board cut at the mark for")
HANGER_1 = figure("hanger_1", "first hanger from the {leaf}'s edge")
HANGER_2 = figure("hanger_2", "second hanger from the same edge")

# Face slider, not listed by themselves
SLAB_WANTED_WIDTH = figure("slab_wanted_width", "slab width that covers", rounding="up")
SLAB_WANTED_HEIGHT = figure("slab_wanted_height", "slab height that covers", rounding="up")
SIDE_COVERS = figure("side_covers", "slab over the opening's sides, in all")
CASING_TOP = figure("casing_top", "head {casing}'s top above the finished floor")
OVERLAP_TOP = figure("overlap_top", "slab over the top", rounding="down")
HANGER_SPREAD_LEAST = figure("hanger_spread_least", "least hanger spread")
HANGER_MOVE = figure("hanger_move", "hangers moved in by", rounding="up")
TRACK_SHORT = figure("track_short", "track lacks for hangers in place")
TRACK_HEIGHT = figure("track_height", "track line above the rough floor")
TRACK_NEEDS_START = figure("track_needs_start", "track must start at or before")
TRACK_NEEDS_END = figure("track_needs_end", "track must reach")
TRACK_END = figure("track_end", "track ends")
SLAB_CLOSED_NEAR = figure("slab_closed_near", "closed slab, rear edge")
SLAB_CLOSED_FAR = figure("slab_closed_far", "closed slab, leading edge")
SLAB_OPEN_NEAR = figure("slab_open_near", "open slab, rear edge")
SLAB_OPEN_FAR = figure("slab_open_far", "open slab, leading edge")
SLAB_NOW_NEAR = figure("slab_now_near", "slab now, rear edge")
SLAB_NOW_FAR = figure("slab_now_far", "slab now, leading edge")
SLAB_FREES = figure("slab_frees", "way through with the slab here", rounding="down")
SLABS_UNCOVER = figure("slabs_uncover", "way through between the open slabs", rounding="down")
WHEEL_CLOSED_1 = figure("wheel_closed_1", "rear wheel, closed")
WHEEL_CLOSED_2 = figure("wheel_closed_2", "leading wheel, closed")
WHEEL_OPEN_1 = figure("wheel_open_1", "rear wheel, open")
WHEEL_OPEN_2 = figure("wheel_open_2", "leading wheel, open")
STANDOFF_SPARE = figure("standoff_spare", "stand-off to spare", rounding="down")

# Bypass, not listed by themselves
FINISHED_WIDTH = figure("finished_width", "finished opening width")
FINISHED_HEIGHT = figure("finished_height", "finished opening height")
BYPASS_HEIGHT_WANTED = figure("bypass_height_wanted", "{leaf} height that fits", rounding="down")

# As found, and set, not listed by themselves
FLOOR_LIFT = figure("floor_lift", "{frame} lifted for the floor")
SLOT_WIDTH_PLANNED = figure("slot_width_planned", "room the unit planned would have", rounding="down")
GAP_HEAD_CENTRE = figure("gap_head_centre", "gap over the {head}, middle")
LATER_SHORT = figure("later_short", "missing under the {leaf} when that floor is laid", rounding="up")
TRIM_LATER = figure("trim_later", "trim off the {leaf} when that floor is laid", rounding="up")
GAP_STRIKE_TOP = figure("gap_strike_top", "gap behind the {strike} {leg}, top")
GAP_LATCH_ABOVE = figure("gap_latch_above", "gap behind the {strike} {leg}, above the latch")
GAP_LATCH_BELOW = figure("gap_latch_below", "gap behind the {strike} {leg}, below the latch")
GAP_STRIKE_LOW = figure("gap_strike_low", "gap behind the {strike} {leg}, low")
GAP_STRIKE_FOOT = figure("gap_strike_foot", "gap behind the {strike} {leg}, foot")
PACK_STRIKE_TOP = figure("pack_strike_top", "pack at the {strike}, top")
PACK_LATCH_ABOVE = figure("pack_latch_above", "pack above the latch")
PACK_LATCH_BELOW = figure("pack_latch_below", "pack below the latch")
PACK_STRIKE_LOW = figure("pack_strike_low", "pack at the {strike}, low")
PACK_STRIKE_FOOT = figure("pack_strike_foot", "pack at the {strike}, foot")
WALL_LEAN_HINGE = figure(
    "wall_lean_hinge", "wall at the hinges leans to side A by", below="wall at the hinges leans to side B by"
)
WALL_LEAN_STRIKE = figure(
    "wall_lean_strike", "wall at the {strike} leans to side A by", below="wall at the {strike} leans to side B by"
)
CROSS_LEG = figure("cross_leg", "the two sides lean differently by", below="the two sides lean differently by")
STOP_STANDS_OFF = figure("stop_stands_off", "stop planted off its line by", below="stop planted off its line by")
PROUD_HINGE_TOP = figure(
    "proud_hinge_top", "hinge {leg}, top, proud on side A", below="hinge {leg}, top, back on side A"
)
PROUD_HINGE_FOOT = figure(
    "proud_hinge_foot", "hinge {leg}, foot, proud on side A", below="hinge {leg}, foot, back on side A"
)
PROUD_STRIKE_TOP = figure(
    "proud_strike_top", "{strike} {leg}, top, proud on side A", below="{strike} {leg}, top, back on side A"
)
PROUD_STRIKE_FOOT = figure(
    "proud_strike_foot", "{strike} {leg}, foot, proud on side A", below="{strike} {leg}, foot, back on side A"
)
PROUD_B_HINGE_TOP = figure(
    "proud_b_hinge_top", "hinge {leg}, top, proud on side B", below="hinge {leg}, top, back on side B"
)
PROUD_B_HINGE_FOOT = figure(
    "proud_b_hinge_foot", "hinge {leg}, foot, proud on side B", below="hinge {leg}, foot, back on side B"
)
PROUD_B_STRIKE_TOP = figure(
    "proud_b_strike_top", "{strike} {leg}, top, proud on side B", below="{strike} {leg}, top, back on side B"
)
PROUD_B_STRIKE_FOOT = figure(
    "proud_b_strike_foot", "{strike} {leg}, foot, proud on side B", below="{strike} {leg}, foot, back on side B"
)

# The plate's marks
MARK_RO_NEAR = figure("mark_ro_near", "near edge of the rough opening")
MARK_RO_FAR = figure("mark_ro_far", "far edge of the rough opening")
MARK_HOLE_NEAR = figure("mark_hole_near", "near edge of the hole for the buck")
MARK_HOLE_FAR = figure("mark_hole_far", "far edge of the hole for the buck")
MARK_RO_CENTRE = figure("mark_ro_centre", "centre of the rough opening")
MARK_WALL_END = figure("mark_wall_end", "far end of the wall")
MARK_WALL_START = figure("mark_wall_start", "end of the wall the tape starts from")

# Numbered families
MARK_FOUND = numbered("mark_found", "standing {stud} {n}")
MARK_BOX = numbered("mark_box", "box {n} standing in the hole, from the left end of the wall")
MARK_SPLIT_STUD_OTHER = numbered("mark_split_stud_other", "other pocket's split {stud} {n}")
MARK_SPLIT_STUD = numbered("mark_split_stud", "split {stud} {n}")
GAP_HINGE = numbered("gap_hinge", "gap behind the hinge {leg}, hinge {n}")
GAP_STRIKE = numbered("gap_strike", "gap behind the other {leg}, hinge {n}")
PACK_HINGE = numbered("pack_hinge", "pack behind hinge {n}")
PACK_STRIKE = numbered("pack_strike", "pack behind the other {leg}, hinge {n}")
STUD_PACK = numbered("stud_pack", "pack {n} from the foot, to make the {stud} plumb")
BORE = numbered("bore", "hole {n} to bore, from the track's start")
GROOVE_PASSES = numbered("groove_passes", "each of {n} equal passes")
HINGE_LEG = numbered("hinge_leg", "hinge {n} on the {leg}, from the {head} underside")
HINGE_LEG_END = numbered("hinge_leg_end", "hinge {n} on the {leg}, from its end")
HINGE_HEIGHT = numbered("hinge_height", "hinge {n} top above the rough floor")
MARK_KING_NEAR = numbered("mark_king_near", "{king} line, near side {n}")
MARK_KING_FAR = numbered("mark_king_far", "{king} line, far side {n}")
MARK_JACK_NEAR = numbered("mark_jack_near", "{jack} line, near side {n}")
MARK_JACK_FAR = numbered("mark_jack_far", "{jack} line, far side {n}")
MARK_COMMON = numbered("mark_common", "layout {stud} {n}")
STUD_SLOPE = numbered("stud_slope", "{stud} {n}, long point", rounding="down")

# The same figure on each side, leg or end
LEAF_OVER = {"A": LEAF_OVER_A, "B": LEAF_OVER_B}
PILE_TOP = {"A": PILE_TOP_A, "B": PILE_TOP_B}
FLOOR_ON = {"A": FLOOR_A, "B": FLOOR_B}
CASING_LEG_ON = {"A": CASING_LEG_A, "B": CASING_LEG_B}
CASING_LEG_AT = {
    CASING_LEG_A: (CASING_LEG_A_HINGE, CASING_LEG_A_STRIKE),
    CASING_LEG_B: (CASING_LEG_B_HINGE, CASING_LEG_B_STRIKE),
}
# Where nothing is hinged: each leg by its end, seen from side A
CASING_LEG_END = {
    CASING_LEG_A: {"left": CASING_LEG_A_LEFT, "right": CASING_LEG_A_RIGHT},
    CASING_LEG_B: {"left": CASING_LEG_B_LEFT, "right": CASING_LEG_B_RIGHT},
}
LEG_ON = {"left": LEG_LEFT, "right": LEG_RIGHT}
# A diagonal, by the leg whose foot it starts at
DIAGONAL_ON = {DIAGONAL_HINGE: LEG_HINGE_SET, DIAGONAL_STRIKE: LEG_STRIKE_SET}
DIAGONAL_ON_END = {DIAGONAL_LEFT: LEG_LEFT, DIAGONAL_RIGHT: LEG_RIGHT}
# The long point of a mitred piece, by the short point it is marked at
CASING_LONG = {
    CASING_HEAD_SHORT: CASING_HEAD_LONG, CASING_HEAD_SHORT_STOP: CASING_HEAD_LONG_STOP, CASING_LEG_A: CASING_LEG_A_LONG, CASING_LEG_B: CASING_LEG_B_LONG,
    CASING_LEG_A_HINGE: CASING_LEG_A_HINGE_LONG, CASING_LEG_A_STRIKE: CASING_LEG_A_STRIKE_LONG,
    CASING_LEG_B_HINGE: CASING_LEG_B_HINGE_LONG, CASING_LEG_B_STRIKE: CASING_LEG_B_STRIKE_LONG,
    CASING_LEG_A_LEFT: CASING_LEG_A_LEFT_LONG, CASING_LEG_A_RIGHT: CASING_LEG_A_RIGHT_LONG,
    CASING_LEG_B_LEFT: CASING_LEG_B_LEFT_LONG, CASING_LEG_B_RIGHT: CASING_LEG_B_RIGHT_LONG,
}  # fmt: skip
# Each of a side's two casing legs, by how the opening names its ends
CASING_EACH = {leg: (*own, *CASING_LEG_END[leg].values()) for leg, own in CASING_LEG_AT.items()}
# What was planned alike for both legs, and is a length for each once the floor is read: those count then
BY_LEG = {
    JACK_LENGTH: (JACK_LEFT, JACK_RIGHT),
    LEG_LENGTH: (LEG_HINGE_SET, LEG_STRIKE_SET, LEG_LEFT, LEG_RIGHT),
    STOP_LEG: (STOP_HINGE, STOP_STRIKE),
    **CASING_EACH,
    **{CASING_LONG[leg]: tuple(CASING_LONG[one] for one in own) for leg, own in CASING_EACH.items()},
}
CASING_NAIL_ON = {"A": CASING_NAIL_A, "B": CASING_NAIL_B}
STAND_OFF_ON = {"A": STAND_OFF_A, "B": STAND_OFF_B}
JACK_ON = {"left": JACK_LEFT, "right": JACK_RIGHT}
SET_MARK_ON = {"left": SET_MARK_LEFT, "right": SET_MARK_RIGHT}
SPLIT_LEG_AT = {(0, "A"): SPLIT_LEG_A, (0, "B"): SPLIT_LEG_B, (1, "A"): SPLIT_LEG_OTHER_A, (1, "B"): SPLIT_LEG_OTHER_B}
LONGEST_FIXING_ON = {"A": LONGEST_FIXING_A, "B": LONGEST_FIXING_B}
KING_FILLER_ON = {"left": KING_FILLER_LEFT, "right": KING_FILLER_RIGHT}
WALL_LEAN_BESIDE = {"hinge": WALL_LEAN_HINGE, "strike": WALL_LEAN_STRIKE}
BLOCK_ON = {"hinge": BLOCK_HINGE, "strike": BLOCK_STRIKE}
CUT_OFF_LEG = {"hinge": CUT_HINGE, "strike": CUT_STRIKE}
PROUD_AT = {
    ("hinge", "top"): PROUD_HINGE_TOP, ("hinge", "foot"): PROUD_HINGE_FOOT,
    ("strike", "top"): PROUD_STRIKE_TOP, ("strike", "foot"): PROUD_STRIKE_FOOT,
}  # fmt: skip
PROUD_B_AT = {
    ("hinge", "top"): PROUD_B_HINGE_TOP, ("hinge", "foot"): PROUD_B_HINGE_FOOT,
    ("strike", "top"): PROUD_B_STRIKE_TOP, ("strike", "foot"): PROUD_B_STRIKE_FOOT,
}  # fmt: skip
FOUND_WIDTH_AT = {"foot": FOUND_WIDTH_FOOT, "middle": FOUND_WIDTH_MIDDLE, "head": FOUND_WIDTH_HEAD}
SIDE_PLAY_BY = {"build_up": BUILD_UP_SIDE_PLAY, "add_on": ADD_ON_SIDE_PLAY}
HEAD_PLAY_BY = {"build_up": BUILD_UP_HEAD_PLAY, "add_on": ADD_ON_HEAD_PLAY}
WHEELS_CLOSED = (WHEEL_CLOSED_1, WHEEL_CLOSED_2)
WHEELS_OPEN = (WHEEL_OPEN_1, WHEEL_OPEN_2)

FIGURES: dict[str, FigureName] = {str(one): one for one in list(globals().values()) if isinstance(one, FigureName)}
# What is listed somewhere, in the order it is declared
LISTED: tuple[FigureName | Numbered, ...] = tuple(
    one for one in list(globals().values()) if isinstance(one, (FigureName, Numbered)) and one.group is not None
)
FAMILIES: tuple[Numbered, ...] = tuple(one for one in list(globals().values()) if isinstance(one, Numbered))
GROUPS: tuple[Group, ...] = tuple(one for one in list(globals().values()) if isinstance(one, Group))


@cache
def _family_of(stem: str) -> Numbered | None:
    return next((family for family in FAMILIES if family.stem == stem), None)


def figure_name(text: str) -> FigureName | None:
    """Give the figure a text names; None where no rule makes one of that name."""
    known = FIGURES.get(text)
    if known is not None:
        return known
    stem, _, number = text.rpartition("_")
    family = _family_of(stem) if number.isdigit() else None
    return family[int(number)] if family is not None else None
