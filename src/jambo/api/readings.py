"""Readings of an opening and the events of its setting: measured, set, signed off."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter
from pydantic import BaseModel, Field

from jambo.api.shared import Db, Id, Route, ShownQuery, SomeId, Who
from jambo.core.quantities.tape import Unit
from jambo.format.document import Reading
from jambo.jobs import readings
from jambo.jobs.openings import OpeningPage
from jambo.jobs.readings import ReadingLine
from jambo.jobs.recording import EventWord
from jambo.jobs.timing import Do
from jambo.views.opening.compared import ComparedOut

router = APIRouter(prefix="/api", tags=["readings"], route_class=Route)


class NewReading(BaseModel):
    """A reading just taken, with what it was taken; `corrects` is the id of the one it takes the place of. Its bare numbers are in
    `unit`, else in the job's."""

    reading: Reading
    instrument: Annotated[str, Field(max_length=80)] = ""
    corrects: SomeId | None = None
    unit: Unit | None = None


# seconds between the press and its way to the server, of a phone that had no network
Ago = Annotated[float, Field(ge=0, le=90 * 86_400, allow_inf_nan=False)]


class NewEvent(BaseModel):
    """Something that happened to the opening. A sign-off with gaps that are not good wants a note that says why.

    `key` names the step of the card that was ticked, or the figure a piece was cut to; `undo` takes that back. `count` is how
    many of such pieces are cut, where that is not all of them.
    """

    what: EventWord
    note: Annotated[str, Field(max_length=500)] = ""
    key: Annotated[str, Field(max_length=80)] = ""
    undo: bool = False
    count: Annotated[int, Field(ge=1, le=40)] | None = None
    ago: Ago = 0


class NewTap(BaseModel):
    """A press on a card's clock: time starts, pauses, or is let go because it ran on by mistake."""

    do: Do
    ago: Ago = 0


@router.post("/openings/{opening_id}/readings", status_code=201, response_model_exclude_unset=True)
def new_reading(db: Db, opening_id: Id, new: NewReading, who: Who) -> OpeningPage:
    """Keep a reading. One that corrects what others have corrected meanwhile counts beside theirs. 422 when it cannot be one; 404
    when it corrects what was never read here."""
    return readings.take_reading(db, opening_id, new.reading, new.instrument, new.corrects, who, new.unit)


@router.delete("/openings/{opening_id}/readings/{reading_id}", response_model_exclude_unset=True)
def withdraw_reading(db: Db, opening_id: Id, reading_id: Id, who: Who) -> OpeningPage:
    """Let a reading count no longer; it stays in the record."""
    return readings.withdraw_reading(db, opening_id, reading_id, who)


@router.get("/openings/{opening_id}/readings", response_model_exclude_unset=True)
def all_readings(db: Db, opening_id: Id) -> list[ReadingLine]:
    """Give every reading ever taken of an opening, corrected and withdrawn ones too, in the order taken."""
    return readings.all_readings(db, opening_id)


@router.post("/openings/{opening_id}/events", status_code=201, response_model_exclude_unset=True)
def new_event(db: Db, opening_id: Id, event: NewEvent, who: Who) -> OpeningPage:
    """Record what happened; a sign-off keeps the gaps before and after. 422 when it cannot be signed off."""
    return readings.record_event(
        db, opening_id, event.what, event.note, event.key, event.undo, event.count, who, event.ago
    )


@router.post("/openings/{opening_id}/timer", status_code=201, response_model_exclude_unset=True)
def tap_timer(db: Db, opening_id: Id, tap: NewTap, who: Who) -> OpeningPage:
    """Start or pause your time on an opening; it belongs to the step of the card that is done at its end."""
    return readings.tap_timer(db, opening_id, tap.do, tap.ago, who)


@router.get("/openings/{opening_id}/compared")
def compared(db: Db, opening_id: Id, shown: ShownQuery) -> list[ComparedOut]:
    """Give an opening's measures as planned, found and made, side by side. 422 when it cannot be worked out."""
    return readings.compared(db, opening_id, shown)
