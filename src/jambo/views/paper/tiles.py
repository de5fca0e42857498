"""How a long strip is parted over sheets (handbook 33): each overlaps the one before, and both have the line they meet at."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from math import ceil
from typing import Literal

SheetName = Literal["roll", "a4", "a3", "letter", "legal"]
SHEETS: dict[SheetName, tuple[float, float]] = {  # width and height, mm
    "a4": (210, 297),
    "a3": (297, 420),
    "letter": (215.9, 279.4),
    "legal": (215.9, 355.6),
}
ROLL_WIDTH = 210.0
LONGEST = 5000.0  # a page of a file may be 200 in long, no more
MARGIN = 9.0  # most printers reach that far
HEAD = 22.0  # over the strips: whose they are, and the code
CODE = 19.0
OVERLAP = 20.0


@dataclass(frozen=True)
class Sheet:
    """Paper: its width, its greatest height, and whether it is as long as what is on it; all in millimetres."""

    width: float
    height: float
    roll: bool = False

    @classmethod
    def named(cls, name: SheetName) -> Sheet:
        """The paper of a name; a roll is as wide as an ordinary sheet."""
        return cls(ROLL_WIDTH, LONGEST, True) if name == "roll" else cls(*SHEETS[name])

    @property
    def room(self) -> float:
        """How much of a strip goes on one sheet at most, mm."""
        return self.height - 2 * MARGIN - HEAD


@dataclass(frozen=True)
class Tile:
    """A stretch of the strip on a sheet of its own, and the lines it meets its neighbours at (None at the strip's ends), mm."""

    low: float
    high: float
    meets_before: float | None = None
    meets_next: float | None = None


def tiles(low: float, high: float, room: float) -> list[Tile]:
    """Part a strip: as few sheets as reach, each but the last full, overlapping by `OVERLAP` around the line where two meet.

    Args:
        low, high: the strip's ends, mm; room: how much of it goes on a sheet, mm, more than twice the overlap.
    """
    length = high - low
    count = 1 if length <= room else ceil((length - OVERLAP) / (room - OVERLAP))
    starts = [low + i * (room - OVERLAP) for i in range(count)]
    joints = [(a + room + b) / 2 for a, b in pairwise(starts)]
    return [
        Tile(start, min(start + room, high), before, after)
        for start, before, after in zip(starts, [None, *joints], [*joints, None], strict=True)
    ]
