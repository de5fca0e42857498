"""What a job needs from shops, what is ordered, what has come and what is late (handbook 27)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from typing_extensions import TypedDict

from jambo.core.items import COUNTERS, TIMBER
from jambo.core.job.board import SolvedJob
from jambo.core.job.buying import BuyLine, StickLine, SticksNeeded, ThingLine, by_key, surplus, things, timber
from jambo.core.job.orders import Order
from jambo.core.job.sticks import sizes_of
from jambo.core.labels import section_named
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import called_out
from jambo.core.quantities.tape import Tape, show
from jambo.core.words.lists import Region, fill
from jambo.views.material.asked import AskedOut, asked_out
from jambo.views.material.job_cutting import JobCuttingOut
from jambo.views.opening.result import item_detail


class HappenedOut(TypedDict):
    """Something that happened to an order: its line in the record, what (came or back), how many, when, and what was said."""

    id: int
    what: str
    count: int
    at: str
    note: str


class OrderOut(TypedDict):
    """An order as it stands. `open` have not come; `late` says that its day has gone by; `given` were given to openings."""

    id: int
    label: str
    detail: str
    count: int
    supplier: str
    ordered: str
    promised: str
    came: int
    back: int
    open: int
    late: bool
    item: str
    given: int
    happened: list[HappenedOut]


class BuyLineOut(TypedDict):
    """A line of the buy list: how many are needed and to spare, what is ordered and has come of it, and how many are still to order.

    `supplier` is whom it was last ordered from, or else whom its counter was; "" where nobody said.
    """

    key: str
    label: str
    detail: str
    needed: int
    spare: int
    ordered: int
    came: int
    to_order: int
    marks: list[str]
    supplier: str
    orders: list[OrderOut]


class CounterOut(TypedDict):
    """What is had from one counter."""

    counter: str
    title: str
    lines: list[BuyLineOut]


class BuyingOut(TypedDict):
    """A job's buying: lines by counter, whose sticks may yet be others while `searching`; orders of what the plan needs no more; how many orders are late; what is asked of each
    kind of thing that was ordered when it comes, by key of `ITEMS`."""

    counters: list[CounterOut]
    surplus: list[OrderOut]
    late: int
    searching: bool
    asked: dict[str, list[AskedOut]]
    suppliers: list[str]
    left_out: list[str]
    waiting: list[str]


def _thing_out(line: ThingLine, tape: Tape, words: Region, today: date) -> BuyLineOut:
    """A thing with the openings it is for."""
    item, marks = line.item, line.marks or {}
    length = show(item.length, tape).text if item.length is not None else ""
    if item.length is not None and item.name == "pocket_kit" and tape.unit == "in" and called_out(item.length):
        length = f"{called_out(item.length)} ({length})"  # a kit is called by its leaf, in both writings
    detail = ", ".join(part for part in (item_detail(item, tape), length) if part)
    told = [mark if n == 1 else f"{mark} x{n}" for mark, n in marks.items()]
    if item.kind.bundle:
        detail = f"bundles of {item.kind.bundle}, for {line.each[0]} and {line.each[1]} to spare"
        told = [*marks]
    return _line_out(line, fill(item.kind.label, words), detail, told, today)


def _timber(
    cutting: JobCuttingOut, cut: SticksNeeded, orders: Mapping[str, Sequence[Order]], tape: Tape, today: date
) -> list[tuple[StickLine, BuyLineOut]]:
    """The sticks of every section: those of the plan, and those that were cut already."""
    needed = dict(cut)
    prices: dict[tuple[str, Length], str] = {}
    titles: dict[str, str] = {}
    for section in cutting["sections"]:
        titles[section["section"]] = section["title"]
        for stock in section["stock"]:
            which = section["section"], Length(stock["nm"])
            needed[which] = needed.get(which, 0) + stock["taken"]
            if stock["price"]:
                prices[which] = f", {stock['price']} {cutting['currency']}".rstrip()

    def told(line: StickLine) -> BuyLineOut:
        title = titles.get(line.section) or section_named(*sizes_of(line.section), tape)
        detail = show(line.length, tape).text + prices.get((line.section, line.length), "")
        return _line_out(line, title, detail, [], today)

    return [(line, told(line)) for line in timber(needed, orders)]


def order_out(order: Order, today: date) -> OrderOut:
    """An order as JSON gives it."""
    of = order.of
    return {
        "id": order.id, "label": of.label, "detail": of.detail, "count": of.count, "supplier": of.from_,
        "ordered": order.line.day, "promised": order.promised, "came": order.came, "back": order.back, "open": order.open,
        "late": order.late(today), "item": of.item, "given": order.given,
        "happened": [
            {"id": line.id, "what": line.event.WHAT, "count": line.event.count, "at": line.day, "note": line.event.note}
            for line in order.moved
        ],
    }  # fmt: skip


def buying_out(
    job: SolvedJob,
    cutting: JobCuttingOut,
    cut: SticksNeeded,
    orders: Sequence[Order],
    covered: Mapping[tuple[int, str], int],
    today: date,
    tape: Tape,
    words: Region,
) -> BuyingOut:
    """Everything a job needs, less what is ordered.

    Args:
        job: as solved; cutting: its cutting plan; cut: sticks cut already, by section and length; orders: so far;
        covered: how many of what was given to openings, by opening and key of `ITEMS`;
        today: for what is late; tape, words: to tell it in.
    """
    of = by_key(orders)
    lines: list[tuple[BuyLine, str, BuyLineOut]] = [
        (line, line.item.kind.counter, _thing_out(line, tape, words, today)) for line in things(job, covered, of)
    ]
    lines += [(line, TIMBER, told) for line, told in _timber(cutting, cut, of, tape, today)]
    counters: list[CounterOut] = []
    for counter, title in COUNTERS.items():
        rows = [told for _, at, told in lines if at == counter]
        last = max((o for row in rows for o in row["orders"] if o["supplier"]), key=lambda o: o["id"], default=None)
        for row in rows:
            row["supplier"] = row["supplier"] or (last["supplier"] if last is not None else "")
        if rows:
            counters.append({"counter": counter, "title": fill(title, words), "lines": rows})
    return {
        "counters": counters,
        "surplus": [order_out(o, today) for o in surplus(of, (line for line, _, _ in lines))],
        "late": sum(o.late(today) for o in orders),
        "searching": cutting["searching"],
        "asked": {item: told for item in dict.fromkeys(o.of.item for o in orders) if (told := asked_out(item, words))},
        "suppliers": sorted({o.of.from_ for o in orders if o.of.from_}, key=str.casefold),
        "left_out": job.left_out,
        "waiting": cutting["waiting"],
    }


def _line_out(line: BuyLine, label: str, detail: str, marks: list[str], today: date) -> BuyLineOut:
    return {
        "key": line.key, "label": label, "detail": detail, "needed": line.needed, "spare": line.spare, "ordered": line.ordered,
        "came": line.came, "to_order": line.to_order, "marks": marks, "supplier": line.supplier,
        "orders": [order_out(o, today) for o in line.orders],
    }  # fmt: skip
