"""Moves in the wall's plane and through it (handbook 19): by hand, and replayed on a frame of sticks that knows no rule."""

import json

import pytest
from found_cases import also, found, gaps
from hypothesis import given
from hypothesis import strategies as st
from test_card import STEEL

from helpers import codes, plain, solved
from jambo.core.hanging.nudges import Through, foot_moves, stop_moves
from jambo.core.quantities.length import ZERO, Length
from jambo.views.exchange import solve_text

EVEN, PLUMB = Length.mm(1), Length.mm(2)
RABBETED = {"opening.frame": {"kind": "rabbeted", "thickness": "1"}}


def told(*readings, **facts):
    """The moves of an opening as leg, end, way and amount in inches."""
    check = solved(plain(**(found(*readings) | facts))).found.check
    return [(n.what, n.end, n.way, str(n.by.in_inches())) for n in check.nudges]


def stops(top, latch, foot):
    return [also("stop_top", top), also("stop_latch", latch), also("stop_foot", foot)]


@pytest.mark.parametrize(
    ("contact", "facts", "moves"),
    [
        # it opens to A: toward the leaf is toward A
        (("1/8", "0", "0"), {}, [("strike", "top", "A", "1/8")]),
        (("0", "0", "1/8"), {}, [("strike", "foot", "A", "1/8")]),
        (("1/8", "0", "0"), {"opening.door.opens_to": "B"}, [("strike", "top", "B", "1/8")]),
        (("1/8", "1/8", "0"), {}, [("strike", "foot", "B", "1/8")]),  # one end goes away, rather than two toward it
        # 1/4 is more than casing hides (3/16): a planted stop goes to the leaf, one worked from the solid is shared out
        (("1/4", "0", "0"), {}, [("stop", "top", "A", "1/4")]),
        (("1/4", "0", "0"), RABBETED, [("strike", "top", "A", "1/8"), ("strike", "latch", "B", "1/8"), ("strike", "foot", "B", "1/8")]),
        (("1/32", "0", "0"), {}, []),
    ],
)  # fmt: skip
def test_a_leaf_that_does_not_meet_its_stop(contact, facts, moves):
    assert told(*stops(*contact), **facts) == moves


def test_what_stands_off_its_wall_already_counts():
    """The wall leans 1/4 to A and the frame is flush at its foot: its top 1/4 back; moved 1/8 toward A it is 1/8 back, and fits."""
    lean = [also("wall_left", "1/4", "A"), also("wall_right", "1/4", "A")]
    setting = {"opening.setting": {"lean": "flush_foot"}}
    assert told(*stops("1/8", "0", "0"), *lean, **setting) == [("strike", "top", "A", "1/8")]
    # the other way round the foot would have to go: the top is as far out as casing hides
    lean = [also("wall_left", "3/16", "B"), also("wall_right", "3/16", "B")]
    assert told(*stops("1/8", "0", "1/8"), *lean, **setting) == [("strike", "latch", "B", "1/8")]


WIDTHS = [
    # foot, head, lean of the hinge leg's top toward the strike; what moves: mm
    ("692", "690", "0", [("strike", "foot", "in", 2)]),
    ("692", "690", "2", [("hinge", "foot", "in", 2)]),
    ("692", "690", "-2", [("strike", "foot", "in", 2)]),  # within plumb: left as it is
    ("692", "690", "-3", [("hinge", "foot", "out", 3), ("strike", "foot", "in", 5)]),
    ("688", "690", "0", [("strike", "foot", "out", 2)]),
    ("688", "690", "-2", [("hinge", "foot", "out", 2)]),
    ("695", "690", "3", [("hinge", "foot", "in", 3), ("strike", "foot", "in", 2)]),
    ("691", "690", "0", []),
]


@pytest.mark.parametrize(("foot", "head", "lean", "moves"), WIDTHS)
def test_width_at_the_foot_against_the_head(foot, head, lean, moves):
    found = foot_moves(Length.mm(head), Length.mm(foot), Length.mm(lean), EVEN, PLUMB)
    assert [(n.what, n.end, n.way, n.by.in_mm()) for n in found] == moves


def test_a_steel_frame_is_drawn_by_the_whole_difference():
    readings = [also("frame_head", "36"), also("frame_foot", "37")]
    assert told(*readings, **STEEL) == [("strike", "foot", "in", "1")]
    said = codes(solved(plain(**(found(*readings) | STEEL))))
    assert {"foot-wider-than-head", "hinge-leg-unread"} <= set(said)


def test_gaps_once_read_say_which_foot_is_off():
    readings = [also("frame_head", "30 1/4"), also("frame_foot", "30 3/8"), *gaps(foot="1/4")]
    result = solved(plain(**found(*readings)))
    assert result.found.check.nudges == ()
    assert [name for name, _ in result.found.check.moves] == ["strike_foot"]
    assert "foot-wider-than-head" not in codes(result)


MM = st.integers(-8, 8)


@given(head=st.integers(600, 900), wide=MM, lean=MM)
def test_the_sticks_come_out_alike_and_plumb(head, wide, lean):
    """Two sticks with fixed tops: after the moves both widths are alike and the hinge stick is plumb as far as it must be."""
    hinge_foot, strike_foot = (
        float(-lean),
        float(-lean + head + wide),
    )  # the hinge stick's top at 0, the strike's at `head`
    for move in foot_moves(Length.mm(head), Length.mm(head + wide), Length.mm(lean), EVEN, PLUMB):
        by = float(move.by.in_mm()) * (1 if move.way == "in" else -1)
        hinge_foot, strike_foot = (
            (hinge_foot + by, strike_foot) if move.what == "hinge" else (hinge_foot, strike_foot - by)
        )
    assert abs(strike_foot - hinge_foot - head) <= 1
    if abs(wide) > 1:
        assert abs(hinge_foot) <= 2


@given(
    off=st.tuples(*[st.integers(0, 12)] * 3),
    planted=st.booleans(),
    proud=st.tuples(st.integers(-3, 3), st.integers(-3, 3)),
)
def test_the_leaf_meets_its_stop_at_every_end_after_the_moves(off, planted, proud):
    """The leaf turns about its hinges until it touches: what it stands off then is what is left over the end that comes first."""
    ends = ("top", "latch", "foot")
    stands = {"top": Length.mm(proud[0]), "foot": Length.mm(proud[1]), "latch": Length.mm(proud[0] + proud[1]) * 1}
    contact = {end: Length.mm(mm) for end, mm in zip(ends, off, strict=True)}
    moves = stop_moves(contact, Through("A", stands, Length.mm(5), planted, EVEN))
    at = {end: float(length.in_mm()) for end, length in contact.items()}
    for move in moves:
        at[move.end] -= float(move.by.in_mm()) * (1 if move.way == "A" else -1)
        if move.what == "strike" and not move.shows:
            moved = stands[move.end] + (move.by if move.way == "A" else -move.by)
            assert -Length.mm(5) <= moved <= Length.mm(5)
    assert max(at.values()) - min(at.values()) <= 2  # each within a millimetre of where they meet
    assert len(moves) <= 3 and all(move.by > ZERO for move in moves)
    assert not (planted and any(move.shows for move in moves))


WIDE = [also("frame_head", "30"), also("plumb_strike", "0")]


@pytest.mark.parametrize(
    ("readings", "facts", "said"),
    [
        ([also("stop_top", "1/8"), also("stop_foot", "0")], {}, "Strike side jamb, top: move it 1/8 in through the wall, toward side A."),
        ([also("stop_top", "1/4"), also("stop_foot", "0")], {}, "Stop, top: plant it 1/4 in nearer the leaf, toward side A."),
        ([*WIDE, also("frame_foot", "30 1/8")], {}, "Strike side jamb, foot: add 1/8 in behind it, into the opening (flat 1/8 in)."),
        ([*WIDE, also("frame_foot", "30 1/16")], {}, "Strike side jamb, foot: add 1/16 in behind it, into the opening (card)."),
        ([*WIDE, also("frame_foot", "30 3/16")], {}, "Strike side jamb, foot: add 3/16 in behind it, into the opening (a pair of shims)."),
        ([*WIDE, also("frame_foot", "29 7/8")], {}, "Strike side jamb, foot: ease it 1/8 in toward its stud."),
        ([*WIDE, also("frame_foot", "31")], STEEL, "Strike side jamb, foot: draw it 1 in into the opening, and hold it with a spreader."),
    ],
)  # fmt: skip
def test_a_move_names_leg_end_way_and_amount(readings, facts, said):
    assert solve_text(json.dumps(plain(**found(*readings), **facts)))["found"]["check"]["moves"] == [said]
