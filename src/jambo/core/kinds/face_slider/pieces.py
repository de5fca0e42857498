"""What is cut and bought for a face slider."""

from __future__ import annotations

from jambo.core.facts.opening import Opening
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece, by_leg
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.kinds.face_slider.standoff import boards_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, known_lengths, sum_of, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.tape import Unit


def pieces(
    opening: Opening,
    found: Figures,
    frame_section: tuple[Length | None, Length | None],
    tape: TrackTape,
    habit: Unit,
    *,
    lined: bool,
) -> list[Piece]:
    """The lined opening where its edges are new, the slab and what it hangs from; the backer board by board, spliced over studs.

    Args:
        opening, found: its facts and figures; frame_section: the lining's stock; tape: where the track and the studs are.
        habit: whose stocked boards make the backer; lined: whether its edges are new.
    """
    n = len(opening.leaves)
    rows: list[Piece] = []
    if lined:
        rows += [
            *by_leg(Piece("leg", "frame", 2, found[names.LEG_LENGTH], frame_section), found),
            Piece("head", "frame", 1, found[names.HEAD_LENGTH], frame_section),
        ]
    rows += [
        Piece(
            "slab",
            "kit",
            n,
            found[names.SLAB_WIDTH],
            (value_of(opening.leaves[0].thickness), value_of(found[names.SLAB_HEIGHT])),
        ),
        Piece("track", "kit", 1, found[names.TRACK_LENGTH], (None, None)),
    ]
    return [*rows, *_backer(opening, found, tape, habit)]


def _backer(opening: Opening, found: Figures, tape: TrackTape, habit: Unit) -> list[Piece]:
    """A row for each thickness of board that makes the backer; one that no stocked boards make is the board in hand."""
    s = slider_of(opening)
    if names.BACKER_LENGTH not in found:
        return []
    thick = sum_of(found[names.STANDOFF], (-1, s.offset), (-1, s.spacer))
    if thick is None or thick <= ZERO:
        return []
    length, high = found[names.BACKER_LENGTH], s.backer_height.value
    start = tape.fixed.start - s.backer_past.value if tape.fixed is not None else None
    joints = tuple(mark.x - start for mark in tape.marks if mark.what == "found_stud") if start is not None else ()
    whole = value_of(length)
    joints = tuple(at for at in joints if whole is not None and ZERO < at < whole)
    boards = boards_of(thick, habit)
    if not boards:
        return [Piece("backer", "frame", 1, length, (thick, high), supplied=True)]
    layers = [*dict.fromkeys(boards)]
    # boards that lie on each other never join over one stud: each thickness has studs of its own where there are enough
    own = [joints[n :: len(layers)] if len(joints) >= 2 * len(layers) else joints for n in range(len(layers))]
    return [
        Piece("backer", "frame", boards.count(one), length, (one, high), joints=at)
        for one, at in zip(layers, own, strict=True)
    ]


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
