"""A row of a schedule (handbook 26): every cell as what its column is about, or why not."""

import pytest

from jambo.core.lines.cells import COLUMNS, read_row

HEARD = [
    # column, text, unit, facts
    ("mark", "D-101", "in", {"mark": "D-101"}),
    ("room", "Bed 2", "in", {"room": "Bed 2"}),
    ("count", "x3", "in", {"count": 3}),
    ("count", "2 No", "in", {"count": 2}),
    ("kind", "Cavity slider", "mm", {"kind": "pocket"}),
    ("kind", "Double, FD30", "mm", {"kind": "swing", "pair": True, "fire_rated": True}),
    ("size", "2868", "in", {"width": "32 in", "height": "80 in"}),
    ("size", "3068 x 1 3/4", "in", {"width": "36 in", "thickness": "1 3/4 in"}),
    ("size", "762 x 1981 x 44", "in", {"width": "762 mm", "height": "1981 mm", "thickness": "44 mm"}),
    ("width", "820", "mm", {"width": "820 mm"}),
    ("width", "2868", "in", {"width": "32 in", "height": "80 in"}),
    ("width", "762", "in", {"width": "762 mm"}),  # no leaf is 762 in wide
    ("width", "30", "in", {"width": "30"}),  # stays as written: 2-6 or 3-0
    ("height", "6-8", "in", {"height": "80 in"}),
    ("thickness", "44", "mm", {"thickness": "44 mm"}),
    ("lock", "Privacy", "in", {"function": "privacy", "backset": None}),
    ("lock", "passage", "in", {"function": "passage"}),
    ("lock", "entrance w/ closer 2 3/4 backset", "in", {"function": "keyed", "backset": "2 3/4 in", "closer": True}),
    ("lock", "60", "mm", {"backset": "60 mm", "function": None}),
    ("backset", "2-3/8", "in", {"backset": "2 3/8 in"}),
    ("lock", "set HW-3", "in", {"note": "Lock: set HW-3", "function": None, "mark": "", "room": ""}),
    ("kind", "Passage", "in", {"function": "passage", "kind": None}),
    ("kind", "pocket privacy", "in", {"kind": "pocket", "function": "privacy"}),
    ("hand", "R.H.", "in", {"hinge_side": "right", "opens_to": "B"}),
    ("stud", "2x6", "in", {"stud_depth": "5 1/2 in"}),
    ("stud", "90", "mm", {"stud_depth": "90 mm"}),
    ("wall", "4 9/16", "in", {"wall_depth": "4 9/16 in"}),
    ("frame", "Steel", "in", {"frame": "steel_wrap"}),
    ("width", "2-6 + 1-6", "in", {"pair": True, "width": "30 in", "other_width": "18 in"}),
    ("opening_width", "32 1/2", "in", {"opening_width": "32 1/2 in", "width": None}),
    ("opening_height", "2110", "mm", {"opening_height": "2110 mm", "height": None}),
    ("floor", "oak 3/4", "in", {}),
    ("fire", "20 min", "in", {"fire_rated": True, "fire_minutes": 20}),
    ("fire", "yes", "in", {"fire_rated": True}),
    ("fire", "FD30S", "in", {"fire_rated": True, "fire_minutes": 30}),
    ("fire", "N/A", "in", {"fire_rated": False}),
    ("glass", "yes", "in", {"glass": True}),
    ("unit", "33 3/4", "in", {"unit_width": "33 3/4 in"}),
    ("note", "by others", "in", {"note": "by others"}),
    ("line", "101 2868 RH", "in", {"mark": "101", "width": "32 in", "hinge_side": "right"}),
]


@pytest.mark.parametrize(("column", "text", "unit", "facts"), HEARD)
def test_a_cell_is_heard_as_what_its_column_is_about(column, text, unit, facts):
    said, [cell] = read_row([(column, text, unit)])
    assert not cell.reason, cell.reason
    assert {name: getattr(said, name) for name in facts} == facts


def test_every_column_is_heard_somewhere():
    assert {column for column, *_ in HEARD} | {"floor_a", "floor_b"} == set(COLUMNS)


@pytest.mark.parametrize(
    ("column", "text", "reason", "accepted"),
    [
        ("width", "99999", "cannot be a leaf width", "between 12 in and 60 in"),
        ("thickness", "foo", "is not a length", "write"),
        ("hand", "up", "is not understood", "LH, RH"),
        ("hand", "2868", "is not understood", "LH, RH"),
        ("kind", "pivot", "not worked out here", "pocket"),
        ("size", "2868 kitchen", "“kitchen” is not understood", "2868"),
        ("count", "100", "not how many", "1 to 99"),
        ("count", "1.5", "not how many", "1 to 99"),
        ("floor", "soft", "is no floor", "oak 3/4"),
        ("stud", "tall", "is no stud", "2x4"),
        ("mark", "M" * 21, "too long", "at most 20"),
        ("room", "R" * 81, "too long", "at most 80"),
        ("line", "2668 45", "“45” is not understood", "mend it"),
        ("size", "9" * 201, "too long", "at most 200"),
    ],
)
def test_a_cell_that_cannot_be_says_why_and_adds_no_fact(column, text, reason, accepted):
    said, [cell] = read_row([(column, text, "in")])
    assert reason in cell.reason and accepted in cell.accepted
    assert (said.mark, said.room, said.floor_a, said.count) == ("", "", None, 1)


def test_floors_are_of_a_side_or_of_both():
    oak, tile = ("oak", "3/4 in"), ("tile", "1/2 in")
    said, _ = read_row([("floor_a", "oak 3/4", "in"), ("floor_b", "tile 1/2 + bed 1/4", "in")])
    assert [(f.name, f.thickness) for f in said.floor_a] == [oak]
    assert [(f.name, f.thickness) for f in said.floor_b] == [tile, ("bed", "1/4 in")]
    said, _ = read_row([("floor", "bare", "in")])
    assert said.floor_a == said.floor_b == ()


def test_cells_of_a_row_mean_one_door():
    """What slides has a way, not a hand; 2-8 beside 6-8 is no question; a width alone is one."""
    said, cells = read_row(
        [("hand", "RH", "in"), ("kind", "pocket", "in"), ("width", "2-8", "in"), ("height", "6-8", "in")]
    )
    assert (said.slides_to, said.hinge_side, said.width) == ("right", None, "32 in")
    assert cells[0].reading == "slides to the right seen from side A"
    assert not any(c.choices for c in cells)
    _, [width] = read_row([("width", "2/8", "in")])
    assert [c.text for c in width.choices] == ["32 in", "28 in"]
    assert not any(c.choices for c in read_row([("width", "2-8", "in")])[1])
    _, [line] = read_row([("line", "101 28 80 LH", "in")])
    assert [c.text for c in line.choices] == ["101 28 in x 80 in LH", "101 32 in x 80 in LH"]


@pytest.mark.parametrize(
    ("row", "said"),
    [
        # a column to the left of the size is kept
        ([("room", "Kitchen"), ("mark", "7"), ("size", "2868")], {"room": "Kitchen", "mark": "7", "width": "32 in"}),
        (
            [("mark", "8"), ("room", "Hall"), ("kind", "pair"), ("hand", "RH")],
            {"mark": "8", "room": "Hall", "pair": True},
        ),
        # over all, whichever column comes first
        ([("width", "60"), ("height", "80"), ("kind", "french")], {"width": "30 in", "height": "80 in", "pair": True}),
        ([("width", "72"), ("height", "6-8"), ("kind", "PR")], {"width": "36 in"}),
        ([("size", "6068"), ("kind", "bypass")], {"opening_width": "72 in", "width": None, "height": "80 in"}),
        ([("fire", "NR")], {"fire_rated": False}),
        ([("fire", "20 MIN")], {"fire_rated": True, "fire_minutes": 20}),
        ([("frame", "HM")], {"frame": "steel_wrap"}),
        ([("kind", "SC")], {"core": "solid"}),
    ],
)
def test_a_row_keeps_what_every_column_says(row, said):
    found, cells = read_row([(column, text, "in") for column, text in row])
    assert [(c.column, c.reason) for c in cells] == [(column, "") for column, _ in row]
    assert {name: getattr(found, name) for name in said} == said


def test_a_floor_of_the_job_stands_in_a_row_by_its_name():
    said, cells = read_row(
        [("mark", "1", "in"), ("floor_a", "Oak Boards", "in"), ("floor_b", "tile 5/8", "in")], {"oak boards": "oak"}
    )
    assert (said.floor_a_from, said.floor_b_from, said.floor_b[0].thickness) == ("oak", None, "5/8 in")
    assert cells[1].reading == "Oak Boards, as the job has it" and not cells[1].reason
