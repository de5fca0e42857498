"""A face slider's track on its tape: where it goes, what stands along it, where the slab is now (handbook 11)."""

from __future__ import annotations

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.placed import Across
from jambo.core.framing.track_tape import TrackMark, TrackTape
from jambo.core.kinds.face_slider import track
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figure, Figures, Known, Source, add, half, sum_of, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero
from jambo.core.rules import HouseRules


def edge_inset(opening: Opening, found: Figures) -> Length | None:
    """How far the finished edge stands inside the rough opening's: nothing where the edges are finished and stay."""
    return sum_of(found[names.SIDE_PLAY], opening.frame.leg_thickness) if names.SIDE_PLAY in found else ZERO


def finished_across(opening: Opening, near: Computed, far: Computed, found: Figures) -> Across | None:
    """Where the tape's zero is on the wall: the finished opening's edge on the closed side."""
    inset = edge_inset(opening, found)
    low, high = value_of(near), value_of(far)
    if inset is None or low is None or high is None:
        return None
    if opening.pair or opening.slides_to != opening.placing.measured_from:
        return Across(low + inset, True)
    return Across(high - inset, False)


def lay_track(opening: Opening, wall: Wall, across: Across | None, found: Figures, rules: HouseRules) -> TrackTape:
    """Put the track where most of its holes land, within its stops' needs and the wall's ends.

    Args:
        across: zero of the slider's tape on the wall; found: the figures; wall: its ends and studs; rules: in force.
    """
    s = slider_of(opening)
    start, end, length = (
        value_of(found[n]) for n in (names.TRACK_NEEDS_START, names.TRACK_NEEDS_END, names.TRACK_LENGTH)
    )
    marks = [TrackMark(n.rsplit("_", 1)[0] if n[-1].isdigit() else n, f.value, n) for n, f in _tape(found)]
    w = value_of(opening.finished_width)
    if w is not None:
        marks += [TrackMark("edge", ZERO), TrackMark("edge", w, names.FRAME_INSIDE_WIDTH)]
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
    studs = _studs(opening, across, rules)
    at = track.holes(length, s.hole_first.value, s.hole_spacing.value)
    fixed = track.fix(
        (low, high), length, at, studs, near=rules.value(house.HOLE_ON_STUD), apart=rules.value(house.HOLE_APART)
    )
    reached = {hole for hole, _ in fixed.landed}
    marks += [TrackMark("hole", fixed.start + hole, "", hole in reached) for hole in at]
    marks += [TrackMark("bore", fixed.start + hole) for hole, _ in fixed.bored]
    marks += [TrackMark("found_stud", x) for x in studs]
    return TrackTape(across, tuple(marks), (low, high), fixed, limits)


def _studs(opening: Opening, across: Across | None, rules: HouseRules) -> tuple[Length, ...]:
    """The studs found, along the tape: from the wall's end once the opening has its place, or from the casing's outer edge."""
    s = slider_of(opening)
    taped = [stud.value for stud in s.studs or ()]
    if s.studs_from == "casing":
        past = sum_of(rules.known(house.SETBACK), *([opening.casing.width] if opening.casing is not None else []))
        return tuple(sorted(at - past for at in taped)) if past is not None and opening.casing is not None else ()
    if across is None:
        return ()
    return tuple(sorted((at - across.start) if across.away else (across.start - at) for at in taped))


_ON_TAPE = (
    names.SLAB_CLOSED_NEAR, names.SLAB_CLOSED_FAR, names.SLAB_OPEN_NEAR, names.SLAB_OPEN_FAR, names.WHEEL_CLOSED_1, names.WHEEL_CLOSED_2,
    names.WHEEL_OPEN_1, names.WHEEL_OPEN_2, names.STOP_CLOSED, names.STOP_OPEN, names.GUIDE_AT,
    names.STOP_OTHER_CLOSED, names.STOP_OTHER_OPEN, names.GUIDE_OTHER_AT,
)  # fmt: skip


def _tape(found: Figures) -> list[tuple[str, Figure]]:
    return [(n, f) for n in _ON_TAPE if isinstance(f := found.get(n), Figure)]


def fixed_figures(opening: Opening, tape: TrackTape, found: Figures) -> list[Computed]:
    """Where the track starts and ends, where two rails join, and each hole to bore, measured from the track's start."""
    if tape.fixed is None:
        return []
    studs = Source("reading", "opening.door.slider.studs")
    shift = Known("track_shift", tape.fixed.start - or_zero(value_of(found[names.TRACK_NEEDS_START])), studs)
    start = add(names.TRACK_START, found[names.TRACK_NEEDS_START], shift)
    made = [start, add(names.TRACK_END, start, found[names.TRACK_LENGTH])]
    if opening.pair:  # the first rail as it was said, or two halves
        made.append(add(names.RAIL_JOINT, start, slider_of(opening).rail or half(found[names.TRACK_LENGTH])))
    for n, (hole, _) in enumerate(tape.fixed.bored, 1):
        made.append(add(names.BORE[n], Known("found_stud", hole, studs)))
    return made


def slab_now(opening: Opening, found: Figures) -> list[Computed]:
    """Where the slab is now, when it has been slid from closed: its edges and what it leaves free."""
    travel = value_of(found[names.TRAVEL])
    if opening.slab_at is None or travel is None:
        return []
    slid = Known("slab_slid", max(ZERO, min(opening.slab_at, travel)), Source("given", "show.slab_at"))
    near, far = (
        add(names.SLAB_NOW_NEAR, found[names.SLAB_CLOSED_NEAR], slid),
        add(names.SLAB_NOW_FAR, found[names.SLAB_CLOSED_FAR], slid),
    )
    frees = add(names.SLAB_FREES, near, *([near, (-1, opening.finished_width)] if opening.pair else []))
    return [near, far, frees] if or_zero(value_of(frees)) > ZERO else [near, far]
