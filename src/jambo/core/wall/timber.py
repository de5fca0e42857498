"""The wall's own timber (handbook 6): its commons and ends, its plates; and the studs two openings share, counted once."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from fractions import Fraction

from jambo.core.facts.wall import Wall
from jambo.core.framing.pieces import Piece, in_steel
from jambo.core.framing.slope import along, ceiling_at, long_point, rises
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Known, Source, add, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero, some
from jambo.core.wall.layout import Layout, Share, Solved

LeftOff = Mapping[int, Counter[str]]


def timber(layout: Layout, wall: Wall) -> tuple[Piece, ...]:
    """The pieces of a new wall that belong to no opening; none of one that stands, or that has no length yet.

    Under a sloping ceiling every stud has its own length, at its long point, and the top plates run along the slope.
    """
    if wall.existing or layout.length is None:
        return ()
    size = (wall.stud_thickness.value, wall.stud_depth.value)
    flat = (wall.plate_thickness.value, wall.stud_depth.value)
    plate = wall.less_sole
    found: list[Piece] = []
    top = add(names.TOP_PLATE_LENGTH, wall.length)
    if wall.height_right is None or value_of(wall.height) is None:
        found.append(Piece("stud", "wall", len(layout.studs) + 2, add(names.STUD_LENGTH, wall.height, plate), size))
    else:
        ends = [(names.END_STUD_LEFT, ZERO), (names.END_STUD_RIGHT, layout.length - wall.stud_thickness.value)]
        for name, left in [ends[0], *((names.STUD_SLOPE[s.number], s.left) for s in layout.studs), ends[1]]:
            under = long_point(wall, left)
            if under is not None:
                reach = Known("ceiling_here", under, Source("given", "wall.height_right", "by the slope"))
                found.append(Piece("stud", "wall", 1, add(name, reach, plate), size))
        rise = or_zero(ceiling_at(wall, layout.length)) - or_zero(ceiling_at(wall, ZERO))
        run = Known("along_slope", along(layout.length, rise), Source("given", "wall.height_right", "by the slope"))
        top = add(names.TOP_PLATE_LENGTH, run)
    found.append(
        Piece("top_plate", "wall", wall.top_plates, top, flat, joints=_over_studs(layout, wall, value_of(top)))
    )
    # fixed down whole, and cut out between the jacks once the wall stands (handbook 6, 28)
    whole = add(names.BOTTOM_PLATE_LENGTH, wall.length)
    found.append(Piece("plate", "wall", wall.bottom_plates, whole, flat, joints=_centres(layout, wall)))
    return tuple(in_steel(found, wall))


def _centres(layout: Layout, wall: Wall) -> tuple[Length, ...]:
    """The middles of the studs that stand whole, over which plates may meet."""
    return tuple(stud.left + wall.stud_thickness.value * HALF for stud in layout.studs)


def _over_studs(layout: Layout, wall: Wall, run: Length | None) -> tuple[Length, ...]:
    """Where top plates may meet: over every stud of the layout, over an opening over its cripples, which stand on the header.

    Along the plates' own run: under a sloping ceiling that is longer than the wall.
    """
    if run is None or not some(layout.length):
        return ()
    spacing, offset = wall.stud_spacing.value, wall.layout_offset.value
    along_layout = [offset + spacing * n for n in range(1, int(layout.length.nm // spacing.nm) + 1)]
    centres = [at if wall.layout_from == "left" else layout.length - at for at in along_layout]
    stretched = Fraction(run.nm) / Fraction(layout.length.nm)
    return tuple(sorted(at * stretched for at in centres if ZERO < at < layout.length))


def left_off(shares: Sequence[Share], solved: Sequence[Solved], wall: Wall) -> LeftOff:
    """The pieces each opening's own list has too many of, by figure, because its neighbour's stud serves it as well.

    A standing wall's studs are what they are: nothing is left off there.

    Args:
        shares: of neighbours that stand closer than both framings are wide; solved: the openings; wall: its timber.
    """
    off: dict[int, Counter[str]] = {}
    if wall.existing:
        return off
    for share in shares:
        right = min(share.kings, solved[share.right].opening.header.kings)
        for index, side, count in ((share.right, "left", right), (share.left, "right", share.kings - right)):
            name = names.KING_LENGTH
            if names.KING_LOW_LONG in solved[index].result.figures:
                name = names.KING_LOW_LONG if (side == "left") == rises(wall) else names.KING_HIGH_LONG
            off.setdefault(index, Counter())[name] += count
        for name in (names.JACK_LENGTH, names.JACK_LEFT):
            off[share.right][name] += share.jacks
    return off


def own_pieces(solved: Solved, off: Counter[str] | None) -> tuple[tuple[Piece, int], ...]:
    """An opening's pieces with how many of each it is to be given, what its neighbours lend it left off."""
    return tuple(
        (p, p.count - (off[p.length.name] if off and p.part in ("king", "jack") else 0)) for p in solved.result.pieces
    )
