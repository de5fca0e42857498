"""Where the frame stands (handbook 14-16): worked figures, hand-worked plans, and properties against other ways of solving."""

import json
from fractions import Fraction

import numpy as np
import pytest
from found_cases import STRAIGHT, found, surveyed, wide
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import linprog

from helpers import answer, codes, demo_document, inch, inches, lengths, plain, solved
from jambo.core.quantities.figure import Figure, Known, Source, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.setting.legs import diagonal
from jambo.core.setting.shims import Pack, Shim, flats, packed, tapered, tapers_one_way
from jambo.core.setting.slot import least_tilt, slot, widest
from jambo.core.setting.steps import set_by
from jambo.core.survey.shape import Face
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.running.machine import ROOT

CASES = {c["kind"]: c for c in json.loads((ROOT / "tests/data/worked.json").read_text())["cases"]}


def known(text):
    return Known("shim", inch(text), Source("given", ""))


SHIM = Shim(known("1/32"), known("5/16"), known("8"))


def test_worked_slot():
    case = CASES["slot"]
    g, want, close = case["given"], case["expect"], case["tolerance"]
    hinge = Face(0, g["hinge_lean_over_span"] / g["span"], g["hinge_bow"], g["span"])
    strike = Face(g["width_at_foot"], g["strike_lean_over_span"] / g["span"], g["strike_bow"], g["span"])
    found = slot(hinge, strike, g["Wo"], g["frame_height"])
    got = (found.low, found.high, found.width, found.low_at, found.high_at)
    assert got == pytest.approx((want["lo"], want["hi"], want["width"], want["y_lo"], want["y_hi"]), abs=close)


def test_worked_shim_pair():
    given_, want = CASES["shim pair"]["given"], CASES["shim pair"]["expect"]
    shim = Shim(*(known(given_[n]) for n in ("tip", "butt", "length")))
    assert shim.overlap(inch(given_["thickness"])).in_inches() == Fraction(want["overlap"])


faces = st.builds(
    Face, st.just(0.0), st.floats(-0.006, 0.006), st.floats(-6, 6), st.just(2032.0),
    st.lists(st.tuples(st.floats(50, 1900), st.floats(-5, 5)), max_size=2, unique_by=lambda t: round(t[0])).map(lambda t: tuple(sorted(t))),
)  # fmt: skip


def shifted(face, by):
    return Face(face.start + by, face.slope, face.bow, face.span, face.twist)


def edge(face, y, side):
    return side * face.middle(y) + abs(face.twisted(y)) / 2


@given(hinge=faces, strike=faces, wide=st.floats(795, 830), most=st.floats(0.0002, 0.002))
def test_slot_and_tilt_agree_with_a_linear_programme_over_a_fine_grid(hinge, strike, wide, most):
    """Room with the best tilt, as a linear programme: x + k y >= hinge edge, strike edge - x - k y - Wo >= room."""
    strike, outside, tall = shifted(strike, wide), 800.0, 2040.0
    bends = [y for face in (hinge, strike) for y, _ in face.twist]  # a twist may bend sharper than any grid shows
    ys = np.union1d(np.linspace(0, tall, 401), bends)
    rows = [[-1, -y, 0] for y in ys] + [[1, y, 1] for y in ys]
    ends = [-edge(hinge, y, 1) for y in ys] + [-edge(strike, y, -1) - outside for y in ys]
    done = linprog([0, 0, -1], A_ub=rows, b_ub=ends, bounds=[(None, None), (-most, most), (None, None)])
    best = widest(hinge, strike, outside, tall, most)
    assert best.width == pytest.approx(-done.fun, abs=0.02)
    plumb = slot(hinge, strike, outside, tall)
    set_ = least_tilt(plumb, best, hinge, strike, outside, tall)
    if plumb.width >= 0:
        assert set_.tilt == 0
    elif best.width >= 0:
        assert set_.width >= -1e-6 and abs(set_.tilt) <= abs(best.tilt) + 1e-9
        closer = slot(hinge, strike, outside, tall, set_.tilt * 0.99)
        assert closer.width < 1e-6  # any less tilt does not go in


@given(hinge=faces, strike=faces, wide=st.floats(795, 830), more=st.floats(0, 10))
def test_more_play_never_fits_less(hinge, strike, wide, more):
    rooms = [slot(hinge, shifted(strike, w), 800.0, 2040.0).width for w in (wide, wide + more)]
    assert rooms[1] >= rooms[0] + more - 1e-9
    narrow = [widest(hinge, shifted(strike, w), 800.0, 2040.0, 0.001).width for w in (wide, wide + more)]
    assert narrow[1] >= narrow[0] + more - 1e-6


def test_a_plan_by_hand():
    """A 30 in leaf in a plumb, straight hole of 32 1/4: Wo 31 3/4 leaves 1/2, centred 1/4 a side, at every station.

    A pair 1/4 + 1/32 thick: overlap (9/32 - 2/32) / (9/256) = 6 2/9 in; seven stations, two shims each.
    """
    straight = [
        {"place": p, "value": "0"}
        for p in ("lean_left", "lean_right", "bow_left", "bow_right", "floor_across", "header_level")
    ]
    result = solved(surveyed(*straight))
    assert inches(result, "slot_low", "slot_high", "slot_width", "set_at") == [
        0,
        Fraction(1, 2),
        Fraction(1, 2),
        Fraction(1, 4),
    ]
    plan = result.found.plan
    assert plan.verdict == "fits" and plan.pieces == 14
    assert [s.gap.in_inches() for s in plan.stations] == [Fraction(1, 4)] * 7
    assert {s.pack.pair.in_inches() for s in plan.stations} == {Fraction(56, 9)}
    assert [s.place.name for s in plan.stations[:3]] == ["hinge_1", "hinge_2", "hinge_3"]
    # hinge tops from the leaf top 7, middle, 80 - 11 - 3 1/2; leaf top 81 1/4; the middle of a hinge 1 3/4 lower
    assert [s.place.y / 25.4 for s in plan.stations[:3]] == pytest.approx([72.5, 43.25, 14.0])
    tight = solved(surveyed(*straight, setting={"school": "tight"}))
    assert inches(tight, "set_at", "hinge_least", "strike_least") == [0, 0, Fraction(1, 2)]
    assert tight.found.plan.pieces == 4 * (2 + 1)  # 1/2 + 1/32 at the strike wants a flat under each pair


LEANING = [
    {"place": "lean_left", "value": "1/4", "toward": "opening"}, {"place": "lean_right", "value": "1/8", "toward": "away"},
    {"place": "bow_left", "value": "1/8", "toward": "away"}, {"place": "bow_right", "value": "1/16", "toward": "opening"},
]  # fmt: skip
LEANS = {"width_foot": "32 1/2", "width_middle": "32 1/2", "width_head": "32 3/8"}


@pytest.mark.parametrize("school", ["centred", "tight", "fewest", "pre_packed"])
def test_a_plan_replayed_through_the_shape_gives_its_gaps(school):
    """Put the frame where the plan says: behind every station the studs as found leave the gap promised, none negative."""
    result = solved(surveyed(*LEANING, **LEANS, setting={"school": school}))
    plan, at = result.found.plan, result.found.plan.stand
    for s in plan.stations:
        back = at.x + at.tilt * s.place.y
        gap = (
            back - plan.hinge.middle(s.place.y)
            if s.place.side == "hinge"
            else plan.strike.middle(s.place.y) - back - at.outside
        )
        assert float(s.gap.nm) / 1e6 == pytest.approx(gap, abs=1e-3)
        assert gap >= -1e-3
    assert inches(result, "hinge_least")[0] >= Fraction(-1, 1000)
    if school == "fewest":
        centred = solved(surveyed(*LEANING, **LEANS))
        assert plan.pieces <= centred.found.plan.pieces
    if school == "pre_packed":
        packs = [value_of(result.figures[f"stud_pack_{n}"]) for n in range(1, 6)]
        # three hinges, their middles 14, 43 1/4 and 72 1/2 up, and one between each two: no hinge is packed twice
        heights = [25.4 * y for y in (14, 28.625, 43.25, 57.875, 72.5)]
        assert not any(s.place.side == "hinge" for s in plan.stations)
        assert [float(p.nm) / 1e6 for p in packs] == pytest.approx(
            [at.x + at.tilt * y - plan.hinge.middle(y) for y in heights], abs=1e-3
        )
        # what is over is shared: as much is left at the strike as the hinge stud is packed out
        assert at.x == pytest.approx((plan.room.low + plan.room.high) / 2, abs=1e-3)


SWAP = {"left": "right", "right": "left"}


def mirrored(doc):
    """The same hole seen in a mirror: left and right change places."""
    rows = []
    for row in doc["survey"]["readings"]:
        name = row["place"]
        for a, b in (("_left", "_right"), ("_right", "_left")):
            if name.endswith(a):
                name = name.removesuffix(a) + b
                break
        rows.append(row | {"place": name} | ({"toward": SWAP[row["toward"]]} if row.get("toward") in SWAP else {}))
    hand = SWAP[doc["opening"]["door"].get("hinge_side", "left")]
    door = doc["opening"]["door"] | {"hinge_side": hand}
    return doc | {"opening": doc["opening"] | {"door": door}, "survey": {"readings": rows}}


def test_a_mirrored_hole_gives_a_mirrored_plan():
    rows = [*LEANING, {"place": "floor_across", "value": "3/16", "toward": "right"}, {"place": "twist_left", "value": "1/8", "toward": "A", "at": "40"},
            {"place": "header_level", "value": "1/16", "toward": "left"}, {"place": "wall_left", "value": "3/8", "toward": "A"}, {"place": "wall_right", "value": "1/8", "toward": "B"}]  # fmt: skip
    doc = surveyed(*rows, **LEANS)
    one, other = solved(doc), solved(mirrored(doc))
    same = [n for n, f in one.figures.items() if isinstance(f, Figure) and not n.startswith(("mark_", "found_width"))]
    assert {"set_at", "leg_strike_set", "proud_strike_top", "gap_latch_above", "head_play_found"} <= set(same)
    for name in same:
        assert float(one.figures[name].value.nm) == pytest.approx(float(other.figures[name].value.nm), abs=2000), name
    assert [f.code for f in one.flags if f.kind.stage in ("survey", "set", "hang")] == [
        f.code for f in other.flags if f.kind.stage in ("survey", "set", "hang")
    ]


def test_legs_on_a_floor_that_rises():
    """Floor 3/16 higher at the strike: head lifted 3/16, hinge leg 3/16 longer, strike leg as planned; supplied 82 1/2 both."""
    rows = [{"place": "floor_across", "value": "3/16", "toward": "right"}, {"place": "header_level", "value": "0"}]
    result = solved(surveyed(*rows, height_right="82 13/16", unit={"leg_length": "82 1/2"}))
    planned = result.planned["leg_length"].value
    assert result.figures["leg_hinge_set"].value - planned == inch("3/16")
    assert result.figures["leg_strike_set"].value == planned
    # 82 1/2 - 81 9/16 and 82 1/2 - 81 3/8
    assert planned == inch("81 3/8")
    assert inches(result, "cut_hinge", "cut_strike") == [Fraction(15, 16), Fraction(9, 8)]
    # header at 83 over both floors' datum, frame top 81 3/8 + 3/4, lifted 3/16
    assert inches(result, "head_play_found") == [Fraction(11, 16)]


RISES = {"place": "floor_across", "value": "3/8", "toward": "right"}
SILL = {"kind": "outside_sill", "sill_thickness": "1", "leaf_rebate": "1/2", "thickness": "1 1/4"}


@pytest.mark.parametrize(
    ("toward", "pack", "said", "top"),
    # filler 3/4 + 1/2 - 1 - 1/8 = 1/8, sill 1, gap 1/8, leaf 80, 1/8: leg 80 1/4 on the sill either way
    [("right", "3/8", "3/8 in under its hinge end", "1 1/2"), ("left", "-3/8", "3/8 in under its strike end", "1 1/8")],
)
def test_legs_on_a_sill_are_alike_and_its_low_end_is_packed(toward, pack, said, top):
    doc = surveyed(RISES | {"toward": toward})
    doc["opening"]["frame"] = SILL
    result = solved(doc)
    assert inches(result, "leg_hinge_set", "leg_strike_set", "sill_pack", "sill_top") == [
        *[Fraction(321, 4)] * 2, inch(pack).in_inches(), inch(top).in_inches(),
    ]  # fmt: skip
    assert [(p.count, p.length.name) for p in result.pieces if p.part == "leg"] == [(2, "leg_length")]
    shown = {s["key"]: s for s in answer(doc)["steps"]}
    assert shown["rough-sill"]["text"].endswith(f"pack the sill level, {said}.")
    assert shown["cut-frame"]["check"] == "Both diagonals alike"
    alike = doc | {"opening": doc["opening"] | {"setting": {"cut_hinge": "80", "cut_strike": "80"}}}
    assert {c for c in codes(solved(alike)) if c.startswith("legs-cut")} == {"legs-cut-shorter"}  # by 1/4, both


def test_a_frame_of_unequal_legs_has_two_diagonals():
    """81 3/4 and 81 3/8 over a floor that rises 3/8, 30 1/4 between them: the roots of 7598.125 and 7536.953."""
    doc = surveyed(RISES)
    known = lengths(solved(doc))
    assert [round(float(known[f"diagonal_{leg}"].in_inches()), 3) for leg in ("hinge", "strike")] == [87.167, 86.816]
    assert next(s for s in answer(doc)["steps"] if s["key"] == "cut-frame")["check"] == (
        "87 3/16 in from the hinge side jamb's foot across, 86 13/16 in from the strike side jamb's"
    )
    case = CASES["unequal_legs"]
    wide, long, short = (Fraction(case["given"][k]) for k in ("Wi", "leg_long", "leg_short"))
    both = [diagonal(Length.inches(wide), Length.inches(leg)) for leg in (long, short)]
    assert [round(float(d.in_inches()), 3) for d in both] == [*case["expect"].values()]


def test_a_frame_too_tall_for_its_hole_is_never_told_as_play():
    """Its top at 82 1/8, the header at 81 7/8."""
    out = answer(surveyed(height_left="81 7/8", height_right="81 7/8"))
    head = next(s for s in out["steps"] if s["key"] == "head")
    assert head["check"] == "1/4 in too tall for the hole: what gives way is chosen on the Set stage"
    figure = out["figures"]["head_play_found"]
    assert (figure["label"], figure["value"]["text"], figure["turned"]) == (
        "Jamb set too tall for the hole found by",
        "1/4 in",
        True,
    )
    assert sum(Fraction(t["value"]["exact"]["value"]) for t in figure["terms"]) == Fraction(1, 4)


def test_a_leaning_wall_is_shared_out():
    """3/8 and 1/8 toward A over the frame, read over the whole: split by rule, c = 1/4; plumb legs stand shy at the top."""
    rows = [
        {"place": "wall_left", "value": "3/8", "toward": "A"},
        {"place": "wall_right", "value": "1/8", "toward": "A"},
    ]
    names = ["cross_leg", "proud_hinge_top", "proud_hinge_foot", "proud_strike_top", "proud_strike_foot"]
    assert inches(solved(surveyed(*rows)), *names) == [Fraction(n, 16) for n in (4, -3, 3, -1, 1)]
    foot = solved(surveyed(*rows, setting={"lean": "flush_foot"}))
    assert inches(foot, *names[1:]) == [Fraction(-3, 8), 0, Fraction(-1, 8), 0]
    plane = solved(surveyed(*rows, setting={"legs": "hinge_plane", "lean": "flush_foot"}))
    assert inches(plane, *names[1:]) == [0, 0, Fraction(1, 4), 0]
    half = solved(surveyed(*rows, setting={"legs": "split", "lean": "flush_top"}))
    assert inches(half, *names[1:]) == [0, Fraction(1, 8), 0, Fraction(-1, 8)]


def corners(**thick):
    return [{"place": f"thickness_{at}", "value": value} for at, value in thick.items()]


ON_B = ("proud_b_hinge_top", "proud_b_hinge_foot", "proud_b_strike_top", "proud_b_strike_foot")
LEAN = {"place": "wall_left", "value": "3/8", "toward": "A"}


@pytest.mark.parametrize(
    ("rows", "setting", "on_b", "flagged"),
    [
        # as deep as the wall's thickest corner and 1/16 over, 4 13/16; flush on A, so proud on B by what is thinner
        (
            corners(left_head="4 1/2", left_foot="4 3/4", right_head="4 11/16", right_foot="4 5/8"),
            {},
            ("5/16", "1/16", "1/8", "3/16"),
            ["B"],
        ),
        # 4 9/16 in a planned wall of 4 1/2, its top 3/8 back on A: as much proud on B, and the 1/16
        ([LEAN], {"lean": "flush_foot"}, ("7/16", "1/16", "7/16", "1/16"), ["A", "B"]),
        ([LEAN, *corners(left_head="4 1/8")], {"lean": "flush_foot"}, ("7/16", "1/16", "7/16", "1/16"), ["A", "B"]),
        (corners(left_foot="4 1/2"), {}, (None, "1/16", None, None), []),
        ([], {}, (None, None, None, None), []),
    ],
)
def test_both_faces_are_worked_out_and_both_are_flagged(rows, setting, on_b, flagged):
    result = solved(surveyed(*rows, setting=setting))
    known = lengths(result)
    assert [known.get(name) for name in ON_B] == [value and inch(value) for value in on_b]
    assert [f.values["side"] for f in result.flags if f.code == "casing-cannot-hide"] == flagged


@given(gap=st.integers(0, 1600))
def test_packs_come_to_their_thickness(gap):
    thickness = inch("1/64") * gap * Fraction(1, 8)
    pack = tapered(thickness, SHIM, "in")
    held = sum(pack.flats, Length(0))
    if pack.pair is not None:
        pair = SHIM.tip.value * 2 + pack.pair * SHIM.taper
        assert held + pair == thickness
        assert Length(0) <= pack.pair <= SHIM.length.value
    elif pack.pieces:
        assert held <= thickness < held + SHIM.tip.value * 2


@pytest.mark.parametrize(("mm", "pieces"), [(0, 0), (6, 1), (7, 2), (9, 2), (17, 3), (20, 2), (26, 3)])
def test_flat_packers_are_the_fewest(mm, pieces):
    assert len(flats(Length.mm(mm), "mm")) == pieces
    assert packed(Length.mm(mm), "mm").thickness == Length.mm(mm)


def test_a_wedge_takes_tapers_one_way():
    """A shim thickens 9/256 an inch: over a 4 1/2 in leg 81/512, about 5/32. 3/16 is one of them, 5/16 two, 1/2 none."""
    deep, close = inch("4 1/2"), inch("1/32")
    assert [tapers_one_way(inch(w), deep, SHIM, close) for w in ("3/16", "5/16", "1/2")] == [1, 2, None]
    assert Pack(inch("1"), (inch("1/2"),), inch("2"), wedge=1).pieces == 4


def test_what_would_fit():
    """A hole of 30 1/2 clear: 28 in (Wo 29 3/4) goes in, 30 in (31 3/4) does not; with the wall's 83 an 84 in leaf is too tall."""
    plan = solved(surveyed(width_foot="30 1/2", width_middle="30 1/2", width_head="30 1/2")).found.plan
    verdicts = {(s.width.in_inches(), s.height.in_inches()): s.verdict for s in plan.stock}
    assert (verdicts[28, 80], verdicts[30, 80], verdicts[28, 84]) == ("fits", "no", "no")


@pytest.mark.parametrize("mark", ["N1", "N2", "N3", "N5", "N8", "N12"])
def test_every_sum_of_a_surveyed_opening_adds_up(mark):
    for figure in solved(demo_document(mark)).figures.values():
        if isinstance(figure, Figure):
            assert sum((t.value for t in figure.terms), Length(0)) == figure.value, figure.name


def test_a_pair_is_packed_behind_all_its_hinges_and_over_the_middle():
    """36 and 18 in: Wi 54 3/8, Wo 55 7/8, a hole of 56 3/8 leaves 1/4 a side; three hinges on each leg, the head over 36 in."""
    leaves = [{"width": f"{w} in", "height": "80", "thickness": "1 3/8"} for w in (36, 18)]
    doc = plain(**found(**dict.fromkeys(("width_foot", "width_middle", "width_head"), "56 3/8")))
    doc["opening"]["door"] = doc["opening"]["door"] | {"leaves": leaves}
    plan = solved(doc).found.plan
    assert [s.place.name for s in plan.stations] == [
        "hinge_1", "hinge_2", "hinge_3", "head_centre", "strike_1", "strike_2", "strike_3",
    ]  # fmt: skip
    assert {s.gap.in_inches() for s in plan.stations if s.place.side != "head"} == {Fraction(1, 4)}


@pytest.mark.parametrize(
    ("setting", "first", "last"),
    [
        ({}, "hinge_1", "strike_low"),
        ({"nailing": "bottom_up"}, "hinge_3", "strike_top"),
        ({"foot_station": True}, "hinge_1", "strike_foot"),
    ],
)
def test_the_order_of_nailing_is_the_schools(setting, first, last):
    plan = solved(surveyed(setting=setting)).found.plan
    assert (plan.stations[0].place.name, plan.stations[-1].place.name) == (first, last)


@pytest.mark.parametrize(
    ("widths", "height", "verdict"),
    [
        ("32 1/4", "83", "fits"),  # 1/2 of room, 7/8 over the head
        ("31 13/16", "83", "fits"),
        ("31 11/16", "83", "work"),  # 1/16 short: planing
        ("30", "83", "no"),
        ("32 1/4", "81 7/8", "work"),  # 1/4 too tall
        (
            "32 1/4",
            "81 7/16",
            "work",
        ),  # 1/16 wanted over the head: down 3/4, for 1/4 of gap to spare and 1/2 off the leaf
        ("32 1/4", "81 3/8", "no"),
    ],
)
def test_the_verdict_says_how_it_goes_in(widths, height, verdict):
    """A frame of 31 3/4 by 82 1/8 over its backs, in straight holes."""
    wide = dict.fromkeys(("width_foot", "width_middle", "width_head"), widths)
    plan = solved(surveyed(**wide, height_left=height, height_right=height)).found.plan
    assert plan.verdict == verdict


@given(sixteenths=st.integers(20 * 16, 40 * 16))
def test_a_frame_as_wide_as_its_hole_fits(sixteenths):
    """Wi = leaf + 1/8 + 1/8, Wo = Wi + 3/4 + 3/4: a hole 1 3/4 wider than the leaf, between plumb studs."""
    leaf = Fraction(sixteenths, 16)
    doc = surveyed(*STRAIGHT, **wide(str(float(leaf + Fraction(7, 4)))))
    doc["opening"]["door"]["leaves"] = [{"width": f"{float(leaf)} in", "height": "80", "thickness": "1 3/8"}]
    result = solved(doc)
    assert result.found.plan.verdict == "fits"
    assert "fits-without-play" in codes(result) and not codes(result, "stop")
    assert lengths(result)["slot_width"] == lengths(result)["hinge_least"] == inch("0")


@pytest.mark.parametrize(
    ("hole", "verdict", "flag"),
    # the frame is 31.75 and a 64th 0.015625: more than that over is play, less either way is exact, more under is too tight
    [
        ("31.7657", "fits", None), ("31.7656", "fits", "fits-without-play"), ("31.7344", "fits", "fits-without-play"),
        ("31.7343", "work", "unit-too-wide"),
    ],
)  # fmt: skip
def test_an_exact_fit_ends_at_a_64th(hole, verdict, flag):
    result = solved(surveyed(*STRAIGHT, **wide(hole)))
    assert result.found.plan.verdict == verdict
    assert {"fits-without-play", "unit-too-wide"} & set(codes(result)) == ({flag} if flag else set())


@pytest.mark.parametrize(
    ("wide_", "setting", "facts", "blocks"),
    [
        # room 1 1/4: 5/8 a side is bridged by shims; 1/32 more is not
        ("33", {}, {}, (None, None)),
        ("33 1/16", {}, {}, (None, None)),  # 21/32 would have to leave 1/4: 13/32 is less than the thinnest block, 1/2
        ("33 1/4", {}, {}, ("1/2", "1/2")),  # 3/4 a side
        ("34", {}, {}, ("3/4", "3/4")),  # 1 1/8 a side: at most 7/8
        ("36", {}, {}, ("3/2", "3/2")),  # 2 1/8: one of 1 1/2 leaves 5/8, rather than three that leave 3/8
        ("33 1/4", {"school": "tight"}, {}, (None, "5/4")),  # all 1 1/2 at the strike: 3/4 and 1/2
        ("34", {"school": "pre_packed"}, {}, (None, "3/4")),  # the hinge stud is packed plumb, and not blocked too
    ],
)
def test_blocks_take_up_what_shims_should_not(wide_, setting, facts, blocks):
    """The plain frame is 31 3/4 over its backs; straight, plumb studs."""
    result = solved(surveyed(*STRAIGHT, setting=setting, **wide(wide_), **facts))
    known = [result.figures.value(name) for name in ("block_hinge", "block_strike")]
    assert known == [None if text is None else inch(text) for text in blocks]
    for station in result.found.plan.stations:
        if station.blocks:
            left = station.gap - sum(station.blocks, ZERO)
            assert inch("1/4") <= left
            assert station.pack.thickness == left + inch("1/32")
            assert not station.pack.block


@pytest.mark.parametrize(
    ("lean", "setting", "reach", "short"),
    # the hinge stud leans away: at hinge 1, 72 1/2 up, the gap is the lean, its pack 1/32 strong; leg 3/4, hold 1
    [
        ("1 3/32", {"school": "tight"}, "2 7/8", False),  # as worked: behind the hinge 3/4, pack 1 1/8
        ("1 7/32", {"school": "tight"}, "3", False),
        ("1 1/4", {"school": "tight"}, "3 1/32", True),
        ("1 1/4", {"school": "pre_packed"}, "1 3/4", False),  # packs on the stud for themselves count as stud
    ],
)
def test_a_screw_goes_through_the_pack_that_stands_at_its_hinge(lean, setting, reach, short):
    rows = [
        {"place": "lean_left", "value": lean, "over": "72 1/2", "toward": "away"},
        {"place": "lean_right", "value": "0"},
    ]
    result = solved(surveyed(*rows, setting=setting, width_middle=None, width_head=None))
    assert result.figures.value("screw_reach") == inch(reach)
    assert ("long-screw-short" in codes(result)) == short


def test_one_twist_reading_speaks_for_its_own_height():
    """Read at 40: it reaches from 28 to 52, and so to hinge 2 at 43 1/4, not to 72 1/2 and 14; a second one there does."""
    row = {"place": "twist_left", "value": "3/16", "toward": "A", "at": "40"}
    result = solved(surveyed(row))
    wedge = {s.place.name: s.wedge != ZERO for s in result.found.plan.stations if s.place.side == "hinge"}
    assert wedge == {"hinge_1": False, "hinge_2": True, "hinge_3": False}
    assert [f.values["where"] for f in result.flags if f.code == "twist-not-read"] == ["at hinge 1 and hinge 3"]
    more = [row | {"at": "14"}, row | {"at": "72 1/2", "value": "0"}]
    assert "twist-not-read" not in codes(solved(surveyed(row, *more)))


@pytest.mark.parametrize(("hole", "tight"), [("32", False), ("31 31/32", True), ("31 25/32", True), ("31 3/4", False)])
def test_little_room_in_a_hole_that_was_read_is_a_check(hole, tight):
    """31 3/4 over its backs: 1/8 a side is enough; what fits without any says so itself."""
    assert ("room-tight" in codes(solved(surveyed(*STRAIGHT, **wide(hole))), "check")) == tight


@pytest.mark.parametrize(("facing", "cut"), [("A", ("5/32", "21/32")), ("B", ("21/32", "5/32"))])
def test_a_twist_no_shim_has_is_a_wedge_in_its_own_line(facing, cut):
    """Twist 1/2 at hinge 2: its proud edge takes 1/4 of the room of 1/2, so centred it has 1/8 there and 5/8 at the other; and 1/32 each."""
    result = solved(surveyed({"place": "twist_left", "value": "1/2", "toward": facing, "at": "43 1/4"}))
    station = next(s for s in result.found.plan.stations if s.place.name == "hinge_2")
    assert station.enter == "split" and station.pack.cut == tuple(map(inch, cut))
    assert (station.pack.pair, station.pack.flats, station.pieces) == (None, (), 1)


@pytest.mark.parametrize(
    ("pair", "how", "said"),
    [
        (False, {}, "The hinge {leg} by the level, the other one by the {leaf}'s edge; top down, then the {head}."),
        (False, {"strike_by": "level", "nailing": "bottom_up"}, "The hinge {leg} by the level, the other one by the level; bottom up, then the {head}."),
        (False, {"hinge_by": "stud"}, "The hinge {leg} by its {stud}, the other one by the {leaf}'s edge; top down, then the {head}."),
        (True, {}, "The hinge {leg} by the level, the other one by the level; top down, then the {head}."),  # it carries hinges too
    ],
)  # fmt: skip
def test_the_set_sheet_says_what_the_card_says(pair, how, said):
    leaves = [{"width": "24 in", "height": "80", "thickness": "1 3/8"}] * (1 + pair)
    doc = parse(Document, plain(**{"opening.door.leaves": leaves, "opening.setting": how}))
    assert set_by(facts_of(doc).opening) == said


def test_a_frame_too_wide_lacks_room_and_never_less_than_none_of_it():
    """31 3/4 over its backs in a hole of 31 5/8: the slot lacks 1/8, half of it on each side."""
    of = answer(
        {
            **plain(),
            "survey": {"readings": [{"place": f"width_{at}", "value": "31 5/8"} for at in ("foot", "middle", "head")]},
        }
    )
    told = {
        name: (of["figures"][name]["label"], of["figures"][name]["value"]["text"])
        for name in ("slot_width", "hinge_least", "strike_least")
    }
    assert told == {
        "slot_width": ("Room the slot lacks", "1/8 in"),
        "hinge_least": ("Hinge side jamb too tight to its stud by", "1/16 in"),
        "strike_least": ("Strike side jamb too tight to its stud by", "1/16 in"),
    }
