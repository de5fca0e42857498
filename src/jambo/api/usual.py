"""What is usual in a job, and one fact changed for many of its openings."""

from __future__ import annotations

from typing import Annotated, Any

from fastapi import APIRouter
from pydantic import BaseModel, Field

from jambo.api.shared import Based, Db, Id, Route, ShownQuery, SomeId, Version, Who
from jambo.format.declared import ExactLength
from jambo.format.document import Usual
from jambo.jobs import facts, usual
from jambo.jobs.facts import Changed
from jambo.jobs.usual import UsualSaved
from jambo.views.opening.changes import ChangeOut

router = APIRouter(prefix="/api", tags=["usual"], route_class=Route)

Value = ExactLength | Annotated[str, Field(max_length=400)] | bool | int | None
Facts = Annotated[dict[str, Value], Field(max_length=60, description="By path; null for what is usual in the job.")]


class TryUsual(BaseModel):
    """What would be usual."""

    usual: Usual


class SaveUsual(Based):
    """What is usual from now on, and the version of the job it was changed from."""

    usual: Usual


class TryFacts(BaseModel):
    """Facts for many openings, by their ids."""

    openings: Annotated[list[SomeId], Field(max_length=20_000)]
    change: Facts


class OneVersion(BaseModel):
    """Something kept, and the version that was seen of it."""

    id: SomeId
    version: Version


class SaveFacts(BaseModel):
    """Facts for many openings, with the versions they were changed from."""

    openings: Annotated[list[OneVersion], Field(max_length=20_000)]
    change: Facts


class TakeBack(BaseModel):
    """A step to take back: the versions it made."""

    openings: Annotated[list[OneVersion], Field(max_length=20_000)]
    walls: Annotated[list[OneVersion], Field(max_length=20_000)]


def _plain(change: dict[str, Value]) -> dict[str, Any]:
    return {p: v.model_dump(mode="json") if isinstance(v, ExactLength) else v for p, v in change.items()}


@router.post("/jobs/{job_id}/usual/try")
def try_usual(db: Db, job_id: Id, tried: TryUsual, shown: ShownQuery) -> list[ChangeOut]:
    """Say what changes for whom if this were usual. Nothing is kept."""
    return usual.try_usual(db, job_id, tried.usual, shown)


@router.put("/jobs/{job_id}/usual", response_model_exclude_unset=True)
def save_usual(db: Db, job_id: Id, save: SaveUsual, shown: ShownQuery, who: Who) -> UsualSaved:
    """Change what is usual. 422 when an opening could no longer be; 409 when the job changed since."""
    return usual.save_usual(db, job_id, save.version, save.usual, shown, who)


@router.post("/jobs/{job_id}/facts/try")
def try_facts(db: Db, job_id: Id, tried: TryFacts, shown: ShownQuery) -> list[ChangeOut]:
    """Say what some facts would do to many openings. Nothing is kept."""
    return facts.try_change(db, job_id, tried.openings, _plain(tried.change), shown)


@router.put("/jobs/{job_id}/facts")
def save_facts(db: Db, job_id: Id, save: SaveFacts, shown: ShownQuery, who: Who) -> Changed:
    """Give some facts to many openings and their walls, all or none. 422 when one could no longer be; 409 when one changed since."""
    chosen: list[facts.Version] = [{"id": one.id, "version": one.version} for one in save.openings]
    return facts.keep_change(db, job_id, chosen, _plain(save.change), shown, who)


@router.post("/jobs/{job_id}/facts/undo", status_code=204)
def undo_facts(db: Db, job_id: Id, back: TakeBack, who: Who) -> None:
    """Take a change of many openings back, all or nothing. 409 when something was changed since."""
    step: facts.ManyChanged = {
        "openings": [{"id": one.id, "version": one.version} for one in back.openings],
        "walls": [{"id": one.id, "version": one.version} for one in back.walls],
    }
    facts.take_back(db, job_id, step, who)
