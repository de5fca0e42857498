"""Connections: a bounded number of them, and transactions. How the tables come to be is told in `migrate`."""

from __future__ import annotations

import contextlib
import threading
import time
from collections import deque
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from typing import Any

import pymysql
from pymysql.cursors import DictCursor

from jambo.store import once, servers
from jambo.store.failures import Aside, Busy, Unreachable, failure_of, told_as_failure
from jambo.store.servers import Connection, Place, Servers

Row = dict[str, Any]

CONNECTIONS = 16


class Database:
    """Connections to one MariaDB database, bounded in number and in what is waited for. Raises `StoreFailure`.

    A pool of our own: those to be had connect under a lock of theirs, so that one server that hangs makes everybody queue.
    """

    def __init__(self, url: str) -> None:
        self._servers = Servers(url)
        self._free = threading.BoundedSemaphore(CONNECTIONS)
        self._idle: dict[Place, deque[Connection]] = {place: deque() for place in self._servers.places}
        with self.transaction():
            pass

    @contextmanager
    def transaction(self, *, writes: bool = False) -> Iterator[Transaction]:
        """Run one transaction: committed at the end, rolled back if anything raises. Raises StoreFailure.

        Args:
            writes: read what was committed last and not what stood when it began, so that what is read under a lock is
                what is there. Without it everything read in one transaction is of one moment.
        """
        if not self._free.acquire(timeout=servers.WAIT_SECONDS):
            raise Busy("every connection is in use")
        try:
            with told_as_failure():
                connection = self._begun(writes)
            yield from self._run(connection, writes)
        finally:
            self._free.release()

    def _run(self, connection: Connection, writes: bool) -> Iterator[Transaction]:
        """Run what is begun. What a server of a cluster lost before it was asked to keep it is safely asked of another."""
        since, ends = time.monotonic(), False
        try:
            with told_as_failure(), self._put_back(connection), connection.cursor() as cursor:
                t = Transaction(cursor, cluster=self._servers.cluster)
                begun = once.begin(t) if writes else None
                yield t
                ends = True
                connection.commit()
                if begun is not None:
                    begun.done = True
        except Unreachable as failure:
            self._servers.failed(_place(connection), since)
            if self._servers.cluster and not ends:
                raise Aside(str(failure)) from failure
            raise

    def _begun(self, writes: bool) -> Connection:
        """A connection in a new transaction. Idle ones that broke meanwhile are let go: nothing was asked of them yet."""
        failed: Exception = Unreachable("it did not answer a moment ago")
        for place in self._servers.in_turn(writes=writes):
            while True:
                since, idle = time.monotonic(), self._pop(place)
                connection = idle
                try:
                    connection = connection or self._servers.open(place)
                    _begin(connection, writes, self._servers.cluster)
                except pymysql.MySQLError as error:
                    if not isinstance(failure_of(error), Unreachable):
                        raise
                    failed = error
                    if connection is not None:
                        _drop(connection)
                    if idle is None or time.monotonic() - since >= servers.ANSWER_SECONDS:
                        self._servers.failed(place, since)  # a new connection would not be had, or hang too
                        break
                else:
                    self._servers.answered(place)
                    return connection
        raise failed

    def _pop(self, place: Place) -> Connection | None:
        try:
            return self._idle[place].pop()
        except IndexError:
            return None

    @contextmanager
    def _put_back(self, connection: Connection) -> Iterator[None]:
        try:
            yield
        except BaseException:
            try:
                connection.rollback()
            except pymysql.MySQLError:  # it is gone, and the server rolls it back
                _drop(connection)
            else:
                self._idle[_place(connection)].append(connection)
            raise
        self._idle[_place(connection)].append(connection)

    def close(self) -> None:
        """Close every idle connection."""
        for place in self._servers.places:
            while (connection := self._pop(place)) is not None:
                _drop(connection)


def _begin(connection: Connection, writes: bool, cluster: bool) -> None:
    with connection.cursor() as cursor:
        if writes:
            cursor.execute("SET TRANSACTION ISOLATION LEVEL READ COMMITTED")  # of the next one only
        if not cluster:
            connection.begin()
            return
        # what any server of the cluster kept is there before it begins
        cursor.execute("SET SESSION wsrep_sync_wait = 1")
        connection.begin()
        cursor.execute("SET SESSION wsrep_sync_wait = 0")


def _place(connection: Connection) -> Place:
    return str(connection.host), int(connection.port)


def _drop(connection: Connection) -> None:
    with contextlib.suppress(pymysql.MySQLError, OSError):
        connection.close()


class Transaction:
    """One transaction's cursor with the three things a store does: run, read rows, read one."""

    def __init__(self, cursor: DictCursor, *, cluster: bool = False) -> None:
        self._cursor = cursor
        self._cluster, self._taken = cluster, set[str]()

    def run(self, sql: str, values: Sequence[Any] = ()) -> int:
        """Run a statement and give the number of rows it changed."""
        return int(self._cursor.execute(sql, tuple(values)))

    def take_turn(self, what: str) -> None:
        """Have something to oneself on every server of a cluster, where a lock holds on its own server alone.

        Of two that have it on two servers the one that ends last is refused as busy, and nothing of it is kept.
        """
        if self._cluster and what not in self._taken:
            self._taken.add(what)
            self.run("INSERT INTO turn (what, taken) VALUES (%s, 1) ON DUPLICATE KEY UPDATE taken = taken + 1", [what])

    def insert(self, sql: str, values: Sequence[Any] = ()) -> int:
        """Insert one row and give its id."""
        self.run(sql, values)
        return int(self._cursor.lastrowid)

    def rows(self, sql: str, values: Sequence[Any] = ()) -> list[Row]:
        """Read every row."""
        self._cursor.execute(sql, tuple(values))
        return list(self._cursor.fetchall())

    def row(self, sql: str, values: Sequence[Any] = ()) -> Row | None:
        """Read one row, or None."""
        self._cursor.execute(sql, tuple(values))
        return self._cursor.fetchone()
