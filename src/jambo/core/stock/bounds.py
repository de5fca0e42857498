"""What a cutting plan comes to at the least, without a search (handbook 28)."""

from __future__ import annotations

from fractions import Fraction

from jambo.core.stock.apart import TakenApart
from jambo.core.stock.grid import Grid
from jambo.core.stock.problem import CutProblem


def raised(bound: Fraction, grid: Grid) -> Fraction:
    """A bound raised to the next value a plan can have."""
    step = grid.least_step
    return -(-bound // step) * step


def plain_bound(problem: CutProblem, grid: Grid, asked: TakenApart) -> Fraction:
    """What the pieces come to at the least: all at the cheapest room there is, or each of the long ones in a stick of its own.

    What lies there takes as much as it holds, and the longest pieces first.

    Args:
        problem: what is asked; grid: sizes and rooms; asked: how many of each kind, and what is spliced, of two parts at least.
    """
    sizes, bought = grid.own[0], [of for of, c in enumerate(grid.classes) if c.most is None]
    # a part that was not looked at may end between two marks, or be as long as its stick comes
    over, unseen = (1 if asked.splits else 0), any(not ways.every for _, ways in asked.splits)
    comes = [-(-(problem.stock[c.stick].length + problem.kerf).nm // grid.unit) if unseen else 0 for c in grid.classes]
    rooms: list[int] = [
        max(r + over, int(whole), 0 if k is None else sizes[k])
        for r, whole, k in zip(grid.own[1], comes, grid.whole, strict=True)
    ]
    count, spliced = asked.demand.count, [problem.pieces[i] for i, _ in asked.splits]
    lie = [(c.most or 0, rooms[of]) for of, c in enumerate(grid.classes) if c.most is not None]
    room = min((grid.classes[of].weight / rooms[of] for of in bought if rooms[of]), default=Fraction(0))
    material = Fraction(sum(n * size for n, size in zip(count, sizes, strict=True)) - sum(most * r for most, r in lie))
    material += sum(
        (one.count * Fraction((one.length + problem.kerf * 2).nm) / grid.unit for one in spliced), Fraction(0)
    )
    half = max(rooms, default=0)
    alone: list[tuple[Fraction, int]] = [
        (min((grid.classes[of].weight for of in bought if rooms[of] >= size), default=Fraction(0)), n)
        for n, size in zip(count, sizes, strict=True)
        if 2 * size > half and n
    ]
    free, own = sum(most for most, _ in lie), Fraction(0)
    for weight, n in sorted(alone, reverse=True):
        own += weight * max(0, n - free)
        free = max(0, free - n)
    return raised(max(room * max(Fraction(0), material), own), grid)
