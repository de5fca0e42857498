"""A pocket door drawn: in the elevation, and the plan or section that shows what that cannot; what it puts on the pole."""

from __future__ import annotations

from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.placed import Placed
from jambo.core.framing.pole import Pole
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.kinds.pocket.figures import _slides_far, split_studs
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, value_of
from jambo.core.quantities.length import ZERO
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
    if known is None or t is None:
        return []
    found: list[Shape] = []
    split = kit_of(opening).split.value
    for index, leaf in enumerate(opening.leaves):
        away, wide = _slides_far(opening, index), value_of(leaf.width)
        if wide is None:
            return []
        spots = [f.value for _, f in at.figures.numbered(split_studs(index))]
        meet = ZERO
        if opening.pair:
            other = value_of(opening.leaves[1 - index].width)
            if other is None:
                return []
            meet = other * 2 + kit_of(opening).width_add.value * HALF
        across = at.from_edge(away, meet)
        end = at.width - meet if not opening.pair else wide * 2 + kit_of(opening).width_add.value * HALF
        mouth = spots[0] if spots else wide
        found.append(
            at.shape("pocket", across, (mouth, known[names.LEAF_BOTTOM]), (end, known[names.SET_MARK]), names.RO_WIDTH)
        )
        for j, spot in enumerate(spots):
            name = split_studs(index)[j + 1]
            found.append(at.shape("split_stud", across, (spot, ZERO), (spot + split * 2, known[names.SET_MARK]), name))
        strike = ZERO if opening.pair else t
        found.append(
            at.shape(
                "leaf",
                across,
                (strike, known[names.LEAF_BOTTOM]),
                (strike + wide, known[names.LEAF_TOP]),
                names.LEAF_TOP,
            )
        )
        if not opening.pair:
            found.append(
                at.shape("leg", across, (ZERO, known[names.FOOT]), (t, known[names.HEAD_UNDERSIDE]), names.LEG_LENGTH)
            )
        legs = (mouth - t, known[names.FOOT]), (mouth, known[names.HEAD_UNDERSIDE])
        found.append(at.shape("leg", across, *legs, names.LEG_LENGTH, names.FRAME_INSIDE_WIDTH))
        head = (ZERO, known[names.HEAD_UNDERSIDE]), (mouth, known[names.FRAME_TOP])
        found.append(at.shape("split_head", across, *head, names.HEAD_LENGTH))
    across = at.from_edge(True, ZERO)
    track = rules.value("track_half")
    mark = known[names.SET_MARK]
    found.append(
        at.shape("track", across, (ZERO, mark - track), (at.width, mark + track), names.POCKET_TRACK, names.SET_MARK)
    )
    return found


def plan(opening: Opening, wall: Wall, found: Figures) -> Drawing | None:
    """Plan of one leaf closed and in its pocket, with split studs and both wall finishes, from the strike edge on."""
    leaf, kit = opening.leaves[0], kit_of(opening)
    called = (names.RO_WIDTH, names.FRAME_INSIDE_WIDTH, names.CLEAR_WIDTH)
    values = {n: v for n in called if (v := value_of(found[n])) is not None}
    wide, thick, t = (value_of(x) for x in (leaf.width, leaf.thickness, opening.frame.leg_thickness))
    fa, fb = value_of(wall.finish_a), value_of(wall.finish_b)
    if len(values) < len(called) or None in (wide, thick, t, fa, fb):
        return None
    assert wide and thick and t and fa is not None and fb is not None
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
    half = value_of(found[names.SPLIT_HALF]) or ZERO
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
