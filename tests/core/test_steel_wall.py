"""A wall of steel studs and tracks, and a timber buck in its hole (handbook 6), worked by hand."""

import pytest

from helpers import answer, codes, inch, inches, lengths, plain, solved
from jambo.api.catalogue import catalogue
from jambo.core.quantities.length import ZERO
from jambo.core.words.lists import REGIONS, fill, of_wall

STEEL = {
    "wall.studs": "steel",
    "wall.gauge": "25 ga",
    "wall.height": "96",
    "opening.header": {"depth": "6", "source": "x"},
}
BUCK = STEEL | {"opening.header": {"depth": "6", "source": "x", "buck": "1 1/2"}}


def test_a_steel_wall_goes_by_its_own_rules_until_somebody_says():
    """Stud 1 1/4 by 3 5/8 and a track of 1/32: king 96 - 1/32, header 32 1/4 + 2 x 1 1/4; one track over the studs."""
    result = solved(plain(**STEEL))
    assert inches(result, "king_length", "header_length", "wall_finished")[:2] == [
        inch("95 31/32").in_inches(),
        inch("34 3/4").in_inches(),
    ]
    said = solved(plain(**STEEL, **{"wall.stud_thickness": "1 5/8", "wall.plate_thickness": "1/16"}))
    assert inches(said, "king_length", "header_length") == [inch("95 15/16").in_inches(), inch("35 1/2").in_inches()]
    over_all = {"wall.height": "96 1/32", "wall.height_by": "overall"}  # one track of 1/32 over it
    assert lengths(solved(plain(**(STEEL | over_all))))["wall_top"] == inch("96")
    two = solved(plain(**(STEEL | over_all | {"wall.top_plates": 2})))
    assert lengths(two)["wall_top"] == inch("95 31/32")


def test_the_hole_is_the_opening_and_its_buck():
    """RO 32 1/4 with a buck of 1 1/2: hole 35 1/4 wide and 1 1/2 higher; jacks stand in the hole, the buck inside it."""
    bare, result = solved(plain(**STEEL)), solved(plain(**BUCK))
    high = lengths(result)["ro_height"]
    assert (lengths(result)["ro_width"], high) == (inch("32 1/4"), lengths(bare)["ro_height"])
    found = lengths(result)
    assert (found["hole_width"], found["hole_height"]) == (inch("35 1/4"), high + inch("1 1/2"))
    assert found["jack_length"] == high + inch("1 1/2") - inch("1/32")
    assert (found["header_length"], found["plate_cut"]) == (inch("37 3/4"), inch("35 1/4"))
    assert found["header_top"] == high + inch("7 1/2")
    assert found["cripple_length"] == inch("96") - high - inch("7 1/2")
    assert (found["buck_leg_length"], found["buck_head_length"]) == (high, inch("35 1/4"))
    pieces = {p.part: (p.count, p.section, p.made_of) for p in result.pieces}
    stud = (inch("1 1/4"), inch("3 5/8"))
    assert pieces["buck_leg"] == (2, (inch("1 1/2"), inch("3 5/8")), "") and pieces["buck_head"][0] == 1
    assert pieces["king"] == (2, stud, "steel stud 25 ga") == pieces["jack"]
    assert pieces["header"] == (1, stud, "steel track 25 ga")


def test_studs_stand_beyond_the_buck_on_tape_drawing_and_wall():
    """Centre 60: opening 43 7/8 to 76 1/8, hole 42 3/8 to 77 5/8, kings' lines a stud of 1 1/4 past it."""
    result = solved(plain(**BUCK))
    marks = [
        (m.what, m.measure.value, m.crossed) for m in result.plate.marks if m.what in ("king", "hole_edge", "ro_edge")
    ]
    assert marks == [
        ("king", inch("41 1/8"), "near"), ("hole_edge", inch("42 3/8"), "near"), ("ro_edge", inch("43 7/8"), None),
        ("ro_edge", inch("76 1/8"), None), ("hole_edge", inch("77 5/8"), "far"), ("king", inch("78 7/8"), "far"),
    ]  # fmt: skip
    assert result.plate.jacks == (inch("42 3/8"), inch("77 5/8"))
    assert (result.plate.framing_near, result.plate.framing_far) == (inch("39 7/8"), inch("80 1/8"))
    shapes = [(s.part, s.x0, s.x1) for s in result.shapes if s.part in ("jack", "king", "buck", "header")]
    assert ("jack", inch("41 1/8"), inch("42 3/8")) in shapes and ("king", inch("39 7/8"), inch("41 1/8")) in shapes
    assert ("buck", inch("42 3/8"), inch("43 7/8")) in shapes and ("header", inch("41 1/8"), inch("78 7/8")) in shapes
    head = next(s for s in result.shapes if s.part == "header")
    assert head.y0 == lengths(result)["hole_height"]


@pytest.mark.parametrize(
    ("to", "distance"), [("near_king", "41 1/8"), ("far_king", "78 7/8"), ("near_edge", "43 7/8"), ("far_edge", "76 1/8")]
)  # fmt: skip
def test_a_place_told_by_a_king_is_past_jack_and_buck(to, distance):
    found = lengths(solved(plain(**BUCK, **{"opening.position": {"to": to, "distance": distance}})))
    assert (found["mark_ro_near"], found["mark_ro_far"]) == (inch("43 7/8"), inch("76 1/8"))


@pytest.mark.parametrize("more", [STEEL, BUCK])
def test_the_card_speaks_of_tracks_snips_and_screws(more):
    steps = {s["key"]: s for s in answer(plain(**more))["steps"]}
    assert "bottom track" in steps["cut-plate"]["text"] and steps["cut-plate"]["tools"] == "Snips"
    assert steps["stand"]["text"].startswith("Box each jack stud with its king stud, open side to open side: screw")
    assert "gloves" in steps["stand"]["caution"]
    told = " ".join(
        s["text"] + s["tools"] + s["check"] for key, s in steps.items() if s["part"] == "Framing" and key != "buck"
    )
    assert "nail" not in told.lower() and "saw" not in told.lower()
    assert ("buck" in steps) == (more is BUCK)
    if more is BUCK:
        assert steps["stand"]["check"].startswith("Hole 35 1/4 in by")
        assert steps["plate"]["text"].startswith("Mark the bottom track at 42 3/8 in and 77 5/8 in;")
        assert "two legs" in steps["buck"]["text"] and "head 35 1/4 in" in steps["buck"]["text"]


def test_what_a_frame_is_fixed_to():
    assert "nothing-behind-steel" in codes(solved(plain(**STEEL)))
    assert "nothing-behind-steel" not in codes(solved(plain(**BUCK)))
    wrap = STEEL | {"opening.frame.kind": "steel_wrap"}  # it has anchors of its own
    assert "nothing-behind-steel" not in codes(solved(plain(**wrap)))
    told = {i.name: i.told for i in solved(plain(**STEEL)).hardware}
    assert told["long_screw"] == ("for steel",)
    assert {i.name: i.told for i in solved(plain(**BUCK)).hardware}["long_screw"] == ()


def test_a_header_boxed_of_studs_and_tracks():
    header = {"depth": "6", "source": "x", "make_up": "plies", "plies": 2}
    result = solved(plain(**(STEEL | {"opening.header": header})))
    pieces = {p.part: (p.count, p.section, p.made_of) for p in result.pieces}
    assert pieces["header_ply"] == (2, (inch("1 1/4"), inch("6")), "steel stud 25 ga")
    assert pieces["header_packing"] == (2, (inch("1 1/4"), inch("3 5/8")), "steel track 25 ga")
    assert not {"header-too-thick", "header-too-thin"} & set(codes(result))


@pytest.mark.parametrize("region", REGIONS)
def test_each_region_has_words_for_both_ways(region):
    assert fill("{nail} the {plate}s to the {backing}", of_wall(region, steel=False)).startswith("Nail the ")
    assert fill("{nail} it to the {backing}", of_wall(region, steel=True)) == "Screw it to the buck"
    assert fill("{plane} the {backing}", of_wall(region, steel=True, buck=False)) == "Unscrew and shift the steel stud"


def test_a_buck_in_a_new_hole_of_a_standing_wall():
    """Studs found at 40 and 56 1/2 ...: a hole of 35 1/4 from 42 3/8 on cuts what stands between 41 1/8 and 78 7/8."""
    studs = [{"at": at} for at in ("0 5/8", "24", "41 3/4", "60", "78", "96")]
    asked = BUCK | {
        "wall.existing": True, "wall.studs_found": studs, "wall.length": "120", "wall.plate_on": "joists",
        "opening.cut_in": {"asked": True}, "opening.position.distance": "60",
    }  # fmt: skip
    result = solved(plain(**asked))
    assert [studs[n]["at"] for n in result.opened.cut] == ["41 3/4", "60", "78"]  # 78 3/8 > 78 5/8 - 1 1/4
    assert lengths(result)["floor_extension"] == inch("35 1/4")
    assert result.opened.fillers == (ZERO, ZERO)


def test_kings_of_a_wall_of_precut_studs_are_not_cut():
    precut = {"wall.height": "92 5/8", "wall.height_by": "stud"}
    steps = {s["key"]: s["text"] for s in answer(plain(**precut))["steps"]}
    assert "The king studs are full studs of 92 5/8 in: they are not cut." in steps["cut-studs"]
    assert "not cut" not in {s["key"]: s["text"] for s in answer(plain())["steps"]}["cut-studs"]


@pytest.mark.parametrize(
    ("path", "option", "timber", "steel"),
    [
        ("wall.plate_on", None, "The sole plate stands on", "The floor track stands on"),
        ("wall.top_plates", None, "Head plates", "Head tracks"),
        ("wall.height_by", "under_plates", "Floor to the underside of the head plates", "Floor to the underside of the head tracks"),
        ("wall.bearing", None, "Does it carry load?", None),  # said alike
    ],
)  # fmt: skip
def test_choices_of_a_steel_wall_are_in_its_words(path, option, timber, steel):
    of = catalogue()["choices"][path]
    label = of["label"] if option is None else next(o["label"] for o in of["options"] if o["value"] == option)
    assert (label["britain"], label.get("britain/steel")) == (timber, steel)
