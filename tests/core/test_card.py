"""Work cards (handbook 21): every kind has its steps in order, with its own figures, gates and cautions; pieces cut are watched."""

import re

import pytest
from found_cases import STRAIGHT, also, found, surveyed, wide
from hypothesis import given, settings
from hypothesis import strategies as st

from helpers import BYPASS, POCKET, SLIDER, codes, inch, lengths, plain, solved
from jambo.core.planning.work import work_of
from jambo.core.words.lists import REGIONS
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.views.exchange import solve_document

STEEL = {"opening.frame": {"kind": "steel_wrap", "throat": "4 1/2", "source": "sheet", "stands_on": "finished_floor"}}
SILL = {"opening.frame": {"kind": "outside_sill", "sill_thickness": "1 1/4"}, "opening.door.leads_to": "outside"}


@pytest.mark.parametrize(
    ("height", "said"),
    # 97 1/2 less the opening of 82 3/8 and a header of 5 1/2 leaves 9 5/8; lower walls 3, 2 15/16 and nothing
    [
        ("97 1/2", ", {cripple}s {cripple_length}."),
        ("90 7/8", ", {cripple}s {cripple_length}."),
        ("90 13/16", "; the {cripple_length} over the {header} is filled solid."),
        ("87 7/8", "{header} {header_length}."),
    ],
)
def test_no_sliver_is_told_to_be_cut(height, said):
    [text] = [s.text for s in solved(plain(**{"wall.height": height})).steps if s.key == "cut-studs"]
    assert text.endswith(said)


WALL = ["floor", "plate", "cut-studs", "stand", "cut-plate"]
HUNG = ["cut-frame", "hinges", "fixing-zone", "hinge-leg", "head", "hang", "strike-leg", "gaps", "latch", "plant-stops"]
OUT = ["protect", "score", "old-frame", "look", "survey", "floor"]
LINED = ["cut-frame", "hinge-leg", "head", "strike-leg"]
ON_TRACK = ["track-line", "find-studs", "backer", "drill-slab", "seal-slab", "lift-on", "guide", "stops", "again"]
KIT = ["set-mark", "kit", "split-studs", "straighten", "close", "seal-leaf", "hang-leaf", "split-legs", "again"]
STANDING = {"wall.existing": True}
PAIR = {"opening.door.leaves": [{"width": "24 in", "height": "80", "thickness": "1 3/8"}, {"width": "24 in"}]}


def without(keys, *gone):
    return [key for key in keys if key not in gone]


CARDS = {
    "swing": ({}, [*WALL, *HUNG, "again"]),
    "by the level": ({"opening.setting": {"strike_by": "level"}}, [*WALL, *HUNG[:5], "strike-leg", "hang", *HUNG[7:], "again"]),
    "standing": (STANDING, [*OUT, *HUNG, "again"]),
    "no old frame": (STANDING | {"opening.stays": {"old_frame": "none"}}, [*without(OUT, "score", "old-frame"), *HUNG, "again"]),
    "casing saved": (
        STANDING | {"opening.stays": {"casing": "saved"}, "opening.casing": {"width": "2 1/4"}}, [*OUT, *HUNG, "casing-back", "again"]
    ),
    "pair": (PAIR, [*WALL, *HUNG[:5], "strike-leg", "hang-fixed", "hang", *HUNG[7:], "cover-strip", "again"]),
    "rabbeted": (
        {"opening.frame": {"kind": "rabbeted"}},
        [*WALL, "cut-frame", "hinge-rabbets", "join-frame", *without(HUNG[1:], "fixing-zone", "plant-stops"), "again"],
    ),
    "pre-hung": ({"opening.frame": {"supply": "pre_hung"}}, [*WALL, "unpack", *HUNG[3:9], "again"]),
    "split": (
        {"opening.frame": {"kind": "split_jamb", "wall_least": "4", "wall_most": "5"}},
        [*WALL, *HUNG[:3], "split-first", *HUNG[3:], "split", "again"],
    ),
    "lining": (
        {"opening.frame": {"kind": "lining_kit", "thickness": "1 1/8", "depth": "5 1/2"}}, [*WALL, "rip", *HUNG, "again"]
    ),
    "steel": (STEEL, [*WALL, "throat", "wrap", "feet", "foot-screws", "anchors", "hinges", "hang", "gaps", "latch", "again"]),
    "outside": (SILL, [*WALL, "rough-sill", "pan", *HUNG[:2], "beads", *without(HUNG[2:], "plant-stops", "fixing-zone"), "seal-set", "flashing", "seal-joint", "again"]),
    "pocket": (POCKET, ["floor", "carton", "zone", *WALL[1:], *KIT]),
    "standing pocket": (POCKET | STANDING, [*without(OUT, "old-frame"), "carton", "zone", *KIT]),
    "slider": (SLIDER, [*WALL, *LINED, *ON_TRACK]),
    "standing slider": (SLIDER | STANDING, [*without(OUT, "score", "old-frame"), *ON_TRACK]),
    "no leaf": ({"opening.door": {"kind": "cased", "opening_width": "36 in", "opening_height": "82"}}, [*WALL, *LINED, "again"]),
    "by a maker's sheet": (
        {"opening.door": {"kind": "cased", "cased": {"sheet_width": "61 in", "sheet_height": "82"}}}, [*WALL, "by-maker", "again"],
    ),
    "cased slider": (
        SLIDER | {"opening.casing": {"width": "2 1/4", "thickness": "0"}}, [*WALL, *LINED, "casing", *ON_TRACK],
    ),
    "bypass": (BYPASS, [*WALL, *LINED, "bypass-track", "bypass-leaves", "bypass-guide", "again"]),
    "cased": ({"opening.casing": {"width": "2 1/4"}}, [*WALL, *HUNG, "casing", "again"]),
    "packed plumb first": ({"opening.setting": {"school": "pre_packed"}}, [*WALL, *HUNG[:2], "blocks", *HUNG[2:], "again"]),
    "garage": ({"opening.door.leads_to": "garage"}, [*WALL, *HUNG, "seal-joint", "again"]),
    "too tall": (
        found(*STRAIGHT, height_left="81 3/8", height_right="81 3/8", setting={"cut_legs": True, "trim_leaf": True, "raise_header": True}),
        [*WALL, "survey", "raise-header", *HUNG[:5], "trim-leaf", *HUNG[5:], "again"],
    ),
    "wide play": (found(*STRAIGHT, **wide("34")), [*WALL, "survey", *HUNG[:2], "stud-blocks", *HUNG[2:], "again"]),
}  # fmt: skip


@pytest.mark.parametrize("kind", CARDS)
def test_steps_in_the_order_of_the_work(kind):
    changes, keys = CARDS[kind]
    assert [s.key for s in solved(plain(**changes)).steps] == keys


KIND_OF_DOOR = [{}, PAIR, POCKET, SLIDER, BYPASS]
FRAME = [
    {}, {"supply": "pre_hung"}, {"kind": "rabbeted"}, {"kind": "lining_kit", "thickness": "1 1/8"}, {"kind": "split_jamb"},
    {"kind": "steel_wrap", "throat": "4 1/2"}, {"kind": "outside_sill", "sill_thickness": "1 1/4"},
    {"kind": "outside_sill", "sill_thickness": "1 1/4", "sill_site_made": True},
]  # fmt: skip
READ = [
    {},
    found(*STRAIGHT),
    found(*STRAIGHT, also("floor_across", "1/4", "right")),
    found(*STRAIGHT, height_left="81", height_right="81"),
]
MORE = [
    {}, {"opening.casing": {"width": "2 1/4"}}, {"opening.door.fire_rated": True}, {"opening.door.leads_to": "garage"},
    {"opening.door.in_hand": {"hinges": [{"at": "7"}, {"at": "60"}], "latch": "44"}},
    {"wall.height_right": "120"}, {"opening.head_line": "85", "opening.head_gain": "pack"},
]  # fmt: skip
METHOD = [
    {},
    {"strike_by": "level"},
    {"school": "pre_packed"},
    {"cut_legs": True, "trim_leaf": True, "raise_header": True},
]
# words of parts, and what an opening must have for a step to speak of them
ONLY = [
    ("hinge", lambda has: has["swing"]), ("latch", lambda has: has["swing"]), ("bolts", lambda has: has["pair"]),
    ("cover strip", lambda has: has["pair"]), ("split stud", lambda has: has["pocket"]), ("track", lambda has: has["track"]),
    ("slab by", lambda has: has["slider"]), ("Let the hinges", lambda has: not has["pre_hung"]),
    ("Bore for", lambda has: not has["pre_hung"]), ("Plant the stops", lambda has: has["planted"]), ("chisel", lambda has: not has["pre_hung"]),
    ("Cut side jambs", lambda has: not has["steel"]), ("sill", lambda has: has["sill"]), ("clips", lambda has: has["pre_hung"]),
    ("casing", lambda has: has["cased"]), ("transport", lambda has: has["pre_hung"]), ("trim it", lambda has: not has["fire"]),
    ("off the leaf's bottom", lambda has: not has["fire"]),
]  # fmt: skip


@given(
    kind=st.sampled_from(KIND_OF_DOOR), frame=st.sampled_from(FRAME), read=st.sampled_from(READ), more=st.sampled_from(MORE),
    setting=st.sampled_from(METHOD), wall=st.sampled_from([{}, STANDING, STANDING | {"opening.stays": {"old_frame": "none"}}]),
    metric=st.booleans(), words=st.sampled_from(REGIONS),
)  # fmt: skip
@settings(max_examples=300)
def test_a_card_is_made_for_what_the_opening_is(kind, frame, read, more, setting, wall, metric, words):
    """No empty figure, no amount of nothing, no part it has not got, no step before what it needs, one unit."""
    changes = kind | read | more | wall | {"opening.frame": frame, "opening.setting": setting}
    document = plain(**changes) | {"show": {"words": words, "unit": "mm" if metric else "in"}}
    out = solve_document(parse(Document, document))
    keys = [step["key"] for step in out["steps"]]
    plan = solved(document)
    assert len(keys) == len(set(keys))
    cut = {name for step in plan.steps for name in step.cuts}
    assert {p.length.name for p in plan.pieces if p.where != "kit"} <= cut
    for step in plan.steps:
        late = {key for key in step.needs if key in keys and keys.index(key) > keys.index(step.key)}
        assert not late, (step.key, late)
        assert all(name in plan.figures for name in step.cuts), step
    said = [" ".join(step[part] for part in ("text", "gate", "tools", "check")) for step in out["steps"]]
    waits = bool(out["missing"])
    swing = kind in ({}, PAIR)
    of = frame.get("kind", "flat_jamb")
    has = {
        "swing": swing, "pair": kind is PAIR, "pocket": kind is POCKET, "slider": kind is SLIDER, "track": not swing,
        "pre_hung": swing and frame.get("supply") == "pre_hung", "steel": swing and of == "steel_wrap",
        "sill": swing and of == "outside_sill", "cased": "opening.casing" in more or bool(wall), "fire": "opening.door.fire_rated" in more,
        "planted": swing and of in ("flat_jamb", "lining_kit", "split_jamb") and "supply" not in frame,
    }  # fmt: skip
    for text, step in zip(said, out["steps"], strict=True):
        assert "{" not in text and "None" not in text and "…" not in text, text
        assert waits or " not said)" not in text, text
        assert not re.search(r"(?<![\d/.½])0 (in|mm)\b", text), text
        assert not re.search(r"\d (in)\b(?! from| in )" if metric else r"\d mm\b", text.replace("30 in, not 26", "")), (
            text
        )
        assert step["tools"] or step["key"] in ("floor", "again", "fire", "lower-under"), step["key"]
        if words == "north_america":
            for word, may in ONLY:
                assert word not in text or may(has), (word, text)


@pytest.mark.parametrize("document", documents(), ids=[d["opening"]["mark"] for d in documents()])
def test_every_card_of_the_demo_is_filled_in(document):
    out = solve_document(parse(Document, document))
    keys = [s["key"] for s in out["steps"]]
    assert len(keys) == len(set(keys)) >= 8
    for step in out["steps"]:
        words = " ".join(step[part] for part in ("text", "gate", "tools", "check", "caution"))
        assert "{" not in words and "None" not in words
        assert document["opening"]["mark"] in ("106", "N6", "L6") or " not said)" not in words, step


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


@pytest.mark.parametrize(
    ("figure", "cut", "done", "code"),
    [
        ("jack_length", "80 5/8", "framed", "framed-short"),  # planned 80 7/8
        ("jack_length", "81 1/8", "framed", "framed-long"),
        ("jack_length", "80 7/8", "framed", None),
        ("leg_length", "81 1/4", "framed", "piece-cut-short"),  # legs are not of the wall: they are cut anew
        ("leg_length", "81 1/4", "set", "set-short"),  # until the frame is set: 81 3/8 planned
        ("leg_length", "81 1/2", "set", "set-long"),
        ("leg_length", "81 3/8", "set", None),
        ("jack_length", "80 5/8", "set", "framed-short"),
    ],
)
def test_what_stands_is_not_cut_anew(figure, cut, done, code):
    doc = plain() | {"cuts": [{"figure": figure, "length": cut, "when": "Tue", done: True}]}
    said = [f for f in solved(doc).flags if f.code.startswith(("framed", "set-s", "set-l", "piece-cut"))]
    assert [f.code for f in said] == ([code] if code else [])
    assert all("not cut anew" in f.kind.cure for f in said if not f.code.startswith("piece"))


BARE = {"opening.floors": {"a": [], "b": []}}
CASED = {"opening.casing": {"width": "2 1/4"}}


@pytest.mark.parametrize(
    ("changes", "kind", "after"),
    [
        ({}, "set", ()),
        ({"opening.frame": {"kind": "split_jamb", "wall_least": "4", "wall_most": "5"}}, "set", ("wallboard",)),
        ({"opening.frame": {"supply": "pre_hung"}}, "set", ("wallboard",)),
        ({"opening.frame": {"supply": "pre_hung"}, "opening.setting": {"before_finish": True}}, "set", ()),
        (STEEL | BARE, "set", ("wallboard", "floor")),
        ({"opening.frame": {"supply": "pre_hung", "stands_on": "finished_floor"}}, "set", ("wallboard", "floor")),
        (CASED, "trim", ("wallboard", "floor")),
        (CASED | BARE, "trim", ("wallboard",)),
        (CASED | {"opening.floors": {"a": []}}, "trim", ("wallboard", "floor")),  # nobody said what the other side gets
    ],
)
def test_work_waits_for_what_it_clamps_or_stands_on(changes, kind, after):
    facts = facts_of(parse(Document, plain(**changes)))
    assert (
        next(work.after for work in work_of(facts.opening, solved(plain(**changes)), (), ()) if work.kind == kind)
        == after
    )


def test_a_gate_says_that_the_wall_finish_comes_first():
    def gates(**frame):
        setting = frame.pop("setting", {})
        return {s.gate for s in solved(plain(**{"opening.frame": frame, "opening.setting": setting})).steps}

    done = "{wallboard} done first"
    assert done in gates(kind="split_jamb") and done in gates(supply="pre_hung")
    assert done not in gates(supply="pre_hung", setting={"before_finish": True}) and done not in gates()


def test_hinge_rabbets_are_told_once():
    texts = [s.text for s in solved(plain(**{"opening.frame": {"kind": "rabbeted"}})).steps]
    assert sum("{hinge_leg_1}" in text for text in texts) == 1
    own = {"opening.door.in_hand": {"hinges": [{"at": "7"}, {"at": "60"}]}, "opening.frame": {"kind": "rabbeted"}}
    assert "hinges" not in [s.key for s in solved(plain(**own)).steps]


def test_a_frame_set_before_the_wall_finish_stands_off_the_studs_by_it():
    """Finishes of 1/2 on A and 7/8 on B: so far its edges stand off the studs there; a frame that clamps them waits."""
    first = {"opening.setting": {"before_finish": True}, "wall.finish_b": "7/8"}
    result = solved(plain(**first))
    found = lengths(result)
    assert (found["stand_off_a"], found["stand_off_b"]) == (inch("1/2"), inch("7/8"))
    keys = [step.key for step in result.steps]
    assert keys.index("stand-off") < keys.index("hinge-leg")
    facts = facts_of(parse(Document, plain(**first)))
    assert next(w.before for w in work_of(facts.opening, result, (), ()) if w.kind == "set") == "wallboard"
    split = solved(plain(**first, **{"opening.frame": {"kind": "split_jamb"}}))
    assert "stand_off_a" not in split.figures and "stand-off" not in [step.key for step in split.steps]
