"""What to buy besides wood, and whether hinge, latch and leaf agree (handbook 3 and 7)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import known_lengths
from jambo.core.quantities.length import Length


@dataclass(frozen=True, slots=True)
class Item:
    """A row of the buy list: a key of `ITEMS`, how many, and its length where it has one.

    `sizes` are those of a leaf or of what comes as one thing, width by height by thickness; `hand` is its label from outside;
    `rated` says that it must be fire-rated, `glazed` that there is glass in it.
    """

    name: str
    count: int
    length: Length | None = None
    sizes: tuple[Length, ...] = ()
    hand: str = ""
    rated: bool = False
    glazed: bool = False


def leaves_to_buy(opening: Opening) -> Iterator[Item]:
    """The leaves of a door that come alone, those of a size together; a leaf in hand is not bought."""
    if opening.in_hand.there:
        return
    sizes = [known_lengths(leaf.width, leaf.height, leaf.thickness) for leaf in opening.leaves]
    for size in dict.fromkeys(filter(None, sizes)):
        yield Item("leaf", sizes.count(size), sizes=size, rated=opening.fire_rated, glazed=opening.glass)


ITEMS: dict[str, str] = {
    "hinge": "hinges (keep each pair of halves together)",
    "long_screw": "long screws, one a hinge, into the {stud}",
    "latch": "latch with its {strike}",
    "bolt": "bolts, top and bottom of the inactive {leaf}",
    "cover_strip": "cover strip for the meeting edge",
    "shim": "tapered {shim}s",
    "flat_shim": "flat {shim}s, mixed",
    "slab": "slab",
    "bypass_leaf": "{leaf} of a bypass",
    "unit": "pre-hung unit, {leaf} in its {frame}",
    "leaf": "{leaf}",
    "lining_kit": "lining kit, {leg}s and trenched {head}",
    "split_jamb": "split jamb, both halves",
    "steel_frame": "steel frame, knocked down",
    "sill": "sill",
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
    "backer": "{backer}",
    "lag": "fixings of track and backer into the {stud}s",
    "anti_jump": "anti-jump blocks, two a slab",
    "floor_guide": "floor guide",
    "slab_pull": "pull, and a flush pull on the wall side",
    "bypass_track": "bypass track, a channel for each {leaf}",
    "bypass_hanger": "bypass hangers, two a {leaf}",
    "bypass_guide": "floor guide between the leaves",
}
