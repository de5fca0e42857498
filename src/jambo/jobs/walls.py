"""Walls of a job: added, changed, taken out and put back; laid out with their openings, some of them tried elsewhere."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from typing_extensions import TypedDict

from jambo.format.document import Opening, Position, Wall
from jambo.format.problems import FieldError, Refused
from jambo.jobs.check import check_wall
from jambo.jobs.documents import compact, kept_json, new_wall_of
from jambo.jobs.kept import KeptInWall, KeptJob, KeptWall, as_job, as_wall, name_of
from jambo.jobs.shown import Shown
from jambo.store import openings as kept_openings
from jambo.store import walls as store
from jambo.store.database import Database
from jambo.store.jobs import job as kept_job
from jambo.store.kept import listed
from jambo.store.rules import crew_rules
from jambo.views.wall.layout import SharedTexts, WallOpening, WallOut, wall_out


class WallPage(TypedDict):
    """A wall, its job, its openings as kept, and the whole laid out."""

    wall: KeptWall
    job: KeptJob
    openings: list[KeptInWall]
    layout: WallOut


def add_wall(db: Database, job_id: int, wall: Wall, who: str) -> int:
    """Add a wall to a job; gives its id. Raises NotFound, Refused."""
    with db.transaction(writes=True) as t:
        job = kept_job(t, job_id, lock=True)
        wall = new_wall_of(job["doc"], wall)
        check_wall(t, job, wall)
        return store.new_wall(t, job_id, kept_json(wall), who)


def save_wall(db: Database, wall_id: int, based_on: int, wall: Wall, who: str) -> KeptWall:
    """Change a wall. Raises Refused when an opening in it could no longer be; NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        row = store.wall(t, wall_id, lock=True, as_kept=True)
        check_wall(t, kept_job(t, row["job_id"]), wall, wall_id)
        store.save_wall(t, wall_id, based_on, kept_json(wall), who)
        return as_wall(store.wall(t, wall_id))


def remove_wall(db: Database, wall_id: int, based_on: int, who: str) -> None:
    """Take a wall out of its job; it can be restored. Raises Refused while an opening stands in it; NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        store.wall(t, wall_id, lock=True, as_kept=True)
        standing = kept_openings.in_wall(t, wall_id)
        if standing:
            holds = ", ".join(map(name_of, standing))
            accepted = "a wall without openings: move them to another wall, or take them off the board"
            raise Refused([FieldError("wall", f"it cannot be taken out while it holds {holds}", accepted)])
        store.remove_wall(t, wall_id, based_on, who)


def restore_wall(db: Database, wall_id: int, based_on: int, who: str) -> None:
    """Put a removed wall back. Raises NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        store.restore_wall(t, wall_id, based_on, who)


def around_wall(job: dict[str, Any], crew: Any, wall: dict[str, Any]) -> SharedTexts:
    """What the openings of a wall share: its job's document, the crew's rules, and its own."""
    rules = {"crew": crew, "job": job.get("rules", {})}
    texts = (compact(part) for part in (rules, job.get("floors", []), job.get("usual", {}), wall))
    return SharedTexts(job["unit"], *texts)


def layout(db: Database, wall_id: int, moves: Mapping[int, Position], tried: Wall | None, shown: Shown) -> WallPage:
    """Lay a wall out, with openings moved and the wall changed as somebody tries it. Nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        wall = store.wall(t, wall_id)
        job = kept_job(t, wall["job_id"])
        crew = crew_rules(t, job["doc"]["unit"])["doc"]
        rows = listed(kept_openings.in_wall(t, wall_id), Opening, "opening")
    around = around_wall(job["doc"], crew, kept_json(tried) if tried else wall["doc"])
    openings = []
    in_wall: list[KeptInWall] = []
    for row in rows:
        if row["problem"] is None:
            moved = moves.get(row["id"])
            placed = {**row["doc"], "position": kept_json(moved)} if moved else row["doc"]
            openings.append(WallOpening(row["id"], name_of(row), compact(placed)))
        opening: Any = row["doc"] if row["problem"] is None else {"mark": row["mark"]}
        in_wall.append({"id": row["id"], "version": row["version"], "opening": opening, "problem": row["problem"]})
    return {
        "wall": as_wall(wall),
        "job": as_job(job),
        "openings": in_wall,
        "layout": wall_out(openings, around, shown.tape(job["doc"]), shown.region(job["doc"])),
    }
