"""What waits in each job today: stops, facts that are missing, orders that have not come, and what comes next on the walk."""

from __future__ import annotations

from collections.abc import Callable

from typing_extensions import TypedDict

from jambo.core.job.board import Next, next_of
from jambo.core.job.record import Line, SignedOff, Ticked, sign_off_holds
from jambo.jobs.boards import Board, board_of
from jambo.jobs.buying import orders_in
from jambo.jobs.kept import name_of
from jambo.store import events
from jambo.store import jobs as store
from jambo.store.database import Database, Row, Transaction
from jambo.views.opening.summary import Summary


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


class WalkedOut(TypedDict):
    """An opening of the walk: what it is called, its wall, and what stands in its way."""

    id: int
    name: str
    wall: int
    stopped: bool
    lacks: bool


class JobWaitsOut(WaitsOut):
    """What waits in a job, and each of its openings, in walking order; how many have moved since they were signed off, and whether somebody works here."""

    lapsed: int
    crew: bool
    walk: list[WalkedOut]


def _next(
    rows: list[Row], summaries: list[Summary], done: dict[int, set[str]], ticked: dict[int, dict[str, Line[Ticked]]]
) -> NextOut | None:
    for row, summary in zip(rows, summaries, strict=True):
        of = done.get(row["id"], set()), ticked.get(row["id"], ())
        what = next_of(summary.phases, *of, ready=not (summary.lacks or summary.errors))
        if what is not None:
            return {"id": row["id"], "name": name_of(row), "what": what}
    return None


def _read(t: Transaction, job: Row) -> Callable[[], JobWaitsOut]:
    """Read all that may wait in a job; what comes back works it out, after the transaction."""
    board = board_of(t, job)
    signed, ticked = events.signed_in_job(t, job["id"]), events.ticks_of_job(t, job["id"])
    to_come, late = orders_in(t, job["id"])
    return lambda: _waits(board, signed, ticked, to_come, late)


def _waits(
    board: Board,
    signed: dict[int, Line[SignedOff]],
    ticked: dict[int, dict[str, Line[Ticked]]],
    to_come: int,
    late: int,
) -> JobWaitsOut:
    job, rows, summaries = board.job, board.openings, board.summaries()
    return {
        "id": job["id"],
        "stops": sum(one.stopped for one in summaries),
        "missing": sum(one.lacks for one in summaries),
        "awaited": to_come,
        "late": late,
        "next": _next(rows, summaries, board.done, ticked),
        "lapsed": sum(
            not sign_off_holds(signed.get(row["id"]), dict(one.built)) for row, one in zip(rows, summaries, strict=True)
        ),
        "crew": bool(job["doc"].get("crew", {}).get("people")),
        "walk": [
            {"id": row["id"], "name": name_of(row), "wall": row["wall_id"], "stopped": one.stopped, "lacks": one.lacks}
            for row, one in zip(rows, summaries, strict=True)
        ],
    }


def waits(db: Database, before: int | None, most: int) -> list[WaitsOut]:
    """Say of so many jobs as they are listed, of those before one if one is named, what waits in each."""
    with db.transaction() as t:
        read = [_read(t, job) for job in store.jobs(t, before, most) if job["problem"] is None]
    return [answer() for answer in read]


def waits_in(db: Database, job_id: int) -> JobWaitsOut:
    """Say what waits in a job, and where. Raises NotFound."""
    with db.transaction() as t:
        answer = _read(t, store.job(t, job_id))
    return answer()
