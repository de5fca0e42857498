"""A frame too tall for its hole (handbook 15): what gives way, rung by rung, until it goes in."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import replace
from typing import Literal

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.frames.frame import Lowered
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.floors import trim_allowed
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Amount, Computed, Figures, Known, Line, Source, add, lowest, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero, size
from jambo.core.quantities.tape import SAME
from jambo.core.rules import HouseRules

Rung = Literal["legs", "leaf", "under", "header"]
RUNGS: tuple[Rung, ...] = ("legs", "leaf", "under", "header")
_ANY = Length.inches(480)  # more than any frame must come down
AMOUNTS = {
    "legs": names.LEGS_CUT_FOR_HEAD, "leaf": names.LEAF_TRIM, "under": names.UNDER_LOWERED, "header": names.HEADER_RAISED,
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class LadderRung:
    """One rung: whether it was chosen, and what it takes, or would take beside those chosen."""

    rung: Rung
    chosen: bool
    takes: Length


@dataclass(frozen=True, slots=True)
class Ladder:
    """The rungs of one frame. `left` is what those chosen leave, `short` what all but the header would leave.

    `head` is the play before anything gave way; `figures` are the amounts of what was chosen.
    """

    steps: tuple[LadderRung, ...]
    head: Length
    left: Length
    short: Length
    could: dict[Rung, Length]
    lowered: Lowered | None
    figures: Figures

    @property
    def chosen(self) -> bool:
        """Whether any rung was chosen."""
        return any(step.chosen for step in self.steps)


@dataclass(frozen=True, slots=True)
class _Has:
    """What there is to take: how far it must come down, floor gap to spare, what may come off the leaf, what it stands on."""

    down: Length
    room: Length
    trim: Length
    under: Length
    sill: bool

    def takes(self, chosen: Collection[str]) -> dict[Rung, Length]:
        """What each rung takes. The leaf comes down with the legs; what its gap then lacks comes off its bottom.

        Over a sill the gap is the seal's: the leaf loses what the legs lose, and only filler takes from the floor gap.
        """
        trim = self.trim if "leaf" in chosen else ZERO
        give = self.room + (ZERO if self.sill else trim)
        under = min(self.down, self.under, give) if "under" in chosen else ZERO
        legs = min(self.down, trim + under if self.sill else give) - under if "legs" in chosen else ZERO
        off = legs if self.sill else max(ZERO, under + legs - self.room)
        header = self.down - under - legs if "header" in chosen else ZERO
        return {"legs": legs, "leaf": off, "under": under, "header": header}


def _left(has: _Has, takes: dict[Rung, Length]) -> Length:
    return has.down - takes["legs"] - takes["under"] - takes["header"]


def _stands_on(opening: Opening, figures: Figures, rules: HouseRules) -> Length:
    """How far what the frame stands on can be lowered: its spacer, or the filler under its sill and a sill that is made on the site."""
    sill = opening.frame.sill
    if sill is not None:
        spare = or_zero(value_of(sill.thickness)) - rules.value(house.SILL_LEAST) if sill.site_made else ZERO
        return or_zero(figures.value(names.SILL_FILLER)) + max(ZERO, spare)
    return or_zero(value_of(opening.frame.spacer)) if opening.frame.stands_on == "spacer" else ZERO


def _has(opening: Opening, figures: Figures, down: Length, room: Computed, rules: HouseRules) -> _Has:
    off = opening.setting.leaf_trimmed
    trim = trim_allowed(opening, rules).value - (off.value if off is not None else ZERO)
    spare, under = or_zero(value_of(room)), _stands_on(opening, figures, rules)
    return _Has(down, max(ZERO, spare), max(ZERO, trim), under, opening.frame.sill is not None)


def _offered(opening: Opening, has: _Has) -> list[Rung]:
    """The rungs this frame has, but for the header, in their order."""
    order: tuple[Rung, ...] = ("under", "legs", "leaf") if has.sill else RUNGS  # the sill before a leaf
    there = {"legs": kind_of_frame(opening.frame).legs_cut, "leaf": has.trim > ZERO, "under": has.under > ZERO}
    return [rung for rung in order if there.get(rung)]


def gives(opening: Opening, figures: Figures, room: Computed, rules: HouseRules) -> Length:
    """How far the frame may come down in all, by every rung but the header."""
    has = _has(opening, figures, _ANY, room, rules)
    takes = has.takes(_offered(opening, has))
    return takes["legs"] + takes["under"]


def climb(opening: Opening, figures: Figures, room: Computed, rules: HouseRules) -> Ladder | None:
    """Say what lets the frame in; None while nobody read the header, or while it goes in with the least play over it.

    Args:
        opening: the frame, the leaf, and the rungs chosen; figures: over the floor found, with the play over the head.
        room: the least gap over the floor as it stands, less the least that is wanted; rules: in force.
    """
    play, least = figures.value(names.HEAD_PLAY_FOUND), rules.known(house.HEAD_PLAY_LEAST)
    if play is None or least.value - play < SAME[rules.habit]:
        return None
    said, has = opening.setting, _has(opening, figures, least.value - play, room, rules)
    offered = _offered(opening, has)
    asked = {"legs": said.cut_legs, "leaf": said.trim_leaf, "under": said.lower_under, "header": said.raise_header}
    chosen = [rung for rung in (*offered, "header") if asked[rung]]
    takes = has.takes(chosen)
    steps = tuple(
        LadderRung(rung, rung in chosen, takes[rung] if rung in chosen else has.takes([*chosen, rung])[rung])
        for rung in (*offered, "header")
    )
    every = has.takes(offered)
    made = _amounts(has, takes, figures, least, _gives(opening, has, room, rules))
    return Ladder(
        tuple(s for s in steps if s.takes > ZERO or s.chosen), play, _left(has, takes), _left(has, every), every,
        _lowered(takes, made, opening), made,
    )  # fmt: skip


def _gives(opening: Opening, has: _Has, room: Computed, rules: HouseRules) -> tuple[list[Line], list[Line]]:
    """What floor gap and leaf have to give, as lines of a sum: nothing of a gap that is short, nor what came off already."""
    off = opening.setting.leaf_trimmed
    leaf: list[Line] = [trim_allowed(opening, rules), *([(-1, off)] if off is not None else [])]
    return [room] if has.room != ZERO else [], leaf if has.trim != ZERO else []


def _amounts(
    has: _Has, takes: dict[Rung, Length], figures: Figures, least: Known, gives: tuple[list[Line], list[Line]]
) -> Figures:
    """The amounts as figures: each says what it is made of."""
    room, leaf = gives
    down = add(names.TOO_TALL, least, (-1, figures[names.HEAD_PLAY_FOUND]))
    made = Figures.of([down])
    if takes["under"] != ZERO:
        stands = Known("stands_on", takes["under"], Source("given", "opening.frame.spacer"))
        made[names.UNDER_LOWERED] = lowest(names.UNDER_LOWERED, stands, down)
    below: list[Line] = [(-1, made[names.UNDER_LOWERED])] if takes["under"] != ZERO else []
    if takes["legs"] != ZERO:
        needed = takes["legs"] + takes["under"] == has.down
        most: list[Line] = room if not has.sill else [made[names.UNDER_LOWERED]] if takes["under"] != ZERO else []
        lines: list[Line] = [down] if needed else [*most, *(leaf if takes["leaf"] != ZERO else [])]
        made[names.LEGS_CUT_FOR_HEAD] = add(names.LEGS_CUT_FOR_HEAD, *lines, *below)
    cut = [made[name] for name in (names.UNDER_LOWERED, names.LEGS_CUT_FOR_HEAD) if name in made]
    if takes["leaf"] != ZERO:
        kept: list[Line] = [] if has.sill else [(-1, one) for one in room if not isinstance(one, tuple)]
        made[names.LEAF_TRIM] = add(names.LEAF_TRIM, *(cut[-1:] if has.sill else cut), *kept)
    if takes["header"] != ZERO:
        made[names.HEADER_RAISED] = add(names.HEADER_RAISED, down, *[(-1, one) for one in cut])
    if _left(has, takes) > ZERO and any(taken != ZERO for taken in takes.values()):
        made[names.STILL_TOO_TALL] = add(names.STILL_TOO_TALL, down, *[(-1, one) for one in cut])
    return made


def _lowered(takes: dict[Rung, Length], made: Figures, opening: Opening) -> Lowered | None:
    """What the frame, the leaf and what they stand on come down by."""
    if takes["legs"] == ZERO and takes["under"] == ZERO:
        return None
    under, legs, off = (made.get(AMOUNTS[rung]) for rung in ("under", "legs", "leaf"))
    down = (
        [legs] if opening.frame.sill is not None else [under, legs]
    )  # filler brings sill, leaf and gap down by itself
    gap: list[Line] = [(1, one) for one in down if one is not None]
    return replace(_lowered_by(gap, off), under=under)


def _lowered_by(down: Sequence[Line], off: Amount | None) -> Lowered:
    """The gap loses what the frame comes down by, less what comes off the leaf."""
    trim = () if off is None else (off,)
    return Lowered(gap=(*down, *((-1, one) for one in trim)), trim=trim)


def as_done(opening: Opening, figures: Figures, rules: HouseRules) -> Lowered | None:
    """What legs that were cut and a leaf that was trimmed bring the frame and the gap down by; None while both are as planned.

    Legs cut to another difference than the floor, or the leaf they are set to, asks for say nothing: they are to be measured again.

    Args:
        opening: the legs as cut, what came off the leaf; figures: over the floor found, as planned; rules: in force.
    """
    hinge, strike, off = opening.setting.cut_hinge, opening.setting.cut_strike, opening.setting.leaf_trimmed
    asked, short = figures.known(names.LEG_HINGE_SET, names.LEG_STRIKE_SET), None
    if hinge is not None and strike is not None and asked is not None:
        differ = asked[names.LEG_HINGE_SET] - asked[names.LEG_STRIKE_SET]
        by = add(names.LEGS_BELOW_PLAN, figures[names.LEG_HINGE_SET], (-1, hinge))
        square = size(hinge.value - strike.value - differ) <= rules.value(house.STRAIGHT)
        short = by if square and size(or_zero(value_of(by))) >= SAME[rules.habit] else None
    if short is None and off is None:
        return None
    gap: list[Line] = [(1, short)] if short is not None else []
    return _lowered_by(gap, off)


def both(one: Lowered | None, other: Lowered | None) -> Lowered | None:
    """What was done already, and what was chosen beside it."""
    if one is None or other is None:
        return one or other
    return Lowered((*one.gap, *other.gap), (*one.trim, *other.trim), other.under)


def still_to_trim(opening: Opening, done: Lowered, asked: Ladder | None) -> tuple[Lowered, Figures]:
    """Legs that were cut as was asked, and a leaf that is still to be trimmed as was asked with them."""
    off = asked.figures.get(names.LEAF_TRIM) if asked is not None else None
    if off is None or opening.setting.leaf_trimmed is not None:
        return done, Figures()
    return _lowered_by(done.gap, off), Figures.of([off])


def legs_as_cut(opening: Opening, asked: Ladder | None, figures: Figures, done: Lowered) -> Figures:
    """How much shorter the legs were cut than the plan asked, with what was chosen for a hole too low."""
    short = [line for line in done.gap if isinstance(line, tuple) and line[0] == 1]
    wanted = asked.figures.get(names.LEGS_CUT_FOR_HEAD) if asked is not None else None
    if not short or opening.setting.cut_hinge is None:
        return Figures()
    return Figures.of([add(names.LEGS_CUT_SHORT, *short, *([(-1, wanted)] if wanted is not None else []))])
