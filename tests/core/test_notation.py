"""Tape notation (handbook 2): what is heard, what is asked about, what is refused."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import NotALength, exact_text, read
from jambo.core.quantities.tape import STEPS, Tape, plain_number, run_text, show

INCHES = [
    ("82 1/2", "height", "82.5"),
    ("82-1/2", "height", "82.5"),
    ('82.5"', "height", "82.5"),
    ("82½", "height", "82.5"),
    ("6'10 1/2\"", "height", "82.5"),
    ("6′ 10-1/2″", "height", "82.5"),
    ("6 ft 10 1/2 in", "height", "82.5"),
    ("6-10 1/2", "height", "82.5"),
    ("6'", "height", "72"),
    ("7/8", "layer", "0.875"),
    ("9/8", "layer", "1.125"),
    ("2/6", "leaf_width", "30"),
    ("2-6", "leaf_width", "30"),
    ("2'6", "leaf_width", "30"),
    ("6/8", "leaf_height", "80"),
    ("30in", "leaf_width", "30"),
    ("82 1/2+", "height", "82.53125"),  # half a sixteenth over: 82 17/32
    ("82 1/2 strong", "height", "82.53125"),
    ("82 1/2 shy", "height", "82.46875"),
    ("0", "gap", "0"),
]
MILLIMETRES = [
    ("686", "686"),
    ("686 mm", "686"),
    ("68.6 cm", "686"),
    ("0.762 m", "762"),
    ("2'6", "762"),
    ("27 in", "685.8"),
    ("686-", "685.5"),  # half a millimetre under
]


@pytest.mark.parametrize(("text", "kind", "inches"), INCHES)
def test_heard_in_an_inch_project(text, kind, inches):
    assert read(text, "in", kind).length == Length.inches(inches)


@pytest.mark.parametrize(("text", "mm"), MILLIMETRES)
def test_heard_in_a_millimetre_project(text, mm):
    assert read(text, "mm", "leaf_width").length == Length.mm(mm)


@pytest.mark.parametrize(
    ("text", "width", "height"),
    [("2668", 30, 80), ("21068", 34, 80), ("2/6 x 6/8", 30, 80), ("30 by 80", 30, 80), ("3070", 36, 84)],
)
def test_call_out_gives_width_and_height(text, width, height):
    heard = read(text, "in", "leaf_width")
    assert (heard.length, heard.height) == (Length.inches(width), Length.inches(height))


@pytest.mark.parametrize(
    ("text", "kind", "heard", "also"),
    [
        ("2-8", "leaf_width", 32, None),  # with its dash it is feet and inches
        ("68", "leaf_height", 68, 80),
        ("70", "leaf_height", 70, 84),
        ("80", "leaf_height", 80, None),  # a stock height as it stands
        ("78", "leaf_height", 78, None),
        ("2/8", "leaf_width", 32, 28),
        ("28", "leaf_width", 28, 32),
        ("30", "leaf_width", 30, 36),
        ("2/6", "leaf_width", 30, None),  # 26 in is no stock width
        ("28 in", "leaf_width", 28, None),
        ("34", "leaf_width", 34, None),  # 3 ft 4 is no stock width
        ("6/8", "height", Fraction(3, 4), 80),  # an unreduced fraction, or 6 ft 8
    ],
)
def test_two_readings_are_asked_about(text, kind, heard, also):
    found = read(text, "in", kind)
    assert found.length == Length.inches(heard)
    assert found.also == (None if also is None else Length.inches(also))


@pytest.mark.parametrize(
    ("text", "unit", "kind", "says"),
    [
        ("", "in", "height", "nothing is written"),
        ("six", "in", "height", "is not a length"),
        ("🚪", "in", "height", "is not a length"),
        ("9" * 10_000, "in", "height", "too long"),
        ("-3", "in", "height", "negative"),
        ("6-14", "in", "height", "14 after the dash"),
        ("6'14", "in", "height", "a foot or more"),
        ("1/3", "in", "layer", "not on a tape"),
        ("1/0", "in", "gap", "not on a tape"),
        ("1e5", "in", "height", "is not a length"),
        ("30", "mm", "leaf_width", "did you mean 30 in"),
        ("2040", "in", "leaf_height", "did you mean 2040 mm"),
        ("2040", "in", "leaf_width", "cannot be a leaf width"),  # 2 ft by 4 ft is no door
        ("9", "in", "layer", "between 0 in and 8 in"),
        ("2068", "mm", "leaf_width", "cannot be a leaf width"),
    ],
)
def test_refused_with_the_reason_and_what_would_do(text, unit, kind, says):
    with pytest.raises(NotALength, match=says) as refused:
        read(text, unit, kind)
    assert refused.value.accepted


marks = st.integers(0, 64 * 100).map(lambda n: Length.inches(Fraction(n, 64))) | st.integers(0, 25_000).map(
    lambda n: Length.mm(Fraction(n, 10))
)


@given(marks, st.sampled_from(["in", "mm"]))
def test_exact_text_reads_back_exactly(length, unit):
    assert read(exact_text(length, unit), unit, "height").length == length


@given(
    marks,
    st.sampled_from([Tape(u, s) for u, steps in STEPS.items() for s in steps]),
    st.sampled_from(["up", "down", "nearest"]),
)
def test_rounding_moves_less_than_a_mark_and_says_which_way(length, tape, rounding):
    shown = show(length, tape, rounding)
    moved = shown.value.nm - length.nm
    assert abs(moved) < tape.mark().nm if rounding != "nearest" else abs(moved) * 2 <= tape.mark().nm
    assert (moved >= 0 or rounding != "up") and (moved <= 0 or rounding != "down")
    assert shown.moved == ("shy" if moved > 0 else "strong" if moved < 0 else None)
    assert shown.told == (None if shown.value.nm == 0 else shown.moved)  # "0 strong" nobody says
    assert read(shown.text, tape.unit, "height").length == shown.value


@given(st.fractions(min_value=-1000, max_value=1000, max_denominator=128))
def test_plain_number_reads_back_exactly(value):
    assert Fraction(plain_number(value)) == value


@pytest.mark.parametrize(
    ("length", "unit", "text"),
    [
        (Length.inches(0), "in", "0 ft"),
        (Length.inches(96), "in", "8 ft"),
        (Length.inches(Fraction(1537, 16)), "in", "8.1 ft"),  # a sixteenth over 8 ft
        (Length.mm(7200), "in", "23.7 ft"),
        (Length.inches(12 * 35_000), "in", "35,000 ft"),
        (Length.mm(2400), "mm", "2.4 m"),
        (Length.mm(2401), "mm", "2.5 m"),
        (Length.mm(123_999), "mm", "124.0 m"),
    ],
)
def test_a_run_is_told_as_it_is_bought(length, unit, text):
    assert run_text(length, Tape.of(unit)) == text


def test_a_run_that_is_a_bound_is_rounded_down():
    assert run_text(Length.mm(7200), Tape.of("in"), down=True) == "23.6 ft"
