"""One opening: read, save, undo and redo, remove and restore, its log."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

from fastapi import APIRouter
from pydantic import AwareDatetime, BaseModel
from typing_extensions import TypedDict

from jambo.api.jobs import KeptJob, KeptWall, LogLine, NewId, as_job, as_log, as_wall, with_zone
from jambo.api.shared import Based, BasedOn, Db, Id, Route, ShownQuery, SomeId, Who
from jambo.format.document import Neighbour, Opening, Reading, Rules, Wall
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.boards import briefs_of
from jambo.jobs.check import check_opening
from jambo.jobs.documents import Around, documents_of_job, kept_json
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept
from jambo.store.database import Row, Transaction
from jambo.store.kept import NotKept, log_of
from jambo.store.readings import readings
from jambo.views.lists import JobLists, Listed, job_lists
from jambo.views.summary import beside

router = APIRouter(prefix="/api", tags=["openings"], route_class=Route)


class KeptReading(TypedDict):
    """A reading that counts, with who took it, when, and with what."""

    id: int
    reading: Reading
    at: AwareDatetime
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

    wall_id: SomeId | None = None
    wall: Wall | None = None
    opening: Opening | None = None
    copy_of: SomeId | None = None


class MoveToWall(Based):
    """The wall an opening is to stand in."""

    wall_id: SomeId


class SaveOpening(Based):
    """An opening's new document."""

    opening: Opening


def page(t: Transaction, row: Row) -> Callable[[], OpeningPage]:
    """Read an opening with all it stands on; what comes back works the page out, once nothing is locked any more."""
    job = kept_jobs.job(t, row["job_id"])
    steps = kept.steps(t, row)
    wall = kept_jobs.wall(t, row["wall_id"])
    crew = kept_jobs.crew_rules(t, job["doc"]["unit"])["doc"]
    read: OpeningPage = {
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
            for r in map(with_zone, readings(t, row["id"]))
        ],
        "ticks": as_log(events.ticks(t, row["id"])),
        "cuts": as_log(events.cuts(t, row["id"])),
        "events": as_log(events.happened(t, row["id"])),
        "beside": [],
    }
    in_wall = kept.in_wall(t, row["wall_id"])
    return lambda: {**read, "beside": _beside(row["id"], in_wall, job["doc"], crew)}


def _beside(opening_id: int, rows: list[Row], job: Any, crew: Any) -> list[Neighbour]:
    """The other openings of its wall, where they stand."""
    shorts = {o["id"]: short for o, short in zip(rows, briefs_of(job, crew, rows, {}, {}), strict=True)}
    own = shorts.pop(opening_id)
    return beside(own, list(shorts.values()), job["unit"])


@router.get("/jobs/{job_id}/lists")
def lists_of_job(db: Db, job_id: Id, shown: ShownQuery) -> JobLists:
    """Give the whole job's cut list and buy list, gathered by stock."""
    with db.transaction() as t:
        job = kept_jobs.job(t, job_id)["doc"]
        around = Around.of(t, job)
        listed = [
            Listed(row["mark"] or f"no. {row['id']}", row["wall_id"], document)
            for row, document in documents_of_job(t, job_id, around)
        ]
        walls = kept_jobs.walls(t, job_id)
    bare = {row["id"]: (row["doc"].get("name") or "wall without a name", around.document(row["doc"])) for row in walls}
    return job_lists(listed, bare, shown.tape(job), shown.region(job))


@router.post("/jobs/{job_id}/openings", status_code=201)
def new_opening(db: Db, job_id: Id, new: NewOpening, who: Who) -> NewId:
    """Add an opening at the end of the walk."""
    with db.transaction(writes=True) as t:
        job = kept_jobs.job(t, job_id, lock=True)
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
            wall_id = kept_jobs.new_wall(t, job_id, kept_json(new.wall or Wall()), who)
        check_opening(t, job, None, opening, wall_id)
        return {"id": kept.new_opening(t, job_id, wall_id, kept_json(opening), who)}


@router.get("/openings/{opening_id}", response_model_exclude_unset=True)
def opening_page(db: Db, opening_id: Id) -> OpeningPage:
    """Give an opening with what it stands in."""
    with db.transaction() as t:
        answer = page(t, kept.opening(t, opening_id))
    return answer()


@router.put("/openings/{opening_id}", response_model_exclude_unset=True)
def save_opening(db: Db, opening_id: Id, save: SaveOpening, who: Who) -> OpeningPage:
    """Keep a new version. 422 for what it breaks, 409 with both versions when someone changed it since."""
    with db.transaction(writes=True) as t:
        row = kept.opening(t, opening_id, lock=True)
        _check(t, row, save.opening)
        kept.save_opening(t, opening_id, save.version, kept_json(save.opening), who)
        answer = page(t, kept.opening(t, opening_id))
    return answer()


@router.put("/openings/{opening_id}/wall", response_model_exclude_unset=True)
def move_to_wall(db: Db, opening_id: Id, move: MoveToWall, who: Who) -> OpeningPage:
    """Put an opening into another wall of its job. 422 when it cannot be there, 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        row = kept.opening(t, opening_id, lock=True)
        if kept_jobs.wall(t, move.wall_id)["job_id"] != row["job_id"]:
            raise NotKept(f"wall {move.wall_id} in this job")
        _check(t, row, parse(Opening, row["doc"]), move.wall_id)
        kept.move_to_wall(t, opening_id, move.version, move.wall_id, who)
        answer = page(t, kept.opening(t, opening_id))
    return answer()


@router.post("/openings/{opening_id}/{way}", response_model_exclude_unset=True)
def travel(db: Db, opening_id: Id, way: Literal["undo", "redo"], based: Based, who: Who) -> OpeningPage:
    """Go back or forward one version; where there is none, nothing changes. 422 when it could no longer be."""
    with db.transaction(writes=True) as t:
        row = kept.opening(t, opening_id, lock=True)
        step = kept.target(t, row, based.version, way)
        if step is not None:
            _check(t, row, parse(Opening, step["doc"]))
            row = kept.travel(t, opening_id, based.version, way, who) or row
        answer = page(t, row)
    return answer()


@router.delete("/openings/{opening_id}", status_code=204)
def remove_opening(db: Db, opening_id: Id, version: BasedOn, who: Who) -> None:
    """Take an opening off the board; it can be restored. 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        kept.remove_opening(t, opening_id, version, who)


@router.put("/openings/{opening_id}/restore", status_code=204)
def restore_opening(db: Db, opening_id: Id, based: Based, who: Who) -> None:
    """Put a removed opening back. 422 when it could no longer be, 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        row = kept.opening(t, opening_id, lock=True, removed=True)
        if row["removed_at"] is not None and row["version"] == based.version:
            check_opening(t, kept_jobs.job(t, row["job_id"]), None, parse(Opening, row["doc"]), row["wall_id"])
        kept.restore_opening(t, opening_id, based.version, who)


def _check(t: Transaction, row: Row, opening: Opening, wall_id: int | None = None) -> None:
    """Check what an opening that is kept becomes. Raises Refused."""
    check_opening(t, kept_jobs.job(t, row["job_id"]), row, opening, wall_id or row["wall_id"])


@router.get("/openings/{opening_id}/log", response_model_exclude_unset=True)
def opening_log(db: Db, opening_id: Id) -> list[LogLine]:
    """Give the whole log of an opening, newest first."""
    with db.transaction() as t:
        row = kept.opening(t, opening_id)
        return as_log(log_of(t, row["job_id"], opening_id))
