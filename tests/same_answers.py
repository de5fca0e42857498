"""Holds every answer against what it was: written out from one commit, checked byte for byte after a change of structure.

    PYTHONPATH=src:tests .venv/bin/python tests/same_answers.py write CORPUS [DOCUMENTS ...]
    PYTHONPATH=src:tests .venv/bin/python tests/same_answers.py check CORPUS

DOCUMENTS are files of opening documents as JSON lines, beside the demo's and 300 drawn with a fixed seed.
"""

import copy
import gzip
import json
import random
import sys
from pathlib import Path

from helpers import BYPASS, POCKET, SLIDER, plain
from jambo.core.facts.readings import PLACES
from jambo.demo.jobs import documents
from jambo.format.problems import Refused
from jambo.views.exchange import solve_text

DRAWN = 300
SIXTEENTHS = {"width": (384, 576), "height": (1248, 1536), "thickness": (12, 28)}  # of a leaf: from, to
FRAMES = [
    {},
    {"kind": "lining_kit", "thickness": "1 1/4", "kit_width_1": "28", "kit_width_2": "30"},
    {"kind": "rabbeted", "depth": "5"},
    {"kind": "split_jamb", "wall_least": "4", "wall_most": "5"},
    {"kind": "steel_wrap", "throat": "4 5/8", "source": "sheet"},
    {"kind": "outside_sill", "sill_thickness": "1 1/2", "depth": "5 1/4"},
    {"supply": "pre_hung", "stands_on": "finished_floor"},
    {"stands_on": "spacer", "spacer": "1/2"},
]
CHOICES = {
    "opening.door.hinge_side": ["left", "right"], "opening.door.opens_to": ["A", "B"], "opening.door.outside": ["A", "B"],
    "opening.door.slides_to": ["left", "right"], "opening.door.leads_to": ["inside", "outside", "garage", "store"],
    "opening.door.glass": [True, False], "opening.door.fire_rated": [True, False],
    "opening.door.mass": ["44 lb", "95 lb", "30 kg"],
    "opening.school": ["build_up", "add_on"], "opening.add_from": ["rough_floor", "finished_floor"],
    "opening.head_gain": ["raise", "pack"], "opening.header.jacks": [1, 2, 3], "opening.header.kings": [1, 2],
    "opening.position.measured_from": ["left", "right"],
    "opening.position.to": ["centre", "near_edge", "far_edge", "hinge_edge", "near_king", "far_king"],
    "wall.layout_from": ["left", "right"], "wall.bearing": ["no", "yes", "unknown"], "wall.existing": [True, False],
    "wall.length": ["168", "200", None], "wall.height_right": ["110", "90"], "wall.plate_on": ["deck", "joists"],
    "wall.studs_found": [[{"at": str(n)} for n in range(15, 160, 16)]],
    "opening.cut_in": [{"asked": True, "least": "20", "most": "150", "support": "posts", "support_by": "A. Reed"}],
    "opening.casing": [{"width": "2 1/4", "thickness": "11/16"}, {"width": "3", "corner": "butted"}],
    "opening.setting.school": ["centred", "tight", "fewest", "pre_packed"], "opening.setting.packing": ["tapered", "flat"],
    "opening.setting.lean": ["auto", "flush_top", "flush_foot", "split"],
    "opening.setting.legs": ["plumb", "hinge_plane", "split", "stop_to_leaf"],
    "opening.setting.nailing": ["top_down", "bottom_up"], "opening.setting.foot_station": [True, False],
    "opening.setting.opens": [90, 110, 175], "opening.setting.latch": ["binds", "rattles", "latches"],
    "opening.head_line": ["83", "84 1/2"], "opening.setting.later_floor": ["1/4", "3/4"],
    "opening.floors.strip": ["3/4", "1"], "opening.floors.under": ["A", "B", "strip"],
    "opening.floors.b": [[], [{"name": "tile", "thickness": "1/2", "allowance": "later"}], [{"thickness": "1 1/4"}]],
    "opening.unit": [{"outside_width": "31 3/4"}, {"outside_width": "32 1/16", "leg_length": "81 7/8"}],
    "opening.door.pocket.gap": ["3/8", "1"], "opening.door.pocket.heated": [True], "opening.door.pocket.floor": ["concrete"],
    "opening.door.slider.fixing": ["backer", "spacers", "backer_only"], "opening.door.slider.guide": ["channel", "roller"],
    "opening.door.slider.hung_on": ["A", "B"], "opening.door.slider.length": ["60", "64", "72"],
    "opening.door.slider.lean": [[{"at": "40", "by": "1/4", "toward": "slab"}, {"at": "6", "by": "1/8", "toward": "wall"}]],
    "opening.door.bypass.count": [2, 3, 4], "opening.door.bypass.leaf_width": ["30 1/2", "24"],
    "opening.rules": [{"side_shim": "3/8", "head_gap": "1/16"}, {"stud_spacing": "24", "stud_thickness": "1 3/4"}],
    "show": [{"unit": "mm", "words": "britain"}, {"words": "australia", "step": "1/32"}],
    "cuts": [[{"figure": "leg_length", "length": "82 1/4", "when": "Mon"}, {"figure": "jack_length", "length": "80"}]],
}  # fmt: skip


def _reading(place, of, rng):
    """A reading of a place such as a hole near the planned one would give."""
    usual = {
        "opening_width": (500, 530), "opening_height": (1310, 1340), "diagonal": (1400, 1460), "lean": (0, 6), "gap": (0, 6),
        "wall_thickness": (70, 82), "leaf_width": (480, 500), "height": (720, 800),
    }  # fmt: skip
    n = rng.randint(*usual[of.kind])
    one = {"place": place, "value": f"{n}/16 in in 4 ft" if of.written == "level" else f"{n}/16 in"}
    if of.ways:
        one["toward"] = rng.choice(of.ways)
    if of.needs_at:
        one["at"] = f"{rng.randint(10, 70)} in"
    return one


def _metric(doc):
    """The same opening as a metric crew would say it: its own sizes, its own defaults."""
    doc["unit"] = "mm"
    doc["opening"]["door"]["leaves"] = [{"width": "762", "height": "1981", "thickness": "35"}]
    doc["wall"] |= {"height": "2475", "length": "4200", "finish_a": "12.5", "finish_b": "12.5"}
    doc["opening"]["floors"] = {"a": [{"thickness": "18"}], "b": [{"thickness": "22"}]}
    doc["opening"]["header"]["depth"], doc["opening"]["position"]["distance"] = "140", "1500"


def drawn(count, seed=11):
    """Documents over all kinds, frames, units and surveys, some of which are refused."""
    rng = random.Random(seed)
    found = []
    for n in range(count):
        kind = [{}, {}, {}, POCKET, SLIDER, BYPASS][n % 6]
        doc = plain(**copy.deepcopy(kind))
        if n % 6 < 3:
            doc["opening"]["frame"] = dict(FRAMES[n // 6 % len(FRAMES)])
            if n % 4 == 3:
                _metric(doc)
        if n % 9 == 8:
            doc["opening"]["door"]["leaves"] *= 2
        for path in rng.sample(sorted(CHOICES), rng.randint(0, 9)):
            *parents, last = path.split(".")
            at = doc
            for part in parents:
                at = at.setdefault(part, {})
            at[last] = copy.deepcopy(rng.choice(CHOICES[path]))
        if n % 3 == 0:
            places = [(p, of) for p, of in PLACES.items() if rng.random() < 0.55]
            doc["survey"] = {"readings": [_reading(p, of, rng) for p, of in places]}
        for leaf in doc["opening"]["door"]["leaves"]:
            for fact in [f for f in leaf if doc["unit"] == "in" and rng.random() < 0.3]:
                leaf[fact] = f"{rng.randint(*SIXTEENTHS[fact])}/16"
        found.append(doc)
    return found


def _in_order(result):
    """An answer as text. What was heard, the errors of a refusal and the keys it would accept are sets: their order says nothing."""
    if isinstance(result, list):
        for error in result:
            said, colon, keys = error["accepted"].partition("ccepted keys: ")
            error["accepted"] = said + colon + ", ".join(sorted(keys.split(", ")))
        return json.dumps(sorted(result, key=json.dumps), ensure_ascii=False)
    return json.dumps({**result, "heard": dict(sorted(result["heard"].items()))}, ensure_ascii=False)


def answer(text):
    """The answer to a document as JSON text, or why it is refused."""
    try:
        return _in_order(solve_text(text))
    except Refused as refused:
        return _in_order([error.as_dict() for error in refused.errors])


def write(corpus, files):
    """Write documents with their answers."""
    texts = [json.dumps(doc) for doc in (*documents(), *drawn(DRAWN))]
    for file in files:
        texts += Path(file).read_text(encoding="utf-8").splitlines()
    with gzip.open(corpus, "wt", encoding="utf-8") as out:
        for text in dict.fromkeys(texts):
            out.write(json.dumps([text, answer(text)]) + "\n")


def check(corpus):
    """Say how many answers differ, and show the first places where they do."""
    count = differ = 0
    with gzip.open(corpus, "rt", encoding="utf-8") as lines:
        for line in lines:
            text, before = json.loads(line)
            before = before.replace('"figures": ["wall_height"]', '"figures": ["wall_top"]')  # it lit nothing
            before, after = _in_order(json.loads(before)), answer(text)
            count += 1
            if after != before:
                differ += 1
                if differ <= 5:
                    at = next((i for i, (a, b) in enumerate(zip(before, after, strict=False)) if a != b), 0)
                    print(
                        f"{text[:300]}\n  before ...{before[max(0, at - 120) : at + 120]}\n  after  ...{after[max(0, at - 120) : at + 120]}"
                    )
    print(f"{count} answers, {differ} differ")
    return differ


if __name__ == "__main__":
    if sys.argv[1] == "write":
        write(sys.argv[2], sys.argv[3:])
    else:
        sys.exit(bool(check(sys.argv[2])))
