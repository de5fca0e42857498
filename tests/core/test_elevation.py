"""The drawing and the lists are the same figures: every rectangle measured against the figure it answers to."""

import pytest

from helpers import demo_document, inch, lengths, plain, solved
from jambo.core.quantities.length import ZERO

DRAWN = ["101", "102", "104", "L1", "L2", "L3"]


def parts(result, part):
    return sorted((s for s in result.shapes if s.part == part), key=lambda s: s.x0)


def width(shape):
    return shape.x1 - shape.x0


def height(shape):
    return shape.y1 - shape.y0


@pytest.mark.parametrize("mark", DRAWN)
def test_pieces_are_drawn_as_long_as_they_are_cut(mark):
    result = solved(demo_document(mark))
    found = lengths(result)
    assert {height(s) for s in parts(result, "jack")} == {found["jack_length"]}
    assert {height(s) for s in parts(result, "king")} == {found["king_length"]}
    assert [width(s) for s in parts(result, "header")] == [found["header_length"]]
    assert {height(s) for s in parts(result, "leg")} == {found["leg_length"]}
    assert [width(s) for s in parts(result, "head")] == [found["head_length"]]
    assert {height(s) for s in parts(result, "cripple")} <= {found["cripple_length"]}
    assert len(parts(result, "cripple")) == sum(p.count for p in result.pieces if p.part == "cripple")
    [ro] = parts(result, "opening")
    assert (width(ro), height(ro)) == (found["ro_width"], found["ro_height"])
    left, right = parts(result, "plate")
    assert right.x0 - left.x1 == found["plate_cut"]


@pytest.mark.parametrize("mark", DRAWN)
def test_the_leaf_hangs_in_its_gaps(mark):
    document = demo_document(mark)
    result = solved(document)
    found = lengths(result)
    near, far = parts(result, "leg")
    [leaf], [head] = parts(result, "leaf"), parts(result, "head")
    gaps = (leaf.x0 - near.x1, far.x0 - leaf.x1)
    assert gaps[0] + gaps[1] == found["frame_inside_width"] - width(leaf)
    assert min(gaps) > ZERO
    assert (leaf.y0, leaf.y1, head.y0) == (found["leaf_bottom"], found["leaf_top"], found["head_underside"])
    hinges = parts(result, "hinge")
    on_left = document["opening"]["door"]["hinge_side"] == "left"
    assert all((h.x1 == leaf.x0) if on_left else (h.x0 == leaf.x1) for h in hinges)
    # the frame stands centred: as much play on one side as on the other
    [ro] = parts(result, "opening")
    assert near.x0 - ro.x0 == ro.x1 - far.x1 == found["side_play"]


def test_drawing_stops_at_the_walls_ends():
    result = solved(plain(**{"opening.position.distance": "30"}))
    # framing from 30 - 16 1/8 - 3 = 10 7/8; one spacing further left would be past the end
    assert min(s.x0 for s in result.shapes) == ZERO
    assert any(s.part == "stud" and s.x0 == ZERO for s in result.shapes)  # the end stud stands
    far = solved(plain(**{"opening.position.distance": "140"}))
    assert max(s.x1 for s in far.shapes) == inch("168")


def test_without_a_place_the_opening_still_draws_itself():
    result = solved(plain(**{"opening.position": {}}))
    [ro] = parts(result, "opening")
    assert (ro.x0, ro.x1) == (ZERO, inch("32 1/4"))
    assert parts(result, "leaf")
    assert not solved({"unit": "in"}).shapes


def test_story_pole_runs_upward_and_holds_every_known_height():
    result = solved(plain())
    values = [m.figure.value for m in result.pole]
    assert values == sorted(values)
    assert {m.figure.name for m in result.pole} == {
        "floor_a", "floor_b", "leaf_bottom", "hinge_height_1", "hinge_height_2", "hinge_height_3", "latch_height",
        "leaf_top", "head_underside", "frame_top", "ro_height", "header_top", "wall_top",
    }  # fmt: skip
    # hinges: 7 down from the leaf top at 81 1/4, the lowest 11 + 3 1/2 up from the leaf bottom at 1 1/4
    assert [f.figure.value for f in result.pole if f.figure.name.startswith("hinge")] == [
        inch("15 3/4"),
        inch("45"),
        inch("74 1/4"),
    ]
