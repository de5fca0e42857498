"""A wall's height in the three ways a crew has it (handbook 6): under the plates, by its full stud, or over all."""

from __future__ import annotations

from dataclasses import replace

from jambo.core.facts.wall import Height, HeightBy, Wall
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Known, Line, Missing, Waiting, add

SAID_AS: dict[HeightBy, str] = {"under_plates": "wall_height", "stud": "full_stud", "overall": "wall_over_all"}


def _plates(wall: Wall) -> Line:
    """What lies between what was said and the underside of the top plates."""
    if wall.height_by == "stud":
        return (wall.bottom_plates, wall.plate_thickness)
    return (-wall.top_plates, replace(wall.plate_thickness, name="each_top_plate"))


def _under(wall: Wall, said: Known) -> Computed:
    return add(names.WALL_TOP, replace(said, name=SAID_AS[wall.height_by]), _plates(wall))


def under_plates(wall: Wall) -> Wall:
    """The wall with its heights as all rules want them: from the rough floor to the underside of the top plates.

    Args:
        wall: as it was said, its heights in its own way.

    Returns:
        The same wall; a height that had to be worked out is a figure whose terms say how.
    """
    if wall.height_by == "under_plates":
        return wall
    height: Height = wall.height
    if isinstance(height, Known):
        found = _under(wall, height)
        height = height if isinstance(found, Waiting) else found
    elif isinstance(height, Missing):
        height = Missing(SAID_AS[wall.height_by], height.path)
    right = wall.height_right
    if right is not None:
        found = _under(wall, right)
        right = right if isinstance(found, Waiting) else replace(right, value=found.value)
    return replace(wall, height=height, height_right=right)


def wall_top(wall: Wall) -> Computed:
    """The underside of the top plates over the rough floor, with how it follows from what was said."""
    height = wall.height
    return add(names.WALL_TOP, height) if isinstance(height, (Known, Missing)) else height
