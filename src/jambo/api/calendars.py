"""Calendars of a job and the addresses they are given at; the sheet of another trade."""

from __future__ import annotations

from typing import Annotated, Any

from fastapi import APIRouter, Path, Query
from fastapi.responses import Response
from pydantic import BaseModel, Field

from jambo.api.shared import Db, Id, Route, ShownQuery, Who
from jambo.core.planning.work import Trade
from jambo.jobs import calendars
from jambo.jobs.calendars import FeedOut
from jambo.views.days.trade_sheet import TradeSheetOut

router = APIRouter(prefix="/api", tags=["calendars"], route_class=Route)

Whose = Annotated[str, Field(max_length=100)]


MEDIA = "text/calendar"
GIVEN: dict[int | str, dict[str, Any]] = {
    200: {"content": {MEDIA: {"schema": {"type": "string"}}}, "description": "The calendar."}
}


class NewFeed(BaseModel):
    """Whose calendar an address is for: `crew`, `person:NAME` or `trade:NAME`."""

    of: Whose


@router.get("/jobs/{job_id}/calendar.ics", response_class=Response, responses=GIVEN)
def calendar_of_job(
    db: Db,
    job_id: Id,
    shown: ShownQuery,
    of: Annotated[str, Query(max_length=100, description="Whose calendar.")] = "crew",
) -> Response:
    """Give a calendar as an iCalendar file. 422 for somebody the job does not know."""
    return Response(
        calendars.calendar_of_job(db, job_id, of, shown),
        media_type=MEDIA,
        headers={"content-disposition": 'attachment; filename="jambo.ics"'},
    )


@router.get("/feeds/{secret}.ics", response_class=Response, responses=GIVEN)
def feed(db: Db, secret: Annotated[str, Path(pattern=r"^[A-Za-z0-9_-]{1,60}$")]) -> Response:
    """Give the calendar of an address. 404 once it is taken back."""
    return Response(calendars.feed(db, secret), media_type=MEDIA, headers={"cache-control": "private, no-cache"})


@router.get("/jobs/{job_id}/feeds")
def feeds_of_job(db: Db, job_id: Id, shown: ShownQuery) -> list[FeedOut]:
    """Give whose calendars a job has, and the addresses they are given at."""
    return calendars.feeds_of_job(db, job_id, shown)


@router.post("/jobs/{job_id}/feeds", status_code=201)
def open_feed(db: Db, job_id: Id, new: NewFeed, shown: ShownQuery, who: Who) -> list[FeedOut]:
    """Make an address that a calendar can subscribe to; nobody can guess it."""
    calendars.open_feed(db, job_id, new.of, shown, who)
    return calendars.feeds_of_job(db, job_id, shown)


@router.delete("/jobs/{job_id}/feeds/{feed_id}")
def take_back(db: Db, job_id: Id, feed_id: Id, shown: ShownQuery, who: Who) -> list[FeedOut]:
    """Take an address back: whoever has it is given nothing any more."""
    calendars.take_back(db, job_id, feed_id, who)
    return calendars.feeds_of_job(db, job_id, shown)


@router.get("/jobs/{job_id}/trades/{trade}")
def sheet_of_trade(db: Db, job_id: Id, trade: Trade, shown: ShownQuery) -> TradeSheetOut:
    """Give what another trade has to know: wall by wall, what is open before it comes, and what to mind."""
    return calendars.sheet_of_trade(db, job_id, trade, shown)
