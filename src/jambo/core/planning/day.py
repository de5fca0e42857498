"""What a day asks for beside its work: who cuts and carries for it, and which holes are read before a frame goes in (handbook 29)."""

from __future__ import annotations

from bisect import bisect_right
from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from itertools import takewhile

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag
from jambo.core.planning.problem import DAY, Person, PlacedWork
from jambo.core.planning.work import WorkKind
from jambo.core.solve import Result


def leads(works: Sequence[PlacedWork]) -> dict[str, str]:
    """Who cuts and carries for each operation of a day: of those who are at it, who has least of it so far.

    Args:
        works: in the order of the day.

    Returns:
        Names by the operation's key; of two who have as much, the one named first.
    """
    has: Counter[str] = Counter()
    found = {}
    for placed in works:
        found[placed.key] = min(placed.who, key=lambda name: has[name])
        has[found[placed.key]] += 1
    return found


def minutes_on(day: int, placed: PlacedWork, person: Person) -> int:
    """Give how many minutes of a day somebody is at an operation: it may go on over a night, and over days nobody works.

    Args:
        day: from the plan's first, which is 0; placed: the operation; person: whose hours count.
    """
    begin, end = max(day * DAY, placed.start), min((day + 1) * DAY, placed.end)
    first = max(0, bisect_right(person.times, (begin, begin)) - 1)
    here = takewhile(lambda time: time[0] < end, person.times[first:])
    return sum(max(0, min(until, end) - max(since, begin)) for since, until in here)


def days_of(placed: PlacedWork, people: Iterable[Person]) -> Iterator[int]:
    """Give the days, from the plan's first, on which one of some people is at an operation."""
    at_it = [*people]
    for day in range(placed.start // DAY, placed.end // DAY + 1):
        if any(minutes_on(day, placed, person) for person in at_it):
            yield day


def read_first(work: WorkKind, opening: Opening, result: Result) -> tuple[Flag, ...] | None:
    """What stands against setting a frame in its hole as it was read; None where nothing does, or nothing is set in a hole.

    Args:
        work: which; opening: the facts; result: as solved.

    Returns:
        The flags of its survey; none of them while nothing was read at all.
    """
    if work != "set" or opening.kind == "pocket":
        return None
    if result.found.shape is None:
        return ()
    return tuple(flag for flag in result.flags if flag.kind.code.startswith("survey-")) or None
