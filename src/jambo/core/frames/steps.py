"""The steps of cutting and joining a frame (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.frame import LegsPastHead, Trenched
from jambo.core.facts.opening import Opening
from jambo.core.framing.pieces import each_leg
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.names import FigureName
from jambo.core.step import EYES, Step


def _legs(figures: Figures) -> tuple[FigureName, ...]:
    """What the legs are cut to: one length for both, or each its own."""
    return tuple(one.name for one in each_leg(names.LEG_LENGTH, figures)) or (names.LEG_LENGTH,)


def _lengths(figures: Figures) -> str:
    """The legs' lengths: each its own once the floor is read."""
    if names.LEG_HINGE_SET in figures:
        return "hinge {leg} {leg_hinge_set}, {strike} {leg} {leg_strike_set}"
    if each_leg(names.LEG_LENGTH, figures):
        return "the left {leg} {leg_left}, the right one {leg_right}"
    return "{leg}s {leg_length}"


def notched(figures: Figures, feet: str = "their feet") -> str:
    """The notch of legs that stand on two floors; `feet` is what they are called."""
    if names.NOTCH not in figures:
        return ""
    a, b = figures.value(names.FLOOR_A), figures.value(names.FLOOR_B)
    side = "A" if a is not None and b is not None and a > b else "B"
    over = ", over {notch_depth}" if names.NOTCH_DEPTH in figures else ""
    return f", {feet} notched {{notch}} for the higher floor of side {side}{over}"


def _square(figures: Figures) -> str:
    """What shows that a frame is square: legs of unequal length have no equal diagonals."""
    if names.DIAGONAL_LEFT in figures:
        return "{diagonal_left} from the left {leg}'s foot across, {diagonal_right} from the right one's"
    if names.DIAGONAL_HINGE not in figures:
        return "both diagonals alike"
    return "{diagonal_hinge} from the hinge {leg}'s foot across, {diagonal_strike} from the {strike} {leg}'s"


def frame_steps(opening: Opening, figures: Figures, *, hinged: bool) -> Iterator[Step]:
    """Cut and join the frame by its kind, or look at the unit that came; `hinged` says that hinges go on it."""
    frame, read = opening.frame, names.LEG_HINGE_SET in figures
    if frame.pre_hung and hinged:
        yield from _unit(figures, read=read, before_finish=opening.setting.before_finish)
        return
    if frame.sill is not None and frame.sill.site_made and hinged:
        yield Step(
            key="cut-sill",
            part="Frame",
            text="Cut the sill {sill_length}, its top falling to the outside, and groove its drip.",
            tools="saw, plane",
            check="the drip clear of the wall",
            caution=EYES,
            cuts=(names.SILL_LENGTH,),
        )
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
    joint = {
        Trenched: "the {leg}s into the trenches of the {head} {head_length}",
        LegsPastHead: "the {head} {head_length} into its rabbets",
    }.get(type(frame.joint), "the {head} {head_length} over the {leg}s")
    bench = hinged and isinstance(frame.joint, LegsPastHead)
    first = " and the {head} {head_length}" if bench else f"; join {joint}"
    yield Step(
        key="cut-frame",
        part="Frame",
        gate=_goes_in(figures),
        text=f"Cut {_lengths(figures)}{notched(figures)}{first}.",
        tools="saw" if bench else "saw, glue, screws",
        check="each measured from the {head} end" if bench else _square(figures),
        caution=EYES,
        needs=("rip", "survey"),
        cuts=(*_legs(figures), names.HEAD_LENGTH),
    )
    if bench:
        yield Step(
            key="hinge-rabbets",
            part="Frame",
            text="Cut the hinge rabbets on the bench, before the frame is joined: {hinge_leg_1} from the {head} to the first, {hinge_leg_end_1} from the {leg}'s end.",
            tools="router, jig",
            check="each pair of hinge halves kept together",
            caution=EYES,
            needs=("cut-frame",),
        )
        yield Step(
            key="join-frame", part="Frame", text=f"Join {joint}.", tools="glue, screws", check=_square(figures), needs=("hinge-rabbets",),
        )  # fmt: skip


def _unit(figures: Figures, *, read: bool, before_finish: bool) -> Iterator[Step]:
    """A unit that came: looked at, and its legs cut to the floor found."""
    yield Step(
        key="unpack",
        part="Frame",
        text="Check the unit against the plan: {leaf}, hand, {frame_outside_width} over its backs. Take out the transport clips, and the {leaf} off its pins.",
        tools="tape",
        check="nothing racked or cracked",
        gate="" if before_finish else "{wallboard} done first",
    )
    if read:
        off = "{cut_hinge} off the hinge {leg} and {cut_strike} off the {strike} {leg}, to "
        yield Step(
            key="trim-legs",
            part="Frame",
            gate=_goes_in(figures),
            text=f"Cut the {{leg}}s from their feet: {off if _both_more(figures) else ''}{_lengths(figures)}{notched(figures)}.",
            tools="saw",
            check="measured from the {head} end",
            caution=EYES,
            needs=("unpack", "survey"),
            cuts=_legs(figures),
        )


def _goes_in(figures: Figures) -> str:
    """What must be settled before a leg is cut: how a frame too tall for its hole goes in."""
    play = figures.value(names.HEAD_PLAY_FOUND)
    return "what gives way for its height chosen, on the Set stage" if play is not None and play.nm < 0 else ""


def _both_more(figures: Figures) -> bool:
    """Whether something comes off both legs supplied."""
    off = [figures.value(name) for name in (names.CUT_HINGE, names.CUT_STRIKE)]
    return all(one is not None and one.nm > 0 for one in off)
