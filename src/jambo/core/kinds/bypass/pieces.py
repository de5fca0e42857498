"""What is cut and bought for a set of bypass leaves."""

from __future__ import annotations

from jambo.core.facts.opening import Opening
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece, by_leg
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, known_lengths, value_of
from jambo.core.quantities.length import Length


def pieces(
    opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None], *, lined: bool
) -> list[Piece]:
    """The frame where the opening's edges are new, and the leaves."""
    lining = [
        *by_leg(Piece("leg", "frame", 2, found[names.LEG_LENGTH], frame_section), found),
        Piece("head", "frame", 1, found[names.HEAD_LENGTH], frame_section),
    ]
    return [
        *(lining if lined else []),
        Piece("leaf", "kit", bypass_of(opening).count, found[names.LEAF_SIZE_WIDTH], (value_of(opening.leaves[0].thickness), value_of(found[names.LEAF_SIZE_HEIGHT]))),
    ]  # fmt: skip


def to_buy(opening: Opening, found: Figures) -> tuple[Item, ...]:
    """What to buy with bypass leaves."""
    n, own = bypass_of(opening).count, bypass_of(opening)
    face = known_lengths(found[names.LEAF_SIZE_WIDTH], found[names.LEAF_SIZE_HEIGHT])
    sizes = (*face, *known_lengths(opening.leaves[0].thickness))
    bought = own.leaf_width is None and own.leaf_height is None and len(face) == 2
    return (
        *([Item("bypass_leaf", n, sizes=sizes, glazed=opening.glass)] if bought else []),
        Item("bypass_track", 1, value_of(found[names.FRAME_INSIDE_WIDTH])), Item("bypass_hanger", 2 * n), Item("bypass_guide", n - 1),
        Item("pocket_pull", n),
    )  # fmt: skip
