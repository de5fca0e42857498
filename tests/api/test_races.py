"""Many hands at once, and the plug pulled: one writer wins, and what was acknowledged is there afterwards."""

import signal
from concurrent.futures import ThreadPoolExecutor

import httpx
import pytest

from helpers import PLAIN
from jambo.running.strain import served


@pytest.fixture
def opening(client, job):
    return client.post(f"/api/jobs/{job}/openings", json={"wall": PLAIN["wall"], "opening": PLAIN["opening"]}).json()[
        "id"
    ]


def test_of_many_writers_on_one_version_exactly_one_wins(local, client, opening):
    def write(n):
        body = {"version": 1, "opening": {**PLAIN["opening"], "room": f"writer {n}"}}
        return httpx.put(f"{local.url}/api/openings/{opening}", json=body, timeout=30)

    with ThreadPoolExecutor(8) as pool:
        answers = list(pool.map(write, range(8)))
    assert sorted(a.status_code for a in answers) == [200] + [409] * 7
    winner = next(a for a in answers if a.status_code == 200).json()["opening"]["room"]
    assert all(a.json()["theirs"]["room"] == winner for a in answers if a.status_code == 409)
    kept = client.get(f"/api/openings/{opening}").json()
    assert (kept["version"], kept["opening"]["room"]) == (2, winner)


def test_openings_added_at_once_each_keep_a_place_in_the_walk(local, client, job):
    client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"])

    def add(n):
        body = {"wall": {}, "opening": {"mark": f"P{n}"}}
        return httpx.post(f"{local.url}/api/jobs/{job}/openings", json=body, timeout=30).status_code

    with ThreadPoolExecutor(6) as pool:
        assert set(pool.map(add, range(12))) == {201}
    marks = [o["mark"] for o in client.get(f"/api/jobs/{job}").json()["openings"]]
    assert sorted(marks) == sorted(f"P{n}" for n in range(12))


def test_a_wall_is_taken_out_or_takes_an_opening_never_both(local, client, job):
    """Whoever comes first wins: no opening is left in a wall that is gone."""

    def at_once(n):
        wall = client.post(f"/api/jobs/{job}/walls", json={"name": f"W{n}"}).json()["id"]
        body = {"wall_id": wall, "opening": {"mark": f"P{n}"}}
        with ThreadPoolExecutor(2) as pool:
            gone = pool.submit(httpx.delete, f"{local.url}/api/walls/{wall}?version=1", timeout=30)
            new = pool.submit(httpx.post, f"{local.url}/api/jobs/{job}/openings", json=body, timeout=30)
        return gone.result().status_code, new.result().status_code

    assert {at_once(n) for n in range(8)} <= {(204, 404), (422, 201)}


def test_acknowledged_saves_survive_a_killed_application(local, client, opening):
    with served(local.server.url) as (process, address):
        acknowledged = 1
        with httpx.Client(base_url=address, timeout=60) as other:
            for n in range(12):
                body = {"version": acknowledged, "opening": {**PLAIN["opening"], "room": f"save {n}"}}
                acknowledged = other.put(f"/api/openings/{opening}", json=body).json()["version"]
        process.send_signal(signal.SIGKILL)
        process.wait()
        kept = client.get(f"/api/openings/{opening}").json()
        assert (kept["version"], kept["opening"]["room"]) == (acknowledged, "save 11")
        assert len(client.get(f"/api/openings/{opening}/log").json()) == acknowledged


def test_a_copy_stays_in_its_job_and_a_wall_too(client, job, opening):
    other = client.post("/api/jobs", json={"name": "Elsewhere"}).json()["id"]
    answer = client.post(f"/api/jobs/{other}/openings", json={"copy_of": opening})
    assert (answer.status_code, answer.json()["errors"][0]["path"]) == (422, "copy_of")
    wall = client.get(f"/api/openings/{opening}").json()["wall"]["id"]
    assert client.post(f"/api/jobs/{other}/openings", json={"wall_id": wall}).status_code == 404
    assert client.get(f"/api/jobs/{other}").json()["openings"] == []


def test_a_removed_opening_is_gone_from_the_list_and_comes_back(client, job, opening):
    assert client.delete(f"/api/openings/{opening}", params={"version": 1}).status_code == 204
    assert client.get(f"/api/jobs/{job}").json()["openings"] == []
    assert client.get(f"/api/openings/{opening}").status_code == 404
    assert client.put(f"/api/openings/{opening}", json={"version": 1, "opening": {}}).status_code == 404
    assert client.put(f"/api/openings/{opening}/restore", json={"version": 1}).status_code == 204
    assert client.get(f"/api/openings/{opening}").json()["opening"] == PLAIN["opening"]
    whats = [line["what"] for line in client.get(f"/api/jobs/{job}/log").json()["lines"]]
    assert whats[:3] == ["restored", "removed", "planned"]


@pytest.mark.parametrize(
    ("body", "path"),
    [
        ({"name": ""}, "name"),
        ({}, "name"),
        ({"name": "x" * 200}, "name"),
        ({"name": "J", "unit": "ft"}, "unit"),
        ({"name": "J", "colour": "red"}, "colour"),
        ({"name": "J", "rules": {"side_shim": "9"}}, "rules.job.side_shim"),
        ({"name": "J", "rules": {"hinge_gap": "wide"}}, "rules.job.hinge_gap"),
    ],
)
def test_a_job_that_cannot_be_is_refused(client, body, path):
    before = len(client.get("/api/jobs").json())
    answer = client.post("/api/jobs", json=body)
    assert answer.status_code == 422
    assert [e["path"] for e in answer.json()["errors"]] == [path]
    assert len(client.get("/api/jobs").json()) == before
