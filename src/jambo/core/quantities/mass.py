"""What a leaf or slab weighs: exact grams, read from what people write ("82 lb", "37.5 kg")."""

from __future__ import annotations

import re
from fractions import Fraction

from jambo.core.frozen import dataclass
from jambo.core.quantities.tape import Unit, plain_number

GRAMS = {"lb": Fraction(45359237, 100000), "kg": Fraction(1000)}


OF_HABIT: dict[Unit, str] = {"in": "lb", "mm": "kg"}


ACCEPTED = 'write "82 lb" or "37 kg"'


_WRITTEN = re.compile(r"(\d{1,5}(?:[.,]\d{1,3})?)\s*(lbs?|pounds?|kgs?|kilos?)?", re.IGNORECASE)


@dataclass(frozen=True, slots=True, order=True)
class Mass:
    """A mass in grams."""

    grams: Fraction

    def text(self, habit: Unit) -> str:
        """Write it in the habit's unit, to the tenth."""
        unit = OF_HABIT[habit]
        return f"{plain_number(Fraction(round(self.grams / GRAMS[unit] * 10), 10))} {unit}"


def read_mass(text: str, habit: Unit) -> Mass:
    """Read a mass; a bare number is in the habit's unit. Raises ValueError for anything else, and outside 1-1000 kg.

    Example:
        "95 lb" and "43 kg" name their unit; "95" is pounds where the habit is inches, kilograms where it is millimetres.
    """
    found = _WRITTEN.fullmatch(text.strip())
    if not found:
        raise ValueError(f"{text[:40]!r} is not a weight")
    written = (found[2] or OF_HABIT[habit]).lower()
    mass = Mass(Fraction(found[1].replace(",", ".")) * GRAMS["kg" if written.startswith("k") else "lb"])
    if not 1000 <= mass.grams <= 1_000_000:
        raise ValueError(f"{text[:40]!r} cannot be the weight of a leaf or the rating of its hardware")
    return mass
