"""A swing door in the elevation: leaves on their hinges, and the frame; what it puts on the pole."""

from __future__ import annotations

from jambo.core import rules as house
from jambo.core.drawing import Shape
from jambo.core.facts.opening import Opening
from jambo.core.frames.drawing import frame_shapes
from jambo.core.framing.placed import Placed
from jambo.core.framing.pole import Pole
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Known, value_of
from jambo.core.quantities.length import Length, or_zero
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules

POLE: Pole = (
    ("floor", names.FLOOR_A), ("floor", names.FLOOR_B), ("floor", names.SILL_TOP), ("door", names.LEAF_BOTTOM), ("door", names.HINGE_HEIGHT),
    ("door", names.LATCH_HEIGHT), ("door", names.LEAF_TOP), ("door", names.HEAD_UNDERSIDE), ("opening", names.FRAME_TOP), ("opening", names.RO_HEIGHT),
)  # fmt: skip


def shapes(opening: Opening, at: Placed, rules: HouseRules) -> list[Shape]:
    """Leaves on their hinges, and the frame."""
    heights = at.known(
        names.FLOOR_A,
        names.FLOOR_B,
        names.FOOT,
        names.HEAD_UNDERSIDE,
        names.FRAME_TOP,
        names.LEAF_BOTTOM,
        names.LEAF_TOP,
        names.SIDE_PLAY,
    )
    if heights is None:
        return []
    play, t = heights[names.SIDE_PLAY], or_zero(value_of(opening.frame.leg_thickness))
    tops = [f for _, f in at.figures.numbered(names.HINGE_HEIGHT)]
    hung = Hung(
        widths=tuple(leaf.width.value for leaf in opening.leaves if isinstance(leaf.width, Known)),
        hinge_gap=opening.frame.hinge_gap.value,
        hinge_near=opening.handing.hinge_side == opening.placing.measured_from,
        hinge_tops=tuple(f.value for f in tops),
        hinge_length=rules.value(house.HINGE_LENGTH),
    )
    found = leaf_shapes(hung, at.near + play + t, at.far - play - t, heights)
    return found + frame_shapes(at, opening.frame, t, heights, play)


@dataclass(frozen=True, slots=True)
class Hung:
    """What hangs in the frame, for drawing: leaf widths (active first), gaps, and the hinges' tops and length."""

    widths: tuple[Length, ...]
    hinge_gap: Length
    hinge_near: bool
    hinge_tops: tuple[Length, ...]
    hinge_length: Length


def leaf_shapes(hung: Hung, near: Length, far: Length, heights: dict[FigureName, Length]) -> list[Shape]:
    """Leaves between the legs' faces `near` and `far`, each on its own hinges: the active one on the hinge side."""
    shapes = []
    for i, width in enumerate(hung.widths):
        at_near = hung.hinge_near == (i == 0)
        x0 = near + hung.hinge_gap if at_near else far - hung.hinge_gap - width
        shapes.append(
            Shape(
                "leaf",
                x0,
                heights[names.LEAF_BOTTOM],
                x0 + width,
                heights[names.LEAF_TOP],
                (names.LEAF_BOTTOM, names.LEAF_TOP),
            )
        )
        hang = (near, x0) if at_near else (x0 + width, far)
        for n, top in enumerate(hung.hinge_tops, 1):
            shapes.append(Shape("hinge", hang[0], top - hung.hinge_length, hang[1], top, (names.HINGE_HEIGHT[n],)))
    return shapes
