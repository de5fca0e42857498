"""Readings of an opening and what happens to it: taken, corrected, withdrawn; framed, set, signed off; planned against made."""

from __future__ import annotations

from pydantic import AwareDatetime
from typing_extensions import TypedDict

from jambo.core.quantities.tape import Unit
from jambo.format.document import MOST_READINGS, Reading
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.documents import document_of, kept_json
from jambo.jobs.kept import with_zone
from jambo.jobs.openings import OpeningPage, page
from jambo.jobs.recording import EventWord, record, written_out
from jambo.jobs.shown import Shown
from jambo.jobs.timing import Do, tap
from jambo.store import openings as kept_openings
from jambo.store import readings as store
from jambo.store.database import Database
from jambo.store.jobs import job as kept_job
from jambo.views.opening.compared import ComparedOut, compared_out


class ReadingLine(TypedDict):
    """A reading in the record; `counts` says whether it still does, `reading` is None where one was withdrawn."""

    id: int
    place: str
    reading: Reading | None
    at: AwareDatetime
    who: str
    instrument: str
    corrects: int | None
    counts: bool


def take_reading(
    db: Database,
    opening_id: int,
    reading: Reading,
    instrument: str,
    corrects: int | None,
    who: str,
    unit: Unit | None = None,
) -> OpeningPage:
    """Keep a reading; its bare numbers are in `unit`, else in the job's. One that corrects what somebody has
    corrected meanwhile counts beside that. Raises Refused when it cannot be one; NotFound when it corrects what was never read here."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        written = written_out(document_of(t, row), reading, unit)
        if corrects is not None and store.counting(t, opening_id, corrects) is None:
            store.reading(t, opening_id, corrects)  # somebody took it again, or out, in the meantime: both are kept
            corrects = None
        if corrects is None and len(store.readings(t, opening_id)) >= MOST_READINGS:
            said = f"this opening has {MOST_READINGS} readings that count, and that is as many as it takes"
            raise Refused([FieldError("reading", said, "take an old one out first, or correct it")])
        store.add(t, row, kept_json(written), who, instrument, corrects)
        answer = page(t, row)
    return answer()


def withdraw_reading(db: Database, opening_id: int, reading_id: int, who: str) -> OpeningPage:
    """Let a reading count no longer; it stays in the record. Raises NotFound."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        store.withdraw(t, row, reading_id, who)
        answer = page(t, row)
    return answer()


def all_readings(db: Database, opening_id: int) -> list[ReadingLine]:
    """Give every reading ever taken of an opening, corrected and withdrawn ones too, in the order taken. Raises NotFound."""
    with db.transaction() as t:
        kept_openings.opening(t, opening_id)
        rows = store.readings(t, opening_id, all_of_them=True)
    corrected = {row["corrects"] for row in rows}
    return [
        {
            "id": row["id"], "place": row["place"], "reading": row["doc"], "at": with_zone(row)["at"], "who": row["who"],
            "instrument": row["instrument"], "corrects": row["corrects"],
            "counts": row["doc"] is not None and row["id"] not in corrected,
        }
        for row in rows
    ]  # fmt: skip


def record_event(
    db: Database,
    opening_id: int,
    what: EventWord,
    note: str,
    key: str,
    undo: bool,
    count: int | None,
    who: str,
    ago: float = 0,
) -> OpeningPage:
    """Record what happened; a sign-off keeps the gaps before and after. Raises Refused when it cannot be; NotFound."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        record(t, row, what, note, who, key, undo, count, ago)
        answer = page(t, row)
    return answer()


def tap_timer(db: Database, opening_id: int, do: Do, ago: float, who: str) -> OpeningPage:
    """Start or pause somebody's time on an opening, or let go of one that ran on by mistake. Raises NotFound."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        tap(t, row, do, ago, who)
        answer = page(t, row)
    return answer()


def compared(db: Database, opening_id: int, shown: Shown) -> list[ComparedOut]:
    """Give an opening's measures as planned, found and made. Raises Refused when it cannot be worked out; NotFound."""
    with db.transaction() as t:
        row = kept_openings.opening(t, opening_id)
        job, document = kept_job(t, row["job_id"])["doc"], document_of(t, row)
        rows = store.readings(t, opening_id, all_of_them=True)
    taken = [parse(Reading, r["doc"]) for r in rows if r["doc"] is not None]
    return compared_out(document, taken, shown.tape(job), shown.region(job))
