"""Walls: kept, and laid out with all their openings, as they are or with some of them moved in a draft."""

from __future__ import annotations

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field

from jambo.api.shared import Based, BasedOn, Db, Id, Route, ShownQuery, SomeId, Straight, Who
from jambo.format.document import Position, Wall
from jambo.jobs import wall_strips, walls
from jambo.jobs.kept import KeptWall, NewId
from jambo.jobs.shown import Shown
from jambo.jobs.wall_strips import WallStripsOut
from jambo.jobs.walls import WallPage

router = APIRouter(prefix="/api", tags=["walls"], route_class=Route)


class SaveWall(Based):
    """A wall's new document."""

    wall: Wall


class Draft(BaseModel):
    """What is tried out before it is kept: places of openings by id, and the wall's own facts."""

    moves: dict[SomeId, Position] = Field(default_factory=dict)
    wall: Wall | None = None
    shown: Shown = Field(default_factory=Shown)


@router.post("/jobs/{job_id}/walls", status_code=201)
def new_wall(db: Db, job_id: Id, wall: Wall, who: Who) -> NewId:
    """Add a wall to a job."""
    return {"id": walls.add_wall(db, job_id, wall, who)}


@router.get("/jobs/{job_id}/walls")
def walls_of_job(db: Db, job_id: Id, shown: ShownQuery) -> WallStripsOut:
    """Give all walls of a job with what stands in them, each opening by its place from the left end."""
    return wall_strips.strips(db, job_id, shown)


@router.put("/walls/{wall_id}", response_model_exclude_unset=True)
def save_wall(db: Db, wall_id: Id, save: SaveWall, who: Who) -> KeptWall:
    """Change a wall. Refused when an opening in it could no longer be; 409 when someone changed it since."""
    return walls.save_wall(db, wall_id, save.version, save.wall, who)


@router.delete("/walls/{wall_id}", status_code=204)
def remove_wall(db: Db, wall_id: Id, version: BasedOn, who: Who) -> None:
    """Take a wall out of its job; it can be restored. 422 while an opening stands in it, 409 when someone changed it since."""
    walls.remove_wall(db, wall_id, version, who)


@router.put("/walls/{wall_id}/restore", status_code=204)
def restore_wall(db: Db, wall_id: Id, based: Based, who: Who) -> None:
    """Put a removed wall back. 409 when someone changed it since."""
    walls.restore_wall(db, wall_id, based.version, who)


@router.post("/walls/{wall_id}/layout", response_model=WallPage)
def layout(db: Db, wall_id: Id, draft: Draft) -> Response:
    """Lay a wall out. Nothing is kept: a move is kept by saving its opening."""
    return Straight(walls.layout(db, wall_id, draft.moves, draft.wall, draft.shown))
