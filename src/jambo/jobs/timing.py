"""How long the work of a crew takes: time started and paused on a card, what an operation took, and what is learnt from it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Literal

from typing_extensions import TypedDict

from jambo.core.job.record import Event, Line, Timer, WorkTook, WorkTookSo, of_kind
from jambo.core.job.times import Timing, taps_of, times_of
from jambo.core.planning.timing import FORGOTTEN, Timed, estimate, timed
from jambo.core.planning.work import Learnt, WorkKind, called, minutes_by_rule, sort_of, steps_by_kind
from jambo.core.words.lists import Region, fill
from jambo.format.document import Crew
from jambo.format.problems import parse
from jambo.jobs.documents import document_of
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import NotFound
from jambo.views.days.job_time import JobTimeOut, job_time
from jambo.views.opening.answers import readable, worked_out

Do = Literal["start", "pause", "drop"]


class RunningOut(TypedDict):
    """Somebody's time that runs on a card: for so many minutes; `forgotten` where that is longer than anybody works at one thing."""

    who: str
    minutes: float
    forgotten: bool


class TookOut(TypedDict):
    """How long an operation of this opening took; `state` says whether it counts, or is asked about."""

    id: int
    label: str
    minutes: int
    by_rule: int
    state: str


class TimingOut(TypedDict):
    """What is timed on a card."""

    running: list[RunningOut]
    took: list[TookOut]


def timing_of(lines: Sequence[Line[Event]], words: Region, door: str) -> TimingOut:
    """What is timed on a card.

    Args:
        lines: of the record of an opening; words: to tell it in; door: what kind it is.
    """
    now = datetime.now(UTC)
    ran = [(who, (now - since) / timedelta(minutes=1)) for who, since in timed(taps_of(lines), {}).running.items()]
    return {
        "running": [
            {"who": who, "minutes": round(max(0.0, minutes), 2), "forgotten": minutes > FORGOTTEN}
            for who, minutes in ran
        ],
        "took": [
            {
                "id": one.id, "label": fill(called(door, one.kind), words),
                "minutes": one.took.minutes, "by_rule": one.took.by_rule, "state": one.took.state,
            }
            for one in times_of(lines)
        ],
    }  # fmt: skip


def tap(t: Transaction, row: Row, do: Do, ago: float, who: str) -> None:
    """Write down that somebody's time on an opening starts, pauses or is let go; what is so already is not written again."""
    running = timed(taps_of(events.taps(t, row["id"])), {}).running
    if (do == "start") != (who in running):
        for opening_id, job_id in events.timed_elsewhere(t, row["id"], who) if do == "start" else ():
            if who in timed(taps_of(events.taps(t, opening_id)), {}).running:  # nobody is at two doors
                events.write(t, job_id, Timer("pause", ago=ago_of(ago)), who, opening_id)
        events.write(t, row["job_id"], Timer(do, ago=ago_of(ago)), who, row["id"])


def ago_of(seconds: float) -> float:
    """How long before it reached the server something was pressed, as the record keeps it; what is less than a second is none."""
    return round(seconds, 1) if seconds >= 1 else 0


def after_step(t: Transaction, row: Row, key: str) -> None:
    """Where a step ends an operation that was timed, everybody's time on it ends, and what it took is written down."""
    lines = events.taps(t, row["id"])
    if not of_kind(lines, Timer):
        return
    facts = readable(document_of(t, row))
    if facts is None:
        return
    result = worked_out(facts)
    grouped = steps_by_kind(facts.opening, result.steps)
    kinds: dict[str, WorkKind] = {step.key: kind for kind, steps in grouped.items() for step in steps}
    kind = kinds.get(key)
    of = timed(taps_of(lines), kinds)
    done = {line.event.key for line in events.ticks_among(lines)}
    if kind is None or any(step.key not in done for step in grouped[kind]):
        return
    for who in of.running:
        events.write(t, row["job_id"], Timer("end", who), who, row["id"])
    if kind in of.spans or kind in of.jumped:
        keys = {step.key for step in grouped[kind]}
        by_rule = minutes_by_rule(facts.opening, result, kind)
        _write(t, row, of, kind, keys, sort_of(facts.opening, result, kind), by_rule)


def _write(t: Transaction, row: Row, of: Timed, kind: WorkKind, keys: set[str], sort: str, by_rule: int) -> None:
    at = max((span.ends for span in of.spans.get(kind, ())), default=datetime.now(UTC))
    took = WorkTook(
        kind, sort, of.minutes(kind), by_rule, keys <= of.steps, kind in of.jumped, at.isoformat(timespec="seconds"),
        sorted({span.who for span in of.spans.get(kind, ())}),
    )  # fmt: skip
    events.write(t, row["job_id"], took, "", row["id"])


def end_all(t: Transaction, row: Row) -> None:
    """Everybody's time on an opening ends: it is signed off."""
    for who in timed(taps_of(events.taps(t, row["id"])), {}).running:
        events.write(t, row["job_id"], Timer("end", who), who, row["id"])


def say(db: Database, job_id: int, line_id: int, minutes: int | None, who: str) -> None:
    """Say how long something took that was asked about; None where nobody knows. Raises NotFound."""
    with db.transaction(writes=True) as t:
        kept_jobs.job(t, job_id, lock=True)
        found = next((one for one in times_of(events.took(t)) if (one.id, one.job) == (line_id, job_id)), None)
        if found is None:
            raise NotFound(f"time {line_id}")
        events.write(t, job_id, WorkTookSo(line_id, found.kind, minutes), who, found.opening)


def timings(t: Transaction, job_id: int, crew: Crew) -> list[Timing]:
    """What work took that this crew learns from: that of the job, and in other jobs that of anybody who is of its crew."""
    names = {person.name.casefold() for person in crew.people}
    return [one for one in times_of(events.took(t)) if one.job == job_id or names & {who.casefold() for who in one.by}]


@dataclass(frozen=True)
class LearntFrom:
    """What each sort of work takes, by the minutes it took so far."""

    took: dict[str, list[int]]

    def __call__(self, sort: str, by_rule: int) -> tuple[int, str]:
        """Minutes of a sort of work, and whose they are."""
        made = estimate(by_rule, self.took.get(sort, ()))
        return made.minutes, made.told


def learnt_from(known: Sequence[Timing]) -> Learnt:
    """What each sort of work takes, by what it took so far."""
    took: dict[str, list[int]] = {}
    for one in known:
        if one.took.state == "counts":
            took.setdefault(one.sort, []).append(one.took.minutes)
    return LearntFrom(took)


def time_of_job(db: Database, job_id: int, shown: Shown) -> JobTimeOut:
    """What work took in a job, found beside planned, and what its crew has learnt. Raises NotFound."""
    with db.transaction() as t:
        doc = kept_jobs.job(t, job_id)["doc"]
        known = timings(t, job_id, parse(Crew, doc.get("crew", {})))
        marks = {o["id"]: (o["mark"] or f"no. {o['id']}") for o in kept_openings.openings(t, job_id)}
    return job_time(known, job_id, marks, shown.region(doc))
