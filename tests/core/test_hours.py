"""Hours as a crew says them (handbook 29): days, afternoons, breaks, and a clear word for what says none."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jambo.core.words.hours import DAYS, NotHours, at_clock, heard_hours


def heard(text):
    return [f"{'-'.join(s.days)} {'-'.join(at_clock(s))}" for s in heard_hours(text)]


WEEK = "mon-tue-wed-thu-fri"


@pytest.mark.parametrize(
    ("text", "hours"),
    [
        ("7 to half past 3, Friday to 12", ["mon-tue-wed-thu 07:00-15:30", "fri 07:00-12:00"]),
        ("7-15:30", [f"{WEEK} 07:00-15:30"]),
        ("7am to 3 p.m.", [f"{WEEK} 07:00-15:00"]),
        ("quarter past 7 to quarter to 4", [f"{WEEK} 07:15-15:45"]),
        ("weekdays 7 to 3:30 with lunch at 12", [f"{WEEK} 07:00-12:00", f"{WEEK} 12:30-15:30"]),
        ("7 to 3, half an hour lunch", [f"{WEEK} 07:00-12:00", f"{WEEK} 12:30-15:00"]),
        ("7 to 3, break 11:30 to 12, Fri to noon", ["mon-tue-wed-thu 07:00-11:30", "mon-tue-wed-thu 12:00-15:00", "fri 07:00-12:00"]),
        ("Mon-Thu 6:30 - 4, Fri 6.30 to 1, no break", ["mon-tue-wed-thu 06:30-16:00", "fri 06:30-13:00"]),
        ("mon, wed and fri 8 to 4; sat 8 to noon", ["mon-wed-fri 08:00-16:00", "sat 08:00-12:00"]),
        ("7 to 3, fri from 9", ["mon-tue-wed-thu 07:00-15:00", "fri 09:00-15:00"]),
        ("every day 1 to 5", ["-".join(DAYS) + " 13:00-17:00"]),
        ("Sat to Mon 8 to 12", ["mon-sat-sun 08:00-12:00"]),
    ],
)  # fmt: skip
def test_hours_are_heard_as_they_are_said(text, hours):
    assert heard(text) == hours


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing is written"),
        ("Fri to 12", "from when"),
        ("Mon 7", "until when"),
        ("7 to", "until when"),
        ("25 to 30", "no 25 o'clock"),
        ("22 to 6", "past midnight"),
        ("7 to 3, Monday", "no hours"),
        ("seven to three", "“seven” was not understood"),
        ("7 to 3 " * 40, "too long"),
    ],
)
def test_what_says_no_hours_is_told(text, says):
    with pytest.raises(NotHours, match=says) as refused:
        heard_hours(text)
    assert "Friday to 12" in refused.value.accepted


@given(st.text(alphabet="0123456789:,;-. apmfrisunto", max_size=40))
def test_whatever_is_written_gives_hours_of_a_day_or_a_word(text):
    try:
        shifts = heard_hours(text)
    except NotHours as error:
        assert error.reason
        return
    assert shifts and all(0 <= s.begin < s.end < 24 * 60 and set(s.days) <= set(DAYS) and s.days for s in shifts)
