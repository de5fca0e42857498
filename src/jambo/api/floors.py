"""The floors of a job: listed with who waits on them, tried out, and changed with what that does to every opening."""

from __future__ import annotations

from typing import Any

from fastapi import APIRouter
from pydantic import BaseModel
from typing_extensions import TypedDict

from jambo.api.jobs import KeptJob, as_job
from jambo.api.shared import Based, Db, Id, Route, ShownQuery, Who
from jambo.format.document import FloorType, Job, JobFloors
from jambo.format.floor_facts import check_floors
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.check import check_job
from jambo.jobs.documents import Around, documents_of_job, kept_job
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store.database import Row, Transaction
from jambo.store.kept import log
from jambo.views.floors import Asked, ChangeOut, FloorsOut, changed, changes, floors_out, uses

router = APIRouter(prefix="/api", tags=["floors"], route_class=Route)


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


def _asked(t: Transaction, job: Row) -> list[Asked]:
    """The openings of a job whose documents can be read."""
    done = events.happened_in_job(t, job["id"])
    return [
        Asked(
            row["id"],
            row["mark"] or f"no. {row['id']}",
            row["room"],
            document,
            tuple(what for what in ("framed", "set", "signed") if what in done.get(row["id"], ())),
        )
        for row, document in documents_of_job(t, job["id"], Around.of(t, job["doc"]))
        if document is not None
    ]


def _floors(job: dict[str, Any]) -> list[FloorType]:
    return parse(Floors, {"floors": job.get("floors", [])}).floors


@router.get("/jobs/{job_id}/floors", response_model_exclude_unset=True)
def floors_of_job(db: Db, job_id: Id, shown: ShownQuery) -> FloorsPage:
    """Give the floors of a job, who uses each, and the figures that wait on a floor."""
    with db.transaction() as t:
        row = kept_jobs.job(t, job_id)
        asked = _asked(t, row)
    job = row["doc"]
    return {
        "job": as_job(row),
        "use": floors_out(_floors(job), asked, job["unit"], shown.tape(job), shown.region(job)),
    }


@router.post("/jobs/{job_id}/floors/try")
def try_floors(db: Db, job_id: Id, floors: Floors, shown: ShownQuery) -> list[ChangeOut]:
    """Say what changes for whom if the floors were so. Nothing is kept."""
    with db.transaction() as t:
        row = kept_jobs.job(t, job_id)
        asked = _asked(t, row)
    job = row["doc"]
    check_floors(floors.floors, job["unit"])
    return changes(_floors(job), floors.floors, asked, shown.tape(job), shown.region(job))


@router.put("/jobs/{job_id}/floors", response_model_exclude_unset=True)
def save_floors(db: Db, job_id: Id, save: SaveFloors, shown: ShownQuery, who: Who) -> FloorsSaved:
    """Change the floors of a job, with a line in the log of every opening whose figures move.

    422 when an opening could no longer be, or stands on a floor that is left out; 409 when the job changed since.
    """
    with db.transaction(writes=True) as t:
        row = kept_jobs.job(t, job_id, lock=True)
        before, asked = _floors(row["doc"]), _asked(t, row)
        job = parse(Job, row["doc"]).model_copy(update={"floors": save.floors})
        _keep_used(asked, save.floors)
        check_job(t, row, job)
        kept_jobs.save_job(t, job_id, save.version, kept_job(job), who)
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
            log(t, job_id, "floor changed", detail, who, one.id)
        row = kept_jobs.job(t, job_id)
        asked = _asked(t, row)
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
