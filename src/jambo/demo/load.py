"""Puts the demo jobs into an empty database, through the same checks as anything typed on the screen."""

from __future__ import annotations

from jambo.demo.jobs import JOBS, STOCK
from jambo.files.document import Document, Job, Opening, RuleLevels, Wall
from jambo.files.facts import facts_of
from jambo.files.problems import parse
from jambo.files.stock import StockItem, checked
from jambo.store import jobs, openings, stock
from jambo.store.database import Database

WHO = "demo"


def load_if_empty(database: Database) -> bool:
    """Load the demo jobs when no job was ever kept; says whether it did."""
    with database.transaction() as t:
        if t.row("SELECT id FROM job LIMIT 1"):
            return False
        for item in STOCK:
            stock.new_item(t, checked(parse(StockItem, item)).model_dump(mode="json"))
        for data in JOBS:
            job = parse(Job, data["job"])
            job_id = jobs.new_job(
                t, {**job.model_dump(mode="json", exclude_none=True), "rules": data["job"]["rules"]}, WHO
            )
            for wall in data["walls"]:
                wall_id = jobs.new_wall(t, job_id, wall["wall"], WHO)
                for opening in wall["openings"]:
                    document = Document(
                        unit=job.unit,
                        rules=RuleLevels(job=job.rules),
                        wall=parse(Wall, wall["wall"]),
                        opening=parse(Opening, opening),
                    )
                    facts_of(document)
                    openings.new_opening(t, job_id, wall_id, opening, WHO)
    return True
