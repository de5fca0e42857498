"""A pocket on floors that are not level, or not alike (handbook 10): each piece by the floor it stands on.

Heights stay above the floor at the higher rough stud: the leaf keeps its gap over the highest it passes.
"""

from __future__ import annotations

from fractions import Fraction

from jambo.core.facts.leaf import HingeSide, Side
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ
from jambo.core.facts.wall import WallEnd
from jambo.core.kinds.each_end import casing_by_end
from jambo.core.kinds.pocket.facts import kit_of, slides_far, split_studs
from jambo.core.quantities import names
from jambo.core.quantities.figure import (
    Computed,
    Figures,
    Known,
    add,
    highest,
    lowest,
    restated,
    value_of,
)
from jambo.core.quantities.length import ZERO, Exact, Length, or_zero, size

SIDES: tuple[Side, Side] = ("A", "B")
ENDS: tuple[tuple[WallEnd, Fraction], ...] = (("left", Fraction(0)), ("right", Fraction(1)))


def foot_on(opening: Opening, a: Computed, b: Computed, under: Computed) -> tuple[Computed, list[Computed]]:
    """What the whole leg stands on, and its notch: on two finished floors the lower one, notched for the higher.

    Args:
        opening: its frame; a, b: the floors on the two sides; under: what lies under the leaf.
    """
    known = value_of(a), value_of(b)
    on_both = opening.frame.stands_on == "finished_floor" and known[0] is not None and known[1] is not None
    if not on_both or known[0] == known[1]:
        return under, []
    foot = lowest(names.FLOOR_AT_FOOT, a, b)
    notch = [] if opening.pair else [add(names.NOTCH, highest(names.FLOOR_CLEAR, a, b), (-1, foot))]
    return foot, [foot, *notch]


def split_legs(opening: Opening, leg: Computed, foot: list[Computed], a: Computed, b: Computed) -> list[Computed]:
    """The split legs' lengths where the two finished floors differ: each half stands on its own side's.

    Args:
        leg: from the lower floor; foot: that floor, [] where both halves stand alike; a, b: the floors on the two sides.
    """
    if not foot:
        return []
    return [
        restated(names.SPLIT_LEG_AT[0, side], leg, foot[0], (-1, floor))
        for side, floor in zip(SIDES, (a, b), strict=True)
    ]


def _there(opening: Opening, index: int, from_mouth: Length, width: Length) -> Fraction:
    """How far along the rough opening from its left stud, as a part of its width, something stands.

    Args:
        index: whose pocket; from_mouth: as split studs are measured, from the strike edge or where leaves meet.
    """
    kit, meet = kit_of(opening), ZERO
    if opening.pair:
        meet = or_zero(value_of(opening.leaves[1 - index].width))
        meet = meet * 2 + kit.width_add.value * Fraction(1, 2)
    part = Fraction((meet + from_mouth).nm) / Fraction(width.nm)
    to_right = slides_far(opening, index) == (opening.placing.measured_from == "left")
    return part if to_right else 1 - part


def on_floor_found(opening: Opening, figures: Figures, rise: Length) -> Figures:
    """Set marks on one level line, jacks, legs and the gap, each over the floor it stands on.

    Args:
        opening: the kit and its leaves; figures: as planned, over a level floor.
        rise: how much higher the floor is at the right rough stud than at the left one; negative where lower.
    """
    width = figures.value(names.RO_WIDTH)
    if width is None or rise == ZERO:
        return Figures()
    high: WallEnd = "right" if rise > ZERO else "left"

    def lower(part: Exact) -> Known:
        """How much lower the floor is than at the high stud, at a part of the width from the left."""
        return Known("floor_lower", size(rise) * (1 - part if high == "right" else part), READ)

    made = Figures()
    for end, part in ENDS:
        more = [] if end == high else [lower(part)]
        made[names.SET_MARK_ON[end]] = add(names.SET_MARK_ON[end], figures[names.SET_MARK], *more)
        made[names.JACK_ON[end]] = restated(names.JACK_ON[end], figures[names.JACK_LENGTH], *more)
    gap = figures[names.POCKET_FLOOR_GAP]
    made[names.POCKET_FLOOR_GAP_MOST] = add(names.POCKET_FLOOR_GAP_MOST, gap, Known("floor_lower", size(rise), READ))
    leg = figures[names.LEG_LENGTH]
    if not opening.pair:
        made[names.LEG_LENGTH] = restated(names.LEG_LENGTH, leg, lower(_there(opening, 0, ZERO, width)))
    cased = [] if opening.pair else [_there(opening, 0, ZERO, width)]
    for index in range(len(opening.leaves)):
        mouth = figures.value(split_studs(index)[1])
        if mouth is None:
            continue
        cased.append(_there(opening, index, mouth, width))
        for side in SIDES:
            name = names.SPLIT_LEG_AT[index, side]
            level = figures.get(names.SPLIT_LEG_AT[0, side]) or leg
            made[name] = restated(name, level, lower(_there(opening, index, mouth, width)))
    ends: tuple[HingeSide, HingeSide] = ("left", "right")
    return made | casing_by_end(
        opening, figures, {end: [lower(part)] for end, part in zip(ends, sorted(cased), strict=False)}
    )


def reach(opening: Opening, figures: Figures, rise: Length) -> Figures:
    """The set mark over what the farthest split stud stands on, and what goes under it where the kit's own is too short.

    Args:
        opening: the kit; figures: the set mark and the split studs; rise: of the floor to the right rough stud.
    """
    kit, width, mark = kit_of(opening), figures.value(names.RO_WIDTH), figures.get(names.SET_MARK)
    if width is None or mark is None or kit.split_reach is None:
        return Figures()
    parts = [
        _there(opening, index, one.value, width)
        for index in range(len(opening.leaves))
        for _, one in figures.numbered(split_studs(index))
    ]
    down = max((size(rise) * (1 - part if rise > ZERO else part) for part in parts), default=ZERO)
    lower = [Known("floor_lower", down, READ)] if down > ZERO else []
    wanted = add(names.SPLIT_REACH_WANTED, mark, *lower)
    made = Figures.of([wanted])
    value = value_of(wanted)
    if value is not None and value > kit.split_reach.value:
        made[names.SPLIT_PACK] = add(names.SPLIT_PACK, wanted, (-1, kit.split_reach))
    return made
