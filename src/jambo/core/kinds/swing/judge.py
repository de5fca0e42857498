"""Judgements on a swing door: its hardware, its hand, where it leads (TRADE 3, 7, 12, 22)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.leaf import hands
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, Values
from jambo.core.frames.registry import kind_of_frame
from jambo.core.quantities.figure import value_of


def hardware_agrees(opening: Opening) -> Iterator[Flag]:
    """Corners of hinges and latch against their mortises, the lock against the leaf, the hand delivered (TRADE 7)."""
    lock, path = opening.lockset, "opening.door.hardware"
    for what, corner, mortise in (
        ("hinge", lock.hinge_corner, lock.hinge_mortise),
        ("latch", lock.latch_corner, lock.latch_mortise),
    ):
        if corner is not None and mortise is not None and corner != mortise:
            yield Flag(f"{what}-corners-differ", {"corner": corner, "mortise": mortise}, (), f"{path}.{what}_corner")
    thick, least, most = value_of(opening.leaves[0].thickness), lock.thickness_least, lock.thickness_most
    if thick is not None and ((least and thick < least.value) or (most and thick > most.value)):
        reach: Values = {"thickness": thick}
        reach["least"] = least.value if least else "any"
        reach["most"] = most.value if most else "any"
        yield Flag("lock-wrong-for-leaf", reach, (), f"{path}.{'thickness_least' if least else 'thickness_most'}")
    label = hands(opening.handing).outside
    if opening.delivered_hand is not None and opening.delivered_hand != label:
        values = {"delivered": opening.delivered_hand, "planned": label}
        yield Flag("hand-differs", values, (), "opening.door.delivered_hand")


def leads_to(opening: Opening) -> Iterator[Flag]:
    """Doors to a garage, an unheated store or the open (TRADE 12, 22, 23)."""
    outside_grade, where = (
        kind_of_frame(opening.frame).outside_grade,
        {"garage": "a garage", "store": "an unheated store"},
    )
    if opening.leads_to in where:
        code = "caution-garage-door" if outside_grade else "garage-door-inside-grade"
        path = "opening.door.leads_to" if outside_grade else "opening.frame.kind"
        yield Flag(code, {"where": where[opening.leads_to]}, (), path)
    elif opening.leads_to == "outside" and not outside_grade:
        yield Flag("outside-door-without-sill", {}, (), "opening.frame.kind")
