"""Jobs, the crew's own house rules, and the walls of a job."""

from __future__ import annotations

from typing import Any

from jambo.store.database import Row, Transaction
from jambo.store.kept import Stale, check_version, log, must, with_doc, write_json


def jobs(t: Transaction) -> list[Row]:
    """List jobs, newest first, each with its number of openings."""
    rows = t.rows(
        "SELECT j.id, j.version, j.doc, j.created_at,"
        " (SELECT COUNT(*) FROM opening o WHERE o.job_id = j.id AND o.removed_at IS NULL) AS openings"
        " FROM job j WHERE j.removed_at IS NULL ORDER BY j.id DESC"
    )
    return [with_doc(row) for row in rows]


def job(t: Transaction, job_id: int, lock: bool = False) -> Row:
    """Read a job. Raises NotKept."""
    tail = " FOR UPDATE" if lock else ""
    row = t.row(f"SELECT * FROM job WHERE id = %s AND removed_at IS NULL{tail}", [job_id])
    return must(row, f"job {job_id}")


def new_job(t: Transaction, doc: Any, who: str = "") -> int:
    """Keep a new job; gives its id."""
    job_id = t.insert("INSERT INTO job (doc) VALUES (%s)", [write_json(doc)])
    log(t, job_id, "job opened", {"name": doc.get("name", "")}, who)
    return job_id


def save_job(t: Transaction, job_id: int, based_on: int, doc: Any, who: str = "") -> None:
    """Keep a job's new document. Raises NotKept, Stale."""
    row = job(t, job_id, lock=True)
    check_version(row, based_on)
    t.run("UPDATE job SET doc = %s, version = version + 1 WHERE id = %s", [write_json(doc), job_id])
    log(t, job_id, "job changed", {"from": row["doc"], "to": doc}, who)


def remove_job(t: Transaction, job_id: int, who: str = "") -> None:
    """Take a job off the board; nothing of it is deleted. Raises NotKept."""
    job(t, job_id, lock=True)
    t.run("UPDATE job SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [job_id])
    log(t, job_id, "job removed", {}, who)


def restore_job(t: Transaction, job_id: int, who: str = "") -> None:
    """Put a removed job back on the board. Raises NotKept."""
    t.run("UPDATE job SET removed_at = NULL WHERE id = %s", [job_id])
    job(t, job_id)
    log(t, job_id, "job restored", {}, who)


def walls(t: Transaction, job_id: int) -> list[Row]:
    """List the walls of a job in the order they were made."""
    sql = "SELECT * FROM wall WHERE job_id = %s AND removed_at IS NULL ORDER BY id"
    return [with_doc(row) for row in t.rows(sql, [job_id])]


def wall(t: Transaction, wall_id: int, lock: bool = False) -> Row:
    """Read a wall. Raises NotKept."""
    tail = " FOR UPDATE" if lock else ""
    row = t.row(f"SELECT * FROM wall WHERE id = %s AND removed_at IS NULL{tail}", [wall_id])
    return must(row, f"wall {wall_id}")


def new_wall(t: Transaction, job_id: int, doc: Any, who: str = "") -> int:
    """Keep a new wall of a job; gives its id. Raises NotKept."""
    job(t, job_id)
    wall_id = t.insert("INSERT INTO wall (job_id, doc) VALUES (%s, %s)", [job_id, write_json(doc)])
    log(t, job_id, "wall added", {"wall": wall_id, "name": doc.get("name", "")}, who)
    return wall_id


def save_wall(t: Transaction, wall_id: int, based_on: int, doc: Any, who: str = "") -> None:
    """Keep a wall's new document. Raises NotKept, Stale."""
    row = wall(t, wall_id, lock=True)
    check_version(row, based_on)
    t.run("UPDATE wall SET doc = %s, version = version + 1 WHERE id = %s", [write_json(doc), wall_id])
    log(t, row["job_id"], "wall changed", {"wall": wall_id, "from": row["doc"], "to": doc}, who)


def remove_wall(t: Transaction, wall_id: int, who: str = "") -> None:
    """Take a wall out of its job; nothing of it is deleted. No opening may stand in it. Raises NotKept."""
    row = wall(t, wall_id, lock=True)
    t.run("UPDATE wall SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [wall_id])
    log(t, row["job_id"], "wall removed", {"wall": wall_id, "name": row["doc"].get("name", "")}, who)


def restore_wall(t: Transaction, wall_id: int, who: str = "") -> None:
    """Put a removed wall back; one that is there stays as it is. Raises NotKept."""
    back = t.run("UPDATE wall SET removed_at = NULL WHERE id = %s AND removed_at IS NOT NULL", [wall_id])
    row = wall(t, wall_id)
    if back:
        log(t, row["job_id"], "wall restored", {"wall": wall_id, "name": row["doc"].get("name", "")}, who)


def crew_rules(t: Transaction, unit: str) -> Row:
    """Read the crew's house rules of a unit habit; version 0 while none are settled."""
    row = t.row("SELECT version, doc FROM crew_rules WHERE unit = %s", [unit])
    return with_doc(row) if row else {"version": 0, "doc": {}}


def save_crew_rules(t: Transaction, unit: str, based_on: int, doc: Any) -> None:
    """Keep the crew's house rules of a habit. Raises Stale."""
    t.run("INSERT IGNORE INTO crew_rules (unit, version, doc) VALUES (%s, 0, '{}')", [unit])
    row = must(t.row("SELECT version, doc FROM crew_rules WHERE unit = %s FOR UPDATE", [unit]), "crew rules")
    if row["version"] != based_on:
        raise Stale(row)
    t.run("UPDATE crew_rules SET doc = %s, version = version + 1 WHERE unit = %s", [write_json(doc), unit])
