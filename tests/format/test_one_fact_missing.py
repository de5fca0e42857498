"""Any one fact left out, of any kind of opening: nothing breaks, sums still add up, and what is not known says what it waits on."""

import copy
import json

import pytest

from helpers import BYPASS, POCKET, SLIDER, plain
from jambo.core.quantities.figure import Figure, Waiting
from jambo.core.quantities.length import total
from jambo.core.quantities.tape import Tape
from jambo.core.solve import solve
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse
from jambo.views.exchange import solve_document
from jambo.views.opening.summary import summarise, summary_out
from jambo.views.wall.layout import SharedTexts, WallOpening, wall_out

PAIR = {"opening.door.leaves": [{"width": "24 in", "height": "80", "thickness": "1 3/8"}] * 2}
CASED = {"opening.casing": {"width": "2 1/4", "thickness": "11/16"}}
STANDING = {
    "wall.existing": True,
    "wall.bearing": "yes",
    "wall.plate_on": "joists",
    "wall.studs_found": [{"at": str(n)} for n in range(16, 168, 16)],
    "wall.services": [{"what": "A wire", "at": "50", "to": "70", "low": "12", "high": "14"}],
    "opening.cut_in": {
        "asked": True,
        "least": "20",
        "most": "150",
        "wanted": "60",
        "support": "posts",
        "support_by": "R. Ames",
    },
}
SURVEYED = {
    "survey.readings": [
        {"place": "width_foot", "value": "32 1/4"},
        {"place": "width_head", "value": "32 3/8"},
        {"place": "height_left", "value": "82 1/2"},
        {"place": "lean_left", "value": "1/8 in 4 ft", "toward": "opening"},
        {"place": "floor_across", "value": "1/8 in 4 ft", "toward": "left"},
    ],
    "opening.unit": {"outside_width": "31 3/4", "leg_length": "82"},
}
DOCUMENTS = {
    "swing": CASED,
    "pair": PAIR,
    "from the right": {"opening.position": {"measured_from": "right", "distance": "60", "to": "hinge_edge"}} | CASED,
    "pocket": POCKET,
    "pocket pair": POCKET | PAIR,
    "slider": SLIDER,
    "two slabs": SLIDER | {"opening.door.leaves": [{"thickness": "1 3/8"}] * 2, "opening.door.slides_to": "left"},
    "bypass": BYPASS,
    "sloping": CASED | {"wall.height_right": "120"},
    "standing": CASED | STANDING | {"opening.position.measured_from": "right"},
    "standing and sloping": CASED | STANDING | {"wall.height_right": "120"},
    "pocket in a standing wall": POCKET | STANDING,
    "surveyed": SURVEYED,
    "steel": {"opening.frame": {"kind": "steel_wrap", "throat": "4 1/2", "source": "sheet"}},
    "with a sill": {"opening.frame": {"kind": "outside_sill", "thickness": "3/4", "sill_thickness": "1 1/4"}},
    "neighbour": {"beside": [{"mark": "D2", "low": "100", "high": "132", "framing_low": "97", "framing_high": "135"}]},
}


def leaves(node, path=()):
    """Every place in a document that can be left out: keys and list items, deepest last."""
    items = node.items() if isinstance(node, dict) else enumerate(node) if isinstance(node, list) else ()
    for key, value in items:
        if path or key in ("wall", "opening", "survey"):
            if path:
                yield (*path, key)
            yield from leaves(value, (*path, key))


def without(doc, path):
    less = copy.deepcopy(doc)
    node = less
    for key in path[:-1]:
        node = node[key]
    del node[path[-1]]
    return less


def check(doc, whole, path):
    try:
        facts = facts_of(parse(Document, doc))
    except Refused as refused:
        assert all(e.path and e.reason and e.accepted for e in refused.errors)
        return
    result = solve(facts.opening, facts.wall, facts.rules)
    for name, figure in result.figures.items():
        if isinstance(figure, Figure):
            assert total(t.value for t in figure.terms) == figure.value, (path, name)
        elif isinstance(
            whole.get(name), Figure
        ):  # it was known: it waits on what was taken away, or on what hung on that
            assert isinstance(figure, Waiting) and figure.on, (path, name)
            said = {missing.path.replace("[", ".").replace("]", "").split(".")[1] for missing in figure.on}
            assert path[1] in said, (path, name, said)
    json.dumps(solve_document(parse(Document, doc)))
    around = SharedTexts("in", "{}", "[]", "{}", json.dumps(doc["wall"]))
    asked = [WallOpening(1, "D1", json.dumps(doc["opening"])), WallOpening(2, "D2", json.dumps(plain()["opening"]))]
    json.dumps(wall_out(asked, around, Tape.of("mm"), "britain"))
    read = tuple(json.dumps(r) for r in doc.get("survey", {}).get("readings", []))
    short = summarise("in", "{}", "{}", json.dumps(doc["wall"]), json.dumps(doc["opening"]), read)
    json.dumps(summary_out(short, Tape.of("in"), "australia"))


@pytest.mark.parametrize("kind", DOCUMENTS)
def test_any_one_fact_may_be_missing(kind):
    doc = plain(**DOCUMENTS[kind])
    facts = facts_of(parse(Document, doc))
    whole = solve(facts.opening, facts.wall, facts.rules).figures
    check(doc, whole, ("", ""))
    paths = list(leaves(doc))
    assert len(paths) > 20
    for path in paths:
        check(without(doc, path), whole, path)


def dotted(path):
    return "".join(f"[{part}]" if isinstance(part, int) else f".{part}" for part in path).lstrip(".")


NONSENSE = ("?!", "6'13", True, ["x"], {"value": "x"}, 10**12)  # no field takes it
ODD = (
    "",
    "-5",
    "1/0",
    "99999",
    -1,
    0.1,
    None,
    [],
    {},
)  # some do: 1/0 is a foot; and then other facts may not agree with it


@pytest.mark.parametrize("kind", DOCUMENTS)
def test_any_one_fact_may_be_nonsense(kind):
    """Whatever stands in a field is taken or refused, by the name of the field where nothing could take it; nothing breaks."""
    doc = plain(**DOCUMENTS[kind])
    refusals = 0
    for path in leaves(doc):
        for written in (*NONSENSE, *ODD):
            wrong = copy.deepcopy(doc)
            node = wrong
            for key in path[:-1]:
                node = node[key]
            node[path[-1]] = written
            try:
                facts = facts_of(parse(Document, wrong))
            except Refused as refused:
                refusals += 1
                assert all(e.path and e.reason and e.accepted for e in refused.errors), (path, written)
                named = [e.path for e in refused.errors]
                own = any(one.startswith(dotted(path)) or one == dotted(path[:-1]) for one in named)
                assert own or written in ODD, (path, written, named)
            else:
                solve(facts.opening, facts.wall, facts.rules)
    assert refusals > 100
