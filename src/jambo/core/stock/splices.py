"""Where a long plate may be joined (handbook 28): every way to part it at its places, and the cheapest by the value of its parts."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from itertools import pairwise

from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.stock.problem import Join

Parts = tuple[Length, ...]

MOST_WAYS = 400  # ways to part one piece that a plan may choose among


def _ways(ends: Sequence[Length], longest: Length, most_parts: int) -> Iterator[tuple[Length, ...]]:
    """The joints of every way to reach the last place from the first in no more parts than that, longest parts first."""

    def onward(at: int, left: int) -> Iterator[tuple[Length, ...]]:
        if ends[-1] - ends[at] <= longest:
            yield ()
        if left <= 1:
            return
        for to in range(len(ends) - 2, at, -1):
            if ends[to] - ends[at] > longest:
                continue
            if ends[-1] - ends[to] > longest * (left - 1):
                break
            for rest in onward(to, left - 1):
                yield (ends[to], *rest)

    yield from onward(0, most_parts)


def _parts(length: Length, joints: Sequence[Length]) -> Parts:
    return tuple(b - a for a, b in pairwise((ZERO, *joints, length)))


def _fewest(ends: Sequence[Length], longest: Length) -> int | None:
    """The fewest parts that reach the last place; None where two places lie too far apart."""
    at, parts = 0, 0
    while at < len(ends) - 1:
        far = max((i for i in range(at + 1, len(ends)) if ends[i] - ends[at] <= longest), default=None)
        if far is None:
            return None
        at, parts = far, parts + 1
    return parts


def _clear(one: Sequence[Length], other: Sequence[Length], apart: Length) -> bool:
    return all(size(a - b) >= apart for a in one for b in other)


def ways_to_join(length: Length, join: Join, count: int, longest: Length) -> list[tuple[Parts, ...]]:
    """Ways to make so many copies from parts no longer than the longest stick gives; [] where the places do not allow it.

    Args:
        length: of the piece; join: its places and how far apart the joints of copies that lie on each other are;
        count: of copies; longest: part a stick gives.

    Returns:
        For each way the parts of every copy in turn. Fewest parts first, and one part more.
    """
    ends = [ZERO, *sorted(p for p in set(join.places) if ZERO < p < length), length]
    fewest = _fewest(ends, longest)
    if fewest is None:
        return []
    single: list[tuple[Length, ...]] = []
    for joints in _ways(ends, longest, fewest + 1):
        single.append(joints)
        if len(single) == MOST_WAYS:
            break
    single.sort(key=lambda joints: (len(joints), [-p.nm for p in joints]))
    if not join.apart or count == 1:
        return [(_parts(length, joints),) * count for joints in single]
    found: list[tuple[Parts, ...]] = []
    for one in single:
        for other in single:
            if _clear(one, other, join.apart):
                both = (_parts(length, one), _parts(length, other))
                found.append(tuple(both[n % 2] for n in range(count)))
                if len(found) == MOST_WAYS:
                    return found
    return found


def cheapest(length: Length, join: Join, longest: Length, value: Callable[[Length], int | None]) -> int:
    """The least any way to part one copy can come to, over all its places; 0 where a part's value is not known.

    Args:
        length, join: of the piece; longest: part a stick gives; value: of a part, None for one that is no way's part.
    """
    ends = [ZERO, *sorted(p for p in set(join.places) if ZERO < p < length), length]
    least: list[int | None] = [0, *([None] * (len(ends) - 1))]
    for to in range(1, len(ends)):
        for at in range(to):
            before = least[at]
            if before is None or ends[to] - ends[at] > longest:
                continue
            worth = before + (value(ends[to] - ends[at]) or 0)
            now = least[to]
            least[to] = worth if now is None else min(now, worth)
    return least[-1] or 0
