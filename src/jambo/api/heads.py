"""Head lines of a job: shown per storey, and put on every swing door of a storey at once."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter
from pydantic import BaseModel

from jambo.api.shared import Db, Id, Route, ShownQuery, Who
from jambo.core.quantities.tape import exact_number
from jambo.format.declared import ExactLength
from jambo.format.problems import FieldError, Refused
from jambo.jobs.check import refuse_what_breaks
from jambo.jobs.documents import Around, documents_of_job, kept_json
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept
from jambo.store.database import Row, Transaction
from jambo.store.kept import Stale, read_json
from jambo.views.heads import Asked, StoreyOut, head_lines, line_of
from jambo.views.opening import ExactOut, length_out

router = APIRouter(prefix="/api", tags=["heads"], route_class=Route)


class Align(BaseModel):
    """Put a storey's doors on its common line: by longer legs and a larger floor gap, by a packer, or let each be its own.

    `line` is the common line that was seen; it is not taken for another.
    """

    storey: str = ""
    how: Literal["raise", "pack", "own"]
    line: ExactOut | None = None


def _asked(t: Transaction, job: Row) -> list[Asked]:
    return [
        Asked(
            row["id"],
            row["mark"] or f"no. {row['id']}",
            document.wall.storey if document is not None else read_json(row["wall_doc"]).get("storey", ""),
            document,
        )
        for row, document in documents_of_job(t, job["id"], Around.of(t, job["doc"]))
    ]


@router.get("/jobs/{job_id}/heads")
def heads(db: Db, job_id: Id, shown: ShownQuery) -> list[StoreyOut]:
    """Give the head lines of a job, per storey."""
    with db.transaction() as t:
        row = kept_jobs.job(t, job_id)
        asked = _asked(t, row)
    return head_lines(asked, shown.tape(row["doc"]))


@router.post("/jobs/{job_id}/heads")
def align(db: Db, job_id: Id, align: Align, shown: ShownQuery, who: Who) -> list[StoreyOut]:
    """Align a storey, each door as a new version of its own. 422 when there is nothing to align, 409 when its line moved since."""
    with db.transaction(writes=True) as t:
        job = kept_jobs.job(t, job_id, lock=True)
        asked = _asked(t, job)
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
        unit, now = job["doc"]["unit"], length_out(line, shown.tape(job["doc"]))["exact"]
        if align.line is not None and align.line != now:
            raise Stale(job["version"], {"line": now}, {"line": align.line})
        for one in asked:
            if one.storey != align.storey or one.document is None or one.document.opening.door.kind != "swing":
                continue
            row = kept.opening(t, one.id)
            exact = ExactLength(value=exact_number(line, unit), unit=unit)
            change = {"head_line": None} if align.how == "own" else {"head_line": exact, "head_gain": align.how}
            opening = one.document.opening.model_copy(update=change)
            refuse_what_breaks([(one.name, one.document, one.document.model_copy(update={"opening": opening}))])
            kept.save_opening(t, one.id, row["version"], kept_json(opening), who)
        asked = _asked(t, job)
    return head_lines(asked, shown.tape(job["doc"]))
