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
    from ortools.graph.python.linear_sum_assignment import SimpleLinearSumAssignment  # which no start needs to wait for

    # whole numbers: a minute outweighs every move, a place served every minute
    moves = things + 1
    most = 1 + max((m for row in minutes for m in row if m is not None), default=0) * moves + 1
    served = most * (min(things, places) + 1)
    size = max(things, places)  # as many of each: what there are fewer of is made up by ones that serve nothing
    cost = np.full((size, size), served, dtype=np.int64)
    for i, row in enumerate(minutes):
        for j, work in enumerate(row):
            if work is not None:
                cost[i, j] = work * moves + (now[i] != j)
    thing, place = np.indices(cost.shape)
    best = SimpleLinearSumAssignment()
    best.add_arcs_with_cost(thing.ravel(), place.ravel(), cost.ravel())
    best.solve()
    at = [best.right_mate(i) for i in range(things)]
    return tuple(j if j < places and minutes[i][j] is not None else None for i, j in enumerate(at))
