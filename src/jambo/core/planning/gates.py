"""Between what moments a piece of work may begin (handbook 29): by what comes before it, and by what waits for it."""

from __future__ import annotations

from collections.abc import Sequence

from jambo.core.frozen import dataclass
from jambo.core.planning.hours import hours_of
from jambo.core.planning.problem import WorkProblem


@dataclass(frozen=True, slots=True)
class WorkGate:
    """When an operation may begin, as clock minutes from the plan's first midnight, whoever else is busy.

    Attributes:
        earliest: not before; follows: the operation that has to be done first, None where it is the day or what comes.
        latest: not after, None where nothing waits for it; due: the operation whose day that is.
    """

    earliest: int
    follows: str | None = None
    latest: int | None = None
    due: str | None = None


def gates(problem: WorkProblem) -> dict[str, WorkGate]:
    """Give the gates of each operation, in working time of the crew. Raises Circle.

    Args:
        problem: people and operations. Where the latest is gone by already, it is the earliest.
    """
    hours = hours_of(problem.people, problem.start)
    if not hours.windows:
        return {}
    ops = problem.operations
    early: dict[int, tuple[int, str | None]] = {}
    for i in problem.order:
        begin = hours.working(ops[i].not_before or 0)
        ends = [(hours.dry(early[j][0] + ops[j].minutes, ops[j].dries), ops[j].key) for j in problem.before[i]]
        early[i] = max([(begin, None), *ends], key=lambda one: one[0])
    late: dict[int, tuple[int, str]] = {}
    for i in reversed(problem.order):
        by = ops[i].by
        if by is not None:
            late[i] = _least(late.get(i), (hours.working(by) - ops[i].minutes, ops[i].key))
        if i in late:
            for j in problem.before[i]:
                late[j] = _least(late.get(j), (hours.wet(late[i][0], ops[j].dries) - ops[j].minutes, late[i][1]))
    found = {}
    for i, op in enumerate(ops):
        at, follows = early[i]
        latest, due = late.get(i, (None, None))
        found[op.key] = WorkGate(
            hours.clock(at), follows, None if latest is None else hours.clock(max(latest, at)), due
        )
    return found


def _least(one: tuple[int, str] | None, other: tuple[int, str]) -> tuple[int, str]:
    return other if one is None or other[0] < one[0] else one


def hands_left(problem: WorkProblem, by: int) -> tuple[int, ...]:
    """How many minutes each of the crew has before a clock minute, most first.

    Args:
        problem: people; nothing is done before its start; by: the minute.
    """
    left = (
        sum(max(0, min(end, by) - max(begin, problem.start)) for begin, end in person.times)
        for person in problem.people
    )
    return tuple(sorted(left, reverse=True))


def enough(work: Sequence[tuple[int, int]], left: Sequence[int]) -> int | None:
    """How many have to be at it for some work to be done in the time there is; None where all of them are too few.

    Work for one can be shared out, work for two goes to pairs, each as long as its second has time.

    Args:
        work: minutes and hands of each piece; left: how many minutes each of the crew has, most first.
    """
    of_all = sum(minutes * hands for minutes, hands in work)
    of_pairs = sum(minutes for minutes, hands in work if hands == 2)
    for n in range(1, len(left) + 1):
        if of_all <= sum(left[:n]) and of_pairs <= sum(left[1:n:2]):
            return n
    return None
