"""What is kept, as whoever works with it gets it: rows of the store with their documents and times read."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import UTC
from typing import Any, NotRequired

from pydantic import AwareDatetime
from typing_extensions import TypedDict

from jambo.core.job.record import Event, Line
from jambo.format.document import Job, Opening, Rules, Wall
from jambo.format.events import as_kept
from jambo.store.database import Row
from jambo.store.kept import problem_of, write_json


class NewId(TypedDict):
    """The id of what was just kept."""

    id: int


class MayBeUnreadable(TypedDict):
    """A row of a list. Where what is kept cannot be read, `problem` says why, and a stand-in with its name is given in its place."""

    problem: NotRequired[str | None]


class KeptJob(MayBeUnreadable):
    """A job as kept."""

    id: int
    version: int
    job: Job


class KeptWall(MayBeUnreadable):
    """A wall as kept."""

    id: int
    version: int
    wall: Wall


class KeptRules(MayBeUnreadable):
    """The crew's house rules of one habit, as kept."""

    version: int
    rules: Rules


class KeptInWall(MayBeUnreadable):
    """An opening of a wall as kept: what a screen needs to move it."""

    id: int
    version: int
    opening: Opening


class LogLine(TypedDict):
    """A line of the log: what happened, to which opening (by its mark, taken off the board since or not), and in words."""

    id: int
    at: AwareDatetime
    who: str
    what: str
    opening_id: int | None
    detail: dict[str, Any]


def as_job(row: Row) -> KeptJob:
    """Give a kept job."""
    return {"id": row["id"], "version": row["version"], "job": row["doc"], "problem": row.get("problem")}


def as_wall(row: Row) -> KeptWall:
    """Give a kept wall."""
    return {"id": row["id"], "version": row["version"], "wall": row["doc"], "problem": row.get("problem")}


def as_rules(row: Row) -> KeptRules:
    """Give kept rules; none where what is kept cannot be read."""
    problem = problem_of(Rules, write_json(row["doc"]))
    if problem is not None:
        return {"version": row["version"], "rules": Rules(), "problem": problem}
    return {"version": row["version"], "rules": row["doc"]}


def with_zone(row: Row) -> Row:
    """Give a row with its time in its zone: the database keeps every time in UTC."""
    return {**row, "at": row["at"].replace(tzinfo=UTC)}


def as_log(rows: list[Row]) -> list[LogLine]:
    """Give log lines."""
    return [{k: with_zone(row)[k] for k in ("id", "at", "who", "what", "opening_id", "detail")} for row in rows]  # type: ignore[misc]


def as_lines(lines: Iterable[Line[Event]]) -> list[LogLine]:
    """Give events as log lines, each at the time it was pressed."""
    return [
        {
            "id": line.id, "at": line.pressed_at, "who": line.who, "what": line.event.WHAT, "opening_id": line.opening,
            "detail": as_kept(line.event),
        }
        for line in lines
    ]  # fmt: skip


def name_of(row: Row) -> str:
    """Give what an opening is called: its mark, or its number where it has none."""
    return row["mark"] or f"no. {row['id']}"
