"""A leaf that came alone, held against its opening: width, height, thickness, hand (handbook 3, 4, 15, 27)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.delivery.case import Case
from jambo.core.delivery.frames import play_becomes
from jambo.core.delivery.verdict import Finding, FindingWords
from jambo.core.facts.leaf import hands
from jambo.core.flags import Values
from jambo.core.frames.registry import kind_of_frame, stop_is_worked
from jambo.core.framing.floors import trim_allowed
from jambo.core.quantities import names
from jambo.core.quantities.figure import value_of
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.quantities.tape import Unit

OTHER_SIZE: dict[Unit, Length] = {"in": Length.inches(1), "mm": Length.mm(25)}  # a leaf that differs by more is another
SHARED: dict[Unit, Length] = {"in": Length.inches("1/8"), "mm": Length.mm(3)}  # what the gaps may take up between them
STRIP_MOST: dict[Unit, Length] = {"in": Length.inches("1/2"), "mm": Length.mm(12)}  # the widest strip glued to its edge
PLANED_MOST: dict[Unit, Length] = {
    "in": Length.inches("1/4"),
    "mm": Length.mm(6),
}  # off its edges, where nobody has said

FOUND = FindingWords(
    {
        "another-width": (
            "wrong", 0,
            "It is {width} wide; {planned} was planned.",
            "Send it back, unless it serves another opening.",
        ),
        "another-height": (
            "wrong", 0,
            "It is {height} high; {planned} was planned.",
            "Send it back, unless it serves another opening.",
        ),
        "frame-made-to-it": (
            "will_do", 0,
            "It is {width} wide; {planned} was planned.",
            "Make the {frame} to it: {inside} between the {leg}s.",
        ),
        "gaps-wider": (
            "will_do", 5,
            "It is {width} wide; {planned} was planned. The gaps beside it come to {gaps} together, and not {before}.",
            "Share them out between hinges and {strike}.",
        ),
        "strip-on-edge": (
            "will_do", 40,
            "It is {width} wide; {planned} was planned: {less} too narrow for its {frame}.",
            "Glue and pin a strip of {less} along one long edge before anything is let in there.",
        ),
        "planed-narrower": (
            "will_do", 25,
            "It is {width} wide; {planned} was planned: {more} too wide for its {frame}.",
            "Plane {more} off, shared between both edges, and seal them.",
        ),
        "fire-rated-and-not-its-size": (
            "wrong", 0,
            "It is {came} and {planned} was planned; nothing is planed off or glued to a fire-rated {leaf}.",
            "Send it back. Its gaps must stay within its listing.",
        ),
        "legs-shorter": (
            "will_do", 5,
            "It is {height} high; {planned} was planned.",
            "Cut the {leg}s {less} shorter and the floor gap stays as it is; {less} more is left over the {head}.",
        ),
        "floor-gap-grows": (
            "will_do", 5,
            "It is {height} high; {planned} was planned, and its {frame} stands: the floor gap grows by {less}.",
            "Leave it so where the room may take its air there, or glue a strip of {less} to its bottom.",
        ),
        "legs-longer": (
            "will_do", 5,
            "It is {height} high; {planned} was planned.",
            "Make the {leg}s {more} longer; {left} is left over the {head}.",
        ),
        "trimmed-shorter": (
            "will_do", 20,
            "It is {height} high; {planned} was planned: {more} too high.",
            "Cut {more} off its bottom and seal the cut; never off its top.",
        ),
        "too-high": (
            "wrong", 0,
            "It is {height} high; {planned} was planned: {more} too high, and {most} may come off its bottom.",
            "Send it back, or raise the {header}.",
        ),
        "too-thick-for-rabbet": (
            "wrong", 0,
            "It is {thickness} thick; the stop worked in its {frame} is made for {planned}.",
            "Send it back: it would stand {more} proud of the {frame}.",
        ),
        "stands-back-in-rabbet": (
            "will_do", 10,
            "It is {thickness} thick; the stop worked in its {frame} is made for {planned}.",
            "Let the hinges in so that its face is flush, and pack the {strike} by {less}.",
        ),
        "stops-planted-to-it": (
            "will_do", 5,
            "It is {thickness} thick; {planned} was planned.",
            "Plant the stops to it, and look at the latch's backset.",
        ),
        "hinged-other-hand": (
            "will_do", 60,
            "Its hinges are let in on the {came}, seen from the pull side; this door is hung on the {planned}.",
            "Fill them, and let hinges and latch in on the other edges.",
        ),
        "fire-rated-other-hand": (
            "wrong", 0,
            "Its hinges are let in on the {came}, seen from the pull side; this door is hung on the {planned}.",
            "Send it back: the hinges of a fire-rated {leaf} stay where its listing has them.",
        ),
        "hinged-for-nothing": (
            "will_do", 20,
            "Hinges are let in on it, and this door slides.",
            "Fill them.",
        ),
    }
)  # fmt: skip


def _by_width(case: Case, width: Length, planned: Length) -> Iterator[Finding]:
    by, habit = width - planned, case.rules.habit
    opening = case.planned.opening
    values: Values = {"width": width, "planned": planned}
    if size(by) < case.same:
        return
    if size(by) > OTHER_SIZE[habit]:
        yield FOUND("another-width", values)
    elif case.frame_follows and opening.kind == "swing":
        inside = case.with_it.figures.value(names.FRAME_INSIDE_WIDTH)
        if inside is not None:
            yield FOUND("frame-made-to-it", values | {"inside": inside})
        yield from play_becomes(case, case.play(case.with_it.figures.value(names.FRAME_OUTSIDE_WIDTH)))
    elif opening.fire_rated:
        yield FOUND("fire-rated-and-not-its-size", {"came": width, "planned": planned})
    elif by > case.same:
        may = opening.in_hand.may_narrow
        most = PLANED_MOST[habit] if may is None else may
        yield FOUND("planed-narrower", values | {"more": by}) if by <= most else FOUND("another-width", values)
    elif -by <= SHARED[habit] and opening.kind == "swing":
        before = opening.frame.hinge_gap.value + opening.frame.strike_gap.value
        yield FOUND("gaps-wider", values | {"gaps": before - by, "before": before})
    elif -by <= STRIP_MOST[habit]:
        yield FOUND("strip-on-edge", values | {"less": -by})
    else:
        yield FOUND("another-width", values)


def _by_height(case: Case, height: Length, planned: Length) -> Iterator[Finding]:
    by, opening = height - planned, case.planned.opening
    values: Values = {"height": height, "planned": planned}
    legs_cut = opening.kind == "swing" and not case.frame_set and kind_of_frame(opening.frame).legs_cut
    legs_cut = legs_cut and not opening.frame.pre_hung
    if size(by) < case.same:
        return
    if size(by) > OTHER_SIZE[case.rules.habit]:
        yield FOUND("another-height", values)
    elif by < ZERO and legs_cut:
        yield FOUND("legs-shorter", values | {"less": -by})
    elif by < ZERO and not opening.fire_rated:
        yield FOUND("floor-gap-grows", values | {"less": -by})
    elif by < ZERO:
        yield FOUND("fire-rated-and-not-its-size", {"came": height, "planned": planned})
    else:
        yield from _too_high(case, values | {"more": by}, by, legs_cut=legs_cut)


def _too_high(case: Case, values: Values, by: Length, *, legs_cut: bool) -> Iterator[Finding]:
    opening, figures = case.planned.opening, case.planned.figures
    found = figures.value(names.HEAD_PLAY_FOUND)
    over = figures.value(names.HEAD_PLAY) if found is None else found
    most = trim_allowed(opening, case.rules).value
    if legs_cut and over is not None and over - by >= case.rules.value(house.HEAD_PLAY_LEAST) - case.same:
        yield FOUND("legs-longer", values | {"left": over - by})
    elif by <= most:
        yield FOUND("trimmed-shorter", values)
    else:
        yield FOUND("too-high", values | {"most": most})


def _by_thickness(case: Case, thickness: Length, planned: Length) -> Iterator[Finding]:
    by, opening = thickness - planned, case.planned.opening
    values: Values = {"thickness": thickness, "planned": planned}
    if size(by) < case.same or opening.kind != "swing":
        return
    if not stop_is_worked(opening.frame):
        yield FOUND("stops-planted-to-it", values)
    elif by > ZERO:
        yield FOUND("too-thick-for-rabbet", values | {"more": by})
    else:
        yield FOUND("stands-back-in-rabbet", values | {"less": -by})


def _by_hinges(case: Case, came: str) -> Iterator[Finding]:
    opening = case.planned.opening
    if came == "none":
        return
    if opening.kind != "swing":
        yield FOUND("hinged-for-nothing", {})
        return
    hung = hands(opening.handing).pull_side
    if case.leaf:  # the other leaf of a pair hangs on the other side
        hung = "right" if hung == "left" else "left"
    if came != hung:
        code = "fire-rated-other-hand" if opening.fire_rated else "hinged-other-hand"
        yield FOUND(code, {"came": came, "planned": hung})


def on_leaf(case: Case) -> Iterator[Finding]:
    """A leaf: its sizes against those planned, its hinges against the hand."""
    leaf, lengths = case.planned.opening.leaves[case.leaf], case.lengths
    for key, judged, fact in (
        ("width", _by_width, leaf.width),
        ("height", _by_height, leaf.height),
        ("thickness", _by_thickness, leaf.thickness),
    ):
        planned = value_of(fact)
        if planned is not None and key in lengths:
            yield from judged(case, lengths[key], planned)
    if "hinged" in case.chosen:
        yield from _by_hinges(case, case.chosen["hinged"])
