"""The sheets of a job in one run, and whether one that was printed is still true (handbook 33)."""

from __future__ import annotations

import contextlib
from collections.abc import Callable, Collection, Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any, Literal, get_args

from typing_extensions import TypedDict

from jambo.core.planning.work import TRADES
from jambo.core.strips import StripOf
from jambo.format.document import Document, Show
from jambo.format.problems import Refused
from jambo.jobs import buying, cutting, papers
from jambo.jobs.documents import JobGround, documents_of_job
from jambo.jobs.jobs import record_page
from jambo.jobs.kept import name_of
from jambo.jobs.papers import are_here
from jambo.jobs.planning import read_plan
from jambo.jobs.shown import Shown
from jambo.jobs.walls import layout
from jambo.store import events
from jambo.store import walls as kept_walls
from jambo.store.database import Database
from jambo.store.jobs import job as kept_job
from jambo.store.live import newest_line
from jambo.views.days.job_plan import JobPlan
from jambo.views.days.trade_sheet import trade_sheet
from jambo.views.exchange import solve_document
from jambo.views.paper.codes import LETTERS, digest_of_sheet, digest_of_strip
from jambo.views.paper.job_sheets import buy_blocks, saw_blocks, trade_blocks, wall_blocks, work_blocks
from jambo.views.paper.sheets import Block, OfOpening, Said, Sheet, SheetOf, card_blocks, cut_blocks, set_blocks
from jambo.views.paper.strips import PaperStrip

Wanted = Literal[SheetOf, "strips"]

PLATE: tuple[StripOf, ...] = ("plate",)
PLAN_SECONDS = 4.0  # to wait for the best plan: a sheet that is printed should be that of the screen
MOST_TOLD = 12  # lines of the record told of what changed since


class Printed(TypedDict):
    """Whether a sheet still says what it said, and what was written down since that concerns it, the newest first."""

    same: bool
    since: list[str]


class Run(TypedDict):
    """Sheets of a job and strips that go with them, and up to which line of the record they know it."""

    job: str
    sheets: list[Sheet]
    strips: list[PaperStrip]
    line: int


@dataclass(frozen=True)
class Asked:
    """Which sheets are wanted, of which openings and walls; without any, of every one of the job. Without walls, those the openings stand in."""

    of: Collection[Wanted]
    openings: Collection[int] = ()
    walls: Collection[int] = ()


def run_of(db: Database, job_id: int, asked: Asked, shown: Shown) -> Run:
    """Give the sheets of some openings, in walking order, of their walls, and of the job. Raises NotFound, Refused for what is of another job.

    Args:
        db: where jobs are kept; job_id: the job; asked: whose sheets, and which; shown: tape and words.
    """
    own = [one for one in get_args(OfOpening) if one in asked.of]
    with db.transaction() as t:
        line, job = newest_line(t), kept_job(t, job_id)["doc"]
        rows = [*documents_of_job(t, job_id, JobGround.of(t, job))]
        walls = {wall["id"]: wall["doc"].get("name") or "Wall without a name" for wall in kept_walls.walls(t, job_id)}
        ticks = events.ticks_of_job(t, job_id) if "card" in own else {}
    are_here("openings", {*asked.openings} - {row["id"] for row, _ in rows})
    are_here("walls", {*asked.walls} - {*walls})
    rows = [one for one in rows if one[0]["id"] in asked.openings] if asked.openings else rows
    standing = asked.walls or ({row["wall_id"] for row, _ in rows} if asked.openings else {*walls})
    sheets = [
        sheet
        for row, document in rows
        for sheet in _of_opening(row, document, own, frozenset(ticks.get(row["id"], ())), job, shown)
    ]
    plates = [wall for wall in walls if wall in standing]
    strips: list[PaperStrip] = []
    if "strips" in asked.of:
        strips = papers.strips(db, job_id, [row["id"] for row, _ in rows], plates, (), shown)["strips"]
    plan = read_plan(db, job_id, shown, patience=PLAN_SECONDS)[0] if {"wall", "trade"} & {*asked.of} else None
    if plan is not None and "wall" in asked.of:
        sheets += [_of_wall(db, wall, walls[wall], job["name"], plan, shown) for wall in plates]
    if "saw" in asked.of:
        sheets.append(Sheet("saw", None, "", job["name"], f"/jobs/{job_id}/cutting", [*saw_blocks(cutting.plan_of_job(db, job_id, shown))]))  # fmt: skip
    if "buy" in asked.of:
        sheets.append(Sheet("buy", None, "", job["name"], f"/jobs/{job_id}/buying", [*buy_blocks(buying.buying_of_job(db, job_id, shown))]))  # fmt: skip
    if plan is not None and "trade" in asked.of:
        sheets += [
            Sheet("trade", None, "", job["name"], f"/jobs/{job_id}/trades/{trade}", [*trade_blocks(trade_sheet(plan, trade))])
            for trade in TRADES
        ]  # fmt: skip
    return {"job": job["name"], "sheets": sheets, "strips": strips, "line": line}


def _of_wall(db: Database, wall: int, name: str, job: str, plan: JobPlan, shown: Shown) -> Sheet:
    """A wall's sheet; where it cannot be laid out, why."""
    try:
        page = layout(db, wall, {}, None, shown)
        plates = papers.strips(db, page["job"]["id"], (), [wall], PLATE, shown)["strips"]
        blocks: list[Block] = [*wall_blocks(page["layout"], plates[0] if plates else None)]
        with contextlib.suppress(Refused):  # where nobody's hours reach, the wall prints without who does what
            blocks += work_blocks(plan, {one["id"] for one in page["openings"]})
    except Refused as why:
        blocks = [Said("", [f"{error.reason}; accepted: {error.accepted}" for error in why.errors])]
    return Sheet("wall", wall, name, job, f"/walls/{wall}", blocks)


def _of_opening(
    row: dict[str, Any],
    document: Document | None,
    of: Sequence[OfOpening],
    ticked: frozenset[str],
    job: dict[str, Any],
    shown: Shown,
) -> Iterator[Sheet]:
    if document is None:
        return
    show = Show(unit=shown.unit or job["unit"], step=shown.step or job.get("step"), words=shown.region(job))
    try:
        result = solve_document(document.model_copy(update={"show": show}), sums=False)
    except Refused:
        return
    where = " · ".join(filter(None, (row["doc"].get("room", ""), document.wall.name, f"version {row['version']}")))
    position = document.opening.position
    blocks: dict[OfOpening, Callable[[], Iterable[Block]]] = {
        "card": lambda: card_blocks(result, ticked),
        "cut": lambda: cut_blocks(result, position.measured_from if position is not None else "left"),
        "set": lambda: set_blocks(result),
    }
    pages = {"card": "card", "cut": "print", "set": "setting"}
    for one in of:
        yield Sheet(one, row["id"], name_of(row), where, f"/openings/{row['id']}/{pages[one]}", [*blocks[one]()])


def printed(db: Database, job_id: int, asked: Asked, line: int, was: str, shown: Shown) -> Printed:
    """Say whether a printed sheet, or page of strips, is still true, and what was written down since.

    Args:
        db, job_id, shown: as for `run_of`; asked: which sheet, or strips, of which openings and walls; line: up to which line of the record it
            knew the job; was: its digest, or those of its strips one after another.

    Raises:
        NotFound: there is no such job.
    """
    now = set[str]()
    with contextlib.suppress(Refused):  # what it shows is off the board
        if "strips" in asked.of:  # of these alone: without an opening a run is of them all
            strips = papers.strips(db, job_id, asked.openings, [*asked.walls], (), shown)["strips"]
            now = {*map(digest_of_strip, strips)}
        else:
            now = {*map(digest_of_sheet, run_of(db, job_id, asked, shown)["sheets"])}
    if was and {was[i : i + LETTERS] for i in range(0, len(was), LETTERS)} <= now:
        return {"same": True, "since": []}
    others = bool(asked.walls) or not asked.openings  # what is written of any opening concerns it
    told: list[str] = []
    before: int | None = None
    while len(told) < MOST_TOLD:
        page = record_page(db, job_id, None, None, "", before)
        for one in page["lines"]:
            if one["id"] <= line or len(told) == MOST_TOLD:
                return {"same": False, "since": told}
            if others or one["opening_id"] in (None, *asked.openings):
                told.append(f"{one['event']}: {one['words']}" if one["words"] else one["event"])
        if (before := page["more"]) is None:
            break
    return {"same": False, "since": told}
