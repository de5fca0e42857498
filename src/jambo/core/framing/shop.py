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

SCREWS_IN = 10  # one to spare in so many fixings
STICKS_IN = 20  # one to spare in so many sticks of a section


def to_spare(counter: str, count: int) -> int:
    """How many are bought beside those that are needed: of what is dropped, bent or split.

    Args:
        counter: a key of COUNTERS; count: that are needed.
    """
    each = {"fixings": SCREWS_IN, TIMBER: STICKS_IN}.get(counter)
    return -(-count // each) if each and count else 0
