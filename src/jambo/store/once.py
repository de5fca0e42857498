"""What is asked under a name of its own is done once: the name is kept with what it did, or neither is."""

from __future__ import annotations

from collections.abc import Sequence
from contextvars import ContextVar
from dataclasses import dataclass
from typing import Any, Protocol

import pymysql

KEPT_DAYS = 90


class Runs(Protocol):
    """What of a transaction is needed here."""

    def run(self, sql: str, values: Sequence[Any] = ()) -> int:
        """Run a statement."""

    def row(self, sql: str, values: Sequence[Any] = ()) -> dict[str, Any] | None:
        """Read one row, or None."""


class DoneAlready(RuntimeError):
    """It was done before under this name. `same` says whether it was the same that was asked."""

    def __init__(self, name: str, *, same: bool) -> None:
        super().__init__(name)
        self.name, self.same = name, same


@dataclass
class Once:
    """A request with a name of its own; `done` once what it asks is kept."""

    name: str
    asked: str
    done: bool = False


ASKED: ContextVar[Once | None] = ContextVar("asked", default=None)


def begin(t: Runs) -> Once | None:
    """Keep the name of what is being asked in the transaction that does it. Raises DoneAlready.

    Whoever asks the same at the same moment waits for the one that came first.
    """
    once = ASKED.get()
    if once is None or once.done:
        return None
    try:
        t.run("INSERT INTO once (name, asked) VALUES (%s, %s)", [once.name, once.asked])
    except pymysql.err.IntegrityError:
        row = t.row("SELECT asked FROM once WHERE name = %s", [once.name])
        raise DoneAlready(once.name, same=row is None or row["asked"] == once.asked) from None
    return once


def keep_answer(t: Runs, name: str, status: int, answer: str) -> None:
    """Keep what was answered under a name, to be given again."""
    t.run("UPDATE once SET status = %s, answer = %s WHERE name = %s", [status, answer, name])


def answer_of(t: Runs, name: str) -> tuple[int, str] | None:
    """What was answered under a name; None where that was not kept."""
    row = t.row("SELECT status, answer FROM once WHERE name = %s", [name])
    return (row["status"], row["answer"]) if row is not None and row["status"] is not None else None


def forget_old(t: Runs) -> None:
    """Forget names nobody will ask under any more."""
    t.run(f"DELETE FROM once WHERE at < UTC_TIMESTAMP(6) - INTERVAL {KEPT_DAYS} DAY")
