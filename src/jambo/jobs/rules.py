"""House rules: the crew's own, one set for each unit habit; and what other rules would do to a job's openings."""

from __future__ import annotations

from typing import Literal

from jambo.core.quantities.tape import Unit
from jambo.format.document import Document, Job, Rules
from jambo.format.problems import parse
from jambo.jobs.check import check_crew_rules
from jambo.jobs.documents import kept_json
from jambo.jobs.kept import KeptRules, as_rules
from jambo.jobs.moves import changes_of, check_tried, job_openings
from jambo.jobs.shown import Shown
from jambo.store import jobs
from jambo.store import rules as store
from jambo.store.database import Database
from jambo.views.opening.changes import ChangeOut


def crew_rules(db: Database, unit: Unit) -> KeptRules:
    """Give the crew's house rules of a unit habit."""
    with db.transaction() as t:
        return as_rules(store.crew_rules(t, unit, as_kept=True))


def save_crew_rules(db: Database, unit: Unit, based_on: int, rules: Rules) -> KeptRules:
    """Change the crew's house rules of a unit habit. Raises Refused, VersionConflict."""
    with db.transaction(writes=True) as t:
        check_crew_rules(t, unit, rules)
        store.save_crew_rules(t, unit, based_on, kept_json(rules))
        return as_rules(store.crew_rules(t, unit, as_kept=True))


def try_rules(db: Database, job_id: int, level: Literal["job", "crew"], rules: Rules, shown: Shown) -> list[ChangeOut]:
    """Say what changes for whom of a job if these were the job's rules, or the crew's. Nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        row = jobs.job(t, job_id)
        job = parse(Job, row["doc"])
        if level == "crew":
            check_crew_rules(t, job.unit, rules)
        else:
            check_tried(t, job, job.model_copy(update={"rules": rules}))
        openings = [one for _, one in job_openings(t, row)]

    def ruled(document: Document) -> Document:
        return document.model_copy(update={"rules": document.rules.model_copy(update={level: rules})})

    return changes_of(openings, ruled, job, shown)
