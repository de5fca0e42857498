"""The work card (handbook 21, with 10, 11, 12, 20 and 22): numbered steps with an opening's own figures, tools, checks, gates.

Braces in a step name figures, house rules and parts of the word list; a view fills them in. Each room says its own steps;
here they are put in order.
"""

from __future__ import annotations

from jambo.core.framing.cut_in import Opened
from jambo.core.framing.into_wall import into_wall
from jambo.core.framing.steps import TAKE_OUT, floor_steps, framing_steps
from jambo.core.kinds.kind import Kind, Planned
from jambo.core.quantities import names
from jambo.core.step import Step
from jambo.core.trim.steps import casing_steps

SURVEY = Step(
    key="survey",
    part="Before",
    text="Read the opening all round: widths, heights, both {stud}s, floor.",
    tools="tape, level, straightedge",
    check="no reading left that cannot be right",
)
AGAIN = Step(
    key="again",
    part="Finishing",
    text="Check again after the latch and after the paint; sign it off.",
    check="it stays, shuts and latches",
)


def work_card(kind: Kind, planned: Planned, opened: Opened | None, *, cased: bool) -> tuple[Step, ...]:
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
        framing = [*framing_steps(opening, wall, figures)]
    return (
        *(TAKE_OUT if replaced else ()),
        *((SURVEY,) if replaced or opening.survey.readings else ()),
        *floor_steps(opening),
        *(step for step in into if step.part == "Before"),
        *kind.steps(opening, framing, cut_in=cut_in),
        *(
            casing_steps(opening.casing, by_leg=names.CASING_LEG_A_HINGE in figures)
            if opening.casing is not None and cased
            else ()
        ),
        *(step for step in into if step.part == "Finishing"),
        AGAIN,
    )
