"""Pocket doors, single and converging (handbook 10): the opening, the set mark, the kit's cuts, the split studs.

Measures along a pocket start at the strike edge of the rough opening, or where the leaves of a converging pair meet.
The closed leaf stays one leg's thickness inside its pocket, behind the split legs.
"""

from __future__ import annotations

from fractions import Fraction

from jambo.core import rules as house
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.frames import frame as frames
from jambo.core.framing import floors as floor_rules
from jambo.core.kinds.pocket import floor
from jambo.core.kinds.pocket.facts import PocketKit, kit_of, slides_far, split_studs
from jambo.core.quantities import names
from jambo.core.quantities.figure import (
    HALF,
    Amount,
    Computed,
    Figures,
    Known,
    Line,
    add,
    highest,
    lowest,
    sum_of,
    value_of,
)
from jambo.core.quantities.length import ZERO, Exact, Length
from jambo.core.rules import HouseRules


def _mouth(opening: Opening, leaf: Leaf) -> list[Line]:
    """Where the pocket's mouth is: strike jamb and opening, or the leaf's width from where two leaves meet."""
    return [leaf.width] if opening.pair else [opening.frame.leg_thickness, leaf.width]


def _end(opening: Opening, leaf: Leaf, width: Computed) -> list[Line]:
    """The pocket's end: the rough stud."""
    return [(2, leaf.width), (HALF, kit_of(opening).width_add)] if opening.pair else [width]


def _times(by: Exact, lines: list[Line]) -> list[Line]:
    return [(by * line[0], line[1]) if isinstance(line, tuple) else (by, line) for line in lines]


def stations(opening: Opening, width: Computed, rules: HouseRules) -> list[Computed]:
    """Split-stud stations: the first pair flush at the mouth, the rough stud the last support, the others between.

    Two pairs up to the widest leaf the rule allows, then as many as keep every space within the rule.
    """
    found: list[Computed] = []
    for index, leaf in enumerate(opening.leaves):
        mouth, end = _mouth(opening, leaf), _end(opening, leaf, width)
        wide, space = value_of(leaf.width), sum_of(*end, *_times(-1, mouth))
        if wide is None or space is None:
            continue
        n = 2 if wide <= rules.value(house.SPLIT_LEAF) else max(2, -int(-space.nm // rules.value(house.SPLIT_SPACE).nm))
        for j in range(n):
            part = Fraction(j, n)
            lines = _times(1 - part, mouth) + (_times(part, end) if j else [])
            found.append(add(split_studs(index)[j + 1], *lines))
    return found


def figures(opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
    """Every figure of a pocket door above those of the framing."""
    kit, leaf, t = kit_of(opening), opening.leaves[0], opening.frame.leg_thickness
    a, b = floor_rules.stack_height(opening.floors.a), floor_rules.stack_height(opening.floors.b)
    clear = highest(
        names.FLOOR_CLEAR, *(tops := [floor_rules.walked_on(s) for s in (opening.floors.a, opening.floors.b)])
    )
    under = floor_rules.under_leaf(opening.floors, a, b)
    widths = [leaf.width for leaf in opening.leaves]
    width = add(names.RO_WIDTH, *[(2, w) for w in widths], kit.width_add)
    by_kit = add(names.SET_MARK_KIT, clear, leaf.height, kit.set_above)
    found: list[Computed] = [a, b, *tops, clear, under, width, by_kit]
    chosen = by_kit
    gap = kit.gap or (rules.known(house.AIR_GAP) if floor_rules.airs(opening.floors) else None)
    if gap is not None:
        chosen = add(names.SET_MARK_GAP, clear, gap, leaf.height, kit.hanger_drop)
        found.append(chosen)
    mark, exact = _rounded(kit, chosen)
    found += exact
    top = add(names.LEAF_TOP, mark, (-1, kit.hanger_drop))
    bottom = add(names.LEAF_BOTTOM, top, (-1, leaf.height))
    stack, least = add(names.RO_BY_STACK, mark, kit.head_stack), add(names.RO_BY_LEAF, leaf.height, kit.min_head)
    head = add(names.HEAD_UNDERSIDE, top, (-1, rules.known(house.POCKET_HEAD_LAP)))
    on, feet = floor.foot_on(opening, a, b, under)
    stands = frames.foot(opening.frame, on)
    leg = add(names.LEG_LENGTH, head, (-1, stands))
    found += [*feet, *floor.split_legs(opening, leg, feet, a, b)]
    # the brackets at its ends take up the rest of the opening: a header as long as that does not drop in
    header = add(names.KIT_HEADER, *[(2, w) for w in widths], kit.header_add)
    found.append(add(names.KIT_FOR, kit.leaf_width or leaf.width))
    both: list[Amount] = list(widths)
    inside = add(names.FRAME_INSIDE_WIDTH, *both, (-len(widths), t))
    uncovered: list[Line] = (
        [*both, kit.width_add, (-2, kit.bumper)]
        if opening.pair
        else [width, (-1, widths[0]), (-1, kit.bumper), (-1, t)]
    )
    embed = rules.known(house.CONCRETE_EMBED if kit.floor == "concrete" else house.WOOD_EMBED)
    depth = [wall.stud_depth, wall.finish_a, wall.finish_b, rules.known(house.DEPTH_OVER_WALL)]
    beside: list[Line] = [(-HALF, leaf.thickness)]
    found += [
        mark, top, bottom, add(names.POCKET_FLOOR_GAP, bottom, (-1, clear)), stack, least,
        highest(names.RO_HEIGHT, stack, least), head, add(names.FRAME_TOP, head, t), stands,
        leg, add(names.HEAD_LENGTH, *both, *([] if opening.pair else [t])),
        header, add(names.POCKET_TRACK, header, (-1, kit.track_short)), inside,
        lowest(names.CLEAR_WIDTH, inside, add(names.LEAF_UNCOVERS, *uncovered)), add(names.LEAF_UNCOVERS, *uncovered),
        *stations(opening, width, rules),
        add(names.JAMB_GAP, (HALF, wall.stud_depth), (-1, kit.split), *beside),
        add(names.SPLIT_HALF, *_times(HALF, list(depth)), *beside, (-1, rules.known(house.POCKET_JAMB_GAP))),
        add(names.LONGEST_FIXING_A, wall.finish_a, kit.split, (-1, rules.known(house.FINISH_FIXING_KEEP))),
        add(names.LONGEST_FIXING_B, wall.finish_b, kit.split, (-1, rules.known(house.FINISH_FIXING_KEEP))),
        add(names.FOOT_FIXING, rules.known(house.FOOT_PLATE), embed),
        add(names.TRIM_BOARD_MARK, leaf.width),
        add(names.HANGER_1, rules.known(house.POCKET_HANGER_EDGE)),
        add(names.HANGER_2, leaf.width, (-1, rules.known(house.POCKET_HANGER_EDGE))),
        add(names.BUMPER_ON_LEAF, rules.known(house.BUMPER_HEIGHT), clear, (-1, bottom)),
    ]  # fmt: skip
    if kit.rail_short.value != ZERO:
        found.append(add(names.POCKET_RAIL, header, (-1, kit.rail_short)))
    return Figures.of(found)


def _rounded(kit: PocketKit, chosen: Computed) -> tuple[Computed, list[Computed]]:
    """The set mark, rounded up to an even mark where the crew wants that; the floor gap follows it."""
    exact = value_of(chosen)
    if kit.even is None or exact is None or kit.even.value == ZERO:
        return add(names.SET_MARK, chosen), []
    up = Length(-(-exact.nm // kit.even.value.nm) * kit.even.value.nm) - exact
    rounded = Known("rounded_up", up, kit.even.source)
    return add(names.SET_MARK, chosen, rounded), [add(names.SET_MARK_EXACT, chosen)]


def cut_down(opening: Opening) -> bool:
    """Whether the kit is made for a wider leaf, and must be cut."""
    made, width = kit_of(opening).leaf_width, value_of(opening.leaves[0].width)
    return made is not None and width is not None and made.value > width


def marks(opening: Opening, near: Computed, far: Computed, found: Figures) -> list[Computed]:
    """The split studs as running measures on the plate."""
    lines = []
    for index in range(len(opening.leaves)):
        away = slides_far(opening, index)
        start: list[Line] = [near] if away else [far]
        if opening.pair:  # measures start where the leaves meet: the other leaf and its pocket before it
            other = opening.leaves[1 - index]
            sign = 1 if away else -1
            start += [(2 * sign, other.width), (sign * HALF, kit_of(opening).width_add)]
        on_plate = names.MARK_SPLIT_STUD_OTHER if index else names.MARK_SPLIT_STUD
        for n, figure in split_studs(index).of(found.items()):
            lines.append(add(on_plate[n], *start, (1 if away else -1, figure)))
    return lines
