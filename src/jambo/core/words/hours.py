"""Hours of the week as a crew says them (handbook 29): "7 to half past 3, Friday to 12, break 12 to half past"."""

from __future__ import annotations

import re
from collections.abc import Iterator
from itertools import groupby

from jambo.core.frozen import dataclass

DAYS = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
ACCEPTED = 'say it like "7 to half past 3, Friday to 12, break 12 to 12:30" or "Sat 8 to noon"'
NOON, DAY = 12 * 60, 24 * 60
EARLIEST = 5 * 60  # a start before that is one of the afternoon
MOST_TEXT = 200


class NotHours(ValueError):
    """A text that says no hours. `reason` says why, `accepted` what would do."""

    def __init__(self, reason: str, accepted: str = ACCEPTED) -> None:
        super().__init__(f"{reason}; {accepted}")
        self.reason = reason
        self.accepted = accepted


@dataclass(frozen=True, slots=True)
class SaidShift:
    """Working time on some days of the week, in minutes from midnight."""

    days: tuple[str, ...]
    begin: int
    end: int


@dataclass(frozen=True, slots=True)
class _Token:
    """A stretch of the text: days, a time in minutes, or a word between them. `sure` says that its half of the day was said."""

    what: str
    days: tuple[str, ...] = ()
    time: int = 0
    sure: bool = False


_DAY = r"mon|tues?|wed(?:nes)?|thu(?:rs?)?|fri|sat(?:ur)?|sun"
_HOUR = r"(?P<{0}>\d{{1,2}})"
_PATTERNS = (
    ("days", r"(?P<all>every ?day|daily|weekdays|weekends?)"),
    ("days", rf"(?P<day>{_DAY})(?:days?)?\b\.?"),
    ("none", r"(?:no|without)(?: an?y?)? (?:break|lunch|dinner)"),
    ("break", r"(?:break|lunch|dinner|smoko)(?: from| at)?"),
    ("time", rf"half(?: past)?\s+{_HOUR.format('half')}(?:\s*(?P<half_m>am|pm))?"),
    ("time", rf"quarter\s+past\s+{_HOUR.format('past')}(?:\s*(?P<past_m>am|pm))?"),
    ("time", rf"quarter\s+to\s+{_HOUR.format('before')}(?:\s*(?P<before_m>am|pm))?"),
    ("half", r"half an hour(?:'s)?|half(?: past)?"),
    ("time", r"(?P<noon>noon|midday)"),
    ("time", r"(?P<h>\d{1,2})(?:[:.h]?(?P<m>[0-5]\d))?\s*(?:o'?clock)?\s*(?P<hm>am|pm|a\.m\.|p\.m\.)?"),
    ("to", r"-|–|to|till|until|til"),
    ("from", r"from|at"),
    ("and", r"[,;&+]|and|with|on"),
)  # fmt: skip


def _tokens(text: str) -> Iterator[_Token]:
    at = 0
    while at < len(text):
        if text[at].isspace():
            at += 1
            continue
        for what, pattern in _PATTERNS:
            found = re.compile(pattern + r"(?!\w)", re.I).match(text, at)
            if found is not None:
                yield _token(what, found)
                at = found.end()
                break
        else:
            raise NotHours(f"“{text[at : at + 20].split()[0]}” was not understood")


def _token(what: str, found: re.Match[str]) -> _Token:
    said = {name: value for name, value in found.groupdict().items() if value is not None}
    if what == "days":
        if "day" in said:
            return _Token(what, days=(next(d for d in DAYS if said["day"].lower().startswith(d)),))
        text = said["all"].lower()
        return _Token(what, days=DAYS[:5] if text == "weekdays" else DAYS[5:] if text.startswith("weekend") else DAYS)
    if what != "time":
        return _Token(what)
    if "noon" in said:
        return _Token(what, time=NOON, sure=True)
    name = next(n for n in ("half", "past", "before", "h") if n in said)
    hour, more = int(said[name]), {"half": 30, "past": 15, "before": -15}.get(name, int(said.get("m", 0)))
    half = (said.get(f"{name}_m") or said.get("hm", "")).lower().replace(".", "")
    if hour > 24 or (half and hour > 12):
        raise NotHours(f"there is no {hour} o'clock")
    if half:
        hour = hour % 12 + (12 if half == "pm" else 0)
    return _Token(what, time=hour * 60 + more, sure=bool(half) or hour > 12 or found[0].startswith("0"))


@dataclass
class _Said:
    """What has been heard so far: hours by day, the usual ones, and the breaks."""

    by_day: dict[str, tuple[int, int]]
    usual: tuple[int, int] | None = None
    pause: tuple[int, int] | None = None


def heard_hours(text: str) -> tuple[SaidShift, ...]:
    """Hear somebody's hours of the week.

    Args:
        text: as it is said. Where no days are named they are Monday to Friday; a later clause is of its days alone.

    Returns:
        Shifts, those of the same days together, each before and after its break.

    Raises:
        NotHours: for what is not understood, or cannot be.
    """
    if len(text) > MOST_TEXT:
        raise NotHours(f"{len(text)} characters are too long, {MOST_TEXT} at most")
    tokens = [*_tokens(text.strip().lower())]
    if not tokens:
        raise NotHours("nothing is written here")
    said, at = _Said({}), 0
    while at < len(tokens):
        at = _clause(said, tokens, at)
    if not said.by_day:
        raise NotHours("no hours are said, from when to when")
    return tuple(_shifts(said))


def _clause(said: _Said, tokens: list[_Token], at: int) -> int:
    """Hear one clause: its days, and their hours or their break. Gives the place after it."""
    days, at = _days(tokens, at)
    if at + 1 < len(tokens) and (tokens[at].what, tokens[at + 1].what) == ("half", "break"):  # `half an hour lunch`
        said.pause = (NOON, NOON + 30)
        return at + 2
    pause = at < len(tokens) and tokens[at].what in ("break", "none")
    if pause and tokens[at].what == "none":
        said.pause = None
        return at + 1
    at += pause
    if at < len(tokens) and tokens[at].what == "half" and pause:  # half an hour, at noon
        said.pause = (NOON, NOON + 30)
        return at + 1
    begin, end, at = _span(tokens, at)
    if begin is None and end is None:
        if days or pause:
            raise NotHours("a day or a break is named, and no hours")
        return at + 1  # a comma
    if pause:
        said.pause = _pause(begin, end)
        return at
    first, last = _whole(begin, end, said.usual)
    said.usual = said.usual or (first, last)
    for day in days or DAYS[:5]:
        said.by_day[day] = (first, last)
    return at


def _days(tokens: list[_Token], at: int) -> tuple[list[str], int]:
    """The days a clause begins with: one, a range, or several."""
    days: list[str] = []
    while at < len(tokens):
        if tokens[at].what == "days":
            days += [d for d in tokens[at].days if d not in days]
            at += 1
        elif tokens[at].what == "to" and days and at + 1 < len(tokens) and tokens[at + 1].what == "days":
            until = DAYS.index(tokens[at + 1].days[-1])
            begin = DAYS.index(days[-1])
            days += [DAYS[n % 7] for n in range(begin + 1, until + 1 + (7 if until < begin else 0))]
            at += 2
        elif tokens[at].what == "and":
            at += 1
        else:
            break
    return days, at


def _span(tokens: list[_Token], at: int) -> tuple[_Token | None, _Token | None, int]:
    """From when to when, as far as it is said."""
    begin = end = None
    if at < len(tokens) and tokens[at].what == "from":
        at += 1
    if at < len(tokens) and tokens[at].what == "time":
        begin, at = tokens[at], at + 1
    if at < len(tokens) and tokens[at].what == "to":
        at += 1
        if at < len(tokens) and tokens[at].what == "time":
            end, at = tokens[at], at + 1
        elif at < len(tokens) and tokens[at].what == "half" and begin is not None:  # `12 to half past`
            end, at = _Token("time", time=begin.time // 60 * 60 + 30, sure=begin.sure), at + 1
        else:
            raise NotHours("it is not said until when")
    return begin, end, at


def _whole(begin: _Token | None, end: _Token | None, usual: tuple[int, int] | None) -> tuple[int, int]:
    """A clause's hours: what it leaves out is as usual; an hour of the afternoon is said as on a clock."""
    if (begin is None or end is None) and usual is None:
        raise NotHours("it is not said " + ("from" if begin is None else "until") + " when")
    first = usual[0] if begin is None and usual else begin.time if begin else 0
    if begin is not None and not begin.sure and first < EARLIEST:
        first += NOON
    last = usual[1] if end is None and usual else end.time if end else 0
    if end is not None and not end.sure and last <= first:
        last += NOON
    if last <= first:
        raise NotHours("work past midnight is said as two days")
    if not 0 <= first < last <= DAY - 1:
        raise NotHours(f"{_clock(first)} to {_clock(last)} is no working time")
    return first, last


def _pause(begin: _Token | None, end: _Token | None) -> tuple[int, int]:
    first = begin.time if begin is not None else NOON
    if begin is not None and not begin.sure and first < EARLIEST + 60:
        first += NOON
    if end is None:
        return first, first + 30
    last = end.time if end.sure or end.time > first else end.time + NOON
    if not first < last < DAY:
        raise NotHours(f"{_clock(first)} to {_clock(last)} is no break")
    return first, last


def _clock(minutes: int) -> str:
    """A time of day as the plan's document writes it."""
    return f"{minutes // 60:02d}:{minutes % 60:02d}"


def at_clock(shift: SaidShift) -> tuple[str, str]:
    """From when to when a shift is, as the plan's document writes it: "07:00", "15:30"."""
    return _clock(shift.begin), _clock(shift.end)


def _shifts(said: _Said) -> Iterator[SaidShift]:
    """The hours of each day parted by its break, days of the same hours together."""
    order = sorted(said.by_day, key=lambda day: (said.by_day[day], DAYS.index(day)))
    groups = [(hours, tuple(days)) for hours, days in groupby(order, key=lambda day: said.by_day[day])]
    for (begin, end), days in sorted(groups, key=lambda group: DAYS.index(group[1][0])):
        low, high = said.pause or (0, 0)
        if begin < low and high < end:
            yield SaidShift(days, begin, low)
            yield SaidShift(days, high, end)
        else:
            yield SaidShift(days, begin, end)
