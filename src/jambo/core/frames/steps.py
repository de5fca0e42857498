"""The steps of cutting and joining a frame (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.frame import LegsPastHead, Trenched
from jambo.core.facts.opening import Opening
from jambo.core.frames.registry import kind_of_frame
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.step import EYES, Step

BY_LEG = (names.LEG_HINGE_SET, names.LEG_STRIKE_SET)


def _lengths(figures: Figures) -> str:
    """The legs' lengths: each its own once the floor is read."""
    if names.LEG_HINGE_SET in figures:
        return "hinge {leg} {leg_hinge_set}, {strike} {leg} {leg_strike_set}"
    return "{leg}s {leg_length}"


def frame_steps(opening: Opening, figures: Figures, *, hinged: bool) -> Iterator[Step]:
    """Cut and join the frame by its kind, or look at the unit that came; `hinged` says that hinges go on it."""
    frame, read = opening.frame, names.LEG_HINGE_SET in figures
    if frame.pre_hung and hinged:
        yield from _unit(figures, read=read)
        return
    rip, depth = figures.value(names.RIP_WIDTH), frame.depth
    if rip is not None and depth is not None and depth.value > rip:
        yield Step(
            key="rip",
            part="Frame",
            text="Rip the {lining} to {rip_width}, and plane the saw marks off.",
            tools="table saw, plane",
            check="{frame_depth} when it is planed",
            caution=EYES,
        )
    if hinged and isinstance(frame.joint, LegsPastHead):
        yield Step(
            key="hinge-rabbets",
            part="Frame",
            text="Cut the hinge rabbets on the bench, before the frame is joined: {hinge_leg_1} from the {head} to the first, {hinge_leg_end_1} from the {leg}'s end.",
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
        gate=_goes_in(figures),
        text=f"Cut {_lengths(figures)}; join {joint}.",
        tools="saw, glue, screws",
        check="both diagonals alike",
        caution=EYES,
        needs=("rip", "hinge-rabbets", "survey"),
        cuts=(*(BY_LEG if read else (names.LEG_LENGTH,)), names.HEAD_LENGTH),
    )
    yield from kind_of_frame(frame).joining()


def _unit(figures: Figures, *, read: bool) -> Iterator[Step]:
    """A unit that came: looked at, and its legs cut to the floor found."""
    yield Step(
        key="unpack",
        part="Frame",
        text="Check the unit against the plan: {leaf}, hand, {frame_outside_width} over its backs. Take out the transport clips, and the {leaf} off its pins.",
        tools="tape",
        check="nothing racked or cracked",
    )
    if read:
        off = "{cut_hinge} off the hinge {leg} and {cut_strike} off the {strike} {leg}, to "
        yield Step(
            key="trim-legs",
            part="Frame",
            gate=_goes_in(figures),
            text=f"Cut the {{leg}}s from their feet: {off if _both_more(figures) else ''}{_lengths(figures)}.",
            tools="saw",
            check="measured from the {head} end",
            caution=EYES,
            needs=("unpack", "survey"),
            cuts=BY_LEG,
        )


def _goes_in(figures: Figures) -> str:
    """What must be settled before a leg is cut: how a frame too tall for its hole goes in."""
    play = figures.value(names.HEAD_PLAY_FOUND)
    return "what gives way for its height chosen, on the Set stage" if play is not None and play.nm < 0 else ""


def _both_more(figures: Figures) -> bool:
    """Whether something comes off both legs supplied."""
    off = [figures.value(name) for name in (names.CUT_HINGE, names.CUT_STRIKE)]
    return all(one is not None and one.nm > 0 for one in off)
