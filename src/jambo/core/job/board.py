"""A job as it is solved: its openings with the pieces that are their own, its walls with their timber, its head lines, what is next."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass, field
from typing import Literal

from jambo.core.framing.pieces import Piece
from jambo.core.planning.work import Phase, Phases, phase_now
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import Length
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


@dataclass(frozen=True, slots=True)
class Head:
    """The underside of an opening's head: what it needs by itself and where it is now; and its floors on both sides."""

    own: Length
    now: Length
    floors: tuple[Length, Length]

    def on(self, line: Length) -> bool:
        """Whether it is on a line already, by itself: aligning it moves nothing."""
        return self.own == self.now == line


def head_of(figures: Figures) -> Head | None:
    """Give the head of an opening; None while it is not known (handbook 6).

    Args:
        figures: its answer; none where it has none.
    """
    now = figures.value(names.HEAD_UNDERSIDE) if figures else None
    own = figures.value(names.HEAD_OWN) if names.HEAD_OWN in figures else now
    a, b = (figures.value(floor) if figures else None for floor in (names.FLOOR_A, names.FLOOR_B))
    return None if now is None or own is None or a is None or b is None else Head(own, now, (a, b))


def head_line(heads: Iterable[Head | None]) -> Length | None:
    """The common line of a storey: the greatest of the heads its openings need; None while nothing there is known."""
    return max((head.own for head in heads if head is not None), default=None)


Next = Literal["facts", "frame", "set", "sign"]
_NEXT: dict[Phase | None, Next] = {
    "before_wallboard": "frame", "to_set": "set", "after_floor": "set", "to_hang": "sign", "to_finish": "sign", None: "sign",
}  # fmt: skip


def next_of(phases: Phases, done: Collection[str], ticked: Collection[str], *, ready: bool) -> Next | None:
    """What an opening needs next; None where it is signed off.

    Args:
        phases: its operations; done: framed, set, signed; ticked: the steps that are done, by key; ready: whether all its facts are there.
    """
    if "signed" in done:
        return None
    what = _NEXT[phase_now(phases, done, ticked)] if phases else "set" if "framed" in done else "frame"
    return "facts" if what == "frame" and not ready else what
