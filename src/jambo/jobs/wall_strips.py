"""All walls of a job side by side, to one scale."""

from __future__ import annotations

from typing_extensions import TypedDict

from jambo.core.quantities.figure import value_of
from jambo.core.quantities.millimetres import in_mm
from jambo.format.facts import facts_of
from jambo.format.problems import Refused
from jambo.jobs.boards import board_of
from jambo.jobs.documents import compact
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import jobs as store
from jambo.store import walls as kept_walls
from jambo.store.database import Database
from jambo.views.opening.result import LengthOut, length_out
from jambo.views.wall.layout import SharedTexts


class GapOut(TypedDict):
    """An opening of a wall: its rough opening in millimetres from the left end, None where it has no place yet, and what stands in its way."""

    id: int
    name: str
    low: float | None
    high: float | None
    stopped: bool
    lacks: bool


class WallStripOut(TypedDict):
    """A wall as a strip: how long it is, None where nobody said, and its openings from the left; `problem` where it cannot be read."""

    id: int
    version: int
    name: str
    storey: str
    length: LengthOut | None
    problem: str | None
    openings: list[GapOut]


class WallStripsOut(TypedDict):
    """The walls of a job."""

    walls: list[WallStripOut]


def strips(db: Database, job_id: int, shown: Shown) -> WallStripsOut:
    """Give all walls of a job with their openings. Raises NotFound."""
    with db.transaction() as t:
        row = store.job(t, job_id)
        board = board_of(t, row)
        walls = kept_walls.walls(t, job_id)
    job = row["doc"]
    tape = shown.tape(job)
    gaps: dict[int, list[GapOut]] = {}
    for one, of in zip(board.openings, board.summaries(), strict=True):
        low, high = (in_mm(of.stands.low), in_mm(of.stands.high)) if of.stands is not None else (None, None)
        gaps.setdefault(one["wall_id"], []).append(
            {
                "id": one["id"], "name": name_of(one), "low": low, "high": high, "stopped": of.stopped,
                "lacks": of.lacks,
            }
        )  # fmt: skip
    around = compact({"crew": board.crew["doc"], "job": job.get("rules", {})}), compact(job.get("floors", [])), "{}"
    found: list[WallStripOut] = []
    for wall in walls:
        doc, problem = wall["doc"], wall.get("problem")
        length = None
        if problem is None:
            try:
                facts = facts_of(SharedTexts(job["unit"], *around, compact(doc)).document())
                length = value_of(facts.wall.length)
            except Refused as refused:
                problem = str(refused)
        here = sorted(gaps.get(wall["id"], []), key=lambda gap: (gap["low"] is None, gap["low"] or 0.0))
        found.append(
            {
                "id": wall["id"], "version": wall["version"], "name": doc.get("name", ""), "storey": doc.get("storey", ""),
                "length": length_out(length, tape) if length is not None else None, "problem": problem, "openings": here,
            }
        )  # fmt: skip
    return {"walls": found}
