"""The leaf and its handing (handbook 3)."""

from __future__ import annotations

from typing import Annotated, Literal

from jambo.core.facts.declared import declare
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Fact, Known
from jambo.core.quantities.length import Length, total
from jambo.core.quantities.mass import GRAMS, Mass
from jambo.core.quantities.notation import STOCK_HEIGHTS_IN, STOCK_WIDTHS_IN
from jambo.core.quantities.tape import Unit

HingeSide = Literal["left", "right"]
Side = Literal["A", "B"]
Core = Literal["hollow", "solid"]
HandLabel = Literal["LH", "RH", "LHR", "RHR"]
Stops = Literal["loose", "solid"]  # planted on the frame, or worked from it
# what the same unit is called from its other side
TURNED_ABOUT: dict[HandLabel, HandLabel] = {"LH": "RHR", "RHR": "LH", "RH": "LHR", "LHR": "RH"}

# Stock sizes offered (handbook 3); any other size may be typed.
STOCK_WIDTHS: dict[Unit, tuple[int, ...]] = {
    "in": STOCK_WIDTHS_IN,
    "mm": (526, 610, 626, 686, 720, 726, 762, 770, 820, 826, 838, 870, 920, 926),
}
STOCK_HEIGHTS: dict[Unit, tuple[int, ...]] = {"in": STOCK_HEIGHTS_IN, "mm": (1981, 2040, 2340)}
STOCK_THICKNESSES: dict[Unit, tuple[str, ...]] = {"in": ("1 3/8", "1 3/4"), "mm": ("35", "40", "44")}


@dataclass(frozen=True, slots=True)
class Leaf:
    """One leaf, actual size. `width_also` is another width the same writing could mean (handbook 2)."""

    width: Annotated[Fact, declare("leaf_width", "{leaf} width", name="leaf_width", short="Width", required=True)]
    height: Annotated[Fact, declare("leaf_height", "{leaf} height", name="leaf_height", short="Height", required=True)]
    thickness: Annotated[
        Fact, declare("leaf_thickness", "{leaf} thickness", name="leaf_thickness", short="Thickness", required=True)
    ]
    width_also: Length | None = None


@dataclass(frozen=True, slots=True)
class InHand:
    """A swing leaf that is there and was measured: what it is made of, its real size, its own mortises, what may come off.

    Where it was measured its size counts before the one it is called by. `diagonal_to_strike` runs from its hinge foot to its
    top at the strike, `diagonal_to_hinge` the other way; `latch` is from its top to the latch's middle, `hinges` from its top
    to the top of each hinge. `may_trim` is what may come off its bottom, `may_trim_top` off its top, `may_trim_hinge` and
    `may_trim_free` off its long edges. `hinge_count` is how many a unit came with, where nobody measured their places.
    """

    core: Core | None = None
    may_trim: Annotated[Known | None, declare("gap", "may come off the {leaf}'s bottom", name="may_trim")] = None
    may_trim_top: Annotated[Known | None, declare("gap", "may come off the {leaf}'s top", name="may_trim_top")] = None
    may_trim_hinge: Annotated[
        Known | None, declare("gap", "may come off the {leaf}'s hinge edge", name="may_trim_hinge")
    ] = None
    may_trim_free: Annotated[
        Known | None, declare("gap", "may come off the {leaf}'s free edge", name="may_trim_free")
    ] = None
    width_top: Annotated[Known | None, declare("leaf_width", "{leaf} width, measured", name="leaf_measured_top")] = None
    width_foot: Annotated[Known | None, declare("leaf_width", "{leaf} width, measured", name="leaf_measured_foot")] = (
        None
    )
    height_hinge: Annotated[
        Known | None, declare("leaf_height", "{leaf} height, measured", name="leaf_measured_hinge")
    ] = None
    height_strike: Annotated[
        Known | None, declare("leaf_height", "{leaf} height, measured", name="leaf_measured_strike")
    ] = None
    diagonal_to_strike: Annotated[
        Known | None, declare("diagonal", "diagonal of the {leaf}", name="leaf_diagonal_to_strike")
    ] = None
    diagonal_to_hinge: Annotated[
        Known | None, declare("diagonal", "diagonal of the {leaf}", name="leaf_diagonal_to_hinge")
    ] = None
    latch: Annotated[Known | None, declare("height", "latch of the {leaf}", name="latch_in_hand")] = None
    hinge_count: int | None = None
    hinges: tuple[Known, ...] = ()

    @property
    def may_narrow(self) -> Length | None:
        """What may come off its two long edges in all; None while nobody has said it of either."""
        said = [one.value for one in (self.may_trim_hinge, self.may_trim_free) if one is not None]
        return total(said) if said else None

    @property
    def there(self) -> bool:
        """Whether the leaf itself is there: it was measured, or it has its own mortises or latch."""
        measured = (self.width_top, self.width_foot, self.height_hinge, self.height_strike, self.latch)
        return bool(self.hinges) or any(one is not None for one in measured)


@dataclass(frozen=True, slots=True)
class Handing:
    """Physical handing: hinge side as seen from side A, the side the leaf opens to, and which side is outside."""

    hinge_side: HingeSide = "left"
    opens_to: Side = "A"
    outside: Side = "A"


@dataclass(frozen=True, slots=True)
class Hands:
    """The labels two methods give the same door (handbook 3)."""

    pull_side: Literal["left", "right"]
    outside: HandLabel


def hinge_side_from(handing: Handing, side: Side) -> HingeSide:
    """Give the hinge side as seen by someone standing on `side`."""
    if side == "A":
        return handing.hinge_side
    return "right" if handing.hinge_side == "left" else "left"


def hands(handing: Handing) -> Hands:
    """Name the hand in both methods: from the pull side, and from the outside (key or corridor) side."""
    seen_outside = hinge_side_from(handing, handing.outside)
    letter: Literal["L", "R"] = "L" if seen_outside == "left" else "R"
    pulls = handing.opens_to == handing.outside
    label: HandLabel
    label = ("LHR" if letter == "L" else "RHR") if pulls else ("LH" if letter == "L" else "RH")
    return Hands(hinge_side_from(handing, handing.opens_to), label)


TWO_PEOPLE: dict[Unit, Mass] = {"in": Mass(50 * GRAMS["lb"]), "mm": Mass(23 * GRAMS["kg"])}
