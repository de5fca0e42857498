"""Readings of openings: added, never changed; a correction supersedes what it corrects and both stay in the record."""

from __future__ import annotations

from typing import Any

from jambo.format.document import Reading
from jambo.store.database import Row, Transaction
from jambo.store.kept import NotFound, log, problem_of, read_json, write_json

_COUNTS = "r.doc IS NOT NULL AND NOT EXISTS (SELECT 1 FROM reading c WHERE c.corrects = r.id)"


def _read(row: Row) -> Row:
    problem = problem_of(Reading, row["doc"]) if row["doc"] is not None else None
    doc = read_json(row["doc"]) if row["doc"] is not None and problem is None else None
    return {**row, "doc": doc, "problem": problem}


def readings(t: Transaction, opening_id: int, *, all_of_them: bool = False) -> list[Row]:
    """The readings of an opening that count now, in the order taken; or all of them, corrected ones too.

    One that cannot be read has no document and its `problem`.
    """
    where = "TRUE" if all_of_them else _COUNTS
    rows = t.rows(f"SELECT r.* FROM reading r WHERE r.opening_id = %s AND {where} ORDER BY r.id", [opening_id])
    return [_read(row) for row in rows]


def reading(t: Transaction, opening_id: int, reading_id: int) -> Any:
    """One reading of an opening as it was written down, whether it counts or not. Raises NotFound."""
    row = t.row("SELECT * FROM reading WHERE id = %s AND opening_id = %s AND doc IS NOT NULL", [reading_id, opening_id])
    if row is None:
        raise NotFound(f"reading {reading_id} of this opening")
    return read_json(row["doc"])


def of_job(t: Transaction, job_id: int) -> dict[int, list[str]]:
    """The readings that count in a job's openings, as kept JSON texts by opening."""
    rows = t.rows(
        "SELECT r.opening_id, r.doc FROM reading r JOIN opening o ON o.id = r.opening_id"
        f" WHERE o.job_id = %s AND {_COUNTS} ORDER BY r.id",
        [job_id],
    )
    found: dict[int, list[str]] = {}
    for row in rows:
        found.setdefault(row["opening_id"], []).append(row["doc"])
    return found


def add(
    t: Transaction, opening: Row, doc: Any, who: str = "", instrument: str = "", corrects: int | None = None
) -> int:
    """Keep a reading; gives its id. One it `corrects` must count."""
    place = doc["place"]
    reading_id = t.insert(
        "INSERT INTO reading (opening_id, place, doc, who, instrument, corrects) VALUES (%s, %s, %s, %s, %s, %s)",
        [opening["id"], place, write_json(doc), who, instrument, corrects],
    )
    detail = {"reading": doc, "instrument": instrument, **({"corrects": corrects} if corrects else {})}
    log(t, opening["job_id"], "measured", detail, who, opening["id"])
    return reading_id


def withdraw(t: Transaction, opening: Row, reading_id: int, who: str = "") -> None:
    """Let a reading count no longer; it stays in the record. Raises NotFound."""
    if (row := counting(t, opening["id"], reading_id)) is None:
        raise NotFound(f"reading {reading_id} that counts")
    t.insert(
        "INSERT INTO reading (opening_id, place, doc, who, corrects) VALUES (%s, %s, NULL, %s, %s)",
        [opening["id"], row["place"], who, reading_id],
    )
    log(t, opening["job_id"], "withdrawn", {"reading": read_json(row["doc"])}, who, opening["id"])


def counting(t: Transaction, opening_id: int, reading_id: int) -> Row | None:
    """A reading of an opening, None where it counts no longer."""
    return t.row(
        f"SELECT r.* FROM reading r WHERE r.id = %s AND r.opening_id = %s AND {_COUNTS}", [reading_id, opening_id]
    )


def every_reading(t: Transaction, job_id: int) -> list[Row]:
    """Every reading of a job, those that were corrected too, in the order they were taken; `doc` is None where one was taken back."""
    rows = t.rows(
        "SELECT r.* FROM reading r JOIN opening o ON o.id = r.opening_id WHERE o.job_id = %s ORDER BY r.id", [job_id]
    )
    return [{**row, "doc": read_json(row["doc"]) if row["doc"] is not None else None} for row in rows]
