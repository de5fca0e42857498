"""A slab over a floor that is not level (handbook 11): the track is level, its line comes from the highest floor on the way."""

from __future__ import annotations

from fractions import Fraction

from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures, Known, add, value_of


def to_right(opening: Opening) -> bool:
    """Say whether places of the slab run to the right, from the opening's left edge."""
    return opening.placing.measured_from == "left" if opening.pair else opening.slides_to == "right"


def raised(opening: Opening, figures: Figures, slope: Fraction | None) -> tuple[Computed, Known] | None:
    """What the track is raised for the highest floor under the slab, from closed to open, and how far the lowest one falls.

    Args:
        opening: the way it opens; figures: where the slab starts and ends, from the opening's edge.
        slope: how much the floor rises toward the right over as much of its width; None while nobody read it.

    Returns:
        Both over the floor at the opening's edge the slab is measured from; None on a floor that is level or was not read.
    """
    near, far, width = (
        figures.value(names.SLAB_CLOSED_NEAR),
        figures.value(names.SLAB_OPEN_FAR),
        value_of(opening.finished_width),
    )
    if not slope or near is None or far is None or width is None:
        return None
    up = slope if to_right(opening) else -slope
    ends = sorted(spot * up for spot in (width - far if opening.pair else near, far))
    return add(names.TRACK_RAISED, Known("floor_higher", ends[1], READ)), Known("floor_lower", -ends[0], READ)
