"""The short of every opening of a job as kept: for boards and neighbours, and solved ahead of the first who asks."""

from __future__ import annotations

import gc
import time
from collections.abc import Iterator
from typing import Any

from jambo.core.frozen import dataclass
from jambo.core.job.record import Line, PieceCut
from jambo.jobs.documents import compact, cut_piece, kept_json
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.readings import of_job
from jambo.store.rules import crew_rules
from jambo.views.opening.summary import Summary, summarise, with_clashes


def summaries_of(
    job: dict[str, Any],
    crew: Any,
    openings: list[Row],
    read: dict[int, list[str]],
    cuts: dict[int, list[Line[PieceCut]]],
    done: dict[int, set[str]],
) -> Iterator[Summary]:
    """The short of openings as kept, in their order; answers are shared with every other list of them.

    Args:
        job, crew: the rules over them; openings: as kept; read, cuts: what was read and cut of each; done: how far it is built.
    """
    crew_text, job_text = compact(crew), compact(job.get("rules", {}))
    floors = {f["key"]: compact(f) for f in job.get("floors", [])}
    usual = compact(job.get("usual", {}))
    return (
        summarise(
            job["unit"], crew_text, job_text, o["wall_doc"], o["doc"], tuple(read.get(o["id"], ())),
            compact([kept_json(cut_piece(c, done.get(o["id"], ()))) for c in cuts.get(o["id"], ())]),
            # only the floors it names, so that another floor's change leaves its answer shared
            tuple(text for key, text in floors.items() if f'"{key}"' in o["doc"] or f'"{key}"' in usual),
            usual,
        )
        for o in openings
    )  # fmt: skip


@dataclass(frozen=True)
class Board:
    """A job and its openings, in walking order, as kept: read in one transaction, worked out after it.

    Args:
        job: its row; crew: the house rules of its unit; openings: rows; read, cuts, done: what was read and cut of each, how far it is built.
    """

    job: Row
    crew: Row
    openings: list[Row]
    read: dict[int, list[str]]
    cuts: dict[int, list[Line[PieceCut]]]
    done: dict[int, set[str]]

    def each(self) -> Iterator[Summary]:
        """The short of each opening, by itself."""
        return summaries_of(self.job["doc"], self.crew["doc"], self.openings, self.read, self.cuts, self.done)

    def summaries(self) -> list[Summary]:
        """The short of each opening, and where it meets another of its wall."""
        return with_clashes([*self.each()], [row["wall_id"] for row in self.openings])


def board_of(t: Transaction, job: Row) -> Board:
    """Read the openings of a job as kept."""
    of = job["id"]
    crew, openings, read = crew_rules(t, job["doc"]["unit"], as_kept=True), kept_openings.openings(t, of), of_job(t, of)
    return Board(job, crew, openings, read, events.cuts_of_job(t, of), events.happened_in_job(t, of))


def warm_up(database: Database) -> None:
    """Solve every kept opening once, so that the first list of a long job is as fast as the next one."""
    with database.transaction() as t:
        rows = kept_jobs.jobs(t)
    for row in (row for row in rows if row["problem"] is None):
        with database.transaction() as t:
            board = board_of(t, row)
        for _ in board.each():
            time.sleep(0)  # let a waiting request go first
    # what is kept from here on is no garbage: looking through all of it again and again would stop a redraw for 100 ms
    gc.collect()
    gc.freeze()
    gc.set_threshold(10_000, 20, 50)  # and what an answer is made of is dropped with it: little is left to look for
