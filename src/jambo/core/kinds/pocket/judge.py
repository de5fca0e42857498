"""Judgements on a pocket door, from figures already computed."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag, Values
from jambo.core.frames.registry import kind_of_frame
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules

POCKET = "opening.door.pocket"


def _kit(opening: Opening) -> Iterator[Flag]:
    """Whether the kit is made for this leaf."""
    kit, about = kit_of(opening), (names.RO_WIDTH, names.KIT_HEADER)
    for leaf in opening.leaves:
        width, thick = value_of(leaf.width), value_of(leaf.thickness)
        if kit.leaf_width is not None and width is not None and width != kit.leaf_width.value:
            values: Values = {"kit": kit.leaf_width.value, "width": width}
            code = "kit-for-narrower-leaf" if kit.leaf_width.value < width else "kit-cut-down"
            yield Flag(code, values, about, f"{POCKET}.leaf_width")
        least, most = kit.thickness_least, kit.thickness_most
        if thick is not None and ((least and thick < least.value) or (most and thick > most.value)):
            end = least or most
            values = {
                "thickness": thick,
                "least": least.value if least else "any",
                "most": most.value if most else "any",
            }
            yield Flag("kit-thickness-differs", values, (names.JAMB_GAP,), end.source.path if end else POCKET)
        soft = kit.soft_close_least
        if soft is not None and width is not None and width < soft.value:
            yield Flag("pocket-soft-close-narrow", {"least": soft.value, "width": width}, (), soft.source.path)
    if not kit.source.strip():
        yield Flag("kit-without-sheet", {}, (names.SET_MARK, names.RO_HEIGHT), f"{POCKET}.source")


def on_pocket(opening: Opening, wall: Wall, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """A pocket's kit, wall, floor, zone and fixings (TRADE 10)."""
    kit = kit_of(opening)
    yield from _kit(opening)
    gap, least = figures.value(names.JAMB_GAP), rules.value("pocket_jamb_gap")
    if gap is not None and gap < ZERO:
        yield Flag("pocket-wall-too-thin", {"over": -gap * 2}, (names.JAMB_GAP,), "wall.stud_depth")
    elif gap is not None and gap < least:
        yield Flag("pocket-gap-tight", {"gap": gap, "least": least}, (names.JAMB_GAP,), "wall.stud_depth")
    under = figures.value(names.POCKET_FLOOR_GAP)
    if under is not None and under < ZERO:
        path = f"{POCKET}.gap" if kit.gap else f"{POCKET}.set_above"
        yield Flag("pocket-leaf-drags", {"over": -under, "needed": -under}, (names.POCKET_FLOOR_GAP,), path)
    mark, own = figures.value(names.SET_MARK), figures.value(names.SET_MARK_KIT)
    if kit.gap is not None and mark is not None and own is not None and mark != own:
        yield Flag(
            "pocket-gap-asked", {"mark": mark, "kit": own}, (names.SET_MARK, names.SET_MARK_KIT), f"{POCKET}.gap"
        )
    for found in kit.found:
        if not found.moved:
            yield Flag("pocket-not-cleared", {"what": found.what or "Something"}, (names.RO_WIDTH,), found.path)
    if wall.existing and not kit.looked and not kit.found:
        yield Flag("pocket-not-looked-into", {}, (names.RO_WIDTH,), f"{POCKET}.looked")
    longest = {side: figures.value(name) for side, name in names.LONGEST_FIXING_ON.items()}
    for side, value in longest.items():
        if kit.finish_fixing is not None and value is not None and kit.finish_fixing.value > value:
            about: Values = {"fixing": kit.finish_fixing.value, "side": side, "longest": value}
            yield Flag("pocket-fixing-too-long", about, (names.LONGEST_FIXING_ON[side],), kit.finish_fixing.source.path)
    a, b = longest.values()
    if a is not None and b is not None:
        yield Flag(
            "caution-pocket-fixings",
            {"a": a, "b": b},
            (names.LONGEST_FIXING_A, names.LONGEST_FIXING_B),
            "wall.finish_a",
        )
    if kit.heated:
        yield Flag("pocket-heated-floor", {}, (names.FOOT_FIXING,), f"{POCKET}.heated")
    if kit.base_cabinet:
        yield Flag("pocket-base-cabinet", {}, (names.LONGEST_FIXING_A,), f"{POCKET}.base_cabinet")
    if not kind_of_frame(opening.frame).flat:
        yield Flag("pocket-wants-flat-legs", {}, (names.LEG_LENGTH,), "opening.frame.kind")
