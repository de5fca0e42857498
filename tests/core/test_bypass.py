"""Bypass leaves worked by hand (handbook 11)."""

import pytest

from helpers import BYPASS, codes, inch, lengths, plain, solved


@pytest.mark.parametrize(
    ("opening", "count", "leaf"),
    # (w + overlap x (n - 1)) / n with an overlap of 1 in
    [("59", 2, "30"), ("88", 3, "30"), ("61", 4, "16"), ("60", 2, "30 1/2")],
)
def test_leaf_widths(opening, count, leaf):
    doc = plain(**{**BYPASS, "opening.door.opening_width": opening, "opening.door.bypass": {"count": count}})
    assert lengths(solved(doc))["leaf_size_width"] == inch(leaf)


def test_two_leaves_by_hand():
    """59 x 80 3/4 finished, floors 3/4: leaf (59 + 1) / 2 by 80 3/4 - 1 1/2 - 1/2.

    RO = 59 + 2 x 3/4 + 2 x 1/4 by 3/4 + 80 3/4 + 3/4 + 1/4; open, one leaf stands before the other: 59 - 30
    """
    result = solved(plain(**BYPASS))
    found = lengths(result)
    expected = {
        "leaf_size_height": "78 3/4", "ro_width": "61", "ro_height": "82 1/2", "leg_length": "81 1/2",
        "clear_width": "29", "bypass_overlap_each": "1", "bypass_track_left": "1 1/2", "bypass_depth": "3",
    }  # fmt: skip
    assert {n: found[n] for n in expected} == {n: inch(v) for n, v in expected.items()}
    near, far = sorted((s for s in result.shapes if s.part == "leaf"), key=lambda s: s.x0)
    assert near.x1 - far.x0 == inch("1")
    assert codes(result, "stop") == codes(result, "check") == []


def test_leaves_in_hand_make_the_opening():
    # 2 x 32 - 1 wide, 78 + 1 1/2 + 1/2 high
    doc = plain(**{"opening.door.kind": "bypass", "opening.door.bypass": {"leaf_width": "32 in", "leaf_height": "78"}})
    found = lengths(solved(doc))
    assert (found["finished_width"], found["finished_height"]) == (inch("63"), inch("80"))
