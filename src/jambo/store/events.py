"""What happened to openings, read back from the log: steps ticked and timed, pieces cut. The newest line of a key counts."""

from __future__ import annotations

import json
from datetime import UTC, datetime, timedelta
from typing import Any

from jambo.store.database import Row, Transaction


def _newest(rows: list[Row], key: str) -> list[Row]:
    found: dict[tuple[int, str], Row] = {}
    for row in rows:
        read = row["detail"]
        detail: dict[str, Any] = json.loads(read) if isinstance(read, str) else read
        name = (row["opening_id"], detail.get(key, ""))
        found.pop(name, None)
        if not detail.get("undo"):
            found[name] = {**row, "detail": detail}
    return list(found.values())


def ticks(t: Transaction, opening_id: int) -> list[Row]:
    """The steps of an opening's card that are ticked."""
    return ticks_among(taps(t, opening_id))


def ticks_among(rows: list[Row]) -> list[Row]:
    """The steps that are ticked, among what was pressed on a card."""
    return _newest([row for row in rows if row["what"] == "step"], "key")


def pressed_at(row: Row) -> datetime:
    """When something was pressed, in UTC: before it was written, where a phone had no network."""
    at: datetime = row["at"].replace(tzinfo=UTC)
    return at - timedelta(seconds=row["detail"].get("ago", 0))


def ticks_of_job(t: Transaction, job_id: int) -> dict[int, dict[str, Row]]:
    """The steps that are ticked on the cards of a job, by opening and key."""
    rows = t.rows(
        "SELECT * FROM log WHERE job_id = %s AND what = 'step' AND opening_id IS NOT NULL ORDER BY id", [job_id]
    )
    found: dict[int, dict[str, Row]] = {}
    for row in _newest(rows, "key"):
        found.setdefault(row["opening_id"], {})[row["detail"]["key"]] = row
    return found


def taps(t: Transaction, opening_id: int) -> list[Row]:
    """Everything that was pressed on the card of an opening, oldest first: steps done and not done after all, times started and paused;
    and how long its work took."""
    rows = t.rows(
        "SELECT * FROM log WHERE opening_id = %s AND what IN ('step', 'timer', 'took', 'took so') ORDER BY id",
        [opening_id],
    )
    return [{**row, "detail": json.loads(row["detail"])} for row in rows]


def took(t: Transaction) -> list[Row]:
    """How long work took, in every job, oldest first."""
    rows = t.rows("SELECT * FROM log WHERE what IN ('took', 'took so') ORDER BY id")
    return newest_times([{**row, "detail": json.loads(row["detail"])} for row in rows])


def newest_times(rows: list[Row]) -> list[Row]:
    """The newest time of each operation of each opening; `detail` has what was `said` of one that was asked about."""
    found: dict[tuple[int, str], Row] = {}
    for row in rows:
        d = row["detail"]
        work = row["opening_id"], d.get("kind", "")
        if row["what"] == "took":
            found.pop(work, None)
            found[work] = row
        elif row["what"] == "took so" and work in found and found[work]["id"] == d["of"]:
            found[work] = {**found[work], "detail": found[work]["detail"] | {"said": d["minutes"]}}
    return list(found.values())


def cuts(t: Transaction, opening_id: int) -> list[Row]:
    """The pieces of an opening that are cut, each at its latest length."""
    rows = t.rows("SELECT * FROM log WHERE opening_id = %s AND what = 'cut' ORDER BY id", [opening_id])
    return _newest(rows, "figure")


def cuts_of_job(t: Transaction, job_id: int) -> dict[int, list[Row]]:
    """The pieces cut in a job, by opening."""
    rows = t.rows(
        "SELECT * FROM log WHERE job_id = %s AND what = 'cut' AND opening_id IS NOT NULL ORDER BY id", [job_id]
    )
    found: dict[int, list[Row]] = {}
    for row in _newest(rows, "figure"):
        found.setdefault(row["opening_id"], []).append(row)
    return found


def cuts_of_walls(t: Transaction, job_id: int) -> list[Row]:
    """The pieces of a job's walls that are cut, each at its latest length; `detail` names the wall and the figure."""
    rows = t.rows("SELECT * FROM log WHERE job_id = %s AND what = 'cut' AND opening_id IS NULL ORDER BY id", [job_id])
    found: dict[tuple[int, str], Row] = {}
    for row in rows:
        detail = json.loads(row["detail"])
        found.pop((detail["wall"], detail["figure"]), None)
        if not detail.get("undo"):
            found[detail["wall"], detail["figure"]] = {**row, "detail": detail}
    return list(found.values())


def sticks_and_offcuts(t: Transaction, job_id: int) -> list[Row]:
    """The sticks of a job that are cut and the offcuts that were put into its rack, oldest first; what was taken back is left out."""
    rows = t.rows("SELECT * FROM log WHERE job_id = %s AND what IN ('stick', 'offcut') ORDER BY id", [job_id])
    read = [{**row, "detail": json.loads(row["detail"])} for row in rows]
    undone = {row["detail"]["undo"] for row in read if "undo" in row["detail"]}
    return [row for row in read if row["id"] not in undone and "undo" not in row["detail"]]


def orders(t: Transaction, job_id: int) -> list[Row]:
    """What was ordered for a job, promised for another day, came, was measured, given to openings and sent back, oldest first; what was taken back is left out."""
    rows = t.rows(
        "SELECT * FROM log WHERE job_id = %s AND what IN ('order', 'promised', 'came', 'sent back', 'checked', 'given') ORDER BY id",
        [job_id],
    )
    read = [{**row, "detail": json.loads(row["detail"])} for row in rows]
    undone = {row["detail"]["undo"] for row in read if "undo" in row["detail"]}
    return [row for row in read if row["id"] not in undone and "undo" not in row["detail"]]


def happened(t: Transaction, opening_id: int) -> list[Row]:
    """What was recorded of an opening as a whole, newest first: framed, set, signed."""
    rows = t.rows(
        "SELECT * FROM log WHERE opening_id = %s AND what IN ('framed', 'set', 'signed') ORDER BY id DESC",
        [opening_id],
    )
    return [{**row, "detail": json.loads(row["detail"])} for row in rows]


def signed_in_job(t: Transaction, job_id: int) -> dict[int, Row]:
    """The newest sign-off of each opening of a job that has one."""
    rows = t.rows(
        "SELECT id, opening_id, detail FROM log WHERE job_id = %s AND what = 'signed' AND opening_id IS NOT NULL ORDER BY id",
        [job_id],
    )
    return {row["opening_id"]: {**row, "detail": json.loads(row["detail"])} for row in rows}


def happened_in_job(t: Transaction, job_id: int) -> dict[int, set[str]]:
    """Which of framed, set and signed each opening of a job has been."""
    rows = t.rows(
        "SELECT DISTINCT opening_id, what FROM log WHERE job_id = %s AND what IN ('framed', 'set', 'signed')", [job_id]
    )
    found: dict[int, set[str]] = {}
    for row in rows:
        found.setdefault(row["opening_id"], set()).add(row["what"])
    return found
