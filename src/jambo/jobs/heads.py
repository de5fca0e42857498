"""Head lines of a job: shown per storey, and put on every swing door of a storey at once."""

from __future__ import annotations

from typing import Literal

from jambo.core.kinds.registry import KINDS
from jambo.core.quantities.tape import exact_number
from jambo.format.declared import ExactLength
from jambo.format.problems import FieldError, Refused
from jambo.jobs.check import refuse_what_breaks
from jambo.jobs.documents import JobGround, documents_of_job, kept_json
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.jobs import job as kept_job
from jambo.store.kept import VersionConflict
from jambo.views.job.heads import StoreyOpening, StoreyOut, head_lines, line_of, stands_on
from jambo.views.opening.result import ExactOut, length_out


def _openings(t: Transaction, job: Row) -> list[StoreyOpening]:
    return [
        StoreyOpening(
            row["id"],
            name_of(row),
            document.wall.storey if document is not None else "",
            document,
        )
        for row, document in documents_of_job(t, job["id"], JobGround.of(t, job["doc"]))
    ]


def heads(db: Database, job_id: int, shown: Shown) -> list[StoreyOut]:
    """Give the head lines of a job, per storey. Raises NotFound."""
    with db.transaction() as t:
        job = kept_job(t, job_id)
        openings = _openings(t, job)
    return head_lines(openings, shown.tape(job["doc"]))


def align(
    db: Database,
    job_id: int,
    storey: str,
    how: Literal["raise", "pack", "own"],
    seen: ExactOut | None,
    shown: Shown,
    who: str,
) -> list[StoreyOut]:
    """Align a storey, each door as a new version of its own.

    Args:
        db: where jobs are kept.
        job_id: the job.
        storey: which of its storeys.
        how: by longer legs and a larger floor gap, by a packer over the head, or each door by itself.
        seen: the common line that was seen; it is not taken for another.
        shown: how the answer is shown.
        who: who asks.

    Raises:
        NotFound; Refused when there is nothing to align; VersionConflict when the line moved since it was seen.
    """
    with db.transaction(writes=True) as t:
        job = kept_job(t, job_id, lock=True)
        openings = _openings(t, job)
        line = line_of(openings, storey)
        if line is None:
            nothing = f"nothing on {storey or 'the storey without a name'} has a head yet"
            raise Refused([FieldError("storey", nothing, "a storey with doors")])
        unit, now = job["doc"]["unit"], length_out(line, shown.tape(job["doc"]))["exact"]
        if seen is not None and seen != now:
            raise VersionConflict(job["version"], {"line": now}, {"line": seen})
        for one in openings:
            if one.storey != storey or one.document is None or not KINDS[one.document.opening.door.kind].swings:
                continue
            if how != "own" and one.document.opening.head_line is None and stands_on(one, line):
                continue  # what is there already is not moved
            row = kept_openings.opening(t, one.id)
            exact = ExactLength(value=exact_number(line, unit), unit=unit)
            change = {"head_line": None} if how == "own" else {"head_line": exact, "head_gain": how}
            opening = one.document.opening.model_copy(update=change)
            refuse_what_breaks([(one.name, one.document, one.document.model_copy(update={"opening": opening}))])
            kept_openings.save_opening(t, one.id, row["version"], kept_json(opening), who)
        openings = _openings(t, job)
    return head_lines(openings, shown.tape(job["doc"]))
