"""Where a long plate may be joined (handbook 28): every way to part it at its places, and the cheapest by the value of its parts."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from itertools import islice, pairwise

import numpy as np
from numpy.typing import NDArray

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.stock.problem import Join, Reach

Parts = tuple[Length, ...]

FIRST_WAYS = 12  # looked at for a first plan
MOST_WAYS = 400  # ways to part one copy that a plan may choose among


def _fewest(ends: Sequence[Length], reach: Reach) -> list[int | None]:
    """The fewest parts from each place to the last; None where two places lie too far apart."""
    parts: list[int | None] = [0]
    for at in range(len(ends) - 2, -1, -1):
        onward = (parts[-1 - n] for n in range(len(parts)) if reach.gives(ends[at + 1 + n] - ends[at]))
        parts.append(min((n + 1 for n in onward if n is not None), default=None))
    return parts[::-1]


def _ways(ends: Sequence[Length], reach: Reach, most_parts: int) -> Iterator[tuple[Length, ...]]:
    """The joints of every way to reach the last place from the first in no more parts than that, longest parts first."""
    fewest = _fewest(ends, reach)

    def onward(at: int, left: int) -> Iterator[tuple[Length, ...]]:
        for to in range(len(ends) - 1, at, -1):
            more = fewest[to]
            if more is None or more >= left or not reach.gives(ends[to] - ends[at]):
                continue
            if to == len(ends) - 1:
                yield ()
            else:
                for rest in onward(to, left - 1):
                    yield (ends[to], *rest)

    yield from onward(0, most_parts)


def _parts(length: Length, joints: Sequence[Length]) -> Parts:
    return tuple(b - a for a, b in pairwise((ZERO, *joints, length)))


def _clear(one: Sequence[Length], other: Sequence[Length], apart: Length) -> bool:
    return all(size(a - b) >= apart for a in one for b in other)


def clear_ways(ways: Sequence[Sequence[Length]], apart: Length) -> NDArray[np.bool_]:
    """Which ways have no joint too near to one of which others: each two places are held against each other once."""
    places = sorted({joint for joints in ways for joint in joints})
    near = np.array([[not _clear([a], [b], apart) for b in places] for a in places], dtype=np.int64)
    has = np.array([[place in joints for place in places] for joints in map(frozenset, ways)], dtype=np.int64)
    return np.asarray(has @ near @ has.T == 0) if places else np.ones((len(ways), len(ways)), dtype=np.bool_)


@dataclass(frozen=True, eq=False, slots=True)
class Ways:
    """The ways to part one copy of a piece, fewest parts first; which of them may lie on each other; whether there are no others.

    Where not every way is among them, it is made, from sticks of each length, in as few parts as it can be, in one part more, or in two
    where copies that lie on each other ask for it.
    """

    parts: tuple[Parts, ...]
    clear: NDArray[np.bool_]
    every: bool


NOT_LOOKED_AT = Ways((), np.ones((0, 0), dtype=np.bool_), False)


def ways_to_join(
    length: Length, join: Join, count: int, reaches: Sequence[Reach], most_ways: int = MOST_WAYS
) -> Ways | None:
    """Ways to make so many copies from parts a stick gives; None where the places do not allow it.

    Args:
        length: of the piece; join: its places and how far apart the joints of copies that lie on each other are;
        count: of copies; reaches: of all sticks, and of those up to each shorter length; most_ways: that are looked at.
    """
    ends = _ends(length, join)
    if _fewest(ends, reaches[0])[0] is None:
        return None
    apart = join.apart if count > 1 else ZERO
    whole = list(islice(_ways(ends, reaches[0], len(ends) - 1), most_ways + 1))
    every = len(whole) <= most_ways
    for more in (1, 2):
        single = whole if every else _some_ways(ends, reaches, more, most_ways)
        single.sort(key=lambda joints: (len(joints), [-p.nm for p in joints]))
        clear = clear_ways(single, apart)
        if clear.any():
            return Ways(tuple(_parts(length, joints) for joints in single), clear, every)
    return None


def _some_ways(ends: Sequence[Length], reaches: Sequence[Reach], more: int, most_ways: int) -> list[tuple[Length, ...]]:
    """Ways in few parts from the longest sticks, and, as many together, from sticks of each other length alone."""
    found: dict[tuple[Length, ...], None] = {}
    for n, reach in enumerate(reaches):
        fewest = _fewest(ends, reach)[0]
        share = most_ways if len(reaches) == 1 else most_ways // 2 if n == 0 else most_ways // (2 * (len(reaches) - 1))
        if fewest is not None:
            found |= dict.fromkeys(islice(_ways(ends, reach, fewest + more), max(1, share)))
    return [*found]


def first_two(length: Length, join: Join, count: int, reach: Reach) -> tuple[Parts, Parts] | None:
    """A way to make a copy, and one that may lie on it, found at once and not the best; None where none is found.

    Args:
        length, join, count: as for `ways_to_join`; reach: of all sticks.
    """
    ends = _ends(length, join)
    for over in (0, 1, 2):
        fewest = _fewest(ends, reach)[0]
        for joints in islice(_ways(ends, reach, (fewest or 0) + over), FIRST_WAYS) if fewest else ():
            if count == 1:
                return _parts(length, joints), _parts(length, joints)
            apart = [ZERO, *(p for p in ends[1:-1] if _clear([p], joints, join.apart)), length]
            least = _fewest(apart, reach)[0]
            if least is not None and (other := next(_ways(apart, reach, least), None)) is not None:
                return _parts(length, joints), _parts(length, other)
    return None


def _ends(length: Length, join: Join) -> list[Length]:
    return [ZERO, *sorted(p for p in set(join.places) if ZERO < p < length), length]


def cheapest(length: Length, join: Join, reach: Reach, value: Callable[[Length], int]) -> int:
    """The least any way to part one copy can come to, over all its places.

    Args:
        length, join: of the piece; reach: of all sticks; value: of a part.
    """
    ends = _ends(length, join)
    least: list[int | None] = [0, *([None] * (len(ends) - 1))]
    for to in range(1, len(ends)):
        for at in range(to):
            before = least[at]
            if before is None or not reach.gives(ends[to] - ends[at]):
                continue
            worth = before + value(ends[to] - ends[at])
            now = least[to]
            least[to] = worth if now is None else min(now, worth)
    return least[-1] or 0
