"""Which facts of an opening a measure of a thing that came says (handbook 27)."""

from __future__ import annotations

from jambo.core.facts.opening import DoorKind
from jambo.core.items import LEAF, Asked

_IN_HAND = "opening.door.in_hand"
# Of a swing leaf that hangs alone its real size counts beside the one it is called by; any other leaf is only called by one
_OF_SWING = {
    "width": (f"{_IN_HAND}.width_top", f"{_IN_HAND}.width_foot"),
    "height": (f"{_IN_HAND}.height_hinge", f"{_IN_HAND}.height_strike"),
}


def paths_of(asked: Asked, kind: DoorKind, leaf: int, *, alone: bool = True) -> tuple[str, ...]:
    """Give the facts of an opening that a measure says.

    Args:
        asked: the measure; kind: of door; leaf: which of its leaves, from 0; alone: whether it is the only one.
    """
    found: list[str] = []
    for path in asked.paths:
        if not path.startswith(LEAF + "."):
            found.append(path)
        elif kind == "swing" and alone and asked.key in _OF_SWING:
            found += _OF_SWING[asked.key]
        else:
            found.append(f"opening.door.leaves[{leaf}].{asked.key}")
    return tuple(found)
