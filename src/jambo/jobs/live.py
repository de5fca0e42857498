"""What every open screen is told at once: what others write, and who is at which opening; by whichever process it was written."""

from __future__ import annotations

import contextlib
import time
import uuid
from collections import deque
from collections.abc import Collection, Sequence
from dataclasses import dataclass, field

from typing_extensions import TypedDict

from jambo.jobs.people import Asker
from jambo.store import live as store
from jambo.store.database import Database, Row
from jambo.store.failures import StoreFailure

NOTED_SECONDS = 3.0  # between notes of who looks at what


class ChangeTold(TypedDict):
    """Something was written: the line of the record, of which job and opening, what it was and who wrote it, and whether that was
    before anybody listened: whoever made the page may know of it."""

    line: int
    job: int
    opening: int | None
    what: str
    who: str
    before: bool


class HereTold(TypedDict):
    """Who is at which opening of a job beside whoever is told: names by the opening's number."""

    here: dict[str, list[str]]


@dataclass(eq=False)
class Screen:
    """An open screen: whose, of which job (None for all of them) and at which opening."""

    asker: Asker
    who: str
    job: int | None
    opening: int | None
    name: str = field(default_factory=lambda: uuid.uuid4().hex)
    told_here: HereTold | None = None
    since: int = 0  # the newest line when it came
    fresh: bool = True  # it has been told nothing yet


@dataclass
class Watch:
    """What one process has seen of what is written. One thread at a time looks."""

    last: int | None = None
    seen: set[int] = field(default_factory=set)
    order: deque[int] = field(default_factory=deque)
    noted: float = 0.0

    def new_lines(self, rows: Sequence[Row]) -> list[Row]:
        """Those of some lines that were not seen before; the first look has seen nothing, and finds nothing new."""
        new = [row for row in rows if row["id"] not in self.seen and self.last is not None]
        for row in rows:
            if row["id"] not in self.seen:
                self.seen.add(row["id"])
                self.order.append(row["id"])
        while len(self.order) > 2 * store.LATE:
            self.seen.discard(self.order.popleft())
        self.last = max([row["id"] for row in rows], default=self.last or 0)
        return new


@dataclass(frozen=True)
class Seen:
    """One look: lines that are new, those of the last moment, who looks at which opening, and which devices are signed in."""

    lines: list[Row]
    of_late: list[Row]
    here: list[Row]
    signed_in: Collection[int] | None  # None where that was not looked at this time


def arrive(db: Database, screen: Screen) -> None:
    """Note that a screen looks, and since which line. Raises StoreFailure."""
    with db.transaction(writes=screen.job is not None) as t:
        screen.since = store.newest_line(t)
        if screen.job is not None:
            store.look(t, [(screen.name, screen.job, screen.opening, screen.who)])


def leave(db: Database, screen: Screen) -> None:
    """Note that a screen looks no more; what cannot be noted is so by itself a moment later."""
    if screen.job is not None:
        with contextlib.suppress(StoreFailure), db.transaction(writes=True) as t:
            store.look_away(t, screen.name)


def look(db: Database, watch: Watch, screens: Collection[Screen]) -> Seen:
    """Look what is new. Raises StoreFailure; what is new then is new at the next look.

    Args:
        db: the database; watch: what was seen so far; screens: for whom.
    """
    due = time.monotonic() - watch.noted > NOTED_SECONDS
    if due:
        with db.transaction(writes=True) as t:
            store.look(t, [(s.name, s.job, s.opening, s.who) for s in screens if s.job is not None])
    with db.transaction() as t:
        since = watch.last if watch.last is not None else store.newest_line(t)
        rows = store.lines_since(t, since)
        here = store.looking(t, {s.job for s in screens if s.job is not None})
        signed_in = store.still_signed_in(t, {s.asker.device for s in screens if s.asker.device}) if due else None
    if due:
        watch.noted = time.monotonic()
    return Seen(watch.new_lines(rows), [row for row in rows if row["of_late"]], here, signed_in)


def changes_for(screen: Screen, seen: Seen) -> list[ChangeTold]:
    """What a screen is told of new lines; the first time, of those of the last moment: its page may have been made before them."""
    lines, screen.fresh = seen.of_late if screen.fresh else seen.lines, False
    return [
        {
            "line": row["id"],
            "job": row["job_id"],
            "opening": row["opening_id"],
            "what": row["what"],
            "who": row["who"],
            "before": row["id"] <= screen.since,
        }
        for row in lines
        if screen.job is None or row["job_id"] == screen.job
    ]


def here_for(screen: Screen, seen: Seen) -> HereTold:
    """What a screen is told of who is at which opening: everybody but itself, each name once."""
    found: dict[str, list[str]] = {}
    for row in seen.here:
        if row["job_id"] == screen.job and row["screen"] != screen.name:
            names = found.setdefault(str(row["opening_id"]), [])
            name = row["name"] or "Somebody"
            if name not in names:
                names.append(name)
    return {"here": found}


def signed_out(screen: Screen, seen: Seen) -> bool:
    """Whether nobody is signed in at a screen any more where somebody was."""
    out: Collection[int] | None = seen.signed_in
    return screen.asker.device is not None and out is not None and screen.asker.device not in out
