"""From readings to what they mean for one opening: the shape found, the set plan, how it hangs, the check after."""

from __future__ import annotations

from dataclasses import dataclass, field

from jambo.core.flags import Flag
from jambo.core.hanging.hang import Check, Hang, check, hang
from jambo.core.length import Length
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.rules import HouseRules
from jambo.core.setting import judge, legs
from jambo.core.setting.plan import READ, SetPlan, down, plan
from jambo.core.sums import Figures, Known, add, value_of
from jambo.core.survey.adjust import Adjustment, adjust
from jambo.core.tape import Unit

# The finest move worth making after setting, by habit.
MARK: dict[Unit, Length] = {"in": Length.inches("1/32"), "mm": Length.mm("1/2")}


@dataclass(frozen=True, slots=True)
class AsFound:
    """What follows from the readings; parts are None while nothing read answers them."""

    adjustment: Adjustment | None = None
    plan: SetPlan | None = None
    hang: Hang | None = None
    check: Check | None = None
    figures: Figures = field(default_factory=Figures)
    flags: tuple[Flag, ...] = ()


def as_found(opening: Opening, wall: Wall, figures: Figures, rules: HouseRules) -> AsFound:
    """Work out what was found. `figures` are those of the opening as planned; the new ones come back beside them."""
    survey = opening.survey
    swings = opening.kind == "swing"
    if not survey.readings:
        return AsFound()
    adjusted = adjust(survey, value_of(figures["ro_height"]), rules.habit)
    found = adjusted.found if adjusted is not None else None
    made = legs.wall_thickest(survey)
    flags = list(judge.on_survey(survey, adjusted))
    if found is not None:
        widths = found.left.proudest(found.span, 1)[0], found.right.proudest(found.span, -1)[0]
        made["found_least_width"] = add(
            "found_least_width", Known("between_proudest", down(-widths[1] - widths[0]), READ)
        )
    if not swings:
        if found is not None and (low := found.lowest_header(0.0, found.right.start)) is not None:
            made["found_height"] = add("found_height", Known("header_lowest", down(low), READ))
        return AsFound(adjusted, figures=made, flags=(*flags, *judge.on_found(made | figures)))
    if found is not None:
        made |= legs.legs(opening, found, figures, rules)
    made |= legs.in_leaning_wall(opening, survey, figures, rules)
    if (off := legs.stop_stands_off(opening, made)) is not None:
        made[off.name] = off
    depth = value_of(figures["frame_depth"]) or wall.stud_depth.value
    stands = None
    if found is not None:
        stands = plan(
            opening, found, figures | made, opening.frame.depth.value if opening.frame.depth else depth, rules
        )
        if stands is not None:
            made |= stands.figures
            flags += judge.on_set(opening, survey, stands, figures | made, rules)
    flags += judge.on_legs(opening, survey, figures | made, rules)
    hung = hang(opening, survey, found, stands, figures | made, rules)
    if hung is not None:
        made |= hung.figures
        flags += judge.on_hang(hung, made, rules)
    checked = check(opening, survey, figures, rules, MARK[rules.habit])
    flags += judge.on_check(opening, survey, checked, rules)
    return AsFound(adjusted, stands, hung, checked, made, tuple(flags))
