"""Who cuts and carries on a day, which holes are read first, and what of a piece is still to cut: by hand."""

import pytest
from found_cases import PLUMB, also, found
from hypothesis import given
from hypothesis import strategies as st

from helpers import POCKET, inch, plain, solved
from jambo.core.planning.day import days_of, leads, minutes_on, read_first
from jambo.core.planning.problem import Person, PlacedWork
from jambo.core.record import stands, still_to_cut
from jambo.core.solve import solve
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse


def day(*who):
    return [PlacedWork(str(n), n, n + 1, tuple(names.split())) for n, names in enumerate(who)]


@pytest.mark.parametrize(
    ("who", "lead"),
    [
        ((), []),
        (("Ada",), ["Ada"]),
        (("Ada Bo", "Ada Bo", "Ada Bo"), ["Ada", "Bo", "Ada"]),  # turn and turn about
        (
            ("Bo", "Bo", "Ada Bo", "Ada Bo", "Ada Bo"),
            ["Bo", "Bo", "Ada", "Ada", "Ada"],
        ),  # until both have two; then the first
        (("Ada Bo Cy", "Ada Bo Cy", "Cy", "Ada Bo Cy"), ["Ada", "Bo", "Cy", "Ada"]),
    ],
)
def test_who_has_least_of_a_day_cuts_and_carries(who, lead):
    works = day(*who)
    assert list(leads(works).values()) == lead


@given(st.integers(0, 30), st.integers(1, 4))
def test_shared_work_is_led_evenly(count, hands):
    names = [f"p{n}" for n in range(hands)]
    led = list(leads(day(*[" ".join(names)] * count)).values())
    assert len(led) == count
    assert not led or max(map(led.count, names)) - min(map(led.count, names)) <= 1


EVERYTHING = (*PLUMB, also("bow_left", "0"), also("bow_right", "0"), also("floor_across", "0"))
SUSPECT = found(width_middle="33 1/4")  # an inch more than at foot and head, and no stud bows by that


@pytest.mark.parametrize(
    ("change", "work", "first"),
    [
        ({}, "set", []),  # nothing was read: that alone stands against it
        (found(*EVERYTHING), "set", None),
        (found(*PLUMB), "set", ["survey-assumed"]),  # straight studs and a level floor that nobody looked at
        (SUSPECT, "set", ["survey-suspect", "survey-assumed"]),
        (SUSPECT, "frame", None),  # a hole is read before a frame is set in it, not before it is framed
        ({}, "hang", None),
        (POCKET, "set", None),  # a kit stands with the wall
    ],
)
def test_a_hole_is_read_before_its_frame_is_set(change, work, first):
    facts = facts_of(parse(Document, plain(**change)))
    against = read_first(work, facts.opening, solve(facts.opening, facts.wall, facts.rules))
    assert against is first is None or [flag.kind.code for flag in against] == first


@pytest.mark.parametrize(
    ("done", "wall", "frame"),
    [
        ((), False, False),
        (("framed",), True, False),
        (("set",), True, True),
        (("signed",), True, True),
        (("hung",), False, False),  # told alone it says nothing of what stands
    ],
)
def test_what_stands_is_cut_no_more(done, wall, frame):
    pieces = {piece.where: piece for piece in solved(plain()).pieces}
    assert (stands(pieces["wall"], set(done)), stands(pieces["frame"], set(done))) == (wall, frame)


@pytest.mark.parametrize(
    ("was", "cut", "left"),
    [
        ("80 5/8", 1, 1),  # as planned, one of two
        ("80 5/8", 2, 0),
        ("80 5/8", 3, 0),  # one too many is no debt
        ("80 5/8", None, 0),  # all of them, whatever their count
        ("80 11/16", 1, 1),  # longer: it can be shortened
        ("80 9/16", 2, 2),  # a sixteenth short: both are cut anew
        ("80 9/16", None, 2),
    ],
)
def test_a_piece_cut_short_is_cut_anew(was, cut, left):
    assert still_to_cut(2, inch("80 5/8"), inch(was), cut) == left


@pytest.mark.parametrize(
    ("start", "end", "minutes"),
    [
        (420, 480, {0: 60}),
        (700, 780, {0: 20 + 30}),  # over the half hour at noon
        (900, 1440 + 450, {0: 30, 1: 30}),  # over a night
        (900, 4 * 1440 + 450, {0: 30, 1: 480, 4: 30}),  # days 2 and 3 nobody works
        (930, 1440 + 420, {}),  # between two days
    ],
)
def test_minutes_of_a_day_at_an_operation(start, end, minutes):
    """7:00 to 12:00 and 12:30 to 15:30 of days 0, 1 and 4."""
    times = tuple((d * 1440 + a, d * 1440 + b) for d in (0, 1, 4) for a, b in ((420, 720), (750, 930)))
    one, placed = Person("Ada", times), PlacedWork("a", start, end, ("Ada",))
    assert {d: m for d in range(6) if (m := minutes_on(d, placed, one))} == minutes
    assert list(days_of(placed, [one])) == list(minutes)
    assert list(days_of(placed, [Person("Bo", ())])) == []
