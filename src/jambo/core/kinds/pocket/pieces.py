"""What is cut and bought for a pocket door."""

from __future__ import annotations

from jambo.core.facts.opening import Opening
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import Length


def pieces(opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None]) -> list[Piece]:
    """Kit and frame pieces: flat legs only; legs and one half of the head at the pocket are split and screwed."""
    n = len(opening.leaves)
    half = (frame_section[0], value_of(found["split_half"]))
    rows = [
        Piece("kit", "kit", 1, found["kit_header"], (None, None)),
        Piece("kit", "kit", 1, found["pocket_track"], (None, None)),
    ]
    if "pocket_rail" in found:
        rows.append(Piece("kit", "kit", 1, found["pocket_rail"], (None, None)))
    if not opening.pair:
        rows.append(Piece("leg", "frame", 1, found["leg_length"], frame_section))
    rows.append(Piece("split_leg", "frame", 2 * n, found["leg_length"], half))
    rows.append(Piece("split_head", "frame", 2, found["head_length"], half))
    return rows


def to_buy(opening: Opening, found: Figures) -> tuple[Item, ...]:
    """What to buy with a pocket door."""
    stations_ = sum(1 for n in found if n.startswith("split_stud_"))
    rows = [Item("pocket_kit", 1, value_of(opening.leaves[0].width)), Item("pocket_pull", len(opening.leaves))]
    if stations_:
        rows.append(Item("foot_screw", 2 * stations_, value_of(found["foot_fixing"])))
    if kit_of(opening).soft_close_least is not None:
        rows.append(Item("soft_close", len(opening.leaves)))
    return tuple(rows)
