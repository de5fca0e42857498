"""The floors of a job: listed with who waits on them, tried out, and changed with what that does to every opening."""

from __future__ import annotations

from typing import Any

from fastapi import APIRouter
from pydantic import BaseModel
from typing_extensions import TypedDict

from jambo.api.jobs import KeptJob, as_job, check_openings
from jambo.api.openings import document_of
from jambo.api.shared import Based, Db, ShownQuery, Who, kept_job
from jambo.files.document import FloorType, Job, JobFloors
from jambo.files.floor_facts import check_floors
from jambo.files.floors import Asked, ChangeOut, FloorsOut, changed, changes, floors_out, uses
from jambo.files.problems import FieldError, Refused, parse
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept
from jambo.store.database import Transaction
from jambo.store.kept import log, with_doc

router = APIRouter(prefix="/api", tags=["floors"])


class Floors(BaseModel):
    """The floors of a job as they would be."""

    floors: JobFloors


class SaveFloors(Based):
    """The floors of a job, and the version of the job they were changed from."""

    floors: JobFloors


class FloorsPage(TypedDict):
    """A job, its floors with who uses them, and what waits on them."""

    job: KeptJob
    use: FloorsOut


class FloorsSaved(FloorsPage):
    """The floors as kept now, and what changed for whom."""

    changes: list[ChangeOut]


def _asked(t: Transaction, job_id: int) -> list[Asked]:
    done = events.happened_in_job(t, job_id)
    rows = [with_doc(row) for row in kept.openings(t, job_id)]
    return [
        Asked(
            row["id"],
            row["mark"] or f"no. {row['id']}",
            row["room"],
            document_of(t, row),
            tuple(what for what in ("framed", "set", "signed") if what in done.get(row["id"], ())),
        )
        for row in rows
    ]


def _floors(job: dict[str, Any]) -> list[FloorType]:
    return parse(Floors, {"floors": job.get("floors", [])}).floors


@router.get("/jobs/{job_id}/floors", response_model_exclude_unset=True)
def floors_of_job(db: Db, job_id: int, shown: ShownQuery) -> FloorsPage:
    """Give the floors of a job, who uses each, and the figures that wait on a floor."""
    with db.transaction() as t:
        row = kept_jobs.job(t, job_id)
        asked = _asked(t, job_id)
    job = row["doc"]
    return {
        "job": as_job(row),
        "use": floors_out(_floors(job), asked, job["unit"], shown.tape(job), shown.region(job)),
    }


@router.post("/jobs/{job_id}/floors/try")
def try_floors(db: Db, job_id: int, floors: Floors, shown: ShownQuery) -> list[ChangeOut]:
    """Say what changes for whom if the floors were so. Nothing is kept."""
    with db.transaction() as t:
        job = kept_jobs.job(t, job_id)["doc"]
        asked = _asked(t, job_id)
    check_floors(floors.floors, job["unit"])
    return changes(_floors(job), floors.floors, asked, shown.tape(job), shown.region(job))


@router.put("/jobs/{job_id}/floors", response_model_exclude_unset=True)
def save_floors(db: Db, job_id: int, save: SaveFloors, shown: ShownQuery, x_jambo_who: Who = "") -> FloorsSaved:
    """Change the floors of a job, with a line in the log of every opening whose figures move.

    422 when an opening could no longer be, or stands on a floor that is left out; 409 when the job changed since.
    """
    with db.transaction() as t:
        row = kept_jobs.job(t, job_id, lock=True)
        before, asked = _floors(row["doc"]), _asked(t, job_id)
        job = parse(Job, row["doc"]).model_copy(update={"floors": save.floors})
        _keep_used(asked, save.floors)
        check_openings(t, row, job=job)
        kept_jobs.save_job(t, job_id, save.version, kept_job(job), x_jambo_who)
        found = changes(before, save.floors, asked, shown.tape(row["doc"]), shown.region(row["doc"]))
        names = {f.key: f.name or f.key for f in (*before, *save.floors)}
        for change, one in ((c, next(a for a in asked if a.id == c["id"])) for c in found if c["moved"]):
            keys = [key for key in changed(before, save.floors) if uses(one.document.opening, [key])]
            moved = [
                {"figure": m["name"], **{w: m[w]["text"] if m[w] else None for w in ("before", "after")}}  # type: ignore[index]
                for m in change["moved"]
                if m["cut"] or m["name"] in ("ro_height", "leaf_bottom", "head_underside")
            ]
            detail = {"floors": [names[key] for key in sorted(keys)], "moved": moved}
            log(t, job_id, "floor changed", detail, x_jambo_who, one.id)
        row, asked = kept_jobs.job(t, job_id), _asked(t, job_id)
    job_doc = row["doc"]
    return {
        "job": as_job(row),
        "use": floors_out(save.floors, asked, job_doc["unit"], shown.tape(job_doc), shown.region(job_doc)),
        "changes": found,
    }


def _keep_used(asked: list[Asked], floors: list[FloorType]) -> None:
    """Refuse to lose a floor that an opening stands on. Raises Refused."""
    kept_keys = {floor.key for floor in floors}
    for one in asked:
        said = one.document.opening.floors
        for key in (said.a_from, said.b_from):
            if key is not None and key not in kept_keys:
                raise Refused(
                    [
                        FieldError(
                            "floors", f"opening {one.name} stands on the floor {key!r}", "give it another floor first"
                        )
                    ]
                )
