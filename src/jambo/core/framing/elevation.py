"""The true-scale elevation from side A and the story pole beside it: rectangles and heights, ready to draw.

x runs right and y up from the rough floor, as in the handbook. A screen scales these; it computes nothing.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

from jambo.core.drawing import Part, Shape
from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Neighbour, Wall, WallEnd
from jambo.core.framing.framing import Framing
from jambo.core.framing.placed import Placed
from jambo.core.framing.plate import Plate
from jambo.core.framing.slope import ceiling_at
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.names import FigureName

Ceiling = Callable[[Length], Length]


def ceiling_over(wall: Wall, measured_from: WallEnd) -> Ceiling | None:
    """The height of a sloping ceiling over a place on the tape; None under a level one, or while it cannot be told."""
    length = value_of(wall.length)
    if wall.height_right is None or length is None or value_of(wall.height) is None:
        return None
    return lambda x: ceiling_at(wall, x if measured_from == "left" else length - x) or ZERO


def mirrored(shapes: Sequence[Shape]) -> tuple[Shape, ...]:
    """Turn a wall measured from its right end round, so that it is seen from side A."""
    turned = []
    for s in shapes:
        y0, y1 = (s.y1, s.y0) if s.part == "ceiling" else (s.y0, s.y1)  # a slope is a line from corner to corner
        turned.append(Shape(s.part, -s.x1, y0, -s.x0, y1, s.figures))
    return tuple(turned)


def wall_shapes(
    at: Placed,
    plate: Plate,
    framing: Framing,
    wall: Wall,
    header: Header,
    height: Length,
    reach: Sequence[Length] = (),
    ceiling: Ceiling | None = None,
    beside: Sequence[Neighbour] = (),
) -> list[Shape]:
    """The timber around an opening, and the opening itself; as far as `reach`, where a slab or track goes.

    `ceiling` gives the height of a sloping one over a place on the tape; `beside` are the wall's other openings along it.
    """
    near, far = at.near, at.far
    stud, tb = wall.stud_thickness.value, wall.plate_thickness.value
    room = wall.stud_spacing.value
    side = stud * (header.jacks + header.kings)
    margin = room * HALF
    low = min([near - side - room, *(x - margin for x in reach)])
    high = max([far + side + room, *(x + margin for x in reach)])
    if plate.framing_near is not None:  # the opening has a place: stop the drawing at the wall's ends
        low = max(low, min(ZERO, plate.framing_near))
        if (length := value_of(wall.length)) is not None:
            high = min(high, max(length, far + side))
    about = tuple(n for n in (names.RO_WIDTH, names.RO_HEIGHT, names.SIDE_PLAY, names.HEAD_PLAY) if n in at.figures)
    shapes = [Shape("opening", near, ZERO, far, height, about)]
    shapes += [
        Shape("plate", low, ZERO, near, tb, (names.PLATE_CUT,)),
        Shape("plate", far, ZERO, high, tb, (names.PLATE_CUT,)),
    ]
    top = value_of(wall.height)

    def under(x0: Length) -> Length:
        """How high a stud reaches whose near face is at a place."""
        level = top if top is not None else ZERO
        return level if ceiling is None else min(ceiling(x0), ceiling(x0 + stud))

    for one in beside:
        x0, x1 = max(low, one.framing_low), min(high, one.framing_high)
        if x0 < x1 and plate.framing_near is not None:
            over = top if top is not None else height
            shapes.append(Shape("neighbour", x0, tb, x1, over if ceiling is None else min(ceiling(x0), ceiling(x1))))
    ends = [s for s in (ZERO, value_of(wall.length)) if s is not None and plate.framing_near is not None]
    if top is not None and top > tb:
        if ceiling is None:
            shapes.append(Shape("top_plate", low, top, high, top + tb, (names.WALL_TOP,)))
        else:
            shapes.append(Shape("ceiling", low, ceiling(low), high, ceiling(high), (names.WALL_TOP,)))
        for common in plate.commons:
            if common.fate == "stands":
                shapes.append(Shape("stud", common.near, tb, common.near + stud, under(common.near), (common.figure,)))
        for end in ends:
            x0 = end if end == ZERO else end - stud
            clear = x0 + stud <= near - side or x0 >= far + side
            if low <= x0 and x0 + stud <= high and clear:
                shapes.append(Shape("stud", x0, tb, x0 + stud, under(x0)))
        king_near = king_far = names.KING_LENGTH
        if ceiling is not None and names.KING_LOW_LONG in at.figures:
            rises = ceiling(near) <= ceiling(far)
            king_near, king_far = (names.KING_LOW_LONG, names.KING_HIGH_LONG)[:: 1 if rises else -1]
        for i in range(header.kings):
            out = stud * (header.jacks + i)
            near_out, far_out = out + plate.fillers[0], out + plate.fillers[1]
            shapes.append(
                Shape(
                    "king",
                    near - near_out - stud,
                    tb,
                    near - near_out,
                    under(near - near_out - stud),
                    (king_near, names.MARK_KING_NEAR[i + 1]),
                )
            )
            shapes.append(
                Shape(
                    "king",
                    far + far_out,
                    tb,
                    far + far_out + stud,
                    under(far + far_out),
                    (king_far, names.MARK_KING_FAR[i + 1]),
                )
            )
        packed = stud * header.jacks
        for gap, x0 in zip(plate.fillers, (near - packed - plate.fillers[0], far + packed), strict=True):
            if gap > ZERO:
                shapes.append(Shape("filler", x0, tb, x0 + gap, under(x0)))
    for i in range(header.jacks):
        out = stud * i
        shapes.append(Shape("jack", near - out - stud, tb, near - out, height, (names.JACK_LENGTH,)))
        shapes.append(Shape("jack", far + out, tb, far + out + stud, height, (names.JACK_LENGTH,)))
    header_top = value_of(framing.header_top)
    if header_top is not None:
        ears = stud * header.jacks
        shapes.append(
            Shape("header", near - ears, height, far + ears, header_top, (names.HEADER_LENGTH, names.HEADER_TOP))
        )
        if top is not None and top > header_top:
            for c in plate.cripples:
                own = names.CRIPPLE_SLOPE[c.number]
                size = own if own in at.figures else names.CRIPPLE_LENGTH
                shapes.append(Shape("cripple", c.near, header_top, c.near + stud, under(c.near), (size,)))
    return shapes


def floor_shapes(shapes: Sequence[Shape], figures: Figures) -> list[Shape]:
    """Both floors, as wide as what is already drawn."""
    found: list[Shape] = []
    parts: tuple[tuple[Part, FigureName], ...] = (("floor_a", names.FLOOR_A), ("floor_b", names.FLOOR_B))
    for part, name in parts:
        depth = figures.value(name)
        if depth and shapes:
            low, high = min(s.x0 for s in shapes), max(s.x1 for s in shapes)
            found.append(Shape(part, low, ZERO, high, depth, (name,)))
    return found
