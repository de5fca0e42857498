"""The steps of the casing (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.casing import Casing
from jambo.core.step import EYES, Step


def casing_steps(casing: Casing) -> Iterable[Step]:
    """Cut and fix the casing of both sides."""
    head = "{casing_head}" if casing.corner == "butted" else "{casing_head_short} short to short"
    yield Step(
        key="casing",
        part="Finishing",
        text=f"{{casing}}: head {head}, {{leg}}s {{casing_leg_a}} on side A and {{casing_leg_b}} on side B; {{casing_step}} {{setback}}.",
        tools="saw, pins",
        check="short nails into the {frame}, long ones into the {stud}",
        caution=EYES,
    )
