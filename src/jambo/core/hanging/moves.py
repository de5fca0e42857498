"""Which small moves bring every gap inside its tolerance (handbook 19): the fewest, and of those the smallest.

Gaps are linear in the moves. One or two moves are found exactly by looking at every corner of what they allow; where it
takes more, an L1 linear programme (HiGHS) says which. When nothing helps, the programme says which gap cannot be met.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cache
from itertools import combinations
from math import ceil, floor
from typing import Any, Literal

import highspy
import numpy as np

from jambo.core.facts.readings import OF_FIXED, Place
from jambo.core.frozen import dataclass

HangMove = Literal[
    "card_top", "card_foot", "pack_top", "pack_foot", "strike_top", "strike_latch", "strike_foot", "leg_height",
    "fixed_card_top", "fixed_card_foot", "fixed_pack_top", "fixed_pack_foot", "active_leg_height", "fixed_leg_height",
]  # fmt: skip
MOVES: tuple[HangMove, ...] = (
    "card_top", "card_foot", "pack_top", "pack_foot", "strike_top", "strike_latch", "strike_foot", "leg_height",
)  # fmt: skip
# Of a pair the strike is the other leaf's edge: what stands there is moved by that leaf's own hinges
PAIR_MOVES: tuple[HangMove, ...] = (
    "card_top", "card_foot", "pack_top", "pack_foot",
    "fixed_card_top", "fixed_card_foot", "fixed_pack_top", "fixed_pack_foot", "active_leg_height", "fixed_leg_height",
)  # fmt: skip
GAPS: tuple[Place, ...] = (
    "gap_hinge_top", "gap_hinge_foot", "gap_head_hinge", "gap_head_strike", "gap_strike_top", "gap_latch", "gap_foot",
)  # fmt: skip
# Of equally many moves the easier: a screw or a pack before a card, a card before the saw.
_CARD, _PACK, _LEG = 1.1, 1.0, 1.4
_TINY = 1e-6
_MISSED = 1000.0  # what a missed tolerance costs in the programme against a move of the same size


@cache
def _weight(n: int) -> Any:
    """What each move of one leaf or of a pair costs."""
    moves = MOVES if n == len(MOVES) else PAIR_MOVES
    return np.array([_CARD if "card" in move else _LEG if "height" in move else _PACK for move in moves])


@dataclass(frozen=True, slots=True)
class HungLeaf:
    """Where a leaf is hung and read, in millimetres: hinge heights, its width, heights of the gaps beside the strike.

    `other` is the width of a second leaf, hung at the same heights, that meets it.
    """

    hinge_top: float
    hinge_foot: float
    width: float
    strike_top: float
    latch: float
    strike_foot: float
    other: float | None = None

    @property
    def moves(self) -> tuple[HangMove, ...]:
        """What can be moved."""
        return MOVES if self.other is None else PAIR_MOVES

    @property
    def gaps(self) -> tuple[Place, ...]:
        """What is read."""
        return GAPS if self.other is None else (*GAPS, *OF_FIXED)


@dataclass(frozen=True, slots=True)
class Cure:
    """Moves by name in mm, the gaps they lead to, and by how much a gap still misses its tolerance (plus: too wide)."""

    moves: tuple[tuple[HangMove, float], ...]
    gaps: Mapping[Place, float]
    missed: Mapping[Place, float]


def effect(leaf: HungLeaf, gaps: Sequence[Place]) -> Any:
    """How each move changes each gap: rows are gaps, columns the leaf's `moves`.

    A card behind a hinge or a pack behind its leg shifts the leaf there and turns it about the other hinge; a card opens
    the hinge gap too. A leaf whose top moves toward the strike drops at its free edge, so its head gap grows there.
    """
    span = leaf.hinge_top - leaf.hinge_foot
    rows = _single(leaf, span) if leaf.other is None else _pair(leaf, leaf.other, span)
    return np.array([rows[g] for g in gaps], dtype=float)


def _beside(leaf: HungLeaf, span: float) -> list[tuple[Place, float, float]]:
    """The gaps beside the strike, with how much of a move at the top hinge and at the bottom one arrives there."""
    heights: tuple[tuple[Place, float], ...] = (
        ("gap_strike_top", leaf.strike_top), ("gap_latch", leaf.latch), ("gap_foot", leaf.strike_foot),
    )  # fmt: skip
    return [(place, part := (y - leaf.hinge_foot) / span, 1 - part) for place, y in heights]


def _single(leaf: HungLeaf, span: float) -> dict[Place, list[float]]:
    turn = leaf.width / span
    rows: dict[Place, list[float]] = {
        "gap_hinge_top": [1, 0, 0, 0, 0, 0, 0, 0],
        "gap_hinge_foot": [0, 1, 0, 0, 0, 0, 0, 0],
        "gap_head_hinge": [0] * 8,
        "gap_head_strike": [turn, -turn, turn, -turn, 0, 0, 0, 1],
    }
    for i, (place, top, foot) in enumerate(_beside(leaf, span)):
        rows[place] = [-top, -foot, -top, -foot, *(1.0 if n == i else 0.0 for n in range(3)), 0]
    return rows


def _pair(leaf: HungLeaf, other: float, span: float) -> dict[Place, list[float]]:
    """Both leaves of a pair. A leg that is raised lifts its own leaf and turns the head over the whole width.

    At the meeting edge the head comes up by the active leaf's share of the width for the fixed leaf's leg, by the rest for its own.
    """
    share = leaf.width / (leaf.width + other)
    turn, fixed = leaf.width / span, other / span
    none = [0.0] * 4
    rows: dict[Place, list[float]] = {
        "gap_hinge_top": [1, 0, 0, 0, *none, 0, 0],
        "gap_hinge_foot": [0, 1, 0, 0, *none, 0, 0],
        "gap_head_hinge": [0] * 10,
        "gap_head_strike": [turn, -turn, turn, -turn, *none, -share, share],
        "gap_fixed_top": [*none, 1, 0, 0, 0, 0, 0],
        "gap_fixed_foot": [*none, 0, 1, 0, 0, 0, 0],
        "gap_fixed_head": [0] * 10,
        "gap_fixed_meeting": [*none, fixed, -fixed, fixed, -fixed, 1 - share, share - 1],
    }
    for place, top, foot in _beside(leaf, span):
        rows[place] = [-top, -foot, -top, -foot] * 2 + [0, 0]
    return rows


def _one(a: Any, low: Any, high: Any, most: float) -> list[tuple[tuple[int, ...], Any]]:
    """Every single move that cures all gaps, at its smallest."""
    found: list[tuple[tuple[int, ...], Any]] = []
    for n in range(a.shape[1]):
        column = a[:, n]
        still = np.abs(column) < _TINY
        if np.any(low[still] > _TINY) or np.any(high[still] < -_TINY) or np.all(still):
            continue
        ends = np.sort(np.stack([low[~still] / column[~still], high[~still] / column[~still]]), axis=0)
        least, greatest = max(ends[0].max(), -most), min(ends[1].min(), most)
        if least <= greatest + _TINY:
            found.append(((n,), np.array([min(max(0.0, least), greatest)])))
    return found


@cache
def _pairs(n: int) -> Any:
    return np.array(list(combinations(range(n), 2)))


def _two(a: Any, low: Any, high: Any, most: float) -> list[tuple[tuple[int, ...], Any]]:
    """Every pair of moves that cures all gaps: the least sum of sizes lies where two of the bounds meet."""
    both, weight = _pairs(a.shape[1]), _weight(a.shape[1])
    pairs = a[:, both].transpose(1, 0, 2)  # pair, gap, move
    rows = np.concatenate([pairs, np.broadcast_to(np.eye(2), (len(both), 2, 2))], axis=1)
    least, greatest = np.r_[low, -most, -most], np.r_[high, most, most]
    lines, ends = np.concatenate([rows, rows], axis=1), np.r_[least, greatest]
    i, j = np.triu_indices(len(ends), 1)
    det = lines[:, i, 0] * lines[:, j, 1] - lines[:, i, 1] * lines[:, j, 0]
    with np.errstate(invalid="ignore", divide="ignore"):
        x = (ends[i] * lines[:, j, 1] - lines[:, i, 1] * ends[j]) / det
        y = (lines[:, i, 0] * ends[j] - ends[i] * lines[:, j, 0]) / det
        spots = np.stack([x, y], axis=1)  # pair, move, meeting
        reached = rows @ spots
        fits = np.all((reached >= least[:, None] - _TINY) & (reached <= greatest[:, None] + _TINY), axis=1)
        cost = np.where(fits, np.einsum("pm,pmk->pk", weight[both], np.abs(spots)), np.inf)
    best = np.argmin(cost, axis=1)
    return [
        ((int(both[p][0]), int(both[p][1])), spots[p, :, best[p]])
        for p in np.flatnonzero(np.isfinite(cost[np.arange(len(cost)), best]))
    ]


def _programme(a: Any, low: Any, high: Any, most: float) -> tuple[Any, Any]:
    """The L1 linear programme with elastic bounds: moves, and what each gap still misses (plus: too wide)."""
    m, n = a.shape
    # plus and minus of each move; then what lifts a gap that stays too small, and lowers one that stays too wide
    rows = np.hstack([a, -a, np.eye(m), -np.eye(m)])
    lp, matrix = highspy.HighsLp(), highspy.HighsSparseMatrix()
    lp.num_col_, lp.num_row_ = 2 * (n + m), m
    lp.col_cost_ = np.r_[_weight(n), _weight(n), np.full(2 * m, _MISSED)]
    lp.col_lower_ = np.zeros(2 * (n + m))
    lp.col_upper_ = np.r_[np.full(2 * n, most), np.full(2 * m, highspy.kHighsInf)]
    lp.row_lower_, lp.row_upper_ = low, high
    matrix.format_ = highspy.MatrixFormat.kRowwise
    matrix.start_ = np.arange(m + 1) * rows.shape[1]
    matrix.index_ = np.tile(np.arange(rows.shape[1]), m)
    matrix.value_ = rows.ravel()
    matrix.num_col_, matrix.num_row_ = lp.num_col_, m
    lp.a_matrix_ = matrix
    solver = highspy.Highs()
    solver.setOptionValue("output_flag", False)
    solver.passModel(lp)
    solver.run()
    x = np.array(solver.getSolution().col_value)
    return x[:n] - x[n : 2 * n], x[2 * n + m :] - x[2 * n : 2 * n + m]


def _on_marks(a: Any, low: Any, high: Any, x: Any, mark: float) -> Any:
    """Put moves on tape marks near them that still hold every gap: whole marks, else halves or quarters of one."""
    used = np.flatnonzero(np.abs(x) > _TINY)
    if len(used) == 0:
        return x
    for step in (mark, mark / 2, mark / 4):
        near = [np.arange(floor(x[i] / step + 1e-9) - 1, ceil(x[i] / step - 1e-9) + 2) * step for i in used]
        grid = np.stack([g.ravel() for g in np.meshgrid(*near)])
        reached = a[:, used] @ grid
        fits = np.all((reached >= low[:, None] - _TINY) & (reached <= high[:, None] + _TINY), axis=0)
        if np.any(fits):
            y = np.zeros_like(x)
            cost = np.where(fits, _weight(len(x))[used] @ np.abs(grid), np.inf)
            y[used] = grid[:, np.argmin(cost)]
            return y
    return x


def cure(
    leaf: HungLeaf,
    gaps: Mapping[Place, float],
    targets: Mapping[Place, float],
    tolerance: float,
    mark: float,
    most: float,
) -> Cure:
    """Find the fewest, smallest moves that bring every gap read to its target +- tolerance. Lengths in millimetres.

    Args:
        leaf: where its hinges are; gaps, targets: read and wanted, by place; tolerance: what a gap may be off.
        mark: what a move is rounded to; most: the greatest move worth making before something else is wrong.

    Returns:
        The moves with what each gap becomes, and what no small move can cure.
    """
    places, moves = [p for p in leaf.gaps if p in gaps], leaf.moves
    a = effect(leaf, places)
    off = np.array([targets[p] - gaps[p] for p in places])
    low, high = off - tolerance, off + tolerance
    x, missed = np.zeros(len(moves)), np.zeros(len(places))
    if np.any(low > _TINY) or np.any(high < -_TINY):
        found = _one(a, low, high, most) or _two(a, low, high, most)
        if found:
            used, sizes = min(found, key=lambda f: float(_weight(len(moves))[list(f[0])] @ np.abs(f[1])))
            x[list(used)] = sizes
        else:
            spare = min(tolerance / 2, mark / 2)  # room to put the moves on whole marks afterwards
            x, missed = _programme(a, low + spare, high - spare, most)
            if np.any(np.abs(missed) > _TINY):
                x, missed = _programme(a, low, high, most)
        x = _on_marks(a, low - np.maximum(-missed, 0), high + np.maximum(missed, 0), x, mark)
    after = {p: gaps[p] + float(change) for p, change in zip(places, a @ x, strict=True)}
    return Cure(
        tuple((moves[n], float(x[n])) for n in range(len(moves)) if abs(x[n]) > _TINY),
        after,
        {p: float(m) for p, m in zip(places, missed, strict=True) if abs(m) > _TINY},
    )
