"""What is cut and bought for a face slider."""

from __future__ import annotations

from jambo.core.facts.opening import Opening
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, known_lengths, sum_of, value_of
from jambo.core.quantities.length import ZERO, Length


def pieces(
    opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None], *, lined: bool
) -> list[Piece]:
    """The lined opening where its edges are new, the slab and what it hangs from."""
    n = len(opening.leaves)
    lining = [
        Piece("leg", "frame", 2, found[names.LEG_LENGTH], frame_section),
        Piece("head", "frame", 1, found[names.HEAD_LENGTH], frame_section),
    ]
    rows = [
        *(lining if lined else []),
        Piece(
            "slab",
            "kit",
            n,
            found[names.SLAB_WIDTH],
            (value_of(opening.leaves[0].thickness), value_of(found[names.SLAB_HEIGHT])),
        ),
        Piece("track", "kit", 1, found[names.TRACK_LENGTH], (None, None)),
    ]
    if slider_of(opening).fixing != "spacers" and names.STANDOFF in found:
        backer = sum_of(found[names.STANDOFF], (-1, slider_of(opening).offset), (-1, slider_of(opening).spacer))
        if backer is not None and backer > ZERO:
            rows.append(
                Piece("backer", "kit", 1, found[names.TRACK_LENGTH], (backer, slider_of(opening).track_half.value * 4))
            )
    return rows


def to_buy(opening: Opening, found: Figures, tape: TrackTape) -> tuple[Item, ...]:
    """What to buy with a face slider."""
    n = len(opening.leaves)
    slab = slider_of(opening)
    face = known_lengths(found[names.SLAB_WIDTH], found[names.SLAB_HEIGHT])
    sizes = (*face, *known_lengths(opening.leaves[0].thickness))
    rows = []
    if slab.slab_width is None and slab.slab_height is None and len(face) == 2:
        rows.append(Item("slab", n, sizes=sizes, glazed=opening.glass))
    rows += [Item("track", 1, value_of(found[names.TRACK_LENGTH])), Item("hanger", 2 * n), Item("anti_jump", 2 * n)]
    if tape.fixed is not None and tape.fixed.fixings:
        rows.append(
            Item(
                "lag", len(tape.fixed.fixings), value_of(found[names.LAG_LENGTH]) if names.LAG_LENGTH in found else None
            )
        )
    rows += [Item("floor_guide", n), Item("slab_pull", n)]
    return tuple(rows)
