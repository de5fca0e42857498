"""Jobs on the board, their versions and their walking order."""

from __future__ import annotations

from typing import Any, Literal

from jambo.format.document import Job, Opening, Wall
from jambo.store.database import Row, Transaction
from jambo.store.kept import as_it_was, check_version, listed, log, required, write_json

AT_ONCE = 40  # jobs of a page: what is listed, looked through for what waits, and worked out at a start


def jobs(t: Transaction, before: int | None = None, most: int = AT_ONCE) -> list[Row]:
    """List jobs, newest first, each with its number of openings.

    Args:
        t: the transaction; before: only those older than this one; most: how many.
    """
    older = "" if before is None else " AND j.id < %s"
    rows = t.rows(
        "SELECT j.id, j.version, j.doc, j.created_at,"
        " (SELECT COUNT(*) FROM opening o WHERE o.job_id = j.id AND o.removed_at IS NULL) AS openings"
        f" FROM job j WHERE j.removed_at IS NULL{older} ORDER BY j.id DESC LIMIT %s",
        [*([] if before is None else [before]), most],
    )
    return listed(rows, Job, "job")


def job(t: Transaction, job_id: int, lock: bool = False, removed: bool = False, as_kept: bool = False) -> Row:
    """Read a job; one that was removed only if `removed`. Raises NotFound, and Unreadable unless it is taken `as_kept`, to be replaced.

    Whoever changes anything of a job locks the job first, and nothing else: with one lock there is no order of locks to
    get wrong, and nobody waits in a ring.
    """
    there = "" if removed else " AND removed_at IS NULL"
    tail = " FOR UPDATE" if lock else ""
    if lock:
        t.take_turn(f"job {job_id}")
    row = t.row(f"SELECT * FROM job WHERE id = %s{there}{tail}", [job_id])
    return required(row, f"job {job_id}", None if as_kept else Job)


def within(
    t: Transaction,
    table: Literal["wall", "opening"],
    row_id: int,
    lock: bool = False,
    removed: bool = False,
    as_kept: bool = False,
) -> Row:
    """Read a wall or an opening of a job that is there, its job locked first if `lock`. Raises NotFound, and Unreadable unless `as_kept`."""
    of = t.row(f"SELECT job_id FROM {table} WHERE id = %s", [row_id])
    if of is not None:
        job(t, of["job_id"], lock, as_kept=True)
    there = "" if removed else " AND removed_at IS NULL"
    model = None if as_kept else Wall if table == "wall" else Opening
    row = t.row(f"SELECT * FROM {table} WHERE id = %s{there}", [row_id])
    return required(row, f"{table} {row_id}", model, of["job_id"] if of is not None else None)


def new_job(t: Transaction, doc: Any, who: str = "") -> int:
    """Keep a new job; gives its id."""
    job_id = t.insert("INSERT INTO job (doc) VALUES (%s)", [write_json(doc)])
    log(t, job_id, "job opened", {"name": doc.get("name", "")}, who)
    return job_id


def save_job(t: Transaction, job_id: int, based_on: int, doc: Any, who: str = "") -> None:
    """Keep a job's new document. Raises NotFound, VersionConflict."""
    row = job(t, job_id, lock=True, as_kept=True)
    check_version(row, based_on, doc)
    t.run("UPDATE job SET doc = %s, version = version + 1 WHERE id = %s", [write_json(doc), job_id])
    log(t, job_id, "job changed", {"version": based_on + 1, "from": row["doc"], "to": doc}, who)


def remove_job(t: Transaction, job_id: int, based_on: int, who: str = "") -> None:
    """Take a job off the board; nothing of it is deleted. Raises NotFound, VersionConflict."""
    row = job(t, job_id, lock=True, as_kept=True)
    check_version(row, based_on, as_it_was(t, job_id, "job changed", based_on))
    t.run("UPDATE job SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [job_id])
    log(t, job_id, "job removed", {}, who)


def restore_job(t: Transaction, job_id: int, based_on: int, who: str = "") -> None:
    """Put a removed job back on the board; one that is there stays as it is. Raises NotFound, VersionConflict."""
    row = job(t, job_id, lock=True, removed=True, as_kept=True)
    check_version(row, based_on, as_it_was(t, job_id, "job changed", based_on))
    if row["removed_at"] is not None:
        t.run("UPDATE job SET removed_at = NULL WHERE id = %s", [job_id])
        log(t, job_id, "job restored", {}, who)


def walked(t: Transaction, job_id: int) -> None:
    """Note that the walking order is another than before: an opening came, went or changed its place."""
    t.run("UPDATE job SET walk_version = walk_version + 1 WHERE id = %s", [job_id])
