"""Jobs, the crew's own house rules, and the walls of a job."""

from __future__ import annotations

from typing import Any, Literal

from jambo.store.database import Row, Transaction
from jambo.store.kept import as_it_was, check_version, log, must, with_doc, write_json


def jobs(t: Transaction) -> list[Row]:
    """List jobs, newest first, each with its number of openings."""
    rows = t.rows(
        "SELECT j.id, j.version, j.doc, j.created_at,"
        " (SELECT COUNT(*) FROM opening o WHERE o.job_id = j.id AND o.removed_at IS NULL) AS openings"
        " FROM job j WHERE j.removed_at IS NULL ORDER BY j.id DESC"
    )
    return [with_doc(row) for row in rows]


def job(t: Transaction, job_id: int, lock: bool = False, removed: bool = False) -> Row:
    """Read a job; one that was removed only if `removed`. Raises NotKept.

    Whoever changes anything of a job locks the job first, and nothing else: with one lock there is no order of locks to
    get wrong, and nobody waits in a ring.
    """
    there = "" if removed else " AND removed_at IS NULL"
    tail = " FOR UPDATE" if lock else ""
    row = t.row(f"SELECT * FROM job WHERE id = %s{there}{tail}", [job_id])
    return must(row, f"job {job_id}")


def within(
    t: Transaction, table: Literal["wall", "opening"], row_id: int, lock: bool = False, removed: bool = False
) -> Row:
    """Read a wall or an opening of a job that is there, its job locked first if `lock`. Raises NotKept."""
    of = t.row(f"SELECT job_id FROM {table} WHERE id = %s", [row_id])
    if of is not None:
        job(t, of["job_id"], lock)
    there = "" if removed else " AND removed_at IS NULL"
    return must(t.row(f"SELECT * FROM {table} WHERE id = %s{there}", [row_id]), f"{table} {row_id}")


def new_job(t: Transaction, doc: Any, who: str = "") -> int:
    """Keep a new job; gives its id."""
    job_id = t.insert("INSERT INTO job (doc) VALUES (%s)", [write_json(doc)])
    log(t, job_id, "job opened", {"name": doc.get("name", "")}, who)
    return job_id


def save_job(t: Transaction, job_id: int, based_on: int, doc: Any, who: str = "") -> None:
    """Keep a job's new document. Raises NotKept, Stale."""
    row = job(t, job_id, lock=True)
    check_version(row, based_on, doc)
    t.run("UPDATE job SET doc = %s, version = version + 1 WHERE id = %s", [write_json(doc), job_id])
    log(t, job_id, "job changed", {"version": based_on + 1, "from": row["doc"], "to": doc}, who)


def remove_job(t: Transaction, job_id: int, based_on: int, who: str = "") -> None:
    """Take a job off the board; nothing of it is deleted. Raises NotKept, Stale."""
    row = job(t, job_id, lock=True)
    check_version(row, based_on, as_it_was(t, job_id, "job changed", based_on))
    t.run("UPDATE job SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [job_id])
    log(t, job_id, "job removed", {}, who)


def restore_job(t: Transaction, job_id: int, based_on: int, who: str = "") -> None:
    """Put a removed job back on the board; one that is there stays as it is. Raises NotKept, Stale."""
    row = job(t, job_id, lock=True, removed=True)
    check_version(row, based_on, as_it_was(t, job_id, "job changed", based_on))
    if row["removed_at"] is not None:
        t.run("UPDATE job SET removed_at = NULL WHERE id = %s", [job_id])
        log(t, job_id, "job restored", {}, who)


def walked(t: Transaction, job_id: int) -> None:
    """Note that the walking order is another than before: an opening came, went or changed its place."""
    t.run("UPDATE job SET walk_version = walk_version + 1 WHERE id = %s", [job_id])


def walls(t: Transaction, job_id: int) -> list[Row]:
    """List the walls of a job in the order they were made."""
    sql = "SELECT * FROM wall WHERE job_id = %s AND removed_at IS NULL ORDER BY id"
    return [with_doc(row) for row in t.rows(sql, [job_id])]


def wall(t: Transaction, wall_id: int, lock: bool = False, removed: bool = False) -> Row:
    """Read a wall of a job that is there, with its job locked if `lock`. Raises NotKept."""
    return within(t, "wall", wall_id, lock, removed)


def new_wall(t: Transaction, job_id: int, doc: Any, who: str = "") -> int:
    """Keep a new wall of a job; gives its id. Raises NotKept."""
    job(t, job_id, lock=True)
    wall_id = t.insert("INSERT INTO wall (job_id, doc) VALUES (%s, %s)", [job_id, write_json(doc)])
    log(t, job_id, "wall added", {"wall": wall_id, "name": doc.get("name", "")}, who)
    return wall_id


def save_wall(t: Transaction, wall_id: int, based_on: int, doc: Any, who: str = "") -> None:
    """Keep a wall's new document. Raises NotKept, Stale."""
    row = wall(t, wall_id, lock=True)
    check_version(row, based_on, doc)
    t.run("UPDATE wall SET doc = %s, version = version + 1 WHERE id = %s", [write_json(doc), wall_id])
    detail = {"wall": wall_id, "version": based_on + 1, "from": row["doc"], "to": doc}
    log(t, row["job_id"], "wall changed", detail, who)


def remove_wall(t: Transaction, wall_id: int, based_on: int, who: str = "") -> None:
    """Take a wall out of its job; nothing of it is deleted. No opening may stand in it. Raises NotKept, Stale."""
    row = wall(t, wall_id, lock=True)
    check_version(row, based_on, as_it_was(t, row["job_id"], "wall changed", based_on, wall_id))
    t.run("UPDATE wall SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [wall_id])
    log(t, row["job_id"], "wall removed", {"wall": wall_id, "name": row["doc"].get("name", "")}, who)


def restore_wall(t: Transaction, wall_id: int, based_on: int | None = None, who: str = "") -> None:
    """Put a removed wall back; one that is there stays as it is. Raises NotKept, Stale.

    `based_on` is None where the wall comes back with an opening that stands in it.
    """
    row = wall(t, wall_id, lock=True, removed=True)
    if based_on is not None:
        check_version(row, based_on, as_it_was(t, row["job_id"], "wall changed", based_on, wall_id))
    if row["removed_at"] is not None:
        t.run("UPDATE wall SET removed_at = NULL WHERE id = %s", [wall_id])
        log(t, row["job_id"], "wall restored", {"wall": wall_id, "name": row["doc"].get("name", "")}, who)


def crew_rules(t: Transaction, unit: str) -> Row:
    """Read the crew's house rules of a unit habit; version 0 while none are settled."""
    row = t.row("SELECT version, doc FROM crew_rules WHERE unit = %s", [unit])
    return with_doc(row) if row else {"version": 0, "doc": {}}


def save_crew_rules(t: Transaction, unit: str, based_on: int, doc: Any) -> None:
    """Keep the crew's house rules of a habit. Raises Stale."""
    t.run("INSERT IGNORE INTO crew_rules (unit, version, doc) VALUES (%s, 0, '{}')", [unit])
    row = must(t.row("SELECT version, doc FROM crew_rules WHERE unit = %s FOR UPDATE", [unit]), "crew rules")
    check_version(row, based_on, doc)
    t.run("UPDATE crew_rules SET doc = %s, version = version + 1 WHERE unit = %s", [write_json(doc), unit])


def rules_said(t: Transaction, unit: str) -> list[tuple[str, str]]:
    """The different house rules said by jobs of a unit habit with those of their openings, as kept JSON texts."""
    rows = t.rows(
        "SELECT DISTINCT JSON_EXTRACT(j.doc, '$.rules') AS of_job, JSON_EXTRACT(o.doc, '$.rules') AS of_opening FROM job j"
        " LEFT JOIN opening o ON o.job_id = j.id AND o.removed_at IS NULL"
        " WHERE j.removed_at IS NULL AND JSON_VALUE(j.doc, '$.unit') = %s",
        [unit],
    )
    return [(row["of_job"] or "{}", row["of_opening"] or "{}") for row in rows]
