"""A frame in the elevation, as its joint has it."""

from __future__ import annotations

from jambo.core.drawing import Shape
from jambo.core.facts.frame import Frame, LegsPastHead, Trenched
from jambo.core.framing.pieces import each_leg
from jambo.core.framing.placed import Placed
from jambo.core.quantities import names
from jambo.core.quantities.figure import value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.names import FigureName


def frame_shapes(at: Placed, frame: Frame, t: Length, heights: dict[FigureName, Length], play: Length) -> list[Shape]:
    """Legs and head, standing centred in the opening, as their joint has them; sill and filler under an outside one."""
    near, far = at.near + play, at.far - play
    foot, head, top = heights[names.FOOT], heights[names.HEAD_UNDERSIDE], heights[names.FRAME_TOP]
    leg_top, inset, past = head, ZERO, ZERO
    if isinstance(frame.joint, Trenched):
        leg_top, past = head + frame.joint.depth.value, frame.joint.horn.value
    elif isinstance(frame.joint, LegsPastHead):
        leg_top, inset = top, t - frame.joint.depth.value
    legs = tuple(one.name for one in each_leg(names.LEG_LENGTH, at.figures)) or (names.LEG_LENGTH,)
    shapes = [
        Shape("leg", near, foot, near + t, leg_top, legs),
        Shape("leg", far - t, foot, far, leg_top, legs),
        Shape("head", near + inset - past, head, far - inset + past, top, (names.HEAD_LENGTH,)),
    ]
    strips = at.known(names.SILL_FILLER)
    if (
        frame.sill is not None
        and strips is not None
        and (thick := value_of(at.figures.get(names.SILL_MADE) or frame.sill.thickness)) is not None
    ):
        filler = strips[names.SILL_FILLER]
        inner = (near, far) if frame.sill.legs_on else (near + t, far - t)
        shapes.append(Shape("sill", inner[0], filler, inner[1], filler + thick, (names.SILL_TOP,)))
        if filler > ZERO:
            shapes.append(Shape("filler", near, ZERO, far, filler, (names.SILL_FILLER,)))
    return shapes


def lining(frame: Frame, at: Placed) -> list[Shape]:
    """The legs and the head that line an opening without hinges; none while they are not known, or where finished edges stay."""
    known = at.known(names.HEAD_UNDERSIDE, names.FOOT, names.FRAME_TOP, names.SIDE_PLAY)
    t = value_of(frame.leg_thickness)
    if known is None or t is None:
        return []
    near, far = at.near + known[names.SIDE_PLAY], at.far - known[names.SIDE_PLAY]
    foot, head = known[names.FOOT], known[names.HEAD_UNDERSIDE]
    legs = tuple(one.name for one in each_leg(names.LEG_LENGTH, at.figures)) or (names.LEG_LENGTH,)
    at_near, at_far = (legs[0], legs[-1]) if at.measured_from == "left" else (legs[-1], legs[0])
    return [
        Shape("leg", near, foot, near + t, head, (at_near,)),
        Shape("leg", far - t, foot, far, head, (at_far,)),
        Shape("head", near, head, far, known[names.FRAME_TOP], (names.HEAD_LENGTH,)),
    ]
