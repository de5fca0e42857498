"""The open cutting list: what is refused and in which words, and what a plan says back."""

import json
import subprocess

import jsonschema_rs
import pytest

from helpers import inch
from jambo.format.cutting import CutList
from jambo.format.problems import Refused, parse
from jambo.running.machine import ROOT
from jambo.views.exchange import schema
from jambo.views.material.cutting import cut

LIST = {
    "unit": "in",
    "goal": "cost",
    "stock": [{"length": "96", "price": "4,12"}, {"length": "16 ft", "price": 9.1}, {"length": "50 1/2", "on_hand": 2}],
    "pieces": [
        {"label": "101 jack", "length": "81 3/8", "count": 2},
        {"label": "101 header", "length": "40 1/2"},
        {"label": "top plate", "length": "28 ft", "count": 2, "join": {"every": "16", "apart": "48"}},
    ],
}


def changed(**facts):
    return {**LIST, **facts}


def planned(doc):
    return cut(parse(CutList, doc))


@pytest.mark.parametrize(
    ("facts", "path", "says"),
    [
        ({"stock": []}, "stock", "no stock to cut from"),
        ({"stock": [{"price": 3}]}, "stock[0].length", "the stick has no length"),
        ({"stock": [{"length": "1 in", "price": 1}], "square": "2"}, "stock[0].length", "nothing is left of this stick"),
        ({"stock": [{"length": "96"}]}, "stock[0].price", "needs the price of every length"),
        ({"stock": [{"length": "96", "price": -1}]}, "stock[0].price", "cannot be"),
        ({"stock": [{"length": "96", "price": "free"}]}, "stock[0].price", "is no price"),
        ({"stock": [{"length": "96", "price": "1e9"}]}, "stock[0].price", "cannot be"),
        ({"stock": [{"length": "96", "price": "4.12345"}]}, "stock[0].price", "no more than four places"),
        ({"pieces": [{"length": "0"}]}, "pieces[0].length", "cannot be a piece to cut"),
        ({"pieces": [{"label": "jack"}]}, "pieces[0].length", "the piece has no length"),
        ({"pieces": [{"length": "30", "count": 0}]}, "pieces[0].count", "this is too little"),
        ({"pieces": [{"length": "30", "count": 1_000_000}]}, "pieces[0].count", "this is too much"),
        ({"pieces": [{"length": "30", "count": 15_000}] * 2}, "pieces", "these are 30000 pieces"),
        ({"pieces": [{"length": "300", "join": {}}]}, "pieces[0].join", "a splice needs its places"),
        ({"pieces": [{"length": "300", "join": {"over": ["x"]}}]}, "pieces[0].join.over[0]", "is not a length"),
        ({"kerf": "3"}, "kerf", "cannot be a gap"),
        ({"goal": "speed"}, "goal", "not one of the choices"),
        ({"lengths": []}, "lengths", "not a key"),
    ],
)  # fmt: skip
def test_refused_by_field(facts, path, says):
    with pytest.raises(Refused) as refused:
        planned(changed(**facts))
    error = refused.value.errors[0]
    assert (error.path, says in error.reason) == (path, True), error


def test_a_plan_is_exact_and_told_in_one_sentence():
    """The plates of 336 are joined over studs, the joints of the two 48 or more apart: of 8 ft sticks as they come at 4.12, not of 16 ft at
    9.10. With one of 16 ft, two more of 8 ft for the jacks, and what lies there: 7 x 4.12 + 9.10. That is not proven over every number of
    parts: material alone comes to 33.22."""
    plan = planned(LIST)
    assert (plan["cost"], plan["proven"]) == ("37.94", False)
    assert plan["told"].endswith("; no plan can cost less than 33.22.")
    jacks = [s for s in plan["sticks"] if s["cuts"][0]["label"] == "101 jack"]
    assert [(c["length"], c["mark"], c["part"]) for c in jacks[0]["cuts"]] == [("81 3/8 in", "81 3/8 in", None)]
    plates = [c for s in plan["sticks"] for c in s["cuts"] if c["label"] == "top plate"]
    assert {c["copy"] for c in plates} == {1, 2}
    assert len(plates) >= 5
    parts = {(c["copy"], c["part"]): inch(c["length"].removesuffix(" in")) for c in plates}
    ends = [
        [sum((parts[copy, p].nm for p in range(1, part + 1)), 0) for c, part in sorted(parts) if c == copy]
        for copy in (1, 2)
    ]
    assert [one.pop() for one in ends] == [inch("336").nm] * 2
    assert min(abs(a - b) for a in ends[0] for b in ends[1]) >= inch("48").nm
    jsonschema_rs.validator_for(schema("cut-plan")).validate(json.loads(json.dumps(plan)))
    assert jsonschema_rs.validator_for(schema("cut")).is_valid(LIST)


@pytest.mark.parametrize(
    ("facts", "told"),
    [
        ({"pieces": []}, "Nothing is cut."),
        ({"pieces": [{"length": "30 ft"}]}, "Nothing can be cut from this stock."),
        ({"pieces": [{"length": "90"}, {"length": "30 ft"}]}, "1 stick, 8 ft, 4.12; not everything can be cut."),
        ({"pieces": [{"length": "90"}], "goal": "sticks"}, "1 stick, 8 ft, 4.12; no plan takes fewer sticks."),
        ({"pieces": [{"length": "90"}], "goal": "waste"}, "1 stick, 8 ft, 4.12; no plan takes less stock."),
        ({"pieces": [{"length": "50"}], "goal": "lengths"}, "1 stick that lies there; no plan takes fewer lengths."),
        (
            {"pieces": [{"length": "50", "count": 3}], "goal": "waste"},
            "1 stick, 8 ft, 4.12, and 2 that lie there; no plan takes less stock.",
        ),
    ],
)
def test_how_a_plan_is_told(facts, told):
    assert planned(changed(**facts))["told"] == told


def test_what_cannot_be_cut_says_why():
    pieces = [{"length": "30 ft"}, {"length": "30 ft", "join": {"over": ["17 ft"]}}, {"length": "50", "count": 3}]
    plan = planned(changed(stock=[{"length": "50 1/2", "on_hand": 2}], pieces=pieces, goal="waste"))
    assert [(c["piece"], c["why"]) for c in plan["cannot"]] == [
        (0, "no stick is long enough, and it may not be spliced"),
        (1, "it cannot be spliced at its places from sticks of this length"),
        (2, "there is not enough stock for all of them"),
    ]
    assert (plan["bound"], plan["proven"], len(plan["sticks"])) == (None, False, 2)


def test_the_command_plans_and_refuses():
    command = [ROOT / "jambo", "cut", "-"]
    done = subprocess.run(command, input=json.dumps(LIST), capture_output=True, text=True, check=True)
    assert json.loads(done.stdout) == planned(LIST)
    assert "no plan comes to less than" in done.stderr
    wrong = subprocess.run(command, input='{"unit": "in"', capture_output=True, text=True, check=False)
    assert (wrong.returncode, "this is not JSON" in wrong.stderr) == (1, True)


def test_the_example_in_the_format_page_is_planned():
    page = (ROOT / "docs/FORMAT.md").read_text(encoding="utf-8")
    example = page.split("## Cutting lists")[1].split("```json")[1].split("```")[0]
    assert planned(json.loads(example))["sticks"]
