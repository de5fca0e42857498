"""A job as it is solved: its openings with the pieces that are their own, its walls with their timber, its head lines, what is next."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Literal

from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Neighbour
from jambo.core.flags import Flag
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.judge import clashes
from jambo.core.framing.pieces import Piece
from jambo.core.kinds.registry import KINDS
from jambo.core.planning.work import Phase, Phases, phase_now
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import Length, or_zero
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
    """The underside of an opening's head: what it needs by itself and where it is now; and its floors on both sides.

    `level` is how high the storey's level line is over its rough floor, None while nobody taped it; `gap` is what it stands over the floor by itself, None where a sill or a kit says that; `leaf` how high its leaf is; `keeps` why it
    takes part in no line unless that is chosen, "" where nothing speaks against it (handbook 6).
    """

    own: Length
    now: Length
    floors: tuple[Length, Length]
    gap: Length | None = None
    leaf: Length | None = None
    keeps: str = ""
    level: Length | None = None

    @property
    def needs(self) -> Length:
        """The head it needs over the level line, or while nobody taped that, over its rough floor."""
        return self.own - or_zero(self.level)

    @property
    def stands(self) -> Length:
        """Where its head is now, over the same."""
        return self.now - or_zero(self.level)

    def on(self, line: Length) -> bool:
        """Whether it is on a line already, by itself: aligning it moves nothing."""
        return self.needs == self.stands == line


def keeps_its_head(opening: Opening, done: Collection[str]) -> str:
    """Why a door never gains from a head line silently; "" for one that may.

    Args:
        opening: its kind, frame and rating; done: how far it is built: framed, set, signed.
    """
    kind = kind_of_frame(opening.frame)
    why = {
        KINDS[opening.kind].keeps_head: not KINDS[opening.kind].swings,
        "it is set": not {"set", "signed"}.isdisjoint(done),
        "it is framed": "framed" in done,
        "fire-rated: its listing says its greatest gap at the floor": opening.fire_rated,
        "pre-hung: its legs come with it": opening.frame.pre_hung,
        "its frame is bought at its height": not kind.legs_cut,
    }
    return next((reason for reason, so in why.items() if so), "")


def head_of(figures: Figures, opening: Opening | None = None, done: Collection[str] = ()) -> Head | None:
    """Give the head of an opening; None while it is not known (handbook 6).

    Args:
        figures: its answer; none where it has none; opening: its facts; done: how far it is built.
    """
    now = figures.value(names.HEAD_UNDERSIDE) if figures else None
    own = figures.value(names.HEAD_OWN) if names.HEAD_OWN in figures else now
    a, b = (figures.value(floor) if figures else None for floor in (names.FLOOR_A, names.FLOOR_B))
    if now is None or own is None or a is None or b is None:
        return None
    if opening is None:
        return Head(own, now, (a, b))
    known = figures.known(names.LEAF_BOTTOM, names.FLOOR_CLEAR)
    swings = KINDS[opening.kind].swings and opening.frame.sill is None
    gap = known[names.LEAF_BOTTOM] - now + own - known[names.FLOOR_CLEAR] if known is not None and swings else None
    tall = figures.value(names.NOMINAL_HEIGHT)  # what a steel frame's net leaf is called by
    if tall is None:
        tall = KINDS[opening.kind].leaf_sizes(opening, figures)[1]
    level = figures.value(names.LEVEL_LINE)
    return Head(own, now, (a, b), gap, tall, keeps_its_head(opening, done), level)


def head_line(heads: Iterable[Head | None]) -> Length | None:
    """The common line of a storey: the greatest of the heads its openings need; None while nothing there is known."""
    return max((head.needs for head in heads if head is not None), default=None)


def clashes_by_wall(standing: Sequence[Neighbour | None], walls: Sequence[int]) -> dict[int, tuple[Flag, ...]]:
    """What openings do to others of the same wall (handbook 6).

    Each is held against the one before it and the one that reaches furthest: whoever clashes is told of at least one other.

    Args:
        standing: where each opening is, None for one without a place; walls: the wall of each.

    Returns:
        The flags of those that clash, by their place in `standing`.
    """
    here: dict[int, list[tuple[Neighbour, int]]] = {}
    for n, (one, wall) in enumerate(zip(standing, walls, strict=True)):
        if one is not None:
            here.setdefault(wall, []).append((one, n))
    found: dict[int, tuple[Flag, ...]] = {}
    for along in here.values():
        along.sort(key=lambda pair: pair[0].framing_low)
        furthest = along[0]
        for before, now in pairwise(along):
            for other in {before[1]: before, furthest[1]: furthest}.values():
                for (a, n), (b, _) in ((now, other), (other, now)):
                    if flags := tuple(clashes(a, [b])):
                        found[n] = (*found.get(n, ()), *flags)
            furthest = max(furthest, now, key=lambda pair: pair[0].framing_high)
    return found


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
