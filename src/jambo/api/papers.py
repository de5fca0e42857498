"""What a job gives to be taken along: strips at full size, and what its pages show as tables."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated, Any

from fastapi import APIRouter, Query, Request
from fastapi.responses import Response, StreamingResponse
from pydantic import BaseModel, Field

from jambo.api.files import attached, attachment, file_name
from jambo.api.paper_runs import LINES, PDF, codes_of, made, steps
from jambo.api.shared import Db, Id, Route, ShownQuery, SomeId
from jambo.core.drawing import View
from jambo.core.strips import StripOf
from jambo.format.table_out import as_csv, as_workbook
from jambo.jobs import papers, tables
from jambo.jobs.papers import StripsOut
from jambo.jobs.shown import Shown
from jambo.jobs.tables import TableName
from jambo.views.paper.pictures import Drawn
from jambo.views.paper.sheet_run import SheetRun
from jambo.views.paper.tiles import SheetName

router = APIRouter(prefix="/api", tags=["papers"], route_class=Route)

CSV, DXF = "text/csv", "image/vnd.dxf"
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class Chosen(BaseModel):
    """Whose strips, and which; without any kind, every one there is."""

    openings: Annotated[list[SomeId], Field(max_length=2000)] = []
    walls: Annotated[list[SomeId], Field(max_length=2000)] = []
    of: Annotated[list[StripOf], Field(max_length=20)] = []


ChosenQuery = Annotated[Chosen, Query()]


@router.get(
    "/jobs/{job_id}/tables/{name}.csv", response_class=StreamingResponse, responses={200: {"content": {CSV: {}}}}
)
def table_as_csv(db: Db, job_id: Id, name: TableName, shown: ShownQuery) -> StreamingResponse:
    """Give what a page shows as comma-separated values; lengths as read, exactly, and in which unit."""
    job, table = tables.table(db, job_id, name, shown)
    called = file_name(job, table.name, f"{datetime.now(UTC):%Y-%m-%d}", ending="csv")
    return StreamingResponse(as_csv(table), media_type=CSV, headers=attachment(called))


@router.get("/jobs/{job_id}/tables/{name}.xlsx", response_class=Response, responses={200: {"content": {XLSX: {}}}})
def table_as_workbook(db: Db, job_id: Id, name: TableName, shown: ShownQuery) -> Response:
    """Give what a page shows as a workbook."""
    job, table = tables.table(db, job_id, name, shown)
    called = file_name(job, table.name, f"{datetime.now(UTC):%Y-%m-%d}", ending="xlsx")
    return attached(as_workbook(table), XLSX, called)


@router.get("/jobs/{job_id}/strips")
def strips(db: Db, job_id: Id, shown: ShownQuery, chosen: ChosenQuery) -> StripsOut:
    """Give what strips at full size have on them: of openings, and of whole walls."""
    return papers.strips(db, job_id, chosen.openings, chosen.walls, chosen.of, shown)


@router.get("/jobs/{job_id}/strips.pdf", response_class=Response, responses={200: {"content": {PDF: {}}}})
def strips_on_paper(
    request: Request, db: Db, job_id: Id, shown: ShownQuery, chosen: ChosenQuery, paper: SheetName = "roll"
) -> Response:
    """Give strips as a PDF, true to a tenth of a millimetre: one long page each row, or sheets that are laid on each other."""
    return made(*_strip_run(request, db, job_id, shown, chosen, paper))


@router.get(
    "/jobs/{job_id}/strips/steps",
    response_class=StreamingResponse,
    responses={200: {"content": {LINES: {"schema": {"type": "string"}}}}},
)
def strip_steps(
    request: Request, db: Db, job_id: Id, shown: ShownQuery, chosen: ChosenQuery, paper: SheetName = "roll"
) -> Response:
    """Give the same and tell how far it is: a line of JSON for each step, the last one has the file in base64."""
    return steps(*_strip_run(request, db, job_id, shown, chosen, paper))


def _strip_run(
    request: Request, db: Db, job_id: int, shown: Shown, chosen: Chosen, paper: SheetName
) -> tuple[SheetRun, str]:
    line = papers.line_of(db)
    asked = papers.strips(db, job_id, chosen.openings, chosen.walls, chosen.of, shown)
    now = datetime.now(UTC)
    marks = " ".join(dict.fromkeys(strip["whose"] for strip in asked["strips"]))
    called = file_name(asked["job"], "strips", marks, f"{now:%Y-%m-%d}", ending="pdf")
    codes = codes_of(request, job_id, line, shown)
    return SheetRun((), asked["strips"], paper, f"{asked['job']}, {now:%-d %b %Y %H:%M} UTC", codes), called


_KINDS: dict[Drawn, str] = {"dxf": DXF, "svg": "image/svg+xml", "pdf": PDF, "png": "image/png"}
_DRAWN: dict[int | str, dict[str, Any]] = {200: {"content": {kind: {} for kind in _KINDS.values()}}}


@router.get("/openings/{opening_id}/drawing.{drawn}", response_class=Response, responses=_DRAWN)
def opening_drawing(db: Db, opening_id: Id, drawn: Drawn, shown: ShownQuery, only: View | None = None) -> Response:
    """Give an opening's elevation and its plan or section, or only one of these, as DXF in its job's unit or as a picture. 422 while its
    width is not known, or for a view it has not."""
    return _drawn(drawn, papers.opening_drawing(db, opening_id, drawn, shown, only))


@router.get("/walls/{wall_id}/drawing.{drawn}", response_class=Response, responses=_DRAWN)
def wall_drawing(db: Db, wall_id: Id, drawn: Drawn, shown: ShownQuery) -> Response:
    """Give a wall with all its openings, as DXF in its job's unit or as a picture. 422 while it cannot be laid out."""
    return _drawn(drawn, papers.wall_drawing(db, wall_id, drawn, shown))


def _drawn(kind: Drawn, of: tuple[str, str, str | bytes]) -> Response:
    job, name, content = of
    return attached(content, _KINDS[kind], file_name(job, name, f"{datetime.now(UTC):%Y-%m-%d}", ending=kind))
