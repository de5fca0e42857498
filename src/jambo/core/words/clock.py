"""Moments and lengths of time as they are told."""

from __future__ import annotations

from datetime import date, datetime


def at_the_wall(moment: datetime) -> str:
    """A moment as the document writes it."""
    return moment.isoformat(timespec="minutes")


def spoken(moment: datetime) -> str:
    """A moment as a carpenter says it: "Thu 26 Nov, 15:10"."""
    return f"{on_day(moment)}, {moment:%H:%M}"


def on_day(day: date) -> str:
    """A day as a carpenter says it: "Thu 26 Nov"."""
    return f"{day:%a} {day.day} {day:%b}"


def far(moment: datetime) -> str:
    """A day further ahead than a plan looks, with its year: "2 Dec 2099"."""
    return f"{moment.day} {moment:%b %Y}"


def in_hours(minutes: int) -> str:
    """Minutes as a carpenter says them: "6 h 15"."""
    hours, rest = divmod(minutes, 60)
    return f"{rest} min" if not hours else f"{hours} h" if not rest else f"{hours} h {rest:02d}"
