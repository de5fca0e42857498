"""What the store's modules share: documents as JSON, and writes that carry the version they were based on."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from contextvars import ContextVar
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from pydantic import BaseModel

from jambo.core.job.record import EVENTS
from jambo.format.events import read_event
from jambo.format.problems import FieldError, Refused, parse
from jambo.store.database import Row, Transaction

STRETCH = 500  # lines of a log fetched at once


@dataclass
class Asked:
    """What is being done for somebody: who is signed in, if anybody is, and the lines of the log it has written so far."""

    person: int | None = None
    lines: list[int] = field(default_factory=list)


ASKED_BY: ContextVar[Asked | None] = ContextVar("asked_by", default=None)


class NotFound(LookupError):
    """There is no such thing, or it was removed; `job` is that it was of, None where nobody knows."""

    def __init__(self, what: str, job: int | None = None) -> None:
        super().__init__(what)
        self.job = job


class VersionConflict(RuntimeError):
    """The write was based on a version that is no longer the newest.

    `version` and `theirs` are what is kept now; `yours` is what was to be kept, or for a removal what was seen when it was
    asked for (None where that is not on record).
    """

    def __init__(self, version: int, theirs: Any, yours: Any) -> None:
        super().__init__(f"version {version} is newer")
        self.version = version
        self.theirs = theirs
        self.yours = yours


class Unreadable(Refused):
    """A kept row is no document of its kind. `what` is the kind and `id` its number; `version` is the one that is kept."""

    def __init__(self, what: str, row_id: int, version: int, errors: Sequence[FieldError]) -> None:
        super().__init__(errors)
        self.what, self.id, self.version = what, row_id, version


@lru_cache(maxsize=20_000)
def problems_of(model: type[BaseModel], text: str) -> tuple[FieldError, ...]:
    """What keeps a kept JSON text from being read as a document; nothing where it can be."""
    try:
        parse(model, json.loads(text))
    except Refused as refused:
        return refused.errors
    return ()


def problem_of(model: type[BaseModel], text: str) -> str | None:
    """The same in one line, None where it can be read."""
    return "; ".join(f"{e.path}: {e.reason}" for e in problems_of(model, text)) or None


def listed(rows: Sequence[Row], model: type[BaseModel], what: str) -> list[Row]:
    """Rows of a list with their documents read. One that cannot be read hides no other: it has a stand-in with its name, and its `problem`.

    Args:
        rows: with their documents as JSON texts; model: what these are; what: a row is called where it has no name.
    """
    return [
        {**row, "doc": json.loads(row["doc"]), "problem": None}
        if (problem := problem_of(model, row["doc"])) is None
        else {**row, "doc": {"name": _name_in(row["doc"]) or f"{what} {row['id']}"}, "problem": problem}
        for row in rows
    ]


def _name_in(text: str) -> str:
    doc = json.loads(text)
    name = doc.get("name") if isinstance(doc, dict) else None
    return name[:40] if isinstance(name, str) else ""


def write_json(doc: Any) -> str:
    """Write a document for a JSON column."""
    return json.dumps(doc, ensure_ascii=False, separators=(",", ":"))


def read_json(text: str) -> Any:
    """Read a JSON column."""
    return json.loads(text)


def with_doc(row: Row) -> Row:
    """Give a row with its JSON column read."""
    return {**row, "doc": json.loads(row["doc"])}


def required(row: Row | None, what: str, model: type[BaseModel] | None = None, job: int | None = None) -> Row:
    """Give the row with its document. Raises NotFound, and Unreadable where it is no document of the model, if there is one."""
    if row is None:
        raise NotFound(what, job)
    if model is not None and (errors := problems_of(model, row["doc"])):
        raise Unreadable(what.partition(" ")[0], row["id"], row["version"], errors)
    return with_doc(row)


def check_version(row: Row, based_on: int, yours: Any) -> None:
    """Raise VersionConflict unless the write is based on the row's version. The row, or its job, must be locked."""
    if row["version"] != based_on:
        raise VersionConflict(row["version"], row["doc"], yours)


def log(t: Transaction, job_id: int, what: str, detail: Any, who: str = "", opening_id: int | None = None) -> int:
    """Append a line to the log, and give its number; whoever is signed in where it was asked (`ASKED_BY`) stands in it too."""
    asked = ASKED_BY.get() or Asked()
    line = t.insert(
        "INSERT INTO log (job_id, opening_id, who, what, detail, person_id) VALUES (%s, %s, %s, %s, %s, %s)",
        [job_id, opening_id, who, what, write_json(detail), asked.person],
    )
    asked.lines.append(line)
    return line


def line_of(t: Transaction, line_id: int) -> Row:
    """Read a line of the log. Raises NotFound."""
    row = t.row("SELECT * FROM log WHERE id = %s", [line_id])
    if row is None:
        raise NotFound(f"line {line_id} of the record")
    return _line(row)


def _line(row: Row) -> Row:
    """A line with what it holds; nothing at all is held by one that no Jambo wrote. `happened` is the event of the core it tells, if any."""
    what, text = row["what"], row["detail"]
    detail = json.loads(text)
    happened = read_event(what, text) if what in EVENTS else None
    return {**row, "detail": detail if isinstance(detail, dict) else {"unreadable": text}, "happened": happened}


def log_of(t: Transaction, job_id: int, opening_id: int | None = None, what: str | None = None) -> list[Row]:
    """Read the whole log of a job, or of one of its openings or one kind of event if asked, newest first."""
    return list(log_pages(t, job_id, opening_id, what))


def log_pages(
    t: Transaction, job_id: int, opening_id: int | None = None, what: str | None = None, before: int | None = None
) -> Iterator[Row]:
    """Read a log line by line, newest first, from before a line's id if given; fetched a stretch at a time."""
    where = "job_id = %s"
    values: list[Any] = [job_id]
    for column, value in (("opening_id", opening_id), ("what", what)):
        if value is not None:
            where, values = f"{where} AND {column} = %s", [*values, value]
    while True:
        upto = " AND id < %s" if before is not None else ""
        asked = [*values, *([before] if before is not None else []), STRETCH]
        rows = t.rows(f"SELECT * FROM log WHERE {where}{upto} ORDER BY id DESC LIMIT %s", asked)
        for row in rows:
            yield _line(row)
        if len(rows) < STRETCH:
            return
        before = rows[-1]["id"]


def as_it_was(t: Transaction, job_id: int, what: str, version: int, wall_id: int | None = None) -> Any:
    """Give a job's or wall's document as it was at a version, from the line of the log that changed it; None if none says."""
    which = "" if wall_id is None else " AND JSON_VALUE(detail, '$.wall') = %s"
    row = t.row(
        f"SELECT detail FROM log WHERE job_id = %s AND what = %s AND JSON_VALUE(detail, '$.version') = %s{which} LIMIT 1",
        [job_id, what, version + 1, *([] if wall_id is None else [wall_id])],
    )
    return json.loads(row["detail"]).get("from") if row else None
