"""An opening without a leaf of ours: cased, or by a maker's sheet (handbook 3)."""

import pytest

from helpers import codes, inch, lengths, plain, solved
from jambo.core.job.board import keeps_its_head
from jambo.core.lines.read import read_line
from jambo.core.quantities.tape import Tape
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.lines import opening_of
from jambo.format.problems import parse
from jambo.views.opening.summary import summary_of, summary_out

CASED = {"opening.door": {"kind": "cased", "opening_width": "36 in", "opening_height": "82"}}
SHEET = {
    "opening.door": {
        "kind": "cased",
        "cased": {"sheet_width": "61 in", "sheet_height": "82 1/2", "source": "sheet F-4"},
    }
}


def test_a_cased_opening_by_hand():
    """36 x 82 over floors of 3/4: Wo 36 + 2 x 3/4, RO + 2 x 1/4; head 82 3/4, top 83 1/2, RO 83 3/4; casing short point 36 + 2 x 3/16."""
    result = solved(plain(**CASED, **{"opening.casing": {"width": "2 1/4"}}))
    found = lengths(result)
    expected = {
        "ro_width": "38", "ro_height": "83 3/4", "leg_length": "82 3/4", "head_length": "37 1/2", "clear_width": "36",
        "casing_head_short": "36 3/8", "jack_length": "82 1/4",
    }  # fmt: skip
    assert {n: found[n] for n in expected} == {n: inch(v) for n, v in expected.items()}
    assert [(p.part, p.count) for p in result.pieces if p.where == "frame"] == [("leg", 2), ("head", 1)]
    assert result.stages == ("door", "floor", "frame", "survey", "trim", "card")
    assert not {"leaf", "hinge", "latch"} & {i.name for i in result.hardware} and not result.missing
    keys = [step.key for step in result.steps]
    assert "cut-frame" in keys and "casing" in keys and not {"hang", "hinges", "latch", "by-maker"} & {*keys}


def test_by_a_makers_sheet_nothing_is_worked_out_that_nobody_knows():
    result = solved(plain(**SHEET, **{"opening.casing": {"width": "2 1/4"}}))
    found = lengths(result)
    assert (found["ro_width"], found["ro_height"], found["header_length"]) == (inch("61"), inch("82 1/2"), inch("64"))
    assert not {"frame_inside_width", "leg_length", "clear_width", "leaf_bottom", "casing_head_short"} & {*found}
    assert {p.where for p in result.pieces} == {"wall"} and "by-maker" in [step.key for step in result.steps]
    assert "sheet-not-recorded" not in codes(result)
    half = plain(**SHEET)
    half["opening"]["door"]["cased"] = {"sheet_width": "61 in"}
    assert [m.path for m in solved(half).missing] == ["opening.door.cased.sheet_height"]
    assert "sheet-not-recorded" in codes(solved(half), "check")


def test_a_folding_door_of_a_schedule_waits_for_its_makers_sheet():
    """60 by 80 is what it is called by: no opening of ours is made of it, and the sheet is asked for."""
    said = opening_of(read_line("D4 bifold 5068 closet", "in").said)
    assert said["door"]["cased"] == {"by_maker": True} and "opening_width" not in said["door"]
    assert (said["mark"], said["room"], said["note"]) == ("D4", "closet", "folding door 60 in x 80 in")
    result = solved(plain(**{"opening.door": said["door"]}))
    assert {m.path for m in result.missing} == {"opening.door.cased.sheet_width", "opening.door.cased.sheet_height"}


@pytest.mark.parametrize(
    ("changes", "size", "ro"), [(CASED, "36 × 82 in", "38 × 83 3/4 in"), (SHEET, None, "61 × 82 1/2 in")]
)
def test_it_stands_on_the_board_and_on_no_head_line(changes, size, ro):
    facts = facts_of(parse(Document, plain(**changes)))
    brief = summary_out(summary_of(facts, solved(plain(**changes))), Tape.of("in"), "north_america")
    assert (brief["leaf"], brief["ro"], brief["silhouette"]["leaf_widths"]) == (size, ro, [])
    assert "what was said" in keeps_its_head(facts.opening, ())


@pytest.mark.parametrize("text", ["12 cased opening 36 x 82 hall", "12 3-0 x 6-10 no door hall"])
def test_a_line_says_so(text):
    said = read_line(text, "in").said
    door = opening_of(said)["door"]
    assert (said.kind, said.room, door["opening_width"], door["opening_height"]) == ("cased", "hall", "36 in", "82 in")


def test_where_it_stands_and_is_read_nothing_lines_it_anew():
    read = [{"place": place, "value": "35 3/4"} for place in ("width_foot", "width_middle", "width_head")]
    result = solved(plain(**CASED, **{"wall.existing": True, "survey.readings": read}))
    assert not [p for p in result.pieces if p.where == "frame"] and lengths(result)["ro_width"] == inch("35 3/4")
