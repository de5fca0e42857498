"""The facts of a wall (handbook 6): its timber and finishes, what was found in one that stands, what is fitted on it."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Literal

from jambo.core import rules as house
from jambo.core.facts.declared import declare
from jambo.core.facts.leaf import Side
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Fact, Figure, Known, Line, Missing
from jambo.core.quantities.length import Length

WallEnd = Literal["left", "right"]
Bearing = Literal["no", "yes", "unknown"]
PlateOn = Literal["deck", "joists"]
Studs = Literal["timber", "steel"]
StandingFloor = Literal["rough_floor", "floor_a", "floor_b"]  # what the heights of a service may be taped from
HeightBy = Literal["under_plates", "stud", "overall"]  # how the crew has a wall's height
Height = Known | Missing | Figure  # a figure where it follows from a stud, or from the wall over all


@dataclass(frozen=True, slots=True)
class FoundStud:
    """A stud of a standing wall as found: its number in the list, its centre from the left end, and its faces."""

    number: int
    centre: Known
    left: Length
    right: Length


@dataclass(frozen=True, slots=True)
class Service:
    """A wire, pipe or duct in a standing wall: the box it runs in, from the left end and the rough floor.

    Its heights may be `taped_from` a finished floor; `hanging` says that nobody knows that floor: then it counts over the whole wall.
    """

    what: str
    low: Length
    high: Length
    bottom: Length
    top: Length
    movable: bool
    path: str
    taped_from: StandingFloor = "rough_floor"
    hanging: bool = False

    @property
    def told(self) -> str:
        """What it is, as a flag tells it: with what its heights wait for."""
        what = self.what or "Something"
        return f"{what} (the floor its heights are from is not said: all its height counts)" if self.hanging else what


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
    """A wall as seen from side A, framed in timber, or in steel studs and tracks of a `gauge`. `height` is from the rough floor to the underside of the top plates.

    `height_by` says how it was given: so, as the length of a full stud, or over all to the top of the top plates; the core's
    own `height` is always the first. Under a sloping ceiling `height` is at the left end and `height_right` at the right. `found` are a standing wall's studs
    as found, None while nobody looked; `beside` are its other openings; `plate_on` says whether the bottom plate stands on the deck or on the joists.
    """

    height: Annotated[
        Height, declare("wall_height", "wall height to the {top_plate}s", name="wall_height", required=True)
    ]
    length: Annotated[Fact, declare("wall_length", "wall length", name="wall_length", required=True)]
    plate_thickness: Annotated[Known, declare("plate", rule=house.PLATE_THICKNESS)]
    stud_thickness: Annotated[Known, declare("stud", rule=house.STUD_THICKNESS)]
    stud_depth: Annotated[Known, declare("stud_depth", rule=house.STUD_DEPTH)]
    stud_spacing: Annotated[Known, declare("spacing", rule=house.STUD_SPACING)]
    layout_offset: Annotated[Known, declare("position", rule=house.LAYOUT_OFFSET)]
    finish_a: Annotated[Fact, declare("finish", "wall finish on side A", required=True)]
    finish_b: Annotated[Fact, declare("finish", "wall finish on side B", required=True)]
    layout_from: WallEnd = "left"
    bearing: Bearing = "unknown"
    existing: bool = False
    height_right: Annotated[Known | None, declare("wall_height", name="wall_height")] = None
    found: tuple[FoundStud, ...] | None = None
    services: tuple[Service, ...] = ()
    plate_on: PlateOn = "deck"
    beside: tuple[Neighbour, ...] = ()
    fittings: tuple[Fitting, ...] = ()
    height_by: HeightBy = "under_plates"
    top_plates: int = 2
    bottom_plates: int = 1
    studs: Studs = "timber"
    gauge: str = ""

    @property
    def steel(self) -> bool:
        """Whether it is framed in steel studs and tracks, which are cut with snips and screwed."""
        return self.studs == "steel"

    @property
    def sole(self) -> Length:
        """How thick its bottom plates are together."""
        return self.plate_thickness.value * self.bottom_plates

    @property
    def less_sole(self) -> Line:
        """The line that takes its bottom plates off a height over the rough floor."""
        return (-self.bottom_plates, self.plate_thickness)

    def beside_from(self, end: WallEnd) -> tuple[Neighbour, ...]:
        """Its other openings as a tape from one end has them; none from the right end while the length is unknown."""
        if end == "left" or isinstance(self.length, Missing):
            return self.beside if end == "left" else ()
        return tuple(one.turned(self.length.value) for one in self.beside)

    def found_from(self, end: WallEnd) -> tuple[Known, ...] | None:
        """The centres of the studs found in it as a tape from one end has them; None while they cannot be told."""
        if self.found is None:
            return None
        centres = tuple(stud.centre for stud in self.found)
        if end == "left":
            return centres
        if isinstance(self.length, Missing):
            return None
        length = self.length.value
        return tuple(replace(centre, value=length - centre.value) for centre in centres)

    def laid_out_from(self, end: WallEnd) -> tuple[Known, ...] | None:
        """The centres of a new wall's layout studs as a tape from one end has them; None while its length is not known."""
        if isinstance(self.length, Missing):
            return None
        length, spacing, offset = self.length.value, self.stud_spacing.value, self.layout_offset.value
        source = self.stud_spacing.source
        centres = [offset + spacing * n for n in range(1, int((length - offset).nm // spacing.nm) + 1)]
        own = centres if self.layout_from == end else [length - at for at in reversed(centres)]
        return tuple(Known("laid_out_stud", at, source) for at in own)


EndKind = Literal["open", "inside"]


@dataclass(frozen=True, slots=True)
class Fitting:
    """A switch, socket or vent on a side of the wall: its middle from the left end, its height, where it is in the document."""

    what: str
    at: Length
    height: Length | None
    side: Side
    path: str
