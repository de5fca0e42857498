"""One fact changed for many openings: tried with what it does to each, kept as one step, taken back as one (handbook 26)."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from typing import Any

from typing_extensions import TypedDict

from jambo.format.document import Opening, Wall
from jambo.format.problems import FieldError, Refused, parse
from jambo.format.usual import UsualChange, applied
from jambo.jobs.documents import kept_json
from jambo.jobs.moves import job_openings, refuse_what_broke
from jambo.jobs.shown import Shown
from jambo.store import openings as store
from jambo.store import walls as kept_walls
from jambo.store.database import Database, Row, Transaction
from jambo.store.jobs import job as kept_job
from jambo.store.kept import NotFound, as_it_was
from jambo.views.opening.changes import ChangeOut, JobOpening, change_of

MOST = 2_000  # openings changed at once


class Version(TypedDict):
    """A version of something kept."""

    id: int
    version: int


class ManyChanged(TypedDict):
    """What one change of many openings kept: the versions it made of openings and of walls, to take it back by."""

    openings: list[Version]
    walls: list[Version]


class Changed(TypedDict):
    """What a change of many openings does to whom, and the step it made."""

    changes: list[ChangeOut]
    step: ManyChanged


class _Made:
    """The documents that a change makes of some openings and of the walls they stand in."""

    def __init__(self, rows: Sequence[tuple[Row, JobOpening]], chosen: Sequence[int], change: UsualChange) -> None:
        by_id = {row["id"]: (row, one) for row, one in rows}
        strangers = [n for n in chosen if n not in by_id]
        if strangers:
            raise NotFound(f"opening {strangers[0]} in this job")
        if len(chosen) > MOST:
            raise Refused(
                [FieldError("openings", f"{len(chosen):,} openings are too many at once", f"at most {MOST:,}")]
            )
        if not chosen or not change:
            what = "openings" if not chosen else "change"
            raise Refused([FieldError(what, "there is nothing to change", "some openings, and a fact to give them")])
        self.walls: dict[int, Wall] = {}
        self.openings: dict[int, Opening] = {}
        for number in chosen:
            row, _ = by_id[number]
            wall, opening = applied(change, json.loads(row["wall_doc"]), row["doc"])
            self.walls[row["wall_id"]] = parse(Wall, wall)
            self.openings[number] = parse(Opening, opening)

    def after(self, row: Row, one: JobOpening) -> JobOpening:
        """An opening as the change leaves it."""
        update: dict[str, Any] = {}
        if row["wall_id"] in self.walls:
            update["wall"] = self.walls[row["wall_id"]]
        if one.id in self.openings:
            update["opening"] = self.openings[one.id]
        return JobOpening(one.id, one.name, one.room, one.document.model_copy(update=update), one.done)


def _changes(
    rows: Sequence[tuple[Row, JobOpening]], made: _Made, shown: Shown, job: Mapping[str, Any]
) -> list[ChangeOut]:
    """What the change does to the openings chosen, and to others that stand in their walls."""
    tape, words = shown.tape(dict(job)), shown.region(dict(job))
    found = []
    for row, one in rows:
        if one.id not in made.openings and row["wall_id"] not in made.walls:
            continue
        told = change_of(one, one.document, made.after(row, one).document, tape, words)
        if one.id in made.openings or told["moved"] or told["refused"]:
            found.append(told)
    return found


def try_change(db: Database, job_id: int, chosen: Sequence[int], change: UsualChange, shown: Shown) -> list[ChangeOut]:
    """Say what some facts would do to some openings. Nothing is kept. Raises NotFound, Refused.

    Args:
        db: where jobs are kept; job_id: the job; chosen: openings by id; change: facts by path, None for what is usual; shown: how.
    """
    with db.transaction() as t:
        job = kept_job(t, job_id)
        rows = job_openings(t, job)
    return _changes(rows, _Made(rows, chosen, change), shown, job["doc"])


def keep_change(
    db: Database, job_id: int, chosen: Sequence[Version], change: UsualChange, shown: Shown, who: str
) -> Changed:
    """Give some facts to some openings and to the walls they stand in, all of them or none.

    Raises:
        NotFound: an opening is not in the job; VersionConflict: one was changed since; Refused: one could no longer be.
    """
    with db.transaction(writes=True) as t:
        job = kept_job(t, job_id, lock=True)
        rows = job_openings(t, job)
        made = _Made(rows, [one["id"] for one in chosen], change)
        refuse_what_broke([one for _, one in rows], [made.after(row, one) for row, one in rows])
        found = _changes(rows, made, shown, job["doc"])
        step: ManyChanged = {"openings": [], "walls": []}
        for wall_id, wall in made.walls.items():
            row, doc = kept_walls.wall(t, wall_id), kept_json(wall)
            if row["doc"] != doc:
                kept_walls.save_wall(t, wall_id, row["version"], doc, who)
                step["walls"].append({"id": wall_id, "version": row["version"] + 1})
        for one in chosen:
            version = store.save_opening(t, one["id"], one["version"], kept_json(made.openings[one["id"]]), who)
            if version != one["version"]:
                step["openings"].append({"id": one["id"], "version": version})
        return {"changes": found, "step": step}


def take_back(db: Database, job_id: int, step: ManyChanged, who: str) -> None:
    """Take a change of many openings back, all of it or nothing.

    Raises:
        NotFound: something is not in the job; VersionConflict: something was changed since; Refused: one could no longer be.
    """
    with db.transaction(writes=True) as t:
        job = kept_job(t, job_id, lock=True)
        before = [one for _, one in job_openings(t, job)]
        for one in step["openings"]:
            if store.opening(t, one["id"])["job_id"] != job_id:
                raise NotFound(f"opening {one['id']} in this job")
            store.undo_or_redo(t, one["id"], one["version"], "undo", who)
        for wall in step["walls"]:
            _wall_as_before(t, job_id, wall, who)
        refuse_what_broke(before, [one for _, one in job_openings(t, job)])


def _wall_as_before(t: Transaction, job_id: int, wall: Version, who: str) -> None:
    row = kept_walls.wall(t, wall["id"])
    doc = as_it_was(t, job_id, "wall changed", wall["version"] - 1, wall["id"])
    if row["job_id"] != job_id or doc is None:
        raise NotFound(f"wall {wall['id']} in this job")
    kept_walls.save_wall(t, wall["id"], wall["version"], doc, who)
