"""The true-scale elevation from side A and the story pole beside it: rectangles and heights, ready to draw.

x runs right and y up from the rough floor, as in TRADE. A screen scales these; it computes nothing.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

from jambo.core.door.frame import Frame, LegsPastHead, Trenched
from jambo.core.drawing import Shape
from jambo.core.length import ZERO, Length
from jambo.core.opening.framing import Framing, Header, Neighbour, Wall
from jambo.core.opening.placed import Placed
from jambo.core.opening.plate import Plate
from jambo.core.sums import HALF, Figure, Figures, Reckoned, value_of

Group = Literal["floor", "door", "opening", "wall"]
Ceiling = Callable[[Length], Length]
Pole = tuple[tuple[Group, str], ...]  # which figures a kind of door puts on the pole; a trailing _ means a numbered row


@dataclass(frozen=True, slots=True)
class PoleMark:
    """One mark on the story pole; `group` tells floor, door, opening and wall marks apart."""

    group: Group
    figure: Figure


def story_pole(marks: Sequence[tuple[Group, Reckoned]]) -> tuple[PoleMark, ...]:
    """Order the known heights from the floor up."""
    known = [PoleMark(group, figure) for group, figure in marks if isinstance(figure, Figure)]
    return tuple(sorted(known, key=lambda m: m.figure.value))


def mirrored(shapes: Sequence[Shape]) -> tuple[Shape, ...]:
    """Turn a wall measured from its right end round, so that it is seen from side A."""
    turned = []
    for s in shapes:
        y0, y1 = (s.y1, s.y0) if s.part == "ceiling" else (s.y0, s.y1)  # a slope is a line from corner to corner
        turned.append(Shape(s.part, -s.x1, y0, -s.x0, y1, s.figures))
    return tuple(turned)


def wall_shapes(
    at: Placed,
    plate: Plate,
    framing: Framing,
    wall: Wall,
    header: Header,
    height: Length,
    reach: Sequence[Length] = (),
    ceiling: Ceiling | None = None,
    beside: Sequence[Neighbour] = (),
) -> list[Shape]:
    """The timber around an opening, and the opening itself; as far as `reach`, where a slab or track goes.

    `ceiling` gives the height of a sloping one over a place on the tape; `beside` are the wall's other openings along it.
    """
    near, far = at.near, at.far
    stud, tb = wall.stud_thickness.value, wall.plate_thickness.value
    room = wall.stud_spacing.value
    side = stud * (header.jacks + header.kings)
    margin = room * HALF
    low = min([near - side - room, *(x - margin for x in reach)])
    high = max([far + side + room, *(x + margin for x in reach)])
    if plate.framing_near is not None:  # the opening has a place: stop the drawing at the wall's ends
        low = max(low, min(ZERO, plate.framing_near))
        if (length := value_of(wall.length)) is not None:
            high = min(high, max(length, far + side))
    about = tuple(n for n in ("ro_width", "ro_height", "side_play", "head_play") if n in at.figures)
    shapes = [Shape("opening", near, ZERO, far, height, about)]
    shapes += [Shape("plate", low, ZERO, near, tb, ("plate_cut",)), Shape("plate", far, ZERO, high, tb, ("plate_cut",))]
    top = value_of(wall.height)

    def under(x0: Length) -> Length:
        """How high a stud reaches whose near face is at a place."""
        level = top if top is not None else ZERO
        return level if ceiling is None else min(ceiling(x0), ceiling(x0 + stud))

    for one in beside:
        x0, x1 = max(low, one.framing_low), min(high, one.framing_high)
        if x0 < x1 and plate.framing_near is not None:
            over = top if top is not None else height
            shapes.append(Shape("neighbour", x0, tb, x1, over if ceiling is None else min(ceiling(x0), ceiling(x1))))
    ends = [s for s in (ZERO, value_of(wall.length)) if s is not None and plate.framing_near is not None]
    if top is not None and top > tb:
        if ceiling is None:
            shapes.append(Shape("top_plate", low, top, high, top + tb, ("wall_height",)))
        else:
            shapes.append(Shape("ceiling", low, ceiling(low), high, ceiling(high), ("wall_top",)))
        for common in plate.commons:
            if common.fate == "stands":
                shapes.append(Shape("stud", common.near, tb, common.near + stud, under(common.near), (common.figure,)))
        for end in ends:
            x0 = end if end == ZERO else end - stud
            clear = x0 + stud <= near - side or x0 >= far + side
            if low <= x0 and x0 + stud <= high and clear:
                shapes.append(Shape("stud", x0, tb, x0 + stud, under(x0)))
        king_near = king_far = "king_length"
        if ceiling is not None and "king_low_long" in at.figures:
            rises = ceiling(near) <= ceiling(far)
            king_near, king_far = ("king_low_long", "king_high_long")[:: 1 if rises else -1]
        for i in range(header.kings):
            out = stud * (header.jacks + i)
            near_out, far_out = out + plate.fillers[0], out + plate.fillers[1]
            shapes.append(
                Shape(
                    "king",
                    near - near_out - stud,
                    tb,
                    near - near_out,
                    under(near - near_out - stud),
                    (king_near, f"mark_king_near_{i + 1}"),
                )
            )
            shapes.append(
                Shape(
                    "king",
                    far + far_out,
                    tb,
                    far + far_out + stud,
                    under(far + far_out),
                    (king_far, f"mark_king_far_{i + 1}"),
                )
            )
        packed = stud * header.jacks
        for gap, x0 in zip(plate.fillers, (near - packed - plate.fillers[0], far + packed), strict=True):
            if gap > ZERO:
                shapes.append(Shape("filler", x0, tb, x0 + gap, under(x0)))
    for i in range(header.jacks):
        out = stud * i
        shapes.append(Shape("jack", near - out - stud, tb, near - out, height, ("jack_length",)))
        shapes.append(Shape("jack", far + out, tb, far + out + stud, height, ("jack_length",)))
    header_top = value_of(framing.header_top)
    if header_top is not None:
        ears = stud * header.jacks
        shapes.append(Shape("header", near - ears, height, far + ears, header_top, ("header_length", "header_top")))
        if top is not None and top > header_top:
            for c in plate.cripples:
                own = f"cripple_slope_{c.number}"
                size = own if own in at.figures else "cripple_length"
                shapes.append(Shape("cripple", c.near, header_top, c.near + stud, under(c.near), (size,)))
    return shapes


@dataclass(frozen=True, slots=True)
class Hung:
    """What hangs in the frame, for drawing: leaf widths (active first), gaps, and the hinges' tops and length."""

    widths: tuple[Length, ...]
    hinge_gap: Length
    hinge_near: bool
    hinge_tops: tuple[Length, ...]
    hinge_length: Length


def leaf_shapes(hung: Hung, near: Length, far: Length, heights: dict[str, Length]) -> list[Shape]:
    """Leaves between the legs' faces `near` and `far`, each on its own hinges: the active one on the hinge side."""
    shapes = []
    for i, width in enumerate(hung.widths):
        at_near = hung.hinge_near == (i == 0)
        x0 = near + hung.hinge_gap if at_near else far - hung.hinge_gap - width
        shapes.append(
            Shape("leaf", x0, heights["leaf_bottom"], x0 + width, heights["leaf_top"], ("leaf_bottom", "leaf_top"))
        )
        hang = (near, x0) if at_near else (x0 + width, far)
        for n, top in enumerate(hung.hinge_tops, 1):
            shapes.append(Shape("hinge", hang[0], top - hung.hinge_length, hang[1], top, (f"hinge_height_{n}",)))
    return shapes


def frame_shapes(at: Placed, frame: Frame, t: Length, heights: dict[str, Length], play: Length) -> list[Shape]:
    """Legs and head, standing centred in the opening, as their joint has them; sill and filler under an outside one."""
    near, far = at.near + play, at.far - play
    foot, head, top = heights["foot"], heights["head_underside"], heights["frame_top"]
    leg_top, inset, past = head, ZERO, ZERO
    if isinstance(frame.joint, Trenched):
        leg_top, past = head + frame.joint.depth.value, frame.joint.horn.value
    elif isinstance(frame.joint, LegsPastHead):
        leg_top, inset = top, t - frame.joint.depth.value
    shapes = [
        Shape("leg", near, foot, near + t, leg_top, ("leg_length",)),
        Shape("leg", far - t, foot, far, leg_top, ("leg_length",)),
        Shape("head", near + inset - past, head, far - inset + past, top, ("head_length",)),
    ]
    strips = at.known("sill_filler")
    if frame.sill is not None and strips is not None and (thick := value_of(frame.sill.thickness)) is not None:
        filler = strips["sill_filler"]
        inner = (near, far) if frame.sill.legs_on else (near + t, far - t)
        shapes.append(Shape("sill", inner[0], filler, inner[1], filler + thick, ("sill_top",)))
        if filler > ZERO:
            shapes.append(Shape("filler", near, ZERO, far, filler, ("sill_filler",)))
    return shapes


def floor_shapes(shapes: Sequence[Shape], figures: Figures) -> list[Shape]:
    """Both floors, as wide as what is already drawn."""
    found: list[Shape] = []
    for part in ("floor_a", "floor_b"):
        depth = value_of(figures[part])
        if depth and shapes:
            low, high = min(s.x0 for s in shapes), max(s.x1 for s in shapes)
            found.append(Shape("floor_a" if part == "floor_a" else "floor_b", low, ZERO, high, depth, (part,)))
    return found
