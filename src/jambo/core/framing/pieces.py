"""The cut list of one opening (handbook 4 and 6): what to cut, how many, from what, and which figure says so."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from typing import Literal

from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Wall, WallEnd
from jambo.core.framing.cut_in import Opened
from jambo.core.framing.plate import Plate
from jambo.core.framing.slope import CeilingSlope
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figure, Figures, Known, value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName


@dataclass(frozen=True, slots=True)
class Piece:
    """A row of the cut list. `section` is the stock's thickness and width; `stock` groups rows that share it.

    `part` is a key of the word list, or another word where its figure names the piece. A count of 0 means the figure is known but no such piece is needed. `alike` is the figure
    both legs were cut to before each had its own. `at` are the lines of the plate tape it stands at, in running order.
    `supplied` is cut from what comes as one thing, not from stock; `joints` are the places, from its left end, a long one may be spliced at.
    `made_of` is what its stock is where that is not timber: a steel stud or track, with its gauge.
    `marked` is the short point of a mitred piece, whose length is to its long point.
    """

    part: str
    where: Literal["frame", "wall", "casing", "kit"]
    count: int
    length: Computed
    section: tuple[Length | None, Length | None]
    alike: FigureName | None = None
    at: tuple[Length, ...] = ()
    supplied: bool = False
    joints: tuple[Length, ...] = ()
    marked: Computed | None = None
    made_of: str = ""

    @property
    def from_stock(self) -> bool:
        """Whether it is cut from a length of stock."""
        return self.where != "kit" and not self.supplied and any(side is not None for side in self.section)


# By its inner edge; mitred, it is cut by the long point
CASING = (
    names.CASING_HEAD, names.CASING_HEAD_SHORT, names.CASING_HEAD_STOP, names.CASING_HEAD_SHORT_STOP,
    names.CASING_LEG_A, names.CASING_LEG_B,
)  # fmt: skip
STOP_SIDE = frozenset({names.CASING_HEAD_STOP, names.CASING_HEAD_SHORT_STOP})


def each_leg(name: FigureName, figures: Figures) -> list[Figure]:
    """The lengths that count in place of one for both legs; none while both legs are alike."""
    own = [one for leg in names.BY_LEG.get(name, ()) if isinstance(one := figures.get(leg), Figure)]
    return own if len({one.value for one in own}) > 1 else []


def by_leg(piece: Piece, figures: Figures) -> list[Piece]:
    """A row of two legs, or a row for each once the floor is read and each has its own length."""
    own = each_leg(piece.length.name, figures)
    return [
        replace(piece, part=f"{piece.part}_each", count=piece.count // 2, length=length, alike=piece.length.name)
        for length in own
    ] or [piece]


def _by_long_point(piece: Piece, figures: Figures) -> Piece:
    """A casing piece as long as it is cut: to its long point where it is mitred."""
    long = figures.get(names.CASING_LONG[piece.length.name]) if piece.length.name in names.CASING_LONG else None
    alike = names.CASING_LONG[piece.alike] if piece.alike else None
    return piece if long is None else replace(piece, length=long, marked=piece.length, alike=alike)


def cut_list(
    framed: Sequence[Piece], cripples: Sequence[Piece], door: Sequence[Piece], figures: Figures, casing: Known | None
) -> tuple[Piece, ...]:
    """List the pieces in the order they are cut: wall first, then what the door is made of, casing last.

    `framed` are kings, jacks and header; `cripples` what else the wall asks for; `casing` the casing's width.

    Args:
        framed: the wall's own pieces; cripples: by their lengths; door: what the kind of door is made of; casing: its pieces.
        figures: those of the opening, whose names the pieces carry.
    """
    rows = [*framed, *cripples, *door]
    width = casing.value if casing is not None else None
    # two legs a side; a head for each side, which differ where a stop is worked into the frame
    apart = not STOP_SIDE.isdisjoint(figures)
    for name in (one for one in CASING if one in figures):
        count = 1 if apart and name not in names.CASING_LEG_AT else 2
        piece = Piece("casing", "casing", count, figures[name], (width, None))
        rows += [_by_long_point(one, figures) for one in by_leg(piece, figures)]
    return tuple(row for row in rows if row.count)


@dataclass(frozen=True, slots=True)
class Around:
    """What stands around one opening: its laid out plate, the standing wall it is cut into, the slope over it."""

    plate: Plate
    opened: Opened | None = None
    slope: CeilingSlope | None = None
    measured_from: WallEnd = "left"

    def kings(self, side: WallEnd) -> tuple[Length, ...]:
        """The kings' lines on one side, as far as the opening has a place."""
        return self.plate.lines("king", "near" if side == self.measured_from else "far")


SIDES: tuple[WallEnd, WallEnd] = ("left", "right")


def uprights(figures: Figures, wall: Wall, header: Header, around: Around) -> list[Piece]:
    """Kings to cut, jacks and the header. Standing studs that serve as kings are not cut."""
    stud = (wall.stud_thickness.value, wall.stud_depth.value)
    reused = around.opened.kings if around.opened is not None else (None, None)
    need = {side: header.kings - (king is not None) for side, king in zip(SIDES, reused, strict=True)}
    # of a side with a standing stud for a king it is not told which of its lines that one takes
    lines = {side: around.kings(side) if need[side] == header.kings else () for side in need}
    if around.slope is None:
        at = tuple(sorted((*lines["left"], *lines["right"])))
        kings = [Piece("king", "wall", sum(need.values()), figures[names.KING_LENGTH], stud, at=at)]
    else:
        low = around.slope.low_side
        high: WallEnd = "right" if low == "left" else "left"
        kings = [
            Piece("king", "wall", need[low], figures[names.KING_LOW_LONG], stud, at=lines[low]),
            Piece("king", "wall", need[high], figures[names.KING_HIGH_LONG], stud, at=lines[high]),
        ]
    return [
        *kings,
        *_jacks(
            Piece("jack", "wall", 2 * header.jacks, figures[names.JACK_LENGTH], stud, at=around.plate.jacks),
            figures,
            around,
        ),
        *_header(figures[names.HEADER_LENGTH], header, wall),
        *_buck(figures, wall, header),
    ]


def _jacks(alike: Piece, figures: Figures, around: Around) -> list[Piece]:
    """The jacks, or those of each side where the floor under them was read; each with its own lines on the plate."""
    rows = by_leg(alike, figures)
    if len(rows) == 1:
        return rows
    half = len(alike.at) // 2
    near, far = alike.at[:half], alike.at[half:]
    lines = (near, far) if around.measured_from == "left" else (far, near)
    return [replace(row, part=alike.part, at=at) for row, at in zip(rows, lines, strict=True)]


# Steel: what is a stud, what lies along the wall as a track; a header in one piece is a track on the jacks
_STEEL = {
    "king": "stud", "jack": "stud", "cripple": "stud", "stud": "stud", "header_ply": "stud",
    "header": "track", "header_packing": "track", "top_plate": "track", "plate": "track", "slope_nailer": "track",
}  # fmt: skip


def in_steel(rows: Iterable[Piece], wall: Wall) -> Iterator[Piece]:
    """The pieces of a wall as its studs are: in one of steel, studs and tracks of its gauge; what is timber there stays so.

    Args:
        rows: the pieces, as they are in timber; wall: what it is framed in.
    """
    for row in rows:
        of = _STEEL.get(row.part) if wall.steel else None
        size = row.section
        if of == "track":
            size = (wall.stud_thickness.value, wall.stud_depth.value)
        elif row.part == "header_ply":
            size = (wall.stud_thickness.value, size[1])
        yield row if of is None else replace(row, section=size, made_of=f"steel {of} {wall.gauge}".strip())


def _buck(figures: Figures, wall: Wall, header: Header) -> list[Piece]:
    """The timber buck in the hole: two legs, and the head over them."""
    if header.buck is None:
        return []
    size = (header.buck.value, wall.stud_depth.value)
    return [
        Piece("buck_leg", "wall", 2, figures[names.BUCK_LEG], size),
        Piece("buck_head", "wall", 1, figures[names.BUCK_HEAD], size),
    ]


def _header(length: Computed, header: Header, wall: Wall) -> list[Piece]:
    """The header in one piece, or each ply of it and the packing between them; in steel, the tracks that box them."""
    deep = value_of(header.depth)
    if header.make_up == "solid":
        return [Piece("header", "wall", 1, length, (deep, wall.stud_depth.value))]
    return [
        Piece("header_ply", "wall", header.plies, length, (header.ply.value, deep)),
        Piece("header_packing", "wall", 2 if wall.steel else header.packings, length, (header.packing.value, deep)),
    ]


def over_and_beside(figures: Figures, wall: Wall, around: Around, least: Length) -> list[Piece]:
    """Cripples over the header, and what else a standing wall or a sloping ceiling asks for.

    The tops of studs that are cut stay as cripples, and are not cut anew; slivers shorter than `least` are filled solid.
    """
    stud = (wall.stud_thickness.value, wall.stud_depth.value)
    cripple = figures[names.CRIPPLE_LENGTH]
    over = around.plate.cripples if not isinstance(cripple, Figure) or cripple.value >= least else ()
    if around.opened is not None:
        over = ()
    if around.slope is not None and around.opened is None:  # each its own length under the slope, slivers left out
        over = around.plate.cripples
    sizes = [(own, (c.near,)) for c in over if (own := names.CRIPPLE_SLOPE[c.number]) in figures]
    tall = [(name, at) for name, at in sizes if (length := figures.value(name)) is None or length >= least]
    rows = [
        Piece("cripple", "wall", len(at), figures[name], stud, at=at)
        for name, at in (tall if sizes else [(names.CRIPPLE_LENGTH, tuple(c.near for c in over))])
    ]
    for side in SIDES:
        gap = figures.get(names.KING_FILLER_ON[side])
        if around.opened is not None and gap is not None:
            long = names.KING_LENGTH
            if around.slope is not None:
                long = names.KING_LOW_LONG if side == around.slope.low_side else names.KING_HIGH_LONG
            rows.append(Piece("king_filler", "wall", 1, figures[long], (value_of(gap), stud[1])))
    if names.SLOPE_NAILER in figures:
        rows.append(Piece("slope_nailer", "wall", 1, figures[names.SLOPE_NAILER], stud))
    if names.FLOOR_EXTENSION in figures:
        rows.append(Piece("floor_extension", "wall", 1, figures[names.FLOOR_EXTENSION], (None, stud[1])))
        rows.append(Piece("plate_block", "wall", 2, figures[names.PLATE_BLOCK], stud))
    return rows
