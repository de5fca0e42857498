"""Face sliders worked by hand, the track search against a slow independent one, and the stand-off (handbook 11)."""

from fractions import Fraction

import pytest
from flag_cases import RAILS, slider
from hypothesis import given, settings
from hypothesis import strategies as st

from helpers import SLIDER, codes, inch, inches, lengths, plain, solved
from jambo.core.kinds.face_slider import track
from jambo.core.kinds.face_slider.facts import Lean
from jambo.core.kinds.face_slider.standoff import Obstacle, boards_of, lean_at, needed, stocked
from jambo.core.planning.work import steps_by_kind
from jambo.core.quantities.figure import Figure, Known, Source, Waiting
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.rules import HouseRules
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse

GIVEN = Source("given", "opening.door.slider.lean")


def made(**changes):
    return lengths(solved(plain(**slider(**changes))))


def check(found, expected):
    assert {n: found[n].in_inches() for n in expected} == {n: Fraction(v) for n, v in expected.items()}


def test_single_slider_by_hand():
    """Finished opening 31 x 81 1/2, floors 3/4. Slab 31 + 2 x 2 by 81 1/2 + 2 - 1/2; hangers 3 in from its edges.

    Closed it lies from -2 to 33; it travels 31 + 2 = 33 to 31..66. Wheels 1 and 30, open 34 and 63.
    Stops: 1 - 1 1/2 and 63 + 1 1/2; with 1 in of stop beyond each the track must reach from -1 1/2 to 65 1/2.
    RO = 31 + 2 x 3/4 + 2 x 1/4 by 3/4 + 81 1/2 + 3/4 + 1/4.
    """
    check(made(), {
        "slab_width": 35, "slab_height": 83, "travel": 33, "hanger_spread": 29, "track_least": 67, "track_rule": 70,
        "slab_closed_near": -2, "slab_closed_far": 33, "slab_open_near": 31, "slab_open_far": 66,
        "wheel_closed_1": 1, "wheel_closed_2": 30, "wheel_open_1": 34, "wheel_open_2": 63,
        "stop_closed": "-1/2", "stop_open": "129/2", "track_needs_start": "-3/2", "track_needs_end": "131/2",
        "guide_room": 2, "guide_at": 32, "open_reach": 35, "track_line": "339/4", "track_height": "171/2",
        "headroom_needs": 87, "pull_mark": "71/2", "clear_width": 31,
        "groove_width": "5/16", "groove_depth": "3/8", "groove_passes_2": "3/16",  # 3/4 - 1/2 + 1/8 in passes of 1/4
        "ro_width": 33, "ro_height": "333/4",
    })  # fmt: skip


@pytest.mark.parametrize(
    ("leaves", "slab", "width", "height", "ro"),
    [
        (1, ("36", "84"), "32", "82 1/2", "34"),
        (2, ("32", "84"), "60", "82 1/2", "62"),
        (1, ("36", None), "32", None, "34"),
    ],
)
def test_a_slab_in_hand_makes_the_opening_nobody_gave(leaves, slab, width, height, ro):
    """One slab covers 2 in on each side, each of two on its own side: 36 - 4, 2 x (32 - 2); 84 - 2 + 1/2; RO w + 1 1/2 + 1/2."""
    more = {f"opening.door.slider.{k}": v for k, v in zip(("slab_width", "slab_height"), slab, strict=True)}
    doc = plain(**{
        "opening.door.kind": "face_slider", "opening.door.leaves": [{"thickness": "1 3/8"}] * leaves, **more,
    })  # fmt: skip
    result = solved(doc)
    found = lengths(result)
    assert (found["finished_width"], found["ro_width"]) == (inch(width), inch(ro))
    assert (found.get("finished_height"), "opening.door.opening_height" in [m.path for m in result.missing]) == (
        height and inch(height), height is None,
    )  # fmt: skip
    assert "finished_width" not in lengths(solved(plain(**slider(slab_width="36"))))  # an opening that was given stays
    assert lengths(solved(plain(**slider(slab_width="36"))))["ro_width"] == inch("33")


def test_bi_parting_slabs_meet_in_the_middle():
    """Opening 60: each slab 30 + 2; the right one from 30 to 62, opening by 30 to 60..92; hangers 33 and 59, open 89.

    Track to 89 + 1 1/2 + 1 = 91 1/2, and as far to the left of 0: from -31 1/2: 123 long.
    """
    leaves = [{"thickness": "1 3/8"}, {"thickness": "1 3/8"}]
    wide = {"opening.door.leaves": leaves, "opening.door.opening_width": "60", "opening.position.distance": "84"}
    found = lengths(solved(plain(**(slider(length=None) | wide))))
    check(found, {
        "slab_width": 32, "travel": 30, "slab_closed_near": 30, "slab_closed_far": 62, "slab_open_near": 60,
        "wheel_closed_1": 33, "wheel_open_2": 89, "track_needs_end": "183/2", "track_needs_start": "-63/2",
        "track_least": 123, "guide_room": 2, "clear_width": 60,
    })  # fmt: skip
    slabs = sorted(
        (s for s in solved(plain(**(slider(length=None) | wide))).shapes if s.part == "slab"), key=lambda s: s.x0
    )
    assert slabs[0].x1 == slabs[1].x0 == inch("84")


def test_a_slab_in_hand_counts_as_it_is():
    # 36 over 31: covers 2 1/2 each side; travel 31 + 2 1/2
    found = made(slab_width="36", slab_height="84")
    check(found, {"overlap_each": "5/2", "travel": "67/2", "overlap_top": 3, "slab_wanted_width": 35})


def test_a_short_track_moves_the_hangers_by_half_of_what_it_lacks():
    # 67 - 64 = 3: each hanger in by 1 1/2, 4 1/2 from the edge; spread 26
    found = made(length="64", studs=None)
    check(found, {"hanger_move": "3/2", "hanger_inset": "9/2", "wheel_closed_1": "5/2", "track_needs_end": 64})
    assert found["track_needs_end"] - found["track_needs_start"] == inch("64")
    # hangers may come as close as half the slab, 17 1/2: in by (29 - 17 1/2) / 2 = 5 3/4; 67 - 11 1/2 = 55 1/2 at least
    flag = next(f for f in solved(plain(**slider(length="50"))).flags if f.code == "track-too-short")
    assert (flag.values["short"], flag.values["least"]) == (inch("5 1/2"), inch("55 1/2"))


def test_track_shifts_until_its_holes_land():
    """Opening's edge at 34 1/2 (50 - 16 1/2 + 1/4 + 3/4), studs every 16 in: on the tape at -2 1/2, 13 1/2, 29 1/2 ...

    Track 70 with holes at 1, 17, 33, 49, 65: from -3 1/2 all five land; it may start anywhere from -4 1/2 to -1 1/2.
    """
    result = solved(plain(**SLIDER))
    check(lengths(result), {"track_start": "-7/2", "track_end": "133/2"})
    assert len(result.track.fixed.landed) == 5 and not result.track.fixed.bored
    assert codes(result, "stop") == codes(result, "check") == []


def test_studs_a_track_misses_are_bored():
    # shortest track starts at -1 1/2: holes 2, 18, .. land nowhere; studs at 13 1/2 + 1 1/2 = 15, 31 ...
    result = solved(plain(**slider(length="67", hole_first="2")))
    assert inches(result, "bore_1", "bore_2") == [15, 31]
    assert [i.count for i in result.hardware if i.name == "lag"] == [4]


@pytest.mark.parametrize("mirror", [False, True])
def test_sliding_the_other_way_mirrors_the_studs(mirror):
    studs = ["20", "39", "55 1/2", "71", "87"]
    doc = plain(**slider(studs=[{"at": s} for s in studs]))
    if mirror:
        doc["opening"]["position"]["measured_from"] = "right"
        doc["opening"]["door"]["slides_to"] = "left"
        doc["wall"]["layout_from"] = "right"
    result = solved(doc)
    plain_result = solved(plain(**slider(studs=[{"at": s} for s in studs])))
    assert lengths(result) == lengths(plain_result)
    assert codes(result) == codes(plain_result)


def test_the_slab_is_drawn_where_it_has_been_slid():
    result = solved(plain(**SLIDER, **{"show.slab_at": "10"}))
    check(lengths(result), {"slab_now_near": 8, "slab_now_far": 43, "slab_frees": 8})
    slab = next(s for s in result.shapes if s.part == "slab")
    assert slab.x0 == inch("42 1/2")  # 34 1/2 + 8
    assert lengths(solved(plain(**SLIDER, **{"show.slab_at": "200"})))["slab_now_near"] == inch(
        "31"
    )  # no further than it travels


eighths = st.integers(0, 8 * 40).map(lambda n: Length.inches(Fraction(n, 8)))


@given(
    low=st.integers(-80, 0).map(lambda n: Length.inches(Fraction(n, 8))),
    wide=st.integers(0, 60).map(lambda n: Length.inches(Fraction(n, 8))),
    holes=st.lists(eighths, max_size=6, unique=True),
    studs=st.lists(eighths, max_size=6, unique=True),
)
@settings(max_examples=300, deadline=None)
def test_no_place_lands_more_holes(low, wide, holes, studs):
    near, high = Length.inches("1/4"), low + wide
    start, count = track.best_start((low, high), holes, studs, near)

    def landing(at):
        return sum(any(size(at + hole - stud) <= near for stud in studs) for hole in holes)

    assert low <= start <= high and landing(start) == count
    step = Length.inches("1/16")  # everything is in eighths and a quarter off: sixteenths meet every stretch
    tried = [low + step * n for n in range(int((high - low).nm // step.nm) + 1)]
    assert count == max(map(landing, tried))


@given(st.integers(0, 64), st.integers(-32, 32), st.integers(1, 32), st.integers(1, 80))
@settings(deadline=None)
def test_stand_off_holds_at_every_height(foot, middle, base, tall):
    rules = HouseRules("in")
    bottom, top, line = inch("1/2"), inch("83"), inch("84 3/4")

    def sixteenth(n):
        return Length.inches(Fraction(n, 16))

    readings = (
        Lean(Known("at", ZERO, GIVEN), sixteenth(foot), "opening.door.slider.lean[0].by"),
        Lean(Known("at", inch("40"), GIVEN), sixteenth(middle), "opening.door.slider.lean[1].by"),
    )
    trim = [Obstacle(Known("base_thickness", sixteenth(base), GIVEN), inch(str(tall)))]
    least = needed(bottom, top, line, trim, readings, rules).value
    heights = [bottom + (top - bottom) * Fraction(n, 97) for n in range(98)]
    wants = [
        lean_at(y, line, readings) + (sixteenth(base) if y <= inch(str(tall)) else ZERO) + inch("1/8") for y in heights
    ]
    assert max(wants) <= least


@pytest.mark.parametrize(
    ("read", "at", "wanted"),
    [
        # one reading is told against the track line at 80: 1/2 at the floor, half of it half way, on beyond the line
        ([("0", "1/2")], ("0", "40", "80", "96"), ("1/2", "1/4", "0", "-1/10")),
        # of more only differences count: 1/2 and 1/4 make 1/16 in 10, which goes on up to the line and past it
        ([("0", "1/2"), ("40", "1/4")], ("0", "40", "80", "96"), ("1/2", "1/4", "0", "-1/10")),
        ([("0", "1 1/2"), ("40", "1 1/4")], ("0", "40", "80"), ("1/2", "1/4", "0")),  # the plumb line hung 1 in further off
        ([("20", "1/4"), ("60", "1/4"), ("80", "1/8")], ("0", "20", "60", "80"), ("1/8", "1/8", "1/8", "0")),
    ],
)  # fmt: skip
def test_lean_counts_against_the_track_line_wherever_the_plumb_line_hung(read, at, wanted):
    readings = tuple(Lean(Known("at", inch(y), GIVEN), inch(by), "") for y, by in read)
    told = [lean_at(inch(y), inch("80"), readings).in_inches() for y in at]
    assert told == [Fraction(sum(map(Fraction, text.split()))) for text in wanted]


@pytest.mark.parametrize("unsaid", ["base_thickness", "bolt_heads"])
def test_what_stands_out_nobody_said_how_far_is_waited_for(unsaid):
    own = {key: value for key, value in SLIDER["opening.door.slider"].items() if key != unsaid}
    result = solved(plain(**SLIDER | {"opening.door.slider": own}))
    assert [m.path for m in result.missing] == [f"opening.door.slider.{unsaid}"]
    assert isinstance(result.figures["standoff_needed"], Waiting) and isinstance(result.figures["track_line"], Figure)
    cased = solved(plain(**SLIDER, **{"opening.casing": {"width": "2 1/4"}}))
    assert "opening.casing.thickness" in [m.path for m in cased.missing]


@pytest.mark.parametrize(
    ("change", "asked"),
    [
        ({}, []),
        ({"opening.floors.a": None}, ["opening.floors.a"]),
        ({"wall.finish_a": None}, ["wall.finish_a"]),
        # taped from the wall's end the studs are held against where the opening stands; new casing is cut to both floors
        ({"opening.door.slider.studs_from": "wall"}, ["opening.position.distance"]),
        ({"opening.stays": {"casing": "new"}}, ["opening.floors.b", "wall.finish_b"]),
        ({"wall.existing": False}, ["opening.floors.b", "opening.position.distance", "wall.finish_b", "wall.height"]),
        ({"opening.door.slider.hung_on": "B"}, ["opening.floors.b", "wall.finish_b"]),
    ],
)
def test_in_a_standing_wall_a_slider_asks_for_its_own_side_alone(change, asked):
    own = SLIDER["opening.door.slider"] | {"studs_from": "casing", "studs": [{"at": "3"}, {"at": "19"}]}
    casing = {"width": "2 1/4", "thickness": "3/4"}
    doc = {**SLIDER, "opening.door.slider": own, "opening.casing": casing, "opening.stays": {"casing": "stays"}}
    far = {"wall.existing": True, "wall.finish_b": None, "wall.height": None, "opening.floors.b": None}
    result = solved(plain(**doc | far | {"opening.position": {}} | change))
    assert sorted(m.path for m in result.missing) == asked
    assert "not-worked-out" not in codes(result)


@pytest.mark.parametrize("end", ["left", "right"])
def test_a_new_wall_knows_its_own_studs(end):
    """Centres every 16 from the layout's start, as if somebody had found them there."""
    own = SLIDER["opening.door.slider"]
    place = {"opening.position": {"distance": "50", "measured_from": end}}
    bare = SLIDER | place | {"opening.door.slider": {k: v for k, v in own.items() if k != "studs"}}
    behind = [{"at": str(at if end == "left" else 168 - at)} for at in range(16, 168, 16)]
    looked = SLIDER | place | {"opening.door.slider": own | {"studs": behind}}
    told = [lengths(solved(plain(**doc))) for doc in (bare, looked)]
    assert told[0] == told[1] and "studs-not-found" not in codes(solved(plain(**bare)))


@pytest.mark.parametrize(
    ("least", "stack"),
    [("0", "1/2"), ("1/2", "1/2"), ("9/16", "3/4"), ("1 1/8", "1 1/4"), ("4 1/2", "4 1/2"), ("5", None)],
)
def test_backers_stack_from_stock(least, stack):
    assert stocked(inch(least), "in") == (inch(stack) if stack else None)


def test_backer_and_lag_by_hand():
    """Base 3/4 to 5 1/2 high, wall 1/4 forward at the floor: at the slab's bottom 1/2 of 84 3/4 up.

    lean there 1/4 x (84 3/4 - 1/2) / (84 3/4) = 337/1356; needed 3/4 + 1/8 + that; less 1/2 of hardware offset.
    Stock 3/4: stand-off 1 1/4. Lag = 1/2 of board + 3/4 + 1/4 of the track itself + 1 1/2.
    """
    found = made(base_thickness="3/4", base_height="5 1/2", lean=[{"at": "0", "by": "1/4"}])
    wants = Fraction(7, 8) + Fraction(337, 1356)
    check(
        found,
        {"standoff_needed": wants, "backer_least": wants - Fraction(1, 2), "standoff": "5/4", "lag_length": 3},
    )


@pytest.mark.parametrize("end", ["left", "right"])
def test_studs_found_in_the_wall_are_those_behind_a_track_nobody_looked_behind(end):
    """At 168 in the studs at 16 in read the same from both ends but for 168 - 16 n = 8, 24 ... 152."""
    own = SLIDER["opening.door.slider"]
    found = [{"at": str(at)} for at in range(16, 160, 16)]
    place = {"distance": "50", "measured_from": end}
    bare = SLIDER | {"opening.door.slider": {k: v for k, v in own.items() if k != "studs"}, "opening.position": place}
    bare |= {"wall.existing": True}
    assert "studs-not-found" in codes(solved(plain(**bare)))
    told = solved(plain(**bare, **{"wall.studs_found": found}))
    behind = [{"at": str(at if end == "left" else 168 - at)} for at in range(16, 160, 16)]
    looked = solved(plain(**bare | {"opening.door.slider": own | {"studs": behind}}))
    behind_it = [{n: v for n, v in lengths(r).items() if not n.startswith("mark_")} for r in (told, looked)]
    assert behind_it[0] == behind_it[1]
    assert [c for c in codes(told) if c != "sliver-beside-king"] == [
        c for c in codes(looked) if c != "sliver-beside-king"
    ]


def across(value, toward):
    return {"survey.readings": [{"place": "floor_across", "value": value, "toward": toward}]}


@pytest.mark.parametrize(
    ("toward", "opens", "raised", "most"),
    [
        # rising 1/4 in 36 toward where it opens: the open slab's far edge is at 66: 66/144
        ("right", "right", "66/144", "1/2 + 68/144"),
        ("left", "right", "2/144", "1/2 + 68/144"),  # highest at the closed edge, 2 the other side
        ("left", "left", "66/144", "1/2 + 68/144"),
    ],
)
def test_the_track_line_comes_from_the_highest_floor_the_slab_passes(toward, opens, raised, most):
    """The slab of 35 runs from -2 to 66 over an opening of 31. Line 84 3/4 over the floor at its edge, and what that rises."""
    doc = plain(**SLIDER | {"opening.door.slides_to": opens} | across("1/4 in 36 in", toward))
    result = solved(doc)
    up = Fraction(raised)
    check(lengths(result), {
        "track_raised": up, "track_line": Fraction("339/4") + up, "leaf_bottom": Fraction("5/4") + up,
        "slab_gap_most": sum(map(Fraction, most.split(" + "))), "overlap_top": 2 + up, "slab_height": 83,
    })  # fmt: skip
    assert ("track-raised" if up > Fraction(1, 32) else "track-over-highest") in codes(result, "note")
    level = solved(plain(**SLIDER | {"opening.door.slides_to": opens} | across("0", "right")))
    assert lengths(level)["track_line"] == inch("84 3/4") and "track_raised" not in lengths(level)


def test_a_pair_is_raised_for_the_floor_under_either_slab():
    # the right slab reaches 92, the left one 60 - 92 = -32; rising to the left 1/4 in 36: 32/144, least at 92: -92/144
    leaves = [{"thickness": "1 3/8"}] * 2
    wide = {"opening.door.leaves": leaves, "opening.door.opening_width": "60", "opening.position.distance": "84"}
    found = lengths(solved(plain(**(slider(length=None) | wide | across("1/4 in 36 in", "left")))))
    check(found, {"track_raised": Fraction(32, 144), "slab_gap_most": Fraction(1, 2) + Fraction(124, 144)})


@pytest.mark.parametrize(
    ("casing", "needed", "missing"),
    [
        ({"thickness": "3/4"}, "7/8", []),  # its width nobody said
        ({"thickness": "3/4", "width": "3 1/2"}, "7/8", []),
        ({"width": "3 1/2"}, None, ["opening.casing.thickness"]),
        ({}, "1/8", []),
    ],
)
def test_casing_counts_as_soon_as_its_thickness_is_said(casing, needed, missing):
    result = solved(plain(**SLIDER, **{"opening.casing": casing}))
    assert lengths(result).get("standoff_needed") == (needed and inch(needed))
    assert [m.path for m in result.missing] == missing


def test_casing_left_up_counts_and_is_neither_cut_nor_fixed():
    stays = {"wall.existing": True, "opening.stays.casing": "stays", "opening.casing.width": "3 1/2"}
    result = solved(plain(**SLIDER | stays))
    assert "opening.casing.thickness" in [m.path for m in result.missing]
    assert not [p for p in result.pieces if p.where == "casing"]
    assert not [s.key for s in result.steps if s.key.startswith(("casing", "score"))]
    new = solved(plain(**SLIDER, **{"opening.casing": {"width": "3 1/2", "thickness": "3/4"}}))
    keys = [s.key for s in new.steps]
    facts = facts_of(parse(Document, plain(**SLIDER)))
    assert [*steps_by_kind(facts.opening, new.steps)] == ["frame", "set", "trim", "hang", "hardware"]
    assert keys.index("casing") < keys.index("track-line") < keys.index("backer")


def boards(**own):
    result = solved(plain(**slider(**own)))
    return result, [(p.count, p.section, p.length.value, p.joints) for p in result.pieces if p.part == "backer"]


def test_a_backer_is_cut_board_by_board_its_joints_over_studs():
    """A stack of 1 1/4 is 1/2 + 3/4, each 70 + 2 x 1 long and 4 high: from 82 3/4 to 86 3/4 about the line at 84 3/4.

    The track starts at -3 1/2, the backer at -4 1/2; studs on the tape at -2 1/2, 13 1/2 ...: from its end 2, 18, 34, 50, 66.
    """
    result, found = boards(backer="1 1/4")
    # boards that lie on each other join over studs of their own
    joints = {"1/2": ("2", "34", "66"), "3/4": ("18", "50")}
    assert found == [(1, (inch(thick), inch("4")), inch("72"), tuple(map(inch, at))) for thick, at in joints.items()]
    check(lengths(result), {"backer_bottom": "331/4", "backer_top": "347/4", "lag_length": "7/2"})
    assert all(p.from_stock for p in result.pieces if p.part == "backer")
    assert boards(backer="1 1/2")[1][0][:2] == (1, (inch("1 1/2"), inch("4")))
    assert boards(backer="1")[1][0][:2] == (2, (inch("1/2"), inch("4")))
    assert boards(fixing="spacers", backer="1")[1] == []
    odd, alone = boards(backer="7/8")
    assert "backer-no-boards" in codes(odd, "check") and alone[0][:2] == (1, (inch("7/8"), inch("4")))
    assert not [p for p in odd.pieces if p.part == "backer" and p.from_stock]


@pytest.mark.parametrize(
    ("thick", "stack"), [(30, (12, 18)), (12, (12,)), (36, (18, 18)), (38, (38,)), (31, ()), (0, ())]
)
def test_boards_of_a_metric_backer(thick, stack):
    assert boards_of(Length.mm(thick), "mm") == tuple(map(Length.mm, stack))


@pytest.mark.parametrize(("width", "over"), [("1 1/16", None), ("1 1/8", "1/16"), ("3 1/2", "2 7/16")])
def test_a_backer_stays_over_the_head_casing(width, over):
    # bottom 82 3/4; casing's top 81 1/2 + 3/16 + its width
    result = solved(plain(**SLIDER, **{"opening.casing": {"width": width, "thickness": "1/2"}}))
    told = [f.values["over"] for f in result.flags if f.code == "backer-meets-casing"]
    assert told == ([inch(over)] if over else [])


def test_where_edges_are_finished_the_tape_starts_at_them():
    """Read 31 1/4 at its widest and 31 at its head: the slab covers 31 1/4, and no jamb or play is added. Edge at 50 - 15 5/8."""
    widths = [
        {"place": place, "value": value}
        for place, value in (("width_foot", "31 1/4"), ("width_middle", "31 1/8"), ("width_head", "31"))
    ]
    result = solved(plain(**SLIDER | {"wall.existing": True, "survey.readings": widths}))
    check(lengths(result), {"ro_width": "125/4", "slab_width": "141/4", "travel": "133/4"})
    assert result.track.across.start == inch("34 3/8")
    assert {"side_play", "leg_length", "liked_width"}.isdisjoint(lengths(result)) and "found-narrower" not in codes(
        result
    )
    assert not [s for s in result.shapes if s.part in ("leg", "head")]


def test_each_slab_of_a_pair_has_its_stops_and_guide_and_the_rails_join():
    """Opening 60, the right slab's stops at 33 - 1 1/2 and 89 + 1 1/2, its guide in the middle of 60 and 62: the left one's are 60 less.

    The track runs from -31 1/2 to 91 1/2: two halves join at 30.
    """
    leaves = [{"thickness": "1 3/8"}] * 2
    wide = {"opening.door.leaves": leaves, "opening.door.opening_width": "60", "opening.position.distance": "84"}
    result = solved(plain(**(slider(length=None) | wide)))
    check(lengths(result), {
        "stop_closed": "63/2", "stop_open": "181/2", "stop_other_closed": "57/2", "stop_other_open": "-61/2",
        "guide_at": 61, "guide_other_at": -1, "rail_joint": 30, "pull_inset": "5/2",
    })  # fmt: skip
    texts = {step.key: step.text for step in result.steps}
    assert (
        "{stop_other_open}" in texts["stops"]
        and "{guide_other_at}" in texts["guide"]
        and "{rail_joint}" in texts["backer"]
    )
    assert "pull_inset" in texts["drill-slab"] and "six faces" in texts["seal-slab"]


@pytest.mark.parametrize(
    ("rail", "fixing", "codes_"),
    [
        # wheels rest at 33, 59 and 63, 89 and their mirrors 27, 1, -3, -29; radius 1/2
        ("61 1/2", "backer", []), ("64 1/16", "backer", ["rail-joint-at-wheel"]), ("64", "backer", []),
        # studs every 16 from the wall's end: the opening's edge at 54, on the tape at 26 and 10
        ("61 1/2", "spacers", ["rail-joint-bare"]), ("57 1/2", "spacers", []), ("57 13/16", "spacers", ["rail-joint-bare"]),
    ],
)  # fmt: skip
def test_rails_join_over_a_stud_and_away_from_a_wheel(rail, fixing, codes_):
    own = RAILS["opening.door.slider"] | {"rail": rail, "fixing": fixing}
    result = solved(plain(**RAILS | {"opening.door.slider": own}))
    assert [c for c in codes(result) if c.startswith("rail-joint")] == codes_


def test_holes_to_bore_are_a_step_of_their_own_from_the_tracks_start():
    result = solved(plain(**slider(length="67", hole_first="2")))
    step = next(s for s in result.steps if s.key == "bore-track")
    assert "from its own start: {bore_1}, {bore_2}" in step.text
    assert "bore-track" not in [s.key for s in solved(plain(**SLIDER)).steps]


def test_studs_may_be_taped_from_the_casing():
    """Casing 3 1/2 set back 3/16: its outer edge is 3 11/16 before the opening's. Studs at -2 1/2, 13 1/2 ... are 1 3/16, 17 3/16 ... from it."""
    casing = {"opening.casing": {"width": "3 1/2", "thickness": "0"}}
    told = [
        solved(plain(**(doc | casing)))
        for doc in (SLIDER, slider(studs=[{"at": f"{1 + 16 * n} 3/16"} for n in range(5)], studs_from="casing"))
    ]
    assert lengths(told[0])["track_start"] == lengths(told[1])["track_start"] == -inch("3 1/2")
    assert [len(one.track.fixed.landed) for one in told] == [5, 5]
