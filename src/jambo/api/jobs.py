"""Jobs, their record, and the crew's house rules."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import Field
from typing_extensions import TypedDict

from jambo.api.shared import GREATEST_ID, Based, BasedOn, Db, Id, Route, ShownQuery, SomeId, Who
from jambo.core.quantities.tape import Unit
from jambo.format.document import Job, Rules
from jambo.jobs import jobs, lists, rules, waits
from jambo.jobs.jobs import JobPage, ListedJob, LogPage
from jambo.jobs.kept import KeptJob, KeptRules, NewId
from jambo.jobs.waits import WaitsOut
from jambo.views.job.lists import JobLists

router = APIRouter(prefix="/api", tags=["jobs"], route_class=Route)


class SaveJob(Based):
    """A job's new document."""

    job: Job


class SaveRules(Based):
    """The crew's new house rules."""

    rules: Rules


class WalkOrder(Based):
    """Opening ids in the order they are walked, and the version of the order it was changed from."""

    order: Annotated[list[SomeId], Field(max_length=20_000)]


class WalkKept(TypedDict):
    """The version the walking order has now."""

    walk_version: int


@router.get("/jobs", response_model_exclude_unset=True)
def list_jobs(db: Db) -> list[ListedJob]:
    """List the jobs, newest first."""
    return jobs.list_jobs(db)


@router.get("/waits")
def what_waits(db: Db) -> list[WaitsOut]:
    """Say of the newest jobs what waits in each: stops, missing facts, units that have not come, what comes next."""
    return waits.waits(db)


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


@router.get("/crew-rules/{unit}", response_model_exclude_unset=True)
def crew_rules(db: Db, unit: Unit) -> KeptRules:
    """Give the crew's house rules of a unit habit."""
    return rules.crew_rules(db, unit)


@router.put("/crew-rules/{unit}", response_model_exclude_unset=True)
def save_crew_rules(db: Db, unit: Unit, save: SaveRules) -> KeptRules:
    """Change the crew's house rules of a unit habit."""
    return rules.save_crew_rules(db, unit, save.version, save.rules)
