"""What would make nothing late: the fewest more hands from the last day that does, other trades on the first days that do."""

from datetime import datetime, timedelta

import pytest

from jambo.core.job.help import LATEST, ROUNDS, later_days, more_hands, put_off

MON = datetime(2026, 11, 30, 7)  # a Monday
DAYS = [MON + timedelta(days=n) for n in range(90)]


@pytest.mark.parametrize(
    ("room", "needs", "found"),
    [
        (2, {1: 2}, (1, 2)),  # one more does, from the third day at the latest
        (2, {1: 4}, (1, 4)),  # on the last day there is
        (2, {1: 0}, (1, 0)),
        (2, {2: 3, 1: -1}, (2, 3)),  # one does not, even from the first day
        (1, {2: 3, 1: -1}, None),  # there is room for one alone
        (5, {3: 4, 2: -1, 1: -1}, None),  # three are not tried
        (0, {1: 4}, None),
    ],
)
def test_the_fewest_more_from_the_last_day_that_does(room, needs, found):
    days = DAYS[:5]
    told = more_hands(days, room, lambda more, day: days.index(day) <= needs[more])
    assert told == (None if found is None else (found[0], days[found[1]]))


def done_on(*needs):
    """What is late before each trade is done on these days; None for a trade nothing is late before."""

    def late(comes):
        pairs = enumerate(zip(comes, needs, strict=True))
        return {n: DAYS[need] for n, (at, need) in pairs if need is not None and at is not None and at < DAYS[need]}

    return late


@pytest.mark.parametrize(
    ("comes", "needs", "found"),
    [
        ((0,), (3,), (3,)),
        ((0,), (5,), (7,)),  # Saturday's work: Monday
        ((0, 1), (2, 3), (2, 3)),
        ((0, 1, None), (None, 3, None), (0, 3, None)),  # the others stay
        ((0,), (LATEST - 1,), (LATEST - 1,)),  # a Thursday, the last weekday but one that is tried
        ((0,), (LATEST + 1,), None),  # further than anybody is put off
    ],
)
def test_other_trades_come_on_the_first_days_that_do(comes, needs, found):
    days = [None if day is None else DAYS[day] for day in comes]
    assert later_days(days, done_on(*needs)) == (
        None if found is None else [None if day is None else DAYS[day] for day in found]
    )


def test_a_single_trade_comes_no_later_than_it_has_to():
    """By the first plan it would have to wait for Friday; planned anew for Wednesday nothing is late."""
    assert later_days(DAYS[:1], lambda comes: {0: DAYS[4]} if comes[0] < DAYS[2] else {}) == [DAYS[2]]


def test_what_no_other_day_helps_is_given_up():
    assert later_days(DAYS[:1], lambda comes: None) is None
    tried = []
    assert later_days(DAYS[:1], lambda comes: tried.append(1) or {0: comes[0] + timedelta(days=1)}) is None
    assert len(tried) == ROUNDS + 1
    assert later_days(DAYS[:1], lambda comes: {}) is None  # nothing is late, so nothing moves


@pytest.mark.parametrize(("done", "by", "told"), [(4, 1, 7), (4, 2, 7), (4, 3, 7), (3, 1, 4), (2, 7, 9)])
def test_a_trade_put_off_is_done_on_no_weekend(done, by, told):
    assert put_off(DAYS[done], timedelta(days=by)) == DAYS[told]
