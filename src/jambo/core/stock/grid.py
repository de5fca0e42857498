"""A cutting problem in whole units: kinds of pieces with their sizes, classes of sticks with their rooms and weights."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from functools import reduce
from math import gcd

import numpy as np
from numpy.typing import NDArray

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.stock.problem import CutProblem, Goal, Stick

FINEST = 30_000  # units in the longest stick: finer than that sizes are rounded, up for plans and down for the bound


@dataclass(frozen=True, slots=True)
class Sticks:
    """Sticks of one length that are bought, or that lie there: their index in the stock, what one weighs by the goal, how many there are."""

    stick: int
    owned: bool
    weight: Fraction
    most: int | None


@dataclass(frozen=True, slots=True)
class Grid:
    """Sizes and rooms in whole units. A piece takes its length and a saw cut; the last cut of a stick may fall past its end.

    `whole` says of each class which kind is as long as its stick: one of those is the stick as it comes, without squaring or a cut.
    `tight` are sizes and rooms a plan is sure to fit by; `loose` those no plan can beat. They are the same where all lengths fall on the grid.
    `own` are as they are, in a `unit` of their own, however fine.
    """

    lengths: tuple[Length, ...]
    classes: tuple[Sticks, ...]
    tight: tuple[tuple[int, ...], tuple[int, ...]]
    loose: tuple[tuple[int, ...], tuple[int, ...]]
    own: tuple[tuple[int, ...], tuple[int, ...]]
    unit: Fraction
    whole: tuple[int | None, ...]

    def takes(self, of: int, pattern: Mapping[int, int]) -> bool:
        """Whether a stick of a class gives these pieces."""
        return sum(self.own[0][kind] * n for kind, n in pattern.items()) <= self.own[1][of]

    def holds(self, of: int, best: int, worth: NDArray[np.int64]) -> int:
        """The most a stick of a class is worth: filled at its best, or as it comes."""
        kind = self.whole[of]
        return best if kind is None else max(best, int(worth[kind]))

    @property
    def sizes(self) -> tuple[int, ...]:
        """What one of each kind takes."""
        return self.tight[0]

    @property
    def rooms(self) -> tuple[int, ...]:
        """What a stick of each class holds."""
        return self.tight[1]

    @property
    def exact(self) -> bool:
        """Whether every length falls on the grid."""
        return self.tight == self.loose

    @property
    def least_step(self) -> Fraction:
        """The least by which two plans can differ."""
        weights = [c.weight for c in self.classes if c.weight]
        return reduce(_common, weights, Fraction(0)) or Fraction(1)


def _common(a: Fraction, b: Fraction) -> Fraction:
    """The greatest length both are whole numbers of."""
    bottom = a.denominator * b.denominator
    return Fraction(gcd(a.numerator * b.denominator, b.numerator * a.denominator), bottom)


def _weight(stick: Stick, owned: bool, goal: Goal) -> Fraction:
    """What a stick counts by the goal: what lies there already counts for nothing."""
    if owned:
        return Fraction(0)
    if goal == "cost":
        return stick.price or Fraction(0)
    return Fraction(1) if goal == "sticks" else Fraction(stick.length.nm)


def classes_of(problem: CutProblem) -> tuple[Sticks, ...]:
    """Every length of stock as it can be had: what lies there first, then what is bought."""
    found: list[Sticks] = []
    for i, stick in enumerate(problem.stock):
        if stick.on_hand:
            found.append(Sticks(i, True, _weight(stick, True, problem.goal), stick.on_hand))
    for i, stick in enumerate(problem.stock):
        if stick.endless:
            found.append(Sticks(i, False, _weight(stick, False, problem.goal), None))
    return tuple(found)


def _worth_buying(problem: CutProblem, lengths: tuple[Length, ...], kerf: Fraction) -> tuple[Sticks, ...]:
    """The classes without those that another can be bought in place of: as long or longer, no dearer, and it gives all they give."""
    classes = classes_of(problem)
    long = [problem.stock[c.stick].length for c in classes]
    spliced = any(piece.join and not problem.reaches[0].gives(piece.length) for piece in problem.pieces)

    def instead(one: int, other: int) -> bool:
        a, b = classes[one], classes[other]
        if one == other or a.owned or b.owned or b.weight > a.weight or long[other] < long[one]:
            return False
        if (b.weight, long[other]) == (a.weight, long[one]):
            return other < one
        # a stick that comes as long as a piece gives it without squaring: so must the longer one, with it
        return (long[one] not in lengths and not spliced) or long[one] <= long[other] - problem.square

    return tuple(c for one, c in enumerate(classes) if not any(instead(one, other) for other in range(len(classes))))


def on_grid(problem: CutProblem, lengths: tuple[Length, ...]) -> Grid:
    """Put a problem's lengths on the coarsest grid they all fall on, or on one fine enough.

    Args:
        problem: its stock and saw; lengths: of the kinds of pieces, parts of spliced ones among them.
    """
    kerf = Fraction(problem.kerf.nm)
    classes = _worth_buying(problem, lengths, kerf)
    sizes = [Fraction(length.nm) + kerf for length in lengths]
    rooms = [Fraction((problem.stock[c.stick].length - problem.square).nm) + kerf for c in classes]
    unit = reduce(_common, sizes, Fraction(0)) or Fraction(1)
    longest = max(rooms, default=Fraction(1))
    finest = unit
    own = tuple(int(s / unit) for s in sizes), tuple(max(0, int(r // unit)) for r in rooms)
    if longest / unit > FINEST:
        unit = longest / FINEST
    up, down = [-(-s // unit) for s in sizes], [s // unit for s in sizes]
    floor, ceiling = [max(0, r // unit) for r in rooms], [max(0, -(-r // unit)) for r in rooms]
    if up == down:  # a room that falls between two marks of an exact grid is no larger than the lower one
        ceiling = floor
    kinds = {length: k for k, length in enumerate(lengths)}
    whole = tuple(kinds.get(problem.stock[c.stick].length) for c in classes)
    return Grid(lengths, classes, (tuple(up), tuple(floor)), (tuple(down), tuple(ceiling)), own, finest, whole)
