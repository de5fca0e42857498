"""What the readings mean for a swing door: legs for the floor found, the set plan, how it hangs, the check after."""

from __future__ import annotations

from dataclasses import replace

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ
from jambo.core.frames.frame import Lowered
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.floors import gap_over
from jambo.core.framing.framing import frame_depth
from jambo.core.frozen import dataclass
from jambo.core.hanging import judge as hanging_judge
from jambo.core.hanging.hang import Hang, check, hang
from jambo.core.kinds.kind import AsFound, Planned
from jambo.core.kinds.swing.figures import door, extension
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures, Known, add, lowest, restated, value_of
from jambo.core.quantities.length import Length, some
from jambo.core.quantities.millimetres import as_length
from jambo.core.quantities.tape import Unit
from jambo.core.rules import HouseRules
from jambo.core.setting import judge as setting_judge
from jambo.core.setting import legs
from jambo.core.setting.ladder import Ladder, as_done, both, climb, gives, legs_as_cut, still_to_trim
from jambo.core.setting.ladder_judge import on_ladder
from jambo.core.setting.plan import OverHead, SetPlan, judged, plan, tightest
from jambo.core.survey.found import Surveyed, surveyed
from jambo.core.survey.shape import Found
from jambo.core.trim.casing import as_planned, as_set, on_floor_found, widths_to_cover
from jambo.core.trim.casing import figures as casing_figures

# The finest move worth making after setting, by habit.
MARK: dict[Unit, Length] = {"in": Length.inches("1/32"), "mm": Length.mm("1/2")}


def as_found(planned: Planned) -> AsFound:
    """Work out what was found: the new figures, and those of door, frame and casing as the hole found asks for them."""
    opening, figures, rules = planned.opening, planned.figures, planned.rules
    survey = opening.survey
    if not survey.taken:
        return AsFound()
    read = surveyed(survey, figures, rules.habit)
    flags, found = [*read.flags], tightest(opening, read.could_be, figures)
    figures = figures | _thickness_read(planned, read.figures)
    stood, climbed = _stand(planned, figures, read, found), None
    if found is not None:
        stood, climbed = _brought_down(planned, figures, read, found, stood)
    figures, made, stands, hung = stood.figures, stood.made, stood.plan, stood.hung
    if stands is not None:
        flags += setting_judge.on_set(opening, survey, stands, figures | made, rules)
        if opening.casing is not None and names.CASING_WANTED in planned.figures:
            joints = as_planned(planned.figures) | as_set(opening.frame, figures | made)
            made = made | Figures.of(widths_to_cover(joints, opening.frame, rules))
    flags += on_ladder(opening, climbed, figures | made, rules)
    flags += setting_judge.on_legs(opening, survey, figures | made, rules)
    if hung is not None:
        flags += hanging_judge.on_hang(opening, hung, made, rules)
    checked = check(opening, survey, figures | made, rules, MARK[rules.habit])
    flags += hanging_judge.on_check(opening, survey, checked, rules)
    in_force = {name: figure for name, figure in figures.items() if planned.figures.get(name) is not figure}
    return AsFound(
        read.adjustment, found or read.narrowest, stands, climbed, hung, checked, Figures(in_force) | made, tuple(flags)
    )


@dataclass(frozen=True, slots=True)
class _Stood:
    """The frame stood in the hole in one way: the figures in force, those made of the readings, set plan and hanging."""

    figures: Figures
    made: Figures
    plan: SetPlan | None
    hung: Hang | None

    def to_spare(self, opening: Opening, rules: HouseRules) -> Computed:
        """The least gap over the floor, less the least that is wanted."""
        floors, swings = opening.floors, opening.handing.opens_to
        swung = self.made.get(names.SWEEP_LEAST) or self.figures[names.LEAF_BOTTOM]
        wanted = gap_over(floors.stack(swings), rules, least=True)
        spare = [add(names.SPARE_SWUNG, swung, *((-1, one) for one in wanted))]
        if (fixed := self.made.get(names.FIXED_SWEEP_LEAST)) is not None:
            spare.append(add(names.SPARE_SWUNG, fixed, *((-1, one) for one in wanted)))
        for name in (names.CLOSED_LEAST, names.FIXED_CLOSED_LEAST):
            if (closed := self.made.get(name)) is not None:
                under = gap_over(None if floors.under == "strip" else floors.stack(floors.under), rules, least=True)
                spare.append(add(names.SPARE_CLOSED, closed, *((-1, one) for one in under)))
        return lowest(names.GAP_TO_SPARE, *spare)


def _stand(
    planned: Planned,
    figures: Figures,
    read: Surveyed,
    found: Found | None,
    lowered: Lowered | None = None,
    raised: Computed | None = None,
) -> _Stood:
    """Stand the frame on the floor found, brought down by `lowered`, under a header `raised`."""
    opening, rules, frame = planned.opening, planned.rules, planned.opening.frame
    made, stands = read.figures, None
    if found is not None:
        figures = figures | _on_floor_found(planned, figures, found, lowered)
        made = made | legs.legs(opening, found, figures, raised)
        figures = figures | Figures.of([legs.head_play(opening, figures, made)])
    elif opening.rise is not None:  # the floor alone was read, before the hole is framed
        made = made | legs.on_floor(opening, figures) | _on_rise(opening, figures, opening.rise)
    made = made | legs.in_leaning_wall(opening, opening.survey, figures, rules)
    made = made | legs.on_side_b(opening, opening.survey, figures, made)
    if (off := legs.stop_stands_off(opening, made)) is not None:
        made = made | Figures.of([off])
    if found is not None:
        depth = frame.depth.value if frame.depth else value_of(figures[names.FRAME_DEPTH])
        depth = planned.wall.stud_depth.value if depth is None else depth
        stands = plan(opening, found, figures | made, depth, rules)
        made = made | (stands.figures if stands is not None else Figures())
    hung = hang(opening, opening.survey, found, stands, figures | made, rules)
    return _Stood(figures, made | (hung.figures if hung is not None else Figures()), stands, hung)


def _on_rise(opening: Opening, figures: Figures, rise: Known) -> Figures:
    """Jacks and casing over a floor that was read before the hole is framed, each by the floor under it; heights count from the hinge foot."""
    made, hinge = Figures(), opening.handing.hinge_side
    for end, jack in names.JACK_ON.items():
        sign = 0 if end == hinge else -1 if end == "right" else 1
        made[jack] = restated(jack, figures[names.JACK_LENGTH], (sign, rise))
    if opening.casing is not None and names.CASING_LEG_A in figures:
        made |= Figures.of(on_floor_found(opening.casing, figures | made, legs.to_leaf(opening, figures)))
    return made


def _brought_down(
    planned: Planned, figures: Figures, read: Surveyed, found: Found, stood: _Stood
) -> tuple[_Stood, Ladder | None]:
    """Stand it as its legs were cut and its leaf trimmed, then by the rungs chosen; and judge what may give way."""
    opening, rules = planned.opening, planned.rules
    asked = climb(opening, stood.figures | stood.made, stood.to_spare(opening, rules), rules)
    done, still = as_done(opening, stood.figures | stood.made, rules), Figures()
    if done is not None:
        done, still = still_to_trim(opening, done, asked)
        stood = _stand(planned, figures, read, found, done)
        stood = replace(stood, made=stood.made | legs_as_cut(opening, asked, stood.figures | stood.made, done))
    room = stood.to_spare(opening, rules)
    climbed = climb(opening, stood.figures | stood.made, room, rules)
    play = stood.made.value(names.HEAD_PLAY_FOUND)
    if climbed is not None:
        raised = climbed.figures.get(names.HEADER_RAISED)
        if climbed.lowered is not None or raised is not None:
            stood = _stand(planned, figures, read, found, both(done, climbed.lowered), raised)
        still = climbed.figures | Figures.of([room])
    stood = replace(stood, made=stood.made | still)
    if stood.plan is not None:
        head = OverHead(play, rules.value(house.HEAD_PLAY_LEAST), gives(opening, stood.figures, room, rules),
                        opening.setting.raise_header)  # fmt: skip
        stood = replace(stood, plan=judged(stood.plan, opening, head, rules))
    return stood, climbed


def _thickness_read(planned: Planned, read: Figures) -> Figures:
    """The frame's depth, and what its kind makes of it, for the wall as it was measured."""
    if names.WALL_THICKEST not in read:
        return Figures()
    finished = add(names.WALL_FINISHED, read[names.WALL_THICKEST])
    made = Figures.of([finished, frame_depth(finished, planned.rules)])
    known = planned.figures | made
    made |= Figures.of(kind_of_frame(planned.opening.frame).in_wall(known, planned.rules))
    return made | Figures.of(extension(planned.opening, known))


def _on_floor_found(planned: Planned, figures: Figures, found: Found, lowered: Lowered | None) -> Figures:
    """Leaf, frame and casing over the highest floor found (handbook 15): one set of lengths, from then on."""
    opening, rules = planned.opening, planned.rules
    made = legs.floor_lift(opening, Known("floor_rise", as_length(found.floor_right), READ))
    lift = made[names.FLOOR_LIFT]
    moved = some(value_of(lift)) or lowered is not None
    if moved:
        hung = door(opening, rules, lift, lowered)
        made |= Figures({name: figure for name, figure in hung.items() if figures.get(name) != figure})
    if opening.casing is None or names.CASING_LEG_A not in figures:
        return made
    if moved:
        covers = names.CASING_WANTED in figures
        made |= Figures.of(casing_figures(opening, figures | made, planned.wall, rules, covers_joint=covers))
    return made | Figures.of(on_floor_found(opening.casing, figures | made, legs.to_leaf(opening, figures)))
