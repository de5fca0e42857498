"""What would make nothing late in a plan (handbook 29), found by trying: more hands from a day, other trades on later days."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Callable, Mapping, Sequence
from datetime import date, datetime, timedelta

MOST_MORE = 2  # hands that are tried
LATEST = 60  # days another trade is put off at the most
ROUNDS = 5  # in which trades are put off, each for what was late before
DAY = timedelta(days=1)

Comes = Sequence[datetime | None]  # when each other trade comes, None while nobody knows


def more_hands(days: Sequence[date], most: int, does: Callable[[int, date], bool]) -> tuple[int, date] | None:
    """Give the fewest more that leave nothing late, and the last day from which they do; None where no number tried does.

    Args:
        days: on which they could begin, at least one; most: how many more there can be; does: whether so many more from a day leave
            nothing late.
    """
    for more in range(1, min(MOST_MORE, most) + 1):
        if does(more, days[0]):
            later = days[:0:-1]  # the later the better
            at = bisect_left(later, True, key=lambda day: does(more, day))
            return more, later[at] if at < len(later) else days[0]
    return None


def later_days(comes: Comes, late: Callable[[Comes], Mapping[int, datetime] | None]) -> list[datetime | None] | None:
    """Give later days for other trades with which nothing is late; of a single one the first that does. None where no day is found.

    Args:
        comes: when each trade comes; late: with other such days, when what is late before each is done, by its place in `comes`; empty
            where nothing is late, None where other days of theirs cannot help.
    """
    at = list(comes)
    for _ in range(ROUNDS + 1):
        ends = late(at)
        if not ends:
            break
        for n, end in ends.items():
            at[n] = next((day for day in weekdays_after(at[n]) if day >= end), at[n])
    else:
        return None
    moved = [n for n, day in enumerate(at) if day != comes[n]]
    if ends is None or not moved:
        return None
    if len(moved) == 1:
        n = moved[0]
        sooner = [[*at[:n], day, *at[n + 1 :]] for day in weekdays_after(comes[n]) if day < (at[n] or day)]
        first = bisect_left(sooner, True, key=lambda one: late(one) == {})
        at = sooner[first] if first < len(sooner) else at
    return at


def weekdays_after(at: datetime | None) -> list[datetime]:
    """The weekdays after a moment, at the same time of day."""
    days = [at + n * DAY for n in range(1, LATEST + 1)] if at is not None else []
    return [day for day in days if day.weekday() < 5]


def put_off(done: datetime, by: timedelta) -> datetime:
    """When a trade is done that comes so much later: on a Monday instead of a Saturday or a Sunday."""
    day = done + by
    return day + max(0, 7 - day.weekday()) * DAY if day.weekday() > 4 else day
