"""A set of bypass leaves drawn: in the elevation, and the plan or section that shows what that cannot; what it puts on the pole."""

from __future__ import annotations

from fractions import Fraction

from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.placed import Placed
from jambo.core.framing.pole import Pole
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.quantities.figure import HALF, Figures, value_of
from jambo.core.quantities.length import ZERO, Length

POLE: Pole = (
    ("floor", "floor_a"), ("floor", "floor_b"), ("door", "leaf_bottom"), ("door", "leaf_top"), ("door", "head_underside"),
    ("opening", "frame_top"), ("opening", "ro_height"),
)  # fmt: skip


def _starts(n: int, made: Length, wide: Length) -> list[Length]:
    """Where each leaf starts when all are closed: spread evenly, each lapping the next."""
    return [(made - wide) * Fraction(i, n - 1) for i in range(n)]


def shapes(opening: Opening, at: Placed) -> list[Shape]:
    """Frame and leaves, closed, the first in front."""
    known = at.known(
        "side_play",
        "leaf_bottom",
        "leaf_top",
        "head_underside",
        "foot",
        "frame_top",
        "finished_width",
        "leaf_size_width",
    )
    t = value_of(opening.frame.leg_thickness)
    if known is None or t is None:
        return []
    near, far = at.near + known["side_play"], at.far - known["side_play"]
    found = [
        Shape("leg", near, known["foot"], near + t, known["head_underside"], ("leg_length",)),
        Shape("leg", far - t, known["foot"], far, known["head_underside"], ("leg_length",)),
        Shape("head", near, known["head_underside"], far, known["frame_top"], ("head_length",)),
    ]
    track = known["head_underside"] - bypass_of(opening).track.value
    found.append(
        Shape(
            "track", near + t, max(track, known["leaf_top"]), far - t, known["head_underside"], ("bypass_track_left",)
        )
    )
    wide = known["leaf_size_width"]
    for start in reversed(_starts(bypass_of(opening).count, known["finished_width"], wide)):
        x0 = near + t + start
        found.append(
            Shape("leaf", x0, known["leaf_bottom"], x0 + wide, known["leaf_top"], ("leaf_size_width", "leaf_top"))
        )
    return found


def plan(opening: Opening, wall: Wall, found: Figures) -> Drawing | None:
    """Plan of the leaves closed, each on its own channel, between the legs and the wall finishes."""
    made, wide, t = (
        value_of(x) for x in (found["finished_width"], found["leaf_size_width"], opening.frame.leg_thickness)
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
            box("leg", leg[0], -face - fa, leg[1], face + fb, "frame_outside_width"),
        ]  # fmt: skip
    for i, start in enumerate(_starts(n, made, wide)):
        y = deep * -HALF + (thick + between) * i
        outlines.append(box("leaf", start, y, start + wide, y + thick, "leaf_size_width"))
    dims = (
        Dim("frame_inside_width", (ZERO, face + fb), (made, face + fb)),
        Dim("leaf_size_width", (ZERO, -face - fa), (wide, -face - fa)),
    )
    return Drawing("plan", "y", tuple(outlines), dims)
