"""The cut list of one opening (TRADE 4 and 6): what to cut, how many, from what, and which figure says so."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from jambo.core.length import Length
from jambo.core.sums import Reckoned


@dataclass(frozen=True, slots=True)
class Piece:
    """A row of the cut list. `section` is the stock's thickness and width; `stock` groups rows that share it.

    `part` is a key of the word list. A count of 0 means the figure is known but no such piece is needed.
    """

    part: str
    where: Literal["frame", "wall", "casing", "kit"]
    count: int
    length: Reckoned
    section: tuple[Length | None, Length | None]


def cut_list(
    *,
    kings: Sequence[Piece],
    jack: tuple[int, Reckoned],
    header: Reckoned,
    header_section: tuple[Length | None, Length | None],
    cripples: Sequence[Piece],
    stud_section: tuple[Length | None, Length | None],
    door: Sequence[Piece],
    casing: Sequence[Reckoned] = (),
    casing_width: Length | None = None,
) -> tuple[Piece, ...]:
    """List the pieces in the order they are cut: wall first, then what the door is made of, casing last."""
    rows = [
        *kings,
        Piece("jack", "wall", jack[0], jack[1], stud_section),
        Piece("header", "wall", 1, header, header_section),
        *cripples,
        *door,
    ]
    # two legs a side; a head for each side
    rows += [Piece("casing", "casing", 2, length, (casing_width, None)) for length in casing]
    return tuple(row for row in rows if row.count)
