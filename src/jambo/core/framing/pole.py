"""The story pole: heights from the rough floor up, each a figure."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jambo.core.quantities.figure import Figure, Figures

Group = Literal["floor", "door", "opening", "wall"]


Pole = tuple[tuple[Group, str], ...]  # which figures a kind of door puts on the pole; a trailing _ means a numbered row


@dataclass(frozen=True, slots=True)
class PoleMark:
    """One mark on the story pole; `group` tells floor, door, opening and wall marks apart."""

    group: Group
    figure: Figure


ON_WALL: Pole = (("wall", "header_top"), ("wall", "wall_top"))


def story_pole(figures: Figures, door: Pole) -> tuple[PoleMark, ...]:
    """Order the known heights from the floor up: those its kind of door names, and those of the wall."""
    marks: list[PoleMark] = []
    for group, name in (*door, *ON_WALL):
        rows = [f for n, f in figures.items() if n.startswith(name)] if name.endswith("_") else [figures.get(name)]
        marks += [PoleMark(group, f) for f in rows if isinstance(f, Figure)]
    return tuple(sorted(marks, key=lambda m: m.figure.value))
