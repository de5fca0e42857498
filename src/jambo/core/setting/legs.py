"""Legs and head on a floor and under a header as found (handbook 15), and a frame in a wall that leans (handbook 16)."""

from __future__ import annotations

from jambo.core import rules as house
from jambo.core.facts.frame import LegsPastHead, Trenched
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ, Place, Survey
from jambo.core.facts.setting import LeanMethod
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Computed, Figures, Known, Line, Source, add, highest, restated, value_of
from jambo.core.quantities.length import ZERO, Exact, Length, or_zero, size
from jambo.core.quantities.millimetres import as_length, in_mm
from jambo.core.rules import HouseRules
from jambo.core.survey.shape import Found


def rise_to_strike(found: Found, hinge_side: str) -> Length:
    """How much higher the floor is at the strike foot than at the hinge foot (negative: lower)."""
    return as_length(found.floor_right if hinge_side == "left" else -found.floor_right)


def floor_lift(opening: Opening, found: Found) -> Figures:
    """How much higher the floor found is at the strike foot, and how much its highest rises over the hinge foot (handbook 15)."""
    rise = Known("floor_rise", rise_to_strike(found, opening.handing.hinge_side), READ)
    level = Known("floor_at_hinge", ZERO, READ)
    return Figures.of((add(names.FLOOR_RISE, rise), highest(names.FLOOR_LIFT, level, rise)))


def legs(opening: Opening, found: Found, figures: Figures, raised: Computed | None = None) -> Figures:
    """Legs cut to the floor found, the head level over the highest floor the leaf passes; and what is left over it.

    Heights stay above the rough floor at the hinge foot. The leg on the high side is cut more, by the floor's difference.

    Args:
        found: the hole as found, for its header; opening: the unit delivered.
        figures: of the door over the floor found, with its lift; raised: how much higher the header is to be put.

    Returns:
        What each leg is cut to, what comes off a delivered one, where the head's underside stands, and the play over it.
    """
    made = Figures()
    made[names.HEAD_SET] = add(names.HEAD_SET, figures[names.HEAD_UNDERSIDE])
    made[names.LEG_HINGE_SET] = restated(names.LEG_HINGE_SET, figures[names.LEG_LENGTH])
    made[names.LEG_STRIKE_SET] = restated(
        names.LEG_STRIKE_SET, figures[names.LEG_LENGTH], (-1, figures[names.FLOOR_RISE]), *to_leaf(opening, figures)
    )
    if (stop := figures.get(names.STOP_LEG)) is not None:
        made[names.STOP_HINGE] = restated(names.STOP_HINGE, stop)
        made[names.STOP_STRIKE] = restated(
            names.STOP_STRIKE, stop, (-1, figures[names.FLOOR_RISE]), *to_leaf(opening, figures)
        )
    supplied = opening.unit.leg_length
    if supplied is not None:
        whole = [supplied, *_past_shoulder(opening)]
        made[names.CUT_HINGE] = add(names.CUT_HINGE, *whole, (-1, made[names.LEG_HINGE_SET]))
        made[names.CUT_STRIKE] = add(names.CUT_STRIKE, *whole, (-1, made[names.LEG_STRIKE_SET]))
    wide = found.right.start
    low = found.lowest_header(0.0, wide)
    if low is not None:
        foot = 0.0 if opening.handing.hinge_side == "left" else found.floor_right
        header = Known("header_lowest", as_length(low - foot), READ)
        made[names.FOUND_HEIGHT] = add(names.FOUND_HEIGHT, header)
        higher = [raised] if raised is not None else []
        rising: list[Line] = [(-1, line) for line in to_leaf(opening, figures) if or_zero(value_of(line)) > ZERO]
        made[names.HEAD_PLAY_FOUND] = add(
            names.HEAD_PLAY_FOUND, header, *higher, (-1, figures[names.FRAME_TOP]), *rising
        )
    return made


def to_leaf(opening: Opening, figures: Figures) -> list[Computed]:
    """How much higher the head is at the strike where it is set to a leaf out of square; nothing where it is level."""
    off = figures.get(names.OUT_OF_SQUARE)
    return [off] if off is not None and opening.setting.to_leaf else []


def _past_shoulder(opening: Opening) -> list[Line]:
    """What a leg has beyond its shoulder, the head's underside, less the head it was taped over."""
    joint = opening.frame.joint
    beyond: list[Line] = []
    if isinstance(joint, Trenched):
        beyond.append(joint.depth)
    elif isinstance(joint, LegsPastHead):
        beyond.append(opening.frame.leg_thickness)
    if opening.unit.leg_taped == "over_head":
        beyond.append((-1, opening.frame.leg_thickness))
    return beyond


def head_play(opening: Opening, figures: Figures, made: Figures) -> Computed:
    """What is left over the head: under the header as read, or under the one planned until a height is read.

    Args:
        opening: whether a packer fills what the common head line gives; figures: over the floor found; made: what was read.
    """
    if names.HEAD_PLAY_FOUND in made:
        return add(names.HEAD_PLAY, made[names.HEAD_PLAY_FOUND])
    packed = opening.head_gain == "pack" and names.HEAD_GAIN in figures
    packer: list[Line] = [(-1, figures[names.HEAD_GAIN])] if packed else []
    return add(names.HEAD_PLAY, figures[names.RO_HEIGHT], (-1, figures[names.FRAME_TOP]), *packer)


def lean_method(opening: Opening, worst: Length, rules: HouseRules) -> LeanMethod:
    """The method in force: split above what the rule says, flush at the foot below it."""
    if opening.setting.lean != "auto":
        return opening.setting.lean
    return "split" if worst > rules.value(house.LEAN_SPLIT) else "flush_foot"


def wall_leans(opening: Opening, survey: Survey, height: Length) -> tuple[Length | None, Length | None]:
    """How far the walls beside hinge and strike lean toward side A over the frame's height; None where not read."""
    found: list[Length | None] = []
    sides: tuple[Place, Place] = ("wall_left", "wall_right")
    for place in sides if opening.handing.hinge_side == "left" else sides[::-1]:
        read = survey.one(place)
        if read is None:
            found.append(None)
        else:
            found.append(read.signed if read.slope is None else as_length(float(read.slope) * in_mm(height)))
    return found[0], found[1]


def in_leaning_wall(opening: Opening, survey: Survey, figures: Figures, rules: HouseRules) -> Figures:
    """How proud (plus) or shy of the wall's face each leg's edge stands on side A, at its top and foot, by the methods.

    Side B is the same the other way round: a plumb frame that is proud on A is as much shy on B. A wall read on one side
    only counts for both.

    Args:
        survey: the walls' leans beside hinge and strike; figures: the frame's height; rules: from where on a lean is split.
    """
    height = value_of(figures[names.FRAME_TOP])
    if height is None:
        return Figures()
    hinge, strike = wall_leans(opening, survey, height)
    if hinge is None and strike is None:
        return Figures()
    leans = {"hinge": hinge if hinge is not None else strike, "strike": strike if strike is not None else hinge}
    made = Figures()
    facts = {leg: Known(f"wall_lean_{leg}", or_zero(lean), READ) for leg, lean in leans.items()}
    for leg, fact in facts.items():
        made[names.WALL_LEAN_BESIDE[leg]] = add(names.WALL_LEAN_BESIDE[leg], fact)
    made[names.CROSS_LEG] = add(names.CROSS_LEG, facts["hinge"], (-1, facts["strike"]))
    method = lean_method(opening, max(size(f.value) for f in facts.values()), rules)
    legs_by = opening.setting.legs
    for leg, wall in facts.items():
        # the leg's own lean: plumb, its wall's, the hinge side's, or half way between the two
        own: dict[str, list[Line]] = {
            "plumb": [],
            "stop_to_leaf": [wall],
            "hinge_plane": [facts["hinge"]],
            "split": [(HALF, facts["hinge"]), (HALF, facts["strike"])],
        }
        # what the leg's top is proud of its wall when its foot is flush
        off: list[Line] = [*own[legs_by], (-1, wall)]
        part: Exact = {"flush_foot": 0, "flush_top": 1}.get(method, HALF)
        moved = [
            (-part * times, amount)
            for times, amount in (line if isinstance(line, tuple) else (1, line) for line in off)
        ]
        flush = Known("flush", ZERO, Source("given", "opening.setting.lean"))
        foot, top = names.PROUD_AT[leg, "foot"], names.PROUD_AT[leg, "top"]
        made[foot] = add(foot, flush, *(moved if part else []))
        made[top] = add(top, *(off if not part else [*off, *moved]))
    return made


def hinge_lean(opening: Opening, figures: Figures) -> float:
    """The slope of the hinge leg toward the side the leaf opens to, as the leg method leaves it."""
    height = value_of(figures[names.FRAME_TOP])
    hinge = value_of(figures[names.WALL_LEAN_HINGE]) if names.WALL_LEAN_HINGE in figures else None
    strike = value_of(figures[names.WALL_LEAN_STRIKE]) if names.WALL_LEAN_STRIKE in figures else None
    if height is None or hinge is None or strike is None or opening.setting.legs == "plumb":
        return 0.0
    lean = (hinge + strike) * HALF if opening.setting.legs == "split" else hinge
    return float(lean.nm / height.nm) * (1 if opening.handing.opens_to == "A" else -1)


def stop_stands_off(opening: Opening, figures: Figures) -> Computed | None:
    """How far the stop is planted off its usual line at one end, when each leg follows its own wall (handbook 16)."""
    if names.CROSS_LEG not in figures or opening.setting.legs != "stop_to_leaf":
        return None
    return add(names.STOP_STANDS_OFF, figures[names.CROSS_LEG])
