"""What openings of one wall do to each other, to its corners and to what is fitted on it (handbook 6 and 23)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise

from jambo.core import rules as house
from jambo.core.facts.wall import EndKind, Fitting, Wall
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords, Values, worst_first
from jambo.core.frozen import dataclass
from jambo.core.kinds.registry import kind_of
from jambo.core.quantities.figure import value_of
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules
from jambo.core.wall.layout import Layout, Share, Solved, StandingOpening

FLAGS = FlagWords(
    {
        "frame": {
            "openings-overlap": (
                "stop",
                "Openings {a} and {b} overlap by {over}.",
                "Move one of them at least {over} away, and leave room for both framings.",
            ),
            "openings-share-studs": (
                "check",
                "The framing of {a} and of {b} run into each other by {over}: they would share {stud}s.",
                "Move one of them {over} away, or have it drawn that they share.",
            ),
            "openings-share-as-asked": (
                "note",
                "{a} and {b} share {stud}s, as was asked: the {between} between them holds {fewer} fewer than their own lists have.",
                "The lists of the wall and of the job leave {fewer} off; each opening's own list still has its own.",
            ),
            "openings-share-as-found": (
                "note",
                "{a} and {b} share {stud}s in a standing wall, as was asked: the {between} between them holds {fewer} fewer than they have alone.",
                "See which of them stand already, and leave the others off one of the two cut lists.",
            ),
            "headers-meet-on-jack": (
                "check",
                "Between {a} and {b} is {between}, as was asked: their {header}s would run into each other by {over}.",
                "Carry one {header} through over both, or have whoever gave its size say how far each must bear on the {jack} they share.",
            ),
            "sliver-between-openings": (
                "note",
                "Between the framing of {a} and of {b} only {space} is left.",
                "Fill it solid, or move one of them by {space}.",
            ),
            "open-slab-covers-opening": (
                "check",
                "The open slab or track of {a} runs {over} over opening {b}.",
                "Let it open to the other side, or move one of them.",
            ),
            "opening-too-near-corner": (
                "check",
                "Opening {a} leaves {room} to the corner at the {end} end: {casing} and its {casing_step} do not fit.",
                "Move it {needed} away, or plan narrower {casing} there.",
            ),
            "leaf-meets-corner": (
                "check",
                "The {leaf} of {a} opens against the corner at the {end} end, {room} away: its knob would hit the wall.",
                "Move it {needed} away, hang it on the other side, or plan a stop at 90 degrees.",
            ),
            "fitting-in-opening": (
                "stop",
                "{what}, {at} from the left end, stands in opening {a}.",
                "Move the opening, or have it moved by the one whose trade it is. " + LOCAL_CODE,
            ),
            "fitting-in-pocket": (
                "stop",
                "{what}, {at} from the left end, would sit in the pocket or opening of {a}.",
                "Move it out of the pocket: no box and no screw may enter it. " + LOCAL_CODE,
            ),
            "fitting-under-casing": (
                "check",
                "{what}, {at} from the left end, lies under the {casing} of {a}.",
                "Move it clear of the {casing}; a switch is looked for {least} to {most} from the opening, on the {strike} side.",
            ),
            "fitting-under-slab": (
                "check",
                "{what}, {at} from the left end, is covered by the open slab of {a}.",
                "Move it, or let the slab open to the other side.",
            ),
            "fitting-behind-leaf": (
                "check",
                "{what}, {at} from the left end, is behind the open {leaf} of {a}.",
                "Put it on the {strike} side, clear of the {casing}.",
            ),
        },
    }
)


@dataclass(frozen=True, slots=True)
class WallFlag:
    """A judgement and the openings it is about, by index."""

    flag: Flag
    about: tuple[int, ...]


def _neighbours(layout: Layout, solved: Sequence[Solved], wall: Wall) -> Iterator[WallFlag]:
    thick = wall.stud_thickness.value
    for a, b in pairwise(layout.standing):
        called = {"a": solved[a.index].mark, "b": solved[b.index].mark}
        about, path = (a.index, b.index), "opening.position.distance"
        between = b.framing.low - a.framing.high
        if b.opening.low < a.opening.high:
            yield WallFlag(
                FLAGS("openings-overlap", {**called, "over": a.opening.high - b.opening.low}, (), path), about
            )
        elif between < ZERO:
            share = next((s for s in layout.shares if (s.left, s.right) == about), None)
            if share is None:
                yield WallFlag(FLAGS("openings-share-studs", {**called, "over": -between}, (), path), about)
            else:
                yield from (WallFlag(flag, about) for flag in _shared(share, called, solved, wall, path))
        elif ZERO < between < thick:
            yield WallFlag(FLAGS("sliver-between-openings", {**called, "space": between}, (), path), about)
        if a.reach.high > b.opening.low and a.reach.high > a.opening.high and b.opening.low >= a.opening.high:
            yield WallFlag(
                FLAGS("open-slab-covers-opening", {**called, "over": a.reach.high - b.opening.low}, (), path), about
            )
        if b.reach.low < a.opening.high and b.reach.low < b.opening.low and b.opening.low >= a.opening.high:
            swapped = {"a": called["b"], "b": called["a"]}
            yield WallFlag(
                FLAGS("open-slab-covers-opening", {**swapped, "over": a.opening.high - b.reach.low}, (), path), about
            )


def _shared(share: Share, called: dict[str, str], solved: Sequence[Solved], wall: Wall, path: str) -> Iterator[Flag]:
    """What two openings share as was asked: how many studs fewer, headers that would meet on one jack, what is left over."""
    thick = wall.stud_thickness.value
    headers = [solved[i].opening.header for i in (share.left, share.right)]
    values: Values = {**called, "between": share.between.width, "fewer": str(share.kings + share.jacks)}
    over = thick * sum(h.jacks for h in headers) - share.between.width
    if over > ZERO:
        yield FLAGS("headers-meet-on-jack", {**values, "over": over}, (), path)
    elif wall.existing:
        yield FLAGS("openings-share-as-found", values, (), path)
    else:
        yield FLAGS("openings-share-as-asked", values, (), path)
    left = share.between.width - thick * int(share.between.width.nm // thick.nm)
    if left > ZERO:
        yield FLAGS("sliver-between-openings", {**called, "space": left}, (), path)


def _corners(
    layout: Layout, solved: Sequence[Solved], corners: tuple[EndKind, EndKind], rules: HouseRules
) -> Iterator[WallFlag]:
    """Casing and knob between an opening and an inside corner."""
    if layout.length is None:
        return
    for s in layout.standing:
        one = solved[s.index]
        for end, corner, room in (
            ("left", corners[0], s.opening.low),
            ("right", corners[1], layout.length - s.opening.high),
        ):
            if corner != "inside":
                continue
            casing = one.opening.casing.width.value + rules.value(house.SETBACK) if one.opening.casing else ZERO
            values: Values = {"a": one.mark, "end": end, "room": max(room, ZERO)}
            if casing > ZERO and room < casing:
                yield WallFlag(
                    FLAGS(
                        "opening-too-near-corner", {**values, "needed": casing - room}, (), "opening.position.distance"
                    ),
                    (s.index,),
                )
            knob = rules.value(house.KNOB_ROOM)
            swings_there = kind_of(one.opening).swings and one.opening.handing.hinge_side == end
            if swings_there and room < knob:
                yield WallFlag(
                    FLAGS("leaf-meets-corner", {**values, "needed": knob - room}, (), "opening.position.distance"),
                    (s.index,),
                )


def _behind(one: Solved, s: StandingOpening, fitting: Fitting) -> bool:
    """Whether a fitting lies behind the leaf when it is swung back against the wall on its hinge side."""
    if not kind_of(one.opening).swings or fitting.side != one.opening.handing.opens_to:
        return False
    wide = value_of(one.opening.leaves[0].width)
    if wide is None:
        return False
    if one.opening.handing.hinge_side == "left":
        return s.opening.low - wide <= fitting.at < s.opening.low
    return s.opening.high < fitting.at <= s.opening.high + wide


def _fittings(
    layout: Layout, solved: Sequence[Solved], fittings: Sequence[Fitting], rules: HouseRules
) -> Iterator[WallFlag]:
    for fitting in fittings:
        for s in layout.standing:
            one = solved[s.index]
            values: Values = {"what": fitting.what or "Something", "a": one.mark, "at": fitting.at}
            values |= {"least": rules.value(house.SWITCH_LEAST), "most": rules.value(house.SWITCH_MOST)}
            covered = kind_of(one.opening).covers(one.opening) == fitting.side
            casing = one.opening.casing.width.value + rules.value(house.SETBACK) if one.opening.casing else ZERO
            code = ""
            if s.opening.low <= fitting.at <= s.opening.high:
                code = kind_of(one.opening).fitting_in_it
            elif s.opening.low - casing < fitting.at < s.opening.high + casing:
                code = "fitting-under-casing"
            elif covered and s.reach.low <= fitting.at <= s.reach.high:
                code = "fitting-under-slab"
            elif _behind(one, s, fitting):
                code = "fitting-behind-leaf"
            if code:
                yield WallFlag(FLAGS(code, values, (), fitting.path), (s.index,))


def _new_holes(layout: Layout, solved: Sequence[Solved]) -> Iterator[WallFlag]:
    """What stands against a hole cut into this wall where it is planned: it is the place that cures it."""
    for s in layout.standing:
        for flag in solved[s.index].result.flags:
            if flag.code.startswith("cut-in-"):
                yield WallFlag(flag, (s.index,))


def on_wall(
    layout: Layout,
    solved: Sequence[Solved],
    wall: Wall,
    corners: tuple[EndKind, EndKind],
    fittings: Sequence[Fitting],
    rules: HouseRules,
) -> tuple[WallFlag, ...]:
    """Every judgement on the wall as a whole, worst first.

    Args:
        layout: of all openings; solved: their answers; wall: the facts; corners: studs its ends take; fittings: what hangs on it.
    """
    said = [
        *_neighbours(layout, solved, wall),
        *_corners(layout, solved, corners, rules),
        *_fittings(layout, solved, fittings, rules),
        *_new_holes(layout, solved),
    ]
    order = worst_first(tuple(s.flag for s in said))
    return tuple(sorted(said, key=lambda s: order.index(s.flag)))
