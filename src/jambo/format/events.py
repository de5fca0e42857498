"""The record as it is kept: what a line holds, read and written event by event (`core/job/record.py`)."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter, ValidationError, with_config
from typing_extensions import TypedDict

from jambo.core.job.record import EVENTS, Event


@with_config({"strict": True, "extra": "allow"})
class Noted(TypedDict, total=False):
    """What nothing else is counted on of."""

    note: str


_ADAPTERS: dict[type[Any], TypeAdapter[Any]] = {}


def _adapter(of: type[Any]) -> TypeAdapter[Any]:
    if of not in _ADAPTERS:
        _ADAPTERS[of] = TypeAdapter(of)
    return _ADAPTERS[of]


def read_event(what: str, text: str) -> Event | None:
    """Read what a line of the record holds; None where it is nothing of its kind.

    Args:
        what: the word it is kept under, one of `EVENTS`; text: its detail, as kept JSON.
    """
    for of in EVENTS[what]:
        try:
            event: Event = _adapter(of).validate_json(text)
        except ValidationError:
            continue
        return event
    return None


def readable(what: str, text: str) -> bool:
    """Whether a line of the record can be read, whatever it is of."""
    if what in EVENTS:
        return read_event(what, text) is not None
    try:
        _adapter(Noted).validate_json(text)
    except ValidationError:
        return False
    return True


def as_kept(event: Event) -> dict[str, Any]:
    """Give what is kept of an event; what nobody said is left out."""
    kept: dict[str, Any] = _adapter(type(event)).dump_python(event, by_alias=True, exclude_defaults=True)
    return kept
