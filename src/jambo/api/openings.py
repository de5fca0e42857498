"""One opening: read, save, undo and redo, remove and restore, its log."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter
from pydantic import BaseModel

from jambo.api.shared import Based, BasedOn, Db, Id, Route, SomeId, Who
from jambo.format.document import Opening, Wall
from jambo.jobs import openings
from jambo.jobs.kept import LogLine, NewId
from jambo.jobs.openings import OpeningPage

router = APIRouter(prefix="/api", tags=["openings"], route_class=Route)


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


@router.post("/jobs/{job_id}/openings", status_code=201)
def new_opening(db: Db, job_id: Id, new: NewOpening, who: Who) -> NewId:
    """Add an opening at the end of the walk."""
    if new.copy_of is not None:
        return {"id": openings.copy_opening(db, job_id, new.copy_of, new.wall_id, who)}
    return {"id": openings.plan_opening(db, job_id, new.opening or Opening(), new.wall_id, new.wall, who)}


@router.get("/openings/{opening_id}", response_model_exclude_unset=True)
def opening_page(db: Db, opening_id: Id) -> OpeningPage:
    """Give an opening with what it stands in."""
    return openings.opening_page(db, opening_id)


@router.put("/openings/{opening_id}", response_model_exclude_unset=True)
def save_opening(db: Db, opening_id: Id, save: SaveOpening, who: Who) -> OpeningPage:
    """Keep a new version. 422 for what it breaks, 409 with both versions when someone changed it since."""
    return openings.save_opening(db, opening_id, save.version, save.opening, who)


@router.put("/openings/{opening_id}/wall", response_model_exclude_unset=True)
def move_to_wall(db: Db, opening_id: Id, move: MoveToWall, who: Who) -> OpeningPage:
    """Put an opening into another wall of its job. 422 when it cannot be there, 409 when someone changed it since."""
    return openings.move_to_wall(db, opening_id, move.version, move.wall_id, who)


@router.post("/openings/{opening_id}/{way}", response_model_exclude_unset=True)
def undo_or_redo(db: Db, opening_id: Id, way: Literal["undo", "redo"], based: Based, who: Who) -> OpeningPage:
    """Go back or forward one version; where there is none, nothing changes. 422 when it could no longer be."""
    return openings.undo_or_redo(db, opening_id, way, based.version, who)


@router.delete("/openings/{opening_id}", status_code=204)
def remove_opening(db: Db, opening_id: Id, version: BasedOn, who: Who) -> None:
    """Take an opening off the board; it can be restored. 409 when someone changed it since."""
    openings.remove_opening(db, opening_id, version, who)


@router.put("/openings/{opening_id}/restore", status_code=204)
def restore_opening(db: Db, opening_id: Id, based: Based, who: Who) -> None:
    """Put a removed opening back. 422 when it could no longer be, 409 when someone changed it since."""
    openings.restore_opening(db, opening_id, based.version, who)


@router.get("/openings/{opening_id}/log", response_model_exclude_unset=True)
def opening_log(db: Db, opening_id: Id) -> list[LogLine]:
    """Give the whole log of an opening, newest first."""
    return openings.opening_log(db, opening_id)
