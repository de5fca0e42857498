"""Backups: taken by command while Jambo runs, kept by itself every day and before an upgrade, brought back, checked (docs/RUNNING.md)."""

from __future__ import annotations

import os
import re
import shutil
import threading
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from urllib.parse import urlsplit

from jambo.jobs.checking import NEVER_CHANGED, what_is_gone, what_is_wrong
from jambo.running.machine import VAR, CommandError, room_told, say
from jambo.running.mariadb import Server, running_server
from jambo.store.backup import BackupProblem, Manifest, dump, holds, load, rows_of, verify
from jambo.store.database import Database
from jambo.store.failures import StoreFailure
from jambo.store.servers import places

EVERY = timedelta(days=1)
NEWEST = 7  # kept whatever they weigh but for the limit; of older ones the newest of each week
MOST_BYTES = 4_000_000_000  # all of them together; the newest stays in any case
LOOK_SECONDS = 600.0  # between looks whether one is due
ROOM_TIMES = 2  # a backup is taken while so many times the last one's size is free
_NAME = re.compile(r"jambo-(\d{4}-\d\d-\d\d-\d{6})(-[\w-]+)?\.zip")

KeptBackup = tuple[datetime, int, str]  # when it was taken, its bytes, its name


def to_drop(kept: Sequence[KeptBackup], most_bytes: int = MOST_BYTES) -> list[str]:
    """Which backups need not be kept any more: all but the last seven and the newest of each week before, the oldest first while they
    weigh too much. The newest always stays.

    Args:
        kept: all there are; most_bytes: what they may weigh together.
    """
    newest_first = sorted(kept, reverse=True)
    stay = newest_first[:NEWEST]
    weeks = {one[0].isocalendar()[:2] for one in stay}
    for one in newest_first[NEWEST:]:
        if (week := one[0].isocalendar()[:2]) not in weeks:
            weeks.add(week)
            stay.append(one)
    while len(stay) > 1 and sum(size for _, size, _ in stay) > most_bytes:
        stay.pop()
    return [name for _, _, name in newest_first if name not in {name for _, _, name in stay}]


def kept_in(folder: Path) -> list[KeptBackup]:
    """The backups that were kept by themselves, oldest first."""
    found = []
    for path in folder.glob("jambo-*.zip"):
        if name := _NAME.fullmatch(path.name):
            at = datetime.strptime(name[1], "%Y-%m-%d-%H%M%S").replace(tzinfo=UTC)
            found.append((at, path.stat().st_size, path.name))
    return sorted(found)


def keep(address: str, folder: Path, why: str = "", now: datetime | None = None) -> Path:
    """Keep one more backup, and drop those that need not be kept any more. Raises StoreFailure, OSError.

    Args:
        address: of the database; folder: where they are kept; why: what is put behind its name; now: when.
    """
    folder.mkdir(parents=True, exist_ok=True)
    kept = kept_in(folder)
    free = shutil.disk_usage(folder).free
    if kept and free < kept[-1][1] * ROOM_TIMES:
        raise OSError(f"only {free // 1_000_000} MB are free beside the last backup of {kept[-1][1] // 1_000_000} MB")
    at = now or datetime.now(UTC)
    into = folder / f"jambo-{at:%Y-%m-%d-%H%M%S}{f'-{why}' if why else ''}.zip"
    dump(address, into)
    for name in to_drop(kept_in(folder)):
        (folder / name).unlink(missing_ok=True)
    return into


def keep_daily(
    address: str,
    folder: Path,
    ended: threading.Event,
    clock: Callable[[], datetime] = lambda: datetime.now(UTC),
    then: Callable[[], object] = lambda: None,
) -> None:
    """Keep a backup whenever the last is a day old, until it is over. What goes wrong is said, and tried again at the next look.

    Args:
        address: of the database; folder: where they are kept; ended: when it is over; clock: what time it is; then: what is
            done each time one was kept.
    """
    while True:
        if told := room_told(folder.parent if folder.parent.exists() else Path()):
            say(told)
        try:
            kept = kept_in(folder)
            if not kept or clock() - kept[-1][0] >= EVERY:
                keep(address, folder, now=clock())
                then()
        except (StoreFailure, OSError) as trouble:
            say(f"the daily backup was not taken: {trouble}")
        if ended.wait(LOOK_SECONDS):
            return


def folder() -> Path:
    """Where backups are kept by themselves: JAMBO_BACKUPS, or under `var`, those of each database of one's own apart."""
    if said := os.environ.get("JAMBO_BACKUPS"):
        return Path(said)
    given = os.environ.get("JAMBO_DATABASE_URL")
    first, name = (places(given)[0], urlsplit(given).path.strip("/")) if given else (None, "")
    apart = f"{first[0]}-{first[1]}-{name}" if first else ""
    return VAR / "backups" / re.sub(r"[^\w.-]", "_", apart)


@contextmanager
def database(*, alone: bool = False) -> Iterator[tuple[str, str]]:
    """The addresses of the database, for the application and for the owner of its tables, whether Jambo runs or not.

    Args:
        alone: nobody else may work with it meanwhile. Raises CommandError where a Jambo runs on the private one.
    """
    if given := os.environ.get("JAMBO_DATABASE_URL"):
        yield given, os.environ.get("JAMBO_DATABASE_OWNER_URL", given)
        return
    here = VAR / "db"
    if not alone and (there := running_server(here)) is not None:
        yield there.url, there.owner_url
        return
    with Server(here) as server:
        yield server.url, server.owner_url


@contextmanager
def _in_words() -> Iterator[None]:
    try:
        yield
    except BackupProblem as problem:
        raise CommandError(str(problem)) from None
    except StoreFailure as failure:
        raise CommandError(f"{failure.reason} ({failure})") from None
    except OSError as error:
        raise CommandError(f"{error.filename or 'the backup'} cannot be written: {error.strerror or error}") from None


def backup(into: Path) -> Manifest:
    """Write everything into a file, while Jambo runs or not. Raises CommandError."""
    with _in_words(), database() as (address, _):
        return dump(address, into)


def restore(file: Path, sure: Callable[[int], bool]) -> tuple[Manifest, Path | None]:
    """Bring a backup back in the place of all there is, which is kept as one more backup first. Raises CommandError.

    Args:
        file: the backup; sure: is asked, with the number of jobs there are, whether they may be replaced.

    Returns:
        What was brought back, and where what it took the place of was kept.
    """
    with _in_words():
        verify(file)
        with database(alone=True) as (address, owner):
            jobs, strangers = holds(owner)
            if strangers:
                said = ", ".join(strangers[:5])
                raise CommandError(f"the database holds tables that are not Jambo's ({said}); nothing was changed")
            before = None
            if jobs:
                if not sure(jobs):
                    raise CommandError("nothing was changed")
                before = keep(owner, folder(), "before-restore")
            return load(owner, address, file), before


def check(file: Path | None) -> Iterator[str]:
    """Name everything that is wrong with a backup; or with what is kept, held against the newest backup there is. Raises CommandError."""
    if file is not None:
        try:
            verify(file)
        except BackupProblem as problem:
            yield str(problem)
        return
    with _in_words(), database() as (_, owner):
        kept = Database(owner)
        try:
            yield from what_is_wrong(kept)
            if backups := kept_in(folder()):
                newest = folder() / backups[-1][2]
                for table in NEVER_CHANGED:
                    yield from what_is_gone(kept, table, rows_of(newest, table))
        finally:
            kept.close()
