"""A sheet for another trade (handbook 29): wall by wall, what is still open before it comes, and what it has to know of each opening."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from datetime import datetime

from typing_extensions import TypedDict

from jambo.core.planning.work import MINDS, TRADES, Trade
from jambo.core.quantities import names
from jambo.core.quantities.tape import show
from jambo.core.words.clock import spoken
from jambo.core.words.lists import fill
from jambo.views.days.job_plan import JobPlan, ToDo
from jambo.views.opening.result import step_out

_BEFORE: dict[Trade, str] = {
    "wallboard": "Before you close {wall}", "floor": "Before you lay the floor along {wall}", "paint": "Before you paint {wall}",
}  # fmt: skip


class TradeOpeningOut(TypedDict):
    """An opening as another trade needs it: its rough opening, what of ours is still open before, what to mind, what comes after."""

    opening: int
    mark: str
    room: str
    size: str
    before: list[str]
    mind: list[str]
    after: list[str]


class TradeWallOut(TypedDict):
    """A wall with its openings."""

    wall: str
    told: str
    openings: list[TradeOpeningOut]


class TradeSheetOut(TypedDict):
    """What another trade has to know; `searching` says that a better plan is being looked for. `when` it comes and is done, each wall, and how many openings are not ready by then."""

    trade: Trade
    label: str
    told: str
    searching: bool
    when: list[str]
    walls: list[TradeWallOut]


def trade_sheet(plan: JobPlan, trade: Trade) -> TradeSheetOut:
    """Give the sheet of a trade.

    Args:
        plan: of the job, with people or without; trade: whose sheet.
    """
    label = fill(TRADES[trade], plan.words)
    ends = {one.key: plan.of.moment(one.end) for one in plan.plan.placed} if plan.said.people else {}
    walls: dict[str, list[TradeOpeningOut]] = {}
    for todo in plan.todo:
        walls.setdefault(todo.wall, []).append(_opening(plan, todo, trade, ends))
    open_ = sum(bool(one["before"]) for rows in walls.values() for one in rows)
    count = "1 opening is" if open_ == 1 else f"{open_} openings are"
    return {
        "trade": trade, "label": label, "searching": bool(plan.said.people) and plan.found.searching,
        "told": f"{count} not ready for it yet." if open_ else "Every opening is ready for it.",
        "when": [*_when(plan, trade, label)],
        "walls": [
            {"wall": wall, "told": _BEFORE[trade].format(wall=wall), "openings": rows} for wall, rows in walls.items()
        ],
    }  # fmt: skip


def _when(plan: JobPlan, trade: Trade, label: str) -> Iterator[str]:
    for day in plan.crew.trades:
        if day.trade == trade:
            where = f" in {', '.join(day.rooms)}" if day.rooms else ""
            comes = f"comes {spoken(day.at)}" if day.at else "comes on a day nobody knows yet"
            done = f", is done {spoken(day.done)}" if day.done else ""
            yield f"{label}{where} {comes}{done}"


def _opening(plan: JobPlan, todo: ToDo, trade: Trade, ends: dict[str, datetime]) -> TradeOpeningOut:
    result, facts = todo.of.result, replace(todo.of.facts, tape=plan.tape)
    width, height = (result.figures.value(name) for name in (names.RO_WIDTH, names.RO_HEIGHT))
    size = (
        f"{show(width, plan.tape).digits} × {show(height, plan.tape).text}"
        if width is not None and height is not None
        else ""
    )
    works = {key: told for key, told in plan.by_key.items() if told.todo.id == todo.id}
    before = [key for key, told in works.items() if told.work.before == trade]
    after = [key for key, told in works.items() if trade in told.work.after]
    return {
        "opening": todo.id, "mark": todo.mark, "room": todo.room, "size": size,
        "before": [f"{plan.label(works[key].work)}, {_moment(plan, key, ends)}" for key in before],
        "mind": [
            step_out(step, result, facts, plan.words)["text"] for step in result.steps if step.key in MINDS[trade]
        ],
        "after": [plan.label(works[key].work) for key in after],
    }  # fmt: skip


def _moment(plan: JobPlan, key: str, ends: dict[str, datetime]) -> str:
    """When a piece of work is planned to be done, or why nobody knows."""
    if not plan.said.people:
        return "nobody is planned for it yet"
    if key in plan.of.waits:
        mark = f"{plan.by_key[key].todo.mark}: "
        return f"which waits for {'; '.join(name.removeprefix(mark) for name in plan.of.waits[key])}"
    return f"planned to be done {spoken(ends[key])}"
