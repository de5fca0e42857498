"""Whole jobs as files, by command (docs/RUNNING.md)."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from jambo.format.problems import Refused
from jambo.jobs import jobs, whole_job
from jambo.jobs.whole_job import How, JobFileOut
from jambo.running import backups
from jambo.running.machine import CommandError
from jambo.running.serve import open_database
from jambo.store.database import Database
from jambo.store.failures import StoreFailure
from jambo.store.kept import NotFound


@contextmanager
def _database() -> Iterator[Database]:
    with backups.database() as (url, owner):
        database = open_database(url, owner)
        try:
            yield database
        except StoreFailure as failure:
            raise CommandError(f"{failure.reason} ({failure})") from None
        except NotFound as missing:
            raise CommandError(str(missing)) from None
        except Refused as refused:
            raise CommandError(refused.errors[0].reason) from None
        except OSError as error:
            raise CommandError(f"{error.filename or 'the file'}: {error.strerror or error}") from None
        finally:
            database.close()


def export(wanted: str, into: Path) -> str:
    """Write the job of a number, or of a name that one job alone has, into a file; gives its name. Raises CommandError."""
    with _database() as database:
        job = int(wanted) if wanted.isdecimal() else _named(database, wanted)
        part = into.with_name(into.name + ".part")
        try:
            with part.open("wb") as file:
                name = whole_job.export(database, job, file)
            part.replace(into)
        finally:
            part.unlink(missing_ok=True)
        return name


def _named(database: Database, name: str) -> int:
    before, found = None, []
    while page := jobs.list_jobs(database, before, jobs.AT_ONCE):
        found += [one["id"] for one in page if one["job"].name == name]
        before = page[-1]["id"]
    if len(found) != 1:
        raise CommandError(
            f"{len(found) or 'no'} jobs are called {name!r}: say the number in its address, as in /jobs/7"
        )
    return found[0]


def bring_in(file: Path, how: How | None) -> JobFileOut:
    """Bring a job in from a file. Raises CommandError."""
    with _database() as database, file.open("rb") as read:
        return whole_job.bring_in(database, read, how)


def told(made: JobFileOut) -> str:
    """Say in a line what a file is and what became of it."""
    holds = ", ".join(f"{count} {what}" for what, count in made["holds"].items() if count)
    here, of = made["here"], f"{made['name']}, taken {made['taken_at']}: {holds}"
    adds = ", ".join(f"{count} {what}" for what, count in here["adds"].items())
    if made["kept"] is not None:
        return f"{of}. It is job {made['kept']} here"
    return (
        f"{of}. "
        + {
            "none": "It is not here yet; nothing was kept",
            "same": f"Job {here['job']} here is the same; there is nothing to bring in",
            "newer": f"Job {here['job']} here would gain {adds}; keep it with --onto",
            "older": f"Job {here['job']} here has all of it and more; there is nothing to bring in",
            "apart": f"Job {here['job']} here went on since, and so did this one, by {adds}; keep it as a job of its own with --new",
            "removed": "It was taken off the board here: put it back there, or keep this as a job of its own with --new",
        }[here["against"]]
    )
