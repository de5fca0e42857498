"""What a day asks for beside its work: who cuts and carries for it, and which holes are read before a frame goes in (handbook 29)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag
from jambo.core.planning.problem import PlacedWork
from jambo.core.planning.work import WorkKind
from jambo.core.solve import Result


def leads(works: Sequence[PlacedWork]) -> dict[str, str]:
    """Who cuts and carries for each operation of a day: of those who are at it, who has least of it so far.

    Args:
        works: in the order of the day.

    Returns:
        Names by the operation's key; of two who have as much, the one named first.
    """
    has: Counter[str] = Counter()
    found = {}
    for placed in works:
        found[placed.key] = min(placed.who, key=lambda name: has[name])
        has[found[placed.key]] += 1
    return found


def read_first(work: WorkKind, opening: Opening, result: Result) -> tuple[Flag, ...] | None:
    """What stands against setting a frame in its hole as it was read; None where nothing does, or nothing is set in a hole.

    Args:
        work: which; opening: the facts; result: as solved.

    Returns:
        The flags of its survey; none of them while nothing was read at all.
    """
    if work != "set" or opening.kind == "pocket":
        return None
    if result.found.shape is None:
        return ()
    return tuple(flag for flag in result.flags if flag.kind.code.startswith("survey-")) or None
