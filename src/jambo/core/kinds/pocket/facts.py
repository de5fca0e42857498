"""The facts of a pocket kit (handbook 10), as its sheet has them."""

from __future__ import annotations

from typing import Annotated, Literal

from jambo.core import rules as house
from jambo.core.facts.declared import declare
from jambo.core.facts.opening import Opening
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Known

FootFloor = Literal["wood", "concrete"]


@dataclass(frozen=True, slots=True)
class InZone:
    """Something found in the zone a pocket needs: what it is, and whether it is out of the way."""

    what: str
    moved: bool
    path: str


@dataclass(frozen=True, slots=True)
class PocketKit:
    """A pocket kit as its sheet has it (handbook 10); what the sheet leaves out falls to the house rules.

    `gap` is the floor gap the crew wants instead of the kit's; `leaf_width` the leaf the kit is made for. `even` rounds the set
    mark up to a whole number of it; `unmarked` says that the kit has no mark for this leaf. `split_reach` is the highest set mark its own split studs reach over what they stand
    on; `poured` says that the floor is poured, wet, around what stands in it.
    """

    leaf_width: Annotated[Known | None, declare("leaf_width", short="For leaf")]
    thickness_least: Annotated[Known | None, declare("leaf_thickness", name="leaf_thickness", short="Thinnest leaf")]
    thickness_most: Annotated[Known | None, declare("leaf_thickness", name="leaf_thickness", short="Thickest leaf")]
    width_add: Annotated[Known, declare("add", rule=house.POCKET_WIDTH_ADD, short="Opening over 2 × leaf")]
    set_above: Annotated[Known, declare("gap", rule=house.POCKET_SET_ABOVE, short="Mark over leaf and floor")]
    head_stack: Annotated[Known, declare("add", rule=house.POCKET_HEAD_STACK, short="Opening over mark")]
    min_head: Annotated[Known, declare("add", rule=house.POCKET_MIN_HEAD, short="Opening over leaf, least")]
    header_add: Annotated[Known, declare("small", rule=house.POCKET_HEADER_ADD, short="Kit header over 2 × leaf")]
    even: Annotated[Known | None, declare("gap", "even mark", name="even_mark", short="Mark up to an even")]
    track_short: Annotated[Known, declare("small", rule=house.POCKET_TRACK_SHORT, short="Track shorter by")]
    rail_short: Annotated[Known, declare("small", rule=house.POCKET_RAIL_SHORT, short="Rail shorter by")]
    bumper: Annotated[Known, declare("small", rule=house.POCKET_BUMPER, short="Bumper")]
    hanger_drop: Annotated[Known, declare("gap", rule=house.POCKET_HANGER_DROP, short="Hanger drop")]
    split: Annotated[Known, declare("small", rule=house.SPLIT_STUD, short="Split-stud face")]
    gap: Annotated[Known | None, declare("gap", "floor gap asked for", name="kit_gap_asked")]
    soft_close_least: Annotated[Known | None, declare("leaf_width", name="leaf_width", short="Soft-close from leaf")]
    split_reach: Annotated[
        Known | None, declare("height", "set mark its split studs reach", short="Split studs reach a mark of")
    ]
    finish_fixing: Annotated[Known | None, declare("small", "fixing planned", name="lag")]
    unmarked: bool = False
    floor: FootFloor = "wood"
    heated: bool = False
    poured: bool = False
    found: tuple[InZone, ...] = ()
    looked: bool = False
    base_cabinet: bool = False
    name: str = ""
    source: str = ""


def kit_of(opening: Opening) -> PocketKit:
    """Give the kit of a pocket door."""
    assert isinstance(opening.own, PocketKit)
    return opening.own


def slides_far(opening: Opening, index: int) -> bool:
    """Whether a leaf goes into its pocket away from the end measured from; the second of a pair goes the other way."""
    return (opening.slides_to != opening.placing.measured_from) == (index == 0)


def split_studs(index: int) -> names.Numbered:
    """Give the family of the split studs of one pocket or the other."""
    return names.SPLIT_STUD_OTHER if index else names.SPLIT_STUD
