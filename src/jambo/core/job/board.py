"""A job as it is solved: its openings with the pieces that are their own, and its walls with their timber."""

from __future__ import annotations

from dataclasses import dataclass, field

from jambo.core.framing.pieces import Piece
from jambo.core.solve import Result


@dataclass(frozen=True, slots=True)
class OfOpening:
    """An opening as it is solved, and how many of each piece it is to be given."""

    id: int
    mark: str
    result: Result
    pieces: tuple[tuple[Piece, int], ...]


@dataclass(frozen=True, slots=True)
class OfWall:
    """A wall's own timber."""

    id: int
    name: str
    pieces: tuple[Piece, ...]


@dataclass
class SolvedJob:
    """Openings in walking order, then walls; `left_out` are those that cannot be worked out."""

    openings: list[OfOpening] = field(default_factory=list)
    walls: list[OfWall] = field(default_factory=list)
    left_out: list[str] = field(default_factory=list)
