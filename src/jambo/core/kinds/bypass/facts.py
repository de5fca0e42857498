"""The facts of bypass leaves (handbook 11)."""

from __future__ import annotations

from typing import Annotated

from jambo.core import rules as house
from jambo.core.facts.declared import declare
from jambo.core.facts.opening import Opening
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known


@dataclass(frozen=True, slots=True)
class Bypass:
    """Leaves that pass each other in one opening; `leaf_width` and `leaf_height` are those of leaves in hand."""

    count: int
    leaf_width: Annotated[Known | None, declare("leaf_width")]
    leaf_height: Annotated[Known | None, declare("leaf_height")]
    overlap: Annotated[Known, declare("small", rule=house.BYPASS_OVERLAP, stage="opening")]
    track: Annotated[Known, declare("small", rule=house.BYPASS_TRACK, stage="opening")]
    between: Annotated[Known, declare("gap", rule=house.BYPASS_BETWEEN, stage="opening")]


def bypass_of(opening: Opening) -> Bypass:
    """Give what is said of bypass leaves."""
    assert isinstance(opening.own, Bypass)
    return opening.own
