"""The walls of a job."""

from __future__ import annotations

from typing import Any

from jambo.format.document import Wall
from jambo.store.database import Row, Transaction
from jambo.store.jobs import job, within
from jambo.store.kept import as_it_was, check_version, listed, log, write_json


def walls(t: Transaction, job_id: int) -> list[Row]:
    """List the walls of a job in the order they were made."""
    sql = "SELECT * FROM wall WHERE job_id = %s AND removed_at IS NULL ORDER BY id"
    return listed(t.rows(sql, [job_id]), Wall, "wall")


def wall(t: Transaction, wall_id: int, lock: bool = False, removed: bool = False, as_kept: bool = False) -> Row:
    """Read a wall of a job that is there, with its job locked if `lock`. Raises NotFound, and Unreadable unless `as_kept`."""
    return within(t, "wall", wall_id, lock, removed, as_kept)


def new_wall(t: Transaction, job_id: int, doc: Any, who: str = "") -> int:
    """Keep a new wall of a job; gives its id. Raises NotFound."""
    job(t, job_id, lock=True)
    wall_id = t.insert("INSERT INTO wall (job_id, doc) VALUES (%s, %s)", [job_id, write_json(doc)])
    log(t, job_id, "wall added", {"wall": wall_id, "name": doc.get("name", "")}, who)
    return wall_id


def save_wall(t: Transaction, wall_id: int, based_on: int, doc: Any, who: str = "") -> None:
    """Keep a wall's new document. Raises NotFound, VersionConflict."""
    row = wall(t, wall_id, lock=True, as_kept=True)
    check_version(row, based_on, doc)
    t.run("UPDATE wall SET doc = %s, version = version + 1 WHERE id = %s", [write_json(doc), wall_id])
    detail = {"wall": wall_id, "version": based_on + 1, "from": row["doc"], "to": doc}
    log(t, row["job_id"], "wall changed", detail, who)


def remove_wall(t: Transaction, wall_id: int, based_on: int, who: str = "") -> None:
    """Take a wall out of its job; nothing of it is deleted. No opening may stand in it. Raises NotFound, VersionConflict."""
    row = wall(t, wall_id, lock=True, as_kept=True)
    check_version(row, based_on, as_it_was(t, row["job_id"], "wall changed", based_on, wall_id))
    t.run("UPDATE wall SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [wall_id])
    log(t, row["job_id"], "wall removed", {"wall": wall_id, "name": _name(row)}, who)


def restore_wall(t: Transaction, wall_id: int, based_on: int | None = None, who: str = "") -> None:
    """Put a removed wall back; one that is there stays as it is. Raises NotFound, VersionConflict.

    `based_on` is None where the wall comes back with an opening that stands in it.
    """
    row = wall(t, wall_id, lock=True, removed=True, as_kept=True)
    if based_on is not None:
        check_version(row, based_on, as_it_was(t, row["job_id"], "wall changed", based_on, wall_id))
    if row["removed_at"] is not None:
        t.run("UPDATE wall SET removed_at = NULL WHERE id = %s", [wall_id])
        log(t, row["job_id"], "wall restored", {"wall": wall_id, "name": _name(row)}, who)


def _name(row: Row) -> str:
    doc = row["doc"]
    return str(doc.get("name", "")) if isinstance(doc, dict) else ""
