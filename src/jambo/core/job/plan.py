"""What the plan of a job starts from: from when it is made, what was done, and what comes when (handbook 29)."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, datetime, timedelta

from jambo.core.frozen import dataclass
from jambo.core.job.orders import Order
from jambo.core.planning.work import HERE_BY


@dataclass(frozen=True, slots=True)
class Tick:
    """When a step was done, by the clock on the wall, and by whom."""

    at: datetime
    who: str


@dataclass(frozen=True, slots=True)
class Coming:
    """One thing of an order, by its line: here already, or promised for a moment, or nobody knows when."""

    key: str
    here: bool
    at: datetime | None = None
    order: int = 0


def since(now: datetime, changed: datetime) -> datetime:
    """From when a job is planned: since something last changed, today at the earliest. While only the clock moves the plan stays; it is
    made anew, twice an hour, once some of its work should be done and is not.

    Args:
        now: by the clock on the wall; changed: when something of the job was last written down.
    """
    return max(min(now, changed - timedelta(minutes=changed.minute % 5)), now.replace(hour=0, minute=0))


def coming_of(order: Order, today: date, slipped: Mapping[int, date | None]) -> list[Coming]:
    """The things of an order that are not with an opening: those that are here, then those that are promised; a day gone by says nothing.

    Args:
        order: as it stands; today: the day it is; slipped: other days that are tried, by order (None: nobody would know).
    """
    here = [Coming(order.of.key, here=True, order=order.id)] * max(0, order.here)
    promised = slipped.get(order.id, date.fromisoformat(order.promised) if order.promised else None)
    at = datetime.combine(promised, HERE_BY) if promised is not None and promised >= today else None
    return [*here, *[Coming(order.of.key, here=False, at=at, order=order.id)] * order.open]
