"""The facts of a face slider (handbook 11): its track and hardware, its slab, and the wall it hangs on."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated, Literal

from jambo.core import rules as house
from jambo.core.facts.declared import Settled, declare
from jambo.core.facts.leaf import Side
from jambo.core.facts.opening import Opening
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known
from jambo.core.quantities.length import Length
from jambo.core.quantities.mass import Mass

FixMethod = Literal["backer", "spacers", "backer_only"]
StudsFrom = Literal["wall", "casing"]
Guide = Literal["channel", "roller"]


@dataclass(frozen=True, slots=True)
class Lean:
    """A reading of the wall's face at a height: `forward` of plumb relative to the track line (negative: away).

    One read over a length is a slope that starts at the track's line; `at` is how far down it counts.
    """

    at: Known
    forward: Length
    path: str
    over: Length | None = None

    def there(self, line: Length) -> Length:
        """How far forward the face stands at its height, under a track whose line is at a height."""
        if self.over is None:
            return self.forward
        return self.forward * (Fraction((line - self.at.value).nm) / Fraction(self.over.nm))


@dataclass(frozen=True, slots=True)
class Beside:
    """Something on the wall beside the opening: how far it starts from the opening's edge on the open side."""

    what: str
    distance: Known


@dataclass(frozen=True, slots=True)
class Slider:
    """A face slider's track, what it hangs in front of, and what was found behind the wall face (handbook 11)."""

    length: Annotated[Known | None, declare("track", "track bought", name="track_bought", short="Length")]
    rail: Annotated[Known | None, declare("track", "first of two rails", name="rail_first", short="First of two rails")]
    slab_width: Annotated[
        Known | None, declare("leaf_width", "slab in hand, width", name="slab_width_given", stage="door")
    ]
    slab_height: Annotated[
        Known | None, declare("leaf_height", "slab in hand, height", name="slab_height_given", stage="door")
    ]
    hole_above: Annotated[Known, declare("small", rule=house.HOLE_ABOVE_SLAB, short="Holes over slab")]
    hanger_edge: Annotated[Known, declare("small", rule=house.HANGER_EDGE, short="Hanger from edge")]
    hanger_spread_least: Annotated[
        Known | None,
        declare("leaf_width", "maker's least hanger spread", name="hanger_spread_maker", short="Least hanger spread"),
    ]
    wheel_radius: Annotated[Known, declare("small", rule=house.WHEEL_RADIUS, short="Wheel radius")]
    stop_length: Annotated[Known, declare("small", rule=house.STOP_LENGTH, short="Stop length")]
    track_half: Annotated[Known, declare("small", rule=house.TRACK_HALF, short="Half track height")]
    track_bar: Annotated[Known, declare("small", rule=house.TRACK_BAR, short="Track bar thickness", stage="wall")]
    offset: Annotated[Known, declare("small", rule=house.TRACK_OFFSET, short="Track back to slab", stage="wall")]
    spacer: Annotated[Known, declare("small", rule=house.TRACK_SPACER, stage="wall")]
    hole_first: Annotated[Known, declare("small", rule=house.TRACK_HOLE_FIRST, short="End to first hole")]
    hole_spacing: Annotated[Known, declare("spacing", rule=house.TRACK_HOLE_SPACING, short="Holes apart")]
    side_overlap: Annotated[Known, declare("small", rule=house.SIDE_OVERLAP, stage="door")]
    top_overlap: Annotated[Known, declare("small", rule=house.TOP_OVERLAP, stage="door")]
    open_clearance: Annotated[Known, declare("small", rule=house.OPEN_CLEARANCE, stage="door")]
    pull_height: Annotated[Known, declare("height", rule=house.PULL_HEIGHT)]
    pull_inset: Annotated[Known, declare("small", rule=house.PULL_INSET, short="Pull from closing edge")]
    guide_length: Annotated[Known, declare("small", rule=house.GUIDE_LENGTH)]
    guide_thickness: Annotated[Known, declare("small", rule=house.GUIDE_THICKNESS)]
    guide_height: Annotated[Known, declare("small", rule=house.GUIDE_HEIGHT)]
    backer: Annotated[Known | None, declare("small", "backer", stage="wall")]
    backer_height: Annotated[Known, declare("small", rule=house.BACKER_HEIGHT, short="Backer height", stage="wall")]
    backer_past: Annotated[Known, declare("small", rule=house.BACKER_PAST, short="Backer past the track", stage="wall")]
    lag: Annotated[Known | None, declare("small", "fixing planned", stage="wall")]
    ceiling: Annotated[Known | None, declare("height", "ceiling above the finished floor")]
    base_thickness: Annotated[Known | None, declare("small", "base trim thickness", stage="wall")]
    base_height: Annotated[Known | None, declare("height", "base trim height", stage="wall")]
    bolt_heads: Annotated[Known | None, declare("small", "bolt heads", stage="wall")]
    studs: tuple[Known, ...] | None = None
    lean: Annotated[tuple[Lean, ...], Settled("wall")] = ()
    beside: tuple[Beside, ...] = ()
    studs_from: StudsFrom = "wall"
    fixing: Annotated[FixMethod, Settled("wall")] = "backer"
    guide: Guide = "channel"
    rating: Mass | None = None
    hung_on: Side = "A"
    name: str = ""
    source: str = ""


def slider_of(opening: Opening) -> Slider:
    """Give the track and slab of a face slider."""
    assert isinstance(opening.own, Slider)
    return opening.own
