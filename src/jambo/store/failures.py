"""What a database can answer instead of doing as asked, told as what it is.

StoreFailure            the work was not done; `reason` says why, in words
  Unreachable           nobody answers, or the answer broke off
  Busy                  others hold what is needed; nothing was written, so asking again is safe
    Aside               a server of a cluster went away before it was asked to keep anything; another may be asked
  Full                  there is no room to write in
  Unfit                 tables, columns or rights are not those this program needs
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

import pymysql

_KEPT = "Nothing already saved is lost"


class StoreFailure(RuntimeError):
    """The database did not do what it was asked."""

    kind = "failed"
    words = "the database said: {said}"

    def __init__(self, detail: str = "") -> None:
        super().__init__(detail)

    @property
    def reason(self) -> str:
        """Why, in words for a screen."""
        return self.words.format(said=self)


class Unreachable(StoreFailure):
    """The database does not answer. What was acknowledged is safe; what was being written may or may not be."""

    kind = "unreachable"
    words = f"the database does not answer. {_KEPT}; it is asked again in a moment"


class Busy(StoreFailure):
    """Others hold what is needed (a deadlock, a lock or a connection not had in time). Nothing was written."""

    kind = "busy"
    words = "others are saving at the same place just now. Nothing was changed; try again in a moment"


class Aside(Busy):
    """The server of a cluster that was asked is out of it, or away. Nothing was written."""

    words = (
        "the database server that was asked is away, and another is asked. Nothing was changed; try again in a moment"
    )


class Full(StoreFailure):
    """The database has no room to write in."""

    kind = "full"
    words = f"the disk under the database is full, so nothing new can be kept. {_KEPT}; make room and save again"


class Unfit(StoreFailure):
    """The database is not as this program needs it: a table or column is missing, or the account may not do this."""

    kind = "unfit"
    words = f"the database is not as this Jambo needs it ({{said}}). {_KEPT}; start Jambo again so that it can be brought up to date"


_CODES: dict[type[StoreFailure], frozenset[int]] = {
    Busy: frozenset({1205, 1213}),  # a lock not had in time, a deadlock
    Full: frozenset({3, 28, 1021, 1026, 1114}),  # no room for the file, on the disk, in the table
    Unfit: frozenset(
        # no right to the server, the database, a table, a column, a thing, a trigger; no such database, table, column
        {1044, 1045, 1049, 1054, 1142, 1143, 1146, 1227, 1419, 1698} | {1036, 1290, 1836}  # read-only
    ),
}
_BY_CODE = {code: kind for kind, codes in _CODES.items() for code in codes}
SIGNAL = 1644  # one of our own triggers refused


def failure_of(error: pymysql.MySQLError) -> StoreFailure | None:
    """Tell what a driver's error is.

    Args:
        error: what PyMySQL raised.

    Returns:
        The failure, or None for an error that is none of these: a statement that is wrong, a trigger that refused.
    """
    code = error.args[0] if error.args and isinstance(error.args[0], int) else 0
    said = str(error.args[1]) if len(error.args) > 1 else str(error)
    if code in _BY_CODE:
        return _BY_CODE[code](said)
    if code != SIGNAL and isinstance(error, pymysql.err.OperationalError | pymysql.err.InterfaceError):
        return Unreachable(said)
    return None


@contextmanager
def told_as_failure() -> Iterator[None]:
    """Raise what the driver raises inside as the failure it is."""
    try:
        yield
    except pymysql.MySQLError as error:
        failure = failure_of(error)
        if failure is None:
            raise
        raise failure from error
