"""Where a long plate may be joined (handbook 28): every way to part it at its places, and the cheapest by the value of its parts."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from itertools import islice, pairwise

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.stock.problem import Join

Parts = tuple[Length, ...]

FIRST_WAYS = 12  # looked at for a first plan
MOST_WAYS = 400  # ways to part one copy that a plan may choose among


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


@dataclass(frozen=True, slots=True)
class Ways:
    """The ways to part one copy of a piece, fewest parts first; which of them may lie on each other; whether there are no others.

    Where not every way is among them, it is made, from sticks of each length, in as few parts as it can be, in one part more, or in two
    where copies that lie on each other ask for it.
    """

    parts: tuple[Parts, ...]
    clear: tuple[tuple[bool, ...], ...]
    every: bool


def ways_to_join(
    length: Length, join: Join, count: int, longest: Length, most_ways: int = MOST_WAYS, others: Sequence[Length] = ()
) -> Ways | None:
    """Ways to make so many copies from parts no longer than the longest stick gives; None where the places do not allow it.

    Args:
        length: of the piece; join: its places and how far apart the joints of copies that lie on each other are;
        count: of copies; longest: part a stick gives; most_ways: that are looked at; others: the longest parts of shorter sticks.
    """
    ends = _ends(length, join)
    if _fewest(ends, longest) is None:
        return None
    apart = join.apart if count > 1 else ZERO
    whole = list(islice(_ways(ends, longest, len(ends) - 1), most_ways + 1))
    every = len(whole) <= most_ways
    for more in (1, 2):
        single = whole if every else _some_ways(ends, [longest, *others], more, most_ways)
        single.sort(key=lambda joints: (len(joints), [-p.nm for p in joints]))
        clear = tuple(tuple(_clear(one, other, apart) for other in single) for one in single)
        if any(map(any, clear)):
            return Ways(tuple(_parts(length, joints) for joints in single), clear, every)
    return None


def _some_ways(
    ends: Sequence[Length], longest: Sequence[Length], more: int, most_ways: int
) -> list[tuple[Length, ...]]:
    """Ways in few parts from the longest sticks, and, as many together, from sticks of each other length alone."""
    found: dict[tuple[Length, ...], None] = {}
    for n, limit in enumerate(longest):
        fewest = _fewest(ends, limit)
        share = most_ways if len(longest) == 1 else most_ways // 2 if n == 0 else most_ways // (2 * (len(longest) - 1))
        if fewest is not None:
            found |= dict.fromkeys(islice(_ways(ends, limit, fewest + more), max(1, share)))
    return [*found]


def first_two(length: Length, join: Join, count: int, longest: Length) -> tuple[Parts, Parts] | None:
    """A way to make a copy, and one that may lie on it, found at once and not the best; None where none is found.

    Args:
        length, join, count, longest: as for `ways_to_join`.
    """
    ends = _ends(length, join)
    for over in (0, 1, 2):
        fewest = _fewest(ends, longest)
        for joints in islice(_ways(ends, longest, (fewest or 0) + over), FIRST_WAYS) if fewest else ():
            if count == 1:
                return _parts(length, joints), _parts(length, joints)
            apart = [ZERO, *(p for p in ends[1:-1] if _clear([p], joints, join.apart)), length]
            least = _fewest(apart, longest)
            if least is not None and (other := next(_ways(apart, longest, least), None)) is not None:
                return _parts(length, joints), _parts(length, other)
    return None


def _ends(length: Length, join: Join) -> list[Length]:
    return [ZERO, *sorted(p for p in set(join.places) if ZERO < p < length), length]


def cheapest(length: Length, join: Join, longest: Length, value: Callable[[Length], int]) -> int:
    """The least any way to part one copy can come to, over all its places.

    Args:
        length, join: of the piece; longest: part a stick gives; value: of a part.
    """
    ends = _ends(length, join)
    least: list[int | None] = [0, *([None] * (len(ends) - 1))]
    for to in range(1, len(ends)):
        for at in range(to):
            before = least[at]
            if before is None or ends[to] - ends[at] > longest:
                continue
            worth = before + value(ends[to] - ends[at])
            now = least[to]
            least[to] = worth if now is None else min(now, worth)
    return least[-1] or 0
