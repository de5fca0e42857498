"""Judgements on how the leaf hangs and on the check after setting (TRADE 17-20)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import PLACES, Survey
from jambo.core.flags import Flag, Values
from jambo.core.hanging.hang import Check, Hang
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import ZERO, size
from jambo.core.rules import HouseRules
from jambo.core.setting.judge import CORNERS
from jambo.core.words.lists import listed


def on_hang(hang: Hang, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Drift and sweep (TRADE 17 and 18)."""
    moving = [let for let in hang.lets if let.does != "stays"]
    if moving:
        does = {"opens": "opens", "shuts": "shuts"}[moving[0].does]
        at = listed([str(let.angle) for let in moving if let.does == moving[0].does])
        yield Flag("leaf-drifts", {"does": does, "at": at}, (), "opening.setting.legs")
    least, trim = figures.value(names.SWEEP_LEAST), figures.value(names.SWEEP_TRIM)
    if hang.sweep is not None and least is not None and trim is not None:
        gap = figures.value(names.SWEEP_GAP_WANTED) or ZERO
        code = "sweep-rubs" if least <= ZERO else "sweep-low"
        values: Values = {
            "least": least,
            "over": -least,
            "needed": trim,
            "gap": gap,
            "angle": f"{hang.sweep.angle:.0f}",
            "wanted": rules.value("floor_gap_least"),
        }
        yield Flag(code, values, (names.SWEEP_LEAST, names.SWEEP_TRIM), "opening.rules.floor_gap")


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
