"""The one check every change passes: save, undo, redo, restore, move, floors, heads, rules.

A change is refused for what it breaks itself. What cannot be already, for whatever reason, stands in nobody's way: a job
with an opening that no longer fits its wall can still be renamed.
"""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from typing import Any

from jambo.core.quantities.tape import Unit
from jambo.format.cutting import stock_said
from jambo.format.document import Document, Job, Opening, RuleLevels, Rules, Wall
from jambo.format.facts import facts_of
from jambo.format.floor_facts import check_floors
from jambo.format.found_facts import check_level_lines
from jambo.format.problems import FieldError, Refused, Some, parse
from jambo.jobs.documents import JobGround, kept_job
from jambo.store import openings as kept_openings
from jambo.store import rules as kept_rules
from jambo.store import walls as kept_walls
from jambo.store.database import Row, Transaction

OpeningChange = tuple[str, Document | None, Document]  # an opening's name ("" for the one worked on), before, after


def problems(document: Document) -> dict[tuple[str, str], FieldError]:
    """Give everything about a document that cannot be, by path and reason."""
    try:
        facts_of(document)
    except Refused as refused:
        return {(e.path, e.reason): e for e in refused.errors}
    return {}


def refuse_what_breaks(changes: Iterable[OpeningChange]) -> None:
    """Raise Refused for what cannot be after a change and was not so before it; before is None for what is new."""
    for name, before, after in changes:
        new = problems(after)
        if new and before is not None:
            was = problems(before)
            new = {key: error for key, error in new.items() if key not in was}
        if new:
            told = f"opening {name} would not be possible: " if name else ""
            raise Refused([FieldError(e.path, told + e.reason, e.accepted) for e in new.values()])


def check_opening(t: Transaction, job: Row, kept: Row | None, opening: Opening, wall_id: int) -> None:
    """Check one opening that changes, moves, or comes (back) into its job.

    Args:
        t: the transaction the change is made in, with the job locked.
        job: the job's row.
        kept: the opening's row as it stands; None for one that is new or was off the board.
        opening: its document after the change.
        wall_id: the wall it stands in then, which may have been taken out with it.

    Raises:
        Refused: with what the change breaks.
    """
    around = JobGround.of(t, job["doc"])
    after = around.document(kept_walls.wall(t, wall_id, removed=True)["doc"], opening)
    before = None
    if kept is not None and (was := _read(Opening, kept["doc"])) is not None:
        before = around.document(kept_walls.wall(t, kept["wall_id"])["doc"], was)
    refuse_what_breaks([("", before, after)])


def check_wall(t: Transaction, job: Row, wall: Wall, wall_id: int | None = None) -> None:
    """Check a wall that is new or changes, with all openings that stand in it. Raises Refused."""
    around = JobGround.of(t, job["doc"])
    if wall_id is None:
        refuse_what_breaks([("", None, around.document(wall))])
        return
    before = _read(Wall, kept_walls.wall(t, wall_id, as_kept=True)["doc"])
    refuse_what_breaks([("", around.document(before) if before is not None else None, around.document(wall))])
    standing = _standing(kept_openings.in_wall(t, wall_id))
    refuse_what_breaks((name, around.document(was, one), around.document(wall, one)) for name, was, one in standing)


def check_job(t: Transaction, row: Row | None, job: Job) -> None:
    """Check a job that is new or changes: its floors, its rules, and all its openings. Raises Refused."""
    was = _read(Job, row["doc"]) if row is not None else None
    if was is None or job.floors != was.floors:
        check_floors(job.floors, job.unit)
    if was is None or job.cutting != was.cutting:
        stock_said(job.cutting, job.unit)
    if was is None or job.level_lines != was.level_lines:
        check_level_lines(job.level_lines, job.unit)
    after = JobGround.of(t, kept_job(job))
    if row is None or was is None:  # nothing could be of what cannot be read
        refuse_what_breaks([("", None, after.document())])
        return
    before = JobGround.of(t, row["doc"])
    refuse_what_breaks([("", before.document(), after.document())])
    standing = _standing(kept_openings.openings(t, row["id"]))
    refuse_what_breaks((name, before.document(wall, one), after.document(wall, one)) for name, wall, one in standing)


def check_crew_rules(t: Transaction, unit: Unit, rules: Rules) -> None:
    """Check the crew's rules of a habit alone, and under the rules every job and opening says. Raises Refused."""
    was = _read(Rules, kept_rules.crew_rules(t, unit, as_kept=True)["doc"])
    for job, opening in [("{}", "{}"), *kept_rules.rules_said(t, unit)]:
        of_job, of_opening = _read(Rules, json.loads(job)), _read(Opening, {"rules": json.loads(opening)})
        if of_job is not None and of_opening is not None:
            before = _ruled(unit, was, of_job, of_opening) if was is not None else None
            refuse_what_breaks([("", before, _ruled(unit, rules, of_job, of_opening))])


def _ruled(unit: Unit, crew: Rules, job: Rules, opening: Opening) -> Document:
    return Document(unit=unit, rules=RuleLevels(crew=crew, job=job), opening=opening)


def _standing(rows: list[Row]) -> Iterator[tuple[str, Wall, Opening]]:
    """Openings with their walls; those whose documents cannot be read are broken already."""
    for row in rows:
        wall, opening = _read(Wall, json.loads(row["wall_doc"])), _read(Opening, json.loads(row["doc"]))
        if wall is not None and opening is not None:
            yield row["mark"] or f"no. {row['id']}", wall, opening


def _read(model: type[Some], doc: Any) -> Some | None:
    try:
        return parse(model, doc)
    except Refused:
        return None
