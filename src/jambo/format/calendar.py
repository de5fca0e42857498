"""Calendars in the open form every calendar reads, iCalendar (RFC 5545): what happens when, and where. docs/FORMAT.md explains them."""

from __future__ import annotations

import re
import uuid
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import TYPE_CHECKING
from zoneinfo import ZoneInfo

if TYPE_CHECKING:
    from icalendar import Timezone

NAMESPACE = uuid.UUID("b1b7b7e2-6c0a-5f6e-9a51-1f2f0c9f6f0d")  # of the numbers made here


@dataclass(frozen=True, slots=True)
class Entry:
    """Something in a calendar, by the clock on the wall.

    Attributes:
        key: what it is, the same whenever it moves; begins, ends: without a zone, None where nobody knows the end.
        title, where, told: what is read of it.
    """

    key: str
    begins: datetime
    ends: datetime | None
    title: str
    where: str = ""
    told: str = ""


def uid_of(calendar: str, key: str) -> str:
    """The number of an entry: the same for the same calendar and key, so that a calendar moves it and does not add another.

    Args:
        calendar: which calendar, unlike any other's; key: of the entry.
    """
    return f"{uuid.uuid5(NAMESPACE, f'{calendar}/{key}')}@jambo"


def _text(said: str) -> str:
    """A text without what controls a machine: no calendar takes it, and older names may hold it."""
    return re.sub("[\\x00-\\x09\\x0b-\\x1f\\x7f]", "", said)


def calendar(name: str, which: str, entries: Iterable[Entry], zone: ZoneInfo | None, now: datetime) -> bytes:
    """Write a calendar.

    Args:
        name: what it is called; which: unlike any other calendar, and the same whenever it is written.
        entries: what is in it; zone: of the clock on the wall, None for that of whoever reads it; now: when it is written, in UTC.
    """
    from icalendar import Calendar, Event, vText

    made = Calendar()
    made.add("prodid", "-//Jambo//plan of work//EN")
    made.add("version", "2.0")
    made.add("method", "PUBLISH")
    for said in ("name", "x-wr-calname"):
        made.add(said, vText(_text(name)))
    entries = [*entries]
    if zone is not None and entries:
        years = [one.begins.year for one in entries]
        made.add_component(_zone(zone, min(years), max(years)))
    for one in entries:
        event = Event()
        event.add("uid", uid_of(which, one.key))
        event.add("dtstamp", now.astimezone(UTC).replace(microsecond=0))
        event.add("dtstart", one.begins.replace(tzinfo=zone))
        if one.ends is not None and one.ends > one.begins:
            event.add("dtend", one.ends.replace(tzinfo=zone))
        event.add("summary", _text(one.title))
        for what, text in (("location", one.where), ("description", one.told)):
            if text:
                event.add(what, _text(text))
        made.add_component(event)
    return bytes(made.to_ical())


def _zone(zone: ZoneInfo, first: int, last: int) -> Timezone:
    """A zone over some years and the one after, with its daylight saving.

    A change stands at the hour before it, as the standard has it; the library gives that after it where clocks go forward.
    """
    from icalendar import Timezone, TimezoneDaylight, TimezoneStandard, vDDDLists

    made = Timezone.from_tzinfo(zone, first_date=date(first, 1, 1), last_date=date(last + 2, 1, 1))
    for part in made.subcomponents:
        if not isinstance(part, TimezoneDaylight | TimezoneStandard):
            continue
        forward, begins = part.TZOFFSETTO - part.TZOFFSETFROM, part.DTSTART
        if forward > timedelta(0) and begins is not None:
            part.DTSTART = begins - forward
            again = part.get("RDATE")
            if isinstance(again, vDDDLists):
                del part["RDATE"]
                part.add("RDATE", [one.dt - forward for one in again.dts])
    return made
