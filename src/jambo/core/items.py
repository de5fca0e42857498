"""What is bought for a job besides timber: each thing declared once, with all that is known of its kind (handbook 3, 7, 10, 11, 27, 29)."""

from __future__ import annotations

from typing import Literal

from jambo.core.facts.hardware import PlateCorner
from jambo.core.facts.leaf import HandLabel, Stops
from jambo.core.frozen import dataclass

Carried = Literal["set", "hang", "trim", "hardware"]  # operations things are carried to
Judged = Literal["", "leaf", "unit", "lining", "thickness", "pocket_kit", "track", "sliding"]

# Counters in the order they are walked; timber is planned by section, and is no thing of these
TIMBER = "timber"
COUNTERS: dict[str, str] = {
    "leaves": "Leaves",
    "frames": "Frames, units and kits",
    "hinges": "Hinges, latches and pulls",
    "tracks": "Tracks and hangers",
    "fixings": "Screws, nails, {shim}s and fixings",
    "sealing": "Seals and strips",
    TIMBER: "Timber",
}

PRINTED = "printed"  # told as it is written on the carton
LEAF = "leaf"  # where the leaf's own path goes, which depends on the kind of door


@dataclass(frozen=True, slots=True)
class Asked:
    """One measure or choice asked of a thing that came.

    Attributes:
        key: its name in the check.
        label: what the field is called, a template over the word list; how: how it is taken.
        paths: the facts of the opening that it says; one that begins with `LEAF` is of the leaf, and none at all is only judged.
        choices: value and label where it is chosen; none for a length, whose kind is that of its first path.
    """

    key: str
    label: str
    how: str
    paths: tuple[str, ...] = ()
    choices: tuple[tuple[str, str], ...] = ()


@dataclass(frozen=True, slots=True)
class Stocked:
    """How the stock book lists things of a kind: under which title, the part of an opening that takes what it says, and which facts."""

    title: str
    root: str
    facts: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class ItemKind:
    """A kind of thing that is bought.

    Attributes:
        label: what it is called, a template over the word list; counter: where it is had, a key of `COUNTERS`.
        goes_with: the operation it is carried to: the first of these that the opening has.
        must_come: whether it must have come before that begins; the rest is bought over the counter.
        in_frame: whether it stands in place once the frame is set.
        bulk: whether it is bought for many openings at once: looked at when it comes, and not given one by one.
        one_spare_in: one is bought to spare in so many; 0 where none is. bundle: how many are had in one, 0 where each is had alone.
        judged: what looks at it beside the flags of the opening, when it comes; asked: what is measured of it then.
        stock: how the stock book lists it, None where it does not.
    """

    label: str
    counter: str
    goes_with: tuple[Carried, ...]
    must_come: bool = False
    in_frame: bool = False
    bulk: bool = False
    one_spare_in: int = 0
    bundle: int = 0
    judged: Judged = ""
    asked: tuple[Asked, ...] = ()
    stock: Stocked | None = None


_CORNERS: tuple[tuple[PlateCorner, str], ...] = (("square", "Square"), ("round", "Round"))
_HANDS: tuple[tuple[HandLabel, str], ...] = (
    ("LH", "LH: hinges left, opens away"),
    ("RH", "RH: hinges right, opens away"),
    ("LHR", "LHR: hinges left, opens toward you"),
    ("RHR", "RHR: hinges right, opens toward you"),
)
_STOPS: tuple[tuple[Stops, str], ...] = (("loose", "Loose strips"), ("solid", "Worked from the solid"))
_HAND = Asked("hand", "Hand, seen from outside", "Stand where the key goes.", ("opening.door.delivered_hand",), _HANDS)
_LOCK, _KIT, _FRAME = "opening.door.hardware", "opening.door.pocket", "opening.frame"

ITEMS: dict[str, ItemKind] = {
    "leaf": ItemKind("{leaf}", "leaves", ("hang", "set"), must_come=True, judged="leaf",
        stock=Stocked("Leaves", "opening.door.leaves[0]", ("width", "height", "thickness")),
        asked=(
            Asked("width", "Width", "Across its middle.", (f"{LEAF}.width",)),
            Asked("height", "Height", "Along its hinge edge.", (f"{LEAF}.height",)),
            Asked("thickness", "Thickness", "At the lock.", (f"{LEAF}.thickness",)),
            Asked(
                "hinged", "Hinges let in", "Pull side toward you, the top up.", (),
                (("none", "Nothing let in"), ("left", "On the left edge"), ("right", "On the right edge")),
            ),
        ),
    ),
    "slab": ItemKind("slab", "leaves", ("hang", "set"), must_come=True, judged="sliding",
        asked=(
            Asked("width", "Width", "Across its middle.", ("opening.door.slider.slab_width",)),
            Asked("height", "Height", "Along one edge.", ("opening.door.slider.slab_height",)),
            Asked("thickness", "Thickness", "At an edge.", ("opening.door.leaves[0].thickness",)),
        ),
    ),
    "bypass_leaf": ItemKind("{leaf} of a bypass", "leaves", ("hang", "set"), must_come=True, judged="sliding",
        asked=(
            Asked("width", "Width", "Across its middle.", ("opening.door.bypass.leaf_width",)),
            Asked("height", "Height", "Along one edge.", ("opening.door.bypass.leaf_height",)),
            Asked("thickness", "Thickness", "At an edge.", ("opening.door.leaves[0].thickness",)),
        ),
    ),
    "unit": ItemKind("pre-hung unit, {leaf} in its {frame}", "frames", ("set",), must_come=True, in_frame=True, judged="unit",
        asked=(
            Asked("outside_width", "Over its backs", "Back of one {leg} to back of the other.", ("opening.unit.outside_width",)),
            Asked("leg_length", "{leg}, foot to shoulder", "Up to the underside of the {head}.", ("opening.unit.leg_length",)),
            Asked("depth", "Depth", "Edge to edge of a {leg}.", (f"{_FRAME}.depth",)),
            _HAND,
            Asked("stops", "Its stops", "Try one with a knife at its joint.", ("opening.door.delivered_stops",), _STOPS),
        ),
    ),
    "lining_kit": ItemKind("lining kit, {leg}s and trenched {head}", "frames", ("set",), must_come=True, in_frame=True, judged="lining",
        stock=Stocked("Lining kits", "opening.frame", ("kit_width_1", "kit_width_2", "thickness", "depth", "trench_depth", "horn")),
        asked=(
            Asked("thickness", "Thickness, measured", "What is printed is not what it is.", (f"{_FRAME}.thickness",)),
            Asked("depth", "Width, measured", "Edge to edge of a {leg}.", (f"{_FRAME}.depth",)),
            Asked("kit_width_1", "Printed: for {leaf}", "As the trenches of its {head} are marked.", (f"{_FRAME}.kit_width_1",)),
            Asked("kit_width_2", "or for {leaf}", "The other pair of trenches.", (f"{_FRAME}.kit_width_2",)),
        ),
    ),
    "split_jamb": ItemKind("split jamb, both halves", "frames", ("set",), must_come=True, in_frame=True, judged="thickness",
        stock=Stocked("Split jambs", "opening.frame", ("wall_least", "wall_most", "thickness")),
        asked=(
            Asked("thickness", "Thickness", "Of a {leg}.", (f"{_FRAME}.thickness",)),
            Asked("wall_least", "Thinnest wall", "Its halves pushed home.", (f"{_FRAME}.wall_least",)),
            Asked("wall_most", "Thickest wall", "As the label has it.", (f"{_FRAME}.wall_most",)),
        ),
    ),
    "steel_frame": ItemKind("steel frame, knocked down", "frames", ("set",), must_come=True, in_frame=True,
        stock=Stocked("Steel frames", "opening.frame", ("throat",)),
        asked=(
            Asked("throat", "Throat", "Between the two returns.", (f"{_FRAME}.throat",)),
            _HAND,
        ),
    ),
    "pocket_kit": ItemKind("pocket kit", "frames", ("set",), must_come=True, in_frame=True, judged="pocket_kit",
        stock=Stocked("Pocket kits", "opening.door.pocket", ("leaf_width", "thickness_least", "thickness_most", "width_add", "set_above", "head_stack", "min_head", "track_short", "rail_short", "bumper", "hanger_drop", "split", "split_reach", "soft_close_least")),
        asked=(
            Asked(PRINTED, "Printed on the carton", "As it is written, with its dash: 2-6 is not 26.", (f"{_KIT}.leaf_width",)),
            Asked("thickness_least", "Thinnest {leaf}", "As the carton has it.", (f"{_KIT}.thickness_least",)),
            Asked("thickness_most", "Thickest {leaf}", "As the carton has it.", (f"{_KIT}.thickness_most",)),
        ),
    ),
    "pocket_joint": ItemKind("joining set for two pocket kits", "frames", ("set",), must_come=True),
    "extension_strip": ItemKind("extension strips for the {frame}, this wide", "frames", ("trim", "set")),
    "sill": ItemKind("sill", "frames", ("set",), must_come=True),
    "soft_close": ItemKind("soft-close, as the kit has it", "frames", ("hang", "set")),
    "hinge": ItemKind("hinges (keep each pair of halves together)", "hinges", ("hang", "set"), bulk=True,
        asked=(
            Asked("corner", "Corners", "Of the plates.", (f"{_LOCK}.hinge_corner",), _CORNERS),
        ),
    ),
    "latch": ItemKind("latch with its {strike}", "hinges", ("hardware", "hang", "set"),
        asked=(
            Asked("thickness_least", "Thinnest {leaf}", "As the box has it.", (f"{_LOCK}.thickness_least",)),
            Asked("thickness_most", "Thickest {leaf}", "As the box has it.", (f"{_LOCK}.thickness_most",)),
            Asked("corner", "Corners of its plate", "Of the plate in the {leaf}'s edge.", (f"{_LOCK}.latch_corner",), _CORNERS),
        ),
    ),
    "closer": ItemKind("door closer", "hinges", ("hardware", "hang", "set")),
    "bolt": ItemKind("bolts, top and bottom of the fixed {leaf}", "hinges", ("hardware", "hang", "set")),
    "pocket_pull": ItemKind("flush pull and edge pull", "hinges", ("hardware", "hang", "set")),
    "slab_pull": ItemKind("pull, and a flush pull on the wall side", "hinges", ("hardware", "hang", "set")),
    "track": ItemKind("track with its stops", "tracks", ("hang",), must_come=True, judged="track",
        stock=Stocked("Face-slider tracks", "opening.door.slider", ("length", "rating", "hole_above", "hanger_edge", "hanger_spread_least", "wheel_radius", "stop_length", "track_half", "offset", "hole_first", "hole_spacing")),
        asked=(
            Asked("length", "Length", "End to end of the track.", ("opening.door.slider.length",)),
        ),
    ),
    "hanger": ItemKind("hangers, two a slab", "tracks", ("hang",)),
    "backer": ItemKind("{backer}", "tracks", ("hang",)),
    "anti_jump": ItemKind("anti-jump blocks, two a slab", "tracks", ("hang",)),
    "floor_guide": ItemKind("floor guide", "tracks", ("hang",)),
    "bypass_track": ItemKind("bypass track, a channel for each {leaf}", "tracks", ("hang",), must_come=True),
    "bypass_hanger": ItemKind("bypass hangers, two a {leaf}", "tracks", ("hang",)),
    "bypass_guide": ItemKind("floor guide between the leaves", "tracks", ("hang",)),
    "shim": ItemKind("tapered {shim}s", "fixings", ("set", "hang"), one_spare_in=5, bundle=12),
    "flat_shim": ItemKind("flat {shim}s, mixed", "fixings", ("set", "hang"), one_spare_in=5),
    "long_screw": ItemKind("long screws, one a hinge, into the {backing}", "fixings", ("hang", "set"), one_spare_in=10),
    "casing_nail": ItemKind("{long_nails} for the {casing}, into the {backing}", "fixings", ("trim", "hardware"), one_spare_in=10),
    "steel_foot_screw": ItemKind("screws at the feet of the steel frame", "fixings", ("set",), one_spare_in=10),
    "foot_screw": ItemKind("fixings for the feet of the split {stud}s, two a foot", "fixings", ("set",), one_spare_in=10),
    "lag": ItemKind("fixings of track and backer into the {stud}s", "fixings", ("hang",)),
    "seal": ItemKind("weather seal, legs and {head}", "sealing", ("hardware", "hang", "set")),
    "sill_pan": ItemKind("sill pan or flashing tape", "sealing", ("set",)),
    "cover_strip": ItemKind("cover strip for the meeting edge", "sealing", ("hardware", "hang", "set")),
}  # fmt: skip


def asked_of(item: str) -> tuple[Asked, ...]:
    """What is measured of a thing when it comes; nothing of what is only counted, and of timber.

    Args:
        item: a key of ITEMS, or TIMBER.
    """
    return ITEMS[item].asked if item in ITEMS else ()
