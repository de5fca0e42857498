"""Work cards (handbook 21): every kind has its steps in order, with its own figures, gates and cautions; pieces cut are watched."""

import pytest
from found_cases import surveyed

from helpers import BYPASS, POCKET, SLIDER, codes, plain, solved
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.problems import parse
from jambo.views.exchange import solve_document

STEEL = {"opening.frame": {"kind": "steel_wrap", "throat": "4 1/2", "source": "sheet"}}
SILL = {"opening.frame": {"kind": "outside_sill", "sill_thickness": "1 1/4"}, "opening.door.leads_to": "outside"}
FLAT = [
    "floor",
    "plate",
    "cut-studs",
    "stand",
    "cut-plate",
    "cut-frame",
    "hinge-leg",
    "head",
    "strike-leg",
    "hinges",
    "hang",
    "gaps",
    "latch",
    "plant-stops",
    "again",
]

CARDS = {
    "swing": ({}, FLAT),
    "standing": ({"wall.existing": True}, ["protect", "score", "old-frame", "look", "survey", "floor", *FLAT[5:]]),
    "rabbeted": ({"opening.frame": {"kind": "rabbeted"}}, [*FLAT[:5], "hinge-rabbets", *FLAT[5:13], "again"]),
    "pre-hung": ({"opening.frame": {"supply": "pre_hung"}}, [*FLAT[:5], "unpack", *FLAT[6:]]),
    "steel": (STEEL, [*FLAT[:5], "throat", "wrap", "feet", "foot-screws", "anchors", *FLAT[9:13], "again"]),
    "outside": (SILL, [*FLAT[:5], "rough-sill", "pan", "beads", *FLAT[5:13], "seal-set", "flashing", "again"]),
    "pocket": (POCKET, ["floor", "zone", "pocket-frame", "set-mark", "kit-cuts", "split-studs", "straighten", "close", "seal-leaf", "hang-leaf", "split-legs", "again"]),
    "slider": (SLIDER, [*FLAT[:9], "track-line", "find-studs", "backer", "hangers", "lift-on", "stops", "again"]),
    "bypass": (BYPASS, [*FLAT[:9], "bypass-track", "bypass-leaves", "bypass-guide", "again"]),
    "cased": ({"opening.casing": {"width": "2 1/4"}}, [*FLAT[:-1], "casing", "again"]),
    "blocks first": ({"opening.setting": {"school": "pre_packed"}}, [*FLAT[:6], "blocks", *FLAT[6:]]),
}  # fmt: skip


@pytest.mark.parametrize("kind", CARDS)
def test_steps_in_the_order_of_the_work(kind):
    changes, keys = CARDS[kind]
    assert [s.key for s in solved(plain(**changes)).steps] == keys


@pytest.mark.parametrize("document", documents(), ids=[d["opening"]["mark"] for d in documents()])
def test_every_card_of_the_demo_is_filled_in(document):
    out = solve_document(parse(Document, document))
    keys = [s["key"] for s in out["steps"]]
    assert len(keys) == len(set(keys)) >= 8
    for step in out["steps"]:
        words = " ".join(step[part] for part in ("text", "gate", "tools", "check", "caution"))
        assert "{" not in words and "None" not in words
        assert document["opening"]["mark"] in ("106", "N6", "L6") or "…" not in words, step


def test_gates_follow_the_facts_of_the_opening():
    gates = {s.key: s.gate for s in solved(plain(**{"wall.bearing": "yes"})).steps}
    assert gates["cut-studs"] == "{header} size and who gave it written down"
    unsettled = plain(**{"opening.floors.b": [{"thickness": "3/8", "allowance": "tile"}]})
    assert (
        next(s for s in solved(unsettled).steps if s.key == "floor").gate
        == "the floor decided, or its allowance accepted"
    )


def test_schools_of_order_change_the_words():
    def text(key, **setting):
        steps = solve_document(parse(Document, surveyed(setting=setting)))["steps"]
        return next(s["text"] for s in steps if s["key"] == key)

    assert "from the top hinge down" in text("hinge-leg") and "by the level" in text("hinge-leg")
    assert "from the lowest hinge up" in text("hinge-leg", nailing="bottom_up")
    assert "tight to its stud" in text("hinge-leg", hinge_by="stud")
    assert "hung leaf's edge" in text("strike-leg") and "by the level" in text("strike-leg", strike_by="level")
    assert "81 1/4" not in text("hinge-leg") and "its back 1/4 in" in text("hinge-leg")


@pytest.mark.parametrize(
    ("cut", "code"), [("81 3/8", None), ("81 1/4", "piece-cut-short"), ("81 1/2", "piece-cut-long"), ("81.37", None)]
)
def test_a_piece_cut_is_held_against_the_plan(cut, code):
    """The legs of the plain opening are 3/4 + 1/2 + 80 + 1/8 = 81 3/8; less than a mark off is no difference."""
    doc = plain() | {"cuts": [{"figure": "leg_length", "length": cut, "when": "Tue 3 Nov"}]}
    assert [c for c in codes(solved(doc)) if c.startswith("piece")] == ([code] if code else [])


def test_a_cut_says_what_and_when():
    doc = plain() | {"cuts": [{"figure": "leg_length", "length": "81 1/4", "when": "Tue 3 Nov"}]}
    flag = next(f for f in solve_document(parse(Document, doc))["flags"] if f["code"] == "piece-cut-short")
    assert flag["reason"] == "The side jamb length was cut at 81 1/4 in on Tue 3 Nov; the plan now says 81 3/8 in."
    assert "1/8 in too short" in flag["cure"]
