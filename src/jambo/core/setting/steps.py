"""The steps of setting a frame in its hole, by the methods chosen (handbook 14 and 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.opening import Opening
from jambo.core.step import Step


def setting_steps(opening: Opening) -> Iterable[Step]:
    """The frame into its hole, by the methods chosen (handbook 14)."""
    how = opening.setting
    order = "from the top hinge down" if how.nailing == "top_down" else "from the lowest hinge up"
    by = "tight to its {stud}, which is plumb" if how.hinge_by == "stud" else "by the level, plumb both ways"
    if how.school == "pre_packed":
        yield Step(
            key="blocks",
            part="Setting",
            text="Pack the hinge {stud} plumb with blocks at five places; then it carries the {leg}.",
            tools="level, blocks",
            check="plumb over its whole height",
        )
    place = ", its back {set_at}" if opening.survey.readings else ""
    yield Step(
        key="hinge-leg",
        part="Setting",
        text=f"Set the hinge {{leg}} {by}{place}; {{shim}}s behind every hinge, {order}.",
        tools="level, {shim}s",
        check="straight within {straight}; never force a {shim}",
    )
    yield Step(
        key="head",
        part="Setting",
        text="Level the {head} at {head_set}." if opening.survey.readings else "Level the {head} at {head_underside}.",
        tools="level",
        check="level; the gap over it {head_shim} or more",
    )
    strike = "by the hung {leaf}'s edge" if how.strike_by == "leaf" else "by the level"
    yield Step(
        key="strike-leg",
        part="Setting",
        text=f"Set the {{strike}} {{leg}} {strike}; {{shim}}s above and below the latch, at the top and low.",
        tools="{shim}s",
        check="the gap even from top to foot",
    )
