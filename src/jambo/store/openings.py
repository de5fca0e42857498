"""Openings: versioned specifications in walking order, with undo and redo through their versions."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any, Literal

from jambo.format.paths import differences
from jambo.store.database import Row, Transaction
from jambo.store.jobs import job, walked, within
from jambo.store.kept import NotFound, VersionConflict, check_version, log, with_doc, write_json
from jambo.store.thinning import LET_GO
from jambo.store.walls import restore_wall, wall

GAP = 10  # walking-order numbers leave room to put an opening between two others
MOST_TOLD = 40  # changes a line of the record tells one by one


def openings(t: Transaction, job_id: int) -> list[Row]:
    """List a job's openings in walking order, each with its wall's document; both documents as kept JSON text."""
    return t.rows(
        "SELECT o.*, w.doc AS wall_doc FROM opening o JOIN wall w ON w.id = o.wall_id"
        " WHERE o.job_id = %s AND o.removed_at IS NULL ORDER BY o.walk, o.id",
        [job_id],
    )


def in_wall(t: Transaction, wall_id: int) -> list[Row]:
    """List the openings that stand in a wall as `openings` does."""
    return t.rows(
        "SELECT o.*, w.doc AS wall_doc FROM opening o JOIN wall w ON w.id = o.wall_id"
        " WHERE o.wall_id = %s AND o.removed_at IS NULL ORDER BY o.walk, o.id",
        [wall_id],
    )


def opening(t: Transaction, opening_id: int, lock: bool = False, removed: bool = False, as_kept: bool = False) -> Row:
    """Read an opening of a job that is there, with its job locked if `lock`. Raises NotFound, and Unreadable unless `as_kept`."""
    return within(t, "opening", opening_id, lock, removed, as_kept)


def new_opening(t: Transaction, job_id: int, wall_id: int, doc: Any, who: str = "") -> int:
    """Keep a new opening at the end of the walk; gives its id. Raises NotFound."""
    job(t, job_id, lock=True)  # nobody takes the wall out meanwhile
    if wall(t, wall_id)["job_id"] != job_id:
        raise NotFound(f"wall {wall_id} of job {job_id}")
    last = t.row("SELECT MAX(walk) AS walk FROM opening WHERE job_id = %s", [job_id])
    walk = (last["walk"] if last and last["walk"] is not None else 0) + GAP
    opening_id = t.insert(
        "INSERT INTO opening (job_id, wall_id, walk, mark, room, doc) VALUES (%s, %s, %s, %s, %s, %s)",
        [job_id, wall_id, walk, doc.get("mark", ""), doc.get("room", ""), write_json(doc)],
    )
    t.run(
        "INSERT INTO opening_version (opening_id, version, doc, who) VALUES (%s, 1, %s, %s)",
        [opening_id, write_json(doc), who],
    )
    walked(t, job_id)
    log(t, job_id, "planned", {"mark": doc.get("mark", "")}, who, opening_id)
    return opening_id


def _keep(t: Transaction, row: Row, doc: Any, parent: int | None, content_of: int | None, who: str, what: str) -> int:
    version = int(row["version"]) + 1
    t.run(
        "UPDATE opening SET doc = %s, mark = %s, room = %s, version = %s WHERE id = %s",
        [write_json(doc), doc.get("mark", ""), doc.get("room", ""), version, row["id"]],
    )
    t.run(
        "INSERT INTO opening_version (opening_id, version, parent, content_of, doc, who)"
        " VALUES (%s, %s, %s, %s, %s, %s)",
        [row["id"], version, parent, content_of, write_json(doc), who],
    )
    found = differences(row["doc"] if isinstance(row["doc"], dict) else {}, doc)
    # with before and after as they were written, so that the record can say it
    moved = [{"path": path, "was": was, "is": now} for path, was, now in found[:MOST_TOLD]]
    detail = {"version": version, "changed": [path for path, _, _ in found], "moved": moved}
    log(t, row["job_id"], what, detail, who, row["id"])
    return version


def save_opening(t: Transaction, opening_id: int, based_on: int, doc: Any, who: str = "") -> int:
    """Keep a new version of an opening; gives its number. Raises NotFound, VersionConflict."""
    row = opening(t, opening_id, lock=True, as_kept=True)
    check_version(row, based_on, doc)
    if row["doc"] == doc:
        return int(row["version"])
    return _keep(t, row, doc, _content(t, row), None, who, "changed")


def move_to_wall(t: Transaction, opening_id: int, based_on: int, wall_id: int, who: str = "") -> int:
    """Put an opening into another wall of its job, as a new version with the same contents. Raises NotFound, VersionConflict."""
    row = opening(t, opening_id, lock=True)
    check_version(row, based_on, seen(t, row, based_on))
    if wall(t, wall_id)["job_id"] != row["job_id"]:
        raise NotFound(f"wall {wall_id} of job {row['job_id']}")
    if row["wall_id"] == wall_id:
        return int(row["version"])
    t.run("UPDATE opening SET wall_id = %s WHERE id = %s", [wall_id, opening_id])
    return _keep(t, row, row["doc"], None, _content(t, row), who, "moved to another wall")


def _content(t: Transaction, row: Row) -> int:
    """Give the fresh version whose contents an opening shows now."""
    version = t.row(
        "SELECT version, content_of FROM opening_version WHERE opening_id = %s AND version = %s",
        [row["id"], row["version"]],
    )
    assert version is not None
    return int(version["content_of"] or version["version"])


def _step(t: Transaction, row: Row, way: Literal["undo", "redo"]) -> Row | None:
    """Find the fresh version one step back or forward in the tree of versions."""
    if way == "undo":
        sql = (
            "SELECT p.version, p.doc FROM opening_version c JOIN opening_version p"
            " ON p.opening_id = c.opening_id AND p.version = c.parent WHERE c.opening_id = %s AND c.version = %s"
        )
    else:  # the newest branch made from here
        sql = (
            "SELECT version, doc FROM opening_version WHERE opening_id = %s AND parent = %s"
            " ORDER BY version DESC LIMIT 1"
        )
    at = _content(t, row)
    while (step := t.row(sql, [row["id"], at])) is not None and step["doc"] == LET_GO:
        at = step["version"]  # over those whose content is kept no longer
    return step


def steps(t: Transaction, row: Row) -> dict[str, bool]:
    """Say whether an opening can be undone and redone."""
    return {"can_undo": _step(t, row, "undo") is not None, "can_redo": _step(t, row, "redo") is not None}


def seen(t: Transaction, row: Row, version: int) -> Any:
    """An opening's document as it was at a version; None when it never had that one, or it was let go."""
    sql = "SELECT doc FROM opening_version WHERE opening_id = %s AND version = %s"
    kept = t.row(sql, [row["id"], version])
    return json.loads(kept["doc"]) if kept else None


def versions(t: Transaction, opening_id: int) -> Iterator[Any]:
    """The documents an opening ever had, newest first."""
    for row in t.rows("SELECT doc FROM opening_version WHERE opening_id = %s ORDER BY version DESC", [opening_id]):
        yield json.loads(row["doc"])


def undo_or_redo(
    t: Transaction, opening_id: int, based_on: int, way: Literal["undo", "redo"], who: str = ""
) -> Row | None:
    """Bring back the version before (or after) as a new version; None when there is none. Raises NotFound, VersionConflict."""
    row = opening(t, opening_id, lock=True)
    step = target(t, row, based_on, way)
    if step is None:
        return None
    _keep(t, row, step["doc"], None, int(step["version"]), who, "undone" if way == "undo" else "redone")
    return opening(t, opening_id)


def target(t: Transaction, row: Row, based_on: int, way: Literal["undo", "redo"]) -> Row | None:
    """The version one step back or forward, None where there is none. Raises VersionConflict."""
    check_version(row, based_on, seen(t, row, based_on))
    step = _step(t, row, way)
    return with_doc(step) if step is not None else None


def remove_opening(t: Transaction, opening_id: int, based_on: int, who: str = "") -> None:
    """Take an opening off the board; its versions and log stay. Raises NotFound, VersionConflict."""
    row = opening(t, opening_id, lock=True, as_kept=True)
    check_version(row, based_on, seen(t, row, based_on))
    t.run("UPDATE opening SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [opening_id])
    walked(t, row["job_id"])
    log(t, row["job_id"], "removed", {"mark": row["mark"]}, who, opening_id)


def restore_opening(t: Transaction, opening_id: int, based_on: int, who: str = "") -> None:
    """Put a removed opening back, with its wall when that was taken out since; one that is there stays as it is.

    Raises NotFound, VersionConflict.
    """
    row = opening(t, opening_id, lock=True, removed=True, as_kept=True)
    check_version(row, based_on, seen(t, row, based_on))
    if row["removed_at"] is None:
        return
    t.run("UPDATE opening SET removed_at = NULL WHERE id = %s", [opening_id])
    restore_wall(t, row["wall_id"], who=who)
    walked(t, row["job_id"])
    log(t, row["job_id"], "restored", {"mark": row["mark"]}, who, opening_id)


def marks(t: Transaction, job_id: int) -> dict[int, str]:
    """What the openings of a job are called, by id; those taken off the board too."""
    rows = t.rows("SELECT id, mark FROM opening WHERE job_id = %s", [job_id])
    return {row["id"]: row["mark"] or f"no. {row['id']}" for row in rows}


def held(t: Transaction, job_id: int) -> dict[int, list[str]]:
    """What the openings each wall of a job holds are called, in walking order, by the wall's id."""
    sql = "SELECT id, wall_id, mark FROM opening WHERE job_id = %s AND removed_at IS NULL ORDER BY walk, id"
    holds: dict[int, list[str]] = {}
    for row in t.rows(sql, [job_id]):
        holds.setdefault(row["wall_id"], []).append(row["mark"] or f"no. {row['id']}")
    return holds


def walk(t: Transaction, job_id: int) -> list[int]:
    """The openings of a job in walking order, by id."""
    sql = "SELECT id FROM opening WHERE job_id = %s AND removed_at IS NULL ORDER BY walk, id"
    return [row["id"] for row in t.rows(sql, [job_id])]


def reorder(t: Transaction, job_id: int, based_on: int, order: list[int], who: str = "") -> int:
    """Set the walking order of a job; gives the order's new version. Raises NotFound, VersionConflict, ValueError.

    ValueError when `order` does not name each of the job's openings once.
    """
    row = job(t, job_id, lock=True)
    now = walk(t, job_id)
    if row["walk_version"] != based_on:
        raise VersionConflict(row["walk_version"], {"order": now}, {"order": order})
    if sorted(order) != sorted(now):
        raise ValueError("the order does not name each opening of the job once")
    if order == now:
        return based_on
    for place, opening_id in enumerate(order, 1):
        t.run("UPDATE opening SET walk = %s WHERE id = %s", [place * GAP, opening_id])
    walked(t, job_id)
    log(t, job_id, "walking order", {"order": order}, who)
    return based_on + 1


def changed_paths(old: Any, new: Any) -> list[str]:
    """Name the fields in which two documents differ."""
    return [path for path, _, _ in differences(old, new)]
