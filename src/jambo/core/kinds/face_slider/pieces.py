"""What is cut and bought for a face slider."""

from __future__ import annotations

from jambo.core.facts.opening import Opening
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.quantities.figure import Figures, add, value_of
from jambo.core.quantities.length import ZERO, Length


def pieces(opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None]) -> list[Piece]:
    """The lined opening, the slab and what it hangs from."""
    n = len(opening.leaves)
    rows = [
        Piece("leg", "frame", 2, found["leg_length"], frame_section),
        Piece("head", "frame", 1, found["head_length"], frame_section),
        Piece(
            "slab",
            "kit",
            n,
            found["slab_width"],
            (value_of(opening.leaves[0].thickness), value_of(found["slab_height"])),
        ),
        Piece("track", "kit", 1, found["track_length"], (None, None)),
    ]
    if slider_of(opening).fixing != "spacers" and "standoff" in found:
        backer = value_of(add("_", found["standoff"], (-1, slider_of(opening).offset), (-1, slider_of(opening).spacer)))
        if backer is not None and backer > ZERO:
            rows.append(
                Piece("backer", "kit", 1, found["track_length"], (backer, slider_of(opening).track_half.value * 4))
            )
    return rows


def to_buy(opening: Opening, found: Figures, tape: TrackTape) -> tuple[Item, ...]:
    """What to buy with a face slider."""
    n = len(opening.leaves)
    rows = [Item("track", 1, value_of(found["track_length"])), Item("hanger", 2 * n), Item("anti_jump", 2 * n)]
    if tape.fixed is not None and tape.fixed.fixings:
        rows.append(
            Item("lag", len(tape.fixed.fixings), value_of(found["lag_length"]) if "lag_length" in found else None)
        )
    rows += [Item("floor_guide", n), Item("slab_pull", n)]
    return tuple(rows)
