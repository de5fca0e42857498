"""Every filling a better plan could use: those whose stick costs no more above their worth than the better plan has to spare."""

from __future__ import annotations

from fractions import Fraction

import numpy as np

from jambo.core.stock.columns import SCALE, Demand, Relaxed, StickColumn
from jambo.core.stock.grid import Grid

MOST = 60_000  # fillings, and steps of the search a hundred times as many


def _tables(grid: Grid, most: tuple[int, ...], worth: np.ndarray, longest: int) -> list[np.ndarray]:
    """The most worth that goes into every room with the first k kinds alone, for every k."""
    tables = [np.zeros(longest + 1, dtype=np.int64)]
    for kind, size in enumerate(grid.sizes):
        best = tables[-1].copy()
        left, times = min(most[kind], longest // size), 1
        while left > 0:
            take = min(times, left)
            left, times = left - take, times * 2
            moved = size * take
            best[moved:] = np.maximum(best[moved:], best[: longest + 1 - moved] + int(worth[kind]) * take)
        tables.append(best)
    return tables


def within(grid: Grid, demand: Demand, relaxed: Relaxed, spare: Fraction) -> list[StickColumn] | None:
    """Every filling whose stick weighs no more than its worth and what there is to spare; None where there are too many.

    Args:
        relaxed: with the worth its bound is proven by; spare: by how much a plan that is looked for may stand above that bound.
    """
    top = max(c.weight for c in grid.classes)
    most, longest = demand.most, max(grid.rooms)
    shrink = max(
        [Fraction(1)]
        + [
            Fraction(grid.holds(of, int(relaxed.filled.best[room]), relaxed.worth), SCALE) * top / c.weight
            for of, (c, room) in enumerate(zip(grid.classes, grid.rooms, strict=True))
            if c.most is None and c.weight
        ]
    )
    tables = _tables(grid, most, relaxed.worth, longest)
    found: list[StickColumn] = []
    steps = 0
    for of, (sticks, room) in enumerate(zip(grid.classes, grid.rooms, strict=True)):
        if (comes := grid.whole[of]) is not None:
            found.append(StickColumn(of, ((comes, 1),)))
        # worth needed in whole units; a stick of which only so many lie there may hold more than it costs
        need = int(np.ceil(float((sticks.weight - spare) / top * SCALE * shrink))) - len(most) - 1
        stack: list[tuple[int, int, int, tuple[tuple[int, int], ...]]] = [(len(most), room, 0, ())]
        while stack:
            steps += 1
            kind, left, worth, pattern = stack.pop()
            if steps > 100 * MOST or len(found) > MOST:
                return None
            if worth + int(tables[kind][left]) < need:
                continue
            if kind == 0:
                if pattern:
                    found.append(StickColumn(of, tuple(sorted(pattern))))
                continue
            kind -= 1
            for n in range(min(most[kind], left // grid.sizes[kind]) + 1):
                more = ((kind, n), *pattern) if n else pattern
                stack.append((kind, left - n * grid.sizes[kind], worth + n * int(relaxed.worth[kind]), more))
    return found
