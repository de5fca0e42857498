"""Exact lengths (handbook 0): 1/64 in and 0.1 mm are both exact, and no length is a binary float."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from functools import total_ordering

NM_PER_MM = 1_000_000


NM_PER_IN = 25_400_000

Exact = int | Fraction


def _whole(value: Exact) -> Exact:
    """Keep whole numbers as int: integer sums are many times faster than fractions."""
    # type() and not isinstance(): Fraction is an abstract number, and that check alone costs more than the sum.
    return value if type(value) is int or value.denominator != 1 else value.numerator


def _times(nm: Exact, times: Exact) -> Exact:
    if type(times) is int or type(nm) is not int:
        return _whole(nm * times)
    whole, rest = divmod(nm * times.numerator, times.denominator)
    return nm * times if rest else whole


@total_ordering
@dataclass(frozen=True, slots=True, eq=True)
class Length:
    """A length in nanometres: an int, or a Fraction where a half or a third has arisen inside a sum."""

    nm: Exact

    @classmethod
    def inches(cls, value: int | str | Decimal | Fraction) -> Length:
        """Make a length from inches, given exactly ("105/4", "82.5", 7). Raises ValueError for anything else."""
        return cls(_whole(Fraction(value) * NM_PER_IN))

    @classmethod
    def mm(cls, value: int | str | Decimal | Fraction) -> Length:
        """Make a length from millimetres, given exactly. Raises ValueError for anything else."""
        return cls(_whole(Fraction(value) * NM_PER_MM))

    def in_inches(self) -> Fraction:
        """Give the exact number of inches."""
        return Fraction(self.nm) / NM_PER_IN

    def in_mm(self) -> Fraction:
        """Give the exact number of millimetres."""
        return Fraction(self.nm) / NM_PER_MM

    def __add__(self, other: Length) -> Length:
        return Length(_whole(self.nm + other.nm))

    def __sub__(self, other: Length) -> Length:
        return Length(_whole(self.nm - other.nm))

    def __neg__(self) -> Length:
        return Length(-self.nm)

    def __mul__(self, times: Exact) -> Length:
        return Length(_times(self.nm, times))

    __rmul__ = __mul__

    def __lt__(self, other: Length) -> bool:
        return self.nm < other.nm

    def __bool__(self) -> bool:
        return self.nm != 0


ZERO = Length(0)


def total(lengths: Iterable[Length]) -> Length:
    """Add lengths up; nothing adds up to zero."""
    return Length(_whole(sum(length.nm for length in lengths)))


def size(length: Length) -> Length:
    """Give a length without its sign."""
    return -length if length < ZERO else length
