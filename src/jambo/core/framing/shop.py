"""How a buy list is put to a shop (handbook 27): the counter each thing is had from, and what is bought to spare."""

from __future__ import annotations

from jambo.core.framing.items import ITEMS

TIMBER = "timber"

# Counters in the order they are walked, with what is had there
COUNTERS: dict[str, tuple[str, tuple[str, ...]]] = {
    "leaves": ("Leaves", ("leaf", "slab", "bypass_leaf")),
    "frames": (
        "Frames, units and kits",
        ("unit", "lining_kit", "split_jamb", "steel_frame", "pocket_kit", "sill", "soft_close"),
    ),
    "hinges": ("Hinges, latches and pulls", ("hinge", "latch", "bolt", "pocket_pull", "slab_pull")),
    "tracks": (
        "Tracks and hangers",
        ("track", "hanger", "backer", "anti_jump", "floor_guide", "bypass_track", "bypass_hanger", "bypass_guide"),
    ),
    "fixings": (
        "Screws, nails, {shim}s and fixings",
        ("shim", "flat_shim", "long_screw", "casing_nail", "steel_foot_screw", "foot_screw", "lag"),
    ),
    "sealing": ("Seals and strips", ("seal", "sill_pan", "cover_strip")),
    TIMBER: ("Timber", ()),
}
COUNTER_OF = {name: counter for counter, (_, names) in COUNTERS.items() for name in names}
assert COUNTER_OF.keys() == ITEMS.keys()

ONE_BY_ONE = ("long_screw", "foot_screw", "steel_foot_screw")  # fixings that are counted; the others are had by the box
SHIMS = ("shim", "flat_shim")
SHIMS_IN = 5  # one to spare in so many of them: they split and are driven home
BUNDLE = 12  # tapered ones are had by the bundle
SCREWS_IN = 10  # one to spare in so many of them
STICKS_IN = 20  # one to spare in so many sticks of a section


def to_spare(name: str, count: int) -> int:
    """How many of a thing are bought beside those that are needed: of screws, which are dropped and bent, and of shims, which split.

    Args:
        name: a key of ITEMS; count: that are needed.
    """
    if name in SHIMS:
        return -(-count // SHIMS_IN)
    return -(-count // SCREWS_IN) if name in ONE_BY_ONE else 0


def by_bundle(name: str, needed: int, spare: int) -> tuple[int, int] | None:
    """How many bundles are needed, and how many more hold what is to spare; None for what is not had by the bundle.

    Args:
        name: a key of ITEMS; needed: how many; spare: how many to spare.
    """
    if name != "shim":
        return None
    bundles = -(-needed // BUNDLE)
    return bundles, -(-(needed + spare) // BUNDLE) - bundles


def sticks_to_spare(count: int) -> int:
    """How many sticks of a section are bought beside those that are needed: a single header has none to spare."""
    return (count + STICKS_IN // 2) // STICKS_IN
