"""A database that is slow, full, gone, hung, half made, or newer: told as what it is, waited for so long, found again."""

import logging
import os
import signal
import threading
from concurrent.futures import ThreadPoolExecutor

import httpx
import pymysql
import pytest

from helpers import PLAIN
from jambo.api import shared
from jambo.api.app import create_app
from jambo.running.local import serving
from jambo.running.machine import CommandError
from jambo.running.mariadb import Server
from jambo.running.serve import keep_alive, open_database
from jambo.store import database as store
from jambo.store import jobs, servers
from jambo.store.database import Database
from jambo.store.failures import Busy, Full, Unfit, Unreachable, failure_of
from jambo.store.migrate import RIGHTS, NewerDatabase, known, migrate


@pytest.fixture
def owner(local):
    database = Database(local.server.owner_url)
    yield database
    database.close()


@pytest.mark.parametrize(
    ("error", "kind"),
    [
        (pymysql.err.OperationalError(1213, "Deadlock found"), Busy),
        (pymysql.err.OperationalError(1205, "Lock wait timeout exceeded"), Busy),
        (pymysql.err.OperationalError(1021, "Disk full"), Full),
        (pymysql.err.OperationalError(1114, "The table is full"), Full),
        (pymysql.err.OperationalError(1054, "Unknown column 'walk_version'"), Unfit),
        (pymysql.err.ProgrammingError(1146, "Table 'jambo.log' doesn't exist"), Unfit),
        (pymysql.err.OperationalError(1045, "Access denied"), Unfit),
        (pymysql.err.OperationalError(1290, "running with the --read-only option"), Unfit),
        (pymysql.err.OperationalError(1419, "no SUPER privilege and binary logging is enabled"), Unfit),
        (pymysql.err.OperationalError(2003, "Can't connect"), Unreachable),
        (pymysql.err.OperationalError(2013, "Lost connection"), Unreachable),
        (pymysql.err.InterfaceError(0, ""), Unreachable),
        (pymysql.err.OperationalError(1644, "the log is append-only"), None),
        (pymysql.err.ProgrammingError(1064, "You have an error in your SQL syntax"), None),
    ],
)
def test_an_error_is_told_as_what_it_is(error, kind):
    failure = failure_of(error)
    assert (type(failure) if failure is not None else None) == kind
    if kind:
        assert "{" not in failure.reason and failure.reason[-1] not in ".;"


@pytest.mark.parametrize(("failures", "status", "tries"), [(0, 200, 1), (3, 200, 4), (4, 503, 4)])
def test_what_met_others_is_tried_three_times_more(client, monkeypatch, caplog, failures, status, tries):
    asked = []

    def rows(t, *_):
        asked.append(1)
        if len(asked) <= failures:
            raise Busy("a deadlock")
        return []

    monkeypatch.setattr(shared.time, "sleep", lambda seconds: None)
    monkeypatch.setattr(jobs, "jobs", rows)
    with caplog.at_level(logging.WARNING, "jambo.api"):
        answer = client.get("/api/jobs")
    assert (answer.status_code, len(asked)) == (status, tries)
    if status == 503:
        told = answer.json()
        assert (told["error"], answer.headers["retry-after"]) == ("busy", "2") and "Nothing was changed" in told[
            "reason"
        ]
        assert "503 GET /api/jobs after" in caplog.text and told["request"] in caplog.text
        assert answer.headers["x-request-id"] == told["request"]


def test_a_lock_not_had_in_time_is_busy_and_nothing_is_written(local, client, monkeypatch):
    monkeypatch.setattr(servers, "WAIT_SECONDS", 1.0)
    impatient = Database(local.server.url)
    job = client.post("/api/jobs", json={"name": "Locked"}).json()["id"]
    with local.database.transaction(writes=True) as holder:
        jobs.job(holder, job, lock=True)
        with pytest.raises(Busy), impatient.transaction(writes=True) as t:
            jobs.save_job(t, job, 1, {"name": "Late"})
    impatient.close()
    assert client.get(f"/api/jobs/{job}").json()["version"] == 1


def test_a_connection_is_waited_for_so_long(local, monkeypatch):
    monkeypatch.setattr(servers, "WAIT_SECONDS", 0.05)
    monkeypatch.setattr(store, "CONNECTIONS", 1)
    small = Database(local.server.url)
    with small.transaction(), pytest.raises(Busy, match="every connection"), small.transaction():
        pass
    with small.transaction() as t:  # and is there again
        assert t.row("SELECT 1 AS one") == {"one": 1}
    small.close()


def test_openings_heads_floors_and_job_do_not_wait_in_a_ring(local, client):
    """Every way to change a job at once, all on the same openings: each answer is an answer."""
    job = client.post("/api/jobs", json={"name": "Ring"}).json()["id"]
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    ids = [client.post(f"/api/jobs/{job}/openings", json=body).json()["id"] for _ in range(3)]

    def act(n):
        url, opening = f"{local.url}/api", ids[n % 3]
        ways = [
            ("PUT", f"/openings/{opening}", {"version": 1, "opening": {**PLAIN["opening"], "room": str(n)}}),
            ("POST", f"/jobs/{job}/heads", {"storey": "", "how": "raise"}),
            ("PUT", f"/jobs/{job}/floors", {"version": 1, "floors": []}),
            ("PUT", f"/jobs/{job}/order", {"version": 1, "order": ids}),
            ("POST", f"/openings/{opening}/readings", {"reading": {"place": "width_foot", "value": "32"}}),
            ("POST", f"/jobs/{job}/openings", {"opening": {}}),
        ]
        method, address, sent = ways[n % len(ways)]
        return httpx.request(method, url + address, json=sent, timeout=60).status_code

    with ThreadPoolExecutor(12) as pool:
        assert set(pool.map(act, range(48))) <= {200, 201, 409, 422}


def test_a_fault_is_told_numbered_logged_and_the_connection_goes_on(client, monkeypatch, caplog):
    def broken(t, *_):
        raise RuntimeError("planted")

    monkeypatch.setattr(jobs, "jobs", broken)
    first = client.get("/api/jobs")
    assert (first.status_code, first.json()["error"]) == (500, "fault")
    number = first.headers["x-request-id"]
    assert number == first.json()["request"] and f"request {number}: GET /api/jobs failed" in caplog.text
    assert "planted" in caplog.text and "planted" not in first.text
    monkeypatch.undo()
    before = client._transport._pool.connections
    assert client.get("/api/jobs").status_code == 200
    assert client._transport._pool.connections == before and len(before) == 1  # the very same connection


def test_health_says_how_it_stands(local, client):
    told = client.get("/api/health").json()
    assert (told["ok"], told["database"], told["migrations"]) == (True, "answers", "up to date")
    assert told["at"] == told["known"] == max(known()) and told["version"]


@pytest.fixture
def own(tmp_path):
    """A database server of this test's own, and the application over it."""
    with Server(tmp_path / "db") as server:
        database = open_database(server.url, server.owner_url)
        with serving(create_app(database)) as url:
            yield server, url
        database.close()


def test_a_hung_database_holds_nobody_up_for_long_and_pages_come_all_the_while(tmp_path, monkeypatch):
    monkeypatch.setattr(servers, "ANSWER_SECONDS", 1)
    dist = tmp_path / "dist"
    (dist / "assets").mkdir(parents=True)
    (dist / "index.html").write_text("<title>Jambo</title>")
    with Server(tmp_path / "db") as server:
        database = open_database(server.url, server.owner_url)
        with serving(create_app(database, dist)) as url, httpx.Client(base_url=url, timeout=60) as client:
            client.get("/api/jobs").raise_for_status()
            os.kill(server.process.pid, signal.SIGSTOP)
            try:
                with ThreadPoolExecutor(60) as pool:  # more than there are workers
                    waiting = [pool.submit(httpx.get, f"{url}/api/jobs", timeout=60) for _ in range(60)]
                    assert "<title>Jambo</title>" in client.get("/openings/1").text
                    assert not all(one.done() for one in waiting)  # while the others still wait
                    answers = [one.result() for one in waiting]
                assert {(a.status_code, a.json()["error"]) for a in answers} == {(503, "unreachable")}
                told = client.get("/api/health")
                assert (told.status_code, told.json()["ok"]) == (503, False) and "does not answer" in told.json()[
                    "database"
                ]
            finally:
                os.kill(server.process.pid, signal.SIGCONT)
            monkeypatch.setattr(database._servers, "in_turn", lambda *, writes=False: database._servers.places)
            assert client.get("/api/jobs").status_code == 200
        database.close()


def test_a_database_that_does_not_start_is_tried_again(own, monkeypatch):
    server, url = own
    said, starts, ended = [], [], threading.Event()
    start = server.start

    def fails_twice():
        starts.append(1)
        if len(starts) <= 2:
            server.stop()
            raise CommandError("MariaDB did not start")
        start()

    monkeypatch.setattr(server, "start", fails_twice)
    monkeypatch.setattr(
        "jambo.running.serve.say", lambda line: (said.append(line), "runs again" in line and ended.set())
    )
    os.kill(server.process.pid, signal.SIGKILL)
    server.process.wait()
    keep_alive(server, ended, pauses=(0.01, 0.02, 0.03))
    assert len(starts) == 3
    assert said == [
        "MariaDB did not start; trying again in 0 s", "MariaDB did not start; trying again in 0 s",
        "the database had stopped; it runs again",
    ]  # fmt: skip
    assert httpx.get(f"{url}/api/jobs", timeout=30).status_code == 200
    server.close()
    assert not server.revive()  # one that was stopped on purpose stays so


@pytest.mark.parametrize("number", [*sorted(known()), None], ids=str)
def test_a_start_killed_half_way_through_a_migration_is_done_again(own, number):
    """The tables stand and the note of them does not: each definition runs a second time; None: not even the first table."""
    server, _ = own
    owner = Database(server.owner_url)
    with owner.transaction() as t:
        if number is None:
            t.run("DROP TABLE migration")
        else:
            t.run("DELETE FROM migration WHERE number = %s", [number])
    wanted = [known()[n].stem for n in sorted(known()) if number in (None, n)]
    assert migrate(server.owner_url, server.url) == wanted
    assert migrate(server.owner_url, server.url) == []
    owner.close()


def test_two_starts_at_once_migrate_once(own):
    server, _ = own
    owner = Database(server.owner_url)
    with owner.transaction() as t:
        t.run("DELETE FROM migration")
    with ThreadPoolExecutor(4) as pool:
        ran = list(pool.map(lambda _: migrate(server.owner_url, server.url), range(4)))
    assert sorted(map(len, ran)) == [0, 0, 0, len(known())]
    owner.close()


def test_a_newer_database_is_told_and_left_alone(own):
    server, url = own
    owner, newer = Database(server.owner_url), max(known()) + 1
    with owner.transaction() as t:
        t.run("INSERT INTO migration (number, name) VALUES (%s, 'what_is_to_come')", [newer])
    with pytest.raises(NewerDatabase, match=f"tables are at {newer}, this one knows {newer - 1}"):
        migrate(server.owner_url, server.url)
    with pytest.raises(CommandError, match="made by a newer Jambo"):
        open_database(server.url, server.owner_url)
    assert httpx.get(f"{url}/api/health", timeout=60).json()["migrations"] == "ahead"
    with owner.transaction() as t:
        t.run("DELETE FROM migration WHERE number IN (%s, 1)", [newer])
    assert httpx.get(f"{url}/api/health", timeout=60).json()["migrations"] == "up to date"  # by the newest
    owner.close()


def test_the_application_may_add_to_the_record_and_nothing_else(local, owner):
    with owner.transaction() as t:
        tables = {
            row["name"]
            for row in t.rows(
                "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()"
            )
        }
    assert tables == RIGHTS.keys()
    for statement in (
        "TRUNCATE log", "DROP TABLE log", "DROP TRIGGER log_is_never_cut", "DELETE FROM log", "UPDATE log SET who = 'x'",
        "ALTER TABLE log ADD COLUMN x INT", "UPDATE opening_version SET who = 'x'", "DELETE FROM reading", "DELETE FROM job",
        "INSERT INTO migration (number, name) VALUES (99, 'x')", "CREATE TABLE mine (n INT)",
        "GRANT DELETE ON log TO CURRENT_USER", "SELECT * FROM mysql.user",
    ):  # fmt: skip
        with pytest.raises(Unfit), local.database.transaction() as t:
            t.run(statement)
