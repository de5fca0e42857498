"""The story pole: heights from the rough floor up, each a figure."""

from __future__ import annotations

from typing import Literal

from jambo.core.facts.readings import TapedFrom
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Figures
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.names import FigureName, Numbered

PoleGroup = Literal["floor", "door", "opening", "wall"]


Pole = tuple[tuple[PoleGroup, FigureName | Numbered], ...]  # which figures a kind of door puts on the pole


@dataclass(frozen=True, slots=True)
class PoleMark:
    """One mark on the story pole; `group` tells floor, door, opening and wall marks apart."""

    group: PoleGroup
    figure: Figure


ON_WALL: Pole = (("wall", names.HEADER_TOP), ("wall", names.WALL_TOP))


# What heights can be read from besides the rough floor: the figure that says how high that is
_STARTS: dict[TapedFrom, FigureName] = {
    "floor_a": names.FLOOR_A, "floor_b": names.FLOOR_B, "level_line": names.LEVEL_LINE,
}  # fmt: skip


def pole_starts(figures: Figures) -> dict[TapedFrom, Length]:
    """What the heights of an opening can be read from, and how high that is over its rough floor."""
    found: dict[TapedFrom, Length] = {"rough_floor": ZERO}
    for start, name in _STARTS.items():
        if (height := figures.value(name)) is not None and height != ZERO:
            found[start] = height
    return found


def pole_from(figures: Figures, wanted: TapedFrom) -> tuple[TapedFrom, Length]:
    """What the story pole is read from: as wanted, or the rough floor while nobody knows how high that is."""
    starts = pole_starts(figures)
    return (wanted, starts[wanted]) if wanted in starts else ("rough_floor", ZERO)


def story_pole(figures: Figures, door: Pole) -> tuple[PoleMark, ...]:
    """Order the known heights from the floor up: those its kind of door names, and those of the wall."""
    marks: list[PoleMark] = []
    for group, name in (*door, *ON_WALL):
        rows = [f for _, f in figures.numbered(name)] if isinstance(name, Numbered) else [figures.get(name)]
        marks += [PoleMark(group, f) for f in rows if isinstance(f, Figure)]
    return tuple(sorted(marks, key=lambda m: m.figure.value))
