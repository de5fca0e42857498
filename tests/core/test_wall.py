"""A wall with many openings (handbook 6): places by hand, studs against a plain walk, flags, and the mirror image."""

from dataclasses import replace
from fractions import Fraction
from itertools import pairwise

import pytest
from flag_cases import next_door
from hypothesis import given
from hypothesis import strategies as st

from helpers import POCKET, SLIDER, inch, plain
from jambo.core.all_flags import KINDS
from jambo.core.facts.wall import Fitting
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules
from jambo.core.solve import solve
from jambo.core.wall.judge import on_wall
from jambo.core.wall.layout import Solved, lay_out
from jambo.core.wall.timber import left_off, own_pieces, timber
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse

SWING = {}
RIGHT = {"opening.door.hinge_side": "right"}
CUT_IN = {"opening.cut_in": {"asked": True}}
CASED = {"opening.casing": {"width": "2 1/4"}}


def stand(*openings, **walls):
    """Solve openings given as (changes, distance), with the end measured from and whether it is asked to share studs."""
    solved = []
    for n, (changes, distance, *more) in enumerate(openings):
        end, shares = (*more, *("left", False)[len(more) :])
        place = {"distance": distance, "measured_from": end, "shares": shares}
        facts = facts_of(parse(Document, plain(**changes, **{"opening.position": place}, **walls)))
        solved.append(Solved(f"D{n + 1}", facts.opening, solve(facts.opening, facts.wall, facts.rules)))
        frame = facts.wall
    return solved, frame, lay_out(solved, frame)


def wall(*openings, length="240", fittings=(), corners=("open", "open"), existing=False):
    """Lay openings out, and say what stands against them."""
    solved, frame, layout = stand(*openings, **{"wall.length": length, "wall.existing": existing})
    return layout, on_wall(layout, solved, frame, corners, fittings, HouseRules())


def span(one):
    return one.low.in_inches(), one.high.in_inches()


def test_openings_stand_where_their_own_tapes_say():
    """RO 32 1/4: centred at 60 from the left 43 7/8 to 76 1/8; centred at 50 from the right end of 240, 173 7/8 to 206 1/8."""
    layout, said = wall((SWING, "50", "right"), (SWING, "60"))
    assert [s.index for s in layout.standing] == [1, 0]
    assert span(layout.standing[0].opening) == (Fraction(351, 8), Fraction(609, 8))
    assert span(layout.standing[1].opening) == (Fraction(1391, 8), Fraction(1649, 8))
    assert span(layout.standing[0].framing) == (
        Fraction(327, 8),
        Fraction(633, 8),
    )  # a jack and a king, 3 in, each side
    assert [round(run.width.in_inches() * 8) for run in layout.plates] == [351, 782, 271]  # 43 7/8, 97 3/4, 33 7/8
    assert said == ()


@given(
    length=st.integers(150, 400), offset=st.integers(0, 15), layout_from=st.sampled_from(["left", "right"]),
    places=st.lists(st.integers(30, 360), min_size=1, max_size=4),
)  # fmt: skip
def test_studs_agree_with_a_plain_walk_and_stay_out_of_the_framing(length, offset, layout_from, places):
    doc = plain(**{"wall.length": str(length), "wall.layout_offset": str(offset), "wall.layout_from": layout_from})
    solved = []
    for at in places:
        if at >= length:
            continue
        doc["opening"]["position"] = {"distance": str(at)}
        facts = facts_of(parse(Document, doc))
        solved.append(Solved(str(at), facts.opening, solve(facts.opening, facts.wall, facts.rules)))
    if not solved:
        return
    layout = lay_out(solved, facts.wall)
    walked = []
    for n in range(1, 60):
        centre = offset + 16 * n
        left = Fraction(centre if layout_from == "left" else length - centre) - Fraction(3, 4)
        if left < Fraction(3, 2) or left + Fraction(3, 2) > length - Fraction(3, 2) or centre > length:
            continue
        if all(
            left + Fraction(3, 2) <= s.framing.low.in_inches() or left >= s.framing.high.in_inches()
            for s in layout.standing
        ):
            walked.append(left)
    assert sorted(walked) == [stud.left.in_inches() for stud in layout.studs]


def flags(said):
    return [s.flag.code for s in said]


def switch(at, side="A"):
    return Fitting("A switch", inch(at), inch("44"), side, "wall.fittings[0].at")


# D1 of the plain opening: RO 43 7/8 to 76 1/8 when centred at 60; hinges left, opens to A
CASES = [
    ([(SWING, "60"), (SWING, "96 3/4", "left", True)], {}, "openings-share-as-asked"),  # jack, king, jack
    ([(CUT_IN, "60"), (CUT_IN, "96 3/4", "left", True)], {"existing": True}, "openings-share-as-found"),
    ([(SWING, "60"), (SWING, "95", "left", True)], {}, "headers-meet-on-jack"),  # 2 3/4 between them: one jack
    ([(SWING, "60"), (SWING, "97 1/4", "left", True)], {}, "sliver-between-openings"),  # 5 in: three studs and 1/2 in
    # 33 1/4 apart: between the openings 1 in is left, and no jack stands in that
    ([(SWING, "60", "left", True), (SWING, "93 1/4")], {}, "openings-share-studs"),
    ([(SWING, "60", "left", True), (SWING, "90")], {}, "openings-overlap"),  # nobody can ask for that
    ([(SWING, "60"), (SWING, "90")], {}, "openings-overlap"),
    ([(SWING, "60"), (SWING, "95")], {}, "openings-share-studs"),  # framings end 79 1/8, begin 75 7/8
    ([(SWING, "60"), (SWING, "99")], {}, "sliver-between-openings"),  # 79 7/8: 3/4 is left
    ([(SLIDER, "60"), (SWING, "110")], {}, "open-slab-covers-opening"),
    ([(SWING, "60"), (SLIDER | {"opening.door.slides_to": "left"}, "110")], {}, "open-slab-covers-opening"),
    ([(CASED, "19")], {"corners": ("inside", "open")}, "leaf-meets-corner"),  # 2 7/8 to the corner
    ([(CASED, "221 3/4")], {"corners": ("open", "inside")}, "opening-too-near-corner"),  # 2 1/8 of 2 7/16
    ([(SWING, "60")], {"fittings": [switch("50")]}, "fitting-in-opening"),
    ([(POCKET, "60")], {"fittings": [switch("80")]}, "fitting-in-pocket"),
    ([(CASED, "60")], {"fittings": [switch("77")]}, "fitting-under-casing"),
    ([(SLIDER, "60")], {"fittings": [switch("95")]}, "fitting-under-slab"),
    ([(SWING, "60")], {"fittings": [switch("30")]}, "fitting-behind-leaf"),
    ([(RIGHT, "60")], {"fittings": [switch("100")]}, "fitting-behind-leaf"),
]


@pytest.mark.parametrize(("openings", "more", "code"), CASES, ids=[c for *_, c in CASES])
def test_flag_is_raised(openings, more, code):
    assert code in flags(wall(*openings, **more)[1])
    assert code in KINDS


@pytest.mark.parametrize(
    ("openings", "more"),
    [
        ([(SWING, "60"), (SWING, "98 1/4")], {}),  # framings touch at 79 1/8: nothing between, nothing shared
        ([(SWING, "60")], {"fittings": [switch("30", "B")]}),  # the leaf opens to the other side
        ([(SWING, "60")], {"fittings": [switch("82")]}),  # the strike side is its place
        (
            [({"opening.door.leaves": [{"height": "80"}]}, "60")],
            {"fittings": [switch("30")]},
        ),  # no leaf yet to be behind
        ([(CASED, "60")], {"corners": ("inside", "inside")}),
        ([(SWING, "40"), (SLIDER | {"opening.door.slides_to": "left"}, "180")], {"length": "300"}),  # it opens to 88 in
    ],
)
def test_nothing_is_said_where_nothing_is_wrong(openings, more):
    assert flags(wall(*openings, **more)[1]) == []


EDGES = [  # D1: RO 43 7/8 to 76 1/8; casing 2 1/4 and a setback of 3/16; a leaf of 30 against the wall from 13 7/8
    (CASED, "41 7/16", "B", None), (CASED, "41 1/2", "B", "fitting-under-casing"),
    (CASED, "78 9/16", "B", None), (CASED, "78 1/2", "B", "fitting-under-casing"),
    (SWING, "43 7/8", "B", "fitting-in-opening"), (SWING, "76 1/8", "B", "fitting-in-opening"), (SWING, "76 3/16", "B", None),
    (SWING, "13 7/8", "A", "fitting-behind-leaf"), (SWING, "13 13/16", "A", None), (SWING, "43 13/16", "A", "fitting-behind-leaf"),
    (RIGHT, "106 1/8", "A", "fitting-behind-leaf"), (RIGHT, "106 3/16", "A", None), (RIGHT, "76 3/16", "A", "fitting-behind-leaf"),
    (SLIDER, "110 1/2", "A", "fitting-under-slab"), (SLIDER, "113 1/16", "A", None),  # slab to 43 1/2 + 1 of lining + 66, its track to 113
]  # fmt: skip


@pytest.mark.parametrize(("changes", "at", "side", "code"), EDGES)
def test_a_fitting_is_judged_to_the_sixteenth(changes, at, side, code):
    said = wall((changes, "60"), fittings=[switch(at, side)])[1]
    assert flags(said) == ([code] if code else [])
    assert [(s.about, s.flag.path) for s in said] == ([((0,), "wall.fittings[0].at")] if code else [])


@pytest.mark.parametrize(
    ("openings", "more", "code", "values"),
    [
        ([(SWING, "60"), (SWING, "95")], {}, "openings-share-studs", {"a": "D1", "b": "D2", "over": inch("3 1/4")}),
        ([(SWING, "60"), (SWING, "90")], {}, "openings-overlap", {"a": "D1", "b": "D2", "over": inch("2 1/4")}),
        ([(CASED, "221 3/4")], {"corners": ("open", "inside")}, "opening-too-near-corner",
         {"a": "D1", "end": "right", "room": inch("2 1/8"), "needed": inch("5/16")}),
        ([(CASED, "19")], {"corners": ("inside", "open")}, "leaf-meets-corner",
         {"a": "D1", "end": "left", "room": inch("2 7/8"), "needed": inch("1/8")}),
    ],
)  # fmt: skip
def test_what_is_said_is_measured(openings, more, code, values):
    [one] = [s.flag for s in wall(*openings, **more)[1] if s.flag.code == code]
    assert (one.values, one.path) == (values, "opening.position.distance")


def test_far_edge_is_one_of_the_marks_a_place_can_be_given_by():
    doc = plain(**{"opening.position": {"to": "far_edge", "distance": "76 1/8"}})
    facts = facts_of(parse(Document, doc))
    layout = lay_out([Solved("D1", facts.opening, solve(facts.opening, facts.wall, facts.rules))], facts.wall)
    assert span(layout.standing[0].opening) == (Fraction(351, 8), Fraction(609, 8))


def test_without_a_length_what_is_measured_from_the_right_has_no_place():
    solved, frame, layout = stand((SWING, "60"), (SWING, "60", "right"), **{"wall.length": None})
    assert (layout.unplaced, [s.index for s in layout.standing]) == ((1,), [0])
    assert layout.studs == layout.plates == timber(layout, frame) == ()
    assert (
        on_wall(layout, solved, frame, ("inside", "inside"), (), HouseRules()) == ()
    )  # which corner is near is not known


def test_what_has_no_place_is_named_and_the_rest_still_stands():
    layout, _ = wall((SWING, "60"), ({"opening.door.leaves": [{}]}, "150"))
    assert (layout.unplaced, len(layout.standing)) == ((1,), 1)


# ---- the wall's own timber, and studs that two openings share


def in_inches(pieces):
    return [(p.part, p.count, p.length.value.in_inches()) for p in pieces]


def test_a_new_wall_has_its_studs_its_ends_and_its_plates():
    """240 in at 16 in: centres at 16 to 224, 14 studs; the framing from 40 7/8 to 79 1/8 drops those at 48 and 64: 12 and 2 ends.

    96 in high less a plate of 1 1/2; the plate is nailed down whole, and cut out between the jacks afterwards.
    """
    _, frame, layout = stand((SWING, "60"), **{"wall.length": "240", "wall.height": "96"})
    assert in_inches(timber(layout, frame)) == [
        ("stud", 14, Fraction(189, 2)),
        ("top_plate", 2, 240),
        ("plate", 1, 240),
    ]
    assert timber(layout, replace(frame, existing=True)) == ()


def test_under_a_slope_every_stud_has_its_own_length():
    """96 at the left, 126 at the right of 120: 1/4 in an inch. Studs at 32, 96 and 112 by the layout, each at its right edge."""
    slope = {"wall.length": "120", "wall.height": "96", "wall.height_right": "126", "wall.layout_offset": "0"}
    _, frame, layout = stand((SWING, "64"), **slope)
    pieces = timber(layout, frame)
    studs = {p.length.name: p.length.value.in_inches() for p in pieces if p.part == "stud"}
    assert studs == {
        "end_stud_left": Fraction(759, 8),  # 96 + 3/8 - 1 1/2
        "stud_slope_1": 94 + Fraction(1, 2) + Fraction(67, 16),  # 16 3/4 / 4
        "stud_slope_2": 94 + Fraction(1, 2) + Fraction(131, 16),
        "stud_slope_6": 94 + Fraction(1, 2) + Fraction(387, 16),
        "stud_slope_7": 94 + Fraction(1, 2) + Fraction(451, 16),
        "end_stud_right": 126 - Fraction(3, 2),
    }
    long = next(p.length.value.in_inches() for p in pieces if p.part == "top_plate")
    assert long**2 >= 120**2 + 30**2 > (long - Fraction(1, 10**6)) ** 2
    falls = stand(
        (SWING, "56"), **slope | {"wall.height": "126", "wall.height_right": "96", "wall.layout_from": "right"}
    )
    turned = {p.length.value for p in timber(falls[2], falls[1]) if p.part == "stud"}
    assert turned == {p.length.value for p in pieces if p.part == "stud"}


@pytest.mark.parametrize(
    ("apart", "headers", "fewer"),
    [  # rough openings of 32 1/4: what is between their edges is the distance between centres less that
        ("36 3/4", {}, (1, 0)),  # 4 1/2: jack, king, jack
        ("36", {}, (2, 0)),  # 3 3/4: jack, jack
        ("33 3/4", {}, (2, 1)),  # 1 1/2: one jack for both
        ("39 3/4", {"opening.header": {"depth": "5 1/2", "kings": 2}}, (1, 0)),  # 7 1/2: jack, three kings, jack
        ("37 1/2", {"opening.header": {"depth": "5 1/2", "jacks": 2}}, (2, 1)),  # 5 1/4: three jacks
    ],
)
def test_studs_between_two_openings_are_counted_once(apart, headers, fewer):
    at = f"{60 + Fraction(apart.split()[0]) + sum(map(Fraction, apart.split()[1:]))}"
    solved, frame, layout = stand((headers, "60"), (headers, at, "left", True), **{"wall.length": "240"})
    assert [(s.kings, s.jacks) for s in layout.shares] == [fewer]
    off = left_off(layout.shares, solved, frame)
    listed = sum(
        n for i, one in enumerate(solved) for p, n in own_pieces(one, off.get(i)) if p.part in ("king", "jack")
    )
    drawn = [(s.x0, s.x1) for _, s in layout.shapes if s.part in ("king", "jack")]
    assert (
        len(drawn)
        == listed
        == sum(p.count for one in solved for p in one.result.pieces if p.part in ("king", "jack")) - sum(fewer)
    )
    assert all(a[1] <= b[0] for a, b in pairwise(sorted(drawn)))  # and none stands in another
    lines = [
        m.at
        for m in layout.marks
        if m.what == "king" and layout.shares[0].between.low <= m.at <= layout.shares[0].between.high
    ]
    assert len(lines) == (fewer[0] < 2 * headers.get("opening.header", {}).get("kings", 1))


def test_one_jack_does_not_serve_two_heights():
    high = {"opening.floors": {"a": [{"thickness": "1"}], "b": [{"thickness": "1"}]}}
    said = wall((SWING, "60", "left", True), (high, "93 3/4"))[1]
    assert flags(said) == ["openings-share-studs"]


def test_a_shared_king_under_a_slope_is_the_one_between_them():
    slope = {"wall.length": "240", "wall.height": "96", "wall.height_right": "156"}
    for ends, name in (
        (slope, "king_low_long"),
        (slope | {"wall.height": "156", "wall.height_right": "96"}, "king_high_long"),
    ):
        solved, frame, layout = stand((SWING, "60"), (SWING, "96 3/4", "left", True), **ends)
        assert +left_off(layout.shares, solved, frame)[1] == {name: 1}
        assert left_off(layout.shares, solved, replace(frame, existing=True)) == {}


@given(apart=st.integers(4 * 33, 4 * 46), kings=st.integers(1, 2), jacks=st.integers(1, 2), asked=st.booleans())
def test_whatever_is_shared_stands_clear_of_both_openings(apart, kings, jacks, asked):
    """A quarter of an inch at a time: with sharing asked and possible no upright stands in an opening or in another one."""
    header = {"opening.header": {"depth": "5 1/2", "kings": kings, "jacks": jacks}}
    solved, frame, layout = stand(
        (header, "60"), (header, f"{60 + Fraction(apart, 4)}", "left", asked), **{"wall.length": "300"}
    )
    room = layout.standing[1].opening.low - layout.standing[0].opening.high
    touching = layout.standing[1].framing.low < layout.standing[0].framing.high
    assert bool(layout.shares) == (asked and touching and room >= inch("1 1/2") * jacks)
    if not layout.shares:
        return
    uprights = sorted((s.x0, s.x1) for _, s in layout.shapes if s.part in ("king", "jack"))
    assert all(a[1] <= b[0] for a, b in pairwise(uprights))
    assert all(x1 <= s.opening.low or x0 >= s.opening.high for x0, x1 in uprights for s in layout.standing)
    off = left_off(layout.shares, solved, frame)
    assert len(uprights) == sum(
        n for i, one in enumerate(solved) for p, n in own_pieces(one, off.get(i)) if p.part in ("king", "jack")
    )


# ---- an opening that knows what stands beside it


@pytest.mark.parametrize(
    ("beside", "commons", "said"),
    [  # within 16 in of the framing, 40 7/8 to 79 1/8, layout studs stand at 32 and 80, on their lines at 31 1/4 and 79 1/4
        ([], ["31 1/4", "79 1/4"], []),
        ([next_door("82")], ["31 1/4"], ["framing-meets-neighbour"]),  # by 1/8: its framing starts at 79
        ([next_door("98")], ["31 1/4", "79 1/4"], []),
        ([next_door("83")], ["31 1/4"], []),  # 80 to 118
        ([next_door("80", shares=True)], ["31 1/4"], ["shares-with-neighbour"]),
        ([next_door("80")], ["31 1/4"], ["framing-meets-neighbour"]),
        ([next_door("40"), next_door("98")], ["31 1/4", "79 1/4"], ["opening-over-neighbour"]),
    ],
)
def test_studs_of_the_opening_next_door_are_not_marked_and_clashes_are_told(beside, commons, said):
    for end, distance in (("left", "60"), ("right", "108")):
        doc = plain(**{"beside": beside, "opening.position": {"distance": distance, "measured_from": end}})
        facts = facts_of(parse(Document, doc))
        result = solve(facts.opening, facts.wall, facts.rules)
        marks = [m.measure.value for m in result.plate.marks if m.what == "common"]
        assert len(marks) == len(commons)
        if end == "left":
            assert marks == [inch(x) for x in commons]
        codes = [f.code for f in result.flags if f.code.endswith("neighbour")]
        assert codes == said
        shown = [s for s in result.shapes if s.part == "neighbour"]
        assert all(s.x0 < s.x1 for s in shown)


# ---- the mirror image


walls = st.fixed_dictionaries({
    "places": st.lists(st.integers(4 * 20, 4 * 340), min_size=1, max_size=4, unique=True),
    "heights": st.sampled_from([("97 1/2", None), ("96", "126"), ("140", "98")]),
    "layout": st.sampled_from(["left", "right"]),
    "offset": st.integers(0, 15),
    "shares": st.booleans(),
    "hinges": st.lists(st.sampled_from(["left", "right"]), min_size=4, max_size=4),
})  # fmt: skip
OTHER = {"left": "right", "right": "left"}


def from_end(drawn, turned):
    """A drawn wall of 360 in as it is, or as it is seen in a mirror: measured from the other end, laid out from it, sloping back."""
    end = "right" if turned else "left"
    low, high = drawn["heights"]
    if turned and high is not None:
        low, high = high, low
    walls = {
        "wall.length": "360", "wall.height": low, "wall.height_right": high, "wall.layout_offset": str(drawn["offset"]),
        "wall.layout_from": OTHER[drawn["layout"]] if turned else drawn["layout"],
    }  # fmt: skip
    openings = []
    for at, hinge in zip(sorted(drawn["places"]), drawn["hinges"], strict=False):
        door = {"opening.door.hinge_side": OTHER[hinge] if turned else hinge, "opening.casing": {"width": "2 1/4"}}
        openings.append((door, f"{Fraction(at, 4)} in", end, drawn["shares"]))
    solved, frame, layout = stand(*openings, **walls)
    corners = ("open", "inside") if turned else ("inside", "open")
    return solved, frame, layout, on_wall(layout, solved, frame, corners, (), HouseRules())


def rough(length):
    """To a tenth of a micrometre: a slope is rounded down at either end."""
    return round(float(length.nm), -2)


@given(walls)
def test_a_whole_wall_in_the_mirror_has_the_same_pieces_and_the_same_judgements(drawn):
    here, there = from_end(drawn, turned=False), from_end(drawn, turned=True)
    pieces, said = [], []
    for solved, frame, layout, flags_here in (here, there):
        off = left_off(layout.shares, solved, frame)
        own = [
            (p.part, n, rough(p.length.value))
            for i, one in enumerate(solved)
            for p, n in own_pieces(one, off.get(i))
            if n
        ]
        walls_own = [(p.part, p.count, rough(p.length.value)) for p in timber(layout, frame)]
        # which of two neighbours a shared king is left off is a matter of side: its length counts, not whose it is
        kings = sum(n for part, n, _ in own if part in ("king", "jack"))
        pieces.append((sorted(walls_own), kings, sorted(o for o in own if o[0] not in ("king", "jack"))))
        said.append(sorted((s.flag.code, sorted(s.about)) for s in flags_here))
    assert pieces[0] == pieces[1]
    assert said[0] == said[1]
    if here[2].shares:
        return
    wide = inch("360")
    mine = sorted((s.part, rough(s.x0), rough(s.x1)) for _, s in here[2].shapes)
    theirs = sorted((s.part, rough(wide - s.x1), rough(wide - s.x0)) for _, s in there[2].shapes)
    assert mine == theirs
    # a common's line is its left face, whichever way the wall is seen
    face = {"common": inch("1 1/2")}
    lines = sorted(rough(wide - m.at - face.get(m.what, ZERO)) for m in there[2].marks)
    assert sorted(rough(m.at) for m in here[2].marks) == lines
