"""Whole sticks from fractions of them: the rest packed by size, a search over the fillings found, and dives that fix some and look again."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Callable, Sequence
from dataclasses import replace
from fractions import Fraction
from math import floor

import numpy as np

from jambo.core.frozen import dataclass
from jambo.core.stock.columns import Demand, Master, Parting, Pool, Relaxed, Splicing, StickColumn, relax
from jambo.core.stock.ending import Lying, finish
from jambo.core.stock.grid import Grid

FINEST_LOOKED_AT = 1_000_000  # units in the longest stick
LAST = 40  # pieces that are looked at whole at the end of a dive

GoOn = Callable[[], bool]


@dataclass(frozen=True, slots=True)
class Whole:
    """A plan in whole numbers: how many sticks of each filling, the way chosen for each spliced piece, and what nothing was left for."""

    sticks: tuple[tuple[StickColumn, int], ...]
    ways: tuple[Parting, ...]
    lacking: tuple[int, ...]
    weight: Fraction

    @property
    def rank(self) -> tuple[int, Fraction]:
        """The less of it the better: first nothing lacking, then what it weighs."""
        return sum(self.lacking), self.weight


def counted(
    grid: Grid, sticks: Sequence[tuple[StickColumn, int]], ways: Sequence[Parting], want: Sequence[int]
) -> Whole:
    """A plan with what it lacks of what is wanted."""
    lacking = list(want)
    for column, times in sticks:
        for kind, n in column.pattern:
            lacking[kind] -= n * times
    weight = sum((grid.classes[c.of].weight * n for c, n in sticks), Fraction(0))
    return Whole(tuple(sticks), tuple(ways), tuple(max(0, n) for n in lacking), weight)


def wanted(demand: Demand, ways: Sequence[Parting]) -> list[int]:
    """How many of each kind are wanted once the spliced pieces are parted so."""
    want = list(demand.count)
    for spliced, way in zip(demand.spliced, ways, strict=True):
        for kind, n in spliced.parts(way).items():
            want[kind] += n
    return want


def pack(grid: Grid, want: Sequence[int], used: Sequence[int]) -> list[tuple[StickColumn, int]]:
    """Pack what is wanted by size: the longest piece begins a stick, the longest that still fits goes on; best stick for its fill first.

    Args:
        want: pieces of each kind; used: sticks of each class that are taken already.
    """
    left, used = list(want), list(used)
    (sizes, rooms), by_size = grid.own, _BySize(grid.own[0], left)
    found: list[tuple[StickColumn, int]] = []
    while (longest := by_size.longest()) is not None:
        best: tuple[tuple[float, int], int, tuple[tuple[int, int], ...]] | None = None
        for of, sticks in enumerate(grid.classes):
            if sticks.most is not None and used[of] >= sticks.most:
                continue
            if grid.whole[of] == longest:
                pattern, fills = [(longest, 1)], sizes[longest]
            elif sizes[longest] > rooms[of]:
                continue
            else:
                pattern, room = by_size.fill(rooms[of])
                fills = rooms[of] - room
            score = (float(sticks.weight) / fills, -fills)
            if best is None or score < best[0]:
                best = (score, of, tuple(sorted(pattern)))
        if best is None:
            left[longest] = 0  # no stick is left that holds it
            continue
        _, of, taken = best
        times = min(left[kind] // n for kind, n in taken)
        most = grid.classes[of].most
        times = times if most is None else min(times, most - used[of])
        for kind, n in taken:
            left[kind] -= n * times
        used[of] += times
        found.append((StickColumn(of, taken), times))
    return found


class _BySize:
    """Kinds of pieces by their size, of which some are left: thousands of kinds that do not fit, or are gone, are passed over at once."""

    def __init__(self, sizes: Sequence[int], left: list[int]) -> None:
        self.sizes, self.left = sizes, left
        self.order = sorted(range(len(left)), key=lambda k: -sizes[k])
        self.falling = [-sizes[k] for k in self.order]
        self.next = list(range(len(left) + 1))  # the first of which some may be left, from each on

    def _some(self, at: int) -> int:
        end = at
        while end < len(self.order) and not self.left[self.order[end]]:
            end = self.next[end] if self.next[end] > end else end + 1
        while at < end:
            at, self.next[at] = max(at + 1, self.next[at]), end
        return end

    def longest(self) -> int | None:
        """The longest kind of which some are left."""
        at = self._some(0)
        return self.order[at] if at < len(self.order) else None

    def fill(self, room: int) -> tuple[list[tuple[int, int]], int]:
        """Fill a room with what is left, the longest that still fits first; and what of it stays empty."""
        pattern: list[tuple[int, int]] = []
        at = 0
        while (at := self._some(max(at, bisect_left(self.falling, -room, at)))) < len(self.order):
            kind = self.order[at]
            if n := min(self.left[kind], room // self.sizes[kind]):
                pattern.append((kind, n))
                room -= n * self.sizes[kind]
            at += 1
        return pattern, room


def _used(grid: Grid, sticks: Sequence[tuple[StickColumn, int]]) -> list[int]:
    used = [0] * len(grid.classes)
    for column, times in sticks:
        used[column.of] += times
    return used


def _rest(want: Sequence[int], sticks: Sequence[tuple[StickColumn, int]]) -> list[int]:
    left = list(want)
    for column, times in sticks:
        for kind, n in column.pattern:
            left[kind] -= n * times
    return [max(0, n) for n in left]


def rounded(grid: Grid, demand: Demand, pool: Pool, relaxed: Relaxed, ways: Sequence[Parting]) -> Whole:
    """Take the whole part of every filling, and pack what is left by size."""
    want = wanted(demand, ways)
    sticks = [(pool.columns[i], floor(x + 1e-6)) for i, x in enumerate(relaxed.taken) if x >= 1 - 1e-6]
    sticks += pack(grid, _rest(want, sticks), _used(grid, sticks))
    return counted(grid, sticks, ways, want)


def search(
    grid: Grid,
    demand: Demand,
    columns: Sequence[StickColumn],
    choices: Sequence[Splicing],
    limits: tuple[float, int],
    stop_at: Fraction,
) -> tuple[Whole | None, bool]:
    """The best plan of whole sticks over these fillings and ways, and whether there is no better one over them.

    Args:
        columns: the fillings; choices: the ways of spliced pieces; limits: seconds and nodes to give up after;
        stop_at: a weight that cannot be beaten.
    """
    master = Master(grid, demand, whole=True)
    master.take(columns, choices)
    solver = master.solver
    step = float(grid.least_step) / master.top
    solver.setOptionValue("time_limit", max(0.1, limits[0]))
    solver.setOptionValue("mip_max_nodes", limits[1])
    solver.setOptionValue("mip_rel_gap", 0.0)
    solver.setOptionValue("mip_abs_gap", step * 0.999)
    solver.setOptionValue("objective_target", float(stop_at) / master.top + step * 1e-3)
    values, _ = master.solve()
    if not solver.getInfo().primal_solution_status:
        return None, False
    done = solver.getModelStatus() == solver.getModelStatus().kOptimal
    ways = [way for way in master.ways(values) if way is not None]
    if len(ways) < len(demand.spliced):
        return None, done
    sticks = [(columns[i], round(x)) for i, x in enumerate(values[master.at]) if x > 0.5]
    return counted(grid, sticks, ways, wanted(demand, ways)), done


def _after(grid: Grid, sticks: Sequence[tuple[StickColumn, int]]) -> Grid:
    """What lies there once these sticks are taken."""
    used = _used(grid, sticks)
    left = (c.most if c.most is None else c.most - n for c, n in zip(grid.classes, used, strict=True))
    return replace(grid, classes=tuple(replace(c, most=n) for c, n in zip(grid.classes, left, strict=True)))


def out_of_what_lies(
    grid: Grid, want: Sequence[int], go_on: GoOn, most_steps: int
) -> tuple[list[tuple[StickColumn, int]] | None, bool]:
    """Get everything out of the sticks there are, of which there are only so many; the rest, which can be bought for, packed by size.

    Args:
        want: pieces of each kind; go_on: whether there is time; most_steps: fillings tried before it gives up.

    Returns:
        The sticks, None where no way was found; and whether it is proven that there is none.
    """
    sizes, rooms = grid.own if max(grid.own[1], default=0) <= FINEST_LOOKED_AT else grid.tight
    tied = [of for of, c in enumerate(grid.classes) if c.most is not None]
    free = [of for of, c in enumerate(grid.classes) if c.most is None]
    # what no stick holds that can be had as often as wanted
    kinds = [
        k for k, n in enumerate(want) if n and not any(grid.whole[of] == k or sizes[k] <= rooms[of] for of in free)
    ]
    kinds.sort(key=lambda k: -sizes[k])
    if not tied or not kinds:
        return None, False
    tied.sort(key=lambda of: rooms[of])
    there = [
        Lying(rooms[of], grid.classes[of].most or 0, kinds.index(comes) if comes in kinds else None)
        for of in tied
        for comes in (grid.whole[of],)
    ]
    found = finish([sizes[k] for k in kinds], [want[k] for k in kinds], there, go_on, most_steps)
    if found.sticks is None:
        return None, found.every and sizes is grid.own[0]
    sticks = [(StickColumn(tied[of], tuple(sorted((kinds[k], n) for k, n in p.items()))), 1) for of, p in found.sticks]
    return [*sticks, *pack(grid, _rest(want, sticks), _used(grid, sticks))], False


def _ending(grid: Grid, left: Sequence[int], weight: Fraction, go_on: GoOn) -> list[tuple[StickColumn, int]] | None:
    """The rest got into alike sticks that weigh no more than that; None where there are other sticks, or it does not go."""
    if len(grid.classes) != 1 or grid.classes[0].most is not None or not grid.classes[0].weight:
        return None
    order = sorted(range(len(left)), key=lambda k: -grid.sizes[k])
    kinds = [k for k in order if left[k]]
    sizes = [grid.sizes[k] for k in kinds]
    if any(size > grid.rooms[0] for size in sizes):
        return None  # a stick as it comes is no filling
    there = Lying(grid.rooms[0], int(weight // grid.classes[0].weight))
    found = finish(sizes, [left[k] for k in kinds], [there], go_on).sticks
    if found is None:
        return None
    return [(StickColumn(0, tuple(sorted((kinds[k], n) for k, n in pattern.items()))), 1) for _, pattern in found]


def dive(
    grid: Grid, demand: Demand, pool: Pool, ways: Sequence[Parting], best: Whole, go_on: GoOn, turn: int = 0
) -> Whole:
    """Fix the fillings most surely taken, generate fillings for the rest, and so on; the last pieces are looked at whole.

    Args:
        pool: fillings to begin with, and where those found go; ways: in which spliced pieces are parted; best: the plan to beat;
        turn: which of the likely fillings is fixed first, so that every dive goes another way.
    """
    want = wanted(demand, ways)
    sticks: list[tuple[StickColumn, int]] = []
    left = list(want)
    while any(left) and go_on():
        here, rest = _after(grid, sticks), Demand(tuple(left))
        own = Pool()
        for column in pool.columns:
            if all(n <= left[kind] for kind, n in column.pattern):
                own.add(column.of, dict(column.pattern))
        relaxed = relax(here, rest, own, go_on, most_rounds=60)
        for column in own.columns:
            pool.add(column.of, dict(column.pattern))
        done = sum((grid.classes[c.of].weight * n for c, n in sticks), Fraction(0))
        spare = best.weight - grid.least_step - done - relaxed.bound
        if not any(best.lacking) and spare < 0:
            break  # no way on from here is better
        if sum(left) <= LAST and (ending := _ending(here, left, spare + relaxed.bound, go_on)) is not None:
            return counted(grid, [*sticks, *ending], ways, want)
        likely = _likely(own, relaxed, turn if not sticks else 0)
        if not likely:
            break  # no stick is left for the rest
        for column, times in likely:
            times = min(times, *(left[kind] // n for kind, n in column.pattern))
            if times:
                sticks.append((column, times))
                left = _rest(left, [(column, times)])
    if not go_on():
        return best  # what was left of it hangs on how fast this machine is
    sticks += pack(grid, left, _used(grid, sticks))
    return counted(grid, sticks, ways, want)


def _likely(own: Pool, relaxed: Relaxed, turn: int) -> list[tuple[StickColumn, int]]:
    """The fillings taken whole times, or else the one taken most, or the next after it by the turn."""
    sure = [(own.columns[i], floor(x + 1e-6)) for i, x in enumerate(relaxed.taken) if x >= 1 - 1e-6]
    if sure and not turn:
        return sure
    order = np.argsort(-relaxed.taken, kind="stable")
    if not len(order) or relaxed.taken[order[0]] <= 1e-6:
        return []
    return [(own.columns[int(order[min(turn, len(order) - 1)])], 1)]
