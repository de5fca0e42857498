"""Cutting plans: of an open cutting list, and of a job."""

from __future__ import annotations

from functools import partial

from fastapi import APIRouter, Request
from fastapi.responses import StreamingResponse

from jambo.api.shared import Db, Id, Route, Seconds, ShownQuery, Straight, Who, patiently
from jambo.format.cutting import CutList
from jambo.format.document import Cutting
from jambo.jobs import cutting
from jambo.jobs.cutting import CutStick, CutStickLine, NewOffcut
from jambo.views.material.cutting import CutPlanOut, cut_beside, cut_told
from jambo.views.material.job_cutting import JobCuttingOut

router = APIRouter(prefix="/api", tags=["cutting"], route_class=Route)


@router.post("/cut", response_model=CutPlanOut)
async def cut(request: Request, said: CutList, seconds: Seconds = 5.0) -> Straight:
    """Plan one cutting list, `jambo-cut/1`: sticks with running marks, and how far from the best the plan can be at most."""
    return Straight(await patiently(request, partial(cut_beside, said, seconds)))


@router.post(
    "/cut/steps",
    response_class=StreamingResponse,
    responses={200: {"content": {"application/x-ndjson": {"schema": {"type": "string"}}}}},
)
def cut_steps(said: CutList, seconds: Seconds = 5.0) -> StreamingResponse:
    """Plan one cutting list, and tell how it goes while it runs: a line of JSON for each step, and the last one has the plan."""
    return StreamingResponse(cut_told(said, seconds), media_type="application/x-ndjson")


@router.get("/jobs/{job_id}/cutting", response_model=JobCuttingOut)
def plan_of_job(db: Db, job_id: Id, shown: ShownQuery) -> Straight:
    """Plan the cutting of everything of a job that is still to cut, section by section."""
    return Straight(cutting.plan_of_job(db, job_id, shown))


@router.post("/jobs/{job_id}/cutting/try", response_model=JobCuttingOut)
def try_plan(db: Db, job_id: Id, shown: ShownQuery, asked: Cutting) -> Straight:
    """Plan it with another goal or other stock, without keeping them."""
    return Straight(cutting.plan_of_job(db, job_id, shown, asked))


@router.get("/jobs/{job_id}/cutting/sticks")
def sticks(db: Db, job_id: Id) -> list[CutStickLine]:
    """Give the sticks that were cut, newest first."""
    return cutting.sticks_of_job(db, job_id)


@router.post("/jobs/{job_id}/cutting/sticks", status_code=201)
def cut_stick(db: Db, job_id: Id, stick: CutStick, who: Who) -> None:
    """Record a stick that was cut: its pieces, and what is left of it. 422 when a piece is cut already."""
    cutting.cut_stick(db, job_id, stick, who)


@router.delete("/jobs/{job_id}/cutting/sticks/{line_id}", status_code=204)
def take_back(db: Db, job_id: Id, line_id: Id, who: Who) -> None:
    """Take a stick back: it was not cut after all. 422 when what was left of it has been cut since."""
    cutting.take_back(db, job_id, line_id, who)


@router.post("/jobs/{job_id}/cutting/offcuts", status_code=201)
def add_offcut(db: Db, job_id: Id, new: NewOffcut, who: Who) -> None:
    """Put an offcut into the rack."""
    cutting.add_offcut(db, job_id, new, who)


@router.delete("/jobs/{job_id}/cutting/offcuts/{line_id}", status_code=204)
def drop_offcut(db: Db, job_id: Id, line_id: Id, who: Who) -> None:
    """Take an offcut out of the rack."""
    cutting.drop_offcut(db, job_id, line_id, who)
