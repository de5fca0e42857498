"""What is fitted on a wall and stands in the hole of an opening (handbook 6)."""

from __future__ import annotations

from jambo.core.facts.placing import Placing
from jambo.core.facts.wall import Wall
from jambo.core.framing.plate import Plate
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known, Source, add, value_of
from jambo.core.quantities.length import Length


def hole_from_left(plate: Plate, wall: Wall, placing: Placing) -> tuple[Length, Length] | None:
    """The rough opening's edges from the wall's left end; None while it has no place there."""
    near, far, length = value_of(plate.near_edge), value_of(plate.far_edge), value_of(wall.length)
    if near is None or far is None:
        return None
    if placing.measured_from == "left":
        return near, far
    return None if length is None else (length - far, length - near)


def boxes_in_hole(plate: Plate, wall: Wall, placing: Placing) -> Figures:
    """Where each switch, socket or vent that stands in the hole is, from the wall's left end; none while the hole has no place.

    Args:
        plate: the opening as it is laid out; wall: what is fitted on it; placing: the end its place is measured from.
    """
    hole = hole_from_left(plate, wall, placing)
    if hole is None:
        return Figures()
    low, high = hole
    found = [(n, box) for n, box in enumerate(wall.fittings, 1) if low <= box.at <= high]
    return Figures.of(
        add(names.MARK_BOX[n], Known("fitted_at", box.at, Source("given", f"{box.path}.at"))) for n, box in found
    )
