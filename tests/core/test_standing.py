"""A standing opening (handbook 24): nothing of the wall is asked for, framed or cut; its rough opening is what was read."""

import pytest
from found_cases import STRAIGHT, surveyed, wide
from test_card import SILL, STEEL

from helpers import BYPASS, POCKET, SLIDER, codes, inch, lengths, plain, solved

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
    assert [step.key for step in result.steps][:2] == ["protect", "score"]
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
