"""A set of bypass leaves drawn: in the elevation, and the plan or section that shows what that cannot; what it puts on the pole."""

from __future__ import annotations

from fractions import Fraction

from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.frames.drawing import lining
from jambo.core.framing.placed import Placed
from jambo.core.framing.pole import Pole
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, value_of
from jambo.core.quantities.length import ZERO, Length

POLE: Pole = (
    ("floor", names.FLOOR_A), ("floor", names.FLOOR_B), ("door", names.LEAF_BOTTOM), ("door", names.LEAF_TOP), ("door", names.HEAD_UNDERSIDE),
    ("opening", names.FRAME_TOP), ("opening", names.RO_HEIGHT),
)  # fmt: skip


def _starts(n: int, made: Length, wide: Length) -> list[Length]:
    """Where each leaf starts when all are closed: spread evenly, each lapping the next."""
    return [(made - wide) * Fraction(i, n - 1) for i in range(n)]


def shapes(opening: Opening, at: Placed) -> list[Shape]:
    """Frame and leaves, closed, the first in front."""
    known = at.known(
        names.SIDE_PLAY,
        names.LEAF_BOTTOM,
        names.LEAF_TOP,
        names.HEAD_UNDERSIDE,
        names.FINISHED_WIDTH,
        names.LEAF_SIZE_WIDTH,
    )
    t = value_of(opening.frame.leg_thickness)
    if known is None or t is None:
        return []
    near, far = at.near + known[names.SIDE_PLAY], at.far - known[names.SIDE_PLAY]
    found = lining(opening.frame, at)
    track = known[names.HEAD_UNDERSIDE] - bypass_of(opening).track.value
    found.append(
        Shape(
            "track",
            near + t,
            max(track, known[names.LEAF_TOP]),
            far - t,
            known[names.HEAD_UNDERSIDE],
            (names.BYPASS_TRACK_LEFT,),
        )
    )
    wide = known[names.LEAF_SIZE_WIDTH]
    for start in reversed(_starts(bypass_of(opening).count, known[names.FINISHED_WIDTH], wide)):
        x0 = near + t + start
        found.append(
            Shape(
                "leaf",
                x0,
                known[names.LEAF_BOTTOM],
                x0 + wide,
                known[names.LEAF_TOP],
                (names.LEAF_SIZE_WIDTH, names.LEAF_TOP),
            )
        )
    return found


def plan(opening: Opening, wall: Wall, found: Figures) -> Drawing | None:
    """Plan of the leaves closed, each on its own channel, between the legs and the wall finishes."""
    made, wide, t = (
        value_of(x) for x in (found[names.FINISHED_WIDTH], found[names.LEAF_SIZE_WIDTH], opening.frame.leg_thickness)
    )
    thick, fa, fb = (value_of(x) for x in (opening.leaves[0].thickness, wall.finish_a, wall.finish_b))
    if made is None or wide is None or t is None or thick is None or fa is None or fb is None:
        return None
    n, between, face = bypass_of(opening).count, bypass_of(opening).between.value, wall.stud_depth.value * HALF
    deep = thick * n + between * (n - 1)
    reach = t * 3
    outlines = []
    for x0, x1, leg in ((-reach, -t, (-t, ZERO)), (made + t, made + reach, (made, made + t))):
        outlines += [
            box("finish", x0, -face - fa, x1, -face), box("stud", x0, -face, x1, face), box("finish", x0, face, x1, face + fb),
            box("leg", leg[0], -face - fa, leg[1], face + fb, names.FRAME_OUTSIDE_WIDTH),
        ]  # fmt: skip
    for i, start in enumerate(_starts(n, made, wide)):
        y = deep * -HALF + (thick + between) * i
        outlines.append(box("leaf", start, y, start + wide, y + thick, names.LEAF_SIZE_WIDTH))
    dims = (
        Dim(names.FRAME_INSIDE_WIDTH, (ZERO, face + fb), (made, face + fb)),
        Dim(names.LEAF_SIZE_WIDTH, (ZERO, -face - fa), (wide, -face - fa)),
    )
    return Drawing("plan", "y", tuple(outlines), dims)
