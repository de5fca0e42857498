"""What is chosen and delivered for the setting of a frame (handbook 14-16): methods, shims, the unit in hand."""

from __future__ import annotations

from typing import Annotated, Literal

from jambo.core.facts.declared import Settled, declare
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known

SetMethod = Literal["centred", "tight", "fewest", "pre_packed"]
Packing = Literal["tapered", "flat"]
LeanMethod = Literal["auto", "flush_top", "flush_foot", "split"]
LegMethod = Literal["plumb", "hinge_plane", "split", "stop_to_leaf"]
Nailing = Literal["top_down", "bottom_up"]
HingeBy = Literal["level", "stud"]
StrikeBy = Literal["leaf", "level"]
Taped = Literal["shoulder", "over_head"]
Latch = Literal["not_tried", "latches", "binds", "rattles"]


@dataclass(frozen=True, slots=True)
class Delivered:
    """The unit that came, where it was measured: width over the backs of its legs, and its legs.

    A leg is taped from its foot to its shoulder, the head's underside; `leg_taped` says so when it was taped over the head.
    """

    outside_width: Annotated[
        Known | None, declare("opening_width", "unit delivered, measured", name="unit_measured")
    ] = None
    leg_length: Annotated[Known | None, declare("leaf_height", "{leg} as supplied", name="leg_supplied")] = None
    leg_taped: Taped = "shoulder"


@dataclass(frozen=True, slots=True)
class Setting:
    """How this frame is set. `slide` is where it was pushed to in its slot, from the end at the hinge stud.

    `cut_hinge` and `cut_strike` are the legs as they have been cut; `one_side` that shims were put in from one side only;
    `later_floor` what will be laid on the swing side after the door hangs; `leaf_trimmed` what came off the leaf's bottom.
    `before_finish` sets a frame before the wall finish is on, `to_leaf` sets the head to a leaf that is out of square, not level.
    `cut_legs`, `trim_leaf`, `lower_under` and `raise_header` are the rungs chosen for a frame too tall for its hole.
    """

    school: SetMethod = "centred"
    slide: Annotated[Known | None, declare("small", "pushed along the slot by", name="slid_to")] = None
    packing: Packing = "tapered"
    foot_station: bool = False
    lean: LeanMethod = "auto"
    legs: LegMethod = "plumb"
    nailing: Nailing = "top_down"
    hinge_by: HingeBy = "level"
    strike_by: StrikeBy = "leaf"
    cut_hinge: Annotated[Known | None, declare("leaf_height", "{leg} as cut", name="leg_as_cut")] = None
    cut_strike: Annotated[Known | None, declare("leaf_height", "{leg} as cut", name="leg_as_cut")] = None
    one_side: bool = False
    before_finish: bool = False
    cut_legs: bool = False
    trim_leaf: bool = False
    lower_under: bool = False
    raise_header: bool = False
    leaf_trimmed: Annotated[
        Known | None, declare("gap", "off the {leaf}'s bottom already", name="leaf_trimmed", stage="set")
    ] = None
    opens: Annotated[int, Settled("hang")] = 90
    to_leaf: bool = False
    later_floor: Annotated[Known | None, declare("layer", "floor to be laid later", stage="hang")] = None
    latch: Annotated[Latch, Settled("hang")] = "not_tried"
