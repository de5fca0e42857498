"""Sheets of a job in one run, and whether one that was printed is still true."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.responses import Response
from pydantic import BaseModel, Field

from jambo.api.files import attached, file_name
from jambo.api.shared import GREATEST_ID, Db, Id, Route, ShownQuery, SomeId
from jambo.jobs import sheets
from jambo.jobs.sheets import Printed
from jambo.views.paper.sheet_pages import Paper, sheets_pdf
from jambo.views.paper.sheets import Sheet, SheetOf

router = APIRouter(prefix="/api", tags=["sheets"], route_class=Route)
PDF = "application/pdf"


class Chosen(BaseModel):
    """Whose sheets (none named: those of every opening), and which."""

    openings: Annotated[list[SomeId], Field(max_length=2000)] = []
    of: Annotated[list[SheetOf], Field(max_length=5)] = []


@router.get("/jobs/{job_id}/sheets.pdf", response_class=Response, responses={200: {"content": {PDF: {}}}})
def run(
    request: Request,
    db: Db,
    job_id: Id,
    shown: ShownQuery,
    chosen: Annotated[Chosen, Query()],
    paper: Paper = "a4",
) -> Response:
    """Give sheets in one PDF with page numbers; a code on every page opens what it shows and says whether it is still true."""
    asked = sheets.run_of(db, job_id, chosen.openings, chosen.of, shown)
    made = datetime.now(UTC)
    here = str(request.base_url).rstrip("/")

    def address(sheet: Sheet) -> str:
        seen = [sheet.of, sheet.opening or 0, asked["line"], sheets.digest(sheet), shown.unit or "", shown.words or ""]
        return f"{here}{sheet.at}?printed={'.'.join(map(str, seen))}"

    pdf = sheets_pdf(asked["sheets"], paper, f"{asked['job']}, {made:%-d %b %Y %H:%M} UTC", address)
    return attached(pdf, PDF, file_name(asked["job"], "sheets", f"{made:%Y-%m-%d}", ending="pdf"))


@router.get("/jobs/{job_id}/sheets/printed")
def printed(
    db: Db,
    job_id: Id,
    shown: ShownQuery,
    of: SheetOf = "card",
    opening: Annotated[int | None, Query(ge=1, le=GREATEST_ID)] = None,
    line: Annotated[
        int, Query(ge=0, le=GREATEST_ID, description="Up to which line of the record it knew the job.")
    ] = 0,
    was: Annotated[str, Query(max_length=64, description="The letters of its code.")] = "",
) -> Printed:
    """Say whether a printed sheet is still true, and what was written down since that concerns it."""
    return sheets.printed(db, job_id, of, opening, line, was, shown)
