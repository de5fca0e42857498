"""Photographs of what was found: added, never changed; one taken out is shown no longer and stays in the record."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from jambo.store.database import Row, Transaction
from jambo.store.kept import NotFound, log

_SHOWN = "NOT EXISTS (SELECT 1 FROM photo_taken_out o WHERE o.photo_id = p.id)"
_FACTS = "p.id, p.job_id, p.opening_id, p.reading_id, p.step, p.line_id, p.at, p.who"


def of_opening(t: Transaction, opening_id: int) -> list[Row]:
    """The photographs of an opening that are shown, in the order taken, each with the place of the reading it is of."""
    return t.rows(
        f"SELECT {_FACTS}, r.place FROM photo p LEFT JOIN reading r ON r.id = p.reading_id"
        f" WHERE p.opening_id = %s AND {_SHOWN} ORDER BY p.id",
        [opening_id],
    )


def of_lines(t: Transaction, job_id: int, own: Sequence[int], lines: Sequence[int]) -> list[Row]:
    """The photographs of a job that are shown, of those named by their id and those kept with some lines of its log."""
    named, kept_with = [*own, 0], [*lines, 0]  # a list in SQL holds one at least
    return t.rows(
        f"SELECT {_FACTS} FROM photo p WHERE p.job_id = %s AND {_SHOWN} AND"
        f" (p.id IN ({', '.join(['%s'] * len(named))}) OR p.line_id IN ({', '.join(['%s'] * len(kept_with))})) ORDER BY p.id",
        [job_id, *named, *kept_with],
    )


def count(t: Transaction, job_id: int, opening_id: int | None) -> int:
    """How many photographs are kept of an opening, or of a job as a whole."""
    row = t.row("SELECT COUNT(*) AS kept FROM photo WHERE job_id = %s AND opening_id <=> %s", [job_id, opening_id])
    return int(row["kept"]) if row else 0


def add(
    t: Transaction,
    of: Row,
    picture: tuple[str, bytes, bytes],
    detail: Any,
    who: str = "",
) -> int:
    """Keep a photograph; gives its id.

    Args:
        t: the transaction; its job must be locked.
        of: `job_id`, `opening_id` and one of `reading_id`, `step` and `line_id`.
        picture: its media type, itself, and itself made small.
        detail: what the record is to say it shows.
        who: who took it.
    """
    photo_id = t.insert(
        "INSERT INTO photo (job_id, opening_id, reading_id, step, line_id, who, media, picture, small)"
        " VALUES (%s, %s, %s, %s, %s, %s, %s, %s, %s)",
        [
            of["job_id"],
            of["opening_id"],
            *(of.get(k) for k in ("reading_id", "step", "line_id")),
            who,
            *picture,
        ],
    )
    log(t, of["job_id"], "photographed", {"photo": photo_id, **detail}, who, of["opening_id"])
    return photo_id


def picture(t: Transaction, photo_id: int, *, small: bool) -> tuple[str, bytes]:
    """Give the media type and the bytes of a photograph that is shown. Raises NotFound."""
    media, column = ("'image/jpeg'", "small") if small else ("media", "picture")
    row = t.row(f"SELECT {media} AS media, {column} AS picture FROM photo p WHERE p.id = %s AND {_SHOWN}", [photo_id])
    if row is None:
        raise NotFound(f"photograph {photo_id}")
    return row["media"], row["picture"]


def job_of(t: Transaction, photo_id: int) -> int:
    """Which job a photograph belongs to, shown or not. Raises NotFound."""
    row = t.row("SELECT job_id FROM photo WHERE id = %s", [photo_id])
    if row is None:
        raise NotFound(f"photograph {photo_id}")
    return int(row["job_id"])


def take_out(t: Transaction, photo_id: int, who: str = "", *, erase: bool = False) -> None:
    """Show a photograph no longer; its job must be locked. Raises NotFound.

    Args:
        t: the transaction; photo_id: which; who: asks; erase: its bytes go too, also of one that was taken out before.
    """
    shown = "LENGTH(p.picture) > 0" if erase else _SHOWN
    row = t.row(f"SELECT {_FACTS} FROM photo p WHERE p.id = %s AND {shown}", [photo_id])
    if row is None:
        raise NotFound(f"photograph {photo_id}")
    t.run("INSERT IGNORE INTO photo_taken_out (photo_id, who) VALUES (%s, %s)", [photo_id, who])
    if erase:
        t.run("UPDATE photo SET picture = '', small = '' WHERE id = %s", [photo_id])
    log(
        t,
        row["job_id"],
        "photograph erased" if erase else "photograph out",
        {"photo": photo_id},
        who,
        row["opening_id"],
    )
