"""Drawings as DXF (handbook 33): in the job's unit, parts on layers of their own, the carpenter's figures as text.

A part that stands several times alike is a block. Every line ends exactly where the shape it is of does.
"""

from __future__ import annotations

import io
import re
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from ezdxf import units
from ezdxf.document import Drawing as DxfDrawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new
from ezdxf.layouts.layout import Modelspace

from jambo.core.drawing import Drawing, Shape
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
_APART = {"in": 12.0, "mm": 300.0}  # between the views, and from a view to its figures


@dataclass(frozen=True)
class Caption:
    """A figure written beside a view: its text, and the place it is of."""

    text: str
    x: float
    y: float


def in_unit(length: Length, unit: Unit) -> float:
    """A length as a number of a drawing."""
    return float(length.in_inches() if unit == "in" else length.in_mm())


def opening_dxf(facts: Facts, result: Result, tape: Tape, words: Words, unit: Unit) -> DxfDrawing:
    """Give an opening's elevation and, beside it, its plan or section.

    Args:
        facts, result: the opening as it was read and worked out; tape, words: what its figures are written in; unit: of the drawing.
    """
    words = facts.worded(words)
    document, space = _new(unit)
    _rectangles(document, space, result.shapes, unit)
    left = min((in_unit(shape.x0, unit) for shape in result.shapes), default=0.0)
    end = max((in_unit(shape.x1, unit) for shape in result.shapes), default=0.0)
    _beside(space, [*_heights(result, tape, words, left, unit)], unit)
    _under(space, [mark for mark in _marks(facts, result, tape, unit) if left <= mark.x <= end], unit)
    right = end + _APART[unit]
    for drawing in result.drawings:
        right = _drawing(document, space, drawing, result, (right, tape, words, unit))
    return document


def wall_dxf(layout: Layout, tape: Tape, unit: Unit) -> DxfDrawing:
    """Give a wall's elevation with all its openings, and under it the marks on its plate.

    Args:
        layout: the wall; tape: what its figures are written in; unit: of the drawing.
    """
    document, space = _new(unit)
    _rectangles(document, space, [shape for _, shape in layout.shapes], unit)
    _under(space, [Caption(show(mark.at, tape).text, in_unit(mark.at, unit), 0) for mark in layout.marks], unit)
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


def _beside(space: Modelspace, said: Sequence[Caption], unit: Unit) -> None:
    """Figures of heights one over the other, each led to its height."""
    said = sorted(said, key=lambda one: one.y)
    apart = _APART[unit]
    places = spread([one.y for one in said], [1.5 * _TEXT[unit]] * len(said), -1e9, 1e9)
    for one, y in zip(said, places, strict=True):
        _lead(space, [(one.x - apart / 4, one.y), (one.x - apart * 0.6, one.y), (one.x - apart, y)])
        _write(space, replace(one, x=one.x - apart * 1.1, y=y), unit, TextEntityAlignment.MIDDLE_RIGHT)


def _under(space: Modelspace, said: Sequence[Caption], unit: Unit) -> None:
    """Figures along a plate side by side, upright, each led to its mark; what is marked twice is written once."""
    said = sorted({(one.x, one.text): one for one in said}.values(), key=lambda one: one.x)
    apart = _APART[unit]
    places = spread([one.x for one in said], [1.5 * _TEXT[unit]] * len(said), -1e9, 1e9)
    for one, x in zip(said, places, strict=True):
        _lead(space, [(one.x, one.y), (one.x, one.y - apart / 2), (x, one.y - apart)])
        _write(space, replace(one, x=x, y=one.y - apart * 1.1), unit, TextEntityAlignment.MIDDLE_RIGHT, turned=90)


def _lead(space: Modelspace, points: Sequence[tuple[float, float]]) -> None:
    for start, end in pairwise(points):
        space.add_line(start, end, dxfattribs={"layer": "figures"})


def _drawing(
    document: DxfDrawing, space: Modelspace, drawing: Drawing, result: Result, way: tuple[float, Tape, Words, Unit]
) -> float:
    """A plan or section at the right of what stands already, its figures beside it; gives where it ends."""
    right, tape, words, unit = way
    points = [point for outline in drawing.outlines for point in outline.points]
    if not points:
        return right
    left = min(in_unit(x, unit) for x, _ in points)
    by = right - left
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
            said = f"{show(size(value), tape, dim.figure.rounding).text}  {label(dim.figure, words)}"
            _write(space, Caption(said, (x0 + x1) / 2, (y0 + y1) / 2), unit)
    return max(in_unit(x, unit) for x, _ in points) + by + _APART[unit]


def _write(
    space: Modelspace,
    said: Caption,
    unit: Unit,
    align: TextEntityAlignment = TextEntityAlignment.MIDDLE_CENTER,
    turned: float = 0,
) -> None:
    text = space.add_text(
        re.sub(r"[\x00-\x1f]", " ", said.text), height=_TEXT[unit], rotation=turned, dxfattribs={"layer": "figures"}
    )
    text.set_placement((said.x, said.y), align=align)


def dxf_text(document: DxfDrawing) -> str:
    """Write a drawing as DXF."""
    out = io.StringIO()
    document.write(out)
    return out.getvalue()
