"""Readings of an opening and the events of its setting: measured, set, signed off."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter
from pydantic import AwareDatetime, BaseModel, Field
from typing_extensions import TypedDict

from jambo.api.jobs import with_zone
from jambo.api.openings import OpeningPage, page
from jambo.api.shared import Db, Id, Route, ShownQuery, SomeId, Who
from jambo.format.document import MOST_READINGS, Reading
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.documents import document_of, kept_json
from jambo.jobs.recording import Event, record, written_out
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store import readings as kept
from jambo.views.compared import ComparedOut, compared_out

router = APIRouter(prefix="/api", tags=["readings"], route_class=Route)


class NewReading(BaseModel):
    """A reading just taken, with what it was taken; `corrects` is the id of the one it takes the place of."""

    reading: Reading
    instrument: Annotated[str, Field(max_length=80)] = ""
    corrects: SomeId | None = None


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


class NewEvent(BaseModel):
    """Something that happened to the opening. A sign-off with gaps that are not good wants a note that says why.

    `key` names the step of the card that was ticked, or the figure a piece was cut to; `undo` takes that back.
    """

    what: Event
    note: Annotated[str, Field(max_length=500)] = ""
    key: Annotated[str, Field(max_length=80)] = ""
    undo: bool = False


@router.post("/openings/{opening_id}/readings", status_code=201, response_model_exclude_unset=True)
def new_reading(db: Db, opening_id: Id, new: NewReading, who: Who) -> OpeningPage:
    """Keep a reading. 422 when it cannot be one; 404 when it corrects one that no longer counts."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        reading = written_out(document_of(t, row), new.reading)
        if new.corrects is None and len(kept.readings(t, opening_id)) >= MOST_READINGS:
            said = f"this opening has {MOST_READINGS} readings that count, and that is as many as it takes"
            raise Refused([FieldError("reading", said, "take an old one out first, or correct it")])
        kept.add(t, row, kept_json(reading), who, new.instrument, new.corrects)
        answer = page(t, row)
    return answer()


@router.delete("/openings/{opening_id}/readings/{reading_id}", response_model_exclude_unset=True)
def withdraw_reading(db: Db, opening_id: Id, reading_id: Id, who: Who) -> OpeningPage:
    """Let a reading count no longer; it stays in the record."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        kept.withdraw(t, row, reading_id, who)
        answer = page(t, row)
    return answer()


@router.get("/openings/{opening_id}/readings", response_model_exclude_unset=True)
def all_readings(db: Db, opening_id: Id) -> list[ReadingLine]:
    """Give every reading ever taken of an opening, corrected and withdrawn ones too, in the order taken."""
    with db.transaction() as t:
        kept_openings.opening(t, opening_id)
        rows = kept.readings(t, opening_id, all_of_them=True)
    corrected = {row["corrects"] for row in rows}
    return [
        {
            "id": row["id"], "place": row["place"], "reading": row["doc"], "at": with_zone(row)["at"], "who": row["who"],
            "instrument": row["instrument"], "corrects": row["corrects"],
            "counts": row["doc"] is not None and row["id"] not in corrected,
        }
        for row in rows
    ]  # fmt: skip


@router.post("/openings/{opening_id}/events", status_code=201, response_model_exclude_unset=True)
def new_event(db: Db, opening_id: Id, event: NewEvent, who: Who) -> OpeningPage:
    """Record what happened; a sign-off keeps the gaps before and after. 422 when it cannot be signed off."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        record(t, row, event.what, event.note, who, event.key, event.undo)
        answer = page(t, row)
    return answer()


@router.get("/openings/{opening_id}/compared")
def compared(db: Db, opening_id: Id, shown: ShownQuery) -> list[ComparedOut]:
    """Give an opening's measures as planned, found and made, side by side. 422 when it cannot be worked out."""
    with db.transaction() as t:
        row = kept_openings.opening(t, opening_id)
        job, document = kept_jobs.job(t, row["job_id"])["doc"], document_of(t, row)
        taken = [
            parse(Reading, r["doc"]) for r in kept.readings(t, opening_id, all_of_them=True) if r["doc"] is not None
        ]
    return compared_out(document, taken, shown.tape(job), shown.region(job))
