"""How a buy list is put to a shop (handbook 27): the counter each thing is had from, and what is bought to spare."""

from __future__ import annotations

from jambo.core.framing.items import ITEMS

TIMBER = "timber"

# Counters in the order they are walked, with what is had there
COUNTERS: dict[str, tuple[str, tuple[str, ...]]] = {
    "leaves": ("Leaves", ("leaf",)),
    "frames": (
        "Frames, units and kits",
        ("unit", "lining_kit", "split_jamb", "steel_frame", "pocket_kit", "sill", "soft_close"),
    ),
    "hinges": ("Hinges, latches and pulls", ("hinge", "latch", "bolt", "pocket_pull", "slab_pull")),
    "tracks": (
        "Tracks and hangers",
        ("track", "hanger", "backer", "anti_jump", "floor_guide", "bypass_track", "bypass_hanger", "bypass_guide"),
    ),
    "fixings": ("Screws, nails and fixings", ("long_screw", "casing_nail", "steel_foot_screw", "foot_screw", "lag")),
    "sealing": ("Seals and strips", ("seal", "sill_pan", "cover_strip")),
    TIMBER: ("Timber", ()),
}
COUNTER_OF = {name: counter for counter, (_, names) in COUNTERS.items() for name in names}
assert COUNTER_OF.keys() == ITEMS.keys()

ONE_BY_ONE = ("long_screw", "foot_screw", "steel_foot_screw")  # fixings that are counted; the others are had by the box
SCREWS_IN = 10  # one to spare in so many of them
STICKS_IN = 20  # one to spare in so many sticks of a section


def screws_to_spare(name: str, count: int) -> int:
    """How many of a thing are bought beside those that are needed: of screws, which are dropped and bent.

    Args:
        name: a key of ITEMS; count: that are needed.
    """
    return -(-count // SCREWS_IN) if name in ONE_BY_ONE else 0


def sticks_to_spare(count: int) -> int:
    """How many sticks of a section are bought beside those that are needed: a single header has none to spare."""
    return (count + STICKS_IN // 2) // STICKS_IN
