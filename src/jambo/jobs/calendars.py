"""Calendars of a job: given as a file, or at an address a calendar can subscribe to, until it is taken back."""

from __future__ import annotations

from datetime import UTC, datetime

from typing_extensions import TypedDict

from jambo.core.planning.work import Trade
from jambo.format.calendar import calendar
from jambo.jobs.planning import read_plan, zone_of
from jambo.jobs.shown import Shown
from jambo.store import feeds as store
from jambo.store import jobs as kept_jobs
from jambo.store.database import Database
from jambo.store.kept import log
from jambo.views.days.job_calendar import EVERYBODY, entries_of, whom
from jambo.views.days.trade_sheet import TradeSheetOut, trade_sheet

CALENDAR_SECONDS = 10.0  # a calendar is not asked for again soon: it waits for the best plan


class FeedOut(TypedDict):
    """Whose calendar it is, what that is called, and where it can be subscribed to: `path` is None while nobody
    asked for an address, and of one that came out of a backup: it goes on, and is not shown again."""

    of: str
    label: str
    id: int | None
    path: str | None


def calendar_of_job(db: Database, job_id: int, of: str, shown: Shown) -> bytes:
    """Write a calendar of a job. Raises NotFound, and Refused for somebody it does not know, or a crew that cannot be."""
    plan, job = read_plan(db, job_id, shown, patience=CALENDAR_SECONDS)
    name = job.row["doc"]["name"]
    entries = entries_of(plan, of, name)
    title = name if of == EVERYBODY else f"{whom(plan)[of]}, {name}"
    which = f"job {job_id} {job.row['created_at'].isoformat()}"
    return calendar(title, which, entries, zone_of(plan.crew), datetime.now(UTC))


def sheet_of_trade(db: Database, job_id: int, trade: Trade, shown: Shown) -> TradeSheetOut:
    """What another trade has to know of a job. Raises NotFound, Refused."""
    return trade_sheet(read_plan(db, job_id, shown)[0], trade)


def feeds_of_job(db: Database, job_id: int, shown: Shown) -> list[FeedOut]:
    """Whose calendars a job has, and at which address each is given; those of people who are gone too. Raises NotFound, Refused."""
    plan, _ = read_plan(db, job_id, shown)
    with db.transaction() as t:
        kept = {row["of_whom"]: row for row in store.feeds(t, job_id)}
    known = whom(plan)
    names = {**known, **{of: of.partition(":")[2] or of for of in kept if of not in known}}
    return [
        {
            "of": of, "label": label, "id": kept[of]["id"] if of in kept else None,
            "path": f"/api/feeds/{kept[of]['secret']}.ics" if of in kept and kept[of]["secret"] else None,
        }
        for of, label in names.items()
    ]  # fmt: skip


def open_feed(db: Database, job_id: int, of: str, shown: Shown, who: str) -> None:
    """Make an address for a calendar. Raises NotFound, Refused."""
    plan, job = read_plan(db, job_id, shown)
    entries_of(plan, of, job.row["doc"]["name"])
    with db.transaction(writes=True) as t:
        kept_jobs.job(t, job_id, lock=True)
        store.new_feed(t, job_id, of)
        log(t, job_id, "calendar", {"of": whom(plan)[of]}, who)


def take_back(db: Database, job_id: int, feed_id: int, who: str) -> None:
    """Take an address back: whoever has it is given nothing any more. Raises NotFound."""
    with db.transaction(writes=True) as t:
        kept_jobs.job(t, job_id, lock=True)
        row = store.take_back(t, job_id, feed_id)
        log(t, job_id, "calendar", {"of": row["of_whom"].partition(":")[2] or "Everybody", "undo": True}, who)


def feed(db: Database, secret: str) -> bytes:
    """What is given at an address. Raises NotFound where it is taken back, or its job or its somebody is gone."""
    with db.transaction() as t:
        row = store.feed(t, secret)
    return calendar_of_job(db, row["job_id"], row["of_whom"], Shown())
