"""Plans of who does what when: of an open document, and of a job."""

from __future__ import annotations

from functools import partial
from typing import Annotated

from fastapi import APIRouter, Request
from pydantic import BaseModel, Field

from jambo.api.shared import Db, Id, Route, Seconds, ShownQuery, Straight, Who, patiently
from jambo.format.dates import Day
from jambo.format.plan import PlanList
from jambo.jobs import planning, timing
from jambo.jobs.planning import Tried
from jambo.views.days.day_sheet import DaySheetOut
from jambo.views.days.job_plan import JobPlanOut
from jambo.views.days.job_time import JobTimeOut
from jambo.views.days.plan import HoursOut, PlanOut, hours_heard, plan_list

router = APIRouter(prefix="/api", tags=["planning"], route_class=Route)


@router.post("/plan", response_model=PlanOut)
async def plan(request: Request, said: PlanList, seconds: Seconds = 10.0) -> Straight:
    """Plan one document, `jambo-plan/1`: who does what when, what holds the finish up, and how far from the best it can be."""
    return Straight(await patiently(request, partial(plan_list, said, seconds)))


class SaidHours(BaseModel):
    """Somebody's hours as they are said."""

    text: Annotated[str, Field(max_length=1000)]


@router.post("/plan/hours")
def hours(said: SaidHours) -> HoursOut:
    """Hear somebody's hours of the week as they are said, such as "7 to half past 3, Friday to 12". 422 for what says none."""
    return hours_heard(said.text)


@router.get("/jobs/{job_id}/plan", response_model=JobPlanOut)
def plan_of_job(db: Db, job_id: Id, shown: ShownQuery) -> Straight:
    """Plan a job from now on, by its cards, its orders, its crew and what is told of other trades. 422 for a crew that cannot be."""
    return Straight(planning.plan_of_job(db, job_id, shown))


@router.post("/jobs/{job_id}/plan/try", response_model=JobPlanOut)
def try_plan(db: Db, job_id: Id, shown: ShownQuery, tried: Tried) -> Straight:
    """Plan it with another crew, trades or deliveries on other days, or something settled, without keeping it."""
    return Straight(planning.plan_of_job(db, job_id, shown, tried))


@router.get("/jobs/{job_id}/day", response_model=DaySheetOut)
def day_of_job(db: Db, job_id: Id, shown: ShownQuery, day: Day | None = None) -> Straight:
    """What everybody does on a day, with what to cut, to carry and to read first. 422 while nobody works there."""
    return Straight(planning.day_of_job(db, job_id, shown, day))


class SaidTime(BaseModel):
    """How long work took that was asked about, in minutes; None where nobody knows."""

    minutes: Annotated[int, Field(ge=1, le=10_000)] | None


@router.get("/jobs/{job_id}/time", response_model=JobTimeOut)
def time_of_job(db: Db, job_id: Id, shown: ShownQuery) -> Straight:
    """Give what work took, found beside planned, and what its crew has learnt."""
    return Straight(timing.time_of_job(db, job_id, shown))


@router.post("/jobs/{job_id}/time/{line_id}", status_code=201, response_model=JobTimeOut)
def say_time(db: Db, job_id: Id, line_id: Id, said: SaidTime, who: Who, shown: ShownQuery) -> Straight:
    """Say how long something took that was asked about, or that nobody knows. 404 where it was timed again since."""
    timing.say(db, job_id, line_id, said.minutes, who)
    return Straight(timing.time_of_job(db, job_id, shown))


@router.get("/jobs/{job_id}/plan/document")
def document(db: Db, job_id: Id, shown: ShownQuery) -> PlanList:
    """Give what the plan is made from, as `jambo-plan/1`."""
    return planning.document_of_job(db, job_id, shown)
