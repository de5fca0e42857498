"""The steps of hanging and finishing a swing leaf (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.frame import LegsPastHead
from jambo.core.facts.opening import Opening
from jambo.core.flags import LOCAL_CODE
from jambo.core.frames.registry import kind_of_frame, stop_is_worked
from jambo.core.frames.steps import frame_steps
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.setting.steps import before_setting, sealing, set_hinge_side, set_strike_side
from jambo.core.step import EYES, Step, asks_for

TWO_PEOPLE = "Two people hang a heavy {leaf}; fingers out of the hinge side."


def planted(opening: Opening) -> bool:
    """Whether its stops are planted on the site: neither worked from the solid nor fitted to the unit that came."""
    return not stop_is_worked(opening.frame) and not opening.frame.pre_hung


def swing_steps(opening: Opening, figures: Figures) -> Iterator[Step]:
    """From the framed opening to a leaf that hangs, by the frame's kind.

    Args:
        opening: the facts; figures: those that count now.
    """
    kind = kind_of_frame(opening.frame)
    own = kind.own_setting()
    yield from packed_head(opening, figures)
    yield from brought_down(figures)
    if own is not None:
        yield from own
        yield from _hinges(opening, figures)
        yield from _hang(opening, figures)
    else:
        yield from kind.before_setting(figures)
        yield from frame_steps(opening, figures, hinged=True)
        yield from _hinges(opening, figures)
        yield from before_setting(opening, figures, hides=planted(opening))
        yield from kind.at_setting()
        yield from set_hinge_side(opening, figures, hinged=True)
        by_leaf = opening.setting.strike_by == "leaf" and not opening.pair
        yield from () if by_leaf else set_strike_side(opening, hinged=True)
        yield from _hang(opening, figures)
        yield from set_strike_side(opening, hinged=True) if by_leaf else ()
    yield from _checked(opening, figures)
    yield from _finished(opening, figures)
    yield from _strip(opening, figures)
    yield from kind.after_hanging()
    yield from sealing(opening, figures)


def brought_down(figures: Figures) -> Iterator[Step]:
    """What gives way, besides legs and leaf, for a frame too tall for its hole."""
    if asks_for(figures, names.HEADER_RAISED):
        yield Step(
            key="raise-header",
            part="Framing",
            text="Raise the {header} by {header_raised}.",
            gate="what it carries known, and who says how written down",
            tools="posts, saw, level",
            check="level; {head_play} over the {frame}",
            caution=LOCAL_CODE,
        )
    if asks_for(figures, names.UNDER_LOWERED):
        yield Step(
            key="lower-under",
            part="Frame",
            text="Make what the {frame} stands on {under_lowered} thinner: it stands {foot} over the rough floor then.",
            tools="plane, saw",
            caution=EYES,
        )


def packed_head(opening: Opening, figures: Figures) -> Iterator[Step]:
    """The packer over the head, where the common line's gain is packed."""
    if opening.head_gain == "pack" and asks_for(figures, names.HEAD_GAIN):
        yield Step(
            key="head-packer",
            part="Framing",
            text="Fix a packer {head_gain} thick and {ro_width} long under the {header}.",
            tools="saw, nailer",
            check="level within {level_tolerance}",
            caution=EYES,
            cuts=(names.RO_WIDTH,),
        )


def _hinges(opening: Opening, figures: Figures) -> Iterator[Step]:
    """Hinges let in on the bench; not where the unit brings them, nor into a leaf that has its mortises."""
    count = len(figures.numbered(names.HINGE_LEAF))
    if opening.frame.pre_hung or not count:
        return
    marks = listed_marks([f"{{hinge_leg_{n}}}" for n in range(1, count + 1)])
    text = f"Let the hinges in: on the {{leg}} {marks} from the {{head}}, on the {{leaf}} {{hinge_leaf_1}} from its top to the first; halves stay in pairs."
    if not kind_of_frame(opening.frame).legs_cut:
        text = "Let the hinges into the {leaf}, {hinge_leaf_1} from its top to the first; their other halves screw into the frame's own pockets."
    elif isinstance(opening.frame.joint, LegsPastHead):  # its legs had their rabbets on the bench
        text = "Let the hinges into the {leaf}, {hinge_leaf_1} from its top to the first; halves stay in pairs."
        if opening.in_hand.hinges:
            return
    elif opening.in_hand.hinges:
        text = f"The {{leaf}} has its mortises: let the hinges into the {{leg}} alone, {marks} from the {{head}}; halves stay in pairs."
    yield Step(
        key="hinges", part="Hanging", text=text, tools="router or chisel, drill", check="flush", caution=EYES,
        needs=("cut-frame", "join-frame"),
    )  # fmt: skip


def listed_marks(marks: list[str]) -> str:
    """Marks one after the other, the last with an and."""
    return marks[0] if len(marks) == 1 else ", ".join(marks[:-1]) + f" and {marks[-1]}"


def _hang(opening: Opening, figures: Figures) -> Iterator[Step]:
    """The leaf, trimmed where it must be; of a pair the fixed one first, and the moving one against it."""
    if asks_for(figures, names.LEAF_TRIM):
        yield Step(
            key="trim-leaf",
            part="Hanging",
            text="Take {leaf_trim} off the {leaf}'s bottom, and seal the cut.",
            tools="saw, straightedge, brush",
            check="never its top; square to the hinge edge",
            caution=EYES,
        )
    screws = "; one long screw {long_screw} a hinge into the {backing}, at least at the top"
    screws = screws if kind_of_frame(opening.frame).by_screws else ""
    if opening.pair:
        yield Step(
            key="hang-fixed",
            part="Hanging",
            text=f"Hang the fixed {{leaf}} first{screws}; set its bolts, top and bottom.",
            tools="drill" if opening.frame.pre_hung else "drill, chisel",
            check="the way left between its edge and the other {leg} measured at top, middle and foot",
            caution=TWO_PEOPLE,
            needs=("hinges", "hinge-leg", "strike-leg", "anchors", "trim-leaf"),
        )
    text = "Hang the {leaf} back on its pins" if opening.frame.pre_hung else "Hang the {leaf}"
    if opening.pair:
        text = "Hang the moving {leaf} against it, {meeting_gap} between them"
    yield Step(
        key="hang",
        part="Hanging",
        text=f"{text}{screws}.",
        tools="drill",
        check="it stays where it is left",
        caution=TWO_PEOPLE,
        needs=("hinges", "hinge-leg", "head", "hang-fixed", "anchors", "trim-leaf"),
    )


def _checked(opening: Opening, figures: Figures) -> Iterator[Step]:
    """Gaps read and moved, then the latch."""
    yield Step(
        key="gaps",
        part="Hanging",
        text="Read every gap, make the moves the Hang stage gives, read again.",
        gate="no handle bored yet",
        tools="gap gauge",
        check="every gap within {gap_tolerance} of what was planned",
        needs=("hang", "strike-leg"),
    )
    text, tools = (
        "Bore for the latch {latch_on_leaf} from the {leaf}'s top; {strike} at {latch_on_leg} from the {head}.",
        "drill, chisel",
    )
    if opening.frame.pre_hung:
        text, tools = "Fit the latch and its {strike} where the unit is bored for them.", "screwdriver"
    elif not kind_of_frame(opening.frame).legs_cut:
        text = "Bore the {leaf} for the latch {latch_on_leaf} from its top, to the {strike} the frame has."
    elif opening.in_hand.latch is not None:
        text, tools = "The {leaf} is bored: let the {strike} in at {latch_on_leg} from the {head}.", "chisel, drill"
    yield Step(
        key="latch", part="Hanging", text=text, gate="gaps good", tools=tools,
        check="latches without lifting or pushing", caution=EYES, needs=("gaps",),
    )  # fmt: skip


def _strip(opening: Opening, figures: Figures) -> Iterator[Step]:
    """The extension strip of a frame thinner than its wall."""
    if names.EXTENSION_WIDTH in figures:
        site = opening.frame.extension_by == "site"
        cut = "Cut the extension strips {extension_width} wide, {extension_leg} for each {leg} and {extension_head} for the {head}, and fix them"
        yield Step(
            key="extension-strip",
            part="Finishing",
            text=f"{cut if site else 'Fix the extension strips, {extension_width} wide,'} to the {{frame}}'s edge on side {opening.frame.extension}.",
            tools="table saw, pins" if site else "pins, glue",
            check="flush with the wall finish",
            caution=EYES if site else "",
            needs=("strike-leg", "hang"),
            cuts=(names.EXTENSION_LEG, names.EXTENSION_HEAD) if site else (),
        )


def _finished(opening: Opening, figures: Figures) -> Iterator[Step]:
    """Stops planted last, a pair's cover strip, and the listing of a fire-rated door."""
    if planted(opening):
        own = names.STOP_HINGE in figures and figures.value(names.STOP_HINGE) != figures.value(names.STOP_STRIKE)
        legs = "{stop_hinge} at the hinges and {stop_strike} at the {strike}" if own else "{stop_leg} on both {leg}s"
        cut = (names.STOP_HINGE, names.STOP_STRIKE) if own else (names.STOP_LEG,)
        yield Step(
            key="plant-stops",
            part="Finishing",
            text=f"Plant the stops last, to the closed {{leaf}}: {{stop_head}} under the {{head}}, then {legs}.",
            tools="saw, pins",
            check="touches all round, no spring",
            needs=("hang", "latch", "strike-leg"),
            cuts=(names.STOP_HEAD, *cut),
        )
    if opening.pair:
        other = opening.handing.opens_to
        yield Step(
            key="cover-strip",
            part="Finishing",
            text=f"Fix the cover strip to the active {{leaf}}'s free edge, on the face toward side {other}, last: opened first, it lifts off the fixed one.",
            tools="drill",
            check="both shut without touching it",
            needs=("hang", "latch"),
        )
    if opening.fire_rated:
        yield Step(
            key="fire",
            part="Finishing",
            text="Keep the gaps of its listing, and see that it shuts by itself where that is asked.",
            check="nothing trimmed, no plate or seal left out",
            caution=LOCAL_CODE,
            needs=("gaps",),
        )
