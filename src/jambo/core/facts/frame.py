"""The facts of a frame (handbook 4, 12, 20): what is said of it, and the frame its kind makes of that."""

from __future__ import annotations

from dataclasses import field
from typing import Annotated, Literal

from jambo.core import rules as house
from jambo.core.facts.declared import declare
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Fact, Known

FrameKind = Literal["flat_jamb", "lining_kit", "rabbeted", "split_jamb", "steel_wrap", "outside_sill"]
Supply = Literal["site_built", "pre_hung"]
StandsOn = Literal["rough_floor", "finished_floor", "spacer"]


@dataclass(frozen=True, slots=True)
class FrameFacts:
    """What is said of a frame, whatever its kind. Facts of another kind are kept and do not count.

    `kit_width_1` and `kit_width_2` are the leaf widths a lining kit's trench spacings serve; a split jamb takes walls from
    `wall_least` to `wall_most`; `source` says whose sheet gave a kit's or steel frame's figures.
    """

    thickness: Annotated[
        Fact, declare("frame_thickness", "{leg} thickness", name="leg_thickness", short="Thickness", required=True)
    ]
    depth: Annotated[Known | None, declare("wall_thickness", name="frame_depth", short="Width")]
    trench_depth: Annotated[Known, declare("small", rule=house.TRENCH_DEPTH, short="Trench depth")]
    horn: Annotated[Known, declare("small", rule=house.HORN, short="Horn")]
    kit_width_1: Annotated[Known | None, declare("leaf_width", name="leaf_width", short="For leaf")]
    kit_width_2: Annotated[Known | None, declare("leaf_width", name="leaf_width", short="or for leaf")]
    rabbet_depth: Annotated[Known, declare("small", rule=house.RABBET_DEPTH, short="Rabbet depth")]
    wall_least: Annotated[
        Fact, declare("wall_thickness", "thinnest wall the split jamb takes", short="Thinnest wall", required=True)
    ]
    wall_most: Annotated[
        Fact, declare("wall_thickness", "thickest wall the split jamb takes", short="Thickest wall", required=True)
    ]
    throat: Annotated[Fact, declare("wall_thickness", "throat", name="steel_throat", short="Throat", required=True)]
    sill_thickness: Annotated[Fact, declare("small", "sill thickness", required=True)]
    spacer: Annotated[Fact, declare("foot", "spacer under the {leg}s", required=True)]
    kind: FrameKind = "flat_jamb"
    legs_beside_sill: bool = False
    sill_site_made: bool = False
    supply: Supply = "site_built"
    source: str = ""
    stands_on: StandsOn = "rough_floor"


@dataclass(frozen=True, slots=True)
class HeadOverLegs:
    """The head lies on top of the legs."""


@dataclass(frozen=True, slots=True)
class Trenched:
    """The legs enter a trench in the head by `depth`; the head runs past them by `horn` at each end."""

    depth: Known
    horn: Known


@dataclass(frozen=True, slots=True)
class LegsPastHead:
    """The legs run past the head, which sits in a rabbet of `depth` in each leg."""

    depth: Known


Joint = HeadOverLegs | Trenched | LegsPastHead


@dataclass(frozen=True, slots=True)
class Sill:
    """The sill of an outside frame: its thickness where the leaf closes, and whether the legs stand on it (handbook 12)."""

    thickness: Fact
    legs_on: bool = True
    site_made: bool = False


@dataclass(frozen=True, slots=True)
class Frame:
    """A frame as its kind makes it. `spacer` counts only when the legs stand on one; `depth` is a delivered depth, if any.

    `hinge_gap` and `strike_gap` are the gaps it is made for (gh and gs); `serves` the leaf widths a kit's trench spacings are
    made for; `wall_range` the walls a split jamb reaches; `throat` a steel frame's.
    """

    kind: FrameKind
    leg_thickness: Fact
    hinge_gap: Known
    strike_gap: Known
    stands_on: StandsOn
    spacer: Fact
    joint: Joint = field(default_factory=HeadOverLegs)
    depth: Known | None = None
    serves: tuple[Known, ...] = ()
    wall_range: tuple[Fact, Fact] | None = None
    sill: Sill | None = None
    throat: Fact | None = None
    pre_hung: bool = False
    source: str = ""
