"""Cutting plans (handbook 28): by hand, against every plan there is, and on lists whose best is known."""

import json
import random
from collections import Counter
from fractions import Fraction
from functools import cache, partial
from time import monotonic

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from helpers import inch
from jambo.core.quantities.length import ZERO, Length
from jambo.core.stock.agreed import agreed_on, as_kept, from_kept, question_of
from jambo.core.stock.plan import first_plan
from jambo.core.stock.plan import plan as planned
from jambo.core.stock.problem import CutProblem, Join, Stick, Wanted
from jambo.running.machine import ROOT

plan = partial(planned, clock=monotonic)
KERF, SQUARE, KEEP = inch("1/8"), inch("1/4"), inch("24")


def asked(pieces, stock, goal="waste", saw=(KERF, SQUARE, KEEP)):
    """Pieces as (length, count), stock as (length, price, on hand), all in inches."""
    wanted = tuple(Wanted(f"{n}", inch(length), count, *more) for n, (length, count, *more) in enumerate(pieces))
    sticks = tuple(
        Stick(inch(length), None if price is None else Fraction(price), have) for length, price, have in stock
    )
    return CutProblem(wanted, sticks, *saw, goal)


def told(made, problem):
    return [(problem.stock[s.stick].length, [c.length for c in s.cuts], s.left, s.kept) for s in made.sticks]


def check(made, problem):
    """Every piece is cut once, and every stick holds what is cut from it with its saw cuts."""
    given = Counter()
    for s in made.sticks:
        length = problem.stock[s.stick].length
        comes = [cut.length for cut in s.cuts] == [length]  # used as it comes
        usable = length if comes else length - problem.square
        at = ZERO
        for cut in s.cuts:
            given[cut.wanted] += cut.length.nm
            assert cut.mark == at + cut.length
            at = cut.mark + problem.kerf
        assert s.cuts[-1].mark <= usable
        assert s.left == max(ZERO, usable - at)
    wanted = {i: p.length.nm * p.count for i, p in enumerate(problem.pieces) if i not in made.cannot}
    assert given == wanted
    assert made.bound <= made.value
    kept = agreed_on(problem, made)
    assert from_kept(question_of(problem), json.loads(json.dumps(as_kept(kept)))) == kept
    have = Counter(s.stick for s in made.sticks if s.owned)
    assert all(n <= problem.stock[i].on_hand for i, n in have.items())


EIGHT, TEN = ("96", None, 0), ("120", None, 0)


@pytest.mark.parametrize(
    ("pieces", "stock", "goal", "sticks"),
    [
        # 2 x 47 3/4 + 1/8 = 95 5/8 of 95 3/4: nothing is left once the last cut has gone
        ([("47 3/4", 2)], [EIGHT], "waste", [("96", "47 3/4 47 3/4", "0", False)]),
        # they fill the squared stick to its end: no last cut
        ([("47 13/16", 2)], [EIGHT], "waste", [("96", "47 13/16 47 13/16", "0", False)]),
        # 1/16 more and the second needs a stick of its own: 95 3/4 - 47 7/8 - 1/8
        ([("47 7/8", 2)], [EIGHT], "waste", [("96", "47 7/8", "47 3/4", True), ("96", "47 7/8", "47 3/4", True)]),
        # longest first, and 95 3/4 - 40 - 1/8 - 30 - 1/8 = 25 1/2 is worth keeping
        ([("30", 1), ("40", 1)], [EIGHT], "waste", [("96", "40 30", "25 1/2", True)]),
        # three of 38: one ten foot stick and one of eight, or two of ten: the shorter pair
        ([("38", 5)], [EIGHT, TEN], "waste", [("120", "38 38 38", "5 3/8", False), ("96", "38 38", "19 1/2", False)]),
        # by price: two of eight at 4 hold four of 38, one of ten at 9 three: 3 x 4
        ([("38", 5)], [("96", 4, 0), ("120", 9, 0)], "cost",
         [("96", "38 38", "19 1/2", False), ("96", "38 38", "19 1/2", False), ("96", "38", "57 5/8", True)]),
        # what lies there costs nothing; only one of it lies there
        ([("38", 3)], [("96", 4, 0), ("50", None, 1)], "cost",
         [("96", "38 38", "19 1/2", False), ("50", "38", "11 5/8", False)]),
        # fewest sticks: three in one of ten
        ([("38", 3)], [EIGHT, TEN], "sticks", [("120", "38 38 38", "5 3/8", False)]),
        # precuts are used as they come, nothing squared or cut; a piece that can be had for nothing more from a longer stick is
        ([("92 5/8", 2)], [("92 5/8", None, 0), ("192", None, 0)], "waste", [("92 5/8", "92 5/8", "0", False)] * 2),
        ([("92 9/16", 2)], [("92 5/8", None, 0), ("192", None, 0)], "waste", [("192", "92 9/16 92 9/16", "6 3/8", False)]),
        ([("92 5/8", 1), ("97", 1)], [("92 5/8", 4, 0), ("192", 9, 0)], "cost", [("192", "97 92 5/8", "1 7/8", False)]),
        ([("92 5/8", 3)], [("92 5/8", None, 2), ("192", 9, 0)], "cost",
         [("192", "92 5/8", "99", True), ("92 5/8", "92 5/8", "0", False), ("92 5/8", "92 5/8", "0", False)]),
        # fewest lengths: of ten alone 2 x 120, of eight alone 3 x 96 = 288
        ([("38", 5)], [EIGHT, TEN], "lengths",
         [("120", "38 38 38", "5 3/8", False), ("120", "38 38", "43 1/2", True)]),
    ],
)  # fmt: skip
def test_by_hand(pieces, stock, goal, sticks):
    problem = asked(pieces, stock, goal)
    made = plan(problem)
    check(made, problem)
    expected = [(inch(length), cuts, inch(left), kept) for length, cuts, left, kept in sticks]
    got = [(length, " ".join(_text(c) for c in cuts), left, kept) for length, cuts, left, kept in told(made, problem)]
    assert got == expected
    assert made.proven
    assert not made.cannot


def _text(length):
    whole, part = divmod(length.in_inches(), 1)
    return f"{whole} {part}" if part else str(whole)


def least(problem):
    """The best there is, by looking at every way: pieces are put one after the other into an open stick or a new one."""
    lengths = sorted((p.length for p in problem.pieces for _ in range(p.count)), reverse=True)
    stock = [(s.length - problem.square + problem.kerf, s) for s in problem.stock]

    @cache
    def best(n, open_rooms):
        if n == len(lengths):
            return Fraction(0)
        size = lengths[n] + problem.kerf
        ways = []
        for at, room in enumerate(open_rooms):
            if size <= room and room not in open_rooms[:at]:
                ways.append(best(n + 1, tuple(sorted([*open_rooms[:at], *open_rooms[at + 1 :], room - size]))))
        for room, stick in stock:
            weight = {"cost": stick.price, "waste": Fraction(stick.length.nm), "sticks": Fraction(1)}[problem.goal]
            if lengths[n] == stick.length:
                ways.append(weight + best(n + 1, open_rooms))
            if size <= room:
                ways.append(weight + best(n + 1, tuple(sorted([*open_rooms, room - size]))))
        return min(w for w in ways if w is not None)

    return best(0, ())


@given(
    st.lists(st.integers(8 * 4, 80 * 4), min_size=1, max_size=6),
    st.lists(st.integers(82 * 2, 130 * 2), min_size=1, max_size=2, unique=True),
    st.sampled_from(["cost", "waste", "sticks"]),
    st.integers(0, 2),
)
@settings(max_examples=40, deadline=None)
def test_no_plan_of_few_pieces_is_better(quarters, halves, goal, precuts):
    pieces = [(str(Fraction(q, 4)), 1) for q in quarters] + [(str(Fraction(halves[0], 2)), 1)] * precuts
    problem = asked(pieces, [(str(Fraction(h, 2)), Fraction(h, 20) + 1, 0) for h in halves], goal)
    made = plan(problem)
    check(made, problem)
    assert (made.value, made.proven) == (least(problem), True)


def test_ten_precut_studs_are_bought_precut():
    case = next(c for c in json.loads((ROOT / "tests/data/worked.json").read_text())["cases"] if c["kind"] == "precut")
    of = case["given"]
    saw = (Length.inches(Fraction(of["kerf"])), Length.inches(Fraction(of["squaring"])), KEEP)
    pieces = tuple(Wanted("stud", Length.inches(Fraction(length)), count) for length, count in of["pieces"])
    stock = tuple(Stick(Length.inches(Fraction(length)), Fraction(price)) for length, price in of["stock"])
    problem = CutProblem(pieces, stock, *saw, "cost")
    made, first = plan(problem), first_plan(problem)
    for one in (made, first):
        check(one, problem)
        assert (len(one.sticks), one.cost) == (case["expect"]["sticks"], Fraction(case["expect"]["cost"]))
    assert made.proven


def triplets(n, seed):
    """Pieces that fill sticks of 1000 exactly, three in each."""
    drawn, found = random.Random(seed), []
    for _ in range(n // 3):
        first = drawn.randint(380, 490)
        second = drawn.randint(250, min(490, 750 - first))
        found += [first, second, 1000 - first - second]
    drawn.shuffle(found)
    return CutProblem(
        tuple(Wanted(str(i), Length.mm(p), 1) for i, p in enumerate(found)), (Stick(Length.mm(1000)),), ZERO, ZERO, ZERO, "sticks"
    )  # fmt: skip


def from_full_sticks(n, seed):
    """Pieces n sticks of 16 ft were cut into, without loss, on sixteenths."""
    drawn, found = random.Random(seed), []
    for _ in range(n):
        left = 192 * 16
        while (piece := drawn.randint(12 * 16, 60 * 16)) <= left - 12 * 16:
            found.append(piece)
            left -= piece
        found.append(left)
    pieces = [(str(Fraction(p, 16)), 1) for p in found if p]
    return asked(pieces, [("192", None, 0)], "sticks", (ZERO, ZERO, KEEP))


@pytest.mark.parametrize(
    ("problem", "best"),
    [*((triplets(n, n), n // 3) for n in (60, 120, 249)), *((from_full_sticks(n, n), n) for n in (8, 20))],
)
def test_lists_whose_best_is_known(problem, best):
    made = plan(problem, seconds=120)
    check(made, problem)
    assert (made.value, made.bound) == (best, best)


def long_list():
    drawn = random.Random(28)
    pieces = [(str(Fraction(drawn.randint(160, 1500), 16)), drawn.randint(10, 24)) for _ in range(60)]
    prices = (("96", "4.12"), ("120", "5.40"), ("144", "6.55"), ("168", "7.90"), ("192", "9.10"))
    return asked(pieces, [(length, price, 0) for length, price in prices], "cost")


def test_a_long_list_is_within_one_in_a_hundred_of_its_bound():
    problem = long_list()
    heard = []
    made = plan(problem, seconds=120, tell=lambda what, best, bound: heard.append((best, bound)))
    check(made, problem)
    assert made.value - made.bound <= made.bound / 100
    assert [best for best, _ in heard] == sorted((best for best, _ in heard), reverse=True)
    assert all(bound <= best for best, bound in heard)


def test_the_same_list_gives_the_same_plan():
    assert plan(from_full_sticks(8, 3), seconds=120) == plan(from_full_sticks(8, 3), seconds=120)


@pytest.mark.parametrize(
    ("pieces", "stock", "cannot", "cut"),
    [
        ([("100", 1), ("20", 2)], [EIGHT], (0,), 2),  # longer than any stick
        ([("95 7/8", 1)], [EIGHT], (0,), 0),  # 95 3/4 is what is left of it once it is square
        ([("95 3/4", 1)], [EIGHT], (), 1),
        ([("20", 1)], [("1/16", None, 0)], (0,), 0),  # shorter than the saw cut
        ([("20", 1)], [], (0,), 0),  # no stock
        ([("20", 3)], [("50", None, 1)], (0,), 2),  # one stick lies there, and gives two
        ([], [EIGHT], (), 0),
    ],
)
def test_what_cannot_be_cut_is_told_and_the_rest_is_cut(pieces, stock, cannot, cut):
    made = plan(asked(pieces, stock))
    assert (made.cannot, sum(len(s.cuts) for s in made.sticks)) == (cannot, cut)


def every(spacing, length, apart="0"):
    return Join(tuple(inch(str(n)) for n in range(spacing, length, spacing)), inch(apart))


def test_a_long_plate_is_spliced_over_a_stud():
    """240 from sticks of 12 ft: 143 3/4 is the most, so joints at 112 or 128: 128 + 112 is two sticks, as is any other way."""
    problem = asked([("240", 1, every(16, 240))], [("144", None, 0)])
    made = plan(problem)
    assert made.proven and not made.cannot and len(made.sticks) == 2
    parts = [c.length for s in made.sticks for c in s.cuts]
    assert sum((p.nm for p in parts), 0) == inch("240").nm
    assert all(p.in_inches() % 16 == 0 for p in parts)


def test_joints_of_plates_that_lie_on_each_other_are_apart():
    """Two of 240, joints 48 apart: 128 + 112 in one would put the other's joint at 64 or 176 and a third part in one of them."""
    problem = asked([("240", 2, every(16, 240, "48"))], [("192", None, 0)])
    made = plan(problem)
    assert not made.cannot
    by_copy = [[], []]
    for s in made.sticks:
        for c in s.cuts:
            if c.part == 1:
                by_copy[len(by_copy[0]) > 0 and not by_copy[1]].append(c.length)
    (first,), (second,) = by_copy
    assert abs(first.nm - second.nm) >= inch("48").nm


def test_a_splice_is_chosen_for_the_whole_plan():
    """A plate of 160 with joints at 64 or 80, and a piece of 78: sticks of 96 hold 80 alone; with 64 cut off the 96 of the rest
    does not go into 95 3/4, so it is parted 80 + 80: three sticks."""
    problem = asked([("160", 1, Join((inch("64"), inch("80")))), ("78", 1)], [EIGHT], "sticks")
    made = plan(problem)
    assert (made.value, made.proven) == (3, True)
    assert sorted(c.length for s in made.sticks for c in s.cuts) == [inch("78"), inch("80"), inch("80")]


def test_a_plan_stays_as_it_was_where_that_is_as_good():
    """Four of 30 and two of 20 from sticks of 96: many ways with two sticks. What is left after one is cut stays as it was."""
    problem = asked([("30", 4), ("20", 2)], [EIGHT], "sticks")
    before = [(inch("96"), (inch("30"), inch("30"), inch("20"))), (inch("96"), (inch("30"), inch("30"), inch("20")))]
    assert plan(problem, before=before).value == 2
    left = asked([("30", 2), ("20", 1)], [EIGHT, ("192", None, 0)], "sticks")
    for was in (before[:1], [(inch("192"), (inch("30"), inch("30"), inch("20")))]):
        (stick,) = plan(left, before=was).sticks
        assert left.stock[stick.stick].length == was[0][0]


def test_joints_too_far_apart_for_any_stick_cannot_be():
    problem = asked([("240", 1, Join((inch("120"),)))], [EIGHT])
    assert plan(problem).cannot == (0,)


@given(
    st.lists(st.tuples(st.integers(1_000_000, 90_000_000), st.integers(1, 4)), min_size=1, max_size=6),
    st.integers(91_000_000, 250_000_000),
)
@settings(max_examples=25, deadline=None)
def test_lengths_on_no_grid_fit_and_their_bound_holds(pieces, stick):
    """Sizes in odd nanometres are rounded, so that what is planned fits and what is proven holds."""
    wanted = tuple(Wanted(str(i), Length(nm * 3 + 1), n) for i, (nm, n) in enumerate(pieces))
    problem = CutProblem(wanted, (Stick(Length(stick * 3 + 2)),), Length(7), Length(11), ZERO, "sticks")
    made = plan(problem)
    check(made, problem)
    assert made.bound >= 1


@pytest.mark.parametrize("goal", ["waste", "cost", "sticks", "lengths"])
@pytest.mark.parametrize("many", [1, 9, 40])
def test_a_first_plan_is_a_plan_and_its_bound_holds(goal, many):
    """Plates of 17 to 36 ft, two on each other, with studs: parted one by one or, where there are many, each at once."""
    plates = tuple(
        Wanted(f"plate {n}", inch(str(200 + 6 * n)), 2, Join(tuple(inch(str(at)) for at in range(16, 200 + 6 * n, 16)), inch("48")))
        for n in range(many)
    )  # fmt: skip
    studs = tuple(Wanted(f"stud {n}", inch(f"{80 + n} 3/8"), 3) for n in range(many))
    stock = tuple(Stick(inch(str(12 * feet)), Fraction(feet), 0) for feet in (8, 10, 12, 16))
    problem = CutProblem((*plates, *studs), stock, KERF, SQUARE, KEEP, goal)
    made = first_plan(problem)
    check(made, problem)
    assert made.cannot == ()
    for one, other in _joints(made, problem, range(many)):
        assert all(abs(a - b) >= 48 for a in one for b in other)


def _joints(made, problem, plates):
    """Where the two copies of each plate are joined, in inches."""
    parts = {}
    for cut in (cut for s in made.sticks for cut in s.cuts if cut.part):
        parts.setdefault((cut.wanted, cut.copy), {})[cut.part] = cut.length
    for n in plates:
        ends = []
        for copy in (1, 2):
            lengths = [float(length.in_inches()) for _, length in sorted(parts[n, copy].items())]
            assert sum(lengths) == float(problem.pieces[n].length.in_inches())
            ends.append([sum(lengths[: k + 1]) for k in range(len(lengths) - 1)])
        yield ends


def test_a_first_plan_of_five_hundred_lengths_takes_few_of_them():
    """The longest and the cheapest alone are looked at: all is cut, and nothing is claimed of what could be better."""
    problem = CutProblem(
        tuple(Wanted(str(n), Length((300_000 + 37 * n) * 1000), 1) for n in range(120)),
        tuple(Stick(Length((2000 + 7 * n) * 1_000_000)) for n in range(500)), KERF, SQUARE, KEEP,
    )  # fmt: skip
    made = first_plan(problem)
    check(made, problem)
    assert (made.cannot, made.bound, len({s.stick for s in made.sticks}) <= 12) == ((), 0, True)
