"""Tables of a job to take along, each of what a page shows (handbook 33)."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any, Literal, get_args

from pydantic import BaseModel

from jambo.format.document import Document, Opening, Wall
from jambo.format.facts import facts_of
from jambo.format.table_out import Table
from jambo.jobs import buying, cutting, jobs, planning, timing
from jambo.jobs.documents import JobGround, documents_of_job, walls_bare
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import openings as kept_openings
from jambo.store import walls as kept_walls
from jambo.store.database import Database
from jambo.store.jobs import job as kept_job
from jambo.store.kept import problem_of, read_json
from jambo.store.readings import every_reading
from jambo.views import tables
from jambo.views.job.whole_job import Listed

TableName = Literal["schedule", "days", "times", "cut", "saw", "buy", "orders", "readings", "record", "rules"]


def table(db: Database, job_id: int, name: TableName, shown: Shown) -> tuple[str, Table]:
    """Give a table of a job, with the job's name. Raises NotFound.

    Args:
        db: where jobs are kept; job_id: the job; name: which; shown: the tape and words it is in.
    """
    with db.transaction() as t:
        doc = kept_job(t, job_id)["doc"]
    return doc["name"], _TABLES[name](db, job_id, doc, shown)


def _read(model: type[BaseModel], text: str) -> dict[str, Any]:
    """A kept document; empty where what is kept is none."""
    return {} if problem_of(model, text) else read_json(text)


def _cut(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    with db.transaction() as t:
        around = JobGround.of(t, doc)
        listed = [
            Listed(name_of(row), row["wall_id"], read, row["id"]) for row, read in documents_of_job(t, job_id, around)
        ]
        walls = walls_bare(kept_walls.walls(t, job_id), around)
    return tables.cut_table(listed, walls, shown.tape(doc), shown.region(doc))


def _days(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    return tables.days_table(planning.plan_of_job(db, job_id, shown), doc["unit"])


def _times(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    return tables.times_table(timing.time_of_job(db, job_id, shown), doc["unit"])


def _saw(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    return tables.saw_table(cutting.plan_of_job(db, job_id, shown), doc["unit"])


def _buy(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    return tables.buy_table(buying.buying_of_job(db, job_id, shown), doc["unit"])


def _orders(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    return tables.orders_table(buying.buying_of_job(db, job_id, shown), doc["unit"])


def _readings(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    with db.transaction() as t:
        marks = kept_openings.marks(t, job_id)
        rows = [(marks.get(row["opening_id"], ""), row) for row in every_reading(t, job_id)]
    return tables.readings_table(rows, doc["unit"], shown.region(doc))


def _record(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    def lines() -> Iterator[Any]:
        before: int | None = None
        while True:  # a page at a time: a record may be longer than what is held at once
            page = jobs.record_page(db, job_id, None, None, "", before)
            yield from ({**line, "at": line["at"].replace(tzinfo=None)} for line in page["lines"])
            if (before := page["more"]) is None:
                return

    return tables.record_table(lines(), doc["unit"])


def _rules(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    with db.transaction() as t:
        document: Document = JobGround.of(t, doc).document()
    return tables.rules_table(facts_of(document).rules, shown.tape(doc), shown.region(doc))


def _schedule(db: Database, job_id: int, doc: dict[str, Any], shown: Shown) -> Table:
    with db.transaction() as t:
        rows = [
            (
                _read(Opening, row["doc"]) or {"mark": row["mark"], "note": "cannot be read"},
                _read(Wall, row["wall_doc"]),
            )
            for row in kept_openings.openings(t, job_id)
        ]
    return tables.schedule_table(rows, {one["key"]: one["name"] for one in doc.get("floors", [])}, doc["unit"])


_TABLES: dict[TableName, Callable[[Database, int, dict[str, Any], Shown], Table]] = {
    "schedule": _schedule, "days": _days, "times": _times,
    "cut": _cut, "saw": _saw, "buy": _buy, "orders": _orders, "readings": _readings, "record": _record, "rules": _rules,
}  # fmt: skip
assert {*_TABLES} == {*get_args(TableName)}
