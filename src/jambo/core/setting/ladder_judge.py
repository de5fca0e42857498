"""Judgements on a frame too tall for its hole, and on legs and leaf as they were cut (handbook 15)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords, Values
from jambo.core.framing.floors import trim_allowed
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import ZERO, or_zero, size
from jambo.core.quantities.tape import SAME
from jambo.core.rules import HouseRules
from jambo.core.setting.ladder import Ladder

_TALL = "The {frame} stands {over} taller than the hole."

FLAGS = FlagWords(
    {
        "set": {
            "no-head-play": (
                "check",
                "Next to nothing is left over the {head}: less than {least}.",
                "Prove the {header} level and straight, or bring the {frame} down as the Set stage says.",
            ),
            "taller-than-hole-legs": (
                "check",
                _TALL,
                "Cut {legs} off both {leg}s: it goes in with {least} over the {head}, and the floor gap falls by {legs}.",
            ),
            "taller-than-hole-leaf": (
                "check",
                _TALL,
                "Cut {legs} off both {leg}s and {leaf_off} off the {leaf}'s bottom: it goes in with {least} over the {head}.",
            ),
            "taller-than-hole-under": (
                "check",
                _TALL,
                "Lower what it stands on, cut the {leg}s, trim the {leaf}: the Set stage gives each amount, {down} in all.",
            ),
            "unit-too-tall": (
                "stop",
                "The {frame} stands {over} taller than the hole. When all that may give way has, {needed} is still missing.",
                "Raise the {header} by {needed}, or take a lower {leaf}.",
            ),
            "still-too-tall": (
                "check",
                "With what was chosen for its height, the {frame} is still {needed} too tall.",
                "Choose what else gives way on the Set stage, or raise the {header} by {needed}.",
            ),
            "header-raised": (
                "check",
                "The {header} is to be raised by {needed}.",
                "That is work on the wall: find out what it carries, and write down who says how, before a {stud} is cut. "
                + LOCAL_CODE,
            ),
            "legs-cut-shorter": (
                "note",
                "The {leg}s were cut {by} shorter than the plan asked: {frame} and {leaf} come down by it.",
                "Pack both feet up by {by} to have it as planned, or leave it: the figures follow the {leg}s as cut.",
            ),
            "legs-cut-longer": (
                "note",
                "The {leg}s were cut {by} longer than the plan asked: {frame} and {leaf} stand higher by it.",
                "Take {by} more off both feet to have it as planned, or leave it: the figures follow the {leg}s as cut.",
            ),
            "fire-rated-trimmed": (
                "stop",
                "{off} came off the bottom of a fire-rated {leaf}: its listing no longer holds.",
                "Ask its maker, or take another {leaf}. " + LOCAL_CODE,
            ),
            "leaf-trimmed-too-much": (
                "check",
                "{off} came off the {leaf}'s bottom; {most} was to be the most.",
                "Glue a strip on, or ask its maker: under the edge of a hollow {leaf} there is no wood.",
            ),
        },
    }
)


def on_ladder(opening: Opening, ladder: Ladder | None, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """What a frame too tall for its hole asks for, and what follows from what was chosen.

    Args:
        opening: the facts; ladder: the rungs, None while it goes in; figures: that count now; rules: in force.
    """
    if ladder is not None:
        yield from _too_tall(ladder, figures, rules)
    off, most = opening.setting.leaf_trimmed, trim_allowed(opening, rules)
    if off is not None and off.value >= most.value + SAME[rules.habit]:
        code = "fire-rated-trimmed" if opening.fire_rated else "leaf-trimmed-too-much"
        yield FLAGS(code, {"off": off.value, "most": most.value}, (), off.source.path)
    by = figures.value(names.LEGS_CUT_SHORT)
    if by is not None and size(by) > rules.value(house.STRAIGHT):
        code = "legs-cut-shorter" if by > ZERO else "legs-cut-longer"
        yield FLAGS(code, {"by": size(by)}, (names.LEGS_CUT_SHORT,), "opening.setting.cut_hinge")


def _too_tall(ladder: Ladder, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    path, could = "opening.setting.cut_legs", ladder.could
    raised = figures.value(names.HEADER_RAISED)
    if raised is not None:
        yield FLAGS("header-raised", {"needed": raised}, (names.HEADER_RAISED,), "opening.setting.raise_header")
    elif ladder.short >= SAME[rules.habit] and ladder.head < -SAME[rules.habit]:
        values: Values = {"over": -ladder.head, "needed": ladder.short}
        yield FLAGS("unit-too-tall", values, (names.HEAD_PLAY_FOUND, names.TOO_TALL), path)
    elif ladder.chosen:
        if ladder.left >= SAME[rules.habit]:
            yield FLAGS("still-too-tall", {"needed": ladder.left}, (names.STILL_TOO_TALL,), path)
    elif ladder.head >= -SAME[rules.habit]:
        yield FLAGS("no-head-play", {"least": rules.value(house.HEAD_PLAY_LEAST)}, (names.HEAD_PLAY_FOUND,), path)
    else:
        code = (
            "taller-than-hole-under"
            if could["under"] != ZERO
            else "taller-than-hole-leaf"
            if could["leaf"] != ZERO
            else "taller-than-hole-legs"
        )
        values = {
            "over": -ladder.head, "legs": could["legs"], "leaf_off": could["leaf"],
            "least": rules.value(house.HEAD_PLAY_LEAST), "down": or_zero(figures.value(names.TOO_TALL)),
        }  # fmt: skip
        yield FLAGS(code, values, (names.HEAD_PLAY_FOUND, names.TOO_TALL), path)
