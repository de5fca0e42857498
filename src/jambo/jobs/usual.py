"""What is usual in a job: tried out, and changed with what that does to every opening that takes from it (handbook 26)."""

from __future__ import annotations

from typing_extensions import TypedDict

from jambo.format.document import Job, Usual
from jambo.format.problems import parse
from jambo.jobs.check import check_job, refuse_what_breaks
from jambo.jobs.documents import JobGround, kept_job
from jambo.jobs.kept import KeptJob, as_job
from jambo.jobs.moves import job_openings, note_moves
from jambo.jobs.shown import Shown
from jambo.store import jobs as store
from jambo.store.database import Database
from jambo.views.opening.changes import ChangeOut, JobOpening, change_of


class UsualSaved(TypedDict):
    """The job as kept now, and what changed for whom."""

    job: KeptJob
    changes: list[ChangeOut]


def _changes(openings: list[JobOpening], usual: Usual, job: Job, shown: Shown) -> list[ChangeOut]:
    """What moves for whom; openings that the change leaves alone are not listed."""
    tape, words = shown.tape(job.model_dump()), shown.region(job.model_dump())
    found = [
        change_of(one, one.document, one.document.model_copy(update={"usual": usual}), tape, words) for one in openings
    ]
    return [change for change in found if change["moved"] or change["refused"]]


def try_usual(db: Database, job_id: int, usual: Usual, shown: Shown) -> list[ChangeOut]:
    """Say what changes for whom if this were usual. Nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        row = store.job(t, job_id)
        job = parse(Job, row["doc"])
        changed = job.model_copy(update={"usual": usual})
        before, after = (JobGround.of(t, kept_job(one)).document() for one in (job, changed))
        refuse_what_breaks([("", before, after)])
        openings = [one for _, one in job_openings(t, row)]
    return _changes(openings, usual, job, shown)


def save_usual(db: Database, job_id: int, based_on: int, usual: Usual, shown: Shown, who: str) -> UsualSaved:
    """Change what is usual, with a line in the log of every opening whose figures move.

    Raises Refused when an opening could no longer be; NotFound, VersionConflict.
    """
    with db.transaction(writes=True) as t:
        row = store.job(t, job_id, lock=True)
        openings = [one for _, one in job_openings(t, row)]
        job = parse(Job, row["doc"])
        changed = job.model_copy(update={"usual": usual})
        check_job(t, row, changed)
        store.save_job(t, job_id, based_on, kept_job(changed), who)
        found = _changes(openings, usual, job, shown)
        note_moves(t, job_id, "usual changed", found, lambda _: {}, who)
        return {"job": as_job(store.job(t, job_id)), "changes": found}
