"""Moves of a leg's end, in the wall's plane and through it (handbook 19): the stop's contact, and the width at the foot."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from jambo.core.facts.leaf import Side
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import HALF
from jambo.core.quantities.length import ZERO, Length, size

End = Literal["top", "latch", "foot"]
Way = Literal["in", "out", "A", "B"]  # into the opening, toward its stud; through the wall to a side
OTHER: dict[Side, Side] = {"A": "B", "B": "A"}


@dataclass(frozen=True, slots=True)
class Nudge:
    """One move: which leg (or the stop planted on the strike leg), which end of it, which way, and how far.

    `shows` says that more than the casing hides would stand off the wall's face.
    """

    what: Literal["hinge", "strike", "stop"]
    end: End
    way: Way
    by: Length
    shows: bool = False


@dataclass(frozen=True, slots=True)
class Through:
    """What stop moves are judged by: where the leaf swings to, how far each end of the leg stands off its wall toward that
    side, what the casing hides, whether the stop is planted and can be moved by itself, and what is even enough.
    """

    swings: Side
    proud: Mapping[End, Length]
    hides: Length
    planted: bool
    even: Length


def _levels(contact: Mapping[End, Length]) -> list[Length]:
    """Where all ends may meet: where one stands now, or half way."""
    most = max(contact.values())
    return [*dict.fromkeys(contact.values()), most * HALF]


def stop_moves(contact: Mapping[End, Length], by: Through) -> tuple[Nudge, ...]:
    """Bring the stop to the closed leaf at every end read: the fewest ends moved, of those the least.

    An end where the leaf stands off comes toward the leaf, or the ends where it touches go away from it, so far as the casing
    hides it. Where one end moved does not do it, a planted stop is planted to the leaf where it is loose.

    Args:
        contact: how far the leaf stands off the stop at each end, 0 where it touches; by: what decides.

    Returns:
        The moves; none while the leaf touches evenly, or fewer than two ends were read.
    """
    touch = min(contact.values(), default=ZERO)
    off = {end: value - touch for end, value in contact.items()}
    if len(off) < 2 or max(off.values()) <= by.even:
        return ()
    ways: list[tuple[bool, int, Length, Length, list[tuple[End, Length]]]] = []
    for level in _levels(off):
        moves = [(end, value - level) for end, value in off.items() if size(value - level) > by.even]
        shows = any(size(by.proud.get(end, ZERO) + move) > by.hides for end, move in moves)
        ways.append((shows, len(moves), sum((size(move) for _, move in moves), ZERO), level, moves))
    shows, _, _, _, moves = min(ways, key=lambda way: way[:4])
    if by.planted and (shows or len(moves) > 1):
        loose = [(end, value) for end, value in off.items() if value > by.even]
        return tuple(Nudge("stop", end, by.swings, value) for end, value in loose)
    return tuple(
        Nudge("strike", end, by.swings if move > ZERO else OTHER[by.swings], size(move), shows) for end, move in moves
    )


def foot_moves(head: Length, foot: Length, lean: Length | None, even: Length, plumb: Length) -> tuple[Nudge, ...]:
    """Make a frame as wide at its foot as at its head. The hinge leg moves where its own level says that it is the one off.

    Args:
        head, foot: the frame's width between its legs; lean: how far the hinge leg's top leans toward the strike over its
            height, None where nobody read it: it is taken as plumb; even: what is alike; plumb: how far it may lean.

    Returns:
        At most one move for each foot; none where both widths are alike.
    """
    wide = foot - head
    if size(wide) <= even:
        return ()
    found: list[Nudge] = []
    # a top that leans to the strike has its foot back by as much: brought in, the foot is narrower by it
    helps = lean is not None and size(lean) > even and size(wide - lean) < size(wide)
    if lean is not None and (helps or size(lean) > plumb):
        found.append(Nudge("hinge", "foot", "in" if lean > ZERO else "out", size(lean)))
        wide = wide - lean
    if size(wide) > even:
        found.append(Nudge("strike", "foot", "in" if wide > ZERO else "out", size(wide)))
    return tuple(found)
