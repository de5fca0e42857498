"""Jobs, walls, house rules, and the list of a job's openings."""

from __future__ import annotations

from datetime import UTC
from typing import Annotated, Any

from fastapi import APIRouter, Query
from pydantic import AwareDatetime, Field
from typing_extensions import TypedDict

from jambo.api.shared import GREATEST_ID, Based, BasedOn, Db, Id, Route, ShownQuery, SomeId, Who
from jambo.core.quantities.tape import Unit
from jambo.format.document import Job, Rules, Wall
from jambo.format.problems import FieldError, Refused
from jambo.jobs.boards import briefs_of
from jambo.jobs.check import check_crew_rules, check_job, check_wall
from jambo.jobs.documents import kept_job, kept_json
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store.database import Row
from jambo.store.kept import log_pages
from jambo.store.readings import of_job as readings_of_job
from jambo.views.record import page_of
from jambo.views.summary import BriefOut, brief_out, with_clashes

router = APIRouter(prefix="/api", tags=["jobs"], route_class=Route)


DONE = ("framed", "set", "signed")


class NewId(TypedDict):
    """The id of what was just kept."""

    id: int


class KeptJob(TypedDict):
    """A job as kept."""

    id: int
    version: int
    job: Job


class ListedJob(KeptJob):
    """A job on the board."""

    openings: int


class KeptWall(TypedDict):
    """A wall as kept."""

    id: int
    version: int
    wall: Wall


class ListedOpening(TypedDict):
    """An opening in its job's walking order."""

    id: int
    version: int
    wall_id: int
    mark: str
    room: str
    brief: BriefOut
    done: list[str]


class JobPage(KeptJob):
    """A job with its walls and its openings in walking order, and that order's own version."""

    walk_version: int
    walls: list[KeptWall]
    openings: list[ListedOpening]


class LogLine(TypedDict):
    """A line of the log: what happened, to which opening (by its mark, taken off the board since or not), and in words."""

    id: int
    at: AwareDatetime
    who: str
    what: str
    opening_id: int | None
    detail: dict[str, Any]


class ToldLine(LogLine):
    """A line of the record as it is read: its event and what of it in words, and its opening's mark."""

    mark: str | None
    event: str
    words: str


class LogPage(TypedDict):
    """Lines of a log, newest first; `more` is the line to ask for older ones before, None at the first line ever."""

    lines: list[ToldLine]
    more: int | None


class KeptRules(TypedDict):
    """The crew's house rules of one habit, as kept."""

    version: int
    rules: Rules


class SaveJob(Based):
    """A job's new document."""

    job: Job


class SaveWall(Based):
    """A wall's new document."""

    wall: Wall


class SaveRules(Based):
    """The crew's new house rules."""

    rules: Rules


class Order(Based):
    """Opening ids in the order they are walked, and the version of the order it was changed from."""

    order: Annotated[list[SomeId], Field(max_length=20_000)]


class WalkKept(TypedDict):
    """The version the walking order has now."""

    walk_version: int


def as_job(row: Row) -> KeptJob:
    """Give a kept job."""
    return {"id": row["id"], "version": row["version"], "job": row["doc"]}


def as_wall(row: Row) -> KeptWall:
    """Give a kept wall."""
    return {"id": row["id"], "version": row["version"], "wall": row["doc"]}


def with_zone(row: Row) -> Row:
    """Give a row with its time in its zone: the database keeps every time in UTC."""
    return {**row, "at": row["at"].replace(tzinfo=UTC)}


def as_log(rows: list[Row]) -> list[LogLine]:
    """Give log lines."""
    return [{k: with_zone(row)[k] for k in ("id", "at", "who", "what", "opening_id", "detail")} for row in rows]  # type: ignore[misc]


@router.get("/jobs", response_model_exclude_unset=True)
def list_jobs(db: Db) -> list[ListedJob]:
    """List the jobs, newest first."""
    with db.transaction() as t:
        return [{**as_job(row), "openings": row["openings"]} for row in kept_jobs.jobs(t)]


@router.post("/jobs", status_code=201)
def new_job(db: Db, job: Job, who: Who) -> NewId:
    """Open a job."""
    with db.transaction(writes=True) as t:
        check_job(t, None, job)
        return {"id": kept_jobs.new_job(t, kept_job(job), who)}


@router.get("/jobs/{job_id}", response_model_exclude_unset=True)
def job_page(db: Db, job_id: Id, shown: ShownQuery) -> JobPage:
    """Give a job with its walls and its openings, solved, in walking order."""
    with db.transaction() as t:
        row = kept_jobs.job(t, job_id)
        crew = kept_jobs.crew_rules(t, row["doc"]["unit"])
        walls = kept_jobs.walls(t, job_id)
        openings = kept_openings.openings(t, job_id)
        read = readings_of_job(t, job_id)
        cuts = events.cuts_of_job(t, job_id)
        happened = events.happened_in_job(t, job_id)
    job = row["doc"]
    tape, words = shown.tape(job), shown.region(job)
    briefs = with_clashes([*briefs_of(job, crew["doc"], openings, read, cuts)], [o["wall_id"] for o in openings])
    listed: list[ListedOpening] = [
        {
            **{k: o[k] for k in ("id", "version", "wall_id", "mark", "room")},  # type: ignore[typeddict-item]
            "brief": brief_out(one, tape, words),
            "done": [what for what in DONE if what in happened.get(o["id"], ())],
        }
        for o, one in zip(openings, briefs, strict=True)
    ]
    return {
        **as_job(row),
        "walk_version": row["walk_version"],
        "walls": [as_wall(w) for w in walls],
        "openings": listed,
    }


@router.put("/jobs/{job_id}", response_model_exclude_unset=True)
def save_job(db: Db, job_id: Id, save: SaveJob, who: Who) -> KeptJob:
    """Change a job. 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        check_job(t, kept_jobs.job(t, job_id, lock=True), save.job)
        kept_jobs.save_job(t, job_id, save.version, kept_job(save.job), who)
        return as_job(kept_jobs.job(t, job_id))


@router.delete("/jobs/{job_id}", status_code=204)
def remove_job(db: Db, job_id: Id, version: BasedOn, who: Who) -> None:
    """Take a job off the board; it can be restored. 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        kept_jobs.remove_job(t, job_id, version, who)


@router.post("/jobs/{job_id}/restore", status_code=204)
def restore_job(db: Db, job_id: Id, based: Based, who: Who) -> None:
    """Put a removed job back. 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        kept_jobs.restore_job(t, job_id, based.version, who)


@router.put("/jobs/{job_id}/order")
def reorder(db: Db, job_id: Id, order: Order, who: Who) -> WalkKept:
    """Set the walking order. 409 when openings came, went or were walked otherwise since."""
    with db.transaction(writes=True) as t:
        try:
            return {"walk_version": kept_openings.reorder(t, job_id, order.version, order.order, who)}
        except ValueError as error:
            raise Refused([FieldError("order", str(error), "every opening of the job, once")]) from None


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
    with db.transaction() as t:
        kept_jobs.job(t, job_id)
        marks = kept_openings.marks(t, job_id)
        lines, more = page_of(log_pages(t, job_id, opening_id, what, before), marks, find)
    return {"lines": [{k: with_zone(line)[k] for k in ToldLine.__annotations__} for line in lines], "more": more}  # type: ignore[misc]


@router.post("/jobs/{job_id}/walls", status_code=201)
def new_wall(db: Db, job_id: Id, wall: Wall, who: Who) -> NewId:
    """Add a wall to a job."""
    with db.transaction(writes=True) as t:
        check_wall(t, kept_jobs.job(t, job_id, lock=True), wall)
        return {"id": kept_jobs.new_wall(t, job_id, kept_json(wall), who)}


@router.put("/walls/{wall_id}", response_model_exclude_unset=True)
def save_wall(db: Db, wall_id: Id, save: SaveWall, who: Who) -> KeptWall:
    """Change a wall. Refused when an opening in it could no longer be; 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        row = kept_jobs.wall(t, wall_id, lock=True)
        check_wall(t, kept_jobs.job(t, row["job_id"]), save.wall, wall_id)
        kept_jobs.save_wall(t, wall_id, save.version, kept_json(save.wall), who)
        return as_wall(kept_jobs.wall(t, wall_id))


@router.delete("/walls/{wall_id}", status_code=204)
def remove_wall(db: Db, wall_id: Id, version: BasedOn, who: Who) -> None:
    """Take a wall out of its job; it can be restored. 422 while an opening stands in it, 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        kept_jobs.wall(t, wall_id, lock=True)
        standing = kept_openings.in_wall(t, wall_id)
        if standing:
            names = ", ".join(row["mark"] or f"no. {row['id']}" for row in standing)
            accepted = "a wall without openings: move them to another wall, or take them off the board"
            raise Refused([FieldError("wall", f"it cannot be taken out while it holds {names}", accepted)])
        kept_jobs.remove_wall(t, wall_id, version, who)


@router.put("/walls/{wall_id}/restore", status_code=204)
def restore_wall(db: Db, wall_id: Id, based: Based, who: Who) -> None:
    """Put a removed wall back. 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        kept_jobs.restore_wall(t, wall_id, based.version, who)


@router.get("/crew-rules/{unit}", response_model_exclude_unset=True)
def crew_rules(db: Db, unit: Unit) -> KeptRules:
    """Give the crew's house rules of a unit habit."""
    with db.transaction() as t:
        row = kept_jobs.crew_rules(t, unit)
    return {"version": row["version"], "rules": row["doc"]}


@router.put("/crew-rules/{unit}", response_model_exclude_unset=True)
def save_crew_rules(db: Db, unit: Unit, save: SaveRules) -> KeptRules:
    """Change the crew's house rules of a unit habit."""
    with db.transaction(writes=True) as t:
        check_crew_rules(t, unit, save.rules)
        kept_jobs.save_crew_rules(t, unit, save.version, kept_json(save.rules))
        row = kept_jobs.crew_rules(t, unit)
    return {"version": row["version"], "rules": row["doc"]}
