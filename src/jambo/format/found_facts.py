"""From a document to what was found and done: readings, the setting chosen, pieces as they were cut."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from jambo.core.facts.cuts import Cut
from jambo.core.facts.readings import PLACES, Reading, Survey
from jambo.core.quantities.names import figure_name
from jambo.core.quantities.notation import NotALength, ParsedLength, exact_text, read
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.survey.level import LEAST_OVER, STEEPEST, read_level
from jambo.format import document as doc
from jambo.format.problems import Refused
from jambo.format.reader import Reader, known


def read_reading(one: doc.Reading, path: str, reader: Reader) -> Reading | None:
    """Read one reading; None, with its errors noted, when it cannot be one."""
    asked = PLACES[one.place]
    wrong = len(reader.errors)
    least = LEAST_OVER[asked.written][reader.unit]
    over, at = known(reader, one, "over", path, "over"), known(reader, one, "at", path, "at")
    value, along = None, over.value if over is not None else None
    if along is not None and along < least:
        what = {"level": "a level", "length": "a straightedge"}[asked.written]
        short = f"{what} of {exact_text(along, reader.unit)} is too short to tell anything"
        reader.refuse(f"{path}.over", short, f"at least {exact_text(least, reader.unit)}")
    try:
        if asked.written == "level":
            said = read_level(one.value, reader.unit)
            value, along = said.drop, along if said.over is None else said.over
            if along is not None and Fraction(value.nm) > STEEPEST * Fraction(along.nm):
                raise NotALength("that is steeper than 1 in 12", "take it again, and say over which length it was read")
        else:
            from_line = one.taped_from == "level_line" and not asked.needs_at
            value = read(one.value, reader.unit, "height" if from_line else asked.kind, reader.tape).length
    except NotALength as error:
        reader.refuse(f"{path}.value", error.reason, error.accepted)
    if asked.ways and one.toward not in asked.ways and (value is None or value.nm != 0):
        reader.refuse(
            f"{path}.toward",
            f"nobody has said which way the {asked.label.split(' of ')[0]} goes",
            "accepted: " + ", ".join(asked.ways),
        )
    if not asked.ways and one.toward is not None:
        reader.refuse(f"{path}.toward", "this reading goes no way", "leave it out")
    if asked.needs_at and at is None:
        reader.refuse(
            f"{path}.at", "nobody has said where it was read", "write the height, or the distance from the hinges"
        )
    if one.taped_from not in ("rough_floor", *asked.taped):
        reader.refuse(
            f"{path}.taped_from", "this is not taped from there", "accepted: " + ", ".join(asked.taped or ("nothing",))
        )
    if value is None or len(reader.errors) > wrong:
        return None
    reader.heard[f"{path}.value"] = ParsedLength(value, one.value)
    return Reading(
        one.place, value, path, along, one.toward, at.value if at is not None else None, one.angle, one.taped_from
    )


def survey_of(survey: doc.Survey, reader: Reader) -> Survey:
    """Read every reading that can be one."""
    read_ = [read_reading(r, f"survey.readings[{i}]", reader) for i, r in enumerate(survey.readings)]
    return Survey(tuple(r for r in read_ if r is not None))


def cuts_of(cuts: list[doc.CutPiece], reader: Reader) -> tuple[Cut, ...]:
    """Read the pieces that were cut, each to a figure of the cut list."""
    found = []
    for i, one in enumerate(cuts):
        length = known(reader, one, "length", f"cuts[{i}]", "leg_as_cut")
        figure = figure_name(one.figure)
        if figure is None:
            reader.refuse(
                f"cuts[{i}].figure", f"{one.figure[:40]!r} is no figure", "a figure of the cut list, such as leg_length"
            )
        elif length is not None:
            found.append(Cut(figure, length.value, one.when, f"cuts[{i}].length", one.framed, one.set))
    return tuple(found)


def check_level_lines(lines: Sequence[doc.LevelLine], unit: Unit) -> None:
    """Check the level lines of a job's storeys: one a storey, each at a height that can be. Raises Refused."""
    reader = Reader(unit, Tape.of(unit))
    for n, one in enumerate(lines):
        known(reader, one, "over", f"level_lines[{n}]", "level_line")
        if one.storey in {before.storey for before in lines[:n]}:
            reader.refuse(
                f"level_lines[{n}].storey",
                f"{one.storey or 'the storey without a name'} has a level line already",
                "one line a storey",
            )
    if reader.errors:
        raise Refused(reader.errors)
