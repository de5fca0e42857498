"""No two of flags, verdict, figures, pieces, steps and moves disagree, whatever the document.

Stated as equalities between what is told in one place and what is told in another:
pieces, pole, marks, stations and the words of steps are figures in force and none that is not; a sum adds up; the leaf fits its
frame and the frame its hole by the play told; the verdict, the stops and the slot say the same; what is chosen is what is cut.
"""

import re

from found_cases import STRAIGHT, also, gaps
from hypothesis import given, settings
from hypothesis import strategies as st
from test_card import FRAME, KIND_OF_DOOR, MORE, STANDING

from helpers import plain, solved
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Waiting
from jambo.core.quantities.length import ZERO, Length, or_zero
from jambo.core.quantities.tape import SAME
from jambo.core.rules import RULES
from jambo.core.words.lists import WORDS

SIXTEENTHS = st.integers(-12, 40)


@st.composite
def documents(draw):
    """An opening of any kind in a hole read crooked, level or not at all, with choices made for it."""
    changes = dict(draw(st.sampled_from([{}, {}, {}, *KIND_OF_DOOR])))
    changes |= draw(st.sampled_from(MORE)) | draw(st.sampled_from([{}, STANDING]))
    changes["opening.frame"] = draw(st.sampled_from(FRAME))
    changes["opening.setting"] = draw(st.fixed_dictionaries({}, optional={
        "school": st.sampled_from(["tight", "centred", "fewest", "pre_packed"]), "cut_legs": st.booleans(), "trim_leaf": st.booleans(),
        "raise_header": st.booleans(), "strike_by": st.sampled_from(["leaf", "level"]), "leaf_trimmed": st.sampled_from(["1/8", "1/4"]),
        "later_floor": st.just("1/2"),
    }))  # fmt: skip
    if draw(st.sampled_from([True, True, True, False])):
        wide, tall = 32 + draw(SIXTEENTHS) / 16, 81.5 + draw(SIXTEENTHS) / 16
        rows = [also(f"width_{at}", f"{wide + draw(st.integers(-2, 2)) / 32} in") for at in ("foot", "middle", "head")]
        rows += [also("height_left", f"{tall} in"), also("height_right", f"{tall + draw(st.integers(-4, 4)) / 16} in")]
        rows += draw(
            st.sampled_from(
                [[], STRAIGHT, [also("lean_left", "1/4", "opening")], [also("twist_left", "1/2", "A", at="40")]]
            )
        )
        rows += draw(
            st.sampled_from([[], [also("floor_across", "3/8", "right")], [also("floor_across", "1/4", "left")]])
        )
        rows += draw(st.sampled_from([[], [also("floor_along", "1/2 in 4 ft", "up")]]))
        rows += draw(st.sampled_from([[], gaps(latch="1/4"), [also("stop_top", "1/4"), also("stop_foot", "0")]]))
        changes["survey.readings"] = rows
    return plain(**changes)


@given(document=documents())
@settings(max_examples=250, deadline=None)
def test_one_answer_everywhere(document):
    result = solved(document)
    figures, found = result.figures, result.found
    value = figures.value
    same = SAME["in"]

    # figures: every sum adds up, and a term that is a figure has the value it has in the list
    for figure in figures.values():
        if isinstance(figure, Figure) and figure.terms:
            assert sum((term.value for term in figure.terms), ZERO) == figure.value, figure.name
    # pieces, pole and marks are figures in force
    for piece in result.pieces:
        assert isinstance(piece.length, Waiting) or value(piece.length.name) == piece.length.value, piece.length.name
    for mark in result.pole:
        assert value(mark.figure.name) == mark.figure.value, mark.figure.name
    # steps speak of figures in force, of rules and of parts alone, and cut what is on the list
    cut = {piece.length.name for piece in result.pieces}
    for step in result.steps:
        for name in re.findall(r"{(\w+)}", f"{step.text} {step.check} {step.gate} {step.tools}"):
            assert name in figures or name in RULES or name in WORDS["britain"], (step.key, name)
        assert set(step.cuts) <= cut | set(figures), step.key
    # the leaf in its frame, the frame under its header
    known = (
        figures.known(names.LEAF_TOP, names.HEAD_UNDERSIDE, names.FRAME_TOP)
        if names.LEG_LENGTH in figures or names.LEG_HINGE_SET in figures
        else None
    )
    if known and document["opening"]["door"].get("kind", "swing") == "swing":
        assert known[names.HEAD_UNDERSIDE] - known[names.LEAF_TOP] == Length.inches("1/8")
        if (high := value(names.FOUND_HEIGHT)) is not None:
            raised = or_zero(value(names.HEADER_RAISED))
            assert value(names.HEAD_PLAY) == value(names.HEAD_PLAY_FOUND) == high + raised - known[names.FRAME_TOP]
    _set_plan(result, value, same)
    _words(document, result)
    if found.check is not None:
        assert found.check.done == (
            not found.check.unread and all(r.good for r in found.check.rows) and not found.check.nudges
        )


def _set_plan(result, value, same):
    """Verdict, slot, stops, stations and what gives way."""
    plan, ladder = result.found.plan, result.found.ladder
    if plan is None:
        return
    stops = {flag.code for flag in result.flags if flag.kind.level == "stop" and flag.kind.stage == "set"}
    if plan.verdict == "no":
        assert stops & {"unit-too-wide", "unit-too-wide-for-stock", "unit-too-tall"}, stops
    if plan.verdict == "fits":
        assert not stops - {"fire-rated-trimmed", "set-outside-slot"}
        assert plan.plumb_room.width > -0.4 and (ladder is None or ladder.head > -same)
    for station in plan.stations:
        assert value(station.place.gap) == station.gap
        if station.pack.cut is None and not station.pack.block and station.place.side != "head":
            assert station.pack.thickness == ZERO or value(station.place.pack) == station.pack.thickness
        assert sum(station.blocks, ZERO) <= station.gap or not station.blocks
    if ladder is not None:
        down = [
            or_zero(value(name))
            for name in (names.LEGS_CUT_FOR_HEAD, names.UNDER_LOWERED, names.HEADER_RAISED, names.STILL_TOO_TALL)
        ]
        if ladder.chosen:
            assert sum(down, ZERO) == value(names.TOO_TALL) or down[3] == ZERO == sum(down, ZERO)
        assert or_zero(value(names.LEAF_TRIM)) <= Length.inches("1/2")


def _words(document, result):
    """Nothing that comes off a fire-rated leaf is told; nothing is framed of a hole that stands; one verdict of the sweep."""
    codes = {flag.code for flag in result.flags}
    if document["opening"]["door"].get("fire_rated"):
        assert names.LEAF_TRIM not in result.figures and names.TRIM_LATER not in result.figures
        assert not any(
            "trim" in flag.kind.cure.lower() and "nothing" not in flag.kind.cure.lower() for flag in result.flags
        )
    if result.standing:
        assert not [p for p in result.pieces if p.where == "wall"] and not [
            s for s in result.steps if s.part == "Framing" and s.key in ("plate", "cut-studs", "stand")
        ]
    for least, which in ((names.SWEEP_LEAST, "sweep"), (names.CLOSED_LEAST, "closed")):
        told = {code for code in codes if code.startswith(f"{which}-")}
        short = (value := result.figures.value(least)) is not None and value < Length.inches("1/4")
        assert bool(told) == short and len(told) <= 1, told
