"""Sticks in cutting order, with running marks, and what is left of each (handbook 28)."""

from __future__ import annotations

from collections import deque
from collections.abc import Sequence
from fractions import Fraction

from jambo.core.quantities.length import ZERO, Length, or_zero, total
from jambo.core.stock.problem import CutInStick, CutProblem, FilledStick, Stick

Filling = tuple[
    int, bool, tuple[Length, ...]
]  # the stick's index in the stock, whether it lies there, the pieces it gives

CopyOf = tuple[int, int, int, int]  # whose it is, which copy, which part of how many


def queues(
    problem: CutProblem, parted: dict[int, tuple[tuple[Length, ...], ...]], cannot: Sequence[int]
) -> dict[Length, deque[CopyOf]]:
    """Whose the pieces of each length are, in the order they were asked for; `parted` are the parts of every copy of a spliced one."""
    found: dict[Length, deque[CopyOf]] = {}
    for i, piece in enumerate(problem.pieces):
        if i in cannot:
            continue
        for copy, parts in enumerate(parted.get(i, ((piece.length,),) * piece.count), 1):
            for n, part in enumerate(parts, 1):
                found.setdefault(part, deque()).append((i, copy, n if len(parts) > 1 else 0, len(parts)))
    return found


def left_of(stick: Length, pieces: Sequence[Length], kerf: Length, square: Length) -> Length | None:
    """What is left of a stick once pieces are cut from it; None where it does not give them. The last saw cut may fall past its end.

    A stick that is as long as its one piece is used as it comes: nothing is squared or cut, and nothing left.

    Args:
        stick: its length; pieces: theirs; kerf: lost at every cut; square: lost once, to square its end.
    """
    if [*pieces] == [stick]:
        return ZERO
    over = stick - square - total(pieces) - kerf * (len(pieces) - 1)
    return None if over < ZERO else max(ZERO, over - kerf)


def lay_out(
    problem: CutProblem, fillings: Sequence[Filling], wanted: dict[Length, deque[CopyOf]]
) -> tuple[FilledStick, ...]:
    """Give every filling its pieces: alike sticks together so that a stop stays set, the longest pieces first.

    What a filling has more of than is wanted is not cut, and a stick with nothing left to cut is not taken.
    """
    order = sorted(
        ((stick, owned, tuple(sorted(cuts, reverse=True))) for stick, owned, cuts in fillings),
        key=lambda f: ([*(-c.nm for c in f[2]), 0], -problem.stock[f[0]].length.nm, not f[1], f[0]),
    )
    found: list[FilledStick] = []
    for stick, owned, lengths in order:
        cuts: list[CutInStick] = []
        at = ZERO
        for length in lengths:
            if waiting := wanted.get(length):
                cuts.append(CutInStick(*waiting.popleft(), length, at + length))
                at = at + length + problem.kerf
        if cuts:
            left = or_zero(left_of(problem.stock[stick].length, [c.length for c in cuts], problem.kerf, problem.square))
            found.append(FilledStick(stick, owned, tuple(cuts), left, left > ZERO and left >= problem.keep))
    return tuple(found)


def cost_of(sticks: Sequence[FilledStick], stock: Sequence[Stick]) -> Fraction | None:
    """What the sticks that are bought come to; None where one of them has no price."""
    prices = [stock[s.stick].price for s in sticks if not s.owned]
    return None if any(p is None for p in prices) else sum((p for p in prices if p is not None), Fraction(0))


def waste_of(sticks: Sequence[FilledStick], stock: Sequence[Stick]) -> Length:
    """What is neither a piece nor an offcut that is kept: squaring cuts, saw cuts, short ends."""
    taken = total(stock[s.stick].length - (s.left if s.kept else ZERO) for s in sticks)
    return taken - total(cut.length for s in sticks for cut in s.cuts)
