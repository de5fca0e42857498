"""The steps of cutting and joining a frame (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.frame import LegsPastHead, Trenched
from jambo.core.facts.opening import Opening
from jambo.core.frames.registry import kind_of_frame
from jambo.core.step import EYES, Step


def frame_steps(opening: Opening, *, hinged: bool) -> Iterable[Step]:
    """Cut and join the frame by its kind; `hinged` says that hinges go on it."""
    frame = opening.frame
    lengths = (
        "hinge {leg} {leg_hinge_set}, {strike} {leg} {leg_strike_set}"
        if opening.survey.readings
        else "{leg}s {leg_length}"
    )
    if frame.pre_hung:
        yield Step(
            key="unpack",
            part="Frame",
            text="Check the unit against the plan: {leaf}, hand, {frame_outside_width} over its backs. Take out the transport clips.",
            tools="tape",
            check="nothing racked or cracked",
        )
        if opening.survey.readings:
            yield Step(
                key="trim-legs",
                part="Frame",
                text=f"Cut the {{leg}}s from their feet: {lengths}.",
                tools="saw",
                check="measured from the {head} end",
                caution=EYES,
            )
        return
    if hinged and isinstance(frame.joint, LegsPastHead):
        yield Step(
            key="hinge-rabbets",
            part="Frame",
            text="Cut the hinge rabbets on the bench, before the frame is joined: {hinge_leg_1} from the {head} to the first.",
            tools="router, jig",
            check="each pair of hinge halves kept together",
            caution=EYES,
        )
    joint = {
        Trenched: "the {leg}s into the trenches of the {head} {head_length}",
        LegsPastHead: "the {head} {head_length} into its rabbets",
    }.get(type(frame.joint), "the {head} {head_length} over the {leg}s")
    yield Step(
        key="cut-frame",
        part="Frame",
        text=f"Cut {lengths}; join {joint}.",
        tools="saw, glue, screws",
        check="both diagonals alike",
        caution=EYES,
    )
    yield from kind_of_frame(frame).joining()
