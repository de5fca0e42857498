"""What to buy besides wood, and whether hinge, latch and leaf agree (handbook 3 and 7)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace

from jambo.core.facts.opening import Opening
from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Wall
from jambo.core.frozen import dataclass
from jambo.core.items import ITEMS, ItemKind
from jambo.core.quantities.figure import known_lengths
from jambo.core.quantities.length import Length


@dataclass(frozen=True, slots=True)
class Item:
    """A row of the buy list: a key of `ITEMS`, how many, and its length where it has one.

    `sizes` are those of a leaf or of what comes as one thing, width by height by thickness; `hand` is its label from outside;
    `depth` is a unit's jamb depth or a steel frame's throat, `walls` those a split jamb reaches over, `told` what else its counter is
    told of it.
    `rated` says that it must be fire-rated, `glazed` that there is glass in it.
    """

    name: str
    count: int
    length: Length | None = None
    sizes: tuple[Length, ...] = ()
    hand: str = ""
    rated: bool = False
    glazed: bool = False
    depth: Length | None = None
    walls: tuple[Length, ...] = ()
    told: tuple[str, ...] = ()

    @property
    def bare(self) -> str:
        """What it was bought by before its depth and what its counter is told belonged to that."""
        sizes = ",".join(str(size.nm) for size in self.sizes)
        length = str(self.length.nm) if self.length is not None else ""
        return "|".join((self.name, sizes, length, self.hand, "rated" * self.rated, "glazed" * self.glazed))

    @property
    def key(self) -> str:
        """What it is bought by, whatever the tape and the words: its name, sizes in nanometres, hand, what it must be."""
        more = [str(one.nm) for one in (self.depth, *self.walls) if one is not None]
        return "|".join((self.bare, *more, *self.told))

    def is_of(self, key: str) -> bool:
        """Whether an order is of it, by the key it was ordered by."""
        return key in (self.key, self.bare)

    @property
    def kind(self) -> ItemKind:
        """What is known of its kind."""
        return ITEMS[self.name]


def as_fixed(items: Iterable[Item], wall: Wall, header: Header) -> Iterator[Item]:
    """What is to buy, with what goes into the studs told to be for steel where no buck stands before them.

    Args:
        items: as they are in timber; wall: what it is framed in; header: with the buck in its hole.
    """
    for item in items:
        bare = wall.steel and header.buck is None and item.name in ("long_screw", "casing_nail")
        yield replace(item, told=(*item.told, "for steel")) if bare else item


def leaves_to_buy(opening: Opening) -> Iterator[Item]:
    """The leaves of a door that come alone, those of a size together; a leaf in hand is not bought."""
    there = opening.in_hand.there, opening.fixed_in_hand.there and opening.pair
    sizes = [
        known_lengths(leaf.width, leaf.height, leaf.thickness)
        for leaf, own in zip(opening.leaves, there, strict=False)
        if not own
    ]
    for size in dict.fromkeys(filter(None, sizes)):
        yield Item(
            "leaf", sizes.count(size), sizes=size, rated=opening.fire_rated, glazed=opening.glass, told=made_so(opening)
        )


def made_so(opening: Opening) -> tuple[str, ...]:
    """What a leaf's counter is told besides its size: its core and its minutes."""
    core = f"{opening.in_hand.core} core" if opening.in_hand.core is not None else ""
    minutes = f"{opening.fire_minutes} min" if opening.fire_minutes is not None and opening.fire_rated else ""
    return tuple(filter(None, (core, minutes)))
