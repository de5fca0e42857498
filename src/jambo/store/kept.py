"""What the store's modules share: documents as JSON, and writes that carry the version they were based on."""

from __future__ import annotations

import json
from typing import Any

from jambo.store.database import Row, Transaction


class NotKept(LookupError):
    """There is no such thing, or it was removed."""


class Stale(RuntimeError):
    """The write was based on a version that is no longer the newest; `current` is the row as it stands."""

    def __init__(self, current: Row) -> None:
        super().__init__(f"version {current['version']} is newer")
        self.current = current


def write_json(doc: Any) -> str:
    """Write a document for a JSON column."""
    return json.dumps(doc, ensure_ascii=False, separators=(",", ":"))


def read_json(text: str) -> Any:
    """Read a JSON column."""
    return json.loads(text)


def with_doc(row: Row) -> Row:
    """Give a row with its JSON column read."""
    return {**row, "doc": json.loads(row["doc"])}


def must(row: Row | None, what: str) -> Row:
    """Give the row, or raise NotKept."""
    if row is None:
        raise NotKept(what)
    return with_doc(row)


def check_version(row: Row, based_on: int) -> None:
    """Raise Stale unless the write is based on the row's version. The row must be locked (FOR UPDATE)."""
    if row["version"] != based_on:
        raise Stale(row)


def log(t: Transaction, job_id: int, what: str, detail: Any, who: str = "", opening_id: int | None = None) -> None:
    """Append a line to the log."""
    t.run(
        "INSERT INTO log (job_id, opening_id, who, what, detail) VALUES (%s, %s, %s, %s, %s)",
        [job_id, opening_id, who, what, write_json(detail)],
    )


def log_of(
    t: Transaction, job_id: int, opening_id: int | None = None, what: str | None = None, most: int = 200
) -> list[Row]:
    """Read the log of a job, of one of its openings or one kind of event if asked, newest first."""
    where = "job_id = %s"
    values: list[Any] = [job_id]
    for column, value in (("opening_id", opening_id), ("what", what)):
        if value is not None:
            where, values = f"{where} AND {column} = %s", [*values, value]
    rows = t.rows(f"SELECT * FROM log WHERE {where} ORDER BY id DESC LIMIT %s", [*values, most])
    return [{**row, "detail": json.loads(row["detail"])} for row in rows]
