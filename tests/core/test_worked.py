"""The worked figures of tests/data/worked.json, by the symbols of the handbook."""

import json
from fractions import Fraction
from pathlib import Path

import pytest

from helpers import POCKET, SLIDER, plain, solved
from jambo.core import rules as house
from jambo.core.facts import casing
from jambo.core.facts.frame import Frame, HeadOverLegs, Trenched
from jambo.core.facts.leaf import InHand, Leaf
from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Wall
from jambo.core.frames import frame as frames
from jambo.core.framing import framing
from jambo.core.framing import rough_opening as swing
from jambo.core.kinds.swing import hinges
from jambo.core.quantities import names
from jambo.core.quantities.figure import Known, Source, add
from jambo.core.quantities.length import ZERO, Length
from jambo.core.rules import HouseRules
from jambo.core.trim import casing as trim

CASES = json.loads((Path(__file__).parents[1] / "data" / "worked.json").read_text())["cases"]
RULES = {
    "gh": "hinge_gap", "gs": "strike_gap", "gm": "meeting_gap", "gt": "head_gap", "gu": "floor_gap", "s": "side_shim",
    "sh": "head_shim", "add_w": "add_width", "add_h": "add_height", "top": "hinge_top", "bottom": "hinge_bottom",
    "hinge": "hinge_length", "r": "setback",
}  # fmt: skip


def of_kind(kind):
    return [pytest.param(c, id=f"{kind}-{i}") for i, c in enumerate(CASES) if c["kind"] == kind]


class Case:
    """A worked case read in its own unit."""

    def __init__(self, case):
        self.given, self.unit = case["given"], case["unit"]
        self.expect = case["expect"]
        settled = {RULES[k]: self.length(v) for k, v in self.given.items() if k in RULES}
        self.rules = HouseRules(self.unit, {"job": settled})

    def length(self, text):
        return Length.inches(text) if self.unit == "in" else Length.mm(text)

    def known(self, symbol):
        return Known(symbol, self.length(self.given[symbol]), Source("given", symbol))

    def check(self, figures):
        for symbol, figure in figures.items():
            assert figure.value == self.length(self.expect[symbol]), symbol


@pytest.mark.parametrize("case", of_kind("swing"))
def test_swing(case):
    case = Case(case)
    leaf_height = case.known("Hd")
    leaves = [
        Leaf(Known("w", case.length(w), Source("given", "w")), leaf_height, leaf_height) for w in case.given["leaves"]
    ]
    trenched = case.given.get("joint") == "trenched"
    joint = Trenched(case.known("d"), case.known(house.HORN)) if trenched else HeadOverLegs()
    gaps = case.rules.known(house.HINGE_GAP), case.rules.known(house.STRIKE_GAP)
    frame = Frame("flat_jamb", case.known("t"), case.known("t"), *gaps, "spacer", case.known("foot"), joint)
    floor = add("floor_clear", case.known("F_clear"))
    inside = frames.inside_width(leaves, frame, case.rules)
    outside = frames.outside_width(inside, frame)
    head = frames.head_underside([floor, case.rules.known(house.FLOOR_GAP)], leaf_height, case.rules)
    top = add("frame_top", head, frame.leg_thickness)
    if case.given.get("school") == "add_on":
        opening = swing.add_on(leaves, outside, top, floor, "finished_floor", case.rules)
    else:
        opening = swing.build_up(outside, top, case.rules)
    case.check({
        "Wi": inside, "Wo": outside, "Hh": head,
        "leg": frames.leg_length(head, frames.foot(frame, floor), frame),
        "head": frames.head_length(inside, outside, frame),
        "ro_w": opening.width, "ro_h": opening.height,
        "side_play": opening.side_play, "head_play": opening.head_play,
    })  # fmt: skip


@pytest.mark.parametrize("case", of_kind("framing"))
def test_framing(case):
    case = Case(case)
    stud = case.known("stud")
    none = Known("none", ZERO, Source("given", "none"))
    wall = Wall(case.known("wall_h"), none, case.known("tb"), stud, stud, stud, none, none, none)
    header = Header(case.known("header_depth"), none, none, jacks=int(case.given["jacks"]))
    pieces = framing.pieces(add("ro_width", case.known("ro_w")), add("ro_height", case.known("ro_h")), wall, header)
    case.check({"jack": pieces.jack, "header": pieces.header, "king": pieces.king, "cripple": pieces.cripple})


@pytest.mark.parametrize("case", of_kind("casing"))
def test_casing(case):
    case = Case(case)
    inside, head, floor = (add(s, case.known(s)) for s in ("Wi", "Hh", "floor"))
    short, long, leg, _, _, _ = trim.pieces(casing.Casing(case.known("cw")), inside, head, (floor, floor), case.rules)
    case.check({"head_short": short, "head_long": long, "leg_short": leg})


@pytest.mark.parametrize("case", of_kind("mitred_casing"))
def test_mitred_casing_is_as_long_as_its_long_points(case):
    case = Case(case)
    leg, head = (
        add(n, case.known(s)) for n, s in ((names.CASING_LEG_A, "leg_short"), (names.CASING_HEAD_SHORT, "head_short"))
    )
    cased = casing.Casing(case.known("cw"))
    (long,) = trim.long_points(cased, [leg])
    inside = add("Wi", head, (-2, case.rules.known(house.SETBACK)))
    case.check({"leg_long": long, "head_long": trim.pieces(cased, inside, leg, (leg, leg), case.rules)[1]})


@pytest.mark.parametrize("case", of_kind("hinges"))
def test_hinges(case):
    case = Case(case)
    leaf = hinges.on_leaf(case.known("Hd"), InHand(), case.rules)
    assert len(leaf) == int(case.expect["n"])
    assert [m.value for m in leaf] == [case.length(m) for m in case.expect["leaf"]]
    assert [m.value for m in hinges.on_leg(leaf, case.rules)] == [case.length(m) for m in case.expect["leg"]]


@pytest.mark.parametrize(
    ("height", "heavy", "outside", "count"),
    # 2 up to 60 in, then one more for each further 30 in or part; at least 3 outside
    [
        (60, False, False, 2),
        (61, False, False, 3),
        (90, False, False, 3),
        (96, False, False, 4),
        (80, True, False, 4),
        (60, True, True, 3),  # the heavy leaf's own makes up the three
        (90, True, True, 4),
        (48, False, True, 3),
    ],
)
def test_number_of_hinges(height, heavy, outside, count):
    assert hinges.count(Length.inches(height), HouseRules("in"), heavy=heavy, outside=outside) == count


def test_the_heights_at_which_a_hinge_more_comes_are_house_rules():
    """2340 mm hang on four by the handbook, on three where the crew says so; 762 mm steps from 1525 else."""
    own = HouseRules("mm", {"crew": {"hinge_fourth_over": Length.mm(2340)}})
    assert [hinges.count(Length.mm(h), HouseRules("mm")) for h in (1525, 1526, 2287, 2288, 2340, 3050)] == [
        2,
        3,
        3,
        4,
        4,
        5,
    ]
    assert [hinges.count(Length.mm(h), own) for h in (1526, 2340, 2341)] == [3, 3, 4]


@pytest.mark.parametrize("case", of_kind("steel_nominal"))
def test_steel_nominal(case):
    given = case["given"]
    frame = {"kind": "steel_wrap", "nominal_width": f"{given['nominal_w']} in", "nominal_height": given["nominal_h"]}
    leaves = [{"width": f"{given['nominal_w']} in", "height": given["nominal_h"]}]
    doc = plain(**{"opening.frame": frame, "opening.door.leaves": leaves, "opening.floors": {"a": [], "b": []}})
    found = solved(doc).figures
    told = {"ro_w": "ro_width", "ro_h": "ro_height", "leaf_w": "leaf_net_width", "leaf_h": "leaf_net_height"}
    Case(case).check({symbol: found[name] for symbol, name in told.items()})


@pytest.mark.parametrize("case", of_kind("slider_floor"))
def test_slider_floor(case):
    given = case["given"]
    own = {"length": None, "slab_width": given["slab"], "studs": None}
    doc = plain(**{
        **SLIDER, "opening.door.slider": SLIDER["opening.door.slider"] | own, "opening.door.opening_width": given["w"],
        "survey.readings": [{"place": "floor_across", "value": f"{given['rise_over_w']} in {given['w']} in", "toward": "right"}],
    })  # fmt: skip
    found = solved(doc).figures
    told = {"travel": "travel", "slab_starts": "slab_closed_near", "far_edge_open": "slab_open_far"}
    for symbol, name in told.items():
        assert found[name].value == Length.inches((case["given"] | case["expect"])[symbol])
    assert float(found["track_raised"].value.in_inches()) == pytest.approx(case["expect"]["track_raised_by"], abs=5e-4)


def as_document(case, **changes):
    """A case of a whole kind, as a document in its unit; both floors are what it gives."""
    floor = [{"thickness": str(Fraction(case["given"].get("floor", "0")))}]
    wall = {"finish_a": "1/2", "finish_b": "1/2"}
    return {"unit": case["unit"], "wall": wall, "opening": {"floors": {"a": floor, "b": floor}, "door": changes}}


@pytest.mark.parametrize("case", of_kind("rebated_outside"))
def test_only_what_is_behind_the_leaf_counts_in_a_frame_from_the_solid(case):
    given = case["given"]
    leaves = [{"width": f"{given['leaves'][0]} {case['unit']}", "height": given["Hd"]}]
    doc = as_document(case, leaves=leaves, leads_to="outside")
    doc["opening"]["frame"] = {"kind": "outside_sill", "thickness": given["T"], "leaf_rebate": given["rb"]}
    found = solved(doc).figures
    names = {"t": "leg_behind", "Wi": "frame_inside_width", "Wo": "frame_outside_width", "ro_w": "ro_width"}
    Case(case).check({symbol: found[name] for symbol, name in names.items()})


@pytest.mark.parametrize("case", of_kind("pocket"))
def test_pocket(case):
    given = case["given"]
    leaves = [{"width": f"{given['W']} {case['unit']}", "height": given["H"]}]
    found = solved(as_document(case, kind="pocket", leaves=leaves)).figures
    names = {
        "header": "kit_header", "track": "pocket_track", "longest_fixing": "longest_fixing_a", "ro_w": "ro_width",
        "ro_h": "ro_height",
    }  # fmt: skip
    Case(case).check({symbol: found[names.get(symbol, symbol)] for symbol in case["expect"]})


@pytest.mark.parametrize("case", of_kind("pocket_marks"))
def test_pocket_marks(case):
    case = Case(case)
    high = case.length(case.given["set_mark_over_the_high_stud"])
    floor = str((high - Length.inches("80") - Length.inches("3/4")).in_inches())
    found = solved(
        plain(**{
            **POCKET, "opening.floors": {side: [{"name": "oak", "thickness": floor}] for side in "ab"},
            "survey.readings": [{"place": "floor_across", "value": case.given["floor_rise_between_studs"], "toward": "left"}],
        })
    ).figures  # fmt: skip
    assert found["set_mark_left"].value == high
    case.check({"set_mark_over_the_low_stud": found["set_mark_right"]})


@pytest.mark.parametrize("case", of_kind("face slider"))
def test_face_slider(case):
    size = {"opening_width": case["given"]["w"], "opening_height": {"value": case["given"]["h"], "unit": case["unit"]}}
    found = solved(as_document(case, kind="face_slider", **size)).figures
    names = {
        "slab_w": "slab_width", "slab_h": "slab_height", "spread": "hanger_spread", "min_track": "track_least",
        "rule_track": "track_rule",
    }  # fmt: skip
    Case(case).check({symbol: found[names.get(symbol, symbol)] for symbol in case["expect"]})
