"""An opening planned, found and made, side by side, as JSON gives it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from typing_extensions import TypedDict

from jambo.core.facts.readings import OF_FIXED, Place, asked_at
from jambo.core.hanging.hang import targets
from jambo.core.hanging.moves import GAPS
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Tape, show
from jambo.core.record import Compared, compare
from jambo.core.words.lists import Region, fill
from jambo.format.document import Document, Reading
from jambo.format.facts import facts_of
from jambo.format.found_facts import read_reading
from jambo.format.reader import Reader
from jambo.views.opening.answers import worked_out
from jambo.views.opening.result import LengthOut, length_out


class ComparedOut(TypedDict):
    """A measure as planned, found and made; `differs` says that what was made reads otherwise on the tape than the plan."""

    label: str
    planned: LengthOut | None
    found: LengthOut | None
    made: LengthOut | None
    differs: bool


def compared_out(document: Document, readings: Sequence[Reading], tape: Tape, words: Region) -> list[ComparedOut]:
    """Compare an opening. `readings` are all that were ever taken, in their order. Raises Refused when it cannot be worked out."""
    facts = facts_of(document)
    opening = facts.opening
    result = worked_out(facts)
    read = _gaps(document, readings, tape)
    wanted = targets(opening, facts.rules) if opening.kind == "swing" else {}
    gaps = {
        asked_at(p, pair=opening.pair).label: (wanted[p].value, *read[p])
        for p in (*GAPS, *OF_FIXED)
        if p in read and p in wanted
    }
    given = {
        "hinge {leg}": opening.setting.cut_hinge,
        "{strike} {leg}": opening.setting.cut_strike,
        "{frame} over its backs": opening.unit.outside_width,
    }
    made = {label: known.value if known is not None else None for label, known in given.items()}
    return [_out(row, tape, words) for row in compare(result.planned, result.figures, opening.cuts, made, gaps)]


def _gaps(document: Document, readings: Sequence[Reading], tape: Tape) -> Mapping[Place, tuple[Length, Length]]:
    """The first and the last reading of every gap."""
    found: dict[Place, tuple[Length, Length]] = {}
    for reading in readings:
        if reading.place in (*GAPS, *OF_FIXED):
            one = read_reading(reading, "", Reader(document.unit, tape))
            if one is not None:
                found[reading.place] = (found.get(reading.place, (one.value,))[0], one.value)
    return found


def _out(row: Compared, tape: Tape, words: Region) -> ComparedOut:
    planned, found, made = (length_out(v, tape) if v is not None else None for v in (row.planned, row.found, row.made))
    differs = (
        row.planned is not None and row.made is not None and show(row.planned, tape).value != show(row.made, tape).value
    )
    return {"label": fill(row.label, words), "planned": planned, "found": found, "made": made, "differs": differs}
