"""What waits in each job today: stops, facts that are missing, orders that have not come, and what comes next on the walk."""

from __future__ import annotations

from typing_extensions import TypedDict

from jambo.core.job.board import Next, next_of
from jambo.core.job.record import Line, Ticked
from jambo.jobs.boards import summaries_of
from jambo.jobs.buying import orders_in
from jambo.jobs.kept import name_of
from jambo.store import events
from jambo.store import jobs as store
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.readings import of_job
from jambo.store.rules import crew_rules
from jambo.views.opening.summary import Summary, with_clashes

MOST_JOBS = 60  # the newest; older ones are looked at when they are opened


class NextOut(TypedDict):
    """The first opening of the walk that is not signed off, and what it needs next."""

    id: int
    name: str
    what: Next


class WaitsOut(TypedDict):
    """What waits in a job: openings with a stop, with facts missing; orders of which something is to come, and of those the late ones; `next` is None when all are signed off."""

    id: int
    stops: int
    missing: int
    awaited: int
    late: int
    next: NextOut | None


def _next(
    rows: list[Row], summaries: list[Summary], done: dict[int, set[str]], ticked: dict[int, dict[str, Line[Ticked]]]
) -> NextOut | None:
    for row, summary in zip(rows, summaries, strict=True):
        of = done.get(row["id"], set()), ticked.get(row["id"], ())
        what = next_of(summary.phases, *of, ready=summary.stage == "ready")
        if what is not None:
            return {"id": row["id"], "name": name_of(row), "what": what}
    return None


def _waits(t: Transaction, job: Row) -> WaitsOut:
    rows = kept_openings.openings(t, job["id"])
    crew = crew_rules(t, job["doc"]["unit"], as_kept=True)["doc"]
    done = events.happened_in_job(t, job["id"])
    solved = summaries_of(job["doc"], crew, rows, of_job(t, job["id"]), events.cuts_of_job(t, job["id"]), done)
    summaries = with_clashes([*solved], [row["wall_id"] for row in rows])
    to_come, late = orders_in(t, job["id"])
    return {
        "id": job["id"],
        "stops": sum(any(f.kind.level == "stop" for f in s.flags) or bool(s.errors) for s in summaries),
        "missing": sum(s.stage != "ready" and not s.errors for s in summaries),
        "awaited": to_come,
        "late": late,
        "next": _next(rows, summaries, done, events.ticks_of_job(t, job["id"])),
    }


def waits(db: Database) -> list[WaitsOut]:
    """Say of the newest jobs what waits in each."""
    with db.transaction() as t:
        return [_waits(t, job) for job in store.jobs(t)[:MOST_JOBS] if job["problem"] is None]
