"""Head lines of a job."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter
from pydantic import BaseModel

from jambo.api.shared import Db, Id, Route, ShownQuery, Who
from jambo.jobs import heads as head_lines
from jambo.views.job.heads import StoreyOut
from jambo.views.opening.result import ExactOut

router = APIRouter(prefix="/api", tags=["heads"], route_class=Route)


class Align(BaseModel):
    """Put a storey's doors on its common line: by longer legs and a larger floor gap, by a packer, or let each be its own.

    `line` is the common line that was seen; it is not taken for another.
    """

    storey: str = ""
    how: Literal["raise", "pack", "own"]
    line: ExactOut | None = None


@router.get("/jobs/{job_id}/heads")
def heads(db: Db, job_id: Id, shown: ShownQuery) -> list[StoreyOut]:
    """Give the head lines of a job, per storey."""
    return head_lines.heads(db, job_id, shown)


@router.post("/jobs/{job_id}/heads")
def align(db: Db, job_id: Id, align: Align, shown: ShownQuery, who: Who) -> list[StoreyOut]:
    """Align a storey, each door as a new version of its own. 422 when there is nothing to align, 409 when its line moved since."""
    return head_lines.align(db, job_id, align.storey, align.how, align.line, shown, who)
