"""What a drawing is made of: flat outlines in millimetre-true lengths, and dimension lines that name a figure.

Elevations use rectangles with x right and y up (`Shape`); plans and sections use outlines (`Outline`). A screen scales
them; it computes nothing.
"""

from __future__ import annotations

from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName

ShapePart = Literal[
    "opening", "plate", "top_plate", "stud", "king", "jack", "header", "cripple", "leg", "head", "leaf",
    "floor_a", "floor_b", "hinge", "sill", "filler", "pocket", "split_stud", "split_head", "kit_header", "track",
    "leaf_open", "slab", "hanger", "stop", "guide", "casing", "finish", "backer", "base", "ceiling", "found_stud", "deck",
    "clear_zone", "neighbour", "buck",
]  # fmt: skip
View = Literal["plan", "section"]  # beside the elevation
Point = tuple[Length, Length]


@dataclass(frozen=True, slots=True)
class Shape:
    """One rectangle of the elevation and the figures it answers to."""

    part: ShapePart
    x0: Length
    y0: Length
    x1: Length
    y1: Length
    figures: tuple[FigureName, ...] = ()


@dataclass(frozen=True, slots=True)
class Outline:
    """One closed outline of a plan or section. In a plan x runs along the wall and y from side A to side B."""

    part: ShapePart
    points: tuple[Point, ...]
    figures: tuple[FigureName, ...] = ()


@dataclass(frozen=True, slots=True)
class Dim:
    """A dimension line between two points, reading one figure."""

    figure: FigureName
    start: Point
    end: Point


@dataclass(frozen=True, slots=True)
class Drawing:
    """A plan or section. `depth` says which axis may be stretched so that thin things can be seen."""

    name: View
    depth: Literal["x", "y"]
    outlines: tuple[Outline, ...]
    dims: tuple[Dim, ...] = ()


def box(part: ShapePart, x0: Length, y0: Length, x1: Length, y1: Length, *figures: FigureName) -> Outline:
    """Make a rectangular outline."""
    return Outline(part, ((x0, y0), (x1, y0), (x1, y1), (x0, y1)), figures)
