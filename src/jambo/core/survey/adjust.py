"""Making the readings agree (handbook 13): weighted least squares, the reading that cannot be right, the shape found.

The unknowns are a few lengths (`Unknown`); every reading is a sum of them, diagonals after one more linearisation.
What nobody read is taken as straight, plumb and level with a wide spread, and named in `assumed`.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import lru_cache
from itertools import combinations
from math import hypot
from typing import Any, Literal

import numpy as np

from jambo.core.facts.readings import WIDTHS, Place, Reading, Survey
from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.quantities.millimetres import as_length, in_mm
from jambo.core.quantities.tape import Unit
from jambo.core.survey.shape import Face, Found
from jambo.core.survey.taped import LINES

Unknown = Literal[
    "width", "lean_left", "bow_left", "lean_right", "bow_right", "head_left", "head_right", "sag", "floor", "line"
]
UNKNOWNS: tuple[Unknown, ...] = (
    "width", "lean_left", "bow_left", "lean_right", "bow_right", "head_left", "head_right", "sag", "floor", "line",
)  # fmt: skip
WIDTH, LEAN_LEFT, BOW_LEFT, LEAN_RIGHT, BOW_RIGHT, HEAD_LEFT, HEAD_RIGHT, SAG, FLOOR, LINE = range(len(UNKNOWNS))
Values = Any  # a numpy vector in the order of UNKNOWNS, millimetres

# One sigma (handbook 13): tape 1/32 in / 1 mm, a level the same over its length, diagonals 1/16 in.
SIGMA: dict[Unit, float] = {"in": 25.4 / 32, "mm": 1.0}
SUSPECT = 3.0  # normalised residual over which a reading is taken again
AS_GOOD = 3.84  # readings whose removal helps as much, but for chance (95 %), cannot be told apart
MOST_BLUNDERS = 3
# What is taken for granted where nothing was read, and how far it may be off: mm.
_ASSUMED: dict[Unknown, float] = {
    "lean_left": 12.0,
    "lean_right": 12.0,
    "bow_left": 3.0,
    "bow_right": 3.0,
    "floor": 6.0,
}
EXTRA: tuple[Place, ...] = ("diagonal_up_right", "diagonal_up_left", "lean_left", "lean_right", "bow_left", "bow_right",
                            "width_middle", "width_foot", "width_head", "height_left", "height_right", "header_level", "floor_across")  # fmt: skip


@dataclass(frozen=True, slots=True)
class Adjusted:
    """One reading against the others: what the fit makes of it, how far it is off, and that in sigmas (None: unchecked)."""

    reading: Reading
    fitted: Length
    off: Length
    sigmas: float | None


@dataclass(frozen=True, slots=True)
class Suspect:
    """Readings of which one cannot be right, as `indices` into the adjusted ones, with what the others say each should be.

    One alone is left out until it is taken again; several cannot be told apart: `extra` would separate them, all of them when it
    `tells`, else some.
    """

    indices: tuple[int, ...]
    should_be: tuple[Length, ...]
    extra: Place | None
    tells: bool = False


@dataclass(frozen=True, slots=True)
class Adjustment:
    """The survey made to agree. `contradicts` says that taking out the worst readings did not help.

    While readings under suspicion cannot be told apart, `could_be` is the hole with each of them left out in turn.
    """

    adjusted: tuple[Adjusted, ...]
    suspects: tuple[Suspect, ...]
    found: Found | None
    assumed: tuple[Unknown, ...]
    contradicts: bool
    could_be: tuple[Found, ...] = ()


@dataclass(frozen=True, slots=True)
class _Observed:
    """A reading as an equation: value in mm, sigma, and the sum it should be."""

    value: float
    sigma: float
    sum_of: Callable[[Values], float]


@dataclass(frozen=True, slots=True)
class _Frame:
    """Lengths readings refer to: heights of the three widths, the span of the studs, where bows were read."""

    span: float
    bow_left: float
    bow_right: float
    wide: float

    def face(self, v: Values, side: str, y: float) -> float:
        """Where a face stands at a height, with its foot at 0 (left) or at the width (right)."""
        left = side == "left"
        bow_span = self.bow_left if left else self.bow_right
        lean, bow = (v[LEAN_LEFT], v[BOW_LEFT]) if left else (v[LEAN_RIGHT], v[BOW_RIGHT])
        return float((0.0 if left else v[WIDTH]) + lean * y / self.span + bow * 4 * y * (bow_span - y) / bow_span**2)


def _equation(r: Reading, f: _Frame, unit: Unit) -> _Observed | None:
    """The equation of a survey reading; None for those that stand alone (walls, thickness, twist, floor along, bumps)."""
    s, value, signed = SIGMA[unit], in_mm(r.value), in_mm(r.signed)
    heights = {"width_foot": 0.0, "width_middle": f.span / 2, "width_head": f.span}
    if r.place in heights or (r.place == "width_at" and r.at is not None):
        y = in_mm(r.up) if r.up is not None else heights[r.place]
        return _Observed(value, s, lambda v: f.face(v, "right", y) - f.face(v, "left", y))
    if r.place in ("lean_left", "lean_right"):
        over = in_mm(r.over) if r.over is not None else f.span
        sign, n = (1, LEAN_LEFT) if r.place == "lean_left" else (-1, LEAN_RIGHT)
        return _Observed(signed * f.span / over, s * f.span / over, lambda v: sign * float(v[n]))
    if r.place in ("bow_left", "bow_right"):
        sign, n = (1, BOW_LEFT) if r.place == "bow_left" else (-1, BOW_RIGHT)
        return _Observed(signed, s, lambda v: sign * float(v[n]))
    if (height := _height(r)) is not None:
        return _Observed(value, s, height)
    if r.place in ("header_level", "floor_across"):
        part = in_mm(r.over) / f.wide if r.over is not None else 1.0
        if r.place == "header_level":
            return _Observed(signed / part, s / part, lambda v: float(v[HEAD_RIGHT] - v[HEAD_LEFT]))
        return _Observed(signed / part, s / part, lambda v: float(v[FLOOR]))
    if r.place == "diagonal_up_right":
        return _Observed(value, 2 * s, lambda v: hypot(f.face(v, "right", float(v[HEAD_RIGHT])), float(v[HEAD_RIGHT])))
    if r.place == "diagonal_up_left":
        return _Observed(
            value,
            2 * s,
            lambda v: hypot(float(v[WIDTH]) - f.face(v, "left", float(v[HEAD_LEFT])), float(v[HEAD_LEFT] - v[FLOOR])),
        )
    return None


def _height(r: Reading) -> Callable[[Values], float] | None:
    """What a height should read from where it was taped, the floor there or the level line; of the line, down to the floor there."""
    above = in_mm(r.above)
    if r.place in ("line_left", "line_right"):
        floor = 1 if r.place == "line_right" else 0
        return lambda v: float(v[LINE] - floor * v[FLOOR]) - above
    ends = {"height_left": (1.0, 0.0, 0.0), "height_right": (0.0, 1.0, 0.0), "height_centre": (0.5, 0.5, 1.0)}
    if r.place not in ends:
        return None
    left, right, sag = ends[r.place]
    if r.taped_from == "level_line":
        return lambda v: float(left * v[HEAD_LEFT] + right * v[HEAD_RIGHT] + sag * v[SAG] - v[LINE])
    return lambda v: float(left * v[HEAD_LEFT] + right * (v[HEAD_RIGHT] - v[FLOOR]) + sag * v[SAG]) - above


def _jacobian(observed: Sequence[_Observed], at: Values) -> Any:
    """Partial derivatives, one row a reading; every sum is linear or nearly so, a step of 1 mm is exact enough."""
    rows = np.empty((len(observed), len(at)))
    for n in range(len(at)):
        up, down = at.copy(), at.copy()
        up[n] += 0.5
        down[n] -= 0.5
        rows[:, n] = [o.sum_of(up) - o.sum_of(down) for o in observed]
    return rows


@dataclass(frozen=True, slots=True)
class _Fit:
    values: Values
    residuals: Any
    sigmas: Any  # normalised residuals, nan where nothing checks a reading
    checked: Any  # redundancy numbers


def _fit(observed: Sequence[_Observed], given: Sequence[_Observed], start: Values, free: list[int]) -> _Fit:
    """Least squares over readings and what is taken for granted; `free` are the unknowns that are solved for."""
    every = [*observed, *given]
    weight = np.array([1 / o.sigma for o in every])
    read = np.array([o.value for o in every])
    v = start.copy()
    for _ in range(3):  # two steps settle the diagonals; the third shows they have
        a = _jacobian(every, v)[:, free] * weight[:, None]
        off = (read - np.array([o.sum_of(v) for o in every])) * weight
        normal = np.linalg.inv(a.T @ a)
        v[free] += normal @ a.T @ off
    off = (read - np.array([o.sum_of(v) for o in every])) * weight
    cover = np.eye(len(every)) - a @ normal @ a.T
    n = len(observed)
    checked = np.clip(np.diag(cover)[:n], 0, 1)
    with np.errstate(invalid="ignore", divide="ignore"):
        sigmas = np.where(checked > 1e-3, off[:n] / np.sqrt(checked), np.nan)
    return _Fit(v, off[:n] / weight[:n], sigmas, checked)


def _given(f: _Frame, places: set[Place]) -> tuple[list[_Observed], list[Unknown]]:
    """What is taken for granted because nobody read it."""
    found: list[_Observed] = []
    named: list[Unknown] = []
    direct: dict[Unknown, Place] = {"lean_left": "lean_left", "lean_right": "lean_right", "bow_left": "bow_left",
                                    "bow_right": "bow_right", "floor": "floor_across"}  # fmt: skip
    for name, place in direct.items():
        if place not in places and not (name == "floor" and {*LINES} <= places):
            n = UNKNOWNS.index(name)
            found.append(_Observed(0.0, _ASSUMED[name], lambda v, n=n: float(v[n])))  # type: ignore[misc]
            named.append(name)
    if "header_level" not in places and not {"height_left", "height_right"} <= places:
        found.append(_Observed(0.0, _ASSUMED["floor"], lambda v: float(v[HEAD_RIGHT] - v[HEAD_LEFT])))
        named.append("head_right")
    return found, named


def _extra(
    hypotheses: Sequence[Values], readings: Sequence[Reading], f: _Frame, unit: Unit
) -> tuple[Place | None, bool]:
    """The further reading that would tell most suspects from each other, and whether it tells them all.

    What it would be is worked out with each suspect left out: two are told apart where those differ by more than a reading may
    be off. The first that tells all comes first; None when none tells any: then each suspect is taken again, which always does.
    """
    taken, pairs = {r.place for r in readings}, [*combinations(hypotheses, 2)]
    most, best = 0, None
    for place in EXTRA:
        equation = _equation(Reading(place, as_length(1000.0), ""), f, unit) if place not in taken else None
        if equation is None:
            continue
        told = sum(abs(equation.sum_of(a) - equation.sum_of(b)) > SUSPECT * equation.sigma for a, b in pairs)
        if told > most:
            most, best = told, place
    return best, most == len(pairs)


def _frame(survey: Survey, planned_height: Length | None) -> tuple[_Frame, float] | None:
    """The lengths the readings refer to; None while no width was read."""
    widths = survey.at(*WIDTHS)
    if not widths:
        return None
    heights = [in_mm(r.value + r.above) for r in survey.at("height_left", "height_right", "height_centre")]
    span = sum(heights) / len(heights) if heights else in_mm(planned_height) if planned_height is not None else 2032.0
    bows = {}
    for side in ("left", "right"):
        read = survey.one("bow_left" if side == "left" else "bow_right")
        bows[side] = in_mm(read.over) if read is not None and read.over is not None else span
    wide = sum(in_mm(r.value) for r in widths) / len(widths)
    return _Frame(span, bows["left"], bows["right"], wide), wide


def adjust(survey: Survey, planned_height: Length | None, unit: Unit) -> Adjustment | None:
    """Make a survey agree with itself; None while no width was read. Equal surveys share one answer.

    Args:
        survey: every reading of the hole; planned_height: where nobody read a height; unit: whose tape's precision counts.

    Returns:
        Every reading against the fit, the readings that cannot be right, the shape, and what was taken for granted.

    Example:
        Widths 32 1/4, 32 1/4 and 31 1/4 beside studs read plumb and straight: the last is suspect, and should be 32 1/4.
    """
    return _adjust(survey, planned_height, unit)


@lru_cache(maxsize=2_000)
def _adjust(survey: Survey, planned_height: Length | None, unit: Unit) -> Adjustment | None:
    framed = _frame(survey, planned_height)
    if framed is None:
        return None
    f, wide = framed
    has_heights = bool(survey.at("height_left", "height_right", "height_centre"))
    pairs = [
        (r, e)
        for r in survey.of("survey")
        if (has_heights or not r.place.startswith(("diagonal", "header"))) and (e := _equation(r, f, unit)) is not None
    ]
    readings = [r for r, _ in pairs]
    given, assumed = _given(f, places := {r.place for r in readings})
    free = [WIDTH, LEAN_LEFT, BOW_LEFT, LEAN_RIGHT, BOW_RIGHT, FLOOR] + ([HEAD_LEFT, HEAD_RIGHT] if has_heights else [])
    if "height_centre" in places and places & {"height_left", "height_right"}:
        free.append(SAG)  # without an end height nothing tells sag from height: the header is taken as straight
    lines = [in_mm(r.value + r.above) for r in readings if r.place in LINES]
    free = sorted([*free, LINE] if lines else free)
    start = np.array([wide, 0, 0, 0, 0, f.span, f.span, 0, 0, lines[0] if lines else 0], dtype=float)
    if not has_heights:
        given = [g for g, n in zip(given, assumed, strict=True) if n != "head_right"]
        assumed = [n for n in assumed if n != "head_right"]
    kept = list(range(len(pairs)))
    suspects: list[Suspect] = []
    hypotheses, contradicts = list[Values](), False
    while True:
        observed = [pairs[i][1] for i in kept]
        fit = _fit(observed, given, start, free)
        worst = float(np.nanmax(np.abs(fit.sigmas))) if not np.all(np.isnan(fit.sigmas)) else 0.0
        if worst <= SUSPECT:
            break
        if len(suspects) == MOST_BLUNDERS:
            contradicts = True
            break
        good = [j for j, w in enumerate(fit.sigmas) if not np.isnan(w) and (worst**2 - float(w) ** 2 < AS_GOOD)]
        # without it, the others say: what was read less what it is off by, over how far it is checked
        should = tuple(
            _shown(pairs[kept[j]][0], observed[j], observed[j].value - float(fit.residuals[j]) / float(fit.checked[j]))
            for j in good
        )
        extra, tells = None, False
        if len(good) > 1:  # each left out in turn: what the hole would be then
            hypotheses = [_fit([*observed[:j], *observed[j + 1 :]], given, fit.values, free).values for j in good]
            extra, tells = _extra(hypotheses, [pairs[i][0] for i in kept], f, unit)
        suspects.append(Suspect(tuple(kept[j] for j in good), should, extra, tells))
        if len(good) > 1:
            break
        kept = [i for n, i in enumerate(kept) if n != good[0]]
    v = fit.values
    adjusted = []
    for i, (r, equation) in enumerate(pairs):
        fitted = equation.sum_of(v)
        n = kept.index(i) if i in kept else None
        sigmas = float(fit.sigmas[n]) if n is not None and not np.isnan(fit.sigmas[n]) else None
        if n is None:
            sigmas = (equation.value - fitted) / equation.sigma
        shown = _shown(r, equation, fitted)
        adjusted.append(Adjusted(r, shown, r.signed - shown, sigmas))
    shape, *could_be = (_found(values, f, survey, has_heights, unit) for values in (v, *hypotheses))
    return Adjustment(tuple(adjusted), tuple(suspects), shape, tuple(assumed), contradicts, tuple(could_be))


def _shown(r: Reading, equation: _Observed, mm: float) -> Length:
    """A fitted value in the terms the reading was taken in: a level's drop over its own length, with its way as sign."""
    scale = in_mm(r.signed) / equation.value if equation.value and r.over is not None else 1.0
    return as_length(mm * scale)


def _twists(survey: Survey, place: Place, habit: Unit) -> tuple[tuple[float, float], ...]:
    """The latest twist at each height, which stands for its own height and as far as a reading reaches; beyond nothing is known of any."""
    read = sorted({in_mm(r.up): in_mm(r.signed) for r in survey.at(place) if r.up is not None}.items())
    reach, found = in_mm(TWIST_REACH[habit]), list[tuple[float, float]]()
    for n, (y, twist) in enumerate(read):
        below, above = read[n - 1] if n else None, read[n + 1] if n + 1 < len(read) else None
        if below is None or y - below[0] > 2 * reach:
            found += [(y - reach - GONE, 0.0), (y - reach, twist)]
        found.append((y, twist))
        if above is None or above[0] - y > 2 * reach:
            found += [(y + reach, twist), (y + reach + GONE, 0.0)]
    return tuple(found)


TWIST_REACH: dict[Unit, Length] = {"in": Length.inches(12), "mm": Length.mm(300)}  # a twist says nothing farther off
GONE = 0.001  # mm in which a twist that nobody read there ends


def _found(v: Values, f: _Frame, survey: Survey, has_heights: bool, habit: Unit) -> Found:
    return Found(
        left=Face(
            0.0, float(v[LEAN_LEFT]) / f.span, float(v[BOW_LEFT]), f.bow_left, _twists(survey, "twist_left", habit)
        ),
        right=Face(
            float(v[WIDTH]),
            float(v[LEAN_RIGHT]) / f.span,
            float(v[BOW_RIGHT]),
            f.bow_right,
            _twists(survey, "twist_right", habit),
        ),
        span=f.span,
        header_left=float(v[HEAD_LEFT]) if has_heights else None,
        header_right=float(v[HEAD_RIGHT]) if has_heights else None,
        sag=float(v[SAG]),
        floor_right=float(v[FLOOR]),
    )
