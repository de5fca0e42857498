"""What is asked under one name is done once, however often and however many at a time it arrives; a person's clock runs on one card."""

import time
from concurrent.futures import ThreadPoolExecutor

import httpx
import pytest

from at_work import press
from helpers import PLAIN
from jambo.api import shared
from jambo.jobs.repeated import LOOK_SECONDS, LOOKS


@pytest.fixture
def door(client, job):
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    return client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]


@pytest.fixture
def leaf(client, job, door):
    counters = client.get(f"/api/jobs/{job}/buying").json()["counters"]
    return next(line["key"] for c in counters for line in c["lines"] if line["key"].startswith("leaf"))


def ask(local, name, method, url, **body):
    with httpx.Client(base_url=local.url, timeout=60) as client:
        return client.request(method, url, headers={"X-Jambo-Once": name}, **body)


def came_to(client, job, what):
    return len(client.get(f"/api/jobs/{job}/log?what={what}").json()["lines"])


def test_ten_at_once_under_one_name_are_done_once_and_answered_alike(local, client, job, door, leaf):
    asked = {
        "order": ("POST", f"/api/jobs/{job}/buying/orders", {"key": leaf, "count": 8}),
        "measured": ("POST", f"/api/openings/{door}/readings", {"reading": {"place": "width_foot", "value": "32 1/2"}}),
        "framed": ("POST", f"/api/openings/{door}/events", {"what": "framed"}),
        "planned": ("POST", f"/api/jobs/{job}/openings", {"wall": {}, "opening": {"mark": "N"}}),
        "offcut": ("POST", f"/api/jobs/{job}/cutting/offcuts", {"section": "38.1x88.9", "length": "40"}),
    }
    rows = {"headings": [{"text": "line", "column": "line"}], "rows": [["L1 2868 RH"], ["L2 2868 LH"]]}
    for what, (method, url, body) in asked.items():
        before = came_to(client, job, what)
        with ThreadPoolExecutor(10) as pool:
            answers = list(
                pool.map(
                    lambda _, w=what, m=method, u=url, b=body: ask(local, f"once-{job}-{w}", m, u, json=b), range(10)
                )
            )
        assert {a.status_code for a in answers} == {201}, (what, [a.text for a in answers])
        assert len({a.text for a in answers}) == 1
        assert came_to(client, job, what) == before + 1, what
    with ThreadPoolExecutor(4) as pool:
        kept = list(
            pool.map(
                lambda _: ask(local, f"rows-{job}", "POST", f"/api/jobs/{job}/schedule", json=rows).json(), range(4)
            )
        )
    assert kept == [kept[0]] * 4 and len(kept[0]["ids"]) == 2
    assert len(client.get(f"/api/jobs/{job}").json()["openings"]) == 4


def test_whoever_asks_the_same_meanwhile_waits_for_its_answer(local, client, job, leaf, monkeypatch):
    """An answer that takes three times as long to be kept as one that was lost is looked for."""
    kept = shared.keep
    monkeypatch.setattr(shared, "keep", lambda *of: (time.sleep(3 * LOOKS * LOOK_SECONDS), kept(*of)))
    url = f"/api/jobs/{job}/openings"
    with ThreadPoolExecutor(3) as pool:
        answers = list(
            pool.map(
                lambda _: ask(local, f"slow-{job}", "POST", url, json={"wall": {}, "opening": {"mark": "N"}}), range(3)
            )
        )
    assert {(a.status_code, a.text) for a in answers} == {(201, answers[0].text)}


def test_a_delivery_asked_again_after_a_lost_answer_is_booked_once(local, client, job, leaf):
    client.post(f"/api/jobs/{job}/buying/orders", json={"key": leaf, "count": 8}).raise_for_status()
    order = client.get(f"/api/jobs/{job}/log?what=order").json()["lines"][0]["id"]
    url = f"/api/jobs/{job}/buying/orders/{order}/came"
    for _ in range(3):
        assert ask(local, f"came-{job}", "POST", url, json={"count": 3}).status_code == 201
    assert came_to(client, job, "came") == 1
    assert ask(local, f"back-{job}", "DELETE", f"/api/jobs/{job}/buying/lines/{order + 1}").status_code == 204
    assert ask(local, f"back-{job}", "DELETE", f"/api/jobs/{job}/buying/lines/{order + 1}").status_code == 204


def test_what_is_refused_can_be_asked_again_under_its_name(local, client, job, leaf):
    url = f"/api/jobs/{job}/buying/orders"
    assert ask(local, f"mend-{job}", "POST", url, json={"key": "nothing", "count": 1}).status_code == 422
    assert ask(local, f"mend-{job}", "POST", url, json={"key": leaf, "count": 1}).status_code == 201


@pytest.mark.parametrize("name", ["", "x" * 37, "a b", "naïve"])
def test_what_is_no_name_is_told(client, job, name):
    answer = client.post("/api/jobs", json={"name": "N"}, headers={"X-Jambo-Once": name.encode()})
    assert (answer.status_code, answer.json()["errors"][0]["path"]) == (422, "X-Jambo-Once")


def test_a_name_is_of_one_thing(local, client, job):
    assert ask(local, f"one-{job}", "POST", "/api/jobs", json={"name": "A"}).status_code == 201
    other = ask(local, f"one-{job}", "POST", f"/api/jobs/{job}/walls", json={})
    assert (other.status_code, "something else" in other.text) == (422, True)


def test_a_persons_clock_runs_on_one_card(client, job, door):
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"] | {"mark": "D2"}}
    other = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    elsewhere = client.post("/api/jobs", json={"name": "Elsewhere"}).json()["id"]
    third = client.post(f"/api/jobs/{elsewhere}/openings", json=body).json()["id"]

    def runs():
        return [
            [r["who"] for r in client.get(f"/api/openings/{n}").json()["timing"]["running"]]
            for n in (door, other, third)
        ]

    press(client, door, "start")
    press(client, door, "start", who="Bo")
    assert runs() == [["Tilda", "Bo"], [], []]
    press(client, other, "start")
    assert runs() == [["Bo"], ["Tilda"], []]
    press(client, third, "start", who="Bo")
    assert runs() == [[], ["Tilda"], ["Bo"]]
    paused = client.get(f"/api/jobs/{job}/log?what=timer").json()["lines"][0]
    assert (paused["words"], paused["who"]) == ("pauses", "Bo")
