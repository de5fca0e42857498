"""What the store's modules share: documents as JSON, and writes that carry the version they were based on."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from jambo.store.database import Row, Transaction

STRETCH = 500  # lines of a log fetched at once


class NotFound(LookupError):
    """There is no such thing, or it was removed."""


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


def write_json(doc: Any) -> str:
    """Write a document for a JSON column."""
    return json.dumps(doc, ensure_ascii=False, separators=(",", ":"))


def read_json(text: str) -> Any:
    """Read a JSON column."""
    return json.loads(text)


def with_doc(row: Row) -> Row:
    """Give a row with its JSON column read."""
    return {**row, "doc": json.loads(row["doc"])}


def required(row: Row | None, what: str) -> Row:
    """Give the row, or raise NotFound."""
    if row is None:
        raise NotFound(what)
    return with_doc(row)


def check_version(row: Row, based_on: int, yours: Any) -> None:
    """Raise VersionConflict unless the write is based on the row's version. The row, or its job, must be locked."""
    if row["version"] != based_on:
        raise VersionConflict(row["version"], row["doc"], yours)


def log(t: Transaction, job_id: int, what: str, detail: Any, who: str = "", opening_id: int | None = None) -> None:
    """Append a line to the log."""
    t.run(
        "INSERT INTO log (job_id, opening_id, who, what, detail) VALUES (%s, %s, %s, %s, %s)",
        [job_id, opening_id, who, what, write_json(detail)],
    )


def line_of(t: Transaction, line_id: int) -> Row:
    """Read a line of the log. Raises NotFound."""
    row = t.row("SELECT * FROM log WHERE id = %s", [line_id])
    if row is None:
        raise NotFound(f"line {line_id} of the record")
    return {**row, "detail": json.loads(row["detail"])}


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
            yield {**row, "detail": json.loads(row["detail"])}
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
    return json.loads(row["detail"])["from"] if row else None
