"""Several database servers that are one: what was acknowledged outlives each of them, and two who hold one thing on two of them do not both keep."""

import contextlib

import httpx
import pytest

from jambo.api.app import create_app
from jambo.running.cluster import cluster, outages
from jambo.running.local import serving
from jambo.store import jobs, people
from jambo.store.database import Database
from jambo.store.failures import Aside, Busy
from jambo.store.kept import log
from jambo.store.migrate import migrate
from listening import ears


@pytest.fixture(scope="module")
def three(tmp_path_factory):
    with cluster(tmp_path_factory.mktemp("three") / "cluster") as three:
        migrate(three.owner_url, three.url)
        yield three


@pytest.fixture
def at(three, monkeypatch):
    """The database as an application has it that works with one of the servers."""
    each = [Database(three.url) for _ in three.nodes]
    for database, place in zip(each, each[0]._servers.places, strict=True):
        monkeypatch.setattr(database._servers, "in_turn", lambda place=place, writes=False: [place])
    yield each
    for database in each:
        database.close()


def test_what_one_server_kept_stands_in_the_others_at_once(at):
    for n in range(30):
        with at[n % 3].transaction(writes=True) as t:
            job = jobs.new_job(t, {"name": f"Job {n}"})
        with at[(n + 1) % 3].transaction() as t:
            assert jobs.job(t, job)["doc"]["name"] == f"Job {n}"


def test_of_two_who_hold_one_job_on_two_servers_one_is_refused_and_may_do_it_again(at):
    with at[0].transaction(writes=True) as t:
        job = jobs.new_job(t, {"name": "Held"})

    def note(t, who):
        jobs.job(t, job, lock=True)
        log(t, job, "noted", {}, who)  # two lines of the record would not meet by themselves

    with pytest.raises(Busy), at[1].transaction(writes=True) as late:
        note(late, "Bo")
        with at[0].transaction(writes=True) as t:
            note(t, "Ana")
    with at[1].transaction(writes=True) as t:
        note(t, "Cy")
        lines = t.rows("SELECT who FROM log WHERE job_id = %s AND what = 'noted' ORDER BY id", [job])
    assert [line["who"] for line in lines] == ["Ana", "Cy"]


def test_a_change_is_told_at_every_server_by_its_line(at):
    with contextlib.ExitStack() as stack:
        urls = [stack.enter_context(serving(create_app(database))) for database in at]
        job = httpx.post(f"{urls[0]}/api/jobs", json={"name": "Told"}).json()["id"]
        listen = stack.enter_context(ears())
        each = [listen(url, f"/api/jobs/{job}/live") for url in urls]
        for n, url in enumerate(urls):
            answer = httpx.post(f"{url}/api/jobs/{job}/openings", json={"opening": {"mark": f"D{n}"}}, timeout=60)
            lines = {int(line) for line in answer.raise_for_status().headers["x-jambo-wrote"].split(",")}
            for ear in each:
                left = set(lines)
                while left:
                    left.discard(ear.next("change")["line"])


def test_two_leads_who_make_each_other_a_hand_on_two_servers_do_not_both(at):
    with at[0].transaction(writes=True) as t:
        rows = [people.person(t, people.new_person(t, name, name[0], "lead")) for name in ("Ana", "Bo")]

    def demote(t, row):
        people.lock_people(t)
        people.save_person(t, row, row["name"], row["initials"], "hand")

    with pytest.raises(Busy), at[1].transaction(writes=True) as late:
        demote(late, rows[0])
        with at[0].transaction(writes=True) as t:
            demote(t, rows[1])
    with at[2].transaction() as t:
        assert [row["name"] for row in people.leads(t)] == ["Ana"]


def test_a_server_that_goes_while_it_is_asked_is_told_as_such_and_another_is_asked_next(three):
    database = Database(three.url)
    first = min(database._servers.places)
    node = next(node for node in three.nodes if node.port == first[1])
    with pytest.raises(Aside), database.transaction(writes=True) as t:
        node.kill()
        t.rows("SELECT * FROM job")
    with database.transaction(writes=True) as t:
        assert t.rows("SELECT @@port AS port")[0]["port"] != first[1]
    database.close()
    node.start()


def test_each_dies_once_and_one_is_cut_off_and_nothing_acknowledged_is_lost():
    outcome = outages(writers=9, jobs=1, apart=0.7)
    assert (outcome.lost, outcome.tally.faults) == ([], 0), str(outcome)
    assert outcome.tally.acknowledged and outcome.tally.answers[200] > 50
