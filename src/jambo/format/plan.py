"""The open JSON format of a plan's problem, `jambo-plan/1` (handbook 29): people with hours, operations with gates. docs/FORMAT.md explains it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from datetime import date, datetime, timedelta
from itertools import combinations
from typing import Annotated, Literal

from pydantic import Field

from jambo.core.planning.problem import DAY, Circle, Operation, Person, WorkProblem
from jambo.format.dates import Day, Moment
from jambo.format.declared import Model
from jambo.format.problems import FieldError, Refused

FORMAT = "jambo-plan/1"

MOST_OPERATIONS = 5_000
MOST_PEOPLE = 60
MOST_TOLD = 40  # of what an operation waits for: enough to know what to do about it
YEARS = 2  # a plan looks no further ahead

Weekday = Literal["mon", "tue", "wed", "thu", "fri", "sat", "sun"]
MOST_DRYING = 14 * DAY
RARE = 16 * 60  # minutes a week; who is there for no more is there on a day or two
WEEKDAYS: tuple[Weekday, ...] = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")

Key = Annotated[str, Field(min_length=1, max_length=120)]
Label = Annotated[str, Field(max_length=200)]
Clock = Annotated[
    str, Field(pattern=r"^([01]\d|2[0-3]):[0-5]\d$|^24:00$", description='A time of day such as "07:30".')
]


class Shift(Model):
    """Working time on some days of the week, from one time of day to another."""

    days: Annotated[list[Weekday], Field(min_length=1, max_length=7)] = Field(
        default_factory=lambda: list(WEEKDAYS[:5])
    )
    from_: Annotated[Clock, Field(alias="from")] = "07:00"
    to: Clock = "15:30"


class PlanPerson(Model):
    """Somebody of the crew: hours of the week, days off, and who he always works with."""

    name: Annotated[str, Field(min_length=1, max_length=80)]
    hours: Annotated[list[Shift], Field(max_length=21)] = Field(default_factory=list)
    off: Annotated[list[Day], Field(max_length=400)] = Field(default_factory=list)
    pair_with: Annotated[str, Field(max_length=80)] = ""


class Comes(Model):
    """Something operations need that comes by itself, a delivery or another trade's work; without `at` nobody knows when."""

    name: Key
    at: Moment | None = None


class PlanOperation(Model):
    """A piece of work. `needs` names what must have come, `after` the operations before it; `by` when it is to be done. What is to begin
    `soon` never waits while there are hands for it. What comes after it begins once it has dried for so many minutes by the clock."""

    key: Key
    label: Label = ""
    room: Annotated[str, Field(max_length=120)] = ""
    minutes: Annotated[int, Field(ge=1, le=10_000)]
    hands: Annotated[int, Field(ge=1, le=2)] = 1
    needs: Annotated[list[Key], Field(max_length=MOST_TOLD)] = Field(default_factory=list)
    after: Annotated[list[Key], Field(max_length=200)] = Field(default_factory=list)
    not_before: Moment | None = None
    by: Moment | None = None
    who: Annotated[list[Key], Field(max_length=MOST_PEOPLE)] = Field(default_factory=list)
    soon: bool = False
    dries: Annotated[int, Field(ge=0, le=MOST_DRYING)] = 0


class PlanList(Model):
    """Everything a plan is made from. Nothing begins before `start`."""

    format: Literal["jambo-plan/1"] = FORMAT  # type: ignore[assignment]
    start: Moment
    people: Annotated[list[PlanPerson], Field(max_length=MOST_PEOPLE)] = Field(default_factory=list)
    comes: Annotated[list[Comes], Field(max_length=MOST_OPERATIONS * MOST_TOLD)] = Field(default_factory=list)
    operations: Annotated[list[PlanOperation], Field(max_length=MOST_OPERATIONS)] = Field(default_factory=list)


def horizon_of(start: datetime) -> datetime:
    """How far ahead a plan from a moment looks."""
    return start + timedelta(days=366 * YEARS)


class Stated:
    """The problem a document states: what can be planned, what waits and for what, and how minutes read on the wall."""

    def __init__(self, problem: WorkProblem, waits: dict[str, tuple[str, ...]], midnight: datetime) -> None:
        self.problem, self.waits, self.midnight = problem, waits, midnight

    def moment(self, minute: int) -> datetime:
        """The moment of a minute from the first midnight."""
        return self.midnight + timedelta(minutes=minute)


def stated(said: PlanList) -> Stated:
    """Read a document into the problem it states. Raises Refused with every field that cannot be.

    Args:
        said: the document. What needs something of which nobody knows when it comes, and what comes after that, waits.
    """
    midnight = said.start.replace(hour=0, minute=0)
    if wrong := [*_wrong(said)]:
        raise Refused(wrong)
    comes = {one.name: one.at for one in said.comes}
    waits = _waiting(said, {name for name, at in comes.items() if at is None})

    def minute(at: datetime | None) -> int | None:
        return None if at is None else int((at - midnight).total_seconds() // 60)

    operations = []
    for one in said.operations:
        if one.key not in waits:
            begins = [
                m for m in (minute(one.not_before), *(minute(comes[name]) for name in one.needs)) if m is not None
            ]
            operations.append(
                Operation(
                    one.key, one.minutes, one.hands, one.room, tuple(dict.fromkeys(one.after)),
                    max(begins, default=None), minute(one.by), tuple(one.who), one.soon, one.dries,
                )
            )  # fmt: skip
    days = _days(said, operations, midnight)
    people = tuple(Person(one.name, _times(one, midnight.date(), days)) for one in said.people)
    # nothing is done while nobody works: the same evening and the next morning state the same problem
    start = minute(said.start) or 0
    start = min((max(start, begin) for one in people for begin, end in one.times if end > start), default=start)
    problem = WorkProblem(people, tuple(operations), start, pairs_of(said.people))
    try:
        _ = problem.order
    except Circle as circle:
        keys = list(circle.keys)
        at = min(i for i, one in enumerate(said.operations) if one.key in keys)
        told = " after ".join(f"“{key}”" for key in [*reversed(keys), keys[-1]])
        raise Refused(
            [FieldError(f"operations[{at}].after", f"these wait for each other: {told}", "no circle")]
        ) from None
    return Stated(problem, waits, midnight)


def pairs_of(people: Sequence[PlanPerson]) -> tuple[tuple[str, str], ...]:
    """The pairs of a crew, each once, whoever of the two says so."""
    said = {tuple(sorted((one.name, one.pair_with))): None for one in people if one.pair_with}
    return tuple((a, b) for a, b in said)


def _wrong_pairs(people: Sequence[PlanPerson]) -> Iterator[FieldError]:
    """Who works with himself, with nobody of the crew, or with two."""
    names, mates = {one.name for one in people}, dict[str, set[str]]()
    for i, one in enumerate(people):
        path = f"people[{i}].pair_with"
        if one.pair_with and (one.pair_with not in names or one.pair_with == one.name):
            yield FieldError(path, f"{one.name} cannot work with {one.pair_with!r}", "somebody else of the crew")
        elif one.pair_with:
            for a, b in ((one.name, one.pair_with), (one.pair_with, one.name)):
                mates.setdefault(a, set()).add(b)
            if len(mates[one.name]) > 1 or len(mates[one.pair_with]) > 1:
                yield FieldError(
                    path,
                    f"{one.name} and {one.pair_with} are not a pair: one of them is in another",
                    "one pair for each",
                )


def _wrong(said: PlanList) -> Iterator[FieldError]:
    """Everything of a document that cannot be."""
    keys = Counter(one.key for one in said.operations)
    names, comes = Counter(p.name for p in said.people), Counter(c.name for c in said.comes)
    horizon = horizon_of(said.start)
    if said.operations and not said.people:
        yield FieldError("people", "there is nobody in the crew", "at least one person with hours")
    for i, person in enumerate(said.people):
        if names[person.name] > 1:
            yield FieldError(
                f"people[{i}].name", f"two people are called {person.name!r}", "a name of its own for each"
            )
        if not person.hours:
            yield FieldError(
                f"people[{i}].hours", f"{person.name} has no hours", 'such as {"from": "07:00", "to": "15:30"}'
            )
        for k, shift in enumerate(person.hours):
            if shift.to <= shift.from_:
                yield FieldError(
                    f"people[{i}].hours[{k}].to", f"{shift.to} is not after {shift.from_}", "a later time that day"
                )
    yield from _wrong_pairs(said.people)
    for i, come in enumerate(said.comes):
        if comes[come.name] > 1:
            yield FieldError(f"comes[{i}].name", f"{come.name!r} stands there twice", "a name of its own for each")
        if come.at is not None and come.at > horizon:
            yield FieldError(
                f"comes[{i}].at", "that is further ahead than a plan looks", f"at most {YEARS} years from the start"
            )
    for i, one in enumerate(said.operations):
        yield from _wrong_of(one, f"operations[{i}]", said, (keys, names, comes), horizon)


def _wrong_of(
    one: PlanOperation,
    path: str,
    said: PlanList,
    known: tuple[Counter[str], Counter[str], Counter[str]],
    horizon: datetime,
) -> Iterator[FieldError]:
    keys, names, comes = known
    if keys[one.key] > 1:
        yield FieldError(f"{path}.key", f"{one.key!r} stands there twice", "a key of its own for each")
    for what, refers, there in (("after", one.after, keys), ("needs", one.needs, comes), ("who", one.who, names)):
        for name in refers:
            if name not in there:
                yield FieldError(f"{path}.{what}", f"there is no {name!r}", "one of those the document names")
    able = len(set(one.who)) if one.who else len(said.people)
    if said.people and one.hands > able:
        yield FieldError(
            f"{path}.hands",
            f"this takes two people, and {'only one' if able else 'none'} of the crew may do it",
            "more people, or one pair of hands",
        )
    for what, at in (("not_before", one.not_before), ("by", one.by)):
        if at is not None and at > horizon:
            yield FieldError(
                f"{path}.{what}", "that is further ahead than a plan looks", f"at most {YEARS} years from the start"
            )


def _waiting(said: PlanList, unknown: set[str]) -> dict[str, tuple[str, ...]]:
    """The operations that cannot be planned, with what each waits for: what nobody knows, by itself or through what comes before."""
    waits = {one.key: tuple(n for n in one.needs if n in unknown)[:MOST_TOLD] for one in said.operations}
    follows: dict[str, list[str]] = {}
    for one in said.operations:
        for key in one.after:
            follows.setdefault(key, []).append(one.key)
    todo = [key for key, names in waits.items() if names]
    for key in todo:
        for later in follows.get(key, ()):
            more = tuple(name for name in waits[key] if name not in waits[later])[: MOST_TOLD - len(waits[later])]
            if more:
                waits[later] += more
                todo.append(later)
    return {key: names for key, names in waits.items() if names}


def _days(said: PlanList, operations: list[Operation], midnight: datetime) -> int:
    """How many days ahead hours are laid out: for all the work one after the other, from the last that comes."""
    weeks = [week for p in said.people if (week := _week(p))]
    pairs = (
        [both for a, b in combinations(weeks, 2) if (both := a & b)] if any(o.hands == 2 for o in operations) else []
    )
    least = min((week.bit_count() for week in (*weeks, *pairs)), default=1)
    last = max((one.not_before or 0 for one in operations), default=0) // DAY
    off = max((len(p.off) for p in said.people), default=0)
    # of those who meet once or twice a week a day off takes a week, and what is left of a day may be too short for any work
    rare = least <= RARE
    days = (
        last
        + 14
        + off * (7 if rare else 1)
        + 7 * (sum(o.minutes for o in operations) * (2 if rare else 1) // least + 1)
    )
    return min(366 * YEARS * 2, days + -(-sum(one.dries for one in operations) // DAY))


def _week(person: PlanPerson) -> int:
    """The minutes of a week somebody works, a bit for each."""
    bits = 0
    for shift in person.hours:
        begin, end = _minute(shift.from_), _minute(shift.to)
        for day in set(shift.days):
            bits |= ((1 << max(0, end - begin)) - 1) << (WEEKDAYS.index(day) * DAY + begin)
    return bits


def _minute(clock: str) -> int:
    return int(clock[:2]) * 60 + int(clock[3:])


def _times(person: PlanPerson, first: date, days: int) -> tuple[tuple[int, int], ...]:
    """The working times of somebody, as minutes from the first midnight: shifts that meet or overlap are one."""
    off = set(person.off)
    spans: list[list[int]] = []
    for n in range(days):
        day = first + timedelta(days=n)
        if day in off:
            continue
        name = WEEKDAYS[day.weekday()]
        for begin, end in sorted((_minute(s.from_), _minute(s.to)) for s in person.hours if name in s.days):
            low, high = n * DAY + begin, n * DAY + end
            if spans and low <= spans[-1][1]:
                spans[-1][1] = max(spans[-1][1], high)
            else:
                spans.append([low, high])
    return tuple((low, high) for low, high in spans)
