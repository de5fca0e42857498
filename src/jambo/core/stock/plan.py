"""A cutting plan and the bound it is held against (handbook 28)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import replace
from fractions import Fraction

import numpy as np

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.stock.apart import TakenApart, take_apart
from jambo.core.stock.bounds import plain_bound, raised
from jambo.core.stock.columns import Demand, Parting, Pool, Relaxed, StickColumn, relax
from jambo.core.stock.ending import FEW_STEPS, MOST_STEPS
from jambo.core.stock.grid import Grid, Sticks, classes_of, on_grid
from jambo.core.stock.problem import CutPlan, CutProblem, Goal
from jambo.core.stock.splices import NOT_LOOKED_AT, Parts, first_two
from jambo.core.stock.sticks import Filling, cost_of, lay_out, left_of, queues, waste_of
from jambo.core.stock.whole import Whole, counted, dive, out_of_what_lies, pack, rounded, search, wanted
from jambo.core.stock.within import within

Before = tuple[Length, tuple[Length, ...]]  # a stick's length, and those of its pieces
Clock = Callable[[], float]
Tell = Callable[[str, Fraction, Fraction], None]
ShowPlan = Callable[[CutPlan], None]

DIVES = 3
MOST_NODES = 2000  # of the search over all that could be better
NODES = 20  # of the search over the fillings found, before all that could be better are looked at
FEW_JOINED = 20  # spliced pieces whose ways are looked at together for a first plan
FEW_WAYS = (12, 60)  # to splice a piece, for a first plan; all of them where these do not do
MOST_LOOKED_AT = 20_000  # pieces times lengths of stock, for a first plan
FEW_LENGTHS = 6  # the longest, and as many of the cheapest, that it takes where there is more to look at
SECONDS = 20.0  # after which the best plan so far is given, with its bound


@dataclass
class _Search:
    """The best plan so far, the best bound, and the time there is."""

    grid: Grid
    demand: Demand
    clock: Clock
    until: float
    tell: Tell | None
    pool: Pool
    best: Whole
    near: Fraction
    show: Callable[[Whole, Fraction], None] | None = None
    bound: Fraction = Fraction(0)
    of_ways: Fraction = Fraction(0)  # the bound of the ways to splice that are looked at
    short: bool = False
    late: bool = False

    def go_on(self) -> bool:
        self.late = self.late or self.clock() >= self.until
        return not self.late

    def left(self) -> float:
        return self.until - self.clock()

    def offer(self, whole: Whole | None) -> None:
        if whole is not None and whole.rank < self.best.rank:
            self.best = whole
        if whole is not None:
            for column, _ in whole.sticks:
                self.pool.add(column.of, dict(column.pattern))

    def said(self, what: str) -> None:
        if self.tell:
            self.tell(what, self.best.weight, self.bound)
        if self.show:
            self.show(self.best, min(self.bound, self.best.weight))

    @property
    def done(self) -> bool:
        return not any(self.best.lacking) and self.best.weight <= self.of_ways * (1 + self.near)


def _first(grid: Grid, demand: Demand) -> Whole:
    """Every spliced piece parted in its first way, and all of it packed by size."""
    nothing = np.zeros(len(demand.count), dtype=np.int64)
    ways = [one.best(nothing)[0] for one in demand.spliced]
    want = wanted(demand, ways)
    return counted(grid, pack(grid, want, [0] * len(grid.classes)), ways, want)


def _as_before(problem: CutProblem, asked: TakenApart, grid: Grid, before: Sequence[Before]) -> Whole | None:
    """A plan of the fillings there were before, as far as they are still wanted, the rest packed by size; None where it cannot be."""
    kinds = {length: k for k, length in enumerate(asked.lengths)}
    there = Counter(kinds[length] for _, lengths in before for length in lengths if length in kinds)
    there.subtract(dict(enumerate(asked.demand.count)))
    ways = _ways_there(asked, [n for _, n in sorted(there.items())], 0)
    if ways is None:
        return None
    want = wanted(asked.demand, ways)
    left, used = list(want), [0] * len(grid.classes)
    sticks: list[tuple[StickColumn, int]] = []
    for whole in (True, False):  # first those that are cut just as they were
        for stick, lengths in before:
            pattern = Counter(kinds.get(length, -1) for length in lengths)
            if whole and any(kind < 0 or left[kind] < n for kind, n in pattern.items()):
                continue
            pattern = Counter({kind: min(n, left[kind]) for kind, n in pattern.items() if kind >= 0 and left[kind]})
            of = _class_for(problem, grid, used, stick)
            if pattern and of is not None:
                used[of] += 1
                left = [n - pattern[kind] for kind, n in enumerate(left)]
                sticks.append((StickColumn(of, tuple(sorted(pattern.items()))), 1))
    return counted(grid, [*sticks, *pack(grid, left, used)], ways, want)


def _ways_there(asked: TakenApart, there: Sequence[int], of: int) -> list[Parting] | None:
    """The ways of the spliced pieces that take just the parts there are; None where they do not."""
    if of == len(asked.splits):
        return []
    spliced, found = asked.demand.spliced[of], asked.splits[of][1]
    fits = [n for n in range(len(found.parts)) if all(spliced.uses[n] <= there)]
    for way in ((a, b) for a in fits for b in (fits if spliced.count > 1 else [a]) if found.clear[a][b]):
        left = [n - spliced.parts(way).get(kind, 0) for kind, n in enumerate(there)]
        if min(left) >= 0 and (rest := _ways_there(asked, left, of + 1)) is not None:
            return [way, *rest]
    return None


def _class_for(problem: CutProblem, grid: Grid, used: Sequence[int], length: Length) -> int | None:
    """The class that still has a stick of this length; of a length that another is bought in place of, that other one."""
    long = [problem.stock[c.stick].length for c in grid.classes]
    for of, c in enumerate(grid.classes):
        if long[of] == length and (c.most is None or used[of] < c.most):
            return of
    had = any(s.endless and s.length == length for s in problem.stock)
    longer = [of for of, c in enumerate(grid.classes) if not c.owned and long[of] > length]
    return min(longer, key=lambda of: long[of], default=None) if had else None


def _choose_ways(s: _Search, relaxed: Relaxed) -> tuple[Demand, Relaxed]:
    """Fix the way of one spliced piece after the other, each time as the fractions of the plan have it."""
    demand = s.demand
    for of in range(len(demand.spliced)):
        way = relaxed.ways[of]
        if way is not None:
            demand = demand.fixed(of, way)
            relaxed = relax(s.grid, demand, s.pool, s.go_on)
    return demand, relaxed


def _improve(s: _Search, relaxed: Relaxed) -> None:
    """Look for a better plan until one meets the bound, all that could be better have been looked at, or the time is up."""
    demand, fixed = _choose_ways(s, relaxed)
    if not s.go_on():
        return  # half a search is none: what it found would hang on how fast this machine is
    ways = [one.only or way for one, way in zip(demand.spliced, s.best.ways, strict=True)]
    s.offer(rounded(s.grid, demand, s.pool, fixed, ways))
    s.said("rounded")
    for turn in range(DIVES):
        if s.done or not s.go_on():
            return
        s.offer(dive(s.grid, demand, s.pool, ways, s.best, s.go_on, turn))
        s.said("dived")
    if s.done or not s.go_on():
        return
    found, _ = search(s.grid, s.demand, s.pool.columns, s.pool.choices, (s.left(), NODES), s.of_ways)
    s.offer(found)
    s.said("searched")
    if s.done or not s.go_on() or any(s.best.lacking) or not s.grid.exact or s.demand.spliced:
        return
    spare = s.best.weight - s.grid.least_step - relaxed.bound
    columns = within(s.grid, s.demand, relaxed, max(Fraction(0), spare))
    if columns is None:
        return
    found, complete = search(s.grid, s.demand, columns, (), (s.left(), MOST_NODES), s.of_ways)
    s.offer(found)
    if complete:
        s.bound = s.of_ways = s.best.weight
    s.said("looked at all")


def _begin(problem: CutProblem, asked: TakenApart, grid: Grid, before: Sequence[Before]) -> Whole:
    """Everything packed by size, or the plan before where that is as good."""
    first = _first(grid, asked.demand)
    was = _as_before(problem, asked, grid, before) if before else None
    return was if was is not None and was.rank <= first.rank else first


def _out_of_what_lies(s: _Search, most_steps: int) -> None:
    """Get what is lacking out of the sticks there are, or find out that it cannot be."""
    if any(s.best.lacking) and not s.short:
        want = wanted(s.demand, s.best.ways)
        sticks, s.short = out_of_what_lies(s.grid, want, s.go_on, most_steps)
        if sticks is not None:
            s.offer(counted(s.grid, sticks, s.best.ways, want))


def _solved(problem: CutProblem, asked: TakenApart, s: _Search) -> tuple[Whole, Fraction]:
    grid = s.grid
    s.offer(s.best)
    if not asked.lengths:
        return s.best, Fraction(0)
    for of, (spliced, way) in enumerate(zip(s.demand.spliced, s.best.ways, strict=True)):
        s.pool.choose(of, way, spliced.parts(way))
    _out_of_what_lies(s, FEW_STEPS)

    def seen(so_far: Relaxed) -> None:
        s.offer(rounded(grid, s.demand, s.pool, so_far, s.best.ways))

    relaxed = relax(grid, asked.demand, s.pool, s.go_on, seen=seen)
    if not any(s.best.lacking):
        plain = plain_bound(problem, grid, asked)
        s.bound, s.of_ways = (max(raised(one, grid), plain) for one in (relaxed.bound, relaxed.of_ways))
    s.said("bound")
    if not s.done:
        _improve(s, relaxed)
    _out_of_what_lies(s, MOST_STEPS)
    if any(s.best.lacking):
        s.bound = s.of_ways = Fraction(0)  # what cannot be cut at all has no bound to be held against
    return s.best, min(s.bound, s.best.weight)


def first_plan(problem: CutProblem, before: Sequence[Before] = ()) -> CutPlan:
    """Everything packed by size, or as it was before, without looking for better: quick, however long the list.

    Args:
        problem, before: as for `plan`.
    """
    if problem.goal == "lengths":
        return _one_length(problem, first_plan)
    if len(problem.stock) * len(problem.pieces) > MOST_LOOKED_AT and len(problem.stock) > 2 * FEW_LENGTHS:
        return _few_lengths(problem)
    if sum(piece.join is not None for piece in problem.pieces) > FEW_JOINED:
        return _parted_at_once(problem)
    asked = take_apart(problem, FEW_WAYS)
    grid = on_grid(problem, asked.lengths)
    whole = _begin(problem, asked, grid, before)
    lacking = any(whole.lacking) or not asked.lengths
    bound = Fraction(0) if lacking else min(plain_bound(problem, grid, asked), whole.weight)
    return _laid_out(problem, asked, grid, whole, bound, before=before)


def _parted_at_once(problem: CutProblem) -> CutPlan:
    """A first plan of many pieces that are spliced: each is parted in the first way there is, and all of it packed by size."""
    reach = problem.reaches[0]
    parted: dict[int, tuple[Parts, ...]] = {}
    cannot = []
    uncut: Counter[Length] = Counter()
    parts_of: Counter[Length] = Counter()
    for i, piece in enumerate(problem.pieces):
        if reach.gives(piece.length):
            uncut[piece.length] += piece.count
            continue
        both = first_two(piece.length, piece.join, piece.count, reach) if piece.join else None
        if both is None:
            cannot.append(i)
            continue
        parted[i] = tuple(both[n % 2] for n in range(piece.count))
        parts_of.update(part for parts in parted[i] for part in parts)
    count = uncut + parts_of
    lengths = tuple(sorted(count, reverse=True))
    demand = Demand(tuple(count[length] for length in lengths))
    asked = TakenApart(lengths, demand, (), tuple(cannot))
    own = Demand(tuple(uncut[length] for length in lengths))
    other_ways = TakenApart(lengths, own, tuple((i, NOT_LOOKED_AT) for i in parted), ())
    grid = on_grid(problem, lengths)
    whole = _first(grid, demand)
    lacking = any(whole.lacking) or not lengths
    bound = Fraction(0) if lacking else min(plain_bound(problem, grid, other_ways), whole.weight)
    return _laid_out(problem, asked, grid, whole, bound, parted)


def _few_lengths(problem: CutProblem) -> CutPlan:
    """A first plan from the longest lengths and those that cost the least a foot alone; what lies there is left aside."""
    had = [i for i, stick in enumerate(problem.stock) if stick.endless] or [*range(len(problem.stock))]
    cheap = sorted(
        had, key=lambda i: ((problem.stock[i].price or 0) / problem.stock[i].length.nm, -problem.stock[i].length.nm)
    )
    long = sorted(had, key=lambda i: -problem.stock[i].length.nm)
    comes = {piece.length for piece in problem.pieces}
    chosen = sorted({*long[:FEW_LENGTHS], *cheap[:FEW_LENGTHS], *(i for i in had if problem.stock[i].length in comes)})
    made = first_plan(replace(problem, stock=tuple(problem.stock[i] for i in chosen)))
    return replace(made, sticks=tuple(replace(s, stick=chosen[s.stick]) for s in made.sticks), bound=Fraction(0))


def plan(
    problem: CutProblem,
    clock: Clock,
    seconds: float = SECONDS,
    tell: Tell | None = None,
    near: Fraction = Fraction(0),
    before: Sequence[Before] = (),
    show: ShowPlan | None = None,
) -> CutPlan:
    """Plan the cutting of everything that can be cut, and prove how far from the best it can be.

    Args:
        problem: pieces, stock, saw and goal; clock: seconds that run on; seconds: after which the best so far is given; tell: is told how it goes: what
            was done, what the best plan comes to, and the bound; near: the share of the bound within which a plan is good
            enough; before: the sticks of an earlier plan, with what was cut from each: they stay where that is as good;
            show: is given the best plan so far, whenever there may be a better one.

    Returns:
        The plan. The same problem gives the same plan, unless the time ran out.
    """
    if problem.goal == "lengths":
        bought = sum(stick.endless for stick in problem.stock) + 1
        return _one_length(problem, lambda one: plan(one, clock, seconds / bought, tell, near), show)
    until = clock() + seconds
    asked = take_apart(problem)
    grid = on_grid(problem, asked.lengths)
    seen = (lambda whole, bound: show(_laid_out(problem, asked, grid, whole, bound, before=before))) if show else None
    begun = _begin(problem, asked, grid, before)
    s = _Search(grid, asked.demand, clock, until, tell, Pool(), begun, near, seen)
    whole, bound = _solved(problem, asked, s)
    broken_off = None if s.done or s.go_on() else seconds
    return replace(
        _laid_out(problem, asked, grid, whole, bound, before=before),
        short=s.short and not asked.splits,
        broken_off=broken_off,
        few_parts=bool(asked.splits) and bound < whole.weight <= s.of_ways,
    )


def _shortest(problem: CutProblem, sticks: Sticks, cuts: Sequence[Length], before: Counter[Before]) -> int:
    """Of the sticks that count as much by the goal, the one these pieces came from before, else the shortest that gives them."""
    if sticks.owned:
        return sticks.stick
    same = [sticks.stick, *(c.stick for c in classes_of(problem) if not c.owned and c.weight == sticks.weight)]
    gives = [s for s in same if left_of(problem.stock[s].length, cuts, problem.kerf, problem.square) is not None]
    own = tuple(sorted(cuts))
    best = min(
        gives, key=lambda s: (not before[problem.stock[s].length, own], problem.stock[s].length), default=sticks.stick
    )
    before[problem.stock[best].length, own] -= 1
    return best


def _laid_out(
    problem: CutProblem,
    asked: TakenApart,
    grid: Grid,
    whole: Whole,
    bound: Fraction,
    parted: dict[int, tuple[Parts, ...]] | None = None,
    before: Sequence[Before] = (),
) -> CutPlan:
    """The plan as it is cut, from its sticks of `before` where they are as good; `parted` has the parts of spliced pieces where no ways were chosen. Pieces nothing was left for join those no
    stick is long enough for."""
    parted = parted or {
        i: tuple(ways.parts[way[n % 2]] for n in range(problem.pieces[i].count))
        for (i, ways), way in zip(asked.splits, whole.ways, strict=True)
    }
    fillings: list[Filling] = []
    were = Counter((stick, tuple(sorted(lengths))) for stick, lengths in before)
    for column, times in whole.sticks:
        sticks = grid.classes[column.of]
        cuts = tuple(asked.lengths[kind] for kind, n in column.pattern for _ in range(n))
        fillings += [(_shortest(problem, sticks, cuts, were), sticks.owned, cuts) for _ in range(times)]
    wanted_by = queues(problem, parted, asked.cannot)
    sticks_cut = lay_out(problem, fillings, wanted_by)
    left_over = {whose for waiting in wanted_by.values() for whose, *_ in waiting}
    cost = cost_of(sticks_cut, problem.stock)
    value = whole.weight
    if problem.goal == "cost" and cost is not None:
        value = cost
    return CutPlan(
        sticks_cut,
        value,
        bound,
        tuple(sorted({*asked.cannot, *left_over})),
        cost,
        waste_of(sticks_cut, problem.stock),
    )


def _one_length(problem: CutProblem, planned: Callable[[CutProblem], CutPlan], show: ShowPlan | None = None) -> CutPlan:
    """One length of stock for everything, beside what lies there: the one that comes to the least in all.

    Args:
        problem: what is asked; planned: plans it for one length; show: is given the best so far.
    """
    priced = all(s.price is not None for s in problem.stock if s.endless)
    goal: Goal = "cost" if priced else "waste"
    lie = tuple(replace(s, price=None) for s in problem.stock if s.on_hand)
    tried: list[tuple[tuple[int, Fraction, int], CutPlan, int]] = []
    bought = [i for i, s in enumerate(problem.stock) if s.endless]
    for n, stick in enumerate([*([None] if lie else []), *bought]):
        more = () if stick is None else (replace(problem.stock[stick], on_hand=0),)
        one = replace(problem, stock=(*lie, *more), goal=goal)
        made = planned(one)
        lacking = sum(problem.pieces[i].count for i in made.cannot)
        tried.append(((lacking, made.value, n), _at_home(made, problem, stick), int(stick is not None)))
        if show:
            show(_of_one_length(tried, bool(lie)))
        if stick is None and not lacking:
            break  # what lies there does for all of it
    return _of_one_length(tried, bool(lie))


def _of_one_length(tried: Sequence[tuple[tuple[int, Fraction, int], CutPlan, int]], lie: bool) -> CutPlan:
    _, best, lengths = min(tried, key=lambda t: t[0])
    least = Fraction(0) if lie and not best.cannot else Fraction(lengths)
    looked = max((made.broken_off for _, made, _ in tried if made.broken_off), default=None)
    best = replace(best, short=all(made.short for _, made, _ in tried), broken_off=looked)
    return replace(best, value=Fraction(lengths), bound=min(least, Fraction(lengths)) if lengths else Fraction(0))


def _at_home(made: CutPlan, problem: CutProblem, stick: int | None) -> CutPlan:
    """A plan over part of the stock, with its sticks named as the whole stock has them."""
    owned = [i for i, s in enumerate(problem.stock) if s.on_hand]
    home = [*owned, *([stick] if stick is not None else [])]
    return replace(made, sticks=tuple(replace(s, stick=home[s.stick]) for s in made.sticks))
