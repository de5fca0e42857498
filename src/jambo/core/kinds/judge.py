"""Judgements on what hangs, whatever its kind (handbook 2, 3, 22)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from jambo.core.facts.leaf import TWO_PEOPLE
from jambo.core.facts.opening import Opening
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known
from jambo.core.quantities.length import Length
from jambo.core.rules import HouseRules

FLAGS = FlagWords(
    {
        "door": {
            "leaf-width-two-readings": (
                "check",
                "The {leaf} width was read as {heard}, but the same writing could mean {also}, which is a stock size.",
                "Say which one it is; measure the {leaf} if it is on site.",
            ),
            "caution-clear-width": (
                "note",
                "The {leaf} leaves {clear} clear at 90 degrees; its own width is not the clear width.",
                "Compare it with what escape and access ask for here. " + LOCAL_CODE,
            ),
            "caution-way-through": (
                "note",
                "The door leaves a way through of {clear} when it is open.",
                "Compare it with what escape and access ask for here. " + LOCAL_CODE,
            ),
            "caution-open-way": (
                "note",
                "It leaves a way through of {clear}.",
                "Compare it with what escape and access ask for here. " + LOCAL_CODE,
            ),
            "caution-heavy-leaf": (
                "note",
                "The {leaf} weighs {mass}.",
                "Two people lift, hang and take it down; keep fingers out of the gap at the hinges or under the track.",
            ),
            "caution-safety-glass": (
                "note",
                "There is glass in or beside this door.",
                "It must be marked as safety glass. " + LOCAL_CODE,
            ),
            "caution-fire-rated": (
                "note",
                "This door is fire-rated: nothing is trimmed, bored or left wider than its listing says.",
                "Keep every gap and every piece of hardware to the listing. " + LOCAL_CODE,
            ),
        },
    }
)


def on_door(
    opening: Opening, figures: Figures, rules: HouseRules, own: Iterable[Flag], way: str, width_at: str
) -> Iterator[Flag]:
    """Widths that read two ways, what the kind says of its `own`, and cautions; `way` is the one about the way left free, `width_at` what
    says how wide that is."""
    told: set[Length] = set()  # two leaves written alike are asked about once
    for i, leaf in enumerate(opening.leaves):
        if leaf.width_also is not None and isinstance(leaf.width, Known) and leaf.width.value not in told:
            told.add(leaf.width.value)
            values = {"heard": leaf.width.value, "also": leaf.width_also}
            about = (names.FRAME_INSIDE_WIDTH,) if names.FRAME_INSIDE_WIDTH in figures else ()
            yield FLAGS("leaf-width-two-readings", values, about, f"opening.door.leaves[{i}].width")
    yield from own
    if (clear := figures.value(names.CLEAR_WIDTH)) is not None:
        yield FLAGS(way, {"clear": clear}, (names.CLEAR_WIDTH,), width_at)
    if opening.mass is not None and opening.mass > TWO_PEOPLE[rules.habit]:
        yield FLAGS("caution-heavy-leaf", {"mass": opening.mass.text(rules.habit)}, (), "opening.door.mass")
    if opening.glass:
        yield FLAGS("caution-safety-glass", {}, (), "opening.door.glass")
    if opening.fire_rated:
        yield FLAGS("caution-fire-rated", {}, (), "opening.door.fire_rated")
