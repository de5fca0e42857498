"""Working time: the minutes in which somebody works, one after the other, without nights and common breaks between them.

Work goes on over a break that all of the crew take; nobody leaves it for a break of his own.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence

from jambo.core.frozen import dataclass
from jambo.core.planning.problem import Person

Window = tuple[int, int]


@dataclass(frozen=True)
class Hours:
    """Working time of a crew.

    Attributes:
        windows: when somebody works, as clock minutes; starts: the working minute at which each of them begins.
        away: for each person the working minutes in which he is not there, (from, to), in order and apart.
        length: of all of it, in working minutes.
    """

    windows: tuple[Window, ...]
    starts: tuple[int, ...]
    away: tuple[tuple[Window, ...], ...]
    length: int

    def working(self, clock: int) -> int:
        """The working minute of a clock minute; of one in which nobody works that of the next one somebody does."""
        i = bisect_right(self.windows, (clock, 1 << 60)) - 1
        if i < 0:
            return 0
        begin, end = self.windows[i]
        return self.starts[i] + min(clock - begin, end - begin)

    def dry(self, end: int, dries: int) -> int:
        """The first working minute at which what ended at a working minute has dried for so long by the clock."""
        return self.working(self.clock(end, ends=True) + dries) if dries else end

    def wet(self, begin: int, dries: int) -> int:
        """The last working minute at which something may end, to have dried for so long when a working minute begins."""
        return self.working(self.clock(begin) - dries) if dries else begin

    def clock(self, working: int, *, ends: bool = False) -> int:
        """The clock minute of a working minute; of an end that of the evening rather than the next morning."""
        i = bisect_right(self.starts, working - ends) - 1
        i = max(0, min(i, len(self.windows) - 1))
        return self.windows[i][0] + working - self.starts[i]


def hours_of(people: Sequence[Person], start: int) -> Hours:
    """Join the working times of a crew from a clock minute on.

    Args:
        people: with their times; start: before which nothing is done.
    """
    cut = [_from(person.times, start) for person in people]
    windows: list[list[int]] = []
    for begin, end in sorted(span for times in cut for span in times):
        if windows and begin <= windows[-1][1]:
            windows[-1][1] = max(windows[-1][1], end)
        else:
            windows.append([begin, end])
    starts, total = [], 0
    for begin, end in windows:
        starts.append(total)
        total += end - begin
    hours = Hours(tuple((b, e) for b, e in windows), tuple(starts), (), total)
    return Hours(hours.windows, hours.starts, tuple(tuple(_away(hours, times)) for times in cut), total)


def _from(times: Sequence[Window], start: int) -> list[Window]:
    return [(max(begin, start), end) for begin, end in times if end > start]


def _away(hours: Hours, times: Sequence[Window]) -> list[Window]:
    """The working minutes outside somebody's own times."""
    found: list[Window] = []
    at = 0
    for begin, end in times:
        low, high = hours.working(begin), hours.working(end - 1) + 1
        if low > at:
            found.append((at, low))
        at = max(at, high)
    if at < hours.length:
        found.append((at, hours.length))
    return found
