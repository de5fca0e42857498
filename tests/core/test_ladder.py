"""A frame too tall for its hole, rung by rung (handbook 15); legs and leaf as they were cut; a leaf in hand (24).

The plain frame is 82 1/8 to its top, its legs 81 3/8, its leaf 80 over a gap of 1/2 (least 1/4) on floors 3/4: leaf bottom 1 1/4.
"""

import pytest
from found_cases import SPACER, STRAIGHT, also, found
from hypothesis import given
from hypothesis import strategies as st
from test_card import SILL

from helpers import codes, inch, inches, lengths, plain, solved
from jambo.core.quantities.length import ZERO

SOLID, FIRE = {"opening.door.in_hand": {"core": "solid"}}, {"opening.door.fire_rated": True}


def hole(height, *more, setting=None, unit=None, **facts):
    """The plain opening in a straight hole of a height, floors level."""
    level = also("floor_across", "0")
    return solved(
        plain(
            **found(*STRAIGHT, level, *more, height_left=height, height_right=height, setting=setting, unit=unit)
            | facts
        )
    )


LEGS, LEAF, UNDER, HEADER = ({one: True} for one in ("cut_legs", "trim_leaf", "lower_under", "raise_header"))


@pytest.mark.parametrize(
    ("height", "chosen", "facts", "wanted"),
    [
        # 3/16 over: down 3/16 less 1/16 of nothing: hole 82 is 1/8 lower than the frame, 1/16 wanted: 3/16 down
        ("82", LEGS, {}, {"leg_hinge_set": "81 3/16", "leaf_bottom": "1 1/16", "head_play": "1/16", "legs_cut_for_head": "3/16"}),
        # 5/16 down, 1/4 of gap to spare: without the leaf 1/16 stays
        ("81 7/8", LEGS, {}, {"leg_hinge_set": "81 1/8", "leaf_bottom": "1", "head_play": "0", "still_too_tall": "1/16"}),
        ("81 7/8", LEGS | LEAF, {}, {"leg_hinge_set": "81 1/16", "leaf_bottom": "1", "leaf_trim": "1/16", "leaf_top": "80 15/16"}),
        # 13/16 down: gap 1/4 and 1/2 off a hollow leaf are 3/4
        ("81 3/8", LEGS | LEAF, {}, {"legs_cut_for_head": "3/4", "leaf_trim": "1/2", "still_too_tall": "1/16"}),
        ("81 3/8", LEGS | LEAF, SOLID, {"legs_cut_for_head": "13/16", "leaf_trim": "9/16", "head_play": "1/16"}),
        ("81 3/8", LEGS | LEAF, FIRE, {"legs_cut_for_head": "1/4", "still_too_tall": "9/16"}),
        ("81 3/8", LEGS | LEAF | HEADER, {}, {"legs_cut_for_head": "3/4", "header_raised": "1/16", "head_play": "1/16"}),
        ("81 3/8", HEADER, {}, {"header_raised": "13/16", "leg_hinge_set": "81 3/8", "head_play": "1/16"}),
        # on a spacer of 3/4 the legs are 80 5/8; the spacer gives 3/16 by itself
        ("82", UNDER, SPACER, {"under_lowered": "3/16", "leg_hinge_set": "80 5/8", "foot": "9/16", "leaf_bottom": "1 1/16"}),
        ("81 7/8", UNDER | LEGS | LEAF, SPACER, {"under_lowered": "5/16", "leaf_trim": "1/16", "head_play": "1/16"}),
    ],
)  # fmt: skip
def test_what_is_chosen_becomes_the_figures(height, chosen, facts, wanted):
    known = lengths(hole(height, setting=chosen, **facts))
    assert {name: known[name] for name in wanted} == {name: inch(text) for name, text in wanted.items()}


@pytest.mark.parametrize(
    ("height", "codes_", "rungs"),
    [
        ("82 3/16", set(), []),  # exactly 1/16 over the head
        ("82 1/8", {"no-head-play"}, ["legs", "header"]),  # an exact fit
        ("82", {"taller-than-hole-legs"}, ["legs", "header"]),
        ("81 7/8", {"taller-than-hole-leaf"}, ["legs", "header"]),  # the leaf takes something once the legs are chosen
        ("81 7/16", {"taller-than-hole-leaf"}, ["legs", "header"]),
        ("81 3/8", {"unit-too-tall"}, ["legs", "header"]),
    ],
)
def test_what_is_said_of_its_height(height, codes_, rungs):
    result = hole(height)
    said = {"no-head-play", "taller-than-hole-legs", "taller-than-hole-leaf", "unit-too-tall", "still-too-tall"}
    assert said & set(codes(result)) == codes_
    ladder = result.found.ladder
    assert [step.rung for step in ladder.steps] == rungs if ladder is not None else rungs == []


def test_over_a_sill_the_leaf_loses_what_the_legs_lose():
    """Legs and leaf both lose 1/4, so that the seal's gap stays; filler goes as far as the floor gap allows."""
    result = hole("81", setting=LEGS | LEAF, **SILL)
    known = lengths(result)
    assert known["legs_cut_for_head"] == known["leaf_trim"] > ZERO


def test_legs_as_cut_and_a_trimmed_leaf_are_what_counts():
    """Both cut 3/16 short at 81 3/16: frame and leaf 3/16 lower, gap 5/16; 1/8 off the leaf gives the gap 1/8 back."""
    cut = {"cut_hinge": "81 3/16", "cut_strike": "81 3/16"}
    known = lengths(hole("83", setting=cut))
    assert [known[n] for n in ("leg_hinge_set", "leaf_bottom", "legs_cut_short")] == [
        inch(t) for t in ("81 3/16", "1 1/16", "3/16")
    ]
    known = lengths(hole("83", setting=cut | {"leaf_trimmed": "1/8"}))
    assert [known[n] for n in ("leaf_bottom", "leaf_top", "sweep_least")] == [
        inch(t) for t in ("1 3/16", "81 1/16", "7/16")
    ]


def test_legs_cut_as_was_asked_leave_the_trimming_to_do():
    """Down 5/16 with 1/16 off the leaf: once the legs are cut to 81 1/16 nothing is said of them, and 1/16 is still to come off."""
    result = hole("81 7/8", setting=LEGS | LEAF | {"cut_hinge": "81 1/16", "cut_strike": "81 1/16"})
    known = lengths(result)
    assert (known["leaf_trim"], known["leaf_bottom"]) == (inch("1/16"), inch("1"))
    assert not {"legs-cut-shorter", "still-too-tall", "sweep-low"} & set(codes(result))


@pytest.mark.parametrize(
    ("frame", "taped", "cut"),
    [
        # needed 81 3/8 to the shoulder; supplied 82
        ({}, "shoulder", "5/8"),
        ({}, "over_head", "-1/8"),  # 82 over a head of 3/4 is 81 1/4
        ({"kind": "rabbeted"}, "shoulder", "5/8"),  # its leg runs 3/4 past the shoulder, both have it
        ({"kind": "lining_kit"}, "shoulder", "5/8"),
    ],
)
def test_a_leg_is_taped_to_its_shoulder(frame, taped, cut):
    unit = {"leg_length": "82", "leg_taped": taped}
    facts = {"opening.frame": {"thickness": "3/4", **frame}, "opening.rules": {"kit_gap": "1/8"}}
    wanted = -inch(cut[1:]) if cut[0] == "-" else inch(cut)
    assert lengths(hole("83", unit=unit, **facts))["cut_hinge"] == wanted


@given(
    over=st.integers(-4, 60), room=st.integers(16, 48), core=st.sampled_from(["hollow", "solid"]), fire=st.booleans(),
    chosen=st.sets(st.sampled_from(["cut_legs", "trim_leaf", "raise_header"])), steel=st.booleans(),
)  # fmt: skip
def test_rungs_add_up_and_keep_what_must_be_kept(over, room, core, fire, chosen, steel):
    """What is chosen and what stays are what it must come down; gap, listing and leaf are kept; both legs follow."""
    top = inch("82 1/8") + inch(f"{room}/32") - inch("1/2")
    height = (top - inch(f"{over}/32")).in_inches()
    facts = {
        "opening.rules": {"floor_gap": f"{room}/32"},
        "opening.door.fire_rated": fire,
        "opening.door.in_hand": {"core": core},
    }
    if steel:
        facts["opening.frame"] = {"kind": "steel_wrap", "throat": "4 5/8", "thickness": "3/4"}
    result = hole(str(height), setting=dict.fromkeys(chosen, True), **facts)
    known, none = lengths(result), ZERO
    down = known.get("too_tall", none)
    parts = [known.get(n, none) for n in ("legs_cut_for_head", "under_lowered", "header_raised", "still_too_tall")]
    if chosen:
        assert sum(parts, none) in (down, none)
    assert all(part >= none for part in parts)
    trim = known.get("leaf_trim", none)
    assert trim <= (none if fire else inch("1") if core == "solid" else inch("1/2"))
    if result.found.ladder is not None and result.found.ladder.lowered is not None:
        assert not steel and known["sweep_least"] >= inch("1/4")
        assert known["leaf_top"] + inch("1/8") == known["head_underside"]
    if fire:
        assert not {code for code in codes(result) if code in ("taller-than-hole-leaf", "sweep-rubs", "sweep-low")}


HINGES = {"opening.door.in_hand": {"hinges": [{"at": "64 1/2"}, {"at": "6 7/8"}, {"at": ""}], "latch": "44 1/4"}}


def test_an_old_leaf_brings_its_own_mortises_and_latch():
    """Marked 6 7/8 and 64 1/2 from its top, latch 44 1/4: the leg's marks are 1/8 lower, the leaf's top 81 1/4 up."""
    known = lengths(solved(plain(**HINGES)))
    wanted = {"hinge_leaf_1": "6 7/8", "hinge_leg_1": "7", "hinge_leaf_2": "64 1/2", "hinge_height_2": "16 3/4",
              "latch_on_leaf": "44 1/4", "latch_on_leg": "44 3/8", "latch_height": "37"}  # fmt: skip
    assert {n: known[n] for n in wanted} == {n: inch(t) for n, t in wanted.items()}
    assert "hinge_leaf_3" not in known


@pytest.mark.parametrize(
    ("frame", "past"),
    [({"kind": "rabbeted", "thickness": "1"}, "1/2"), ({"kind": "lining_kit", "trench_depth": "3/8"}, "3/8")],
)
def test_hinges_are_told_from_the_legs_end_too(frame, past):
    known = lengths(solved(plain(**{"opening.frame": frame})))
    assert known["hinge_leg_end_1"] - known["hinge_leg_1"] == inch(past)
    assert "hinge_leg_end_1" not in lengths(solved(plain()))


def test_a_count_that_was_given_counts():
    assert [
        n for n in lengths(solved(plain(**{"opening.door.in_hand": {"hinge_count": 4}}))) if n.startswith("hinge_leaf")
    ] == [f"hinge_leaf_{n}" for n in (1, 2, 3, 4)]


MEASURED = {"width_top": "29 15/16", "width_foot": "29 7/8", "height_hinge": "79 3/4", "height_strike": "79 3/4"}


@pytest.mark.parametrize(
    ("diagonals", "rise", "said"),
    [
        # 30 by 80 sheared by 1/4 over its width: diagonals differ by 4 h x / (d1 + d2) = 4 * 79.75 * 0.25 / 170.37 = 0.468
        (("85 13/32", "84 15/16"), "1/4", True),
        (("84 15/16", "85 13/32"), "-1/4", True),
        (("85 3/16", "85 3/16"), "0", False),
    ],
)
def test_a_leaf_measured_all_round_is_what_the_frame_is_made_to(diagonals, rise, said):
    own = MEASURED | {"diagonal_to_strike": diagonals[0], "diagonal_to_hinge": diagonals[1]}
    result = solved(plain(**{"opening.door.in_hand": own}))
    inside, off = inches(result, "frame_inside_width", "out_of_square")
    assert inside == inch("30 3/16").in_inches()  # the greatest width, and two gaps
    assert abs(float(off) - float(inch(rise.strip("-")).in_inches()) * (-1 if rise[0] == "-" else 1)) < 0.004
    assert ("leaf-out-of-square" in codes(result)) is said


def test_a_head_set_to_the_leaf_makes_the_strike_leg_longer():
    own = MEASURED | {"diagonal_to_strike": "85 13/32", "diagonal_to_hinge": "84 15/16"}
    result = hole("83", setting={"to_leaf": True}, **{"opening.door.in_hand": own})
    known = lengths(result)
    assert known["leg_strike_set"] - known["leg_hinge_set"] == known["out_of_square"]
    assert known["head_play"] == inch("83") - known["frame_top"] - known["out_of_square"]
    assert "leaf-out-of-square" not in codes(result)


def test_a_common_head_line_does_not_lift_again_what_was_brought_down():
    """On a line of 81 3/4 the head gains 3/8 and the frame stands 82 1/2: 3/16 lower in a hole of 82 3/8 with 1/16 over it."""
    known = lengths(hole("82 3/8", setting=LEGS, **{"opening.head_line": "81 3/4"}))
    assert (known["legs_cut_for_head"], known["head_underside"]) == (inch("3/16"), inch("81 9/16"))
    assert known["head_play"] == inch("1/16")


def test_what_came_off_the_leaf_already_is_not_given_twice():
    """3/8 off a hollow leaf of 1/2, 13/16 to come down: 1/2 + 3/8 - 1/4 of gap to spare and the 1/8 left give 3/4."""
    known = lengths(hole("81 3/8", setting=LEGS | LEAF | {"leaf_trimmed": "3/8"}))
    wanted = {
        "too_tall": "13/16",
        "legs_cut_for_head": "3/4",
        "leaf_trim": "1/8",
        "still_too_tall": "1/16",
        "sweep_least": "1/4",
    }
    assert {name: known[name] for name in wanted} == {name: inch(text) for name, text in wanted.items()}


def test_a_gap_that_is_short_already_gives_nothing():
    """The floor rises 3/4 in 4 ft along the swing: of 1/2 no gap is left, so the legs give what the leaf gives: 1/2."""
    slope = also("floor_along", "3/4 in 4 ft", "up")
    known = lengths(hole("81 3/8", slope, setting=LEGS | LEAF))
    assert (known["legs_cut_for_head"], known["leaf_trim"]) == (inch("1/2"), inch("1/2"))
    assert known["still_too_tall"] == inch("5/16")


SITE = {"opening.frame": SILL["opening.frame"] | {"sill_site_made": True, "sill_thickness": "1 1/4"}}


@pytest.mark.parametrize(
    ("sill", "floor", "made", "filler", "lowered", "left"),
    [
        # on a bare floor the sill's own line is 1 1/4 + 1/8, 7/8 over the gap wanted: 1/2 of a 1 1/4 sill may go, down to 3/4
        ("1 1/4", "0", "15/16", "0", "5/16", None),
        ("1", "0", "3/4", "0", "1/4", "1/16"),
        ("3/4", "0", None, "0", None, None),
    ],
)
def test_a_site_made_sill_is_made_thinner_before_a_leaf_is_trimmed(sill, floor, made, filler, lowered, left):
    """5/16 must come down; the rung of the sill stands first, and it is the sill that gives once there is no filler."""
    frame = {"opening.frame": SITE["opening.frame"] | {"sill_thickness": sill}}
    floors = {"opening.floors": {side: [{"thickness": floor}] for side in "ab"}}
    plan = lengths(solved(plain(**frame, **floors, **{"opening.door.leads_to": "outside"})))
    height = str((plan["frame_top"] - inch("1/4")).in_inches())
    result = hole(height, setting=UNDER, **frame, **floors)
    known = lengths(result)
    assert known.get("sill_made") == (made and inch(made)) and known.get("under_lowered") == (lowered and inch(lowered))
    assert known["sill_filler"] == inch(filler) and known.get("still_too_tall") == (left and inch(left))
    rungs = [step.rung for step in result.found.ladder.steps]
    assert (rungs[0] == "under") == (made is not None)
