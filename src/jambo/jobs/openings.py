"""Openings: planned, saved, moved, undone and redone, taken off the board and put back. Every change passes the one check."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

from pydantic import AwareDatetime
from typing_extensions import TypedDict

from jambo.format.document import Neighbour, Opening, Reading, Rules, Wall
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.boards import summaries_of
from jambo.jobs.check import check_opening
from jambo.jobs.documents import kept_json, new_wall_of
from jambo.jobs.kept import KeptJob, KeptWall, LogLine, as_job, as_lines, as_log, as_wall, with_zone
from jambo.jobs.photos import KeptPhoto, as_photo
from jambo.jobs.timing import TimingOut, timing_of
from jambo.store import events, photos
from jambo.store import openings as store
from jambo.store import walls as kept_walls
from jambo.store.database import Database, Row, Transaction
from jambo.store.jobs import job as kept_job
from jambo.store.kept import NotFound, log_of
from jambo.store.readings import readings
from jambo.store.rules import crew_rules
from jambo.views.opening.summary import beside


class KeptReading(TypedDict):
    """A reading that counts, with who took it, when, and with what."""

    id: int
    reading: Reading
    at: AwareDatetime
    who: str
    instrument: str


class UnreadableReading(TypedDict):
    """A reading that cannot be read, and why: it counts for nothing, and can be withdrawn."""

    id: int
    place: str
    problem: str


class WallName(TypedDict):
    """A wall of the job, to choose from, and the marks of the openings it holds."""

    id: int
    name: str
    holds: list[str]


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
    unreadable: list[UnreadableReading]
    events: list[LogLine]
    ticks: list[LogLine]
    timing: TimingOut
    cuts: list[LogLine]
    photos: list[KeptPhoto]
    beside: list[Neighbour]


def page(t: Transaction, row: Row) -> Callable[[], OpeningPage]:
    """Read an opening with all it stands on; what comes back works the page out, once nothing is locked any more."""
    job = kept_job(t, row["job_id"])
    steps = store.steps(t, row)
    wall = kept_walls.wall(t, row["wall_id"])
    crew = crew_rules(t, job["doc"]["unit"])["doc"]
    holds = store.held(t, row["job_id"])
    pressed, taken = events.taps(t, row["id"]), readings(t, row["id"])
    read: OpeningPage = {
        "id": row["id"],
        "version": row["version"],
        "opening": row["doc"],
        "wall": as_wall(wall),
        "walls": [
            {"id": w["id"], "name": w["doc"].get("name", ""), "holds": holds.get(w["id"], [])}
            for w in kept_walls.walls(t, row["job_id"])
        ],
        "job": as_job(job),
        "crew_rules": crew,
        "can_undo": steps["can_undo"],
        "can_redo": steps["can_redo"],
        "readings": [
            {"id": r["id"], "reading": r["doc"], "at": r["at"], "who": r["who"], "instrument": r["instrument"]}
            for r in map(with_zone, taken)
            if r["doc"] is not None
        ],
        "unreadable": [
            {"id": r["id"], "place": r["place"], "problem": r["problem"]} for r in taken if r["doc"] is None
        ],
        "ticks": as_lines(events.ticks_among(pressed)),
        "timing": timing_of(
            pressed, job["doc"].get("words", "north_america"), row["doc"].get("door", {}).get("kind", "swing")
        ),
        "cuts": as_lines(events.cuts(t, row["id"])),
        "photos": [as_photo(p) for p in photos.of_opening(t, row["id"])],
        "events": as_lines(events.happened(t, row["id"])),
        "beside": [],
    }
    in_wall = store.in_wall(t, row["wall_id"])
    return lambda: {**read, "beside": _beside(row["id"], in_wall, job["doc"], crew)}


def _beside(opening_id: int, rows: list[Row], job: Any, crew: Any) -> list[Neighbour]:
    """The other openings of its wall, where they stand."""
    shorts = {o["id"]: short for o, short in zip(rows, summaries_of(job, crew, rows, {}, {}, {}), strict=True)}
    own = shorts.pop(opening_id)
    return beside(own, list(shorts.values()), job["unit"])


def opening_page(db: Database, opening_id: int) -> OpeningPage:
    """Give an opening with what it stands in. Raises NotFound."""
    with db.transaction() as t:
        answer = page(t, store.opening(t, opening_id))
    return answer()


def plan_opening(db: Database, job_id: int, opening: Opening, wall_id: int | None, wall: Wall | None, who: str) -> int:
    """Add an opening at the end of the walk, in a wall the job has or in a new one; gives its id. Raises NotFound, Refused."""
    with db.transaction(writes=True) as t:
        return _plan(t, kept_job(t, job_id, lock=True), opening, wall_id, wall, who)


def copy_opening(db: Database, job_id: int, copy_of: int, wall_id: int | None, who: str) -> int:
    """Add a copy of another opening of the job, which waits for its mark and its place. Raises NotFound, Refused."""
    with db.transaction(writes=True) as t:
        job = kept_job(t, job_id, lock=True)
        source = store.opening(t, copy_of)
        if source["job_id"] != job_id:
            raise Refused([FieldError("copy_of", "that opening is in another job", "an opening of this job")])
        # the place of the one that is copied is taken
        place = {k: v for k, v in source["doc"].get("position", {}).items() if k != "distance"}
        opening = parse(Opening, {**source["doc"], "mark": "", "position": place})
        return _plan(t, job, opening, wall_id or source["wall_id"], None, who)


def _plan(t: Transaction, job: Row, opening: Opening, wall_id: int | None, wall: Wall | None, who: str) -> int:
    if wall_id is None:
        wall_id = kept_walls.new_wall(t, job["id"], kept_json(new_wall_of(job["doc"], wall)), who)
    check_opening(t, job, None, opening, wall_id)
    return store.new_opening(t, job["id"], wall_id, kept_json(opening), who)


def save_opening(db: Database, opening_id: int, based_on: int, opening: Opening, who: str) -> OpeningPage:
    """Keep a new version. Raises Refused for what it breaks; NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        row = store.opening(t, opening_id, lock=True, as_kept=True)
        _check(t, row, opening)
        store.save_opening(t, opening_id, based_on, kept_json(opening), who)
        answer = page(t, store.opening(t, opening_id))
    return answer()


def move_to_wall(db: Database, opening_id: int, based_on: int, wall_id: int, who: str) -> OpeningPage:
    """Put an opening into another wall of its job. Raises Refused when it cannot be there; NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        row = store.opening(t, opening_id, lock=True)
        if kept_walls.wall(t, wall_id)["job_id"] != row["job_id"]:
            raise NotFound(f"wall {wall_id} in this job")
        _check(t, row, parse(Opening, row["doc"]), wall_id)
        store.move_to_wall(t, opening_id, based_on, wall_id, who)
        answer = page(t, store.opening(t, opening_id))
    return answer()


def undo_or_redo(db: Database, opening_id: int, way: Literal["undo", "redo"], based_on: int, who: str) -> OpeningPage:
    """Go back or forward one version; where there is none, nothing changes. Raises Refused when it could no longer be; NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        row = store.opening(t, opening_id, lock=True)
        step = store.target(t, row, based_on, way)
        if step is not None:
            _check(t, row, parse(Opening, step["doc"]))
            row = store.undo_or_redo(t, opening_id, based_on, way, who) or row
        answer = page(t, row)
    return answer()


def remove_opening(db: Database, opening_id: int, based_on: int, who: str) -> None:
    """Take an opening off the board; it can be restored. Raises NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        store.remove_opening(t, opening_id, based_on, who)


def restore_opening(db: Database, opening_id: int, based_on: int, who: str) -> None:
    """Put a removed opening back. Raises Refused when it could no longer be; NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        row = store.opening(t, opening_id, lock=True, removed=True)
        if row["removed_at"] is not None and row["version"] == based_on:
            check_opening(t, kept_job(t, row["job_id"]), None, parse(Opening, row["doc"]), row["wall_id"])
        store.restore_opening(t, opening_id, based_on, who)


def opening_log(db: Database, opening_id: int) -> list[LogLine]:
    """Give the whole log of an opening, newest first. Raises NotFound."""
    with db.transaction() as t:
        row = store.opening(t, opening_id)
        return as_log(log_of(t, row["job_id"], opening_id))


def _check(t: Transaction, row: Row, opening: Opening, wall_id: int | None = None) -> None:
    """Check what an opening that is kept becomes. Raises Refused."""
    check_opening(t, kept_job(t, row["job_id"]), row, opening, wall_id or row["wall_id"])
