"""Head lines (handbook 6): what a door gains from the storey's line, by longer legs or by a packer."""

from fractions import Fraction

import pytest

from helpers import codes, inches, plain, solved

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
