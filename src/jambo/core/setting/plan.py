"""The set plan of a swing frame in the hole that was found (handbook 14): fit, place, tilt, stations, what would fit.

Every length is a figure: the solver's floats become terms rounded the safe way, and the figures add those up.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Literal

from jambo.core import rules as house
from jambo.core.facts.leaf import STOCK_HEIGHTS, STOCK_WIDTHS
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ
from jambo.core.facts.setting import SetMethod, Setting
from jambo.core.frames.registry import kind_of_frame
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Computed, Figures, Known, Line, Source, add, highest, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero, size, total
from jambo.core.quantities.millimetres import Mm, as_length, down, in_mm, up
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.tape import SAME, Unit
from jambo.core.rules import HouseRules
from jambo.core.setting.shims import Shim, blocks
from jambo.core.setting.slot import Slot, least_tilt, slot, widest
from jambo.core.setting.stations import (
    Packer,
    ShimPlace,
    Stand,
    Station,
    across_from_hinge,
    at_hinge,
    fewest,
    gap_at,
    on_strike,
    over_head,
    shimmed,
    twist_at,
)
from jambo.core.survey.shape import Face, Found

Fits = Literal["fits", "work", "no"]
PLUMB_PACKS = 5  # stations at which a stud is packed plumb before the frame goes in (handbook 14)
HEAD_WIDE = {"in": Length.inches(36), "mm": Length.mm(915)}
FRAME_STOCK = {
    "in": tuple(Length.inches(t) for t in ("3/4", "11/16", "1/2")),
    "mm": tuple(Length.mm(t) for t in (20, 19, 18)),
}
_STOCK: dict[Unit, tuple[list[Length], list[Length]]] = {  # widths and heights
    "in": ([Length.inches(w) for w in STOCK_WIDTHS["in"]], [Length.inches(h) for h in STOCK_HEIGHTS["in"]]),
    "mm": ([Length.mm(w) for w in STOCK_WIDTHS["mm"]], [Length.mm(h) for h in STOCK_HEIGHTS["mm"]]),
}
LITTLE = {"in": Length.inches("1/8"), "mm": Length.mm(3)}  # what may be planed off a stud and still be called work


@dataclass(frozen=True, slots=True)
class StockFit:
    """A stock leaf in this hole with the frame chosen: its size, what room is left, and whether it goes in."""

    width: Length
    height: Length
    room: Length
    head: Length | None
    verdict: Fits


@dataclass(frozen=True, slots=True)
class FrameFit:
    """The leaf planned in a frame of another stocked thickness: the room it leaves, and whether it goes in."""

    thickness: Length
    room: Length
    verdict: Fits


@dataclass(frozen=True, slots=True)
class SetPlan:
    """Where the frame stands. `faces` are the studs from the hinge foot, `stand` the frame; stations in nailing order."""

    hinge: Face
    strike: Face
    stand: Stand
    room: Slot
    plumb_room: Slot
    best_room: Slot
    verdict: Fits
    stations: tuple[Station, ...]
    pieces: int
    stock: tuple[StockFit, ...]
    frames: tuple[FrameFit, ...]
    blocks: tuple[tuple[FigureName, Mm], ...]
    figures: Figures


def packer(opening: Opening, depth: Length, rules: HouseRules) -> Packer:
    """What this crew packs with."""
    shim = Shim(rules.known(house.SHIM_TIP), rules.known(house.SHIM_BUTT), rules.known(house.SHIM_LENGTH))
    close = rules.value(house.STRAIGHT)
    return Packer(shim, opening.setting.packing, rules.value(house.SQUEEZE), close, depth, rules.habit)


def places(opening: Opening, figures: Figures, height: Length, rules: HouseRules) -> list[ShimPlace]:
    """The stations in nailing order: hinge leg, head, strike leg (handbook 14).

    Args:
        opening: hinges, latch and how it is nailed; figures: heights of hinges and latch; height: of the frame's top.
    """
    half_hinge = rules.value(house.HINGE_LENGTH) * HALF
    heights = [f.value for _, f in figures.numbered(names.HINGE_HEIGHT)]
    hinges = [at_hinge(n, in_mm(y - half_hinge)) for n, y in enumerate(heights, 1)]
    low = hinges[-1].y if hinges else in_mm(height) / 6
    high = hinges[0].y if hinges else in_mm(height) * 5 / 6
    strike = [on_strike("strike_top", high)]
    latch = value_of(figures[names.LATCH_HEIGHT]) if names.LATCH_HEIGHT in figures else None
    if latch is not None and not opening.pair:
        apart = rules.value(house.LATCH_STATION)
        strike += [
            on_strike("latch_above", in_mm(latch + apart)),
            on_strike("latch_below", in_mm(latch - apart)),
        ]
    elif opening.pair:  # the other leg carries hinges too
        strike = [across_from_hinge(n, p.y) for n, p in enumerate(hinges, 1)]
    if not opening.pair:
        strike.append(on_strike("strike_low", low))
    if opening.setting.foot_station:
        strike.append(on_strike("strike_foot", in_mm(rules.value(house.FOOT_STATION))))
    leaves = [value_of(leaf.width) for leaf in opening.leaves]
    wide = sum((w for w in leaves if w is not None), ZERO) > HEAD_WIDE[rules.habit]
    head = [over_head(in_mm(height))] if wide else []
    if opening.setting.nailing == "bottom_up":
        hinges, strike = hinges[::-1], strike[::-1]
    return [*hinges, *head, *strike]


@dataclass(frozen=True, slots=True)
class OverHead:
    """The play over the head before anything gives way (None while no height was read), and what may give way in all.

    `raised` says that the header is to be raised as far as that takes.
    """

    play: Length | None
    least: Length
    gives: Length
    raised: bool = False

    def lower(self, by: Length) -> OverHead:
        """The same for a frame that is taller."""
        return OverHead(None if self.play is None else self.play - by, self.least, self.gives, self.raised)


def _verdict(plumb: Mm, tilted: Mm, head: OverHead, habit: Unit) -> Fits:
    """Fits as it is, exactly too; fits with a tilt, a little planing or what gives way for its height; or does not."""
    same, play = SAME[habit], head.play
    if -tilted >= in_mm(LITTLE[habit] + same):
        return "no"
    if play is not None and play <= -same and head.least - play >= head.gives + same and not head.raised:
        return "no"
    return "fits" if plumb > -in_mm(same) and (play is None or play > -same) else "work"


def _closed(room: Slot, habit: Unit) -> Slot:
    """A slot that is short by less than a tape can tell is one all the same, with no room in it."""
    if not -in_mm(SAME[habit]) < room.width < 0:
        return room
    middle = (room.low + room.high) / 2
    return replace(room, low=middle, high=middle)


def _told(left: Length, habit: Unit) -> Length:
    """What is left, where a tape can tell it from nothing."""
    return ZERO if size(left) < SAME[habit] else left


def _stock(opening: Opening, plumb: Mm, tilted: Mm, head: OverHead, rules: HouseRules) -> tuple[StockFit, ...]:
    """Stock leaves in this hole with the frame chosen (handbook 13), from the room this one leaves plumb and at best tilt.

    Room falls by as much as a leaf is wider, whatever the tilt; head play by as much as it is taller.
    """
    wide, tall = value_of(opening.leaves[0].width), value_of(opening.leaves[0].height)
    if wide is None or tall is None or opening.pair:
        return ()
    habit = rules.habit
    widths, heights = _STOCK[habit]
    overs = [(h, head.lower(h - tall)) for h in heights]
    found = []
    for w in widths:
        more = in_mm(w - wide)
        room = _told(down(plumb - more), habit)
        for h, over in overs:
            left = None if over.play is None else _told(over.play, habit)
            found.append(StockFit(w, h, room, left, _verdict(plumb - more, tilted - more, over, habit)))
    return tuple(found)


def _frames(opening: Opening, plumb: Mm, tilted: Mm, head: OverHead, rules: HouseRules) -> tuple[FrameFit, ...]:
    """The same leaf in flat frames of the thicknesses stocked (handbook 4): thinner legs leave more room, and a lower top."""
    thick = value_of(opening.frame.leg_thickness)
    if not kind_of_frame(opening.frame).flat or thick is None:
        return ()
    found = []
    for other in FRAME_STOCK[rules.habit]:
        more = in_mm(thick - other) * 2
        verdict = _verdict(plumb + more, tilted + more, head.lower(other - thick), rules.habit)
        found.append(FrameFit(other, _told(down(plumb + more), rules.habit), verdict))
    return tuple(found)


@dataclass(frozen=True, slots=True)
class _Hole:
    """The two studs' faces from the hinge foot, and the frame that goes between them, in millimetres."""

    hinge: Face
    strike: Face
    outside: Mm
    height: Mm

    def slot(self) -> Slot:
        """The room for the frame standing plumb."""
        return slot(self.hinge, self.strike, self.outside, self.height)

    def widest(self, most: float) -> Slot:
        """The room at the tilt that leaves most, within `most`."""
        return widest(self.hinge, self.strike, self.outside, self.height, most)

    def least_tilt(self, plumb: Slot, best: Slot) -> Slot:
        """The room at the least tilt that lets the frame in."""
        return least_tilt(plumb, best, self.hinge, self.strike, self.outside, self.height)

    def stand(self, x: Mm, tilt: float) -> Stand:
        """The frame with its hinge leg's back at x."""
        return Stand(x, tilt, self.outside, self.height)


def _chosen_place(setting: Setting, where: Sequence[ShimPlace], hole: _Hole, room: Slot, by: Packer) -> Mm:
    """Where in its slot the frame is put: as far as it was pushed, or by the method chosen; in the middle when it is too big."""
    slide = value_of(setting.slide) if setting.slide is not None else None
    if slide is not None:
        return room.low + in_mm(slide)
    if room.width < 0 or setting.school in ("centred", "pre_packed"):
        return (room.low + room.high) / 2  # what is over is shared, so that casing covers both sides
    if setting.school == "fewest":
        x = fewest(where, hole.hinge, hole.strike, room, hole.stand(room.low, room.tilt), by)
    else:
        x = room.low
    return min(max(x, room.low), room.high)


def _place_figures(setting: Setting, room: Slot, x: Mm) -> Figures:
    """The slot's ends and width as they can be measured, and where in it the hinge leg's back stands."""
    slide = value_of(setting.slide) if setting.slide is not None else None
    low = Known("slot_low_read", up(room.low), READ)
    last = (
        max(down(room.high), low.value) if room.width >= 0 else down(room.high)
    )  # an exact fit is one place, not less
    high = Known("slot_high_read", last, READ)
    slot_low, slot_high = add(names.SLOT_LOW, low), add(names.SLOT_HIGH, high)
    if slide is not None and setting.slide is not None:
        at: Computed = add(names.SET_AT, slot_low, setting.slide)
    else:
        in_slot = as_length(x) - low.value
        by_method = Known(
            f"school_{setting.school}",
            max(ZERO, in_slot) if room.width >= 0 else in_slot,
            Source("given", "opening.setting.school"),
        )
        at = add(names.SET_AT, slot_low, by_method)
        if room.width >= 0 and or_zero(value_of(at)) > high.value >= low.value:
            at = add(names.SET_AT, slot_high)
    return Figures.of([slot_low, slot_high, add(names.SLOT_WIDTH, slot_high, (-1, slot_low)), at])


def _head_station(place: ShimPlace, figures: Figures, by: Packer) -> tuple[list[Computed], list[Station]]:
    """The station over the head; none while nobody knows what is left there, or nothing is."""
    over = figures.get(names.HEAD_PLAY_FOUND)
    play = value_of(over) if over is not None else None
    if over is None or play is None or play <= ZERO:
        return [], []
    return [add(names.GAP_HEAD_CENTRE, over)], [shimmed(place, play, ZERO, by)]


def _blocked(least: Figures, method: SetMethod, rules: HouseRules) -> dict[str, tuple[Length, ...]]:
    """The blocks on each stud where even the least gap is more than shims bridge well; a packed stud needs none."""
    found: dict[str, tuple[Length, ...]] = {}
    for side, name in (("hinge", names.HINGE_LEAST), ("strike", names.STRIKE_LEAST)):
        play = least.value(name)
        packed = side == "hinge" and method == "pre_packed"
        if play is not None and play > rules.value(house.BLOCK_OVER) and not packed:
            stack = blocks(play, rules.value(house.BLOCK_LEAVES), rules.value(house.BLOCK_OVER), rules.habit)
            found |= {side: stack} if stack else {}
    return found


def _stations(
    where: Sequence[ShimPlace],
    hole: _Hole,
    room: Slot,
    made: Figures,
    figures: Figures,
    by: Packer,
    on: Mapping[str, tuple[Length, ...]],
) -> tuple[Figures, list[Station]]:
    """The gap and the pack at each station: how far the leg stands from the stud there, or from the blocks `on` it."""
    found: list[Computed] = []
    stations: list[Station] = []
    for place in where:
        if place.side == "head":
            gaps, packs = _head_station(place, figures, by)
            found += gaps
            stations += packs
            continue
        on_hinge = place.side == "hinge"
        face = hole.hinge if on_hinge else hole.strike
        read = as_length(face.middle(place.y))
        stud = Known("stud_face_hinge" if on_hinge else "stud_face_strike", read, READ)
        lean = Known("tilt_here", as_length(room.tilt * place.y), READ)
        sign = 1 if on_hinge else -1
        frame: list[Line] = [] if on_hinge else [(-1, made[names.UNIT_WIDTH])]
        gap = add(place.gap, (sign, made[names.SET_AT]), (sign, lean), (-sign, stud), *frame)
        twist = as_length(twist_at(place, hole.hinge, hole.strike))
        stations.append(shimmed(place, or_zero(value_of(gap)), twist, by, on.get(place.side, ())))
        thick = Known("pack_thickness", stations[-1].pack.thickness, Source("figure", place.gap))
        found += [gap, add(place.pack, thick)]
    return Figures.of(found), stations


def _gaps(hole: _Hole, stand: Stand, habit: Unit) -> Figures:
    """The least gap on each side, where the stud comes nearest, and the greatest, which casing must cover."""
    least = {
        names.HINGE_LEAST: stand.x - hole.hinge.proudest(hole.height, 1, stand.tilt)[0],
        names.STRIKE_LEAST: -hole.strike.proudest(hole.height, -1, stand.tilt)[0] - stand.x - stand.outside,
    }
    most = {
        names.HINGE_MOST: stand.x + hole.hinge.proudest(hole.height, -1, stand.tilt)[0],
        names.STRIKE_MOST: hole.strike.proudest(hole.height, 1, stand.tilt)[0] - stand.x - stand.outside,
    }
    left = {name: ZERO if -in_mm(SAME[habit]) < value < 0 else down(value) for name, value in least.items()}
    return Figures.of(
        [
            *(add(name, Known("stud_proudest", value, READ)) for name, value in left.items()),
            *(add(name, Known("stud_farthest", up(value), READ)) for name, value in most.items()),
        ]
    )


def _pack_heights(hinges: Sequence[Mm], height: Mm) -> list[Mm]:
    """Behind every hinge, then in the middle of what is farthest from a pack, until there are enough: each hinge is packed once."""
    found = sorted(hinges)
    while len(found) < PLUMB_PACKS:
        ends = [0.0, *found, height]
        # toward an end there is no next pack: half a space counts there as a whole one
        spaces = [(2 * (b - a) if a == 0.0 or b == height else b - a, a, b) for a, b in pairwise(ends)]
        _, a, b = max(spaces)
        found = sorted([*found, (a + b) / 2])
    return found


def _stud_packs(
    hole: _Hole, stand: Stand, at: Computed, hinges: Sequence[Mm]
) -> tuple[Figures, tuple[tuple[FigureName, Mm], ...]]:
    """The packs that make the hinge stud plumb before the frame goes in, and their heights."""
    blocks: list[tuple[FigureName, Mm]] = []
    found: list[Computed] = []
    for n, y in enumerate(_pack_heights(hinges, hole.height)):
        gap = as_length(gap_at(at_hinge(n + 1, y), hole.hinge, hole.strike, stand))
        block = names.STUD_PACK[n + 1]
        blocks.append((block, y))
        found.append(add(block, at, (-1, Known("stud_face_hinge", or_zero(value_of(at)) - gap, READ))))
    return Figures.of(found), tuple(blocks)


def _screws(opening: Opening, made: Figures, rules: HouseRules, where: Sequence[ShimPlace], *, before: bool) -> Figures:
    """How long the screws through the hinges must be: leg, the pack that stands there, hold in the stud; the longest of them counts.

    Packs and blocks that are fixed to the stud for themselves count as stud.

    Args:
        opening: its legs; made: the packs; rules: the hold; where: every place that is packed; before: whether the stud was packed plumb first.
    """
    leg, embed, reach = opening.frame.leg_thickness, rules.known(house.SCREW_EMBED), Figures()
    for n, place in enumerate((p for p in where if p.pack.family in (names.PACK_HINGE, names.PACK_STRIKE)), 1):
        pack: list[Line] = [made[place.pack]] if place.pack in made else []
        if pack or before:
            reach[names.SCREW_REACH_AT[n]] = add(names.SCREW_REACH_AT[n], leg, *pack, embed)
    if reach:
        reach[names.SCREW_REACH] = highest(names.SCREW_REACH, *reach.values())
    return reach


def _widths(found: Found) -> Figures:
    """The hole's width at foot, middle and head, as the readings agree on it."""
    spots = zip(names.FOUND_WIDTH_AT.values(), (0.0, found.span / 2, found.span), strict=True)
    return Figures.of(add(name, Known("fitted_width", as_length(found.width(y)), READ)) for name, y in spots)


def tightest(opening: Opening, shapes: Sequence[Found], figures: Figures) -> Found | None:
    """The shape the frame has least room in: while a reading is in doubt, all that follows stands on the worst it may mean.

    Args:
        opening: hand and unit; shapes: every one the hole may have; figures: the frame's width and height.
    """
    planned, top = value_of(figures[names.FRAME_OUTSIDE_WIDTH]), value_of(figures[names.FRAME_TOP])
    if len(shapes) < 2 or planned is None or top is None:
        return shapes[0] if shapes else None
    unit = opening.unit.outside_width

    def room(shape: Found) -> Mm:
        wide = in_mm(unit.value if unit is not None else planned)
        beside = slot(*shape.sides(opening.handing.hinge_side), wide, in_mm(top)).width
        low = shape.lowest_header(0.0, shape.right.start)
        return beside if low is None else min(beside, low - in_mm(top))

    return min(shapes, key=room)


def plan(opening: Opening, found: Found, figures: Figures, depth: Length, rules: HouseRules) -> SetPlan | None:
    """Plan where the frame stands in the hole that was found, and what packs it (handbook 13 and 14).

    Args:
        opening: the facts, with the unit delivered and how it is to be set.
        found: the shape of the hole; figures: those of the opening as planned.
        depth: of the legs, from face to face of the wall; rules: the house rules in force.

    Returns:
        The plan; None while the frame's width or height waits for a fact.
    """
    planned, top = value_of(figures[names.FRAME_OUTSIDE_WIDTH]), value_of(figures[names.FRAME_TOP])
    if planned is None or top is None:
        return None
    setting, delivered = opening.setting, opening.unit.outside_width
    made = Figures.of([add(names.UNIT_WIDTH, delivered or figures[names.FRAME_OUTSIDE_WIDTH])])
    width = made.value(names.UNIT_WIDTH)
    hole = _Hole(*found.sides(opening.handing.hinge_side), in_mm(planned if width is None else width), in_mm(top))
    most = in_mm(rules.value(house.PLUMB_TOLERANCE)) / hole.height
    plumb, best = _closed(hole.slot(), rules.habit), _closed(hole.widest(most), rules.habit)
    room = _closed(hole.least_tilt(plumb, best), rules.habit)
    shimmed = kind_of_frame(opening.frame).shimmed
    by, where = packer(opening, depth, rules), places(opening, figures, top, rules) if shimmed else []
    made |= _place_figures(setting, room, _chosen_place(setting, where, hole, room, by))
    at = made[names.SET_AT]
    stand = hole.stand(in_mm(or_zero(value_of(at))), room.tilt)
    made[names.SET_TILT] = add(names.SET_TILT, Known("tilt_over_leg", as_length(room.tilt * hole.height), READ))
    made |= _gaps(hole, stand, rules.habit)
    on = _blocked(made, setting.school, rules) if shimmed else {}
    own = Source("house rule", "opening.rules.block_leaves")
    made |= Figures.of(add(names.BLOCK_ON[side], Known("block_stock", total(stack), own)) for side, stack in on.items())
    before = shimmed and setting.school == "pre_packed"  # the hinge leg goes hard on the packed stud: it is packed once
    gaps, stations = _stations(
        [place for place in where if not (before and place.side == "hinge")], hole, room, made, figures, by, on
    )
    made |= gaps
    if delivered is not None:
        wider: list[Line] = [(1, made[names.UNIT_WIDTH]), (-1, figures[names.FRAME_OUTSIDE_WIDTH])]
        made[names.SLOT_WIDTH_PLANNED] = add(names.SLOT_WIDTH_PLANNED, made[names.SLOT_WIDTH], *wider)
    if kind_of_frame(opening.frame).by_screws:
        made |= _screws(opening, made, rules, where, before=before)
    hinges = [place.y for place in where if place.side == "hinge"]
    packs, stud_packs = _stud_packs(hole, stand, at, hinges) if before else (Figures(), ())
    made |= packs | _widths(found)
    return SetPlan(
        hole.hinge, hole.strike, stand, room, plumb, best, "no",
        tuple(stations), sum(s.pieces for s in stations), (), (), stud_packs, made,
    )  # fmt: skip


def judged(stands: SetPlan, opening: Opening, head: OverHead, rules: HouseRules) -> SetPlan:
    """The plan with its verdict, and what else would go in, once it is known what may give way for its height.

    Args:
        stands: the plan, whose verdict is not given yet; opening: leaf and frame; head: the play over it; rules: in force.
    """
    plumb, best = stands.plumb_room.width, stands.best_room.width
    return replace(
        stands,
        verdict=_verdict(plumb, best, head, rules.habit),
        stock=_stock(opening, plumb, best, head, rules),
        frames=_frames(opening, plumb, best, head, rules),
    )
