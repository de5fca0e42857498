"""A pocket door drawn: in the elevation, and the plan or section that shows what that cannot; what it puts on the pole."""

from __future__ import annotations

from collections.abc import Mapping

from jambo.core import rules as house
from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.placed import Placed
from jambo.core.framing.pole import Pole
from jambo.core.kinds.pocket.facts import kit_of, slides_far, split_studs
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules

POLE: Pole = (
    ("floor", names.FLOOR_A), ("floor", names.FLOOR_B), ("door", names.LEAF_BOTTOM), ("door", names.HEAD_UNDERSIDE), ("door", names.LEAF_TOP),
    ("opening", names.SET_MARK), ("opening", names.RO_HEIGHT),
)  # fmt: skip


def shapes(opening: Opening, at: Placed, rules: HouseRules) -> list[Shape]:
    """Leaf, pockets with their split studs through the wall, kit header, track and frame, seen from side A."""
    known = at.known(
        names.LEAF_BOTTOM,
        names.LEAF_TOP,
        names.SET_MARK,
        names.HEAD_UNDERSIDE,
        names.FOOT,
        names.RO_HEIGHT,
        names.FRAME_TOP,
    )
    t = value_of(opening.frame.leg_thickness)
    widths = [w for leaf in opening.leaves if (w := value_of(leaf.width)) is not None]
    if known is None or t is None or len(widths) < len(opening.leaves):
        return []
    found = [s for index in range(len(widths)) for s in _half(opening, at, index, widths, known, t)]
    across, track, mark = at.from_edge(True, ZERO), rules.value(house.TRACK_HALF), known[names.SET_MARK]
    ends = (ZERO, mark - track), (at.width, mark + track)
    return [*found, at.shape("track", across, *ends, names.POCKET_TRACK, names.SET_MARK)]


def _half(
    opening: Opening, at: Placed, index: int, widths: list[Length], known: Mapping[FigureName, Length], t: Length
) -> list[Shape]:
    """One leaf with its pocket and its part of the frame; x from the strike, or from where a pair meets."""
    kit, wide, pair = kit_of(opening), widths[index], opening.pair
    meet = widths[1 - index] * 2 + kit.width_add.value * HALF if pair else ZERO
    across = at.from_edge(slides_far(opening, index), meet)
    end = wide * 2 + kit.width_add.value * HALF if pair else at.width
    family = split_studs(index)
    spots = [f.value for _, f in at.figures.numbered(family)]
    mouth = spots[0] if spots else wide
    strike = ZERO if pair else t
    bottom, top, mark = known[names.LEAF_BOTTOM], known[names.LEAF_TOP], known[names.SET_MARK]
    foot, head = known[names.FOOT], known[names.HEAD_UNDERSIDE]
    found = [at.shape("pocket", across, (mouth, bottom), (end, mark), names.RO_WIDTH)]
    for n, spot in enumerate(spots, 1):
        found.append(at.shape("split_stud", across, (spot, ZERO), (spot + kit.split.value * 2, mark), family[n]))
    found.append(at.shape("leaf", across, (strike, bottom), (strike + wide, top), names.LEAF_TOP))
    if not pair:
        found.append(at.shape("leg", across, (ZERO, foot), (t, head), names.LEG_LENGTH))
    legs = (mouth - t, foot), (mouth, head)
    found.append(at.shape("leg", across, *legs, names.LEG_LENGTH, names.FRAME_INSIDE_WIDTH))
    split_head = (ZERO, head), (mouth, known[names.FRAME_TOP])
    found.append(at.shape("split_head", across, *split_head, names.HEAD_LENGTH))
    return found


def plan(opening: Opening, wall: Wall, found: Figures) -> Drawing | None:
    """Plan of one leaf closed and in its pocket, with split studs and both wall finishes, from the strike edge on."""
    leaf, kit = opening.leaves[0], kit_of(opening)
    called = (names.RO_WIDTH, names.FRAME_INSIDE_WIDTH, names.CLEAR_WIDTH)
    values = {n: v for n in called if (v := value_of(found[n])) is not None}
    wide, thick, t = (value_of(x) for x in (leaf.width, leaf.thickness, opening.frame.leg_thickness))
    fa, fb = value_of(wall.finish_a), value_of(wall.finish_b)
    if wide is None or thick is None or t is None or fa is None or fb is None or len(values) < len(called):
        return None
    depth = wall.stud_depth.value
    strike = ZERO if opening.pair else t
    mouth = strike + wide
    end = wide * 2 + kit.width_add.value * HALF if opening.pair else values[names.RO_WIDTH]
    middle = (thick * -HALF, thick * HALF)
    face, stud = depth * HALF, wall.stud_thickness.value
    outlines = [
        box("finish", mouth, -face - fa, end + stud, -face),
        box("finish", mouth, face, end + stud, face + fb),
        box("stud", end, -face, end + stud, face),
    ]
    if not opening.pair:
        outlines += [
            box("leg", ZERO, -face - fa, t, face + fb, names.LEG_LENGTH),
            box("stud", -stud, -face, ZERO, face),
        ]
    width = kit.split.value * 2
    for n, figure in found.numbered(names.SPLIT_STUD):
        name, spot = names.SPLIT_STUD[n], figure.value
        outlines += [
            box("split_stud", spot, -face, spot + width, -face + kit.split.value, name),
            box("split_stud", spot, face - kit.split.value, spot + width, face, name),
        ]
    half = or_zero(value_of(found[names.SPLIT_HALF]))
    outlines += [
        box("leg", mouth - t, -face - fa, mouth, -face - fa + half, names.SPLIT_HALF),
        box("leg", mouth - t, face + fb - half, mouth, face + fb, names.SPLIT_HALF),
        box(
            "leaf_open",
            end - kit.bumper.value - wide,
            middle[0],
            end - kit.bumper.value,
            middle[1],
            names.LEAF_UNCOVERS,
        ),
        box("leaf", strike, middle[0], mouth, middle[1], names.FRAME_INSIDE_WIDTH),
    ]
    low = -face - fa
    dims = [
        Dim(
            names.CLEAR_WIDTH, (strike, low), (strike + values[names.CLEAR_WIDTH] * (HALF if opening.pair else 1), low)
        ),
        Dim(names.RO_WIDTH, (strike - t, face + fb), (end, face + fb)),
    ]
    return Drawing("plan", "y", tuple(outlines), tuple(dims[: 1 if opening.pair else 2]))
