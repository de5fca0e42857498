"""What happened to openings, read back from the log: steps ticked and timed, pieces cut. The newest line of a key counts.

A line that holds nothing of its kind counts for nothing (`format/events.py`); the record tells it, and `jambo check` names it.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import Any

from jambo.format.events import detail_of
from jambo.store.database import Row, Transaction


def _lines(t: Transaction, where: str, values: Sequence[Any]) -> list[Row]:
    """The lines of the log that can be read, oldest first, with what they hold.

    Args:
        t: the transaction; where: what they are, in SQL; values: for it.
    """
    rows = t.rows(f"SELECT * FROM log WHERE {where} ORDER BY id", values)
    return [{**row, "detail": detail} for row in rows if (detail := detail_of(row["what"], row["detail"])) is not None]


def _newest(rows: list[Row], key: str) -> list[Row]:
    found: dict[tuple[int | None, Any, str], Row] = {}
    for row in rows:
        detail = row["detail"]
        name = (row["opening_id"], detail.get("wall"), detail[key])
        found.pop(name, None)
        if not detail.get("undo"):
            found[name] = row
    return list(found.values())


def _standing(rows: list[Row]) -> list[Row]:
    """Lines without those that were taken back, and those that take back."""
    undone = {row["detail"]["undo"] for row in rows if "undo" in row["detail"]}
    return [row for row in rows if row["id"] not in undone and "undo" not in row["detail"]]


def last_change(t: Transaction, job_id: int) -> datetime:
    """When something of a job was last written down, in UTC."""
    row = t.row("SELECT MAX(at) AS at FROM log WHERE job_id = %s", [job_id])
    at: datetime = row["at"] if row and row["at"] is not None else datetime(2000, 1, 1)
    return at.replace(tzinfo=UTC)


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
    found: dict[int, dict[str, Row]] = {}
    for row in _newest(_lines(t, "job_id = %s AND what = 'step' AND opening_id IS NOT NULL", [job_id]), "key"):
        found.setdefault(row["opening_id"], {})[row["detail"]["key"]] = row
    return found


def taps(t: Transaction, opening_id: int) -> list[Row]:
    """Everything that was pressed on the card of an opening, oldest first: steps done and not done after all, times started and paused;
    and how long its work took."""
    return _lines(t, "opening_id = %s AND what IN ('step', 'timer', 'took', 'took so')", [opening_id])


def timed_elsewhere(t: Transaction, opening_id: int, who: str) -> list[tuple[int, int]]:
    """The other openings on whose cards somebody started or paused a time in the last weeks, with their jobs."""
    rows = t.rows(
        "SELECT DISTINCT opening_id, job_id FROM log WHERE what = 'timer' AND who = %s AND opening_id <> %s"
        " AND at > UTC_TIMESTAMP(6) - INTERVAL 30 DAY",
        [who, opening_id],
    )
    return [(row["opening_id"], row["job_id"]) for row in rows]


def took(t: Transaction) -> list[Row]:
    """How long work took, in every job, oldest first."""
    return newest_times(_lines(t, "what IN ('took', 'took so')", []))


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
    return _newest(_lines(t, "opening_id = %s AND what = 'cut'", [opening_id]), "figure")


def cuts_of_job(t: Transaction, job_id: int) -> dict[int, list[Row]]:
    """The pieces cut in a job, by opening."""
    found: dict[int, list[Row]] = {}
    for row in _newest(_lines(t, "job_id = %s AND what = 'cut' AND opening_id IS NOT NULL", [job_id]), "figure"):
        found.setdefault(row["opening_id"], []).append(row)
    return found


def cuts_of_walls(t: Transaction, job_id: int) -> list[Row]:
    """The pieces of a job's walls that are cut, each at its latest length; `detail` names the wall and the figure."""
    rows = _lines(t, "job_id = %s AND what = 'cut' AND opening_id IS NULL", [job_id])
    return _newest([row for row in rows if "wall" in row["detail"]], "figure")


def sticks_and_offcuts(t: Transaction, job_id: int) -> list[Row]:
    """The sticks of a job that are cut and the offcuts that were put into its rack, oldest first; what was taken back is left out."""
    return _standing(_lines(t, "job_id = %s AND what IN ('stick', 'offcut')", [job_id]))


def orders(t: Transaction, job_id: int) -> list[Row]:
    """What was ordered for a job, promised for another day, came, was measured, given to openings and sent back, oldest first; what was taken back is left out."""
    rows = _standing(
        _lines(
            t,
            "job_id = %s AND what IN ('order', 'promised', 'came', 'sent back', 'checked', 'given')",
            [job_id],
        )
    )
    # what is of an order, or of a delivery, that cannot be read or was taken back is of nothing
    ids = {row["id"] for row in rows if row["what"] == "order"}
    rows = [row for row in rows if row["detail"].get("order", 0) in ids or row["what"] in ("order", "checked", "given")]
    came = {row["id"] for row in rows if row["what"] == "came"}
    return [row for row in rows if row["what"] not in ("checked", "given") or row["detail"]["came"] in came]


def happened(t: Transaction, opening_id: int) -> list[Row]:
    """What was recorded of an opening as a whole, newest first: framed, set, signed."""
    return _lines(t, "opening_id = %s AND what IN ('framed', 'set', 'signed')", [opening_id])[::-1]


def signed_in_job(t: Transaction, job_id: int) -> dict[int, Row]:
    """The newest sign-off of each opening of a job that has one."""
    rows = _lines(t, "job_id = %s AND what = 'signed' AND opening_id IS NOT NULL", [job_id])
    return {row["opening_id"]: row for row in rows}


def happened_in_job(t: Transaction, job_id: int) -> dict[int, set[str]]:
    """Which of framed, set and signed each opening of a job has been."""
    found: dict[int, set[str]] = {}
    for row in _lines(t, "job_id = %s AND what IN ('framed', 'set', 'signed') AND opening_id IS NOT NULL", [job_id]):
        found.setdefault(row["opening_id"], set()).add(row["what"])
    return found
