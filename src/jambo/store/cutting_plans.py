"""The plan each section of a job is cut by, as it is kept."""

from __future__ import annotations

import json
from typing import Any

from jambo.store.database import Row, Transaction


def cutting_plans(t: Transaction, job_id: int) -> tuple[list[Row], int]:
    """The plans of a job's sections, and the newest line of its record.

    A row has `section`, `question` and `plan`, a JSON text.
    """
    rows = t.rows(
        "SELECT section, question, plan, seen.id AS seen FROM (SELECT MAX(id) AS id FROM log WHERE job_id = %s) seen "
        "LEFT JOIN cutting_plan ON job_id = %s",
        [job_id, job_id],
    )
    return [row for row in rows if row["section"] is not None], rows[0]["seen"] or 0


def keep_cutting_plan(
    t: Transaction, job_id: int, section: str, question: str, seen: int, plan: dict[str, Any]
) -> None:
    """Keep the plan of a section, unless one of the same question is kept, or one that saw a newer line of the record."""
    t.run(
        "INSERT INTO cutting_plan (job_id, section, question, seen, plan) VALUES (%s, %s, %s, %s, %s) ON DUPLICATE KEY UPDATE "
        "plan = IF(question = VALUES(question) OR seen > VALUES(seen), plan, VALUES(plan)), "
        "question = IF(seen > VALUES(seen), question, VALUES(question)), seen = GREATEST(seen, VALUES(seen))",
        [job_id, section, question, seen, json.dumps(plan)],
    )
