"""Hinge, latch and lock as they are in hand (handbook 7)."""

from __future__ import annotations

from typing import Annotated, Literal

from jambo.core.facts.declared import declare
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known

PlateCorner = Literal["square", "round"]


@dataclass(frozen=True, slots=True)
class Lockset:
    """Corners of hinges, latch plate and the mortises cut for them, and the leaf thickness a lock suits; None unknown."""

    hinge_corner: PlateCorner | None = None
    hinge_mortise: PlateCorner | None = None
    latch_corner: PlateCorner | None = None
    latch_mortise: PlateCorner | None = None
    thickness_least: Annotated[Known | None, declare("leaf_thickness", name="leaf_thickness")] = None
    thickness_most: Annotated[Known | None, declare("leaf_thickness", name="leaf_thickness")] = None
