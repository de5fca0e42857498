"""Every kind of door, in the order the screen offers them."""

from __future__ import annotations

from jambo.core.facts.opening import DoorKind, Opening
from jambo.core.kinds.bypass.kind import BypassLeaves
from jambo.core.kinds.cased.kind import CasedOpening
from jambo.core.kinds.face_slider.kind import FaceSlider
from jambo.core.kinds.kind import KindOfDoor
from jambo.core.kinds.pocket.kind import PocketDoor
from jambo.core.kinds.swing.kind import SwingDoor

KINDS: dict[DoorKind, KindOfDoor] = {
    kind.name: kind for kind in (SwingDoor(), PocketDoor(), FaceSlider(), BypassLeaves(), CasedOpening())
}


def kind_of(opening: Opening) -> KindOfDoor:
    """Give the kind of door an opening has."""
    return KINDS[opening.kind]
