"""How the leaf hangs (handbook 17-20): worked figures, the moves replayed, and flags after setting."""

import json
import random
from fractions import Fraction
from math import cos, radians, sin

import numpy as np
import pytest
from found_cases import GAPS as NAMES
from found_cases import STRAIGHT, also, surveyed
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import linprog

from helpers import codes, demo_document, inch, inches, lengths, plain, solved
from jambo.core.facts.readings import asked_at, places_of
from jambo.core.hanging.moves import GAPS, MOVES, HungLeaf, cure, effect
from jambo.core.hanging.swing import Bump, clearance, drift, pull, rest_angle, sweep
from jambo.running.machine import ROOT

CASES = {c["kind"]: c for c in json.loads((ROOT / "tests/data/worked.json").read_text())["cases"]}


def test_worked_sweep():
    g, want = CASES["sweep"]["given"], CASES["sweep"]["expect"]
    found = sweep(g["gu"], g["leaf_width"], g["q"] + g["t_x"], g["p"] + g["t_n"], g["open_deg"])
    assert found.least == pytest.approx(want["least"], abs=CASES["sweep"]["tolerance"])
    assert found.angle == pytest.approx(want["at_deg"], abs=0.1)


def test_worked_drift():
    g, want = CASES["drift"]["given"], CASES["drift"]["expect"]
    assert pull(g["t_x"], g["t_n"], g["angle"]) == pytest.approx(want["pull"], abs=CASES["drift"]["tolerance"])
    assert drift(g["t_x"], g["t_n"], g["angle"]) == want["says"]


@pytest.mark.parametrize(
    ("t_x", "t_n", "does", "rest"),
    [(0.004, 0, ["stays", "shuts", "shuts"], 0), (-0.004, 0, ["stays", "opens", "opens"], 180), (0, 0.004, ["opens", "opens", "stays"], 90), (0, 0.001, ["stays"] * 3, None)],
)  # fmt: skip
def test_a_leaf_settles_where_its_hinge_line_leans(t_x, t_n, does, rest):
    assert [drift(t_x, t_n, a) for a in (5, 45, 90)] == does
    assert rest_angle(t_x, t_n) == (pytest.approx(rest) if rest is not None else None)


@given(
    slope_x=st.floats(-0.02, 0.02), slope_n=st.floats(-0.02, 0.02), opens=st.floats(30, 180),
    bumps=st.lists(st.builds(Bump, st.floats(1, 800), st.floats(0, 180), st.floats(0, 10)), max_size=3),
)  # fmt: skip
def test_no_spot_of_the_sweep_is_lower_than_the_least(slope_x, slope_n, opens, bumps):
    found = sweep(12.0, 762.0, slope_x, slope_n, opens, bumps)
    walk = min(clearance(12.0, r, opens * n / 300, slope_x, slope_n) for n in range(301) for r in (0.0, 381.0, 762.0))
    on_bumps = [
        clearance(12.0, b.distance, b.angle, slope_x, slope_n) - b.height
        for b in bumps
        if b.distance <= 762 and b.angle <= opens
    ]
    assert found.least <= min([walk, *on_bumps]) + 1e-9
    assert found.least >= min([walk, *on_bumps]) - 0.01


LEAF = HungLeaf(1800, 300, 762, 1980, 1000, 50)
WANTED = dict.fromkeys(GAPS, 3.0)


def replay(moves, gaps):
    """Turn and shift a rigid leaf by hand, independently of the matrix: what each gap becomes."""
    by = dict(moves)
    top, foot = by.get("card_top", 0) + by.get("pack_top", 0), by.get("card_foot", 0) + by.get("pack_foot", 0)
    turn = (top - foot) / (LEAF.hinge_top - LEAF.hinge_foot)

    def across(y):
        return foot + turn * (y - LEAF.hinge_foot)

    return {
        "gap_hinge_top": gaps["gap_hinge_top"] + by.get("card_top", 0),
        "gap_hinge_foot": gaps["gap_hinge_foot"] + by.get("card_foot", 0),
        "gap_head_hinge": gaps["gap_head_hinge"],
        "gap_head_strike": gaps["gap_head_strike"] + turn * LEAF.width + by.get("leg_height", 0),
        "gap_strike_top": gaps["gap_strike_top"] - across(LEAF.strike_top) + by.get("strike_top", 0),
        "gap_latch": gaps["gap_latch"] - across(LEAF.latch) + by.get("strike_latch", 0),
        "gap_foot": gaps["gap_foot"] - across(LEAF.strike_foot) + by.get("strike_foot", 0),
    }


@pytest.mark.parametrize("seed", range(40))
def test_moves_bring_every_gap_home_or_say_which_they_cannot(seed):
    rng = random.Random(seed)
    gaps = {g: max(0.0, round(rng.gauss(3, 1.6), 1)) for g in GAPS}
    gaps["gap_head_hinge"] = rng.choice([3.0, 2.5, 3.5, 6.0])
    found = cure(LEAF, gaps, WANTED, 1.0, 0.5, 6.0)
    after = replay(found.moves, gaps)
    for place in GAPS:
        assert found.gaps[place] == pytest.approx(after[place], abs=1e-9)
        over = abs(after[place] - 3.0) - 1.0
        assert over <= 1e-6 or place in found.missed, place
    assert ("gap_head_hinge" in found.missed) == (gaps["gap_head_hinge"] == 6.0)  # no move reaches it: plane there
    for _, mm in found.moves:
        assert mm / 0.125 == pytest.approx(round(mm / 0.125))  # whole marks, halves or quarters of one


@pytest.mark.parametrize("seed", range(12))
def test_fewest_moves_agree_with_trying_every_pair(seed):
    """Where the cure takes one or two moves, no single move (linear programme on it alone) does it with fewer."""
    rng = random.Random(100 + seed)
    start = dict.fromkeys(MOVES, 0.0)
    for move in rng.sample(MOVES, 2):
        start[move] = rng.choice([-2.0, 2.0, 3.0])
    a = effect(LEAF, GAPS)
    gaps = {g: 3.0 - float(x) for g, x in zip(GAPS, a @ [start[m] for m in MOVES], strict=True)}
    found = cure(LEAF, gaps, WANTED, 1.0, 0.5, 6.0)
    assert len(found.moves) <= 2 and not found.missed
    off = np.array([3.0 - gaps[g] for g in GAPS])
    alone = [
        linprog([0], A_ub=np.r_[a[:, n], -a[:, n]][:, None], b_ub=np.r_[off + 1, 1 - off], bounds=[(-6, 6)]).status == 0
        for n in range(len(MOVES))
    ]
    if len(found.moves) == 2:
        assert not any(alone)


def test_nothing_to_do_when_all_is_good():
    found = cure(LEAF, WANTED, WANTED, 1.0, 0.5, 6.0)
    assert (found.moves, found.missed) == ((), {})


FLAT = [{"place": p, "value": "0"} for p in ("floor_across", "floor_along")]


def test_a_sweep_by_hand():
    """Floor 1/4 in 4 ft up along the swing, gap 1/2: at 90 degrees a 30 in leaf loses 30 / 192 = 5/32; 1/4 is kept, so good."""
    result = solved(surveyed({"place": "floor_along", "value": "1/4 in 4 ft", "toward": "up"}))
    assert result.found.hang.sweep.angle == pytest.approx(90)
    assert inches(result, "sweep_least")[0] == pytest.approx(0.5 - 30 / 192, abs=1e-6)
    steep = solved(surveyed({"place": "floor_along", "value": "1/2 in 4 ft", "toward": "up"}))
    # 1/2 - 5/16 = 3/16: 1/16 to trim, or a floor gap of 9/16
    assert inches(steep, "sweep_trim", "sweep_gap_wanted") == [
        pytest.approx(1 / 16, abs=1e-6),
        pytest.approx(9 / 16, abs=1e-6),
    ]
    assert "sweep-low" in codes(steep)
    assert cos(radians(90)) == pytest.approx(0, abs=1e-9) and sin(radians(90)) == 1


def test_a_signed_off_door_of_the_demo_is_good():
    check = solved(demo_document("N11")).found.check
    assert check.done and check.moves == ()
    assert [row.target for row in check.rows] == [inch("1/8")] * 7


LEVEL = [{"place": "floor_across", "value": "0"}, {"place": "floor_along", "value": "0"}]


@pytest.mark.parametrize(
    ("later", "readings", "trim"),
    [
        ("1/2", LEVEL, "1/4"),  # 1/2 of gap less 1/2 of floor, and 1/4 is to stay: 1/4 comes off
        ("1/2", [], "1/4"),  # nobody read the floor: by the plan alone
        ("1/4", LEVEL, None),  # 1/4 stays, as wanted
        (
            "5/8",
            [{"place": "floor_across", "value": "0"}, {"place": "floor_along", "value": "1/8", "toward": "up"}],
            "1/2",
        ),
    ],
)
def test_a_floor_laid_later_tells_what_comes_off_the_leaf(later, readings, trim):
    """The last: the floor rises 1/8 over the leaf's 30 in swing, so 3/8 is left; 5/8 + 1/4 - 3/8 = 1/2."""
    result = solved(surveyed(*readings, setting={"later_floor": later}))
    figure = result.figures.get("trim_later")
    assert (None if figure is None else figure.value) == (None if trim is None else inch(trim))


PAIR = {
    "opening.door.leaves": [
        {"width": "24 in", "height": "80", "thickness": "1 3/8"},
        {"width": "20 in", "height": "80", "thickness": "1 3/8"},
    ]
}


def pair(*more, **changes):
    """A pair of 24 and 20 in a plumb hole 46 in wide."""
    widths = [also(place, "46") for place in ("width_foot", "width_middle", "width_head")]
    return solved(plain(**PAIR | {"survey.readings": [*widths, *STRAIGHT, *more]} | changes))


@pytest.mark.parametrize(
    ("toward", "active", "fixed"),
    [
        # 23/64 in 46 is 1/128 an inch; the head is 1/2 over the highest floor, at the right foot or at the left one
        ("right", "1/2 + 23/64 - 24/128", "1/2"),
        ("left", "1/2", "1/2 + 23/64 - 20/128"),
    ],
)
def test_both_leaves_of_a_pair_pass_over_the_floor_from_their_own_hinge_feet(toward, active, fixed):
    found = lengths(pair(also("floor_across", "23/64", toward)))
    told = [
        sum(Fraction(term.replace(" ", "")) for term in text.replace("- ", "+ -").split("+"))
        for text in (active, fixed)
    ]
    assert [float(found[n].in_inches()) for n in ("sweep_least", "fixed_sweep_least")] == pytest.approx(
        [*map(float, told)], abs=1e-5
    )


def test_each_leaf_of_a_pair_hangs_on_its_own_leg():
    """Each leg follows its own wall: 1/2 toward the swing at the strike leans the fixed leaf's hinges, and dips its 20 at 90 degrees."""
    walls = [also("floor_across", "0"), also("wall_left", "0"), also("wall_right", "1/2", "A")]
    result = pair(*walls, **{"opening.setting.legs": "stop_to_leaf"})
    found = lengths(result)
    dips = Fraction(1, 2) * 20 / found["frame_top"].in_inches()
    assert found["sweep_least"] == inch("1/2")
    assert float(found["fixed_sweep_least"].in_inches()) == pytest.approx(float(Fraction(1, 2) - dips), abs=1e-5)
    # what the hinge leg was read at after setting is no reading of the other one
    read = lengths(pair(*walls, also("plumb_swing", "1/4", "swing"), **{"opening.setting.legs": "stop_to_leaf"}))
    assert read["fixed_sweep_least"] == found["fixed_sweep_least"] and read["sweep_least"] < found["sweep_least"]


def test_a_bump_under_the_fixed_leaf_is_felt_by_that_one_alone():
    # 40 from the active hinges along the wall: 6 from the fixed ones, which stand 46 from those
    result = pair(also("floor_across", "0"), also("floor_bump", "1", at="40", angle=0))
    found = lengths(result)
    assert float(found["fixed_sweep_least"].in_inches()) == pytest.approx(-0.5, abs=1e-5)
    assert found["sweep_least"] == inch("1/2") and "fixed-sweep-rubs-more" in codes(result, "stop")


def test_both_leaves_gaps_are_asked_for_and_the_strike_is_the_other_leaf():
    assert len(places_of(pair=True)) == len(places_of(pair=False)) + 4
    assert asked_at("gap_latch", pair=True).label == "gap between the leaves, at the latch"
    read = [also(f"gap_{name}", "1/8") for name in (*NAMES, "fixed_top", "fixed_foot", "fixed_head", "fixed_meeting")]
    result = pair(*read, **{"opening.rules": {"meeting_gap": "3/16"}})
    assert [row.target for row in result.found.check.rows if not row.good] == [inch("3/16")] * 3
    assert not result.found.check.unread and len(pair(*read[:7]).found.check.unread) == 4


TWO_LEAVES = HungLeaf(1800, 300, 600, 1980, 1000, 50, 400)


@pytest.mark.parametrize(
    ("off", "moves"),
    [
        # the meeting edge lies 600 of 1000 from the active hinges: its leg up 5 lifts the head there by 2, and its own leaf by 5
        ({"gap_head_strike": 3.0, "gap_fixed_meeting": -2.0}, {"active_leg_height": 5.0}),
        ({"gap_head_strike": -3.0, "gap_fixed_meeting": 2.0}, {"active_leg_height": -5.0}),
        # both hinges of the fixed leaf brought out by 3 bring its edge nearer all the way up
        ({"gap_strike_top": 3.0, "gap_latch": 3.0, "gap_foot": 3.0}, {"pack_top": 3.0, "pack_foot": 3.0}),
        ({"gap_fixed_top": -2.0}, {"fixed_card_top": 2.0, "fixed_pack_top": -2.0}),
    ],
)
def test_moves_of_a_pair_know_whose_leg_and_hinge_they_are(off, moves):
    wanted = dict.fromkeys(TWO_LEAVES.gaps, 3.0)
    found = cure(TWO_LEAVES, {place: 3.0 + off.get(place, 0.0) for place in wanted}, wanted, 0.05, 0.5, 12.0)
    assert {name: round(by, 1) for name, by in found.moves} == moves and not found.missed


@given(st.lists(st.floats(-4, 4), min_size=10, max_size=10))
def test_what_moves_of_a_pair_did_other_moves_undo(by):
    a = effect(TWO_LEAVES, TWO_LEAVES.gaps)
    read = dict(zip(TWO_LEAVES.gaps, 10.0 + a @ np.array(by), strict=True))
    assert not cure(TWO_LEAVES, read, dict.fromkeys(TWO_LEAVES.gaps, 10.0), 1.0, 1.0, 100.0).missed


@pytest.mark.parametrize(
    ("active", "fixed", "told"),
    [
        (("24", "24"), ("20 1/4", "20"), ("1/4", "top", "fixed")),
        (("24 1/4", "24"), ("20", "20 1/8"), ("1/8", "top", "active")),
        (("24", "24 1/8"), ("20", "20 3/16"), ("5/16", "foot", "fixed")),
        (("24", "24 1/32"), ("20", "20"), None),  # straight enough
    ],
)
def test_which_leafs_edge_is_planed_where_both_meet_out_of_square(active, fixed, told):
    own = {"in_hand": active, "in_hand_fixed": fixed}
    said = {f"opening.door.{key}": {"width_top": top, "width_foot": foot} for key, (top, foot) in own.items()}
    result = solved(plain(**PAIR, **said))
    found = [tuple(f.values[k] for k in ("by", "end", "which")) for f in result.flags if f.code == "leaves-meet-uneven"]
    assert found == ([(inch(told[0]), *told[1:])] if told else [])


def test_a_pairs_other_leaf_is_bought_while_one_is_in_hand_and_its_strip_is_on_the_active_one():
    one = solved(plain(**PAIR, **{"opening.door.in_hand": {"width_top": "24"}}))
    assert [i.sizes[0] for i in one.hardware if i.name == "leaf"] == [inch("20")]
    text = next(step.text for step in one.steps if step.key == "cover-strip")
    assert "active {leaf}" in text and "side A" in text
