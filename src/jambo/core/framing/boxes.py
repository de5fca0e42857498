"""What is fitted on a wall or runs in it, against the hole of an opening (handbook 6)."""

from __future__ import annotations

from dataclasses import replace

from jambo.core.facts.placing import Placing
from jambo.core.facts.wall import Service, Wall
from jambo.core.framing.plate import Plate
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known, Source, add, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.limits import KINDS


def hole_from_left(plate: Plate, wall: Wall, placing: Placing) -> tuple[Length, Length] | None:
    """The rough opening's edges from the wall's left end; None while it has no place there."""
    near, far, length = value_of(plate.near_edge), value_of(plate.far_edge), value_of(wall.length)
    if near is None or far is None:
        return None
    if placing.measured_from == "left":
        return near, far
    return None if length is None else (length - far, length - near)


def services_over_floors(wall: Wall, figures: Figures) -> Wall:
    """The wall with every service over the rough floor, whatever floor its heights were taped from.

    Args:
        wall: as it was said; figures: the finished floors of the opening it is asked about.

    Returns:
        The same wall; a service taped from a floor nobody described runs over its whole height.
    """
    if all(one.taped_from == "rough_floor" for one in wall.services):
        return wall
    return replace(wall, services=tuple(_over_floor(one, figures) for one in wall.services))


def _over_floor(one: Service, figures: Figures) -> Service:
    if one.taped_from == "rough_floor":
        return one
    floor = figures.value(names.FLOOR_A if one.taped_from == "floor_a" else names.FLOOR_B)
    if floor is None:
        return replace(one, bottom=ZERO, top=KINDS["wall_height"].most, hanging=True)
    bottom = one.bottom + floor if one.bottom > ZERO else ZERO  # what starts nowhere comes up through the floor
    return replace(one, bottom=bottom, top=one.top + floor)


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
