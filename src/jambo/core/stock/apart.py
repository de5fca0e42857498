"""A cutting problem taken apart: kinds of pieces by their length, and the ways to splice what is longer than any stick (handbook 28)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import ZERO, Length, some
from jambo.core.stock.columns import Demand, Spliced
from jambo.core.stock.grid import classes_of
from jambo.core.stock.problem import CutProblem, Wanted
from jambo.core.stock.splices import MOST_WAYS, Ways, cheapest, ways_to_join


@dataclass(frozen=True, slots=True)
class TakenApart:
    """A problem taken apart: kinds of pieces by their length, spliced pieces with their ways, and what no stick is long enough for."""

    lengths: tuple[Length, ...]
    demand: Demand
    splits: tuple[tuple[int, Ways], ...]
    cannot: tuple[int, ...]


def longest_of(problem: CutProblem) -> Length | None:
    """The longest piece any stick gives."""
    return max((problem.stock[c.stick].length - problem.square for c in classes_of(problem)), default=None)


def take_apart(problem: CutProblem, few_ways: Sequence[int] = ()) -> TakenApart:
    """Gather pieces of a length into kinds, and find the ways to splice what is longer than any stick.

    Args:
        problem: what is asked; few_ways: how many ways to look at first; all of them where those do not do, or none is given.
    """
    longest = longest_of(problem)
    # what sticks of each length give, and as long as they come
    gives = {s.length - off for s in problem.stock for off in (ZERO, problem.square)}
    others = sorted((g for g in gives if longest is not None and g < longest), reverse=True)
    count: dict[Length, int] = {}
    splits: list[tuple[int, Ways]] = []
    cannot: list[int] = []
    for i, piece in enumerate(problem.pieces):
        if problem.gives(piece, longest):
            count[piece.length] = count.get(piece.length, 0) + piece.count
            continue
        ways = None
        for most in (*few_ways, MOST_WAYS) if piece.join and some(longest) else ():
            ways = ways or ways_to_join(piece.length, piece.join, piece.count, longest, most, others)  # type: ignore[arg-type]
        if ways is None:
            cannot.append(i)
        else:
            splits.append((i, ways))
    for part in (part for _, ways in splits for parts in ways.parts for part in parts):
        count.setdefault(part, 0)
    lengths = tuple(sorted(count, reverse=True))
    kinds = {length: k for k, length in enumerate(lengths)}
    spliced = tuple(_spliced(problem.pieces[i], ways, kinds, longest) for i, ways in splits)
    return TakenApart(
        lengths, Demand(tuple(count[length] for length in lengths), spliced), tuple(splits), tuple(cannot)
    )


def _spliced(piece: Wanted, ways: Ways, kinds: dict[Length, int], longest: Length | None) -> Spliced:
    """A spliced piece by the kinds its parts are."""
    uses = np.zeros((len(ways.parts), len(kinds)), dtype=np.int64)
    for n, parts in enumerate(ways.parts):
        for part in parts:
            uses[n, kinds[part]] += 1

    def floor(worth: NDArray[np.int64]) -> int:
        assert piece.join is not None and longest is not None
        return cheapest(piece.length, piece.join, longest, lambda part: int(worth[kinds[part]]) if part in kinds else 0)

    return Spliced(
        uses,
        np.array(ways.clear, dtype=bool),
        piece.count,
        None if ways.every else floor,
    )
