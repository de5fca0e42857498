"""What goes behind a leg at a station (handbook 14): tapered pairs, flat packers, and the wedge a twisted stud asks for."""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache
from itertools import combinations_with_replacement
from math import ceil

from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known
from jambo.core.quantities.length import ZERO, Length, size, total
from jambo.core.quantities.tape import Unit

FLATS: dict[Unit, tuple[Length, ...]] = {
    "in": tuple(Length.inches(x) for x in ("1/8", "1/4", "1/2")),
    "mm": tuple(Length.mm(x) for x in (1, 2, 3, 4, 5, 6, 10)),
}


# What blocks on a stud are made of, and how many are stacked (handbook 14).
BLOCKS: dict[Unit, tuple[Length, ...]] = {
    "in": tuple(Length.inches(x) for x in ("1/2", "3/4", "3/2")),
    "mm": tuple(Length.mm(x) for x in (12, 18, 38)),
}
MOST_STACKED = 4


# No pack is thicker: a wider gap takes a block first (handbook 14).
THICKEST: dict[Unit, Length] = {"in": Length.inches(4), "mm": Length.mm(100)}


@dataclass(frozen=True, slots=True)
class Shim:
    """A tapered shim: thickness at its tip and butt, and its length."""

    tip: Known
    butt: Known
    length: Known

    @property
    def taper(self) -> Fraction:
        """How much it thickens over its length, as a slope."""
        return 1 / _per_thickness(self.tip.value, self.butt.value, self.length.value)

    def overlap(self, thickness: Length) -> Length:
        """How far the tips of two opposed shims pass each other when the pack is this thick."""
        tip, butt = self.tip.value, self.butt.value
        return (thickness - tip * 2) * _per_thickness(tip, butt, self.length.value)


@lru_cache(maxsize=100)
def _per_thickness(tip: Length, butt: Length, length: Length) -> Fraction:
    """How far along its length a shim is thicker by one."""
    return Fraction(length.nm) / Fraction((butt - tip).nm)


@dataclass(frozen=True, slots=True)
class Pack:
    """What makes up a pack: flats, then a tapered pair slid to an overlap, or tapers one way for a wedge.

    `pair` is the overlap of the tips; None without a pair. `single` is one shim alone, slid in to its thickness.
    `wedge` is how many tapers go in from the same side; `cut` is a wedge cut to its thickness at the edges on sides A and B;
    `block` says that the gap is wider than blocks, shims and flats fill.
    """

    thickness: Length
    flats: tuple[Length, ...] = ()
    pair: Length | None = None
    single: bool = False
    wedge: int = 0
    cut: tuple[Length, Length] | None = None
    block: bool = False

    @property
    def pieces(self) -> int:
        """Pieces to carry to the door."""
        return len(self.flats) + (2 if self.pair is not None else 0) + self.single + self.wedge + (self.cut is not None)


@lru_cache(maxsize=1_000)
def blocks(play: Length, leaves: Length, over: Length, habit: Unit) -> tuple[Length, ...]:
    """The fewest stocked blocks that leave what shims bridge well, of those the thickest; else the thickest stack there is.

    Args:
        play: what is to be taken up; leaves: what must stay of it; over: the most that may stay; habit: whose stock.
    """
    stacks = [c for n in range(MOST_STACKED + 1) for c in combinations_with_replacement(BLOCKS[habit], n)]
    thin = [c for c in stacks if total(c) <= play - leaves]
    enough = [c for c in thin if play - total(c) <= over]
    if enough:
        return min(enough, key=lambda c: (len(c), -total(c)))
    return max(thin, key=lambda c: (total(c), -len(c)), default=())


@lru_cache(maxsize=4_000)
def flats(target: Length, habit: Unit) -> tuple[Length, ...]:
    """The fewest stocked flat packers that come to at most `target` and as near it as they can."""
    stock = FLATS[habit]
    unit = stock[0].nm
    steps = int(max(ZERO, target).nm // unit)
    best: list[tuple[int, int]] = [(0, 0)]  # pieces, last piece in steps
    for n in range(1, steps + 1):
        best.append(
            min((best[n - int(s.nm // unit)][0] + 1, int(s.nm // unit)) for s in stock if int(s.nm // unit) <= n)
        )
    found: list[Length] = []
    while steps > 0:
        piece = best[steps][1]
        found.append(stock[0] * piece)
        steps -= piece
    return tuple(sorted(found, reverse=True))


def tapered(thickness: Length, shim: Shim, habit: Unit) -> Pack:
    """A pack of this thickness from a tapered pair, over flats where the pair is too thin."""
    least, most = shim.tip.value * 2, shim.tip.value + shim.butt.value
    if thickness <= ZERO:
        return Pack(ZERO)
    if thickness < least:
        return Pack(thickness, single=True)
    if thickness <= most:
        return Pack(thickness, pair=shim.overlap(thickness))
    step = FLATS[habit][0].nm
    under = flats(Length(ceil((thickness - most).nm / step) * step), habit)
    rest = thickness - sum(under, ZERO)
    if rest < least:  # the flats left too little for a pair: one shim closes what remains
        return Pack(thickness, under, single=rest > ZERO)
    return Pack(thickness, under, shim.overlap(rest))


def packed(thickness: Length, habit: Unit) -> Pack:
    """A pack of flat packers alone, never thicker than the gap and its squeeze."""
    found = flats(thickness, habit)
    return Pack(sum(found, ZERO), found)


def tapers_one_way(wedge: Length, depth: Length, shim: Shim, close: Length) -> int | None:
    """How many tapers from one side match a wedge over the leg's depth within `close`; None when neither one nor two do.

    Args:
        wedge: how much wider the gap is at one edge of the leg; depth: of the leg; shim: its taper; close: the tolerance.
    """
    each = depth * shim.taper
    fits = [n for n in (1, 2) if size(size(wedge) - each * n) <= close]
    return min(fits, key=lambda n: size(size(wedge) - each * n)) if fits else None
