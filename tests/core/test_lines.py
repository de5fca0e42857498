"""A door in a line (handbook 26): what is heard token by token, what becomes the room, what is asked about; nothing is dropped."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jambo.core.lines.line import FloorLayer
from jambo.core.lines.read import LONGEST, NotALine, read_line

SIZE = {"width": "32 in", "height": "80 in"}
THIRTY = {"width": "30 in", "height": "80 in"}
RIGHT = {"hinge_side": "right", "opens_to": "B"}
LEFT = {"hinge_side": "left", "opens_to": "B"}

# text, unit, the tokens' kinds in order, the facts said
LINES = [
    ("101 2868 RH oak 3/4 | tile 5/8 kitchen", "in", "mark leaf hand floor floor room",
     SIZE | RIGHT | {"mark": "101", "room": "kitchen", "floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("tile", "5/8 in"),)}),
    ("x3 2668 LH", "in", "count leaf hand", THIRTY | LEFT | {"count": 3}),
    ("pocket 2-6 x 6-8", "in", "kind leaf", THIRTY | {"kind": "pocket"}),
    ("pair 2-4 6-8", "in", "kind leaf", {"kind": "swing", "pair": True, "width": "28 in", "height": "80 in"}),
    ("face 36x84", "in", "kind leaf", {"kind": "face_slider", "width": "36 in", "height": "84 in"}),
    ("bypass 3 x 24x80", "in", "kind leaves leaf", {"kind": "bypass", "panels": 3, "width": "24", "height": "80 in"}),
    ("lining 686x1981x35", "in", "frame leaf thickness", {"frame": "lining_kit", "width": "686 mm", "height": "1981 mm", "thickness": "35 mm"}),
    ("unit 25 5/8", "in", "unit", {"unit_width": "25 5/8 in"}),
    # order is free, marks of every make, sizes any way round
    ("RH kitchen 2868 101", "in", "hand room leaf question", SIZE | RIGHT | {"room": "kitchen"}),
    ("kitchen 2868 mark K-1", "in", "room leaf mark", SIZE | {"mark": "K-1", "room": "kitchen"}),
    ("1068 2868 RH", "in", "mark leaf hand", SIZE | {"mark": "1068"}),
    ("12 2-8 6-8", "in", "mark leaf", SIZE | {"mark": "12"}),
    ("G.03 2/8x6/8 rebated", "in", "mark leaf frame", SIZE | {"mark": "G.03", "frame": "rabbeted"}),
    ("D12 30 80 1 3/8 LHR 2x6 bedroom 2", "in", "mark leaf thickness hand stud room",
     {"width": "30", "thickness": "1 3/8 in", "hinge_side": "left", "opens_to": "A", "stud_depth": "5 1/2 in", "room": "bedroom 2"}),
    ("2-6 LH", "in", "leaf hand", {"width": "30 in", "height": None}),
    ("30 LH", "in", "leaf hand", {"width": "30"}),
    ("101 LH", "in", "mark hand", {"mark": "101", "width": None}),
    ("12 30 LH", "in", "mark leaf hand", {"mark": "12", "width": "30"}),
    ("7 2040x820 left laundry", "in", "mark leaf hand room", {"width": "820 mm", "height": "2040 mm", "hinge_side": "left", "opens_to": None}),
    ("101, 2868; RH,\tKitchen", "in", "mark leaf hand room", SIZE | {"room": "Kitchen"}),
    ("½ 2868", "in", "mark leaf", SIZE | {"mark": "1/2"}),
    ("6’8” x 2’8”", "in", "leaf", SIZE),
    ("101 x3 2868", "in", "mark count leaf", {"count": 3}),
    ("3x 2868", "in", "count leaf", {"count": 3}),
    ("2868 2 off", "in", "leaf count", {"count": 2}),
    ("2868 oak 3/4", "in", "leaf floor", {"floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("oak", "3/4 in"),)}),
    ("2868 RH 3/4 | bare", "in", "leaf hand floor floor", RIGHT | {"floor_a": (FloorLayer("", "3/4 in"),), "floor_b": ()}),
    ("2868 ply 1/2 + oak 3/4 | tile 5/8", "in", "leaf floor floor", {"floor_a": (FloorLayer("ply", "1/2 in"), FloorLayer("oak", "3/4 in"))}),
    ("2868 4 9/16 wall", "in", "leaf wall", {"wall_depth": "4 9/16 in"}),
    ("2868 fd30 glazed", "in", "leaf fire glass", {"fire_rated": True, "glass": True}),
    ("pre-hung 2868", "in", "frame leaf", {"frame": "flat_jamb", "supply": "pre_hung"}),
    ("front door 3-0 6-8", "in", "frame leaf", {"frame": "outside_sill", "leads_to": "outside"}),
    ("2868 LH tile 5/8 over ply 5/8", "in", "leaf hand floor",
     {"floor_a": (FloorLayer("ply", "5/8 in"), FloorLayer("tile", "5/8 in")), "floor_b": (FloorLayer("ply", "5/8 in"), FloorLayer("tile", "5/8 in"))}),
    ("2868 3/4 oak | 5/8 tile kitchen", "in", "leaf floor floor room",
     SIZE | {"floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("tile", "5/8 in"),), "room": "kitchen"}),
    ("2868 tile 3/8 over backer 1/4 | oak 3/4", "in", "leaf floor floor",
     {"floor_a": (FloorLayer("backer", "1/4 in"), FloorLayer("tile", "3/8 in")), "floor_b": (FloorLayer("oak", "3/4 in"),)}),
    ("101 2868 RH privacy 2 3/8 backset closer bath", "in", "mark leaf hand lock lock lock room",
     SIZE | {"function": "privacy", "backset": "2 3/8 in", "closer": True, "room": "bath"}),
    ("2868 LH passage", "in", "leaf hand room", {"room": "passage", "function": None}),
    ("2868 LH passage set passage", "in", "leaf hand lock room", {"room": "passage", "function": "passage"}),
    # the usual marks of a schedule
    ("(2) 3068 RH HM 20 MIN", "in", "count leaf hand frame fire",
     {"count": 2, "width": "36 in", "frame": "steel_wrap", "fire_rated": True, "fire_minutes": 20}),
    ("2868 LH SC NR", "in", "leaf hand core fire", SIZE | {"core": "solid", "fire_rated": False}),
    ("2468 RH HC bath", "in", "leaf hand core room", {"core": "hollow", "room": "bath"}),
    ("3068 garage", "in", "leaf leads", {"leads_to": "garage", "room": ""}),
    ("ext 3068 RH sill", "in", "frame leaf hand frame", {"frame": "outside_sill", "leads_to": "outside"}),
    # two leaves: 4 ft and more is over all, less is each leaf's, two sizes are two leaves
    ("5068 french", "in", "leaf kind", THIRTY | {"pair": True}),
    ("6068 pair", "in", "leaf kind", {"width": "36 in", "height": "80 in"}),
    ("4068 PR", "in", "leaf kind", {"width": "24 in"}),
    ("pair 2668", "in", "kind leaf", THIRTY | {"pair": True}),
    ("pair 2-6 + 1-6 6-8", "in", "kind leaf", THIRTY | {"pair": True, "other_width": "18 in"}),
    ("2-6 + 1-6", "in", "leaf", {"kind": "swing", "pair": True, "width": "30 in", "other_width": "18 in", "height": None}),
    ("pair 36 in x 84 in over all", "in", "kind leaf leaves", {"width": "18 in", "height": "84 in"}),
    ("pair 60 x 80 each", "in", "kind leaf leaves", {"width": "60 in"}),
    ("pair 1524 x 1981", "mm", "kind leaf", {"width": "762 mm"}),
    ("bypass 5068", "in", "kind leaf", {"opening_width": "60 in", "width": None, "height": "80 in"}),
    ("bi-parting 6068", "in", "kind leaf", {"opening_width": "72 in", "width": None}),
    # no length becomes a room
    ("2868 LH hall 7/16", "in", "leaf hand room question", {"room": "hall"}),
    ("2868 4' passage", "in", "leaf question room", {"room": "passage"}),
    ("2868 room 101", "in", "leaf room", {"room": "room 101"}),
    ("2868 in hall", "in", "leaf room", {"room": "hall"}),
    ("28 68 LH", "in", "leaf hand", SIZE),
    # what slides has no hinges
    ("pocket right 2868", "in", "kind hand leaf", {"slides_to": "right", "hinge_side": None, "opens_to": None}),
    ("cavity slider 820x2040 LH", "mm", "kind leaf hand", {"kind": "pocket", "slides_to": "left"}),
    ("pocket pair 2-0 6-8", "in", "kind kind leaf", {"kind": "pocket", "pair": True}),
    ("converging 2868", "in", "kind leaf", {"kind": "pocket", "pair": True}),
    # millimetre crews, and an inch call-out among them
    ("101 2668 LH", "mm", "mark leaf hand", THIRTY),
    ("7 762 1981 RH 90x45", "mm", "mark leaf hand stud", {"width": "762 mm", "height": "1981 mm", "stud_depth": "90 mm"}),
    ("820 2040", "mm", "leaf", {"width": "820 mm", "height": "2040 mm"}),
    ("tile 12 | oak 18 2668", "mm", "floor floor leaf", {"floor_a": (FloorLayer("tile", "12 mm"),), "floor_b": (FloorLayer("oak", "18 mm"),)}),
    # a size as it is read off a tape or off a drawing
    ("30 1/2+ x 80", "in", "leaf", {"width": "30 17/32 in", "height": "80 in", "count": 1, "mark": ""}),
    ("30 1/2 strong x 79", "in", "leaf", {"width": "30 17/32 in", "height": "79 in"}),
    ("32 in. x 80 in.", "in", "leaf", {"width": "32 in", "height": "80 in", "count": 1, "mark": ""}),
    ('32" W x 80" H', "in", "leaf", {"width": "32 in", "height": "80 in", "count": 1}),
    ('80" H x 32" W', "in", "leaf", {"width": "32 in", "height": "80 in"}),
    # what follows a size with a cross: a thickness, or how many
    ("2668 x3 LH", "in", "leaf count hand", THIRTY | LEFT | {"count": 3, "thickness": None}),
    ("826x2040 x2", "mm", "leaf count", {"width": "826 mm", "count": 2, "thickness": None}),
    ("826 x 2040 x 40", "mm", "leaf thickness", {"count": 1, "thickness": "40 mm"}),
    ("2668 x 1 3/4", "in", "leaf thickness", {"count": 1, "thickness": "1 3/4 in"}),
    ("Door 5 2868 LH", "in", "mark leaf hand", {"mark": "5"}),
    ("2868 3 hinges solid core", "in", "leaf leaf core", {"hinges": 3, "core": "solid"}),
    ("2868 4-9/16 jamb", "in", "leaf wall", {"wall_depth": "4 9/16 in"}),
    ("pocket slides left 2868", "in", "kind hand leaf", {"slides_to": "left"}),
    # what repeats or contradicts is asked about, and is no room
    ("32 1/3 x 80", "in", "question", {"width": None, "mark": "", "count": 1}),
    ("LH/RH 2868 bath", "in", "question leaf room", {"hinge_side": None, "room": "bath"}),
    ("2868 3068 LH", "in", "leaf question hand", SIZE | {"mark": "", "room": ""}),
    ("32x80 30x80", "in", "leaf question", {"height": "80 in", "room": ""}),
    ("2868 wall 4 5/8 6 5/8 wall", "in", "leaf question wall", {"room": ""}),
    ("2868 oak 3/4 tile 5/8 hall", "in", "leaf floor question room", {"room": "hall"}),
    ("2868 wall 4 5/8 and 6 5/8", "in", "leaf wall question question", {"room": ""}),
    ("2868 slides left", "in", "leaf hand", {"kind": None, "slides_to": "left", "room": ""}),
    ("sliding door 2868", "in", "question leaf", {"kind": None, "room": ""}),
    # asked about
    ("bifold 2668", "in", "kind leaf", THIRTY | {"kind": "cased", "folding": True}),
    ("pivot 2668", "in", "question leaf", THIRTY | {"kind": None}),
    ("2668 LH RH", "in", "leaf hand question", LEFT),
    ("2668 45", "in", "leaf question", {"room": ""}),
    ("x100 2668", "in", "question leaf", {"count": 1}),
    ("kitchen", "in", "room", {"room": "kitchen", "width": None}),
]  # fmt: skip


@pytest.mark.parametrize(("text", "unit", "what", "said"), LINES, ids=[text for text, *_ in LINES])
def test_a_line_is_heard(text, unit, what, said):
    line = read_line(text, unit)
    assert [t.what for t in line.tokens] == what.split()
    assert {name: getattr(line.said, name) for name in said} == said


@pytest.mark.parametrize(
    ("text", "also"),
    [
        ("28 80", "2-8 (32 in) wide"),
        ("26 80", "2-6 (30 in) wide"),
        ("2-8 6-8", ""),
        ("2-8 80", ""),
        ("34 80", ""),
    ],
)
def test_a_width_that_reads_two_ways_is_asked_about(text, also):
    [leaf] = read_line(text, "in").tokens
    assert [c.label for c in leaf.choices[1:]] == ([also] if also else [])
    for choice in leaf.choices:
        assert not read_line(choice.text, "in").questions
    assert bool(read_line(text, "in").questions) is bool(also)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing"),
        ("  \t ", "nothing"),
        ("x" * (LONGEST + 1), "too long"),
        ("kitchen " * 20, "too long for a room"),
    ],
)
def test_what_is_no_line_is_refused(text, says):
    with pytest.raises(NotALine, match=says):
        read_line(text, "in")
    assert read_line("9" * LONGEST, "in").tokens[0].what == "question"


@pytest.mark.parametrize(
    ("text", "each", "other"),
    [
        ("PR 3070", "each leaf 3-0 (36 in)", "3-0 (36 in) over all"),
        ("pair 30 1/2 x 80", "each leaf 30 1/2 in", "30 1/2 in over all"),
        ("pair 47 x 80", "each leaf 3-11 (47 in)", "3-11 (47 in) over all"),
        ("28 68", "2-8 (32 in) by 6-8 (80 in)", "2-4 (28 in) by 5-8 (68 in)"),
    ],
)
def test_two_meanings_of_a_size_are_asked_about(text, each, other):
    leaf = next(t for t in read_line(text, "in").tokens if t.what == "leaf")
    assert [c.label for c in leaf.choices] == [each, other]
    for choice in leaf.choices:
        assert not read_line(text.replace(leaf.text, choice.text), "in").questions


@pytest.mark.parametrize("text", ["pair 48 x 80", "pair 30 x 80", "pair 2668", "5068 french", "bypass 3 x 36 x 80"])
def test_a_plain_size_of_two_leaves_raises_no_doubt(text):
    assert not [t for t in read_line(text, "in").questions if "over all" in str(t.choices)]


words = st.lists(
    st.sampled_from([text for text, *_ in LINES]).flatmap(lambda t: st.sampled_from(t.split())) | st.text(max_size=8),
    max_size=9,
).map(" ".join)


@given(words, st.sampled_from(["in", "mm"]))
def test_nothing_written_is_dropped_and_nothing_is_heard_twice(text, unit):
    try:
        line = read_line(text, unit)
    except NotALine:
        return
    heard = [False] * len(line.text)
    for token in line.tokens:
        assert line.text[token.start : token.end] == token.text
        for i in range(token.start, token.end):
            assert not heard[i]
            heard[i] = True
    left = "".join(c for c, taken in zip(line.text, heard, strict=True) if not taken)
    assert not any(c.isalnum() for c in left if c != "x"), left  # the cross between two sizes is no token


FLOORS = {"oak boards": "oak", "tile": "tile", "slate on screed": "slate"}


@pytest.mark.parametrize(
    ("text", "a", "b", "layers", "room"),
    [
        ("101 2868 RH oak boards", "oak", "oak", None, ""),
        ("101 2868 RH oak boards | tile kitchen", "oak", "tile", None, "kitchen"),
        ("101 2868 RH tile | Slate on screed", "tile", "slate", None, ""),
        ("101 2868 RH tile floor bath", "tile", "tile", None, "bath"),
        ("101 2868 RH tile store", None, None, None, "tile store"),  # one word alone may be part of a room
        ("101 2868 RH tile 5/8 hall", None, None, "5/8 in", "hall"),  # a thickness says a layer
        ("101 2868 RH oak boards | tile 5/8", "oak", None, "5/8 in", ""),
    ],
)
def test_the_jobs_own_floors_are_known_by_their_names(text, a, b, layers, room):
    said = read_line(text, "in", FLOORS).said
    assert (said.floor_a_from, said.floor_b_from, said.room) == (a, b, room)
    assert (said.floor_b[0].thickness if said.floor_b else None) == layers


def test_without_a_job_a_name_is_no_floor():
    assert read_line("101 2868 RH oak boards", "in").said.floor_a_from is None


@pytest.mark.parametrize(("text", "kinds"), [("2868 slides left", 2), ("sliding door 2868", 3)])
def test_which_kind_slides_is_asked_and_each_answer_is_heard(text, kinds):
    line = read_line(text, "in")
    [asked] = line.questions
    assert len(asked.choices) == kinds
    for choice in asked.choices:
        again = read_line(text.replace(asked.text, choice.text), "in")
        assert again.said.kind in ("pocket", "face_slider", "bypass") and not again.questions
