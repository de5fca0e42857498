"""Face sliders, single and bi-parting (TRADE 11): slab, track line, travel, track, guide, headroom.

x runs along the tape in the direction the slab opens, zero at the finished opening's edge on the closed side. Of a
bi-parting pair the figures are those of the slab that opens that way; the other is its mirror image. Heights of the
track and the pull are above the finished floor on the side the slab hangs, as the crew measures them.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from jambo.core.door import frame as frames
from jambo.core.door.hardware import Item
from jambo.core.drawing import Dim, Drawing, Outline, Shape, box
from jambo.core.length import ZERO, Length
from jambo.core.opening import floors as floor_rules
from jambo.core.opening import standoff, swing, track
from jambo.core.opening.elevation import Pole
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.opening.pieces import Piece
from jambo.core.opening.placed import Across, Placed
from jambo.core.rules import HouseRules
from jambo.core.sums import (
    HALF,
    Amount,
    Figure,
    Figures,
    Known,
    Line,
    Reckoned,
    Source,
    Waiting,
    add,
    half,
    lowest,
    value_of,
)


def _slab(opening: Opening, rules: HouseRules) -> list[Reckoned]:
    """Slab size wanted and in hand, and how far it covers; a size in hand beats the one wanted (TRADE 3)."""
    s, n = opening.slider, len(opening.leaves)
    w, gap = opening.finished_width, rules.known("floor_gap")
    share: Line = w if n == 1 else half(w)
    sides = 2 if n == 1 else 1
    wide = add("slab_wanted_width", share, (sides, s.side_overlap))
    tall = add("slab_wanted_height", opening.finished_height, s.top_overlap, (-1, gap))
    width = add("slab_width", s.slab_width or wide)
    height = add("slab_height", s.slab_height or tall)
    covers: Line = (-1, w) if n == 1 else (-HALF, w)
    overlap = add("side_covers", width, covers)
    each = add("overlap_each", half(overlap) if n == 1 else overlap)
    top = add("overlap_top", height, gap, (-1, opening.finished_height))
    return [wide, tall, width, height, overlap, each, top]


def _track(opening: Opening, found: Figures) -> list[Reckoned]:
    """Travel, hanger spread, shortest track; a shorter track moves the hangers in, by half of what it lacks."""
    s, n = opening.slider, len(opening.leaves)
    width, each = found["slab_width"], found["overlap_each"]
    w, ends = opening.finished_width, [(2, s.wheel_radius), (2, s.stop_length)]
    if n == 1:
        travel = add("travel", w, each, s.open_clearance)
        spread = add("hanger_spread", width, (-2, s.hanger_edge))
        least = add("track_least", travel, spread, *ends)
    else:
        travel = add("travel", half(w), s.open_clearance)
        spread = add("hanger_spread", width, (-2, s.hanger_edge))
        least = add("track_least", w, (2, each), (2, travel), (-2, s.hanger_edge), *ends)
    rule = add("track_rule", (2 * n, width))
    length = add("track_length", s.length or least)
    made = [travel, spread, least, rule, length]
    closest = add("hanger_spread_least", s.hanger_spread_least if s.hanger_spread_least else half(width))
    short = add("track_short", least, (-1, length))
    made += [closest, short]
    lacking, can = value_of(short), value_of(add("_", half(spread), (-HALF, closest)))
    inset: Reckoned = add("hanger_inset", s.hanger_edge)
    if lacking is not None and can is not None and lacking > ZERO:
        move = add("hanger_move", half(short))
        if lacking * HALF > can:  # as far in as the hardware allows; the track is still too short
            move = add("hanger_move", half(spread), (-HALF, closest))
        inset = add("hanger_inset", s.hanger_edge, move)
        made.append(move)
    return [*made, inset]


def _positions(opening: Opening, found: Figures) -> list[Reckoned]:
    """Slab, wheels and stops along the tape, closed and open."""
    s = opening.slider
    width, each, travel, inset = (found[n] for n in ("slab_width", "overlap_each", "travel", "hanger_inset"))
    near = (
        add("slab_closed_near", opening.finished_width, each, (-1, width))
        if opening.pair
        else add("slab_closed_near", (-1, each))
    )
    far = add("slab_closed_far", near, width)
    open_near, open_far = add("slab_open_near", near, travel), add("slab_open_far", far, travel)
    one, two = add("wheel_closed_1", near, inset), add("wheel_closed_2", far, (-1, inset))
    last = add("wheel_open_2", two, travel)
    closed_stop = add("stop_closed", one, (-1, s.wheel_radius))
    open_stop = add("stop_open", last, s.wheel_radius)
    end = add("track_needs_end", open_stop, s.stop_length)
    # a pair's track is its own mirror image about the middle of the opening
    start = (
        add("track_needs_start", opening.finished_width, (-1, end))
        if opening.pair
        else add("track_needs_start", closed_stop, (-1, s.stop_length))
    )
    room = add("guide_room", width, (-1, travel))
    return [
        near, far, open_near, open_far, one, two, add("wheel_open_1", one, travel), last, closed_stop, open_stop,
        start, end, room, add("guide_at", half(open_near), half(far)),
        add("open_reach", open_far, (-1, opening.finished_width)),
    ]  # fmt: skip


def _guide(opening: Opening, rules: HouseRules) -> list[Reckoned]:
    """The floor groove: width, depth, and the equal passes it takes."""
    s = opening.slider
    if s.guide == "roller":
        return []
    depth = add("groove_depth", s.guide_height, (-1, rules.known("floor_gap")), rules.known("groove_extra"))
    made = [add("groove_width", s.guide_thickness, rules.known("groove_play")), depth]
    deep, most = value_of(depth), rules.value("groove_pass")
    if deep is not None and deep > ZERO and most > ZERO:
        passes = max(1, -int(-deep.nm // most.nm))
        made.append(add(f"groove_passes_{passes}", (Fraction(1, passes), depth)))
    return made


def _heights(opening: Opening, found: Figures, rules: HouseRules) -> list[Reckoned]:
    s, gap = opening.slider, rules.known("floor_gap")
    line = add("track_line", gap, found["slab_height"], s.hole_above)
    needs = add("headroom_needs", line, s.track_half, rules.known("lift_on"))
    made = [line, add("track_height", found["floor_clear"], line), needs, add("pull_mark", s.pull_height, (-1, gap))]
    if s.ceiling is not None:
        made.append(add("headroom_left", s.ceiling, (-1, needs)))
    return made


def _standoff(opening: Opening, found: Figures, wall: Wall, rules: HouseRules) -> list[Reckoned]:
    """Backer, stand-off, guide reach and the fixing into the stud."""
    s = opening.slider
    line, height = value_of(found["track_line"]), value_of(found["slab_height"])
    finish = wall.finish_a if s.hung_on == "A" else wall.finish_b
    if line is None or height is None:
        return [Waiting("standoff_needed", w.on) for w in (found["track_line"],) if isinstance(w, Waiting)]
    bottom, top = rules.value("floor_gap"), rules.value("floor_gap") + height
    obstacles = []
    casing = opening.casing
    if casing is not None and casing.thickness is not None:
        opens = value_of(opening.finished_height) or top
        obstacles.append(standoff.Obstacle(casing.thickness, opens + casing.width.value))
    if s.base_thickness is not None:
        obstacles.append(standoff.Obstacle(s.base_thickness, s.base_height.value if s.base_height else bottom))
    if s.bolt_heads is not None:
        obstacles.append(standoff.Obstacle(s.bolt_heads, top))
    needed = standoff.needed(bottom, top, line, obstacles, s.lean, rules)
    least = add("backer_least", needed, (-1, s.offset), (-1, s.spacer))
    made = [needed, least]
    backer: Known | None = s.backer
    if backer is None and s.fixing != "spacers" and (value := value_of(least)) is not None:
        stock = standoff.stocked(value, rules.habit)
        if stock is not None:
            backer = Known("backer_stock", stock, Source("house rule", "opening.door.slider.backer", "stocked"))
    behind: list[Line] = [s.spacer, *([backer] if backer else [])]
    has = add("standoff", *behind, s.offset)
    made += [has, add("standoff_spare", has, (-1, needed))]
    foot = standoff.lean_at(bottom, line, s.lean)
    reach: list[Amount] = [Known("wall_lean", -foot, Source("reading", s.lean[0].path))] if s.lean else []
    thickness = opening.leaves[0].thickness
    made.append(add("guide_reach", has, *reach, half(thickness)))
    made.append(add("lag_length", finish, *behind, rules.known("wood_embed")))
    return made


def figures(opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
    """Every figure of a face slider above those of the framing."""
    hung, t = opening.slider.hung_on, opening.frame.leg_thickness
    a, b = floor_rules.stack_height(opening.floors.a), floor_rules.stack_height(opening.floors.b)
    under = floor_rules.under_leaf(opening.floors, a, b)
    clear = add("floor_clear", a if hung == "A" else b)
    inside = add("frame_inside_width", opening.finished_width)
    outside = add("frame_outside_width", inside, (2, t))
    head = add("head_underside", clear, opening.finished_height)
    stands = frames.foot(opening.frame, under)
    top = add("frame_top", head, t)
    ro = swing.build_up(outside, top, rules)
    list_: list[Reckoned] = [
        a, b, under, clear, inside, outside, head, top, stands,
        frames.leg_length(head, stands, opening.frame), frames.head_length(inside, outside, opening.frame),
        ro.width, ro.height, ro.side_play, ro.head_play,
        add("ro_width", ro.width), add("ro_height", ro.height), add("side_play", ro.side_play), add("head_play", ro.head_play),
    ]  # fmt: skip
    found = Figures.of(list_)

    def also(more: list[Reckoned]) -> None:
        found.update(Figures.of(more))

    also(_slab(opening, rules))
    also([add("leaf_bottom", clear, rules.known("floor_gap"))])
    also([add("leaf_top", found["leaf_bottom"], found["slab_height"])])
    also(_track(opening, found))
    also(_positions(opening, found))
    also(_guide(opening, rules))
    also(_heights(opening, found, rules))
    also(_standoff(opening, found, wall, rules))
    if opening.pair:
        between = add("slabs_uncover", (2, found["slab_open_near"]), (-1, opening.finished_width))
        also([between, lowest("clear_width", inside, between)])
    else:
        also([lowest("clear_width", inside, found["slab_open_near"])])
    return found


POLE: Pole = (
    ("floor", "floor_a"), ("floor", "floor_b"), ("door", "leaf_bottom"), ("door", "head_underside"), ("door", "leaf_top"),
    ("opening", "frame_top"), ("opening", "ro_height"), ("opening", "track_height"),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class TrackMark:
    """One thing on the track's tape: what it is, the measure it reads, and for a hole whether it lands."""

    what: str
    x: Length
    figure: str = ""
    lands: bool = False


@dataclass(frozen=True, slots=True)
class TrackTape:
    """The horizontal tape: where x = 0 is on the wall, what stands along it, and how the track is fixed."""

    across: Across | None
    marks: tuple[TrackMark, ...]
    window: tuple[Length, Length] | None
    fixed: track.Found | None
    limits: tuple[Length, Length] | None


def finished_across(opening: Opening, near: Reckoned, far: Reckoned, found: Figures) -> Across | None:
    """Where the tape's zero is on the wall: the finished opening's edge on the closed side."""
    inset = value_of(add("_", found["side_play"], opening.frame.leg_thickness))
    low, high = value_of(near), value_of(far)
    if inset is None or low is None or high is None:
        return None
    if opening.pair or opening.slides_to != opening.placing.measured_from:
        return Across(low + inset, True)
    return Across(high - inset, False)


def lay_track(opening: Opening, wall: Wall, across: Across | None, found: Figures, rules: HouseRules) -> TrackTape:
    """Put the track where most of its holes land, within its stops' needs and the wall's ends."""
    s = opening.slider
    start, end, length = (value_of(found[n]) for n in ("track_needs_start", "track_needs_end", "track_length"))
    marks = [TrackMark(n.rsplit("_", 1)[0] if n[-1].isdigit() else n, f.value, n) for n, f in _tape(found)]
    w = value_of(opening.finished_width)
    if w is not None:
        marks += [TrackMark("edge", ZERO), TrackMark("edge", w, "frame_inside_width")]
    limits = None
    if across is not None and (wide := value_of(wall.length)) is not None:
        ends = (
            sorted(((ZERO - across.start), wide - across.start))
            if across.away
            else sorted((across.start - wide, across.start))
        )
        limits = (ends[0], ends[1])
    if start is None or end is None or length is None:
        return TrackTape(across, tuple(marks), None, None, limits)
    low, high = end - length, start
    if limits is not None:
        low, high = max(low, limits[0]), min(high, limits[1] - length)
    if low > high:  # too short, or the wall is: it starts where its closed stop must be
        low = high = start
    studs: tuple[Length, ...] = ()
    if s.studs is not None and across is not None:
        studs = tuple(sorted((u.value - across.start) if across.away else (across.start - u.value) for u in s.studs))
    at = track.holes(length, s.hole_first.value, s.hole_spacing.value)
    fixed = track.fix((low, high), length, at, studs, near=rules.value("hole_on_stud"), apart=rules.value("hole_apart"))
    reached = {hole for hole, _ in fixed.landed}
    marks += [TrackMark("hole", fixed.start + hole, "", hole in reached) for hole in at]
    marks += [TrackMark("bore", fixed.start + hole) for hole, _ in fixed.bored]
    marks += [TrackMark("found_stud", x) for x in studs]
    return TrackTape(across, tuple(marks), (low, high), fixed, limits)


_ON_TAPE = (
    "slab_closed_near", "slab_closed_far", "slab_open_near", "slab_open_far", "wheel_closed_1", "wheel_closed_2",
    "wheel_open_1", "wheel_open_2", "stop_closed", "stop_open", "guide_at",
)  # fmt: skip


def _tape(found: Figures) -> list[tuple[str, Figure]]:
    return [(n, f) for n in _ON_TAPE if isinstance(f := found.get(n), Figure)]


def fixed_figures(opening: Opening, tape: TrackTape, found: Figures) -> list[Reckoned]:
    """Where the track starts and ends, and each hole to bore, measured from the track's start."""
    if tape.fixed is None:
        return []
    studs = Source("reading", "opening.door.slider.studs")
    shift = Known("track_shift", tape.fixed.start - (value_of(found["track_needs_start"]) or ZERO), studs)
    start = add("track_start", found["track_needs_start"], shift)
    made = [start, add("track_end", start, found["track_length"])]
    for n, (hole, _) in enumerate(tape.fixed.bored, 1):
        made.append(add(f"bore_{n}", Known("found_stud", hole, studs)))
    return made


def slab_now(opening: Opening, found: Figures) -> list[Reckoned]:
    """Where the slab is now, when it has been slid from closed: its edges and what it leaves free."""
    travel = value_of(found["travel"])
    if opening.slab_at is None or travel is None:
        return []
    slid = Known("slab_slid", max(ZERO, min(opening.slab_at, travel)), Source("given", "show.slab_at"))
    near, far = (
        add("slab_now_near", found["slab_closed_near"], slid),
        add("slab_now_far", found["slab_closed_far"], slid),
    )
    frees = add("slab_frees", near, *([near, (-1, opening.finished_width)] if opening.pair else []))
    return [near, far, frees] if (value_of(frees) or ZERO) > ZERO else [near, far]


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
    half_height, radius = opening.slider.track_half.value, opening.slider.wheel_radius.value
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
    s, needs = opening.slider, ("track_line", "slab_height", "standoff", "standoff_needed")
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


def pieces(opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None]) -> list[Piece]:
    """The lined opening, the slab and what it hangs from."""
    n = len(opening.leaves)
    rows = [
        Piece("leg", "frame", 2, found["leg_length"], frame_section),
        Piece("head", "frame", 1, found["head_length"], frame_section),
        Piece(
            "slab",
            "kit",
            n,
            found["slab_width"],
            (value_of(opening.leaves[0].thickness), value_of(found["slab_height"])),
        ),
        Piece("track", "kit", 1, found["track_length"], (None, None)),
    ]
    if opening.slider.fixing != "spacers" and "standoff" in found:
        backer = value_of(add("_", found["standoff"], (-1, opening.slider.offset), (-1, opening.slider.spacer)))
        if backer is not None and backer > ZERO:
            rows.append(Piece("backer", "kit", 1, found["track_length"], (backer, opening.slider.track_half.value * 4)))
    return rows


def hardware(opening: Opening, found: Figures, tape: TrackTape) -> tuple[Item, ...]:
    """What to buy with a face slider."""
    n = len(opening.leaves)
    rows = [Item("track", 1, value_of(found["track_length"])), Item("hanger", 2 * n), Item("anti_jump", 2 * n)]
    if tape.fixed is not None and tape.fixed.fixings:
        rows.append(
            Item("lag", len(tape.fixed.fixings), value_of(found["lag_length"]) if "lag_length" in found else None)
        )
    rows += [Item("floor_guide", n), Item("slab_pull", n)]
    return tuple(rows)
