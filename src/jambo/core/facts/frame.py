"""The facts of a frame (handbook 4, 12, 20): what is said of it, and the frame its kind makes of that."""

from __future__ import annotations

from dataclasses import field
from typing import Annotated, Literal

from jambo.core import rules as house
from jambo.core.facts.declared import declare
from jambo.core.facts.leaf import Side
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Amount, Computed, Fact, Known, Waiting

FrameKind = Literal["flat_jamb", "lining_kit", "rabbeted", "split_jamb", "steel_wrap", "outside_sill"]
Supply = Literal["site_built", "pre_hung"]
ExtensionBy = Literal["site", "supplied"]
StandsOn = Literal["rough_floor", "finished_floor", "spacer"]


@dataclass(frozen=True, slots=True)
class FrameFacts:
    """What is said of a frame, whatever its kind. Facts of another kind are kept and do not count.

    `kit_width_1` and `kit_width_2` are the leaf widths a lining kit's trench spacings serve; a split jamb takes walls from
    `wall_least` to `wall_most`; worked from the solid its stock is as thick as `thickness` and takes the leaf in a `leaf_rebate`; a steel frame is ordered
    by its nominal opening, has a `gauge` and `anchors`, and its own hinge `pockets` and `strike_pocket`, from its head; `source` says whose sheet gave a kit's or steel frame's figures.
    """

    thickness: Annotated[
        Fact, declare("frame_thickness", "{leg} thickness", name="leg_thickness", short="Thickness", required=True)
    ]
    depth: Annotated[Known | None, declare("wall_thickness", name="frame_depth", short="Width")]
    trench_depth: Annotated[Known, declare("small", rule=house.TRENCH_DEPTH, short="Trench depth")]
    horn: Annotated[Known, declare("small", rule=house.HORN, short="Horn")]
    kit_width_1: Annotated[Known | None, declare("leaf_width", name="leaf_width", short="For leaf")]
    kit_width_2: Annotated[Known | None, declare("leaf_width", name="leaf_width", short="or for leaf")]
    rabbet_depth: Annotated[Known, declare("small", rule=house.RABBET_DEPTH, short="Head joint")]
    leaf_rebate: Annotated[Known, declare("small", rule=house.LEAF_REBATE, short="{leaf} rebate")]
    wall_least: Annotated[
        Fact, declare("wall_thickness", "thinnest wall the split jamb takes", short="Thinnest wall", required=True)
    ]
    wall_most: Annotated[
        Fact, declare("wall_thickness", "thickest wall the split jamb takes", short="Thickest wall", required=True)
    ]
    throat: Annotated[Fact, declare("wall_thickness", "throat", name="steel_throat", short="Throat", required=True)]
    nominal_width: Annotated[
        Known | None,
        declare(
            "opening_width", "nominal opening of the steel {frame}, width", name="nominal_width", short="Nominal width"
        ),
    ]
    nominal_height: Annotated[
        Known | None,
        declare(
            "opening_height",
            "nominal opening of the steel {frame}, height",
            name="nominal_height",
            short="Nominal height",
        ),
    ]
    strike_pocket: Annotated[
        Known | None,
        declare(
            "height", "{strike} pocket, from the {head}", name="strike_pocket", short="Strike pocket from the head"
        ),
    ]
    sill_thickness: Annotated[Fact, declare("small", "sill thickness", required=True)]
    spacer: Annotated[Fact, declare("foot", "spacer under the {leg}s", required=True)]
    kind: FrameKind = "flat_jamb"
    legs_beside_sill: bool = False
    sill_site_made: bool = False
    legs_past_head: bool = False
    supply: Supply = "site_built"
    source: str = ""
    stands_on: StandsOn = "rough_floor"
    gauge: str = ""
    anchors: str = ""
    extension: Side | None = None
    extension_by: ExtensionBy = "site"
    pockets: tuple[Known, ...] = ()


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

    thickness: Amount
    legs_on: bool = True
    site_made: bool = False


@dataclass(frozen=True, slots=True)
class Steel:
    """What a steel frame is ordered by (handbook 20): the nominal opening between its rabbets, its sheet and anchors, its own pockets.

    `asked` is the nominal opening as it was said; `width` and `height` are it once its leaf is known, from which it is offered where
    nobody said it, and which may have been `trimmed`. `net` are the figures of a leaf that is called by the nominal opening.
    """

    asked: tuple[Known | None, Known | None]
    width: Computed = Waiting(names.NOMINAL_WIDTH, ())
    height: Computed = Waiting(names.NOMINAL_HEIGHT, ())
    net: tuple[Computed, ...] = ()
    pockets: tuple[Known, ...] = ()
    strike_pocket: Known | None = None
    gauge: str = ""
    anchors: str = ""
    trimmed: bool = False

    @property
    def said(self) -> bool:
        """Whether somebody said the nominal opening."""
        return None not in self.asked


@dataclass(frozen=True, slots=True)
class Frame:
    """A frame as its kind makes it. `spacer` counts only when the legs stand on one; `depth` is a delivered depth, if any.

    `hinge_gap` and `strike_gap` are the gaps it is made for (gh and gs); `serves` the leaf widths a kit's trench spacings are
    made for; `wall_range` the walls a split jamb reaches; `extension` is the side of a frame thinner than its wall that gets a strip,
    made on the site or supplied; `throat` a steel frame's, `steel` what it is ordered by, once its leaf is known. `stock` is what the legs are cut from; of it
    `leg_thickness` stands behind the leaf, which closes into a `rebate` worked in it, or against stops that are planted: None (handbook 4).
    """

    kind: FrameKind
    stock: Fact
    leg_thickness: Amount
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
    steel: Steel | None = None
    rebate: Fact | None = None
    extension: Side | None = None
    extension_by: ExtensionBy = "site"
    pre_hung: bool = False
    source: str = ""
