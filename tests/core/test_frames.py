"""Pairs and the other frame kinds, worked by hand (handbook 3, 4, 8)."""

import pytest

from helpers import BYPASS, POCKET, SLIDER, codes, inch, lengths, plain, solved
from jambo.core.frames.registry import FRAMES
from jambo.core.items import ITEMS
from jambo.core.quantities.figure import Waiting
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Tape
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse
from jambo.views.opening.result import item_detail

PAIR = {
    "leaves": [{"width": "24 in", "height": "84", "thickness": "1 3/8"}, {"width": "20 in", "height": "84"}],
    "hinge_side": "right",
}


def test_pair_adds_a_gap_at_both_hinges_and_one_between():
    # Wi = 24 + 20 + 2 x 1/8 + 1/8 = 44 3/8; Wo = 44 3/8 + 2 x 3/4 = 45 7/8; RO = 45 7/8 + 2 x 1/4 = 46 3/8
    result = solved(plain(**{"opening.door": PAIR}))
    found = lengths(result)
    assert [found[n] for n in ("frame_inside_width", "frame_outside_width", "ro_width")] == [
        inch("44 3/8"), inch("45 7/8"), inch("46 3/8"),
    ]  # fmt: skip
    # add-on takes its 2 in once over both leaves: 24 + 20 + 2
    assert found["add_on_width"] == inch("46")
    near, far = sorted((s for s in result.shapes if s.part == "leaf"), key=lambda s: s.x0)
    assert far.x0 - near.x1 == inch("1/8")  # the meeting gap
    assert far.x1 - far.x0 == inch("24")  # the active leaf hangs on the right
    assert [(i.name, i.count, i.length) for i in result.hardware] == [
        ("leaf", 1, None), ("leaf", 1, None), ("hinge", 6, inch("3 1/2")), ("long_screw", 6, inch("3")), ("latch", 1, None), ("bolt", 2, None),
        ("cover_strip", 1, inch("84")), ("shim", 14, None),  # behind three hinges a side and over the head, two each
    ]  # fmt: skip


def test_pair_of_unequal_height_is_refused():
    leaves = [{"width": "24 in", "height": "84"}, {"width": "24 in", "height": "80"}]
    with pytest.raises(Refused, match=r"leaves\[1\].height: the two leaves of a pair are one height"):
        solved(plain(**{"opening.door": {"leaves": leaves}}))


def test_a_pair_waits_for_its_other_leaf():
    result = solved(plain(**{"opening.door": {"leaves": [{"width": "24 in", "height": "84"}, {}]}}))
    assert isinstance(result.figures["ro_width"], Waiting)
    assert result.missing[0].path == "opening.door.leaves[1].width"


def test_lining_kit_trenches_and_horns():
    """762 x 1981 in a 28 mm kit, legs 10 into the head, horns 20; both floors 22.

    Wi = 762 + 2 x 2 = 766, Wo = 766 + 56 = 822; Hh = 22 + 10 + 1981 + 3 = 2016
    leg on the rough floor = 2016 + 10 = 2026; head = 822 + 40 = 862; RO = 822 + 14 by 2016 + 28 + 6
    """
    doc = {
        "unit": "mm",
        "wall": {"height": "2438", "finish_a": "12.5", "finish_b": "12.5", "bearing": "no"},
        "opening": {
            "door": {"leaves": [{"width": "762", "height": "1981"}]},
            "floors": {"a": [{"thickness": "22"}], "b": [{"thickness": "22"}]},
            "frame": {
                "kind": "lining_kit",
                "thickness": "28",
                "horn": "20",
                "depth": "138",
                "kit_width_1": "762",
                "kit_width_2": "838",
            },
        },
    }
    result = solved(doc)
    expected = {
        "frame_inside_width": 766, "frame_outside_width": 822, "head_underside": 2016, "leg_length": 2026,
        "head_length": 862, "ro_width": 836, "ro_height": 2050,
        "rip_width": 117,  # wall 89 + 12.5 + 12.5 = 114, 1 over, 2 to plane
    }  # fmt: skip
    found = lengths(result)
    assert {n: found[n] for n in expected} == {n: Length.mm(v) for n, v in expected.items()}
    assert "kit-cannot-serve-leaf" not in codes(result) and "rip-the-lining" in codes(result)
    doc["opening"]["frame"]["thickness"] = None
    assert "opening.frame.thickness" in [m.path for m in solved(doc).missing]  # nominal is not actual


def test_rabbeted_frame_runs_its_legs_past_the_head():
    # Hh 81 3/8 + 3/4 = 82 1/8 on the rough floor; head = Wi 30 1/4 + 2 x 1/2
    found = lengths(solved(plain(**{"opening.frame": {"kind": "rabbeted"}})))
    assert (found["leg_length"], found["head_length"]) == (inch("82 1/8"), inch("31 1/4"))


def test_split_jamb_says_what_it_waits_on_and_when_it_fits():
    result = solved(plain(**{"opening.frame": {"kind": "split_jamb"}}))
    assert {"opening.frame.wall_least", "opening.frame.wall_most"} <= {m.path for m in result.missing}
    fits = plain(**{"opening.frame": {"kind": "split_jamb", "wall_least": "4 1/2", "wall_most": "5 1/4"}})
    assert "split-jamb-out-of-range" not in codes(solved(fits))  # the wall is 3 1/2 + 1/2 + 1/2 = 4 1/2


def test_facts_of_another_kind_are_kept_and_do_not_count():
    doc = plain(
        **{"opening.frame": {"kind": "flat_jamb", "trench_depth": "1/2", "wall_least": "4", "kit_width_1": "28 in"}}
    )
    assert lengths(solved(doc)) == lengths(solved(plain()))
    assert facts_of(parse(Document, doc)).heard["opening.frame.trench_depth"].length == inch("1/2")


def test_casing_pieces_by_their_corners():
    """Wi 30 1/4, Hh 81 3/8, setback 3/16, floors 3/4, casing 2 1/4."""
    mitred = lengths(solved(plain(**{"opening.casing": {"width": "2 1/4"}})))
    assert mitred["casing_head_short"] == inch("30 5/8")  # 30 1/4 + 3/8
    assert mitred["casing_head_long"] == inch("35 1/8")  # + 4 1/2
    assert mitred["casing_leg_a"] == inch("80 13/16")  # 81 3/8 + 3/16 - 3/4
    assert mitred["casing_wanted"] == inch("1 1/16")  # (32 1/4 - 30 1/4)/2 - 3/16 + 1/4
    doc = plain(
        **{"opening.casing": {"width": "2 1/4", "corner": "butted"}, "opening.rules": {"casing_overhang": "1/4"}}
    )
    butted = solved(doc)
    assert lengths(butted)["casing_head"] == inch("35 5/8")  # 30 5/8 + 4 1/2 + 1/2
    assert [(p.count, p.length.name) for p in butted.pieces if p.where == "casing"] == [
        (2, "casing_head"), (2, "casing_leg_a"), (2, "casing_leg_b"),
    ]  # fmt: skip


def test_clear_width_is_not_the_leaf_width():
    # 30 + 1/8 - 1 3/8 - 3/8
    assert lengths(solved(plain()))["clear_width"] == inch("28 3/8")


def test_steel_frame_takes_its_opening_from_the_sheet():
    """Leaf 30 x 80, floors 3/4: RO = 30 + 2 by 3/4 + 80 + 1. Wo = 30 1/4 + 2 x 1/16; top = 81 3/8 + 1/16."""
    result = solved(plain(**{"opening.frame": {"kind": "steel_wrap", "throat": "4 1/2", "source": "sheet"}}))
    found = lengths(result)
    assert [found[n] for n in ("ro_width", "ro_height", "side_play", "head_play")] == [
        inch("32"), inch("81 3/4"), inch("13/16"), inch("5/16"),
    ]  # fmt: skip
    assert codes(result, "stop") == codes(result, "check") == []
    assert "trim" not in result.stages
    assert ("steel_foot_screw", 2, inch("2")) in [(i.name, i.count, i.length) for i in result.hardware]
    assert lengths(result)["throat"] == inch("4 1/2")
    assert next(s for s in result.steps if s.key == "throat").gate == "{wallboard} done first"


@pytest.mark.parametrize(
    ("sill", "on", "filler", "bottom", "leg"),
    # inside floor 3/4 and gap 1/2 ask for 1 1/4; the sill's own line is its thickness + 1/8; head = bottom + 80 + 1/8
    [
        ("3/4", True, "3/8", "1 1/4", "80 1/4"),  # 81 3/8 - 3/8 - 3/4
        ("3/4", False, "3/8", "1 1/4", "81"),
        ("1 1/2", True, "0", "1 5/8", "80 1/4"),  # 81 3/4 - 1 1/2
    ],
)
def test_outside_frame_on_its_sill(sill, on, filler, bottom, leg):
    frame = {
        "kind": "outside_sill",
        "sill_thickness": sill,
        "legs_beside_sill": not on,
        "depth": "5",
        "sill_site_made": True,
    }
    result = solved(plain(**{"opening.frame": frame, "opening.door.leads_to": "outside"}))
    found = lengths(result)
    assert [found[n] for n in ("sill_filler", "leaf_bottom", "leg_length")] == [inch(filler), inch(bottom), inch(leg)]
    assert found["frame_inside_width"] == inch("30 3/8")  # 1/8 at the hinges, 1/4 at the sealed strike
    assert found["sill_top"] == inch(filler) + inch(sill)
    assert (found["seal_set"], found["sill_fall"]) == (inch("1/8"), inch("1/4"))  # half of 1/4; 1 in 20 over 5
    assert "filler" in {p.part for p in result.pieces} or filler == "0"


def test_pre_hung_brings_its_hinges():
    result = solved(plain(**{"opening.frame.supply": "pre_hung"}))
    assert [i.name for i in result.hardware] == ["unit", "long_screw", "latch", "shim"]


@pytest.mark.parametrize(("mass", "count"), [("90 lb", 3), ("91", 4), ("40.9 kg", 4)])
def test_a_heavy_leaf_takes_one_more_hinge(mass, count):
    result = solved(plain(**{"opening.door.mass": mass}))
    assert sum(n.startswith("hinge_leaf_") for n in result.figures) == count


def test_nails_reach_through_casing_and_board():
    # 11/16 + 1/2 + 1
    result = solved(plain(**{"opening.casing": {"width": "2 1/4", "thickness": "11/16"}}))
    assert lengths(result)["casing_nail_a"] == inch("2 3/16")


@pytest.mark.parametrize("text", ["heavy", "0 lb", "-4", "9999 kg", "12 stone"])
def test_a_weight_that_cannot_be_is_refused(text):
    with pytest.raises(Refused, match=r"opening.door.mass: .*82 lb"):
        solved(plain(**{"opening.door.mass": text}))


KINDS = ("swing", "pocket", "face_slider", "bypass")


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("pair", [1, 2])
def test_every_kind_waits_for_its_facts_and_keeps_those_of_others(kind, pair):
    """From nothing no kind fails; facts of all kinds at once change no figure of the one chosen."""
    empty = solved({"unit": "mm", "opening": {"door": {"kind": kind, "leaves": [{}] * pair}}})
    assert empty.missing and empty.stages[0] == "door"
    own = {"swing": {}, "pocket": POCKET, "face_slider": SLIDER, "bypass": BYPASS}[kind]
    door = plain(**own)["opening"]["door"]
    others = plain(
        **BYPASS, **{k: v for k, v in SLIDER.items() if "slider" in k}, **{"opening.door.pocket": {"bumper": "3"}}
    )
    full = others["opening"]["door"] | door | {"kind": kind}
    if kind in ("swing", "pocket"):
        full["leaves"] = plain()["opening"]["door"]["leaves"]
    a, b = solved(plain(**own)), solved(plain(**own, **{"opening.door": full}))
    assert lengths(a) == lengths(b)


WHOLE = [
    # what comes as one thing is one line to buy, with its size and hand; only what is cut of it is cut
    ({}, {"leg_length", "head_length", "stop_leg", "stop_head"}, ["leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in)"]),
    ({"opening.frame": {"supply": "pre_hung"}}, set(), ["unit: 2-6 × 6-8 (30 × 80 × 1 3/8 in), LHR"]),
    ({"opening.frame": {"kind": "split_jamb"}}, {"leg_length", "stop_leg", "stop_head"}, ["split_jamb: 30 1/4 × 81 3/8 in", "leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in)"]),
    ({"opening.frame": {"kind": "steel_wrap", "throat": "4 1/2"}}, set(), ["steel_frame: 30 1/4 × 81 3/8 in, LHR", "leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in)"]),
    ({"opening.frame": {"kind": "outside_sill", "sill_thickness": "1 1/4"}}, {"leg_length", "head_length"}, ["leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in)", "sill: "]),
    ({"opening.frame": {"kind": "outside_sill", "sill_thickness": "1 1/4", "sill_site_made": True}}, {"leg_length", "head_length", "sill_length"}, ["leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in)"]),
    ({"opening.door.in_hand": {"width_top": "30", "height_hinge": "80"}}, {"leg_length", "head_length", "stop_leg", "stop_head"}, []),
]  # fmt: skip


@pytest.mark.parametrize(("facts", "cut", "bought"), WHOLE)
def test_what_comes_as_one_thing_is_bought_and_the_rest_cut(facts, cut, bought):
    result = solved(
        plain(**{"opening.door.leaves": [{"width": "30 in", "height": "80", "thickness": "1 3/8"}], **facts})
    )
    assert {str(p.length.name) for p in result.pieces if p.where == "frame"} == cut
    whole = ("leaf", "unit", "split_jamb", "steel_frame", "lining_kit", "sill")
    told = [f"{i.name}: {item_detail(i, Tape.of('in'))}" for i in result.hardware if i.name in whole]
    assert told == bought


def test_a_unit_s_legs_are_cut_once_the_floor_is_read():
    rows = [{"place": f"width_{at}", "value": "32 1/4"} for at in ("foot", "middle", "head")]
    result = solved(plain(**{"opening.frame": {"supply": "pre_hung"}, "survey.readings": rows}))
    assert [(str(p.length.name), p.count) for p in result.pieces if p.where == "frame"] == [("leg_length", 2)]


def test_what_a_frame_comes_as_is_declared_with_what_it_stands_by():
    one_things = {kind.one_thing for kind in FRAMES.values()} - {""}
    assert one_things == {
        name for name in one_things if name in ITEMS and ITEMS[name].in_frame and ITEMS[name].must_come
    }
