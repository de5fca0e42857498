"""Solving a document, hearing a length, and the schema of the format."""

from __future__ import annotations

from dataclasses import replace
from math import atan, degrees
from typing import Annotated, Any

from fastapi import APIRouter, Query
from typing_extensions import TypedDict

from jambo.api.shared import Route, ShownQuery, Straight
from jambo.core.quantities.notation import NotALength, exact_text
from jambo.core.quantities.tape import Unit, beside
from jambo.core.survey.level import read_level
from jambo.format.document import Document, Show
from jambo.format.facts import heard_length, tape_of
from jambo.format.problems import FieldError, Refused
from jambo.views.exchange import schema, solve_document
from jambo.views.opening.lines import LineOut, line_out
from jambo.views.opening.lines import heard as heard_line
from jambo.views.opening.result import ParsedLengthOut, ResultOut, heard_out

router = APIRouter(prefix="/api", tags=["solving"], route_class=Route)


@router.post("/solve", response_model=ResultOut)
def solve(document: Document, sums: bool = True) -> Straight:
    """Solve one opening document: every figure with its terms, every flag, what is missing, what to draw.

    Without `sums` the lists of terms stay empty: half the answer, for a screen that redraws at every key.
    """
    return Straight(solve_document(document, sums=sums))


Against = Annotated[str | None, Query(max_length=100)]


class HeardOut(ParsedLengthOut):
    """What was heard in a text, and how much more or less that is than the length it was held against."""

    against: str | None


@router.get("/heard")
async def heard(
    text: Annotated[str, Query(max_length=1000)], unit: Unit, kind: str, shown: ShownQuery, against: Against = None
) -> HeardOut:
    """Read one piece of tape text: what was heard, in both systems, and how it stands `against` another length."""
    tape = tape_of(Show(unit=shown.unit or unit, step=shown.step), unit)
    found = heard_length(text, unit, kind, tape)
    other = heard_length(against, unit, kind, tape).length if against else None
    return {**heard_out(found, unit, tape), "against": beside(found.length, other, tape) if other is not None else None}


class LevelOut(TypedDict):
    """What was heard in a level's text: the drop, over which length, and the slope both ways it is told."""

    text: str
    per: str


@router.get("/level")
def level(text: Annotated[str, Query(max_length=200)], unit: Unit) -> LevelOut:
    """Read a level's text such as "1/4 in 4 ft". 422 when it is none."""
    try:
        said = read_level(text, unit)
    except NotALength as error:
        raise Refused([FieldError("text", error.reason, error.accepted)]) from None
    drop = exact_text(said.drop, unit)
    if said.over is None:
        return {"text": f"{drop} over the whole length", "per": ""}
    per = float(said.drop.nm / said.over.nm)
    return {
        "text": f"{drop} over {exact_text(said.over, unit)}",
        "per": f"{per * 1000:.1f} mm per m, {degrees(atan(per)):.2f} degrees",
    }


@router.get("/line")
def line(text: Annotated[str, Query(max_length=5000)], unit: Unit, shown: ShownQuery) -> LineOut:
    """Read one door as it is pencilled on a list, and answer it without a job. 422 for what is no line."""
    tape = tape_of(Show(unit=shown.unit or unit, step=shown.step), unit)
    return line_out(heard_line(text, unit), unit, tape, shown.words or "north_america")


@router.get("/steps")
async def steps(
    text: Annotated[str, Query(max_length=200)],
    unit: Unit,
    kind: str,
    marks: Annotated[int, Query(ge=-1000, le=1000)],
    shown: ShownQuery,
    ahead: Annotated[int, Query(ge=1, le=100)] = 1,
) -> list[ParsedLengthOut]:
    """Move a length by whole tape marks, to the next mark first if it lies between two; `ahead` times, one from the other.

    The list ends before what this kind of length cannot be, and where a length stays at nothing. 422 where there is no first.
    """
    tape = tape_of(Show(unit=unit, step=shown.step), unit)
    said = heard_length(text, unit, kind, tape)
    told: list[ParsedLengthOut] = []
    for _ in range(ahead):
        before = said.length
        try:
            said = heard_length(replace(said, length=tape.stepped(before, marks)).canonical(unit), unit, kind)
        except Refused:
            if told:
                break
            raise
        if told and said.length == before:
            break
        told.append(heard_out(said, unit, tape))
    return told


@router.get("/format")
def format_schema() -> dict[str, Any]:
    """Give the JSON Schema of the opening document."""
    return schema()
