"""Heights from a standing floor or from the storey's level line (handbook 6 and 13), worked by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from helpers import POCKET, SLIDER, answer, codes, inch, lengths, plain, solved

WIDTHS = [{"place": f"width_{at}", "value": "32 1/4"} for at in ("foot", "middle", "head")]


def read(*readings, **more):
    return plain(**more, survey={"readings": [*readings]})


def height(place, value, taped_from):
    return {"place": f"height_{place}", "value": value, "taped_from": taped_from}


def line(foot, value, taped_from="rough_floor"):
    return {"place": f"line_{foot}", "value": value, "taped_from": taped_from}


def rounds(value):
    return [height(place, value[0], value[1]) for place in ("left", "centre", "right")]


@pytest.mark.parametrize(
    ("taped", "more"),
    [
        (("82 1/2", "rough_floor"), []),
        (("81 3/4", "floor_a"), []),  # over 3/4 of oak
        (("81 3/4", "floor_b"), []),
        (("34 1/2", "level_line"), [line("left", "48"), line("right", "48")]),
        (("34 1/2", "level_line"), [line("left", "47 1/4", "floor_a"), line("right", "48")]),
        (("34 1/2", "level_line"), [line("right", "48")]),
    ],
)
def test_a_height_is_the_same_wherever_it_was_taped_from(taped, more):
    found = lengths(solved(read(*WIDTHS, *rounds(taped), *more)))
    assert found["found_height"] == inch("82 1/2")


def test_a_line_tells_how_the_floor_rises():
    """48 down on the left, 47 3/8 on the right: the floor rises 5/8; heads over the line are the same, over the floors they are not."""
    lines = [line("left", "48"), line("right", "47 3/8")]
    result = solved(read(*WIDTHS, *rounds(("34 1/2", "level_line")), *lines))
    found = lengths(result)
    assert (found["floor_rise"], found["found_height"]) == (inch("5/8"), inch("82 1/2"))
    assert (found["level_line_left"], found["level_line_right"]) == (inch("48"), inch("47 3/8"))
    by_floor = [
        height("left", "82 1/2", "rough_floor"),
        height("centre", "82 3/16", "rough_floor"),
        height("right", "81 7/8", "rough_floor"),
    ]
    same = solved(read(*WIDTHS, *by_floor, *lines))
    assert lengths(same)["found_height"] == inch("82 1/2")
    assert "survey-suspect" not in codes(same)
    wrong = [
        height("left", "82 1/2", "rough_floor"),
        height("centre", "82 3/16", "rough_floor"),
        height("right", "34 1/2", "level_line"),
    ]
    assert lengths(solved(read(*WIDTHS, *wrong, *lines)))["found_height"] == inch("82 1/2")


def test_a_height_from_a_line_that_does_not_agree_is_found():
    """Over the floor 82 1/2 all round, the line 48 over a level floor: 35 1/2 from the line is an inch too much."""
    readings = [
        *WIDTHS,
        *rounds(("82 1/2", "rough_floor")),
        height("left", "35 1/2", "level_line"),
        line("left", "48"),
        line("right", "48"),
    ]
    told = [f for f in answer(read(*readings))["flags"] if f["code"].startswith("survey-suspect")]
    assert (
        "height on the left, height on the left from the level line and level line over the floor, left"
        in told[0]["reason"]
    )


@pytest.mark.parametrize(
    ("reading", "floors", "missing"),
    [
        (height("left", "34 1/2", "level_line"), {}, "level line"),
        (height("left", "81 3/4", "floor_a"), {"opening.floors.a": None}, "finished floor"),
    ],
)
def test_a_height_from_what_nobody_knows_says_nothing(reading, floors, missing):
    doc = read(*WIDTHS, reading, **floors)
    result = solved(doc)
    assert "survey-taped-from-unknown" in codes(result) and "found_height" not in lengths(result)
    told = next(f for f in answer(doc)["flags"] if f["code"] == "survey-taped-from-unknown")
    assert missing in told["reason"]


@pytest.mark.parametrize(
    ("reading", "at"),
    [
        ({"place": "width_at", "value": "32", "at": "40", "taped_from": "floor_a"}, "40 3/4"),
        ({"place": "twist_left", "value": "1/8", "toward": "A", "at": "8", "taped_from": "level_line"}, "39 3/4"),
    ],
)
def test_a_place_is_over_the_rough_floor_too(reading, at):
    result = solved(read(*WIDTHS, reading, line("left", "31 3/4")))
    ups = [a.reading.up for a in result.found.adjustment.adjusted if a.reading.at is not None]
    if reading["place"] == "width_at":
        assert ups == [inch(at)]
    else:  # 31 3/4 and 8 over it
        assert [y for y, twist in result.found.shape.left.twist if twist][1] == pytest.approx(float(inch(at).in_mm()))


def test_what_is_level_across_a_storey_is_told_over_the_line():
    """Hinges left: heights count from the left foot, 48 under the line."""
    flat = lengths(solved(plain()))
    result = solved(read(line("left", "48"), line("right", "47 1/2")))
    found = lengths(result)
    assert found["level_line"] == inch("48")
    # the floor rises 1/2 to the other foot: head and opening stand so much higher over the hinge foot, the other jack is so much shorter
    assert found["head_over_line"] == flat["head_underside"] + inch("1/2") - inch("48")
    assert found["ro_height"] == flat["ro_height"] + inch("1/2") and found["head_play"] == flat["head_play"]
    assert (found["jack_left"], found["jack_right"]) == (flat["jack_length"] + inch("1/2"), flat["jack_length"])
    assert (found["leg_hinge_set"], found["leg_strike_set"]) == (flat["leg_length"] + inch("1/2"), flat["leg_length"])
    hole = solved(read(*WIDTHS, line("left", "48"), line("right", "47 1/2")))
    assert "jack_left" not in lengths(hole)  # it is framed: its jacks are what they are
    assert not [code for code in codes(result) if code.startswith("survey-")]  # a floor is read before a hole is there
    pocket = solved(read(line("left", "48"), line("right", "47 1/2"), **POCKET))
    found = lengths(pocket)
    # a pocket's heights stay over the higher stud's floor, 47 1/2 under the line
    assert found["set_mark_over_line"] == found["set_mark"] - inch("47 1/2")
    assert found["set_mark_left"] == found["set_mark_right"] + inch("1/2")
    slider = solved(read(line("left", "48"), line("right", "48"), **SLIDER))
    found = lengths(slider)
    assert found["track_over_line"] == found["track_line"] + inch("3/4") - inch("48")


@pytest.mark.parametrize(
    "frame",
    [
        {},
        {"kind": "rabbeted"},
        {"kind": "steel_wrap", "throat": "4 5/8"},
        {"kind": "split_jamb"},
        {"supply": "pre_hung"},
    ],
)
@pytest.mark.parametrize("school", ["build_up", "add_on"])
@pytest.mark.parametrize(("hinges", "rise"), [("left", "3/8"), ("left", "-3/8"), ("right", "3/8"), ("right", "-3/8")])
def test_what_is_known_of_the_floor_before_there_is_a_hole_stays_once_it_is_read(frame, school, hinges, rise):
    """The same head, legs and opening before the widths are read as after; and the play over the head that a level floor has."""
    more = {"opening.frame": frame, "opening.school": school, "opening.door.hinge_side": hinges}
    floor = {"place": "floor_across", "value": rise.lstrip("-"), "toward": "left" if rise.startswith("-") else "right"}
    flat, before, after = (lengths(solved(read(*readings, **more))) for readings in ((), (floor,), (floor, *WIDTHS)))
    same = ("head_underside", "leaf_bottom", "frame_top", "leg_hinge_set", "leg_strike_set", "floor_lift")
    assert {name: before.get(name) for name in same} == {name: after.get(name) for name in same}
    assert before["head_play"] == flat["head_play"]
    high = hinges if (rise == "3/8") == (hinges == "right") else {"left": "right", "right": "left"}[hinges]
    assert before[f"jack_{high}"] == flat["jack_length"]
    assert before[f"jack_{ {'left': 'right', 'right': 'left'}[high] }"] == flat["jack_length"] + inch("3/8")


@given(st.integers(30 * 16, 60 * 16), st.integers(-8, 8))
def test_the_head_over_the_line_does_not_hang_on_where_that_was_set(low, rise):
    """A line set an inch higher stands an inch farther over every floor, and every head an inch less over it."""

    def at(by):
        ends = {"left": low + by, "right": low + by - rise}
        return lengths(solved(read(*(line(foot, f"{n}/16") for foot, n in ends.items()))))

    here, higher = at(0), at(16)
    assert here["head_over_line"] - higher["head_over_line"] == inch("1")


@pytest.mark.parametrize(
    ("heights", "start"), [("rough_floor", "0"), ("floor_a", "3/4"), ("level_line", "48")]
)  # fmt: skip
def test_the_pole_is_read_from_where_somebody_asks(heights, start):
    out = answer(read(line("left", "48"), show={"heights": heights}))
    assert out["heights"] == {"read_from": heights, "can": ["rough_floor", "floor_a", "floor_b", "level_line"]}
    for mark in out["pole"]:
        at = out["figures"][mark["figure"]]["value"]["mm"] - float(inch(start).in_mm())
        assert mark["read"]["mm"] == pytest.approx(abs(at), abs=0.01) and mark["under"] == (at < 0)


def test_the_pole_is_read_from_the_floor_while_nobody_knows_the_line():
    out = answer(plain(show={"heights": "level_line"}))
    assert out["heights"]["read_from"] == "rough_floor"


@pytest.mark.parametrize(
    ("reading", "path"),
    [
        ({"place": "width_foot", "value": "32 1/4", "taped_from": "level_line"}, "taped_from"),
        (line("left", "48", "level_line"), "taped_from"),
        ({"place": "gap_latch", "value": "1/8", "taped_from": "floor_a"}, "taped_from"),
        (height("left", "34 1/2", "rough_floor"), "value"),  # no opening is so low
    ],
)
def test_a_reading_that_cannot_be_taped_from_there_is_refused(reading, path):
    from jambo.format.problems import Refused

    with pytest.raises(Refused) as refused:
        solved(read(reading))
    assert [e.path for e in refused.value.errors] == [f"survey.readings[0].{path}"]
