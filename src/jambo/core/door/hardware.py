"""What to buy besides wood, and whether hinge, latch and leaf agree (TRADE 3 and 7)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from jambo.core.door.leaf import Leaf
from jambo.core.length import Length
from jambo.core.rules import HouseRules
from jambo.core.sums import Known, value_of

Corner = Literal["square", "round"]


@dataclass(frozen=True, slots=True)
class Lockset:
    """Corners of hinges, latch plate and the mortises cut for them, and the leaf thickness a lock suits; None unknown."""

    hinge_corner: Corner | None = None
    hinge_mortise: Corner | None = None
    latch_corner: Corner | None = None
    latch_mortise: Corner | None = None
    thickness_least: Known | None = None
    thickness_most: Known | None = None


@dataclass(frozen=True, slots=True)
class Item:
    """A row of the buy list: a key of `ITEMS`, how many, and its length where it has one."""

    name: str
    count: int
    length: Length | None = None


ITEMS: dict[str, str] = {
    "hinge": "hinges (keep each pair of halves together)",
    "long_screw": "long screws, one a hinge, into the {stud}",
    "latch": "latch with its {strike}",
    "bolt": "bolts, top and bottom of the inactive {leaf}",
    "cover_strip": "cover strip for the meeting edge",
    "unit": "pre-hung unit, {leaf} in its {frame}",
    "casing_nail": "long nails for the {casing}, into the {stud}",
    "steel_foot_screw": "screws at the feet of the steel frame",
    "seal": "weather seal, legs and {head}",
    "sill_pan": "sill pan or flashing tape",
    "pocket_kit": "pocket kit",
    "foot_screw": "fixings for the feet of the split {stud}s, two a foot",
    "soft_close": "soft-close, as the kit has it",
    "pocket_pull": "flush pull and edge pull",
    "track": "track with its stops",
    "hanger": "hangers, two a slab",
    "backer": "backer board",
    "lag": "fixings of track and backer into the {stud}s",
    "anti_jump": "anti-jump blocks, two a slab",
    "floor_guide": "floor guide",
    "slab_pull": "pull, and a flush pull on the wall side",
    "bypass_track": "bypass track, a channel for each {leaf}",
    "bypass_hanger": "bypass hangers, two a {leaf}",
    "bypass_guide": "floor guide between the leaves",
}


def buy_list(
    leaves: Sequence[Leaf], hinges_each: int, rules: HouseRules, *, pre_hung: bool = False
) -> tuple[Item, ...]:
    """List hinges with their long screws, the latch, and for a pair the bolts and the cover strip.

    Every hinge gets one long screw; the handbook asks for it at least at the top one. A pre-hung unit brings its hinges.
    """
    if not hinges_each:
        return ()
    hinges = hinges_each * len(leaves)
    rows = [Item("unit", 1)] if pre_hung else [Item("hinge", hinges, rules.value("hinge_length"))]
    rows += [Item("long_screw", hinges, rules.value("long_screw")), Item("latch", 1)]
    if len(leaves) == 2:
        rows += [Item("bolt", 2), Item("cover_strip", 1, value_of(leaves[0].height))]
    return tuple(rows)
