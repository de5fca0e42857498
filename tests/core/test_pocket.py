"""Pocket doors worked by hand (handbook 10). Lengths in inches unless they say millimetres."""

import pytest

from helpers import POCKET, codes, inch, lengths, plain, solved
from jambo.core.quantities.length import Length

KIT = POCKET["opening.door.pocket"]


def pocket(leaf="30 in", **changes):
    leaves = [{"width": leaf, "height": "80", "thickness": "1 3/8"}]
    return plain(**{**POCKET, "opening.door.leaves": leaves, **changes})


def check(found, expected):
    assert {n: found[n] for n in expected} == {n: inch(v) for n, v in expected.items()}


def test_single_pocket_by_hand():
    """Leaf 30 x 80 x 1 3/8, floors 3/4, studs 3 1/2, finishes 1/2.

    RO = 2 x 30 + 1 = 61 wide; set mark = 3/4 + 80 + 3/4 = 81 1/2; RO height = max(81 1/2 + 3, 80 + 4 1/2) = 84 1/2
    leaf top 1/4 under the mark, its bottom 1 1/4: gap 1/2; the kit's header 2 x 30, its brackets take the rest; track = 60 - 1 3/8
    first split pair at strike jamb 3/4 + 30; the second half way from there to the rough stud at 61: 45 7/8
    opening between the legs: 30 - 3/4; open leaf's edge at 61 - 1 - 30 = 30, less the strike leg 3/4: the same
    gap in the pocket = (3 1/2 - 2 x 3/4 - 1 3/8) / 2; half leg = (4 1/2 + 1/16 - 1 3/8) / 2 - 3/16
    """
    result = solved(pocket())
    check(lengths(result), {
        "ro_width": "61", "set_mark": "81 1/2", "ro_height": "84 1/2", "leaf_bottom": "1 1/4", "pocket_floor_gap": "1/2",
        "kit_header": "60", "pocket_track": "58 5/8", "kit_for": "30", "split_stud_1": "30 3/4", "split_stud_2": "45 7/8",
        "frame_inside_width": "29 1/4", "clear_width": "29 1/4", "jamb_gap": "5/16", "split_half": "1 13/32",
        "head_underside": "81", "head_length": "30 3/4", "longest_fixing_a": "1 1/8", "foot_fixing": "1 5/8",
        "hanger_1": "2", "hanger_2": "28", "bumper_on_leaf": "39 1/2", "jack_length": "83", "header_length": "64",
        # RO from 29 1/2 to 90 1/2; it slides to the right, so the studs are measured from the left edge
        "mark_split_stud_1": "60 1/4", "mark_split_stud_2": "75 3/8",
    })  # fmt: skip
    assert codes(result, "stop") == codes(result, "check") == []
    assert [(i.name, i.count, i.length) for i in result.hardware] == [
        ("pocket_kit", 1, inch("30")), ("leaf", 1, None), ("pocket_pull", 1, None), ("foot_screw", 4, inch("1 5/8")),
    ]  # fmt: skip
    assert {"hinge", "latch"}.isdisjoint({i.name for i in result.hardware})
    assert result.stages == ("door", "floor", "pocket", "frame", "survey", "trim", "card")


def test_converging_pair_meets_and_has_two_pockets():
    """Two leaves of 24: RO = 4 x 24 + 1 = 97; each pocket's mouth 24 from the meeting line, its end at 48 1/2."""
    leaves = [{"width": "24 in", "height": "80", "thickness": "1 3/8"}, {"width": "24 in", "height": "80"}]
    result = solved(plain(**{**POCKET, "opening.door.leaves": leaves, "opening.position.distance": "80"}))
    check(lengths(result), {
        "ro_width": "97", "split_stud_1": "24", "split_stud_2": "36 1/4", "split_stud_other_1": "24",
        "frame_inside_width": "46 1/2", "head_length": "48",
        # RO from 31 1/2; the meeting line at 80: mouths at 104 and 56
        "mark_split_stud_1": "104", "mark_split_stud_other_1": "56", "mark_split_stud_other_2": "43 3/4",
    })  # fmt: skip
    leaf_a, leaf_b = sorted((s for s in result.shapes if s.part == "leaf"), key=lambda s: s.x0)
    assert leaf_a.x1 == leaf_b.x0 == inch("80")
    assert [p.count for p in result.pieces if p.part == "split_leg"] == [4]


@pytest.mark.parametrize(
    ("leaf", "count", "space"),
    # room from the mouth (3/4 + W) to the end (2W + 1) = W + 1/4; two pairs up to 36, then no space over 16
    [("36 in", 2, "18 1/8"), ("37", 3, "12 5/12"), ("47 3/4", 3, "16"), ("48 in", 4, "12 1/16")],
)
def test_split_studs_keep_their_spaces(leaf, count, space):
    result = solved(pocket(leaf, **{"wall.length": "240", "opening.position.distance": "120"}))
    found = lengths(result)
    stations = [found[f"split_stud_{n}"] for n in range(1, count + 1)]
    assert f"split_stud_{count + 1}" not in found
    assert [b - a for a, b in zip(stations, [*stations[1:], found["ro_width"]], strict=True)] == [inch(space)] * count


def test_gap_asked_for_moves_the_mark_and_both_are_shown():
    # 3/4 + 5/8 + 80 + 1/4 = 81 5/8 instead of 81 1/2
    result = solved(pocket(**{"opening.door.pocket": KIT | {"gap": "5/8"}}))
    check(lengths(result), {"set_mark": "81 5/8", "set_mark_kit": "81 1/2", "pocket_floor_gap": "5/8"})


def test_a_thick_bumper_leaves_less_way_through():
    # the leaf stops at 61 - 1 1/2 - 30 = 29 1/2; from the strike leg's face 3/4
    result = solved(pocket(**{"opening.door.pocket": KIT | {"bumper": "1 1/2"}}))
    assert lengths(result)["clear_width"] == inch("28 3/4")


def test_concrete_feet_and_the_metric_habit():
    """762 x 1981 in millimetres: RO 2 x 762 + 25 = 1549; mark 0 + 1981 + 19 = 2000; foot 3 + 25."""
    doc = {
        "unit": "mm",
        "wall": {"height": "2438", "length": "4000", "finish_a": "12.5", "finish_b": "15", "bearing": "no"},
        "opening": {
            "door": {
                "kind": "pocket", "slides_to": "left",
                "leaves": [{"width": "762", "height": "1981", "thickness": "35"}],
                "pocket": {"floor": "concrete", "source": "sheet"},
            },
            "floors": {"a": [], "b": []},
            "header": {"depth": "145", "source": "x"}, "position": {"distance": "2000"},
        },
    }  # fmt: skip
    result = solved(doc)
    found = lengths(result)
    expected = {"ro_width": 1549, "set_mark": 2000, "ro_height": 2096, "foot_fixing": 28, "longest_fixing_b": 31}
    assert {n: found[n] for n in expected} == {n: Length.mm(v) for n, v in expected.items()}
    # it slides to the left: the pocket is on the left of the opening, its mouth 762 + 19 from the right edge 2774.5
    assert found["mark_split_stud_1"] == Length.mm("1993.5")
    mouth = min(s.x0 for s in result.shapes if s.part == "leaf")
    assert mouth == Length.mm("1993.5")


def test_cautions_come_before_the_work():
    result = solved(
        pocket(**{"opening.door.pocket": KIT | {"found": [{"what": "A cable"}, {"what": "A pipe", "moved": True}]}})
    )
    assert [f.values["what"] for f in result.flags if f.code == "pocket-not-cleared"] == ["A cable"]
    assert [s.gate for s in result.steps if s.gate] == [
        "services out of the pocket's zone",
        "frame before {wallboard}",
        "{leaf} after {wallboard} and paint",
    ]


def cut(result):
    return {str(p.length.name): p.length.value for p in result.pieces if p.where == "kit"}


@pytest.mark.parametrize(
    ("kit", "pieces", "bought", "step"),
    [
        ({}, {}, "30", "Put the kit"),
        ({"leaf_width": "30 in"}, {}, "30", "Put the kit"),
        # a kit for 36 cut down to 30: header 60 at its mark, or from the fixed bracket where it has none; track 58 5/8
        ({"leaf_width": "36 in"}, {"kit_header": "60", "pocket_track": "58 5/8"}, "36", "at the mark for"),
        ({"leaf_width": "36 in", "unmarked": True}, {"kit_header": "60", "pocket_track": "58 5/8"}, "36", "from the fixed bracket"),
        (
            {"leaf_width": "36 in", "header_add": "1/4", "rail_short": "2"},
            {"kit_header": "60 1/4", "pocket_track": "58 7/8", "pocket_rail": "58 1/4"}, "36", "at the mark for",
        ),
        ({"header_add": "1/4"}, {}, "30", "Put the kit"),
    ],
)  # fmt: skip
def test_only_a_kit_for_a_wider_leaf_is_cut(kit, pieces, bought, step):
    result = solved(pocket(**{"opening.door.pocket": KIT | kit}))
    assert cut(result) == {name: inch(long) for name, long in pieces.items()}
    assert next(i.length for i in result.hardware if i.name == "pocket_kit") == inch(bought)
    assert step in next(s.text for s in result.steps if s.key == "kit")
    assert ("kit-cut-down-unmarked" in codes(result)) == kit.get("unmarked", False)


@pytest.mark.parametrize(
    ("even", "mark", "gap"),
    [("1/4", "81 1/2", "1/2"), ("1", "82", "1"), ("3/16", "81 9/16", "9/16"), ("0", "81 1/2", "1/2")],
)
def test_a_set_mark_is_rounded_up_by_choice_and_the_gap_follows(even, mark, gap):
    """3/4 + 80 + 3/4 = 81 1/2: even in quarters; up to 82 in whole inches; 435 of 3/16 are 81 9/16."""
    found = lengths(solved(pocket(**{"opening.door.pocket": KIT | {"even": even}})))
    check(found, {"set_mark": mark, "pocket_floor_gap": gap})
    assert found.get("set_mark_exact") == (inch("81 1/2") if even != "0" else None)


def test_the_carton_is_read_before_anything_else_and_every_split_stud_has_its_place():
    result = solved(pocket("48 in", **{"wall.length": "240", "opening.position.distance": "120"}))
    keys = [step.key for step in result.steps]
    assert keys.index("carton") < keys.index("zone") < keys.index("plate")
    text = next(step.text for step in result.steps if step.key == "split-studs")
    assert all(f"{{split_stud_{n}}}" in text for n in (1, 2, 3, 4))


def read(place, value, toward, over=None):
    return {"place": place, "value": value, "toward": toward, **({"over": over} if over else {})}


def on(result, *names):
    found = lengths(result)
    return [found.get(name) for name in names]


@pytest.mark.parametrize(
    ("reading", "left", "right"),
    [
        # slides to the right: strike stud on the left, the pocket's end on the right; set mark 81 1/2 over the high one
        (read("floor_across", "1/4 in", "right"), "81 3/4", "81 1/2"),
        (read("floor_across", "1/4 in", "left"), "81 1/2", "81 3/4"),
        (read("floor_across", "1/4 in 61 in", "right"), "81 3/4", "81 1/2"),  # over the whole of 61
        (read("floor_across", "1/4 in 30 1/2 in", "left"), "81 1/2", "82"),  # twice as much over twice as far
    ],
)
def test_set_marks_lie_on_one_level_line_over_a_floor_that_is_not(reading, left, right):
    """Floor 3/4, leaf 30 x 80: mark 3/4 + 80 + 3/4; the low stud's mark is higher over its own floor by the rise."""
    result = solved(pocket(**{"survey.readings": [reading]}))
    rise = abs((inch(left) - inch(right)).in_inches())
    check(lengths(result), {
        "set_mark": "81 1/2", "set_mark_left": left, "set_mark_right": right, "pocket_floor_gap": "1/2",
    })  # fmt: skip
    assert lengths(result)["pocket_floor_gap_most"].in_inches() == inch("1/2").in_inches() + rise
    # jacks 83 over the high floor, and by as much longer over the low one; both stand where their lines are
    jacks = {str(p.length.name): (p.count, p.length.value, p.at) for p in result.pieces if p.part == "jack"}
    more = {"left": inch(left) - inch("81 1/2"), "right": inch(right) - inch("81 1/2")}
    assert jacks == {
        "jack_left": (1, inch("83") + more["left"], (inch("29 1/2"),)),
        "jack_right": (1, inch("83") + more["right"], (inch("90 1/2"),)),
    }
    assert "jack_length" not in lengths(result) and "pocket-floor-rises" in codes(result, "note")
    texts = {step.key: step.text for step in result.steps}
    assert "{jack_left}" in texts["cut-studs"] and "{set_mark_left}" in texts["set-mark"]


def test_legs_stand_on_the_floor_where_they_are():
    """RO 61, floor 61/64 lower at the strike than at the pocket's end: 1/64 an inch. Whole leg 81 + 61/64; the split ones stand 30 3/4
    from the strike, 30 1/4 from the end: 30 1/4 / 64 lower."""
    result = solved(pocket(**{"survey.readings": [read("floor_across", "61/64 in", "right")]}))
    check(lengths(result), {"leg_length": "81 61/64", "split_leg_a": "81 121/256", "split_leg_b": "81 121/256"})
    legs = [(p.part, p.count, str(p.length.name)) for p in result.pieces if "leg" in p.part]
    assert legs == [
        ("leg", 1, "leg_length"),
        ("split_leg_each", 1, "split_leg_a"),
        ("split_leg_each", 1, "split_leg_b"),
    ]


def test_split_legs_stand_each_on_its_own_finished_floor():
    """Side A finished 3/4, side B 1 1/4: head at 81 1/2 + (82 - 81 1/2) = 81 1/2 over the rough floor; halves 80 3/4 and 80 1/4.

    Mark 1 1/4 + 80 + 3/4 = 82, leaf top 81 3/4, head 1/4 under it. The whole leg stands on the lower and is notched 1/2.
    """
    floors = {"a": [{"name": "oak", "thickness": "3/4"}], "b": [{"name": "tile", "thickness": "1 1/4"}]}
    result = solved(pocket(**{"opening.floors": floors, "opening.frame.stands_on": "finished_floor"}))
    check(lengths(result), {
        "set_mark": "82", "head_underside": "81 1/2", "leg_length": "80 3/4", "notch": "1/2",
        "split_leg_a": "80 3/4", "split_leg_b": "80 1/4",
    })  # fmt: skip
    alike = solved(pocket(**{"opening.floors": floors}))  # from the rough floor both halves are alike
    assert "split_leg_a" not in lengths(alike) and "notch" not in lengths(alike)


@pytest.mark.parametrize(
    ("kit", "readings", "code", "pack"),
    [
        ({"heated": True}, [], "split-studs-not-measured", None),
        ({}, [], None, None),
        ({"split_reach": "81 1/2", "heated": True}, [], None, None),
        ({"split_reach": "81"}, [], "split-studs-short", "1/2"),
        # the first pair stands 30 1/4 from the high end: 30 1/4 / 64 more than 81 1/2
        ({"split_reach": "81 1/2"}, [read("floor_across", "61/64 in", "right")], "split-studs-short", "121/256"),
    ],
)
def test_whether_a_kits_split_studs_reach_is_asked_and_told(kit, readings, code, pack):
    result = solved(pocket(**{"opening.door.pocket": KIT | kit, "survey.readings": readings}))
    assert [c for c in codes(result) if c.startswith("split-studs")] == ([code] if code else [])
    assert lengths(result).get("split_pack") == (inch(pack) if pack else None)


@pytest.mark.parametrize(("floor", "asked"), [("15/16", False), ("1", True)])
def test_a_thick_floor_asks_how_far_the_split_studs_reach(floor, asked):
    floors = {side: [{"name": "screed", "thickness": floor}] for side in "ab"}
    result = solved(pocket(**{"opening.floors": floors, "opening.door.pocket": KIT | {"poured": True}}))
    assert ("split-studs-not-measured" in codes(solved(pocket(**{"opening.floors": floors})))) == asked
    assert "pocket-floor-poured" in codes(result, "check")


def test_a_converging_pair_on_a_floor_out_of_level_is_two_kits_a_joining_set_and_one_header():
    """RO 97 from 31 1/2 to 128 1/2, the floor 97/64 higher on the right. Mouths 24 either side of the middle: 24 1/2 from each end.

    The right pocket's split legs stand 24 1/2 / 64 below the high stud, the left one's 72 1/2 / 64.
    """
    leaves = [{"width": "24 in", "height": "80", "thickness": "1 3/8"}] * 2
    result = solved(
        plain(**{
            **POCKET, "opening.door.leaves": leaves, "opening.position.distance": "80",
            "survey.readings": [read("floor_across", "97/64 in", "right")],
        })
    )  # fmt: skip
    check(lengths(result), {
        "set_mark_right": "81 1/2", "set_mark_left": "83 1/64", "kit_header": "96",
        "split_leg_a": "81 49/128", "split_leg_other_a": "82 17/128",
    })  # fmt: skip
    bought = {i.name: i.count for i in result.hardware}
    assert (bought["pocket_kit"], bought["pocket_joint"]) == (2, 1)
    assert cut(result) == {"kit_header": inch("96")}
    assert [p.count for p in result.pieces if p.part == "split_leg_each"] == [1] * 4


@pytest.mark.parametrize(
    ("low", "high", "bottom", "in_the_way"),
    [
        ("20", "29 1/2", None, False),
        ("20", "29 9/16", None, True),
        ("90 7/16", "95", None, True),
        ("90 1/2", "95", None, False),
        ("20", "40", "84 7/16", True),
        ("20", "40", "84 1/2", False),  # over the rough opening
    ],
)
def test_what_runs_in_a_new_wall_counts_in_the_pockets_zone(low, high, bottom, in_the_way):
    # RO from 29 1/2 to 90 1/2, 84 1/2 high
    runs = [{"what": "A pipe", "at": low, "to": high, "low": bottom}]
    result = solved(pocket(**{"wall.services": runs}))
    assert ("pocket-not-cleared" in codes(result)) == in_the_way
