"""Sticks at full size (handbook 33): what is marked along each, counted from the end it is laid on with.

A strip holds nothing of its own: every mark is a figure of the opening, or what the set plan, the track's tape or the wall's layout says.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Literal, get_args

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.frozen import dataclass
from jambo.core.kinds.pocket.facts import kit_of, split_studs
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.millimetres import as_length
from jambo.core.quantities.names import FigureName, Numbered, figure_name
from jambo.core.rules import HouseRules
from jambo.core.setting.stations import LegSide
from jambo.core.solve import Result
from jambo.core.wall.layout import Layout

StripOf = Literal[
    "pole", "leaf", "leg", "shims_hinge", "shims_strike", "track", "slab_top", "slab_edge", "pocket", "plate"
]  # fmt: skip
ORDER: tuple[StripOf, ...] = get_args(StripOf)

# What each is called, and what its figures count from
_CALLED: dict[StripOf, tuple[str, str]] = {
    "pole": ("story pole", "rough floor"),
    "leaf": ("hinges and latch on the {leaf}", "top of the {leaf}"),
    "leg": ("hinges and {strike} on the {leg}s", "{head} underside"),
    "shims_hinge": ("shims on the hinge {stud}", "rough floor at the hinge foot"),
    "shims_strike": ("shims on the {strike} {stud}", "rough floor at the hinge foot"),
    "track": ("track", "edge of the opening"),
    "slab_top": ("hangers, along the top", "its edge"),
    "slab_edge": ("pull, up the edge", "its bottom"),
    "pocket": ("pocket, along the floor", "edge of the opening where the {leaf} closes"),
    "plate": ("plate", "left end of the wall, seen from side A"),
}


@dataclass(frozen=True, slots=True)
class StripMark:
    """A line across a strip.

    Attributes:
        at: how far from the strip's zero; what it reads there.
        figure: what names it, or `label` where none does: words with the crew's terms in braces.
        past: how much what stands there takes of the strip, beyond the line (positive) or before it (negative); crossed there.
        hole: it is drilled or lands on a hole.
        number: of its kind, where several have one name; whose: by index, the opening of a wall it belongs to.
    """

    at: Length
    figure: FigureName | None = None
    label: str = ""
    past: Length = ZERO
    hole: bool = False
    number: int | None = None
    whose: int | None = None


@dataclass(frozen=True, slots=True)
class Strip:
    """One stick: where it begins and ends against its zero, its marks in running order, and what its zero is, in words."""

    of: StripOf
    low: Length
    high: Length
    marks: tuple[StripMark, ...]
    zero: str

    @property
    def called(self) -> str:
        """What it is called, in words with the crew's terms in braces."""
        return _CALLED[self.of][0]

    @property
    def length(self) -> Length:
        """How long it is."""
        return self.high - self.low


def strips_of(result: Result, opening: Opening, rules: HouseRules) -> tuple[Strip, ...]:
    """Give every stick an opening has, as far as its figures are known (handbook 33).

    Args:
        result: the opening as it was worked out; opening: its facts; rules: the house rules in force.
    """
    found = result.figures
    made = (
        _pole(result, rules),
        *_hung(found, rules),
        *_shims(result),
        _track(result),
        _hangers(found, opening),
        _strip("slab_edge", _named(found, names.PULL_MARK, hole=True), found.value(names.SLAB_HEIGHT)),
        _pocket(found, opening),
    )
    return tuple(strip for strip in made if strip is not None)


def plate_of(layout: Layout, wall: Wall) -> Strip | None:
    """Give the plate of a whole wall from its left end; None while no length is known that it could have."""
    stud = wall.stud_thickness.value
    sides = {"left": -stud, "right": stud, None: ZERO}
    marks = [
        StripMark(m.at, label=m.what, past=sides[m.crossed], number=m.number, whose=m.index) for m in layout.marks
    ]  # fmt: skip
    return _strip("plate", marks, layout.length)


# What the end of a stick is, where it has one of its own
_ENDS: dict[StripOf, str] = {
    "leaf": "bottom of the {leaf}", "slab_top": "other edge", "slab_edge": "its top", "pocket": "rough {stud}", "plate": "end of the wall",
}  # fmt: skip


def _strip(of: StripOf, marks: Iterable[StripMark], end: Length | None = None, zero: str = "") -> Strip | None:
    """A stick from its zero, or from its first mark where that is before, to its end or its last mark. None without a mark."""
    ordered = [*marks]
    if not ordered:
        return None
    zero = zero or _CALLED[of][1]
    at = {mark.at for mark in ordered}
    ordered += [StripMark(ZERO, label=zero)] if ZERO not in at else []
    ordered += [StripMark(end, label=_ENDS[of])] if end is not None and end not in at else []
    ordered.sort(key=lambda m: m.at)
    places = [*(m.at for m in ordered), *(m.at + m.past for m in ordered)]
    return Strip(of, min(places), max(places), tuple(ordered), zero)


def _named(found: Figures, *wanted: FigureName, hole: bool = False, past: Length = ZERO) -> Iterator[StripMark]:
    for name in wanted:
        if (value := found.value(name)) is not None:
            yield StripMark(value, name, hole=hole, past=past)


def _hung(found: Figures, rules: HouseRules) -> Iterator[Strip | None]:
    """Hinges with their whole length below the mark, and the latch: on the leaf from its top, on the legs from the head."""
    long = rules.value(house.HINGE_LENGTH)
    top, bottom = found.value(names.LEAF_TOP), found.value(names.LEAF_BOTTOM)
    foot = top - bottom if top is not None and bottom is not None else None
    for of, family, latch, end in _HUNG:
        hinges = [family[n] for n, _ in found.numbered(family)]
        yield _strip(of, [*_named(found, *hinges, past=long), *_named(found, latch)], foot if end else None)


def _pole(result: Result, rules: HouseRules) -> Strip | None:
    """Heights from the rough floor up; a hinge hangs down from its mark."""
    long = -rules.value(house.HINGE_LENGTH)
    hinge = names.HINGE_HEIGHT
    heights = [
        StripMark(m.figure.value, n := m.figure.name, past=long if n.family is hinge else ZERO) for m in result.pole
    ]
    return _strip("pole", [*heights, *_named(result.figures, names.LEVEL_LINE)])


def _hangers(found: Figures, opening: Opening) -> Strip | None:
    """Both hangers from one edge: as a pocket says each, or as far in from either edge of a slab."""
    inset, width = found.value(names.HANGER_INSET), found.value(names.SLAB_WIDTH)
    if width is None:
        width = value_of(opening.leaves[0].width)
    marks = [*_named(found, names.HANGER_1, names.HANGER_2, hole=True)]
    if not marks and inset is not None and width is not None:
        marks = [
            *_named(found, names.HANGER_INSET, hole=True),
            StripMark(width - inset, label="hanger by the other edge", hole=True),
        ]
    return _strip("slab_top", marks, width)


_HUNG: tuple[tuple[StripOf, Numbered, FigureName, bool], ...] = (
    ("leaf", names.HINGE_LEAF, names.LATCH_ON_LEAF, True),
    ("leg", names.HINGE_LEG, names.LATCH_ON_LEG, False),
)


def _shims(result: Result) -> Iterator[Strip | None]:
    """Where shims go on either stud, by the set plan: the middle of each pack."""
    plan = result.found.plan
    sides: tuple[tuple[StripOf, LegSide], ...] = (("shims_hinge", "hinge"), ("shims_strike", "strike"))
    for of, side in sides:
        here = [s.place for s in plan.stations if s.place.side == side] if plan is not None else []
        yield _strip(of, [StripMark(as_length(p.y), label=p.label) for p in here])


_ON_TRACK: dict[str, str] = {
    "edge": "edge of the opening",
    "found_stud": "{stud}, middle",
    "hole": "hole",
    "bore": "bore a hole",
}
_OFF_TRACK = ("wheel", "slab_now")  # where a wheel stands is of no use on a stick


def _track(result: Result) -> Strip | None:
    """What is marked along a track: its ends, holes, the studs behind it, stops, guide and where the slab stands (handbook 11)."""
    tape = result.track
    if tape is None or tape.fixed is None:
        return None
    marks = [
        StripMark(
            m.x,
            figure_name(m.figure) if m.what != "edge" else None,
            _ON_TRACK.get(m.what, ""),
            hole=m.what in ("hole", "bore"),
        )
        for m in tape.marks
        if not m.what.startswith(_OFF_TRACK)
    ]
    ends = _named(result.figures, names.TRACK_START, names.TRACK_END, names.RAIL_JOINT)
    return _strip("track", [*marks, *ends])


def _pocket(found: Figures, opening: Opening) -> Strip | None:
    """Where the split studs stand from the edge where the leaf closes, each with its width past the line; a pair's both ways."""
    if opening.kind != "pocket":
        return None
    wide = kit_of(opening).split.value * 2
    marks = []
    for index, sign in ((0, 1), (1, -1)):
        family = split_studs(index)
        marks += [StripMark(value * sign, family[n], past=wide * sign) for n, value in _values(found, family)]
    meet = "where the {leaf} edges meet" if opening.pair else ""
    return _strip("pocket", marks, None if opening.pair else found.value(names.RO_WIDTH), meet)


def _values(found: Figures, family: Numbered) -> Iterator[tuple[int, Length]]:
    for n, _ in found.numbered(family):
        if (value := found.value(family[n])) is not None:
            yield n, value
