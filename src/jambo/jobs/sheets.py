"""The sheets of a job in one run, and whether one that was printed is still true (handbook 33)."""

from __future__ import annotations

import hashlib
from collections.abc import Collection, Iterator, Sequence
from typing import Any, get_args

from typing_extensions import TypedDict

from jambo.format.document import Document, Show
from jambo.format.problems import FieldError, Refused
from jambo.jobs import buying, cutting
from jambo.jobs.documents import JobGround, documents_of_job
from jambo.jobs.jobs import record_page
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store.database import Database
from jambo.store.jobs import job as kept_job
from jambo.store.live import newest_line
from jambo.views.exchange import solve_document
from jambo.views.paper.sheets import (
    OfOpening,
    Sheet,
    SheetOf,
    buy_blocks,
    card_blocks,
    cut_blocks,
    saw_blocks,
    set_blocks,
)

MOST_TOLD = 12  # lines of the record told of what changed since


class Printed(TypedDict):
    """Whether a sheet still says what it said, and what was written down since that concerns it, the newest first."""

    same: bool
    since: list[str]


class Run(TypedDict):
    """Sheets of a job, and up to which line of the record they know it."""

    job: str
    sheets: list[Sheet]
    line: int


def run_of(db: Database, job_id: int, openings: Collection[int], of: Sequence[SheetOf], shown: Shown) -> Run:
    """Give the sheets of some openings, in walking order, and of the job. Raises NotFound, Refused for an opening of another job.

    Args:
        db: where jobs are kept; job_id: the job; openings: whose (none: every one); of: which sheets; shown: tape and words.
    """
    own = [one for one in of if one in get_args(OfOpening)]
    with db.transaction() as t:
        line, job = newest_line(t), kept_job(t, job_id)["doc"]
        rows = [*documents_of_job(t, job_id, JobGround.of(t, job))] if own else []
        ticks = events.ticks_of_job(t, job_id) if "card" in own else {}
    unknown = {*openings} - {row["id"] for row, _ in rows}
    if own and unknown:
        raise Refused([FieldError("openings", f"{min(unknown)} is none of this job", "numbers of this job’s own, as its pages have them")])  # fmt: skip
    sheets = [
        sheet
        for row, document in rows
        if not openings or row["id"] in openings
        for sheet in _of_opening(row, document, own, frozenset(ticks.get(row["id"], ())), job, shown)
    ]
    if "saw" in of:
        sheets.append(Sheet("saw", None, "", job["name"], f"/jobs/{job_id}/cutting", [*saw_blocks(cutting.plan_of_job(db, job_id, shown))]))  # fmt: skip
    if "buy" in of:
        sheets.append(Sheet("buy", None, "", job["name"], f"/jobs/{job_id}/buying", [*buy_blocks(buying.buying_of_job(db, job_id, shown))]))  # fmt: skip
    return {"job": job["name"], "sheets": sheets, "line": line}


def _of_opening(
    row: dict[str, Any],
    document: Document | None,
    of: Sequence[SheetOf],
    ticked: frozenset[str],
    job: dict[str, Any],
    shown: Shown,
) -> Iterator[Sheet]:
    if document is None:
        return
    show = Show(unit=shown.unit or job["unit"], step=shown.step or job.get("step"), words=shown.region(job))
    try:
        result = solve_document(document.model_copy(update={"show": show}), sums=False)
    except Refused:
        return
    where = " · ".join(filter(None, (row["doc"].get("room", ""), document.wall.name, f"version {row['version']}")))
    blocks = {"card": lambda: card_blocks(result, ticked), "cut": lambda: cut_blocks(result), "set": lambda: set_blocks(result)}  # fmt: skip
    pages = {"card": "card", "cut": "print", "set": "setting"}
    for one in of:
        yield Sheet(one, row["id"], name_of(row), where, f"/openings/{row['id']}/{pages[one]}", [*blocks[one]()])


def digest(sheet: Sheet) -> str:
    """A few letters that tell whether two printings say the same; ticks and the version do not count."""
    said = "\n".join(text for text in sheet.texts if text not in ("☐", "☑", sheet.where))
    return hashlib.sha256(said.encode()).hexdigest()[:8]


def printed(db: Database, job_id: int, of: SheetOf, opening: int | None, line: int, was: str, shown: Shown) -> Printed:
    """Say whether a printed sheet is still true, and what was written down since.

    Args:
        db, job_id, shown: as for `run_of`; of, opening: which sheet; line: up to which line of the record it knew the job; was: its digest.

    Raises:
        NotFound: there is no such job. Refused: the opening is none of it.
    """
    now = run_of(db, job_id, {opening} if opening else set(), [of], shown)["sheets"]
    if any(digest(sheet) == was for sheet in now):
        return {"same": True, "since": []}
    told: list[str] = []
    before: int | None = None
    while len(told) < MOST_TOLD:
        page = record_page(db, job_id, None, None, "", before)
        for one in page["lines"]:
            if one["id"] <= line or len(told) == MOST_TOLD:
                return {"same": False, "since": told}
            if one["opening_id"] in (None, opening) or opening is None:
                told.append(f"{one['event']}: {one['words']}" if one["words"] else one["event"])
        if (before := page["more"]) is None:
            break
    return {"same": False, "since": told}
