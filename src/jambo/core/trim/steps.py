"""The steps of the casing (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.casing import Casing
from jambo.core.step import EYES, Step


def casing_steps(casing: Casing, *, by_leg: bool) -> Iterable[Step]:
    """Cut and fix the casing of both sides; `by_leg` says that its legs differ, on a floor that is not level."""
    head = "{casing_head}" if casing.corner == "butted" else "{casing_head_short} short to short"
    legs = ("{leg}s {casing_leg_a} on side A", "{casing_leg_b} on side B")
    if by_leg:
        legs = (
            "on side A hinge {leg} {casing_leg_a_hinge}, {strike} {leg} {casing_leg_a_strike}",
            "on side B hinge {leg} {casing_leg_b_hinge}, {strike} {leg} {casing_leg_b_strike}",
        )
    yield Step(
        key="casing",
        part="Finishing",
        text=f"{{casing}}: head {head}, {legs[0]}, {legs[1]}; {{casing_step}} {{setback}}.",
        tools="saw, pins",
        check="short nails into the {frame}, long ones into the {stud}",
        caution=EYES,
    )
