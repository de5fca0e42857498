"""The set plan of a swing frame in the hole that was found (TRADE 14): fit, place, tilt, stations, what would fit.

Every length is a figure: the solver's floats become terms rounded the safe way, and the figures add those up.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jambo.core.facts.leaf import STOCK_HEIGHTS, STOCK_WIDTHS
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ
from jambo.core.frames.registry import kind_of_frame
from jambo.core.quantities.figure import HALF, Figure, Figures, Known, Reckoned, Source, add, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.millimetres import Mm, as_length, down, in_mm, up
from jambo.core.quantities.tape import Unit
from jambo.core.rules import HouseRules
from jambo.core.setting.shims import Shim
from jambo.core.setting.slot import Slot, least_tilt, slot, widest
from jambo.core.setting.stations import Packer, Place, Stand, Station, fewest, gap_at, shimmed, twist_at
from jambo.core.survey.shape import Face, Found

Verdict = Literal["fits", "work", "no"]
TOUCHES = Length.mm("1/50")  # nearer than this two things touch: no tape and no eye tells more
PLUMB_PACKS = 5  # stations at which a stud is packed plumb before the frame goes in (TRADE 14)
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
    blocks: tuple[tuple[str, Mm], ...]
    figures: Figures


def packer(opening: Opening, depth: Length, rules: HouseRules) -> Packer:
    """What this crew packs with."""
    shim = Shim(rules.known("shim_tip"), rules.known("shim_butt"), rules.known("shim_length"))
    close = rules.value("straight")
    return Packer(shim, opening.setting.packing, rules.value("squeeze"), close, depth, rules.habit)


def places(opening: Opening, figures: Figures, height: Length, rules: HouseRules) -> list[Place]:
    """The stations in nailing order: hinge leg, head, strike leg (TRADE 14)."""
    half_hinge = rules.value("hinge_length") * HALF
    heights = [f.value for n, f in figures.items() if n.startswith("hinge_height_") and isinstance(f, Figure)]
    hinges = [Place(f"hinge_{n}", "hinge", in_mm(y - half_hinge)) for n, y in enumerate(heights, 1)]
    low = hinges[-1].y if hinges else in_mm(height) / 6
    high = hinges[0].y if hinges else in_mm(height) * 5 / 6
    strike = [Place("strike_top", "strike", high)]
    latch = value_of(figures["latch_height"]) if "latch_height" in figures else None
    if latch is not None and not opening.pair:
        apart = rules.value("latch_station")
        strike += [
            Place("latch_above", "strike", in_mm(latch + apart)),
            Place("latch_below", "strike", in_mm(latch - apart)),
        ]
    elif opening.pair:  # the other leg carries hinges too
        strike = [Place(f"strike_{n}", "strike", p.y) for n, p in enumerate(hinges, 1)]
    if not opening.pair:
        strike.append(Place("strike_low", "strike", low))
    if opening.setting.foot_station:
        strike.append(Place("strike_foot", "strike", in_mm(rules.value("foot_station"))))
    leaves = [value_of(leaf.width) for leaf in opening.leaves]
    wide = sum((w for w in leaves if w is not None), ZERO) > HEAD_WIDE[rules.habit]
    head = [Place("head_centre", "head", in_mm(height))] if wide else []
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
    """Stock leaves in this hole with the frame chosen (TRADE 13), from the room this one leaves plumb and at best tilt.

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
    """The same leaf in flat frames of the thicknesses stocked (TRADE 4): thinner legs leave more room, and a lower top."""
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
    planned, top = value_of(figures["frame_outside_width"]), value_of(figures["frame_top"])
    if planned is None or top is None:
        return None
    chosen, setting = opening.setting, opening.setting
    delivered = opening.unit.outside_width
    made = Figures.of([add("unit_width", delivered or figures["frame_outside_width"])])
    outside = value_of(made["unit_width"]) or planned
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
    made["slot_low"], made["slot_high"] = add("slot_low", low), add("slot_high", high)
    made["slot_width"] = add("slot_width", made["slot_high"], (-1, made["slot_low"]))
    if slide is not None and setting.slide is not None:
        pushed: Reckoned = add("set_at", made["slot_low"], setting.slide)
    else:
        by_school = Known(
            f"school_{chosen.school}",
            max(ZERO, as_length(x) - low.value) if room.width >= 0 else as_length(x) - low.value,
            Source("given", "opening.setting.school"),
        )
        pushed = add("set_at", made["slot_low"], by_school)
    made["set_at"] = pushed
    at = value_of(pushed) or ZERO
    if room.width >= 0 and slide is None and at > high.value >= low.value:
        at = high.value
        made["set_at"] = pushed = add("set_at", made["slot_high"])
    stand = Stand(in_mm(at), room.tilt, in_mm(outside), height)
    made["set_tilt"] = add("set_tilt", Known("tilt_over_leg", as_length(room.tilt * height), READ))
    stations: list[Station] = []
    for place in where:
        if place.side == "head":
            over = figures.get("head_play_found")
            if over is not None and (play := value_of(over)) is not None and play > ZERO:
                made["gap_head_centre"] = add("gap_head_centre", over)
                stations.append(shimmed(place, play, ZERO, by))
            continue
        face = hinge if place.side == "hinge" else strike
        stud = Known(
            "stud_face_hinge" if place.side == "hinge" else "stud_face_strike", as_length(face.middle(place.y)), READ
        )
        lean = Known("tilt_here", as_length(room.tilt * place.y), READ)
        sign = 1 if place.side == "hinge" else -1
        lines = [(sign, pushed), (sign, lean), (-sign, stud)] + ([(-1, made["unit_width"])] if sign < 0 else [])
        name = f"gap_{place.name}"
        made[name] = add(name, *lines)
        gap = value_of(made[name]) or ZERO
        stations.append(shimmed(place, gap, as_length(twist_at(place, hinge, strike)), by))
        made[f"pack_{place.name}"] = add(
            f"pack_{place.name}", Known("pack_thickness", stations[-1].pack.thickness, Source("figure", name))
        )
    least = {
        "hinge_least": stand.x - hinge.proudest(height, 1, room.tilt)[0],
        "strike_least": -strike.proudest(height, -1, room.tilt)[0] - stand.x - stand.outside,
    }
    for name, value in least.items():
        left = ZERO if -in_mm(TOUCHES) < value < 0 else down(value)
        made[name] = add(name, Known("stud_proudest", left, READ))
    blocks: list[tuple[str, Mm]] = []
    if delivered is not None:
        wider = [(1, made["unit_width"]), (-1, figures["frame_outside_width"])]
        made["slot_width_planned"] = add("slot_width_planned", made["slot_width"], *wider)
    if chosen.school == "pre_packed":
        for n in range(PLUMB_PACKS):
            y = height * (n + 0.5) / PLUMB_PACKS
            gap = as_length(gap_at(Place("", "hinge", y), hinge, strike, stand))
            blocks.append((f"stud_pack_{n + 1}", y))
            made[f"stud_pack_{n + 1}"] = add(
                f"stud_pack_{n + 1}", pushed, (-1, Known("stud_face_hinge", at - gap, READ))
            )
    for name, y in (("foot", 0.0), ("middle", found.span / 2), ("head", found.span)):
        made[f"found_width_{name}"] = add(f"found_width_{name}", Known("fitted_width", as_length(found.width(y)), READ))
    head = value_of(figures["head_play_found"]) if "head_play_found" in figures else None
    return SetPlan(
        hinge, strike, stand, room, plumb,
        _verdict(plumb.width, best.width, head, rules.habit, rules.value("leaf_trim_most")),
        tuple(stations), sum(s.pack.pieces for s in stations),
        _stock(opening, plumb.width, best.width, head, rules),
        _frames(opening, plumb.width, best.width, head, rules),
        tuple(blocks),
        made,
    )  # fmt: skip
