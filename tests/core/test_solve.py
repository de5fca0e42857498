"""One swing opening worked by hand, and the rules around it, each with its own arithmetic."""

from fractions import Fraction

import pytest
from flag_cases import FLAGS

from helpers import codes, demo_document, inch, inches, lengths, plain, solved
from jambo.core.facts.leaf import Handing, hands
from jambo.core.quantities.figure import Figure, Waiting
from jambo.core.quantities.length import Length


def test_demo_opening_102_cut_by_hand():
    """Opening 102: a 2668 leaf, oak 3/4 on 1/16 underlay inside, 9/16 of tile allowed outside; opens to side B.

    floor A = 1/16 + 3/4 = 13/16, floor B = 9/16; under the leaf runs A, it swings over B: clear = 13/16
    Wi = 32 + 1/8 + 1/8 = 32 1/4          Wo = 32 1/4 + 2 x 3/4 = 33 3/4
    Hh = 13/16 + 1/2 + 80 + 1/8 = 81 7/16  leg on the rough floor = 81 7/16; head over legs = 33 3/4
    RO = 33 3/4 + 2 x 1/4 = 34 1/4 wide;  81 7/16 + 3/4 + 1/4 = 82 7/16 high
    jack = 82 7/16 - 1 1/2 = 80 15/16     king = 97 1/2 - 1 1/2 = 96
    header = 34 1/4 + 2 x 1 1/2 = 37 1/4  cripple = 97 1/2 - 82 7/16 - 5 1/2 = 9 9/16
    hinge edge (right) at 138: RO from 138 - 34 1/4 = 103 3/4; kings' lines 1 1/2 outside: 102 1/4 and 139 1/2
    """
    result = solved(demo_document("102"))
    expected = {
        "floor_a": "13/16", "floor_b": "9/16", "floor_clear": "13/16",
        "frame_inside_width": "32 1/4", "frame_outside_width": "33 3/4",
        "head_underside": "81 7/16", "leg_length": "81 7/16", "head_length": "33 3/4",
        "ro_width": "34 1/4", "ro_height": "82 7/16", "side_play": "1/4", "head_play": "1/4",
        "jack_length": "80 15/16", "king_length": "96", "header_length": "37 1/4", "cripple_length": "9 9/16",
        "mark_ro_near": "103 3/4", "mark_ro_centre": "120 7/8", "mark_ro_far": "138",
        "mark_king_near_1": "102 1/4", "mark_king_far_1": "139 1/2",
        "frame_depth": "4 13/16",  # 3 1/2 + 5/8 + 5/8 = 4 3/4, and 1/16 over
    }  # fmt: skip
    found = lengths(result)
    assert {name: found[name] for name in expected} == {name: inch(text) for name, text in expected.items()}
    cuts = [(p.part, p.count, p.length.value) for p in result.pieces]
    assert cuts == [
        ("king", 2, inch("96")), ("jack", 2, inch("80 15/16")), ("header", 1, inch("37 1/4")),
        ("cripple", 2, inch("9 9/16")), ("leg", 2, inch("81 7/16")), ("head", 1, inch("33 3/4")),
        # 81 7/16 less a stop of 3/8 and the floor of 13/16; 34 - 1 3/4 between the legs
        ("stop", 2, inch("80 1/4")), ("stop", 1, inch("32 1/4")),
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("frame", "leg"),
    # head underside 3/4 + 1/2 + 80 + 1/8 = 81 3/8, less what the leg stands on
    [({}, "81 3/8"), ({"stands_on": "finished_floor"}, "80 5/8"), ({"stands_on": "spacer", "spacer": "1"}, "80 3/8")],
)
def test_leg_by_where_it_stands(frame, leg):
    assert solved(plain(**{"opening.frame": frame})).figures["leg_length"].value == inch(leg)


@pytest.mark.parametrize(
    ("floors", "opens_to", "clear"),
    [
        ({"a": [{"thickness": "3/4"}], "b": []}, "A", "3/4"),  # swings over the higher floor
        ({"a": [{"thickness": "3/4"}], "b": []}, "B", "3/4"),  # nobody said which runs under it: the higher one
        ({"a": [{"thickness": "3/4"}], "b": [], "under": "B"}, "B", "0"),  # the higher floor is behind the closed leaf
        ({"a": [{"thickness": "3/4"}], "b": [], "under": "A"}, "B", "3/4"),  # ... but it runs under it
        ({"a": [{"thickness": "1/2"}], "b": [], "under": "strip", "strip": "7/8"}, "A", "7/8"),
        ({"a": [{"thickness": "1/2"}, {"thickness": "3/8"}], "b": []}, "A", "7/8"),
    ],
)
def test_highest_floor_the_leaf_passes(floors, opens_to, clear):
    result = solved(plain(**{"opening.floors": floors, "opening.door.opens_to": opens_to}))
    assert result.figures["floor_clear"].value == inch(clear)


def test_both_schools_stand_side_by_side():
    # add-on from the finished floor: 30 + 2 = 32 wide; 3/4 + 80 + 2 1/2 = 83 1/4 high
    result = solved(plain(**{"opening.school": "add_on", "opening.add_from": "finished_floor"}))
    assert inches(result, "ro_width", "build_up_width") == [32, Fraction(129, 4)]
    assert inches(result, "ro_height", "build_up_height") == [Fraction(333, 4), Fraction(659, 8)]
    # Wo = 31 3/4: play (32 - 31 3/4) / 2 = 1/8; frame top 82 1/8: head play 83 1/4 - 82 1/8 = 1 1/8
    assert inches(result, "side_play", "head_play") == [Fraction(1, 8), Fraction(9, 8)]


@pytest.mark.parametrize(
    ("position", "near", "far"),
    # RO width 32 1/4 in a wall of 168
    [
        ({"distance": "60"}, "43 7/8", "76 1/8"),
        ({"distance": "60", "to": "near_edge"}, "60", "92 1/4"),
        ({"distance": "60", "to": "hinge_edge"}, "60", "92 1/4"),  # hinges left, measured from the left
        ({"distance": "60", "to": "hinge_edge", "measured_from": "right"}, "27 3/4", "60"),
        ({"distance": "60", "to": "near_king"}, "61 1/2", "93 3/4"),  # a jack of 1 1/2 between its line and the opening
        ({"distance": "60", "to": "far_king", "measured_from": "right"}, "26 1/4", "58 1/2"),
    ],
)
def test_place_on_the_wall(position, near, far):
    found = lengths(solved(plain(**{"opening.position": position})))
    assert (found["mark_ro_near"], found["mark_ro_far"]) == (inch(near), inch(far))


def test_commons_keep_the_walls_layout():
    """Centres at 16, 32, ... RO 43 7/8..76 1/8; kings out to 40 7/8 and 79 1/8; header 42 3/8..77 5/8.

    Stud 3 (47 1/4..48 3/4) and 4 (63 1/4..64 3/4) become cripples; 5 (79 1/4) stands 1/8 from the far king.
    """
    result = solved(plain())
    assert {c.number: c.fate for c in result.plate.commons} == {2: "stands", 3: "cripple", 4: "cripple", 5: "stands"}
    sliver = next(f for f in result.flags if f.code == "sliver-beside-king")
    assert sliver.values["space"] == inch("1/8")
    # at 53 in the RO is 36 7/8..69 1/8; stud 2 (31 1/4..32 3/4) overlaps no king (33 7/8), stud 4 is under the header
    moved = solved(plain(**{"opening.position.distance": "53"}))
    assert {c.number: c.fate for c in moved.plate.commons} == {
        2: "stands",
        3: "cripple",
        4: "cripple",
        5: "stands",
    }
    # layout from the right end: centres at 168 - 16 n; 168 - 16 x 7 = 56 falls over the header
    right = solved(plain(**{"wall.layout_from": "right"}))
    assert inch("55 1/4") in [c.near for c in right.plate.commons if c.fate == "cripple"]


def test_two_jacks_widen_header_and_marks():
    result = solved(plain(**{"opening.header": {"depth": "5 1/2", "jacks": 2, "source": "drawing"}}))
    assert inches(result, "header_length") == [Fraction(32 * 4 + 1, 4) + 6]  # 32 1/4 + 4 x 1 1/2
    # far RO edge 76 1/8: second jack's line 77 5/8, king's line 79 1/8
    assert inches(result, "mark_jack_far_2", "mark_king_far_1") == [Fraction(621, 8), Fraction(633, 8)]


@pytest.mark.parametrize(
    ("handing", "pull", "outside"),
    [
        (Handing("left", "A", "A"), "left", "LHR"),
        (Handing("left", "B", "A"), "right", "LH"),
        (Handing("right", "B", "A"), "left", "RH"),
        (Handing("right", "A", "B"), "right", "LH"),  # from B the hinges are left, and the leaf goes away
        (Handing("left", "B", "B"), "right", "RHR"),
    ],
)
def test_hand_in_both_schools(handing, pull, outside):
    assert (hands(handing).pull_side, hands(handing).outside) == (pull, outside)


@pytest.mark.parametrize(("changes", "code"), FLAGS, ids=[code for _, code in FLAGS])
def test_flag_is_raised(changes, code):
    assert code in codes(solved(plain(**changes)))


def test_plain_opening_has_only_notes():
    assert set(codes(solved(plain()))) == {"sliver-beside-king", "caution-cutting", "caution-clear-width"}


def test_flags_say_the_amount_that_cures():
    tight = next(
        f for f in solved(plain(**{"opening.rules": {"side_shim": "1/16"}})).flags if f.code == "side-play-tight"
    )
    assert tight.values["needed"] == inch("1/8")  # 1/16 short on each side
    cripple = next(
        f for f in solved(plain(**{"opening.header.depth": "15 1/4"})).flags if f.code == "cripple-does-not-fit"
    )
    assert cripple.values["over"] == inch("1/8")  # 82 3/8 + 15 1/4 - 97 1/2


def test_forgotten_floor_is_named_as_the_cause():
    # add-on from the rough floor: 80 + 2 = 82; the frame's top is 82 1/8
    result = solved(plain(**{"opening.school": "add_on", "opening.rules": {"add_height": "2"}}))
    flag = next(f for f in result.flags if f.code == "head-play-none")
    assert (flag.values["needed"], "floor" in str(flag.values["cause"])) == (inch("1/8"), True)


def test_incomplete_opening_gives_what_it_can():
    result = solved({"unit": "in", "opening": {"door": {"leaves": [{"width": "30 in"}]}}})
    assert result.figures["ro_width"].value == inch("32 1/4")
    waiting = result.figures["leg_length"]
    assert isinstance(waiting, Waiting)
    assert [m.path for m in waiting.on] == ["opening.floors.a", "opening.door.leaves[0].height"]
    assert result.missing[0].path == "opening.door.leaves[0].height"


def test_allowance_shows_wherever_it_counts():
    result = solved(plain(**{"opening.floors.a": [{"thickness": "3/8", "allowance": "tile not chosen"}]}))
    for name in ("head_underside", "leg_length", "ro_height", "jack_length", "cripple_length"):
        figure = result.figures[name]
        assert isinstance(figure, Figure) and figure.allowances == ("tile not chosen",), name
    assert result.figures["ro_width"].allowances == ()


def test_halves_of_a_mark_stay_exact():
    # leaf 762, RO 762 + 3 + 3 + 2 x 18.5 + 2 x 7 = 819; centre at 1000: edges at 590.5 and 1409.5
    doc = plain(**{"opening.frame.thickness": "18.5 mm", "opening.position.distance": "1000 mm"})
    doc["unit"] = "mm"
    doc["wall"].update(height="2500", length="4000", finish_a="12.5", finish_b="12.5")
    doc["opening"].update(
        door={"leaves": [{"width": "762", "height": "1981"}]},
        floors={"a": [], "b": []},
        header={"depth": "140", "source": "x"},
    )
    found = lengths(solved(doc))
    assert (found["mark_ro_near"], found["mark_ro_far"]) == (Length.mm("590.5"), Length.mm("1409.5"))
