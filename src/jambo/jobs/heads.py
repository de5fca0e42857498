"""Head lines of a job: shown per storey, and put on every swing door of a storey at once."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from typing import Literal

from jambo.core.quantities.length import ZERO, or_zero, size
from jambo.core.quantities.tape import Unit, exact_number
from jambo.format.declared import ExactLength
from jambo.format.document import LevelLine
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.check import refuse_what_breaks
from jambo.jobs.documents import JobGround, documents_of_job, kept_json
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.jobs import job as kept_job
from jambo.store.kept import VersionConflict
from jambo.views.job.heads import HeadLine, StoreyOpening, StoreyOut, head_lines, lines_of
from jambo.views.opening.result import ExactOut, length_out


@dataclass(frozen=True, slots=True)
class OnLine:
    """A line of a job: its storey, the height of its leaves where the storey has a line for each, and who is on it (None: as it is)."""

    storey: str
    leaf: ExactOut | None = None
    by_leaf: bool = True
    openings: Collection[int] | None = None


def _line(openings: list[StoreyOpening], on: OnLine) -> HeadLine | None:
    """The line that is meant; None where there is none, or none any more."""
    return next(
        (
            one for one in lines_of(openings, on.openings, by_leaf=on.by_leaf)
            if one.storey == on.storey
            and (on.leaf is None or (one.leaf is not None and exact_number(one.leaf, on.leaf["unit"]) == on.leaf["value"]))
        ),
        None,
    )  # fmt: skip


def _openings(t: Transaction, job: Row) -> list[StoreyOpening]:
    done = events.happened_in_job(t, job["id"])
    return [
        StoreyOpening(
            row["id"],
            name_of(row),
            document.wall.storey if document is not None else "",
            document,
            done.get(row["id"], ()),
        )
        for row, document in documents_of_job(t, job["id"], JobGround.of(t, job["doc"]))
    ]


def _told(job: Row) -> tuple[list[LevelLine], Unit]:
    """The level lines of a job's storeys, and the unit they are written in."""
    return [parse(LevelLine, one) for one in job["doc"].get("level_lines", [])], job["doc"]["unit"]


def heads(
    db: Database, job_id: int, shown: Shown, chosen: Collection[int] | None = None, *, by_leaf: bool = True
) -> list[StoreyOut]:
    """Give the head lines of a job, per storey and height of leaf. Raises NotFound.

    Args:
        db: where jobs are kept; job_id: the job; shown: how lengths are shown; chosen: who is in a line (None: as it is); by_leaf: a line
            for each height of leaf.
    """
    with db.transaction() as t:
        job = kept_job(t, job_id)
        openings = _openings(t, job)
    return head_lines(openings, *_told(job), shown.tape(job["doc"]), chosen, by_leaf=by_leaf)


def align(
    db: Database,
    job_id: int,
    on: OnLine,
    how: Literal["raise", "pack", "own"],
    seen: ExactOut | None,
    shown: Shown,
    who: str,
    *,
    under: bool = False,
) -> list[StoreyOut]:
    """Put the chosen doors of a storey on their line, each as a new version of its own; those that were on one and are not chosen leave it.

    Args:
        db: where jobs are kept.
        job_id: the job.
        on: which line, and who is on it.
        how: by longer legs and a larger floor gap, by a packer over the head, or each door by itself.
        seen: the common line that was seen, `under` the level line or not; it is not taken for another.
        shown: how the answer is shown.
        who: who asks.

    Raises:
        NotFound; Refused when there is nothing to align; VersionConflict when the line moved since it was seen.
    """
    with db.transaction(writes=True) as t:
        job = kept_job(t, job_id, lock=True)
        openings = _openings(t, job)
        found = _line(openings, on)
        line = found.line if found is not None else None
        if found is None or line is None:
            nothing = f"nothing on {on.storey or 'the storey without a name'} has a head yet"
            raise Refused([FieldError("storey", nothing, "a storey with doors")])
        rows = {row.of.id: row for row in found.rows if row.swings}
        if strange := sorted(set(on.openings or ()) - set(rows)):
            raise Refused(
                [FieldError("openings", f"{strange[0]} is no door of this line", "doors that swing, of its storey")]
            )
        unit, now = job["doc"]["unit"], length_out(size(line), shown.tape(job["doc"]))["exact"]
        if seen is not None and (seen, under) != (now, line < ZERO):
            raise VersionConflict(job["version"], {"line": now}, {"line": seen})
        for one in (row.of for row in rows.values()):
            assert one.document is not None
            joins, is_on = how != "own" and one.id in found.chosen, one.document.opening.head_line is not None
            if not is_on and (not joins or rows[one.id].head.on(line)):
                continue  # what is there already is not moved
            row = kept_openings.opening(t, one.id)
            own = line + or_zero(rows[one.id].head.level)  # over its own rough floor
            exact = ExactLength(value=exact_number(own, unit), unit=unit)
            change = {"head_line": exact, "head_gain": how} if joins else {"head_line": None}
            opening = one.document.opening.model_copy(update=change)
            refuse_what_breaks([(one.name, one.document, one.document.model_copy(update={"opening": opening}))])
            kept_openings.save_opening(t, one.id, row["version"], kept_json(opening), who)
        openings = _openings(t, job)
    return head_lines(openings, *_told(job), shown.tape(job["doc"]), by_leaf=on.by_leaf)
