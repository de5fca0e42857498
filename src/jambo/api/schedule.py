"""Many openings at once: a schedule pasted or chosen, read row by row, and kept whole."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Body, Query
from pydantic import BaseModel, Field

from jambo.api.shared import Db, Id, Route, ShownQuery, SomeId, Who
from jambo.core.lines.cells import Column
from jambo.core.quantities.tape import Unit
from jambo.format.schedule import MOST_COLUMNS, MOST_ROWS, Heading, pasted
from jambo.format.table_file import from_file
from jambo.jobs import schedule
from jambo.jobs.schedule import KeptRows, ReadRow
from jambo.views.job.schedule import TableOut, table_out
from jambo.views.opening.lines import LineOut

router = APIRouter(prefix="/api", tags=["openings"], route_class=Route)

CellText = Annotated[str, Field(max_length=5_000)]


class Pasted(BaseModel):
    """What was pasted: lines, or cells of a table."""

    text: Annotated[str, Field(max_length=900_000)]


class AskedHeading(BaseModel):
    """A column of a table: its heading as written, what it is about, the unit of its bare numbers."""

    text: Annotated[str, Field(max_length=5_000)] = ""
    column: Column | None = None
    unit: Unit | None = None


class Rows(BaseModel):
    """Rows of a schedule with its headings."""

    headings: Annotated[list[AskedHeading], Field(min_length=1, max_length=MOST_COLUMNS)]
    rows: Annotated[list[Annotated[list[CellText], Field(max_length=MOST_COLUMNS)]], Field(max_length=MOST_ROWS)]

    def asked(self) -> tuple[list[Heading], list[list[str]]]:
        """The headings, and the rows as wide as they are."""
        wide = len(self.headings)
        headings = [Heading(h.text, h.column, h.unit) for h in self.headings]
        return headings, [(row + [""] * wide)[:wide] for row in self.rows]


class KeepRows(Rows):
    """Rows to keep, and where their openings stand: each in a wall of its own, all in a new one, or in a wall of the job."""

    walls: Literal["own", "one"] | SomeId = "own"


class Ids(BaseModel):
    """Openings that were kept at once."""

    ids: Annotated[list[SomeId], Field(max_length=schedule.MOST_OPENINGS)]


@router.post("/schedule/pasted")
def read_pasted(said: Pasted) -> TableOut:
    """Read what was pasted as a table. 422 says why it is none."""
    return table_out(pasted(said.text))


@router.post("/schedule/file")
def read_file(data: Annotated[bytes, Body(media_type="application/octet-stream")] = b"") -> TableOut:
    """Read a CSV file or an XLSX workbook, sent as it is, as a table. 422 says why it is none."""
    return table_out(from_file(data))


@router.get("/jobs/{job_id}/line")
def read_line(db: Db, job_id: Id, text: Annotated[str, Query(max_length=5000)], shown: ShownQuery) -> LineOut:
    """Read one door as it is pencilled on a list, and answer it in a job. 422 for what is no line."""
    return schedule.read_line(db, job_id, text, shown)


@router.post("/jobs/{job_id}/schedule/rows")
def read_rows(db: Db, job_id: Id, asked: Rows, shown: ShownQuery) -> list[ReadRow]:
    """Read rows against a job: every cell as heard, the rough opening, flags. Nothing is kept."""
    return schedule.read_rows(db, job_id, *asked.asked(), shown)


@router.post("/jobs/{job_id}/schedule", status_code=201)
def keep_rows(db: Db, job_id: Id, asked: KeepRows, who: Who) -> KeptRows:
    """Keep the openings of all rows, or none. 422 names every cell and row that cannot be."""
    return schedule.keep_rows(db, job_id, *asked.asked(), asked.walls, who)


@router.post("/jobs/{job_id}/schedule/undo", status_code=204)
def take_off(db: Db, job_id: Id, asked: Ids, who: Who) -> None:
    """Take openings that were just kept off the board again, all or none. 409 when somebody changed one since."""
    schedule.take_off(db, job_id, asked.ids, who)
