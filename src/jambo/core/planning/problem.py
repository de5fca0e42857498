"""What is planned: people with their hours, operations with what must come first; and a plan with how far from the best it can be."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cached_property

from jambo.core.frozen import dataclass

DAY = 24 * 60  # minutes


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody of the crew: working times as minutes from the plan's first midnight, (from, to), in order and apart."""

    name: str
    times: tuple[tuple[int, int], ...]


@dataclass(frozen=True, slots=True)
class Operation:
    """A piece of work that is done in one go, by one person or two.

    Attributes:
        key: its name; room: where it is done, for the way between rooms.
        minutes: of work; hands: how many people at once.
        after: the operations that are done before it begins.
        not_before, by: minutes from the plan's first midnight between which it is to be done; None where nobody said.
        who: who may do it; empty for anybody.
        dries: minutes by the clock, nights too, after its end before what comes after it begins: glue, filler, paint.
        soon: whether it begins as soon as there are hands for it, whatever that does for the finish: nobody is idle while it waits.
    """

    key: str
    minutes: int
    hands: int = 1
    room: str = ""
    after: tuple[str, ...] = ()
    not_before: int | None = None
    by: int | None = None
    who: tuple[str, ...] = ()
    soon: bool = False
    dries: int = 0


@dataclass(frozen=True)
class WorkProblem:
    """People and operations; nothing begins before `start`, a minute from the plan's first midnight.

    `pairs` are the names of two who always work together: what takes two is done by both of them, or by neither.
    """

    people: tuple[Person, ...]
    operations: tuple[Operation, ...]
    start: int = 0
    pairs: tuple[tuple[str, str], ...] = ()

    @cached_property
    def mate(self) -> Mapping[int, int]:
        """Of each who is one of a pair the other one, by place."""
        at = {person.name: p for p, person in enumerate(self.people)}
        both = [(at[a], at[b]) for a, b in self.pairs if a in at and b in at]
        return dict(both) | {b: a for a, b in both}

    @cached_property
    def by_key(self) -> Mapping[str, int]:
        """The place of each operation."""
        return {one.key: i for i, one in enumerate(self.operations)}

    @cached_property
    def before(self) -> tuple[tuple[int, ...], ...]:
        """For each operation those that come before it, by place."""
        return tuple(tuple(self.by_key[key] for key in one.after) for one in self.operations)

    @cached_property
    def order(self) -> tuple[int, ...]:
        """The operations so that each stands after what comes before it. Raises Circle where that cannot be."""
        left = [len(before) for before in self.before]
        follows: list[list[int]] = [[] for _ in self.operations]
        for i, before in enumerate(self.before):
            for j in before:
                follows[j].append(i)
        ready = [i for i, n in enumerate(left) if not n]
        for i in ready:
            for j in follows[i]:
                left[j] -= 1
                if not left[j]:
                    ready.append(j)
        if len(ready) < len(self.operations):
            raise Circle(_circle(self, {i for i, n in enumerate(left) if n}))
        return tuple(ready)


class Circle(ValueError):
    """Operations that wait for each other; `keys` are those of one circle, each before the next, the first after the last."""

    def __init__(self, keys: tuple[str, ...]) -> None:
        super().__init__(", ".join(keys))
        self.keys = keys


def _circle(problem: WorkProblem, stuck: set[int]) -> tuple[str, ...]:
    """One circle among operations each of which waits for another of them."""
    at, seen = min(stuck), dict[int, int]()
    way: list[int] = []
    while at not in seen:
        seen[at] = len(way)
        way.append(at)
        at = next(j for j in problem.before[at] if j in stuck)
    return tuple(problem.operations[i].key for i in reversed(way[seen[at] :]))


@dataclass(frozen=True, slots=True)
class PlacedWork:
    """An operation in the plan: minutes from the plan's first midnight, and who does it.

    `float_` is how many working minutes later it could end without anything else of the plan moving past the finish; `late` how
    many minutes of working time after its `by` it ends.
    """

    key: str
    start: int
    end: int
    who: tuple[str, ...]
    float_: int = 0
    late: int = 0

    @property
    def critical(self) -> bool:
        """Whether the finish moves with it."""
        return self.float_ == 0


@dataclass(frozen=True)
class WorkPlan:
    """A plan, operations in the order they begin.

    Attributes:
        placed: the operations.
        finish: when the last of them ends; bound: no plan that is no later for its days is done before; both minutes as above.
        proven: whether nothing ends sooner; listed: whether nothing better was looked for.
        chain: the operations that hold the finish up, one after the other.
        walks: how often somebody goes to another room.
    """

    placed: tuple[PlacedWork, ...] = ()
    finish: int = 0
    bound: int = 0
    proven: bool = True
    listed: bool = False
    chain: tuple[str, ...] = ()
    walks: int = 0
