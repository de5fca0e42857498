"""What a job knows from its record, each figure worked by hand: orders, deliveries, spares, sticks, times, sign-offs. No database."""

import json
from datetime import UTC, date, datetime, timedelta

import pytest

from jambo.core.delivery.case import Measures
from jambo.core.framing.items import Item
from jambo.core.job import record as r
from jambo.core.job.board import Head, OfOpening, SolvedJob, head_line, head_of, next_of
from jambo.core.job.buying import by_key, surplus, things, timber
from jambo.core.job.deliveries import still_here, things_of
from jambo.core.job.orders import bought, orders_of
from jambo.core.job.plan import coming_of
from jambo.core.job.sticks import section_key, sizes_of, so_far
from jambo.core.job.times import taps_of, times_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Figures
from jambo.core.quantities.length import Length
from jambo.format.events import as_kept, read_event

NOON = datetime(2026, 11, 30, 12)
LEAF = Item("leaf", 1, sizes=(Length.inches(30), Length.inches(80), Length.inches(1)))


def lines(*events, who="Ada"):
    """Lines 1, 2, 3 ... a minute apart; an event beside a number is of that opening."""
    pairs = [one if isinstance(one, tuple) else (None, one) for one in events]
    return [r.Line(n, 1, NOON + timedelta(minutes=n), who, of, event) for n, (of, event) in enumerate(pairs, 1)]


def ordered(count, promised=None, key="hinge|"):
    return r.Ordered(key, "hinges", "", count, "Gate", promised)


def came(order, count, **measured):
    return r.Came(order, "hinges", "", count, measured=measured or None)


def back(order, count, came=None):
    return r.SentBack(order, "hinges", "", count, came=came)


def given(came, opening):
    return opening, r.Given(came, 1, "leaf", "leaf", "", 1, {}, {})


@pytest.mark.parametrize(
    ("promised", "count", "today", "late"),
    [
        ("2026-12-01", 8, "2026-12-01", False),  # on its day it may still come
        ("2026-12-01", 8, "2026-12-02", True),
        ("2026-12-01", 5, "2026-12-02", False),  # all five have come
        (None, 8, "2026-12-02", False),  # nobody said when
    ],
)
def test_an_order_is_late_when_its_day_has_gone_by_and_not_all_has_come(promised, count, today, late):
    [order] = orders_of(bought(lines(ordered(count, promised), came(1, 5))))
    assert order.late(date.fromisoformat(today)) is late


def test_the_newest_promise_counts_and_none_of_a_day_nobody_knows():
    of = lines(ordered(8, "2026-12-01"), r.Promised(1, "hinges", "", 8, "2026-12-09"))
    assert orders_of(bought(of))[0].promised == "2026-12-09"
    of += [r.Line(3, 1, NOON, "Ada", None, r.Promised(1, "hinges", "", 8))]
    assert orders_of(bought(of))[0].promised == ""


def test_an_order_in_figures():
    # 8 ordered, 5 came, 1 went back, 2 of the others are with openings: 3 to come, 2 lie here, 8 - 1 - 2 = 5 for whoever needs some
    of = lines(ordered(8), came(1, 5), back(1, 1), given(2, 11), given(2, 12))
    [order] = orders_of(bought(of))
    assert (order.came, order.back, order.given, order.open, order.here, order.free) == (5, 1, 2, 3, 2, 5)


@pytest.mark.parametrize(
    ("more", "counts"),
    [
        ([r.Undone(2)], [1]),  # the delivery is taken back: what was measured of it and given of it is of nothing
        ([r.Undone(1)], []),  # the order is: and so is all that is of it
        ([], [1, 2, 3, 4]),
    ],
)
def test_what_is_of_an_order_or_a_delivery_that_was_taken_back_is_of_nothing(more, counts):
    of = lines(ordered(2), came(1, 2), r.Checked(2, "", "", 2, {"corner": "round"}), given(2, 11), *more)
    assert [line.id for line in bought(of)] == counts


@pytest.mark.parametrize(
    ("events", "left"),
    [
        ([back(1, 3)], {2: 4, 3: 0, 4: 2}),  # the newest that nobody measured first
        ([back(1, 6)], {2: 1, 3: 0, 4: 2}),  # then the one before it
        ([back(1, 8)], {2: 0, 3: 0, 4: 1}),  # and what was measured last
        ([back(1, 3, came=2)], {2: 1, 3: 3, 4: 2}),  # off the one it names, whatever else there is
        ([given(3, 11), back(1, 3)], {2: 3, 3: 1, 4: 2}),  # what is with an opening does not go back
    ],
)
def test_what_goes_back_comes_off_which_delivery(events, left):
    assert still_here(bought(lines(ordered(20), came(1, 4), came(1, 3), came(1, 2, corner="round"), *events))) == left


def test_what_came_is_told_piece_by_piece_and_measured_anew_by_the_newest_line():
    def read(item, texts, unit):
        return Measures(chosen={**texts, "in": unit})

    of = lines(ordered(2, key=LEAF.key), came(1, 2, width="30"), r.Checked(2, "", "", 2, {"width": "29 7/8"}, "mm"))
    found = things_of(bought(of), "in", read)
    assert [(one.came, one.n, one.count, one.checked) for one in found] == [(2, 1, 1, 3), (2, 2, 1, 3)]
    assert {one.measures.chosen["width"] + one.measures.chosen["in"] for one in found} == {"29 7/8mm"}
    [bulk] = things_of(bought(lines(ordered(9), came(1, 9))), "in", read)  # hinges are looked at as they lie
    assert (bulk.count, bulk.measures) == (9, None)
    assert things_of(bought(lines(ordered(9, key="timber|38.1x88.9|1"), came(1, 9))), "in", read) == []


def of_job(*hardware):
    class Answer:  # of an answer only what is to buy counts
        pass

    answer = Answer()
    answer.hardware = hardware
    return SolvedJob([OfOpening(11, "D1", answer, ()), OfOpening(12, "D2", answer, ())])


def test_a_line_of_the_buy_list_in_figures():
    # 2 leaves needed; D1 has one that came by another order; 1 is ordered: none is left to order; of 92 screws one in 10 is to spare
    orders = by_key(orders_of(bought(lines(ordered(1, key=LEAF.key), came(1, 1)))))
    leaf, screws = things(of_job(LEAF, Item("long_screw", 46)), {(11, "leaf"): 1}, orders)
    assert (leaf.needed, leaf.spare, leaf.given, leaf.ordered, leaf.came, leaf.to_order) == (2, 0, 1, 2, 2, 0)
    assert (screws.needed, screws.spare, screws.to_order, screws.marks) == (92, 10, 102, {"D1": 46, "D2": 46})
    assert surplus(orders, [screws]) == orders[LEAF.key] and surplus(orders, [leaf]) == []
    gone = by_key(orders_of(bought(lines(ordered(1, key=LEAF.key), came(1, 1), back(1, 1)))))
    assert surplus(gone, []) == []  # all of it went back


def test_shims_are_had_by_the_bundle_with_one_in_five_to_spare():
    # 2 x 25 = 50, and 10 to spare: 5 bundles of 12 hold both, and all 5 are needed for the 50
    [line] = things(of_job(Item("shim", 25)), {}, {})
    assert (line.each, line.needed, line.spare) == ((50, 10), 5, 0)


def test_sticks_to_spare_are_of_the_length_that_is_taken_most():
    studs, plates = Length.inches(96), Length.inches(144)
    found = timber({("38.1x88.9", plates): 8, ("38.1x88.9", studs): 22, ("19x89", studs): 9, ("9x9", studs): 0}, {})
    # 30 of the section: (30 + 10) // 20 = 2 to spare, of the studs; of 9 there are none
    assert [(line.section, line.length, line.needed, line.spare) for line in found] == [
        ("38.1x88.9", studs, 22, 2), ("38.1x88.9", plates, 8, 0), ("19x89", studs, 9, 0)
    ]  # fmt: skip


def test_a_section_is_named_by_its_sizes_and_read_back():
    section = Length.mm("38.1"), None
    assert section_key(section) == "38.1x-" and sizes_of("38.1x-") == (section, "")
    steel = section_key(section, "steel stud 25 ga")
    assert steel == "38.1x- steel stud 25 ga" and sizes_of(steel) == (section, "steel stud 25 ga")


def stick(*parts, kept=True, offcut=None):
    cuts = [
        r.CutFromStick("top_plate", "plate", "W", "10 in", wall=7, copy=1, part=n, parts=["10 in", "10 in"])
        for n in parts
    ]
    return r.StickCut("38.1x88.9", "96 in", cuts, "20 in", kept, offcut)


@pytest.mark.parametrize(
    ("events", "rack", "begun"),
    [
        ([stick(1)], [1], {1}),
        ([stick(1), stick(2, kept=False, offcut=1)], [], {1, 2}),  # what was left of the first is cut
        ([stick(1), r.Undone(1)], [], None),
        ([r.OffcutMoved("38.1x88.9", "40 in")], [1], None),
        ([r.OffcutMoved("38.1x88.9", "40 in"), r.OffcutMoved("38.1x88.9", "40 in", 1)], [], None),
    ],
)
def test_what_lies_in_the_rack_and_which_splices_are_begun(events, rack, begun):
    found = so_far([], r.standing(lines(*events)), {}, "in")
    assert [one.id for one in found.rack] == rack
    whole = [] if begun is None else [(("wall", 7), 1, ("10 in", "10 in"), begun)]
    assert [(one.holder, one.copy, one.parts, one.cut) for one in found.begun] == whole


def test_whose_a_cut_piece_is():
    of = lines((11, r.PieceCut("leg", "leg", "80 in")), r.PieceCut("plate", "plate", "90 in", wall=7))
    assert [*so_far(of, [], {}, "in").cut] == [(("opening", 11), "leg"), (("wall", 7), "plate")]


@pytest.mark.parametrize(
    ("promised", "slipped", "at"),
    [
        ("2026-12-01", {}, datetime(2026, 12, 1, 12)),  # today still counts, by noon
        ("2026-11-30", {}, None),  # a day gone by says nothing
        (None, {}, None),
        ("2026-12-01", {1: date(2026, 12, 9)}, datetime(2026, 12, 9, 12)),
        ("2026-12-01", {1: None}, None),
    ],
)
def test_what_of_an_order_comes_when(promised, slipped, at):
    # 4 ordered, 2 came, of which 1 is with an opening: 1 is here, 2 are to come
    [order] = orders_of(bought(lines(ordered(4, promised), came(1, 2), given(2, 11))))
    found = coming_of(order, date(2026, 12, 1), slipped)
    assert [(one.here, one.at) for one in found] == [(True, None), (False, at), (False, at)]


def took(kind="frame", minutes=50):
    return 11, r.WorkTook(kind, "frame/swing", minutes, 45, True, False, "2026-11-30T12:00:00+00:00", ["Ada"])


@pytest.mark.parametrize(
    ("said", "minutes", "state"),
    [
        ([], 300, "asked"),
        ([(11, r.WorkTookSo(1, "frame", 70))], 70, "counts"),
        ([(11, r.WorkTookSo(1, "frame", None))], 300, "left out"),
        ([took(minutes=40)], 40, "counts"),  # done again: the newest counts
        (
            [took(minutes=40), (11, r.WorkTookSo(1, "frame", 70))],
            40,
            "counts",
        ),  # what is said of an older one is of nothing
    ],
)
def test_what_work_took_and_what_was_said_of_it(said, minutes, state):
    [one] = times_of(lines(took(minutes=300), *said))
    assert (one.opening, one.took.minutes, one.took.state) == (11, minutes, state)


def test_a_press_is_of_when_it_was_pressed_and_whose_time_it_ends():
    tapped = taps_of(
        lines(r.Ticked("cut", "Cut", ago=90), r.Timer("end", "Bo"), r.Ticked("cut", undo=True), came(1, 1))
    )
    assert [(one.who, one.of) for one in tapped] == [("Ada", "step"), ("Bo", "end"), ("Ada", "untick")]
    assert tapped[0].at == (NOON + timedelta(minutes=1, seconds=-90)).replace(tzinfo=UTC)


@pytest.mark.parametrize(
    ("built", "now", "holds"),
    [
        ({"ro_width": "100"}, {"ro_width": "100", "ro_height": "5"}, True),
        ({"ro_width": "100"}, {"ro_width": "101"}, False),
        ({"ro_width": "100"}, {}, True),  # a figure that is no more lapses nothing
        (None, {"ro_width": "101"}, True),  # signed before what was built was kept
    ],
)
def test_a_sign_off_lapses_when_a_figure_it_was_built_to_is_another(built, now, holds):
    [signed] = lines(r.SignedOff(built=built))
    assert r.sign_off_holds(signed, now) is holds
    assert r.sign_off_holds(None, now)


@pytest.mark.parametrize(
    "event",
    [
        ordered(8, "2026-12-01"), came(1, 2, corner="round"), back(1, 1, 2), stick(1, offcut=4), r.Undone(3), r.Timer("end", "Bo", 4.5),
        r.PieceCut("leg", "leg", "80 in", wall=3), r.PieceNotCut("leg", undo=True), took()[1], r.WorkTookSo(1, "frame", None),
        r.SignedOff({"a": "1"}, ["cut it"], {}, {}, [], False, "dry"), r.Framed("by the mill"), given(2, 11)[1],
    ],
)  # fmt: skip
def test_an_event_is_read_back_as_it_was_written(event):
    what = event.WHAT if not isinstance(event, r.Undone) else "stick"
    assert read_event(what, json.dumps(as_kept(event))) == event


@pytest.mark.parametrize(
    ("done", "ticked", "ready", "needs"),
    [
        ((), (), True, "frame"),
        ((), (), False, "facts"),  # nobody frames what nobody has said
        (("framed",), (), False, "set"),
        ((), ("cut",), True, "set"),
        (("set",), (), True, "sign"),
        (("set", "signed"), (), True, None),
    ],
)
def test_what_an_opening_needs_next(done, ticked, ready, needs):
    phases = (("frame", "before_wallboard", frozenset(["cut"])), ("set", "to_set", frozenset(["shim"])))
    assert next_of(phases, done, ticked, ready=ready) == needs


def test_a_storey_has_the_line_of_the_head_that_needs_most():
    low, high = (Head(Length.inches(own), Length.inches(83), (Length(0), Length(0))) for own in (82, 83))
    assert head_line([low, None, high]) == Length.inches(83) and head_line([None]) is None
    assert (high.on(Length.inches(83)), low.on(Length.inches(83))) == (True, False)  # the low one was put there


@pytest.mark.parametrize("unsaid", [None, "head_underside", "floor_a", "floor_b"])
def test_a_head_is_known_with_its_floors_and_needs_what_it_is_where_nothing_else_says(unsaid):
    known = {names.HEAD_UNDERSIDE: "83", names.FLOOR_A: "1", names.FLOOR_B: "0"}
    figures = Figures({name: Figure(name, Length.inches(value), ()) for name, value in known.items() if name != unsaid})
    head = head_of(figures)
    assert head == (None if unsaid else Head(*[Length.inches(83)] * 2, (Length.inches(1), Length(0))))


def test_an_order_from_before_depth_belonged_to_the_line_is_of_the_first_it_fits():
    """Two depths of one leaf's unit; three were ordered when a line knew none: all of the first line, and nothing is left over."""
    thin, thick = (Item("unit", 1, sizes=LEAF.sizes, depth=Length.inches(deep)) for deep in (4, 6))
    orders = by_key(orders_of(bought(lines(ordered(3, key=thin.bare), ordered(1, key=thick.key)))))
    first, second = things(of_job(thin, thick), {}, orders)
    assert ([o.of.count for o in first.orders], [o.of.count for o in second.orders]) == ([3], [1])
    assert surplus(orders, [first, second]) == []
