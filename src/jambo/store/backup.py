"""Everything that is kept, written into one file while writers go on, and brought back from it: `jambo-backup/1` (docs/FORMAT.md).

A zip file: a table is one member of JSON lines, a photograph one member as it is kept, and `jambo-backup.json`, written last, has the
digest of each. What stands in it is of one moment: what was acknowledged before it began, and nothing by halves.
"""

from __future__ import annotations

import hashlib
import os
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Self, cast

import orjson
import pymysql
from pymysql.cursors import SSDictCursor

import jambo
from jambo.store.database import Row, Transaction
from jambo.store.failures import told_as_failure
from jambo.store.migrate import RIGHTS, alone, known, migrate
from jambo.store.servers import connect

FORMAT = "jambo-backup/1"
MANIFEST = "jambo-backup.json"
# who has a backup signs in nowhere with it: phones are paired anew; and who looked at what then is of no use
SECRETS = ("device", "pairing", "attempt")
PASSING = ("here", "turn")
TABLES = tuple(table for table in RIGHTS if table not in ("migration", *SECRETS, *PASSING))
PICTURES = {"picture": "photos/{id}", "small": "photos/{id}-small"}  # columns of `photo` that are members of their own
ANSWER_SECONDS = 900.0
AT_ONCE = 200  # rows inserted with one statement


class BackupProblem(ValueError):
    """A file that is no whole backup, or cannot be brought back; says why."""


@dataclass(frozen=True)
class Manifest:
    """What a backup says of itself: when it was taken (UTC), the migration its tables are at, and its members' digests and rows."""

    taken_at: str
    migration: int
    version: str
    members: dict[str, dict[str, Any]]

    @property
    def jobs(self) -> int:
        """How many jobs stand in it, those off the board too."""
        return int(self.members["job.jsonl"]["rows"])


class _Digesting:
    """A member being written, with its digest."""

    def __init__(self, archive: zipfile.ZipFile, name: str, members: dict[str, dict[str, Any]], *, pack: bool) -> None:
        self.rows, self.sum = 0, hashlib.sha256()
        info = zipfile.ZipInfo(name, datetime.now(UTC).timetuple()[:6])
        info.compress_type = zipfile.ZIP_DEFLATED if pack else zipfile.ZIP_STORED
        self.out = archive.open(info, "w", force_zip64=True)
        self.name, self.members = name, members

    def write(self, data: bytes) -> None:
        self.out.write(data)
        self.sum.update(data)

    def __enter__(self) -> Self:
        return self

    def __exit__(self, *_: object) -> None:
        self.out.close()
        self.members[self.name] = {"sha256": self.sum.hexdigest(), "rows": self.rows}


def dump(address: str, into: Path) -> Manifest:
    """Write everything into a file, which is there whole or not at all. Raises StoreFailure, OSError.

    Args:
        address: of the database, under any account that may read it; into: the file, taken the place of if it is there.
    """
    part = into.with_name(into.name + ".part")
    try:
        with _snapshot(address) as connection, zipfile.ZipFile(part, "w") as archive:
            part.chmod(0o600)  # the record, photographs and addresses of calendars are nobody else's
            members: dict[str, dict[str, Any]] = {}
            for column, name in PICTURES.items():
                for row in _rows(connection, f"SELECT id, {column} AS data FROM photo ORDER BY id"):
                    with _Digesting(archive, name.format(id=row["id"]), members, pack=False) as of:
                        of.write(row["data"])
            there = {next(iter(row.values())) for row in _rows(connection, "SHOW TABLES")}
            for table in (table for table in TABLES if table in there):  # others come with a later migration
                with _Digesting(archive, f"{table}.jsonl", members, pack=True) as of:
                    for row in _rows(connection, f"SELECT {_columns(connection, table)} FROM {table} ORDER BY 1, 2"):
                        of.write(orjson.dumps(row, default=str, option=orjson.OPT_PASSTHROUGH_DATETIME) + b"\n")
                        of.rows += 1
            at = max(row["number"] for row in _rows(connection, "SELECT number FROM migration"))
            made = Manifest(f"{datetime.now(UTC):%Y-%m-%dT%H:%M:%SZ}", at, jambo.__version__, members)
            archive.writestr(MANIFEST, orjson.dumps({"format": FORMAT, **made.__dict__}, option=orjson.OPT_INDENT_2))
        with part.open("rb") as whole:
            os.fsync(whole.fileno())
        part.replace(into)
    finally:
        part.unlink(missing_ok=True)
    return made


@contextmanager
def _snapshot(address: str) -> Iterator[pymysql.Connection[SSDictCursor]]:
    """A connection that sees everything as it is at one moment, whatever others write."""
    with told_as_failure():
        opened = connect(address, ANSWER_SECONDS, cursorclass=SSDictCursor)
        connection = cast("pymysql.Connection[SSDictCursor]", opened)
        try:
            with connection.cursor() as cursor:
                cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")
                cursor.execute("START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY")
            yield connection
        finally:
            connection.close()


def _rows(connection: pymysql.Connection[SSDictCursor], sql: str) -> Iterator[Row]:
    with connection.cursor() as cursor:
        cursor.execute(sql)
        yield from cursor.fetchall_unbuffered()


def _columns(connection: pymysql.Connection[SSDictCursor], table: str) -> str:
    """The columns of a table that stand in its rows, its key first; passphrases and keys of calendars stand in none, nor what is made of the others."""
    with connection.cursor() as cursor:
        cursor.execute(f"SHOW COLUMNS FROM {table}")
        return ", ".join(
            row["Field"]
            for row in cursor.fetchall()
            if row["Field"] not in {*PICTURES, "passphrase", "secret"} and "VIRTUAL" not in row["Extra"]
        )


def verify(file: Path) -> Manifest:
    """Read a backup through and hold every member against its digest. Raises BackupProblem for one that is not whole."""
    with _opened(file) as archive:
        made = _manifest(archive, file)
        there = set(archive.namelist()) - {MANIFEST}
        for name in [*made.members.keys() - there, *there - made.members.keys()]:
            raise BackupProblem(f"{file}: {name} is {'not there' if name in made.members else 'none of its members'}")
        for name, of in made.members.items():
            total = hashlib.sha256()
            try:
                with archive.open(name) as member:
                    while block := member.read(1 << 20):
                        total.update(block)
            except (zipfile.BadZipFile, OSError, ValueError) as error:
                raise BackupProblem(f"{file}: {name} cannot be read ({error})") from None
            if total.hexdigest() != of["sha256"]:
                raise BackupProblem(f"{file}: {name} is not as it was written")
    return made


@contextmanager
def _opened(file: Path) -> Iterator[zipfile.ZipFile]:
    try:
        archive = zipfile.ZipFile(file)
    except (zipfile.BadZipFile, OSError) as error:
        raise BackupProblem(f"{file} is no backup of Jambo: {error}") from None
    with archive:
        yield archive


def _manifest(archive: zipfile.ZipFile, file: Path) -> Manifest:
    try:
        said = orjson.loads(archive.read(MANIFEST))
        if said.pop("format") != FORMAT:
            raise BackupProblem(f"{file} is a backup of another format than {FORMAT}")
        made = Manifest(**said)
        if int(made.migration) < 1 or not {f"{table}.jsonl" for table in ("job", "log")} <= made.members.keys():
            raise KeyError("members")
    except (KeyError, TypeError, ValueError, AttributeError, OSError, zipfile.BadZipFile) as error:
        if isinstance(error, BackupProblem):
            raise
        raise BackupProblem(f"{file} is no whole backup of Jambo: it does not say what stands in it") from None
    return made


def rows_of(file: Path, table: str) -> Iterator[Row]:
    """The rows of a table as a backup has them."""
    with _opened(file) as archive, archive.open(f"{table}.jsonl") as member:
        for line in member:
            yield orjson.loads(line)


def holds(owner: str) -> tuple[int, list[str]]:
    """How many jobs a database holds, and which tables of others stand in it. Raises StoreFailure."""
    with alone(owner) as t:
        tables = _tables(t)
        if "migration" not in tables:
            return 0, sorted(tables - {*RIGHTS})
        at = max((row["number"] for row in t.rows("SELECT number FROM migration")), default=0)
        # tables of a newer Jambo are Jambo's
        strangers = [] if at > max(known()) else sorted(tables - {*RIGHTS, RESTORING})
        row = t.row("SELECT COUNT(*) AS n FROM job") if "job" in tables else None
        return (int(row["n"]) if row else 0), strangers


def _tables(t: Transaction) -> set[str]:
    rows = t.rows("SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()")
    return {row["name"] for row in rows}


RESTORING = (
    "restoring"  # a table that is there while a backup is brought back: what is broken off is told at the next start
)


def load(owner: str, application: str, file: Path) -> Manifest:
    """Bring a backup back in the place of all that is in a database, then bring its tables up to date.

    Args:
        owner, application: addresses of the database as for `migrate`; file: a backup, held against its digests first.

    Raises:
        BackupProblem: it is not whole, or of a newer Jambo; nothing was changed.
        StoreFailure: the database refuses; the next start says that it was broken off.
    """
    made = verify(file)
    if made.migration > max(known()):
        raise BackupProblem(f"{file} was made by a newer Jambo ({made.version}); bring it back with that one")
    with alone(owner) as t:
        t.run("SET FOREIGN_KEY_CHECKS = 0")
        t.run(f"CREATE TABLE IF NOT EXISTS {RESTORING} (file VARCHAR(400) NOT NULL)")
        for table in _tables(t) - {RESTORING}:
            t.run(f"DROP TABLE `{table}`")
    migrate(owner, application, upto=made.migration, restoring=True)
    with alone(owner) as t, _opened(file) as archive:
        t.run("SET FOREIGN_KEY_CHECKS = 0")
        t.run("START TRANSACTION")
        for table in TABLES:
            if f"{table}.jsonl" in made.members:
                _insert(t, table, file, archive)
        t.run("COMMIT")
        t.run(f"DROP TABLE {RESTORING}")
    migrate(owner, application)
    return made


def _insert(t: Transaction, table: str, file: Path, archive: zipfile.ZipFile) -> None:
    batch: list[Row] = []

    def keep() -> None:
        if batch:
            columns = [*batch[0]]
            places = ", ".join(["(" + ", ".join(["%s"] * len(columns)) + ")"] * len(batch))
            t.run(
                f"INSERT INTO {table} ({', '.join(f'`{c}`' for c in columns)}) VALUES {places}",
                [row[c] for row in batch for c in columns],
            )
            batch.clear()

    for row in rows_of(file, table):
        if table == "photo":
            row |= {column: archive.read(name.format(id=row["id"])) for column, name in PICTURES.items()}
        batch.append(row)
        if len(batch) >= (1 if table == "photo" else AT_ONCE):
            keep()
    keep()
