"""The short of an opening for lists: how far it has come, what is worst, its outline, and what is wrong with it."""

import json

import pytest

from helpers import PLAIN, SLIDER, plain
from jambo.core.quantities.tape import Tape
from jambo.views.opening.summary import summarise, summary_out, with_clashes


def short(doc, unit="in", tape=None, words="north_america"):
    rules = doc.get("rules", {})
    texts = [json.dumps(d) for d in (rules.get("crew", {}), rules.get("job", {}), doc["wall"], doc["opening"])]
    return summary_out(summarise(unit, *texts), tape or Tape.of(unit), words)


def without(*paths):
    return plain(**dict.fromkeys(paths))


@pytest.mark.parametrize(
    ("doc", "said"),
    [
        (plain(), ""),
        (plain(**{"opening.door": {"leaves": [{"width": "30 in"}]}}), "door not settled"),
        (without("opening.floors"), "floor not settled"),
        (without("opening.floors", "opening.header"), "floor not settled"),  # the earliest stage that waits
        (without("opening.header"), "frame not settled"),
        (without("wall.finish_a"), "frame not settled"),
        (without("opening.position"), "frame not settled"),
        (plain(**{"wall.length": "24"}), ""),  # it cannot be at all
        (plain(**SLIDER, **{"opening.door.slider.base_thickness": None, "wall.finish_a": None}), "wall not settled"),
        (plain(**SLIDER, **{"opening.casing": {"width": "2 1/4"}}), "trim not settled"),
        (plain(**{"opening.frame.kind": "steel_wrap"}), "frame not settled"),
    ],
)
def test_a_list_names_the_stage_on_which_the_page_of_the_opening_asks_for_what_is_missing(doc, said):
    assert short(doc)["unsettled"] == said


def test_worst_flag_first_and_counted():
    doc = plain(**{
        "wall.bearing": "yes", "opening.header.source": None, "opening.floors.b": [{"thickness": "3/4", "allowance": "later"}],
    })  # fmt: skip
    out = short(doc)
    assert (out["worst"]["code"], out["counts"]["stop"], out["counts"]["check"]) == ("bearing-without-source", 1, 1)


def test_sizes_on_the_tape_asked_for_with_what_is_not_known():
    assert short(plain())["leaf"] == "30 × 80 in"
    assert short(plain(), tape=Tape.of("mm"))["ro"] == "820 × 2093 mm"
    half = short(plain(**{"opening.door": {"leaves": [{"width": "30 in"}]}}))
    assert (half["leaf"], half["ro"], half["silhouette"]) == ("30 × ? in", "32 1/4 × ? in", None)
    assert short({"wall": {}, "opening": {}})["leaf"] is None


def test_outline_is_true_to_scale():
    outline = short(plain())["silhouette"]
    assert outline == {
        "ro_width": 819.15, "ro_height": 2092.325, "leaf_widths": [762.0], "leaf_height": 2032.0, "leaf_bottom": 31.75,
        "hinge_side": "left", "kind": "swing", "slides_to": "right",
    }  # fmt: skip


def test_an_opening_that_can_no_longer_be_says_so_and_breaks_no_list():
    out = short(plain(**{"wall.length": "24"}))
    assert [e["path"] for e in out["errors"]] == ["opening.door.leaves[0].width", "opening.position.distance"]
    assert (out["leaf"], out["worst"], out["counts"]["stop"]) == (None, None, 0)


def test_rules_of_job_and_crew_are_part_of_the_answer():
    wider = {**PLAIN, "rules": {"crew": {"side_shim": "3/8"}, "job": {}}}
    assert short(wider)["ro"].startswith("32 1/2")
    nearer = {**PLAIN, "rules": {"crew": {"side_shim": "3/8"}, "job": {"side_shim": "1/2"}}}
    assert short(nearer)["ro"].startswith("32 3/4")


def test_clashes_in_one_wall_are_told_on_both_and_nowhere_else():
    """60 from the left and 108 from the right of 168 are one place; 110 stands clear of it; D4 is in another wall, D5 nowhere."""
    places = [("60", "left", 1), ("108", "right", 1), ("110", "left", 1), ("60", "left", 2), (None, "left", 1)]
    summaries = []
    for n, (at, end, _) in enumerate(places, 1):
        doc = plain(**{"opening.position": {"distance": at, "measured_from": end}, "opening.mark": f"D{n}"})
        summaries.append(summarise("in", "{}", "{}", json.dumps(doc["wall"]), json.dumps(doc["opening"])))
    told = with_clashes(summaries, [wall for *_, wall in places])
    said = [[(f.code, f.values["b"]) for f in one.flags if f.code.endswith("neighbour")] for one in told]
    assert said == [[("opening-over-neighbour", "D2")], [("opening-over-neighbour", "D1")], [], [], []]
    assert [one.flags[0].kind.level for one in told[:2]] == ["stop", "stop"]
    assert with_clashes([], []) == []
