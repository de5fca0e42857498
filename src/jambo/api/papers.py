"""Paper at full size: which strips there are, and the strips as a PDF."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel, Field

from jambo.api.files import attached, file_name
from jambo.api.shared import Db, Id, Route, ShownQuery, SomeId
from jambo.core.strips import StripOf
from jambo.jobs import papers
from jambo.jobs.papers import StripsOut
from jambo.views.paper.tiles import SheetName

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["papers"], route_class=Route)

PDF = "application/pdf"


class Chosen(BaseModel):
    """Whose strips, and which; without any kind, every one there is."""

    openings: Annotated[list[SomeId], Field(max_length=2000)] = []
    walls: Annotated[list[SomeId], Field(max_length=2000)] = []
    of: Annotated[list[StripOf], Field(max_length=20)] = []


ChosenQuery = Annotated[Chosen, Query()]


@router.get("/strips")
def strips(db: Db, job_id: Id, shown: ShownQuery, chosen: ChosenQuery) -> StripsOut:
    """Give what strips at full size have on them: of openings, and of whole walls."""
    return papers.strips(db, job_id, chosen.openings, chosen.walls, chosen.of, shown)


@router.get("/strips.pdf", response_class=Response, responses={200: {"content": {PDF: {}}}})
def strips_on_paper(db: Db, job_id: Id, shown: ShownQuery, chosen: ChosenQuery, paper: SheetName = "roll") -> Response:
    """Give strips as a PDF, true to a tenth of a millimetre: one long page each row, or sheets that are laid on each other."""
    asked = papers.strips(db, job_id, chosen.openings, chosen.walls, chosen.of, shown)
    made = datetime.now(UTC)
    pdf = papers.strips_on_paper(asked, paper, made)
    marks = " ".join(dict.fromkeys(strip["whose"] for strip in asked["strips"]))
    return attached(pdf, PDF, file_name(asked["job"], "strips", marks, f"{made:%Y-%m-%d}", ending="pdf"))
