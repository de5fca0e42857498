"""What is marked on sticks at full size, by figures worked by hand (handbook 33)."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from helpers import POCKET, SLIDER, facts_of, inch, parse, plain, solve
from jambo.core.quantities.length import ZERO, Length
from jambo.core.strips import plate_of, strips_of
from jambo.core.wall.layout import Solved, lay_out
from jambo.format.document import Document
from jambo.views.paper.spread import spread
from jambo.views.paper.tiles import OVERLAP, Sheet, tiles


def strips(**changes):
    facts = facts_of(parse(Document, plain(**changes)))
    return {s.of: s for s in strips_of(solve(facts.opening, facts.wall, facts.rules), facts.opening, facts.rules)}


def marked(strip):
    return {m.figure or m.label: m.at for m in strip.marks}


@pytest.mark.parametrize(
    ("of", "changes", "figures"),
    [
        # 3/4 of oak, 1/2 under the leaf, 80 of leaf, 1/8 over it
        ("pole", {}, {"rough floor": "0", "floor_a": "3/4", "leaf_bottom": "1 1/4", "leaf_top": "81 1/4", "head_underside": "81 3/8"}),
        # 7 down to the first; the last 11 and its own 3 1/2 over the bottom; the other halfway
        ("leaf", {}, {"top of the {leaf}": "0", "hinge_leaf_1": "7", "hinge_leaf_2": "36 1/4", "hinge_leaf_3": "65 1/2", "bottom of the {leaf}": "80"}),
        # an eighth of gap further
        ("leg", {}, {"hinge_leg_1": "7 1/8", "hinge_leg_3": "65 5/8"}),
        # the mouth at the leaf's width less what the far stud stands past it
        ("pocket", POCKET, {"rough {stud}": "61"}),
        # hangers 3 in from either edge
        ("slab_top", SLIDER, {"hanger_inset": "3", "its edge": "0"}),
        ("track", SLIDER, {"edge of the opening": "31"}),
    ],
)  # fmt: skip
def test_marks_stand_at_their_figures(of, changes, figures):
    strip = strips(**changes)[of]
    at = marked(strip)
    assert {name: at[name] for name in figures} == {name: inch(value) for name, value in figures.items()}
    places = [m.at for m in strip.marks]
    assert (strip.low, places) == (min(ZERO, *places), sorted(places))


def test_hinges_are_crossed_below_their_mark_whichever_way_it_is_counted():
    found = strips()
    down = [m.past for m in found["leaf"].marks if m.figure and m.figure.startswith("hinge")]
    up = [m.past for m in found["pole"].marks if m.figure and m.figure.startswith("hinge")]
    assert (down, up) == ([inch("3 1/2")] * 3, [-inch("3 1/2")] * 3)


def test_a_wall_has_its_plate_from_end_to_end():
    facts = facts_of(parse(Document, plain()))
    solved = Solved("D1", facts.opening, solve(facts.opening, facts.wall, facts.rules))
    plate = plate_of(lay_out([solved], facts.wall), facts.wall)
    assert (plate.low, plate.high) == (ZERO, Length.inches(168))
    # the middle at 60 of 30 + 2 gaps of 1/8 + 2 legs of 3/4 + 1/2 of room; each stud is crossed away from the hole
    edges = [(m.at, m.past) for m in plate.marks if m.label == "ro_edge"]
    assert edges == [(inch("43 7/8"), -inch("1 1/2")), (inch("76 1/8"), inch("1 1/2"))]


def test_what_waits_for_facts_has_no_strip():
    assert "leaf" not in strips(**{"opening.door.leaves": [{"thickness": "1 3/8"}]})
    assert {"track", "slab_top", "pocket", "shims_hinge"}.isdisjoint(strips())


def test_labels_that_touch_share_the_way_and_stay_in_their_room():
    assert spread([10, 10], [4, 4], 0, 100) == [8, 12]
    assert spread([1, 50], [4, 4], 0, 100) == [2, 50]
    assert spread([99, 99.5], [4, 4], 0, 100) == [94, 98]


@given(st.lists(st.tuples(st.floats(0, 250), st.floats(1, 9)), max_size=12))
def test_no_label_lies_on_another(labels):
    labels.sort()
    wanted, heights = [w for w, _ in labels], [h for _, h in labels]
    ends = [(p - h / 2, p + h / 2) for p, h in zip(spread(wanted, heights, 0, 260), heights, strict=True)]
    assert all(a[1] <= b[0] + 1e-6 for a, b in pairwise(ends))
    assert all(low >= -1e-6 and high <= 260 + 1e-6 for low, high in ends)


@pytest.mark.parametrize("paper", ["a4", "a3", "letter", "legal"])
@given(length=st.floats(1, 12_000))
def test_sheets_reach_the_end_with_the_same_line_on_both(paper, length):
    room = Sheet.named(paper).room
    parts = tiles(0, length, room)
    assert (parts[0].low, parts[-1].high) == (0, length)
    for one, two in pairwise(parts):
        assert one.high - two.low == pytest.approx(OVERLAP) or two is parts[-1]
        assert two.low < one.meets_next == two.meets_before < one.high
    assert len(parts) == 1 or (len(parts) - 1) * (room - OVERLAP) + OVERLAP < length  # none too many
