"""Labels along a line, apart from each other (handbook 33)."""

from __future__ import annotations

from collections.abc import Sequence


def spread(wanted: Sequence[float], heights: Sequence[float], low: float, high: float) -> list[float]:
    """Move labels apart that would lie over each other, each as little as can be, within their room.

    Args:
        wanted: middles in ascending order; heights: of each; low, high: the room.

    Returns:
        Their middles: of labels that touch, the mean of what they move is nothing.
    """
    before, offsets = 0.0, []
    for height in heights:
        offsets.append(before + height / 2)
        before += height
    pools: list[tuple[float, int]] = []  # what those that touch would have, on the mean, and how many they are
    for at, offset in zip(wanted, offsets, strict=True):
        mean, count = at - offset, 1
        while pools and pools[-1][0] > mean:
            other, many = pools.pop()
            mean, count = (mean * count + other * many) / (count + many), count + many
        pools.append((mean, count))
    placed = [mean for mean, count in pools for _ in range(count)]
    return [max(low, min(p, high - before)) + offset for p, offset in zip(placed, offsets, strict=True)]
