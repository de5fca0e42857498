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


SOLID = {"kind": "outside_sill", "sill_thickness": "1", "thickness": "1 1/4", "leaf_rebate": "1/2"}
OUT = {
    "opening.door.leaves": [{"width": "36 in", "height": "80", "thickness": "1 3/4"}],
    "opening.door.leads_to": "outside",
}


@pytest.mark.parametrize(
    ("said", "behind", "ro", "clear"),
    # Wi 36 + 1/8 + 1/4 = 36 3/8; RO = Wi + 2 t + 1/2; clear 36 + 1/4 - 1 3/4 - what the stop stands out
    [
        ({}, "3/4", "38 3/8", "34"),
        ({"leaf_rebate": None}, "3/4", "38 3/8", "34"),  # 1/2 by the house rule
        ({"thickness": None}, "3/4", "38 3/8", "34"),  # 1 1/4 by the house rule
        ({"leaf_rebate": "5/8"}, "5/8", "38 1/8", "33 7/8"),
        ({"leaf_rebate": "0"}, None, "39 3/8", "34 1/8"),  # stops of 3/8 are planted: all of it stands behind the leaf
    ],
)
def test_of_a_frame_from_the_solid_only_what_is_behind_the_leaf_counts(said, behind, ro, clear):
    result = solved(plain(**{"opening.frame": SOLID | said}, **OUT))
    found = lengths(result)
    assert (found.get("leg_behind"), found["ro_width"]) == (behind and inch(behind), inch(ro))
    assert (found["clear_width"], found["side_play"]) == (inch(clear), inch("1/4"))
    assert {p.section[0] for p in result.pieces if p.part in ("leg", "head")} == {inch("1 1/4")}  # what it is cut from
    assert ("plant-stops" in {s.key for s in result.steps}) == ("stop_leg" in found) == (said.get("leaf_rebate") == "0")
    assert ("leaf-rebate-not-said" in codes(result)) == ("leaf_rebate" in said and said["leaf_rebate"] is None)


def test_a_rebate_is_less_deep_than_its_stock():
    with pytest.raises(Refused) as refused:
        solved(plain(**{"opening.frame": SOLID | {"leaf_rebate": "1 1/4"}}))
    [error] = refused.value.errors
    assert (error.path, error.accepted) == ("opening.frame.leaf_rebate", "less than 1 1/4 in")
    thin = solved(plain(**{"opening.frame": SOLID | {"thickness": "1/2", "leaf_rebate": None}}))
    assert "opening.frame.leaf_rebate" in {m.path for m in thin.missing}  # the house rule would leave nothing


def test_casing_on_the_side_of_a_worked_stop_goes_by_the_edge_that_is_there():
    """Wi 30 3/8 to side A, 29 3/8 between the stops on B; head 1/2 lower there. Setback 3/16, casing 2 1/4."""
    result = solved(plain(**{"opening.frame": SOLID, "opening.casing": {"width": "2 1/4"}}))
    found = lengths(result)
    assert (found["casing_head_short"], found["casing_head_short_stop"]) == (inch("30 3/4"), inch("29 3/4"))
    assert (found["casing_head_long"], found["casing_head_long_stop"]) == (inch("35 1/4"), inch("34 1/4"))
    assert found["casing_leg_a"] - found["casing_leg_b"] == inch("1/2")  # both floors are 3/4
    assert found["casing_wanted"] == inch("1 9/16")  # play 1/4 + stock 1 1/4 - 3/16 + 1/4
    heads = [(p.count, p.length.name) for p in result.pieces if p.where == "casing" and "head" in p.length.name]
    assert heads == [(1, "casing_head_long"), (1, "casing_head_long_stop")]
    card = next(s.text for s in result.steps if s.key == "casing")
    assert "{casing_head_short_stop} short, {casing_head_long_stop} long point on the stop side" in card


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
    assert mitred["casing_leg_a_long"] == mitred["casing_leg_b_long"] == inch("83 1/16")  # + 2 1/4
    assert mitred["casing_wanted"] == inch("1 1/16")  # (32 1/4 - 30 1/4)/2 - 3/16 + 1/4
    doc = plain(
        **{"opening.casing": {"width": "2 1/4", "corner": "butted"}, "opening.rules": {"casing_overhang": "1/4"}}
    )
    butted = solved(doc)
    assert lengths(butted)["casing_head"] == inch("35 5/8")  # 30 5/8 + 4 1/2 + 1/2
    assert [(p.count, p.length.name) for p in butted.pieces if p.where == "casing"] == [
        (2, "casing_head"), (2, "casing_leg_a"), (2, "casing_leg_b"),
    ]  # fmt: skip
    assert not {"casing_leg_a_long", "casing_head_long"} & set(lengths(butted))


def test_clear_width_is_not_the_leaf_width():
    # 30 + 1/8 - 1 3/8 - 3/8
    assert lengths(solved(plain()))["clear_width"] == inch("28 3/8")


STEEL_FRAME = {"kind": "steel_wrap", "throat": "4 1/2", "source": "sheet", "stands_on": "finished_floor"}


@pytest.mark.parametrize(
    ("leaf", "said", "nominal", "net", "flag"),
    [
        # a whole inch calls the nominal opening; 35 3/4 x 83 1/4 is net of 3-0 x 7-0; neither may have been trimmed
        (("36 in", "84"), {}, ("36", "84"), ("35 3/4", "83 1/4"), "steel-nominal-not-said"),
        (("35 3/4", "83 1/4"), {}, ("36", "84"), ("35 3/4", "83 1/4"), "steel-nominal-not-said"),
        (("35 5/8", "83 1/4"), {}, ("35 7/8", "84"), ("35 5/8", "83 1/4"), "steel-nominal-unsure"),
        (("35 3/4", "83"), {}, ("36", "83"), ("35 3/4", "82 1/4"), "steel-nominal-not-said"),
        (
            ("35 5/8", "83 1/4"),
            {"nominal_width": "36 in", "nominal_height": "84"},
            ("36", "84"),
            ("35 5/8", "83 1/4"),
            None,
        ),
        (("36 in", "84"), {"nominal_width": "36 in", "nominal_height": "84"}, ("36", "84"), ("35 3/4", "83 1/4"), None),
    ],
)
def test_a_steel_frame_is_ordered_by_its_nominal_opening(leaf, said, nominal, net, flag):
    """RO is nominal + 2 by nominal + 1 over the floor of 3/4; what the leaf is net is bought, and hangs with the rest shared."""
    leaves = [{"width": leaf[0], "height": leaf[1], "thickness": "1 3/4"}]
    result = solved(plain(**{"opening.frame": STEEL_FRAME | said, "opening.door.leaves": leaves, "wall.height": "120"}))
    found = lengths(result)
    assert [found[n] for n in ("nominal_width", "nominal_height", "frame_inside_width")] == [
        *map(inch, nominal),
        inch(nominal[0]),
    ]
    assert (found["ro_width"], found["ro_height"]) == (inch(nominal[0]) + inch("2"), inch(nominal[1]) + inch("1 3/4"))
    bought = {i.name: i.sizes for i in result.hardware}
    assert bought["leaf"][:2] == tuple(map(inch, net)) and bought["steel_frame"] == tuple(map(inch, nominal))
    assert [c for c in codes(result) if c.startswith("steel-nominal")] == ([flag] if flag else [])


@pytest.mark.parametrize(
    ("change", "flag"),
    [
        ({}, None),
        ({"opening.frame": STEEL_FRAME | {"stands_on": "rough_floor"}}, "steel-leaf-drags"),  # 5/8 over its foot, the floor 3/4
        ({"opening.floors": {s: [{"thickness": "1/2"}] for s in "ab"}, "opening.frame": STEEL_FRAME | {"stands_on": "rough_floor"}}, "steel-floor-gap"),
        ({"opening.frame": STEEL_FRAME | {"nominal_width": "29 3/4", "nominal_height": "80"}, "opening.door.leaves": [{"width": "29 7/8", "height": "79", "thickness": "1 3/8"}]}, "steel-leaf-too-large"),
    ],
)  # fmt: skip
def test_a_steel_frame_takes_its_leaf_and_clears_its_floor(change, flag):
    leaves = [{"width": "30 in", "height": "80", "thickness": "1 3/8"}]
    result = solved(plain(**({"opening.frame": STEEL_FRAME, "opening.door.leaves": leaves} | change)))
    told = [c for c in codes(result) if c in ("steel-leaf-drags", "steel-floor-gap", "steel-leaf-too-large")]
    assert told == ([flag] if flag else [])


def test_a_steel_frames_pockets_lead_the_leafs_marks():
    """Pockets 6 1/2 and 70 from the head: 1/8 less from the leaf's top, whatever the leaf in hand has; its strike pocket at 40."""
    frame = STEEL_FRAME | {"pockets": [{"at": "70"}, {"at": "6 1/2"}], "strike_pocket": "40"}
    found = lengths(solved(plain(**{"opening.frame": frame, "opening.door.in_hand": {"latch": "39"}})))
    told = ["hinge_leaf_1", "hinge_leg_1", "hinge_leaf_2", "hinge_leg_2", "latch_on_leaf", "latch_on_leg"]
    assert [found[n] for n in told] == [inch(v) for v in ("6 3/8", "6 1/2", "69 7/8", "70", "39 7/8", "40")]


def test_a_leaf_that_was_measured_is_never_taken_for_a_call_out():
    """Measured 30 wide for a nominal opening of 30: it has no gaps, 1/4 too much, and counts as it is; called 30 it is 29 3/4."""
    frame = {"opening.frame": STEEL_FRAME | {"nominal_width": "30 in", "nominal_height": "80"}}
    result = solved(plain(**frame, **{"opening.door.in_hand": {"width_top": "30"}}))
    assert [f.values["over"] for f in result.flags if f.code == "steel-leaf-too-large"] == [inch("1/4")]
    assert "leaf_net_width" not in lengths(result) and "leaf_net_width" in lengths(solved(plain(**frame)))


def test_a_metric_leaf_is_net():
    door = {"leaves": [{"width": "820", "height": "2040", "thickness": "35"}]}
    found = lengths(solved({"unit": "mm", "opening": {"door": door, "frame": {"kind": "steel_wrap"}}}))
    assert (found["nominal_width"], found["nominal_height"]) == (Length.mm(826), Length.mm(2059))


def test_steel_frame_takes_its_opening_from_the_sheet():
    """Leaf called 30 x 80, on floors of 3/4: nominal 30 x 80, RO = 30 + 2 by 3/4 + 80 + 1. Wo = 30 + 2 x 1/16; top = 80 3/4 + 1/16.

    The leaf is 29 3/4 x 79 1/4 net, 1/8 at each side and over it, 80 3/4 - 1/8 - 79 1/4 - 3/4 = 5/8 over the floor.
    """
    result = solved(plain(**{"opening.frame": STEEL_FRAME}))
    found = lengths(result)
    assert [found[n] for n in ("ro_width", "ro_height", "side_play", "head_play", "leaf_bottom", "leaf_net_width", "leaf_net_height")] == [
        inch("32"), inch("81 3/4"), inch("15/16"), inch("15/16"), inch("1 3/8"), inch("29 3/4"), inch("79 1/4"),
    ]  # fmt: skip
    assert codes(result, "stop") == codes(result, "check") == []
    assert "trim" not in result.stages
    assert ("steel_foot_screw", 4, inch("2")) in [(i.name, i.count, i.length) for i in result.hardware]
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


# a leg of 80 13/16 four times, a head of 30 5/8 twice: 4 x (6 + 1) + 2 x (2 + 1), and so on
@pytest.mark.parametrize(("every", "count"), [("16", 34), ("20", 30), ("30 5/8", 20), ("60", 16)])
def test_long_nails_go_at_the_ends_and_so_far_apart_between(every, count):
    facts = {"opening.casing": {"width": "2 1/4", "thickness": "11/16"}, "opening.rules": {"casing_nail_every": every}}
    assert [one.count for one in solved(plain(**facts)).hardware if one.name == "casing_nail"] == [count]


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
    ({"opening.frame": {"supply": "pre_hung"}}, set(), ["unit: 2-6 × 6-8 (30 × 80 × 1 3/8 in), LHR, 4 9/16 in deep"]),
    ({"opening.frame": {"kind": "split_jamb"}}, {"leg_length", "stop_leg", "stop_head"}, ["split_jamb: 30 1/4 × 81 3/8 in", "leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in)"]),
    ({"opening.frame": {"kind": "steel_wrap", "throat": "4 1/2", "gauge": "16 gauge", "anchors": "masonry anchors"}}, set(), ["steel_frame: 2-6 × 6-8 (30 × 80 in), LHR, throat 4 1/2 in, 16 gauge, masonry anchors", "leaf: 29 3/4 × 79 1/4 × 1 3/8 in"]),
    ({"opening.frame": {"kind": "split_jamb", "supply": "pre_hung", "wall_least": "4", "wall_most": "5 1/4"}}, set(), ["unit: 2-6 × 6-8 (30 × 80 × 1 3/8 in), LHR, 4 9/16 in deep, for walls 4 in to 5 1/4 in, split jamb"]),
    ({"opening.frame": {"kind": "rabbeted", "supply": "pre_hung", "depth": "5"}}, set(), ["unit: 2-6 × 6-8 (30 × 80 × 1 3/8 in), LHR, 5 in deep, rabbeted"]),
    ({"opening.frame": {"kind": "outside_sill", "sill_thickness": "1 1/4", "supply": "pre_hung", "sill_site_made": True}}, set(), ["unit: 2-6 × 6-8 (30 × 80 × 1 3/8 in), LHR, 4 9/16 in deep, with its sill"]),
    ({"opening.frame": {"kind": "lining_kit", "thickness": "1 1/8", "supply": "pre_hung"}}, {"leg_length", "stop_leg", "stop_head"}, ["lining_kit: 30 3/16 × 81 3/8 in", "leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in)"]),
    ({"opening.door.fire_rated": True, "opening.door.fire_minutes": 20, "opening.door.in_hand": {"core": "solid"}}, {"leg_length", "head_length", "stop_leg", "stop_head"}, ["leaf: 2-6 × 6-8 (30 × 80 × 1 3/8 in), solid core, 20 min, fire-rated"]),
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


@pytest.mark.parametrize("kind", ["flat_jamb", "rabbeted", "split_jamb", "outside_sill"])
def test_a_unit_of_any_kind_is_hung_already(kind):
    """Nothing is cut for it, its latch is not bored, and no loose leaf, hinge or seal is bought."""
    frame = {"kind": kind, "supply": "pre_hung", "sill_thickness": "1 1/4", "sill_site_made": True}
    result = solved(plain(**{"opening.frame": frame}))
    assert not [p for p in result.pieces if p.where == "frame"]
    assert {"unit"} <= {i.name for i in result.hardware} and not {"leaf", "hinge", "seal", "sill"} & {
        i.name for i in result.hardware
    }
    keys = [step.key for step in result.steps]
    assert "unpack" in keys and not {
        "cut-frame",
        "hinges",
        "cut-sill",
        "hinge-rabbets",
        "join-frame",
        "plant-stops",
    } & {*keys}
    assert "bored for them" in next(s.text for s in result.steps if s.key == "latch")


def test_a_frame_with_a_sill_may_be_joined_as_a_rabbeted_one():
    """Legs past the head: leg = head underside + t less the foot, head = inside width + 2 head joints of 1/2."""
    sill = {
        "kind": "outside_sill",
        "sill_thickness": "1 1/4",
        "thickness": "1 1/4",
        "leaf_rebate": "1/2",
        "legs_past_head": True,
    }
    plainly, past = (lengths(solved(plain(**{"opening.frame": sill | {"legs_past_head": of}}))) for of in (False, True))
    assert past["leg_length"] - plainly["leg_length"] == inch("3/4")
    assert (
        past["head_length"] == past["frame_inside_width"] + inch("1")
        and plainly["head_length"] == plainly["frame_outside_width"]
    )


def test_a_unit_is_bought_by_its_depth_and_an_older_order_still_counts():
    """For a wall of 4 1/2 it is 4 9/16 deep, for one of 6 5/8 6 11/16: two lines, and neither is wrong for the other."""

    def unit(**wall):
        return next(
            i for i in solved(plain(**{"opening.frame": {"supply": "pre_hung"}, **wall})).hardware if i.name == "unit"
        )

    thin, thick = unit(), unit(**{"wall.stud_depth": "5 5/8"})
    assert (thin.depth, thick.depth) == (inch("4 9/16"), inch("6 11/16"))
    assert not thick.is_of(thin.key) and thin.bare == thick.bare and thin.is_of(thin.bare)


def test_what_the_lock_counter_is_told():
    said = {"function": "privacy", "backset": "2 3/8", "closer": True}
    items = {i.name: item_detail(i, Tape.of("in")) for i in solved(plain(**{"opening.door.hardware": said})).hardware}
    assert items["latch"] == "backset 2 3/8 in, privacy" and "closer" in items


THIN = {"kind": "outside_sill", "sill_thickness": "1 1/4", "depth": "4", "thickness": "1 1/4", "leaf_rebate": "1/2"}


@pytest.mark.parametrize(
    ("said", "codes_", "cut", "bought"),
    [
        ({}, ["frame-too-shallow"], 0, 0),
        ({"extension": "B"}, ["frame-with-extension"], 2, 0),
        ({"extension": "B", "extension_by": "supplied"}, ["frame-with-extension"], 0, 3),
        ({"extension": "B", "depth": "4 1/2"}, [], 0, 0),  # as deep as its wall: there is nothing to extend
        ({"extension": "B", "depth": "4 7/16"}, ["frame-with-extension"], 2, 0),
    ],
)
def test_a_frame_thinner_than_its_wall_gets_a_strip_on_the_side_that_is_said(said, codes_, cut, bought):
    """The wall is 4 1/2, the unit 4: 1/2 on side B, along both legs and the head; foam goes by the unit's own 4."""
    frame = THIN | said
    result = solved(plain(**{"opening.frame": frame, "opening.door.leads_to": "outside"}))
    assert [c for c in codes(result) if c in ("frame-too-shallow", "frame-with-extension")] == codes_
    strips = [p for p in result.pieces if p.part == "extension_strip"]
    assert len(strips) == cut and sum(i.count for i in result.hardware if i.name == "extension_strip") == bought
    found, texts = lengths(result), {s.key: s.text for s in result.steps}
    if cut:
        short = inch("4 1/2") - inch(frame["depth"])
        assert [(p.count, p.length.value, p.section) for p in strips] == [
            (2, found["leg_length"], (inch("1 1/4"), short)), (1, found["head_length"], (inch("1 1/4"), short)),
        ]  # fmt: skip
        assert "{frame_own_depth}" in texts["seal-joint"] and "side B" in texts["extension-strip"]


def test_a_strip_counts_where_the_wall_was_measured():
    # 4 5/8 measured at one corner: the strip is 5/8, and the wall is no thicker than frame and strip
    read = [{"place": "thickness_left_head", "value": "4 5/8"}, {"place": "width_foot", "value": "32 1/4"}]
    result = solved(plain(**{"opening.frame": THIN | {"extension": "A"}, "survey.readings": read}))
    assert lengths(result)["extension_width"] == inch("5/8") and "wall-thicker-than-frame" not in codes(result)
