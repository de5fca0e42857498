"""Head lines of a job: shown per storey, and put on every swing door of a storey at once."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter
from pydantic import BaseModel

from jambo.api.openings import document_of
from jambo.api.shared import Db, ShownQuery, Who, kept_json
from jambo.core.tape import exact_number
from jambo.files.document import ExactLength
from jambo.files.facts import facts_of
from jambo.files.heads import Asked, StoreyOut, head_lines, line_of
from jambo.files.problems import FieldError, Refused
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept
from jambo.store.database import Transaction
from jambo.store.kept import with_doc

router = APIRouter(prefix="/api", tags=["heads"])


class Align(BaseModel):
    """Put a storey's doors on its common line: by longer legs and a larger floor gap, by a packer, or let each be its own."""

    storey: str = ""
    how: Literal["raise", "pack", "own"]


def _asked(t: Transaction, job_id: int) -> list[Asked]:
    rows = [with_doc(row) for row in kept.openings(t, job_id)]
    documents = [(row, document_of(t, row)) for row in rows]
    return [Asked(row["id"], row["mark"] or f"no. {row['id']}", d.wall.storey, d) for row, d in documents]


@router.get("/jobs/{job_id}/heads")
def heads(db: Db, job_id: int, shown: ShownQuery) -> list[StoreyOut]:
    """Give the head lines of a job, per storey."""
    with db.transaction() as t:
        job = kept_jobs.job(t, job_id)["doc"]
        asked = _asked(t, job_id)
    return head_lines(asked, shown.tape(job))


@router.post("/jobs/{job_id}/heads")
def align(db: Db, job_id: int, align: Align, shown: ShownQuery, x_jambo_who: Who = "") -> list[StoreyOut]:
    """Align a storey, each door as a new version of its own. 422 when there is nothing to align."""
    with db.transaction() as t:
        job = kept_jobs.job(t, job_id, lock=True)["doc"]
        asked = _asked(t, job_id)
        line = line_of(asked, align.storey)
        if line is None:
            raise Refused(
                [
                    FieldError(
                        "storey",
                        f"nothing on {align.storey or 'the storey without a name'} has a head yet",
                        "a storey with doors",
                    )
                ]
            )
        unit = job["unit"]
        for one in asked:
            if one.storey != align.storey or one.document.opening.door.kind != "swing":
                continue
            row = kept.opening(t, one.id, lock=True)
            exact = ExactLength(value=exact_number(line, unit), unit=unit)
            change = {"head_line": None} if align.how == "own" else {"head_line": exact, "head_gain": align.how}
            opening = one.document.opening.model_copy(update=change)
            facts_of(one.document.model_copy(update={"opening": opening}))
            kept.save_opening(t, one.id, row["version"], kept_json(opening), x_jambo_who)
        asked = _asked(t, job_id)
    return head_lines(asked, shown.tape(job))
