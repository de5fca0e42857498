"""The crew's own house rules, and what jobs say instead."""

from __future__ import annotations

from typing import Any

from jambo.format.document import Rules
from jambo.store.database import Row, Transaction
from jambo.store.kept import check_version, required, write_json


def crew_rules(t: Transaction, unit: str, as_kept: bool = False) -> Row:
    """Read the crew's house rules of a unit habit; version 0 while none are settled. Raises Unreadable unless `as_kept`."""
    row = t.row("SELECT 0 AS id, version, doc FROM crew_rules WHERE unit = %s", [unit])
    return required(row or {"version": 0, "doc": "{}"}, "rules of the crew", None if as_kept else Rules)


def save_crew_rules(t: Transaction, unit: str, based_on: int, doc: Any) -> None:
    """Keep the crew's house rules of a habit. Raises VersionConflict."""
    t.run("INSERT IGNORE INTO crew_rules (unit, version, doc) VALUES (%s, 0, '{}')", [unit])
    row = required(t.row("SELECT version, doc FROM crew_rules WHERE unit = %s FOR UPDATE", [unit]), "crew rules")
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
