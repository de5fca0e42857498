"""Two renovation openings in millimetres, worked by hand, and the habits that differ from the inch ones."""

import pytest

from helpers import codes, demo_document, lengths, solved
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Tape, show
from jambo.core.rules import RULES, HouseRules


def check(mark, expected):
    found = lengths(solved(demo_document(mark)))
    assert {n: found[n] for n in expected} == {n: Length.mm(v) for n, v in expected.items()}


def test_l2_on_a_spacer_measured_from_the_right():
    """L2: 686 x 1981, boards 22 on side A, 18 allowed on B; opens to A; legs on a 15 spacer; job's floor gap 12.

    clear = 22 (side A); Wi = 686 + 3 + 3 = 692; Wo = 692 + 2 x 19 = 730; RO w = 730 + 14 = 744
    Hh = 22 + 12 + 1981 + 3 = 2018; leg = 2018 - 15 = 2003; top = 2037; RO h = 2043
    add-on would be 686 + 50 = 736 by 1981 + 65 = 2046 from the rough floor: plays (736 - 730)/2 = 3 and 2046 - 2037 = 9
    near edge 1400 from the right: far edge 2144, centre 1772; jack and king 38 each: king lines 1362 and 2182
    jack = 2043 - 38 = 2005; king = 2438 - 38 = 2400; header = 744 + 76 = 820; cripple = 2438 - 2043 - 95 = 300
    casing legs: 2018 + 5 - 22 = 2001 on A, 2018 + 5 - 18 = 2005 on B; head 692 + 10 = 702, long 702 + 116 = 818
    """
    check("L2", {
        "floor_clear": "22", "frame_inside_width": "692", "frame_outside_width": "730",
        "ro_width": "744", "ro_height": "2043", "head_underside": "2018", "foot": "15", "leg_length": "2003",
        "add_on_width": "736", "add_on_height": "2046", "add_on_side_play": "3", "add_on_head_play": "9",
        "mark_ro_near": "1400", "mark_ro_far": "2144", "mark_ro_centre": "1772",
        "mark_king_near_1": "1362", "mark_king_far_1": "2182",
        "jack_length": "2005", "king_length": "2400", "header_length": "820", "cripple_length": "300",
        "casing_leg_a": "2001", "casing_leg_b": "2005", "casing_leg_a_long": "2059", "casing_leg_b_long": "2063", "casing_head_short": "702", "casing_head_long": "818",
    })  # fmt: skip


def test_l4_add_on_too_narrow_for_its_frame():
    """L4: 826 leaf, 40 added: RO 866. Wo = 826 + 6 + 38 = 870, so the frame is 4 wider than its hole.

    Made as wide as the least play asks (3 a side) the opening must grow by 870 + 6 - 866 = 10.
    """
    result = solved(demo_document("L4"))
    assert lengths(result)["side_play"] == Length.mm(-2)
    flag = next(f for f in result.flags if f.code == "side-play-none")
    assert (flag.values["over"], flag.values["needed"]) == (Length.mm(4), Length.mm(10))
    assert "head-play-none" not in codes(result)


def test_l3_a_tight_floor_gap_is_noted_with_the_usual_one():
    flag = next(f for f in solved(demo_document("L3")).flags if f.code == "floor-gap-small")
    assert (flag.values["gap"], flag.values["usual"]) == (Length.mm(6), Length.mm(10))


@pytest.mark.parametrize(
    ("rule", "inches", "mm"),
    # the two habits are habits, not conversions of each other (handbook 4-9)
    [
        ("hinge_gap", "1/8", "3"), ("floor_gap", "1/2", "10"), ("side_shim", "1/4", "7"), ("head_shim", "1/4", "6"),
        ("add_width", "2", "50"), ("least_side_play", "1/8", "3"), ("most_side_play", "1/2", "13"),
        ("hinge_top", "7", "150"), ("hinge_bottom", "11", "225"), ("setback", "3/16", "5"), ("rabbet_depth", "1/2", "12"),
    ],
)  # fmt: skip
def test_defaults_of_both_habits(rule, inches, mm):
    assert HouseRules("in").value(rule) == Length.inches(inches)
    assert HouseRules("mm").value(rule) == Length.mm(mm)
    assert HouseRules("in").known(rule).source.detail == "default"


def test_a_kits_gap_is_two_millimetres_in_either_habit():
    assert RULES["kit_gap"].default("in") == RULES["kit_gap"].default("mm") == Length.mm(2)


@pytest.mark.parametrize(
    ("mm", "rounding", "digits", "moved"),
    [
        ("2092.325", "up", "2093", "shy"),
        ("2092.325", "down", "2092", "strong"),
        ("2092.5", "nearest", "2093", "shy"),
        ("2092.4", "nearest", "2092", "strong"),
        ("-4.7625", "nearest", "-5", "strong"),
        ("2092", "up", "2092", None),
    ],
)
def test_millimetres_are_rounded_once_and_say_so(mm, rounding, digits, moved):
    shown = show(Length.mm(mm), Tape.of("mm"), rounding)
    assert (shown.digits, shown.moved) == (digits, moved)
