"""An opening under a ceiling that slopes along the wall (handbook 6): its height at a place, kings cut to the slope, the nailer."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from math import isqrt

from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Wall, WallEnd
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Known, Source, add, value_of
from jambo.core.quantities.length import Length, or_zero, size

FLAGS = FlagWords(
    {
        "frame": {
            "ceiling-slopes": (
                "note",
                "The ceiling slopes over it by {rise}: {king}s are {low} and {high} at their long points.",
                "Cut each {king} and {cripple} to its place, its top to the slope.",
            ),
        },
    }
)


PATH = "wall.height_right"


def ceiling_at(wall: Wall, x: Length) -> Length | None:
    """The ceiling over a place along the wall, rounded down to the nanometre; None while a height or the length is unknown."""
    height, length = value_of(wall.height), value_of(wall.length)
    if wall.height_right is None or length is None or height is None:
        return height
    rise = Fraction(wall.height_right.value.nm - height.nm) * Fraction(x.nm) / Fraction(length.nm)
    return Length(int((height.nm + rise).__floor__()))


def rises(wall: Wall) -> bool:
    """Whether the ceiling goes up to the right; `wall` as a whole or as an opening in it has it."""
    return wall.height_right is not None and wall.height_right.value > or_zero(value_of(wall.height))


def long_point(wall: Wall, left: Length) -> Length | None:
    """How high a stud with its left face at a place reaches at its longer edge; None while the ceiling is unknown."""
    ends = [ceiling_at(wall, x) for x in (left, left + wall.stud_thickness.value)]
    heights = [h for h in ends if h is not None]
    return max(heights) if heights else None


def along(run: Length, rise: Length) -> Length:
    """The length of a piece that runs along a slope, rounded up to the nanometre.

    Example:
        A run of 3 ft with a rise of 4 ft takes a piece of 5 ft.
    """
    squared = Fraction(run.nm) ** 2 + Fraction(rise.nm) ** 2
    whole = isqrt(int(squared))
    return Length(whole + (whole**2 < squared))


@dataclass(frozen=True, slots=True)
class CeilingSlope:
    """The ceiling over one opening's framing: the side it is lower on, the figures that follow, and what is to be said."""

    low_side: WallEnd
    figures: tuple[Computed, ...]
    flags: tuple[Flag, ...]


def _known(name: str, value: Length) -> Known:
    return Known(name, value, Source("given", PATH, "by the slope"))


def under_slope(wall: Wall, low: Length | None, high: Length | None) -> Wall:
    """The wall as an opening between two places has it: its height is the lowest there, so that whatever fits fits everywhere.

    Args:
        wall: with its height at both ends; low, high: from the wall's left end, None where the opening has no place.
    """
    if wall.height_right is None:
        return wall
    ends = [ceiling_at(wall, x) for x in (low, high) if x is not None]
    heights = [h for h in (ends or [value_of(wall.height), wall.height_right.value]) if h is not None]
    if not heights:
        return wall
    return replace(wall, height=_known("ceiling_low", min(heights)))


def slope_over(
    wall: Wall,
    low: Length | None,
    high: Length | None,
    header: Header,
    header_top: Computed,
    cripples: Sequence[tuple[int, Length]] = (),
) -> CeilingSlope | None:
    """Kings, cripples and nailer under a slope; `low` and `high` are the outer faces of the framing, from the left end.

    Every stud is measured to its long point; `cripples` are given by number and left face, and each has its own length. A
    standing wall's cripples want a nailer along the slope, from king to king.

    Args:
        wall: with its height at both ends; header: its kings; header_top: where the cripples stand.

    Returns:
        The low side with the figures and flags; None under a level ceiling, or while the framing has no place.
    """
    if wall.height_right is None or low is None or high is None:
        return None
    kings = wall.stud_thickness.value * header.kings
    ends = [ceiling_at(wall, x) for x in (low, low + kings, high - kings, high)]
    if any(end is None for end in ends):
        return None
    left_out, left_in, right_in, right_out = (end for end in ends if end is not None)
    rises = right_out > left_out
    low_long = max(left_out, left_in) if rises else max(right_out, right_in)
    high_long = max(right_out, right_in) if rises else max(left_out, left_in)
    run, rise = high - low - kings * 2, size(right_in - left_in)
    plate = wall.less_sole
    figures: list[Computed] = [
        add(names.KING_LOW_LONG, _known("ceiling_here", low_long), plate),
        add(names.KING_HIGH_LONG, _known("ceiling_here", high_long), plate),
    ]
    if wall.existing:  # a new wall's top plates run along the slope themselves
        figures.append(add(names.SLOPE_NAILER, _known("along_slope", along(run, rise))))
    figures += [
        add(names.CRIPPLE_SLOPE[number], _known("ceiling_here", top), (-1, header_top))
        for number, left in cripples
        if (top := long_point(wall, left)) is not None
    ]
    values: Values = {
        "rise": size(right_out - left_out), "low": low_long - wall.sole,
        "high": high_long - wall.sole,
    }  # fmt: skip
    flag = FLAGS("ceiling-slopes", values, (names.KING_LOW_LONG, names.KING_HIGH_LONG), PATH)
    return CeilingSlope("left" if rises else "right", tuple(figures), (flag,))
