"""The openings of a job while something all of them stand on changes: as they are, and what moves noted in the record."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

from jambo.format.document import Document, Job
from jambo.jobs.check import refuse_what_breaks
from jambo.jobs.documents import JobGround, documents_of_job, kept_job
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store.database import Row, Transaction
from jambo.store.kept import log
from jambo.views.opening.answers import answered
from jambo.views.opening.changes import ChangeOut, JobOpening, change_of

TOLD = ("ro_height", "leaf_bottom", "head_underside")  # figures the record names even where no piece is cut to them


def job_openings(t: Transaction, job: Row) -> list[tuple[Row, JobOpening]]:
    """Give the openings of a job whose documents can be read, with their rows, in walking order."""
    done = events.happened_in_job(t, job["id"])
    return [
        (
            row,
            JobOpening(
                row["id"],
                name_of(row),
                row["room"],
                document,
                tuple(what for what in ("framed", "set", "signed") if what in done.get(row["id"], ())),
            ),
        )
        for row, document in documents_of_job(t, job["id"], JobGround.of(t, job["doc"]))
        if document is not None
    ]


def as_meant(one: JobOpening) -> JobOpening:
    """The same with what is usual in its job put in."""
    return JobOpening(one.id, one.name, one.room, answered(one.document).meant, one.done)


def check_tried(t: Transaction, job: Job, changed: Job) -> None:
    """Raise Refused where a job that is tried could not be by itself."""
    before, after = (JobGround.of(t, kept_job(one)).document() for one in (job, changed))
    refuse_what_breaks([("", before, after)])


def changes_of(
    openings: Sequence[JobOpening], change: Callable[[Document], Document], job: Job, shown: Shown
) -> list[ChangeOut]:
    """What a change does to whom; openings that it leaves alone are not listed.

    Args:
        openings: of the job, as they are; change: gives the document of each as it would be; job, shown: whose tape and words it is told in.
    """
    kept = job.model_dump()
    tape, words = shown.tape(kept), shown.region(kept)
    found = [change_of(one, one.document, change(one.document), tape, words) for one in openings]
    return [change for change in found if change["moved"] or change["refused"]]


def note_moves(
    t: Transaction,
    job_id: int,
    what: str,
    found: Sequence[ChangeOut],
    about: Callable[[int], Mapping[str, Any]],
    who: str,
) -> None:
    """Note in the log of every opening whose figures moved what moved.

    Args:
        t: the transaction; job_id: the job; what: the event; found: what changed for whom; about: what else is noted, by
            opening; who: who changed it.
    """
    for change in (c for c in found if c["moved"]):
        moved = [
            {"figure": m["name"], **{w: m[w]["text"] if m[w] else None for w in ("before", "after")}}  # type: ignore[index]
            for m in change["moved"]
            if m["cut"] or m["name"] in TOLD
        ]
        log(t, job_id, what, {**about(change["id"]), "moved": moved}, who, change["id"])


def refuse_what_broke(before: Sequence[JobOpening], after: Sequence[JobOpening]) -> None:
    """Raise Refused for every opening that cannot be after a change and could be before it."""
    was: dict[int, Document] = {one.id: one.document for one in before}
    refuse_what_breaks((one.name, was[one.id], one.document) for one in after if one.id in was)
