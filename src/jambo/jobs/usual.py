"""What is usual in a job: tried out, and changed with what that does to every opening that takes from it (handbook 26)."""

from __future__ import annotations

from typing_extensions import TypedDict

from jambo.format.document import Job, Usual
from jambo.format.problems import parse
from jambo.jobs.check import check_job
from jambo.jobs.documents import kept_job
from jambo.jobs.kept import KeptJob, as_job
from jambo.jobs.moves import changes_of, check_tried, job_openings, note_moves
from jambo.jobs.shown import Shown
from jambo.store import jobs as store
from jambo.store.database import Database
from jambo.views.opening.changes import ChangeOut, JobOpening


class UsualSaved(TypedDict):
    """The job as kept now, and what changed for whom."""

    job: KeptJob
    changes: list[ChangeOut]


def _changes(openings: list[JobOpening], usual: Usual, job: Job, shown: Shown) -> list[ChangeOut]:
    return changes_of(openings, lambda document: document.model_copy(update={"usual": usual}), job, shown)


def try_usual(db: Database, job_id: int, usual: Usual, shown: Shown) -> list[ChangeOut]:
    """Say what changes for whom if this were usual. Nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        row = store.job(t, job_id)
        job = parse(Job, row["doc"])
        changed = job.model_copy(update={"usual": usual})
        check_tried(t, job, changed)
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
