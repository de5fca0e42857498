"""What happened in a job, read back from the log as events, and written there (`core/job/record.py` says what counts).

A line that holds nothing of its kind counts for nothing; the record tells it, and `jambo check` names it.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any, TypeVar

from jambo.core.job.orders import bought
from jambo.core.job.record import (
    Came,
    Checked,
    Event,
    Framed,
    FrameSet,
    Given,
    Line,
    OffcutMoved,
    OfPiece,
    Ordered,
    PieceCut,
    Promised,
    SentBack,
    SignedOff,
    StickCut,
    Ticked,
    Timer,
    Undone,
    WorkTook,
    WorkTookSo,
    newest,
    of_kind,
    standing,
)
from jambo.format.events import as_kept, read_event
from jambo.store.database import Transaction
from jambo.store.kept import log

E = TypeVar("E", bound=Event)


def write(t: Transaction, job_id: int, event: Event, who: str = "", opening_id: int | None = None) -> int:
    """Write an event into the log, and give its line's number.

    Args:
        t: the transaction; job_id: whose; event: what happened; who: did it; opening_id: of which opening, None where of the job.
    """
    return log(t, job_id, event.WHAT, as_kept(event), who, opening_id)


def take_back(t: Transaction, line: Line[Event], who: str, **told: Any) -> None:
    """Write that a line of the record did not happen.

    Args:
        t: the transaction; line: that is taken back; who: takes it back; told: fields of it the record tells it by.
    """
    log(t, line.job, line.event.WHAT, as_kept(Undone(line.id, **told)), who, line.opening)


def _lines(t: Transaction, where: str, values: Sequence[Any], *kinds: type[E]) -> list[Line[E]]:
    """The lines of the log that hold one of some events, oldest first.

    Args:
        t: the transaction; where: what else they are, in SQL; values: for it; kinds: of event; what takes one back comes with it.
    """
    words = sorted({kind.WHAT for kind in kinds})
    rows = t.rows(
        f"SELECT * FROM log WHERE {where} AND what IN ({', '.join(['%s'] * len(words))}) ORDER BY id", [*values, *words]
    )
    return [
        Line(row["id"], row["job_id"], row["at"], row["who"], row["opening_id"], event)  # type: ignore[arg-type]
        for row in rows
        if (event := read_event(row["what"], row["detail"])) is not None
    ]


def last_change(t: Transaction, job_id: int) -> datetime:
    """When something of a job was last written down, in UTC."""
    row = t.row("SELECT MAX(at) AS at FROM log WHERE job_id = %s", [job_id])
    at: datetime = row["at"] if row and row["at"] is not None else datetime(2000, 1, 1)
    return at.replace(tzinfo=UTC)


def taps(t: Transaction, opening_id: int) -> list[Line[Event]]:
    """Everything that was pressed on the card of an opening, oldest first: steps done and not done after all, times started and paused;
    and how long its work took."""
    return _lines(t, "opening_id = %s", [opening_id], Ticked, Timer, WorkTook, WorkTookSo)


def ticks(t: Transaction, opening_id: int) -> list[Line[Ticked]]:
    """The steps of an opening's card that are ticked."""
    return ticks_among(taps(t, opening_id))


def ticks_among(lines: Sequence[Line[Event]]) -> list[Line[Ticked]]:
    """The steps that are ticked, among what was pressed on cards."""
    return newest(of_kind(lines, Ticked), lambda line: (line.opening, line.event.key))


def ticks_of_job(t: Transaction, job_id: int) -> dict[int, dict[str, Line[Ticked]]]:
    """The steps that are ticked on the cards of a job, by opening and key."""
    found: dict[int, dict[str, Line[Ticked]]] = {}
    for line in ticks_among(_lines(t, "job_id = %s AND opening_id IS NOT NULL", [job_id], Ticked)):
        found.setdefault(line.opening or 0, {})[line.event.key] = line
    return found


def timed_elsewhere(t: Transaction, opening_id: int, who: str) -> list[tuple[int, int]]:
    """The other openings on whose cards somebody started or paused a time in the last weeks, with their jobs."""
    rows = t.rows(
        "SELECT DISTINCT opening_id, job_id FROM log WHERE what = %s AND who = %s AND opening_id <> %s"
        " AND at > UTC_TIMESTAMP(6) - INTERVAL 30 DAY",
        [Timer.WHAT, who, opening_id],
    )
    return [(row["opening_id"], row["job_id"]) for row in rows]


def took(t: Transaction) -> list[Line[Event]]:
    """How long work took, and what was said of it, in every job, oldest first."""
    return _lines(t, "TRUE", [], WorkTook, WorkTookSo)


def _newest_cuts(lines: list[Line[OfPiece]]) -> list[Line[PieceCut]]:
    last = newest(lines, lambda line: (line.opening, line.event.wall, line.event.figure))
    return of_kind(last, PieceCut)


def cuts(t: Transaction, opening_id: int) -> list[Line[PieceCut]]:
    """The pieces of an opening that are cut, each at its latest length."""
    return _newest_cuts(_lines(t, "opening_id = %s", [opening_id], OfPiece))


def cuts_of_job(t: Transaction, job_id: int) -> dict[int, list[Line[PieceCut]]]:
    """The pieces cut in a job, by opening."""
    found: dict[int, list[Line[PieceCut]]] = {}
    for line in _newest_cuts(_lines(t, "job_id = %s AND opening_id IS NOT NULL", [job_id], OfPiece)):
        found.setdefault(line.opening or 0, []).append(line)
    return found


def cuts_of_walls(t: Transaction, job_id: int) -> list[Line[PieceCut]]:
    """The pieces of a job's walls that are cut, each at its latest length."""
    lines = _newest_cuts(_lines(t, "job_id = %s AND opening_id IS NULL", [job_id], OfPiece))
    return [line for line in lines if line.event.wall is not None]


def sticks_and_offcuts(t: Transaction, job_id: int) -> list[Line[Event]]:
    """The sticks of a job that are cut and the offcuts that were put into its rack, oldest first; what was taken back is left out."""
    return standing(_lines(t, "job_id = %s", [job_id], StickCut, OffcutMoved))


def orders(t: Transaction, job_id: int) -> list[Line[Event]]:
    """What was ordered for a job, promised for another day, came, was measured, given to openings and sent back, oldest first; what was taken back is left out."""
    return bought(_lines(t, "job_id = %s", [job_id], Ordered, Promised, Came, SentBack, Checked, Given))


def happened(t: Transaction, opening_id: int) -> list[Line[Event]]:
    """What was recorded of an opening as a whole, newest first: framed, set, signed off."""
    return _lines(t, "opening_id = %s", [opening_id], Framed, FrameSet, SignedOff)[::-1]


def signed_in_job(t: Transaction, job_id: int) -> dict[int, Line[SignedOff]]:
    """The newest sign-off of each opening of a job that has one."""
    lines = _lines(t, "job_id = %s AND opening_id IS NOT NULL", [job_id], SignedOff)
    return {line.opening or 0: line for line in lines}


def happened_in_job(t: Transaction, job_id: int) -> dict[int, set[str]]:
    """Which of framed, set and signed each opening of a job has been."""
    found: dict[int, set[str]] = {}
    for line in _lines(t, "job_id = %s AND opening_id IS NOT NULL", [job_id], Framed, FrameSet, SignedOff):
        found.setdefault(line.opening or 0, set()).add(line.event.WHAT)
    return found
