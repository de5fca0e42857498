"""A plan by going down a list: whoever is free begins what weighs most of all that can begin. Quick, and any size."""

from __future__ import annotations

import random
from bisect import bisect_left, bisect_right, insort
from collections import Counter
from collections.abc import Collection, Iterator, Mapping, Sequence
from functools import lru_cache
from heapq import heapify, heappop, heappush, merge

from jambo.core.frozen import dataclass
from jambo.core.planning.hours import Hours
from jambo.core.planning.problem import DAY, WorkProblem

FOREVER = 1 << 60
WAITS = (0, 30, 60, 90)  # minutes somebody waits for another


@dataclass(frozen=True)
class Set:
    """When each operation begins and who does it, in working minutes and by place; the operations in the order they were set."""

    start: tuple[int, ...]
    who: tuple[tuple[int, ...], ...]
    order: tuple[int, ...]


def finish_of(problem: WorkProblem, found: Set) -> int:
    """The working minute at which the last operation ends."""
    return max(found.start[i] + one.minutes for i, one in enumerate(problem.operations))


def may(problem: WorkProblem, i: int) -> tuple[int, ...]:
    """The people who may do an operation, by place."""
    who = problem.operations[i].who
    return tuple(p for p, person in enumerate(problem.people) if not who or person.name in who)


def team(problem: WorkProblem, i: int, able: Sequence[int]) -> tuple[int, ...] | None:
    """Who of those that are able does an operation, the first of them that may together; None where they are too few.

    Work for two goes to both of a pair or to two who are in none; where those named for it are no such two, to them all the same.

    Args:
        i: the operation's place; able: people by place, the best first.
    """
    hands, mate = problem.operations[i].hands, problem.mate
    if hands == 1 or not mate or not by_pairs(problem, i):
        return tuple(able[:hands]) if len(able) >= hands else None
    alone = [p for p in able if p not in mate]
    for p in able:
        if p in mate and mate[p] in able:
            return p, mate[p]
        if p not in mate and len(alone) > 1:
            return tuple(alone[:2])
    return None


def by_pairs(problem: WorkProblem, i: int) -> bool:
    """Whether an operation for two can be done by both of a pair, or by two who are in none."""
    who, mate = may(problem, i), problem.mate
    return sum(p not in mate for p in who) > 1 or any(p in mate and mate[p] in who for p in who)


def tails(problem: WorkProblem) -> list[int]:
    """For each operation the minutes of it and of the longest chain that hangs on it."""
    found = [one.minutes for one in problem.operations]
    for i in reversed(problem.order):
        for j in problem.before[i]:
            found[j] = max(found[j], problem.operations[j].minutes + found[i])
    return found


def gains(problem: WorkProblem) -> list[float]:
    """For each operation the most days that are kept for an hour of hands, by it and what hangs on it: where all are late anyway, what is
    soon done comes first, and work for two after as much work for one."""
    follows: dict[int, int] = {}
    for i, before in enumerate(problem.before):
        for j in before:
            follows.setdefault(j, i)
    found = list[float]()
    for i in range(len(problem.operations)):
        best, kept, hours, at = 0.0, 0, 0.0, i
        while at >= 0:
            one = problem.operations[at]
            kept, hours = kept + (one.by is not None), hours + one.minutes * one.hands / 60
            best, at = max(best, kept / hours), follows.get(at, -1)
        found.append(best)
    return found


def slacks(problem: WorkProblem, hours: Hours) -> list[int]:
    """For each operation the latest working minute to begin it, so that it and all that hangs on it is done by the days set."""
    due = [hours.working(one.by) if one.by is not None else hours.length for one in problem.operations]
    for i in reversed(problem.order):
        for j in problem.before[i]:
            due[j] = min(due[j], hours.wet(due[i] - problem.operations[i].minutes, problem.operations[j].dries))
    return [due[i] - one.minutes for i, one in enumerate(problem.operations)]


@dataclass(frozen=True, slots=True)
class Weights:
    """How to go down the list.

    Attributes:
        of: what each operation weighs; stay: what it weighs more where somebody free was in its room last.
        fill: whether what leaves time before somebody goes that other work can fill is begun before what does not.
        wait: how many minutes somebody waits for another at the most, where what weighs most takes two.
    """

    of: tuple[float, ...]
    stay: float
    fill: bool = False
    wait: int = 0

    def changed(self, drawn: random.Random) -> Weights:
        """One to three operations moved beside others, or in their place; now and then another way to stay and to fill."""
        of = [*self.of]
        for _ in range(drawn.choice((1, 1, 2, 3))):
            i, j = drawn.randrange(len(of)), drawn.randrange(len(of))
            if drawn.random() < 0.5:
                of[i], of[j] = of[j], of[i]
            else:
                of[i] = of[j] + drawn.uniform(-1, 1)
        stay = drawn.choice((self.stay, 0.0, 30.0)) if drawn.random() < 0.2 else self.stay
        wait = drawn.choice(WAITS) if drawn.random() < 0.1 else self.wait
        return Weights(tuple(of), stay, self.fill != (drawn.random() < 0.1), wait)


class List:
    """What goes down the list again and again with other weights."""

    def __init__(self, problem: WorkProblem, hours: Hours) -> None:
        ops = problem.operations
        self.problem, self.hours = problem, hours
        self.follows: list[list[int]] = [[] for _ in ops]
        for i, before in enumerate(problem.before):
            for j in before:
                self.follows[j].append(i)
        self.may = [may(problem, i) for i in range(len(ops))]
        self.begins = [hours.working(one.not_before) if one.not_before is not None else 0 for one in ops]
        self.edges = sorted({edge for away in hours.away for span in away for edge in span})

    def _until(self, person: int, at: int) -> int:
        """How long somebody stays who is there at a minute; that minute itself where he is not."""
        away = self.hours.away[person]
        k = bisect_right(away, (at, FOREVER)) - 1
        if k >= 0 and away[k][1] > at:
            return at
        return away[k + 1][0] if k + 1 < len(away) else self.hours.length

    def _waits(
        self, can: _Can, free: Collection[int], until: Mapping[int, int], free_from: Sequence[int], at: int, most: int
    ) -> dict[int, int]:
        """Who of those that are free waits for another, to do with him what weighs most, and until when."""
        i = can.for_two()
        if i is None:
            return {}
        minutes = self.problem.operations[i].minutes
        able = [p for p in self.may[i] if p in free and until[p] >= at + minutes]
        if len(able) != 1:
            return {}
        soon = [(free_from[p], p) for p in self.may[i] if at < free_from[p] <= at + most]
        for begin, p in sorted(soon):
            if (
                until[able[0]] >= begin + minutes
                and self._until(p, begin) >= begin + minutes
                and team(self.problem, i, [able[0], p])
            ):
                return {able[0]: begin}
        return {}

    def plan(self, weights: Weights) -> Set | None:
        """Set every operation.

        Args:
            weights: how to go down the list.

        Returns:
            The plan in working minutes; None where the hours there are do not reach.
        """
        ops = self.problem.operations
        start = [0] * len(ops)
        made: dict[int, tuple[int, ...]] = {}
        left = [len(before) for before in self.problem.before]
        opens = list(self.begins)
        waits = [(opens[i], i) for i, n in enumerate(left) if not n]  # for their time; a heap
        heapify(waits)
        can = _Can(self.problem, weights.of, weights.stay)
        free_from, last = [0] * len(self.problem.people), [""] * len(self.problem.people)
        at = 0
        while waits or can:
            while waits and waits[0][0] <= at:
                can.add(heappop(waits)[1])
            until = {p: self._until(p, at) for p, since in enumerate(free_from) if since <= at}
            free = {p for p, end in until.items() if end > at}
            until |= self._waits(can, free, until, free_from, at, weights.wait) if weights.wait else {}
            sums = can.sums() if weights.fill else 0
            for full in (True, False) if weights.fill else (False,):
                taken = []
                for i in can.best_first(free, {last[p] for p in free}) if free else ():
                    end = at + ops[i].minutes
                    able = [
                        p
                        for p in self.may[i]
                        if p in free and until[p] >= end and (not full or _filled(sums, until[p] - end))
                    ]
                    if len(able) < ops[i].hands:
                        continue
                    able.sort(key=lambda p: (last[p] != ops[i].room, p))
                    if (chosen := team(self.problem, i, able)) is None:
                        continue
                    start[i], made[i] = at, tuple(sorted(chosen))
                    taken.append(i)
                    for p in made[i]:
                        free.discard(p)
                        free_from[p], last[p] = end, ops[i].room
                    for j in self.follows[i]:
                        left[j] -= 1
                        opens[j] = max(opens[j], self.hours.dry(end, ops[i].dries))
                        if not left[j]:
                            heappush(waits, (opens[j], j))
                    if not free:
                        break
                for i in taken:
                    can.take(i)
            k = bisect_right(self.edges, at)
            later = [t for t in (*free_from, *(w[0] for w in waits[:1])) if t > at]
            at = min([*later, *self.edges[k : k + 1]], default=FOREVER)
            if (waits or can) and at >= self.hours.length:
                return None
        return Set(tuple(start), tuple(made[i] for i in range(len(ops))), tuple(made))


@lru_cache(maxsize=4096)
def _sums(lengths: frozenset[int]) -> int:
    """Up to a day, the minutes that work of these lengths, each as often as one likes, adds up to: a bit for each."""
    found, all_ = 1, (1 << DAY + 1) - 1
    for one in lengths:
        step = one
        while step <= DAY:
            found |= found << step & all_
            step *= 2
    return found


def _filled(sums: int, left: int) -> bool:
    """Whether work that adds up to `sums` can fill so many minutes."""
    return left > DAY or bool(sums >> left & 1)


class _Can:
    """What can begin, the heaviest first; what is in a room somebody free was in last weighs more. Of thousands only the first are looked at."""

    def __init__(self, problem: WorkProblem, weights: Sequence[float], stay: float) -> None:
        self.ops, self.stay = problem.operations, stay
        self.key = [(-weight, i) for i, weight in enumerate(weights)]
        self.all: dict[int, list[tuple[float, int]]] = {}  # by hands
        self.rooms: dict[tuple[str, int], list[tuple[float, int]]] = {}
        self.lengths: Counter[int] = Counter()

    def sums(self) -> int:
        """What the work that can begin adds up to."""
        return _sums(frozenset(+self.lengths))

    def for_two(self) -> int | None:
        """What weighs most of all that can begin, where it takes two."""
        first = {hands: keys[0] for hands, keys in self.all.items() if keys}
        return first[2][1] if 2 in first and first[2] == min(first.values()) else None

    def __bool__(self) -> bool:
        return any(self.all.values())

    def add(self, i: int) -> None:
        one = self.ops[i]
        self.lengths[one.minutes] += 1
        insort(self.all.setdefault(one.hands, []), self.key[i])
        insort(self.rooms.setdefault((one.room, one.hands), []), self.key[i])

    def take(self, i: int) -> None:
        one = self.ops[i]
        self.lengths[one.minutes] -= 1
        for keys in (self.all[one.hands], self.rooms[one.room, one.hands]):
            del keys[bisect_left(keys, self.key[i])]

    def best_first(self, free: set[int], here: set[str]) -> Iterator[int]:
        """Operations there are hands for, as long as there are; `free` shrinks meanwhile."""
        near = sorted(here) if self.stay else []

        def others(hands: int) -> Iterator[tuple[float, int]]:
            for key in self.all[hands]:
                if len(free) < hands:
                    return
                if not near or self.ops[key[1]].room not in here:
                    yield key

        def nearby(room: str, hands: int) -> Iterator[tuple[float, int]]:
            for weight, i in self.rooms.get((room, hands), ()):
                if len(free) < hands:
                    return
                yield weight - self.stay, i

        streams = [others(hands) for hands in self.all]
        streams += [nearby(room, hands) for room in near for hands in self.all]
        return (i for _, i in merge(*streams))


def weighed(problem: WorkProblem, hours: Hours, draws: int) -> Iterator[Weights]:
    """Weights to go down the list with: by what hangs on an operation, by its day, by its hands, by the days it keeps; and drawn around them, always alike."""
    tail, slack = tails(problem), slacks(problem, hours)
    hands = [one.hands for one in problem.operations]
    by_tail = [float(t) for t in tail]
    by_day = [-float(s) for s in slack]
    by_hands = [t + 10_000.0 * h for t, h in zip(tail, hands, strict=True)]
    by_gain = [10_000.0 * g + t for g, t in zip(gains(problem), tail, strict=True)]
    for stay in (0.0, 60.0, 240.0) if draws else (60.0,):
        for weights in (by_tail, by_day, by_hands, by_gain):
            yield Weights(tuple(weights), stay)
    drawn, spread = random.Random(1), max(60.0, 0.3 * max(tail))
    urgent = sorted(s for s, one in zip(slack, problem.operations, strict=True) if one.by is not None) or [0]
    for n in range(draws):
        base = (by_tail, by_day, by_hands, by_gain)[n % 4]
        # what must begin before some minute goes first, by how much before; the rest as it weighs
        until = drawn.choice(urgent)
        of = (w + 5.0 * max(0, until - s) + drawn.uniform(-spread, spread) for w, s in zip(base, slack, strict=True))
        yield Weights(tuple(of), drawn.choice((0.0, 30.0, 120.0, 240.0)))
