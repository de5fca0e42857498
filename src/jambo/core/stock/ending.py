"""The last sticks of a plan, looked at whole: every way to fill them one after the other with so little left over."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from jambo.core.stock.knapsack import Pattern

MOST_STEPS = 40_000  # fillings tried before it gives up


def _reach(sizes: Sequence[int], left: Sequence[int], room: int) -> list[int]:
    """For every kind the sums that it and the shorter ones make up to the room, one bit a sum."""
    all_of_it = (1 << (room + 1)) - 1
    found = [1]
    for size, n in zip(reversed(sizes), reversed(left), strict=True):
        sums = found[-1]
        for _ in range(min(n, room // size)):
            sums |= (sums << size) & all_of_it
        found.append(sums)
    return found[::-1]


def _fillings(sizes: Sequence[int], left: Sequence[int], room: int, slack: int) -> Iterator[tuple[Pattern, int]]:
    """Every filling with the longest piece there is and no more than that left over, with what it leaves."""
    first = next(k for k, n in enumerate(left) if n)
    rest = [n - (k == first) for k, n in enumerate(left)]
    reach = _reach(sizes, rest, room)

    def onward(kind: int, open_: int) -> Iterator[tuple[Pattern, int]]:
        least = max(0, open_ - slack)
        if not (reach[kind] >> least) & ((1 << (open_ - least + 1)) - 1):
            return
        if kind == len(sizes):
            yield {}, open_
            return
        for n in range(min(rest[kind], open_ // sizes[kind]), -1, -1):
            for pattern, over in onward(kind + 1, open_ - n * sizes[kind]):
                yield ({**pattern, kind: n} if n else pattern), over

    for pattern, over in onward(first, room - sizes[first]):
        yield {**pattern, first: pattern.get(first, 0) + 1}, over


def finish(sizes: Sequence[int], left: Sequence[int], room: int, sticks: int) -> list[Pattern] | None:
    """Get what is left into so many alike sticks; None where it does not go, or was not found soon enough.

    Args:
        sizes: of the kinds, longest first; left: pieces of each; room: of one stick; sticks: that there are.
    """
    steps = 0

    def go_on(left: list[int], sticks: int, slack: int) -> list[Pattern] | None:
        nonlocal steps
        if not any(left):
            return []
        if sticks == 0 or slack < 0:
            return None
        for pattern, over in _fillings(sizes, left, room, slack):
            steps += 1
            if steps > MOST_STEPS:
                return None
            rest = go_on([n - pattern.get(k, 0) for k, n in enumerate(left)], sticks - 1, slack - over)
            if rest is not None:
                return [pattern, *rest]
        return None

    return go_on(list(left), sticks, sticks * room - sum(s * n for s, n in zip(sizes, left, strict=True)))
