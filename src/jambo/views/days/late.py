"""What to do about what will be late (handbook 29): more hands, or other trades on later days, found by trying."""

from __future__ import annotations

from bisect import bisect_left
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from weakref import WeakKeyDictionary

from jambo.core.planning.plan import DRAWS, SEARCHED, at_once
from jambo.core.planning.problem import WorkPlan
from jambo.core.planning.work import TRADES
from jambo.core.words.clock import on_day
from jambo.core.words.lists import fill
from jambo.format.document import MOST_IN_CREW, Crew, TradeDay
from jambo.format.plan import WEEKDAYS, PlanPerson
from jambo.format.problems import Refused
from jambo.views.days.job_plan import HelpOut, JobPlan, JobPlanOut

MOST_OPERATIONS = 1_500  # of a job for which something is tried
MORE = ("one more", "two more")  # hands that are tried
LATEST = 60  # days another trade is put off at the most
ROUNDS = 5  # in which trades are put off, each for what was late before
DAY = timedelta(days=1)
_FOUND: WeakKeyDictionary[JobPlan, list[HelpOut]] = WeakKeyDictionary()  # for a plan nothing better is looked for


@dataclass(frozen=True)
class _Trial:
    """A crew that is tried, its plan by the list, and the keys of what is late by it; None where it cannot be planned."""

    crew: Crew
    laid: JobPlan
    plan: WorkPlan
    late: frozenset[str]


def _try(plan: JobPlan, crew: Crew) -> _Trial | None:
    laid = plan.with_crew(crew)
    try:
        found = at_once(laid.of.problem, DRAWS if len(laid.said.operations) <= SEARCHED else 0)
    except Refused:
        return None
    if found is None or len(laid.of.waits) > len(
        plan.of.waits
    ):  # what cannot be planned is not late, and no better for it
        return None
    return _Trial(crew, laid, found, frozenset(one.key for one in found.placed if one.late))


def _does(trial: _Trial | None) -> bool:
    return trial is not None and not trial.late


def help_for(plan: JobPlan) -> list[HelpOut]:
    """Give what would make nothing late: so many more from the last day that does, and other trades on the first days that do.

    Args:
        plan: as it is made. Nothing is tried where nothing is late, or where the job is large.
    """
    late = [one for one in plan.plan.placed if one.late]
    if not late or len(plan.said.operations) > MOST_OPERATIONS:
        return []
    return [one for one in (_more_hands(plan), _later_days(plan)) if one is not None]


def with_help(plan: JobPlan) -> JobPlanOut:
    """The plan as it is told, with what would make nothing late, and that in one sentence. Raises Refused for a crew that cannot be."""
    out = plan.out
    if out["searching"] or not any(one.late for one in plan.plan.placed):
        return out
    if plan not in _FOUND:
        _FOUND[plan] = help_for(plan)
    found = _FOUND[plan]
    helped = f"Nothing would be late with {', or with '.join(one['told'] for one in found)}." if found else ""
    return {**out, "helped": helped, "help": found}


def _more_hands(plan: JobPlan) -> HelpOut | None:
    """The fewest more, with the longest hours there are, from the last day on which they have to begin."""
    late = {one.key for one in plan.plan.placed if one.late}
    last = max(by for key in late if (by := plan.ops[key].by) is not None)
    until = (last - plan.of.midnight) // timedelta(minutes=1)
    hours = {
        one.name: sum(max(0, min(end, until) - begin) for begin, end in one.times) for one in plan.of.problem.people
    }
    like = max(plan.crew.people, key=lambda one: hours[one.name])
    first = plan.start.date()
    days = [first + n * DAY for n in range(max(1, (last.date() - first).days + 1))]
    days = [day for day in days if _works(like, day)] or days[:1]

    def crew_of(more: int, begins: date) -> Crew:
        off = sorted({*like.off, *(day for day in days if day < begins)})
        new = [like.model_copy(update={"name": name, "off": off, "pair_with": ""}) for name in _names(plan.crew, more)]
        return plan.crew.model_copy(update={"people": [*plan.crew.people, *new]})

    for more, said in enumerate(MORE[: MOST_IN_CREW - len(plan.crew.people)], 1):
        if _does(_try(plan, crew_of(more, days[0]))):
            tried = days[:0:-1]  # the later the better
            at = bisect_left(tried, True, key=lambda day: _does(_try(plan, crew_of(more, day))))
            begins = tried[at] if at < len(tried) else days[0]
            whose = f"{like.name}’s hours" if len(plan.crew.people) > 1 else "the same hours"
            told = f"{said}, with {whose}, from {on_day(begins)}"
            return {"short": said, "told": told, "crew": _written(crew_of(more, begins))}
    return None


def _works(person: PlanPerson, day: date) -> bool:
    weekday = WEEKDAYS[day.weekday()]
    return day not in person.off and any(weekday in shift.days for shift in person.hours)


def _names(crew: Crew, more: int) -> list[str]:
    """Names nobody has."""
    taken = {one.name for one in crew.people}
    free = (name for n in range(1, 100) if (name := "One more" if n == 1 else f"One more ({n})") not in taken)
    return [next(free) for _ in range(more)]


def _later_days(plan: JobPlan) -> HelpOut | None:
    """Other trades put off until what is late before each is done; a single one until the first day that does."""
    trial: _Trial | None = _Trial(
        plan.crew, plan, plan.plan, frozenset(one.key for one in plan.plan.placed if one.late)
    )
    for _ in range(ROUNDS):
        if trial is None or not trial.late:
            break
        trial = _try(plan, _put_off(trial))
    if trial is None or trial.late:
        return None
    crew = trial.crew
    moved = [n for n, day in enumerate(crew.trades) if day.at != plan.crew.trades[n].at]
    if len(moved) == 1:
        n = moved[0]
        was = plan.crew.trades[n]
        later = [day for day in _days_after(was) if day.at is None or day.at < crew.trades[n].at]  # type: ignore[operator]
        crews = [_with_day(plan.crew, n, day) for day in later]
        at = bisect_left(crews, True, key=lambda one: _does(_try(plan, one)))
        crew = crews[at] if at < len(crews) else crew
    told = " and ".join(_told(plan, plan.crew.trades[n], crew.trades[n]) for n in moved)
    names = dict.fromkeys(fill(TRADES[crew.trades[n].trade], plan.words).lower() for n in moved)
    return {"short": f"{' and '.join(names)} later", "told": told, "crew": _written(crew)}


def _put_off(trial: _Trial) -> Crew:
    """The crew with each trade before which something is late put off until the first day on which that is done."""
    crew, ends = trial.crew, dict[int, datetime]()
    for one in trial.plan.placed:
        if not one.late:
            continue
        op, before = trial.laid.ops[one.key], trial.laid.by_key[one.key].work.before
        for n, day in enumerate(crew.trades):
            if day.trade == before and day.at == op.by and day in crew.trades_in(trial.laid.by_key[one.key].todo.room):
                end = trial.laid.of.moment(one.end)
                ends[n] = max(end, ends.get(n, end))
    for n, end in ends.items():
        on = next((day for day in _days_after(crew.trades[n]) if day.at is not None and day.at >= end), None)
        crew = crew if on is None else _with_day(crew, n, on)
    return crew


def _with_day(crew: Crew, n: int, day: TradeDay) -> Crew:
    return crew.model_copy(update={"trades": [day if i == n else one for i, one in enumerate(crew.trades)]})


def _days_after(was: TradeDay) -> list[TradeDay]:
    """The same trade on each later weekday, done as much later."""
    at, done = was.at, was.done
    assert at is not None
    days = [at + n * DAY for n in range(1, LATEST + 1)]
    return [
        was.model_copy(update={"at": day, "done": None if done is None else _weekday(done + (day - at))})
        for day in days
        if day.weekday() < 5
    ]


def _weekday(day: datetime) -> datetime:
    return day + max(0, 7 - day.weekday()) * DAY if day.weekday() > 4 else day


def _told(plan: JobPlan, was: TradeDay, day: TradeDay) -> str:
    assert was.at is not None and day.at is not None
    later = (day.at.date() - was.at.date()).days
    rooms = f" in {', '.join(was.rooms)}" if was.rooms else ""
    return f"{fill(TRADES[was.trade], plan.words).lower()}{rooms} {later} {'day' if later == 1 else 'days'} later, on {on_day(day.at)}"


def _written(crew: Crew) -> Crew:
    """A crew as JSON has it."""
    return crew.model_dump(mode="json", by_alias=True)  # type: ignore[return-value]
