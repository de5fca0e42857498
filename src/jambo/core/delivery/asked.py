"""What is measured of a thing when it comes (handbook 27): per kind the few measures that matter, in the order a tape meets them."""

from __future__ import annotations

from jambo.core.facts.hardware import Corner
from jambo.core.facts.leaf import HandLabel, Stops
from jambo.core.facts.opening import DoorKind
from jambo.core.frozen import dataclass

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


_CORNERS: tuple[tuple[Corner, str], ...] = (("square", "Square"), ("round", "Round"))
_HANDS: tuple[tuple[HandLabel, str], ...] = (
    ("LH", "LH: hinges left, opens away"),
    ("RH", "RH: hinges right, opens away"),
    ("LHR", "LHR: hinges left, opens toward you"),
    ("RHR", "RHR: hinges right, opens toward you"),
)
_STOPS: tuple[tuple[Stops, str], ...] = (("loose", "Loose strips"), ("solid", "Worked from the solid"))
_HAND = Asked("hand", "Hand, seen from outside", "Stand where the key goes.", ("opening.door.delivered_hand",), _HANDS)
_LOCK, _KIT, _FRAME = "opening.door.hardware", "opening.door.pocket", "opening.frame"

ASKED: dict[str, tuple[Asked, ...]] = {
    "leaf": (
        Asked("width", "Width", "Across its middle.", (f"{LEAF}.width",)),
        Asked("height", "Height", "Along its hinge edge.", (f"{LEAF}.height",)),
        Asked("thickness", "Thickness", "At the lock.", (f"{LEAF}.thickness",)),
        Asked(
            "hinged", "Hinges let in", "Pull side toward you, the top up.", (),
            (("none", "Nothing let in"), ("left", "On the left edge"), ("right", "On the right edge")),
        ),
    ),
    "slab": (
        Asked("width", "Width", "Across its middle.", ("opening.door.slider.slab_width",)),
        Asked("height", "Height", "Along one edge.", ("opening.door.slider.slab_height",)),
        Asked("thickness", "Thickness", "At an edge.", ("opening.door.leaves[0].thickness",)),
    ),
    "bypass_leaf": (
        Asked("width", "Width", "Across its middle.", ("opening.door.bypass.leaf_width",)),
        Asked("height", "Height", "Along one edge.", ("opening.door.bypass.leaf_height",)),
        Asked("thickness", "Thickness", "At an edge.", ("opening.door.leaves[0].thickness",)),
    ),
    "unit": (
        Asked("outside_width", "Over its backs", "Back of one {leg} to back of the other.", ("opening.unit.outside_width",)),
        Asked("leg_length", "{leg}, foot to shoulder", "Up to the underside of the {head}.", ("opening.unit.leg_length",)),
        Asked("depth", "Depth", "Edge to edge of a {leg}.", (f"{_FRAME}.depth",)),
        _HAND,
        Asked("stops", "Its stops", "Try one with a knife at its joint.", ("opening.door.delivered_stops",), _STOPS),
    ),
    "lining_kit": (
        Asked("thickness", "Thickness, measured", "What is printed is not what it is.", (f"{_FRAME}.thickness",)),
        Asked("depth", "Width, measured", "Edge to edge of a {leg}.", (f"{_FRAME}.depth",)),
        Asked("kit_width_1", "Printed: for {leaf}", "As the trenches of its {head} are marked.", (f"{_FRAME}.kit_width_1",)),
        Asked("kit_width_2", "or for {leaf}", "The other pair of trenches.", (f"{_FRAME}.kit_width_2",)),
    ),
    "split_jamb": (
        Asked("thickness", "Thickness", "Of a {leg}.", (f"{_FRAME}.thickness",)),
        Asked("wall_least", "Thinnest wall", "Its halves pushed home.", (f"{_FRAME}.wall_least",)),
        Asked("wall_most", "Thickest wall", "As the label has it.", (f"{_FRAME}.wall_most",)),
    ),
    "steel_frame": (
        Asked("throat", "Throat", "Between the two returns.", (f"{_FRAME}.throat",)),
        _HAND,
    ),
    "pocket_kit": (
        Asked(PRINTED, "Printed on the carton", "As it is written, with its dash: 2-6 is not 26.", (f"{_KIT}.leaf_width",)),
        Asked("thickness_least", "Thinnest {leaf}", "As the carton has it.", (f"{_KIT}.thickness_least",)),
        Asked("thickness_most", "Thickest {leaf}", "As the carton has it.", (f"{_KIT}.thickness_most",)),
    ),
    "track": (Asked("length", "Length", "End to end of the track.", ("opening.door.slider.length",)),),
    "hinge": (
        Asked("corner", "Corners", "Of the plates.", (f"{_LOCK}.hinge_corner",), _CORNERS),
    ),
    "latch": (
        Asked("thickness_least", "Thinnest {leaf}", "As the box has it.", (f"{_LOCK}.thickness_least",)),
        Asked("thickness_most", "Thickest {leaf}", "As the box has it.", (f"{_LOCK}.thickness_most",)),
        Asked("corner", "Corners of its plate", "Of the plate in the {leaf}'s edge.", (f"{_LOCK}.latch_corner",), _CORNERS),
    ),
}  # fmt: skip

_IN_HAND = "opening.door.in_hand"
# Of a swing leaf that hangs alone its real size counts beside the one it is called by; any other leaf is only called by one
_OF_SWING = {
    "width": (f"{_IN_HAND}.width_top", f"{_IN_HAND}.width_foot"),
    "height": (f"{_IN_HAND}.height_hinge", f"{_IN_HAND}.height_strike"),
}


def paths_of(asked: Asked, kind: DoorKind, leaf: int, *, alone: bool = True) -> tuple[str, ...]:
    """Give the facts of an opening that a measure says.

    Args:
        asked: the measure; kind: of door; leaf: which of its leaves, from 0; alone: whether it is the only one.
    """
    found: list[str] = []
    for path in asked.paths:
        if not path.startswith(LEAF + "."):
            found.append(path)
        elif kind == "swing" and alone and asked.key in _OF_SWING:
            found += _OF_SWING[asked.key]
        else:
            found.append(f"opening.door.leaves[{leaf}].{asked.key}")
    return tuple(found)
