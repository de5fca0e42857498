"""A plan as JSON gives it, `jambo-plan-result/1`, and as it is told in a sentence (handbook 29)."""

from __future__ import annotations

from typing import Any, Literal

from typing_extensions import TypedDict

from jambo.core.planning.problem import WorkPlan
from jambo.core.words.clock import at_the_wall, spoken
from jambo.core.words.hours import NotHours, at_clock, heard_hours
from jambo.format.plan import PlanList, Stated, stated
from jambo.format.problems import FieldError, Refused
from jambo.views.searches import GoesOn, Searched, always, forget_work, work_plan

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
    """A plan; `searching` says that a better one is being looked for. No plan that is no later for its days is done before `bound`; `proven` says that they meet, `by_list` that nothing
    better was looked for. `chain` holds the finish up; `walks` is how often somebody goes to another room."""

    format: Literal["jambo-plan-result/1"]
    told: str
    operations: list[PlannedOut]
    finish: str | None
    bound: str | None
    proven: bool
    by_list: bool
    searching: bool
    chain: list[str]
    walks: int
    waits: list[NotPlannedOut]


def sentence(found: Searched[WorkPlan], of: Stated) -> str:
    """Say when it is done, and how far from the best that can be at most.

    Args:
        found: as made; of: what it was made from.
    """
    plan = found.plan
    if not plan.placed:
        return "Nothing can be planned yet." if of.waits else "Nothing is left to do."
    late = sum(bool(one.late) for one in plan.placed)
    days = (
        f"; {late} {'piece' if late == 1 else 'pieces'} of work {'ends after its' if late == 1 else 'end after their'} day"
        if late
        else ""
    )
    best = "Without making that later, it cannot be done" if late else "It cannot be done"
    bound = "sooner" if plan.proven else f"before {spoken(of.moment(plan.bound))}"
    by = (
        " For so much work it is the best of some that were tried."
        if plan.listed and not plan.proven and not found.searching
        else ""
    )
    if found.searching:
        better = (
            "A better plan" if not plan.proven else "One with less of that late" if late else "One with less walking"
        )
        by = f" {better} is being looked for."
    elif not plan.proven:
        by = f" {found.stopped}".rstrip() or by
    return f"Done {spoken(of.moment(plan.finish))}{days}. {best} {bound}.{by}"


def plan_out(found: Searched[WorkPlan], of: Stated, said: PlanList) -> PlanOut:
    """A plan as JSON gives it.

    Args:
        found: as made; of: what it was made from; said: the document, for its labels.
    """
    plan = found.plan
    labels = {one.key: one.label or one.key for one in said.operations}
    rooms = {one.key: one.room for one in said.operations}
    return {
        "format": "jambo-plan-result/1",
        "told": sentence(found, of),
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
        "searching": found.searching,
        "chain": list(plan.chain),
        "walks": plan.walks,
        "waits": [{"key": key, "label": labels[key], "waits_for": list(names)} for key, names in of.waits.items()],
    }  # fmt: skip


def plan_list(said: PlanList, patience: float | None = None, goes_on: GoesOn = always) -> PlanOut:
    """Plan an open document. Raises Refused for one that cannot be.

    Args:
        said: the document; patience: how long to wait for the best plan, in seconds; goes_on: whether somebody waits.
    """
    of = stated(said)
    found = made(of, patience, goes_on)
    forget_work(of.problem)
    if found.searching:  # nobody asks for this one again
        found = Searched(found.plan, False, f"it was ended after {patience:g} s")
    return plan_out(found, of, said)


class HoursOut(TypedDict):
    """Somebody's hours of the week as they were heard."""

    hours: list[dict[str, Any]]


def hours_heard(text: str) -> HoursOut:
    """Hear hours as they are said. Raises Refused where they are none."""
    try:
        shifts = heard_hours(text)
    except NotHours as error:
        raise Refused([FieldError("text", error.reason, error.accepted)]) from None
    return {"hours": [{"days": [*s.days], "from": begin, "to": end} for s in shifts for begin, end in (at_clock(s),)]}


def made(of: Stated, patience: float | None = None, goes_on: GoesOn = always) -> Searched[WorkPlan]:
    """The plan as it is known: the day, the weeks and the calendars of a job stand on one search. Raises Refused where the crew's hours
    never reach.

    Args:
        of: what is planned; patience: how long to wait for the best, in seconds; goes_on: whether somebody waits.
    """
    found = work_plan(of.problem, patience, goes_on)
    if found.plan is None:
        raise Refused(
            [
                FieldError(
                    "people", "nobody is there long enough at once for all of it", "longer hours, or fewer days off"
                )
            ]
        )
    return Searched(found.plan, found.searching, found.ended)
