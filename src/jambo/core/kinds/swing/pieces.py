"""What is cut and bought for a swing door (handbook 4 and 7)."""

from __future__ import annotations

from collections.abc import Sequence

from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece, by_leg
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.rules import HouseRules


def buy_list(
    leaves: Sequence[Leaf], hinges_each: int, rules: HouseRules, *, pre_hung: bool = False
) -> tuple[Item, ...]:
    """List hinges with their long screws, the latch, and for a pair the bolts and the cover strip.

    Every hinge gets one long screw; the handbook asks for it at least at the top one. A pre-hung unit brings its hinges.
    """
    if not hinges_each:
        return ()
    hinges = hinges_each * len(leaves)
    rows = [Item("unit", 1)] if pre_hung else [Item("hinge", hinges, rules.value("hinge_length"))]
    rows += [Item("long_screw", hinges, rules.value("long_screw")), Item("latch", 1)]
    if len(leaves) == 2:
        rows += [Item("bolt", 2), Item("cover_strip", 1, value_of(leaves[0].height))]
    return tuple(rows)


def pieces(
    opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None], rules: HouseRules
) -> list[Piece]:
    """Legs and head, stops that are planted, and the filler under a sill."""
    rows = [
        *by_leg(Piece("leg", "frame", 2, found[names.LEG_LENGTH], frame_section), found),
        Piece("head", "frame", 1, found[names.HEAD_LENGTH], frame_section),
    ]
    if names.STOP_LEG in found:
        thick = (rules.value("stop_thickness"), None)
        rows += by_leg(Piece("stop", "frame", 2, found[names.STOP_LEG], thick), found)
        rows.append(Piece("stop", "frame", 1, found[names.STOP_HEAD], thick))
    gain = value_of(found[names.HEAD_GAIN]) if opening.head_gain == "pack" and names.HEAD_GAIN in found else None
    if gain is not None and gain > ZERO:
        rows.append(Piece("head_packer", "frame", 1, found[names.RO_WIDTH], (gain, frame_section[1])))
    filler = value_of(found[names.SILL_FILLER]) if names.SILL_FILLER in found else None
    if filler:
        rows.append(Piece("filler", "frame", 1, found[names.FRAME_OUTSIDE_WIDTH], (filler, frame_section[1])))
    return rows


def to_buy(opening: Opening, found: Figures, rules: HouseRules) -> tuple[Item, ...]:
    """Hinges, screws, latch, and what the frame's kind asks for; nothing while the leaf's height is unknown."""
    each = len(found.numbered(names.HINGE_HEIGHT))
    rows = buy_list(opening.leaves, each, rules, pre_hung=opening.frame.pre_hung)
    return (*rows, *kind_of_frame(opening.frame).to_buy(found, rules)) if rows else ()
