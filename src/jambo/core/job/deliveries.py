"""What came for a job and is still here, thing by thing (handbook 27)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import field

from jambo.core.delivery.case import Measures
from jambo.core.frozen import dataclass
from jambo.core.items import ITEMS, ItemKind, asked_of
from jambo.core.job.record import Came, Checked, Event, Given, Line, Ordered, SentBack, of_kind
from jambo.core.quantities.tape import Unit

Read = Callable[[str, Mapping[str, str], Unit], Measures]


@dataclass(frozen=True, slots=True)
class Thing:
    """Something that came: its line in the record and which of that line's pieces it is, its order, and what it was ordered as.

    Of a thing in bulk `count` come together. `measures` is None while nobody has measured it; `texts` are as they were written;
    `checked` is the line of the record it was measured again by, 0 for none.
    """

    came: int
    n: int
    order: int
    of: Ordered
    count: int
    texts: Mapping[str, str] = field(default_factory=dict)
    measures: Measures | None = None
    checked: int = 0

    @property
    def item(self) -> str:
        """A key of `ITEMS`."""
        return self.of.item

    @property
    def kind(self) -> ItemKind:
        """What is known of its kind."""
        return ITEMS[self.item]


def still_here(lines: Sequence[Line[Event]]) -> dict[int, int]:
    """How many of each line that came are still here: what went back is taken off the delivery it names, else off those nobody measured,
    the newest first.

    Args:
        lines: those about orders that count, oldest first.
    """
    came, back = of_kind(lines, Came), of_kind(lines, SentBack)
    left = {line.id: line.event.count for line in came}
    measured = {line.event.came for line in of_kind(lines, Checked)} | {line.id for line in came if line.event.measured}
    given = Counter(line.event.came for line in of_kind(lines, Given))
    for line in back:
        count = line.event.count
        own = [one.id for one in came if one.event.order == line.event.order]
        for of in [line.event.came] if line.event.came else sorted(own, key=lambda i: (i in measured, -i)):
            gone = min(count, max(0, left.get(of, 0) - given[of]))
            left[of], count = left.get(of, 0) - gone, count - gone
    return left


def things_of(lines: Sequence[Line[Event]], unit: Unit, read: Read) -> list[Thing]:
    """Everything that came and is still here, of the kinds that are looked at when they come.

    Args:
        lines: those about orders that count, oldest first; unit: of the job; read: reads what was measured of an item.
    """
    orders = {line.id: line.event for line in of_kind(lines, Ordered)}
    checks = {line.event.came: line for line in of_kind(lines, Checked)}
    left = still_here(lines)
    found: list[Thing] = []
    for line in of_kind(lines, Came):
        of, again = orders[line.event.order], checks.get(line.id)
        if not asked_of(of.item):
            continue
        said: Came | Checked = again.event if again is not None else line.event
        texts = said.measured or {}
        measures = read(of.item, texts, said.unit or unit) if texts else None
        for n, count in enumerate([left[line.id]] if ITEMS[of.item].bulk else [1] * left[line.id], 1):
            if count:
                found.append(
                    Thing(
                        line.id, n, line.event.order, of, count, texts, measures, again.id if again is not None else 0
                    )
                )
    return found
