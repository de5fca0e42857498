"""What holds for any opening: sums add up, mirror and unit change nothing but labels, more space never fits less."""

import copy
from fractions import Fraction

from hypothesis import given, settings
from hypothesis import strategies as st

from helpers import codes, inch, lengths, plain, solved
from jambo.core.quantities.figure import Figure
from jambo.core.quantities.length import ZERO, total
from jambo.format.document import Document
from jambo.views.exchange import solve_document


def sixteenths(low, high):
    return st.integers(low * 16, high * 16).map(
        lambda n: (
            f"{Fraction(n, 16)} in"
            if n % 16 == 0
            else f"{n // 16} {Fraction(n % 16, 16)} in"
            if n > 16
            else f"{Fraction(n, 16)} in"
        )
    )


layers = st.lists(
    st.fixed_dictionaries({"thickness": sixteenths(0, 2)}, optional={"allowance": st.just("later")}), max_size=3
)
openings = st.fixed_dictionaries(
    {
        "door": st.fixed_dictionaries({
            "leaves": st.lists(st.fixed_dictionaries({"width": sixteenths(18, 48), "height": sixteenths(72, 96)}), min_size=1, max_size=1),
            "hinge_side": st.sampled_from(["left", "right"]),
            "opens_to": st.sampled_from("AB"),
        }),
        "floors": st.fixed_dictionaries({}, optional={"a": layers, "b": layers, "under": st.sampled_from("AB")}),
        "school": st.sampled_from(["build_up", "add_on"]),
        "frame": st.fixed_dictionaries({"stands_on": st.sampled_from(["rough_floor", "finished_floor", "spacer"]), "spacer": sixteenths(0, 2)}),
        "header": st.fixed_dictionaries({"depth": sixteenths(4, 12), "jacks": st.integers(1, 3), "kings": st.integers(1, 2)}),
        "position": st.fixed_dictionaries({
            "measured_from": st.sampled_from(["left", "right"]),
            "to": st.sampled_from(["centre", "near_edge", "hinge_edge", "near_king", "far_king"]),
            "distance": sixteenths(10, 200),
        }),
        "rules": st.fixed_dictionaries({}, optional={"side_shim": sixteenths(0, 1), "head_gap": sixteenths(0, 1)}),
    }
)  # fmt: skip


def document(opening):
    doc = plain()
    doc["wall"].update(length="240", layout_from="left")
    doc["opening"] = opening
    return doc


@given(openings)
@settings(max_examples=150, deadline=None)
def test_every_sum_adds_up(opening):
    for figure in solved(document(opening)).figures.values():
        if isinstance(figure, Figure):
            assert total(t.value for t in figure.terms) == figure.value, figure.name


@given(openings)
@settings(max_examples=60, deadline=None)
def test_mirror_image_mirrors_the_wall_and_nothing_else(opening):
    swap = {"left": "right", "right": "left"}
    mirrored = copy.deepcopy(opening)
    mirrored["door"]["hinge_side"] = swap[opening["door"]["hinge_side"]]
    mirrored["position"]["measured_from"] = swap[opening["position"]["measured_from"]]
    doc, other = document(opening), document(mirrored)
    other["wall"]["layout_from"] = "right"
    a, b = solved(doc), solved(other)
    assert lengths(a) == lengths(b)
    assert codes(a) == codes(b)
    assert sorted((-s.x1, s.y0, -s.x0, s.y1, s.part) for s in a.shapes) == sorted(
        (s.x0, s.y0, s.x1, s.y1, s.part) for s in b.shapes
    )


@given(openings, st.sampled_from(["1/16", "1/32", None]), st.sampled_from(["britain", "australia"]))
@settings(max_examples=40, deadline=None)
def test_unit_and_words_shown_change_only_labels(opening, step, words):
    doc = document(opening)
    here = solve_document(Document.model_validate(doc))
    there = solve_document(Document.model_validate({**doc, "show": {"unit": "mm", "words": words}}))
    assert {n: f["value"]["mm"] for n, f in here["figures"].items()} == {
        n: f["value"]["mm"] for n, f in there["figures"].items()
    }
    assert [f["code"] for f in here["flags"]] == [f["code"] for f in there["flags"]]
    assert here["shapes"] == there["shapes"]


@given(openings, st.integers(1, 32))
@settings(max_examples=60, deadline=None)
def test_more_shim_space_never_leaves_less(opening, more):
    opening = {**opening, "school": "build_up", "rules": {"side_shim": "1/8"}}
    wider = {**opening, "rules": {"side_shim": f"{Fraction(2 + more, 16)}"}}
    a, b = lengths(solved(document(opening))), lengths(solved(document(wider)))
    assert b["side_play"] - a["side_play"] == b["ro_width"] * Fraction(1, 2) - a["ro_width"] * Fraction(1, 2) > ZERO


@given(openings)
@settings(max_examples=60, deadline=None)
def test_plate_marks_stay_in_order_and_clear_of_the_opening(opening):
    result = solved(document(opening))
    values = [m.measure.value for m in result.plate.marks]
    assert values == sorted(values)
    plate, stud = result.plate, inch("1 1/2")
    for common in plate.commons:
        clear = common.near + stud <= plate.framing_near or common.near >= plate.framing_far
        assert clear == (common.fate == "stands")
