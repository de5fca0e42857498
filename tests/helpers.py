"""What several tests share: documents to start from, and the shortest way from a document to its result."""

import copy
from fractions import Fraction

from jambo.core.quantities.figure import Figure
from jambo.core.quantities.length import Length
from jambo.core.solve import solve
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.views.exchange import solve_document

PLAIN = {
    "unit": "in",
    "wall": {"height": "97 1/2", "length": "168", "finish_a": "1/2", "finish_b": "1/2", "bearing": "no"},
    "opening": {
        "mark": "D1",
        "door": {"leaves": [{"width": "30 in", "height": "80", "thickness": "1 3/8"}], "opens_to": "A"},
        "floors": {"a": [{"name": "oak", "thickness": "3/4"}], "b": [{"name": "oak", "thickness": "3/4"}]},
        "header": {"depth": "5 1/2", "source": "drawing"},
        "position": {"distance": "60"},
    },
}


# changes that turn PLAIN into a door of another kind, each without a stop or check
POCKET = {"opening.door.kind": "pocket", "opening.door.pocket": {"source": "sheet"}}
SLIDER = {
    "opening.door.kind": "face_slider",
    "opening.door.leaves": [{"thickness": "1 3/8"}],
    "opening.door.opening_width": "31",
    "opening.door.opening_height": "81 1/2",
    "opening.door.mass": "44 lb",
    "opening.position.distance": "50",
    "opening.door.slider": {
        "source": "sheet",
        "rating": "150 lb",
        "length": "70",
        "hole_first": "1",
        "base_thickness": "0",
        "bolt_heads": "0",
        "studs": [{"at": str(at)} for at in range(16, 160, 16)],
    },
}
BYPASS = {
    "opening.door.kind": "bypass",
    "opening.door.leaves": [{"thickness": "1 3/8"}],
    "opening.door.opening_width": "59",
    "opening.door.opening_height": "80 3/4",
}


def plain(**changes):
    """PLAIN with changes by path, dots for levels: plain(**{"opening.header.depth": "7 1/4"}). None takes out."""
    doc = copy.deepcopy(PLAIN)
    for path, value in changes.items():
        *parents, last = path.split(".")
        at = doc
        for part in parents:
            at = at.setdefault(part, {})
        if value is None:
            at.pop(last, None)
        else:
            at[last] = copy.deepcopy(value)  # what is shared by tests is never changed through it
    return doc


def solved(doc):
    """Solve a document given as plain data."""
    facts = facts_of(parse(Document, doc))
    return solve(facts.opening, facts.wall, facts.rules)


def answer(doc):
    """What a screen is given for a document as plain data."""
    return solve_document(parse(Document, doc))


def lengths(result):
    """Every figure's value by name."""
    return {name: f.value for name, f in result.figures.items() if isinstance(f, Figure)}


def inches(result, *names):
    """The exact inches of some figures."""
    return [result.figures[name].value.in_inches() for name in names]


def codes(result, level=None):
    """The codes of a result's flags."""
    return [f.code for f in result.flags if level is None or f.kind.level == level]


def all_jobs(client):
    """Every job on the machine, newest first, page by page."""
    listed = client.get("/api/jobs").json()
    while more := client.get("/api/jobs", params={"before": listed[-1]["id"]}).json() if listed else []:
        listed += more
    return listed


def demo_document(mark):
    """The document of a demo opening."""
    return next(d for d in documents() if d["opening"]["mark"] == mark)


def inch(text):
    """An exact length from inches written as "81 7/16"."""
    return Length.inches(sum(map(Fraction, text.split())))
