"""A wall with many openings (TRADE 6): places by hand, studs against a plain walk, flags, and the mirror image."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from helpers import POCKET, SLIDER, inch, plain
from jambo.core.flags import KINDS
from jambo.core.rules import HouseRules
from jambo.core.solve import solve
from jambo.core.wall.judge import Fitting, on_wall
from jambo.core.wall.layout import Solved, lay_out
from jambo.files.document import Document
from jambo.files.facts import facts_of
from jambo.files.problems import parse

SWING = {}
CASED = {"opening.casing": {"width": "2 1/4"}}


def wall(*openings, length="240", fittings=(), corners=("open", "open")):
    """Lay out openings given as (changes, distance), with the end measured from and whether it is asked to share studs."""
    solved = []
    for n, (changes, distance, *more) in enumerate(openings):
        end, shares = (*more, *("left", False)[len(more) :])
        place = {"distance": distance, "measured_from": end, "shares": shares}
        facts = facts_of(parse(Document, plain(**changes, **{"opening.position": place, "wall.length": length})))
        solved.append(Solved(f"D{n + 1}", facts.opening, solve(facts.opening, facts.wall, facts.rules)))
        frame = facts.wall
    layout = lay_out(solved, frame)
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
    ([(SWING, "60"), (SWING, "95", "left", True)], {}, "openings-share-as-asked"),
    # 33 1/4 apart: between the openings 1 in is left, and no jack stands in that
    ([(SWING, "60", "left", True), (SWING, "93 1/4")], {}, "openings-share-studs"),
    ([(SWING, "60", "left", True), (SWING, "90")], {}, "openings-overlap"),  # nobody can ask for that
    ([(SWING, "60"), (SWING, "90")], {}, "openings-overlap"),
    ([(SWING, "60"), (SWING, "95")], {}, "openings-share-studs"),  # framings end 79 1/8, begin 75 7/8
    ([(SWING, "60"), (SWING, "99")], {}, "sliver-between-openings"),  # 79 7/8: 3/4 is left
    ([(SLIDER, "60"), (SWING, "110")], {}, "open-slab-covers-opening"),
    ([(CASED, "19")], {"corners": ("inside", "open")}, "leaf-meets-corner"),  # 2 7/8 to the corner
    ([(CASED, "221 3/4")], {"corners": ("open", "inside")}, "opening-too-near-corner"),  # 2 1/8 of 2 7/16
    ([(SWING, "60")], {"fittings": [switch("50")]}, "fitting-in-opening"),
    ([(POCKET, "60")], {"fittings": [switch("80")]}, "fitting-in-pocket"),
    ([(CASED, "60")], {"fittings": [switch("77")]}, "fitting-under-casing"),
    ([(SLIDER, "60")], {"fittings": [switch("95")]}, "fitting-under-slab"),
    ([(SWING, "60")], {"fittings": [switch("30")]}, "fitting-behind-leaf"),
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
        ([(CASED, "60")], {"corners": ("inside", "inside")}),
    ],
)
def test_nothing_is_said_where_nothing_is_wrong(openings, more):
    assert flags(wall(*openings, **more)[1]) == []


def test_far_edge_is_one_of_the_marks_a_place_can_be_given_by():
    doc = plain(**{"opening.position": {"to": "far_edge", "distance": "76 1/8"}})
    facts = facts_of(parse(Document, doc))
    layout = lay_out([Solved("D1", facts.opening, solve(facts.opening, facts.wall, facts.rules))], facts.wall)
    assert span(layout.standing[0].opening) == (Fraction(351, 8), Fraction(609, 8))


def test_what_has_no_place_is_named_and_the_rest_still_stands():
    layout, _ = wall((SWING, "60"), ({"opening.door.leaves": [{}]}, "150"))
    assert (layout.unplaced, len(layout.standing)) == ((1,), 1)
