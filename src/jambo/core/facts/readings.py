"""What can be read at an opening (handbook 13) and how: the places in the order of the round, and what each answers.

Left and right are as seen from side A. A reading along a level or a straightedge is a `drop` over a length.
"""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Source
from jambo.core.quantities.length import ZERO, Length

Place = Literal[
    "width_foot", "width_middle", "width_head", "width_at", "height_left", "height_right", "height_centre",
    "diagonal_up_right", "diagonal_up_left", "lean_left", "bow_left", "lean_right", "bow_right",
    "header_level", "floor_across", "floor_along", "wall_left", "wall_right", "twist_left", "twist_right",
    "thickness_left_head", "thickness_left_foot", "thickness_right_head", "thickness_right_foot", "floor_bump",
    "line_left", "line_right", "gap_hinge_top", "gap_hinge_foot", "gap_head_hinge", "gap_head_strike", "gap_strike_top", "gap_latch", "gap_foot",
    "gap_fixed_top", "gap_fixed_foot", "gap_fixed_head", "gap_fixed_meeting",
    "stop_top", "stop_latch", "stop_foot", "plumb_strike", "plumb_swing", "leg_straight", "frame_head", "frame_foot",
]  # fmt: skip


Toward = Literal["opening", "away", "A", "B", "left", "right", "up", "down", "strike", "hinge", "swing", "closed"]


Written = Literal["length", "level"]


ReadingPhase = Literal["survey", "check"]

# What a height was taped from: the rough floor, a finished floor that stays, or the storey's level line
TapedFrom = Literal["rough_floor", "floor_a", "floor_b", "level_line"]
TAPED_FROM: dict[TapedFrom, str] = {
    "rough_floor": "", "floor_a": "from the floor on side A", "floor_b": "from the floor on side B",
    "level_line": "from the level line",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Ask:
    """What is asked at a place: what it is called, how it is written, which ways it can go, and how to read it.

    `taped` is what its height may be taped from; of a level line itself, the floors it may be taped down to.
    """

    label: str
    written: Written
    kind: str
    ways: tuple[Toward, ...]
    how: str
    phase: ReadingPhase = "survey"
    needs_at: bool = False
    round: bool = True
    taped: tuple[TapedFrom, ...] = ()


_LEAN: tuple[Toward, ...] = ("opening", "away")
_FLOORS: tuple[TapedFrom, ...] = ("rough_floor", "floor_a", "floor_b")
_HEIGHT: tuple[TapedFrom, ...] = (*_FLOORS, "level_line")


_FACES: tuple[Toward, ...] = ("A", "B")


def _gap(label: str, how: str) -> Ask:
    return Ask(label, "length", "gap", (), how, "check")


PLACES: dict[Place, Ask] = {
    "width_foot": Ask("width at the foot", "length", "opening_width", (), "Stud to stud, just over the floor."),
    "width_middle": Ask("width at the middle", "length", "opening_width", (), "Stud to stud, half way up."),
    "width_head": Ask("width at the head", "length", "opening_width", (), "Stud to stud, just under the {header}."),
    "height_left": Ask("height on the left", "length", "opening_height", (), "Floor to {header}, along the left {stud}.", taped=_HEIGHT),
    "height_right": Ask("height on the right", "length", "opening_height", (), "Floor to {header}, along the right {stud}.", taped=_HEIGHT),
    "lean_left": Ask("lean of the left {stud}", "level", "lean", _LEAN, "Level upright in the opening; which way its top leans."),
    "lean_right": Ask("lean of the right {stud}", "level", "lean", _LEAN, "Level upright in the opening; which way its top leans."),
    "height_centre": Ask("height in the middle", "length", "opening_height", (), "Floor to {header}, half way across.", taped=_HEIGHT),
    "diagonal_up_right": Ask("diagonal, left foot to right head", "length", "diagonal", (), "Corner to corner."),
    "diagonal_up_left": Ask("diagonal, right foot to left head", "length", "diagonal", (), "Corner to corner."),
    "bow_left": Ask("bow of the left {stud}", "length", "lean", _LEAN, "Straightedge over the whole {stud}, read at its middle."),
    "bow_right": Ask("bow of the right {stud}", "length", "lean", _LEAN, "Straightedge over the whole {stud}, read at its middle."),
    "header_level": Ask("{header} out of level", "level", "lean", ("left", "right"), "Level under the {header}; which end is higher."),
    "floor_across": Ask("floor across the opening", "level", "lean", ("left", "right"), "Level on the floor between the {stud}s; which end is higher."),
    "floor_along": Ask("floor along the swing", "level", "lean", ("up", "down"), "Level on the floor, away from the wall where the {leaf} swings."),
    "wall_left": Ask("wall beside the left {stud}", "level", "lean", _FACES, "Level upright on the wall's face; which side its top leans to."),
    "wall_right": Ask("wall beside the right {stud}", "level", "lean", _FACES, "Level upright on the wall's face; which side its top leans to."),
    "twist_left": Ask("twist of the left {stud}", "length", "lean", _FACES, "Square across the {stud}; which edge stands into the opening.", needs_at=True, taped=_HEIGHT),
    "twist_right": Ask("twist of the right {stud}", "length", "lean", _FACES, "Square across the {stud}; which edge stands into the opening.", needs_at=True, taped=_HEIGHT),
    "thickness_left_head": Ask("wall thickness, left head", "length", "wall_thickness", (), "Face to face, with both finishes."),
    "thickness_left_foot": Ask("wall thickness, left foot", "length", "wall_thickness", (), "Face to face, with both finishes."),
    "thickness_right_head": Ask("wall thickness, right head", "length", "wall_thickness", (), "Face to face, with both finishes."),
    "thickness_right_foot": Ask("wall thickness, right foot", "length", "wall_thickness", (), "Face to face, with both finishes."),
    "width_at": Ask("one more width", "length", "opening_width", (), "Stud to stud, at the height given.", needs_at=True, round=False, taped=_HEIGHT),
    "line_left": Ask("level line over the floor, left", "length", "height", (), "Down from the level line to the floor, at the left foot.", round=False, taped=_FLOORS),
    "line_right": Ask("level line over the floor, right", "length", "height", (), "Down from the level line to the floor, at the right foot.", round=False, taped=_FLOORS),
    "floor_bump": Ask("bump in the floor", "length", "lean", (), "Over the straightedge; how far from the hinges, at which angle.", needs_at=True, round=False),
    "gap_hinge_top": _gap("gap at the top hinge", "Between {leaf} and {leg}, closed."),
    "gap_hinge_foot": _gap("gap at the bottom hinge", "Between {leaf} and {leg}, closed."),
    "gap_head_hinge": _gap("gap at the {head}, hinge end", "Over the {leaf}'s hinge corner."),
    "gap_head_strike": _gap("gap at the {head}, {strike} end", "Over the {leaf}'s free corner."),
    "gap_strike_top": _gap("gap at the {strike}, top", "Beside the {leaf}'s top corner."),
    "gap_latch": _gap("gap at the latch", "Beside the latch."),
    "gap_foot": _gap("gap at the {strike}, foot", "Beside the {leaf}'s bottom corner."),
    "gap_fixed_top": _gap("gap at the fixed {leaf}'s top hinge", "Between {leaf} and {leg}, closed."),
    "gap_fixed_foot": _gap("gap at the fixed {leaf}'s bottom hinge", "Between {leaf} and {leg}, closed."),
    "gap_fixed_head": _gap("gap over the fixed {leaf}, hinge end", "Over its hinge corner."),
    "gap_fixed_meeting": _gap("gap over the fixed {leaf}, where the leaves meet", "Over its free corner."),
    "stop_top": _gap("{leaf} off the stop, top", "0 where it touches."),
    "stop_latch": _gap("{leaf} off the stop, latch", "0 where it touches."),
    "stop_foot": _gap("{leaf} off the stop, foot", "0 where it touches."),
    "plumb_strike": Ask("hinge {leg}, in the wall's plane", "level", "lean", ("strike", "hinge"), "Level on the hinge {leg}; which way its top leans.", "check"),
    "plumb_swing": Ask("hinge {leg}, through the wall", "level", "lean", ("swing", "closed"), "Level on the hinge {leg}'s face; toward the swing or away.", "check"),
    "leg_straight": Ask("bow of the {leg} between {shim}s", "length", "gap", (), "Straightedge along the {leg}.", "check"),
    "frame_head": Ask("{frame} width at the head", "length", "leaf_width", (), "{leg} to {leg}, just under the {head}.", "check", round=False),
    "frame_foot": Ask("{frame} width at the foot", "length", "leaf_width", (), "{leg} to {leg}, at the floor.", "check", round=False),
}  # fmt: skip

# what tells first whether a hole is straight and large enough; the rest is read where something disagrees
FIRST: tuple[Place, ...] = (
    "width_foot", "width_middle", "width_head", "height_left", "height_right", "lean_left", "lean_right",
)  # fmt: skip

# What is read of a second leaf that closes the same opening, and what the others are called beside it: the strike is its edge
OF_FIXED: tuple[Place, ...] = ("gap_fixed_top", "gap_fixed_foot", "gap_fixed_head", "gap_fixed_meeting")
_OF_PAIR: dict[Place, tuple[str, str]] = {
    "gap_head_strike": ("gap over the active {leaf}, where the leaves meet", "Over its free corner."),
    "gap_strike_top": ("gap between the leaves, top", "Between both edges, at the top corner."),
    "gap_latch": ("gap between the leaves, at the latch", "Between both edges, beside the latch."),
    "gap_foot": ("gap between the leaves, foot", "Between both edges, at the bottom corner."),
}  # fmt: skip


def asked_at(place: Place, *, pair: bool) -> Ask:
    """What is asked at a place, as it is called where two leaves close the opening together."""
    called = _OF_PAIR.get(place) if pair else None
    return PLACES[place] if called is None else replace(PLACES[place], label=called[0], how=called[1])


def places_of(*, pair: bool) -> tuple[Place, ...]:
    """The places of the round: those of a second leaf only where there is one."""
    return tuple(place for place in PLACES if pair or place not in OF_FIXED)


WIDTHS: tuple[Place, ...] = ("width_foot", "width_middle", "width_head", "width_at")
READ = Source("reading", "survey.readings")
SIGN: dict[str, int] = {"away": -1, "B": -1, "left": -1, "down": -1, "hinge": -1, "closed": -1}


@dataclass(frozen=True, slots=True)
class Reading:
    """One reading: the length or drop read, over which length it was (None: over the whole height or width).

    `toward` says which way it goes; `at` is the height of a width or twist, or a bump's distance from the hinges, and
    `angle` the bump's direction in degrees from the closed leaf. `path` is its place in the document. A height was taped from
    `taped_from`, which is `above` the rough floor; `up` is its place's height over that.
    """

    place: Place
    value: Length
    path: str
    over: Length | None = None
    toward: Toward | None = None
    at: Length | None = None
    angle: int = 0
    taped_from: TapedFrom = "rough_floor"
    above: Length = ZERO

    @property
    def called(self) -> str:
        """What was read, a template over the word list: of a height, with what it was taped from."""
        return f"{PLACES[self.place].label} {TAPED_FROM[self.taped_from]}".rstrip()

    @property
    def up(self) -> Length | None:
        """The height over the rough floor it was read at, where it was read at one."""
        return self.at + self.above if self.at is not None else None

    @property
    def signed(self) -> Length:
        """The reading with its way as a sign: into the opening, toward A, right end high, up and toward are plus."""
        return self.value * SIGN.get(self.toward or "", 1)

    @property
    def slope(self) -> Fraction | None:
        """A level reading as a signed slope; None when it was read over the whole length."""
        return None if self.over is None else Fraction(self.signed.nm) / Fraction(self.over.nm)


@dataclass(frozen=True, slots=True)
class Survey:
    """The readings that count now: corrections have superseded what they corrected.

    `hanging` are those taped from something whose own height nobody knows: they say nothing until it is known.
    """

    readings: tuple[Reading, ...] = ()
    hanging: tuple[Reading, ...] = ()

    @property
    def taken(self) -> bool:
        """Whether anything was read, be it of no use yet."""
        return bool(self.readings or self.hanging)

    def at(self, *places: Place) -> tuple[Reading, ...]:
        """The readings of some places, in the order they were taken."""
        return tuple(r for r in self.readings if r.place in places)

    def one(self, place: Place) -> Reading | None:
        """The latest reading of a place."""
        found = self.at(place)
        return found[-1] if found else None

    def of(self, phase: ReadingPhase) -> tuple[Reading, ...]:
        """The readings of the survey, or of the check after setting."""
        return tuple(r for r in self.readings if PLACES[r.place].phase == phase)
