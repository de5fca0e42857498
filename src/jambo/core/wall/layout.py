"""One wall with all its openings (handbook 6): where each stands from the left end, the studs between them, the tape.

Each opening is solved on its own; here they are put side by side. Measures run from the wall's left end, seen from side A.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence
from itertools import accumulate, pairwise
from typing import Literal

from jambo.core.drawing import Shape
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.slope import ceiling_at
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.solve import Result

WallMarkOf = Literal["wall_end", "king", "ro_edge", "ro_centre", "hole_edge", "common"]
OWN = {
    "stud",
    "plate",
    "top_plate",
    "ceiling",
    names.FLOOR_A,
    names.FLOOR_B,
    "neighbour",
}  # parts the wall draws once for all its openings


@dataclass(frozen=True, slots=True)
class Solved:
    """An opening of the wall, solved on its own."""

    mark: str
    opening: Opening
    result: Result


@dataclass(frozen=True, slots=True)
class Stretch:
    """A stretch of the wall from its left end."""

    low: Length
    high: Length

    @property
    def width(self) -> Length:
        """How long it is."""
        return self.high - self.low


@dataclass(frozen=True, slots=True)
class StandingOpening:
    """An opening where it stands: its rough opening, its framing with jacks and kings, and all it needs when it is open.

    `kings` reaches from king's line to king's line: their faces toward the opening, past the jacks.
    `hole` is the opening with the buck that stands around it.
    """

    index: int
    opening: Stretch
    hole: Stretch
    framing: Stretch
    reach: Stretch
    kings: Stretch


@dataclass(frozen=True, slots=True)
class Stud:
    """A layout stud that stands whole, numbered from the layout's own end: its face toward the left end."""

    number: int
    left: Length


@dataclass(frozen=True, slots=True)
class WallMark:
    """A line on the plate: what it is, where, which side its stud stands on, whose it is (None: the wall's), a stud's number."""

    what: WallMarkOf
    at: Length
    crossed: Literal["left", "right"] | None = None
    index: int | None = None
    number: int | None = None


@dataclass(frozen=True, slots=True)
class Share:
    """Two neighbours that stand closer than both framings are wide, as was asked, and what they have too many between them.

    `left` and `right` are openings by index, `between` reaches from one opening's hole to the other's.
    """

    left: int
    right: int
    between: Stretch
    kings: int
    jacks: int


@dataclass(frozen=True, slots=True)
class Layout:
    """The whole wall: openings in order along it, those without a place, studs, marks, plates and shapes."""

    standing: tuple[StandingOpening, ...]
    unplaced: tuple[int, ...]
    studs: tuple[Stud, ...]
    marks: tuple[WallMark, ...]
    plates: tuple[Stretch, ...]
    shapes: tuple[tuple[int | None, Shape], ...]
    length: Length | None
    shares: tuple[Share, ...] = ()


def _stand(index: int, one: Solved, wall: Wall) -> StandingOpening | None:
    """Where an opening stands from the left end; None while its width, place or (from the right) the wall's length is unknown."""
    plate = one.result.plate
    near, far = value_of(plate.near_edge), value_of(plate.far_edge)
    if near is None or far is None or plate.framing_near is None or plate.framing_far is None:
        return None
    spans = [(near, far), (plate.framing_near, plate.framing_far)]
    if one.opening.placing.measured_from == "right":
        length = value_of(wall.length)
        if length is None:
            return None
        spans = [(length - high, length - low) for low, high in spans]
    ro, framing = (Stretch(*s) for s in spans)
    slabs = [s for s in one.result.shapes if s.part in ("slab", "track")]
    shift = _shift(one, wall)
    lows, highs = [ro.low, *(s.x0 + shift for s in slabs)], [ro.high, *(s.x1 + shift for s in slabs)]
    header = one.opening.header
    past, buck = header.beside(wall.stud_thickness.value), header.beside(ZERO)
    if one.result.standing:  # its framing is there, whatever it is: none of it is ours to place
        framing, past, buck = ro, ZERO, ZERO
    hole, kings = (Stretch(ro.low - by, ro.high + by) for by in (buck, past))
    return StandingOpening(index, ro, hole, framing, Stretch(min(lows), max(highs)), kings)


def _shift(one: Solved, wall: Wall) -> Length:
    """What brings an opening's own drawing onto the wall: one measured from the right is drawn with that end at zero."""
    length = value_of(wall.length)
    return length if one.opening.placing.measured_from == "right" and length is not None else ZERO


def studs(wall: Wall, taken: Sequence[Stretch]) -> tuple[Stud, ...]:
    """The layout studs that stand whole: not in an opening's framing, nor running into the studs that end the wall.

    Args:
        wall: spacing, offset and length; taken: the stretches the openings' framing takes.
    """
    length = value_of(wall.length)
    if wall.found is not None:  # a standing wall has the studs that were found in it, and no others
        return tuple(
            Stud(s.number, s.left)
            for s in wall.found
            if all(s.right <= span.low or s.left >= span.high for span in taken)
        )
    if length is None:
        return ()
    thick, spacing, offset = wall.stud_thickness.value, wall.stud_spacing.value, wall.layout_offset.value
    lows = [span.low for span in sorted(taken, key=lambda span: span.low)]
    highs = list(accumulate((span.high for span in sorted(taken, key=lambda span: span.low)), max))
    found = []
    for n in range(1, int((length - offset).nm // spacing.nm) + 1):
        centre = offset + spacing * n
        left = (centre if wall.layout_from == "left" else length - centre) - thick * HALF
        right = left + thick
        if left < thick or right > length - thick:
            continue
        before = bisect_left(lows, right)  # the spans that start before the stud ends
        if before == 0 or left >= highs[before - 1]:
            found.append(Stud(n, left))
    return tuple(sorted(found, key=lambda s: s.left))


def _share(a: StandingOpening, b: StandingOpening, solved: Sequence[Solved], thick: Length) -> Share | None:
    """What two neighbours share; None when they need not, nobody asked for it, or no jack would be left for one of them.

    Kings are shared first: what stands between two openings holds both. One jack can serve both only where it is as high.
    """
    one, other = solved[a.index], solved[b.index]
    between = Stretch(a.hole.high, b.hole.low)
    if b.framing.low >= a.framing.high or between.width < ZERO:
        return None
    if not (one.opening.placing.shares or other.opening.placing.shares):
        return None
    headers = (one.opening.header, other.opening.header)
    room = int(between.width.nm // thick.nm)
    if room < max(h.jacks for h in headers):
        return None
    over = sum(h.jacks + h.kings for h in headers) - room
    kings = min(over, sum(h.kings for h in headers))
    heights = [s.result.figures.value(names.JACK_LENGTH) for s in (one, other)]
    if over > kings and heights[0] != heights[1]:
        return None
    return Share(a.index, b.index, between, kings, over - kings)


def _marks(
    standing: Sequence[StandingOpening],
    found: Sequence[Stud],
    solved: Sequence[Solved],
    shares: Sequence[Share],
    wall: Wall,
) -> tuple[WallMark, ...]:
    """Every line on the plate; a king's is its face toward the opening, past the jacks. A shared king has one line."""
    lent = {(share.right, "left") for share in shares}
    lent |= {
        (s.left, "right") for s in shares if s.kings == sum(solved[i].opening.header.kings for i in (s.left, s.right))
    }
    length = value_of(wall.length)
    marks = [WallMark("wall_end", ZERO)] + ([WallMark("wall_end", length)] if length is not None else [])
    for s in standing:
        bucked = s.hole != s.opening
        marks += [
            WallMark("ro_edge", s.opening.low, None if bucked else "left", s.index),
            WallMark("ro_centre", (s.opening.low + s.opening.high) * HALF, None, s.index),
            WallMark("ro_edge", s.opening.high, None if bucked else "right", s.index),
        ]
        if bucked:
            marks.append(WallMark("hole_edge", s.hole.low, "left", s.index))
            marks.append(WallMark("hole_edge", s.hole.high, "right", s.index))
        if (s.index, "left") not in lent:
            marks.append(WallMark("king", s.kings.low, "left", s.index))
        if (s.index, "right") not in lent:
            marks.append(WallMark("king", s.kings.high, "right", s.index))
    marks += [WallMark("common", stud.left, "right", None, stud.number) for stud in found]
    return tuple(sorted(marks, key=lambda m: m.at))


def _plates(standing: Sequence[StandingOpening], length: Length | None) -> tuple[Stretch, ...]:
    """The bottom plate's runs between the openings."""
    if length is None:
        return ()
    runs, at = [], ZERO
    for s in sorted(standing, key=lambda s: s.hole.low):
        if s.hole.low > at:
            runs.append(Stretch(at, min(s.hole.low, length)))
        at = max(at, s.hole.high)
    return (*runs, Stretch(at, length)) if at < length else tuple(runs)


def _between(share: Share, solved: Sequence[Solved], wall: Wall) -> list[tuple[int | None, Shape]]:
    """The kings that stand between two neighbours that share them: packed against the left one's jacks."""
    tb, thick = wall.sole, wall.stud_thickness.value
    headers = [solved[i].opening.header for i in (share.left, share.right)]
    start = share.between.low + thick * headers[0].jacks
    found: list[tuple[int | None, Shape]] = []
    for n in range(sum(h.kings for h in headers) - share.kings):
        x0 = start + thick * n
        tops = [h for x in (x0, x0 + thick) if (h := ceiling_at(wall, x)) is not None]
        if tops:
            found.append((share.left, Shape("king", x0, tb, x0 + thick, min(tops))))
    return found


def _lent(share: Share, index: int, shape: Shape, jacks: Length) -> bool:
    """Whether an upright of an opening stands for its neighbour too: a king between them, or a jack in place of the left one's.

    `jacks` is how much of the space between them the left one's jacks take.
    """
    if shape.part == "king":
        return shape.x0 >= share.between.low if index == share.left else shape.x1 <= share.between.high
    between = index == share.right and shape.x1 <= share.between.high
    return shape.part == "jack" and between and shape.x0 < share.between.low + jacks


def _shapes(
    solved: Sequence[Solved],
    standing: Sequence[StandingOpening],
    found: Sequence[Stud],
    plates: Sequence[Stretch],
    shares: Sequence[Share],
    wall: Wall,
) -> tuple[tuple[int | None, Shape], ...]:
    """The wall's own timber once, then each opening's pieces where it stands."""
    top, length, tb, thick = (
        value_of(wall.height),
        value_of(wall.length),
        wall.sole,
        wall.stud_thickness.value,
    )
    shapes: list[tuple[int | None, Shape]] = []
    if top is not None and length is not None:
        right = wall.height_right.value if wall.height_right is not None else top
        if right == top:
            shapes.append(
                (None, Shape("top_plate", ZERO, top, length, top + wall.plate_thickness.value * wall.top_plates))
            )
        else:  # a line along the slope: from its left corner to its right one
            shapes.append((None, Shape("ceiling", ZERO, top, length, right)))
        ends = [Stud(0, ZERO), Stud(0, length - thick)] if wall.found is None else []
        for stud in (*ends, *found):
            heights = [h for x in (stud.left, stud.left + thick) if (h := ceiling_at(wall, x)) is not None]
            shapes.append((None, Shape("stud", stud.left, tb, stud.left + thick, min(heights))))
        shapes += [(None, Shape("plate", run.low, ZERO, run.high, tb)) for run in plates]
    for s in standing:
        shift = _shift(solved[s.index], wall)
        sharing = [share for share in shares if s.index in (share.left, share.right)]
        for shape in solved[s.index].result.shapes:
            if shape.part in OWN:
                continue
            here = Shape(shape.part, shape.x0 + shift, shape.y0, shape.x1 + shift, shape.y1, shape.figures)
            if not any(_lent(sh, s.index, here, thick * solved[sh.left].opening.header.jacks) for sh in sharing):
                shapes.append((s.index, here))
    for share in shares:
        shapes += _between(share, solved, wall)
    return tuple(shapes)


def lay_out(solved: Sequence[Solved], wall: Wall) -> Layout:
    """Put the openings of a wall side by side.

    Args:
        solved: the answers of the wall's openings, in any order; wall: what they have in common.

    Returns:
        Each opening's stretches of the wall from its left end, what neighbours share, and the marks of one tape.
    """
    placed = [_stand(i, one, wall) for i, one in enumerate(solved)]
    standing = tuple(sorted((s for s in placed if s is not None), key=lambda s: s.opening.low))
    length = value_of(wall.length)
    studs_found = studs(wall, [s.framing for s in standing])
    plates = _plates(standing, length)
    thick = wall.stud_thickness.value
    shares = tuple(found for a, b in pairwise(standing) if (found := _share(a, b, solved, thick)) is not None)
    return Layout(
        standing=standing,
        unplaced=tuple(i for i, s in enumerate(placed) if s is None),
        studs=studs_found,
        marks=_marks(standing, studs_found, solved, shares, wall),
        plates=plates,
        shapes=_shapes(solved, standing, studs_found, plates, shares, wall),
        length=length,
        shares=shares,
    )
