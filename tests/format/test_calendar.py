"""Calendars read back by another package: zones, daylight saving, numbers that stay, words with what they hold."""

from datetime import UTC, datetime
from zoneinfo import ZoneInfo

import pytest
import vobject

from jambo.format.calendar import Entry, calendar, uid_of

NOW = datetime(2026, 3, 20, 12, tzinfo=UTC)
OSLO = ZoneInfo("Europe/Oslo")


def read(text):
    """What a strict reader makes of it: every line folded and ended as it must be, every component whole."""
    said = text.decode()
    assert all(len(line.encode()) <= 75 for line in said.split("\r\n"))
    assert "\n" not in said.replace("\r\n", "")
    (made,) = vobject.readComponents(said, validate=True)
    return made


def entry(key="work/7:frame/0", day=27, title="101 Frame the opening", **more):
    return Entry(key, datetime(2026, 3, day, 7), datetime(2026, 3, day, 8, 15), title, **more)


@pytest.mark.parametrize(
    ("day", "utc"),
    [(27, 6), (28, 6), (29, 5), (30, 5)],  # the clocks go forward on the 29th at two in the morning
)
def test_seven_in_the_morning_is_seven_on_either_side_of_daylight_saving(day, utc):
    made = read(calendar("Ada", "job 1", [entry(day=day)], OSLO, NOW))
    begins = made.vevent.dtstart.value
    assert begins.astimezone(UTC) == datetime(2026, 3, day, utc, tzinfo=UTC)
    assert made.vevent.dtend.value - begins == datetime(2026, 1, 1, 8, 15) - datetime(2026, 1, 1, 7)
    assert made.vtimezone.tzid.value == "Europe/Oslo"


def test_without_a_zone_it_is_the_clock_of_who_reads_it():
    made = read(calendar("Ada", "job 1", [entry()], None, NOW))
    assert made.vevent.dtstart.value == datetime(2026, 3, 27, 7)
    assert not hasattr(made, "vtimezone")


def test_what_moves_keeps_its_number_and_others_have_their_own():
    first = read(calendar("Ada", "job 1", [entry(day=27)], OSLO, NOW)).vevent.uid.value
    assert read(calendar("Ada", "job 1", [entry(day=30, title="moved")], OSLO, NOW)).vevent.uid.value == first
    numbers = {
        first,
        uid_of("job 2", "work/7:frame/0"),
        uid_of("job 1", "work/7:frame/1"),
        uid_of("job 1", "work/7:set/0"),
    }
    assert len(numbers) == 4


def test_words_are_kept_whatever_stands_in_them():
    told = "1. Cut jacks 80 7/8 in; king studs 96 in, header 41 in\n2. Façade: \\ und so weiter " + "é" * 90
    made = read(calendar("Åse; her, days", "job 1", [entry(told=told, where="Hall, 2nd")], OSLO, NOW))
    assert (made.vevent.description.value, made.vevent.location.value) == (told, "Hall, 2nd")
    assert made.x_wr_calname.value == "Åse; her, days"


def test_an_end_nobody_knows_is_left_out_and_nothing_is_a_calendar_too():
    made = read(calendar("Ada", "job 1", [Entry("k", datetime(2026, 3, 27, 7), None, "Drywall")], None, NOW))
    assert not hasattr(made.vevent, "dtend")
    assert calendar("Ada", "job 1", [], OSLO, NOW).startswith(b"BEGIN:VCALENDAR\r\n")
