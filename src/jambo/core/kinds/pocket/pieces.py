"""What is cut and bought for a pocket door."""

from __future__ import annotations

from jambo.core.facts.opening import Opening
from jambo.core.framing.items import Item, leaves_to_buy
from jambo.core.framing.pieces import Piece
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.kinds.pocket.figures import cut_down
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import Length

KIT_CUTS = (names.KIT_HEADER, names.POCKET_TRACK, names.POCKET_RAIL)


def pieces(opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None]) -> list[Piece]:
    """Frame pieces, and those of a kit that is cut down: flat legs only; legs and half of the head are split and screwed."""
    n = len(opening.leaves)
    half = (frame_section[0], value_of(found[names.SPLIT_HALF]))
    cut = (
        KIT_CUTS if cut_down(opening) else KIT_CUTS[:1] if opening.pair else ()
    )  # a pair has one header over both kits
    kit = [name for name in cut if name in found]
    rows = [Piece("kit", "kit", 1, found[name], (None, None)) for name in kit]
    if not opening.pair:
        rows.append(Piece("leg", "frame", 1, found[names.LEG_LENGTH], frame_section))
    rows += _split_legs(n, found, half)
    rows.append(Piece("split_head", "frame", 2, found[names.HEAD_LENGTH], half))
    return rows


def _split_legs(pockets: int, found: Figures, half: tuple[Length | None, Length | None]) -> list[Piece]:
    """The split legs, or each by the floor it stands on where those differ."""
    own = [found[name] for name in names.SPLIT_LEG_AT.values() if name in found]
    if not own:
        return [Piece("split_leg", "frame", 2 * pockets, found[names.LEG_LENGTH], half)]
    return [Piece("split_leg_each", "frame", 2 * pockets // len(own), length, half) for length in own]


def to_buy(opening: Opening, found: Figures) -> tuple[Item, ...]:
    """What to buy with a pocket door."""
    stations_ = sum(len(family.of(found.items())) for family in (names.SPLIT_STUD, names.SPLIT_STUD_OTHER))
    rows = [
        Item("pocket_kit", len(opening.leaves), value_of(found[names.KIT_FOR])),
        *([Item("pocket_joint", 1)] if opening.pair else []),
        *leaves_to_buy(opening),
        Item("pocket_pull", len(opening.leaves)),
    ]
    if stations_:
        rows.append(Item("foot_screw", 2 * stations_, value_of(found[names.FOOT_FIXING])))
    if kit_of(opening).soft_close_least is not None:
        rows.append(Item("soft_close", len(opening.leaves)))
    return tuple(rows)
