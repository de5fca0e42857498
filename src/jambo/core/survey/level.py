"""Reading a level (handbook 13): "1/4 in 4 ft", "3 mm per m", "0.4 deg", or a plain drop over the whole length."""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction
from math import radians, tan

from jambo.core.facts.readings import Written
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import NotALength, read
from jambo.core.quantities.tape import Unit

STEEPEST = Fraction(1, 12)
# What a reading may be taken over at least: a level over nothing says nothing at all, a bow over a short straightedge
# nothing of the whole stud.
LEAST_OVER: dict[Written, dict[Unit, Length]] = {
    "level": {"in": Length.inches(4), "mm": Length.mm(100)},
    "length": {"in": Length.inches(12), "mm": Length.mm(300)},
}
ACCEPTED = 'write "1/4 in 4 ft", "3 mm per m", "0.4 deg" or a drop such as 1/8'
_ANGLE = re.compile(r"(\d{1,2}(?:[.,]\d{1,3})?)\s*(?:°|deg|degrees?)", re.IGNORECASE)
_OVER = re.compile(r"(.*\S)\s*(?:\s(?:in|over|per|on)\s|/(?=\s*m\s*$))\s*(\S.*)", re.IGNORECASE)
_FEET = re.compile(r"\s*(?:ft|feet|foot)\b\.?", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Slope:
    """What a level said: a drop, and the length it was read over (None: over the whole length)."""

    drop: Length
    over: Length | None


def read_level(text: str, unit: Unit) -> Slope:
    """Read a level's text. Raises NotALength for anything else, and for a slope no wall or floor has."""
    text = text.strip()
    if angle := _ANGLE.fullmatch(text):
        # exact to a thousandth of a millimetre a metre, far below what any level shows
        drop = Length.mm(Fraction(round(tan(radians(float(angle[1].replace(",", ".")))) * 1e6), 1000))
        found = Slope(drop, Length.mm(1000))
    elif both := _OVER.fullmatch(text):
        over = "1 m" if both[2].strip().lower() == "m" else _FEET.sub("'", both[2])
        try:
            found = Slope(read(both[1], unit, "lean").length, read(over, unit, "position").length)
        except NotALength as error:
            raise NotALength(error.reason, ACCEPTED) from None
        if found.over is not None and found.over < LEAST_OVER["level"][unit]:
            raise NotALength(f"{both[2].strip()!r} is too short to level over", ACCEPTED)
    else:
        try:
            return Slope(read(text, unit, "lean").length, None)
        except NotALength as error:
            raise NotALength(error.reason, ACCEPTED) from None
    if found.over is not None and Fraction(found.drop.nm) > STEEPEST * Fraction(found.over.nm):
        raise NotALength(f"{text!r} is steeper than 1 in 12", "take it again, and say over which length it was read")
    return found
