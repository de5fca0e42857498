"""A plan as JSON gives it, `jambo-plan-result/1`, and as it is told in a sentence (handbook 29)."""

from __future__ import annotations

from functools import lru_cache
from typing import Literal

from typing_extensions import TypedDict

from jambo.core.schedule.plan import planned
from jambo.core.schedule.problem import Plan, Problem
from jambo.format.plan import PlanList, Stated, stated
from jambo.format.problems import FieldError, Refused
from jambo.views.clock import at_the_wall, spoken

PLAN_FORMAT = "jambo-plan-result/1"


class PlannedOut(TypedDict):
    """An operation in the plan, at the clock on the wall: `float` is how many working minutes later it could end without the finish
    moving, `late` how many working minutes after its `by` it ends."""

    key: str
    label: str
    room: str
    start: str
    end: str
    who: list[str]
    critical: bool
    float: int
    late: int


class NotPlannedOut(TypedDict):
    """An operation that cannot be planned, and what it waits for."""

    key: str
    label: str
    waits_for: list[str]


class PlanOut(TypedDict):
    """A plan. No plan that is no later for its days is done before `bound`; `proven` says that they meet, `by_list` that nothing
    better was looked for. `chain` holds the finish up; `walks` is how often somebody goes to another room."""

    format: Literal["jambo-plan-result/1"]
    told: str
    operations: list[PlannedOut]
    finish: str | None
    bound: str | None
    proven: bool
    by_list: bool
    chain: list[str]
    walks: int
    waits: list[NotPlannedOut]


def sentence(plan: Plan, of: Stated) -> str:
    """Say when it is done, and how far from the best that can be at most.

    Args:
        plan: as made; of: what it was made from.
    """
    if not plan.placed:
        return "Nothing can be planned yet." if of.waits else "Nothing is left to do."
    late = sum(bool(one.late) for one in plan.placed)
    days = f"; {late} {'ends' if late == 1 else 'end'} after the day set" if late else ""
    best = "no plan that is no later is done" if late else "no plan is done"
    bound = "sooner" if plan.proven else f"before {spoken(of.moment(plan.bound))}"
    by = " It was set by going down a list." if plan.listed else ""
    return f"Done {spoken(of.moment(plan.finish))}{days}; {best} {bound}.{by}"


def plan_out(plan: Plan, of: Stated, said: PlanList) -> PlanOut:
    """A plan as JSON gives it.

    Args:
        plan: as made; of: what it was made from; said: the document, for its labels.
    """
    labels = {one.key: one.label or one.key for one in said.operations}
    rooms = {one.key: one.room for one in said.operations}
    return {
        "format": "jambo-plan-result/1",
        "told": sentence(plan, of),
        "operations": [
            {
                "key": one.key, "label": labels[one.key], "room": rooms[one.key],
                "start": at_the_wall(of.moment(one.start)), "end": at_the_wall(of.moment(one.end)), "who": list(one.who),
                "critical": one.critical, "float": one.float_, "late": one.late,
            }
            for one in plan.placed
        ],
        "finish": at_the_wall(of.moment(plan.finish)) if plan.placed else None,
        "bound": at_the_wall(of.moment(plan.bound)) if plan.placed else None,
        "proven": plan.proven,
        "by_list": plan.listed,
        "chain": list(plan.chain),
        "walks": plan.walks,
        "waits": [{"key": key, "label": labels[key], "waits_for": list(names)} for key, names in of.waits.items()],
    }  # fmt: skip


def plan_list(said: PlanList) -> PlanOut:
    """Plan an open document. Raises Refused for one that cannot be."""
    of = stated(said)
    return plan_out(made(of), of, said)


@lru_cache(maxsize=64)
def _planned(problem: Problem) -> Plan | None:
    """The plan of a problem: the day, the weeks and the calendars of a job that nobody changed stand on one search."""
    return planned(problem)


def made(of: Stated) -> Plan:
    """Make the plan. Raises Refused where the crew's hours never reach."""
    plan = _planned(of.problem)
    if plan is None:
        raise Refused(
            [
                FieldError(
                    "people", "nobody is there long enough at once for all of it", "longer hours, or fewer days off"
                )
            ]
        )
    return plan
