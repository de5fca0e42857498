"""How long work took in a job, and the presses it is told from (handbook 29)."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import UTC, datetime
from typing import cast

from jambo.core.frozen import dataclass
from jambo.core.job.record import Event, Line, Ticked, Timer, WorkTook, WorkTookSo
from jambo.core.planning.timing import Tap, Took
from jambo.core.planning.work import WorkKind


@dataclass(frozen=True, slots=True)
class Timing:
    """A time in the record: its line, of which operation of which opening of which job, what it is learnt for, who was at it, and when it
    was done."""

    id: int
    job: int
    opening: int
    kind: WorkKind
    sort: str
    took: Took
    by: tuple[str, ...]
    at: datetime


def taps_of(lines: Iterable[Line[Event]]) -> list[Tap]:
    """The presses on a card, from the record: each at its own time, however late it reached the server."""
    found = []
    for line in lines:
        of = line.event
        if isinstance(of, Ticked):
            found.append(Tap(line.pressed_at, line.who, "untick" if of.undo else "step", of.key))
        elif isinstance(of, Timer):
            found.append(Tap(line.pressed_at, of.of or line.who, of.do))
    return found


def times_of(lines: Iterable[Line[Event]]) -> list[Timing]:
    """The newest time of each operation of each opening, with what was said of one that was asked about.

    Args:
        lines: of how long work took, oldest first.
    """
    found: dict[tuple[int, str], tuple[Line[WorkTook], WorkTookSo | None]] = {}
    for line in lines:
        of = line.event
        if isinstance(of, WorkTook):
            # of no opening here: brought from another machine, each for itself
            work = (line.opening, of.kind) if line.opening is not None else (-line.id, of.kind)
            found.pop(work, None)
            found[work] = cast("Line[WorkTook]", line), None
        elif isinstance(of, WorkTookSo):
            work = (line.opening, of.kind) if line.opening is not None else (-of.of, of.kind)
            if work in found and found[work][0].id == of.of:
                found[work] = found[work][0], of
    return [_timing(line, said) for line, said in found.values()]


def _timing(line: Line[WorkTook], said: WorkTookSo | None) -> Timing:
    of = line.event
    minutes = of.minutes if said is None or said.minutes is None else said.minutes
    took = Took(minutes, of.by_rule, of.whole, of.jumped, said is not None, said is not None and said.minutes is None)
    ended = datetime.fromisoformat(of.ended)
    at = ended if ended.tzinfo is not None else ended.replace(tzinfo=UTC)
    return Timing(line.id, line.job, line.opening or 0, of.kind, of.sort, took, tuple(of.by), at)
