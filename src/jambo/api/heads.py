"""Head lines of a job."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Query
from pydantic import BaseModel

from jambo.api.shared import Db, Id, Route, ShownQuery, Who
from jambo.jobs import heads as head_lines
from jambo.views.job.heads import StoreyOut
from jambo.views.opening.result import ExactOut

router = APIRouter(prefix="/api", tags=["heads"], route_class=Route)


class Align(BaseModel):
    """Put doors of a storey on their common line: by longer legs and a larger floor gap, by a packer, or let each be its own.

    `leaf` is the height of its leaves where a storey has a line for each, as with `by_leaf`; `openings` who is on it, as it is where they
    are left out. `line` is the common line that was seen, `under` the level line or not; it is not taken for another.
    """

    storey: str = ""
    leaf: ExactOut | None = None
    by_leaf: bool = True
    openings: list[int] | None = None
    how: Literal["raise", "pack", "own"]
    line: ExactOut | None = None
    under: bool = False


@router.get("/jobs/{job_id}/heads")
def heads(
    db: Db, job_id: Id, shown: ShownQuery, chosen: Annotated[list[int] | None, Query()] = None, by_leaf: bool = True
) -> list[StoreyOut]:
    """Give the head lines of a job, per storey and height of leaf; `chosen` tries who is in a line, 0 for nobody."""
    return head_lines.heads(db, job_id, shown, chosen, by_leaf=by_leaf)


@router.post("/jobs/{job_id}/heads")
def align(db: Db, job_id: Id, align: Align, shown: ShownQuery, who: Who) -> list[StoreyOut]:
    """Align a storey, each door as a new version of its own. 422 when there is nothing to align, 409 when its line moved since."""
    on = head_lines.OnLine(align.storey, align.leaf, align.by_leaf, align.openings)
    return head_lines.align(db, job_id, on, align.how, align.line, shown, who, under=align.under)
