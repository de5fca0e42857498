"""What is still to do at the openings of a job, what it waits for, and by when (handbook 29): orders, other trades, what dries, what the
crew put off."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from datetime import datetime, timedelta
from typing import Protocol

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag
from jambo.core.framing.items import Item
from jambo.core.frozen import dataclass
from jambo.core.job.plan import Coming, Tick
from jambo.core.planning.work import Learnt, Trade, Work, WorkKind, holds, steps_by_kind, work_of
from jambo.core.quantities.figure import Missing
from jambo.core.solve import Result


class TradeDay(Protocol):
    """Another trade: when it comes and when it is done, None while nobody knows."""

    trade: Trade
    at: datetime | None
    done: datetime | None


@dataclass(frozen=True, slots=True)
class Brought:
    """A thing of an order, by its line, that has to come; the day it is promised for, None where nobody knows."""

    item: Item
    order: int
    promised: datetime | None


@dataclass(frozen=True, slots=True)
class Dry:
    """Work that is done and has to dry."""

    kind: WorkKind


@dataclass(frozen=True, slots=True)
class PutOff:
    """What the crew put off for longer than a plan looks."""

    until: datetime


@dataclass(frozen=True, slots=True)
class Wait:
    """What work waits for, and until when: None where nobody knows, or where that is later than a plan looks."""

    of: Flag | Missing | Brought | Dry | PutOff | TradeDay
    until: datetime | None


@dataclass(frozen=True, slots=True)
class WorkToDo:
    """Work of an opening, what it waits for, between what moments it is to be done, and how many minutes it dries; `not_ordered` are the
    things it takes that nobody has ordered, each as often as it takes it."""

    work: Work
    waits: tuple[Wait, ...]
    not_before: datetime | None
    by: datetime | None
    dries: int
    not_ordered: tuple[Item, ...]


class WorkOfJob:
    """The work of a job's openings, in their order: the first of them has what was ordered first."""

    def __init__(
        self,
        start: datetime,
        horizon: datetime,
        coming: Sequence[Coming],
        dries: Mapping[WorkKind, int],
        learnt: Learnt,
    ) -> None:
        """Begin with what was ordered.

        Args:
            start, horizon: from when on, and how far, a plan looks, by the clock on the wall; coming: things ordered, in the order they are
                handed out; dries: minutes each kind of work dries; learnt: what each sort of work takes.
        """
        self.start, self.horizon, self.dries, self.learnt = start, horizon, dries, learnt
        self._pool: dict[str, list[Coming]] = {}
        for one in coming:
            self._pool.setdefault(one.key, []).append(one)

    def of(
        self,
        opening: Opening,
        result: Result,
        done: Collection[str],
        ticked: Mapping[str, Tick],
        trades: Sequence[TradeDay],
        put_off: Callable[[WorkKind], datetime | None],
    ) -> Iterator[WorkToDo]:
        """Give what is still to do at the next opening, in order: each waits for the one before, too.

        Args:
            opening, result, done, ticked: as for `work_of`, with when each step was done; trades: that come to its room.
            put_off: until when the crew put off each kind of work.
        """
        stops = [*(Wait(why, None) for why in holds(result)), *self._drying(opening, result, ticked)]
        for work in work_of(opening, result, done, ticked, self.learnt):
            brought, not_ordered = self._brought(work)
            waits, begins = [*stops, *brought], put_off(work.kind)
            if begins is not None and self._known(begins) is None:
                waits.append(Wait(PutOff(begins), None))
            waits += [Wait(day, self._known(day.done)) for day in trades if day.trade in work.after]
            comes = [at for day in trades if day.trade == work.before and (at := self._known(day.at)) is not None]
            yield WorkToDo(
                work, tuple(waits), self._known(begins), min(comes, default=None), self.dries.get(work.kind, 0), not_ordered
            )  # fmt: skip

    def _known(self, at: datetime | None) -> datetime | None:
        return at if at is not None and at <= self.horizon else None

    def _brought(self, work: Work) -> tuple[list[Wait], tuple[Item, ...]]:
        """What of the things work takes has to come first, and what nobody has ordered."""
        waits, lacking = list[Wait](), list[Item]()
        for item in work.brings:
            for _ in range(item.count):
                ordered = self._pool.get(item.key) or self._pool.get(item.bare)
                if not ordered:
                    lacking.append(item)
                elif not (one := ordered.pop(0)).here:
                    waits.append(Wait(Brought(item, one.order, one.at), self._known(one.at)))
        return waits, tuple(lacking)

    def _drying(self, opening: Opening, result: Result, ticked: Mapping[str, Tick]) -> Iterator[Wait]:
        """What was done at an opening and is not dry yet."""
        for kind, last in finished(opening, result, ticked) if self.dries else ():
            if kind in self.dries and (dry := last.at + timedelta(minutes=self.dries[kind])) > self.start:
                yield Wait(Dry(kind), self._known(dry))


def finished(opening: Opening, result: Result, ticked: Mapping[str, Tick]) -> Iterator[tuple[WorkKind, Tick]]:
    """Give the work of an opening that is done, each with the last of its steps (handbook 29).

    Args:
        opening, result: as solved; ticked: when each step was done, by its key.
    """
    for kind, steps in steps_by_kind(opening, result.steps).items():
        if all(step.key in ticked for step in steps):
            yield kind, max((ticked[step.key] for step in steps), key=lambda tick: tick.at)
