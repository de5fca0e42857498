"""The last sticks of a plan, or all of those that lie there, looked at whole: every way to fill them with so little left over."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from jambo.core.frozen import dataclass
from jambo.core.stock.knapsack import Pattern

MOST_STEPS = 40_000  # fillings tried before it gives up
FEW_STEPS = 4_000  # before something else is tried first


@dataclass(frozen=True, slots=True)
class Lying:
    """Alike sticks that are there: the room of one, how many, and the kind of piece one is as it comes, of a size beyond its room."""

    room: int
    most: int
    comes: int | None = None


@dataclass(frozen=True, slots=True)
class Ending:
    """The sticks filled, each with which of those there it is, None where no way was found; whether all ways were looked at."""

    sticks: tuple[tuple[int, Pattern], ...] | None
    every: bool


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
    if sizes[first] > room:
        return
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


def finish(
    sizes: Sequence[int],
    left: Sequence[int],
    there: Sequence[Lying],
    go_on: Callable[[], bool],
    most_steps: int = MOST_STEPS,
) -> Ending:
    """Get what is left into the sticks that are there: the longest piece goes into one of each length after the other.

    Args:
        sizes: of the kinds, longest first; left: pieces of each; there: the sticks, alike ones together;
        go_on: whether there is time; most_steps: fillings tried before it gives up.
    """
    steps, holds = 0, [one.room if one.comes is None else max(one.room, sizes[one.comes]) for one in there]

    def ways(left: list[int], of: int, slack: int) -> Iterator[tuple[Pattern, int]]:
        longest, more = next(k for k, n in enumerate(left) if n), holds[of] - there[of].room
        if there[of].comes == longest:
            yield {longest: 1}, 0
        if slack >= more:
            for pattern, over in _fillings(sizes, left, there[of].room, slack - more):
                yield pattern, over + more

    def get_out(left: list[int], most: list[int], slack: int) -> tuple[tuple[int, Pattern], ...] | None:
        nonlocal steps
        if not any(left):
            return ()
        for of in range(len(there)):
            for pattern, over in ways(left, of, slack) if most[of] else ():
                steps += 1
                if steps > most_steps or not go_on():
                    steps = most_steps + 1
                    return None
                fewer = [n - (i == of) for i, n in enumerate(most)]
                rest = get_out([n - pattern.get(k, 0) for k, n in enumerate(left)], fewer, slack - over)
                if rest is not None:
                    return ((of, pattern), *rest)
        return None

    most = [one.most for one in there]
    slack = sum(n * room for n, room in zip(most, holds, strict=True)) - sum(
        s * n for s, n in zip(sizes, left, strict=True)
    )
    found = get_out(list(left), most, slack) if slack >= 0 else None
    return Ending(found, found is not None or steps <= most_steps)
