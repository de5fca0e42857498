"""Drawings as DXF (handbook 33): in the job's unit, parts on layers of their own, the carpenter's figures as text.

A part that stands several times alike is a block. Every line ends exactly where the shape it is of does.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

from ezdxf import units
from ezdxf.document import Drawing as DxfDrawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new
from ezdxf.layouts.layout import Modelspace

from jambo.core.drawing import Drawing, Shape, View
from jambo.core.labels import label
from jambo.core.quantities.figure import Figure
from jambo.core.quantities.length import Length, size
from jambo.core.quantities.tape import Tape, Unit, show
from jambo.core.solve import Result
from jambo.core.wall.layout import Layout
from jambo.core.words.lists import Words
from jambo.format.facts import Facts
from jambo.views.paper.spread import spread

_TEXT = {"in": 2.0, "mm": 50.0}  # height of the figures
_APART = 6.0  # heights of a figure: between the views, and from a view to its figures
_ALONE = 45.0  # heights of a figure: how long a view is that is drawn on its own


@dataclass(frozen=True)
class Caption:
    """A figure written beside a view: its text, and the place it is of."""

    text: str
    x: float
    y: float


def in_unit(length: Length, unit: Unit) -> float:
    """A length as a number of a drawing."""
    return float(length.in_inches() if unit == "in" else length.in_mm())


def opening_dxf(
    facts: Facts, result: Result, tape: Tape, words: Words, unit: Unit, only: View | None = None
) -> DxfDrawing:
    """Give an opening's elevation and, beside it, its plan or section.

    Args:
        facts, result: the opening as it was read and worked out; tape, words: what its figures are written in; unit: of the drawing;
            only: its plan or its section alone.
    """
    words = facts.worded(words)
    document, space = _new(unit)
    right = 0.0 if only else _elevation(document, space, facts, result, (tape, words, unit))
    for drawing in result.drawings:
        if drawing.outlines and only in (None, drawing.name):
            high = _longest(drawing, unit) / _ALONE if only else _TEXT[unit]
            right = _drawing(document, space, drawing, result, (right, high, tape, words, unit))
    return document


def _longest(drawing: Drawing, unit: Unit) -> float:
    """How long a view is, or how high."""
    points = [point for outline in drawing.outlines for point in outline.points]
    return max(in_unit(max(along) - min(along), unit) for along in zip(*points, strict=True))


def _elevation(
    document: DxfDrawing, space: Modelspace, facts: Facts, result: Result, said_in: tuple[Tape, Words, Unit]
) -> float:
    """An opening as it stands in its wall; gives where the next view begins."""
    tape, words, unit = said_in
    high = _TEXT[unit]
    _rectangles(document, space, result.shapes, unit)
    left = min((in_unit(shape.x0, unit) for shape in result.shapes), default=0.0)
    end = max((in_unit(shape.x1, unit) for shape in result.shapes), default=0.0)
    _beside(space, [*_heights(result, tape, words, left - _APART * high / 4, unit)], high, left, -1)
    _under(space, [mark for mark in _marks(facts, result, tape, unit) if left <= mark.x <= end], high)
    return end + _APART * high


def wall_dxf(layout: Layout, tape: Tape, unit: Unit) -> DxfDrawing:
    """Give a wall's elevation with all its openings, and under it the marks on its plate.

    Args:
        layout: the wall; tape: what its figures are written in; unit: of the drawing.
    """
    document, space = _new(unit)
    _rectangles(document, space, [shape for _, shape in layout.shapes], unit)
    _under(space, [Caption(show(mark.at, tape).text, in_unit(mark.at, unit), 0) for mark in layout.marks], _TEXT[unit])
    return document


def _new(unit: Unit) -> tuple[DxfDrawing, Modelspace]:
    document = new("R2010", setup=True)
    document.units = units.IN if unit == "in" else units.MM
    _layer(document, "figures")
    return document, document.modelspace()


def _layer(document: DxfDrawing, part: str) -> str:
    if part not in document.layers:
        document.layers.add(part)
    return part


def _rectangles(document: DxfDrawing, space: Modelspace, shapes: Sequence[Shape], unit: Unit) -> None:
    """Parts as closed lines, each on its part's layer; of parts alike a block is made."""
    alike = Counter((shape.part, shape.x1 - shape.x0, shape.y1 - shape.y0) for shape in shapes)
    for shape in shapes:
        key = (shape.part, shape.x1 - shape.x0, shape.y1 - shape.y0)
        layer = {"layer": _layer(document, shape.part)}
        x0, y0, x1, y1 = (in_unit(at, unit) for at in (shape.x0, shape.y0, shape.x1, shape.y1))
        if alike[key] == 1:
            space.add_lwpolyline([(x0, y0), (x1, y0), (x1, y1), (x0, y1)], close=True, dxfattribs=layer)
            continue
        wide, high = in_unit(key[1], unit), in_unit(key[2], unit)
        name = f"{shape.part} {wide:g} x {high:g}"
        if name not in document.blocks:
            corners = [(0, 0), (wide, 0), (wide, high), (0, high)]
            document.blocks.new(name).add_lwpolyline(corners, close=True, dxfattribs={"layer": "0"})
        space.add_blockref(name, (x0, y0), dxfattribs=layer)


def _heights(result: Result, tape: Tape, words: Words, left: float, unit: Unit) -> Iterator[Caption]:
    """The story pole, to the left of the elevation."""
    for mark in result.pole:
        figure = mark.figure
        read = show(figure.value, tape, figure.name.rounding).text
        yield Caption(f"{read}  {label(figure.name, words)}", left, in_unit(figure.value, unit))


def _marks(facts: Facts, result: Result, tape: Tape, unit: Unit) -> Iterator[Caption]:
    """The marks on the plate."""
    sign = 1 if facts.opening.placing.measured_from == "left" else -1
    for one in result.plate.marks:
        if isinstance(one.measure, Figure) and one.measure.name in result.figures:
            yield Caption(show(one.measure.value, tape).text, sign * in_unit(one.measure.value, unit), 0)


def _beside(space: Modelspace, said: Sequence[Caption], high: float, edge: float, out: Literal[1, -1]) -> None:
    """Figures one over the other beyond a view's edge, at its right (1) or its left (-1), each led to its place."""
    said = sorted(said, key=lambda one: one.y)
    apart = _APART * high * out
    places = spread([one.y for one in said], [1.5 * high] * len(said), -1e9, 1e9)
    align = TextEntityAlignment.MIDDLE_LEFT if out > 0 else TextEntityAlignment.MIDDLE_RIGHT
    for one, y in zip(said, places, strict=True):
        _lead(space, [(one.x, one.y), (edge + apart * 0.6, one.y), (edge + apart, y)])
        _write(space, replace(one, x=edge + apart * 1.1, y=y), high, align)


def _rows_under(space: Modelspace, said: Sequence[Caption], high: float, foot: float) -> None:
    """Figures of what lies along a view, each led down to a row of its own under the view's foot; that farthest to the right first."""
    for n, one in enumerate(sorted(said, key=lambda one: -one.x), 1):
        y = foot - _APART / 2 * n * high
        _lead(space, [(one.x, one.y), (one.x, y), (one.x + high / 2, y)])
        _write(space, replace(one, x=one.x + high, y=y), high, TextEntityAlignment.MIDDLE_LEFT)


def _under(space: Modelspace, said: Sequence[Caption], high: float) -> None:
    """Figures along a plate side by side, upright, each led to its mark; what is marked twice is written once."""
    said = sorted({(one.x, one.text): one for one in said}.values(), key=lambda one: one.x)
    apart = _APART * high
    places = spread([one.x for one in said], [1.5 * high] * len(said), -1e9, 1e9)
    for one, x in zip(said, places, strict=True):
        _lead(space, [(one.x, one.y), (one.x, one.y - apart / 2), (x, one.y - apart)])
        _write(space, replace(one, x=x, y=one.y - apart * 1.1), high, TextEntityAlignment.MIDDLE_RIGHT, turned=90)


def _lead(space: Modelspace, points: Sequence[tuple[float, float]]) -> None:
    for start, end in pairwise(points):
        space.add_line(start, end, dxfattribs={"layer": "figures"})


def _drawing(
    document: DxfDrawing,
    space: Modelspace,
    drawing: Drawing,
    result: Result,
    way: tuple[float, float, Tape, Words, Unit],
) -> float:
    """A plan or section at the right of what stands already, its figures beside it; gives where it ends."""
    right, high, tape, words, unit = way
    points = [point for outline in drawing.outlines for point in outline.points]
    by = right - min(in_unit(x, unit) for x, _ in points)
    end = max(in_unit(x, unit) for x, _ in points) + by
    said: list[Caption] = []
    for outline in drawing.outlines:
        corners = [(in_unit(x, unit) + by, in_unit(y, unit)) for x, y in outline.points]
        space.add_lwpolyline(
            corners, close=True, dxfattribs={"layer": _layer(document, f"{drawing.name} {outline.part}")}
        )
    for dim in drawing.dims:
        if (value := result.figures.value(dim.figure)) is not None:
            ends = [(in_unit(x, unit) + by, in_unit(y, unit)) for x, y in (dim.start, dim.end)]
            space.add_line(ends[0], ends[1], dxfattribs={"layer": _layer(document, f"{drawing.name} dimensions")})
            (x0, y0), (x1, y1) = ends
            text = f"{show(size(value), tape, dim.figure.rounding).text}  {label(dim.figure, words)}"
            said.append(Caption(text, (x0 + x1) / 2, (y0 + y1) / 2))
    if drawing.depth == "x":
        _beside(space, said, high, end, 1)
    else:
        _rows_under(space, said, high, min(in_unit(y, unit) for _, y in points))
    return end + _APART * high


def _write(
    space: Modelspace,
    said: Caption,
    high: float,
    align: TextEntityAlignment,
    turned: float = 0,
) -> None:
    text = space.add_text(
        re.sub(r"[\x00-\x1f]", " ", said.text), height=high, rotation=turned, dxfattribs={"layer": "figures"}
    )
    text.set_placement((said.x, said.y), align=align)
