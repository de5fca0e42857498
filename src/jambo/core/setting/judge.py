"""Judgements on what was found, where the frame stands and how the leaf hangs (handbook 13-20, 23)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import Place, Survey
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import ZERO, or_zero, size
from jambo.core.quantities.millimetres import as_length, down, in_mm
from jambo.core.quantities.tape import SAME
from jambo.core.rules import HouseRules
from jambo.core.setting.plan import SetPlan
from jambo.core.setting.stations import Station
from jambo.core.survey.adjust import TWIST_REACH
from jambo.core.words.lists import listed

FLAGS = FlagWords(
    {
        "set": {
            "unit-too-wide": (
                "stop",
                "The {frame} is {over} too wide for the hole, even tilted as far as plumb allows.",
                "Plane or drive over {over} in all, at {hinge_at} up the hinge {stud} and {strike_at} up the {strike} {stud}; "
                "or take a stock {leaf} of {size}.",
            ),
            "unit-too-wide-leaf-may": (
                "stop",
                "The {frame} is {over} too wide for the hole, even tilted as far as plumb allows.",
                "Take {over} off the {leaf}'s long edges, of which {most} in all may come off; measure it again, and the {frame} follows it.",
            ),
            "unit-too-wide-for-stock": (
                "stop",
                "The {frame} is {over} too wide for the hole, and no stock {leaf} in this kind of {frame} goes in.",
                "Rebuild the hole: {over} in all, at {hinge_at} up the hinge {stud} and {strike_at} up the {strike} {stud}.",
            ),
            "fits-without-play": (
                "check",
                "The {frame} goes into the hole exactly: nothing is left for {shim}s.",
                "Prove both {stud}s plumb and set it straight onto them, or {plane} the one that binds.",
            ),
            "set-needs-tilt": (
                "check",
                "Plumb, the {frame} does not go in; with its top {tilt} toward {way} it does, and has no play left.",
                "Set it with that tilt and look how the {leaf} hangs, or {plane} the binding {stud}.",
            ),
            "set-outside-slot": (
                "stop",
                "Here the {frame} would stand {over} inside the {which}.",
                "Move it back into its slot; it binds {hinge_at} up the hinge {stud} and {strike_at} up the {strike} {stud}.",
            ),
            "play-spent-at-hinge": (
                "check",
                "The hinge side keeps {kept} everywhere and the {strike} side has only {left}, {strike_at} up.",
                "Set the hinge {leg} closer to its {stud}: tight or centred.",
            ),
            "set-wants-blocks": (
                "note",
                "There is {room} of room in all: {shim}s alone would be too thick on the {which}.",
                "Fix blocks of {thick} to it first, one at every station, and pack from them.",
            ),
            "set-wants-blocks-both": (
                "note",
                "There is {room} of room in all: {shim}s alone would be too thick on either side.",
                "Fix blocks first, one at every station, {thick} on the hinge {stud} and {other} on the {strike} {stud}; pack from them.",
            ),
            "stud-twisted": (
                "check",
                "The {stud} is twisted, {where}: {a} behind the {leg}'s edge on side A, {b} on side B.",
                "Put {count} in from side {side}, thick end to the wide gap; {shim}s from both sides would twist the {leg} too.",
            ),
            "stud-twisted-beyond-shims": (
                "check",
                "The {stud} is twisted, {where}: {a} behind the {leg}'s edge on side A, {b} on side B, and no {shim} has that taper.",
                "Cut a wedge to the two thicknesses, or {plane} the proud edge of the {stud}; never force the {leg}.",
            ),
            "twist-not-read": (
                "check",
                "The {which} is twisted where that was read; nobody read it {where}, and there it is taken as straight.",
                "Lay the square across the {stud} at each of them: a reading speaks for {reach} up and down.",
            ),
            "room-tight": (
                "check",
                "The hole leaves {room} of room in all, less than {least} a side.",
                "Prove both {stud}s plumb before you set it, or {plane} the one that binds.",
            ),
            "shims-one-side": (
                "check",
                "The {shim}s went in from one side only, and the {stud}s are not twisted: the {leg}s will be.",
                "Put the second {shim} of each pair in from the other side.",
            ),
            "unit-differs": (
                "check",
                "The unit that came is {unit} over its backs; {planned} was planned.",
                "Check that it is the one ordered; the set plan goes by what came.",
            ),
            "stud-not-plumb": (
                "check",
                "The hinge {leg} is to stand tight on its {stud}, and that leans {lean}; {most} is allowed.",
                "Set the hinge {leg} by the level, or pack the {stud} plumb first.",
            ),
            "leg-short": (
                "check",
                "The {which} as supplied is {short} too short.",
                "Pack it up by {short} on something hard, and fix it.",
            ),
            "legs-cut-equal": (
                "check",
                "The {leg}s were cut alike, and the floor rises {rise} between them.",
                "Cut the {leg} on the high side {rise} shorter, or pack the other one up.",
            ),
            "legs-cut-unequal": (
                "check",
                "The {leg}s were cut {differs} different, and the floor differs by {rise}.",
                "Measure both from the {head} end again before the frame goes in; pack the short one up.",
            ),
            "wall-thicker-than-frame": (
                "check",
                "The wall is up to {wall} thick and the {frame} {depth} deep: {short} short.",
                "Plan an extension strip of {short}, or take a deeper {frame}.",
            ),
            "casing-cannot-hide": (
                "check",
                "On side {side} the {frame} stands {step} {way} the wall's face, at the {end} of the {which}; {casing} hides {hides} by packing or planing.",
                "Plan an extension strip or plaster work, plane what is proud, or share the lean out differently. The inside face is made right first.",
            ),
            "legs-follow-their-walls": (
                "check",
                "The two {leg}s lean {cross} differently: the {leaf} would meet its stop at one end first.",
                "Plant the stop to the closed {leaf}, or set both {leg}s to the hinge side's plane.",
            ),
            "frame-follows-wall": (
                "check",
                "The {frame} follows a wall that leans {lean}: the {leaf} will not stay where it is left.",
                "Set the {frame} plumb and share the lean out at the wall's face.",
            ),
        },
    }
)


def _where(plan: SetPlan) -> Values:
    high, low = plan.room.low_at, plan.room.high_at
    return {"hinge_at": as_length(high), "strike_at": as_length(low)}


def on_set(opening: Opening, survey: Survey, plan: SetPlan, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """The frame in its slot (handbook 14).

    Args:
        opening, survey: the facts; plan: the set plan; figures: the opening's; rules: in force.
    """
    path, room = "opening.setting.slide", plan.room
    narrower = [s for s in plan.stock if s.verdict == "fits" and s.head is not None and s.head >= ZERO] or [
        s for s in plan.stock if s.verdict == "fits"
    ]
    if room.width < 0:
        best = max((s.width for s in narrower), default=None)
        values: Values = {"over": -down(room.width), **_where(plan)}
        narrow = None if opening.fire_rated or opening.frame.pre_hung else opening.in_hand.may_narrow
        if narrow is not None and -down(room.width) <= narrow:
            values["most"] = narrow
            yield FLAGS("unit-too-wide-leaf-may", values, (names.SLOT_WIDTH,), "opening.door.in_hand.width_top")
        elif best is not None:
            yield FLAGS("unit-too-wide", {**values, "size": best}, (names.SLOT_WIDTH,), "opening.unit.outside_width")
        else:
            yield FLAGS("unit-too-wide-for-stock", values, (names.SLOT_WIDTH,), "opening.unit.outside_width")
    elif room.tilt != 0.0:
        way = "the {strike}" if room.tilt > 0 else "the hinges"
        tilt = size(or_zero(figures.value(names.SET_TILT)))
        yield FLAGS(
            "set-needs-tilt", {"tilt": tilt, "way": way}, (names.SET_TILT, names.SLOT_WIDTH), "opening.setting.school"
        )
    elif room.width < in_mm(SAME[rules.habit]):
        yield FLAGS("fits-without-play", {}, (names.SLOT_WIDTH,), "opening.unit.outside_width")
    elif or_zero(figures.value(names.SLOT_WIDTH)) < (least := rules.value(house.LEAST_SIDE_PLAY)) * 2:
        values = {"room": or_zero(figures.value(names.SLOT_WIDTH)), "least": least}
        yield FLAGS("room-tight", values, (names.SLOT_WIDTH,), "opening.unit.outside_width")
    hinge, strike = figures.value(names.HINGE_LEAST), figures.value(names.STRIKE_LEAST)
    if room.width >= 0 and hinge is not None and strike is not None:
        if min(hinge, strike) < -SAME[rules.habit]:
            over = -min(hinge, strike)
            which = "hinge {stud}" if hinge < ZERO else "{strike} {stud}"
            yield FLAGS(
                "set-outside-slot",
                {"over": over, "which": which, **_where(plan)},
                (names.SET_AT, names.SLOT_WIDTH),
                path,
            )
        elif hinge >= rules.value(house.LEAST_SIDE_PLAY) > strike and strike < hinge:
            values = {"kept": hinge, "left": strike, **_where(plan)}
            yield FLAGS("play-spent-at-hinge", values, (names.HINGE_LEAST, names.STRIKE_LEAST), path)
    yield from _wants_blocks(plan, figures)
    yield from _twists(plan)
    yield from _twists_unread(opening, survey, plan, rules)
    if opening.setting.one_side and not any(s.pack.wedge for s in plan.stations):
        yield FLAGS("shims-one-side", {}, (), "opening.setting.one_side")
    planned, unit = figures.value(names.FRAME_OUTSIDE_WIDTH), opening.unit.outside_width
    if unit is not None and planned is not None and size(unit.value - planned) >= SAME[rules.habit]:
        yield FLAGS("unit-differs", {"unit": unit.value, "planned": planned}, (names.UNIT_WIDTH,), unit.source.path)
    yield from _tight_to_stud(opening, plan, rules)


def _wants_blocks(plan: SetPlan, figures: Figures) -> Iterator[Flag]:
    """Blocks where shims alone would be too thick."""
    blocked = {side: value for side, name in names.BLOCK_ON.items() if (value := figures.value(name)) is not None}
    room = as_length(plan.room.width)
    if len(blocked) == 2:
        both: Values = {"room": room, "thick": blocked["hinge"], "other": blocked["strike"]}
        yield FLAGS("set-wants-blocks-both", both, (*names.BLOCK_ON.values(),), "opening.setting.school")
    for side, thick in blocked.items() if len(blocked) == 1 else ():
        values: Values = {
            "room": room,
            "thick": thick,
            "which": "hinge {stud}" if side == "hinge" else "{strike} {stud}",
        }
        yield FLAGS("set-wants-blocks", values, (names.BLOCK_ON[side],), "opening.setting.school")


def _tight_to_stud(opening: Opening, plan: SetPlan, rules: HouseRules) -> Iterator[Flag]:
    """Whether a stud that the hinge leg is to stand tight on is plumb enough for it."""
    if opening.setting.hinge_by == "stud":
        lean = size(as_length(plan.hinge.middle(plan.stand.height) - plan.hinge.start))
        if lean > rules.value(house.PLUMB_TOLERANCE):
            yield FLAGS(
                "stud-not-plumb",
                {"lean": lean, "most": rules.value(house.PLUMB_TOLERANCE)},
                (names.SLOT_LOW,),
                "opening.setting.hinge_by",
            )


def _twists(plan: SetPlan) -> Iterator[Flag]:
    """One flag a leg and cure, about the station where the wedge is greatest; the stations' own lines say the rest."""
    alike: dict[tuple[str, str, int], list[Station]] = {}
    for station in plan.stations:
        if station.enter != "both":
            alike.setdefault((station.place.side, station.enter, station.pack.wedge), []).append(station)
    for (_, enter, wedge), stations in alike.items():
        worst = max(stations, key=lambda s: size(s.wedge))
        where = listed([s.place.label for s in stations])
        values: Values = {"where": where, "a": worst.edge_a, "b": worst.edge_b}
        about = tuple(s.place.gap for s in stations)
        if enter == "split":
            yield FLAGS("stud-twisted-beyond-shims", values, about, "opening.setting.packing")
        else:
            count = "one {shim}" if wedge == 1 else "two {shim}s"
            yield FLAGS("stud-twisted", {**values, "side": enter, "count": count}, about, "opening.setting.packing")


def _twists_unread(opening: Opening, survey: Survey, plan: SetPlan, rules: HouseRules) -> Iterator[Flag]:
    """Stations on a stud that is twisted where it was read, farther from every reading than one speaks for (handbook 13)."""
    reach = TWIST_REACH[rules.habit]
    for side in ("left", "right"):
        place: Place = "twist_left" if side == "left" else "twist_right"
        read = [r for r in survey.at(place) if r.up is not None]
        if not any(size(r.signed) > rules.value(house.STRAIGHT) for r in read):
            continue
        leg = "hinge" if side == opening.handing.hinge_side else "strike"
        far = [
            s.place.label for s in plan.stations
            if s.place.side == leg and all(abs(in_mm(r.up) - s.place.y) > in_mm(reach) for r in read if r.up is not None)
        ]  # fmt: skip
        if far:
            values: Values = {
                "which": f"{'hinge' if leg == 'hinge' else '{strike}'} {{stud}}",
                "where": "at " + listed(far),
                "reach": reach,
            }
            yield FLAGS("twist-not-read", values, (), "survey.readings")


def on_legs(opening: Opening, survey: Survey, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Legs, head and the floor as found (handbook 15)."""
    for leg in ("hinge", "strike"):
        off = figures.value(names.CUT_OFF_LEG[leg])
        if off is not None and off < -SAME[rules.habit]:
            values: Values = {"which": "hinge {leg}" if leg == "hinge" else "{strike} {leg}", "short": -off}
            yield FLAGS("leg-short", values, (names.CUT_OFF_LEG[leg],), "opening.unit.leg_length")
    hinge, strike = opening.setting.cut_hinge, opening.setting.cut_strike
    asked = figures.known(names.LEG_HINGE_SET, names.LEG_STRIKE_SET)
    if hinge is not None and strike is not None and asked is not None:
        rise = asked[names.LEG_HINGE_SET] - asked[names.LEG_STRIKE_SET]
        differs, close = hinge.value - strike.value, rules.value(house.STRAIGHT)
        if size(differs - rise) > close:
            code = "legs-cut-equal" if size(differs) <= close else "legs-cut-unequal"
            about = (names.LEG_HINGE_SET, names.LEG_STRIKE_SET, names.FLOOR_RISE)
            yield FLAGS(code, {"rise": size(rise), "differs": size(differs)}, about, strike.source.path)
    thickest, depth = figures.value(names.WALL_THICKEST), opening.frame.depth
    have = depth.value if depth is not None else figures.value(names.FRAME_DEPTH)
    if have is not None and (strip := figures.value(names.EXTENSION_WIDTH)) is not None:
        have += strip
    if thickest is not None and have is not None and have < thickest - SAME[rules.habit]:
        values = {"depth": have, "wall": thickest, "short": thickest - have}
        yield FLAGS("wall-thicker-than-frame", values, (names.WALL_THICKEST, names.FRAME_DEPTH), "opening.frame.depth")
    yield from _leaning(opening, figures, rules)


def _leaning(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    hides = rules.value(house.CASING_HIDES)
    for side, corners in (("A", names.PROUD_AT), ("B", names.PROUD_B_AT)):
        proud = {at: value for at, name in corners.items() if (value := figures.value(name)) is not None}
        if not proud or size(proud[worst := max(proud, key=lambda at: size(proud[at]))]) <= hides:
            continue
        values: Values = {"step": size(proud[worst]), "hides": hides, "side": side, "end": worst[1]}
        values |= {
            "which": "hinge {leg}" if worst[0] == "hinge" else "{strike} {leg}",
            "way": "proud of" if proud[worst] > ZERO else "back from",
        }
        yield FLAGS("casing-cannot-hide", values, (corners[worst],), "opening.setting.lean")
    cross = figures.value(names.CROSS_LEG)
    if cross is not None and size(cross) > rules.value(house.STRAIGHT) and opening.setting.legs == "stop_to_leaf":
        yield FLAGS("legs-follow-their-walls", {"cross": size(cross)}, (names.CROSS_LEG,), "opening.setting.legs")
    lean = figures.value(names.WALL_LEAN_HINGE)
    if lean is not None and opening.setting.legs != "plumb" and size(lean) > rules.value(house.PLUMB_TOLERANCE):
        yield FLAGS("frame-follows-wall", {"lean": size(lean)}, (names.WALL_LEAN_HINGE,), "opening.setting.legs")


CORNERS = {
    "gap_hinge_top": "its hinge edge, top", "gap_hinge_foot": "its hinge edge, foot", "gap_head_hinge": "its top, hinge end",
    "gap_head_strike": "its top, free end", "gap_strike_top": "its free edge, top", "gap_latch": "its free edge, at the latch",
    "gap_foot": "its free edge, foot",
    "gap_fixed_top": "the fixed one's hinge edge, top", "gap_fixed_foot": "the fixed one's hinge edge, foot",
    "gap_fixed_head": "the fixed one's top, hinge end", "gap_fixed_meeting": "the fixed one's top, free end",
}  # fmt: skip
