"""What is kept and cannot be read is brought back as it last could be: a job, a wall, an opening."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any, Literal

from pydantic import BaseModel

from jambo.format.document import Job, Opening, Wall
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.check import check_job, check_opening, check_wall
from jambo.store import jobs, openings, walls
from jambo.store.database import Database, Transaction
from jambo.store.kept import check_version, log_pages

Mended = Literal["job", "wall", "opening"]


def mend(db: Database, what: Mended, row_id: int, based_on: int, who: str) -> None:
    """Bring the newest version back that can be read, as a new version; what can be read stays as it is.

    Args:
        db: where it is kept; what: which kind; row_id: which of them; based_on: the version that cannot be read; who: asks.

    Raises:
        NotFound, VersionConflict; Refused where no version can be read, or none could be any more.
    """
    with db.transaction(writes=True) as t:
        if what == "job":
            job = jobs.job(t, row_id, lock=True, as_kept=True)
            if (doc := _newest(Job, job, based_on, _changes(t, row_id, None))) is not None:
                check_job(t, job, parse(Job, doc))
                jobs.save_job(t, row_id, based_on, doc, who)
        elif what == "wall":
            wall = walls.wall(t, row_id, lock=True, as_kept=True)
            if (doc := _newest(Wall, wall, based_on, _changes(t, wall["job_id"], row_id))) is not None:
                check_wall(t, jobs.job(t, wall["job_id"]), parse(Wall, doc), row_id)
                walls.save_wall(t, row_id, based_on, doc, who)
        else:
            opening = openings.opening(t, row_id, lock=True, as_kept=True)
            if (doc := _newest(Opening, opening, based_on, openings.versions(t, row_id))) is not None:
                check_opening(t, jobs.job(t, opening["job_id"]), opening, parse(Opening, doc), opening["wall_id"])
                openings.save_opening(t, row_id, based_on, doc, who)


def _newest(model: type[BaseModel], row: dict[str, Any], based_on: int, versions: Iterable[Any]) -> Any:
    """The newest document among versions that can be read; None where the kept one can."""
    check_version(row, based_on, None)
    if _reads(model, row["doc"]):
        return None
    found = next((doc for doc in versions if _reads(model, doc)), None)
    if found is None:
        raise Refused([FieldError("document", "no version of it can be read", "bring a backup back")])
    return found


def _reads(model: type[BaseModel], doc: Any) -> bool:
    try:
        parse(model, doc)
    except Refused:
        return False
    return True


def _changes(t: Transaction, job_id: int, wall_id: int | None) -> Iterable[Any]:
    """What a job or a wall of it was and became, newest first, by the lines of the record that changed it."""
    for line in log_pages(t, job_id, None, "job changed" if wall_id is None else "wall changed"):
        detail = line["detail"]
        if isinstance(detail, dict) and (wall_id is None or detail.get("wall") == wall_id):
            yield detail.get("to")
            yield detail.get("from")
