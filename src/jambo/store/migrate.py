"""The tables: numbered migrations, forward only, and what the application's own account may do with each table.

Migrations run under an account that owns the tables; the application works under one that can add to the record and
read it, and nothing else. Every statement of a migration may run twice, because MariaDB commits definitions as it goes:
a start that is killed half way is simply done again.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from jambo.store.database import Transaction
from jambo.store.failures import Busy, told_as_failure
from jambo.store.once import forget_old
from jambo.store.servers import connect

MIGRATIONS = Path(__file__).with_name("migrations")
LOCK_SECONDS = 60
ANSWER_SECONDS = 900.0  # a definition over a long table takes its time

_CHANGED, _ADDED = "SELECT, INSERT, UPDATE", "SELECT, INSERT"
RIGHTS = {  # what the application may do; a table that is not named here it cannot even read
    "crew_rules": _CHANGED,
    "job": _CHANGED,
    "wall": _CHANGED,
    "opening": _CHANGED,
    "stock": _CHANGED,
    "opening_version": _ADDED,
    "reading": _ADDED,
    "log": _ADDED,
    "photo": f"{_ADDED}, UPDATE (picture, small)",  # to erase it: a trigger lets nothing else through
    "photo_taken_out": _ADDED,
    "feed": _CHANGED,
    "cutting_plan": _CHANGED,
    "once": f"{_CHANGED}, DELETE",
    "here": f"{_CHANGED}, DELETE",
    "turn": _CHANGED,
    "person": _CHANGED,
    "device": _CHANGED,
    "pairing": _CHANGED,
    "share": f"{_ADDED}, DELETE",
    "attempt": f"{_ADDED}, DELETE",
    "migration": "SELECT",
}


class NewerDatabase(RuntimeError):
    """The database was made by a newer Jambo; this one leaves it alone."""


def known() -> dict[int, Path]:
    """Give the migrations this program has, by number."""
    return {int(path.name.split("_")[0]): path for path in sorted(MIGRATIONS.glob("[0-9]*.sql"))}


def done(t: Transaction) -> set[int]:
    """Give the numbers of the migrations a database has had; none while it has no tables."""
    sql = "SELECT 1 FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'migration'"
    if t.row(sql) is None:
        return set()
    return {row["number"] for row in t.rows("SELECT number FROM migration")}


class BrokenOff(RuntimeError):
    """Bringing a backup back was broken off: what is there is no whole of anything."""


def pending(owner: str) -> tuple[list[str], bool]:
    """The names of the migrations a database has not had yet, and whether it has had any. Raises StoreFailure, NewerDatabase."""
    with alone(owner) as t:
        had = _had(t)
    return [path.stem for number, path in known().items() if number not in had], bool(had)


def migrate(owner: str, application: str, upto: int | None = None, restoring: bool = False) -> list[str]:
    """Bring the tables up to date and give the application its rights to them. Any number may call this at once.

    Args:
        owner: address of the database under the account that may define tables.
        application: address under the account the application works with; the same address gives it no rights.
        upto: the last migration to run, all of them if None; restoring: a backup is being brought back.

    Returns:
        The names of the migrations that ran.

    Raises:
        NewerDatabase: it has migrations this program does not know; nothing was changed.
        BrokenOff: a backup was half brought back; nothing was changed.
        StoreFailure: it cannot be reached, or refuses.
        ValueError: an address is none.
    """
    ran = []
    with alone(owner) as t:
        if not restoring and t.row("SHOW TABLES LIKE 'restoring'"):
            raise BrokenOff(
                "bringing a backup back was broken off, and what is there is not whole. Do it again: ./jambo restore FILE"
            )
        had, ours = _had(t), {n: path for n, path in known().items() if upto is None or n <= upto}
        if ours.keys() - had:
            t.run("CREATE TABLE IF NOT EXISTS migration (number INT NOT NULL PRIMARY KEY, name VARCHAR(120) NOT NULL)")
        for number in sorted(ours.keys() - had):
            for statement in statements(ours[number].read_text(encoding="utf-8")):
                t.run(statement)
            t.run("INSERT IGNORE INTO migration (number, name) VALUES (%s, %s)", [number, ours[number].stem])
            ran.append(ours[number].stem)
        if t.row("SHOW TABLES LIKE 'once'"):
            forget_old(t)
        if application != owner:
            account = _account(application)
            there = {next(iter(row.values())) for row in t.rows("SHOW TABLES")}
            for table, rights in RIGHTS.items():
                if table not in there:
                    continue  # of a migration that is still to come
                t.run(f"GRANT {rights} ON {table} TO %s@%s", account)
    return ran


def _account(address: str) -> list[str]:
    """The account behind an address, as the server names it: user and host. It needs no right to anything yet."""
    with told_as_failure():
        connection = connect(address, database=None)
        try:
            with connection.cursor() as cursor:
                cursor.execute("SELECT CURRENT_USER() AS account")
                return str(cursor.fetchall()[0]["account"]).rsplit("@", 1)
        finally:
            connection.close()


def _had(t: Transaction) -> set[int]:
    had, newest = done(t), max(known())
    if had and max(had) > newest:
        raise NewerDatabase(
            f"this database was made by a newer Jambo (its tables are at {max(had)}, this one knows {newest}). "
            "It is left as it is; use the newer Jambo, or bring back the backup that was made before the upgrade (docs/RUNNING.md)"
        )
    return had


@contextmanager
def alone(owner: str) -> Iterator[Transaction]:
    """A connection of its own on which every statement is kept at once, while nobody else migrates."""
    with told_as_failure():
        connection = connect(owner, ANSWER_SECONDS, autocommit=True)
        try:
            with connection.cursor() as cursor:
                t = Transaction(cursor)
                lock = "SELECT GET_LOCK(CONCAT('jambo-migrations-', DATABASE()), %s) AS got"
                got = t.row(lock, [LOCK_SECONDS])
                if not got or got["got"] != 1:
                    raise Busy("another Jambo is bringing the database up to date")
                yield t
        finally:
            connection.close()  # and with it the lock


def statements(sql: str) -> list[str]:
    """Split a migration into statements; comments are dropped. Statements end with a semicolon at a line's end."""
    bare = re.sub(r"^\s*--.*$", "", sql, flags=re.M)
    return [part.strip() for part in re.split(r";\s*$", bare, flags=re.M) if part.strip()]
