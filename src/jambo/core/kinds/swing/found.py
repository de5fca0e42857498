"""What the readings mean for a swing door: legs for the floor found, the set plan, how it hangs, the check after."""

from __future__ import annotations

from jambo.core.hanging import judge as hanging_judge
from jambo.core.hanging.hang import check, hang
from jambo.core.kinds.kind import AsFound, Planned
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Unit
from jambo.core.setting import judge as setting_judge
from jambo.core.setting import legs
from jambo.core.setting.plan import plan
from jambo.core.survey.found import surveyed

# The finest move worth making after setting, by habit.
MARK: dict[Unit, Length] = {"in": Length.inches("1/32"), "mm": Length.mm("1/2")}


def as_found(planned: Planned) -> AsFound:
    """Work out what was found: the figures of the opening as planned stay, the new ones come back beside them."""
    opening, figures, rules = planned.opening, planned.figures, planned.rules
    survey, frame = opening.survey, opening.frame
    if not survey.readings:
        return AsFound()
    read = surveyed(survey, figures, rules.habit)
    made, flags, found = read.figures, [*read.flags], read.shape
    if found is not None:
        made = made | legs.legs(opening, found, figures, rules)
    made = made | legs.in_leaning_wall(opening, survey, figures, rules)
    if (off := legs.stop_stands_off(opening, made)) is not None:
        made = made | Figures.of([off])
    stands = None
    if found is not None:
        depth = (
            frame.depth.value if frame.depth else value_of(figures[names.FRAME_DEPTH]) or planned.wall.stud_depth.value
        )
        stands = plan(opening, found, figures | made, depth, rules)
        if stands is not None:
            made = made | stands.figures
            flags += setting_judge.on_set(opening, survey, stands, figures | made, rules)
    flags += setting_judge.on_legs(opening, survey, figures | made, rules)
    hung = hang(opening, survey, found, stands, figures | made, rules)
    if hung is not None:
        made = made | hung.figures
        flags += hanging_judge.on_hang(hung, made, rules)
    checked = check(opening, survey, figures, rules, MARK[rules.habit])
    flags += hanging_judge.on_check(opening, survey, checked, rules)
    return AsFound(read.adjustment, stands, hung, checked, made, tuple(flags))
