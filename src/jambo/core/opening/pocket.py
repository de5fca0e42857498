"""Pocket doors, single and converging (TRADE 10): the opening, the set mark, the kit's cuts, the split studs.

Measures along a pocket start at the strike edge of the rough opening, or where the leaves of a converging pair meet.
The closed leaf stays one leg's thickness inside its pocket, behind the split legs.
"""

from __future__ import annotations

from fractions import Fraction

from jambo.core.door import frame as frames
from jambo.core.door.hardware import Item
from jambo.core.door.leaf import Leaf
from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.length import ZERO, Exact, Length
from jambo.core.opening import floors as floor_rules
from jambo.core.opening.elevation import Pole
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.opening.pieces import Piece
from jambo.core.opening.placed import Placed
from jambo.core.rules import HouseRules
from jambo.core.sums import HALF, Amount, Figure, Figures, Line, Reckoned, add, highest, lowest, value_of


def _which(index: int) -> str:
    return "split_stud_other_" if index else "split_stud_"


def _mouth(opening: Opening, leaf: Leaf) -> list[Line]:
    """Where the pocket's mouth is: strike jamb and opening, or the leaf's width from where two leaves meet."""
    return [leaf.width] if opening.pair else [opening.frame.leg_thickness, leaf.width]


def _end(opening: Opening, leaf: Leaf, width: Reckoned) -> list[Line]:
    """The pocket's end: the rough stud."""
    return [(2, leaf.width), (HALF, opening.pocket.width_add)] if opening.pair else [width]


def _times(by: Exact, lines: list[Line]) -> list[Line]:
    return [(by * line[0], line[1]) if isinstance(line, tuple) else (by, line) for line in lines]


def stations(opening: Opening, width: Reckoned, rules: HouseRules) -> list[Reckoned]:
    """Split-stud stations: the first pair flush at the mouth, the rough stud the last support, the others between.

    Two pairs up to the widest leaf the rule allows, then as many as keep every space within the rule.
    """
    found: list[Reckoned] = []
    for index, leaf in enumerate(opening.leaves):
        mouth, end = _mouth(opening, leaf), _end(opening, leaf, width)
        room = add("split_space_left", *end, *_times(-1, mouth))
        wide, space = value_of(leaf.width), value_of(room)
        if wide is None or space is None:
            continue
        n = 2 if wide <= rules.value("split_leaf") else max(2, -int(-space.nm // rules.value("split_space").nm))
        for j in range(n):
            part = Fraction(j, n)
            lines = _times(1 - part, mouth) + (_times(part, end) if j else [])
            found.append(add(f"{_which(index)}{j + 1}", *lines))
    return found


def figures(opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
    """Every figure of a pocket door above those of the framing."""
    kit, leaf, t = opening.pocket, opening.leaves[0], opening.frame.leg_thickness
    a, b = floor_rules.stack_height(opening.floors.a), floor_rules.stack_height(opening.floors.b)
    clear = highest("floor_clear", a, b)
    under = floor_rules.under_leaf(opening.floors, a, b)
    widths = [leaf.width for leaf in opening.leaves]
    width = add("ro_width", *[(2, w) for w in widths], kit.width_add)
    by_kit = add("set_mark_kit", clear, leaf.height, kit.set_above)
    found: list[Reckoned] = [a, b, clear, under, width, by_kit]
    chosen = by_kit
    if kit.gap is not None:
        chosen = add("set_mark_gap", clear, kit.gap, leaf.height, kit.hanger_drop)
        found.append(chosen)
    mark = add("set_mark", chosen)
    top = add("leaf_top", mark, (-1, kit.hanger_drop))
    bottom = add("leaf_bottom", top, (-1, leaf.height))
    stack, least = add("ro_by_stack", mark, kit.head_stack), add("ro_by_leaf", leaf.height, kit.min_head)
    head = add("head_underside", top, (-1, rules.known("pocket_head_lap")))
    stands = frames.foot(opening.frame, under)
    header = add("kit_header", width)
    both: list[Amount] = list(widths)
    inside = add("frame_inside_width", *both, (-len(widths), t))
    uncovered: list[Line] = (
        [*both, kit.width_add, (-2, kit.bumper)]
        if opening.pair
        else [width, (-1, widths[0]), (-1, kit.bumper), (-1, t)]
    )
    embed = rules.known("concrete_embed" if kit.foot_floor == "concrete" else "wood_embed")
    depth = [wall.stud_depth, wall.finish_a, wall.finish_b, rules.known("depth_over_wall")]
    beside: list[Line] = [(-HALF, leaf.thickness)]
    found += [
        mark, top, bottom, add("pocket_floor_gap", bottom, (-1, clear)), stack, least,
        highest("ro_height", stack, least), head, add("frame_top", head, t), stands,
        add("leg_length", head, (-1, stands)), add("head_length", *both, *([] if opening.pair else [t])),
        header, add("pocket_track", header, (-1, kit.track_short)), inside,
        lowest("clear_width", inside, add("leaf_uncovers", *uncovered)), add("leaf_uncovers", *uncovered),
        *stations(opening, width, rules),
        add("jamb_gap", (HALF, wall.stud_depth), (-1, kit.split), *beside),
        add("split_half", *_times(HALF, list(depth)), *beside, (-1, rules.known("pocket_jamb_gap"))),
        add("longest_fixing_a", wall.finish_a, kit.split, (-1, rules.known("finish_fixing_keep"))),
        add("longest_fixing_b", wall.finish_b, kit.split, (-1, rules.known("finish_fixing_keep"))),
        add("foot_fixing", rules.known("foot_plate"), embed),
        add("trim_board_mark", leaf.width),
        add("hanger_1", rules.known("pocket_hanger_edge")),
        add("hanger_2", leaf.width, (-1, rules.known("pocket_hanger_edge"))),
        add("bumper_on_leaf", rules.known("bumper_height"), clear, (-1, bottom)),
    ]  # fmt: skip
    if kit.rail_short.value:
        found.append(add("pocket_rail", header, (-1, kit.rail_short)))
    return Figures.of(found)


POLE: Pole = (
    ("floor", "floor_a"), ("floor", "floor_b"), ("door", "leaf_bottom"), ("door", "head_underside"), ("door", "leaf_top"),
    ("opening", "set_mark"), ("opening", "ro_height"),
)  # fmt: skip


def _slides_far(opening: Opening, index: int) -> bool:
    """Whether a leaf goes into its pocket away from the end measured from; the second of a pair goes the other way."""
    return (opening.slides_to != opening.placing.measured_from) == (index == 0)


def marks(opening: Opening, near: Reckoned, far: Reckoned, found: Figures) -> list[Reckoned]:
    """The split studs as running measures on the plate."""
    lines = []
    for index in range(len(opening.leaves)):
        away = _slides_far(opening, index)
        start: list[Line] = [near] if away else [far]
        if opening.pair:  # measures start where the leaves meet: the other leaf and its pocket before it
            other = opening.leaves[1 - index]
            sign = 1 if away else -1
            start += [(2 * sign, other.width), (sign * HALF, opening.pocket.width_add)]
        for name, figure in found.items():
            if name.startswith(_which(index)) and name.removeprefix(_which(index)).isdigit():
                lines.append(add(f"mark_{name}", *start, (1 if away else -1, figure)))
    return lines


def shapes(opening: Opening, at: Placed, rules: HouseRules) -> list[Shape]:
    """Leaf, pockets with their split studs through the wall, kit header, track and frame, seen from side A."""
    known = at.known("leaf_bottom", "leaf_top", "set_mark", "head_underside", "foot", "ro_height", "frame_top")
    t = value_of(opening.frame.leg_thickness)
    if known is None or t is None:
        return []
    found: list[Shape] = []
    split = opening.pocket.split.value
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
            meet = other * 2 + opening.pocket.width_add.value * HALF
        across = at.from_edge(away, meet)
        end = at.width - meet if not opening.pair else wide * 2 + opening.pocket.width_add.value * HALF
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


def plan(opening: Opening, wall: Wall, found: Figures, rules: HouseRules) -> Drawing | None:
    """Plan of one leaf closed and in its pocket, with split studs and both wall finishes, from the strike edge on."""
    leaf, kit = opening.leaves[0], opening.pocket
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


def pieces(opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None]) -> list[Piece]:
    """Kit and frame pieces: flat legs only; legs and one half of the head at the pocket are split and screwed."""
    n = len(opening.leaves)
    half = (frame_section[0], value_of(found["split_half"]))
    rows = [
        Piece("kit", "kit", 1, found["kit_header"], (None, None)),
        Piece("kit", "kit", 1, found["pocket_track"], (None, None)),
    ]
    if "pocket_rail" in found:
        rows.append(Piece("kit", "kit", 1, found["pocket_rail"], (None, None)))
    if not opening.pair:
        rows.append(Piece("leg", "frame", 1, found["leg_length"], frame_section))
    rows.append(Piece("split_leg", "frame", 2 * n, found["leg_length"], half))
    rows.append(Piece("split_head", "frame", 2, found["head_length"], half))
    return rows


def hardware(opening: Opening, found: Figures) -> tuple[Item, ...]:
    """What to buy with a pocket door."""
    stations_ = sum(1 for n in found if n.startswith("split_stud_"))
    rows = [Item("pocket_kit", 1, value_of(opening.leaves[0].width)), Item("pocket_pull", len(opening.leaves))]
    if stations_:
        rows.append(Item("foot_screw", 2 * stations_, value_of(found["foot_fixing"])))
    if opening.pocket.soft_close_least is not None:
        rows.append(Item("soft_close", len(opening.leaves)))
    return tuple(rows)
