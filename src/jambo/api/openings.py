"""One opening: read, save, undo and redo, remove and restore, its log."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal

from fastapi import APIRouter
from pydantic import BaseModel
from typing_extensions import TypedDict

from jambo.api.jobs import KeptJob, KeptWall, LogLine, NewId, as_job, as_log, as_wall, briefs_of, cut_piece
from jambo.api.shared import Based, Db, ShownQuery, Who, kept_json
from jambo.files.brief import beside
from jambo.files.document import Document, Neighbour, Opening, Reading, RuleLevels, Rules, Show, Survey, Wall
from jambo.files.facts import facts_of
from jambo.files.lists import JobLists, Listed, job_lists
from jambo.files.problems import FieldError, Refused, parse
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept
from jambo.store.database import Row, Transaction
from jambo.store.kept import log_of, with_doc
from jambo.store.readings import readings

router = APIRouter(prefix="/api", tags=["openings"])


class KeptReading(TypedDict):
    """A reading that counts, with who took it, when, and with what."""

    id: int
    reading: Reading
    at: datetime
    who: str
    instrument: str


class WallName(TypedDict):
    """A wall of the job, to choose from."""

    id: int
    name: str


class OpeningPage(TypedDict):
    """An opening as kept, with its wall, its job and the crew's rules: all a screen needs to work on it."""

    id: int
    version: int
    opening: Opening
    wall: KeptWall
    walls: list[WallName]
    job: KeptJob
    crew_rules: Rules
    can_undo: bool
    can_redo: bool
    readings: list[KeptReading]
    events: list[LogLine]
    ticks: list[LogLine]
    cuts: list[LogLine]
    beside: list[Neighbour]


class NewOpening(BaseModel):
    """A new opening, in a wall the job has or in a new one; or a copy of another opening of the job, which waits for its place."""

    wall_id: int | None = None
    wall: Wall | None = None
    opening: Opening | None = None
    copy_of: int | None = None


class MoveToWall(Based):
    """The wall an opening is to stand in."""

    wall_id: int


class SaveOpening(Based):
    """An opening's new document."""

    opening: Opening


def page(t: Transaction, row: Row) -> OpeningPage:
    """Give an opening with all it stands on."""
    job = kept_jobs.job(t, row["job_id"])
    steps = kept.steps(t, row)
    wall = kept_jobs.wall(t, row["wall_id"])
    crew = kept_jobs.crew_rules(t, job["doc"]["unit"])["doc"]
    return {
        "id": row["id"],
        "version": row["version"],
        "opening": row["doc"],
        "wall": as_wall(wall),
        "walls": [{"id": w["id"], "name": w["doc"].get("name", "")} for w in kept_jobs.walls(t, row["job_id"])],
        "job": as_job(job),
        "crew_rules": crew,
        "can_undo": steps["can_undo"],
        "can_redo": steps["can_redo"],
        "readings": [
            {"id": r["id"], "reading": r["doc"], "at": r["at"], "who": r["who"], "instrument": r["instrument"]}
            for r in readings(t, row["id"])
        ],
        "ticks": as_log(events.ticks(t, row["id"])),
        "cuts": as_log(events.cuts(t, row["id"])),
        "events": as_log(events.happened(t, row["id"])),
        "beside": _beside(t, row, job["doc"], crew),
    }


def _beside(t: Transaction, row: Row, job: Any, crew: Any) -> list[Neighbour]:
    """The other openings of its wall, where they stand."""
    rows = kept.in_wall(t, row["wall_id"])
    shorts = {o["id"]: short for o, short in zip(rows, briefs_of(job, crew, rows, {}, {}), strict=True)}
    own = shorts.pop(row["id"])
    return beside(own, list(shorts.values()), job["unit"])


def document_of(t: Transaction, row: Row) -> Document:
    """Give the whole document of a kept opening: its wall, the rules over it, and the readings that count."""
    job = kept_jobs.job(t, row["job_id"])["doc"]
    return Document(
        unit=job["unit"],
        show=Show(step=job.get("step"), words=job.get("words", "north_america")),
        rules=RuleLevels(
            crew=parse(Rules, kept_jobs.crew_rules(t, job["unit"])["doc"]), job=parse(Rules, job.get("rules", {}))
        ),
        floors=job.get("floors", []),
        wall=parse(Wall, kept_jobs.wall(t, row["wall_id"])["doc"]),
        opening=parse(Opening, row["doc"]),
        survey=Survey(readings=[parse(Reading, r["doc"]) for r in readings(t, row["id"])]),
        cuts=[cut_piece(c) for c in events.cuts(t, row["id"])],
    )


def _check(t: Transaction, job: Row, wall_id: int, opening: Opening) -> None:
    """Refuse an opening whose facts cannot be. Raises Refused."""
    wall = kept_jobs.wall(t, wall_id)
    rules = RuleLevels(
        crew=parse(Rules, kept_jobs.crew_rules(t, job["doc"]["unit"])["doc"]),
        job=parse(Rules, job["doc"].get("rules", {})),
    )
    facts_of(
        Document(
            unit=job["doc"]["unit"],
            rules=rules,
            floors=job["doc"].get("floors", []),
            wall=parse(Wall, wall["doc"]),
            opening=opening,
        )
    )


@router.get("/jobs/{job_id}/lists")
def lists_of_job(db: Db, job_id: int, shown: ShownQuery) -> JobLists:
    """Give the whole job's cut list and buy list, gathered by stock."""
    with db.transaction() as t:
        job = kept_jobs.job(t, job_id)["doc"]
        rows = [with_doc(row) for row in kept.openings(t, job_id)]
        listed = [Listed(row["mark"] or f"no. {row['id']}", row["wall_id"], document_of(t, row)) for row in rows]
        walls = {
            row["id"]: (row["doc"].get("name") or "wall without a name", row["doc"])
            for row in kept_jobs.walls(t, job_id)
        }
        crew = kept_jobs.crew_rules(t, job["unit"])["doc"]
    rules = RuleLevels(crew=parse(Rules, crew), job=parse(Rules, job.get("rules", {})))
    bare = {
        wall_id: (name, Document(unit=job["unit"], rules=rules, wall=parse(Wall, doc)))
        for wall_id, (name, doc) in walls.items()
    }
    return job_lists(listed, bare, shown.tape(job), shown.region(job))


@router.post("/jobs/{job_id}/openings", status_code=201)
def new_opening(db: Db, job_id: int, new: NewOpening, x_jambo_who: Who = "") -> NewId:
    """Add an opening at the end of the walk."""
    with db.transaction() as t:
        job = kept_jobs.job(t, job_id)
        opening, wall_id = new.opening or Opening(), new.wall_id
        if new.copy_of is not None:
            source = kept.opening(t, new.copy_of)
            if source["job_id"] != job_id:
                raise Refused([FieldError("copy_of", "that opening is in another job", "an opening of this job")])
            # the place of the one that is copied is taken
            place = {k: v for k, v in source["doc"].get("position", {}).items() if k != "distance"}
            opening = parse(Opening, {**source["doc"], "mark": "", "position": place})
            wall_id = wall_id or source["wall_id"]
        if wall_id is None:
            wall_id = kept_jobs.new_wall(t, job_id, kept_json(new.wall or Wall()), x_jambo_who)
        _check(t, job, wall_id, opening)
        return {"id": kept.new_opening(t, job_id, wall_id, kept_json(opening), x_jambo_who)}


@router.get("/openings/{opening_id}", response_model_exclude_unset=True)
def opening_page(db: Db, opening_id: int) -> OpeningPage:
    """Give an opening with what it stands in."""
    with db.transaction() as t:
        return page(t, kept.opening(t, opening_id))


@router.put("/openings/{opening_id}", response_model_exclude_unset=True)
def save_opening(db: Db, opening_id: int, save: SaveOpening, x_jambo_who: Who = "") -> OpeningPage:
    """Keep a new version. 422 for facts that cannot be, 409 with both versions when someone changed it since."""
    with db.transaction() as t:
        row = kept.opening(t, opening_id, lock=True)
        _check(t, kept_jobs.job(t, row["job_id"]), row["wall_id"], save.opening)
        kept.save_opening(t, opening_id, save.version, kept_json(save.opening), x_jambo_who)
        return page(t, kept.opening(t, opening_id))


@router.put("/openings/{opening_id}/wall", response_model_exclude_unset=True)
def move_to_wall(db: Db, opening_id: int, move: MoveToWall, x_jambo_who: Who = "") -> OpeningPage:
    """Put an opening into another wall of its job. 422 when it cannot be there, 409 when someone changed it since."""
    with db.transaction() as t:
        row = kept.opening(t, opening_id, lock=True)
        _check(t, kept_jobs.job(t, row["job_id"]), move.wall_id, parse(Opening, row["doc"]))
        kept.move_to_wall(t, opening_id, move.version, move.wall_id, x_jambo_who)
        return page(t, kept.opening(t, opening_id))


@router.post("/openings/{opening_id}/{way}", response_model_exclude_unset=True)
def travel(db: Db, opening_id: int, way: Literal["undo", "redo"], based: Based, x_jambo_who: Who = "") -> OpeningPage:
    """Go back or forward one version; where there is none, nothing changes."""
    with db.transaction() as t:
        row = kept.travel(t, opening_id, based.version, way, x_jambo_who) or kept.opening(t, opening_id)
        return page(t, row)


@router.delete("/openings/{opening_id}", status_code=204)
def remove_opening(db: Db, opening_id: int, x_jambo_who: Who = "") -> None:
    """Take an opening off the board; it can be restored."""
    with db.transaction() as t:
        kept.remove_opening(t, opening_id, x_jambo_who)


@router.put("/openings/{opening_id}/restore", status_code=204)
def restore_opening(db: Db, opening_id: int, x_jambo_who: Who = "") -> None:
    """Put a removed opening back."""
    with db.transaction() as t:
        kept.restore_opening(t, opening_id, x_jambo_who)


@router.get("/openings/{opening_id}/log", response_model_exclude_unset=True)
def opening_log(db: Db, opening_id: int) -> list[LogLine]:
    """Give the log of an opening, newest first."""
    with db.transaction() as t:
        row = kept.opening(t, opening_id)
        return as_log(log_of(t, row["job_id"], opening_id))
