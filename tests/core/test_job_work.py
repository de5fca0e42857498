"""What follows from what a job knows, by hand: what is still to cut and what a stick cuts of it, and where everything that came goes."""

from dataclasses import dataclass, field
from datetime import datetime, timedelta
from types import SimpleNamespace

import pytest
from test_job import LEAF, given, lines, ordered

from helpers import Document, facts_of, inch, parse, plain, solve
from jambo.core.delivery.case import Measures
from jambo.core.delivery.verdict import Finding, Verdict, Words
from jambo.core.facts.leaf import Leaf
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.job import record as r
from jambo.core.job.board import OfOpening, OfWall, SolvedJob
from jambo.core.job.deliveries import Deliveries, Thing, facts_said, needs_of
from jambo.core.job.plan import Coming, Tick
from jambo.core.job.sticks import Begun, SoFar, cuts_now, to_cut
from jambo.core.job.work import PutOff, WorkOfJob
from jambo.core.planning.work import by_rule
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Known, Missing, Source, Waiting
from jambo.core.quantities.tape import Tape

SECTION = inch("1 1/2"), inch("3 1/2")
TAPE = Tape.of("in")


def piece(name=names.KING_LENGTH, length="80", count=2, where="wall", part="king", **more):
    return Piece(part, where, count, Figure(name, inch(length), ()), SECTION, **more)


PLATE = piece(names.TOP_PLATE_LENGTH, "200", 2, part="top_plate", joints=(inch("100"),))


def job(*pieces, wall=()):
    return SolvedJob([OfOpening(11, "D1", None, tuple((p, p.count) for p in pieces))], [OfWall(7, "W", tuple(wall))])


def done(cut=None, built=(), begun=()):
    return SoFar(cut or {}, {}, tuple(begun), {11: set(built)}, ())


def cut(length="80 in", count=None, of=None):
    return {(("opening", 11), "king_length"): r.PieceCut("king_length", "king", length, count, of)}


def begun(*parts, copy=1):
    return Begun(("wall", 7), "top_plate_length", copy, ("100 in", "100 in"), frozenset(parts))


@pytest.mark.parametrize(
    ("so_far", "left"),
    [
        (done(), 2),
        (done(cut(count=1, of=2)), 1),
        (done(cut()), 0),
        (done(cut("80 1/16 in")), 0),  # cut longer than it is wanted now: it can be shortened
        (done(cut("79 15/16 in")), 2),  # shorter: anew
        (done(cut("whatever")), 2),  # nobody knows how long
        (done(built=["framed"]), 0),  # it stands
    ],
)
def test_how_many_of_a_piece_are_still_to_cut(so_far, left):
    found, waiting = to_cut(job(piece()), so_far, TAPE, "britain", inch("48"))
    assert (sum(one.count for one in found), waiting) == (left, [])


@pytest.mark.parametrize(
    ("key", "length", "left"),
    [
        ("king_low_long", "82 1/4 in", 0),
        ("king_low_long", "80 in", 2),
        ("king_length", "80 in", 0),  # as it was written down while lists went by short points: it is cut
        ("king_length", "79 7/8 in", 2),
    ],
)
def test_a_mitred_piece_is_taken_off_the_stick_by_its_long_point(key, length, left):
    """Short point 80, casing 2 1/4: a stick gives 82 1/4 for it, and the list says both."""
    mitred = piece(names.KING_LOW_LONG, "82 1/4", marked=Figure(names.KING_LENGTH, inch("80"), ()))
    [one] = to_cut(job(mitred), done(), TAPE, "britain", inch("48"))[0]
    assert (one.length, one.label) == (inch("82 1/4"), "Full-height stud (short point 80 in)")
    so_far = done({(("opening", 11), key): r.PieceCut(key, "king", length)})
    assert sum(one.count for one in to_cut(job(mitred), so_far, TAPE, "britain", inch("48"))[0]) == left


def test_a_bottom_plate_cut_in_runs_once_is_not_cut_anew():
    plate = piece(names.BOTTOM_PLATE_LENGTH, "160", 1, part="plate")
    runs = {(("wall", 7), "plate_run_1"): r.PieceCut("plate_run_1", "bottom plate", "43 7/8 in", wall=7)}
    assert [len(to_cut(job(wall=[plate]), done(cut), TAPE, "britain", inch("48"))[0]) for cut in ({}, runs)] == [1, 0]


def test_what_is_cut_from_no_stock_is_left_out_and_whose_pieces_wait_are_named_once():
    waits = [
        Piece("king", "wall", 1, Waiting(names.KING_LENGTH, (Missing("wall_height", "wall.height"),)), SECTION)
    ] * 2
    found, waiting = to_cut(job(piece(where="kit"), piece(count=0), *waits), done(), TAPE, "britain", inch("48"))
    assert (found, waiting) == ([], ["D1"])


@pytest.mark.parametrize(
    ("splices", "parts", "whole"),
    [
        ([], [], (2, 0)),
        ([begun(1)], [(1, 2)], (1, 1)),  # the other part of copy 1, and one copy after it
        ([begun(1), begun(2, copy=2)], [(1, 2), (2, 1)], None),
        ([begun(1, 2)], [], (2, 1)),  # a copy whose parts are all cut is counted where it is written, not here
    ],
)
def test_of_a_spliced_plate_the_parts_that_are_left_come_first(splices, parts, whole):
    found, _ = to_cut(job(wall=[PLATE]), done(begun=splices), TAPE, "britain", inch("48"))
    assert [(one.copy, one.part) for one in found if one.part] == parts
    assert [(one.count, one.copy) for one in found if not one.part] == ([whole] if whole else [])
    assert all(one.join.apart == inch("48") for one in found if not one.part)


def from_stick(figure="king_length", part=None):
    if part is None:
        return r.CutFromStick(figure, "king", "D1", "80 in", opening=11)
    return r.CutFromStick(figure, "plate", "W", "100 in", wall=7, copy=1, part=part, parts=["100 in", "100 in"])


KING, TWO = from_stick(), r.PieceCut("king_length", "king", "80 in")


@pytest.mark.parametrize(
    ("so_far", "cuts", "by", "written"),
    [
        (done(), [KING], 1, [(11, r.PieceCut("king_length", "king", "80 in", 1, 2))]),
        (done(), [KING, KING], 1, [(11, TWO)]),
        (done(cut(count=1, of=2)), [KING], 1, [(11, TWO)]),
        (done(cut("79 in", count=1, of=2)), [KING], 1, [(11, r.PieceCut("king_length", "king", "80 in", 1, 2))]),
        (done(cut()), [KING], -1, [(11, r.PieceCut("king_length", "king", "80 in", 1, 2))]),
        (done(cut(count=1, of=2)), [KING], -1, [(11, r.PieceNotCut("king_length", undo=True))]),
        (done(), [from_stick("gone")], 1, [(11, r.PieceNotCut("gone", undo=True))]),  # on no list any more
        (done(), [from_stick("top_plate_length", 1)], 1, []),  # half a plate is none
        (done(begun=[begun(1)]), [from_stick("top_plate_length", 2)], 1, [(None, r.PieceCut("top_plate_length", "plate", "200 in", 1, 2, wall=7))]),
        (done(begun=[begun(1, 2)]), [from_stick("top_plate_length", 2)], -1, [(None, r.PieceNotCut("top_plate_length", wall=7, undo=True))]),
    ],
)  # fmt: skip
def test_how_many_are_cut_once_a_stick_was(so_far, cuts, by, written):
    assert [*cuts_now(job(piece(), wall=[PLATE]), so_far, cuts, TAPE, "in", by)] == written


@dataclass
class Opening:
    """An opening that takes a leaf by how much wider it is: as planned, after so many minutes, or not at all."""

    minutes: int | None
    done: frozenset = frozenset()
    leaves: tuple = ()
    asked: list = field(default_factory=list)

    @property
    def result(self):
        return type("Answer", (), {"hardware": (LEAF, Item("shim", 3))})

    def verdict(self, item, leaf, measures, *, meant):
        self.asked.append(meant)
        wrong = self.minutes is None and not measures.lengths
        words = Words("wrong" if wrong else "will_do", self.minutes or 0, "", "")
        return Verdict(()) if self.minutes == 0 else Verdict((Finding("f", words, {}),))

    def built_to(self, item, measures):
        return (Finding("b", Words("will_do", 90 if self.minutes is None else self.minutes, "", ""), {}),)

    def says(self, item, leaf, measures):
        return {"opening.door.in_hand.width_top": "30 in"}


def thing(came=1, measured=True, key=LEAF.key):
    return Thing(came, 1, 9, ordered(1, key=key), 1, {}, Measures(chosen={"w": str(came)}) if measured else None)


def placed(openings, things, gave=()):
    return Deliveries(things, needs_of([(n, f"D{n}", one) for n, one in enumerate(openings, 11)]), lines(*gave))


def test_a_thing_goes_where_it_takes_the_least_work():
    of = placed([Opening(20), Opening(0)], [thing(1), thing(2)])
    assert [need.mark for need in of.needs] == ["D11", "D12"]  # shims are not looked at
    assert of.to_place.meant == [0, 1] and of.best() == (0, 1)
    assert placed([Opening(None), Opening(0)], [thing(1)]).best() == (1,)  # wrong where it was bought for
    [chain] = placed([Opening(None), Opening(0)], [thing(1)]).swaps((1,))
    assert [(i, need.mark) for i, need in chain] == [(0, "D12")]


def test_a_leaf_of_a_pair_is_of_the_leaf_of_its_size():
    sizes = [
        Leaf(*(Known("s", inch(one), Source("given", "")) for one in size))
        for size in (("36", "80", "1"), ("30", "80", "1"))
    ]
    assert [need.leaf for need in needs_of([(11, "D11", Opening(0, leaves=tuple(sizes)))])] == [1]


def test_things_that_change_places_are_one_chain():
    of = placed([Opening(0), Opening(0), Opening(0)], [thing(1), thing(2), thing(3)])
    assert [[i for i, _ in chain] for chain in of.swaps((1, 0, 2))] == [[0, 1]]
    assert [*of.swaps((0, 1, 2))] == [] and [[i for i, _ in chain] for chain in of.swaps((1, 2, None))] == [[0, 1]]


@pytest.mark.parametrize(
    ("openings", "things", "gave", "left"),
    [
        ([Opening(0)], [thing()], [given(1, 11)], (0, 0)),
        ([Opening(0), Opening(0)], [thing(1), thing(2)], [given(1, 11)], (1, 1)),
        ([Opening(0, frozenset(["signed"]))], [thing(measured=False)], [], (0, 0)),  # it stands: it came unmeasured
        ([Opening(0, frozenset(["signed"]))], [thing()], [], (1, 0)),  # what was measured is another
        ([Opening(0, frozenset(["set"]))], [thing()], [], (1, 1)),  # a leaf hangs later than its frame
    ],
)
def test_what_was_given_or_stands_is_not_placed(openings, things, gave, left):
    of = placed(openings, things, gave).to_place
    assert (len(of.things), len(of.needs)) == left


def test_what_nobody_has_measured_is_what_was_ordered_and_known_for_nothing_else():
    of = placed([Opening(30)], [thing(measured=False)])
    [need] = of.needs
    assert of.verdict(of.all[0], need, meant=True) == Verdict(())
    assert of.verdict(thing(measured=False, key="leaf|other"), need, meant=True) is None
    assert of.verdict(thing(key="slab|"), need, meant=True) is None


def test_a_verdict_is_worked_out_once_for_things_that_measure_the_same():
    opening = Opening(10)
    of = placed([opening], [thing(1)])
    assert of.best() == of.best() == (0,) and opening.asked == [True]


def test_building_to_a_wrong_thing_is_told_with_the_least_work_first():
    of = placed([Opening(None), Opening(40), Opening(5), Opening(60)], [thing()])
    assert [need.mark for need, _ in of.building(0)] == ["D13", "D12", "D14"]
    assert [*placed([Opening(5)], [thing(measured=False)]).building(0)] == []
    alike = placed([Opening(None), Opening(None)], [thing(1), thing(2)])
    assert [need.mark for need, _ in alike.building(1)] == ["D12", "D11"]  # of equal work the one it was bought for


@pytest.mark.parametrize(
    ("minutes", "measured", "key", "count", "says"),
    [
        (10, True, LEAF.key, 1, True),
        (0, True, LEAF.key, 1, False),  # a leaf as planned says nothing new
        (10, False, LEAF.key, 1, False),
        (10, True, "bypass_leaf|", 2, False),  # of several none says a size
        (10, True, "bypass_leaf|", 1, True),
        (0, True, "track|", 1, True),
    ],
)
def test_which_facts_a_thing_says_of_its_opening(minutes, measured, key, count, says):
    [need] = needs_of([(11, "D11", Opening(minutes))])
    need = type(need)(need.of, 11, "D11", Item(key.partition("|")[0], count))
    assert bool(facts_said(thing(measured=measured, key=key), need)) is says


WORKS = facts_of(parse(Document, plain()))
ANSWER = solve(WORKS.opening, WORKS.wall, WORKS.rules)
LEAF_KEY = "leaf|762000000,2032000000,34925000||||"  # 30 x 80 x 1 3/8 in
MONDAY, HORIZON = datetime(2026, 11, 30, 7), datetime(2027, 11, 30)


def day(trade, at=None, done=None):
    return SimpleNamespace(trade=trade, at=at, done=done)


def waits(*coming, ticked=(), trades=(), dries=None, put_off=None):
    """For each kind of work of a plain door: what it waits for and until when, when it may begin, and by when it is to be done."""
    work = WorkOfJob(MONDAY, HORIZON, coming, dries or {}, by_rule)
    ticks = {key: Tick(at, "Ada") for key, at in ticked}
    return {
        one.work.kind: one
        for one in work.of(WORKS.opening, ANSWER, (), ticks, trades, (put_off or {}).get)
    }  # fmt: skip


AFTER = HORIZON + timedelta(minutes=1)


@pytest.mark.parametrize(
    ("coming", "until", "not_ordered"),
    [
        ((), [], ["leaf"]),
        ((Coming("other|", here=True),), [], ["leaf"]),
        ((Coming(LEAF_KEY, here=True),), [], []),
        ((Coming(LEAF_KEY, here=False, at=HORIZON, order=3),), [HORIZON], []),
        ((Coming(LEAF_KEY, here=False, at=AFTER, order=3),), [None], []),  # later than a plan looks
        ((Coming(LEAF_KEY, here=False, order=3),), [None], []),  # nobody knows when
        ((Coming(LEAF_KEY, here=True), Coming(LEAF_KEY, here=False)), [], []),  # the first there is
    ],
)
def test_work_waits_for_what_it_takes_that_is_not_here(coming, until, not_ordered):
    found = waits(*coming)
    assert [one.until for one in found["hang"].waits] == until
    assert [item.name for item in found["hang"].not_ordered] == not_ordered
    assert not found["frame"].waits and not found["set"].waits


@pytest.mark.parametrize(
    ("trades", "by", "until"),
    [
        ((), None, []),
        ((day("wallboard"),), None, [None]),
        ((day("wallboard", at=HORIZON, done=HORIZON),), HORIZON, [HORIZON]),
        ((day("wallboard", at=AFTER, done=AFTER),), None, [None]),
        ((day("floor", at=MONDAY, done=MONDAY),), None, []),  # a sill of its own floor waits for nobody
        # where it comes twice, framing is to be done by the first, and what comes after waits for both
        ((day("wallboard", HORIZON, HORIZON), day("wallboard", MONDAY, MONDAY)), MONDAY, [HORIZON, MONDAY]),
    ],
)
def test_framing_is_done_before_wallboard_and_hanging_after_it(trades, by, until):
    found = waits(Coming(LEAF_KEY, here=True), trades=trades)
    assert found["frame"].by == by and not found["frame"].waits
    assert [one.until for one in found["hang"].waits] == until and found["hang"].by is None


FRAMING = ("floor", "plate", "cut-studs", "stand", "cut-plate")


@pytest.mark.parametrize(
    ("last", "ticked", "until"),
    [
        (MONDAY - timedelta(minutes=60), FRAMING, []),  # dry as work begins
        (MONDAY - timedelta(minutes=59), FRAMING, [MONDAY + timedelta(minutes=1)]),
        (MONDAY - timedelta(minutes=59), FRAMING[:-1], []),  # it is not done
    ],
)
def test_what_was_done_dries_before_anything_goes_on(last, ticked, until):
    found = waits(ticked=[(key, last) for key in ticked], dries={"frame": 60, "set": 15})
    assert [one.until for one in found["set"].waits] == until and found["set"].dries == 15


def test_what_has_nothing_to_dry_is_waited_for_by_nobody():
    """Framed a minute after the plan begins: the filler of another work is no matter."""
    done = [(key, MONDAY + timedelta(minutes=1)) for key in FRAMING]
    assert not waits(ticked=done, dries={"set": 15})["set"].waits


@pytest.mark.parametrize(("until", "begins", "stays"), [(HORIZON, HORIZON, []), (AFTER, None, [PutOff(AFTER)])])
def test_what_the_crew_put_off_begins_then_or_waits_where_a_plan_does_not_look(until, begins, stays):
    one = waits(put_off={"set": until})["set"]
    assert (one.not_before, [wait.of for wait in one.waits]) == (begins, stays)
