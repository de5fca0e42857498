"""A wall laid out with all its openings, as kept or with some of them moved in a draft."""

from __future__ import annotations

from typing import Any

from fastapi import APIRouter, Response
from fastapi.responses import JSONResponse
from pydantic import BaseModel, Field
from typing_extensions import TypedDict

from jambo.api.jobs import KeptJob, KeptWall, as_job, as_wall
from jambo.api.shared import Db, Id, Route, Shown, SomeId
from jambo.format.document import Opening, Position, Wall
from jambo.jobs.documents import compact, kept_json
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store.kept import read_json
from jambo.views.wall import Around, Asked, WallOut, wall_out

router = APIRouter(prefix="/api", tags=["walls"], route_class=Route)


class Draft(BaseModel):
    """What is tried out before it is kept: places of openings by id, and the wall's own facts."""

    moves: dict[SomeId, Position] = Field(default_factory=dict)
    wall: Wall | None = None
    shown: Shown = Field(default_factory=Shown)


class InWall(TypedDict):
    """An opening of the wall as kept: what a screen needs to move it."""

    id: int
    version: int
    opening: Opening


class WallPage(TypedDict):
    """A wall, its job, its openings as kept, and the whole laid out."""

    wall: KeptWall
    job: KeptJob
    openings: list[InWall]
    layout: WallOut


@router.post("/walls/{wall_id}/layout", response_model=WallPage)
def layout(db: Db, wall_id: Id, draft: Draft) -> Response:
    """Lay a wall out. Nothing is kept: a move is kept by saving its opening."""
    with db.transaction() as t:
        wall = kept_jobs.wall(t, wall_id)
        job = kept_jobs.job(t, wall["job_id"])
        crew = kept_jobs.crew_rules(t, job["doc"]["unit"])["doc"]
        rows = kept_openings.in_wall(t, wall_id)
    facts = kept_json(draft.wall) if draft.wall else wall["doc"]
    rules = {"crew": crew, "job": job["doc"].get("rules", {})}
    floors = job["doc"].get("floors", [])
    around = Around(job["doc"]["unit"], compact(rules), compact(floors), compact(facts))
    docs: list[dict[str, Any]] = [read_json(row["doc"]) for row in rows]
    asked = []
    for row, doc in zip(rows, docs, strict=True):
        moved = draft.moves.get(row["id"])
        tried = {**doc, "position": kept_json(moved)} if moved else doc
        asked.append(Asked(row["id"], row["mark"] or f"no. {row['id']}", compact(tried)))
    in_wall: list[InWall] = [
        {"id": row["id"], "version": row["version"], "opening": doc}  # type: ignore[typeddict-item]
        for row, doc in zip(rows, docs, strict=True)
    ]
    page: WallPage = {
        "wall": as_wall(wall),
        "job": as_job(job),
        "openings": in_wall,
        "layout": wall_out(asked, around, draft.shown.tape(job["doc"]), draft.shown.region(job["doc"])),
    }
    # sent as it stands: checking what was just made against its own shape takes longer than making it
    return JSONResponse(page)
