"""Judgements on what was found, where the frame stands and how the leaf hangs (TRADE 13-20, 23)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.flags import Flag
from jambo.core.hanging.hang import Check, Hang
from jambo.core.length import ZERO, Length, size
from jambo.core.opening.facts import Opening
from jambo.core.rules import HouseRules
from jambo.core.setting.plan import TOUCHES, SetPlan, down
from jambo.core.setting.stations import Station
from jambo.core.sums import Figures
from jambo.core.survey.adjust import Adjustment, as_length
from jambo.core.survey.readings import PLACES, Survey

Values = dict[str, Length | str]

ASSUMED = {
    "lean_left": "the lean of the left {stud}", "lean_right": "the lean of the right {stud}",
    "bow_left": "the bow of the left {stud}", "bow_right": "the bow of the right {stud}",
    "floor": "the floor across the opening", "head_right": "the level of the {header}",
}  # fmt: skip
STATIONS = {
    "hinge": "hinge {n}", "strike": "{strike}, hinge {n}", "strike_top": "{strike}, top",
    "latch_above": "above the latch", "latch_below": "below the latch", "strike_low": "{strike}, low",
    "strike_foot": "{strike}, foot", "head_centre": "{head}, middle",
}  # fmt: skip


def station_label(name: str) -> str:
    """The words for a station, over the word list."""
    kind, _, number = name.rpartition("_")
    return STATIONS[kind].replace("{n}", number) if number.isdigit() else STATIONS[name]


def on_survey(survey: Survey, adjusted: Adjustment | None) -> Iterator[Flag]:
    """Readings that are missing, that cannot be right, or that contradict each other (TRADE 13)."""
    if not survey.of("survey"):
        return
    widths = survey.at("width_foot", "width_middle", "width_head", "width_at")
    if not widths:
        yield Flag("survey-no-width", {}, (), "survey")
        return
    if len(widths) == 1:
        yield Flag("survey-one-width", {}, ("found_width_foot",), widths[0].path)
    if adjusted is None:
        return
    if adjusted.contradicts:
        yield Flag("survey-contradicts", {}, (), "survey")
    for suspect in adjusted.suspects:
        rows = [adjusted.adjusted[i] for i in suspect.indices]
        names = [PLACES[row.reading.place].label for row in rows]
        if len(rows) == 1:
            values: Values = {"reading": names[0], "read": rows[0].reading.signed, "others": suspect.should_be[0]}
            yield Flag("survey-suspect", values, (), rows[0].reading.path)
            continue
        extra = (
            f"Take {PLACES[suspect.extra].label}: it tells them apart." if suspect.extra else "Take each of them again."
        )
        yield Flag("survey-suspects", {"readings": _listed(names), "extra": extra}, (), rows[0].reading.path)
    if adjusted.assumed:
        names = [ASSUMED[name] for name in adjusted.assumed]
        yield Flag("survey-assumed", {"what": _listed(names)}, (), "survey")


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else ", ".join(names[:-1]) + " and " + names[-1]


def on_found(figures: Figures) -> Iterator[Flag]:
    """For what has no set plan: whether the hole found is as large as the rough opening planned."""
    width, found = figures.value("ro_width"), figures.value("found_least_width")
    if width is not None and found is not None and found < width:
        yield Flag("found-narrower", {"short": width - found}, ("found_least_width", "ro_width"), "survey")
    height, high = figures.value("ro_height"), figures.value("found_height")
    if height is not None and high is not None and high < height:
        yield Flag("found-lower", {"short": height - high}, ("found_height", "ro_height"), "survey")


def _where(plan: SetPlan) -> Values:
    high, low = plan.room.low_at, plan.room.high_at
    return {"hinge_at": as_length(high), "strike_at": as_length(low)}


def on_set(opening: Opening, survey: Survey, plan: SetPlan, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """The frame in its slot (TRADE 14)."""
    path, room = "opening.setting.slide", plan.room
    narrower = [s for s in plan.stock if s.verdict == "fits" and s.head is not None and s.head >= ZERO] or [
        s for s in plan.stock if s.verdict == "fits"
    ]
    if room.width < 0:
        best = max((s.width for s in narrower), default=None)
        values: Values = {"over": -down(room.width), **_where(plan)}
        if best is not None:
            yield Flag("unit-too-wide", {**values, "size": best}, ("slot_width",), "opening.unit.outside_width")
        else:
            yield Flag("unit-too-wide-for-stock", values, ("slot_width",), "opening.unit.outside_width")
    elif room.tilt != 0.0:
        way = "the {strike}" if room.tilt > 0 else "the hinges"
        tilt = size(figures.value("set_tilt") or ZERO)
        yield Flag("set-needs-tilt", {"tilt": tilt, "way": way}, ("set_tilt", "slot_width"), "opening.setting.school")
    hinge, strike = figures.value("hinge_least"), figures.value("strike_least")
    if room.width >= 0 and hinge is not None and strike is not None:
        if min(hinge, strike) < -TOUCHES:
            over = -min(hinge, strike)
            which = "hinge {stud}" if hinge < ZERO else "{strike} {stud}"
            yield Flag(
                "set-outside-slot", {"over": over, "which": which, **_where(plan)}, ("set_at", "slot_width"), path
            )
        elif hinge >= rules.value("least_side_play") > strike and strike < hinge:
            values = {"kept": hinge, "left": strike, **_where(plan)}
            yield Flag("play-spent-at-hinge", values, ("hinge_least", "strike_least"), path)
    most = rules.value("most_side_play")
    if opening.setting.school != "pre_packed" and as_length(room.width) > most * 2:
        yield Flag(
            "set-wants-blocks", {"room": as_length(room.width), "most": most}, ("slot_width",), "opening.setting.school"
        )
    yield from _twists(plan)
    if opening.setting.one_side and not any(s.pack.wedge for s in plan.stations):
        yield Flag("shims-one-side", {}, (), "opening.setting.one_side")
    planned, unit = figures.value("frame_outside_width"), opening.unit.outside
    if unit is not None and planned is not None and unit.value != planned:
        yield Flag("unit-differs", {"unit": unit.value, "planned": planned}, ("unit_width",), unit.source.path)
    if opening.setting.hinge_by == "stud":
        lean = size(as_length(plan.hinge.middle(plan.stand.height) - plan.hinge.start))
        if lean > rules.value("plumb_tolerance"):
            yield Flag(
                "stud-not-plumb",
                {"lean": lean, "most": rules.value("plumb_tolerance")},
                ("slot_low",),
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
        where = _listed([station_label(s.place.name) for s in stations])
        values: Values = {"where": where, "a": worst.edge_a, "b": worst.edge_b}
        about = tuple(f"gap_{s.place.name}" for s in stations)
        if enter == "split":
            yield Flag("stud-twisted-beyond-shims", values, about, "opening.setting.packing")
        else:
            count = "one {shim}" if wedge == 1 else "two {shim}s"
            yield Flag("stud-twisted", {**values, "side": enter, "count": count}, about, "opening.setting.packing")


def on_legs(opening: Opening, survey: Survey, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Legs, head and the floor as found (TRADE 15)."""
    play, cut = figures.value("head_play_found"), figures.value("legs_cut_for_head")
    if play is not None and play < ZERO and cut is not None:
        trim = rules.value("leaf_trim_most")
        code = "unit-taller-than-hole" if cut <= trim and not opening.fire_rated else "unit-too-tall"
        yield Flag(
            code,
            {"over": -play, "cut": cut, "trim": trim},
            ("head_play_found", "legs_cut_for_head"),
            "opening.unit.leg_length",
        )
    for leg in ("hinge", "strike"):
        off = figures.value(f"cut_{leg}")
        if off is not None and off < ZERO:
            values: Values = {"which": "hinge {leg}" if leg == "hinge" else "{strike} {leg}", "short": -off}
            yield Flag("leg-short", values, (f"cut_{leg}",), "opening.unit.leg_length")
    hinge, strike = opening.setting.cut_hinge, opening.setting.cut_strike
    rise = figures.value("floor_rise")
    if hinge is not None and strike is not None and rise is not None:
        differs, close = hinge.value - strike.value, rules.value("straight")
        if size(differs - rise) > close:
            code = "legs-cut-equal" if size(differs) <= close else "legs-cut-unequal"
            about = ("leg_hinge_set", "leg_strike_set", "floor_rise")
            yield Flag(code, {"rise": size(rise), "differs": size(differs)}, about, strike.source.path)
    thickest, depth = figures.value("wall_thickest"), opening.frame.depth
    have = depth.value if depth is not None else figures.value("frame_depth")
    if thickest is not None and have is not None and have < thickest:
        values = {"depth": have, "wall": thickest, "short": thickest - have}
        yield Flag("wall-thicker-than-frame", values, ("wall_thickest", "frame_depth"), "opening.frame.depth")
    yield from _leaning(opening, figures, rules)


def _leaning(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    names = [f"proud_{leg}_{end}" for leg in ("hinge", "strike") for end in ("top", "foot")]
    proud = {n: v for n in names if (v := figures.value(n)) is not None}
    hides = rules.value("casing_hides")
    if proud and (worst := max(proud, key=lambda n: size(proud[n]))) and size(proud[worst]) > hides:
        yield Flag("casing-cannot-hide", {"step": size(proud[worst]), "hides": hides}, (worst,), "opening.setting.lean")
    cross = figures.value("cross_leg")
    if cross is not None and size(cross) > rules.value("straight") and opening.setting.legs == "stop_to_leaf":
        yield Flag("legs-follow-their-walls", {"cross": size(cross)}, ("cross_leg",), "opening.setting.legs")
    lean = figures.value("wall_lean_hinge")
    if lean is not None and opening.setting.legs != "plumb" and size(lean) > rules.value("plumb_tolerance"):
        yield Flag("frame-follows-wall", {"lean": size(lean)}, ("wall_lean_hinge",), "opening.setting.legs")


def on_hang(hang: Hang, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Drift and sweep (TRADE 17 and 18)."""
    moving = [let for let in hang.lets if let.does != "stays"]
    if moving:
        does = {"opens": "opens", "shuts": "shuts"}[moving[0].does]
        at = _listed([str(let.angle) for let in moving if let.does == moving[0].does])
        yield Flag("leaf-drifts", {"does": does, "at": at}, (), "opening.setting.legs")
    least, trim = figures.value("sweep_least"), figures.value("sweep_trim")
    if hang.sweep is not None and least is not None and trim is not None:
        gap = figures.value("sweep_gap_wanted") or ZERO
        code = "sweep-rubs" if least <= ZERO else "sweep-low"
        values: Values = {
            "least": least,
            "over": -least,
            "needed": trim,
            "gap": gap,
            "angle": f"{hang.sweep.angle:.0f}",
            "wanted": rules.value("floor_gap_least"),
        }
        yield Flag(code, values, ("sweep_least", "sweep_trim"), "opening.rules.floor_gap")


CORNERS = {
    "gap_hinge_top": "its hinge edge, top", "gap_hinge_foot": "its hinge edge, foot", "gap_head_hinge": "its top, hinge end",
    "gap_head_strike": "its top, free end", "gap_strike_top": "its free edge, top", "gap_latch": "its free edge, at the latch",
    "gap_foot": "its free edge, foot",
}  # fmt: skip


def on_check(opening: Opening, survey: Survey, check: Check | None, rules: HouseRules) -> Iterator[Flag]:
    """Gaps, stop, leg and latch after setting (TRADE 19 and 20)."""
    straight = rules.value("straight")
    if check is not None:
        off = [row for row in check.rows if not row.good]
        if off:
            count = "One gap is" if len(off) == 1 else f"{len(off)} gaps are"
            yield Flag("gaps-off", {"count": count, "within": rules.value("gap_tolerance")}, (), off[0].reading.path)
        for place, by in check.missed:
            values: Values = {"gap": PLACES[place].label, "by": size(by), "corner": CORNERS[place]}
            path = next(row.reading.path for row in check.rows if row.reading.place == place)
            yield Flag("gap-too-small-for-moves" if by < ZERO else "gap-too-wide-for-moves", values, (), path)
        contact = [r.value for r in check.stops]
        if len(contact) > 1 and max(contact) - min(contact) > straight:
            yield Flag("stop-uneven", {"off": max(contact) - min(contact)}, (), check.stops[0].path)
    bowed = survey.one("leg_straight")
    if bowed is not None and bowed.value > straight:
        yield Flag("leg-over-shimmed", {"bow": bowed.value, "most": straight}, (), bowed.path)
    head, foot = survey.one("frame_head"), survey.one("frame_foot")
    if head is not None and foot is not None and size(foot.value - head.value) > straight:
        wide = foot.value > head.value
        yield Flag(
            "foot-wider-than-head" if wide else "foot-narrower-than-head",
            {"by": size(foot.value - head.value)},
            (),
            foot.path,
        )
    if opening.setting.latch in ("binds", "rattles"):
        yield Flag(f"latch-{opening.setting.latch}", {}, (), "opening.setting.latch")
