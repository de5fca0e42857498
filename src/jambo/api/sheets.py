"""Sheets of a job in one run, and whether one that was printed is still true."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Request
from fastapi.responses import Response, StreamingResponse
from pydantic import BaseModel, Field

from jambo.api.files import file_name
from jambo.api.paper_runs import LINES, PDF, codes_of, made, steps
from jambo.api.shared import GREATEST_ID, Db, Id, Route, ShownQuery, SomeId
from jambo.jobs import sheets
from jambo.jobs.sheets import Asked, Printed, Wanted
from jambo.jobs.shown import Shown
from jambo.views.paper.sheet_run import SheetRun

router = APIRouter(prefix="/api", tags=["sheets"], route_class=Route)


class Chosen(BaseModel):
    """Whose sheets (none named: those of every opening, and of the walls these stand in), and which."""

    openings: Annotated[list[SomeId], Field(max_length=2000)] = []
    walls: Annotated[list[SomeId], Field(max_length=2000)] = []
    of: Annotated[list[Wanted], Field(max_length=8)] = []

    @property
    def asked(self) -> Asked:
        """The same for those who make them."""
        return Asked(self.of, self.openings, self.walls)


ChosenQuery = Annotated[Chosen, Query()]
SheetPaper = Literal["a4", "letter"]


@router.get("/jobs/{job_id}/sheets.pdf", response_class=Response, responses={200: {"content": {PDF: {}}}})
def run(request: Request, db: Db, job_id: Id, shown: ShownQuery, chosen: ChosenQuery, paper: SheetPaper = "a4") -> Response:  # fmt: skip
    """Give sheets in one PDF with page numbers; a code on every page opens what it shows and says whether it is still true."""
    return made(*_run(request, db, job_id, shown, chosen, paper))


@router.get(
    "/jobs/{job_id}/sheets/steps",
    response_class=StreamingResponse,
    responses={200: {"content": {LINES: {"schema": {"type": "string"}}}}},
)
def run_steps(request: Request, db: Db, job_id: Id, shown: ShownQuery, chosen: ChosenQuery, paper: SheetPaper = "a4") -> Response:  # fmt: skip
    """Give the same and tell how far it is: a line of JSON for each step, the last one has the file in base64."""
    return steps(*_run(request, db, job_id, shown, chosen, paper))


def _run(request: Request, db: Db, job_id: int, shown: Shown, chosen: Chosen, paper: SheetPaper) -> tuple[SheetRun, str]:  # fmt: skip
    asked = sheets.run_of(db, job_id, chosen.asked, shown)
    now = datetime.now(UTC)
    codes = codes_of(request, job_id, asked["line"], shown)
    drawn = SheetRun(asked["sheets"], asked["strips"], paper, f"{asked['job']}, {now:%-d %b %Y %H:%M} UTC", codes)
    return drawn, file_name(asked["job"], "sheets", f"{now:%Y-%m-%d}", ending="pdf")


@router.get("/jobs/{job_id}/sheets/printed")
def printed(
    db: Db,
    job_id: Id,
    shown: ShownQuery,
    chosen: ChosenQuery,
    line: Annotated[
        int, Query(ge=0, le=GREATEST_ID, description="Up to which line of the record it knew the job.")
    ] = 0,
    was: Annotated[str, Query(max_length=64, description="The letters of its code.")] = "",
) -> Printed:
    """Say whether a printed sheet, or page of strips, is still true, and what was written down since that concerns it."""
    return sheets.printed(db, job_id, chosen.asked, line, was, shown)
