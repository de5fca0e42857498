"""The plan of a job: who does what when, from its cards, its orders, its crew and what is told of other trades."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import UTC, date, datetime, timedelta
from typing import Annotated
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pydantic import BaseModel, Field

from jambo.core.job.orders import orders_of
from jambo.core.job.plan import Tick, coming_of, since
from jambo.core.job.record import Line, Ticked
from jambo.format.dates import Day
from jambo.format.document import Crew
from jambo.format.plan import PlanList
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.cutting import ReadJob, plan_of_read, read_job
from jambo.jobs.delivery import planned_openings
from jambo.jobs.newest import Newest
from jambo.jobs.shown import Shown
from jambo.jobs.timing import learnt_from, timings
from jambo.store import events
from jambo.store.database import Database
from jambo.views.days.day_sheet import DaySheetOut, day_sheet
from jambo.views.days.job_plan import JobPlan, JobPlanOut, ToDo
from jambo.views.days.late import with_help
from jambo.views.days.plan_beside import beside

ANEW_MINUTES = 30
# by job, and why it begins when it does; of a thousand openings each takes some tens of megabytes
_LAID_OUT: Newest[tuple[int, str], JobPlan] = Newest(8)


def zone_of(crew: Crew) -> ZoneInfo | None:
    """The zone the job's clock is in; None for that of the machine. Raises Refused for one nobody knows."""
    if not crew.zone:
        return None
    try:
        return ZoneInfo(crew.zone)
    except (ZoneInfoNotFoundError, ValueError, OSError):
        raise Refused([FieldError("crew.zone", f"{crew.zone!r} is no time zone", 'such as "Europe/Oslo"')]) from None


def at_the_job(moment: datetime, crew: Crew) -> datetime:
    """A moment by the clock on the wall of the job. Raises Refused for a zone nobody knows."""
    return moment.astimezone(zone_of(crew)).replace(tzinfo=None, second=0, microsecond=0)


def now_in(crew: Crew) -> datetime:
    """The clock on the wall of the job, to the last five minutes: the plan does not move with every one. Raises Refused for a zone nobody knows."""
    now = at_the_job(datetime.now(UTC), crew)
    return now - timedelta(minutes=now.minute % 5)


def _overdue(plan: JobPlan, now: datetime) -> bool:
    """Whether some of its work should be done by now; of a crew that cannot be, whoever asks for the plan is told."""
    try:
        return bool(plan.said.people) and any(plan.of.moment(one.end) <= now for one in plan.plan.placed)
    except Refused:
        return False


def _ticks(lines: Mapping[str, Line[Ticked]], crew: Crew) -> dict[str, Tick]:
    return {key: Tick(at_the_job(line.pressed_at, crew), line.who) for key, line in lines.items()}


class Tried(BaseModel):
    """What is tried beside the plan as it is: another crew with its trades, orders promised for other days (by their line; None where
    nobody would know), and what the plan waits for taken as settled, by how it is told."""

    crew: Crew
    promised: Annotated[dict[int, Day | None], Field(max_length=200)] = Field(default_factory=dict)
    settled: Annotated[list[Annotated[str, Field(max_length=200)]], Field(max_length=200)] = Field(default_factory=list)


def plan_of_job(db: Database, job_id: int, shown: Shown, asked: Tried | None = None) -> JobPlanOut:
    """Plan a job from now on, by what is kept, or by what is tried beside it. Raises NotFound, Refused.

    Args:
        db: where jobs are kept; job_id: the job; shown: the tape and words to tell it in; asked: what is tried.
    """
    if asked is None:
        return with_help(read_plan(db, job_id, shown)[0])
    tried = with_help(read_plan(db, job_id, shown, asked)[0])
    kept = read_plan(db, job_id, shown)[0]
    return beside(kept.out, tried) if kept.said.people else tried


def document_of_job(db: Database, job_id: int, shown: Shown) -> PlanList:
    """What a job's plan is made from, as an open document. Raises NotFound, Refused."""
    return read_plan(db, job_id, shown)[0].said


def day_of_job(db: Database, job_id: int, shown: Shown, day: date | None) -> DaySheetOut:
    """What everybody does on a day: the first there is work on where none is asked for. Raises NotFound, Refused."""
    plan, job = read_plan(db, job_id, shown)
    if not plan.said.people:
        raise Refused([FieldError("crew.people", "nobody works here yet", "at least one person with hours")])
    return day_sheet(plan, day, plan_of_read(db, job, job.solved(), shown))


def read_plan(
    db: Database, job_id: int, shown: Shown, asked: Tried | None = None, patience: float | None = None
) -> tuple[JobPlan, ReadJob]:
    """Read a job and lay its work out; it is planned when the plan is asked for. Raises NotFound, Refused.

    Args:
        db, job_id, shown, asked: as for `plan_of_job`; patience: how long to wait for the best plan, in seconds.
    """
    with db.transaction() as t:
        job = read_job(t, job_id)
        orders = orders_of(events.orders(t, job_id))
        ticked = events.ticks_of_job(t, job_id)
        crew = asked.crew if asked is not None else parse(Crew, job.row["doc"].get("crew", {}))
        learnt = learnt_from(timings(t, job_id, crew))
        changed = events.last_change(t, job_id)
    doc = job.row["doc"]
    now = now_in(crew)
    walls = {one.id: job.walls[one.wall][0] for one in job.listed}
    todo = [
        ToDo(number, mark, of.document.opening.room, walls[number], of, _ticks(ticked.get(number, {}), crew))
        for number, mark, of in planned_openings(job)
    ]
    slipped = asked.promised if asked is not None else {}
    coming = [one for order in orders for one in coming_of(order, now.date(), slipped)]
    settled = asked.settled if asked is not None else ()

    def planned_from(start: datetime, why: str) -> JobPlan:
        of = (start, todo, crew, coming, shown.tape(doc), shown.region(doc), learnt, settled, patience)
        key = job_id, why if asked is None else f"{why}, tried"
        return _LAID_OUT.of(key, JobPlan, *of, again=lambda plan: plan.again())

    plan = planned_from(since(now, at_the_job(changed, crew)), "changed")
    if _overdue(plan, now):
        plan = planned_from(now - timedelta(minutes=now.minute % ANEW_MINUTES), "overdue")
    return plan, job
