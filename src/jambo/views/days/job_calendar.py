"""What of a job's plan goes into a calendar: somebody's days, another trade's, or the whole crew's (handbook 29)."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, timedelta

from jambo.core.planning.problem import PlacedWork
from jambo.core.planning.work import TRADES, Trade
from jambo.core.words.lists import fill
from jambo.format.calendar import Entry
from jambo.format.problems import FieldError, Refused
from jambo.views.days.job_plan import JobPlan
from jambo.views.days.trade_sheet import trade_sheet
from jambo.views.opening.result import step_out

EVERYBODY = "crew"


def whom(plan: JobPlan) -> dict[str, str]:
    """Whose calendars a job has: how each is asked for, and what it is called."""
    people = {f"person:{one.name}": one.name for one in plan.said.people}
    trades = {f"trade:{name}": fill(label, plan.words) for name, label in TRADES.items()}
    return {EVERYBODY: "Everybody", **people, **trades}


def entries_of(plan: JobPlan, of: str, job: str) -> list[Entry]:
    """What stands in a calendar. Raises Refused for somebody the job does not know.

    Args:
        plan: of the job; of: whose, a key of `whom`; job: what the job is called.
    """
    known = whom(plan)
    if of not in known:
        raise Refused([FieldError("of", f"there is no {of[:60]!r} here", "accepted: " + ", ".join(known))])
    what, _, name = of.partition(":")
    if what == "trade":
        return [*_trade(plan, name, job)]  # type: ignore[arg-type]
    found = [*_work(plan, name or None, job)] if plan.said.people else []
    if of == EVERYBODY:
        for trade in TRADES:
            found += _trade(plan, trade, job)
        found += [Entry(f"comes/{order}", at, None, name, job) for order, (name, at) in plan.deliveries.items()]
    return sorted(found, key=lambda one: (one.begins, one.key))


def _work(plan: JobPlan, name: str | None, job: str) -> Iterator[Entry]:
    """The work of somebody, or of everybody, a piece for each day it goes on."""
    for placed in plan.plan.placed:
        if name is not None and name not in placed.who:
            continue
        told = plan.by_key[placed.key]
        title = f"{told.todo.mark} {plan.label(told.work)}".strip()
        others = [one for one in placed.who if one != name]
        with_ = f"With {', '.join(others)}." if others and name is not None else ", ".join(placed.who)
        steps = [
            step_out(step, told.todo.of.result, told.todo.of.facts, plan.words)["text"]
            for step in told.todo.of.result.steps
            if step.key in told.work.steps
        ]
        text = "\n".join([*([with_] if with_ else []), *(f"{n}. {step}" for n, step in enumerate(steps, 1))])
        where = ", ".join(part for part in (told.todo.room, job) if part)
        for n, (begins, ends) in enumerate(_spans(plan, placed, name)):
            key = f"work/{placed.key}/{n}" + (f"/{name}" if name is not None else "")
            yield Entry(key, plan.of.moment(begins), plan.of.moment(ends), title, where, text)


def _spans(plan: JobPlan, placed: PlacedWork, name: str | None) -> list[tuple[int, int]]:
    """When an operation is worked at, a stretch a day, from its first minute to its last."""
    by_day: dict[date, tuple[int, int]] = {}
    for person in plan.of.problem.people:
        if person.name not in placed.who or name not in (None, person.name):
            continue
        for low, high in person.times:
            begins, ends = max(low, placed.start), min(high, placed.end)
            if begins < ends:
                day = plan.of.moment(begins).date()
                was = by_day.get(day, (begins, ends))
                by_day[day] = min(was[0], begins), max(was[1], ends)
    return [by_day[day] for day in sorted(by_day)]


def _trade(plan: JobPlan, trade: Trade, job: str) -> Iterator[Entry]:
    """When a trade comes, with its sheet."""
    days = [day for day in plan.crew.trades if day.trade == trade and day.at is not None]
    if not days:
        return
    sheet = trade_sheet(plan, trade)
    for day in days:
        assert day.at is not None
        lines = [sheet["told"]]
        for wall in sheet["walls"]:
            rows = [one for one in wall["openings"] if day in plan.crew.trades_in(one["room"])]
            if rows:
                lines.append(f"{wall['told']}:")
                lines += [
                    " ".join(part for part in (one["mark"], one["size"], *one["before"], *one["mind"]) if part)
                    for one in rows
                ]
        rooms = ", ".join(day.rooms)
        title = f"{sheet['label']}{f' in {rooms}' if rooms else ''}"
        ends = day.done if day.done is not None else day.at + timedelta(hours=1)
        yield Entry(f"trade/{trade}/{rooms}", day.at, ends, title, job, "\n".join(lines))
