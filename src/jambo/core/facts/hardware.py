"""Hinge, latch and lock as they are in hand (handbook 7)."""

from __future__ import annotations

from typing import Annotated, Literal

from jambo.core.facts.declared import declare
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known

LockFunction = Literal["passage", "privacy", "keyed", "dummy"]
PlateCorner = Literal["square", "round"]


@dataclass(frozen=True, slots=True)
class Lockset:
    """Corners of hinges, latch plate and the mortises cut for them, what the lock is for and its backset, and the leaf thickness it suits; None unknown."""

    hinge_corner: PlateCorner | None = None
    hinge_mortise: PlateCorner | None = None
    latch_corner: PlateCorner | None = None
    latch_mortise: PlateCorner | None = None
    function: LockFunction | None = None
    closer: bool = False
    backset: Annotated[Known | None, declare("small", "backset of the latch", name="backset")] = None
    thickness_least: Annotated[
        Known | None, declare("leaf_thickness", "thinnest {leaf} the lock takes", name="lock_thickness_least")
    ] = None
    thickness_most: Annotated[
        Known | None, declare("leaf_thickness", "thickest {leaf} the lock takes", name="lock_thickness_most")
    ] = None
