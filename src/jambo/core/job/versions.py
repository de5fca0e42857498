"""Which versions of a plan keep their content: every one of two days, then the last of each day, and those that work was done by."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta, tzinfo


@dataclass(frozen=True)
class Version:
    """A version of an opening's plan: its number, when it was made, and the one whose content it brought back, if it did."""

    number: int
    at: datetime
    content_of: int | None = None


def to_let_go(
    versions: Sequence[Version], worked: Iterable[datetime], now: datetime, zone: tzinfo | None = None
) -> list[int]:
    """The versions whose content need not be kept (handbook 32).

    Args:
        versions: of one opening, oldest first; worked: when anything was done by the plan (cut, ordered, framed, set,
            signed…): what was planned then stays; now: all of today's and yesterday's stay; zone: in which days begin,
            that of the machine if None.
    """
    days = [version.at.astimezone(zone).date() for version in versions]
    whole = (now.astimezone(zone) - timedelta(days=1)).date()
    times = [version.at for version in versions]
    stay = {n for n, day in enumerate(days) if day >= whole or n + 1 == len(days) or days[n + 1] != day}
    stay |= {bisect_right(times, moment) - 1 for moment in worked}
    numbers = {versions[n].number for n in stay if n >= 0}
    numbers |= {
        version.content_of for version in versions if version.number in numbers and version.content_of is not None
    }
    return [version.number for version in versions if version.number not in numbers]
