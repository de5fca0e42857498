"""What the readings mean for a swing door: legs for the floor found, the set plan, how it hangs, the check after."""

from __future__ import annotations

from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.framing import frame_depth
from jambo.core.hanging import judge as hanging_judge
from jambo.core.hanging.hang import check, hang
from jambo.core.kinds.kind import AsFound, Planned
from jambo.core.kinds.swing.figures import door
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, add, value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Unit
from jambo.core.setting import judge as setting_judge
from jambo.core.setting import legs
from jambo.core.setting.plan import plan, tightest
from jambo.core.survey.found import surveyed
from jambo.core.survey.shape import Found
from jambo.core.trim.casing import figures as casing_figures
from jambo.core.trim.casing import on_floor_found

# The finest move worth making after setting, by habit.
MARK: dict[Unit, Length] = {"in": Length.inches("1/32"), "mm": Length.mm("1/2")}


def as_found(planned: Planned) -> AsFound:
    """Work out what was found: the new figures, and those of door, frame and casing as the hole found asks for them."""
    opening, figures, rules = planned.opening, planned.figures, planned.rules
    survey, frame = opening.survey, opening.frame
    if not survey.readings:
        return AsFound()
    read = surveyed(survey, figures, rules.habit)
    made, flags, found = read.figures, [*read.flags], tightest(opening, read.could_be, figures)
    figures = figures | _thickness_read(planned, made)
    if found is not None:
        figures = figures | _on_floor_found(planned, figures, found)
        made = made | legs.legs(opening, found, figures, rules)
        figures = figures | Figures.of([legs.head_play(opening, figures, made)])
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
    in_force = {name: figure for name, figure in figures.items() if planned.figures.get(name) is not figure}
    return AsFound(
        read.adjustment, found or read.narrowest, stands, hung, checked, Figures(in_force) | made, tuple(flags)
    )


def _thickness_read(planned: Planned, read: Figures) -> Figures:
    """The frame's depth, and what its kind makes of it, for the wall as it was measured."""
    if names.WALL_THICKEST not in read:
        return Figures()
    finished = add(names.WALL_FINISHED, read[names.WALL_THICKEST])
    made = Figures.of([finished, frame_depth(finished, planned.rules)])
    return made | Figures.of(kind_of_frame(planned.opening.frame).in_wall(planned.figures | made, planned.rules))


def _on_floor_found(planned: Planned, figures: Figures, found: Found) -> Figures:
    """Leaf, frame and casing over the highest floor found (handbook 15): one set of lengths, from then on."""
    opening, rules = planned.opening, planned.rules
    made = legs.floor_lift(opening, found)
    lift = made[names.FLOOR_LIFT]
    if not value_of(lift):
        made |= Figures.of(on_floor_found(figures | made)) if names.CASING_LEG_A in figures else Figures()
        return made
    hung = door(opening, rules, lift)
    made |= Figures({name: figure for name, figure in hung.items() if figures.get(name) != figure})
    if opening.casing is not None and names.CASING_LEG_A in figures:
        over = figures | made
        made |= Figures.of(
            casing_figures(opening.casing, over, planned.wall, rules, covers_joint=names.CASING_WANTED in figures)
        )
        made |= Figures.of(on_floor_found(over | made))
    return made
