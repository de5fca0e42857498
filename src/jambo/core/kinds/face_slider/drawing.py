"""A face slider drawn: in the elevation, and the plan or section that shows what that cannot; what it puts on the pole."""

from __future__ import annotations

from jambo.core.drawing import Dim, Drawing, Outline, Shape, box
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.placed import Across, Placed
from jambo.core.framing.pole import Pole
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider import standoff
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.quantities.figure import HALF, Figures, Waiting, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.rules import HouseRules

POLE: Pole = (
    ("floor", "floor_a"), ("floor", "floor_b"), ("door", "leaf_bottom"), ("door", "head_underside"), ("door", "leaf_top"),
    ("opening", "frame_top"), ("opening", "ro_height"), ("opening", "track_height"),
)  # fmt: skip


def reach(opening: Opening, at: Placed, tape: TrackTape) -> tuple[Length, ...]:
    """How far track and open slab go on the wall, so that the wall is drawn behind them."""
    ends = at.known("track_start", "track_end", "slab_open_far", "side_play")
    t = value_of(opening.frame.leg_thickness)
    if ends is None or t is None:
        return ()
    across = tape.across or Across(at.near + ends["side_play"] + t, True)
    return (across(ends["track_start"]), across(ends["track_end"]), across(ends["slab_open_far"]))


def shapes(opening: Opening, at: Placed, tape: TrackTape) -> list[Shape]:
    """Frame, casing-less opening, track, slab where it is now, wheels and stops, seen from the side it hangs on."""
    known = at.known("leaf_bottom", "leaf_top", "head_underside", "foot", "frame_top", "track_height", "side_play")
    t, w = value_of(opening.frame.leg_thickness), value_of(opening.finished_width)
    if known is None or t is None or w is None:
        return []
    near, far = at.near + known["side_play"], at.far - known["side_play"]
    found = [
        Shape("leg", near, known["foot"], near + t, known["head_underside"], ("leg_length",)),
        Shape("leg", far - t, known["foot"], far, known["head_underside"], ("leg_length",)),
        Shape("head", near, known["head_underside"], far, known["frame_top"], ("head_length",)),
    ]
    across = tape.across or Across(near + t, True)
    travel = value_of(at.figures["travel"])
    closed = at.known("slab_closed_near", "slab_closed_far", "wheel_closed_1", "wheel_closed_2")
    if closed is None or travel is None:
        return found
    slid = max(ZERO, min(opening.slab_at or ZERO, travel))
    half_height, radius = slider_of(opening).track_half.value, slider_of(opening).wheel_radius.value
    line = known["track_height"]
    ends = at.known("track_start", "track_end") or at.known("track_needs_start", "track_needs_end")
    if ends is not None:
        x0, x1 = ends.values()
        found.append(
            at.shape(
                "track", across, (x0, line - half_height), (x1, line + half_height), "track_length", "track_height"
            )
        )
    for mirrored in (False, True) if opening.pair else (False,):

        def x(measure: Length, mirrored: bool = mirrored) -> Length:
            return w - measure if mirrored else measure

        edges = x(closed["slab_closed_near"] + slid), x(closed["slab_closed_far"] + slid)
        names = ("slab_width", "slab_height", "leaf_top")
        found.append(at.shape("slab", across, (edges[0], known["leaf_bottom"]), (edges[1], known["leaf_top"]), *names))
        for n in (1, 2):
            spot = closed[f"wheel_closed_{n}"] + slid
            low, high = (x(spot - radius), known["leaf_top"]), (x(spot + radius), line + radius * HALF)
            found.append(at.shape("hanger", across, low, high, f"wheel_closed_{n}"))
    return found


def section(opening: Opening, wall: Wall, found: Figures, rules: HouseRules) -> Drawing | None:
    """Section through wall, trim, backer, spacer and slab; n runs out from the wall face, heights up from the floor."""
    s, needs = slider_of(opening), ("track_line", "slab_height", "standoff", "standoff_needed")
    known = {n: v for n in needs if (v := value_of(found.get(n) or Waiting(n, ()))) is not None}
    thick = value_of(opening.leaves[0].thickness)
    if len(known) < len(needs) or thick is None:
        return None
    gap, line = rules.value("floor_gap"), known["track_line"]
    top, off = gap + known["slab_height"], known["standoff"]
    high = line + s.track_half.value * 4
    finish = value_of(wall.finish_a if s.hung_on == "A" else wall.finish_b) or ZERO
    ys = sorted({ZERO, high, line, *(r.at.value for r in s.lean if r.at.value < high)})
    face = [(standoff.lean_at(y, line, s.lean), y) for y in ys]
    outlines = [
        Outline("stud", (*face_moved(face, -finish), (-finish - wall.stud_depth.value * HALF, high), (-finish - wall.stud_depth.value * HALF, ZERO))),
        Outline("finish", (*face, *reversed(face_moved(face, -finish))), ("lag_length",)),
    ]  # fmt: skip
    backer = off - s.offset.value - s.spacer.value
    half_height = s.track_half.value
    if backer > ZERO:
        outlines.append(
            box("backer", ZERO, line - half_height * 2, backer, line + half_height * 2, "backer_least", "standoff")
        )
    outlines.append(
        box("track", backer + s.spacer.value, line - half_height, off + thick, line + half_height, "track_height")
    )
    opens = value_of(opening.finished_height)
    casing = opening.casing
    if casing is not None and casing.thickness is not None and opens is not None:
        # the leg the slab passes in front of, from the floor to the head casing's top
        foot, head, thickness = standoff.lean_at(ZERO, line, s.lean), opens + casing.width.value, casing.thickness.value
        lean = standoff.lean_at(head, line, s.lean)
        points = ((foot, ZERO), (foot + thickness, ZERO), (lean + thickness, head), (lean, head))
        outlines.append(Outline("casing", points, ("standoff_needed",)))
    if s.base_thickness is not None and s.base_height is not None:
        lean = standoff.lean_at(ZERO, line, s.lean)
        outlines.append(box("base", lean, ZERO, lean + s.base_thickness.value, s.base_height.value, "standoff_needed"))
    outlines.append(box("slab", off, gap, off + thick, top, "slab_height"))
    dims = [
        Dim("standoff", (ZERO, top * HALF), (off, top * HALF)),
        Dim("track_line", (off + thick, ZERO), (off + thick, line)),
    ]
    if "guide_reach" in found and value_of(found["guide_reach"]) is not None:
        dims.append(Dim("guide_reach", (face[0][0], gap), (off + thick * HALF, gap)))
    return Drawing("section", "x", tuple(outlines), tuple(dims))


def face_moved(face: list[tuple[Length, Length]], by: Length) -> list[tuple[Length, Length]]:
    """Move the wall face's line in or out."""
    return [(n + by, y) for n, y in face]
