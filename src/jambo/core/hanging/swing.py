"""What an open leaf does (handbook 17 and 18): where it drifts, and how its bottom edge passes over the floor.

The hinge line leans `t_x` toward the strike and `t_n` toward the side the leaf opens to (slopes, top positive). An
angle runs from closed. The floor rises `across` toward the strike and `along` the swing.
"""

from __future__ import annotations

from collections.abc import Sequence
from math import atan2, cos, degrees, hypot, radians, sin
from typing import Literal

from jambo.core.frozen import dataclass

FRICTION = 1 / 640
Drift = Literal["stays", "opens", "shuts"]


def pull(t_x: float, t_n: float, angle: float) -> float:
    """How hard a leaf at an angle (degrees) is drawn: > 0 opens it, < 0 shuts it.

    Args:
        t_x, t_n: how much the hinge line leans toward the strike and toward the side it opens to, mm per mm.
    """
    f = radians(angle)
    return -t_x * sin(f) + t_n * cos(f)


def drift(t_x: float, t_n: float, angle: float) -> Drift:
    """What a leaf let go at an angle does."""
    force = pull(t_x, t_n, angle)
    return "stays" if abs(force) <= FRICTION else "opens" if force > 0 else "shuts"


def rest_angle(t_x: float, t_n: float) -> float | None:
    """The angle the leaf settles at: the direction the hinge line leans; None when it leans too little to matter."""
    return degrees(atan2(t_n, t_x)) if hypot(t_x, t_n) > FRICTION else None


@dataclass(frozen=True, slots=True)
class Bump:
    """A measured bump: distance from the hinges, direction in degrees, height over the floor's plane; one length unit."""

    distance: float
    angle: float
    height: float


@dataclass(frozen=True, slots=True)
class Sweep:
    """The least clearance under a leaf and the angle it happens at; `lift` is what is missing to the gap wanted."""

    least: float
    angle: float
    at: float


def clearance(gap: float, r: float, angle: float, slope_x: float, slope_n: float) -> float:
    """Clearance under the leaf's bottom at distance r and angle; slopes are floor and hinge line added up.

    Args:
        gap: under the closed leaf at the hinges; r: from the hinges, in the gap's unit; angle: in degrees; slopes: unit per unit.
    """
    f = radians(angle)
    return gap - r * (slope_x * cos(f) + slope_n * sin(f))


def sweep(gap: float, width: float, slope_x: float, slope_n: float, opens: float, bumps: Sequence[Bump] = ()) -> Sweep:
    """The least clearance over the leaf's width and its opening angle, exactly.

    At every angle it is linear in r, and along the edge it is one cosine of the angle: ends, its trough, and the bumps.

    Args:
        gap, width: of the leaf, in one unit; slope_x, slope_n: as for `clearance`; opens: the widest angle, in degrees.
        bumps: measured over the floor's plane.

    Returns:
        The least clearance with the angle and the distance from the hinges where it is.
    """
    angles = [0.0, opens]
    if 0 < (trough := degrees(atan2(slope_n, slope_x))) < opens:
        angles.append(trough)
    spots = [Sweep(clearance(gap, r, f, slope_x, slope_n), f, r) for f in angles for r in (0.0, width)]
    spots += [
        Sweep(clearance(gap, b.distance, b.angle, slope_x, slope_n) - b.height, b.angle, b.distance)
        for b in bumps
        if b.distance <= width and 0 <= b.angle <= opens
    ]
    return min(spots, key=lambda s: (s.least, s.angle, -s.at))
