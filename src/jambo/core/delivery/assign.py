"""Where everything that came serves best, over all things and openings at once (handbook 27): an exact assignment."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np


def assigned(minutes: Sequence[Sequence[int | None]], now: Sequence[int | None]) -> tuple[int | None, ...]:
    """Give each thing the place where it serves, so that as many places as can be are served, with the least work.

    Args:
        minutes: for each thing the work at each place, in minutes; None where it is wrong there.
        now: for each thing the place it is meant for; of two ways that cost the same the one that moves fewer things is taken.

    Returns:
        For each thing its place, or None: it serves nowhere, or what serves is not needed.
    """
    things, places = len(minutes), len(minutes[0]) if minutes else 0
    if not things or not places:
        return (None,) * things
    from scipy.optimize import linear_sum_assignment  # a third of a second that no start needs to wait for

    # whole numbers, and far below what a float holds exactly: a minute outweighs every move, a place served every minute
    moves = things + 1
    most = 1 + max((m for row in minutes for m in row if m is not None), default=0) * moves + 1
    served = most * (min(things, places) + 1)
    cost = np.zeros((things, places), dtype=np.float64)
    for i, row in enumerate(minutes):
        for j, work in enumerate(row):
            if work is not None:
                cost[i, j] = work * moves + (now[i] != j) - served
    rows, columns = linear_sum_assignment(cost)
    found: list[int | None] = [None] * things
    for i, j in zip(rows.tolist(), columns.tolist(), strict=True):
        if minutes[i][j] is not None:
            found[i] = j
    return tuple(found)
