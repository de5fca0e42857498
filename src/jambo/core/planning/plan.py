"""The plan of a job (handbook 29): who does what when, what holds the finish up, and how far from the best it can be."""

from __future__ import annotations

import random
from collections.abc import Iterator, Sequence
from dataclasses import replace

from jambo.core.planning.best import best, least_finish
from jambo.core.planning.hours import Hours, hours_of
from jambo.core.planning.listed import List, Set, Weights, finish_of, may, team, weighed
from jambo.core.planning.problem import PlacedWork, WorkPlan, WorkProblem

DRAWS = 12  # ways to go down the list beside the usual ones
CHANGES = 600  # of the best of them, one after the other
WAYS = (
    (False, 0),
    (False, 60),
    (True, 0),
    (False, 90),
)  # to go down it: filling what is left of a day, and waiting so long for another
LONG = 1_500  # operations from which nobody waits at once
ENOUGH = 24_000  # operations set in all of them
SEARCHED = 150  # operations for which the best plan is looked for; more are set by going down a list


def planned(problem: WorkProblem) -> WorkPlan | None:
    """Plan a job: least time past the days that are set, then the earliest finish, then what is done in a room close together.

    Args:
        problem: people and operations.

    Returns:
        The plan; None where the hours there are do not reach.

    Raises:
        Circle: for operations that wait for each other.
    """
    *_, last = plans(problem)
    return last


def plans(problem: WorkProblem) -> Iterator[WorkPlan | None]:
    """Plans of a job, each no worse than the one before, the last as `planned` gives it: whoever cannot wait has the best so far.

    Args, Raises: as `planned`.
    """
    first = at_once(problem)
    yield first
    if first is None or not problem.operations:
        return
    hours = hours_of(problem.people, problem.start)
    n = len(problem.operations)
    found = _listed(problem, hours, min(DRAWS, ENOUGH // (10 * n)), min(CHANGES, ENOUGH // n))
    assert found is not None
    if n > SEARCHED:
        yield _by_list(problem, hours, found)
        return
    for searched in best(problem, hours, found):
        named = _soon(problem, hours, _early(problem, hours, _named(problem, hours, searched.set)))
        yield _told(problem, hours, named, searched.bound, proven=searched.proven, listed=False)


def at_once(problem: WorkProblem, draws: int = 0) -> WorkPlan | None:
    """The plan of going down the list by the usual weights, and by some that are drawn: quick, however large the job. Args, Raises: as `planned`."""
    if not problem.operations:
        return WorkPlan()
    hours = hours_of(problem.people, problem.start)
    found = _listed(problem, hours, draws, 0) if hours.windows else None
    return None if found is None else _by_list(problem, hours, found)


def _by_list(problem: WorkProblem, hours: Hours, found: Set) -> WorkPlan:
    finish = finish_of(problem, found)
    bound = min(least_finish(problem, hours), finish)
    return _told(problem, hours, found, bound, proven=bound >= finish, listed=True)


def _listed(problem: WorkProblem, hours: Hours, draws: int, changes: int) -> Set | None:
    """The best of the plans made by going down a list with several weights, and with those of the best changed here and there."""
    by, n = List(problem, hours), len(problem.operations)
    chosen: tuple[tuple[int, int, int], Set, Weights] | None = None
    for weights in weighed(problem, hours, draws):
        for fill, wait in WAYS[: len(WAYS) if draws else 2 if n <= LONG else 1]:
            way = replace(weights, fill=fill, wait=wait)
            found = by.plan(way)
            if found is not None and (chosen is None or _worth(problem, hours, found) < chosen[0]):
                chosen = _worth(problem, hours, found), found, way
    if chosen is None:
        return None
    worth, best_, way = chosen
    drawn = random.Random(1)
    for _ in range(changes):
        changed = way.changed(drawn)
        found = by.plan(changed)
        if found is not None and (now := _worth(problem, hours, found)) <= worth:
            way = changed
            worth, best_ = (now, found) if now < worth else (worth, best_)
    return best_


def _worth(problem: WorkProblem, hours: Hours, found: Set) -> tuple[int, int, int]:
    late = sum(
        max(0, found.start[i] + one.minutes - hours.working(one.by))
        for i, one in enumerate(problem.operations)
        if one.by is not None
    )
    return late, finish_of(problem, found), _walks(problem, found)


def _named(problem: WorkProblem, hours: Hours, found: Set) -> Set:
    """Name who does what where people are alike: in the order of time, those who were in the room last and are free."""
    if all(found.who):
        return found
    free = [0] * len(problem.people)
    last = [""] * len(problem.people)
    who: list[tuple[int, ...]] = [()] * len(found.start)
    for i in found.order:
        one = problem.operations[i]
        there = [p for p in may(problem, i) if free[p] <= found.start[i]]
        there.sort(key=lambda p: (last[p] != one.room, -free[p], p))
        who[i] = tuple(sorted(there[: one.hands]))
        for p in who[i]:
            free[p], last[p] = found.start[i] + one.minutes, one.room
    return replace(found, who=tuple(who))


def _early(problem: WorkProblem, hours: Hours, found: Set) -> Set:
    """The same plan, in the same order and by the same people, with nobody waiting for what he could begin."""
    ops, free = problem.operations, [0] * len(problem.people)
    start = [0] * len(ops)
    order = sorted(range(len(ops)), key=lambda i: (found.start[i], problem.order.index(i)))
    for i in order:
        one = ops[i]
        own = hours.working(one.not_before) if one.not_before is not None else 0
        at = max([own, *_dry(problem, hours, start, i), *(free[p] for p in found.who[i])])
        for low, high in sorted(span for p in found.who[i] for span in hours.away[p]):
            if low < at + one.minutes and at < high:
                at = high
        start[i] = at
        for p in found.who[i]:
            free[p] = at + one.minutes
    return Set(tuple(start), found.who, tuple(order))


def _dry(problem: WorkProblem, hours: Hours, start: Sequence[int], i: int) -> list[int]:
    """When what comes before an operation is done and dry."""
    return [hours.dry(start[j] + problem.operations[j].minutes, problem.operations[j].dries) for j in problem.before[i]]


def _wet(problem: WorkProblem, hours: Hours, i: int, j: int, begin: int) -> int:
    """When an operation ends at the latest for another that begins at a minute: dry, where that comes after it."""
    return min(begin, hours.wet(begin, problem.operations[i].dries)) if i in problem.before[j] else begin


def _soon(problem: WorkProblem, hours: Hours, found: Set) -> Set:
    """The same plan with what is to begin soon in the idle time of those who can do it; nothing else begins later for it."""
    ops, start, who = problem.operations, [*found.start], [*found.who]
    moved = True
    while moved:
        moved = False
        for i in sorted((i for i, one in enumerate(ops) if one.soon), key=lambda i: start[i]):
            busy = _busy(problem, hours, start, who, without=i)
            begin = hours.working(ops[i].not_before or 0) if ops[i].not_before is not None else 0
            begin = max([begin, *_dry(problem, hours, start, i)])
            ends = {end for spans in busy for _, end in spans if begin < end < start[i]}
            for at in sorted({begin, *ends}) if begin < start[i] else ():
                until = at + ops[i].minutes
                able = [p for p in may(problem, i) if all(high <= at or low >= until for low, high in busy[p])]
                able.sort(key=lambda p: (p not in who[i], p))
                if (chosen := team(problem, i, able)) is not None:
                    start[i], who[i], moved = at, tuple(sorted(chosen)), True
                    break
    order = sorted(range(len(ops)), key=lambda i: (start[i], problem.order.index(i)))
    return Set(tuple(start), tuple(who), tuple(order))


def _busy(
    problem: WorkProblem, hours: Hours, start: Sequence[int], who: Sequence[tuple[int, ...]], without: int
) -> list[list[tuple[int, int]]]:
    """For each person the working minutes he is away, or at other work than one operation."""
    busy = [[*away] for away in hours.away]
    for j, one in enumerate(problem.operations):
        for p in who[j] if j != without else ():
            busy[p].append((start[j], start[j] + one.minutes))
    return busy


def _walks(problem: WorkProblem, found: Set) -> int:
    """How often somebody goes to another room than he was in."""
    at: dict[int, str] = {}
    count = 0
    for i in found.order:
        room = problem.operations[i].room
        for p in found.who[i]:
            count += p in at and at[p] != room
            at[p] = room
    return count


def _arcs(problem: WorkProblem, found: Set) -> list[list[int]]:
    """For each operation those that wait for it in this plan: by what comes before them, or for the hands."""
    follows: list[list[int]] = [[] for _ in found.start]
    for i, before in enumerate(problem.before):
        for j in before:
            follows[j].append(i)
    last: dict[int, int] = {}
    for i in sorted(range(len(found.start)), key=lambda i: (found.start[i], i)):
        for p in found.who[i]:
            if p in last:
                follows[last[p]].append(i)
            last[p] = i
    return follows


def _told(problem: WorkProblem, hours: Hours, found: Set, bound: int, *, proven: bool, listed: bool) -> WorkPlan:
    ops, finish = problem.operations, finish_of(problem, found)
    follows = _arcs(problem, found)
    latest = [finish] * len(ops)
    by_time = sorted(range(len(ops)), key=lambda i: (found.start[i], i))
    for i in reversed(by_time):
        until = min([finish, *(_wet(problem, hours, i, j, latest[j] - ops[j].minutes) for j in follows[i])])
        latest[i] = _there_until(hours, found.who[i], ops[i].minutes, until)
    placed = []
    for i in by_time:
        end = found.start[i] + ops[i].minutes
        by = ops[i].by
        late = max(0, end - hours.working(by)) if by is not None else 0
        who = tuple(problem.people[p].name for p in found.who[i])
        placed.append(
            PlacedWork(ops[i].key, hours.clock(found.start[i]), hours.clock(end, ends=True), who, latest[i] - end, late)
        )
    return WorkPlan(
        placed=tuple(placed),
        finish=hours.clock(finish, ends=True),
        bound=hours.clock(bound, ends=True),
        proven=proven,
        listed=listed,
        chain=_chain(problem, hours, found, latest, follows),
        walks=_walks(problem, replace(found, order=tuple(by_time))),
    )


def _there_until(hours: Hours, who: Sequence[int], minutes: int, until: int) -> int:
    """The latest end, no later than `until`, of so many minutes in one go while everybody who does it is there."""
    spans = sorted((span for p in who for span in hours.away[p]), reverse=True)
    for low, high in spans:
        if low < until and until - minutes < high:
            until = low
    return until


def _chain(
    problem: WorkProblem, hours: Hours, found: Set, latest: Sequence[int], follows: Sequence[Sequence[int]]
) -> tuple[str, ...]:
    """The operations that hold the finish up, one after the other: from the last that ends, back along what each waits for."""
    ops = problem.operations
    ends = [found.start[i] + one.minutes for i, one in enumerate(ops)]
    at: int | None = max(range(len(ops)), key=lambda i: (ends[i], i))
    waits: list[list[int]] = [[] for _ in ops]
    for i, after in enumerate(follows):
        for j in after:
            waits[j].append(i)
    chain: list[str] = []
    while at is not None:
        chain.append(ops[at].key)
        before = [
            j for j in waits[at]
            if found.start[at] in (ends[j], hours.dry(ends[j], ops[j].dries)) and latest[j] == ends[j]
        ]  # fmt: skip
        at = max(before, key=lambda j: (j in problem.before[at], -j), default=None)  # type: ignore[index]
    return tuple(reversed(chain))
