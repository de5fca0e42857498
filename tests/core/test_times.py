"""Time learnt: taps to minutes, what counts, and what the next one is expected to take."""

from datetime import UTC, datetime, timedelta
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jambo.core.planning.timing import Tap, Took, estimate, timed

KINDS = {"f1": "frame", "f2": "frame", "s1": "set", "s2": "set"}


def taps(said):
    """ "700 A start" and so on: a time of the first day, or "+1 700" of the next."""
    found = []
    for one in said.split("; "):
        day, (clock, who, what) = (1, one.split()[1:]) if one[0] == "+" else (0, one.split())
        at = datetime(2026, 11, 30, tzinfo=UTC) + timedelta(days=day, hours=int(clock) // 100, minutes=int(clock) % 100)
        found.append(
            Tap(at, who, what, "") if what in ("start", "pause", "drop", "end") else Tap(at, who, "step", what)
        )
    return found


@pytest.mark.parametrize(
    ("said", "frame", "set_", "steps", "running"),
    [
        ("700 A start; 720 A f1; 745 A f2", 45, 0, "f1 f2", "A"),
        ("700 A f1; 745 A f2", 0, 0, "", ""),  # only done: nothing is known
        ("700 A start; 720 A f1; 745 A f2; 800 A s1", 45, 15, "f1 f2 s1", "A"),  # each span goes to the step at its end
        ("700 A start; 720 A pause; 900 A start; 925 A f1", 45, 0, "f1", "A"),  # a break is not worked
        ("700 A start; 720 A pause; 900 A f1", 20, 0, "f1", ""),  # done after a pause: what ran before it
        ("700 A start; 705 B start; 740 A f1; 745 B f2", 45, 0, "f1 f2", "A B"),  # two at once: as long as one
        ("700 A start; 730 A pause; 745 B start; 800 B f1", 45, 0, "f1", "B"),  # one after the other
        ("700 A start; 730 A drop; 800 A f1", 0, 0, "", ""),  # left running, let go
        ("700 A start; 710 A start; 730 A f1", 30, 0, "f1", "A"),  # pressed twice
        ("700 A start; 730 A f1; 730 A end; 745 A f2", 30, 0, "f1", ""),  # it ended by itself; f2 was only done
        ("700 A start; +1 710 A f1", 24 * 60 + 10, 0, "f1", "A"),
        ("700 A start; 650 A f1; 710 A f2", 20, 0, "f1 f2", "A"),  # a clock ran backwards
        ("700 A start; 730 A x", 0, 0, "", "A"),  # a step the card has no more
        ("700 A pause; 710 A f1", 0, 0, "", ""),
    ],
)  # fmt: skip
def test_time_belongs_to_the_step_that_is_done_at_its_end(said, frame, set_, steps, running):
    of = timed(taps(said), KINDS)
    assert (of.minutes("frame"), of.minutes("set")) == (frame, set_)
    assert (" ".join(sorted(of.steps)), " ".join(of.running)) == (steps, running)
    assert of.jumped == ({"frame"} if "650" in said else set())


@pytest.mark.parametrize(
    ("minutes", "by_rule", "more", "state"),
    [
        (45, 45, {}, "counts"),
        (135, 45, {}, "counts"),  # three times
        (136, 45, {}, "asked"),
        (9, 45, {}, "counts"),  # a fifth
        (8, 45, {}, "asked"),
        (920, 45, {"said": True}, "counts"),
        (920, 45, {"said": True, "left_out": True}, "left out"),
        (45, 45, {"jumped": True}, "asked"),
        (45, 45, {"whole": False}, "in part"),
        (920, 45, {"whole": False}, "in part"),
    ],
)
def test_what_is_odd_is_asked_about(minutes, by_rule, more, state):
    assert Took(minutes, by_rule, **more).state == state


@pytest.mark.parametrize(
    ("by_rule", "found", "expected", "median", "told"),
    [
        (45, [], 45, None, "by rule"),
        (45, [61], 49, 61, "1 of yours"),  # (135 + 61) / 4
        (45, [50, 70], 51, 60, "2 of yours"),  # (135 + 120) / 5
        (45, [90, 50, 55], 50, 55, "3 of yours"),  # (135 + 165) / 6: one bad day moves it little
        (40, [41, 42], 41, Fraction(83, 2), "2 of yours"),  # (120 + 83) / 5 = 40.6
        (40, [43] * 3, 42, 43, "3 of yours"),  # 41.5: halves up
        (45, [60] * 8, 56, 60, "8 of yours"),  # 615 / 11 = 55.9
        (45, [60] * 9, 56, 60, "yours"),  # 675 / 12 = 56.25
    ],
)
def test_the_estimate_moves_to_the_crews_own(by_rule, found, expected, median, told):
    made = estimate(by_rule, found)
    assert (made.minutes, made.median, made.told) == (expected, median, told)


@given(st.integers(1, 600), st.lists(st.integers(1, 2000), max_size=30))
def test_an_estimate_lies_between_the_rule_and_the_middle(by_rule, found):
    made = estimate(by_rule, found)
    ends = (by_rule, made.median if made.median is not None else by_rule)
    assert min(ends) - Fraction(1, 2) <= made.minutes <= max(ends) + Fraction(1, 2)
    assert estimate(by_rule, found[::-1]) == made


CLOCK = st.lists(
    st.tuples(st.integers(0, 300), st.sampled_from("AB"), st.sampled_from(["start", "pause", "f1", "s1"])), max_size=14
)


@given(CLOCK)
def test_no_more_is_counted_than_went_by(presses):
    at, said = datetime(2026, 11, 30, 7, tzinfo=UTC), []
    for after, who, what in presses:
        at += timedelta(minutes=after)
        said.append(Tap(at, who, what) if what in ("start", "pause") else Tap(at, who, "step", what))
    of = timed(said, KINDS)
    assert of.minutes("frame") + of.minutes("set") <= 2 * sum(
        p[0] for p in presses
    )  # a pause of one may be another's work
    assert not of.jumped
