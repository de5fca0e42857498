"""A pocket door drawn: in the elevation, and the plan or section that shows what that cannot; what it puts on the pole."""

from __future__ import annotations

from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.placed import Placed
from jambo.core.framing.pole import Pole
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.kinds.pocket.figures import _slides_far, _which
from jambo.core.quantities.figure import HALF, Figure, Figures, value_of
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules

POLE: Pole = (
    ("floor", "floor_a"), ("floor", "floor_b"), ("door", "leaf_bottom"), ("door", "head_underside"), ("door", "leaf_top"),
    ("opening", "set_mark"), ("opening", "ro_height"),
)  # fmt: skip


def shapes(opening: Opening, at: Placed, rules: HouseRules) -> list[Shape]:
    """Leaf, pockets with their split studs through the wall, kit header, track and frame, seen from side A."""
    known = at.known("leaf_bottom", "leaf_top", "set_mark", "head_underside", "foot", "ro_height", "frame_top")
    t = value_of(opening.frame.leg_thickness)
    if known is None or t is None:
        return []
    found: list[Shape] = []
    split = kit_of(opening).split.value
    for index, leaf in enumerate(opening.leaves):
        away, wide = _slides_far(opening, index), value_of(leaf.width)
        if wide is None:
            return []
        spots = [f.value for n, f in at.numbered(_which(index))]
        meet = ZERO
        if opening.pair:
            other = value_of(opening.leaves[1 - index].width)
            if other is None:
                return []
            meet = other * 2 + kit_of(opening).width_add.value * HALF
        across = at.from_edge(away, meet)
        end = at.width - meet if not opening.pair else wide * 2 + kit_of(opening).width_add.value * HALF
        mouth = spots[0] if spots else wide
        found.append(at.shape("pocket", across, (mouth, known["leaf_bottom"]), (end, known["set_mark"]), "ro_width"))
        for j, spot in enumerate(spots):
            name = f"{_which(index)}{j + 1}"
            found.append(at.shape("split_stud", across, (spot, ZERO), (spot + split * 2, known["set_mark"]), name))
        strike = ZERO if opening.pair else t
        found.append(
            at.shape("leaf", across, (strike, known["leaf_bottom"]), (strike + wide, known["leaf_top"]), "leaf_top")
        )
        if not opening.pair:
            found.append(at.shape("leg", across, (ZERO, known["foot"]), (t, known["head_underside"]), "leg_length"))
        legs = (mouth - t, known["foot"]), (mouth, known["head_underside"])
        found.append(at.shape("leg", across, *legs, "leg_length", "frame_inside_width"))
        head = (ZERO, known["head_underside"]), (mouth, known["frame_top"])
        found.append(at.shape("split_head", across, *head, "head_length"))
    across = at.from_edge(True, ZERO)
    track = rules.value("track_half")
    mark = known["set_mark"]
    found.append(at.shape("track", across, (ZERO, mark - track), (at.width, mark + track), "pocket_track", "set_mark"))
    return found


def plan(opening: Opening, wall: Wall, found: Figures) -> Drawing | None:
    """Plan of one leaf closed and in its pocket, with split studs and both wall finishes, from the strike edge on."""
    leaf, kit = opening.leaves[0], kit_of(opening)
    names = ("ro_width", "frame_inside_width", "clear_width")
    values = {n: v for n in names if (v := value_of(found[n])) is not None}
    wide, thick, t = (value_of(x) for x in (leaf.width, leaf.thickness, opening.frame.leg_thickness))
    fa, fb = value_of(wall.finish_a), value_of(wall.finish_b)
    if len(values) < len(names) or None in (wide, thick, t, fa, fb):
        return None
    assert wide and thick and t and fa is not None and fb is not None
    depth = wall.stud_depth.value
    strike = ZERO if opening.pair else t
    mouth = strike + wide
    end = wide * 2 + kit.width_add.value * HALF if opening.pair else values["ro_width"]
    middle = (thick * -HALF, thick * HALF)
    face, stud = depth * HALF, wall.stud_thickness.value
    outlines = [
        box("finish", mouth, -face - fa, end + stud, -face),
        box("finish", mouth, face, end + stud, face + fb),
        box("stud", end, -face, end + stud, face),
    ]
    if not opening.pair:
        outlines += [box("leg", ZERO, -face - fa, t, face + fb, "leg_length"), box("stud", -stud, -face, ZERO, face)]
    spots = [(n, f.value) for n, f in found.items() if n.startswith("split_stud_") and isinstance(f, Figure)]
    width = kit.split.value * 2
    for name, spot in [(n, s) for n, s in spots if "other" not in n]:
        outlines += [
            box("split_stud", spot, -face, spot + width, -face + kit.split.value, name),
            box("split_stud", spot, face - kit.split.value, spot + width, face, name),
        ]
    half = value_of(found["split_half"]) or ZERO
    outlines += [
        box("leg", mouth - t, -face - fa, mouth, -face - fa + half, "split_half"),
        box("leg", mouth - t, face + fb - half, mouth, face + fb, "split_half"),
        box("leaf_open", end - kit.bumper.value - wide, middle[0], end - kit.bumper.value, middle[1], "leaf_uncovers"),
        box("leaf", strike, middle[0], mouth, middle[1], "frame_inside_width"),
    ]
    low = -face - fa
    dims = [
        Dim("clear_width", (strike, low), (strike + values["clear_width"] * (HALF if opening.pair else 1), low)),
        Dim("ro_width", (strike - t, face + fb), (end, face + fb)),
    ]
    return Drawing("plan", "y", tuple(outlines), tuple(dims[: 1 if opening.pair else 2]))
