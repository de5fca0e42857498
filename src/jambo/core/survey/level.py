"""Reading a level (handbook 13): "1/4 in 4 ft", "3 mm per m", "0.4 deg", or a plain drop over the whole length."""

from __future__ import annotations

import re
from fractions import Fraction
from math import radians, tan

from jambo.core.facts.readings import Written
from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import NotALength, ParsedLength, exact_text, read
from jambo.core.quantities.tape import Tape, Unit

STEEPEST = Fraction(1, 12)
# What a reading may be taken over at least: a level over nothing says nothing at all, a bow over a short straightedge
# nothing of the whole stud.
LEAST_OVER: dict[Written, dict[Unit, Length]] = {
    "level": {"in": Length.inches(4), "mm": Length.mm(100)},
    "length": {"in": Length.inches(12), "mm": Length.mm(300)},
}
ACCEPTED = 'write "1/4 in 4 ft", "3 mm per m", "0.4 deg" or a drop such as 1/8'
_ANGLE = re.compile(r"(\d{1,2}(?:[.,]\d{1,3})?)\s*(?:°|deg|degrees?)", re.IGNORECASE)
_OVER = re.compile(r"(.*\S)\s*(?:\s(?:in|over|per|on)\s|/(?=\s*(?:m|ft)\s*$))\s*(\S.*)", re.IGNORECASE)
_FEET = re.compile(r"\s*(?:ft|feet|foot)\b\.?", re.IGNORECASE)
_METRES = re.compile(r"\s*(?:metres?|meters?)\b", re.IGNORECASE)
_METRIC = re.compile(r"(?<![a-z])(?:mm|cm|m)\s*$", re.IGNORECASE)
_BARE = re.compile(r"\d+(?:[.,]\d+)?")


@dataclass(frozen=True, slots=True)
class LevelReading:
    """What a level said: a drop, and the length it was read over (None: over the whole length)."""

    drop: Length
    over: Length | None


def read_level(text: str, unit: Unit) -> LevelReading:
    """Read a level's text. Raises NotALength for anything else, and for a slope no wall or floor has."""
    text = text.strip()
    if angle := _ANGLE.fullmatch(text):
        # exact to a thousandth of a millimetre a metre, far below what any level shows
        drop = Length.mm(Fraction(round(tan(radians(float(angle[1].replace(",", ".")))) * 1e6), 1000))
        found = LevelReading(drop, Length.mm(1000))
    elif both := _OVER.fullmatch(text):
        over = _METRES.sub(" m", _FEET.sub("'", both[2])).strip()
        over = f"1 {over}" if over in ("m", "M") else "1'" if over == "'" else over
        # a bare number over metres is millimetres, whatever the job's unit is: 3 per m
        habit: Unit = "mm" if _METRIC.search(over) and _BARE.fullmatch(both[1]) else unit
        try:
            found = LevelReading(read(both[1], habit, "lean").length, read(over, unit, "position").length)
        except NotALength as error:
            raise NotALength(error.reason, ACCEPTED) from None
        if found.over is not None and found.over < LEAST_OVER["level"][unit]:
            raise NotALength(f"{both[2].strip()!r} is too short to level over", ACCEPTED)
    else:
        try:
            return LevelReading(read(text, unit, "lean").length, None)
        except NotALength as error:
            raise NotALength(error.reason, ACCEPTED) from None
    if found.over is not None and Fraction(found.drop.nm) > STEEPEST * Fraction(found.over.nm):
        raise NotALength(f"{text!r} is steeper than 1 in 12", "take it again, and say over which length it was read")
    return found


def read_lean(text: str, unit: Unit, tape: Tape | None = None) -> ParsedLength:
    """Read how far a face is off plumb: a length, or a slope such as 3/4 in 6 ft with the length it was read over.

    Raises NotALength for anything else.
    """
    if not _OVER.fullmatch(text.strip()):
        return read(text, unit, "wall_lean", tape)
    found = read_level(text, unit)
    assert found.over is not None
    told = f"{exact_text(found.drop, unit)} over {exact_text(found.over, unit)}"
    return ParsedLength(found.drop, told, over=found.over)
