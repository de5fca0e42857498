"""Judgements on the gaps around a leaf in its frame, and on what the frame is fixed to (handbook 4 and 6)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.frame import Frame
from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.frames.registry import kind_of_frame
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
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
        "frame": {
            "nothing-behind-steel": (
                "note",
                "The {frame} is fixed to thin steel alone: hinges, {strike} and {casing} find little hold in it.",
                "Set a timber buck in the hole and say how thick it is, or put timber into the boxed {stud}s at every hinge and at the {strike}.",
            ),
        },
    }
)


def on_steel(frame: Frame, header: Header, wall: Wall, figures: Figures) -> Iterator[Flag]:
    """Screws of a frame that find nothing but thin steel (handbook 6); a steel frame has anchors of its own."""
    if wall.steel and header.buck is None and kind_of_frame(frame).by_screws and names.HEADER_LENGTH in figures:
        yield FLAGS("nothing-behind-steel", {}, (names.HEADER_LENGTH,), "opening.header.buck")


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
