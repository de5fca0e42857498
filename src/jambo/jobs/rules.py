"""The crew's own house rules, one set for each unit habit."""

from __future__ import annotations

from jambo.core.quantities.tape import Unit
from jambo.format.document import Rules
from jambo.jobs.check import check_crew_rules
from jambo.jobs.documents import kept_json
from jambo.jobs.kept import KeptRules, as_rules
from jambo.store import rules as store
from jambo.store.database import Database


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
