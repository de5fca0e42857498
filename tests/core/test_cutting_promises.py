"""What a cutting plan promises (handbook 28): bounds that hold, proofs that are proofs, what fits exactly found, more time never worse."""

import itertools
import random
from fractions import Fraction

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from helpers import inch
from jambo.core.quantities.length import ZERO, Length
from jambo.core.stock.plan import first_plan, plan
from jambo.core.stock.problem import CutProblem, Join, Reach, Stick, Wanted
from jambo.core.stock.splices import cheapest, clear_ways
from jambo.views.material.cutting import sentence, why_not

INCHES = (inch("1/8"), inch("1/4"), inch("24"))
METRIC = (Length.mm(3), Length.mm(5), Length.mm(300))


def turns(most):
    """A clock that moves on by one each time somebody looks: there is time for as many looks."""
    seen = itertools.count()
    return lambda: min(next(seen), most + 1)


def planned(problem, looks=10**9):
    return plan(problem, turns(looks), seconds=looks)


def of_mm(lengths, stock, saw=METRIC, goal="waste"):
    pieces = tuple(Wanted(f"{n}", Length(round(mm * 10**6)), 1) for n, mm in enumerate(lengths))
    return CutProblem(pieces, tuple(Stick(Length.mm(mm), None, n) for mm, n in stock), *saw, goal)


def thousand(seed):
    drawn = random.Random(seed)
    pieces = tuple(Wanted(f"{n}", Length.inches(Fraction(drawn.randint(160, 1536), 16)), 1) for n in range(1000))
    return CutProblem(pieces, tuple(Stick(inch(str(12 * feet))) for feet in (8, 10, 12, 14, 16)), *INCHES, "sticks")


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_a_thousand_pieces_are_within_one_in_a_hundred_at_once(seed):
    """In fewest sticks, all of 16 ft: what they and their saw cuts come to over 191 7/8 each is a bound without any search."""
    problem = thousand(seed)
    material = sum((p.length + problem.kerf).nm for p in problem.pieces)
    least = -(-material // (inch("192") - problem.square + problem.kerf).nm)
    for made in (first_plan(problem), planned(problem, 20)):
        assert least <= made.bound <= made.value <= made.bound * Fraction(101, 100)


def test_pieces_over_half_a_stick_are_one_to_a_stick():
    """Ten of 100 from sticks of 192: two do not go, whatever material says: 10 x 100 1/8 / 191 7/8 is but 6."""
    pieces = (Wanted("a", inch("100"), 10),)
    assert first_plan(CutProblem(pieces, (Stick(inch("192")),), *INCHES, "sticks")).bound == 10
    # two that lie there take two of them
    assert first_plan(CutProblem(pieces, (Stick(inch("192"), Fraction(9), 2),), *INCHES, "cost")).bound == 72


def test_of_sticks_that_count_alike_the_shortest_is_bought():
    """In fewest sticks: 90 and 80 from one of 16 ft, 60 alone from one of 8 ft."""
    pieces = tuple(Wanted(n, inch(n), 1) for n in ("90", "80", "60"))
    made = planned(CutProblem(pieces, (Stick(inch("96")), Stick(inch("192"))), *INCHES, "sticks"))
    assert (sorted(s.stick for s in made.sticks), made.proven) == ([0, 1], True)


def fits(seed, sticks, pieces, slack=0.0, alike=False):
    """Pieces that sticks which lie there were cut into, with so much of each left over."""
    drawn = random.Random(seed)
    long = [4800 if alike else drawn.randint(1500, 4800) for _ in range(sticks)]
    lengths, each = [], pieces // sticks
    for one in long:
        use = int((one - 2) * (1 - slack)) - 3 * each
        cuts = sorted(drawn.sample(range(150, use - 150), each - 1))
        lengths += [b - a for a, b in itertools.pairwise([0, *cuts, use])]
    drawn.shuffle(lengths)
    return of_mm(lengths, [(one, long.count(one)) for one in sorted({*long})])


@pytest.mark.parametrize(
    "of", [(1, 10, 30, 0.0, True), (2, 10, 30), (3, 10, 30), (1, 12, 60, 0.045), (2, 20, 60, 0.045), (3, 20, 60, 0.045, True), (1, 12, 60)]
)  # fmt: skip
def test_what_was_cut_from_the_sticks_there_are_is_got_out_of_them(of):
    assert not planned(fits(*of), 3000).cannot


@pytest.mark.parametrize(
    ("pieces", "stock", "short", "why"),
    [
        ([900, 900, 900], [(2000, 1)], True, "there is not enough stock for all of them"),  # 2709 of 1998
        (
            [1100, 1100],
            [(2000, 1), (900, 1)],
            True,
            "there is not enough stock for all of them",
        ),  # 2206 of 2896, and neither way goes
        ([1100, 900], [(2000, 1), (900, 1)], False, None),  # the 900 as it comes
    ],
)
def test_too_little_stock_is_said_only_where_it_is_proven(pieces, stock, short, why):
    problem = of_mm(pieces, stock)
    made = planned(problem)
    assert (made.short, bool(made.cannot)) == (short, short)
    assert [why_not(i, problem, made) for i in made.cannot] == [why] * len(made.cannot)


def test_what_was_not_found_in_time_is_not_called_too_little():
    problem = fits(1, 20, 60)
    made = plan(problem, turns(40), seconds=40)
    assert made.cannot and not made.short
    assert why_not(made.cannot[0], problem, made) == "no way was found to get all of them out of this stock in 40 s"


@pytest.mark.parametrize(
    ("problem", "value"),
    [
        # 3 x 2395 are all that 2400 gives once it is square; what is left goes into the one of 4800, off any grid of half millimetres
        (of_mm([2395, 2395, 2395, 811.3, 700.7], [(2400, 3), (4800, 1)]), 0),
        (of_mm([2395, 2395, 2395, 2391.3, 2403.7 - 3.0], [(2400, 3), (4800, 1)]), 0),  # 2391.3 + 3 + 2400.7 = 4795
    ],
)
def test_what_fits_exactly_is_found_off_the_grid(problem, value):
    made = planned(problem, 3000)
    assert (made.cannot, made.value) == ((), value)


def test_a_kerf_of_3_mm_in_a_list_of_inches_loses_nothing():
    """47 1/2 and what is left of 95 3/4 after it and a cut of 3 mm: one stick of 96, not two."""
    rest = inch("95 3/4") - inch("47 1/2") - Length.mm(3)
    pieces = (Wanted("a", inch("47 1/2"), 3), Wanted("b", rest, 3), Wanted("c", inch("31 5/16"), 2))
    made = planned(CutProblem(pieces, (Stick(inch("96"), Fraction(4)),), Length.mm(3), *INCHES[1:], "cost"), 3000)
    assert (made.cost, made.bound) == (16, 16)


def test_a_long_plate_is_made_in_as_many_parts_as_are_cheapest():
    """30 ft, joints every 24 in: four of 8 ft at 2.00 are cheaper than one of 16 ft at 9.10 and two of 8 ft."""
    joints = Join(tuple(inch(str(at)) for at in range(24, 360, 24)))
    stock = (Stick(inch("96"), Fraction(2)), Stick(inch("192"), Fraction("9.10")))
    for saw in (INCHES, (ZERO, ZERO, inch("24"))):
        problem = CutProblem((Wanted("plate", inch("360"), 1, joints),), stock, *saw, "cost")
        made = planned(problem)
        assert (made.cost, len(made.sticks), sum(len(s.cuts) for s in made.sticks)) == (8, 4, 4)
        assert made.bound <= 8 and (
            made.proven or "no plan is cheaper" not in sentence(made, problem, "in") or made.few_parts
        )


@pytest.mark.parametrize(("length", "joints", "sticks", "goal"), [(192, (96,), 2, "sticks"), (192, (48, 96, 144), 2, "cost"), (240, (60, 96), 2, "sticks")])  # fmt: skip
def test_a_part_as_long_as_its_stick_is_the_stick_as_it_comes(length, joints, sticks, goal):
    """8 and 8 from two of 8 ft, which are 95 3/4 once they are squared; 8 and 12 from one each."""
    plate = Wanted("plate", inch(str(length)), 1, Join(tuple(map(inch, map(str, joints)))))
    stock = (Stick(inch("96"), Fraction(4)), *([Stick(inch("144"), Fraction(6))] if length > 192 else ()))
    made = planned(CutProblem((plate,), stock, *INCHES, goal))
    assert (len(made.sticks), made.cannot, made.proven) == (sticks, (), True)


def test_the_bound_of_many_plates_parted_at_once_is_of_every_way_to_part_them():
    """Forty of the plate above are forty times 8.00 at the most, however they are parted first."""
    joints = Join(tuple(inch(str(at)) for at in range(24, 360, 24)))
    stock = (Stick(inch("96"), Fraction(2)), Stick(inch("192"), Fraction("9.10")))
    problem = CutProblem(tuple(Wanted(f"{n}", inch("360"), 1, joints) for n in range(40)), stock, *INCHES, "cost")
    assert first_plan(problem).bound <= 320


def cheapest_by_looking(problem):
    """The least cost of a plate and two more pieces over every way to part and to pack them, by looking at each."""
    plate, *rest = problem.pieces
    best = None
    places = plate.join.places
    for n in range(len(places) + 1):
        for joints in itertools.combinations(places, n):
            parts = [b - a for a, b in itertools.pairwise((ZERO, *joints, plate.length))]
            for groups in _shared([*parts, *(p.length for p in rest for _ in range(p.count))]):
                costs = [
                    min(
                        (s.price for s in problem.stock if sum((one.nm for one in group), 0) <= s.length.nm),
                        default=None,
                    )
                    for group in groups
                ]
                if None not in costs and (best is None or sum(costs) < best):
                    best = sum(costs)
    return best


def _shared(things):
    """Every way to put things into sticks."""
    if not things:
        yield []
        return
    first, *rest = things
    for groups in _shared(rest):
        yield [[first], *groups]
        for n in range(len(groups)):
            yield [*groups[:n], [first, *groups[n]], *groups[n + 1 :]]


@given(
    st.sets(st.integers(1, 9), min_size=2, max_size=4),
    st.lists(st.integers(1, 5), max_size=2),
    st.integers(20, 60),
    st.integers(20, 60),
)
@settings(max_examples=25, deadline=None)
def test_splices_are_held_against_every_way(places, more, short, long):
    """A plate of 10 ft from sticks of 4 and 7, without a saw: proven is what no way of all can beat."""
    pieces = (
        Wanted("plate", inch("120"), 1, Join(tuple(inch(str(12 * at)) for at in sorted(places)))),
        *(Wanted(f"{n}", inch(str(12 * ft)), 1) for n, ft in enumerate(more)),
    )
    stock = (Stick(inch("48"), Fraction(short, 10)), Stick(inch("84"), Fraction(long, 10)))
    problem = CutProblem(pieces, stock, ZERO, ZERO, inch("24"), "cost")
    made, best = planned(problem), cheapest_by_looking(problem)
    assert (best is None) == bool(made.cannot)
    if best is not None:
        assert made.bound <= best <= made.cost
        assert not made.proven or made.cost == best


@pytest.mark.parametrize(("stick", "parts"), [("72", 2), ("120", 1), ("71", 3)])
def test_the_cheapest_way_takes_no_part_a_stick_does_not_give(stick, parts):
    """Ten feet joined at four and at seven, each part worth as much: 4 and 6, the whole of it, or 4, 3 and 3."""
    join = Join((inch("48"), inch("84")))
    assert cheapest(inch("120"), join, Reach(inch(stick), frozenset()), lambda _: 1) == parts


def test_which_ways_lie_on_each_other_is_held_against_every_pair_of_joints():
    """Places on and off the grid, some just as far apart as they must be and some a nanometre less."""
    drawn = random.Random(5)
    places = [inch("16") * n for n in range(1, 12)] + [inch("16") * n - Length(1) for n in (3, 7)]
    for apart in (ZERO, inch("32"), inch("33")):
        ways = [sorted(drawn.sample(places, drawn.randint(0, 4))) for _ in range(60)]
        brute = [[all(abs((a - b).nm) >= apart.nm for a in one for b in other) for other in ways] for one in ways]
        assert clear_ways(ways, apart).tolist() == brute
    assert clear_ways([[], []], inch("1")).all()


@pytest.mark.parametrize("of", ["long", "lies"])
def test_more_time_is_never_worse(of):
    problem = thousand(4) if of == "long" else fits(2, 20, 60)
    found = [planned(problem, looks) for looks in (3, 12, 45)]
    ranks = [(sum(problem.pieces[i].count for i in made.cannot), made.value, -made.bound) for made in found]
    assert ranks == sorted(ranks, reverse=True)
    assert all(made.broken_off for made in found)
    if of == "long":
        assert sentence(found[0], problem, "in").endswith("The search was stopped after 3 s.")


def test_a_bound_of_nothing_is_not_told():
    """Unpriced beside what lies there: nothing is known that it cannot do with less than."""
    problem = fits(1, 20, 60)
    assert "than 0" not in sentence(plan(problem, turns(10), seconds=10), problem, "mm")
