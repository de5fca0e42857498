"""Timber framing around an opening (TRADE 6): pieces and their lengths."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jambo.core.door.leaf import HingeSide
from jambo.core.length import Length
from jambo.core.rules import HouseRules
from jambo.core.sums import Fact, Known, Missing, Reckoned, add

WallEnd = Literal["left", "right"]
To = Literal["centre", "near_edge", "far_edge", "hinge_edge", "near_king", "far_king"]
Bearing = Literal["no", "yes", "unknown"]


PlateOn = Literal["deck", "joists"]


@dataclass(frozen=True, slots=True)
class FoundStud:
    """A stud of a standing wall as found: its number in the list, its centre from the left end, and its faces."""

    number: int
    centre: Known
    left: Length
    right: Length


@dataclass(frozen=True, slots=True)
class Service:
    """A wire, pipe or duct in a standing wall: the box it runs in, from the left end and the rough floor."""

    what: str
    low: Length
    high: Length
    bottom: Length
    top: Length
    movable: bool
    path: str


@dataclass(frozen=True, slots=True)
class Neighbour:
    """Another opening of the wall as it stands from the left end: its rough opening, its framing, whether it shares studs."""

    mark: str
    low: Length
    high: Length
    framing_low: Length
    framing_high: Length
    shares: bool = False

    def turned(self, length: Length) -> Neighbour:
        """The same from the right end of a wall of this length."""
        return Neighbour(
            self.mark, length - self.high, length - self.low,
            length - self.framing_high, length - self.framing_low, self.shares,
        )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall as seen from side A. `height` is from the rough floor to the underside of the top plates.

    Under a sloping ceiling `height` is at the left end and `height_right` at the right. `found` are a standing wall's studs
    as found, None while nobody looked; `beside` are its other openings; `plate_on` says whether the bottom plate stands on the deck or on the joists.
    """

    height: Fact
    length: Fact
    plate_thickness: Known
    stud_thickness: Known
    stud_depth: Known
    stud_spacing: Known
    layout_from: WallEnd
    layout_offset: Known
    finish_a: Fact
    finish_b: Fact
    bearing: Bearing = "unknown"
    existing: bool = False
    height_right: Known | None = None
    found: tuple[FoundStud, ...] | None = None
    services: tuple[Service, ...] = ()
    plate_on: PlateOn = "deck"
    beside: tuple[Neighbour, ...] = ()

    def beside_from(self, end: WallEnd) -> tuple[Neighbour, ...]:
        """Its other openings as a tape from one end has them; none from the right end while the length is unknown."""
        if end == "left" or isinstance(self.length, Missing):
            return self.beside if end == "left" else ()
        return tuple(one.turned(self.length.value) for one in self.beside)


@dataclass(frozen=True, slots=True)
class Placing:
    """Where the opening stands in its wall: a distance from a named end to its centre, an edge or a king's line.

    A king's line is its face toward the opening, past the jacks.

    `shares` says that it is asked to share studs with the opening beside it.
    """

    measured_from: WallEnd
    to: To
    distance: Fact
    shares: bool = False

    def reaches_near_edge(self, hinge_side: HingeSide) -> bool:
        """Say whether the edge measured to is the one nearest the named end."""
        return self.to == "near_edge" or (self.to == "hinge_edge" and hinge_side == self.measured_from)


@dataclass(frozen=True, slots=True)
class Header:
    """The header over the opening and the studs that carry it. `source` says who gave its size."""

    depth: Fact
    source: str = ""
    jacks: int = 1
    kings: int = 1


@dataclass(frozen=True, slots=True)
class Framing:
    """Lengths of the pieces around one opening."""

    jack: Reckoned
    king: Reckoned
    header: Reckoned
    header_top: Reckoned
    cripple: Reckoned
    plate_cut: Reckoned


def pieces(width: Reckoned, height: Reckoned, wall: Wall, header: Header) -> Framing:
    """Cut lengths from the rough opening: jacks and kings stand on the bottom plate, the header on the jacks."""
    return Framing(
        jack=add("jack_length", height, (-1, wall.plate_thickness)),
        king=add("king_length", wall.height, (-1, wall.plate_thickness)),
        header=add("header_length", width, (2 * header.jacks, wall.stud_thickness)),
        header_top=add("header_top", height, header.depth),
        cripple=add("cripple_length", wall.height, (-1, height), (-1, header.depth)),
        plate_cut=add("plate_cut", width),
    )


def finished_thickness(wall: Wall) -> Reckoned:
    """Thickness of the finished wall: stud depth and both finishes."""
    return add("wall_finished", wall.stud_depth, wall.finish_a, wall.finish_b)


def frame_depth(finished: Reckoned, rules: HouseRules) -> Reckoned:
    """Depth of a flat frame: the finished wall and a shade over, planed back (TRADE 4)."""
    return add("frame_depth", finished, rules.known("depth_over_wall"))
