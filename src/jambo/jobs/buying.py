"""Buying for a job: what it needs, orders, what has come and what was sent back; every line of it stays in the record."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from datetime import UTC, date, datetime
from typing import Annotated, Any

from pydantic import BaseModel, Field

from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import read
from jambo.core.quantities.tape import Unit
from jambo.format.dates import Day
from jambo.format.problems import FieldError, Refused
from jambo.jobs.cutting import plan_of_read, read_job
from jambo.jobs.delivery import Texts, check_of, given_of, put_back
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import NotFound, log
from jambo.views.buying import BuyingOut, Order, buying_out

MOST_OF_ONE = 100_000


class NewOrder(BaseModel):
    """Something ordered: the line of the buy list by its key, how many, from whom, promised for which day."""

    key: Annotated[str, Field(min_length=1, max_length=200)]
    count: Annotated[int, Field(ge=1, le=MOST_OF_ONE)]
    supplier: Annotated[str, Field(max_length=80)] = ""
    promised: Day | None = None


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


def orders_of(rows: list[Row]) -> list[Order]:
    """The orders of a job as they stand."""
    moved: dict[int, list[Row]] = {}
    of: dict[int, int] = {}
    given: Counter[int] = Counter()
    promised: dict[int, str] = {}
    for row in rows:
        if row["what"] in ("came", "sent back"):
            moved.setdefault(row["detail"]["order"], []).append(row)
            of[row["id"]] = row["detail"]["order"]
        elif row["what"] == "promised":
            promised[row["detail"]["order"]] = row["detail"].get("promised", "")
        elif row["what"] == "given":
            given[of.get(row["detail"]["came"], 0)] += 1
    found = []
    for row in rows:
        if row["what"] == "order":
            d, since = row["detail"], moved.get(row["id"], [])
            number = {
                what: sum(m["detail"]["count"] for m in since if m["what"] == what) for what in ("came", "sent back")
            }
            happened = tuple(
                (m["id"], m["what"], m["detail"]["count"], f"{m['at']:%Y-%m-%d}", m["detail"].get("note", ""))
                for m in since
            )
            found.append(
                Order(
                    row["id"], d["key"], d["label"], d["detail"], d["count"], d.get("from", ""), f"{row['at']:%Y-%m-%d}",
                    promised.get(row["id"], d.get("promised", "")), number["came"], number["sent back"], happened, given[row["id"]],
                )
            )  # fmt: skip
    return found


def _today() -> date:
    return datetime.now(UTC).date()


def buying_of_job(db: Database, job_id: int, shown: Shown) -> BuyingOut:
    """Everything a job needs from shops, less what is ordered. Raises NotFound."""
    with db.transaction() as t:
        job = read_job(t, job_id)
        rows = events.orders(t, job_id)
    orders, covered = orders_of(rows), Counter((g.opening, g.item) for g in given_of(rows))
    doc, solved = job.row["doc"], job.solved()
    cut: dict[tuple[str, Length], int] = {}
    for row in job.sticks.values():
        d = row["detail"]
        if not d.get("offcut"):
            which = d["section"], read(d["length"], doc["unit"], "stick").length
            cut[which] = cut.get(which, 0) + 1
    cutting = plan_of_read(db, job, solved, shown)
    return buying_out(solved, cutting, cut, orders, covered, _today(), shown.tape(doc), shown.region(doc))


def order(db: Database, job_id: int, new: NewOrder, shown: Shown, who: str) -> None:
    """Record an order of a line of the buy list. Raises NotFound, and Refused for a line that is not on it."""
    buying = buying_of_job(db, job_id, shown)
    line = next((one for of in buying["counters"] for one in of["lines"] if one["key"] == new.key), None)
    if line is None:
        raise Refused([FieldError("key", "this is not on the buy list any more", "look at the list again")])
    detail: dict[str, Any] = {"key": new.key, "label": line["label"], "detail": line["detail"], "count": new.count}
    detail |= {"from": new.supplier.strip()} if new.supplier.strip() else {}
    detail |= {"promised": new.promised.isoformat()} if new.promised else {}
    with db.transaction(writes=True) as t:
        kept_jobs.job(t, job_id, lock=True)
        log(t, job_id, "order", detail, who)


def _order_of(t: Transaction, job_id: int, order_id: int) -> Order:
    kept_jobs.job(t, job_id, lock=True)
    found = next((o for o in orders_of(events.orders(t, job_id)) if o.id == order_id), None)
    if found is None:
        raise NotFound(f"order {order_id}")
    return found


def _not_since(of: Order, move: Movement) -> None:
    """Raise Refused where others have written of the order since it was looked at."""
    if move.seen is not None and any(id_ > move.seen for id_, *_ in of.happened):
        _, what, count, *_ = of.happened[-1]
        said = f"somebody has written down since that {count} {'came' if what == 'came' else 'went back'}"
        raise Refused([FieldError("seen", said, "look at the list again")])


def _move(t: Transaction, job_id: int, of: Order, what: str, move: Movement, more: Mapping[str, Any], who: str) -> None:
    detail = {"order": of.id, "label": of.label, "detail": of.detail, "count": move.count, **more}
    log(t, job_id, what, detail | ({"note": move.note} if move.note else {}), who)


def promise(db: Database, job_id: int, order_id: int, promised: date | None, who: str) -> None:
    """Record that an order is promised for another day, or that nobody knows any more. Raises NotFound, and Refused where all has come."""
    with db.transaction(writes=True) as t:
        of = _order_of(t, job_id, order_id)
        if not of.open:
            raise Refused([FieldError("promised", "all of them have come already", "look at the list again")])
        detail = {"order": of.id, "label": of.label, "detail": of.detail, "count": of.open}
        log(t, job_id, "promised", detail | ({"promised": promised.isoformat()} if promised else {}), who)


def came(db: Database, job_id: int, order_id: int, move: Movement, who: str) -> None:
    """Record that so many of an order have come. Raises NotFound, and Refused for more than are still to come."""
    with db.transaction(writes=True) as t:
        of = _order_of(t, job_id, order_id)
        _not_since(of, move)
        if move.count > of.open:
            said = "all of them have come already" if not of.open else f"only {of.open} are still to come"
            raise Refused([FieldError("count", said, f"at most {of.open}" if of.open else "look at the list again")])
        unit = move.unit or kept_jobs.job(t, job_id)["doc"]["unit"]
        _move(t, job_id, of, "came", move, check_of(of.item, move.measured, unit), who)


def send_back(db: Database, job_id: int, order_id: int, move: Movement, who: str) -> None:
    """Record that so many of what came were sent back. Raises NotFound, and Refused for more than are here."""
    with db.transaction(writes=True) as t:
        of = _order_of(t, job_id, order_id)
        _not_since(of, move)
        here = of.came - of.back - of.given
        if move.count > here:
            given = f", and {of.given} given to openings" if of.given else ""
            raise Refused([FieldError("count", f"{here} of them are here{given}", f"at most {here}")])
        if move.came is not None and not any(id_ == move.came and what == "came" for id_, what, *_ in of.happened):
            raise Refused([FieldError("came", "this delivery is not of that order", "look at the list again")])
        _move(t, job_id, of, "sent back", move, {"came": move.came} if move.came else {}, who)


def take_back(db: Database, job_id: int, line_id: int, who: str) -> None:
    """Take back an order, a delivery, what was measured, given or sent back: it did not happen. The record keeps both lines.

    Raises NotFound, and Refused for an order of which something has come, or a delivery that was given or sent back.
    """
    with db.transaction(writes=True) as t:
        job = kept_jobs.job(t, job_id, lock=True)
        rows = events.orders(t, job_id)
        row = next((r for r in rows if r["id"] == line_id), None)
        if row is None:
            raise NotFound(f"line {line_id}")
        d = row["detail"]
        if row["what"] in ("checked", "given"):
            if row["what"] == "given":
                put_back(t, job, row, who)
            log(t, job_id, row["what"], d | {"undo": line_id}, who, row["opening_id"])
            return
        of = next(o for o in orders_of(rows) if o.id == (row["id"] if row["what"] == "order" else d["order"]))
        if row["what"] == "order" and (of.came or of.back):
            raise Refused([FieldError("order", "some of it has come", "take the delivery back first")])
        if row["what"] == "came" and any(g.came == row["id"] for g in given_of(rows)):
            raise Refused([FieldError("order", "some of it was given to openings", "take that back first")])
        if row["what"] == "came" and of.came - d["count"] < of.back:
            raise Refused([FieldError("order", "some of it was sent back", "take that back first")])
        log(t, job_id, row["what"], {k: d[k] for k in ("label", "detail", "count")} | {"undo": line_id}, who)


def orders_in(t: Transaction, job_id: int) -> tuple[int, int]:
    """How many orders of a job have something still to come, and how many of those are late."""
    orders = orders_of(events.orders(t, job_id))
    return sum(o.open > 0 for o in orders), sum(o.late(_today()) for o in orders)
