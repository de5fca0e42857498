"""Who does what when in a job (handbook 29): its openings' work put into a plan, day by day and person by person."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from copy import copy
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property

from typing_extensions import TypedDict

from jambo.core.flags import Flag
from jambo.core.framing.items import Item
from jambo.core.job.plan import Coming, Tick
from jambo.core.job.work import Brought, Dry, PutOff, Wait, WorkOfJob
from jambo.core.labels import label
from jambo.core.planning.gates import WorkGate, enough, gates, hands_left
from jambo.core.planning.problem import PlacedWork, WorkPlan
from jambo.core.planning.work import TRADES, Learnt, Trade, Work, called
from jambo.core.quantities.figure import Missing
from jambo.core.quantities.tape import Tape
from jambo.core.words.clock import at_the_wall, far, in_hours, spoken
from jambo.core.words.lists import Region, fill
from jambo.format.document import Crew, TradeDay
from jambo.format.plan import MOST_OPERATIONS, MOST_TOLD, Comes, PlanList, PlanOperation, Stated, horizon_of, stated
from jambo.format.problems import FieldError, Refused
from jambo.views.days.plan import made, sentence
from jambo.views.material.held import OpeningOfJob
from jambo.views.opening.result import flag_out, item_detail
from jambo.views.searches import Searched

MOST_MARKS = 8  # named in a sentence
NUMBERS = {2: "two", 3: "three", 4: "four", 5: "five"}
MOST_IN_NAME = 120


@dataclass(frozen=True)
class ToDo:
    """An opening of the job and what is known of it: its room, what its wall is called, its answer, and which steps of its card are
    ticked, when and by whom."""

    id: int
    mark: str
    room: str
    wall: str
    of: OpeningOfJob
    ticked: Mapping[str, Tick]


class GatesOut(TypedDict):
    """Between what moments an operation may begin, and why not earlier or later; "" where nothing but the hours says so."""

    earliest: str
    no_earlier: str
    latest: str | None
    no_later: str


class WorkOut(GatesOut):
    """An operation in the plan; `float` and `late` are working minutes, `minutes_are` says whose minutes they are, `others` who else is
    at it. `put_off` says that the crew put it off."""

    key: str
    opening: int
    mark: str
    room: str
    label: str
    start: str
    end: str
    minutes: int
    minutes_are: str
    others: list[str]
    critical: bool
    float: int
    late: int
    steps: list[str]
    put_off: bool


class PersonDayOut(TypedDict):
    """What somebody does on a day, in order."""

    name: str
    work: list[WorkOut]


class DayOut(TypedDict):
    """A day of the plan, and who does what on it."""

    day: str
    people: list[PersonDayOut]


class HeldUpOut(TypedDict):
    """Work that cannot be planned, and what it waits for."""

    opening: int
    mark: str
    label: str
    waits_for: list[str]


class DeadlineOut(TypedDict):
    """What is still open before another trade comes: work on so many openings, how long it takes, and which openings are not done by then."""

    trade: str
    at: str
    open: int
    late: list[int]
    minutes: int
    told: str


class ComingOut(TypedDict):
    """An order of which something is waited for: its line, what it is, which openings wait, and for which day it is promised."""

    order: int
    what: str
    marks: list[str]
    promised: str | None


class TradeOut(TypedDict):
    """Another trade: which of the crew's list, what it is called, when it comes and is done, and where."""

    n: int
    label: str
    at: str | None
    done: str | None
    rooms: list[str]


class DoneAtOut(TypedDict):
    """When an opening is done by one plan and by another; None where some of its work cannot be planned."""

    opening: int
    mark: str
    before: str | None
    after: str | None


class HelpOut(TypedDict):
    """Something with which nothing would be late, in a few words and in full, and the crew it is tried with."""

    short: str
    told: str
    crew: Crew


class JobPlanOut(TypedDict):
    """A job's plan; `searching` says that a better one is being looked for. `assumed` says what is taken as it is hoped, `chain` what holds the finish up, in order; of a crew that is tried
    `moved` says which openings are done at another time, and `before` what the plan as kept comes to. `help` is with what nothing would be late,
    `helped` says it."""

    told: str
    start: str
    finish: str | None
    bound: str | None
    proven: bool
    by_list: bool
    searching: bool
    days: list[DayOut]
    held_up: list[HeldUpOut]
    deadlines: list[DeadlineOut]
    assumed: list[str]
    chain: list[str]
    coming: list[ComingOut]
    trades: list[TradeOut]
    before: str
    moved: list[DoneAtOut]
    helped: str
    help: list[HelpOut]


def first_of(marks: Sequence[str]) -> str:
    """The first of some marks, and how many more there are."""
    more = len(marks) - MOST_MARKS
    return ", ".join(marks) if more <= 1 else f"{', '.join(marks[:MOST_MARKS])} and {more} more"


def _not_ready(marks: Sequence[str]) -> str:
    """The openings that are not ready when somebody comes."""
    return (
        f"{len(marks)} {'opening' if len(marks) == 1 else 'openings'} will not be ready: {first_of(marks)}. "
        if marks
        else ""
    )


@dataclass
class Told:
    """An operation of the document, with where it comes from."""

    todo: ToDo
    work: Work


class JobPlan:
    """The plan of a job: its document, `jambo-plan/1`, and what each of its operations is."""

    def __init__(
        self,
        start: datetime,
        todo: Sequence[ToDo],
        crew: Crew,
        coming: Sequence[Coming],
        tape: Tape,
        words: Region,
        learnt: Learnt,
        settled: Collection[str] = (),
        patience: float | None = None,
    ) -> None:
        self.patience = patience
        self.settled = frozenset(settled)
        self.coming: dict[int, ComingOut] = {}
        self.put_off = {(one.opening, one.work): one.at for one in crew.put_off}
        self.tape, self.words = tape, words
        self.todo, self.start, self.horizon = todo, start, horizon_of(start)
        self.crew = crew
        self.with_crew: Callable[[Crew], JobPlan] = lambda other: JobPlan(
            start, todo, other, coming, tape, words, learnt, settled
        )
        self.by_key: dict[str, Told] = {}
        self.assumed: list[str] = []
        self.deliveries: dict[int, tuple[str, datetime]] = {}  # by order: what comes, and when
        self._comes: dict[str, datetime | None] = {}
        self._not_ordered: dict[str, int] = {}
        work = WorkOfJob(start, self.horizon, coming, {one.work: one.minutes for one in crew.dries}, learnt)
        operations = [op for one in todo for op in self._operations(work, one)]
        for what, count in self._not_ordered.items():
            self.assumed.append(f"{count} × {what}: not ordered, taken as here")
        if len(operations) > MOST_OPERATIONS:
            said = f"{len(operations):,} pieces of work are too many for one plan"
            raise Refused([FieldError("operations", said, f"at most {MOST_OPERATIONS:,}: sign off what is done")])
        needed = dict.fromkeys(name for one in operations for name in one.needs)
        comes = [Comes(name=name, at=self._comes[name]) for name in needed]
        self.said = PlanList(start=start, people=crew.people, comes=comes, operations=operations)

    def _operations(self, work: WorkOfJob, one: ToDo) -> Iterator[PlanOperation]:
        before = ""
        facts, result = one.of.facts, one.of.result
        trades = self.crew.trades_in(one.room)
        for todo in work.of(
            facts.opening, result, one.of.done, one.ticked, trades, lambda kind: self.put_off.get((one.id, kind))
        ):
            key = f"{one.id}:{todo.work.kind}"
            self.by_key[key] = Told(one, todo.work)
            needs = dict.fromkeys(self._come(one, wait) for wait in todo.waits)
            for item in todo.not_ordered:
                what = self._item(item)
                self._not_ordered[what] = self._not_ordered.get(what, 0) + 1
            # what is checked already, thousands of times, is not checked again
            yield PlanOperation.model_construct(
                key=key, label=self.label(todo.work), room=one.room or one.mark, minutes=todo.work.minutes,
                hands=min(todo.work.hands, max(1, len(self.crew.people))), needs=list(needs)[:MOST_TOLD], after=[before] if before else [],
                by=todo.by, not_before=todo.not_before, who=[], soon=todo.work.kind == "frame", dries=todo.dries,
            )  # fmt: skip
            before = key

    def _come(self, one: ToDo, wait: Wait) -> str:
        """What work waits for, as it is called in the document."""
        name = self._waited(one, wait)[:MOST_IN_NAME]
        self._comes[name] = self.start if name in self.settled else wait.until
        if isinstance(brought := wait.of, Brought):
            if wait.until is not None:
                self.deliveries[brought.order] = name, wait.until
            day = brought.promised.date().isoformat() if brought.promised is not None else None
            of = self.coming.setdefault(
                brought.order, {"order": brought.order, "what": self._item(brought.item), "marks": [], "promised": day}
            )
            of["marks"] = list(dict.fromkeys([*of["marks"], one.mark]))
        return name

    def _waited(self, one: ToDo, wait: Wait) -> str:
        match wait.of:
            case Flag() as why:
                return f"{one.mark}: {flag_out(why, self.tape, one.of.facts.worded(self.words))['reason']}"
            case Missing(name):
                return f"{one.mark}: {label(name, self.words)}"
            case Dry(kind):
                return f"{one.mark or 'no mark'}: {fill(called(one.of.facts.opening.kind, kind), self.words)}, and dry"
            case PutOff(until):
                return f"put off until {far(until)}"
            case Brought(item, _, promised):
                when = "nobody knows when" if promised is None else spoken(promised) if wait.until else far(promised)
                return f"{self._item(item)}, {when}"
            case TradeDay() as day:
                where = f" in {', '.join(day.rooms)}" if day.rooms else ""
                late = f", {far(day.done)}" if day.done is not None and wait.until is None else ""
                return f"{fill(TRADES[day.trade], self.words)} done{where}{late}"
        raise TypeError(wait)

    def _item(self, item: Item) -> str:
        return f"{fill(item.kind.label, self.words)} {item_detail(item, self.tape)}".strip()

    def label(self, work: Work) -> str:
        """What an operation is called."""
        return fill(work.label, self.words)

    @cached_property
    def ops(self) -> dict[str, PlanOperation]:
        """The operations of the document, by key."""
        return {one.key: one for one in self.said.operations}

    @cached_property
    def of(self) -> Stated:
        """What the document states. Raises Refused for a crew that cannot be."""
        return stated(self.said)

    @cached_property
    def found(self) -> Searched[WorkPlan]:
        """The plan as it is known, and whether a better one is being looked for. Raises Refused where the crew's hours never reach."""
        return made(self.of, self.patience)

    @property
    def plan(self) -> WorkPlan:
        """The plan as it is known. Raises Refused where the crew's hours never reach."""
        return self.found.plan

    def again(self) -> JobPlan:
        """The same asked again: itself where it was planned and nothing better is being looked for, else laid out as it is and looked for anew."""
        found: Searched[WorkPlan] | None = self.__dict__.get("found")
        if found is not None and not found.searching and not found.ended:
            return self
        other = copy(self)
        other.__dict__.pop("found", None)
        other.__dict__.pop("out", None)
        return other

    @cached_property
    def out(self) -> JobPlanOut:
        """The plan as it is told. Raises Refused for a crew that cannot be."""
        of, plan = self.of, self.plan
        return {
            "told": sentence(self.found, of),
            "start": at_the_wall(self.said.start),
            "finish": at_the_wall(of.moment(plan.finish)) if plan.placed else None,
            "bound": at_the_wall(of.moment(plan.bound)) if plan.placed else None,
            "proven": plan.proven,
            "by_list": plan.listed,
            "searching": self.found.searching,
            "days": self._days(plan, of),
            "held_up": self.held_up(),
            "deadlines": [*self._deadlines(plan, of)],
            "assumed": self.assumed,
            "chain": [self._called(key) for key in plan.chain],
            "coming": [*self.coming.values()],
            "trades": [*self._trades()],
            "before": "",
            "moved": [],
            "helped": "",
            "help": [],
        }

    def _trades(self) -> Iterator[TradeOut]:
        for n, day in enumerate(self.crew.trades):
            yield {
                "n": n, "label": fill(TRADES[day.trade], self.words), "at": at_the_wall(day.at) if day.at else None,
                "done": at_the_wall(day.done) if day.done else None, "rooms": day.rooms,
            }  # fmt: skip

    @cached_property
    def gates(self) -> dict[str, WorkGate]:
        """Between what moments each operation may begin, whatever the crew has put off."""
        if not any(one.not_before for one in self.said.operations):
            return gates(self.of.problem)
        bare = [one.model_copy(update={"not_before": None}) for one in self.said.operations]
        return gates(stated(self.said.model_copy(update={"operations": bare})).problem)

    def _gates_out(self, key: str) -> GatesOut:
        gate = self.gates[key]
        at = self.of.moment(gate.earliest)
        first = [
            name for name in self.ops[key].needs if (day := self._comes[name]) is not None and self.start < day <= at
        ]
        why = f"first: {self._called(gate.follows)}" if gate.follows else ", ".join(first[:2])
        if gate.follows and self.ops[gate.follows].dries:
            why += ", and dry"
        due = self.by_key[gate.due] if gate.due is not None else None
        trade = TRADES[due.work.before] if due is not None and due.work.before is not None else ""
        return {
            "earliest": at_the_wall(at), "no_earlier": why,
            "latest": None if gate.latest is None else at_the_wall(self.of.moment(gate.latest)),
            "no_later": f"{fill(trade, self.words)} comes" if trade else "",
        }  # fmt: skip

    def _called(self, key: str) -> str:
        told = self.by_key[key]
        return f"{told.todo.mark}: {self.label(told.work)}"

    def work_out(self, placed: PlacedWork, of: Stated, name: str) -> WorkOut:
        """An operation in the plan, as somebody who is at it is told."""
        told = self.by_key[placed.key]
        return {
            "key": placed.key,
            "opening": told.todo.id,
            "mark": told.todo.mark,
            "room": told.todo.room,
            "label": self.label(told.work),
            "start": at_the_wall(of.moment(placed.start)),
            "end": at_the_wall(of.moment(placed.end)),
            "minutes": told.work.minutes,
            "minutes_are": told.work.told,
            "others": [other for other in placed.who if other != name],
            "critical": placed.critical,
            "float": placed.float_,
            "late": placed.late,
            "steps": list(told.work.steps),
            "put_off": (told.todo.id, told.work.kind) in self.put_off,
            **self._gates_out(placed.key),
        }

    def _days(self, plan: WorkPlan, of: Stated) -> list[DayOut]:
        """Who does what on which day: an operation stands on the day it begins."""
        days: dict[str, dict[str, list[WorkOut]]] = {}
        for placed in plan.placed:
            day = of.moment(placed.start).date().isoformat()
            for name in placed.who:
                days.setdefault(day, {}).setdefault(name, []).append(self.work_out(placed, of, name))
        order = [person.name for person in self.said.people]
        return [
            {"day": day, "people": [{"name": name, "work": people[name]} for name in order if name in people]}
            for day, people in days.items()
        ]

    def held_up(self) -> list[HeldUpOut]:
        """The work that cannot be planned, and what it waits for."""
        return [self._held_up(key, names) for key, names in self.of.waits.items()]

    def _held_up(self, key: str, names: Sequence[str]) -> HeldUpOut:
        told = self.by_key[key]
        return {
            "opening": told.todo.id,
            "mark": told.todo.mark,
            "label": self.label(told.work),
            "waits_for": list(names),
        }

    def _deadlines(self, plan: WorkPlan, of: Stated) -> Iterator[DeadlineOut]:
        """What is still open before each trade comes, in words."""
        late = {placed.key for placed in plan.placed if placed.late}
        by_day: dict[tuple[Trade, datetime], list[str]] = {}
        for op in self.said.operations:
            before = self.by_key[op.key].work.before
            if op.by is not None and before is not None:
                by_day.setdefault((before, op.by), []).append(op.key)
        for (trade, at), keys in by_day.items():
            minutes = sum(self.by_key[key].work.minutes for key in keys)
            behind = [key for key in keys if key in late or key in of.waits]
            openings = len({self.by_key[key].todo.id for key in keys})
            name = fill(TRADES[trade], self.words)
            late_marks = self._marks(behind)
            yield {
                "trade": name, "at": at_the_wall(at), "open": openings, "late": [*dict.fromkeys(self.by_key[key].todo.id for key in behind)], "minutes": minutes,
                "told": f"{name[:1].upper()}{name[1:]} {'come' if name.endswith('s') else 'comes'} {spoken(at)}. {_not_ready(late_marks)}{self._to_do(of, keys, at, openings, late_marks)}",
            }  # fmt: skip

    def _to_do(self, of: Stated, keys: Sequence[str], at: datetime, openings: int, late: Sequence[str]) -> str:
        """What is still to do, how much time everybody has before a moment, and how many have to be at it."""
        left = hands_left(of.problem, int((at - of.midnight).total_seconds() // 60))
        work = [(self.ops[key].minutes, self.ops[key].hands) for key in keys]
        n = enough(work, left)
        many = "one works" if n == 1 else f"{NUMBERS.get(n or 0, n)} work"
        what = f"{openings} {'opening is' if openings == 1 else 'openings are'} still to do"
        takes = f"{in_hours(sum(minutes * hands for minutes, hands in work))} of hands"
        does = "which is too little" if n is None else f"enough if {many} on it"
        return f"{what}{'' if late else ' and will be ready'}: {takes}, and {in_hours(sum(left))} are left, {does}."

    def _marks(self, keys: Sequence[str]) -> list[str]:
        return list(dict.fromkeys(self.by_key[key].todo.mark for key in keys))
