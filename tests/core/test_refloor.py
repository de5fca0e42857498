"""Another floor (handbook 9): floors of the job under an opening, which figures move, what it means for what is built."""

import re
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from helpers import POCKET, inch, inches, lengths, plain, solved
from jambo.core.all_flags import KINDS
from jambo.core.framing.refloor import refloored
from jambo.core.labels import OWN_NAME
from jambo.core.quantities.figure import Figure
from jambo.core.quantities.tape import Tape
from jambo.core.words.lists import REGIONS
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.floor_facts import check_floors
from jambo.format.problems import Refused, parse
from jambo.views.opening.result import flag_out


def floors(thickness, **side):
    return {"opening.floors": {"a": [{"thickness": thickness}], "b": [{"thickness": thickness}]}} | side


def moved(before, after, done=(), **changes):
    """What a floor of `after` does to the plain opening on a floor of `before`."""
    was, facts = (
        solved(plain(**floors(before), **changes)),
        facts_of(parse(Document, plain(**floors(after), **changes))),
    )
    now = solved(plain(**floors(after), **changes))
    return refloored(was.figures, now.figures, facts.opening, facts.rules, done)


def test_a_quarter_inch_more_floor_lifts_what_stands_on_it_by_a_quarter():
    """3/4 to 1 in: head 81 3/8 to 81 5/8, opening 82 3/8 to 82 5/8, jack 80 7/8 to 81 1/8, cripple 9 5/8 to 9 3/8."""
    found = {m.name: m for m in moved("3/4", "1").moved}
    for name, before, after in (
        ("floor_clear", "3/4", "1"),
        ("leaf_bottom", "1 1/4", "1 1/2"),
        ("head_underside", "81 3/8", "81 5/8"),
        ("ro_height", "82 3/8", "82 5/8"),
        ("jack_length", "80 7/8", "81 1/8"),
        ("leg_length", "81 3/8", "81 5/8"),
        ("cripple_length", "9 5/8", "9 3/8"),
    ):
        assert (found[name].before, found[name].after) == (inch(before), inch(after)), name
    assert not {"ro_width", "king_length", "header_length", "frame_outside_width"} & found.keys()


def test_a_figure_that_waited_and_now_is_known_counts_as_moved():
    was, now = solved(plain(**{"opening.floors": {"a": [{"thickness": "3/4"}]}})), solved(plain())
    facts = facts_of(parse(Document, plain()))
    found = {m.name: m for m in refloored(was.figures, now.figures, facts.opening, facts.rules).moved}
    assert (found["floor_b"].before, found["floor_b"].after) == (None, inch("3/4"))
    assert "ro_height" in found or was.figures["ro_height"] == now.figures["ro_height"]


RATED = {"opening.door.fire_rated": True}
CASES = [
    # 3/4 to 1 1/8: of the 1/2 in gap 1/8 is left, 3/8 comes off, within the 1/2 in that may
    (("3/4", "1 1/8", ("set",)), {}, "new-floor-trim", {"left": "1/8", "wanted": "1/2", "trim": "3/8"}),
    (("3/4", "1 1/2", ("framed", "set")), {}, "new-floor-trim-too-much", {"left": "nothing", "trim": "3/4", "most": "1/2"}),
    (("3/4", "1 1/16", ("signed",)), RATED, "new-floor-fire-rated", {"left": "3/16"}),
    # 1/4 is the least gap: what leaves that much is left so, of a rated leaf too
    (("3/4", "1", ("signed",)), RATED, "new-floor-gap-smaller", {"left": "1/4", "least": "1/4", "trim": "1/4"}),
    (("3/4", "1", ("set",)), {}, "new-floor-gap-smaller", {"left": "1/4"}),
    (("3/4", "1 1/16", ("set",)), {}, "new-floor-trim", {"left": "3/16", "trim": "5/16"}),
    (("3/4", "1/2", ("set",)), {}, "new-floor-gap-wide", {"left": "3/4", "wanted": "1/2"}),
    # framed 82 3/8 with 1/4 over the head: 1/8 more floor leaves 1/8, 1/2 more lacks 1/4, which the gap of 1/2 can give, and no more
    (("3/4", "1 1/4", ("framed",)), {}, "new-floor-gap-gives", {"over": "1/4", "left": "1/4", "least": "1/4"}),
    (("3/4", "1 1/4", ("framed",)), RATED, "new-floor-gap-gives", {"over": "1/4"}),
    (("3/4", "7/8", ("framed",)), {}, "new-floor-head-space", {"left": "1/8", "framed": "82 3/8", "needs": "82 1/2"}),
    (("3/4", "1 5/16", ("framed",)), RATED, "new-floor-fire-rated-low", {"over": "5/16", "gives": "1/4"}),
    (("3/4", "1 5/16", ("framed",)), {}, "new-floor-opening-low", {"over": "5/16", "needs": "82 15/16", "gives": "1/4"}),
    (("3/4", "7/8", ("framed",)), POCKET, "new-floor-kit-low", {"over": "1/8"}),  # a pocket has no play to give
]  # fmt: skip


@pytest.mark.parametrize(("asked", "changes", "code", "values"), CASES, ids=[c[2] for c in CASES])
def test_what_is_built_is_judged(asked, changes, code, values):
    flags = moved(*asked, **changes).flags
    assert [f.code for f in flags] == [code]
    for name, value in values.items():
        assert flags[0].values[name] == (value if value == "nothing" else inch(value)), name
    assert set(flags[0].figures) <= solved(plain(**changes)).figures.keys()
    for words in REGIONS:
        said = flag_out(flags[0], Tape.of("in"), words)
        assert said["reason"].endswith(".") and said["cure"].endswith(".")
        assert not re.search(r"[{}]|None", said["reason"] + said["cure"])
    assert code in KINDS


@pytest.mark.parametrize(
    ("before", "after", "done"), [("3/4", "1", ()), ("3/4", "3/4", ("set",)), ("1", "1", ("framed",))]
)
def test_nothing_is_said_of_a_plan_or_of_a_floor_that_stays(before, after, done):
    assert moved(before, after, done).flags == ()


sixteenths = st.integers(0, 32).map(lambda n: str(Fraction(n, 16)))


@given(sixteenths, sixteenths)
def test_back_again_moves_the_same_figures_back(first, second):
    there, back = moved(first, second).moved, moved(second, first).moved
    assert {(m.name, m.before, m.after) for m in there} == {(m.name, m.after, m.before) for m in back}
    assert (there == ()) == (first == second)


OAK = {"key": "oak", "name": "Oak", "layers": [{"name": "boards", "thickness": "3/4"}]}
HALL = {
    "key": "hall",
    "layers": [{"thickness": "1/4"}, {"name": "tile", "thickness": "5/8", "allowance": "tile not chosen"}],
}


def on(a, b, *known, **changes):
    return plain(**{"opening.floors": {"a_from": a, "b_from": b}, **changes}) | {"floors": list(known)}


def test_a_floor_of_the_job_counts_like_layers_of_ones_own():
    mine, theirs = solved(on("oak", "oak", OAK)), solved(plain())
    assert lengths(mine) == lengths(theirs)
    terms = mine.figures["floor_a"].terms
    assert [(t.name, t.source.path) for t in terms] == [(f"{OWN_NAME}boards", "floors[0].layers[0].thickness")]


def test_an_allowance_of_a_floor_is_an_allowance_of_every_figure_on_it():
    result = solved(on("oak", "hall", OAK, HALL))
    figure = result.figures["floor_b"]
    assert isinstance(figure, Figure) and inches(result, "floor_b") == [Fraction(7, 8)]
    assert figure.allowances == ("tile not chosen",)
    flag = next(f for f in result.flags if f.code == "floor-is-allowance")
    assert flag.path == "floors[1].layers[1].thickness"


def test_own_layers_are_kept_and_do_not_count_while_a_floor_is_named():
    doc = on("oak", "oak", OAK)
    doc["opening"]["floors"]["a"] = [{"thickness": "2"}]
    assert inches(solved(doc), "floor_a") == [Fraction(3, 4)]


def test_a_floor_without_layers_is_bare_and_one_without_a_thickness_waits():
    assert inches(solved(on("bare", "bare", {"key": "bare"})), "floor_a") == [0]
    waits = solved(on("oak", "oak", {"key": "oak", "layers": [{"name": "boards"}]}))
    assert [m.path for m in waits.missing] == ["floors[0].layers[0].thickness"]


@pytest.mark.parametrize(
    ("known", "path", "told"),
    [
        ([], "opening.floors.b_from", "none is kept yet"),
        ([OAK], "opening.floors.b_from", "oak"),
        ([OAK, {"key": "hall", "layers": [{"thickness": "9 ft"}]}], "floors[1].layers[0].thickness", "in"),
    ],
)
def test_a_floor_that_is_not_there_or_cannot_be_is_refused(known, path, told):
    with pytest.raises(Refused) as refused:
        facts_of(parse(Document, on(None, "hall", *known)))
    assert [e.path for e in refused.value.errors] == [path] and told in refused.value.errors[0].accepted


def test_floors_of_a_job_are_checked_even_while_nobody_uses_them():
    floors_ = parse(
        Document, {"unit": "in", "floors": [OAK, OAK, {"key": "x", "layers": [{"thickness": "thick"}]}]}
    ).floors
    with pytest.raises(Refused) as refused:
        check_floors(floors_, "in")
    assert [e.path for e in refused.value.errors] == ["floors[1].key", "floors[2].layers[0].thickness"]
