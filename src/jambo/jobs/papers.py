"""What a job gives to be printed at full size, and its drawings (handbook 33)."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from typing_extensions import TypedDict

from jambo.core.drawing import View
from jambo.core.strips import StripOf
from jambo.format.document import Opening
from jambo.format.problems import FieldError, Refused
from jambo.jobs.documents import JobGround, compact, document_of, documents_of_job
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.jobs.walls import around_wall
from jambo.store import openings as kept_openings
from jambo.store import walls as kept_walls
from jambo.store.database import Database, Transaction
from jambo.store.jobs import job as kept_job
from jambo.store.kept import listed
from jambo.store.live import newest_line
from jambo.store.rules import crew_rules
from jambo.views.opening.answers import answered
from jambo.views.paper.pictures import AS, Drawn
from jambo.views.paper.strips import PaperStrip, strip_of_wall, strips_of_opening
from jambo.views.wall.layout import WallOpening, laid_in_wall


class ViewOf(TypedDict):
    """The plan or section of an opening."""

    opening: int
    view: View


class StripsOut(TypedDict):
    """The strips that were asked for, in walking order, then walls; `without` names openings and walls that have none yet,
    `views` whose plan or section can be drawn on its own."""

    job: str
    strips: list[PaperStrip]
    without: list[str]
    views: list[ViewOf]


def strips(
    db: Database,
    job_id: int,
    openings: Collection[int],
    walls: Sequence[int],
    of: Collection[StripOf],
    shown: Shown,
) -> StripsOut:
    """Give the strips of some openings and walls of a job. Raises NotFound, and Refused for one that is none of the job's.

    Args:
        db: where jobs are kept; job_id: the job; openings, walls: whose; of: which (none: every one there is); shown: tape and words.
    """
    wanted = {*openings}
    with db.transaction() as t:
        job = kept_job(t, job_id)
        around = JobGround.of(t, job["doc"])
        rows = [(r, d) for r, d in documents_of_job(t, job_id, around) if r["id"] in wanted] if wanted else []
        here = {wall["id"]: wall for wall in kept_walls.walls(t, job_id)}
        are_here("openings", wanted - {row["id"] for row, _ in rows})
        are_here("walls", {*walls} - {*here})
        plates = [(here[wall], _in_wall(t, wall)) for wall in walls]
        crew = crew_rules(t, job["doc"]["unit"])["doc"]
    tape, words = shown.tape(job["doc"]), shown.region(job["doc"])
    made: list[PaperStrip] = []
    without: list[str] = []
    views: list[ViewOf] = []
    for row, document in rows:
        solved = answered(document) if document is not None else None
        facts, result = (solved.facts, solved.result) if solved is not None else (None, None)
        storey = document.wall.storey if document is not None else ""
        own = (
            [*strips_of_opening(row["id"], name_of(row), storey, facts, result, tape, words)]
            if facts and result
            else []
        )
        views += [{"opening": row["id"], "view": one.name} for one in (result.drawings if result else ())]
        asked = [strip for strip in own if not of or strip["of"] in of]
        made += asked
        without += [] if asked else [name_of(row)]
    for wall, standing in plates:
        name = wall["doc"].get("name") or "wall without a name"
        strip = strip_of_wall(wall["id"], standing, around_wall(job["doc"], crew, wall["doc"]), name, tape, words)
        made += [strip] if strip is not None else []
        without += [name] if strip is None else []
    return {"job": job["doc"]["name"], "strips": made, "without": without, "views": views}


def line_of(db: Database) -> int:
    """Give the newest line of the record: what is read after it knows the jobs up to there at least."""
    with db.transaction() as t:
        return newest_line(t)


def _in_wall(t: Transaction, wall_id: int) -> list[WallOpening]:
    rows = listed(kept_openings.in_wall(t, wall_id), Opening, "opening")
    return [WallOpening(row["id"], name_of(row), compact(row["doc"])) for row in rows if row["problem"] is None]


def are_here(path: str, unknown: Collection[int]) -> None:
    """Raise Refused for openings or walls that are none of a job's; `path` says which they are."""
    if unknown:
        raise Refused(
            [
                FieldError(
                    path, f"{min(unknown)} is none of this job", "numbers of this job’s own, as its pages have them"
                )
            ]
        )


def opening_drawing(
    db: Database, opening_id: int, drawn: Drawn, shown: Shown, only: View | None = None
) -> tuple[str, str, str | bytes]:
    """Give an opening drawn, with what its job and it are called. Raises NotFound, and Refused where it cannot be worked out.

    Args:
        db: where jobs are kept; opening_id: which; drawn: as what; shown: tape and words; only: its plan or its section alone.
    """
    from jambo.views.paper.dxf import opening_dxf  # what reads ezdxf, half a second that no start need wait for

    with db.transaction() as t:
        row = kept_openings.opening(t, opening_id)
        doc = kept_job(t, row["job_id"])["doc"]
        said = document_of(t, row)
    solved = answered(said)
    if solved.facts is None or solved.result is None or not solved.result.shapes:
        raise Refused([FieldError("opening", "there is nothing to draw yet", "an opening whose width is known")])
    there = [drawing.name for drawing in solved.result.drawings]
    if only is not None and only not in there:
        raise Refused(
            [FieldError("only", f"this opening has no {only}", f"its {there[0]}" if there else "the whole drawing")]
        )
    document = opening_dxf(solved.facts, solved.result, shown.tape(doc), shown.region(doc), doc["unit"], only)
    return doc["name"], " ".join(filter(None, (name_of(row), only))), AS[drawn](document)


def wall_drawing(db: Database, wall_id: int, drawn: Drawn, shown: Shown) -> tuple[str, str, str | bytes]:
    """Give a wall with all its openings drawn, with what its job and it are called. Raises NotFound, and Refused where it cannot be."""
    from jambo.views.paper.dxf import wall_dxf

    with db.transaction() as t:
        wall = kept_walls.wall(t, wall_id)
        doc = kept_job(t, wall["job_id"])["doc"]
        crew = crew_rules(t, doc["unit"])["doc"]
        standing = _in_wall(t, wall_id)
    layout, _, _ = laid_in_wall(standing, around_wall(doc, crew, wall["doc"]))
    if not layout.shapes:
        raise Refused([FieldError("wall", "there is nothing to draw yet", "a wall with a length and a height")])
    document = wall_dxf(layout, shown.tape(doc), doc["unit"])
    return doc["name"], wall["doc"].get("name") or "wall", AS[drawn](document)
