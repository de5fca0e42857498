"""Which versions keep their content: every one of today and yesterday, the last of each day before, and what work was done by."""

from datetime import UTC, datetime, timedelta, timezone

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jambo.core.job.versions import Version, to_let_go

NOW = datetime(2026, 12, 1, 9, tzinfo=UTC)


def at(text):
    """A moment such as "29 17:05" of November."""
    day, time = text.split()
    return datetime.fromisoformat(f"2026-11-{day}T{time}:00+00:00")


def made(*texts):
    return [
        Version(n, at(text.partition("<")[0]), int(text.partition("<")[2] or 0) or None)
        for n, text in enumerate(texts, 1)
    ]


@pytest.mark.parametrize(
    ("versions", "worked", "gone"),
    [
        (made(), [], []),
        (made("20 07:00"), [], []),
        (made("20 07:00", "20 07:01", "20 16:00"), [], [1, 2]),
        (made("20 07:00", "20 16:00", "21 07:00", "21 08:00"), [], [1, 3]),
        (made("28 07:00", "29 23:59", "30 00:00", "30 07:00"), [], []),  # yesterday's all stay, from its first moment on
        (made("29 07:00", "29 08:00", "30 00:00"), [], [1]),
        # what stood when something was cut stays: the newest that was made by then
        (made("20 07:00", "20 08:00", "20 09:00"), ["20 08:30"], [1]),
        (made("20 07:00", "20 08:00", "20 09:00"), ["20 08:00"], [1]),  # at the very moment
        (made("20 07:00", "20 08:00", "20 09:00"), ["20 07:59", "25 10:00"], [2]),
        (made("20 07:00", "20 08:00"), ["20 06:00"], [1]),  # before there was a plan
        # one that is kept and brought back the content of another keeps that one, for what follows from it
        (made("20 07:00", "20 08:00", "20 09:00<1"), [], [2]),
        (made("20 07:00", "20 08:00", "20 09:00<1", "20 10:00"), [], [1, 2, 3]),
    ],
)  # fmt: skip
def test_what_is_let_go(versions, worked, gone):
    assert to_let_go(versions, [at(text) for text in worked], NOW, UTC) == gone


def test_days_begin_where_the_machine_is():
    west = timezone(timedelta(hours=-8))
    evening = made("20 20:00", "21 02:00")  # noon and six in the evening of one day there
    assert (to_let_go(evening, [], NOW, UTC), to_let_go(evening, [], NOW, west)) == ([], [1])


@given(st.lists(st.integers(0, 60 * 24 * 40), max_size=40), st.lists(st.integers(0, 60 * 24 * 40), max_size=6))
def test_the_newest_and_the_last_of_each_day_and_what_was_worked_by_stay_whatever_happens(minutes, worked):
    start = NOW - timedelta(days=40)
    versions = [Version(n, start + timedelta(minutes=m)) for n, m in enumerate(sorted(minutes), 1)]
    moments = [start + timedelta(minutes=m) for m in worked]
    gone = set(to_let_go(versions, moments, NOW, UTC))
    last = {version.at.date(): version.number for version in versions}
    stood = {max((v.number for v in versions if v.at <= moment), default=0) for moment in moments}
    assert not gone & ({*last.values()} | stood)
    assert not any(v.number in gone for v in versions if v.at.date() >= (NOW - timedelta(days=1)).date())
