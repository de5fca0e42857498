"""What another floor does to an opening (handbook 9): figures that move, leaves to trim, openings that no longer take their frame."""

from __future__ import annotations

from collections.abc import Collection, Iterator

from jambo.core.facts.opening import Opening
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords, Values, worst_first
from jambo.core.framing.floors import gap_over, trim_allowed
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, sum_of
from jambo.core.quantities.length import ZERO, Length, or_zero
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules

FLAGS = FlagWords(
    {
        "floor": {
            "new-floor-gap-smaller": (
                "note",
                "The {leaf} hangs already: the new floor leaves {left} under it, where {wanted} was planned and {least} is allowed.",
                "Leave it so where the floor is level over the whole swing; else {trim} comes off its bottom.",
            ),
            "new-floor-gap-gives": (
                "check",
                "The opening is framed {framed} high, and now needs {needs}: {over} is missing over the {head}.",
                "Let the {leaf} hang {over} lower: {left} stays under it, and {least} is allowed. The {leg}s that are not cut yet are cut {over} shorter.",
            ),
            "new-floor-trim": (
                "check",
                "The {leaf} hangs already: the new floor leaves {left} under it, and {wanted} was planned.",
                "Trim {trim} off its bottom before the floor is laid up to it.",
            ),
            "new-floor-trim-too-much": (
                "stop",
                "The {leaf} hangs already: the new floor leaves {left} under it, and {wanted} was planned. "
                "That is {trim} to trim, and no more than {most} may come off its bottom.",
                "Lay a thinner floor there, accept a smaller gap, or take another {leaf}; the top is never trimmed unless its maker allows.",
            ),
            "new-floor-fire-rated": (
                "stop",
                "The fire-rated {leaf} hangs already: the new floor leaves {left} under it, and {wanted} was planned.",
                "Nothing is trimmed beyond its listing: ask its maker, lay a thinner floor, or reset the {frame}. "
                + LOCAL_CODE,
            ),
            "new-floor-gap-wide": (
                "note",
                "The {leaf} hangs already: over the new floor its gap grows from {wanted} to {left}.",
                "Leave it, lay the floor up, or fit a strip under the {leaf}.",
            ),
            "new-floor-opening-low": (
                "stop",
                "The opening is framed {framed} high, and now needs {needs}: {over} is missing over the {head}.",
                "In this order of cost: take {gives} from the gap under the {leaf}, and from {leg}s that are not cut yet; trim the {leaf} as far as "
                "its maker allows; lay a thinner floor; raise the {header}.",
            ),
            "new-floor-fire-rated-low": (
                "stop",
                "The opening is framed {framed} high, and now needs {needs}: {over} is missing over the {head}.",
                "In this order of cost: take {gives} from the gap under the {leaf}, within its listing; lay a thinner floor; raise the {header}. "
                "Nothing comes off a fire-rated {leaf}.",
            ),
            "new-floor-kit-low": (
                "stop",
                "The opening is framed {framed} high, and now needs {needs}: {over} is missing over the {head}.",
                "Lay a thinner floor, or raise the {header} by {over}.",
            ),
            "new-floor-head-space": (
                "note",
                "The opening is framed {framed} high, and by the new floor would be {needs}: {left} stays over the {head}.",
                "It still goes in; pack the {head} to what is left.",
            ),
        },
    }
)


@dataclass(frozen=True, slots=True)
class FigureMoved:
    """A figure that reads differently; None where it waits on a fact."""

    name: FigureName
    before: Length | None
    after: Length | None


@dataclass(frozen=True, slots=True)
class Refloored:
    """What a change of floor does to one opening: every figure that moves, and what that means for what is built."""

    moved: tuple[FigureMoved, ...]
    flags: tuple[Flag, ...]


def _moved(before: Figures, after: Figures) -> Iterator[FigureMoved]:
    for name in dict.fromkeys((*after, *before)):
        was, now = before.value(name), after.value(name)
        if was != now:
            yield FigureMoved(name, was, now)


def _leaf(before: Figures, after: Figures, opening: Opening, rules: HouseRules) -> Iterator[Flag]:
    """A leaf that hangs keeps its height over the rough floor: a higher floor takes from the gap under it."""
    bottom, old, new = before.value(names.LEAF_BOTTOM), before.value(names.FLOOR_CLEAR), after.value(names.FLOOR_CLEAR)
    if bottom is None or old is None or new is None or old == new:
        return
    values: Values = {"left": bottom - new if bottom > new else "nothing", "wanted": bottom - old}
    about, path = (names.LEAF_BOTTOM, names.FLOOR_CLEAR), "opening.floors"
    if new < old:
        yield FLAGS("new-floor-gap-wide", values, about, path)
        return
    trim, most, least = new - old, trim_allowed(opening, rules).value, _least_gap(opening, rules)
    values |= {"trim": trim, "most": most, "least": least}
    code = "new-floor-trim"
    if bottom - new >= least:
        code = "new-floor-gap-smaller"
    elif opening.fire_rated:
        code = "new-floor-fire-rated"
    elif trim > most:
        code = "new-floor-trim-too-much"
    yield FLAGS(code, values, about, path)


def _least_gap(opening: Opening, rules: HouseRules) -> Length:
    """The least gap under the leaf that the floor it swings over bears; over carpet with the pile."""
    return or_zero(sum_of(*gap_over(opening.floors.stack(opening.handing.opens_to), rules, least=True)))


def _hole(before: Figures, after: Figures, opening: Opening, rules: HouseRules) -> Iterator[Flag]:
    """An opening that is framed keeps its height: what a higher floor lifts must find room over the head.

    What is lacking is taken where that costs least: a smaller gap that is still allowed comes first (handbook 9).
    """
    framed, needs = before.value(names.RO_HEIGHT), after.value(names.RO_HEIGHT)
    if framed is None or needs is None or framed == needs:
        return
    play = or_zero(after.value(names.HEAD_PLAY))  # a pocket or a track has none to give
    left = play + framed - needs
    values: Values = {"framed": framed, "needs": needs}
    about, path = (names.RO_HEIGHT, names.HEAD_UNDERSIDE), "opening.floors"
    if left < ZERO:
        known, least = after.known(names.LEAF_BOTTOM, names.FLOOR_CLEAR), _least_gap(opening, rules)
        if known is None or names.HEAD_PLAY not in after:  # a kit's gap is its set mark's, and a track's its line's
            yield FLAGS("new-floor-kit-low", {**values, "over": -left}, about, path)
            return
        gap = known[names.LEAF_BOTTOM] - known[names.FLOOR_CLEAR]
        gives = max(ZERO, gap - least)
        values |= {"over": -left, "gives": gives if gives > ZERO else "nothing", "left": gap + left, "least": least}
        code = "new-floor-fire-rated-low" if opening.fire_rated else "new-floor-opening-low"
        yield FLAGS("new-floor-gap-gives" if -left <= gives else code, values, about, path)
    else:
        yield FLAGS("new-floor-head-space", {**values, "left": left}, about, path)


def refloored(
    before: Figures, after: Figures, opening: Opening, rules: HouseRules, done: Collection[str] = ()
) -> Refloored:
    """Compare an opening's figures under the old floors and the new. `done` says how far it is built: framed, set, signed.

    Args:
        before, after: the opening's figures on the old floors and the new; opening: its facts; rules: in force.

    Returns:
        The figures that move, and the flags on what has been built already.
    """
    flags: list[Flag] = []
    if "set" in done or "signed" in done:
        flags += _leaf(before, after, opening, rules)
    elif "framed" in done:
        flags += _hole(before, after, opening, rules)
    return Refloored(tuple(_moved(before, after)), worst_first(tuple(flags)))
