"""The floors of a job."""

from __future__ import annotations

from fastapi import APIRouter

from jambo.api.shared import Based, Db, Id, Route, ShownQuery, Who
from jambo.format.document import JobFloors
from jambo.jobs import floors
from jambo.jobs.floors import FloorsPage, FloorsSaved, TriedFloors
from jambo.views.opening.changes import ChangeOut

router = APIRouter(prefix="/api", tags=["floors"], route_class=Route)


class SaveFloors(Based):
    """The floors of a job, and the version of the job they were changed from."""

    floors: JobFloors


@router.get("/jobs/{job_id}/floors", response_model_exclude_unset=True)
def floors_of_job(db: Db, job_id: Id, shown: ShownQuery) -> FloorsPage:
    """Give the floors of a job, who uses each, and the figures that wait on a floor."""
    return floors.floors_of_job(db, job_id, shown)


@router.post("/jobs/{job_id}/floors/try")
def try_floors(db: Db, job_id: Id, tried: TriedFloors, shown: ShownQuery) -> list[ChangeOut]:
    """Say what changes for whom if the floors were so. Nothing is kept."""
    return floors.try_floors(db, job_id, tried.floors, shown)


@router.put("/jobs/{job_id}/floors", response_model_exclude_unset=True)
def save_floors(db: Db, job_id: Id, save: SaveFloors, shown: ShownQuery, who: Who) -> FloorsSaved:
    """Change the floors of a job, with a line in the log of every opening whose figures move.

    422 when an opening could no longer be, or stands on a floor that is left out; 409 when the job changed since.
    """
    return floors.save_floors(db, job_id, save.version, save.floors, shown, who)
