"""The work card (handbook 21, with 10, 11, 12, 20 and 22): numbered steps with an opening's own figures, tools, checks, gates.

Braces in a step name figures, house rules and parts of the word list; a view fills them in. Each room says its own steps;
here they are put in order.
"""

from __future__ import annotations

from dataclasses import replace

from jambo.core.framing.cut_in import Opened
from jambo.core.framing.into_wall import into_wall
from jambo.core.framing.steps import boxes_away, floor_steps, framing_steps, take_out
from jambo.core.kinds.kind import KindOfDoor, Planned
from jambo.core.step import Step
from jambo.core.trim.steps import CASING_BACK, casing_steps

SURVEY = Step(
    key="survey",
    part="Before",
    text="Read the opening all round: widths, heights, both {stud}s, floor.",
    tools="tape, level, straightedge",
    check="no reading left that cannot be right",
    needs=("stand", "look"),
)


def _again(kind: KindOfDoor) -> Step:
    text, check = "Check again after the latch and after the paint; sign it off.", "it stays, shuts and latches"
    if not kind.swings:
        text, check = (
            "Check again after the paint; sign it off.",
            "it runs free over its whole way and stays where it is left",
        )
    return Step(key="again", part="Finishing", text=text, check=check)


def work_card(kind: KindOfDoor, planned: Planned, opened: Opened | None, *, cased: bool) -> tuple[Step, ...]:
    """Give the whole card of an opening, for its kind and its methods of order.

    Args:
        kind: its kind of door.
        planned: the opening as worked out.
        opened: the standing wall a new hole is cut into.
        cased: whether casing goes on.
    """
    opening, wall, figures = planned.opening, planned.wall, planned.figures
    replaced, cut_in = planned.standing, opening.cut_in is not None
    into = [*into_wall(opening, wall, opened, figures)] if cut_in else []
    framing = [step for step in into if step.part == "Framing"]
    if not cut_in and not replaced:
        framing = [*framing_steps(opening, wall, figures, planned.rules)]
    if framing and opening.survey.readings:
        framing.append(SURVEY)  # a hole is read once it is framed
    stays = opening.stays.casing if replaced else "new"
    after, trim = (*kind.after_casing(planned),), tuple[Step, ...]()
    if cased and stays == "saved":
        trim = (CASING_BACK,)
    elif cased and stays == "new" and opening.casing is not None:
        trim = (*casing_steps(opening.casing, figures),)
    return (
        *(take_out(opening, lined=kind.lines(planned)) if replaced else ()),
        *((SURVEY,) if replaced else ()),
        *floor_steps(opening, figures, lined=kind.lines(planned)),
        *boxes_away(wall, figures),
        *(step for step in into if step.part == "Before"),
        *kind.steps(planned, framing, cut_in=cut_in),
        *(replace(step, part=after[0].part) if after else step for step in trim),
        *after,
        *(step for step in into if step.part == "Finishing"),
        _again(kind),
    )
