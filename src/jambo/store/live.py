"""What was written of late, by whichever process, and who looks at what just now."""

from __future__ import annotations

from collections.abc import Collection, Iterable

from jambo.store import people
from jambo.store.database import Row, Transaction

LATE = 200  # lines a transaction may be late by: numbers are given out before what they number is there
MOMENT_SECONDS = 4  # what was written before a screen listened, and after its page was made
GONE_SECONDS = 9


def newest_line(t: Transaction) -> int:
    """The number of the newest line of the log; 0 for none."""
    row = t.row("SELECT MAX(id) AS id FROM log")
    return int(row["id"] or 0) if row else 0


def lines_since(t: Transaction, line_id: int) -> list[Row]:
    """The lines that came after one, and those shortly before it, which may have come later: number, job, opening, who and what."""
    return t.rows(
        "SELECT id, job_id, opening_id, who, what, at > UTC_TIMESTAMP(6) - INTERVAL %s SECOND AS of_late FROM log WHERE id > %s ORDER BY id",
        [MOMENT_SECONDS, line_id - LATE],
    )


def look(t: Transaction, screens: Iterable[tuple[str, int, int | None, str]]) -> None:
    """Note what screens look at.

    Args:
        t: the transaction; screens: of each its own name, the job, the opening if it is one, and whose it is.
    """
    for screen in screens:
        t.run(
            "INSERT INTO here (screen, job_id, opening_id, name) VALUES (%s, %s, %s, %s)"
            " ON DUPLICATE KEY UPDATE seen_at = UTC_TIMESTAMP(6)",
            screen,
        )


def look_away(t: Transaction, screen: str) -> None:
    """Note that a screen looks at nothing any more; and forget those that are long gone."""
    gone = t.rows("SELECT screen FROM here WHERE seen_at < UTC_TIMESTAMP(6) - INTERVAL 1 HOUR LIMIT 100")
    # each by its key, in one order: a range would wait for whoever looks just now
    for one in sorted({screen, *(row["screen"] for row in gone)}):
        t.run("DELETE FROM here WHERE screen = %s", [one])


def looking(t: Transaction, jobs: Collection[int]) -> list[Row]:
    """Who looks at the openings of some jobs, each screen once."""
    if not jobs:
        return []
    places = ", ".join(["%s"] * len(jobs))
    return t.rows(
        f"SELECT screen, job_id, opening_id, name FROM here WHERE job_id IN ({places}) AND opening_id IS NOT NULL"
        f" AND seen_at > UTC_TIMESTAMP(6) - INTERVAL {GONE_SECONDS} SECOND ORDER BY name, screen",
        list(jobs),
    )


def still_signed_in(t: Transaction, devices: Collection[int]) -> set[int]:
    """Which of some devices somebody is signed in on still."""
    return {row["id"] for row in people.devices(t, devices)}
