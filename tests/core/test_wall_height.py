"""A wall's height in the three ways a crew has it, and what a header is made of (handbook 6)."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from helpers import codes, inch, inches, lengths, plain, solved
from jambo.format.problems import Refused


def wall(height, by, **more):
    return {"wall.height": height, "wall.height_by": by, **{f"wall.{name}": value for name, value in more.items()}}


@pytest.mark.parametrize(
    ("said", "under", "king"),
    [
        (wall("94 1/8", "under_plates"), "94 1/8", "92 5/8"),
        (wall("92 5/8", "stud"), "94 1/8", "92 5/8"),  # and a plate of 1 1/2 under it
        (wall("97 1/8", "overall"), "94 1/8", "92 5/8"),  # less two plates of 1 1/2 over it
        (wall("92 5/8", "stud", bottom_plates=2), "95 5/8", "92 5/8"),  # and two of 1 1/2
        (wall("97 1/8", "overall", top_plates=1), "95 5/8", "94 1/8"),
        (wall("92 5/8", "stud", plate_thickness="1 3/4"), "94 3/8", "92 5/8"),
    ],
)
def test_a_height_is_had_in_three_ways(said, under, king):
    result = solved(plain(**said))
    assert inches(result, "wall_top", "king_length") == [inch(under).in_inches(), inch(king).in_inches()]


def test_the_slip_says_how_the_height_follows():
    figure = solved(plain(**wall("92 5/8", "stud"))).figures["wall_top"]
    assert [(t.name, t.times, t.source.path) for t in figure.terms] == [
        ("full_stud", 1, "wall.height"),
        ("plate_thickness", 1, "rules.job.plate_thickness"),
    ]


def test_two_bottom_plates_shorten_jacks_and_are_both_cut():
    one, two = solved(plain()), solved(plain(**{"wall.bottom_plates": 2}))
    assert inches(one, "jack_length")[0] - inches(two, "jack_length")[0] == inch("1 1/2").in_inches()


@given(st.sampled_from(["under_plates", "stud", "overall"]), st.integers(1, 4), st.integers(1, 3))
def test_every_way_gives_the_same_wall(by, tops, bottoms):
    """A wall of 97 1/2 under its plates, said in any way, with any plates: no figure is another."""
    plates = {"top_plates": tops, "bottom_plates": bottoms}
    level = solved(plain(**wall("97 1/2", "under_plates", **plates)))
    halves = {"under_plates": 195, "stud": 195 - 3 * bottoms, "overall": 195 + 3 * tops}[by]
    told = solved(plain(**wall(f"{halves}/2", by, **plates)))
    assert lengths(told) == lengths(level)


def test_a_height_nobody_said_is_waited_for_in_its_own_way():
    waits = {m.name for m in solved(plain(**wall(None, "stud"))).missing}
    assert "full_stud" in waits and "wall_height" not in waits


@pytest.mark.parametrize(
    ("make_up", "pieces"),
    [
        ({}, [("header", 1, "11/2", "7/2")]),
        ({"make_up": "plies"}, [("header_ply", 2, "3/2", "11/2"), ("header_packing", 1, "1/2", "11/2")]),
        ({"make_up": "plies", "plies": 3, "packing": "0"}, [("header_ply", 3, "3/2", "11/2")]),
    ],
)
def test_each_ply_is_a_piece_of_the_cut_list(make_up, pieces):
    header = {"depth": "5 1/2", "source": "drawing", **make_up}
    found = [p for p in solved(plain(**{"opening.header": header})).pieces if p.part.startswith("header")]
    told = [(p.part, p.count, *(str(s.in_inches()) for s in p.section)) for p in found]
    assert told == pieces


@pytest.mark.parametrize(
    ("packing", "flags"),
    [("1/2", []), ("9/16", []), ("5/8", ["header-too-thick"]), ("7/16", []), ("3/8", ["header-too-thin"])],
)
def test_a_header_is_as_thick_as_the_studs_are_deep(packing, flags):
    """Two plies of 1 1/2 in a stud of 3 1/2: 1/16 either way is how timber comes."""
    header = {"depth": "5 1/2", "source": "drawing", "make_up": "plies", "packing": packing}
    assert [
        code for code in codes(solved(plain(**{"opening.header": header}))) if code.startswith("header-too")
    ] == flags


@pytest.mark.parametrize(("height", "told"), [("80", False), ("79 15/16", True)])
def test_a_leaf_taller_than_its_wall_is_a_stop(height, told):
    low = solved(plain(**{"opening.floors.a": None, "wall.height": height}))
    assert ("leaf-taller-than-wall" in codes(low, "stop")) is told


@pytest.mark.parametrize(("low", "stands"), [("54", True), ("12", True), ("11 15/16", False)])
def test_a_wall_may_be_as_low_at_one_end_as_a_stud_can_be(low, stands):
    doc = plain(**{"wall.height": "120", "wall.height_right": low, "opening.position.distance": "30"})
    if stands:
        assert lengths(solved(doc))["ro_width"] == inch("32 1/4")
    else:
        with pytest.raises(Refused, match="wall height"):
            solved(doc)
