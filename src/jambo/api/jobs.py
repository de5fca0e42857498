"""Jobs, walls, house rules, and the list of a job's openings."""

from __future__ import annotations

import gc
import time
from collections.abc import Iterator
from datetime import datetime
from typing import Any

from fastapi import APIRouter
from pydantic import BaseModel
from typing_extensions import TypedDict

from jambo.api.shared import Based, Db, ShownQuery, Who, compact, kept_job, kept_json
from jambo.core.tape import Unit
from jambo.files.brief import Brief, BriefOut, brief, brief_out, with_clashes
from jambo.files.document import CutPiece, Document, Job, Opening, RuleLevels, Rules, Wall
from jambo.files.facts import facts_of
from jambo.files.floor_facts import check_floors
from jambo.files.problems import FieldError, Refused, parse
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import log_of, read_json
from jambo.store.readings import of_job as readings_of_job

router = APIRouter(prefix="/api", tags=["jobs"])


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
    """A job with its walls and its openings in walking order."""

    walls: list[KeptWall]
    openings: list[ListedOpening]


class LogLine(TypedDict):
    """A line of the log."""

    at: datetime
    who: str
    what: str
    opening_id: int | None
    detail: dict[str, Any]


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


class Order(BaseModel):
    """Opening ids in the order they are walked."""

    order: list[int]


def as_job(row: Row) -> KeptJob:
    """Give a kept job."""
    return {"id": row["id"], "version": row["version"], "job": row["doc"]}


def as_wall(row: Row) -> KeptWall:
    """Give a kept wall."""
    return {"id": row["id"], "version": row["version"], "wall": row["doc"]}


def as_log(rows: list[Row]) -> list[LogLine]:
    """Give log lines."""
    return [{k: row[k] for k in ("at", "who", "what", "opening_id", "detail")} for row in rows]  # type: ignore[misc]


@router.get("/jobs", response_model_exclude_unset=True)
def list_jobs(db: Db) -> list[ListedJob]:
    """List the jobs, newest first."""
    with db.transaction() as t:
        return [{**as_job(row), "openings": row["openings"]} for row in kept_jobs.jobs(t)]


@router.post("/jobs", status_code=201)
def new_job(db: Db, job: Job, x_jambo_who: Who = "") -> NewId:
    """Open a job."""
    _check_rules(job.rules, job.unit, "rules.job")
    check_floors(job.floors, job.unit)
    with db.transaction() as t:
        return {"id": kept_jobs.new_job(t, kept_job(job), x_jambo_who)}


@router.get("/jobs/{job_id}", response_model_exclude_unset=True)
def job_page(db: Db, job_id: int, shown: ShownQuery) -> JobPage:
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
    return {**as_job(row), "walls": [as_wall(w) for w in walls], "openings": listed}


def cut_piece(line: Row) -> CutPiece:
    """Give a line of the log about a cut as the document has it."""
    return CutPiece(figure=line["detail"]["figure"], length=line["detail"]["length"], when=f"{line['at']:%a %d %b}")


def briefs_of(
    job: dict[str, Any], crew: Any, openings: list[Row], read: dict[int, list[str]], cuts: dict[int, list[Row]]
) -> Iterator[Brief]:
    """The short of openings as kept, in their order; answers are shared with every other list of them."""
    crew_text, job_text = compact(crew), compact(job.get("rules", {}))
    floors = {f["key"]: compact(f) for f in job.get("floors", [])}
    return (
        brief(
            job["unit"], crew_text, job_text, o["wall_doc"], o["doc"], tuple(read.get(o["id"], ())),
            compact([kept_json(cut_piece(c)) for c in cuts.get(o["id"], ())]),
            # only the floors it names, so that another floor's change leaves its answer shared
            tuple(text for key, text in floors.items() if f'"{key}"' in o["doc"]),
        )
        for o in openings
    )  # fmt: skip


def warm_up(database: Database) -> None:
    """Solve every kept opening once, so that the first list of a long job is as fast as the next one."""
    with database.transaction() as t:
        rows = kept_jobs.jobs(t)
    for row in rows:
        with database.transaction() as t:
            crew = kept_jobs.crew_rules(t, row["doc"]["unit"])["doc"]
            openings = kept_openings.openings(t, row["id"])
            read = readings_of_job(t, row["id"])
            cuts = events.cuts_of_job(t, row["id"])
        for _ in briefs_of(row["doc"], crew, openings, read, cuts):
            time.sleep(0)  # let a waiting request go first
    # what is kept from here on is no garbage: looking through all of it again and again would stop a redraw for 100 ms
    gc.collect()
    gc.freeze()


@router.put("/jobs/{job_id}", response_model_exclude_unset=True)
def save_job(db: Db, job_id: int, save: SaveJob, x_jambo_who: Who = "") -> KeptJob:
    """Change a job. 409 when someone changed it since."""
    with db.transaction() as t:
        row = kept_jobs.job(t, job_id, lock=True)
        check_openings(t, row, job=save.job)
        kept_jobs.save_job(t, job_id, save.version, kept_job(save.job), x_jambo_who)
        return as_job(kept_jobs.job(t, job_id))


@router.delete("/jobs/{job_id}", status_code=204)
def remove_job(db: Db, job_id: int, x_jambo_who: Who = "") -> None:
    """Take a job off the board; it can be restored."""
    with db.transaction() as t:
        kept_jobs.remove_job(t, job_id, x_jambo_who)


@router.post("/jobs/{job_id}/restore", status_code=204)
def restore_job(db: Db, job_id: int, x_jambo_who: Who = "") -> None:
    """Put a removed job back."""
    with db.transaction() as t:
        kept_jobs.restore_job(t, job_id, x_jambo_who)


@router.put("/jobs/{job_id}/order", status_code=204)
def reorder(db: Db, job_id: int, order: Order, x_jambo_who: Who = "") -> None:
    """Set the walking order."""
    with db.transaction() as t:
        kept_openings.reorder(t, job_id, order.order, x_jambo_who)


@router.get("/jobs/{job_id}/log", response_model_exclude_unset=True)
def job_log(db: Db, job_id: int, opening_id: int | None = None, what: str | None = None) -> list[LogLine]:
    """Give the newest lines of a job's log, of one opening or one kind of event if asked, newest first."""
    with db.transaction() as t:
        kept_jobs.job(t, job_id)
        return as_log(log_of(t, job_id, opening_id, what, most=500))


@router.post("/jobs/{job_id}/walls", status_code=201)
def new_wall(db: Db, job_id: int, wall: Wall, x_jambo_who: Who = "") -> NewId:
    """Add a wall to a job."""
    with db.transaction() as t:
        job = kept_jobs.job(t, job_id)
        facts_of(Document(unit=job["doc"]["unit"], wall=wall))
        return {"id": kept_jobs.new_wall(t, job_id, kept_json(wall), x_jambo_who)}


@router.put("/walls/{wall_id}", response_model_exclude_unset=True)
def save_wall(db: Db, wall_id: int, save: SaveWall, x_jambo_who: Who = "") -> KeptWall:
    """Change a wall. Refused when an opening in it could no longer be; 409 when someone changed it since."""
    with db.transaction() as t:
        row = kept_jobs.wall(t, wall_id, lock=True)
        job = kept_jobs.job(t, row["job_id"])
        facts_of(Document(unit=job["doc"]["unit"], wall=save.wall))
        check_openings(t, job, wall=save.wall, wall_id=wall_id)
        kept_jobs.save_wall(t, wall_id, save.version, kept_json(save.wall), x_jambo_who)
        return as_wall(kept_jobs.wall(t, wall_id))


@router.delete("/walls/{wall_id}", status_code=204)
def remove_wall(db: Db, wall_id: int, x_jambo_who: Who = "") -> None:
    """Take a wall out of its job; it can be restored. 422 while an opening stands in it."""
    with db.transaction() as t:
        kept_jobs.wall(t, wall_id, lock=True)
        standing = kept_openings.in_wall(t, wall_id)
        if standing:
            names = ", ".join(row["mark"] or f"no. {row['id']}" for row in standing)
            accepted = "a wall without openings: move them to another wall, or take them off the board"
            raise Refused([FieldError("wall", f"it cannot be taken out while it holds {names}", accepted)])
        kept_jobs.remove_wall(t, wall_id, x_jambo_who)


@router.put("/walls/{wall_id}/restore", status_code=204)
def restore_wall(db: Db, wall_id: int, x_jambo_who: Who = "") -> None:
    """Put a removed wall back."""
    with db.transaction() as t:
        kept_jobs.restore_wall(t, wall_id, x_jambo_who)


@router.get("/crew-rules/{unit}", response_model_exclude_unset=True)
def crew_rules(db: Db, unit: Unit) -> KeptRules:
    """Give the crew's house rules of a unit habit."""
    with db.transaction() as t:
        row = kept_jobs.crew_rules(t, unit)
    return {"version": row["version"], "rules": row["doc"]}


@router.put("/crew-rules/{unit}", response_model_exclude_unset=True)
def save_crew_rules(db: Db, unit: Unit, save: SaveRules) -> KeptRules:
    """Change the crew's house rules of a unit habit."""
    _check_rules(save.rules, unit, "rules.crew")
    with db.transaction() as t:
        kept_jobs.save_crew_rules(t, unit, save.version, kept_json(save.rules))
        row = kept_jobs.crew_rules(t, unit)
    return {"version": row["version"], "rules": row["doc"]}


def _check_rules(rules: Rules, unit: Unit, path: str) -> None:
    level = RuleLevels(crew=rules) if path == "rules.crew" else RuleLevels(job=rules)
    facts_of(Document(unit=unit, rules=level))


def check_openings(
    t: Transaction, row: Row, job: Job | None = None, wall: Wall | None = None, wall_id: int = 0
) -> None:
    """Refuse a change of a job's rules or of a wall that leaves an opening impossible, naming the opening."""
    rules = job.rules if job else Rules.model_validate(row["doc"].get("rules", {}))
    unit = job.unit if job else row["doc"]["unit"]
    floors = job.floors if job else row["doc"].get("floors", [])
    if job:
        _check_rules(job.rules, unit, "rules.job")
        check_floors(job.floors, unit)
    for kept in kept_openings.openings(t, row["id"]):
        if wall is not None and kept["wall_id"] != wall_id:
            continue
        document = Document(
            unit=unit,
            rules=RuleLevels(job=rules),
            floors=floors,
            wall=wall or parse(Wall, read_json(kept["wall_doc"])),
            opening=parse(Opening, read_json(kept["doc"])),
        )
        try:
            facts_of(document)
        except Refused as refused:
            mark = kept["mark"] or kept["id"]
            raise Refused(
                [
                    FieldError(e.path, f"opening {mark} would not be possible: {e.reason}", e.accepted)
                    for e in refused.errors
                ]
            ) from None
