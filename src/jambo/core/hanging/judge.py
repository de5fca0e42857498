"""Judgements on how the leaf hangs and on the check after setting (handbook 17-20)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.floors import Stack
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import Survey, asked_at
from jambo.core.flags import LOCAL_CODE, Flag, FlagLevel, FlagWords, Values
from jambo.core.framing.floors import gap_over, trim_allowed
from jambo.core.hanging.hang import STOPS, Hang, HangCheck
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, sum_of
from jambo.core.quantities.length import ZERO, or_zero, size
from jambo.core.rules import HouseRules
from jambo.core.setting.judge import CORNERS
from jambo.core.words.lists import listed

_RUBS: tuple[FlagLevel, str] = ("stop", "The {leaf} would rub: {over} into the floor {where}")
_LOW: tuple[FlagLevel, str] = ("check", "The {leaf} clears the floor by only {least} {where}; {wanted} is wanted")
_CURES = {
    "": (".", "Plan a floor gap of {gap}, or trim {needed} off the {leaf}'s bottom as far as its maker allows."),
    "-more": (
        ".",
        "Plan a floor gap of {gap}, or lower the floor there: {needed} off the {leaf}'s bottom is more than it bears.",
    ),
    "-whole": (", and nothing may come off it.", "Plan a floor gap of {gap}, or lower the floor there."),
}


def _of(which: str, said: str) -> str:
    """What is said of a leaf, of the fixed one of a pair by its name."""
    return said.replace("{leaf}", "fixed {leaf}") if which.startswith("fixed") else said


# the swinging leaf over the floor it swings over, and the closed one over its own
_OVER_FLOOR = {
    f"{which}-{code}{more}": (level, _of(which, said) + end, _of(which, cure))
    for which in ("sweep", "closed", "fixed-sweep", "fixed-closed")
    for code, (level, said) in (("rubs", _RUBS), ("low", _LOW))
    for more, (end, cure) in _CURES.items()
}

FLAGS = FlagWords(
    {
        "hang": {
            "leaf-drifts": (
                "check",
                "Let go at {at} degrees, the {leaf} {does} by itself.",
                "Bring the hinge {leg} plumb both ways; the long screw of the top hinge moves it most.",
            ),
            **_OVER_FLOOR,
            "later-floor-fire-rated": (
                "check",
                "When the floor there is laid, {short} is missing under the {leaf}.",
                "Nothing comes off a fire-rated {leaf}: plan a floor gap as much larger now, or lay a thinner floor. "
                + LOCAL_CODE,
            ),
            "gaps-off": (
                "check",
                "{count} not within {within} of what was planned.",
                "Make the moves listed, then read the gaps again.",
            ),
            "gap-too-small-for-moves": (
                "check",
                "No small move opens the {gap} far enough: {by} is missing. The {leaf} is out of square.",
                "Plane {by} off {corner}; never its top unless its maker allows.",
            ),
            "gap-too-small-fire-rated": (
                "check",
                "No small move opens the {gap} far enough: {by} is missing. The {leaf} is out of square.",
                "Nothing comes off a fire-rated {leaf}: set the {frame} to it, or take another {leaf}. " + LOCAL_CODE,
            ),
            "gap-too-wide-for-moves": (
                "check",
                "No small move closes the {gap}: it stays {by} too wide. The {leaf} is out of square at {corner}.",
                "Leave it, or take another {leaf}; planing cannot add wood.",
            ),
            "stop-uneven": (
                "check",
                "Closed, the {leaf} stands {off} further off its stop at one place than at another.",
                "Make the moves listed, then look at the contact again.",
            ),
            "stop-move-shows": (
                "check",
                "Moved so that the {leaf} meets its stop, the {strike} {leg} stands further off the wall than {casing} hides ({hides}).",
                "Plan an extension strip there, or take the {leaf} to another hinge line.",
            ),
            "leg-over-shimmed": (
                "check",
                "A {leg} bows {bow} between its {shim}s; {most} is straight enough.",
                "Slide the pair there back until the straightedge lies flat: a tight {shim} bows the {leg}.",
            ),
            "foot-wider-than-head": (
                "check",
                "The {frame} is {by} wider at its foot than at its head.",
                "Make the move listed before the foot is fixed; the feet of a steel frame spread by themselves.",
            ),
            "foot-narrower-than-head": (
                "check",
                "The {frame} is {by} narrower at its foot than at its head.",
                "Make the move listed before the foot is fixed.",
            ),
            "hinge-leg-unread": (
                "note",
                "Nobody has read the hinge {leg} with the level, so the whole difference is put at the {strike} foot.",
                "Read the hinge {leg} in the wall's plane first: if it is the one that is off, it moves.",
            ),
            "latch-binds": (
                "check",
                "The latch does not enter its {strike} freely.",
                "Look at the gap at the latch and the {leaf}'s height there first; file the {strike} last.",
            ),
            "latch-rattles": (
                "note",
                "The latch has play in its {strike}.",
                "Bend the {strike}'s tongue, or move the stop to the {leaf}.",
            ),
        },
    }
)


def on_hang(opening: Opening, hang: Hang, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Drift and sweep (handbook 17 and 18)."""
    moving = [r for r in hang.releases if r.does != "stays"]
    if moving:
        does = {"opens": "opens", "shuts": "shuts"}[moving[0].does]
        at = listed([str(r.angle) for r in moving if r.does == moving[0].does])
        yield FLAGS("leaf-drifts", {"does": does, "at": at}, (), "opening.setting.legs")
    if (short := figures.value(names.LATER_SHORT)) is not None:
        yield FLAGS("later-floor-fire-rated", {"short": short}, (names.LATER_SHORT,), "opening.setting.later_floor")
    if hang.sweep is not None:
        swings = opening.handing.opens_to
        where = f"at {hang.sweep.angle:.0f} degrees"
        yield from _over_floor(opening, "sweep", opening.floors.stack(swings), where, figures, rules)
    under = opening.floors.under
    stack = None if under == "strip" else opening.floors.stack(under)
    yield from _over_floor(opening, "closed", stack, "when it is closed", figures, rules)
    if hang.fixed is not None:
        where = f"at {hang.fixed.angle:.0f} degrees"
        yield from _over_floor(
            opening, "fixed-sweep", opening.floors.stack(opening.handing.opens_to), where, figures, rules
        )
        yield from _over_floor(opening, "fixed-closed", stack, "when it is closed", figures, rules)


_LACKS = {
    "sweep": (names.SWEEP_LEAST, names.SWEEP_TRIM, names.SWEEP_GAP_WANTED),
    "closed": (names.CLOSED_LEAST, names.CLOSED_TRIM, names.CLOSED_GAP_WANTED),
    "fixed-sweep": (names.FIXED_SWEEP_LEAST, names.FIXED_SWEEP_TRIM, names.FIXED_SWEEP_GAP_WANTED),
    "fixed-closed": (names.FIXED_CLOSED_LEAST, names.FIXED_CLOSED_TRIM, names.FIXED_CLOSED_GAP_WANTED),
}


def _over_floor(
    opening: Opening, which: str, stack: Stack | None, where: str, figures: Figures, rules: HouseRules
) -> Iterator[Flag]:
    """Whether the leaf keeps the least gap over one floor, and what may be done where it does not."""
    about = _LACKS[which]
    least, trim, gap = (figures.value(name) for name in about)
    if least is None or trim is None:
        return
    off, most = opening.setting.leaf_trimmed, trim_allowed(opening, rules).value
    more = "" if trim + (off.value if off is not None else ZERO) <= most else "-more" if most != ZERO else "-whole"
    values: Values = {
        "least": least, "over": -least, "needed": trim, "gap": or_zero(gap), "where": where,
        "wanted": or_zero(sum_of(*gap_over(stack, rules, least=True))),
    }  # fmt: skip
    rubs = "rubs" if least <= ZERO else "low"
    yield FLAGS(f"{which}-{rubs}{more}", values, about[:2], "opening.rules.floor_gap")


def on_check(opening: Opening, survey: Survey, check: HangCheck | None, rules: HouseRules) -> Iterator[Flag]:
    """Gaps, stop, leg and latch after setting (handbook 19 and 20)."""
    straight = rules.value(house.STRAIGHT)
    if check is not None:
        off = [row for row in check.rows if not row.good]
        if off:
            count = "One gap is" if len(off) == 1 else f"{len(off)} gaps are"
            yield FLAGS(
                "gaps-off", {"count": count, "within": rules.value(house.GAP_TOLERANCE)}, (), off[0].reading.path
            )
        for place, by in check.missed:
            values: Values = {"gap": asked_at(place, pair=opening.pair).label, "by": size(by), "corner": CORNERS[place]}
            path = next(row.reading.path for row in check.rows if row.reading.place == place)
            small = "gap-too-small-fire-rated" if opening.fire_rated else "gap-too-small-for-moves"
            yield FLAGS(small if by < ZERO else "gap-too-wide-for-moves", values, (), path)
    yield from _stop_contact(survey, check, rules)
    bowed = survey.one("leg_straight")
    if bowed is not None and bowed.value > straight:
        yield FLAGS("leg-over-shimmed", {"bow": bowed.value, "most": straight}, (), bowed.path)
    head, foot = survey.one("frame_head"), survey.one("frame_foot")
    gaps_read = check is not None and check.rows  # they say finer which foot is off
    if head is not None and foot is not None and not gaps_read and size(foot.value - head.value) > straight:
        wide = foot.value > head.value
        if survey.one("plumb_strike") is None:
            yield FLAGS("hinge-leg-unread", {}, (), foot.path)
        yield FLAGS(
            "foot-wider-than-head" if wide else "foot-narrower-than-head",
            {"by": size(foot.value - head.value)},
            (),
            foot.path,
        )
    if opening.setting.latch in ("binds", "rattles"):
        yield FLAGS(f"latch-{opening.setting.latch}", {}, (), "opening.setting.latch")


def _stop_contact(survey: Survey, check: HangCheck | None, rules: HouseRules) -> Iterator[Flag]:
    """A leaf that touches its stop at one place before another."""
    contact = [read for place in STOPS if (read := survey.one(place)) is not None]
    values = [read.value for read in contact]
    if len(values) > 1 and max(values) - min(values) > rules.value(house.STRAIGHT):
        yield FLAGS("stop-uneven", {"off": max(values) - min(values)}, (), contact[0].path)
        if check is not None and any(move.shows for move in check.nudges):
            yield FLAGS("stop-move-shows", {"hides": rules.value(house.CASING_HIDES)}, (), contact[0].path)
