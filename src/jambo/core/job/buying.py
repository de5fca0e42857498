"""The buy list of a job: how many of everything it needs, how many spares, and how many are still to order (handbook 27)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence

from jambo.core.framing.items import Item
from jambo.core.frozen import dataclass
from jambo.core.items import ITEMS, TIMBER
from jambo.core.job.board import SolvedJob
from jambo.core.job.orders import Order
from jambo.core.quantities.length import Length

STICKS_IN = 20  # one to spare in so many sticks of a section

SticksNeeded = Mapping[tuple[str, Length], int]  # how many of each length of each section


def to_spare(name: str, count: int) -> int:
    """How many of a thing are bought beside those that are needed: of screws, which are dropped and bent, and of shims, which split.

    Args:
        name: a key of ITEMS; count: that are needed.
    """
    one_in = ITEMS[name].one_spare_in
    return -(-count // one_in) if one_in else 0


def by_bundle(name: str, needed: int, spare: int) -> tuple[int, int] | None:
    """How many bundles are needed, and how many more hold what is to spare; None for what is not had by the bundle.

    Args:
        name: a key of ITEMS; needed: how many; spare: how many to spare.
    """
    bundle = ITEMS[name].bundle
    if not bundle:
        return None
    bundles = -(-needed // bundle)
    return bundles, -(-(needed + spare) // bundle) - bundles


def sticks_to_spare(count: int) -> int:
    """How many sticks of a section are bought beside those that are needed: a single header has none to spare."""
    return (count + STICKS_IN // 2) // STICKS_IN


@dataclass(frozen=True, slots=True)
class BuyLine:
    """A line of the buy list: how many are needed and to spare as they are had, and what is ordered of it.

    `given` are those that openings have already, whatever they were ordered as.
    """

    key: str
    needed: int
    spare: int
    orders: tuple[Order, ...]
    given: int = 0

    @property
    def ordered(self) -> int:
        """How many are ordered, here, or with openings."""
        return self.given + sum(order.free for order in self.orders)

    @property
    def came(self) -> int:
        """How many are here, or with openings."""
        return self.given + sum(order.here for order in self.orders)

    @property
    def to_order(self) -> int:
        """How many are still to order."""
        return max(0, self.needed + self.spare - self.ordered)

    @property
    def supplier(self) -> str:
        """Whom it was last ordered from; "" where nobody said."""
        return next((order.of.from_ for order in reversed(self.orders) if order.of.from_), "")


@dataclass(frozen=True, slots=True)
class ThingLine(BuyLine):
    """A thing beside timber: what, how many each opening needs by its mark, and how many are needed and to spare one by one."""

    item: Item = Item("", 0)
    marks: Mapping[str, int] | None = None
    each: tuple[int, int] = (0, 0)


@dataclass(frozen=True, slots=True)
class StickLine(BuyLine):
    """Sticks of one length of a section."""

    section: str = ""
    length: Length = Length(0)


def things(
    job: SolvedJob, covered: Mapping[tuple[int, str], int], orders: Mapping[str, Sequence[Order]]
) -> Iterator[ThingLine]:
    """What openings need besides timber, one line for each thing.

    Args:
        job: as solved; covered: how many of what was given to openings, by opening and key of `ITEMS`; orders: so far, by key.
    """
    found: dict[str, tuple[Item, dict[str, int]]] = {}
    has: Counter[str] = Counter()
    left = Counter(covered)
    for one in job.openings:
        for item in one.result.hardware:
            marks = found.setdefault(item.key, (item, {}))[1]
            marks[one.mark] = marks.get(one.mark, 0) + item.count
            there = min(item.count, left[one.id, item.name])
            left[one.id, item.name] -= there
            has[item.key] += there
    met = {*found}
    for key, (item, marks) in found.items():
        count = sum(marks.values())
        each = count, to_spare(item.name, count)
        had = by_bundle(item.name, *each) or each
        # an order from before a thing was bought by all this is of the first line it fits
        bare = () if item.bare == key or item.bare in met else orders.get(item.bare, ())
        met.add(item.bare)
        yield ThingLine(key, *had, (*orders.get(key, ()), *bare), has[key], item, marks, each)


def timber(needed: SticksNeeded, orders: Mapping[str, Sequence[Order]]) -> Iterator[StickLine]:
    """The sticks of every section, the shortest first; what is to spare is of the length that is taken most.

    Args:
        needed: those of the plan, and those that were cut already; what lies in the rack is off the plan; orders: so far, by key.
    """
    for section in dict.fromkeys(of for of, _ in needed):
        sticks = {length: n for (of, length), n in needed.items() if of == section and n}
        most = max(sticks, key=lambda s: (sticks[s], s.nm), default=None)
        for length, count in sorted(sticks.items(), key=lambda s: s[0].nm):
            key = f"{TIMBER}|{section}|{length.nm}"
            spare = sticks_to_spare(sum(sticks.values())) if length == most else 0
            yield StickLine(key, count, spare, tuple(orders.get(key, ())), 0, section, length)


def by_key(orders: Iterable[Order]) -> dict[str, list[Order]]:
    """Orders by what they are of."""
    found: dict[str, list[Order]] = {}
    for order in orders:
        found.setdefault(order.of.key, []).append(order)
    return found


def surplus(orders: Mapping[str, Sequence[Order]], lines: Iterable[BuyLine]) -> list[Order]:
    """Orders of what the plan needs no more, of which something is on its way or here.

    Args:
        orders: by what they are of; lines: of the buy list.
    """
    taken = {order.line.id for line in lines for order in line.orders}
    return [order for of in orders.values() for order in of if order.line.id not in taken and order.free > 0]
