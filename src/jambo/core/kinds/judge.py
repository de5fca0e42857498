"""Judgements on what hangs, whatever its kind (TRADE 2, 3, 22)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from jambo.core.facts.leaf import TWO_PEOPLE
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known
from jambo.core.rules import HouseRules


def on_door(
    opening: Opening, figures: Figures, rules: HouseRules, own: Iterable[Flag] = (), way: str = "caution-way-through"
) -> Iterator[Flag]:
    """Widths that read two ways, what the kind says of its `own`, and cautions; `way` is the one about the way left free."""
    for i, leaf in enumerate(opening.leaves):
        if leaf.width_also is not None and isinstance(leaf.width, Known):
            values = {"heard": leaf.width.value, "also": leaf.width_also}
            about = (names.FRAME_INSIDE_WIDTH,) if names.FRAME_INSIDE_WIDTH in figures else ()
            yield Flag("leaf-width-two-readings", values, about, f"opening.door.leaves[{i}].width")
    yield from own
    if (clear := figures.value(names.CLEAR_WIDTH)) is not None:
        yield Flag(way, {"clear": clear}, (names.CLEAR_WIDTH,), "opening.door.leaves[0].width")
    if opening.mass is not None and opening.mass > TWO_PEOPLE[rules.habit]:
        yield Flag("caution-heavy-leaf", {"mass": opening.mass.text(rules.habit)}, (), "opening.door.mass")
    if opening.glass:
        yield Flag("caution-safety-glass", {}, (), "opening.door.glass")
    if opening.fire_rated:
        yield Flag("caution-fire-rated", {}, (), "opening.door.fire_rated")
