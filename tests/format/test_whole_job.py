"""What a whole job has, worked from documents alone: head lines, floors, lists of stock, a wall with its openings."""

import json
from dataclasses import replace

import pytest

from helpers import inch, plain
from jambo.core.quantities.tape import Tape, run_text
from jambo.format.document import Document
from jambo.format.problems import parse
from jambo.views.job import floors as floor_files
from jambo.views.job import heads as head_files
from jambo.views.job.lists import Listed
from jambo.views.job.lists import job_lists as lists_of
from jambo.views.wall.layout import SharedTexts, WallOpening, wall_out

IN, WORDS = Tape.of("in"), "north_america"


def doc(**changes):
    return parse(Document, plain(**changes))


# ---- lists


def job_lists(openings, tape, words, walls=None):
    return lists_of([Listed(mark, 1, one) for mark, one in openings], walls or {}, tape, words)


def test_pieces_of_one_length_are_cut_together_and_named_by_opening():
    """Two doors alike and one 1/4 in higher on its floor: jacks of 80 7/8 for two, of 81 1/8 for the third."""
    higher = doc(**{"opening.floors": {"a": [{"thickness": "1"}], "b": [{"thickness": "1"}]}})
    lists = job_lists([("D1", doc()), ("D2", doc()), ("D3", higher)], IN, WORDS)
    studs = next(s for s in lists["stock"] if s["section"] == "1 1/2 × 3 1/2")
    jacks = [(p["count"], p["length"], p["marks"]) for p in studs["pieces"] if p["label"] == "Jack"]
    assert jacks == [(2, "81 1/8 in", ["D3 x2"]), (4, "80 7/8 in", ["D1 x2", "D2 x2"])]
    kings = next(p for p in studs["pieces"] if p["label"] == "King stud")
    assert (kings["count"], kings["length"]) == (6, "96 in")
    assert studs["pieces"][0]["label"] == "King stud"  # longest first
    run = sum((inch(p["length"].removesuffix(" in")) * p["count"] for p in studs["pieces"]), inch("0"))
    assert studs["total"] == run_text(run, Tape.of("in"))
    metric = job_lists([("D1", doc())], Tape.of("mm"), WORDS)["stock"]
    assert metric[0]["total"].endswith(" m") and len(metric) == len(job_lists([("D1", doc())], IN, WORDS)["stock"])


def test_walls_give_their_own_pieces_and_shared_studs_count_once():
    """Two doors 36 3/4 apart share a king; of 14 layout studs those at 48 to 112 fall in the framing; two end it."""
    near = [
        doc(**{"opening.position": {"distance": at, "shares": True}, "wall.length": "240"}) for at in ("60", "96 3/4")
    ]
    bare = parse(Document, {"unit": "in", "wall": plain(**{"wall.length": "240"})["wall"]})
    wrong = parse(Document, {"unit": "in", "wall": {"length": "-1"}})
    lists = job_lists(
        [("D1", near[0]), ("D2", near[1])],
        IN,
        WORDS,
        {
            1: ("Hall", bare),
            2: ("Shed", wrong),
            3: ("Loft", parse(Document, {"unit": "in", "wall": {"length": "240"}})),
        },
    )
    rows = {p["label"]: (p["count"], p["marks"]) for s in lists["stock"] for p in s["pieces"]}
    assert rows["King stud"] == (3, ["D1 x2", "D2"])
    assert rows["Jack"] == (4, ["D1 x2", "D2 x2"])
    assert (rows["Stud"], rows["Top plate"]) == ((11, ["Hall x11"]), (4, ["Hall x2", "Loft x2"]))
    assert (lists["left_out"], lists["waiting"]) == (["Shed"], ["Loft"])  # no height yet


def test_what_waits_and_what_cannot_be_worked_out_is_named():
    short, wrong = doc(**{"opening.door.leaves": [{"width": "30 in"}]}), doc(**{"opening.position.distance": "400"})
    lists = job_lists([("D1", doc()), ("D2", short), ("D3", wrong)], IN, WORDS)
    assert (lists["waiting"], lists["left_out"]) == (["D2"], ["D3"])


def test_hardware_of_the_job_is_counted_together():
    """Two leaves of 80 in: three hinges each."""
    buy = {b["label"].split(" (")[0]: b["count"] for b in job_lists([("D1", doc()), ("D2", doc())], IN, WORDS)["buy"]}
    assert buy["Hinges"] == 6


# ---- head lines


def asked_heads(*changes):
    return [head_files.StoreyOpening(n, f"D{n}", "Ground", doc(**c)) for n, c in enumerate(changes, 1)]


HIGH = {"opening.floors": {"a": [{"thickness": "1 1/4"}], "b": [{"thickness": "3/4"}]}}


def test_the_highest_head_governs_and_the_others_gain():
    """Alone 81 3/8; on 1 1/4 in of floor 81 7/8: the line; the first gains 1/2."""
    storey = head_files.head_lines(asked_heads({}, HIGH), [], "in", IN)[0]
    assert storey["line"]["text"] == "81 7/8 in" and not storey["aligned"]
    assert [(r["name"], r["gain"]["text"], r["governs"]) for r in storey["openings"]] == [
        ("D1", "1/2 in", False),
        ("D2", "0 in", True),
    ]
    assert [f["text"] for f in storey["openings"][1]["floors"]] == ["1 1/4 in", "3/4 in"]


def test_a_head_that_is_not_known_waits_and_one_line_is_aligned():
    unknown = {"opening.door.leaves": [{"width": "30 in"}]}
    storey = head_files.head_lines(asked_heads({}, unknown, {}), [], "in", IN)[0]
    assert storey["waiting"] == ["D2"] and storey["aligned"]
    assert head_files.head_lines(asked_heads(unknown), [], "in", IN) == []


def test_an_opening_that_cannot_be_waits_and_takes_no_part():
    wrong = {"opening.position.distance": "400"}
    storey = head_files.head_lines(asked_heads(wrong, {}), [], "in", IN)[0]
    assert (storey["waiting"], [r["name"] for r in storey["openings"]]) == (["D1"], ["D2"])
    on_oak = plain(**wrong, **{"opening.floors": {"a_from": "oak", "b_from": "oak"}}) | {"floors": [OAK]}
    both = [floor_files.JobOpening(9, "D9", "", parse(Document, on_oak), ()), *asked_floors(("oak", "oak"))]
    use = floor_files.floors_out(floors(OAK), both, "in", IN, WORDS)
    assert [(u["name"], u["waits"]) for u in use["floors"][0]["used_by"]] == [("D9", []), ("D1", [])]
    thicker = floors({**OAK, "layers": [{"name": "oak", "thickness": "1"}]})
    rows = floor_files.changes(floors(OAK), thicker, both, IN, WORDS)
    assert [(r["name"], bool(r["refused"]), bool(r["moved"])) for r in rows] == [
        ("D9", True, False),
        ("D1", False, True),
    ]


STEEL = {"opening.frame": {"kind": "steel_wrap", "throat": "4 1/2", "stands_on": "finished_floor"}}


@pytest.mark.parametrize(
    ("changes", "done", "keeps", "can"),
    [
        ({}, (), "", True),
        ({}, ("framed",), "framed", True),
        ({}, ("framed", "set"), "set", True),
        ({"opening.door.fire_rated": True}, (), "fire-rated", True),
        ({"opening.frame.supply": "pre_hung"}, (), "pre-hung", True),
        (STEEL, (), "bought", True),
        ({"opening.door.kind": "pocket"}, (), "slides", False),
    ],
)
def test_who_is_in_a_line_is_chosen_and_some_never_gain_silently(changes, done, keeps, can):
    """The first door is on 1 1/4 in of floor and governs at 81 7/8; the other needs 1/2 less, a steel frame's head is at 3/4 + 80."""
    high, other = asked_heads(HIGH, changes)
    asked = [high, replace(other, done=done)]
    row = head_files.head_lines(asked, [], "in", IN)[0]["openings"][1]
    assert (row["chosen"], row["can_align"]) == (not keeps, can)
    assert keeps in row["keeps"] and bool(row["keeps"]) == bool(keeps)
    if can:
        assert row["gain"]["text"] == (
            "1 1/8 in" if changes == STEEL else "1/2 in"
        )  # what it would take is told all the same
    [tried] = head_files.head_lines(asked, [], "in", IN, chosen=[2])
    assert [r["chosen"] for r in tried["openings"]] == [False, True]
    assert tried["openings"][0]["lower"]  # the other left the line, which stands lower now


def test_a_storey_has_a_line_for_each_height_of_leaf():
    """Leaves of 80 and 84: heads 81 3/8 and 85 3/8; what slides goes with the one nearest to its own."""
    tall = {"opening.door.leaves": [{"width": "30 in", "height": "84", "thickness": "1 3/8"}]}
    pocket = {"opening.door.kind": "pocket", **tall}
    lines = head_files.head_lines(asked_heads({}, tall, pocket, HIGH), [], "in", IN)
    assert [(s["leaf"]["text"], s["line"]["text"], [r["name"] for r in s["openings"]]) for s in lines] == [
        ("80 in", "81 7/8 in", ["D1", "D4"]), ("84 in", "85 3/8 in", ["D2", "D3"]),
    ]  # fmt: skip
    [one] = head_files.head_lines(asked_heads({}, tall, pocket, HIGH), [], "in", IN, by_leaf=False)
    assert (one["leaf"], one["line"]["text"]) == (None, "85 3/8 in")
    # 1/2 over the floor and 4 more with longer legs, where 1 is the most
    assert (one["openings"][0]["gap"]["text"], one["openings"][0]["too_much"]["text"]) == ("4 1/2 in", "1 in")
    assert lines[0]["openings"][0]["too_much"] is None  # 1/2 and 1/2 is just the most


def test_who_was_put_on_a_line_stays_on_it():
    on, beside = {"opening.head_line": "81 7/8"}, {"opening.floors": HIGH["opening.floors"]}
    rows = head_files.head_lines(asked_heads(on, {}, beside), [], "in", IN)[0]["openings"]
    assert [r["chosen"] for r in rows] == [True, False, True]  # the last stands there by itself


# ---- floors


OAK, TILE = (
    {"key": key, "name": key.title(), "layers": [{"name": key, "thickness": thick} | more]}
    for key, thick, more in (("oak", "3/4", {}), ("tile", "9/16", {"allowance": "sample to come"}))
)


def floors(*given):
    return parse(Document, {"unit": "in", "floors": list(given)}).floors


def asked_floors(*sides, done=()):
    found = []
    for n, (a, b) in enumerate(sides, 1):
        document = parse(Document, plain(**{"opening.floors": {"a_from": a, "b_from": b}}) | {"floors": [OAK, TILE]})
        found.append(floor_files.JobOpening(n, f"D{n}", "", document, done))
    return found


def test_a_floor_lists_its_users_by_side_and_what_waits():
    use = floor_files.floors_out(floors(OAK, TILE), asked_floors(("oak", "tile"), ("tile", "oak")), "in", IN, WORDS)
    oak, tile = use["floors"]
    assert [(u["name"], u["sides"], u["waits"]) for u in oak["used_by"]] == [("D1", ["A"], []), ("D2", ["B"], [])]
    # the leaf passes the oak at 3/4, which is higher than the tile: but a tile chosen thicker would lift it
    assert tile["used_by"][1]["waits"][0] == "Rough opening height"
    assert (tile["thick"]["text"], tile["allowances"]) == ("9/16 in", ["sample to come"])


@pytest.mark.parametrize(
    ("after", "moved"),
    [
        ([OAK, TILE], {}),
        ([{**OAK, "name": "Oak, oiled"}, TILE], {}),  # a name moves nothing
        ([OAK, {**TILE, "layers": [{"name": "tile", "thickness": "9/16"}]}], {"D2": [], "D3": []}),  # chosen as allowed
        (
            [OAK, {**TILE, "layers": [{"thickness": "7/8"}]}],
            {"D2": ["floor_b", "ro_height"], "D3": ["floor_a", "ro_height"]},
        ),
        (
            [{**OAK, "layers": []}, TILE],
            {"D1": ["floor_a", "ro_height"], "D2": ["floor_a", "ro_height"], "D3": ["floor_b", "ro_height"]},
        ),
    ],
)
def test_exactly_those_that_stand_on_a_changed_floor_are_told_what_moves(after, moved):
    """D1 on oak, D2 from oak (A, its swing side) to tile, D3 from tile to oak; leaves open to A and nothing is under B."""
    asked = asked_floors(("oak", "oak"), ("oak", "tile"), ("tile", "oak"))
    found = floor_files.changes(floors(OAK, TILE), floors(*after), asked, IN, WORDS)
    told = {c["name"]: [m["name"] for m in c["moved"]] for c in found}
    assert list(told) == list(moved)
    for name, names in moved.items():
        assert set(names) <= set(told[name]), name
        assert ("ro_height" in told[name]) == ("ro_height" in names)


def test_a_floor_that_makes_an_opening_impossible_says_so_and_works_the_others_out():
    after = floors(OAK, {**TILE, "layers": [{"thickness": "20 ft"}]})
    found = floor_files.changes(floors(OAK, TILE), after, asked_floors(("oak", "oak"), ("tile", "oak")), IN, WORDS)
    assert [(c["name"], bool(c["refused"])) for c in found] == [("D2", True)]


def test_a_leaf_that_hangs_is_told_to_be_trimmed_by_the_difference():
    """9/16 of tile under the leaf becomes 7/8: 5/16 to trim, within the half inch."""
    after = floors(OAK, {**TILE, "layers": [{"thickness": "7/8"}]})
    found = floor_files.changes(
        floors(OAK, TILE), after, asked_floors(("tile", "tile"), done=("framed", "set")), IN, WORDS
    )
    assert [f["code"] for f in found[0]["flags"]] == ["new-floor-trim"]
    assert found[0]["flags"][0]["cure"].startswith("Trim 5/16 in off its bottom")


# ---- a wall


def laid(*openings, wall=None):
    around = SharedTexts("in", "{}", "[]", "{}", json.dumps(plain()["wall"] | (wall or {})))
    asked = [WallOpening(n, f"D{n}", json.dumps(plain(**changes)["opening"])) for n, changes in enumerate(openings, 1)]
    return wall_out(asked, around, IN, WORDS)


def test_a_walls_own_pieces_are_its_studs_and_its_plates_whole():
    """168 long, its bottom plate nailed down whole; layout studs at 16, 32, 96 ... 160 and two at the ends.

    The framing stands from 40 7/8 to 79 1/8: the studs at 48 and 64 fall in it, the one at 80 (79 1/4) just clears it.
    """
    pieces = [(p["count"], p["label"], p["length"]) for p in laid({})["pieces"]]
    assert pieces == [
        (10, "Studs, with the two at the ends", "96 in"), (2, "Top plates", "168 in"), (1, "Bottom plate", "168 in"),
    ]  # fmt: skip
    assert laid({}, wall={"existing": True})["pieces"] == []  # it stands already


def test_the_tape_runs_over_all_openings():
    marks = [(m["what"], m["read"]["text"], m["id"]) for m in laid({"opening.position.distance": "130"}, {})["marks"]]
    assert marks[0] == ("wall_end", "0 in", None) and marks[-1] == ("wall_end", "168 in", None)
    studs = [m["number"] for m in laid({})["marks"] if m["what"] == "common"]
    assert studs == [1, 2, 5, 6, 7, 8, 9, 10]  # by the layout's count: 3 and 4 fall in the framing
    edges = [m for m in marks if m[0] == "ro_edge"]
    assert edges == [
        ("ro_edge", "43 7/8 in", 2), ("ro_edge", "76 1/8 in", 2), ("ro_edge", "113 7/8 in", 1), ("ro_edge", "146 1/8 in", 1),
    ]  # fmt: skip


def test_the_worst_of_an_openings_own_flags_goes_with_it():
    out = laid({"opening.rules": {"side_shim": "1/16"}})
    assert out["openings"][0]["worst"] == "check"
    assert out["openings"][0]["width"]["text"] == "31 7/8 in"
