"""A day of a job's plan, person by person (handbook 29): what is done in which order, what is cut, carried and read first, what waits."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from datetime import date, datetime, timedelta

from typing_extensions import TypedDict

from jambo.core.job.work import finished
from jambo.core.planning.day import days_of, leads, minutes_on, read_first
from jambo.core.planning.problem import PlacedWork
from jambo.core.planning.work import TRADES, called, steps_by_kind
from jambo.core.words.clock import at_the_wall, in_hours, spoken
from jambo.core.words.lists import fill
from jambo.views.days.job_plan import HeldUpOut, JobPlan, Told, WorkOut
from jambo.views.material.job_cutting import JobCuttingOut, JobStickOut
from jambo.views.opening.result import flag_out, item_detail, step_out


class DayStepOut(TypedDict):
    """A step of a card that is still to do, with its figures."""

    key: str
    text: str
    gate: str
    check: str
    caution: str


class DayWorkOut(WorkOut):
    """An operation of a day, with the steps that are left; `begun` where some are done."""

    todo: list[DayStepOut]
    begun: bool


class DayCutOut(TypedDict):
    """A piece in a stick: `today` where this day's work waits for it; `mark_at` is where it ends on the stick."""

    mark: str
    label: str
    length: str
    mark_at: str
    today: bool


class DayStickOut(TypedDict):
    """Sticks to cut that are alike: how many, what they are and how long, and the pieces of each in cutting order."""

    count: int
    section: str
    stick: str
    pieces: list[DayCutOut]


class DayReadOut(TypedDict):
    """An opening whose hole is to be read before it is set, and what is still to read."""

    opening: int
    mark: str
    told: str


class PersonSheetOut(TypedDict):
    """What somebody does on a day: work in order, sticks to cut, things and tools to carry, holes to read first."""

    name: str
    told: str
    work: list[DayWorkOut]
    cut: list[DayStickOut]
    carry: list[str]
    tools: list[str]
    read: list[DayReadOut]


class DayDoneOut(TypedDict):
    """Work that was finished on this day."""

    opening: int
    mark: str
    label: str
    at: str
    who: str


class DaySheetOut(TypedDict):
    """A day; `searching` says that better plans are being looked for. `days` are those on which somebody works, `comes` what other trades come or are done, `waits` what cannot be planned;
    `stopped` says which searches did not come to their end, so that there may be a better plan."""

    day: str
    days: list[str]
    told: str
    searching: bool
    people: list[PersonSheetOut]
    done: list[DayDoneOut]
    comes: list[str]
    waits: list[HeldUpOut]
    stopped: list[str]


def day_sheet(plan: JobPlan, day: date | None, cutting: JobCuttingOut) -> DaySheetOut:
    """Give a day of a job.

    Args:
        plan: of the job; day: which; the first with work where it is None; cutting: how the job's timber is cut.
    """
    people = {person.name: person for person in plan.of.problem.people}
    first, by_day = plan.of.midnight.date(), dict[date, list[PlacedWork]]()
    for placed in plan.plan.placed:
        for n in days_of(placed, [people[name] for name in placed.who]):
            by_day.setdefault(first + timedelta(days=n), []).append(placed)
    today = plan.said.start.date()
    on = day or min(by_day, default=today)
    works = by_day.get(on, [])
    sheets = [*_people(plan, works, on, cutting)]
    names = {one["name"] for one in sheets}
    idle = [p.name for p in plan.said.people if p.name not in names]
    told = (
        "Nothing is planned on this day." if not works else "; ".join(filter(None, (_count(len(works)), _idle(idle))))
    )
    return {
        "day": on.isoformat(), "days": [one.isoformat() for one in sorted({*by_day, on})], "told": told,
        "searching": plan.found.searching or cutting["searching"], "people": sheets,
        "done": [*_done(plan, on)], "comes": [*_comes(plan, on)],
        "waits": plan.held_up() if on == min(by_day, default=on) else [], "stopped": [*_stopped(plan, cutting)],
    }  # fmt: skip


def _stopped(plan: JobPlan, cutting: JobCuttingOut) -> Iterator[str]:
    """What there may be better ways for."""
    if not plan.plan.proven and plan.found.stopped:
        yield f"There may be a better plan of the work. {plan.found.stopped}"
    for section in cutting["sections"]:
        if section["stopped"]:
            yield f"There may be a better way to cut {section['title']}. {section['stopped']}"


def _idle(idle: Sequence[str]) -> str:
    """Who has nothing to do."""
    return f"nothing for {', '.join(idle)}" if idle else ""


def _count(n: int) -> str:
    return "1 piece of work" if n == 1 else f"{n} pieces of work"


def _people(plan: JobPlan, works: Sequence[PlacedWork], on: date, cutting: JobCuttingOut) -> Iterator[PersonSheetOut]:
    first = leads(works)
    cuts = _cuts(plan, works, first, cutting)
    day = (on - plan.of.midnight.date()).days
    for person in plan.of.problem.people:
        mine = [placed for placed in works if person.name in placed.who]
        if not mine:
            continue
        lead = [plan.by_key[p.key] for p in mine if first[p.key] == person.name]
        minutes = sum(minutes_on(day, p, person) for p in mine)
        yield {
            "name": person.name, "told": f"{_count(len(mine))}, {in_hours(minutes)}",
            "work": [_work(plan, placed, person.name) for placed in mine],
            "cut": cuts.get(person.name, []), "carry": [*_carry(plan, lead)],
            "tools": _tools(plan, [plan.by_key[p.key] for p in mine]), "read": [*_read(plan, lead)],
        }  # fmt: skip


def _work(plan: JobPlan, placed: PlacedWork, name: str) -> DayWorkOut:
    told = plan.by_key[placed.key]
    facts = replace(told.todo.of.facts, tape=plan.tape)
    result = told.todo.of.result
    steps = [step_out(step, result, facts, plan.words) for step in result.steps if step.key in told.work.steps]
    kinds = steps_by_kind(facts.opening, result.steps)
    return {
        **plan.work_out(placed, plan.of, name),
        "todo": [
            {"key": s["key"], "text": s["text"], "gate": s["gate"], "check": s["check"], "caution": s["caution"]}
            for s in steps
        ],
        "begun": any(step.key in told.todo.ticked for step in kinds[told.work.kind]),
    }


def _cuts(
    plan: JobPlan, works: Sequence[PlacedWork], first: dict[str, str], cutting: JobCuttingOut
) -> dict[str, list[DayStickOut]]:
    """The sticks that hold a piece of this day's work, each for who needs one of its pieces first."""
    needed: dict[tuple[int, str], str] = {}
    for placed in works:
        told = plan.by_key[placed.key]
        for step in told.todo.of.result.steps:
            if step.key in told.work.steps:
                for figure in step.cuts:
                    needed.setdefault((told.todo.id, str(figure)), placed.key)
    order = {placed.key: n for n, placed in enumerate(works)}
    found: dict[str, list[tuple[int, DayStickOut]]] = {}
    for section in cutting["sections"]:
        for stick in section["sticks"]:
            keys = [needed[w] for p in stick["pieces"] if (w := (p["opening"] or 0, p["figure"])) in needed]
            if keys:
                key = min(keys, key=lambda k: order[k])
                found.setdefault(first[key], []).append((order[key], _stick(section["title"], stick, needed)))
    return {
        name: _alike(stick for _, stick in sorted(sticks, key=lambda one: one[0])) for name, sticks in found.items()
    }


def _alike(sticks: Iterable[DayStickOut]) -> list[DayStickOut]:
    """Sticks that are cut alike, one after the other: told once, with how many."""
    found: list[DayStickOut] = []
    for stick in sticks:
        same = next((one for one in found if {**one, "count": 1} == stick), None)
        if same is None:
            found.append(stick)
        else:
            same["count"] += 1
    return found


def _stick(title: str, stick: JobStickOut, needed: dict[tuple[int, str], str]) -> DayStickOut:
    from_rack = ", from the rack" if stick["offcut"] is not None else ""
    return {
        "count": 1,
        "section": title,
        "stick": stick["text"] + from_rack,
        "pieces": [
            {
                "mark": p["mark"], "label": p["label"], "length": p["text"], "mark_at": p["mark_at"],
                "today": (p["opening"] or 0, p["figure"]) in needed,
            }
            for p in stick["pieces"]
        ],
    }  # fmt: skip


def _carry(plan: JobPlan, lead: Iterable[Told]) -> Iterator[str]:
    """Things of the buy list, those alike together, with the openings they are for."""
    found: Counter[str] = Counter()
    marks: dict[str, list[str]] = {}
    for told in lead:
        for item in told.work.carries:
            what = f"{fill(item.kind.label, plan.words)} {item_detail(item, plan.tape)}".strip()
            found[what] += item.count
            marks.setdefault(what, []).append(told.todo.mark)
    for what, count in found.items():
        yield f"{count} × {what}: {', '.join(dict.fromkeys(marks[what]))}"


def _tools(plan: JobPlan, works: Iterable[Told]) -> list[str]:
    said = (
        tool.strip()
        for told in works
        for step in told.todo.of.result.steps
        if step.key in told.work.steps
        for tool in fill(step.tools, told.todo.of.facts.worded(plan.words)).split(",")
    )
    by_name = {tool.casefold(): tool for tool in reversed([*said]) if tool}
    return sorted(by_name.values(), key=str.casefold)


def _read(plan: JobPlan, lead: Iterable[Told]) -> Iterator[DayReadOut]:
    """The holes that are to be read before a frame is set in them."""
    for told in lead:
        against = read_first(told.work.kind, told.todo.of.facts.opening, told.todo.of.result)
        if against is None:
            continue
        said = (
            "; ".join(flag_out(flag, plan.tape, told.todo.of.facts.worded(plan.words))["reason"] for flag in against)
            or "nothing is read yet"
        )
        yield {"opening": told.todo.id, "mark": told.todo.mark, "told": said}


def _done(plan: JobPlan, on: date) -> Iterator[DayDoneOut]:
    """What was finished on a day, in the order it was."""
    found: list[tuple[datetime, DayDoneOut]] = []
    for todo in plan.todo:
        opening = todo.of.facts.opening
        for kind, last in finished(opening, todo.of.result, todo.ticked):
            if last.at.date() == on:
                one: DayDoneOut = {
                    "opening": todo.id, "mark": todo.mark, "label": fill(called(opening.kind, kind), plan.words),
                    "at": at_the_wall(last.at), "who": last.who,
                }  # fmt: skip
                found.append((last.at, one))
    yield from (one for _, one in sorted(found, key=lambda pair: pair[0]))


def _comes(plan: JobPlan, on: date) -> Iterator[str]:
    """Other trades that come or are done on a day, and what is promised for it."""
    for trade in plan.crew.trades:
        name = fill(TRADES[trade.trade], plan.words)
        where = f" in {', '.join(trade.rooms)}" if trade.rooms else ""
        for at, said in ((trade.at, "comes"), (trade.done, "is done")):
            if at is not None and at.date() == on:
                yield f"{name}{where} {said} {spoken(at)}"
    yield from (name for name, at in plan.deliveries.values() if at.date() == on)
