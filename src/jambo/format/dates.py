"""Days and moments by the clock on the wall, as every format and every form writes them: in years that somebody can mean."""

from __future__ import annotations

import re
from collections.abc import Callable
from datetime import date, datetime
from typing import Annotated, TypeVar

from pydantic import AfterValidator, BeforeValidator, PlainSerializer, WithJsonSchema

FIRST_YEAR, LAST_YEAR = 2000, 2100  # a year typed with two digits is the year 26, which nobody means

_MOMENT = r"^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?$"
_DAY = r"^\d{4}-\d{2}-\d{2}$"
_Date = TypeVar("_Date", bound=date)


def _written(pattern: str, such_as: str) -> Callable[[object], object]:
    """Take what is written as the pattern says, and nothing else; what was read already stays."""

    def check(said: object) -> object:
        if isinstance(said, date) or (isinstance(said, str) and re.fullmatch(pattern, said)):
            return said
        raise ValueError("this is not a day as it is written here", f'such as "{such_as}", without a zone')

    return check


def in_years(at: _Date) -> _Date:
    """Give a day or a moment back. Raises ValueError for a year that nobody can mean."""
    if FIRST_YEAR <= at.year <= LAST_YEAR:
        return at
    raise ValueError(f"the year {at.year:04d} cannot be meant", f"a year from {FIRST_YEAR} to {LAST_YEAR}")


def _whole(at: datetime) -> datetime:
    return at.replace(second=0, microsecond=0)


Moment = Annotated[
    datetime,
    BeforeValidator(_written(_MOMENT, "2026-11-30T07:00")),
    AfterValidator(_whole),
    AfterValidator(in_years),
    PlainSerializer(lambda at: at.isoformat(timespec="minutes"), return_type=str, when_used="json"),
    WithJsonSchema({"type": "string", "pattern": _MOMENT, "description": "A moment by the clock on the wall."}),
]
Day = Annotated[
    date,
    BeforeValidator(_written(_DAY, "2026-12-02")),
    AfterValidator(in_years),
    WithJsonSchema({"type": "string", "pattern": _DAY}),
]
