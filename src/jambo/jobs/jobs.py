"""Jobs: listed, opened, changed, taken off the board and put back; their walking order; their record."""

from __future__ import annotations

from typing_extensions import TypedDict

from jambo.core.job.record import sign_off_holds
from jambo.core.planning.work import PHASES, Phase, phase_now
from jambo.core.words.lists import fill
from jambo.format.document import Job
from jambo.format.problems import FieldError, Refused
from jambo.jobs.boards import board_of
from jambo.jobs.check import check_job
from jambo.jobs.documents import kept_job
from jambo.jobs.kept import KeptJob, KeptWall, LogLine, as_job, as_wall, with_zone
from jambo.jobs.photos import KeptPhoto, with_photos
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import jobs as store
from jambo.store import openings as kept_openings
from jambo.store import walls as kept_walls
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import log_pages
from jambo.store.people import crew_since
from jambo.views.job.record import page_of
from jambo.views.opening.summary import SummaryOut, summary_out

DONE = ("framed", "set", "signed")


class ListedJob(KeptJob):
    """A job on the board."""

    openings: int


class ListedOpening(TypedDict):
    """An opening in its job's walking order; `holds` is False where the plan has moved since it was signed off. `phase` is that of the
    house its next work belongs to, None where all is done or nothing is known of it."""

    id: int
    version: int
    wall_id: int
    mark: str
    room: str
    brief: SummaryOut
    done: list[str]
    holds: bool
    phase: Phase | None


class PhaseOut(TypedDict):
    """A phase of the house, and what it is called."""

    phase: Phase
    label: str


class JobPage(KeptJob):
    """A job with its walls and its openings in walking order, and that order's own version; what the phases its openings are in are called."""

    walk_version: int
    walls: list[KeptWall]
    openings: list[ListedOpening]
    phases: list[PhaseOut]


AT_ONCE = store.AT_ONCE


class ToldLine(LogLine):
    """A line of the record as it is read: its event and what of it in words, and its opening's mark; `unsigned` where there was a
    crew and nobody was signed in."""

    mark: str | None
    event: str
    words: str
    unsigned: bool
    photos: list[KeptPhoto]


class LogPage(TypedDict):
    """Lines of a log, newest first; `more` is the line to ask for older ones before, None at the first line ever."""

    lines: list[ToldLine]
    more: int | None


def list_jobs(db: Database, before: int | None, most: int) -> list[ListedJob]:
    """List so many jobs, newest first; of those before one, if one is named."""
    with db.transaction() as t:
        return [{**as_job(row), "openings": row["openings"]} for row in store.jobs(t, before, most)]


def open_job(db: Database, job: Job, who: str) -> int:
    """Open a job; gives its id. Raises Refused."""
    with db.transaction(writes=True) as t:
        check_job(t, None, job)
        return store.new_job(t, kept_job(job), who)


def job_page(db: Database, job_id: int, shown: Shown) -> JobPage:
    """Give a job with its walls and its openings, solved, in walking order. Raises NotFound."""
    with db.transaction() as t:
        row = store.job(t, job_id)
        board = board_of(t, row)
        walls = kept_walls.walls(t, job_id)
        signed = events.signed_in_job(t, job_id)
        ticked = events.ticks_of_job(t, job_id)
    job = row["doc"]
    tape, words = shown.tape(job), shown.region(job)
    happened = board.done
    listed: list[ListedOpening] = [
        {
            **{k: o[k] for k in ("id", "version", "wall_id", "mark", "room")},  # type: ignore[typeddict-item]
            "brief": summary_out(one, tape, words),
            "done": [what for what in DONE if what in happened.get(o["id"], ())],
            "holds": sign_off_holds(signed.get(o["id"]), dict(one.built)),
            "phase": phase_now(one.phases, happened.get(o["id"], ()), ticked.get(o["id"], ())),
        }
        for o, one in zip(board.openings, board.summaries(), strict=True)
    ]
    return {
        **as_job(row),
        "walk_version": row["walk_version"],
        "walls": [as_wall(w) for w in walls],
        "openings": listed,
        "phases": [
            {"phase": phase, "label": fill(label, words)}
            for phase, label in PHASES.items()
            if any(one["phase"] == phase for one in listed)
        ],
    }


def _void(t: Transaction, row: Row) -> set[int]:
    """The lines of a job's record that are a newest sign-off which no longer holds."""
    signed = events.signed_in_job(t, row["id"])
    if not signed:
        return set()
    board = board_of(t, row)
    return {
        signed[o["id"]].id
        for o, one in zip(board.openings, board.each(), strict=True)
        if o["id"] in signed and not sign_off_holds(signed[o["id"]], dict(one.built))
    }


def save_job(db: Database, job_id: int, based_on: int, job: Job, who: str) -> KeptJob:
    """Change a job. Raises NotFound, VersionConflict, Refused."""
    with db.transaction(writes=True) as t:
        check_job(t, store.job(t, job_id, lock=True, as_kept=True), job)
        store.save_job(t, job_id, based_on, kept_job(job), who)
        return as_job(store.job(t, job_id))


def remove_job(db: Database, job_id: int, based_on: int, who: str) -> None:
    """Take a job off the board; it can be restored. Raises NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        store.remove_job(t, job_id, based_on, who)


def restore_job(db: Database, job_id: int, based_on: int, who: str) -> None:
    """Put a removed job back. Raises NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        store.restore_job(t, job_id, based_on, who)


def reorder(db: Database, job_id: int, based_on: int, order: list[int], who: str) -> int:
    """Set the walking order; gives its new version. Raises NotFound, VersionConflict, and Refused unless it names every opening once."""
    with db.transaction(writes=True) as t:
        try:
            return kept_openings.reorder(t, job_id, based_on, order, who)
        except ValueError as error:
            raise Refused([FieldError("order", str(error), "every opening of the job, once")]) from None


def record_page(
    db: Database, job_id: int, opening_id: int | None, what: str | None, find: str, before: int | None
) -> LogPage:
    """Give a page of a job's record, newest first.

    Args:
        db: where jobs are kept.
        job_id: the job.
        opening_id: only lines about this opening.
        what: only this kind of event.
        find: words that must stand in a line, in any order.
        before: only lines older than this one.
    """
    with db.transaction() as t:
        row = store.job(t, job_id)
        marks, void = kept_openings.marks(t, job_id), _void(t, row)
        kept = (
            {**line, "detail": line["detail"] | {"void": True}} if line["id"] in void else line
            for line in log_pages(t, job_id, opening_id, what, before)
        )
        lines, more = page_of(kept, marks, find, row["doc"].get("words", "north_america"))
        lines = with_photos(t, job_id, lines)
        since = crew_since(t)
    lines = [
        {
            **line,
            "unsigned": line["person_id"] is None
            and line["what"] != "thinned"
            and since is not None
            and line["at"] >= since,
        }
        for line in lines
    ]
    return {"lines": [{k: with_zone(line)[k] for k in ToldLine.__annotations__} for line in lines], "more": more}  # type: ignore[misc]
