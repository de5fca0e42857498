"""Addresses of calendars, as they are kept."""

from __future__ import annotations

import secrets

from jambo.store.database import Row, Transaction
from jambo.store.kept import NotFound


def feeds(t: Transaction, job_id: int) -> list[Row]:
    """The addresses of a job that are not taken back, oldest first; of one that came out of a backup the key is not known."""
    return t.rows("SELECT * FROM feed WHERE job_id = %s AND taken_back_at IS NULL ORDER BY id", [job_id])


def new_feed(t: Transaction, job_id: int, of: str) -> Row:
    """Make an address for a calendar, or give the one there is.

    Args:
        t: where; job_id: the job; of: whose calendar it is.
    """
    for row in feeds(t, job_id):
        if row["of_whom"] == of:
            return row
    key = secrets.token_urlsafe(32)
    t.run(
        "INSERT INTO feed (job_id, secret, digest, of_whom) VALUES (%s, %s, SHA2(%s, 256), %s)", [job_id, key, key, of]
    )
    return feeds(t, job_id)[-1]


def feed(t: Transaction, secret: str) -> Row:
    """Read an address by its key. Raises NotFound for one that is taken back, or never was."""
    row = t.row("SELECT * FROM feed WHERE digest = SHA2(%s, 256) AND taken_back_at IS NULL", [secret])
    if row is None:
        raise NotFound("a calendar at this address")
    return row


def take_back(t: Transaction, job_id: int, feed_id: int) -> Row:
    """Take an address back: nothing is given there any more. Raises NotFound."""
    row = t.row("SELECT * FROM feed WHERE id = %s AND job_id = %s AND taken_back_at IS NULL", [feed_id, job_id])
    if row is None:
        raise NotFound(f"calendar {feed_id}")
    t.run("UPDATE feed SET taken_back_at = UTC_TIMESTAMP(6) WHERE id = %s", [feed_id])
    return row
