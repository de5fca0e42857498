"""What is ordered for a job, what has come of it, what went back, and when an order is late (handbook 27)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from datetime import date

from jambo.core.frozen import dataclass
from jambo.core.job.record import (
    Came,
    Checked,
    Event,
    Given,
    Line,
    Moved,
    OfOrder,
    Ordered,
    Promised,
    SentBack,
    of_kind,
    standing,
)


@dataclass(frozen=True, slots=True)
class Order:
    """An order as it stands: its line, for when it is promised now ("" where nobody knows), what came and went back since, oldest first,
    and how many of what came were given to openings."""

    line: Line[Ordered]
    promised: str
    moved: tuple[Line[Moved], ...]
    given: int

    @property
    def id(self) -> int:
        """Its line in the record."""
        return self.line.id

    @property
    def of(self) -> Ordered:
        """What was ordered, as it was called then."""
        return self.line.event

    @property
    def came(self) -> int:
        """How many have come."""
        return sum(line.event.count for line in of_kind(self.moved, Came))

    @property
    def back(self) -> int:
        """How many of those were sent back."""
        return sum(line.event.count for line in of_kind(self.moved, SentBack))

    @property
    def here(self) -> int:
        """How many are here and not given to an opening."""
        return self.came - self.back - self.given

    @property
    def free(self) -> int:
        """How many are ordered or here and not yet given to an opening."""
        return self.of.count - self.back - self.given

    @property
    def open(self) -> int:
        """How many have not come."""
        return max(0, self.of.count - self.came)

    def late(self, today: date) -> bool:
        """Whether its day has gone by and not all has come."""
        return bool(self.open and self.promised and date.fromisoformat(self.promised) < today)


def bought(lines: Iterable[Line[Event]]) -> list[Line[Event]]:
    """The lines about orders that count: what is of an order, or of a delivery, that cannot be read or was taken back is of nothing.

    Args:
        lines: oldest first, of orders and what happens to them.
    """
    lines = standing(lines)
    orders, came = ({line.id for line in of_kind(lines, kind)} for kind in (Ordered, Came))
    lines = [line for line in lines if not isinstance(line.event, OfOrder) or line.event.order in orders]
    came &= {line.id for line in lines}
    return [line for line in lines if not isinstance(line.event, Checked | Given) or line.event.came in came]


def orders_of(lines: Sequence[Line[Event]]) -> list[Order]:
    """The orders of a job as they stand.

    Args:
        lines: those that count (`bought`).
    """
    moved: dict[int, list[Line[Moved]]] = {}
    for line in of_kind(lines, Moved):
        moved.setdefault(line.event.order, []).append(line)
    of = {line.id: line.event.order for line in of_kind(lines, Came)}
    given = Counter(of[line.event.came] for line in of_kind(lines, Given))
    promised = {line.event.order: line.event.promised for line in of_kind(lines, Promised)}
    return [
        Order(line, promised.get(line.id, line.event.promised) or "", tuple(moved.get(line.id, ())), given[line.id])
        for line in of_kind(lines, Ordered)
    ]
