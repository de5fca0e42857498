"""The leaf hung in its frame: drift, sweep over the floor found, and the gaps read after setting (handbook 17-19)."""

from __future__ import annotations

from collections.abc import Sequence
from math import atan2, cos, degrees, hypot, radians, sin

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import OF_FIXED, READ, Place, Reading, Survey
from jambo.core.frames.registry import stop_is_worked
from jambo.core.framing.floors import gap_over
from jambo.core.frozen import dataclass
from jambo.core.hanging.moves import GAPS, Cure, HangMove, HungLeaf, cure
from jambo.core.hanging.nudges import End, Nudge, Through, foot_moves, stop_moves
from jambo.core.hanging.swing import Bump, Drift, Sweep, clearance, drift, pull, rest_angle, sweep
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Amount, Computed, Figures, Known, Line, add, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero, size
from jambo.core.quantities.millimetres import Mm, as_length, down, in_mm, up
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules
from jambo.core.setting.legs import leg_lean
from jambo.core.setting.plan import SetPlan
from jambo.core.survey.shape import Found

ANGLES = (5, 45, 90)


@dataclass(frozen=True, slots=True)
class Release:
    """The leaf let go at an angle: how hard it is drawn, and what it does."""

    angle: int
    pull: float
    does: Drift


@dataclass(frozen=True, slots=True)
class Hang:
    """How the leaf will hang: leans of the hinge line, drift, the sweep with its curve of (angle, clearance in mm); `fixed` that of a pair's other leaf."""

    t_x: float
    t_n: float
    measured: bool
    releases: tuple[Release, ...]
    rest: float | None
    sweep: Sweep | None
    curve: tuple[tuple[int, float], ...]
    figures: Figures
    fixed: Sweep | None = None


@dataclass(frozen=True, slots=True)
class GapRow:
    """A gap as read: what it is and should be; whether it is within the tolerance; what the moves make of it."""

    reading: Reading
    target: Length
    good: bool
    after: Length


@dataclass(frozen=True, slots=True)
class HangCheck:
    """The check after setting: gaps, the moves that cure them, what no move cures; moves of legs and stop beside those."""

    rows: tuple[GapRow, ...]
    unread: tuple[Place, ...]
    moves: tuple[tuple[HangMove, Length], ...]
    missed: tuple[tuple[Place, Length], ...]
    nudges: tuple[Nudge, ...]
    done: bool


def _slope(reading: Reading | None, over: float) -> float | None:
    if reading is None:
        return None
    return float(reading.slope) if reading.slope is not None else in_mm(reading.signed) / over


def _swings_over(opening: Opening) -> FigureName:
    """The floor the leaf swings over."""
    return names.FLOOR_A if opening.handing.opens_to == "A" else names.FLOOR_B


@dataclass(frozen=True, slots=True)
class _Passes:
    """A leaf of the opening as it passes over its floors: its width and its hinge foot, and what its figures are called.

    `foot` is how much higher the floor is at its hinge foot than where heights count from; `slope_x` of floor and hinge line
    together toward its free edge, `slope_n` along its swing; `bumps` from its own hinges.
    """

    wide: Mm
    foot: Known | None
    slope_x: float
    slope_n: float
    bumps: tuple[Bump, ...]
    swept: tuple[FigureName, FigureName, FigureName, FigureName]
    closed: tuple[FigureName, FigureName, FigureName, FigureName]


SWEPT = names.SWEEP_GAP, names.SWEEP_LEAST, names.SWEEP_TRIM, names.SWEEP_GAP_WANTED
CLOSED = names.CLOSED_GAP, names.CLOSED_LEAST, names.CLOSED_TRIM, names.CLOSED_GAP_WANTED
FIXED_SWEPT = names.FIXED_SWEEP_GAP, names.FIXED_SWEEP_LEAST, names.FIXED_SWEEP_TRIM, names.FIXED_SWEEP_GAP_WANTED
FIXED_CLOSED = names.FIXED_CLOSED_GAP, names.FIXED_CLOSED_LEAST, names.FIXED_CLOSED_TRIM, names.FIXED_CLOSED_GAP_WANTED


def _swept(
    opening: Opening, leaf: _Passes, figures: Figures, rules: HouseRules
) -> tuple[Sweep, tuple[tuple[int, float], ...], Figures]:
    """A leaf's sweep over the floor it swings over: where it is nearest, its curve of (angle, clearance in mm), its figures.

    Args:
        opening, figures, rules: as `hang` has them; leaf: which of them, and how it passes.
    """
    gap_name, least_name, trim, wanted_name = leaf.swept
    foot: list[Line] = [(-1, leaf.foot)] if leaf.foot is not None else []
    gap = add(gap_name, figures[names.LEAF_BOTTOM], (-1, figures[_swings_over(opening)]), *foot)
    start, opens, slopes = in_mm(or_zero(value_of(gap))), opening.setting.opens, (leaf.slope_x, leaf.slope_n)
    passed = sweep(start, leaf.wide, *slopes, float(opens), leaf.bumps)
    at = {
        *range(0, opens + 1, 5),
        opens,
        round(passed.angle),
        *(round(b.angle) for b in leaf.bumps if b.angle <= opens),
    }

    def least(angle: int) -> float:
        clear = [clearance(start, r, angle, *slopes) for r in (0.0, leaf.wide)]
        here = [b for b in leaf.bumps if round(b.angle) == angle and b.distance <= leaf.wide]
        return min(clear + [clearance(start, b.distance, b.angle, *slopes) - b.height for b in here])

    lowest_gap = add(least_name, gap, (-1, Known("floor_and_lean", up(start - passed.least), READ)))
    wanted = gap_over(opening.floors.stack(opening.handing.opens_to), rules, least=True)
    made = Figures.of([gap, lowest_gap]) | _lacks(lowest_gap, gap, wanted, trim, wanted_name)
    return passed, tuple((angle, least(angle)) for angle in sorted(at)), made


def _bumps(survey: Survey, across: Mm | None = None) -> tuple[Bump, ...]:
    """The bumps read, from the hinges; from those of a second leaf where the hinge feet stand so far `across` from each other."""
    found = [Bump(in_mm(r.at), r.angle, in_mm(r.value)) for r in survey.at("floor_bump") if r.at is not None]
    if across is None:
        return tuple(found)
    turned = []
    for bump in found:
        x, n = across - bump.distance * cos(radians(bump.angle)), bump.distance * sin(radians(bump.angle))
        turned.append(Bump(hypot(x, n), degrees(atan2(n, x)), bump.height))
    return tuple(turned)


def _lacks(
    least: Computed, gap: Computed, wanted: Sequence[Amount], trim: FigureName, gap_wanted: FigureName
) -> Figures:
    """What a leaf must lose, or be raised by, where its least gap is less than its floor bears."""
    lacks = add(trim, *wanted, (-1, least))
    if or_zero(value_of(lacks)) <= ZERO:
        return Figures()
    return Figures.of([lacks, add(gap_wanted, gap, lacks)])


def _closed(opening: Opening, leaf: _Passes, figures: Figures, rules: HouseRules) -> Figures:
    """The closed leaf over the floor it lies over, where that is not the one it swings over (handbook 9, 18)."""
    under = opening.floors.under
    if under == opening.handing.opens_to or opening.frame.sill is not None:
        return Figures()
    gap_name, least_name, trim, wanted_name = leaf.closed
    foot: list[Line] = [(-1, leaf.foot)] if leaf.foot is not None else []
    gap = add(gap_name, figures[names.LEAF_BOTTOM], (-1, figures[names.FLOOR_UNDER]), *foot)
    at = value_of(gap)
    if at is None:
        return Figures()
    start = in_mm(at)
    taken = start - min(clearance(start, r, 0, leaf.slope_x, 0.0) for r in (0.0, leaf.wide))
    least = add(least_name, gap, (-1, Known("floor_and_lean", up(taken), READ)))
    wanted = gap_over(None if under == "strip" else opening.floors.stack(under), rules, least=True)
    return Figures.of([gap, least]) | _lacks(least, gap, wanted, trim, wanted_name)


def _fixed_leaf(opening: Opening, survey: Survey, found: Found | None, slopes: tuple[float, float]) -> _Passes | None:
    """The second leaf of a swing pair, from its own hinge foot at the other stud; None where there is none of a known width.

    Args:
        opening: both leaves; found: the hole, for its floor; survey: its bumps; slopes: of the floor with its own leg's lean, across
        as the first leaf has it, and along the swing.
    """
    wide = [value_of(leaf.width) for leaf in opening.leaves]
    if not opening.pair or wide[0] is None or wide[1] is None:
        return None
    rise = (
        as_length(found.floor_right if opening.handing.hinge_side == "left" else -found.floor_right) if found else ZERO
    )
    across, along = slopes
    apart = found.right.start if found is not None else in_mm(wide[0] + wide[1])
    foot = Known("floor_rise", rise, READ) if rise != ZERO else None
    return _Passes(in_mm(wide[1]), foot, -across, along, _bumps(survey, apart), FIXED_SWEPT, FIXED_CLOSED)


def hang(
    opening: Opening, survey: Survey, found: Found | None, plan: SetPlan | None, figures: Figures, rules: HouseRules
) -> Hang | None:
    """Predict drift and sweep from the set plan and the floor found; a hinge leg read after setting counts before it.

    Args:
        opening: leaf and handing; survey: readings after setting; found: the hole, for its floor; plan: the set plan.
        figures: leaf bottom and frame top; rules: the floor gap wanted.

    Returns:
        The leans, what the leaf does at 5, 45 and 90 degrees, and its sweep; None while a size is missing.
    """
    width, bottom, top = (
        value_of(a) for a in (opening.leaves[0].width, figures[names.LEAF_BOTTOM], figures[names.FRAME_TOP])
    )
    if width is None or bottom is None or top is None:
        return None
    tall = in_mm(top)
    read_x, read_n = _slope(survey.one("plumb_strike"), tall), _slope(survey.one("plumb_swing"), tall)
    t_x = read_x if read_x is not None else (plan.room.tilt if plan is not None else 0.0)
    t_n = read_n if read_n is not None else leg_lean(opening, figures)
    releases = tuple(Release(a, pull(t_x, t_n, a), drift(t_x, t_n, a)) for a in ANGLES)
    swing_floor = value_of(figures[_swings_over(opening)])
    along = _slope(survey.one("floor_along"), in_mm(width))
    passed: Sweep | None = None
    fixed: Sweep | None = None
    curve: tuple[tuple[int, float], ...] = ()
    made = Figures()
    if swing_floor is not None and (along is not None or found is not None):
        across = 0.0
        if found is not None and found.right.start > 0:
            across = found.floor_right / found.right.start * (1 if opening.handing.hinge_side == "left" else -1)
        slopes = across + t_x, (along or 0.0) + t_n
        leaf = _Passes(in_mm(width), None, *slopes, _bumps(survey), SWEPT, CLOSED)
        passed, curve, made = _swept(opening, leaf, figures, rules)
        made |= _closed(opening, leaf, figures, rules)
        # both legs tilt with the head across the wall; through it the other one leans as it is planned: what was read is the hinge leg's
        own = across + t_x, (along or 0.0) + leg_lean(opening, figures, "strike")
        if (other := _fixed_leaf(opening, survey, found, own)) is not None:
            fixed, _, more = _swept(opening, other, figures, rules)
            made |= more | _closed(opening, other, figures, rules)
    later = opening.setting.later_floor
    if later is not None and swing_floor is not None:
        under = made.get(names.SWEEP_LEAST) or add(
            names.SWEEP_GAP,
            figures[names.LEAF_BOTTOM],
            (-1, figures[_swings_over(opening)]),
        )
        made.setdefault(under.name, under)
        short = names.LATER_SHORT if opening.fire_rated else names.TRIM_LATER
        wanted = gap_over(opening.floors.stack(opening.handing.opens_to), rules, least=True)
        trim = add(short, later, *wanted, (-1, under))
        if or_zero(value_of(trim)) > ZERO:
            made[short] = trim
    measured = read_x is not None or read_n is not None
    return Hang(t_x, t_n, measured, releases, rest_angle(t_x, t_n), passed, curve, made, fixed)


def targets(opening: Opening, rules: HouseRules) -> dict[Place, Known]:
    """What each gap should be: the frame's own gaps (handbook 4)."""
    hinge, strike, head = (
        opening.frame.hinge_gap,
        opening.frame.strike_gap,
        rules.known(house.HEAD_GAP),
    )
    beside = rules.known(house.MEETING_GAP) if opening.pair else strike
    by = (hinge, hinge, head, head, beside, beside, beside, hinge, hinge, head, head)
    return dict(zip((*GAPS, *OF_FIXED), by, strict=True))


def leaf_hung(opening: Opening, figures: Figures, rules: HouseRules) -> HungLeaf | None:
    """Where the leaf hangs and is read; None while its height is not known or it has no two hinges."""
    heights = [f.value for _, f in figures.numbered(names.HINGE_HEIGHT)]
    width, top, bottom = (
        value_of(a) for a in (opening.leaves[0].width, figures[names.LEAF_TOP], figures[names.LEAF_BOTTOM])
    )
    latch = value_of(figures[names.LATCH_HEIGHT])
    if len(heights) < 2 or width is None or top is None or bottom is None or latch is None:
        return None
    half = rules.value(house.HINGE_LENGTH)
    middle = [in_mm(h) - in_mm(half) / 2 for h in heights]
    other = value_of(opening.leaves[1].width) if opening.pair else None
    if opening.pair and other is None:
        return None
    wide = in_mm(other) if other is not None else None
    return HungLeaf(middle[0], middle[-1], in_mm(width), in_mm(top), in_mm(latch), in_mm(bottom), wide)


def check(opening: Opening, survey: Survey, figures: Figures, rules: HouseRules, mark: Length) -> HangCheck | None:
    """Judge what was read after setting and find the moves that cure it; None while nothing was.

    Args:
        survey: the gaps read; figures: where hinges, leaf and head stand; rules: the gaps' tolerance; mark: what a move is rounded to.
    """
    asked = (*GAPS, *OF_FIXED) if opening.pair else GAPS
    read = {p: r for p in asked if (r := survey.one(p)) is not None}
    leaf = leaf_hung(opening, figures, rules)
    nudges = (*_stop(opening, survey, figures, rules), *(() if read else _foot(survey, figures, rules)))
    stops_read = any(survey.one(place) is not None for place in (*STOPS, "frame_foot"))
    if not read or leaf is None:
        return HangCheck((), asked, (), (), nudges, done=False) if stops_read else None
    wanted, tolerance = targets(opening, rules), rules.value(house.GAP_TOLERANCE)
    found: Cure = cure(
        leaf,
        {p: in_mm(r.value) for p, r in read.items()},
        {p: in_mm(wanted[p].value) for p in read},
        in_mm(tolerance),
        in_mm(mark),
        in_mm(rules.value(house.MOVE_MOST)),
    )
    rows = tuple(
        GapRow(r, wanted[p].value, size(r.value - wanted[p].value) <= tolerance, as_length(found.gaps[p]))
        for p, r in read.items()
    )
    missed = tuple((p, down(m) if m < 0 else up(m)) for p, m in found.missed.items())
    unread = tuple(p for p in asked if p not in read)
    return HangCheck(
        rows, unread, tuple((m, as_length(x)) for m, x in found.moves), missed, nudges,
        all(row.good for row in rows) and not unread and not nudges,
    )  # fmt: skip


STOPS: dict[Place, End] = {"stop_top": "top", "stop_latch": "latch", "stop_foot": "foot"}


def _stop(opening: Opening, survey: Survey, figures: Figures, rules: HouseRules) -> tuple[Nudge, ...]:
    """Moves through the wall that bring the stop to the closed leaf."""
    contact = {end: read.value for place, end in STOPS.items() if (read := survey.one(place)) is not None}
    sign = 1 if opening.handing.opens_to == "A" else -1
    top, foot = (or_zero(figures.value(names.PROUD_AT["strike", end])) * sign for end in ("top", "foot"))
    proud: dict[End, Length] = {"top": top, "foot": foot, "latch": (top + foot) * HALF}
    planted = not stop_is_worked(opening.frame) and not opening.frame.pre_hung
    return stop_moves(
        contact,
        Through(opening.handing.opens_to, proud, rules.value(house.CASING_HIDES), planted, rules.value(house.STRAIGHT)),
    )


def _foot(survey: Survey, figures: Figures, rules: HouseRules) -> tuple[Nudge, ...]:
    """Moves of the feet, while no gap was read: the gaps say it finer once the leaf hangs."""
    head, foot, top = survey.one("frame_head"), survey.one("frame_foot"), figures.value(names.FRAME_TOP)
    if head is None or foot is None:
        return ()
    slope = _slope(survey.one("plumb_strike"), in_mm(top)) if top is not None else None
    lean = as_length(slope * in_mm(top)) if slope is not None and top is not None else None
    return foot_moves(head.value, foot.value, lean, rules.value(house.STRAIGHT), rules.value(house.PLUMB_TOLERANCE))
