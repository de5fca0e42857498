"""Everything that is kept read through: what of it is not as Jambo writes it, told line by line."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator, Mapping
from typing import Any

from pydantic import BaseModel

from jambo.format import picture
from jambo.format.document import Job, Opening, Reading, Rules, Wall
from jambo.format.events import readable
from jambo.format.problems import Refused
from jambo.format.stock import StockItem
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import problem_of
from jambo.store.thinning import LET_GO

DOCUMENTS: dict[str, tuple[type[BaseModel], str]] = {
    "crew_rules": (Rules, "unit"), "job": (Job, "id"), "wall": (Wall, "id"), "opening": (Opening, "id"), "stock": (StockItem, "id"),
    "reading": (Reading, "id"), "opening_version": (Opening, "CONCAT(opening_id, ' version ', version)"),
}  # fmt: skip
NEVER_CHANGED = ("log", "opening_version", "reading", "photo")


def what_is_wrong(owner: Database) -> Iterator[str]:
    """Name everything that is kept and not as it should be.

    Args:
        owner: the database, under the account that owns its tables: another does not see what guards them.
    """
    with owner.transaction() as t:
        yield from _guards(t)
        yield from _documents(t)
        yield from _versions(t)
        yield from _changes(t, "job")
        yield from _changes(t, "wall")
        yield from _readings(t)
        yield from _record(t)
        yield from _photographs(t)


def what_is_gone(owner: Database, table: str, before: Iterable[Row]) -> Iterator[str]:
    """Name the rows of a table that is only ever added to which a backup has and which are gone, or are not as they were.

    Args:
        owner: the database; table: which; before: its rows as the backup has them.
    """
    key = ("opening_id", "version") if table == "opening_version" else ("id",)
    with owner.transaction() as t:
        for row in before:
            where = " AND ".join(f"{k} = %s" for k in key)
            columns = ", ".join(f"`{column}`" for column in row)
            now = t.row(f"SELECT {columns} FROM {table} WHERE {where}", [row[k] for k in key])
            called = f"{table} {' version '.join(str(row[k]) for k in key)}"
            if now is None:
                yield f"{called} is gone since the last backup"
            elif changed := [
                k
                for k, v in row.items()
                if (str(now[k]) if now[k] is not None else None) != (str(v) if v is not None else None)
                and not (table == "opening_version" and k == "doc" and now[k] == LET_GO)
            ]:
                yield f"{called} was changed since the last backup: {', '.join(changed)}"


def _guards(t: Transaction) -> Iterator[str]:
    there = {(row["Table"], row["Event"]) for row in t.rows("SHOW TRIGGERS")}
    for table in NEVER_CHANGED:
        for event in ("UPDATE", "DELETE"):
            if (table, event) not in there:
                yield f"table {table}: nothing keeps its rows from being {'changed' if event == 'UPDATE' else 'taken out'}"


def _documents(t: Transaction) -> Iterator[str]:
    for table, (model, key) in DOCUMENTS.items():
        let_go = f" AND doc <> '{LET_GO}'" if table == "opening_version" else ""
        for row in t.rows(f"SELECT {key} AS called, doc FROM {table} WHERE doc IS NOT NULL{let_go}"):
            if (problem := problem_of(model, row["doc"])) is not None:
                yield f"{table.replace('opening_version', 'opening')} {row['called']} cannot be read: {problem}"


def _versions(t: Transaction) -> Iterator[str]:
    """Versions follow each other without a gap, come from earlier ones, and the newest is what the opening says."""
    rows = t.rows(
        "SELECT v.opening_id, v.version, v.parent, v.content_of, o.version AS newest, v.doc = o.doc AS same"
        " FROM opening o LEFT JOIN opening_version v ON v.opening_id = o.id ORDER BY o.id, v.version"
    )
    seen: dict[int, int] = {}
    for row in rows:
        of, number = row["opening_id"], row["version"]
        if of is None:
            continue  # told by the openings without any, below
        if number != seen.get(of, 0) + 1:
            yield f"opening {of}: version {number} follows version {seen.get(of, 0)}"
        seen[of] = number
        for back in (row["parent"], row["content_of"]):
            if back is not None and not 0 < back < number:
                yield f"opening {of}: version {number} is said to come from version {back}"
        if number == row["newest"] and not row["same"]:
            yield f"opening {of} is not as its version {number} has it"
    for row in t.rows("SELECT id, version FROM opening"):
        if seen.get(row["id"]) != row["version"]:
            yield f"opening {row['id']}: it is at version {row['version']}, and the newest on record is {seen.get(row['id'], 'none')}"


def _changes(t: Transaction, what: str) -> Iterator[str]:
    """Every change of a job or a wall is on record, and the last one says what it is now."""
    last: dict[int, tuple[int, Any]] = {}
    of = "job_id" if what == "job" else "JSON_VALUE(detail, '$.wall')"
    for row in t.rows(f"SELECT id, {of} AS number, detail FROM log WHERE what = %s ORDER BY id", [f"{what} changed"]):
        detail = json.loads(row["detail"])
        number = int(row["number"] or 0)
        version = detail.get("version") if isinstance(detail, dict) else None
        if version != last.get(number, (1, None))[0] + 1:
            yield f"{what} {number}: line {row['id']} of the record made version {version}, after version {last.get(number, (1, None))[0]}"
        if isinstance(version, int):
            last[number] = version, detail.get("to")
    for row in t.rows(f"SELECT id, version, doc FROM {what}"):
        version, doc = last.get(row["id"], (1, None))
        if version != row["version"]:
            yield f"{what} {row['id']} is at version {row['version']}, and the record tells of {version}"
        elif doc is not None and doc != json.loads(row["doc"]):
            yield f"{what} {row['id']} is not as the record has it"


def _readings(t: Transaction) -> Iterator[str]:
    rows = t.rows(
        "SELECT r.id, r.corrects, c.opening_id = r.opening_id AS same, r.doc IS NULL OR JSON_VALUE(r.doc, '$.place') = r.place AS placed"
        " FROM reading r LEFT JOIN reading c ON c.id = r.corrects"
    )
    for row in rows:
        if row["corrects"] is not None and not (row["same"] and row["corrects"] < row["id"]):
            yield f"reading {row['id']} corrects {row['corrects']}, which is no earlier reading of its opening"
        if not row["placed"]:
            yield f"reading {row['id']} is kept for another place than it says"


def _record(t: Transaction) -> Iterator[str]:
    for row in t.rows("SELECT id, what, detail FROM log ORDER BY id"):
        if not readable(row["what"], row["detail"]):
            yield f"line {row['id']} of the record ({row['what']}) cannot be read; it counts for nothing"


def _photographs(t: Transaction) -> Iterator[str]:
    for one in t.rows("SELECT id FROM photo WHERE LENGTH(picture) > 0"):
        row: Mapping[str, Any] = t.row("SELECT picture, small FROM photo WHERE id = %s", [one["id"]]) or {}
        for column in ("picture", "small"):
            try:
                picture.look(row[column])
            except Refused as refused:
                yield f"photograph {one['id']} ({column}) cannot be read: {refused.errors[0].reason}"
