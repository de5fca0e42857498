"""Many writers at one job, and both processes killed under writers: short here, for minutes by `./jambo bench --crash`."""

from jambo.running.strain import Tally, crash, crowd, lost


def test_fifty_writers_on_one_job_meet_no_fault(local):
    outcome = crowd(local.url, local.database, writers=50, seconds=4)
    assert outcome.tally.acknowledged, str(outcome)
    assert (outcome.tally.faults, outcome.lost, outcome.tally.answers[0]) == (0, [], 0), str(outcome)
    assert outcome.tally.answers.keys() <= {0, 200, 201, 409, 503}, str(outcome)


def test_what_was_acknowledged_survives_kills_of_database_and_application():
    outcome = crash(kills=2, writers=6, apart=0.5)
    assert outcome.tally.acknowledged, str(outcome)
    assert (outcome.tally.faults, outcome.lost) == (0, []), str(outcome)
    assert outcome.tally.answers.keys() <= {0, 200, 201, 409, 503}, str(outcome)


def test_a_lost_write_would_be_noticed(local):
    """The measure itself: what is not on record as it was acknowledged counts as lost, and a 500 as a fault."""
    assert lost(local.database, [(999_999, 2, "nowhere")]) == [(999_999, 2, "nowhere")]
    tally = Tally()
    tally.answers.update([200, 503, 500, 502])
    assert tally.faults == 2
