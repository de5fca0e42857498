"""Head lines (handbook 6): what a door gains from the storey's line, by longer legs or by a packer."""

from fractions import Fraction

import pytest

from helpers import POCKET, codes, facts_of, inch, inches, parse, plain, solved
from jambo.core.job.board import head_of
from jambo.core.solve import solve
from jambo.format.document import Document

NAMES = ("head_underside", "leaf_bottom", "leg_length", "ro_height", "head_play")


def eighths(result):
    return [value * 8 for value in inches(result, *NAMES)]


def test_a_line_raises_the_door_or_only_its_opening():
    """Alone 3/4 + 1/2 + 80 + 1/8 = 81 3/8; a line at 82 gives 5/8 to the legs and the floor gap, or to a packer."""
    assert eighths(solved(plain())) == [651, 10, 651, 659, 2]
    assert eighths(solved(plain(**{"opening.head_line": "82"}))) == [656, 15, 656, 664, 2]
    packed = solved(plain(**{"opening.head_line": "82", "opening.head_gain": "pack"}))
    assert eighths(packed) == [651, 10, 651, 664, 2]
    assert inches(packed, "head_gain") == [Fraction(5, 8)]
    packer = next(p for p in packed.pieces if p.part == "head_packer")
    assert packer.section[0].in_inches() == Fraction(5, 8) and packer.length == packed.figures["ro_width"]


def test_a_line_at_the_doors_own_head_changes_nothing():
    own = solved(plain(**{"opening.head_line": "81 3/8"}))
    assert eighths(own) == eighths(solved(plain()))
    assert "head_packer" not in [p.part for p in own.pieces]


def test_a_line_below_what_the_door_needs_is_a_stop_and_lowers_nothing():
    low = solved(plain(**{"opening.head_line": "81"}))
    assert "head-line-too-low" in codes(low, "stop")
    assert eighths(low) == eighths(solved(plain()))


@pytest.mark.parametrize(
    ("said", "large"),
    [
        ({"opening.head_line": "81 7/8"}, False),  # 1/2 and 1/2: just the most
        ({"opening.head_line": "81 15/16"}, True),
        ({"opening.head_line": "82", "opening.head_gain": "pack"}, False),
        ({"opening.head_line": "82", "opening.floors.a_is": {"kind": "air"}}, False),  # a room takes its air there
        ({"opening.rules": {"floor_gap": "1 1/4"}}, False),  # that is chosen, and no line's doing
    ],
)
def test_a_line_gives_no_greater_floor_gap_than_a_floor_bears(said, large):
    assert ("floor-gap-large" in codes(solved(plain(**said)), "check")) == large


TAPED = {"readings": [{"place": "line_left", "value": "48", "taped_from": "rough_floor"}]}
STEEL = {
    "opening.frame": {"kind": "steel_wrap", "throat": "4 1/2", "source": "sheet", "stands_on": "finished_floor"},
    "opening.door.leaves": [{"width": "35 3/4", "height": "83 1/4", "thickness": "1 3/4"}],
}


@pytest.mark.parametrize(
    ("said", "gap", "leaf", "needs", "stands"),
    [
        ({}, "1/2", "80", "81 3/8", "81 3/8"),
        (
            {"opening.head_line": "82"},
            "1/2",
            "80",
            "81 3/8",
            "82",
        ),  # 1 7/8 under the leaf less the 5/8 it gains, less 3/4
        ({"opening.head_line": "82", "survey": TAPED}, "1/2", "80", "33 3/8", "34"),  # each 48 less, over the line
        (STEEL, "5/8", "84", "84 3/4", "84 3/4"),  # by its nominal height, over 3/4 of floor
        (
            POCKET,
            None,
            "80",
            "81",
            "81",
        ),  # 3/4 and 80 and 3/4, less 1/4 of hanger and 1/4 that the head hides; no line gives it a gap
    ],
)
def test_the_head_of_an_opening_in_a_storey(said, gap, leaf, needs, stands):
    facts = facts_of(parse(Document, plain(**said)))
    head = head_of(solve(facts.opening, facts.wall, facts.rules).figures, facts.opening)
    assert (head.gap, head.leaf) == (gap and inch(gap), inch(leaf))
    assert (head.needs, head.stands) == (inch(needs), inch(stands))
