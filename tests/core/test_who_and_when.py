"""Plans against every plan there is, and their properties: no gate broken, nobody in two places, more hands never later."""

from dataclasses import replace
from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jambo.core.planning.best import least_finish
from jambo.core.planning.gates import enough, gates, hands_left
from jambo.core.planning.hours import hours_of
from jambo.core.planning.plan import planned
from jambo.core.planning.problem import Circle, Operation, Person, WorkProblem
from jambo.core.planning.work import phase_now

DAY = 1440
SHIFT = ((7 * 60, 12 * 60), (12 * 60 + 30, 15 * 60 + 30))  # 480 minutes, with half an hour between


def person(name, days=20, off=()):
    return Person(name, tuple((d * DAY + b, d * DAY + e) for d in range(days) if d not in off for b, e in SHIFT))


def crew(n):
    return tuple(person(f"P{k}") for k in range(n))


def problem(*operations, people=2, **more):
    return WorkProblem(crew(people) if isinstance(people, int) else people, operations, **more)


def op(key, minutes, hands=1, after="", **more):
    return Operation(key, minutes, hands, after=tuple(after), **more)


def at(day, clock):
    """Minutes from the first midnight."""
    return day * DAY + clock // 100 * 60 + clock % 100


@pytest.mark.parametrize(
    ("of", "finish", "chain"),
    [
        (problem(op("a", 60)), at(0, 800), "a"),
        (problem(op("a", 300)), at(0, 1200), "a"),  # to the break, not past it
        (problem(op("a", 301)), at(0, 1231), "a"),  # and on after it
        (problem(op("a", 481)), at(1, 701), "a"),
        (problem(op("a", 60), op("b", 60)), at(0, 800), "b"),  # one each
        (problem(op("a", 60, 2), op("b", 60)), at(0, 900), "ab"),
        (problem(op("a", 60), op("b", 60, after="a")), at(0, 900), "ab"),
        (problem(op("a", 60, not_before=at(0, 1210))), at(0, 1330), "a"),  # told in the break: after it
        (problem(op("a", 60, not_before=at(1, 900))), at(1, 1000), "a"),
        (problem(op("a", 60), start=at(0, 1500)), at(1, 730), "a"),
        (problem(op("a", 60), op("b", 60), people=1), at(0, 900), "ab"),
        (problem(op("a", 60), op("b", 60, who=("P0",)), op("c", 60, who=("P0",))), at(0, 900), "bc"),
        # P0 is off on the first day, and what takes two waits for him
        (problem(op("a", 60, 2), op("b", 480), people=(person("P0", off=(0,)), person("P1"))), at(1, 800), "ba"),
    ],
)  # fmt: skip
def test_the_finish_is_as_worked_by_hand(of, finish, chain):
    plan = planned(of)
    assert (plan.finish, plan.bound, plan.proven) == (finish, finish, True)
    assert "".join(plan.chain) == chain


def test_what_is_due_comes_first_though_nothing_is_done_sooner_for_it():
    plan = planned(problem(op("a", 120), op("b", 60, by=at(0, 800)), people=1))
    assert [(p.key, p.late) for p in plan.placed] == [("b", 0), ("a", 0)]
    late = planned(problem(op("b", 90, by=at(0, 800)), people=1))
    assert [(p.key, p.late) for p in late.placed] == [("b", 30)]


def test_nobody_waits_for_what_he_could_begin():
    """a holds the finish up; b, c and d could be anywhere before it, and begin at once, one after the other."""
    plan = planned(
        problem(op("a", 60, not_before=at(4, 700)), op("b", 60, 2), op("c", 60, 2), op("d", 60, 2, after="b"))
    )
    assert sorted((p.start, p.end) for p in plan.placed if p.key != "a") == [
        (at(0, 700), at(0, 800)),
        (at(0, 800), at(0, 900)),
        (at(0, 900), at(0, 1000)),
    ]


def test_float_is_what_it_could_slip():
    plan = planned(problem(op("a", 120), op("b", 30), op("c", 60, after="ab")))
    assert {p.key: (p.float_, p.critical) for p in plan.placed} == {"a": (0, True), "b": (90, False), "c": (0, True)}


def test_a_circle_is_told_by_its_keys():
    with pytest.raises(Circle) as told:
        planned(problem(op("a", 10, after="c"), op("b", 10, after="a"), op("c", 10, after="b"), op("d", 10, after="c")))
    assert set(told.value.keys) == {"a", "b", "c"}


def test_hours_that_do_not_reach_give_no_plan():
    assert planned(problem(op("a", 60, 2), people=(person("P0", 1, off=(0,)), person("P1", 1)))) is None
    assert planned(problem(op("a", 60), people=(Person("P0", ()),))) is None
    assert planned(problem()).placed == ()


def small():
    """Jobs of a few operations, with what comes before them drawn among those that stand before."""

    @st.composite
    def draw(get):
        n, people = get(st.integers(1, 5)), get(st.integers(1, 3))
        made = []
        for i in range(n):
            after = "".join(k.key for k in made if get(st.booleans()) and get(st.booleans()))
            begins = get(st.sampled_from([None, None, at(0, 900), at(1, 700)]))
            hands = get(st.integers(1, min(2, people)))
            made.append(
                op(
                    "abcde"[i],
                    get(st.sampled_from([30, 60, 90, 200, 301])),
                    hands,
                    after,
                    not_before=begins,
                    room="xyz"[i % 3],
                )
            )
        off = get(st.sampled_from([(), (), (0,)]))
        return problem(*made, people=(person("P0", off=off), *crew(people)[1:]))

    return draw()


def kept(of, plan):
    """Every gate of a plan, and that nobody is in two places, at the working minutes of its crew."""
    hours = hours_of(of.people, of.start)
    times = {p.key: (hours.working(p.start), p) for p in plan.placed}
    assert len(times) == len(of.operations)
    for one in of.operations:
        start, placed = times[one.key]
        assert len(set(placed.who)) == one.hands
        assert one.not_before is None or placed.start >= one.not_before
        assert hours.clock(start + one.minutes, ends=True) == placed.end
        assert all(times[key][0] + of.operations[of.by_key[key]].minutes <= start for key in one.after)
        for name in placed.who:
            away = hours.away[[p.name for p in of.people].index(name)]
            assert not any(low < start + one.minutes and start < high for low, high in away)
    for p, q in product(plan.placed, plan.placed):
        if p.key < q.key and set(p.who) & set(q.who):
            (a, _), (b, _) = times[p.key], times[q.key]
            assert a + of.operations[of.by_key[p.key]].minutes <= b or b + of.operations[of.by_key[q.key]].minutes <= a


def every_end(of):
    """When each operation ends, in every plan in which each operation of some order begins as early as it can, by every choice of hands."""
    hours = hours_of(of.people, of.start)

    def on(done, busy):
        if len(done) == len(of.operations):
            yield done
            return
        for one in of.operations:
            if one.key in done or not set(one.after) <= done.keys():
                continue
            dry = (hours.dry(done[key], of.operations[of.by_key[key]].dries) for key in one.after)
            begins = max([hours.working(one.not_before or 0), *dry])
            for who in product(range(len(of.people)), repeat=one.hands):
                if list(who) != sorted(set(who)):
                    continue
                start = begins
                for low, high in sorted(s for p in who for s in (*hours.away[p], *busy[p])):
                    if low < start + one.minutes and start < high:
                        start = high
                taken = [(*b, (start, start + one.minutes)) if p in who else b for p, b in enumerate(busy)]
                yield from on({**done, one.key: start + one.minutes}, taken)

    return on({}, [()] * len(of.people))


def every_finish(of):
    """The finish of each of them."""
    return (max(ends.values()) for ends in every_end(of))


@settings(max_examples=40, deadline=None)
@given(small())
def test_no_plan_is_done_sooner(of):
    plan, hours = planned(of), hours_of(of.people, of.start)
    kept(of, plan)
    best = min(every_finish(of))
    assert hours.working(plan.finish - 1) + 1 == best
    assert plan.proven
    assert least_finish(of, hours) <= best


@settings(max_examples=25, deadline=None)
@given(small())
def test_more_hands_are_never_later_and_the_same_job_has_the_same_plan(of):
    plan = planned(of)
    assert planned(of) == plan
    more = planned(WorkProblem((*of.people, person("P9")), of.operations, of.start))
    assert more.finish <= plan.finish


def test_the_gates_of_each_operation_by_hand():
    """b waits for a (60 min) and for something that comes at 9:00; c waits for b; c is due on the second day at 8:00."""
    of = problem(
        op("a", 60), op("b", 30, after="a", not_before=at(0, 900)), op("c", 90, after="b", by=at(1, 800)), op("d", 480)
    )
    assert {key: (g.earliest, g.follows, g.latest, g.due) for key, g in gates(of).items()} == {
        # 90 minutes before 8:00 of the second day is 15:00; 30 before that 14:30; 60 before that 13:30
        "a": (at(0, 700), None, at(0, 1330), "c"),
        "b": (at(0, 900), None, at(0, 1430), "c"),
        "c": (at(0, 930), "b", at(0, 1500), "c"),
        "d": (at(0, 700), None, None, None),
    }
    gone = gates(problem(op("a", 60, by=at(0, 730))))["a"]
    assert (gone.earliest, gone.latest) == (at(0, 700), at(0, 700))  # too late already: at once
    assert gates(WorkProblem((Person("P0", ()),), (op("a", 60),))) == {}


@pytest.mark.parametrize(
    ("work", "left", "n"),
    [
        ([(375, 2)], (480, 480, 480), 2),  # five pocket frames of 75 for two, a day each
        ([(375, 1)], (480, 480), 1),
        ([(480, 1)], (480, 480), 1),
        ([(481, 1)], (480, 480), 2),
        ([(30, 2)], (480,), None),  # nobody at the other end
        ([(481, 2)], (480, 480, 480), None),  # a third gives no second pair
        ([(481, 2)], (480, 480, 480, 480), 4),
        ([(300, 2), (200, 1)], (480, 480), 2),
        ([(300, 2), (400, 1)], (480, 480), None),
        ([(300, 2)], (480, 200), None),  # as long as the second has time
        ([], (), None),
    ],
)
def test_how_many_have_to_be_at_it(work, left, n):
    assert enough(work, left) == n


def test_hands_left_are_everybodys_own_hours():
    """From 9:00 to 13:00 of the next day: P0 6 h and 5.5 h; P1, who is off on the first day, 5.5 h."""
    of = problem(people=(person("P1", off=(0,)), person("P0")), start=at(0, 900))
    assert hands_left(of, at(1, 1300)) == (360 + 330, 330)
    assert hands_left(of, at(0, 800)) == (0, 0)


@settings(max_examples=60, deadline=None)
@given(small())
def test_nothing_is_planned_before_its_gate_and_what_is_in_time_not_after_it(of):
    plan, between = planned(of), gates(of)
    for placed in plan.placed if plan else ():
        assert placed.start >= between[placed.key].earliest
    if plan and not any(placed.late for placed in plan.placed):
        assert all(p.start <= between[p.key].latest for p in plan.placed if between[p.key].latest is not None)


@pytest.mark.parametrize(
    ("done", "ticked", "phase"),
    [
        ((), (), "before_wallboard"),
        (("framed",), (), "to_set"),
        ((), ("f1",), "before_wallboard"),
        ((), ("f1", "f2"), "to_set"),
        (("framed", "set"), (), "to_hang"),
        (("set",), ("h1",), "to_finish"),
        (("set",), ("h1", "c1", "l1"), None),
        (("signed",), (), None),
    ],
)
def test_the_phase_is_that_of_the_first_work_that_is_not_done(done, ticked, phase):
    phases = (
        ("frame", "before_wallboard", frozenset({"f1", "f2"})), ("set", "to_set", frozenset({"s1"})), ("hang", "to_hang", frozenset({"h1"})),
        ("trim", "to_finish", frozenset({"c1"})), ("hardware", "to_finish", frozenset({"l1"})),
    )  # fmt: skip
    assert phase_now(phases, done, ticked) == phase


def test_nobody_is_idle_while_framing_waits():
    """A takes one all day. The other may begin B at 8: the frame of an hour is done before it, though B first would end as soon."""
    a, b = op("a", 480), op("b", 120, not_before=at(0, 800))
    for soon in (False, True):
        plan = planned(problem(a, b, op("f", 60, soon=soon)))
        assert plan.finish == at(0, 1530)
    placed = {one.key: one.start for one in plan.placed}
    assert (placed["f"], placed["b"]) == (at(0, 700), at(0, 800))


@given(small(), st.sets(st.integers(0, 4)), st.booleans())
@settings(max_examples=60, deadline=None)
def test_what_is_soon_waits_for_nobody_who_is_idle(of, soon, paired):
    ops = tuple(replace(one, soon=i in soon) for i, one in enumerate(of.operations))
    of = replace(of, operations=ops, pairs=(("P0", "P1"),) if paired and len(of.people) > 1 else ())
    plan = planned(of)
    kept(of, plan)
    hours = hours_of(of.people, of.start)
    names = [p.name for p in of.people]
    busy = {name: [*hours.away[n]] for n, name in enumerate(names)}
    spans = {
        p.key: (hours.working(p.start), hours.working(p.start) + ops[of.by_key[p.key]].minutes, p) for p in plan.placed
    }
    for low, high, p in spans.values():
        for name in p.who:
            busy[name].append((low, high))
    for one in (one for one in ops if one.soon):
        start, end, p = spans[one.key]
        release = max([hours.working(one.not_before) if one.not_before else 0, *(spans[key][1] for key in one.after)])
        own = (start, end)
        for begin in range(release, start):
            until = begin + one.minutes
            free = {
                n for n in names
                if all(high <= begin or low >= until for low, high in busy[n] if (low, high) != own or n not in p.who)
            }  # fmt: skip
            if of.pairs and one.hands == 2:
                free = free if {"P0", "P1"} <= free else free - {"P0", "P1"}
            assert len(free) < one.hands


@pytest.mark.parametrize(
    ("of", "who"),
    [
        (problem(op("a", 60, 2), people=3, pairs=(("P1", "P2"),)), ("P1", "P2")),
        (problem(op("a", 60, 2), op("b", 60, 2), people=4, pairs=(("P0", "P3"),)), ("P0", "P3")),
        (
            problem(op("a", 60, 2, who=("P0", "P1")), people=3, pairs=(("P1", "P2"),)),
            ("P0", "P1"),
        ),  # named for it all the same
    ],
)
def test_what_takes_two_goes_to_a_pair(of, who):
    assert who in {one.who for one in planned(of).placed}


def test_a_pair_waits_for_its_other_half():
    """P0 is off on the first day: P1 does not take P2 along for what takes two."""
    people = (person("P0", off=(0,)), person("P1"), person("P2"))
    plan = planned(problem(op("a", 60, 2), op("b", 60), people=people, pairs=(("P0", "P1"),)))
    placed = {one.key: one for one in plan.placed}
    assert (placed["a"].start, placed["a"].who, placed["b"].start) == (at(1, 700), ("P0", "P1"), at(0, 700))


@given(small())
@settings(max_examples=40, deadline=None)
def test_pairs_stay_together_however_many_there_are(of):
    of = replace(of, pairs=(("P0", "P1"),) if len(of.people) > 1 else ())
    plan = planned(of)
    kept(of, plan)
    for one in plan.placed:
        if len(one.who) == 2 and of.pairs:
            assert len({"P0", "P1"} & set(one.who)) != 1


def own_hours():
    """Jobs of a few operations for people who come and go at their own times, some of it due."""

    @st.composite
    def draw(get):
        people = []
        for n in range(get(st.integers(1, 2))):
            begin, end = get(st.sampled_from([700, 800, 1000])), get(st.sampled_from([1100, 1200, 1530]))
            noon = get(st.sampled_from([None, 1000, 1030]))
            spans = [(begin, end)] if noon is None or not begin < noon < end else [(begin, noon), (noon + 20, end)]
            people.append(Person(f"P{n}", tuple((at(d, low), at(d, high)) for d in range(9) for low, high in spans)))
        made = []
        for i in range(get(st.integers(2, 4))):
            after = "".join(k.key for k in made if get(st.booleans()) and get(st.booleans()))
            by = get(st.sampled_from([None, at(0, 905), at(0, 1100)]))
            begins = get(st.sampled_from([None, None, at(0, 805)]))
            made.append(op("abcd"[i], get(st.sampled_from([15, 30, 55])), 1, after, by=by, not_before=begins))
        return problem(*made, people=tuple(people))

    return draw()


def moved(of, plan, key, by):
    """The finish in working minutes with one operation ending so much later, the others by the same hands in the same order, as early as can be."""
    hours = hours_of(of.people, of.start)
    ends, busy = {}, {p.name: 0 for p in of.people}
    for placed in plan.placed:
        one = of.operations[of.by_key[placed.key]]
        begins = max(
            [hours.working(one.not_before or 0), *(ends[k] for k in one.after), *(busy[who] for who in placed.who)]
        )
        was = hours.working(placed.start)
        start = max(begins, was + by) if placed.key == key else max(begins, was)
        away = sorted(span for who in placed.who for span in hours.away[[p.name for p in of.people].index(who)])
        for low, high in away:
            if low < start + one.minutes and start < high:
                if placed.key == key and start == was + by:
                    return None  # nobody is there for it then
                start = high
        ends[placed.key] = start + one.minutes
        busy |= dict.fromkeys(placed.who, ends[placed.key])
    return max(ends.values())


@settings(max_examples=40, deadline=None)
@given(own_hours())
def test_float_is_true_to_everybodys_hours(of):
    """Each work is moved by what it is said to have: the finish stays. By a minute more it moves, or nobody is there."""
    plan = planned(of)
    if plan is None:
        return
    kept(of, plan)
    finish = hours_of(of.people, of.start).working(plan.finish - 1) + 1
    for placed in plan.placed:
        assert moved(of, plan, placed.key, placed.float_) == finish
        after = [moved(of, plan, placed.key, placed.float_ + more) for more in range(1, 40)]
        assert all(one is None or one > finish for one in after)


def every_lateness(of):
    """The least time past the days set that any plan has: each order, each choice of hands, and each wait up to the next that can begin."""
    hours = hours_of(of.people, of.start)
    due = [hours.working(one.by) if one.by is not None else None for one in of.operations]
    return min(
        sum(max(0, ends[one.key] - d) for one, d in zip(of.operations, due, strict=True) if d is not None)
        for ends in every_end(of)
    )


@settings(max_examples=40, deadline=None)
@given(own_hours())
def test_a_day_is_missed_only_where_no_plan_keeps_it(of):
    plan = planned(of)
    if plan is not None:
        assert sum(placed.late for placed in plan.placed) == every_lateness(of)


def test_waiting_five_minutes_keeps_the_day():
    """a is due at 7:40 and cannot begin before 7:05: b or c, begun at once, would make it late by a minute, and end all of it five sooner."""
    of = problem(op("a", 35, by=at(0, 740), not_before=at(0, 705)), op("b", 6), op("c", 6), people=1)
    plan = planned(of)
    first = plan.placed[0]
    assert (first.key, first.late, first.end, plan.finish) == ("a", 0, at(0, 740), at(0, 752))


@pytest.mark.parametrize(
    ("minutes", "dries", "begins"),
    [
        (60, 0, at(0, 800)),
        (60, 60, at(0, 900)),
        (60, 240, at(0, 1230)),  # dry at noon, when the break begins
        (60, 255, at(0, 1230)),  # dry in the break
        (60, 285, at(0, 1245)),
        (420, 60, at(1, 700)),  # done at 14:30, dry as the day ends
        (420, 720, at(1, 700)),  # dry in the night
        (60, 1440, at(1, 800)),
        (480, 24 * 60, at(1, 1530)),  # dry as the next day ends: the morning after it
    ],
)
def test_what_comes_after_something_waits_until_it_is_dry(minutes, dries, begins):
    plan = planned(problem(op("a", minutes, dries=dries), op("b", 30, after="a"), people=1))
    begun = {p.key: p.start for p in plan.placed}["b"]
    assert begun == (at(2, 700) if begins == at(1, 1530) else begins)
    assert plan.proven


def test_others_work_while_it_dries_and_its_float_is_what_the_night_leaves():
    """a is done at 8:00 and dry at 14:00; b begins then. c has until then. a may end up to 15:30 if b waits for the morning: not here."""
    plan = planned(problem(op("a", 60, dries=360), op("b", 60, after="a"), op("c", 120), people=1))
    assert {p.key: (p.start, p.float_) for p in plan.placed} == {
        "a": (at(0, 700), 0), "b": (at(0, 1400), 0), "c": (at(0, 800), 210),
    }  # fmt: skip


@settings(max_examples=40, deadline=None)
@given(small(), st.lists(st.sampled_from([0, 0, 45, 300, 900]), min_size=5, max_size=5))
def test_no_plan_that_waits_until_things_are_dry_is_done_sooner(of, dries):
    of = replace(of, operations=tuple(replace(one, dries=d) for one, d in zip(of.operations, dries, strict=False)))
    plan, hours = planned(of), hours_of(of.people, of.start)
    by = {p.key: p for p in plan.placed}
    for one in of.operations:
        for key in one.after:
            before = of.operations[of.by_key[key]]
            assert by[one.key].start >= by[key].end + before.dries
    assert hours.working(plan.finish - 1) + 1 == min(every_finish(of))
    assert plan.proven


def test_work_for_two_is_not_put_off_by_work_for_one():
    """One from 7, one from half past 7, 160 hours for one of them and five for both, wanted by 13:00: nobody is free with the other unless
    one waits. Waiting till half past 7, the five are done at 12:30."""
    days = range(200)
    ada, bo = (tuple((d * 1440 + b, d * 1440 + b + 480) for d in days) for b in (420, 450))
    alone = tuple(Operation(f"{n}", 60) for n in range(160))
    both = tuple(Operation(f"both {n}", 60, 2, by=13 * 60) for n in range(5))
    made = planned(WorkProblem((Person("Ada", ada), Person("Bo", bo)), alone + both))
    assert {one.key: one.late for one in made.placed if one.key.startswith("both")} == {one.key: 0 for one in both}
