"""What to buy for a swing door besides wood (TRADE 3 and 7)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jambo.core.door.leaf import Leaf
from jambo.core.length import Length
from jambo.core.rules import HouseRules
from jambo.core.sums import value_of


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
}


def buy_list(leaves: Sequence[Leaf], hinges_each: int, rules: HouseRules) -> tuple[Item, ...]:
    """List hinges with their long screws, the latch, and for a pair the bolts and the cover strip.

    Every hinge gets one long screw; the handbook asks for it at least at the top one.
    """
    if not hinges_each:
        return ()
    hinges = hinges_each * len(leaves)
    rows = [
        Item("hinge", hinges, rules.value("hinge_length")),
        Item("long_screw", hinges, rules.value("long_screw")),
        Item("latch", 1),
    ]
    if len(leaves) == 2:
        rows += [Item("bolt", 2), Item("cover_strip", 1, value_of(leaves[0].height))]
    return tuple(rows)
