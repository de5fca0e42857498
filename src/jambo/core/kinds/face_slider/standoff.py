"""How far a face slider must hang off its wall (handbook 11): trim and lean against backer, spacer and hardware."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from itertools import combinations_with_replacement, pairwise

from jambo.core import rules as house
from jambo.core.frozen import dataclass
from jambo.core.kinds.face_slider.facts import Lean
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Fact, Figure, Known, Missing, Source, add
from jambo.core.quantities.length import ZERO, Length, size, total
from jambo.core.quantities.tape import Unit
from jambo.core.rules import HouseRules

# Thicknesses a backer is stocked in, and stacked to (handbook 11).
STOCK: dict[Unit, tuple[Length, ...]] = {
    "in": (Length.inches("1/2"), Length.inches("3/4"), Length.inches("3/2")),
    "mm": (Length.mm(12), Length.mm(18), Length.mm(38)),
}


MOST_STACKED = 3


@dataclass(frozen=True, slots=True)
class Obstacle:
    """Something that stands out from the wall face up to a height above the finished floor; how far nobody may have said."""

    thickness: Fact
    top: Length


def lean_at(y: Length, line: Length, readings: Iterable[Lean]) -> Length:
    """How far the wall comes forward at a height, against where it stands at the track line: zero there.

    Only differences count, wherever the plumb line hung. Between readings the face is straight, beyond the last it goes on at
    the slope of the nearest two. A slope, or one reading alone, is told against the track line itself.
    """
    read = [*readings]
    points = {r.at.value: r.there(line) for r in read}
    if len(points) < 2 or any(r.over is not None for r in read):
        points = {line: ZERO, **points}
    known = sorted(points.items())
    return _along(y, known) - _along(line, known)


def _along(y: Length, points: Sequence[tuple[Length, Length]]) -> Length:
    """A line through points, straight between them and on beyond the ends."""
    if len(points) < 2:
        return points[0][1]
    (y0, n0), (y1, n1) = next((pair for pair in pairwise(points) if y <= pair[1][0]), (points[-2], points[-1]))
    return n0 + (n1 - n0) * ((y - y0).in_mm() / (y1 - y0).in_mm())


def needed(
    bottom: Length,
    top: Length,
    line: Length,
    obstacles: Iterable[Obstacle],
    readings: tuple[Lean, ...],
    rules: HouseRules,
) -> Computed:
    """The clear distance needed at the worst height behind the slab; it waits for what stands out nobody said how far.

    Trim is constant between its ends and lean straight between readings, so the worst is at one of their ends: exact.

    Args:
        bottom, top: of the slab; line: height of the track's line, from which readings of the wall count.
        obstacles: what the slab must pass, by height and depth; readings: how far the wall comes forward; rules: running clearance.
    """
    obstacles = tuple(obstacles)
    heights = {bottom, top, *(r.at.value for r in readings), *(o.top for o in obstacles)}
    unsaid = [o.thickness for o in obstacles if isinstance(o.thickness, Missing)]
    if unsaid:
        return add(names.STANDOFF_NEEDED, *unsaid)
    found: list[Figure] = []
    for y in sorted(h for h in heights if bottom <= h <= top):
        lines = [rules.known(house.STANDOFF_CLEAR)]
        if behind := [o.thickness for o in obstacles if o.top >= y and isinstance(o.thickness, Known)]:
            lines.insert(0, max(behind, key=lambda thickness: thickness.value))
        if readings:
            nearest = min(readings, key=lambda r: size(r.at.value - y))
            lines.append(Known("wall_lean", lean_at(y, line, readings), Source("reading", nearest.path)))
        one = add(names.STANDOFF_NEEDED, *lines)
        if isinstance(one, Figure):
            found.append(one)
    return max(found, key=lambda f: f.value)


def stacks(habit: Unit) -> Iterator[tuple[Length, ...]]:
    """Every stack of stocked boards that is sensibly made, the fewest boards first."""
    for n in range(1, MOST_STACKED + 1):
        yield from combinations_with_replacement(STOCK[habit], n)


def boards_of(backer: Length, habit: Unit) -> tuple[Length, ...]:
    """The fewest stocked boards that come to a backer's thickness; none where no stack does: one of 30 mm is 12 + 18.

    Args:
        backer: its whole thickness; habit: whose stock is used, inches or millimetres.
    """
    return next((stack for stack in stacks(habit) if total(stack) == backer), ())


def stocked(least: Length, habit: Unit) -> Length | None:
    """The thinnest stack of stocked backers of at least `least`; None beyond what is sensibly stacked.

    Args:
        least: what must be packed out; habit: whose stock is used, inches or millimetres.
    """
    return min((thick for stack in stacks(habit) if (thick := total(stack)) >= least), default=None)
