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
from jambo.store.database import Database, Row, Transaction
from jambo.views.opening.changes import ChangeOut, JobOpening


class UsualSaved(TypedDict):
    """The job as kept now, and what changed for whom."""

    job: KeptJob
    changes: list[ChangeOut]


def _changes(openings: list[JobOpening], changed: Job, job: Job, shown: Shown) -> list[ChangeOut]:
    anew = {"usual": changed.usual, "floors": changed.floors}  # a floor it names may have come with it
    return changes_of(openings, lambda document: document.model_copy(update=anew), job, shown)


def try_usual(db: Database, job_id: int, usual: Usual, shown: Shown) -> list[ChangeOut]:
    """Say what changes for whom if this were usual. Nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        row = store.job(t, job_id)
        job = parse(Job, row["doc"])
        changed = job.model_copy(update={"usual": usual})
        check_tried(t, job, changed)
        openings = [one for _, one in job_openings(t, row)]
    return _changes(openings, changed, job, shown)


def save_usual(db: Database, job_id: int, based_on: int, usual: Usual, shown: Shown, who: str) -> UsualSaved:
    """Change what is usual, with a line in the log of every opening whose figures move.

    Raises Refused when an opening could no longer be; NotFound, VersionConflict.
    """
    with db.transaction(writes=True) as t:
        row = store.job(t, job_id, lock=True)
        changed = parse(Job, row["doc"]).model_copy(update={"usual": usual})
        found = keep_job(t, row, based_on, changed, shown, who)
        return {"job": as_job(store.job(t, job_id)), "changes": found}


def keep_job(t: Transaction, row: Row, based_on: int, changed: Job, shown: Shown, who: str) -> list[ChangeOut]:
    """Keep a job in which something else is usual, with a line in the log of every opening whose figures move.

    Args:
        t: the transaction; row: the job as it is, locked; based_on: which version was changed; changed: what it becomes; who: does it.

    Raises Refused when an opening could no longer be; VersionConflict.
    """
    openings = [one for _, one in job_openings(t, row)]
    check_job(t, row, changed)
    store.save_job(t, row["id"], based_on, kept_job(changed), who)
    found = _changes(openings, changed, parse(Job, row["doc"]), shown)
    note_moves(t, row["id"], "usual changed", found, lambda _: {}, who)
    return found
