"""The true-scale elevation from side A and the story pole beside it: rectangles and heights, ready to draw.

x runs right and y up from the rough floor, as in the handbook. A screen scales these; it computes nothing.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from jambo.core.drawing import Shape, ShapePart
from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Neighbour, Wall, WallEnd
from jambo.core.framing.framing import Framing
from jambo.core.framing.pieces import each_leg
from jambo.core.framing.placed import Placed
from jambo.core.framing.plate import Plate
from jambo.core.framing.slope import ceiling_at
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero, some
from jambo.core.quantities.names import FigureName

Ceiling = Callable[[Length], Length]


def ceiling_over(wall: Wall, measured_from: WallEnd) -> Ceiling | None:
    """The height of a sloping ceiling over a place on the tape; None under a level one, or while it cannot be told."""
    length = value_of(wall.length)
    if wall.height_right is None or length is None or value_of(wall.height) is None:
        return None
    return lambda x: or_zero(ceiling_at(wall, x if measured_from == "left" else length - x))


def mirrored(shapes: Sequence[Shape]) -> tuple[Shape, ...]:
    """Turn a wall measured from its right end round, so that it is seen from side A."""
    turned = []
    for s in shapes:
        y0, y1 = (s.y1, s.y0) if s.part == "ceiling" else (s.y0, s.y1)  # a slope is a line from corner to corner
        turned.append(Shape(s.part, -s.x1, y0, -s.x0, y1, s.figures))
    return tuple(turned)


@dataclass(frozen=True, slots=True)
class _Drawn:
    """A stretch of wall as it is drawn: the opening's place and framing, the ends of the drawing, and what is overhead."""

    at: Placed
    plate: Plate
    wall: Wall
    header: Header
    ceiling: Ceiling | None
    low: Length
    high: Length

    @property
    def stud(self) -> Length:
        return self.wall.stud_thickness.value

    @property
    def buck(self) -> Length:
        """How thick the buck in the hole is."""
        return self.header.beside(ZERO)

    @property
    def packed(self) -> Length:
        """How far the kings stand from the opening."""
        return self.header.beside(self.stud)

    @property
    def plate_top(self) -> Length:
        return self.wall.sole

    @property
    def top(self) -> Length | None:
        return value_of(self.wall.height)

    def under(self, x: Length) -> Length:
        """How high a stud reaches whose near face is at a place."""
        if self.ceiling is None:
            return self.top if self.top is not None else ZERO
        return min(self.ceiling(x), self.ceiling(x + self.stud))

    def upright(self, part: ShapePart, x: Length, *figures: FigureName) -> Shape:
        """A stud from the plate up, its near face at a place."""
        return Shape(part, x, self.plate_top, x + self.stud, self.under(x), figures)


def _drawn(
    at: Placed, plate: Plate, wall: Wall, header: Header, reach: Sequence[Length], ceiling: Ceiling | None
) -> _Drawn:
    """How much of the wall is drawn: a bay beyond the framing, as far as `reach`, no further than the wall goes."""
    side = header.beside(wall.stud_thickness.value) + wall.stud_thickness.value * header.kings
    room = wall.stud_spacing.value
    margin = room * HALF
    low = min([at.near - side - room, *(x - margin for x in reach)])
    high = max([at.far + side + room, *(x + margin for x in reach)])
    if plate.framing_near is not None:  # the opening has a place: stop the drawing at the wall's ends
        low = max(low, min(ZERO, plate.framing_near))
        if (length := value_of(wall.length)) is not None:
            high = min(high, max(length, at.far + side))
    return _Drawn(at, plate, wall, header, ceiling, low, high)


def _neighbours(d: _Drawn, beside: Sequence[Neighbour], height: Length) -> Iterator[Shape]:
    """The wall's other openings, as far as they come into the drawing."""
    if d.plate.framing_near is None:
        return
    for one in beside:
        x0, x1 = max(d.low, one.framing_low), min(d.high, one.framing_high)
        if x0 < x1:
            flat = d.top if d.top is not None else height
            over = flat if d.ceiling is None else min(d.ceiling(x0), d.ceiling(x1))
            yield Shape("neighbour", x0, d.plate_top, x1, over)


def _overhead(d: _Drawn, top: Length) -> Shape:
    """The top plate, or the sloping ceiling."""
    if d.ceiling is None:
        return Shape(
            "top_plate", d.low, top, d.high, top + d.wall.plate_thickness.value * d.wall.top_plates, (names.WALL_TOP,)
        )
    return Shape("ceiling", d.low, d.ceiling(d.low), d.high, d.ceiling(d.high), (names.WALL_TOP,))


def _commons(d: _Drawn) -> Iterator[Shape]:
    """The studs of the layout that stand, and those at the wall's ends where the framing leaves them room."""
    for common in d.plate.commons:
        if common.fate == "stands":
            yield d.upright("stud", common.near, common.figure)
    if d.plate.framing_near is None:
        return
    side = d.packed + d.stud * d.header.kings
    for end in (ZERO, value_of(d.wall.length)):
        if end is None:
            continue
        x0 = end if end == ZERO else end - d.stud
        clear = x0 + d.stud <= d.at.near - side or x0 >= d.at.far + side
        if d.low <= x0 and x0 + d.stud <= d.high and clear:
            yield d.upright("stud", x0)


def _kings(d: _Drawn) -> Iterator[Shape]:
    """The kings on both sides, and what fills between a standing one and the jack."""
    king_near = king_far = names.KING_LENGTH
    if d.ceiling is not None and names.KING_LOW_LONG in d.at.figures:
        rises = d.ceiling(d.at.near) <= d.ceiling(d.at.far)
        king_near, king_far = (names.KING_LOW_LONG, names.KING_HIGH_LONG)[:: 1 if rises else -1]
    fill_near, fill_far = d.plate.fillers
    for i in range(d.header.kings):
        out = d.packed + d.stud * i
        yield d.upright("king", d.at.near - out - fill_near - d.stud, king_near, names.MARK_KING_NEAR[i + 1])
        yield d.upright("king", d.at.far + out + fill_far, king_far, names.MARK_KING_FAR[i + 1])
    packed = d.packed
    for gap, x0 in ((fill_near, d.at.near - packed - fill_near), (fill_far, d.at.far + packed)):
        if gap > ZERO:
            yield Shape("filler", x0, d.plate_top, x0 + gap, d.under(x0))


def _header(d: _Drawn, height: Length, header_top: Length | None) -> Iterator[Shape]:
    """The jacks, the buck between them, the header on them, and the cripples over it."""
    near, far, stud = d.at.near, d.at.far, d.stud
    jacks = [one.name for one in each_leg(names.JACK_LENGTH, d.at.figures)] or [names.JACK_LENGTH]
    at_near, at_far = (jacks[0], jacks[-1]) if d.at.measured_from == "left" else (jacks[-1], jacks[0])
    for i in range(d.header.jacks):
        out, top = d.buck + stud * i, height + d.buck
        yield Shape("jack", near - out - stud, d.plate_top, near - out, top, (at_near,))
        yield Shape("jack", far + out, d.plate_top, far + out + stud, top, (at_far,))
    if d.buck > ZERO:
        yield Shape("buck", near - d.buck, ZERO, near, height, (names.BUCK_LEG,))
        yield Shape("buck", far, ZERO, far + d.buck, height, (names.BUCK_LEG,))
        yield Shape("buck", near - d.buck, height, far + d.buck, height + d.buck, (names.BUCK_HEAD,))
    if header_top is None:
        return
    yield Shape(
        "header", near - d.packed, height + d.buck, far + d.packed, header_top, (names.HEADER_LENGTH, names.HEADER_TOP)
    )
    if d.top is not None and d.top > header_top:
        for c in d.plate.cripples:
            own = names.CRIPPLE_SLOPE[c.number]
            size = own if own in d.at.figures else names.CRIPPLE_LENGTH
            yield Shape("cripple", c.near, header_top, c.near + stud, d.under(c.near), (size,))


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
    """Draw the timber around an opening, and the opening itself (handbook 7 and 8).

    Args:
        at: where the opening's edges are, and the figures it is drawn with.
        plate: the marks along the wall; framing: the heights of header and cripples.
        wall: its timber; header: how many jacks and kings carry it; height: of the rough opening.
        reach: places the drawing goes as far as, where a slab or a track goes.
        ceiling: the height of a sloping one over a place on the tape.
        beside: the wall's other openings along it.

    Returns:
        The shapes in the order they are drawn, from the wall's face, in the tape's lengths.
    """
    d = _drawn(at, plate, wall, header, reach, ceiling)
    about = tuple(n for n in (names.RO_WIDTH, names.RO_HEIGHT, names.SIDE_PLAY, names.HEAD_PLAY) if n in at.figures)
    shapes = [
        Shape("opening", at.near, ZERO, at.far, height, about),
        Shape("plate", d.low, ZERO, at.near - d.buck, d.plate_top, (names.PLATE_CUT,)),
        Shape("plate", at.far + d.buck, ZERO, d.high, d.plate_top, (names.PLATE_CUT,)),
        *_neighbours(d, beside, height),
    ]
    if d.top is not None and d.top > d.plate_top:
        shapes += [_overhead(d, d.top), *_commons(d), *_kings(d)]
    return [*shapes, *_header(d, height, value_of(framing.header_top))]


def floor_shapes(shapes: Sequence[Shape], figures: Figures) -> list[Shape]:
    """Both floors, as wide as what is already drawn."""
    found: list[Shape] = []
    parts: tuple[tuple[ShapePart, FigureName], ...] = (("floor_a", names.FLOOR_A), ("floor_b", names.FLOOR_B))
    for part, name in parts:
        depth = figures.value(name)
        if some(depth) and shapes:
            low, high = min(s.x0 for s in shapes), max(s.x1 for s in shapes)
            found.append(Shape(part, low, ZERO, high, depth, (name,)))
    return found
