"""Judgements (DESIGN 2, TRADE 23): flags are data; their words live here and nowhere else.

Levels: *stop* = do not cut; *check* = go and look; *note* = know it. Reason and cure are templates over the
word list and the flag's own lengths and texts.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from jambo.core.length import Length

FlagLevel = Literal["stop", "check", "note"]
LEVEL_ORDER: dict[str, int] = {"stop": 0, "check": 1, "note": 2}


@dataclass(frozen=True, slots=True)
class FlagKind:
    """The words of a flag: how bad it is, why, and what cures it. `stage` is where the screen shows it."""

    level: FlagLevel
    stage: Literal["door", "floor", "opening", "frame", "trim"]
    reason: str
    cure: str


@dataclass(frozen=True, slots=True)
class Flag:
    """One judgement: its code, the values its words need, the figures it concerns and the field that cures it."""

    code: str
    values: Mapping[str, Length | str]
    figures: tuple[str, ...] = ()
    path: str = ""

    @property
    def kind(self) -> FlagKind:
        """The words and level of this flag's code."""
        return KINDS[self.code]


LOCAL_CODE = "Follow the local code; where structure, fire or wiring is touched, a licensed person decides."

KINDS: dict[str, FlagKind] = {
    "leaf-width-two-readings": FlagKind(
        "check", "door",
        "The {leaf} width was read as {heard}, but the same writing could mean {also}, and both are stock sizes.",
        "Say which one it is; measure the {leaf} if it is on site.",
    ),
    "gap-too-small-for-paint": FlagKind(
        "check", "door",
        "The {where} is {gap}; under {least} a painted {leaf} binds.",
        "Make the gap at least {least}, or plan to plane the {leaf} after painting.",
    ),
    "floor-is-allowance": FlagKind(
        "check", "floor",
        "The floor on side {side} is not chosen: {amount} is an allowance ({why}).",
        "Choose the floor, or have the allowance accepted, before anything that stands on it is cut.",
    ),
    "floors-differ": FlagKind(
        "note", "floor",
        "The floors differ by {step} across the {leaf}; it passes over side {side}, the higher one it must clear.",
        "Agree where the step lies under the closed {leaf}, or plan a threshold strip.",
    ),
    "floor-gap-small": FlagKind(
        "note", "floor",
        "The floor gap of {gap} is less than usual over a hard floor ({usual}).",
        "Keep it only where the floor is proven level over the whole swing.",
    ),
    "leg-stands-on-unchosen-floor": FlagKind(
        "check", "frame",
        "The {leg}s stand on the finished floor, and that floor is still an allowance.",
        "Leave the {leg}s long, or stand them on scraps, until the floor is chosen.",
    ),
    "side-play-none": FlagKind(
        "stop", "opening",
        "The {frame} is {over} wider than the rough opening.",
        "Widen the opening by {needed}, or use a narrower {leaf} or thinner {leg}s.",
    ),
    "side-play-tight": FlagKind(
        "check", "opening",
        "Side play is {play} each side; less than {least} leaves nothing for a {stud} out of plumb.",
        "Add {needed} to the opening width, or prove both {stud}s plumb before setting.",
    ),
    "side-play-under-lean": FlagKind(
        "note", "opening",
        "Side play is {play} each side; a {stud} leaning as much as expected wants {wanted}.",
        "Plumb the {jack}s carefully, or add {needed} to the opening width.",
    ),
    "side-play-wide": FlagKind(
        "note", "opening",
        "Side play is {play} each side, more than {most}: {shim}s alone would be too thick.",
        "Fix blocks to the {stud}s first, then {shim} from them, or narrow the opening.",
    ),
    "head-play-none": FlagKind(
        "stop", "opening",
        "The {frame} stands {over} taller than the rough opening: {cause}.",
        "Raise the opening by {needed}, or shorten {leg}s and {leaf} at the bottom as far as the maker allows.",
    ),
    "cripple-does-not-fit": FlagKind(
        "stop", "frame",
        "The opening and its {header} need {over} more than the wall height.",
        "Use a shallower {header}, lower the opening, or raise the wall.",
    ),
    "header-against-plates": FlagKind(
        "note", "frame",
        "The {header} fills the wall to the plates: there are no {cripple}s over it.",
        "Set the {header} tight against the top plates and nail it through them.",
    ),
    "wall-too-low": FlagKind(
        "stop", "frame",
        "The rough opening is {over} higher than the wall.",
        "Raise the wall or choose a lower {leaf}.",
    ),
    "opening-past-wall-start": FlagKind(
        "stop", "frame",
        "The framing of the opening starts {over} before the {end} end of the wall.",
        "Move the opening at least {over} away from that end.",
    ),
    "opening-past-wall-end": FlagKind(
        "stop", "frame",
        "The framing of the opening runs {over} past the {end} end of the wall.",
        "Move the opening at least {over} back, or lengthen the wall.",
    ),
    "opening-wider-than-wall": FlagKind(
        "stop", "frame",
        "The opening with its {jack}s and {king}s needs {needed}; the wall is {length} long.",
        "Choose a narrower {leaf} or a longer wall.",
    ),
    "sliver-beside-king": FlagKind(
        "note", "frame",
        "Layout {stud} {number} stands only {space} from a {king}.",
        "Nail it solid to the {king}, or shift the opening by {space}.",
    ),
    "bearing-without-source": FlagKind(
        "stop", "frame",
        "The wall is {bearing}, and no {header} size with its source is recorded.",
        "Record who gave the {header}: local code table, drawing or engineer. Jambo never sizes a structural {header}. "
        + LOCAL_CODE,
    ),
    "frame-too-shallow": FlagKind(
        "stop", "frame",
        "The {frame} is {depth} deep and the finished wall {wall} thick: {short} short.",
        "Order a deeper {frame}, or plan an extension strip of {short}.",
    ),
    "kit-cannot-serve-leaf": FlagKind(
        "stop", "frame",
        "The lining kit is made for leaves of {first} or {last}; this one is {width}, or one of a pair.",
        "Get the kit for this {leaf}, or a {frame} cut to measure.",
    ),
    "rip-the-lining": FlagKind(
        "note", "frame",
        "The lining is {depth} wide and the {frame} needs {wanted}.",
        "Rip it to {rip}; that leaves a little to plane off the saw marks.",
    ),
    "split-jamb-out-of-range": FlagKind(
        "stop", "frame",
        "The finished wall is {wall}; the split jamb takes {least} to {most}.",
        "Get the split jamb for this wall, or change the wall finish.",
    ),
    "casing-does-not-cover": FlagKind(
        "check", "trim",
        "The {casing} is {width} wide; it takes {wanted} to cover the joint on the {wallboard}.",
        "Use wider {casing}, a larger {setback} toward the opening, or fill the joint before trimming.",
    ),
    "caution-clear-width": FlagKind(
        "note", "door",
        "The {leaf} leaves {clear} clear at 90 degrees; its own width is not the clear width.",
        "Compare it with what escape and access ask for here. " + LOCAL_CODE,
    ),
    "caution-cutting": FlagKind(
        "note", "frame",
        "Saws, nailers and overhead lifting hurt people: wear eye, ear and dust protection and support the work.",
        "Two people lift the {header}. " + LOCAL_CODE,
    ),
    "caution-existing-wall": FlagKind(
        "note", "frame",
        "A standing wall may hide wires and pipes, and old work may hold lead paint or asbestos.",
        "Find and make safe what is in the wall, and test old paint and board, before anything is cut. " + LOCAL_CODE,
    ),
}  # fmt: skip


def worst_first(flags: tuple[Flag, ...]) -> tuple[Flag, ...]:
    """Order flags by level, keeping the order of work within a level."""
    return tuple(sorted(flags, key=lambda f: LEVEL_ORDER[f.kind.level]))
