"""Versions whose content is let go, so that a firm's database does not grow with every key that was ever pressed in it.

Only the account that owns the tables may; that there was a version, when, by whom and from which stays.
"""

from __future__ import annotations

from collections.abc import Collection
from datetime import datetime

from jambo.core.job.record import EVENTS
from jambo.store.database import Row, Transaction
from jambo.store.finding import places

LET_GO = "null"  # what stands for a content that is kept no longer
WORK = tuple(what for what in EVENTS if what not in ("timer", "took", "took so"))  # which says how long, not by what


def jobs_with_many(t: Transaction, before: datetime, most: int) -> list[int]:
    """The jobs that keep more than so many contents of versions that were made before a moment."""
    rows = t.rows(
        "SELECT o.job_id FROM opening_version v JOIN opening o ON o.id = v.opening_id"
        " WHERE v.at < %s AND v.doc <> %s GROUP BY o.job_id HAVING COUNT(*) > %s ORDER BY o.job_id",
        [before, LET_GO, most],
    )
    return [row["job_id"] for row in rows]


def versions_of(t: Transaction, job_id: int) -> list[Row]:
    """The versions of a job's openings, opening by opening, oldest first, without their contents; `kept` says whether that is kept."""
    return t.rows(
        "SELECT v.opening_id, v.version, v.content_of, v.at, v.doc <> %s AS kept FROM opening_version v JOIN opening o ON o.id = v.opening_id"
        " WHERE o.job_id = %s ORDER BY v.opening_id, v.version",
        [LET_GO, job_id],
    )


def worked_at(t: Transaction, job_id: int) -> list[Row]:
    """When work was told of in a job, how many seconds ago it was then, and at which opening; None for what concerns all of it."""
    return t.rows(
        f"SELECT opening_id, at, COALESCE(JSON_VALUE(detail, '$.ago'), 0) AS ago FROM log WHERE job_id = %s AND what IN {places(WORK)} ORDER BY id",
        [job_id, *WORK],
    )


def let_go(t: Transaction, opening_id: int, versions: Collection[int]) -> None:
    """Let the contents of some versions of an opening go."""
    t.run(
        f"UPDATE opening_version SET doc = %s WHERE opening_id = %s AND version IN {places(versions)}",
        [LET_GO, opening_id, *versions],
    )
