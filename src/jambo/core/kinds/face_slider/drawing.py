"""A face slider drawn: in the elevation, and the plan or section that shows what that cannot; what it puts on the pole."""

from __future__ import annotations

from jambo.core.drawing import Dim, Drawing, Outline, Shape, box
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.frames.drawing import lining
from jambo.core.framing.placed import Across, Placed
from jambo.core.framing.pole import Pole
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider import standoff
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.kinds.face_slider.tape import edge_inset
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, Waiting, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero

POLE: Pole = (
    ("floor", names.FLOOR_A), ("floor", names.FLOOR_B), ("door", names.LEAF_BOTTOM), ("door", names.HEAD_UNDERSIDE), ("door", names.LEAF_TOP),
    ("opening", names.FRAME_TOP), ("opening", names.RO_HEIGHT), ("opening", names.TRACK_HEIGHT),
)  # fmt: skip


def reach(opening: Opening, at: Placed, tape: TrackTape) -> tuple[Length, ...]:
    """How far track and open slab go on the wall, so that the wall is drawn behind them."""
    ends, inset = at.known(names.TRACK_START, names.TRACK_END, names.SLAB_OPEN_FAR), edge_inset(opening, at.figures)
    if ends is None or inset is None:
        return ()
    across = tape.across or Across(at.near + inset, True)
    return (across(ends[names.TRACK_START]), across(ends[names.TRACK_END]), across(ends[names.SLAB_OPEN_FAR]))


def shapes(opening: Opening, at: Placed, tape: TrackTape) -> list[Shape]:
    """Frame, casing-less opening, track, slab where it is now, wheels and stops, seen from the side it hangs on."""
    known = at.known(
        names.LEAF_BOTTOM,
        names.LEAF_TOP,
        names.TRACK_HEIGHT,
    )
    inset, w = edge_inset(opening, at.figures), value_of(opening.finished_width)
    if known is None or inset is None or w is None:
        return []
    found = lining(opening.frame, at)
    across = tape.across or Across(at.near + inset, True)
    travel = value_of(at.figures[names.TRAVEL])
    closed = at.known(names.SLAB_CLOSED_NEAR, names.SLAB_CLOSED_FAR, names.WHEEL_CLOSED_1, names.WHEEL_CLOSED_2)
    if closed is None or travel is None:
        return found
    slid = max(ZERO, min(or_zero(opening.slab_at), travel))
    half_height, radius = slider_of(opening).track_half.value, slider_of(opening).wheel_radius.value
    line = known[names.TRACK_HEIGHT]
    ends = at.known(names.TRACK_START, names.TRACK_END) or at.known(names.TRACK_NEEDS_START, names.TRACK_NEEDS_END)
    if ends is not None:
        x0, x1 = ends.values()
        found.append(
            at.shape(
                "track",
                across,
                (x0, line - half_height),
                (x1, line + half_height),
                names.TRACK_LENGTH,
                names.TRACK_HEIGHT,
            )
        )
    for mirrored in (False, True) if opening.pair else (False,):

        def x(measure: Length, mirrored: bool = mirrored) -> Length:
            return w - measure if mirrored else measure

        edges = x(closed[names.SLAB_CLOSED_NEAR] + slid), x(closed[names.SLAB_CLOSED_FAR] + slid)
        called = (names.SLAB_WIDTH, names.SLAB_HEIGHT, names.LEAF_TOP)
        found.append(
            at.shape("slab", across, (edges[0], known[names.LEAF_BOTTOM]), (edges[1], known[names.LEAF_TOP]), *called)
        )
        for wheel in names.WHEELS_CLOSED:
            spot = closed[wheel] + slid
            low, high = (x(spot - radius), known[names.LEAF_TOP]), (x(spot + radius), line + radius * HALF)
            found.append(at.shape("hanger", across, low, high, wheel))
    return found


def section(opening: Opening, wall: Wall, found: Figures) -> Drawing | None:
    """Section through wall, trim, backer, spacer and slab; n runs out from the wall face, heights up from the floor."""
    s, needs = slider_of(opening), (names.TRACK_LINE, names.SLAB_HEIGHT, names.STANDOFF, names.STANDOFF_NEEDED)
    known = {n: v for n in needs if (v := value_of(found.get(n) or Waiting(n, ()))) is not None}
    thick = value_of(opening.leaves[0].thickness)
    if len(known) < len(needs) or thick is None:
        return None
    line = known[names.TRACK_LINE]
    gap = line - known[names.SLAB_HEIGHT] - s.hole_above.value
    top, off = gap + known[names.SLAB_HEIGHT], known[names.STANDOFF]
    tall = s.backer_height.value * HALF
    high = line + tall * 2
    finish = or_zero(value_of(wall.finish_a if s.hung_on == "A" else wall.finish_b))
    ys = sorted({ZERO, high, line, *(r.at.value for r in s.lean if r.at.value < high)})
    face = [(standoff.lean_at(y, line, s.lean), y) for y in ys]
    outlines = [
        Outline("stud", (*face_moved(face, -finish), (-finish - wall.stud_depth.value * HALF, high), (-finish - wall.stud_depth.value * HALF, ZERO))),
        Outline("finish", (*face, *reversed(face_moved(face, -finish))), (names.LAG_LENGTH,)),
    ]  # fmt: skip
    backer = off - s.offset.value - s.spacer.value
    half_height = s.track_half.value
    if backer > ZERO:
        outlines.append(
            box(
                "backer",
                ZERO,
                line - tall,
                backer,
                line + tall,
                names.BACKER_LEAST,
                names.BACKER_BOTTOM,
                names.BACKER_TOP,
            )
        )
    outlines.append(
        box("track", backer + s.spacer.value, line - half_height, off + thick, line + half_height, names.TRACK_HEIGHT)
    )
    outlines += _casing(opening, found, line)
    if s.base_thickness is not None and s.base_height is not None:
        lean = standoff.lean_at(ZERO, line, s.lean)
        outlines.append(
            box("base", lean, ZERO, lean + s.base_thickness.value, s.base_height.value, names.STANDOFF_NEEDED)
        )
    outlines.append(box("slab", off, gap, off + thick, top, names.SLAB_HEIGHT))
    dims = [
        Dim(names.STANDOFF, (ZERO, top * HALF), (off, top * HALF)),
        Dim(names.TRACK_LINE, (off + thick, ZERO), (off + thick, line)),
    ]
    if names.GUIDE_REACH in found and value_of(found[names.GUIDE_REACH]) is not None:
        dims.append(Dim(names.GUIDE_REACH, (face[0][0], gap), (off + thick * HALF, gap)))
    return Drawing("section", "x", tuple(outlines), tuple(dims))


def _casing(opening: Opening, found: Figures, line: Length) -> list[Outline]:
    """The leg the slab passes in front of, up to the head casing's top; or to the opening's, while nobody said how wide."""
    opens = value_of(found[names.CASING_TOP]) if names.CASING_TOP in found else value_of(opening.finished_height)
    if opening.casing_thickness is None or opens is None:
        return []
    lean, thick = slider_of(opening).lean, opening.casing_thickness.value
    foot, top = standoff.lean_at(ZERO, line, lean), standoff.lean_at(opens, line, lean)
    points = ((foot, ZERO), (foot + thick, ZERO), (top + thick, opens), (top, opens))
    return [Outline("casing", points, (names.STANDOFF_NEEDED,))]


def face_moved(face: list[tuple[Length, Length]], by: Length) -> list[tuple[Length, Length]]:
    """Move the wall face's line in or out."""
    return [(n + by, y) for n, y in face]
