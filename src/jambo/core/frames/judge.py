"""Judgements on the gaps around a leaf in its frame (handbook 4)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.frame import Frame
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.frames.registry import kind_of_frame
from jambo.core.quantities import names
from jambo.core.rules import HouseRules

FLAGS = FlagWords(
    {
        "door": {
            "gap-too-small-for-paint": (
                "check",
                "The {where} is {gap}; under {least} a painted {leaf} binds.",
                "Make the gap at least {least}, or plan to plane the {leaf} after painting.",
            ),
        },
    }
)


def on_gaps(frame: Frame, rules: HouseRules) -> Iterator[Flag]:
    """Gaps that paint would close (handbook 4)."""
    least = rules.value(house.PAINT_GAP)
    planned = [(frame.hinge_gap, "gap at the hinges"), (frame.strike_gap, "gap at the {strike}")]
    if kind_of_frame(frame).gaps_cut_in:
        planned = []
    for gap, where in (*planned, (rules.known(house.HEAD_GAP), "gap at the {head}")):
        if gap.value < least:
            values: Values = {"where": where, "gap": gap.value, "least": least}
            yield FLAGS(
                "gap-too-small-for-paint", values, (names.FRAME_INSIDE_WIDTH, names.HEAD_UNDERSIDE), gap.source.path
            )
