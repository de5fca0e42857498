"""A standing opening (handbook 24): nothing of the wall is asked for, framed or cut; its rough opening is what was read."""

import pytest
from found_cases import STRAIGHT, also, found, surveyed, wide
from test_card import SILL, STANDING, STEEL

from helpers import BYPASS, POCKET, SLIDER, codes, inch, lengths, plain, solved
from jambo.core.quantities.figure import HALF
from jambo.core.solve import solve
from jambo.core.wall.layout import Solved, lay_out
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.views.exchange import solve_document

KINDS = {
    "swing": {}, "pre-hung": {"opening.frame": {"supply": "pre_hung"}}, "steel": STEEL, "sill": SILL, "pocket": POCKET,
    "slider": SLIDER, "bypass": BYPASS,
}  # fmt: skip
UNSAID = {"wall.existing": True, "wall.bearing": None, "wall.height": None, "opening.header": None}
FRAMING = {
    "bearing-without-source",
    "caution-cutting",
    "wall-too-low",
    "side-play-under-lean",
    "opening-wider-than-wall",
}


@pytest.mark.parametrize("kind", KINDS)
def test_nothing_of_the_wall_is_asked_framed_or_cut(kind):
    result = solved(plain(**KINDS[kind], **UNSAID))
    asked = {missing.path for missing in result.missing}
    assert not {path for path in asked if path.startswith(("opening.header", "wall."))}
    assert [piece.part for piece in result.pieces if piece.where == "wall"] == []
    assert not FRAMING & set(codes(result))
    card = " ".join(step.text for step in result.steps)
    assert not {
        word
        for word in (
            "{jack_length",
            "{king_length",
            "{header_length",
            "{mark_ro",
            "Cut into the wall",
            "Mark the plate",
        )
        if word in card
    }
    assert [step.key for step in result.steps][:2] == ["protect", "look" if kind in ("slider", "bypass") else "score"]
    assert {shape.part for shape in result.shapes} & {"king", "jack", "header", "cripple"} == set()


def test_a_swing_door_needs_no_place_on_its_wall():
    assert solved(plain(**UNSAID, **{"opening.position": None})).missing == ()


def test_the_rough_opening_is_what_was_read():
    """Hole 33 by 82 1/2; the frame is 31 3/4 by 82 1/8 and would like 32 1/4 by 82 3/8."""
    doc = surveyed(*STRAIGHT, height_left="82 1/2", height_right="82 1/2", **wide("33"))
    doc["wall"]["existing"] = True
    known = lengths(solved(doc))
    wanted = {
        "ro_width": "33", "ro_height": "82 1/2", "liked_width": "32 1/4", "liked_height": "82 3/8", "side_play": "5/8", "head_play": "3/8",
    }  # fmt: skip
    assert {name: known[name] for name in wanted} == {name: inch(text) for name, text in wanted.items()}


def test_a_new_hole_in_a_standing_wall_is_framed():
    result = solved(plain(**{"wall.existing": True, "opening.cut_in": {"asked": True}}))
    assert not result.standing and {"jack", "header"} <= {piece.part for piece in result.pieces}
    assert solved(plain()).standing is False


def test_while_readings_are_in_doubt_the_hole_is_no_wider_than_the_worst_of_them():
    """Widths 31 5/8, 32 5/8, 31 5/8: it may be 31 5/8 all the way up, so that is what list, drawing and verdict stand on."""
    doc = surveyed(*STRAIGHT, width_foot="31 5/8", width_middle="32 5/8", width_head="31 5/8")
    doc["wall"]["existing"] = True
    result = solved(doc)
    assert lengths(result)["ro_width"] == lengths(result)["found_least_width"] == inch("31 5/8")
    middle = result.found.shape.span / 2
    assert result.found.shape.width(middle) == pytest.approx(31.625 * 25.4)


@pytest.mark.parametrize("width", ["32 1/4", "34"])
def test_a_wall_lays_it_out_as_wide_as_it_was_read(width):
    """Its centre 60 from the wall's end: 34 wide it reaches from 43 to 77, whatever the door would like."""
    changes = found(*STRAIGHT, **wide(width)) | {"wall.existing": True, "opening.position": {"distance": "60"}}
    facts = facts_of(parse(Document, plain(**changes)))
    result = solve(facts.opening, facts.wall, facts.rules)
    (stands,) = lay_out([Solved("D1", facts.opening, result)], facts.wall).standing
    assert stands.opening.width == inch(width) == lengths(result)["ro_width"]
    assert (stands.opening.low + stands.opening.high) * HALF == inch("60")


def said(**changes):
    return solve_document(parse(Document, plain(**STANDING, **changes)))


def test_what_waits_is_called_what_the_door_would_like():
    """Until the hole is read its height is no rough opening, known or not."""
    read = said(**{"opening.floors": None})
    assert {w["name"]: w["label"] for w in read["waiting"]}["ro_height"] == "Height this door would like"
    assert read["figures"]["ro_width"]["label"] == "Width this door would like"


@pytest.mark.parametrize(("layers", "text", "check"), [
    ([], "The side jambs stand on the bare floor, and nothing is laid to them.", ""),
    ([{"thickness": "1/16"}], "The side jambs stand on the rough floor: the finish is laid to them, or they are undercut for it.",
     "Floor under the leaf 1/16 in, highest it passes 1/16 in"),
])  # fmt: skip
def test_a_bare_floor_is_told_as_one(layers, text, check):
    step = next(s for s in said(**{"opening.floors": {"a": layers, "b": layers}})["steps"] if s["key"] == "floor")
    assert (step["text"], step["check"]) == (text, check)


def test_the_card_levels_the_head_with_the_play_the_set_stage_tells():
    """Heights 83 and 82 63/64: 81 3/8 + 3/4 = 82 1/8 is the frame's top, and 55/64 are left: on a tape to sixteenths 13/16 strong."""
    read = said(**found(*STRAIGHT, also("floor_across", "0"), height_left="82 63/64", height_right="82 63/64"))
    step = next(s for s in read["steps"] if s["key"] == "head")
    play = read["figures"]["head_play_found"]["value"]["text"]
    assert (play, step["check"]) == ("13/16 in", "13/16 in over it")


def test_a_lining_is_told_as_thick_as_it_is_sold():
    frame = {"kind": "lining_kit", "thickness": "27.5 mm", "depth": "133 mm"}
    read = said(show={"unit": "mm"}, **{
        "opening.frame": frame, "opening.door.leaves": [{"width": "762 mm", "height": "1981 mm", "thickness": "35 mm"}],
        "opening.floors": {"a": [], "b": []},
    })  # fmt: skip
    assert {p["section"] for p in read["pieces"] if p["part"] == "leg"} == {"27.5 × 133"}


def test_the_tips_of_a_pair_that_are_level_are_said_to_meet():
    """A pair of leaves in a hole with 1/16 to spare: one pair of shims is as thick as its gap with the tips where they meet."""
    door = [{"width": "28 in", "height": "80", "thickness": "1 3/8"}, {"width": "28 in"}]
    lean = [also("lean_left", "0"), also("lean_right", "1/16", "away"), also("floor_across", "1/16", "right")]
    read = said(**{"opening.door.leaves": door}, **found(
        *lean, width_foot="58 1/16", width_middle="57 15/16", width_head="58", height_left="82 5/8", height_right="82 9/16",
    ))  # fmt: skip
    told = {s["label"]: s["pack"] for s in read["found"]["set"]["stations"]}
    assert told["Hinge 2"] == "a pair of shims, tips just meeting"
