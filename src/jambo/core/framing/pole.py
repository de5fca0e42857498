"""The story pole: heights from the rough floor up, each a figure."""

from __future__ import annotations

from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Figures
from jambo.core.quantities.names import FigureName, Numbered

PoleGroup = Literal["floor", "door", "opening", "wall"]


Pole = tuple[tuple[PoleGroup, FigureName | Numbered], ...]  # which figures a kind of door puts on the pole


@dataclass(frozen=True, slots=True)
class PoleMark:
    """One mark on the story pole; `group` tells floor, door, opening and wall marks apart."""

    group: PoleGroup
    figure: Figure


ON_WALL: Pole = (("wall", names.HEADER_TOP), ("wall", names.WALL_TOP))


def story_pole(figures: Figures, door: Pole) -> tuple[PoleMark, ...]:
    """Order the known heights from the floor up: those its kind of door names, and those of the wall."""
    marks: list[PoleMark] = []
    for group, name in (*door, *ON_WALL):
        rows = [f for _, f in figures.numbered(name)] if isinstance(name, Numbered) else [figures.get(name)]
        marks += [PoleMark(group, f) for f in rows if isinstance(f, Figure)]
    return tuple(sorted(marks, key=lambda m: m.figure.value))
