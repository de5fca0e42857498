"""Floors by their kind (handbook 9, 18): each floor the leaf passes wants its own gap, closed and swung."""

import pytest
from flag_cases import slider
from found_cases import also, found

from helpers import BYPASS, POCKET, codes, inch, lengths, plain, solved


def floors(a, b, **more):
    return {"opening.floors": {"a": [{"thickness": a}], "b": [{"thickness": b}], **more}}


CARPET, AIR = {"kind": "carpet", "pile": "1/2"}, {"kind": "air"}


@pytest.mark.parametrize(
    ("facts", "bottom"),
    [
        # it opens to A: 3/4 and 1/2 of a hard floor
        (floors("3/4", "3/8"), "1 1/4"),
        (floors("3/4", "3/8", b_is=CARPET), "1 1/4"),  # it never lies over the carpet
        (floors("3/4", "3/8", b_is=CARPET, under="B"), "1 1/4"),  # closed over 3/8 + 1/2 + 1/4
        (floors("3/4", "5/8", b_is=CARPET, under="B"), "1 3/8"),
        (floors("3/4", "3/4", a_is=AIR), "1 1/2"),
        (floors("3/4", "3/4", a_is=AIR, under="strip", strip="1 1/4"), "1 3/4"),  # a strip is hard: 1 1/4 and 1/2
    ],
)
def test_the_leaf_keeps_the_gap_of_every_floor_it_passes(facts, bottom):
    assert lengths(solved(plain(**facts)))["leaf_bottom"] == inch(bottom)


def test_a_carpet_without_its_pile_is_waited_for():
    result = solved(plain(**floors("3/4", "3/8", b_is={"kind": "carpet"}, under="B")))
    assert [missing.path for missing in result.missing] == ["opening.floors.b_is.pile"]


def test_what_a_floor_of_the_job_is_counts_for_every_door_on_it():
    job = [{"key": "wool", "layers": [{"thickness": "3/8"}], "kind": "carpet", "pile": "5/8"}]
    facts = {"opening.floors": {"a_from": "wool", "b": [{"thickness": "3/4"}]}, "floors": job}
    assert lengths(solved(plain(**facts)))["leaf_bottom"] == inch("1 1/4")


@pytest.mark.parametrize(
    ("beside", "foot"),
    # beside it on two floors: on the lower one, notched 1/8 for the other
    [({}, ("5/8", "1/8")), ({"strip_under_legs": True}, ("1 1/4", None))],
)
def test_legs_stand_beside_a_strip_unless_it_runs_under_them(beside, foot):
    facts = floors("3/4", "5/8", under="strip", strip="1 1/4", **beside)
    known = lengths(solved(plain(**facts, **STANDS)))
    assert (known["foot"], known.get("notch")) == (inch(foot[0]), foot[1] and inch(foot[1]))


STANDS = {"opening.frame": {"stands_on": "finished_floor"}}


@pytest.mark.parametrize(
    ("a", "b", "under", "leg", "notch"),
    # it opens to A, its leaf 1 3/8, its legs 4 9/16 deep; Hh = highest floor it passes + 1/2 + 80 + 1/8
    [
        ("3/4", "3/8", "A", "81", ("3/8", "1 3/8")),  # the higher one reaches as far as the closed leaf: 81 3/8 - 3/8
        ("3/8", "3/4", "A", "80 5/8", ("3/8", "3 3/16")),  # the higher one begins behind it: 81 - 3/8
        ("3/8", "3/4", "B", "80 5/8", None),  # B's runs under the leaf, and so under the whole leg: 81 3/8 - 3/4
        ("3/4", "3/4", "A", "80 5/8", None),
    ],
)
def test_legs_on_two_finished_floors_are_notched(a, b, under, leg, notch):
    result = solved(plain(**floors(a, b, under=under), **STANDS))
    known = lengths(result)
    assert known["leg_length"] == inch(leg)
    assert (known.get("notch"), known.get("notch_depth")) == (tuple(map(inch, notch)) if notch else (None, None))
    [text] = [s.text for s in result.steps if s.key == "cut-frame"]
    assert ("notched {notch}" in text) == (notch is not None)
    assert notch is None or f"side {'A' if a == '3/4' else 'B'}, over {{notch_depth}}" in text
    rough = solved(plain(**floors(a, b, under=under)))
    assert "notch" not in lengths(rough)  # on the rough floor there is nothing to notch for


LEANS = found(also("plumb_strike", "1/2 in 4 ft", "strike"), also("floor_across", "0"))


def test_a_closed_leaf_may_rub_where_the_swinging_one_does_not():
    """A gap of 1/4 over 3/4: leaning 1/2 in 4 ft its 30 drop 5/16 at the free edge: 1/16 into the floor under it.

    Over the bare floor it swings across it has 1 less 5/16.
    """
    facts = LEANS | floors("0", "3/4", under="B") | {"opening.rules": {"floor_gap": "1/4"}}
    result = solved(plain(**facts))
    known = lengths(result)
    assert (known["closed_least"], known["sweep_least"]) == (-inch("1/16"), inch("11/16"))
    assert (known["closed_trim"], known["closed_gap_wanted"]) == (inch("5/16"), inch("9/16"))
    assert {"closed-rubs"} == {code for code in codes(result) if code.startswith(("closed", "sweep"))}


@pytest.mark.parametrize(("pile", "lacks"), [("7/16", None), ("1/2", "1/16")])
def test_the_least_gap_over_carpet_is_over_its_pile(pile, lacks):
    """Its bottom 1 1/4, closed over 3/8: 7/8 less the 5/16 it drops is 9/16 over the backing; 1/8 over the pile is the least."""
    floor = floors("1/2", "3/8", under="B", b_is={"kind": "carpet", "pile": pile})
    known = lengths(solved(plain(**LEANS, **floor, **{"opening.rules": {"floor_gap": "3/4"}})))
    assert known["closed_least"] == inch("9/16")
    assert known.get("closed_trim") == (inch(lacks) if lacks else None)


@pytest.mark.parametrize(
    ("a", "b", "under", "said"),
    [
        ("0", "15/16", "A", {"floors-differ-lower"}),  # it opens to A and passes over nothing else
        ("0", "15/16", "B", {"floors-differ"}),
        ("15/16", "0", "B", {"floors-differ"}),
        ("0", "15/16", None, {"under-leaf-not-said"}),
        ("3/4", "3/4", None, set()),
        ("1", "0", "A", {"floor-step"}),
        ("0", "3", None, {"floor-step", "under-leaf-not-said"}),
    ],
)
def test_floors_that_differ_are_told_whichever_side_is_higher(a, b, under, said):
    result = solved(plain(**floors(a, b, under=under)))
    assert {"floors-differ", "floors-differ-lower", "floor-step", "under-leaf-not-said"} & set(codes(result)) == said


@pytest.mark.parametrize(
    ("facts", "under"),
    # until somebody says which floor runs under the closed leaf, the higher one does; over carpet that is its pile
    [
        (floors("0", "3/4"), "3/4"),
        (floors("3/4", "0"), "3/4"),
        (floors("0", "3/4", under="A"), "0"),
        (floors("3/4", "5/8", b_is=CARPET), "5/8"),
    ],
)
def test_the_higher_floor_runs_under_the_leaf_until_somebody_says(facts, under):
    assert lengths(solved(plain(**facts)))["floor_under"] == inch(under)


CARPET_B = floors("3/4", "3/4", b_is=CARPET)
CARPET_A, AIR_A = floors("3/4", "3/4", a_is=CARPET), floors("3/4", "3/4", a_is=AIR)
THIN_B = floors("3/4", "3/8", b_is=CARPET)
MARK = ("set_mark", "leaf_bottom", "pocket_floor_gap")
SLAB = ("slab_height", "leaf_bottom", "track_line", "groove_depth", "pull_mark")
PASSING = ("leaf_size_height", "leaf_bottom")


@pytest.mark.parametrize(
    ("kind", "facts", "figures", "expected"),
    [
        # a kit is set from the top of the pile: 3/4 + 1/2 + 80 + 3/4, and 1/2 under the leaf as over a hard floor
        (POCKET, CARPET_B, MARK, ("82", "1 3/4", "1/2")),
        (POCKET, AIR_A, MARK, ("81 3/4", "1 1/2", "3/4")),  # its gap said by the floor: 3/4 + 3/4 + 80 + 1/4 of drop
        # a slab hangs on side A: 81 1/2 + 2 - 1/2 - 1/4 over pile and gap, the mark of the track stays
        (slider(), CARPET_A, SLAB, ("82 3/4", "1 1/2", "84 3/4", "1/8", "35 1/4")),
        (slider(), CARPET_B, SLAB, ("83", "1 1/4", "84 3/4", "3/8", "35 1/2")),
        # leaves that pass stand over both floors: 3/4 + 1/2 + 1/4, or 3/8 + 1/2 + 1/4 under the 3/4 + 1/2 of the other
        (BYPASS, CARPET_B, PASSING, ("78 1/2", "1 1/2")),
        (BYPASS, THIN_B, PASSING, ("78 3/4", "1 1/4")),
    ],
)
def test_pockets_slabs_and_bypass_leaves_keep_the_gap_of_their_floors_too(kind, facts, figures, expected):
    known = lengths(solved(plain(**kind | facts)))
    assert [known[name] for name in figures] == [inch(v) for v in expected]
