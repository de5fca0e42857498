"""Where a frame is shimmed and what goes there (handbook 14): stations, gaps at both edges of the leg, packs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Literal

from jambo.core.facts.setting import Packing
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF
from jambo.core.quantities.length import ZERO, Length, total
from jambo.core.quantities.millimetres import Mm, as_length
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.tape import Unit
from jambo.core.setting.shims import FLATS, THICKEST, Pack, Shim, packed, tapered, tapers_one_way
from jambo.core.setting.slot import Slot
from jambo.core.survey.shape import Face

LegSide = Literal["hinge", "strike", "head"]


From = Literal["both", "A", "B", "split"]


@dataclass(frozen=True, slots=True)
class Stand:
    """Where the frame stands: the hinge leg's back at the foot, the tilt, its width over the backs and its height, mm."""

    x: Mm
    tilt: float
    outside: Mm
    height: Mm


@dataclass(frozen=True, slots=True)
class ShimPlace:
    """A place to shim: its name and words, the leg it is behind, the height of its middle (mm), its gap's and pack's figures."""

    name: str
    label: str
    side: LegSide
    y: Mm
    gap: FigureName
    pack: FigureName


def at_hinge(n: int, y: Mm) -> ShimPlace:
    """The place behind a hinge, numbered from the top."""
    return ShimPlace(f"hinge_{n}", f"hinge {n}", "hinge", y, names.GAP_HINGE[n], names.PACK_HINGE[n])


def across_from_hinge(n: int, y: Mm) -> ShimPlace:
    """The place behind the other leg of a pair, where it carries hinges too."""
    return ShimPlace(f"strike_{n}", f"{{strike}}, hinge {n}", "strike", y, names.GAP_STRIKE[n], names.PACK_STRIKE[n])


def over_head(y: Mm) -> ShimPlace:
    """The place over the middle of a wide head; a packer closes its gap, and it has no pack of its own."""
    return ShimPlace("head_centre", "{head}, middle", "head", y, names.GAP_HEAD_CENTRE, names.GAP_HEAD_CENTRE)


_ON_STRIKE = {
    "strike_top": ("{strike}, top", names.GAP_STRIKE_TOP, names.PACK_STRIKE_TOP),
    "latch_above": ("above the latch", names.GAP_LATCH_ABOVE, names.PACK_LATCH_ABOVE),
    "latch_below": ("below the latch", names.GAP_LATCH_BELOW, names.PACK_LATCH_BELOW),
    "strike_low": ("{strike}, low", names.GAP_STRIKE_LOW, names.PACK_STRIKE_LOW),
    "strike_foot": ("{strike}, foot", names.GAP_STRIKE_FOOT, names.PACK_STRIKE_FOOT),
}


def on_strike(name: str, y: Mm) -> ShimPlace:
    """A place behind the strike leg: strike_top, latch_above, latch_below, strike_low or strike_foot."""
    label, gap, pack = _ON_STRIKE[name]
    return ShimPlace(name, label, "strike", y, gap, pack)


@dataclass(frozen=True, slots=True)
class Packer:
    """What a crew packs with: the shims, the kind of packing, the squeeze of a fixing, how close a wedge must match."""

    shim: Shim
    packing: Packing
    squeeze: Length
    close: Length
    depth: Length
    habit: Unit

    def pack(self, gap: Length) -> Pack:
        """The pack for a parallel gap, set strong by what a fixing squeezes; nothing where a fixing closes the gap itself."""
        if gap <= self.squeeze * HALF:
            return Pack(ZERO)
        if self.packing == "flat":
            return packed(gap + self.squeeze, self.habit)
        return tapered(gap + self.squeeze, self.shim, self.habit)


@dataclass(frozen=True, slots=True)
class Station:
    """One place as shimmed: the gap at the leg's edges on sides A and B, the pack, and which side it goes in from.

    `blocks` are on the stud before it; the pack lies between them and the leg.
    """

    place: ShimPlace
    gap: Length
    edge_a: Length
    edge_b: Length
    pack: Pack
    enter: From
    blocks: tuple[Length, ...] = ()

    @property
    def pieces(self) -> int:
        """Pieces to carry to the door."""
        return self.pack.pieces + len(self.blocks)

    @property
    def wedge(self) -> Length:
        """How much wider the gap is at the edge on side A."""
        return self.edge_a - self.edge_b


def gap_at(place: ShimPlace, hinge: Face, strike: Face, at: Stand) -> Mm:
    """The gap behind the leg's middle."""
    back = at.x + at.tilt * place.y
    return back - hinge.middle(place.y) if place.side == "hinge" else strike.middle(place.y) - back - at.outside


def twist_at(place: ShimPlace, hinge: Face, strike: Face) -> Mm:
    """How much prouder the stud's edge on side A stands: there the gap is the smaller."""
    return (hinge if place.side == "hinge" else strike).twisted(place.y)


def shimmed(place: ShimPlace, gap: Length, twist: Length, by: Packer, on: tuple[Length, ...] = ()) -> Station:
    """What goes into one place. Shims from both sides make a parallel pack; a wedge wants tapers one way (handbook 14).

    Args:
        place: the station; gap: behind the leg's middle; twist: how much prouder the stud's edge on side A is; by: the packing.
        on: the blocks on the stud, from which it is packed.
    """
    between = _packed_from(place, gap - total(on), twist, by)
    if not on:
        return between
    return replace(between, gap=gap, edge_a=gap - twist * HALF, edge_b=gap + twist * HALF, blocks=on)


def _packed_from(place: ShimPlace, gap: Length, twist: Length, by: Packer) -> Station:
    """What lies between the stud, or the blocks on it, and the leg."""
    edges = gap - twist * HALF, gap + twist * HALF
    thin = min(edges)
    if gap > THICKEST[by.habit]:
        return Station(place, gap, *edges, Pack(gap, block=True), "both")
    if abs(float(twist.nm)) <= float(by.close.nm):
        return Station(place, gap, *edges, by.pack(gap), "both")
    wide: From = "A" if edges[0] > edges[1] else "B"
    tapers = tapers_one_way(twist, by.depth, by.shim, by.close)
    if tapers is None:
        cut = (edges[0] + by.squeeze, edges[1] + by.squeeze)
        return Station(place, gap, *edges, Pack(gap + by.squeeze, cut=cut), "split")
    # the tapers lie over a flat that fills the narrow edge
    base = by.pack(thin) if thin > by.shim.tip.value * tapers else Pack(ZERO)
    return Station(place, gap, *edges, Pack(gap + by.squeeze, base.flats, base.pair, base.single, tapers), wide)


def pieces(places: Sequence[ShimPlace], hinge: Face, strike: Face, at: Stand, by: Packer) -> int:
    """How many pieces a stand takes at all its stations."""
    count = 0
    for place in places:
        if place.side != "head":
            gap, twist = as_length(gap_at(place, hinge, strike, at)), as_length(twist_at(place, hinge, strike))
            count += shimmed(place, gap, twist, by).pack.pieces
    return count


def fewest(places: Sequence[ShimPlace], hinge: Face, strike: Face, room: Slot, at: Stand, by: Packer) -> Mm:
    """The place in the slot that takes the fewest pieces; of equals the one nearest the middle.

    The count only changes where some station's gap passes a thickness at which its pack changes, so those are tried.

    Args:
        places: the stations; hinge, strike: the studs' faces in mm; room: the slot; at: the frame's tilt and size; by: the packing.

    Returns:
        x of the hinge leg's back at the foot, in mm from the hinge stud's foot.
    """
    shim = by.shim
    thick = shim.tip.value + shim.butt.value
    steps = [ZERO, shim.tip.value * 2, thick, *(thick + FLATS[by.habit][0] * n for n in range(1, 5))]
    if by.packing == "flat":
        steps = [FLATS[by.habit][0] * n for n in range(1, 17)]
    marks = [float((s - by.squeeze).nm) / 1e6 for s in steps if s >= by.squeeze] + [float(by.squeeze.nm) / 2e6, 0.0]
    middle = (room.low + room.high) / 2
    tries = {room.low, room.high, middle}
    for place in places:
        if place.side != "head":
            here = gap_at(place, hinge, strike, Stand(0.0, at.tilt, at.outside, at.height))
            tries |= {m - here if place.side == "hinge" else here - m for m in marks}
    inside = [x for x in tries if room.low <= x <= room.high]

    def cost(x: Mm) -> tuple[int, float]:
        return pieces(places, hinge, strike, Stand(x, at.tilt, at.outside, at.height), by), abs(x - middle)

    return min(inside, key=cost)
