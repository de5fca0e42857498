"""The short of every opening of a job as kept: for boards and neighbours, and solved ahead of the first who asks."""

from __future__ import annotations

import gc
import time
from collections.abc import Iterator
from typing import Any

from jambo.core.job.record import Line, PieceCut
from jambo.jobs.documents import compact, cut_piece, kept_json
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store import rules as kept_rules
from jambo.store.database import Database, Row
from jambo.store.readings import of_job
from jambo.views.opening.summary import Summary, summarise


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


def warm_up(database: Database) -> None:
    """Solve every kept opening once, so that the first list of a long job is as fast as the next one."""
    with database.transaction() as t:
        rows = kept_jobs.jobs(t)
    for row in (row for row in rows if row["problem"] is None):
        with database.transaction() as t:
            crew = kept_rules.crew_rules(t, row["doc"]["unit"], as_kept=True)["doc"]
            openings = kept_openings.openings(t, row["id"])
            read = of_job(t, row["id"])
            cuts, done = events.cuts_of_job(t, row["id"]), events.happened_in_job(t, row["id"])
        for _ in summaries_of(row["doc"], crew, openings, read, cuts, done):
            time.sleep(0)  # let a waiting request go first
    # what is kept from here on is no garbage: looking through all of it again and again would stop a redraw for 100 ms
    gc.collect()
    gc.freeze()
    gc.set_threshold(10_000, 20, 50)  # and what an answer is made of is dropped with it: little is left to look for
