"""The steps of hanging and finishing a swing leaf (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.opening import Opening
from jambo.core.flags import LOCAL_CODE
from jambo.core.frames.registry import kind_of_frame
from jambo.core.frames.steps import frame_steps
from jambo.core.setting.steps import setting_steps
from jambo.core.step import EYES, Step


def hanging_steps() -> Iterable[Step]:
    """Hinges, the leaf, its gaps, the latch."""
    caution = "Two people hang a heavy {leaf}; fingers out of the hinge side."
    yield Step(
        key="hinges",
        part="Hanging",
        text="Let the hinges in, {hinge_leaf_1} from the {leaf}'s top to the first; halves stay in pairs.",
        tools="chisel, drill",
        check="flush",
    )
    yield Step(
        key="hang",
        part="Hanging",
        text="Hang the {leaf}; one long screw {long_screw} a hinge into the {stud}, at least at the top.",
        tools="drill",
        check="it stays where it is left",
        caution=caution,
    )
    yield Step(
        key="gaps",
        part="Hanging",
        text="Read all seven gaps, make the moves the card of the check gives, read again.",
        gate="no handle bored yet",
        tools="gap gauge",
        check="every gap within {gap_tolerance} of what was planned",
    )
    yield Step(
        key="latch",
        part="Hanging",
        text="Bore for the latch {latch_on_leaf} from the {leaf}'s top; {strike} at {latch_on_leg} from the {head}.",
        gate="gaps good",
        tools="drill, chisel",
        check="latches without lifting or pushing",
        caution=EYES,
    )


def finishing_steps(opening: Opening) -> Iterable[Step]:
    """Stops planted last, and the listing of a fire-rated door."""
    if not kind_of_frame(opening.frame).worked_stop:
        yield Step(
            key="plant-stops",
            part="Finishing",
            text="Plant the stops last, to the closed {leaf}.",
            tools="pins",
            check="touches all round, no spring",
        )
    if opening.fire_rated:
        yield Step(
            key="fire",
            part="Finishing",
            text="Fill round the frame as the listing says, and keep its gaps.",
            check="nothing trimmed beyond the listing",
            caution=LOCAL_CODE,
        )


def swing_steps(opening: Opening) -> Iterable[Step]:
    """From the framed opening to a leaf that hangs, by the frame's kind."""
    kind = kind_of_frame(opening.frame)
    own = kind.own_setting()
    if own is not None:
        yield from own
    else:
        yield from kind.before_setting()
        yield from frame_steps(opening, hinged=True)
        yield from setting_steps(opening)
    yield from hanging_steps()
    yield from finishing_steps(opening)
    yield from kind.after_hanging()
