"""A cutting problem taken apart: kinds of pieces by their length, and the ways to splice what is longer than any stick (handbook 28)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.stock.columns import Demand, Spliced
from jambo.core.stock.problem import CutProblem, Reach, Wanted
from jambo.core.stock.splices import MOST_WAYS, Ways, cheapest, ways_to_join


@dataclass(frozen=True, slots=True)
class TakenApart:
    """A problem taken apart: kinds of pieces by their length, spliced pieces with their ways, and what no stick is long enough for."""

    lengths: tuple[Length, ...]
    demand: Demand
    splits: tuple[tuple[int, Ways], ...]
    cannot: tuple[int, ...]


def take_apart(problem: CutProblem, few_ways: Sequence[int] = ()) -> TakenApart:
    """Gather pieces of a length into kinds, and find the ways to splice what is longer than any stick.

    Args:
        problem: what is asked; few_ways: how many ways to look at first; all of them where those do not do, or none is given.
    """
    reaches = problem.reaches
    count: dict[Length, int] = {}
    splits: list[tuple[int, Ways]] = []
    cannot: list[int] = []
    for i, piece in enumerate(problem.pieces):
        if reaches[0].gives(piece.length):
            count[piece.length] = count.get(piece.length, 0) + piece.count
            continue
        join, ways = piece.join, None
        for most in (*few_ways, MOST_WAYS) if join else ():
            ways = ways or ways_to_join(piece.length, join, piece.count, reaches, most)  # type: ignore[arg-type]
        if ways is None:
            cannot.append(i)
        else:
            splits.append((i, ways))
    for part in (part for _, ways in splits for parts in ways.parts for part in parts):
        count.setdefault(part, 0)
    lengths = tuple(sorted(count, reverse=True))
    kinds = {length: k for k, length in enumerate(lengths)}
    spliced = tuple(_spliced(problem.pieces[i], ways, kinds, reaches[0]) for i, ways in splits)
    return TakenApart(
        lengths, Demand(tuple(count[length] for length in lengths), spliced), tuple(splits), tuple(cannot)
    )


def _spliced(piece: Wanted, ways: Ways, kinds: dict[Length, int], reach: Reach) -> Spliced:
    """A spliced piece by the kinds its parts are."""
    uses = np.zeros((len(ways.parts), len(kinds)), dtype=np.int64)
    for n, parts in enumerate(ways.parts):
        for part in parts:
            uses[n, kinds[part]] += 1

    def floor(worth: NDArray[np.int64]) -> int:
        assert piece.join is not None
        return cheapest(piece.length, piece.join, reach, lambda part: int(worth[kinds[part]]) if part in kinds else 0)

    return Spliced(
        uses,
        ways.clear,
        piece.count,
        None if ways.every else floor,
    )
