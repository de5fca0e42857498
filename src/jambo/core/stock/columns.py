"""Column generation: ever better fillings of sticks by the worth the last plan put on each piece, and a bound that is proven.

The bound does not rest on the linear solver's accuracy: whatever worth it gives the pieces, rounded to whole numbers, no plan
can cost less than that worth, made smaller until no stick can hold more than it costs, and that is checked in whole numbers.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import field, replace
from fractions import Fraction

import highspy
import numpy as np
from numpy.typing import NDArray

from jambo.core.frozen import dataclass
from jambo.core.stock.grid import Grid
from jambo.core.stock.knapsack import Filled, Pattern, fill

INF = highspy.kHighsInf
MOST_WORTH = 1 << 46  # of one piece: any worth proves a bound, and sums of these stay whole numbers
SCALE = 1 << 40  # whole units in which the dearest stick's weight is told
AT_ONCE = 24  # fillings of one stick taken in at once
LOOKED_AT = frozenset(10 * 2**n for n in range(6))  # rounds after which a plan is made of how far it is
A_JOINT = 1e-6  # what a part counts, of the dearest stick: of two plans that come to the same the one with fewer joints
ENOUGH = 1e-9  # a filling worth no more than this above its stick improves nothing


@dataclass(frozen=True, slots=True)
class StickColumn:
    """A filling of a stick of one class."""

    of: int
    pattern: tuple[tuple[int, int], ...]


Parting = tuple[int, int]  # by which way every odd copy of a spliced piece is parted, and every even one


@dataclass(frozen=True, eq=False, slots=True)
class Spliced:
    """A piece that is spliced: how many of each kind every way takes, which ways may lie on each other, how many copies there are.

    `floor` prices a copy at its least over all places, where not every way is among them; `only` is the way that has been fixed.
    """

    uses: NDArray[np.int64]
    clear: NDArray[np.bool_]
    count: int
    floor: Callable[[NDArray[np.int64]], int] | None = None
    only: Parting | None = None

    def parts(self, way: Parting) -> Pattern:
        """The parts of all copies."""
        odd, even = (self.count + 1) // 2, self.count // 2
        total = self.uses[way[0]] * odd + self.uses[way[1]] * even
        return {int(kind): int(total[kind]) for kind in np.flatnonzero(total)}

    def best(self, worth: NDArray[np.int64]) -> tuple[Parting, int]:
        """The way whose parts are worth the least, and what they are worth."""
        one = self.uses @ worth
        odd, even = (self.count + 1) // 2, self.count // 2
        if self.only is not None:
            return self.only, int(one[self.only[0]]) * odd + int(one[self.only[1]]) * even
        both = np.where(self.clear, one[:, None] * odd + one[None, :] * even, np.iinfo(np.int64).max)
        first, second = divmod(int(np.argmin(both)), len(one))
        return (first, second), int(both[first, second])

    def least(self, worth: NDArray[np.int64]) -> int:
        """What its parts are worth at the least, in whatever way it is parted."""
        found = self.best(worth)[1]
        return found if self.floor is None or self.only is not None else min(found, self.count * self.floor(worth))


@dataclass(frozen=True, slots=True)
class Splicing:
    """A way to make all copies of a spliced piece: which of them it is, and the parts it takes."""

    of: int
    way: Parting
    parts: tuple[tuple[int, int], ...]


@dataclass(frozen=True, slots=True)
class Demand:
    """What a plan must give: pieces of each kind, and the spliced pieces, each in one way."""

    count: tuple[int, ...]
    spliced: tuple[Spliced, ...] = ()

    @property
    def most(self) -> tuple[int, ...]:
        """How many of each kind can be wanted at most, whichever ways are chosen."""
        most = np.array(self.count, dtype=np.int64)
        for one in self.spliced:
            most = most + one.uses.max(axis=0) * one.count
        return tuple(int(n) for n in most)

    def fixed(self, of: int, way: Parting) -> Demand:
        """The same with one spliced piece parted in one way."""
        spliced = [replace(s, only=way) if i == of else s for i, s in enumerate(self.spliced)]
        return Demand(self.count, tuple(spliced))


@dataclass
class Pool:
    """Fillings, and ways of spliced pieces, found so far: each once, in the order they were found."""

    columns: list[StickColumn] = field(default_factory=list)
    choices: list[Splicing] = field(default_factory=list)
    seen: set[StickColumn | Splicing] = field(default_factory=set)

    def add(self, of: int, pattern: Pattern) -> bool:
        """Take a filling in; says whether it is new."""
        column = StickColumn(of, tuple(sorted(pattern.items())))
        if not pattern or column in self.seen:
            return False
        self.seen.add(column)
        self.columns.append(column)
        return True

    def choose(self, of: int, way: Parting, parts: Pattern) -> bool:
        """Take a way of a spliced piece in; says whether it is new."""
        choice = Splicing(of, way, tuple(sorted(parts.items())))
        if choice in self.seen:
            return False
        self.seen.add(choice)
        self.choices.append(choice)
        return True


def quiet(*, whole: bool = False) -> highspy.Highs:
    """A solver that says nothing and answers the same every time."""
    solver = highspy.Highs()
    solver.setOptionValue("log_to_console", False)
    solver.setOptionValue("output_flag", False)
    solver.setOptionValue("threads", 1)
    solver.setOptionValue("random_seed", 0)
    if not whole:
        solver.setOptionValue("presolve", "off")  # the next run starts where this one ended
    return solver


class Master:
    """The linear programme over the fillings found so far: how many sticks of each, in fractions."""

    def __init__(self, grid: Grid, demand: Demand, *, whole: bool = False) -> None:
        self.grid, self.demand, self.whole = grid, demand, whole
        self.top = float(max((c.weight for c in grid.classes), default=Fraction(1)) or 1)
        self.solver = quiet(whole=whole)
        empty: tuple[NDArray[np.int32], NDArray[np.float64]] = (np.array([], np.int32), np.array([], np.float64))
        for count in demand.count:
            self.solver.addRow(float(count), INF, 0, *empty)
        self.limits: dict[int, int] = {}
        for of, sticks in enumerate(grid.classes):
            if sticks.most is not None:
                self.limits[of] = self.solver.getNumRow()
                self.solver.addRow(-INF, float(sticks.most), 0, *empty)
        self.joined = self.solver.getNumRow()
        for _ in demand.spliced:
            self.solver.addRow(1.0, 1.0, 0, *empty)
        # a piece that is not cut at all costs more than any way to cut it: what is left over then is known
        self.penalty = 4.0 * max(1, sum(demand.most))
        for kind in range(len(demand.count)):
            self._column(self.penalty, [(kind, 1)])
        for of in range(len(demand.spliced)):
            self._column(self.penalty * 4 * max(1, sum(demand.most)), [(self.joined + of, 1)])
        self.at: list[int] = []  # where the columns of fillings stand
        self.ways_at: list[tuple[int, Splicing]] = []
        self.held = [0, 0]

    def _column(self, cost: float, entries: Sequence[tuple[int, int]]) -> None:
        rows = np.array([row for row, _ in entries], np.int32)
        values = np.array([value for _, value in entries], np.float64)
        self.solver.addCol(cost, 0.0, INF, len(entries), rows, values)
        if self.whole:
            self.solver.changeColIntegrality(self.solver.getNumCol() - 1, highspy.HighsVarType.kInteger)

    def take(self, columns: Sequence[StickColumn], choices: Sequence[Splicing]) -> None:
        """Take in the fillings and the ways that have come since."""
        for column in columns[self.held[0] :]:
            entries = list(column.pattern)
            if column.of in self.limits:
                entries.append((self.limits[column.of], 1))
            self.at.append(self.solver.getNumCol())
            self._column(float(self.grid.classes[column.of].weight) / self.top, entries)
        for choice in choices[self.held[1] :]:
            only = self.demand.spliced[choice.of].only
            if only is None or only == choice.way:
                self.ways_at.append((self.solver.getNumCol(), choice))
                self._column(
                    A_JOINT * sum(n for _, n in choice.parts),
                    [*((kind, -n) for kind, n in choice.parts), (self.joined + choice.of, 1)],
                )
        self.held = [len(columns), len(choices)]

    def ways(self, values: NDArray[np.float64]) -> tuple[Parting | None, ...]:
        """The way taken most of each spliced piece; None where none has been found."""
        best: list[tuple[float, Parting | None]] = [(0.0, None)] * len(self.demand.spliced)
        for at, choice in self.ways_at:
            if values[at] > best[choice.of][0]:
                best[choice.of] = (float(values[at]), choice.way)
        return tuple(way for _, way in best)

    def solve(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Give how often each column is taken, and the worth of each row."""
        self.solver.run()
        answer = self.solver.getSolution()
        return np.array(answer.col_value), np.array(answer.row_dual)


@dataclass(frozen=True, slots=True)
class Relaxed:
    """Where column generation ended: how often each filling is taken, in fractions; the way taken most of each spliced piece;
    the worth of each kind; the proven bound, and that of the ways of spliced pieces that are looked at."""

    taken: NDArray[np.float64]
    ways: tuple[Parting | None, ...]
    worth: NDArray[np.int64]
    bound: Fraction
    of_ways: Fraction
    filled: Filled


def proven(grid: Grid, demand: Demand, worth: NDArray[np.int64], filled: Filled, *, every: bool = True) -> Fraction:
    """The bound a worth of pieces proves, in the goal's own measure, worked out in whole numbers.

    Args:
        worth: of one of each kind, in units of the dearest weight / SCALE; filled: the most a stick can hold of it, on the loose grid;
        every: whether spliced pieces may be parted in ways that are not looked at.
    """
    top = max((c.weight for c in grid.classes), default=Fraction(0))
    if not top:
        return Fraction(0)
    shrink = Fraction(1)
    for of, (sticks, room) in enumerate(zip(grid.classes, grid.loose[1], strict=True)):
        if sticks.most is None:
            holds = grid.holds(of, int(filled.best[room]), worth)
            if not sticks.weight:
                return Fraction(0)
            shrink = max(shrink, Fraction(holds, SCALE) * top / sticks.weight)
    total = sum(int(w) * n for w, n in zip(worth, demand.count, strict=True))
    total += sum(one.least(worth) if every else one.best(worth)[1] for one in demand.spliced)
    bound = Fraction(total, SCALE) * top / shrink
    for of, (sticks, room) in enumerate(zip(grid.classes, grid.loose[1], strict=True)):
        if sticks.most is not None:
            holds = grid.holds(of, int(filled.best[room]), worth)
            over = Fraction(holds, SCALE) * top / shrink - sticks.weight
            bound -= sticks.most * max(Fraction(0), over)
    return max(Fraction(0), bound)


def _fillings(
    filled: Filled, worth: NDArray[np.int64], most: tuple[int, ...], room: int, price: float
) -> Iterator[Pattern]:
    """The best filling of a stick, and the best with each kind of piece in it, where they are worth more than the stick."""
    if filled.best[room] / SCALE <= price + ENOUGH:
        return
    yield filled.pattern(room)
    sizes = np.array(filled.sizes)
    fits = np.flatnonzero((sizes <= room) & (worth > 0))
    values = worth[fits] + filled.best[room - sizes[fits]]
    for at in np.argsort(-values, kind="stable")[:AT_ONCE]:
        if values[at] / SCALE <= price + ENOUGH:
            return
        kind = int(fits[at])
        pattern = filled.pattern(room - filled.sizes[kind])
        if pattern.get(kind, 0) < most[kind]:
            yield {**pattern, kind: pattern.get(kind, 0) + 1}


def relax(
    grid: Grid,
    demand: Demand,
    pool: Pool,
    go_on: Callable[[], bool],
    most_rounds: int = 400,
    seen: Callable[[Relaxed], None] | None = None,
) -> Relaxed:
    """Generate fillings until none improves the linear programme, and give the best bound proven on the way.

    Fillings are looked for at a worth between the last one and the best so far: the worth of the last alone swings from round to round.

    Args:
        grid: sizes and rooms; demand: what is wanted; pool: fillings to begin with, and where new ones go;
        go_on: whether there is time; most_rounds: after which it ends with the bound it has; seen: is given how far it is, at rounds that
        lie farther and farther apart.
    """
    master, most = Master(grid, demand), demand.most
    beyond = any(one.floor is not None and one.only is None for one in demand.spliced)
    best: tuple[Fraction, NDArray[np.int64], Filled] | None = None
    bound = Fraction(0)
    values = np.zeros(0)
    for n in range(most_rounds):
        master.take(pool.columns, pool.choices)
        values, duals = master.solve()
        last = np.clip(np.floor(duals[: len(most)] * SCALE), 0, MOST_WORTH).astype(np.int64)
        fresh = False
        for worth in (last,) if best is None else ((last + best[1]) // 2, last):
            filled, loose = _priced(grid, most, worth)
            of_ways = proven(grid, demand, worth, loose, every=False)
            bound = max(bound, proven(grid, demand, worth, loose) if beyond else of_ways)
            if best is None or of_ways > best[0]:
                best = (of_ways, worth, filled)
            for of, (sticks, room) in enumerate(zip(grid.classes, grid.rooms, strict=True)):
                row = master.limits.get(of)
                price = float(sticks.weight) / master.top - (duals[row] if row is not None else 0.0)
                for pattern in _fillings(filled, worth, most, room, price):
                    fresh |= pool.add(of, pattern)
                # where sizes are rounded, what fits exactly is among the fillings of the loose ones
                for pattern in _fillings(loose, worth, most, grid.loose[1][of], price) if not grid.exact else ():
                    fresh |= grid.takes(of, pattern) and pool.add(of, pattern)
                kind = grid.whole[of]
                if kind is not None and int(worth[kind]) / SCALE > price + ENOUGH:
                    fresh |= pool.add(of, {kind: 1})
            for of, spliced in enumerate(demand.spliced):
                way, comes_to = spliced.best(worth)
                if comes_to / SCALE < duals[master.joined + of] - ENOUGH:
                    fresh |= pool.choose(of, way, spliced.parts(way))
            if fresh:
                break
        if not fresh or not go_on():
            break
        if seen and best is not None and n in LOOKED_AT:
            seen(Relaxed(values[master.at], master.ways(values), best[1], bound, *best[::2]))
    assert best is not None
    return Relaxed(values[master.at], master.ways(values), best[1], bound, *best[::2])


def _priced(grid: Grid, most: tuple[int, ...], worth: NDArray[np.int64]) -> tuple[Filled, Filled]:
    """The best fillings at a worth, tight and loose."""
    filled = fill(grid.sizes, most, worth, max(grid.rooms))
    loose = filled if grid.exact else fill(grid.loose[0], most, worth, max(grid.loose[1]))
    return filled, loose
