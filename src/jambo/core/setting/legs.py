"""Legs and head on a floor and under a header as found (handbook 15), and a frame in a wall that leans (handbook 16)."""

from __future__ import annotations

from collections.abc import Mapping
from math import hypot
from typing import Literal

from jambo.core import rules as house
from jambo.core.facts.frame import LegsPastHead, Trenched
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ, Place, Survey
from jambo.core.facts.setting import LeanMethod
from jambo.core.frames.registry import kind_of_frame
from jambo.core.quantities import names
from jambo.core.quantities.figure import (
    HALF,
    Amount,
    Computed,
    Figures,
    Known,
    Line,
    Source,
    add,
    highest,
    restated,
    sum_of,
    value_of,
)
from jambo.core.quantities.length import ZERO, Exact, Length, or_zero, size, some
from jambo.core.quantities.millimetres import as_length, in_mm
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules
from jambo.core.survey.shape import Found


def floor_lift(opening: Opening, to_right: Known) -> Figures:
    """How much higher the floor read is at the strike foot, and how much its highest rises over the hinge foot (handbook 15).

    Args:
        opening: which way it hangs; to_right: how much higher the floor is at the right foot.
    """
    strike = to_right.value if opening.handing.hinge_side == "left" else -to_right.value
    rise = Known("floor_rise", strike, READ)
    level = Known("floor_at_hinge", ZERO, READ)
    return Figures.of((add(names.FLOOR_RISE, rise), highest(names.FLOOR_LIFT, level, rise)))


def on_floor(opening: Opening, figures: Figures) -> Figures:
    """Legs cut to the floor read, the head level over the highest floor the leaf passes.

    Heights stay above the rough floor at the hinge foot. The leg on the high side is cut more, by the floor's difference; on a sill,
    which is levelled, both are alike and its low end is packed.

    Args:
        opening: the unit delivered; figures: of the door over the floor read, with its lift.

    Returns:
        What each leg is cut to, what comes off a delivered one, and where the head's underside stands.
    """
    made = Figures()
    made[names.HEAD_SET] = add(names.HEAD_SET, figures[names.HEAD_UNDERSIDE])
    made[names.LEG_HINGE_SET] = restated(names.LEG_HINGE_SET, figures[names.LEG_LENGTH])
    rise = figures[names.FLOOR_RISE]
    lower: list[Line] = [] if on_sill(opening) else [(-1, rise)]
    made[names.LEG_STRIKE_SET] = restated(
        names.LEG_STRIKE_SET, figures[names.LEG_LENGTH], *lower, *to_leaf(opening, figures)
    )
    if on_sill(opening) and some(size(or_zero(value_of(rise)))):
        made[names.SILL_PACK] = add(names.SILL_PACK, rise)
    if (stop := figures.get(names.STOP_LEG)) is not None:
        made[names.STOP_HINGE] = restated(names.STOP_HINGE, stop)
        made[names.STOP_STRIKE] = restated(names.STOP_STRIKE, stop, *lower, *to_leaf(opening, figures))
    made |= diagonals(opening, figures, made, names.DIAGONAL_ON)
    supplied = opening.unit.leg_length
    if supplied is not None:
        whole = [supplied, *_past_shoulder(opening)]
        made[names.CUT_HINGE] = add(names.CUT_HINGE, *whole, (-1, made[names.LEG_HINGE_SET]))
        made[names.CUT_STRIKE] = add(names.CUT_STRIKE, *whole, (-1, made[names.LEG_STRIKE_SET]))
    return made


def legs(opening: Opening, found: Found, figures: Figures, raised: Computed | None = None) -> Figures:
    """Legs cut to the floor found, and what is left over the head under the header as it was read.

    Args:
        found: the hole as found, for its header; opening: the unit delivered.
        figures: of the door over the floor found, with its lift; raised: how much higher the header is to be put.
    """
    made = on_floor(opening, figures)
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
        runs = Known("header_runs", as_length(found.header_runs(0.0, wide)), READ)
        made[names.HEAD_MOST] = add(names.HEAD_MOST, made[names.HEAD_PLAY_FOUND], runs)
    return made


def on_sill(opening: Opening) -> bool:
    """Say whether its legs stand on a sill, which is levelled."""
    return opening.frame.sill is not None and opening.frame.sill.legs_on


def diagonal(wide: Length, tall: Length) -> Length:
    """The diagonal of a square frame, inside: from one leg's foot to the other's shoulder."""
    return as_length(hypot(in_mm(wide), in_mm(tall)))


def diagonals(opening: Opening, figures: Figures, made: Figures, legs_cut: Mapping[FigureName, FigureName]) -> Figures:
    """Both diagonals of a square frame whose legs differ, from each leg's foot to the other's shoulder; nothing of legs alike.

    Args:
        opening: how its legs and head are joined; figures: its width inside; made: each leg's length.
        legs_cut: each diagonal's name, and that of the leg whose foot it starts at.
    """
    wide = figures.value(names.FRAME_INSIDE_WIDTH)
    long = {name: made.value(leg) for name, leg in legs_cut.items()}
    if wide is None or None in long.values() or len(set(long.values())) == 1:
        return Figures()
    past = or_zero(sum_of(*_past_shoulder(opening, over_head=False)))
    found = []
    for name, leg in legs_cut.items():
        across = Known("by_width_and_leg", diagonal(wide, or_zero(long[name]) - past), Source("figure", leg))
        found.append(add(name, across))
    return Figures.of(found)


def to_leaf(opening: Opening, figures: Figures) -> list[Computed]:
    """How much higher the head is at the strike where it is set to a leaf out of square; nothing where it is level."""
    off = figures.get(names.OUT_OF_SQUARE)
    return [off] if off is not None and opening.setting.to_leaf else []


def _past_shoulder(opening: Opening, *, over_head: bool = True) -> list[Line]:
    """What a leg has beyond its shoulder, the head's underside, less the head it was taped `over_head`."""
    joint = opening.frame.joint
    beyond: list[Line] = []
    if isinstance(joint, Trenched):
        beyond.append(joint.depth)
    elif isinstance(joint, LegsPastHead):
        beyond.append(opening.frame.leg_thickness)
    if over_head and opening.unit.leg_taped == "over_head":
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
    """How proud (plus) of the wall's face or back from it each leg's edge stands on side A, at its top and foot, by the methods.

    A wall read on one side only counts for both.

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


def on_side_b(opening: Opening, survey: Survey, figures: Figures, made: Figures) -> Figures:
    """How proud of the wall's face on side B the frame stands at its four corners: its depth, less the wall there and what is proud on A.

    Args:
        survey: the wall's thickness at its corners; figures: the frame's depth, and the finished wall where no corner was read;
        made: how proud it is on side A; where no lean was read it is flush there.

    Returns:
        A figure for each corner whose wall or lean was read.
    """
    if not kind_of_frame(opening.frame).cased:
        return Figures()
    depth: Amount = opening.frame.depth or figures[names.FRAME_DEPTH]
    found = Figures()
    for (leg, end), name in names.PROUD_B_AT.items():
        side = "left" if (opening.handing.hinge_side == "left") == (leg == "hinge") else "right"
        thick = next(iter(survey.at(CORNER[side, end])), None)
        on_a = made.get(names.PROUD_AT[leg, end])
        if thick is None and on_a is None:
            continue
        wall: Amount = figures[names.WALL_FINISHED]
        if thick is not None:
            wall = Known(thick.place, thick.value, Source("reading", thick.path))
        strip = [figures[names.EXTENSION_WIDTH]] if names.EXTENSION_WIDTH in figures else []
        found[name] = add(name, depth, *strip, (-1, wall), *([(-1, on_a)] if on_a is not None else []))
    return found


CORNER: dict[tuple[str, str], Place] = {
    ("left", "top"): "thickness_left_head", ("left", "foot"): "thickness_left_foot",
    ("right", "top"): "thickness_right_head", ("right", "foot"): "thickness_right_foot",
}  # fmt: skip


def leg_lean(opening: Opening, figures: Figures, leg: Literal["hinge", "strike"] = "hinge") -> float:
    """The slope of a leg toward the side the leaf opens to, as the leg method leaves it: the other leg's where each follows its own wall."""
    height = value_of(figures[names.FRAME_TOP])
    hinge = value_of(figures[names.WALL_LEAN_HINGE]) if names.WALL_LEAN_HINGE in figures else None
    strike = value_of(figures[names.WALL_LEAN_STRIKE]) if names.WALL_LEAN_STRIKE in figures else None
    if height is None or hinge is None or strike is None or opening.setting.legs == "plumb":
        return 0.0
    own = strike if leg == "strike" and opening.setting.legs == "stop_to_leaf" else hinge
    lean = (hinge + strike) * HALF if opening.setting.legs == "split" else own
    return float(lean.nm / height.nm) * (1 if opening.handing.opens_to == "A" else -1)


def stop_stands_off(opening: Opening, figures: Figures) -> Computed | None:
    """How far the stop is planted off its usual line at one end, when each leg follows its own wall (handbook 16)."""
    if names.CROSS_LEG not in figures or opening.setting.legs != "stop_to_leaf":
        return None
    return add(names.STOP_STANDS_OFF, figures[names.CROSS_LEG])
