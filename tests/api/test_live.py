"""What others do is told as it happens, by whichever process it was written, to whom it is for, without a thread for anybody."""

import contextlib
import threading

import httpx
import pytest

from jambo.api.app import create_app
from jambo.jobs.live import Watch
from jambo.running.local import serving
from jambo.store import live as store
from jambo.store.database import Database
from listening import ears


@pytest.fixture
def listen():
    with ears() as listen:
        yield listen


@pytest.fixture
def opening(client, job):
    return client.post(f"/api/jobs/{job}/openings", json={"opening": {"mark": "D1"}}).json()["id"]


@pytest.fixture
def other(local):
    """Another process's application on the same database."""
    database = Database(local.server.url)
    with serving(create_app(database)) as url:
        yield url
    database.close()


def rename(client, opening, room):
    page = client.get(f"/api/openings/{opening}").json()
    body = {"version": page["version"], "opening": {**page["opening"], "room": room}}
    return client.put(f"/api/openings/{opening}", json=body, headers={"X-Jambo-Who": "Bo"}).raise_for_status()


def test_a_change_is_told_in_every_process_and_its_writer_knows_it_by_its_line(
    local, listen, client, job, opening, other
):
    ears = [listen(url, f"/api/jobs/{job}/live") for url in (local.url, other)]
    ears.append(listen(other, "/api/live"))
    line = int(rename(client, opening, "Pantry").headers["x-jambo-wrote"])
    for ear in ears:
        while (told := ear.next("change"))["line"] != line:
            assert told["line"] < line and told["before"]  # what the job was made by, a moment before
        assert told == {"line": line, "job": job, "opening": opening, "what": "changed", "who": "Bo", "before": False}


def test_readings_ticks_and_the_job_itself_are_told_too_and_nothing_of_another_job(local, listen, client, job, opening):
    ear = listen(local.url, f"/api/jobs/{job}/live")
    client.post("/api/jobs", json={"name": "Another"})
    rename(client, opening, "Larder")
    reading = {"place": "width_foot", "value": "34"}
    client.post(f"/api/openings/{opening}/readings", json={"reading": reading}).raise_for_status()
    client.post(f"/api/jobs/{job}/walls", json={}).raise_for_status()
    told = []
    while [one["what"] for one in told][-3:] != ["changed", "measured", "wall added"]:
        told.append(ear.next("change"))
    assert {one["job"] for one in told} == {job}


def test_who_is_at_an_opening_is_told_to_the_others_and_no_more_once_they_go(local, listen, job, opening, other):
    watching = listen(local.url, f"/api/jobs/{job}/live", opening=opening, name="Ana")
    assert watching.next("here") == {"here": {}}
    bo = listen(other, f"/api/jobs/{job}/live", opening=opening, name="Bo")
    assert watching.next("here") == {"here": {str(opening): ["Bo"]}}
    assert bo.next("here") == {"here": {str(opening): ["Ana"]}}
    bo.client.close()
    assert watching.next("here") == {"here": {}}


def test_a_hundred_who_listen_take_no_thread_each(local, job):
    before = threading.active_count()
    any_number = httpx.Limits(max_connections=None)
    with httpx.Client(base_url=local.url, timeout=None, limits=any_number) as client, contextlib.ExitStack() as stack:
        for _ in range(100):
            answer = stack.enter_context(client.stream("GET", f"/api/jobs/{job}/live"))
            assert next(answer.iter_lines()) == "event: begun"
        assert threading.active_count() - before <= 45  # the pool of the server, not a hundred
        assert client.get("/api/jobs").status_code == 200


@pytest.mark.parametrize(
    ("looks", "new"),
    [
        ([[1, 2]], [[]]),  # what was there before anybody listened
        ([[1, 2], [1, 2, 3]], [[], [3]]),
        ([[1, 3], [1, 2, 3, 4]], [[], [2, 4]]),  # a number given out before, by one who was slower
        ([[], [1]], [[], [1]]),
        ([[1], [1], [1]], [[], [], []]),
    ],
)
def test_a_line_that_comes_late_is_told_once(looks, new):
    watch = Watch()
    assert [[row["id"] for row in watch.new_lines([{"id": n} for n in look])] for look in looks] == new


def test_what_was_seen_is_forgotten_once_it_cannot_come_late_any_more():
    watch = Watch()
    for first in range(1, 10 * store.LATE, store.LATE):
        watch.new_lines([{"id": n} for n in range(first, first + store.LATE)])
    assert len(watch.seen) == len(watch.order) == 2 * store.LATE


def test_who_goes_waits_for_nobody_and_forgets_who_is_long_gone(local, job):
    """While another's first look is not yet written down: a sweep over a range of times would wait for it, or both for each other."""
    database = Database(local.server.url)
    names = ["f" * 32, "0" * 32, "a" * 32]
    try:
        with database.transaction(writes=True) as t:
            store.look(t, [(name, job, None, "Ada") for name in names[:2]])
            t.run("UPDATE here SET seen_at = UTC_TIMESTAMP(6) - INTERVAL 2 HOUR WHERE screen = %s", [names[1]])
        with database.transaction(writes=True) as coming:
            store.look(coming, [(names[2], job, None, "Bob")])
            with database.transaction(writes=True) as going:
                going.run("SET SESSION innodb_lock_wait_timeout = 1")
                store.look_away(going, names[0])
        with database.transaction() as t:
            assert [row["screen"] for row in t.rows("SELECT screen FROM here WHERE job_id = %s", [job])] == [names[2]]
    finally:
        database.close()
