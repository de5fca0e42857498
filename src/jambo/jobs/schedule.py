"""Many openings at once (handbook 26): rows read against their job, then kept, all of them or none."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import Any, Literal

from typing_extensions import TypedDict

from jambo.format.document import Opening, Wall
from jambo.format.problems import FieldError, Refused, parse
from jambo.format.schedule import Heading
from jambo.jobs.documents import JobGround, kept_json, new_wall_of
from jambo.jobs.shown import Shown
from jambo.store import openings as store
from jambo.store import walls as kept_walls
from jambo.store.database import Database, Transaction
from jambo.store.jobs import job as kept_job
from jambo.store.kept import NotFound
from jambo.views.job.schedule import RowOut, rows_out
from jambo.views.opening.lines import LineOut, heard, line_out

MOST_OPENINGS = 2_000  # kept at once
InWalls = Literal["own", "one"] | int  # each in a wall of its own, all in a new one, or all in a wall the job has


class ReadRow(RowOut):
    """A row read against its job; `notes` say what to look at before it is kept."""

    notes: list[str]


class KeptRows(TypedDict):
    """The openings that were kept, in the order of their rows."""

    ids: list[int]


def _around(t: Transaction, job: dict[str, Any]) -> dict[str, Any]:
    around = JobGround.of(t, job)
    return {
        "rules": {"crew": around.crew, "job": job.get("rules", {})},
        "floors": job.get("floors", []),
        "usual": job.get("usual", {}),
        "wall": kept_json(new_wall_of(job)),
    }


def _notes(rows: Sequence[RowOut], there: Sequence[str]) -> list[list[str]]:
    """Marks that come twice, here or on the board."""
    here = Counter(mark for row in rows for mark in row["marks"] if mark)
    said = []
    for row in rows:
        twice = [f"mark {m} is on the board already" for m in row["marks"] if m and m in there]
        twice += [f"mark {m} comes {here[m]} times here" for m in row["marks"] if m and here[m] > 1 and m not in there]
        said.append(twice)
    return said


def read_rows(
    db: Database, job_id: int, headings: Sequence[Heading], rows: Sequence[Sequence[str]], shown: Shown
) -> list[ReadRow]:
    """Read rows of a schedule against a job. Nothing is kept. Raises NotFound."""
    with db.transaction() as t:
        job = kept_job(t, job_id)["doc"]
        around, marks = _around(t, job), [o["mark"] for o in store.openings(t, job_id)]
    tape, words = shown.tape(job), shown.region(job)
    read = rows_out(headings, rows, job["unit"], tape, words, around)
    return [{**row, "notes": notes} for row, notes in zip(read, _notes(read, marks), strict=True)]


def read_line(db: Database, job_id: int, text: str, shown: Shown) -> LineOut:
    """Read one line against a job. Nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        job = kept_job(t, job_id)["doc"]
        around = _around(t, job)
    return line_out(heard(text, job["unit"], around), job["unit"], shown.tape(job), shown.region(job), around)


def keep_rows(
    db: Database, job_id: int, headings: Sequence[Heading], rows: Sequence[Sequence[str]], walls: InWalls, who: str
) -> KeptRows:
    """Keep the openings of a schedule at the end of the walk, all of them or none.

    Args:
        db: where jobs are kept; job_id: the job; headings, rows: the schedule; walls: where its openings stand.

    Raises:
        NotFound: there is no such job, or no such wall in it.
        Refused: with every cell that cannot be read and every row that cannot be, by row and column from 0.
    """
    with db.transaction(writes=True) as t:
        job = kept_job(t, job_id, lock=True)
        if isinstance(walls, int) and kept_walls.wall(t, walls)["job_id"] != job_id:
            raise NotFound(f"wall {walls} in this job")
        around, shown = _around(t, job["doc"]), Shown()
        unit, tape, words = job["doc"]["unit"], shown.tape(job["doc"]), shown.region(job["doc"])
        read = rows_out(headings, rows, unit, tape, words, around)
        _refuse(read)
        shared = kept_walls.new_wall(t, job_id, kept_json(_wall(read)), who) if walls == "one" else walls
        ids = []
        for row in read:
            for mark in row["marks"]:
                opening = parse(Opening, {**row["opening"], **({"mark": mark} if mark else {})})
                own = kept_walls.new_wall(t, job_id, row["wall"], who) if shared == "own" else int(shared)
                ids.append(store.new_opening(t, job_id, own, kept_json(opening), who))
        return {"ids": ids}


def take_off(db: Database, job_id: int, ids: Sequence[int], who: str) -> None:
    """Take openings that were just kept off the board again, all of them or none; they can be restored. Raises NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        kept_job(t, job_id, lock=True)
        for opening_id in ids:
            if store.opening(t, opening_id)["job_id"] != job_id:
                raise NotFound(f"opening {opening_id} in this job")
            store.remove_opening(t, opening_id, 1, who)


def _wall(read: Sequence[RowOut]) -> Wall:
    """A wall for all rows: what they say of it, where they agree."""
    said = [row["wall"] for row in read if row["wall"]]
    return parse(Wall, said[0] if said and all(one == said[0] for one in said) else {})


def _refuse(read: Sequence[RowOut]) -> None:
    """Raises Refused with what stands against keeping some rows."""
    errors = [
        FieldError(f"rows[{n}].cells[{c}]", cell["reason"], cell["accepted"] or "mend the cell or empty it")
        for n, row in enumerate(read)
        for c, cell in enumerate(row["cells"])
        if cell["reason"]
    ]
    errors += [
        FieldError(f"rows[{n}]", e["reason"], e["accepted"]) for n, row in enumerate(read) for e in row["errors"]
    ]
    many = sum(row["count"] for row in read)
    if not read:
        errors.append(FieldError("rows", "there is no row to keep", "at least one"))
    elif many > MOST_OPENINGS:
        errors.append(FieldError("rows", f"{many:,} openings are too many at once", f"at most {MOST_OPENINGS:,}"))
    if errors:
        raise Refused(errors)
