"""The best plan there is, and how far from it a plan can be at most (CP-SAT): least time past the days set, then the earliest finish, then
the least time from the first to the last work of each room.

It stops at counts of steps and not at times, so that the same job gives the same plan.
"""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import TYPE_CHECKING

from jambo.core.frozen import dataclass
from jambo.core.planning.hours import Hours
from jambo.core.planning.listed import Set, by_pairs, finish_of, may, tails
from jambo.core.planning.problem import WorkProblem

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

STEPS = 0.5  # of the solver's own count, some seconds each, for the finish; for the days, and the rooms, half as many
MANY = 50  # operations of people who are told apart, from which a search finds no more than going down the list did
FEW_STEPS = 0.005
ROOMS = 120  # operations up to which rooms are looked at too; of more it is the list's own


@dataclass(frozen=True)
class Best:
    """A plan in working minutes, the bound on its finish, and whether nothing ends sooner."""

    set: Set
    bound: int
    proven: bool


@dataclass
class _Model:
    model: cp_model.CpModel
    start: list[cp_model.IntVar]
    on: list[dict[int, cp_model.IntVar]]
    finish: cp_model.IntVar
    late: list[cp_model.IntVar]
    spans: list[cp_model.IntVar]


def least_finish(problem: WorkProblem, hours: Hours) -> int:
    """A finish before which no plan is done, without a search: the longest chain, and the work that begins after each minute."""
    tail, least = tails(problem), 0
    head = [0] * len(problem.operations)
    for i in problem.order:
        one = problem.operations[i]
        own = hours.working(one.not_before) if one.not_before is not None else 0
        ends = ((head[j] + problem.operations[j].minutes, problem.operations[j].dries) for j in problem.before[i])
        head[i] = max([own, *(hours.dry(end, dries) for end, dries in ends)])
        least = max(least, head[i] + tail[i])
    there = _there(hours, len(problem.people))
    for hands in (1, 2):  # all hands at all work, and pairs at the work that takes two
        work = 0
        for i in sorted(range(len(head)), key=lambda i: -head[i]):
            one = problem.operations[i]
            if hands == 1 or one.hands == 2:
                work += one.minutes * (one.hands if hands == 1 else 1)
                least = max(least, head[i] + _reached(there, head[i], work, hands))
    return least


def _there(hours: Hours, people: int) -> list[tuple[int, int, int]]:
    """How many of the crew are there from one working minute to another."""
    edges = sorted({0, hours.length, *(edge for away in hours.away for span in away for edge in span)})
    return [
        (low, high, people - sum(any(b <= low and e >= high for b, e in away) for away in hours.away))
        for low, high in pairwise(edges)
    ]


def _reached(there: Sequence[tuple[int, int, int]], begin: int, work: int, hands: int) -> int:
    """How long a crew takes from a working minute on for so much work, all of them at it by so many hands whenever they are there."""
    for low, high, people in there:
        at, groups = max(low, begin), people // hands
        if high > at:
            if groups and work <= (high - at) * groups:
                return at - begin - (-work // groups)
            work -= (high - at) * groups
    return max(0, there[-1][1] - begin)


def best(problem: WorkProblem, hours: Hours, hint: Set) -> Iterator[Best]:
    """Look for the best plan, from one that is there: what each stage of the search comes to, the last the best.

    Args:
        problem: what is planned; hours: of its crew; hint: a plan to begin from, which is never made worse.
    """
    from ortools.sat.python import cp_model  # takes half a second, which no start of the server need wait for

    made = _made(problem, hours, hint)
    found, at_least = hint, least_finish(problem, hours)
    many = len(problem.operations) > MANY and any(made.on)
    steps = FEW_STEPS if many else STEPS
    if made.late:
        _, found = _solved(made, cp_model.LinearExpr.sum(made.late), found, problem, steps / 2)
        made.model.add(cp_model.LinearExpr.sum(made.late) <= sum(_late(problem, hours, found)))
        yield Best(found, min(at_least, finish_of(problem, found)), False)
    made.model.add(made.finish >= at_least)
    bound, finish = at_least, finish_of(problem, found)
    if bound < finish:
        solver, found = _solved(made, made.finish, found, problem, steps)
        bound = max(at_least, round(solver.best_objective_bound)) if solver is not None else at_least
        finish = finish_of(problem, found)
    yield Best(found, min(bound, finish), bound >= finish)
    if len(problem.operations) <= ROOMS and not many:
        made.model.add(made.finish <= finish)
        _, found = _solved(made, cp_model.LinearExpr.sum(made.spans), found, problem, steps / 2)
        yield Best(found, min(bound, finish), bound >= finish)


def _late(problem: WorkProblem, hours: Hours, found: Set) -> list[int]:
    """By how many working minutes each operation ends after its day."""
    return [
        max(0, found.start[i] + one.minutes - hours.working(one.by)) if one.by is not None else 0
        for i, one in enumerate(problem.operations)
    ]


def _made(problem: WorkProblem, hours: Hours, hint: Set) -> _Model:
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    # a day may be kept by waiting, as long as the hours reach
    upper = hours.length if any(_late(problem, hours, hint)) else finish_of(problem, hint)
    ops, people = problem.operations, problem.people
    start = [model.new_int_var(0, max(0, upper - one.minutes), "") for one in ops]
    for i, one in enumerate(ops):
        if one.not_before is not None:
            model.add(start[i] >= hours.working(one.not_before))
        for j in problem.before[i]:
            model.add(start[i] >= start[j] + ops[j].minutes)
            if ops[j].dries:
                _dried(model, hours, (start[j], ops[j].minutes), start[i], ops[j].dries, upper)
    alike = all(away == hours.away[0] for away in hours.away) and not any(one.who for one in ops) and not problem.mate
    on: list[dict[int, cp_model.IntVar]] = [{} for _ in ops]
    spans = [model.new_fixed_size_interval_var(start[i], one.minutes, "") for i, one in enumerate(ops)]
    away = [model.new_fixed_size_interval_var(b, min(e, upper) - b, "") for b, e in hours.away[0] if b < upper]
    pairs = [(spans[i], 1) for i, one in enumerate(ops) if one.hands == 2]
    if len(people) > 1:  # follows from the rest, and tells much sooner how far one can get
        model.add_cumulative([span for span, _ in pairs], [n for _, n in pairs], len(people) // 2)
    if alike:
        model.add_cumulative([*spans, *away], [*(one.hands for one in ops), *[len(people)] * len(away)], len(people))
    else:
        _by_person(model, problem, hours, start, on, upper)
    finish = model.new_int_var(0, upper, "")
    for i, one in enumerate(ops):
        model.add(finish >= start[i] + one.minutes)
    late = []
    for i, one in enumerate(ops):
        if one.by is not None:
            late.append(model.new_int_var(0, upper, ""))
            model.add(late[-1] >= start[i] + one.minutes - hours.working(one.by))
    return _Model(model, start, on, finish, late, _room_spans(model, problem, start, upper))


def _dried(
    model: cp_model.CpModel,
    hours: Hours,
    one: tuple[cp_model.IntVar, int],
    after: cp_model.IntVar,
    dries: int,
    upper: int,
) -> None:
    """What comes after something begins once that has dried by the clock: a straight piece for each end between nights and mornings."""
    start, minutes = one
    # ends after which another morning, or another night, is the one it is dry in
    edges, clocks = {0, upper + 1}, [clock for window in hours.windows for clock in window]
    for (begin, end), at in zip(hours.windows, hours.starts, strict=True):
        if at > upper:
            break
        between = clocks[bisect_right(clocks, begin + dries) : bisect_left(clocks, end + dries)]
        edges |= {at + 1, *(at + clock - dries - begin + 1 for clock in between)}
    marks = sorted(edge for edge in edges if edge <= upper + 1)
    chosen = []
    for low, high in pairwise(marks):
        last = high - 1
        first_dry, last_dry = hours.dry(low, dries), hours.dry(last, dries)
        here = model.new_bool_var("")
        chosen.append(here)
        model.add(start + minutes >= low).only_enforce_if(here)
        model.add(start + minutes <= last).only_enforce_if(here)
        if last_dry - first_dry == last - low:  # it dries while somebody works: every minute counts
            model.add(after >= start + minutes + first_dry - low).only_enforce_if(here)
        else:
            model.add(after >= last_dry).only_enforce_if(here)
    model.add_exactly_one(chosen)


def _by_person(
    model: cp_model.CpModel,
    problem: WorkProblem,
    hours: Hours,
    start: Sequence[cp_model.IntVar],
    on: list[dict[int, cp_model.IntVar]],
    upper: int,
) -> None:
    """Where people differ in their hours or in what they may do, each is told apart."""
    mine: list[list[cp_model.IntervalVar]] = [
        [model.new_fixed_size_interval_var(b, min(e, upper) - b, "") for b, e in away if b < upper]
        for away in hours.away
    ]
    for i, one in enumerate(problem.operations):
        for p in may(problem, i):
            on[i][p] = model.new_bool_var("")
            mine[p].append(model.new_optional_fixed_size_interval_var(start[i], one.minutes, on[i][p], ""))
        model.add(sum(on[i].values()) == one.hands)
        if one.hands == 2 and by_pairs(problem, i):
            for p, other in problem.mate.items():
                if p in on[i]:
                    model.add(on[i][p] == on[i].get(other, 0))
    for spans in mine:
        model.add_no_overlap(spans)


def _room_spans(
    model: cp_model.CpModel, problem: WorkProblem, start: Sequence[cp_model.IntVar], upper: int
) -> list[cp_model.IntVar]:
    """For each room the time from the first to the last that is done there: the shorter, the less anybody walks."""
    rooms: dict[str, list[int]] = {}
    for i, one in enumerate(problem.operations):
        rooms.setdefault(one.room, []).append(i)
    spans = []
    for held in rooms.values():
        first, last = model.new_int_var(0, upper, ""), model.new_int_var(0, upper, "")
        model.add_min_equality(first, [start[i] for i in held])
        model.add_max_equality(last, [start[i] + problem.operations[i].minutes for i in held])
        spans.append(model.new_int_var(0, upper, ""))
        model.add(spans[-1] == last - first)
    return spans


def _solved(
    made: _Model, goal: cp_model.LinearExprT, hint: Set, problem: WorkProblem, steps: float
) -> tuple[cp_model.CpSolver | None, Set]:
    """Solve for a goal from a plan that is there; that plan where nothing better is found."""
    from ortools.sat.python import cp_model

    made.model.clear_hints()  # type: ignore[no-untyped-call]
    for i, begin in enumerate(hint.start):
        made.model.add_hint(made.start[i], begin)
        for p, chosen in made.on[i].items():
            made.model.add_hint(chosen, p in hint.who[i])
    made.model.minimize(goal)
    solver = cp_model.CpSolver()
    solver.parameters.max_deterministic_time = steps
    solver.parameters.num_workers = 1  # the same answer every time, whatever the machine does beside it
    solver.parameters.random_seed = 1
    status = solver.solve(made.model)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None, hint
    start = tuple(solver.value(one) for one in made.start)
    who = tuple(tuple(p for p, chosen in on.items() if solver.boolean_value(chosen)) for on in made.on)
    return solver, Set(start, who, tuple(sorted(range(len(start)), key=lambda i: (start[i], i))))
