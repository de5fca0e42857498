"""What is usual in a job stands where an opening and its wall say nothing (handbook 26)."""

import pytest

from helpers import POCKET, plain
from jambo.core.quantities.figure import Figure
from jambo.core.solve import solve
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse
from jambo.format.usual import USUAL, applied, with_usual

OAK = {"key": "oak", "name": "Oak", "layers": [{"thickness": "3/4"}]}
USUALLY = {
    "wall": {"height": "92 5/8", "height_by": "stud", "finish_a": "1/2", "finish_b": "5/8"},
    "header": {"depth": "5 1/2"},
    "floors": {"a_from": "oak", "b_from": "oak"},
    "frame": {"thickness": "11/16"},
    "casing": {"width": "2 1/4"},
    "leaf": {"thickness": "1 3/8"},
    "hardware": {"hinge_corner": "round"},
}
BARE = {"unit": "in", "floors": [OAK], "usual": USUALLY, "opening": {"door": {"leaves": [{"width": "2668"}]}}}


def taken(**changes):
    doc = parse(Document, plain(**{**dict.fromkeys(("wall", "opening.floors", "opening.header")), **changes}) | BASE)
    return with_usual(doc)[1]


BASE = {"usual": USUALLY, "floors": [OAK]}


def result(doc):
    facts = facts_of(parse(Document, doc))
    return facts, solve(facts.opening, facts.wall, facts.rules)


def test_an_opening_needs_only_its_leaf():
    """3/4 floor + 1/2 + 80 + 1/8 + 11/16 + 1/4 = 82 5/16; 92 5/8 + 1 1/2 = 94 1/8 under the plates."""
    facts, found = result(BARE)
    told = {name: str(found.figures[name].value.in_inches()) for name in ("ro_height", "wall_top", "wall_finished")}
    assert told == {"ro_height": "1317/16", "wall_top": "753/8", "wall_finished": "37/8"}
    assert {m.path for m in found.missing} == {"opening.position.distance"}
    thick = next(t for t in found.figures["frame_outside_width"].terms if t.name == "leg_thickness")
    assert (thick.source.kind, thick.source.path) == ("usual", "opening.frame.thickness")
    assert facts.usual["wall.height"] == "92 5/8"


@pytest.mark.parametrize(
    ("own", "path", "is_taken"),
    [
        ({}, "wall.height", True),
        ({"wall.height": "97"}, "wall.height", False),
        ({"wall.height": "97"}, "wall.height_by", False),  # one's own height is no stud because the job's is
        ({"wall.height": "97"}, "wall.finish_a", True),
        ({"wall.height_by": "overall"}, "wall.height", False),  # nor is the job's stud a height over all
        ({"wall.height_right": "120"}, "wall.height", False),
        ({"wall.height": ""}, "wall.height", True),  # an emptied field says nothing
        ({"opening.floors.a": []}, "opening.floors.a_from", False),  # a bare floor is said
        ({"opening.floors.a": []}, "opening.floors.b_from", True),
        ({"opening.frame": {"kind": "flat_jamb"}}, "opening.frame.thickness", True),
        ({"opening.frame": {"kind": "rabbeted"}}, "opening.frame.thickness", False),  # that of another kind of frame
        (POCKET, "opening.frame.thickness", True),
        ({"opening.casing": {"corner": "butted"}}, "opening.casing.width", True),
        ({"opening.casing": {"none": True}}, "opening.casing.width", False),
        ({}, "opening.door.hardware.hinge_corner", True),
        ({"opening.door.leaves": [{"width": "30"}]}, "opening.door.leaves[0].thickness", True),
        ({"opening.door.leaves": [{"width": "30", "thickness": "1 3/4"}]}, "opening.door.leaves[0].thickness", False),
    ],
)
def test_what_is_said_counts_before_what_is_usual(own, path, is_taken):
    assert (path in taken(**own)) is is_taken


def test_a_frame_of_a_kind_is_usual_for_swing_doors_alone():
    kit = {**USUALLY, "frame": {"kind": "lining_kit", "thickness": "1"}}
    for more, kind in (({}, "lining_kit"), (POCKET, "flat_jamb")):
        meant, _ = with_usual(parse(Document, plain(**more) | {"usual": kit, "floors": [OAK]}))
        assert meant.opening.frame.kind == kind
        assert (meant.opening.frame.thickness == "1") is (kind == "lining_kit")


def test_what_is_wrong_with_it_is_told_where_the_job_keeps_it():
    with pytest.raises(Refused) as refused:
        result(BARE | {"usual": {"wall": {"height": "12 ft 99"}, "floors": {"a_from": "tile"}}})
    assert {e.path for e in refused.value.errors} == {"usual.wall.height", "usual.floors.a_from"}


def test_every_fact_of_it_has_a_place_in_an_opening():
    doc = parse(Document, {"unit": "in"})
    for path in USUAL:
        at = doc
        for part in path.split("."):
            name, _, index = part.partition("[")
            assert name in type(at).model_fields, path
            at = getattr(at, name)[0] if index else getattr(at, name)


@pytest.mark.parametrize(
    ("change", "wall", "opening"),
    [
        ({"wall.finish_a": "5/8"}, {"finish_a": "5/8"}, {"mark": "D1"}),
        ({"opening.header.depth": "7 1/4"}, {}, {"mark": "D1", "header": {"depth": "7 1/4"}}),
        ({"opening.door.hardware.hinge_corner": "round"}, {}, {"mark": "D1", "door": {"hardware": {"hinge_corner": "round"}}}),
        ({"opening.door.leaves[0].thickness": "1 3/8"}, {}, {"mark": "D1", "door": {"leaves": [{"thickness": "1 3/8"}]}}),
        ({"opening.mark": None}, None, None),  # that is each opening's own
    ],
)  # fmt: skip
def test_facts_are_put_into_the_documents_of_wall_and_opening(change, wall, opening):
    if wall is None:
        with pytest.raises(Refused, match="no fact of many"):
            applied(change, {}, {"mark": "D1"})
    else:
        assert applied(change, {}, {"mark": "D1"}) == (wall, opening)


def test_as_usual_takes_away_what_an_opening_says_itself():
    own = {"floors": {"a": [{"thickness": "1"}], "a_from": "oak"}, "casing": {"width": "3", "none": True}}
    assert applied({"opening.floors.a_from": None}, {}, own)[1]["floors"] == {}
    assert applied({"opening.casing.width": "2"}, {}, own)[1]["casing"] == {"width": "2"}
    assert isinstance(result(BARE)[1].figures["casing_leg_a"], Figure)
