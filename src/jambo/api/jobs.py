"""Jobs, their record, and the crew's house rules."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Query, Request
from pydantic import BaseModel, Field
from typing_extensions import TypedDict

from jambo.api.shared import GREATEST_ID, Based, BasedOn, Db, Id, Route, ShownQuery, SomeId, Who
from jambo.core.quantities.tape import Unit
from jambo.format.document import Job, Rules
from jambo.jobs import finding, jobs, lists, rules, waits
from jambo.jobs.finding import FoundOut
from jambo.jobs.jobs import AT_ONCE, JobPage, ListedJob, LogPage
from jambo.jobs.kept import KeptJob, KeptRules, NewId
from jambo.jobs.waits import JobWaitsOut, WaitsOut
from jambo.views.job.lists import JobLists
from jambo.views.opening.changes import ChangeOut

router = APIRouter(prefix="/api", tags=["jobs"], route_class=Route)


class SaveJob(Based):
    """A job's new document."""

    job: Job


class SaveRules(Based):
    """The crew's new house rules."""

    rules: Rules


class TryRules(BaseModel):
    """House rules that would be the job's, or the crew's."""

    level: Literal["job", "crew"]
    rules: Rules


class WalkOrder(Based):
    """Opening ids in the order they are walked, and the version of the order it was changed from."""

    order: Annotated[list[SomeId], Field(max_length=20_000)]


class DemoOut(TypedDict):
    """Whether the made-up jobs were put in: nothing is where there was a job before."""

    loaded: bool


class WalkKept(TypedDict):
    """The version the walking order has now."""

    walk_version: int


Most = Annotated[int, Query(ge=1, le=5000)]
Before = Annotated[int | None, Query(ge=1, le=GREATEST_ID, description="Only jobs older than this one.")]


@router.get("/jobs", response_model_exclude_unset=True)
def list_jobs(
    db: Db,
    before: Before = None,
    most: Most = AT_ONCE,
) -> list[ListedJob]:
    """List jobs, newest first, so many at once."""
    return jobs.list_jobs(db, before, most)


@router.get("/find")
def find_in_all_jobs(db: Db, text: Annotated[str, Query(max_length=120)] = "") -> FoundOut:
    """Look in every job for a mark, a room, a job's name, a leaf's size or a person."""
    return finding.find(db, text)


@router.get("/waits")
def what_waits(db: Db, before: Before = None, most: Most = AT_ONCE) -> list[WaitsOut]:
    """Say of jobs as they are listed what waits in each: stops, missing facts, units that have not come, what comes next."""
    return waits.waits(db, before, most)


@router.get("/jobs/{job_id}/waits")
def what_waits_in(db: Db, job_id: Id) -> JobWaitsOut:
    """Say what waits in a job, and which of its openings, in walking order."""
    return waits.waits_in(db, job_id)


@router.post("/demo")
def put_in_demo(request: Request, db: Db) -> DemoOut:
    """Put in made-up jobs to look round in, where no job was ever kept."""
    return {"loaded": request.app.state.demo(db)}


@router.post("/jobs", status_code=201)
def new_job(db: Db, job: Job, who: Who) -> NewId:
    """Open a job."""
    return {"id": jobs.open_job(db, job, who)}


@router.get("/jobs/{job_id}", response_model_exclude_unset=True)
def job_page(db: Db, job_id: Id, shown: ShownQuery) -> JobPage:
    """Give a job with its walls and its openings, solved, in walking order."""
    return jobs.job_page(db, job_id, shown)


@router.put("/jobs/{job_id}", response_model_exclude_unset=True)
def save_job(db: Db, job_id: Id, save: SaveJob, who: Who) -> KeptJob:
    """Change a job. 409 when someone changed it since."""
    return jobs.save_job(db, job_id, save.version, save.job, who)


@router.delete("/jobs/{job_id}", status_code=204)
def remove_job(db: Db, job_id: Id, version: BasedOn, who: Who) -> None:
    """Take a job off the board; it can be restored. 409 when someone changed it since."""
    jobs.remove_job(db, job_id, version, who)


@router.post("/jobs/{job_id}/restore", status_code=204)
def restore_job(db: Db, job_id: Id, based: Based, who: Who) -> None:
    """Put a removed job back. 409 when someone changed it since."""
    jobs.restore_job(db, job_id, based.version, who)


@router.put("/jobs/{job_id}/order")
def reorder(db: Db, job_id: Id, order: WalkOrder, who: Who) -> WalkKept:
    """Set the walking order. 409 when openings came, went or were walked otherwise since."""
    return {"walk_version": jobs.reorder(db, job_id, order.version, order.order, who)}


@router.get("/jobs/{job_id}/lists", tags=["openings"])
def lists_of_job(db: Db, job_id: Id, shown: ShownQuery) -> JobLists:
    """Give the whole job's cut list and buy list, gathered by stock."""
    return lists.lists_of_job(db, job_id, shown)


@router.get("/jobs/{job_id}/log", response_model_exclude_unset=True)
def job_log(
    db: Db,
    job_id: Id,
    opening_id: Annotated[int | None, Query(ge=1, le=GREATEST_ID)] = None,
    what: Annotated[str | None, Query(max_length=40)] = None,
    find: Annotated[str, Query(max_length=200, description="Words that must stand in a line, in any order.")] = "",
    before: Annotated[int | None, Query(ge=1, le=GREATEST_ID, description="Only lines older than this one.")] = None,
) -> LogPage:
    """Give a page of a job's log, newest first: of one opening, one kind of event, or lines with some words, if asked."""
    return jobs.record_page(db, job_id, opening_id, what, find, before)


@router.post("/jobs/{job_id}/rules/try")
def try_rules(db: Db, job_id: Id, tried: TryRules, shown: ShownQuery) -> list[ChangeOut]:
    """Say what other house rules would do to the job's openings. Nothing is kept."""
    return rules.try_rules(db, job_id, tried.level, tried.rules, shown)


@router.get("/crew-rules/{unit}", response_model_exclude_unset=True)
def crew_rules(db: Db, unit: Unit) -> KeptRules:
    """Give the crew's house rules of a unit habit."""
    return rules.crew_rules(db, unit)


@router.put("/crew-rules/{unit}", response_model_exclude_unset=True)
def save_crew_rules(db: Db, unit: Unit, save: SaveRules) -> KeptRules:
    """Change the crew's house rules of a unit habit."""
    return rules.save_crew_rules(db, unit, save.version, save.rules)
