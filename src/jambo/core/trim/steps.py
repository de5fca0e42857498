"""The steps of the casing (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.casing import Casing
from jambo.core.framing.pieces import each_leg
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.step import EYES, Step

CASING_BACK = Step(
    key="casing-back",
    part="Finishing",
    text="Put the saved {casing} back by its numbers; {casing_step} {setback}.",
    tools="saw, pins",
    check="short nails into the {frame}, long ones into the {stud}",
    needs=("plant-stops", "strike-leg"),
)


def casing_steps(casing: Casing, figures: Figures) -> Iterable[Step]:
    """Cut and fix the casing of both sides; each leg by its own length on a floor that is not level.

    Args:
        casing: how its corners meet; figures: those that count now.
    """
    by_leg = bool(each_leg(names.CASING_LEG_A, figures))
    head = "{casing_head}" if casing.corner == "butted" else "{casing_head_short} short to short"
    cut = [names.CASING_HEAD if casing.corner == "butted" else names.CASING_HEAD_LONG]
    legs = ("{leg}s {casing_leg_a} on side A", "{casing_leg_b} on side B")
    if by_leg:
        legs = (
            "on side A hinge {leg} {casing_leg_a_hinge}, {strike} {leg} {casing_leg_a_strike}",
            "on side B hinge {leg} {casing_leg_b_hinge}, {strike} {leg} {casing_leg_b_strike}",
        )
    for leg, own in names.CASING_LEG_AT.items():
        cut += own if by_leg else (leg,)
    yield Step(
        key="casing",
        part="Finishing",
        text=f"{{casing}}: head {head}, {legs[0]}, {legs[1]}; {{casing_step}} {{setback}}.",
        tools="saw, pins",
        check="short nails into the {frame}, long ones into the {stud}",
        caution=EYES,
        needs=("plant-stops", "strike-leg", "seal-joint"),
        cuts=tuple(cut),
    )
