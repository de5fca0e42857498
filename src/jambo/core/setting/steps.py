"""The steps of setting a frame in its hole, by the methods chosen (handbook 14 and 21)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from jambo.core.facts.opening import Opening
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.step import Step, asks_for, tells


def before_setting(opening: Opening, figures: Figures, *, hides: bool) -> Iterator[Step]:
    """Blocks and packs on the studs, and the line behind which fixings hide where a stop is planted later.

    Args:
        opening: how it is set; figures: its blocks and its fixing zone; hides: whether a planted stop covers the fixings.
    """
    if opening.setting.school == "pre_packed":
        yield Step(
            key="blocks",
            part="Setting",
            text="Pack the hinge {stud} plumb, behind each hinge and between; then it carries the {leg}.",
            tools="level, blocks, packers",
            check="plumb over its whole height",
        )
    sides = {"hinge": "{block_hinge} to the hinge {stud}", "strike": "{block_strike} to the {strike} {stud}"}
    blocked = [said for side, said in sides.items() if names.BLOCK_ON[side] in figures]
    if blocked:
        yield Step(
            key="stud-blocks",
            part="Setting",
            text=f"Fix blocks at every station: {' and '.join(blocked)}.",
            tools="blocks, screws, level",
            check="in line, tight to the {stud}",
        )
    if any(asks_for(figures, name) for name in names.STAND_OFF_ON.values()):
        yield Step(
            key="stand-off",
            part="Setting",
            text="Make a gauge for each side: the {frame}'s edge stands {stand_off_a} off the {stud}s on side A and {stand_off_b} on side B, for the wall finish to come.",
            tools="saw, square",
            check="both gauges held to every {leg}, top, middle and foot",
        )
    if hides:
        yield Step(
            key="fixing-zone",
            part="Setting",
            text="Pencil a line {fixing_zone} from the {leaf}'s edge on both {leg}s and the {head}: fixings go behind it, where the stop hides them.",
            tools="gauge, pencil",
            needs=("cut-frame", "unpack"),
        )


def set_hinge_side(opening: Opening, figures: Figures, *, hinged: bool) -> Iterator[Step]:
    """The first leg and the head, by the methods chosen (handbook 14); `hinged` says that it carries hinges."""
    how = opening.setting
    order = "from the top hinge down" if how.nailing == "top_down" else "from the lowest hinge up"
    by = "tight to its {stud}, once that is proved plumb" if how.hinge_by == "stud" else "by the level, plumb both ways"
    place = ""
    if names.SET_AT in figures:
        away = tells(figures, names.SET_AT, opening.tape)
        place = ", its back {set_at}" if away else ", its back at the {stud}'s foot"
    where = (
        f"{{shim}}s behind every hinge, {order}" if how.school != "pre_packed" else "hard on the packs of its {stud}"
    )
    text = f"Set the hinge {{leg}} {by}{place}; {where}."
    if not hinged:
        text = "Set the first {leg} by the level, plumb both ways; {shim}s at its top, its middle and its foot."
    cut = ("cut-frame", "trim-legs", "unpack", "hinges")
    yield Step(
        key="hinge-leg", part="Setting", text=text, tools="level, {shim}s, drill",
        check="straight within {straight}; never force a {shim}", needs=(*cut, "blocks", "stud-blocks", "stand-off", "fixing-zone", "pan", "beads"),
    )  # fmt: skip
    head = "{head_set}" if names.HEAD_SET in figures else "{head_underside}"
    level = f"Level the {{head}} at {head}."
    if opening.setting.to_leaf and names.OUT_OF_SQUARE in figures:
        level = f"Set the {{head}} to the {{leaf}}: {head} at the hinges, {{out_of_square}}."
    play = names.HEAD_PLAY_FOUND if names.HEAD_PLAY_FOUND in figures else names.HEAD_PLAY
    yield Step(
        key="head", part="Setting", text=level, tools="level",
        check=f"{{{play}}}" if tells(figures, play, opening.tape) else "tight at both joints", needs=("hinge-leg",),
    )  # fmt: skip


def set_by(opening: Opening) -> str:
    """How the frame is set, in a sentence for its sheet: a template over the word list.

    Args:
        opening: how its legs are set, and whether the other one carries hinges too.
    """
    how = opening.setting
    hinge = "its {stud}" if how.hinge_by == "stud" else "the level"
    other = "the {leaf}'s edge" if how.strike_by == "leaf" and not opening.pair else "the level"
    way = "bottom up" if how.nailing == "bottom_up" else "top down"
    return f"The hinge {{leg}} by {hinge}, the other one by {other}; {way}, then the {{head}}."


def set_strike_side(opening: Opening, *, hinged: bool) -> Iterator[Step]:
    """The other leg: by the level, by the hung leaf's edge, or as one that carries hinges too."""
    how = opening.setting
    if not hinged:
        text = "Set the other {leg} by the level, as far from the first at its foot as at the {head}: {frame_inside_width}."
    elif opening.pair:
        text = "Set the other {leg} by the level; {shim}s behind every hinge of its {leaf}. Between both {leg}s {frame_inside_width}."
    elif how.strike_by == "leaf":
        text = (
            "Set the {strike} {leg} by the hung {leaf}'s edge; {shim}s above and below the latch, at the top and low."
        )
    else:
        text = "Set the {strike} {leg} by the level; {shim}s above and below the latch, at the top and low."
    by_leaf = hinged and not opening.pair and how.strike_by == "leaf"
    yield Step(
        key="strike-leg",
        part="Setting",
        text=text,
        tools="{shim}s, drill" if by_leaf else "level, {shim}s, drill",
        check="the gap even from top to foot" if by_leaf else "as wide at the foot as at the {head}",
        needs=("head", *(("hang",) if by_leaf else ())),
    )


def sealing(opening: Opening, figures: Figures) -> Iterable[Step]:
    """What fills the joint behind a frame that keeps weather, cold or fire out (handbook 12, 22)."""
    if opening.leads_to == "inside" and not opening.fire_rated:
        return
    material = "low-expansion foam or mineral wool"
    if opening.fire_rated or opening.leads_to == "garage":
        material = "the fire-rated sealant or wool its listing names"
    deep = names.FRAME_OWN_DEPTH if names.FRAME_OWN_DEPTH in figures else names.FRAME_DEPTH
    yield Step(
        key="seal-joint",
        part="Finishing",
        text=f"Fill the joint behind the {{leg}}s and over the {{head}} with {material}, over the whole depth of {{{deep}}}.",
        tools="foam gun or wool, knife",
        check="full, no bow in a {leg}: sealant is no fixing",
        needs=("strike-leg", "gaps", "anchors"),
    )
