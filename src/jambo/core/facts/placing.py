"""Where an opening stands in its wall, and its header (handbook 6)."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated, Literal

from jambo.core import rules as house
from jambo.core.facts.declared import declare
from jambo.core.facts.leaf import HingeSide
from jambo.core.facts.wall import WallEnd
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Fact, Known, Line
from jambo.core.quantities.length import ZERO, Length

To = Literal["centre", "near_edge", "far_edge", "hinge_edge", "near_king", "far_king"]


@dataclass(frozen=True, slots=True)
class Placing:
    """Where the opening stands in its wall: a distance from a named end to its centre, an edge or a king's line.

    A king's line is its face toward the opening, past the jacks.

    `shares` says that it is asked to share studs with the opening beside it.
    """

    measured_from: WallEnd
    to: To
    distance: Annotated[Fact, declare("position", "opening position along the wall", name="position", required=True)]
    shares: bool = False

    def reaches_near_edge(self, hinge_side: HingeSide) -> bool:
        """Say whether the edge measured to is the one nearest the named end."""
        return self.to == "near_edge" or (self.to == "hinge_edge" and hinge_side == self.measured_from)


MakeUp = Literal["solid", "plies"]


@dataclass(frozen=True, slots=True)
class Header:
    """The header over the opening and the studs that carry it. `source` says who gave its size.

    One of `plies` is that many boards on edge, each `ply` thick, with `packing` between each two. `buck` is the thickness of a timber
    buck set into the hole, at both sides and the head: the rough opening is what is inside it.
    """

    depth: Annotated[Fact, declare("header_depth", "{header} depth", name="header_depth", required=True)]
    ply: Annotated[Known, declare("stud", rule=house.HEADER_PLY, short="Each ply")]
    packing: Annotated[Known, declare("small", rule=house.HEADER_PACKING, short="Packing between")]
    buck: Annotated[Known | None, declare("stud", "timber buck in the hole", name="buck", short="Timber buck")] = None
    source: str = ""
    make_up: MakeUp = "solid"
    plies: int = 2
    jacks: int = 1
    kings: int = 1

    @property
    def bucked(self) -> tuple[Known, ...]:
        """The buck as a term of a sum, where there is one."""
        return () if self.buck is None else (self.buck,)

    def past(self, stud: Known) -> list[Line]:
        """What stands between the rough opening and a king's line, as terms of a sum: the buck, and the jacks."""
        return [*self.bucked, (self.jacks, stud)]

    def beside(self, stud: Length) -> Length:
        """How far a king's line stands from the rough opening."""
        return stud * self.jacks + (self.buck.value if self.buck is not None else ZERO)

    @property
    def packings(self) -> int:
        """How many strips of packing lie between its plies."""
        return self.plies - 1 if self.packing.value.nm else 0

    @property
    def thickness(self) -> Length:
        """How thick its plies and what lies between them are together."""
        return self.ply.value * Fraction(self.plies) + self.packing.value * Fraction(self.packings)
