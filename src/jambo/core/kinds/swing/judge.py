"""Judgements on a swing door: its hardware, its hand, where it leads (handbook 3, 7, 12, 22)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.leaf import TURNED_ABOUT, hands
from jambo.core.facts.opening import Opening
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords, Values
from jambo.core.frames.registry import kind_of_frame, stop_is_worked
from jambo.core.kinds.swing.square import meet_uneven
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import ZERO, size
from jambo.core.rules import HouseRules

FLAGS = FlagWords(
    {
        "door": {
            "hinge-corners-differ": (
                "check",
                "The hinges have {corner} corners and their mortises {mortise} ones.",
                "Get hinges with {mortise} corners, or square the mortises with a chisel before hanging.",
            ),
            "latch-corners-differ": (
                "check",
                "The latch plate has {corner} corners and its mortise {mortise} ones.",
                "Get a latch with a {mortise} plate, or cut the mortise to the plate.",
            ),
            "lock-wrong-for-leaf": (
                "check",
                "The {leaf} is {thickness} thick; the lock or bolt is made for {least} to {most}.",
                "Get the lock for this {leaf} before boring it.",
            ),
            "hand-differs": (
                "stop",
                "The unit delivered is {delivered}; this opening is planned {planned}, seen from outside.",
                "Send it back or change the plan: neither hinges nor a worked stop can simply change sides.",
            ),
            "hand-differs-loose-stops": (
                "check",
                "The unit delivered is {delivered}; this opening is planned {planned}, seen from outside. Its stops are loose.",
                "Take the stops off, let hinges and {strike} in on the other {leg}s, hang the {leaf} there and plant the stops again; "
                "or send it back.",
            ),
            "hand-named-from-inside": (
                "note",
                "The unit delivered is named {delivered}: from the other side that is the {planned} planned here.",
                "Set it with its hinges where the plan has them; nothing of it changes.",
            ),
            "leaf-out-of-square": (
                "check",
                "The {leaf} is out of square: with its hinge edge plumb its top is {by} {way} at its free edge.",
                "Set the {frame} to it, which the Set stage can do; or plane {by} off its top at the {end}, if its maker allows.",
            ),
            "leaf-out-of-square-may": (
                "check",
                "The {leaf} is out of square: with its hinge edge plumb its top is {by} {way} at its free edge.",
                "Set the {frame} to it, which the Set stage can do; or plane {by} off its top at the {end}, where {most} may come off.",
            ),
            "leaf-out-of-square-may-not": (
                "check",
                "The {leaf} is out of square: with its hinge edge plumb its top is {by} {way} at its free edge.",
                "Set the {frame} to it, which the Set stage can do: of its top only {most} may come off.",
            ),
            "leaf-out-of-square-fire-rated": (
                "check",
                "The {leaf} is out of square: with its hinge edge plumb its top is {by} {way} at its free edge.",
                "Set the {frame} to it, which the Set stage can do: nothing comes off a fire-rated {leaf}.",
            ),
            "fixed-leaf-out-of-square": (
                "check",
                "The fixed {leaf} is out of square: with its hinge edge plumb its top is {by} {way} at its free edge.",
                "Plane {by} off its top at the {end}, if its maker allows.",
            ),
            "fixed-leaf-out-of-square-fire-rated": (
                "check",
                "The fixed {leaf} is out of square: with its hinge edge plumb its top is {by} {way} at its free edge.",
                "Nothing comes off a fire-rated {leaf}: take another one, or share what is off between both tops.",
            ),
            "leaves-meet-uneven": (
                "check",
                "Both leaves together are {by} wider at the {end} than at the other end: between them the gap will run out by as much.",
                "Plane the free edge of the {which} {leaf}: {by} at its {end}, to nothing at the other end.",
            ),
            "leaves-meet-uneven-fire-rated": (
                "check",
                "Both leaves together are {by} wider at the {end} than at the other end: between them the gap will run out by as much.",
                "Nothing comes off a fire-rated {leaf}: take another pair.",
            ),
            "garage-door-inside-grade": (
                "stop",
                "This door leads to {where} and its {frame} is of inside grade.",
                "Use an outside-grade unit; it must often be fire-rated and close by itself. " + LOCAL_CODE,
            ),
            "caution-garage-door": (
                "note",
                "A door to {where} must often be fire-rated, seal, and close by itself.",
                "Ask before ordering what is required here. " + LOCAL_CODE,
            ),
            "outside-door-without-sill": (
                "check",
                "This door leads outside and its {frame} has no sill.",
                "Choose the outside frame with sill, or say how water is kept out.",
            ),
        },
        "frame": {
            "long-screw-short": (
                "check",
                "The long screw is {screw}; through {leg} and {shim}s into the {stud} it takes {reach}.",
                "Use screws of at least {reach}.",
            ),
        },
    }
)


def hardware_agrees(opening: Opening) -> Iterator[Flag]:
    """Corners of hinges and latch against their mortises, the lock against the leaf, the hand delivered (handbook 7)."""
    lock, path = opening.lockset, "opening.door.hardware"
    for what, corner, mortise in (
        ("hinge", lock.hinge_corner, lock.hinge_mortise),
        ("latch", lock.latch_corner, lock.latch_mortise),
    ):
        if corner is not None and mortise is not None and corner != mortise:
            yield FLAGS(f"{what}-corners-differ", {"corner": corner, "mortise": mortise}, (), f"{path}.{what}_corner")
    thick, least, most = value_of(opening.leaves[0].thickness), lock.thickness_least, lock.thickness_most
    if thick is not None and ((least and thick < least.value) or (most and thick > most.value)):
        reach: Values = {"thickness": thick}
        reach["least"] = least.value if least else "any"
        reach["most"] = most.value if most else "any"
        yield FLAGS("lock-wrong-for-leaf", reach, (), f"{path}.{'thickness_least' if least else 'thickness_most'}")
    yield from _hand(opening)


def _hand(opening: Opening) -> Iterator[Flag]:
    """The hand delivered against the one planned. A frame without sill can be turned about: LH from one side is RHR from the other."""
    label, came = hands(opening.handing).outside, opening.delivered_hand
    if came is None or came == label:
        return
    turns = opening.frame.sill is None
    loose = opening.delivered_stops or ("solid" if stop_is_worked(opening.frame) else "loose")
    if turns and came == TURNED_ABOUT[label]:
        code = "hand-named-from-inside"
    elif turns and loose == "loose" and not opening.fire_rated:
        code = "hand-differs-loose-stops"
    else:
        code = "hand-differs"
    yield FLAGS(code, {"delivered": came, "planned": label}, (), "opening.door.delivered_hand")


def on_square(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """A leaf in hand that is out of square, unless the frame is set to it (handbook 24); of a pair either, and how they meet."""
    yield from _pair_square(opening, figures, rules)
    by = figures.value(names.OUT_OF_SQUARE)
    if by is None or size(by) <= rules.value(house.STRAIGHT) or opening.setting.to_leaf:
        return
    way, end = ("higher", "free edge") if by > ZERO else ("lower", "hinge edge")
    most = opening.in_hand.may_trim_top
    values: Values = {"by": size(by), "way": way, "end": end, **({"most": most.value} if most is not None else {})}
    code = "leaf-out-of-square"
    if opening.fire_rated:
        code = "leaf-out-of-square-fire-rated"
    elif most is not None:
        code += "-may" if size(by) <= most.value else "-may-not"
    yield FLAGS(code, values, (names.OUT_OF_SQUARE,), "opening.door.in_hand.diagonal_to_strike")


def _pair_square(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """The second leaf of a pair, and the edges at which both meet."""
    path, fire = "opening.door.in_hand_fixed", "-fire-rated" if opening.fire_rated else ""
    by = figures.value(names.OUT_OF_SQUARE_FIXED)
    if by is not None and size(by) > rules.value(house.STRAIGHT):
        way, end = ("higher", "free edge") if by > ZERO else ("lower", "hinge edge")
        values: Values = {"by": size(by), "way": way, "end": end}
        yield FLAGS(
            f"fixed-leaf-out-of-square{fire}", values, (names.OUT_OF_SQUARE_FIXED,), f"{path}.diagonal_to_strike"
        )
    uneven = meet_uneven(opening)
    if uneven is not None and uneven[0] > rules.value(house.STRAIGHT):
        off, where, which = uneven
        values = {"by": off, "end": where}
        if not fire:
            values["which"] = which
        yield FLAGS(f"leaves-meet-uneven{fire}", values, (), f"{path}.width_top")


def leads_to(opening: Opening) -> Iterator[Flag]:
    """Doors to a garage, an unheated store or the open (handbook 12, 22, 23)."""
    outside_grade, where = (
        kind_of_frame(opening.frame).outside_grade,
        {"garage": "a garage", "store": "an unheated store"},
    )
    if opening.leads_to in where:
        code = "caution-garage-door" if outside_grade else "garage-door-inside-grade"
        path = "opening.door.leads_to" if outside_grade else "opening.frame.kind"
        yield FLAGS(code, {"where": where[opening.leads_to]}, (), path)
    elif opening.leads_to == "outside" and not outside_grade:
        yield FLAGS("outside-door-without-sill", {}, (), "opening.frame.kind")


def screws_reach(figures: Figures, rules: HouseRules, *, needed: bool) -> Iterator[Flag]:
    """Whether the long screw reaches through leg and shims, where the frame is hung on one (handbook 7)."""
    long, reach = rules.known(house.LONG_SCREW), figures.value(names.SCREW_REACH)
    if needed and reach is not None and long.value < reach:
        yield FLAGS("long-screw-short", {"screw": long.value, "reach": reach}, (names.SCREW_REACH,), long.source.path)
