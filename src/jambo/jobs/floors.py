"""The floors of a job: listed with who waits on them, tried out, and changed with what that does to every opening."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel
from typing_extensions import TypedDict

from jambo.format.document import FloorType, Job, JobFloors
from jambo.format.floor_facts import check_floors
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.check import check_job
from jambo.jobs.documents import kept_job
from jambo.jobs.kept import KeptJob, as_job
from jambo.jobs.moves import as_meant, job_openings, note_moves
from jambo.jobs.shown import Shown
from jambo.store import jobs as store
from jambo.store.database import Database, Row, Transaction
from jambo.views.job.floors import FloorsOut, changed, changes, floors_out, uses
from jambo.views.opening.changes import ChangeOut, JobOpening


class TriedFloors(BaseModel):
    """The floors of a job as they would be."""

    floors: JobFloors


class FloorsPage(TypedDict):
    """A job, its floors with who uses them, and what waits on them."""

    job: KeptJob
    use: FloorsOut


class FloorsSaved(FloorsPage):
    """The floors as kept now, and what changed for whom."""

    changes: list[ChangeOut]


def _openings(t: Transaction, job: Row) -> list[JobOpening]:
    """The openings of a job, on the floors they stand on by themselves or as is usual."""
    return [as_meant(one) for _, one in job_openings(t, job)]


def _floors(job: dict[str, Any]) -> list[FloorType]:
    return parse(TriedFloors, {"floors": job.get("floors", [])}).floors


def floors_of_job(db: Database, job_id: int, shown: Shown) -> FloorsPage:
    """Give the floors of a job, who uses each, and the figures that wait on a floor. Raises NotFound."""
    with db.transaction() as t:
        row = store.job(t, job_id)
        openings = _openings(t, row)
    job = row["doc"]
    use = floors_out(_floors(job), openings, job["unit"], shown.tape(job), shown.region(job))
    return {"job": as_job(row), "use": use}


def try_floors(db: Database, job_id: int, floors: JobFloors, shown: Shown) -> list[ChangeOut]:
    """Say what changes for whom if the floors were so. Nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        row = store.job(t, job_id)
        openings = _openings(t, row)
    job = row["doc"]
    check_floors(floors, job["unit"])
    return changes(_floors(job), floors, openings, shown.tape(job), shown.region(job))


def save_floors(db: Database, job_id: int, based_on: int, floors: JobFloors, shown: Shown, who: str) -> FloorsSaved:
    """Change the floors of a job, with a line in the log of every opening whose figures move.

    Raises Refused when an opening could no longer be, or stands on a floor that is left out; NotFound, VersionConflict.
    """
    with db.transaction(writes=True) as t:
        row = store.job(t, job_id, lock=True)
        before, openings = _floors(row["doc"]), _openings(t, row)
        job = parse(Job, row["doc"]).model_copy(update={"floors": floors})
        _refuse_to_lose(openings, floors)
        check_job(t, row, job)
        store.save_job(t, job_id, based_on, kept_job(job), who)
        found = changes(before, floors, openings, shown.tape(row["doc"]), shown.region(row["doc"]))
        _record(t, job_id, before, floors, openings, found, who)
        row = store.job(t, job_id)
        openings = _openings(t, row)
    doc = row["doc"]
    use = floors_out(floors, openings, doc["unit"], shown.tape(doc), shown.region(doc))
    return {"job": as_job(row), "use": use, "changes": found}


def _record(
    t: Transaction,
    job_id: int,
    before: JobFloors,
    after: JobFloors,
    openings: list[JobOpening],
    found: list[ChangeOut],
    who: str,
) -> None:
    """Note in the log of every opening what moved."""
    called = {f.key: f.name or f.key for f in (*before, *after)}
    by_id = {one.id: one for one in openings}

    def about(opening: int) -> dict[str, list[str]]:
        said = by_id[opening].document.opening
        return {"floors": [called[key] for key in sorted(changed(before, after)) if uses(said, [key])]}

    note_moves(t, job_id, "floor changed", found, about, who)


def _refuse_to_lose(openings: list[JobOpening], floors: JobFloors) -> None:
    """Refuse to lose a floor that an opening stands on. Raises Refused."""
    kept_keys = {floor.key for floor in floors}
    for one in openings:
        said = one.document.opening.floors
        for key in (said.a_from, said.b_from):
            if key is not None and key not in kept_keys:
                lost = f"opening {one.name} stands on the floor {key!r}"
                raise Refused([FieldError("floors", lost, "give it another floor first")])
