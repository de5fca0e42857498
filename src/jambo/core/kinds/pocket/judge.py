"""Judgements on a pocket door, from figures already computed."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag, Values
from jambo.core.frames.registry import kind_of_frame
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules

POCKET = "opening.door.pocket"


def _kit(opening: Opening) -> Iterator[Flag]:
    """Whether the kit is made for this leaf."""
    kit, about = kit_of(opening), ("ro_width", "kit_header")
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
            yield Flag("kit-thickness-differs", values, ("jamb_gap",), end.source.path if end else POCKET)
        soft = kit.soft_close_least
        if soft is not None and width is not None and width < soft.value:
            yield Flag("pocket-soft-close-narrow", {"least": soft.value, "width": width}, (), soft.source.path)
    if not kit.source.strip():
        yield Flag("kit-without-sheet", {}, ("set_mark", "ro_height"), f"{POCKET}.source")


def on_pocket(opening: Opening, wall: Wall, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """A pocket's kit, wall, floor, zone and fixings (TRADE 10)."""
    kit = kit_of(opening)
    yield from _kit(opening)
    gap, least = figures.value("jamb_gap"), rules.value("pocket_jamb_gap")
    if gap is not None and gap < ZERO:
        yield Flag("pocket-wall-too-thin", {"over": -gap * 2}, ("jamb_gap",), "wall.stud_depth")
    elif gap is not None and gap < least:
        yield Flag("pocket-gap-tight", {"gap": gap, "least": least}, ("jamb_gap",), "wall.stud_depth")
    under = figures.value("pocket_floor_gap")
    if under is not None and under < ZERO:
        path = f"{POCKET}.gap" if kit.gap else f"{POCKET}.set_above"
        yield Flag("pocket-leaf-drags", {"over": -under, "needed": -under}, ("pocket_floor_gap",), path)
    mark, own = figures.value("set_mark"), figures.value("set_mark_kit")
    if kit.gap is not None and mark is not None and own is not None and mark != own:
        yield Flag("pocket-gap-asked", {"mark": mark, "kit": own}, ("set_mark", "set_mark_kit"), f"{POCKET}.gap")
    for found in kit.found:
        if not found.moved:
            yield Flag("pocket-not-cleared", {"what": found.what or "Something"}, ("ro_width",), found.path)
    if wall.existing and not kit.looked and not kit.found:
        yield Flag("pocket-not-looked-into", {}, ("ro_width",), f"{POCKET}.looked")
    longest = {side: figures.value(f"longest_fixing_{side.lower()}") for side in "AB"}
    for side, value in longest.items():
        if kit.finish_fixing is not None and value is not None and kit.finish_fixing.value > value:
            about: Values = {"fixing": kit.finish_fixing.value, "side": side, "longest": value}
            yield Flag(
                "pocket-fixing-too-long", about, (f"longest_fixing_{side.lower()}",), kit.finish_fixing.source.path
            )
    a, b = longest.values()
    if a is not None and b is not None:
        yield Flag(
            "caution-pocket-fixings", {"a": a, "b": b}, ("longest_fixing_a", "longest_fixing_b"), "wall.finish_a"
        )
    if kit.heated:
        yield Flag("pocket-heated-floor", {}, ("foot_fixing",), f"{POCKET}.heated")
    if kit.base_cabinet:
        yield Flag("pocket-base-cabinet", {}, ("longest_fixing_a",), f"{POCKET}.base_cabinet")
    if not kind_of_frame(opening.frame).flat:
        yield Flag("pocket-wants-flat-legs", {}, ("leg_length",), "opening.frame.kind")
