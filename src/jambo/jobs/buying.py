"""Buying for a job: what it needs, orders, what has come and what was sent back; every line of it stays in the record."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from datetime import UTC, date, datetime
from typing import Annotated

from pydantic import BaseModel, Field

from jambo.core.job.orders import Order, orders_of
from jambo.core.job.record import (
    Came,
    Checked,
    Event,
    Given,
    Line,
    OfOrder,
    Ordered,
    Promised,
    SentBack,
    of_kind,
)
from jambo.core.quantities.notation import read
from jambo.core.quantities.tape import Unit
from jambo.format.dates import Day
from jambo.format.problems import FieldError, Refused
from jambo.jobs.cutting import plan_of_read, read_job
from jambo.jobs.delivery import Texts, put_back, texts_of
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store.database import Database, Transaction
from jambo.store.kept import NotFound
from jambo.views.material.buying import BuyingOut, buying_out

MOST_OF_ONE = 100_000


class NewOrder(BaseModel):
    """Something ordered: the line of the buy list by its key, how many, from whom, promised for which day.

    `seen` is the newest order of that line when it was looked at (0: none): what others ordered since is not ordered twice.
    """

    key: Annotated[str, Field(min_length=1, max_length=200)]
    count: Annotated[int, Field(ge=1, le=MOST_OF_ONE)]
    supplier: Annotated[str, Field(max_length=80)] = ""
    promised: Day | None = None
    seen: Annotated[int, Field(ge=0)] | None = None


class Movement(BaseModel):
    """How many have come, or were sent back, and what is to be said of it.

    `seen` is the last that had happened to the order when it was looked at (0: nothing): what others wrote since is not booked twice.
    `measured` is what was measured of all of them as they came, by the key it is asked under, bare numbers in `unit`; `came` names
    the delivery that what goes back is of.
    """

    count: Annotated[int, Field(ge=1, le=MOST_OF_ONE)]
    note: Annotated[str, Field(max_length=200)] = ""
    seen: Annotated[int, Field(ge=0)] | None = None
    measured: Texts = {}
    unit: Unit | None = None
    came: Annotated[int, Field(ge=1)] | None = None


def _today() -> date:
    return datetime.now(UTC).date()


def buying_of_job(db: Database, job_id: int, shown: Shown) -> BuyingOut:
    """Everything a job needs from shops, less what is ordered. Raises NotFound."""
    with db.transaction() as t:
        job = read_job(t, job_id)
        lines = events.orders(t, job_id)
    covered = Counter((line.opening or 0, line.event.item) for line in of_kind(lines, Given))
    doc, solved = job.row["doc"], job.solved()
    bought = (line.event for line in job.so_far.sticks.values() if line.event.offcut is None)
    cut = Counter((stick.section, read(stick.length, doc["unit"], "stick").length) for stick in bought)
    cutting = plan_of_read(db, job, solved, shown)
    return buying_out(solved, cutting, cut, orders_of(lines), covered, _today(), shown.tape(doc), shown.region(doc))


def order(db: Database, job_id: int, new: NewOrder, shown: Shown, who: str) -> None:
    """Record an order of a line of the buy list. Raises NotFound, and Refused for a line that is not on it."""
    buying = buying_of_job(db, job_id, shown)
    line = next((one for of in buying["counters"] for one in of["lines"] if one["key"] == new.key), None)
    if line is None:
        raise Refused([FieldError("key", "this is not on the buy list any more", "look at the list again")])
    promised = new.promised.isoformat() if new.promised else None
    ordered = Ordered(new.key, line["label"], line["detail"], new.count, new.supplier.strip(), promised)
    with db.transaction(writes=True) as t:
        kept_jobs.job(t, job_id, lock=True)
        since = [o for o in orders_of(events.orders(t, job_id)) if o.of.key == new.key and o.id > (new.seen or 0)]
        if new.seen is not None and since:
            said = f"{since[-1].line.who or 'somebody'} has ordered {since[-1].of.count} of these since"
            raise Refused([FieldError("seen", said, "look at the list again")])
        events.write(t, job_id, ordered, who)


def _order_of(t: Transaction, job_id: int, order_id: int) -> Order:
    kept_jobs.job(t, job_id, lock=True)
    found = next((o for o in orders_of(events.orders(t, job_id)) if o.id == order_id), None)
    if found is None:
        raise NotFound(f"order {order_id}")
    return found


def _not_since(of: Order, move: Movement) -> None:
    """Raise Refused where others have written of the order since it was looked at."""
    if move.seen is not None and any(line.id > move.seen for line in of.moved):
        last = of.moved[-1].event
        said = f"somebody has written down since that {last.count} {'came' if isinstance(last, Came) else 'went back'}"
        raise Refused([FieldError("seen", said, "look at the list again")])


def promise(db: Database, job_id: int, order_id: int, promised: date | None, who: str) -> None:
    """Record that an order is promised for another day, or that nobody knows any more. Raises NotFound, and Refused where all has come."""
    with db.transaction(writes=True) as t:
        of = _order_of(t, job_id, order_id)
        if not of.open:
            raise Refused([FieldError("promised", "all of them have come already", "look at the list again")])
        day = promised.isoformat() if promised else None
        events.write(t, job_id, Promised(of.id, of.of.label, of.of.detail, of.open, day), who)


def came(db: Database, job_id: int, order_id: int, move: Movement, who: str) -> None:
    """Record that so many of an order have come. Raises NotFound, and Refused for more than are still to come."""
    with db.transaction(writes=True) as t:
        of = _order_of(t, job_id, order_id)
        _not_since(of, move)
        if move.count > of.open:
            said = "all of them have come already" if not of.open else f"only {of.open} are still to come"
            raise Refused([FieldError("count", said, f"at most {of.open}" if of.open else "look at the list again")])
        unit: Unit = move.unit or kept_jobs.job(t, job_id)["doc"]["unit"]
        measured = texts_of(of.of.item, move.measured, unit)
        said_of = (measured, unit) if measured else (None, None)
        events.write(t, job_id, Came(of.id, of.of.label, of.of.detail, move.count, move.note, *said_of), who)


def send_back(db: Database, job_id: int, order_id: int, move: Movement, who: str) -> None:
    """Record that so many of what came were sent back. Raises NotFound, and Refused for more than are here."""
    with db.transaction(writes=True) as t:
        of = _order_of(t, job_id, order_id)
        _not_since(of, move)
        if move.count > of.here:
            given = f", and {of.given} given to openings" if of.given else ""
            raise Refused([FieldError("count", f"{of.here} of them are here{given}", f"at most {of.here}")])
        if move.came is not None and move.came not in [line.id for line in of_kind(of.moved, Came)]:
            raise Refused([FieldError("came", "this delivery is not of that order", "look at the list again")])
        events.write(t, job_id, SentBack(of.id, of.of.label, of.of.detail, move.count, move.note, move.came), who)


def take_back(db: Database, job_id: int, line_id: int, who: str) -> None:
    """Take back an order, a delivery, what was measured, given or sent back: it did not happen. The record keeps both lines.

    Raises NotFound, and Refused for an order of which something has come, or a delivery that was given or sent back.
    """
    with db.transaction(writes=True) as t:
        job = kept_jobs.job(t, job_id, lock=True)
        lines = events.orders(t, job_id)
        line = next((one for one in lines if one.id == line_id), None)
        if line is None:
            raise NotFound(f"line {line_id}")
        event = line.event
        if isinstance(event, Checked | Given):
            if isinstance(event, Given):
                put_back(t, job, line.opening or 0, event, who)
            events.write(t, job_id, replace(event, undo=line_id), who, line.opening)
            return
        assert isinstance(event, Ordered | OfOrder)
        number = event.order if isinstance(event, OfOrder) else line_id
        of = next(order for order in orders_of(lines) if order.id == number)
        if why := _stays(line, of, lines):
            raise Refused([FieldError("order", *why)])
        events.take_back(t, line, who, label=event.label, detail=event.detail, count=event.count)


def _stays(line: Line[Event], of: Order, lines: Sequence[Line[Event]]) -> tuple[str, str] | None:
    """Why a line about an order is not taken back, and what to do first; None where it may be."""
    event = line.event
    if isinstance(event, Ordered) and (of.came or of.back):
        return "some of it has come", "take the delivery back first"
    if isinstance(event, Came) and any(one.event.came == line.id for one in of_kind(lines, Given)):
        return "some of it was given to openings", "take that back first"
    if isinstance(event, Came) and of.came - event.count < of.back:
        return "some of it was sent back", "take that back first"
    return None


def orders_in(t: Transaction, job_id: int) -> tuple[int, int]:
    """How many orders of a job have something still to come, and how many of those are late."""
    orders = orders_of(events.orders(t, job_id))
    return sum(o.open > 0 for o in orders), sum(o.late(_today()) for o in orders)
