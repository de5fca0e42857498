"""A door that does not swing, over a floor that is not level: jacks, legs, diagonals and casing each by the floor under it (handbook 15)."""

from fractions import Fraction

import pytest

from helpers import BYPASS, POCKET, SLIDER, inch, plain, solved

CASED = {"opening.door": {"kind": "cased", "opening_width": "36", "opening_height": "82"}}
CASING = {"opening.casing": {"width": "2 1/2", "thickness": "11/16"}}


def fallen(toward, changes, *more):
    """An opening with its floor 3/8 in higher toward one side, read before it is framed."""
    readings = [{"place": "floor_across", "value": "3/8", "toward": toward}, *more]
    return solved({**plain(**changes, **CASING), "survey": {"readings": readings}})


def told(result, *parts):
    """Each of the pieces' lengths, and of mitred ones what they are marked at."""
    return sorted((p.marked or p.length).value for p in result.pieces if p.part.removesuffix("_each") in parts)


@pytest.mark.parametrize(
    ("changes", "toward", "longer", "jack", "leg"),
    [
        # heights count from the higher foot; that of a slider from the edge its slab is measured from, here the left one
        (BYPASS, "left", ("right", "3/8"), "81", "81 1/2"),
        (BYPASS, "right", ("left", "3/8"), "81", "81 1/2"),
        (CASED, "left", ("right", "3/8"), "82 1/4", "82 3/4"),
        (SLIDER, "left", ("right", "3/8"), "81 3/4", "82 1/4"),
        (SLIDER, "right", ("right", "-3/8"), "81 3/4", "82 1/4"),
    ],
)
def test_each_end_is_cut_by_the_floor_under_it(changes, toward, longer, jack, leg):
    result = fallen(toward, changes)
    end, by = longer
    by = -inch(by[1:]) if by.startswith("-") else inch(by)
    for part, planned in (("jack", inch(jack)), ("leg", inch(leg)), ("casing", None)):
        other = {"left": "right", "right": "left"}[end]
        if part == "casing":  # from the oak, 3/4 in over the rough floor, to 3/16 in over the head
            names, planned = ("casing_leg_a_{}", "casing_leg_b_{}"), inch(leg) - inch("3/4") + inch("3/16")
        else:
            names = (f"{part}_{{}}",)
        for name in names:
            assert result.figures[name.format(other)].value == planned
            assert result.figures[name.format(end)].value == planned + by
    assert told(result, "leg") == sorted([inch(leg), inch(leg) + by])
    assert len(told(result, "jack")) == 2 and "leg_length" not in result.figures


def test_its_card_tells_each_and_no_equal_diagonals():
    """36 wide inside: by 82 3/4, 90.24; by 83 1/8, 90.59."""
    steps = {step.key: step for step in fallen("left", CASED).steps}
    assert "the left {leg} {leg_left}, the right one {leg_right}" in steps["cut-frame"].text
    assert "left" in steps["cut-frame"].check and "alike" not in steps["cut-frame"].check
    assert "on side A the left leg, seen from A, " in steps["casing"].text and "hinge" not in steps["casing"].text
    assert {"leg_left", "leg_right"} <= set(steps["cut-frame"].cuts)
    figures = fallen("left", CASED).figures
    assert [round(float(figures[f"diagonal_{end}"].value.in_inches()), 2) for end in ("left", "right")] == [
        90.24,
        90.59,
    ]


def test_once_its_hole_is_read_its_jacks_are_what_they_are():
    hole = [{"place": place, "value": "37 3/4"} for place in ("width_foot", "width_middle", "width_head")]
    result = fallen("left", CASED, *hole)
    assert "jack_left" not in result.figures and "leg_left" in result.figures


def test_over_a_level_floor_both_ends_are_alike():
    result = solved({**plain(**CASED, **CASING), "survey": {"readings": [{"place": "floor_across", "value": "0"}]}})
    assert "leg_left" not in result.figures and "leg_length" in result.figures


@pytest.mark.parametrize("toward", ["left", "right"])
def test_a_pockets_casing_stands_by_leg_and_mouth(toward):
    """61 in wide, its strike at the left stud, its mouth 30 3/4 in from it: of 3/8 in the floor falls 3/8 x 30 3/4 / 61 between them."""
    figures = fallen(toward, POCKET | {"opening.position.distance": "70"}).figures
    left, right = (figures[f"casing_leg_a_{end}"].value for end in ("left", "right"))
    part = inch("3/8") * (Fraction("30.75") / 61)
    planned = inch("81") - inch("3/4") + inch("3/16")
    assert (left, right) == (
        (planned, planned + part) if toward == "left" else (planned + inch("3/8"), planned + inch("3/8") - part)
    )
