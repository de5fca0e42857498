"""The best filling of a stick, for sticks of every length at once: exact, in whole numbers, by dynamic programming."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from jambo.core.frozen import dataclass

Pattern = dict[int, int]  # how many of each kind of piece lie in one stick


@dataclass(frozen=True, slots=True)
class Filled:
    """For every room up to the longest stick's: the most that can be got into it, and how."""

    best: NDArray[np.int64]
    steps: tuple[tuple[int, int, NDArray[np.bool_]], ...]
    sizes: tuple[int, ...]

    def pattern(self, room: int) -> Pattern:
        """Give the pieces of the best filling of a room."""
        found: Pattern = {}
        for kind, times, taken in reversed(self.steps):
            if taken[room]:
                found[kind] = found.get(kind, 0) + times
                room -= self.sizes[kind] * times
        return found


def fill(sizes: tuple[int, ...], most: tuple[int, ...], values: NDArray[np.int64], room: int) -> Filled:
    """Fill every room from 0 to `room` with pieces, at most so many of each kind, for the greatest value.

    Args:
        sizes: of the kinds of pieces, in whole units; most: how many of each; values: of one of each, never negative;
        room: of the longest stick, in the same units.
    """
    best = np.zeros(room + 1, dtype=np.int64)
    steps: list[tuple[int, int, NDArray[np.bool_]]] = []
    for kind, size in enumerate(sizes):
        value, left, times = int(values[kind]), min(most[kind], room // size), 1
        while left > 0 and value > 0:
            # 1, 2, 4 ... and what is left of them make every number up to `left`
            take = min(times, left)
            left, times = left - take, times * 2
            moved = size * take
            taken = np.zeros(room + 1, dtype=bool)
            with_it = best[: room + 1 - moved] + value * take
            better = with_it > best[moved:]
            taken[moved:] = better
            best[moved:] = np.where(better, with_it, best[moved:])
            steps.append((kind, take, taken))
    return Filled(best, tuple(steps), sizes)
