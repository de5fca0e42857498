"""A frame that came, held against its hole and its wall: play, legs, depth (handbook 4, 5, 14, 15, 27)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.delivery.case import Case
from jambo.core.delivery.verdict import Finding, FindingWords
from jambo.core.flags import Values
from jambo.core.quantities import names
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.quantities.tape import Unit

# A unit that differs by more holds another leaf than the one planned
OTHER_LEAF: dict[Unit, Length] = {"in": Length.inches("1/2"), "mm": Length.mm(13)}
OTHER_HEIGHT: dict[Unit, Length] = {"in": Length.inches(2), "mm": Length.mm(50)}

FOUND = FindingWords(
    {
        "does-not-go-in": (
            "wrong", 0,
            "Over its backs it is {outside}, and the hole takes {hole}: {over} too wide.",
            "Send it back, or widen the hole by {needed}.",
        ),
        "narrower-leaf": (
            "wrong", 0,
            "Over its backs it is {outside}; {planned} was planned: it holds a {leaf} some {less} narrower.",
            "Send it back, unless it serves another opening.",
        ),
        "wider-leaf": (
            "wrong", 0,
            "Over its backs it is {outside}; {planned} was planned: it holds a {leaf} some {more} wider.",
            "Send it back, unless it serves another opening.",
        ),
        "no-play": (
            "will_do", 30,
            "It leaves {play} of play at each side.",
            "Prove both {stud}s plumb over its whole height first; {plane} or drive over what stands proud.",
        ),
        "play-becomes": (
            "will_do", 0,
            "It leaves {play} of play at each side; {before} was planned.",
            "Pack it by the new figure.",
        ),
        "play-for-blocks": (
            "will_do", 20,
            "It leaves {play} of play at each side, more than {most}.",
            "Fix blocks to the {stud}s first and pack from them.",
        ),
        "legs-long": (
            "will_do", 15,
            "Its {leg}s are {supplied} to the shoulder; {wanted} is needed.",
            "Cut {cut} off the foot of each.",
        ),
        "legs-long-by-side": (
            "will_do", 15,
            "Its {leg}s are {supplied} to the shoulder; {wanted} is needed at the hinges and {other} at the {strike}.",
            "Cut {cut} off the hinge {leg}'s foot and {cut_other} off the other's.",
        ),
        "leg-short": (
            "will_do", 10,
            "Its {which} is {supplied} to the shoulder; {wanted} is needed.",
            "Pack it up by {short} on something hard.",
        ),
        "legs-of-another-height": (
            "wrong", 0,
            "Its {leg}s are {supplied} to the shoulder; {wanted} is needed: it holds a {leaf} of another height.",
            "Send it back, unless it serves another opening.",
        ),
        "stands-proud": (
            "will_do", 20,
            "It is {depth} deep; {wanted} is needed: it would stand {over} proud.",
            "Plane or rip {over} off the edge without the hinges before it goes in.",
        ),
        "too-shallow": (
            "wrong", 0,
            "It is {depth} deep and the finished wall {wall} thick: {short} short.",
            "Send it back for a deeper one; an extension strip of {short} all round is the other way.",
        ),
    }
)  # fmt: skip


def _by_width(case: Case, outside: Length) -> Iterator[Finding]:
    planned, limit = case.outside(), OTHER_LEAF[case.rules.habit]
    less = planned - outside if planned is not None else ZERO
    hole, play = case.hole(), case.play(outside)
    if planned is not None and size(less) > limit:
        code, word = ("narrower-leaf", "less") if less > ZERO else ("wider-leaf", "more")
        yield FOUND(code, {"outside": outside, "planned": planned, word: size(less)})
    if play is not None and hole is not None and play * 2 <= -case.same:
        yield FOUND("does-not-go-in", {"outside": outside, "hole": hole, "over": -play * 2, "needed": -play * 2})
    elif size(less) <= limit:
        yield from play_becomes(case, play)


def play_becomes(case: Case, play: Length | None) -> Iterator[Finding]:
    """What the play at each side comes to, where it is no longer what was planned.

    Args:
        case: the opening; play: at each side with the thing that came.
    """
    before = case.play(case.outside())
    if play is None or (before is not None and size(play - before) < case.same):
        return
    values: Values = {"play": max(play, ZERO), **({"before": before} if before is not None else {})}
    most = case.rules.value(house.MOST_SIDE_PLAY)
    if play < case.rules.value(house.LEAST_SIDE_PLAY):
        yield FOUND("no-play", values)
    elif play > most:
        yield FOUND("play-for-blocks", values | {"most": most})
    elif before is not None:
        yield FOUND("play-becomes", values)


def _needed_legs(case: Case) -> tuple[Length, Length] | None:
    """The legs the opening needs, from foot to shoulder: at the hinges, at the strike."""
    figures = case.planned.figures
    alike = figures.value(names.LEG_LENGTH)
    hinge, strike = figures.value(names.LEG_HINGE_SET), figures.value(names.LEG_STRIKE_SET)
    if hinge is not None and strike is not None:
        return hinge, strike
    return (alike, alike) if alike is not None else None


def _by_legs(case: Case, supplied: Length) -> Iterator[Finding]:
    needed = _needed_legs(case)
    if needed is None:
        return
    off = [supplied - leg for leg in needed]
    if max(size(one) for one in off) > OTHER_HEIGHT[case.rules.habit]:
        yield FOUND("legs-of-another-height", {"supplied": supplied, "wanted": needed[0]})
        return
    values: Values = {"supplied": supplied, "wanted": needed[0]}
    if min(off) >= case.same and size(off[0] - off[1]) < case.same:
        yield FOUND("legs-long", values | {"cut": off[0]})
    elif min(off) >= case.same:
        yield FOUND("legs-long-by-side", values | {"other": needed[1], "cut": off[0], "cut_other": off[1]})
    else:
        for which, leg, by in zip(("hinge {leg}", "{strike} {leg}"), needed, off, strict=True):
            if by <= -case.same:
                yield FOUND("leg-short", {"which": which, "supplied": supplied, "wanted": leg, "short": -by})


def _by_depth(case: Case, depth: Length) -> Iterator[Finding]:
    figures = case.planned.figures
    wanted, wall = figures.value(names.FRAME_DEPTH), figures.value(names.WALL_FINISHED)
    if wall is not None and depth <= wall - case.same:
        yield FOUND("too-shallow", {"depth": depth, "wall": wall, "short": wall - depth})
    elif wanted is not None and depth >= wanted + case.same and names.RIP_WIDTH not in figures:
        yield FOUND("stands-proud", {"depth": depth, "wanted": wanted, "over": depth - wanted})


def on_unit(case: Case) -> Iterator[Finding]:
    """A pre-hung unit: over its backs, its legs, its depth."""
    lengths = case.lengths
    if "outside_width" in lengths:
        yield from _by_width(case, lengths["outside_width"])
    if "leg_length" in lengths:
        yield from _by_legs(case, lengths["leg_length"])
    yield from on_depth(case)


def on_depth(case: Case) -> Iterator[Finding]:
    """A frame's depth against its wall."""
    if "depth" in case.lengths:
        yield from _by_depth(case, case.lengths["depth"])


def on_thickness(case: Case) -> Iterator[Finding]:
    """Legs of another thickness: the hole stays, and what changes is the play beside them."""
    if "thickness" in case.lengths:
        yield from play_becomes(case, case.play(case.with_it.figures.value(names.FRAME_OUTSIDE_WIDTH)))
