"""Pocket doors, single and converging (TRADE 10): the opening, the set mark, the kit's cuts, the split studs.

Measures along a pocket start at the strike edge of the rough opening, or where the leaves of a converging pair meet.
The closed leaf stays one leg's thickness inside its pocket, behind the split legs.
"""

from __future__ import annotations

from fractions import Fraction

from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.frames import frame as frames
from jambo.core.framing import floors as floor_rules
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.quantities.figure import HALF, Amount, Figures, Line, Reckoned, add, highest, lowest, value_of
from jambo.core.quantities.length import Exact
from jambo.core.rules import HouseRules


def _which(index: int) -> str:
    return "split_stud_other_" if index else "split_stud_"


def _mouth(opening: Opening, leaf: Leaf) -> list[Line]:
    """Where the pocket's mouth is: strike jamb and opening, or the leaf's width from where two leaves meet."""
    return [leaf.width] if opening.pair else [opening.frame.leg_thickness, leaf.width]


def _end(opening: Opening, leaf: Leaf, width: Reckoned) -> list[Line]:
    """The pocket's end: the rough stud."""
    return [(2, leaf.width), (HALF, kit_of(opening).width_add)] if opening.pair else [width]


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
    kit, leaf, t = kit_of(opening), opening.leaves[0], opening.frame.leg_thickness
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
    embed = rules.known("concrete_embed" if kit.floor == "concrete" else "wood_embed")
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
            start += [(2 * sign, other.width), (sign * HALF, kit_of(opening).width_add)]
        for name, figure in found.items():
            if name.startswith(_which(index)) and name.removeprefix(_which(index)).isdigit():
                lines.append(add(f"mark_{name}", *start, (1 if away else -1, figure)))
    return lines
