"""Showing a length on the tape the crew reads (handbook 0): one rounding, and what it moved."""

from __future__ import annotations

from dataclasses import field
from fractions import Fraction
from functools import lru_cache
from math import ceil, floor, gcd
from typing import Literal, cast

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import NM_PER_IN, NM_PER_MM, Length

Unit = Literal["in", "mm"]


Rounding = Literal["up", "down", "nearest"]


ShyOrStrong = Literal["strong", "shy"]

# The finest mark of each tape a crew may read, in its own unit.
STEPS: dict[Unit, tuple[Fraction, ...]] = {
    "in": (Fraction(1, 16), Fraction(1, 32)),
    "mm": (Fraction(1), Fraction(1, 2)),
}


# Two lengths that differ by less are the same (handbook 13): no tape and no eye tells more.
SAME: dict[Unit, Length] = {"in": Length.inches("1/64"), "mm": Length.mm("0.3")}


NM_PER: dict[Unit, int] = {"in": NM_PER_IN, "mm": NM_PER_MM}


OTHER: dict[Unit, Unit] = {"in": "mm", "mm": "in"}


@dataclass(frozen=True, slots=True)
class Tape:
    """The crew's tape: its unit and its finest mark in that unit."""

    unit: Unit = "in"
    step: Fraction = Fraction(1, 16)
    _hash: int = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        # a fraction's own hash takes longer than finding what is kept under it; of numbers alone, it is the same in every process
        object.__setattr__(self, "_hash", hash((self.unit == "in", self.step)))

    def __hash__(self) -> int:
        return self._hash

    @classmethod
    def of(cls, unit: Unit) -> Tape:
        """Give the usual tape of a unit: sixteenths, or whole millimetres."""
        return cls.marked(unit, STEPS[unit][0])

    @staticmethod
    @lru_cache(maxsize=100)
    def marked(unit: Unit, step: Fraction) -> Tape:
        """Give the tape with a finest mark, always the same one: what is kept under it is found without comparing fractions."""
        return Tape(unit, step)

    def mark(self) -> Length:
        """Give the length of one finest mark."""
        return _mark(self)

    def stepped(self, length: Length, marks: int) -> Length:
        """Move a length by whole marks, to the next mark first if it lies between two; never below nothing."""
        whole, rest = divmod(length.nm, self.mark().nm)
        at = whole + (marks if not rest or marks > 0 else marks + 1)
        return self.mark() * max(0, int(at))


@lru_cache(maxsize=100)
def _mark(tape: Tape) -> Length:
    return Length.inches(tape.step) if tape.unit == "in" else Length.mm(tape.step)


@dataclass(frozen=True, slots=True)
class ShownLength:
    """A length as read off the tape. `moved` says where the true length lies against the mark shown."""

    digits: str
    unit: Unit
    value: Length
    moved: ShyOrStrong | None

    @property
    def text(self) -> str:
        """The mark with its unit, in a form `notation.read` takes back: "82 1/2 in", "686 mm"."""
        return f"{self.digits} {self.unit}"

    @property
    def spoken(self) -> str:
        """The mark as one carpenter calls it to another, with "strong" or "shy"."""
        return f"{self.text} {self.told}" if self.told else self.text

    @property
    def told(self) -> ShyOrStrong | None:
        """What is told of what rounding moved: of a mark at nothing nobody says strong or shy."""
        return None if self.digits == "0" else self.moved


def _digits(marks: int, tape: Tape) -> str:
    """Write a whole number of tape marks in the tape's unit."""
    sign, marks = ("-" if marks < 0 else ""), abs(marks)
    parts = tape.step.denominator
    whole, rest = divmod(marks * tape.step.numerator, parts)
    if tape.unit == "mm":
        return f"{sign}{whole}" + (".5" if rest else "")
    if not rest:
        return f"{sign}{whole}"
    common = gcd(rest, parts)
    fraction = f"{rest // common}/{parts // common}"
    return f"{sign}{whole} {fraction}" if whole else f"{sign}{fraction}"


@lru_cache(maxsize=100_000)
def show(length: Length, tape: Tape, rounding: Rounding = "nearest") -> ShownLength:
    """Round a length once to the tape's mark (halves go up when rounding to nearest) and say what that moved.

    Args:
        length: exact; tape: its unit and the mark it is read to; rounding: up, down or to the nearest mark.

    Returns:
        The mark, and whether the true length is strong of it or shy.

    Example:
        13/32 in on a tape of sixteenths, to the nearest, is 7/16 in, shy.
    """
    # in whole numbers throughout: every figure of every answer comes by here
    mark = NM_PER[tape.unit] * tape.step.numerator * length.nm.denominator
    below, rest = divmod(length.nm.numerator * tape.step.denominator, mark)
    if not rest:
        return ShownLength(_digits(below, tape), tape.unit, length, None)
    goes_up = rounding == "up" or (rounding == "nearest" and 2 * rest >= mark)
    at, moved = (below + 1, "shy") if goes_up else (below, "strong")
    return ShownLength(_digits(at, tape), tape.unit, tape.mark() * at, cast(ShyOrStrong, moved))


def run_text(length: Length, tape: Tape, *, down: bool = False) -> str:
    """Write what many pieces come to end to end as it is bought: in feet or metres, to the tenth, rounded up, or `down` where it is a bound.

    Example:
        two sticks of 12 ft are "24 ft", two of 3.6 m are "7.2 m", and "23.7 ft" on a tape in inches.
    """
    run = length.in_inches() / 12 if tape.unit == "in" else length.in_mm() / 1000
    tenths = floor(run * 10) if down else ceil(run * 10)
    whole, part = divmod(tenths, 10)
    return f"{whole:,}{f'.{part}' if part or tape.unit == 'mm' else ''} {'ft' if tape.unit == 'in' else 'm'}"


def plain_number(value: Fraction) -> str:
    """Write an exact number so that it reads back exactly: a decimal when it ends, else a fraction.

    Example:
        Fraction(5, 2) is "2.5", Fraction(1, 3) is "1/3".
    """
    twos = fives = 0
    rest = value.denominator
    while rest % 2 == 0:
        rest, twos = rest // 2, twos + 1
    while rest % 5 == 0:
        rest, fives = rest // 5, fives + 1
    places = max(twos, fives)
    if rest != 1 or places > 6:
        return str(value)
    scaled = value.numerator * 10**places // value.denominator
    if not places:
        return str(scaled)
    sign, digits = ("-" if scaled < 0 else ""), str(abs(scaled)).rjust(places + 1, "0")
    return f"{sign}{digits[:-places]}.{digits[-places:]}"


def beside(length: Length, other: Length, tape: Tape) -> str:
    """Say how a length stands to another, in the tape's marks.

    Example:
        32 in beside 32 1/4 in is "1/4 in less"; within half a mark of it, "the same".
    """
    by = show(max(length - other, other - length), tape)
    return "the same" if by.digits == "0" else f"{by.text} {'more' if length > other else 'less'}"


def exact_number(length: Length, unit: Unit) -> str:
    """Write a length exactly in a unit: inches as a fraction, millimetres as a decimal where it ends.

    Example:
        82.5 in is "165/2" in inches and "2095.5" in millimetres.
    """
    return str(length.in_inches()) if unit == "in" else plain_number(length.in_mm())
