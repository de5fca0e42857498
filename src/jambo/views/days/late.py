"""What to do about what will be late (handbook 29): more hands, or other trades on later days, found by trying."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from weakref import WeakKeyDictionary

from jambo.core.job.help import Comes, later_days, more_hands, put_off
from jambo.core.planning.plan import DRAWS, SEARCHED, at_once
from jambo.core.planning.problem import PlacedWork
from jambo.core.planning.work import TRADES
from jambo.core.words.clock import on_day
from jambo.core.words.lists import fill
from jambo.format.document import MOST_IN_CREW, Crew, TradeDay
from jambo.format.plan import WEEKDAYS, PlanPerson
from jambo.format.problems import Refused
from jambo.views.days.job_plan import HelpOut, JobPlan, JobPlanOut

MOST_OPERATIONS = 1_500  # of a job for which something is tried
MORE = {1: "one more", 2: "two more"}
DAY = timedelta(days=1)
_FOUND: WeakKeyDictionary[JobPlan, list[HelpOut]] = WeakKeyDictionary()  # for a plan nothing better is looked for


@dataclass(frozen=True)
class _Trial:
    """A crew that is tried, and what is late by its plan from the list."""

    laid: JobPlan
    late: tuple[PlacedWork, ...]


def _try(plan: JobPlan, crew: Crew) -> _Trial | None:
    """Plan with another crew; None where it cannot be planned, or leaves more waiting: what is not planned is no better for it."""
    laid = plan.with_crew(crew)
    try:
        found = at_once(laid.of.problem, DRAWS if len(laid.said.operations) <= SEARCHED else 0)
    except Refused:
        return None
    if found is None or len(laid.of.waits) > len(plan.of.waits):
        return None
    return _Trial(laid, tuple(one for one in found.placed if one.late))


def help_for(plan: JobPlan) -> list[HelpOut]:
    """Give what would make nothing late: so many more from the last day that does, and other trades on the first days that do.

    Args:
        plan: as it is made. Nothing is tried where nothing is late, or where the job is large.
    """
    late = tuple(one for one in plan.plan.placed if one.late)
    if not late or len(plan.said.operations) > MOST_OPERATIONS:
        return []
    return [one for one in (_more_hands(plan, late), _later_days(plan, late)) if one is not None]


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


def _more_hands(plan: JobPlan, late: tuple[PlacedWork, ...]) -> HelpOut | None:
    """The fewest more, with the longest hours there are, from the last day on which they have to begin."""
    last = max(by for one in late if (by := plan.ops[one.key].by) is not None)
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

    def does(more: int, begins: date) -> bool:
        trial = _try(plan, crew_of(more, begins))
        return trial is not None and not trial.late

    found = more_hands(days, MOST_IN_CREW - len(plan.crew.people), does)
    if found is None:
        return None
    whose = f"{like.name}’s hours" if len(plan.crew.people) > 1 else "the same hours"
    told = f"{MORE[found[0]]}, with {whose}, from {on_day(found[1])}"
    return {"short": MORE[found[0]], "told": told, "crew": _written(crew_of(*found))}


def _works(person: PlanPerson, day: date) -> bool:
    weekday = WEEKDAYS[day.weekday()]
    return day not in person.off and any(weekday in shift.days for shift in person.hours)


def _names(crew: Crew, more: int) -> list[str]:
    """Names nobody has."""
    taken = {one.name for one in crew.people}
    free = (name for n in range(1, 100) if (name := "One more" if n == 1 else f"One more ({n})") not in taken)
    return [next(free) for _ in range(more)]


def _later_days(plan: JobPlan, late: tuple[PlacedWork, ...]) -> HelpOut | None:
    """Other trades put off until what is late before each is done; a single one until the first day that does."""
    was = plan.crew.trades
    comes = [day.at for day in was]

    def late_before(at: Comes) -> Mapping[int, datetime] | None:
        trial = _Trial(plan, late) if at == comes else _try(plan, _with_days(plan.crew, at))
        if trial is None or not trial.late:
            return None if trial is None else {}
        return _ends(trial) or None

    found = later_days(comes, late_before)
    if found is None:
        return None
    crew = _with_days(plan.crew, found)
    moved = [(before, day) for before, day in zip(was, crew.trades, strict=True) if before.at != day.at]
    names = dict.fromkeys(fill(TRADES[day.trade], plan.words).lower() for _, day in moved)
    told = " and ".join(_told(plan, before, day) for before, day in moved)
    return {"short": f"{' and '.join(names)} later", "told": told, "crew": _written(crew)}


def _ends(trial: _Trial) -> dict[int, datetime]:
    """When what is late before each other trade is done, by the trade's place in the crew's list."""
    laid, ends = trial.laid, dict[int, datetime]()
    for one in trial.late:
        told, by = laid.by_key[one.key], laid.ops[one.key].by
        here = laid.crew.trades_in(told.todo.room)
        for n, day in enumerate(laid.crew.trades):
            if day.trade == told.work.before and day.at == by and day in here:
                end = laid.of.moment(one.end)
                ends[n] = max(end, ends.get(n, end))
    return ends


def _with_days(crew: Crew, comes: Comes) -> Crew:
    """The crew with other trades coming at other moments, each done as much later."""

    def moved(was: TradeDay, at: datetime | None) -> TradeDay:
        if at is None or was.at is None or at == was.at:
            return was
        done = was.done and put_off(was.done, at - was.at)
        return was.model_copy(update={"at": at, "done": done})

    return crew.model_copy(update={"trades": [moved(was, at) for was, at in zip(crew.trades, comes, strict=True)]})


def _told(plan: JobPlan, was: TradeDay, day: TradeDay) -> str:
    assert was.at is not None and day.at is not None
    later = (day.at.date() - was.at.date()).days
    rooms = f" in {', '.join(was.rooms)}" if was.rooms else ""
    return f"{fill(TRADES[was.trade], plan.words).lower()}{rooms} {later} {'day' if later == 1 else 'days'} later, on {on_day(day.at)}"


def _written(crew: Crew) -> Crew:
    """A crew as JSON has it."""
    return crew.model_dump(mode="json", by_alias=True)  # type: ignore[return-value]
