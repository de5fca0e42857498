"""A crew's habits as a file: given, and taken in."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Query, Response

from jambo.api.files import attachment, file_name
from jambo.api.shared import Db, Id, Route, Who
from jambo.format.habits import Habits
from jambo.jobs import habits
from jambo.jobs.habits import HabitsOut, Part

router = APIRouter(prefix="/api", tags=["habits"], route_class=Route)


@router.get("/jobs/{job_id}/habits", response_class=Response, responses={200: {"model": Habits}})
def habits_file(db: Db, job_id: Id) -> Response:
    """Give what the crew of a job does the same everywhere as one file, `jambo-habits/1`."""
    found = habits.habits_of(db, job_id)
    called = file_name("habits", found.of, f"{datetime.now(UTC):%Y-%m-%d}", ending="jambo-habits.json")
    text = found.model_dump_json(by_alias=True, exclude_none=True, exclude_unset=True, indent=1)
    return Response(text, media_type="application/json", headers=attachment(called))


@router.post("/jobs/{job_id}/habits")
def take_in(
    db: Db,
    job_id: Id,
    habits_in: Habits,
    who: Who,
    keep: Annotated[list[Part] | None, Query(description="Parts to keep; without it nothing is kept.")] = None,
) -> HabitsOut:
    """Say what a crew's habits would bring to a job and this machine, and keep the parts that are asked for, all or none."""
    return habits.take_in(db, job_id, habits_in, keep or [], who)
