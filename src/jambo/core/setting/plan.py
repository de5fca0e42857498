"""The set plan of a swing frame in the hole that was found (handbook 14): fit, place, tilt, stations, what would fit.

Every length is a figure: the solver's floats become terms rounded the safe way, and the figures add those up.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jambo.core.facts.leaf import STOCK_HEIGHTS, STOCK_WIDTHS
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ
from jambo.core.frames.registry import kind_of_frame
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, Known, Reckoned, Source, add, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.millimetres import Mm, as_length, down, in_mm, up
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.tape import Unit
from jambo.core.rules import HouseRules
from jambo.core.setting.shims import Shim
from jambo.core.setting.slot import Slot, least_tilt, slot, widest
from jambo.core.setting.stations import (
    Packer,
    Place,
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

Verdict = Literal["fits", "work", "no"]
TOUCHES = Length.mm("1/50")  # nearer than this two things touch: no tape and no eye tells more
PLUMB_PACKS = 5  # stations at which a stud is packed plumb before the frame goes in (handbook 14)
HEAD_WIDE = {"in": Length.inches(36), "mm": Length.mm(915)}
FRAME_STOCK = {
    "in": tuple(Length.inches(t) for t in ("3/4", "11/16", "1/2")),
    "mm": tuple(Length.mm(t) for t in (20, 19, 18)),
}
LITTLE = {"in": Length.inches("1/8"), "mm": Length.mm(3)}  # what may be planed off a stud and still be called work


@dataclass(frozen=True, slots=True)
class StockFit:
    """A stock leaf in this hole with the frame chosen: its size, what room is left, and whether it goes in."""

    width: Length
    height: Length
    room: Length
    head: Length | None
    verdict: Verdict


@dataclass(frozen=True, slots=True)
class FrameFit:
    """The leaf planned in a frame of another stocked thickness: the room it leaves, and whether it goes in."""

    thickness: Length
    room: Length
    verdict: Verdict


@dataclass(frozen=True, slots=True)
class SetPlan:
    """Where the frame stands. `faces` are the studs from the hinge foot, `stand` the frame; stations in nailing order."""

    hinge: Face
    strike: Face
    stand: Stand
    room: Slot
    plumb_room: Slot
    verdict: Verdict
    stations: tuple[Station, ...]
    pieces: int
    stock: tuple[StockFit, ...]
    frames: tuple[FrameFit, ...]
    blocks: tuple[tuple[FigureName, Mm], ...]
    figures: Figures


def packer(opening: Opening, depth: Length, rules: HouseRules) -> Packer:
    """What this crew packs with."""
    shim = Shim(rules.known("shim_tip"), rules.known("shim_butt"), rules.known("shim_length"))
    close = rules.value("straight")
    return Packer(shim, opening.setting.packing, rules.value("squeeze"), close, depth, rules.habit)


def places(opening: Opening, figures: Figures, height: Length, rules: HouseRules) -> list[Place]:
    """The stations in nailing order: hinge leg, head, strike leg (handbook 14)."""
    half_hinge = rules.value("hinge_length") * HALF
    heights = [f.value for _, f in figures.numbered(names.HINGE_HEIGHT)]
    hinges = [at_hinge(n, in_mm(y - half_hinge)) for n, y in enumerate(heights, 1)]
    low = hinges[-1].y if hinges else in_mm(height) / 6
    high = hinges[0].y if hinges else in_mm(height) * 5 / 6
    strike = [on_strike("strike_top", high)]
    latch = value_of(figures[names.LATCH_HEIGHT]) if names.LATCH_HEIGHT in figures else None
    if latch is not None and not opening.pair:
        apart = rules.value("latch_station")
        strike += [
            on_strike("latch_above", in_mm(latch + apart)),
            on_strike("latch_below", in_mm(latch - apart)),
        ]
    elif opening.pair:  # the other leg carries hinges too
        strike = [across_from_hinge(n, p.y) for n, p in enumerate(hinges, 1)]
    if not opening.pair:
        strike.append(on_strike("strike_low", low))
    if opening.setting.foot_station:
        strike.append(on_strike("strike_foot", in_mm(rules.value("foot_station"))))
    leaves = [value_of(leaf.width) for leaf in opening.leaves]
    wide = sum((w for w in leaves if w is not None), ZERO) > HEAD_WIDE[rules.habit]
    head = [over_head(in_mm(height))] if wide else []
    if opening.setting.nailing == "bottom_up":
        hinges, strike = hinges[::-1], strike[::-1]
    return [*hinges, *head, *strike]


def _verdict(plumb: Mm, tilted: Mm, head: Length | None, habit: Unit, trim: Length) -> Verdict:
    """Fits as it is; fits with a tilt, a little planing or shorter legs; or does not."""
    if -tilted > in_mm(LITTLE[habit]):
        return "no"
    if head is not None and head < -trim:
        return "no"
    return "fits" if plumb >= 0 and (head is None or head >= ZERO) else "work"


def _stock(opening: Opening, plumb: Mm, tilted: Mm, head: Length | None, rules: HouseRules) -> tuple[StockFit, ...]:
    """Stock leaves in this hole with the frame chosen (handbook 13), from the room this one leaves plumb and at best tilt.

    Room falls by as much as a leaf is wider, whatever the tilt; head play by as much as it is taller.
    """
    wide, tall = value_of(opening.leaves[0].width), value_of(opening.leaves[0].height)
    if wide is None or tall is None or opening.pair:
        return ()
    trim = rules.value("leaf_trim_most")
    unit = Length.inches if rules.habit == "in" else Length.mm
    found = []
    for w in STOCK_WIDTHS[rules.habit]:
        more = in_mm(unit(w) - wide)
        for h in STOCK_HEIGHTS[rules.habit]:
            left = head - (unit(h) - tall) if head is not None else None
            verdict = _verdict(plumb - more, tilted - more, left, rules.habit, trim)
            found.append(StockFit(unit(w), unit(h), down(plumb - more), left, verdict))
    return tuple(found)


def _frames(opening: Opening, plumb: Mm, tilted: Mm, head: Length | None, rules: HouseRules) -> tuple[FrameFit, ...]:
    """The same leaf in flat frames of the thicknesses stocked (handbook 4): thinner legs leave more room, and a lower top."""
    thick = value_of(opening.frame.leg_thickness)
    if not kind_of_frame(opening.frame).flat or thick is None:
        return ()
    found = []
    for other in FRAME_STOCK[rules.habit]:
        more = in_mm(thick - other) * 2
        left = head + (thick - other) if head is not None else None
        verdict = _verdict(plumb + more, tilted + more, left, rules.habit, rules.value("leaf_trim_most"))
        found.append(FrameFit(other, down(plumb + more), verdict))
    return tuple(found)


def plan(opening: Opening, found: Found, figures: Figures, depth: Length, rules: HouseRules) -> SetPlan | None:
    """The set plan; None while the frame's width or height waits for a fact."""
    planned, top = value_of(figures[names.FRAME_OUTSIDE_WIDTH]), value_of(figures[names.FRAME_TOP])
    if planned is None or top is None:
        return None
    chosen, setting = opening.setting, opening.setting
    delivered = opening.unit.outside_width
    made = Figures.of([add(names.UNIT_WIDTH, delivered or figures[names.FRAME_OUTSIDE_WIDTH])])
    outside = value_of(made[names.UNIT_WIDTH]) or planned
    hinge, strike = found.sides(opening.handing.hinge_side)
    height = in_mm(top)
    most = in_mm(rules.value("plumb_tolerance")) / height
    plumb = slot(hinge, strike, in_mm(outside), height)
    best = widest(hinge, strike, in_mm(outside), height, most)
    room = least_tilt(plumb, best, hinge, strike, in_mm(outside), height)
    slide = value_of(setting.slide) if setting.slide is not None else None
    by = packer(opening, depth, rules)
    where = places(opening, figures, top, rules)
    stand = Stand(room.low, room.tilt, in_mm(outside), height)
    if slide is not None:
        x = room.low + in_mm(slide)
    elif room.width < 0 or chosen.school == "centred":
        x = (room.low + room.high) / 2
    elif chosen.school == "fewest":
        x = fewest(where, hinge, strike, room, stand, by)
    else:
        x = room.low
    x = x if slide is not None or room.width < 0 else min(max(x, room.low), room.high)

    low, high = Known("slot_low_read", up(room.low), READ), Known("slot_high_read", down(room.high), READ)
    made[names.SLOT_LOW], made[names.SLOT_HIGH] = add(names.SLOT_LOW, low), add(names.SLOT_HIGH, high)
    made[names.SLOT_WIDTH] = add(names.SLOT_WIDTH, made[names.SLOT_HIGH], (-1, made[names.SLOT_LOW]))
    if slide is not None and setting.slide is not None:
        pushed: Reckoned = add(names.SET_AT, made[names.SLOT_LOW], setting.slide)
    else:
        by_school = Known(
            f"school_{chosen.school}",
            max(ZERO, as_length(x) - low.value) if room.width >= 0 else as_length(x) - low.value,
            Source("given", "opening.setting.school"),
        )
        pushed = add(names.SET_AT, made[names.SLOT_LOW], by_school)
    made[names.SET_AT] = pushed
    at = value_of(pushed) or ZERO
    if room.width >= 0 and slide is None and at > high.value >= low.value:
        at = high.value
        made[names.SET_AT] = pushed = add(names.SET_AT, made[names.SLOT_HIGH])
    stand = Stand(in_mm(at), room.tilt, in_mm(outside), height)
    made[names.SET_TILT] = add(names.SET_TILT, Known("tilt_over_leg", as_length(room.tilt * height), READ))
    stations: list[Station] = []
    for place in where:
        if place.side == "head":
            over = figures.get(names.HEAD_PLAY_FOUND)
            if over is not None and (play := value_of(over)) is not None and play > ZERO:
                made[names.GAP_HEAD_CENTRE] = add(names.GAP_HEAD_CENTRE, over)
                stations.append(shimmed(place, play, ZERO, by))
            continue
        face = hinge if place.side == "hinge" else strike
        stud = Known(
            "stud_face_hinge" if place.side == "hinge" else "stud_face_strike", as_length(face.middle(place.y)), READ
        )
        lean = Known("tilt_here", as_length(room.tilt * place.y), READ)
        sign = 1 if place.side == "hinge" else -1
        lines = [(sign, pushed), (sign, lean), (-sign, stud)] + ([(-1, made[names.UNIT_WIDTH])] if sign < 0 else [])
        name = place.gap
        made[name] = add(name, *lines)
        gap = value_of(made[name]) or ZERO
        stations.append(shimmed(place, gap, as_length(twist_at(place, hinge, strike)), by))
        thick = Known("pack_thickness", stations[-1].pack.thickness, Source("figure", name))
        made[place.pack] = add(place.pack, thick)
    least = {
        names.HINGE_LEAST: stand.x - hinge.proudest(height, 1, room.tilt)[0],
        names.STRIKE_LEAST: -strike.proudest(height, -1, room.tilt)[0] - stand.x - stand.outside,
    }
    for name, value in least.items():
        left = ZERO if -in_mm(TOUCHES) < value < 0 else down(value)
        made[name] = add(name, Known("stud_proudest", left, READ))
    blocks: list[tuple[FigureName, Mm]] = []
    if delivered is not None:
        wider = [(1, made[names.UNIT_WIDTH]), (-1, figures[names.FRAME_OUTSIDE_WIDTH])]
        made[names.SLOT_WIDTH_PLANNED] = add(names.SLOT_WIDTH_PLANNED, made[names.SLOT_WIDTH], *wider)
    if chosen.school == "pre_packed":
        for n in range(PLUMB_PACKS):
            y = height * (n + 0.5) / PLUMB_PACKS
            gap = as_length(gap_at(at_hinge(n + 1, y), hinge, strike, stand))
            block = names.STUD_PACK[n + 1]
            blocks.append((block, y))
            made[block] = add(block, pushed, (-1, Known("stud_face_hinge", at - gap, READ)))
    for name, y in zip(names.FOUND_WIDTH_AT.values(), (0.0, found.span / 2, found.span), strict=True):
        made[name] = add(name, Known("fitted_width", as_length(found.width(y)), READ))
    head = value_of(figures[names.HEAD_PLAY_FOUND]) if names.HEAD_PLAY_FOUND in figures else None
    return SetPlan(
        hinge, strike, stand, room, plumb,
        _verdict(plumb.width, best.width, head, rules.habit, rules.value("leaf_trim_most")),
        tuple(stations), sum(s.pack.pieces for s in stations),
        _stock(opening, plumb.width, best.width, head, rules),
        _frames(opening, plumb.width, best.width, head, rules),
        tuple(blocks),
        made,
    )  # fmt: skip
