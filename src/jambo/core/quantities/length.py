"""Exact lengths (handbook 0): 1/64 in and 0.1 mm are both exact, and no length is a binary float."""

from __future__ import annotations

from collections.abc import Iterable
from decimal import Decimal
from fractions import Fraction
from typing import TypeGuard

from jambo.core.frozen import dataclass

NM_PER_MM = 1_000_000


NM_PER_IN = 25_400_000

Exact = int | Fraction


def whole(value: Exact) -> Exact:
    """Keep whole numbers as int: integer sums are many times faster than fractions."""
    # type() and not isinstance(): Fraction is an abstract number, and that check alone costs more than the sum.
    return value if type(value) is int or value.denominator != 1 else value.numerator


def _times(nm: Exact, times: Exact) -> Exact:
    if type(times) is int or type(nm) is not int:
        return whole(nm * times)
    all_of_it, rest = divmod(nm * times.numerator, times.denominator)
    return nm * times if rest else all_of_it


@dataclass(frozen=True, slots=True, eq=False)
class Length:
    """A length in nanometres: an int, or a Fraction where a half or a third has arisen inside a sum."""

    nm: Exact

    @classmethod
    def inches(cls, value: int | str | Decimal | Fraction) -> Length:
        """Make a length from inches, given exactly ("105/4", "82.5", 7). Raises ValueError for anything else."""
        return cls(whole(Fraction(value) * NM_PER_IN))

    @classmethod
    def mm(cls, value: int | str | Decimal | Fraction) -> Length:
        """Make a length from millimetres, given exactly. Raises ValueError for anything else."""
        return cls(whole(Fraction(value) * NM_PER_MM))

    def in_inches(self) -> Fraction:
        """Give the exact number of inches."""
        return Fraction(self.nm) / NM_PER_IN

    def in_mm(self) -> Fraction:
        """Give the exact number of millimetres."""
        return Fraction(self.nm) / NM_PER_MM

    # Written out, each of them: an opening asks for some thousand of these sums and comparisons.
    def __add__(self, other: Length) -> Length:
        nm = self.nm + other.nm
        return Length(nm if type(nm) is int else whole(nm))

    def __sub__(self, other: Length) -> Length:
        nm = self.nm - other.nm
        return Length(nm if type(nm) is int else whole(nm))

    def __neg__(self) -> Length:
        return Length(-self.nm)

    def __mul__(self, times: Exact) -> Length:
        return Length(_times(self.nm, times))

    __rmul__ = __mul__

    def __eq__(self, other: object) -> bool:
        return type(other) is Length and self.nm == other.nm

    def __hash__(self) -> int:
        return hash(self.nm)

    def __lt__(self, other: Length) -> bool:
        return self.nm < other.nm

    def __le__(self, other: Length) -> bool:
        return self.nm <= other.nm

    def __gt__(self, other: Length) -> bool:
        return self.nm > other.nm

    def __ge__(self, other: Length) -> bool:
        return self.nm >= other.nm

    def __bool__(self) -> bool:
        """No length is true or false: nothing (0) is not the same as not said (None). Raises TypeError."""
        raise TypeError("a length has no truth: compare it with ZERO, or what may be missing with None")


ZERO = Length(0)


def total(lengths: Iterable[Length]) -> Length:
    """Add lengths up; nothing adds up to zero."""
    return Length(whole(sum(length.nm for length in lengths)))


def size(length: Length) -> Length:
    """Give a length without its sign."""
    return -length if length < ZERO else length


def some(length: Length | None) -> TypeGuard[Length]:
    """Whether there is a length, and it is more or less than nothing."""
    return length is not None and length != ZERO


def or_zero(length: Length | None) -> Length:
    """Give a length, or 0 where there is none, for a sum or a comparison in which that changes nothing."""
    return ZERO if length is None else length
