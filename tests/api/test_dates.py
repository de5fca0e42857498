"""Days in years that nobody can mean: refused wherever a day is taken; days far ahead are waited for by name."""

from datetime import date

import pytest

from at_work import ALL_DAYS
from helpers import PLAIN

CREW = {"people": [{"name": "Ada", "hours": ALL_DAYS}]}


@pytest.fixture
def door(client, job):
    """The plain door in a job with a crew; gives the job's address."""
    client.post(f"/api/jobs/{job}/openings", json={"wall": PLAIN["wall"], "opening": PLAIN["opening"]})
    save(client, f"/api/jobs/{job}", CREW).raise_for_status()
    return f"/api/jobs/{job}"


def save(client, job, crew):
    kept = client.get(job).json()
    return client.put(job, json={"version": kept["version"], "job": kept["job"] | {"crew": crew}})


def order(client, job, promised):
    leaf = next(
        line
        for counter in client.get(f"{job}/buying").json()["counters"]
        for line in counter["lines"]
        if line["key"].startswith("leaf")
    )
    return client.post(f"{job}/buying/orders", json={"key": leaf["key"], "count": 1, "promised": promised})


def promised_anew(client, job, day):
    order(client, job, None)
    newest = client.get(f"{job}/log?what=order").json()["lines"][0]
    return client.post(f"{job}/buying/orders/{newest['id']}/promised", json={"promised": day})


TAKES = {
    "a trade comes": (lambda c, j, d: save(c, j, CREW | {"trades": [{"trade": "floor", "at": f"{d}T07:00"}]}), "job.crew.trades[0].at"),
    "a trade is done": (lambda c, j, d: save(c, j, CREW | {"trades": [{"trade": "floor", "done": f"{d}T07:00"}]}), "job.crew.trades[0].done"),
    "a day off": (lambda c, j, d: save(c, j, {"people": [CREW["people"][0] | {"off": [d]}]}), "job.crew.people[0].off[0]"),
    "put off": (lambda c, j, d: save(c, j, CREW | {"put_off": [{"opening": 1, "work": "hang", "at": f"{d}T07:00"}]}), "job.crew.put_off[0].at"),
    "an order": (order, "promised"),
    "promised anew": (promised_anew, "promised"),
    "tried": (lambda c, j, d: c.post(f"{j}/plan/try", json={"crew": CREW, "promised": {"1": d}}), "promised"),
    "today": (lambda c, j, d: c.get(f"{j}/day?day={d}"), "day"),
    "a plan": (lambda c, j, d: c.post("/api/plan", json={"start": f"{d}T07:00", "people": CREW["people"], "operations": [{"key": "a", "minutes": 60}]}), "start"),
}  # fmt: skip


@pytest.mark.parametrize("what", TAKES)
def test_a_year_nobody_can_mean_is_refused_and_nothing_is_kept(client, door, what):
    take, path = TAKES[what]
    for day in ("0026-12-01", "1999-12-31", "2101-01-01", "9999-12-31"):
        answer = take(client, door, day)
        assert answer.status_code == 422, (day, answer.text)
        (error,) = answer.json()["errors"]
        assert error["path"] == path
        assert error["reason"] == f"the year {day[:4]} cannot be meant"
        assert error["accepted"] == "a year from 2000 to 2100"
    for day in ("2000-01-01", "2100-12-31"):
        assert take(client, door, day).status_code < 300, day
    for page in ("/api/jobs", "/api/waits", door, f"{door}/plan", f"{door}/day", f"{door}/buying"):
        assert client.get(page).status_code == 200, page


def test_a_day_written_otherwise_is_told_in_words(client, door):
    (error,) = order(client, door, "1.12.2026").json()["errors"]
    assert error == {
        "path": "promised",
        "reason": "this is not a day as it is written here",
        "accepted": 'such as "2026-12-02", without a zone',
    }


def test_what_comes_later_than_a_plan_looks_is_waited_for_by_name(client, door):
    """A leaf promised for 2100, drywall done in 2100 and a hanging put off until then: each told, and what comes before it planned."""
    order(client, door, "2100-03-01").raise_for_status()
    trade = {"trade": "wallboard", "at": "2100-02-01T07:00", "done": "2100-02-02T07:00"}
    opening = client.get(door).json()["openings"][0]["id"]
    save(
        client,
        door,
        CREW | {"trades": [trade], "put_off": [{"opening": opening, "work": "hardware", "at": "2100-04-01T07:00"}]},
    )
    plan = client.get(f"{door}/plan").json()
    assert {w["label"] for d in plan["days"] for p in d["people"] for w in p["work"]} == {
        "Frame the opening",
        "Set the jamb set",
    }
    waits = {name for held in plan["held_up"] for name in held["waits_for"]}
    assert any(name.startswith("Leaf") and name.endswith(", 1 Mar 2100") for name in waits), waits
    assert {"Drywall done, 2 Feb 2100", "put off until 1 Apr 2100"} <= waits
    for page in ("day", "calendar.ics?of=crew", "plan/document"):
        assert client.get(f"{door}/{page}").status_code == 200, page


def test_an_order_kept_long_ago_for_a_year_nobody_meant_stops_nothing(client, door, local):
    detail = '{"key": "leaf", "label": "Leaf", "detail": "2-6", "count": 1, "promised": "9999-12-31"}'
    with local.database.transaction() as t:
        t.run("INSERT INTO log (job_id, what, detail) VALUES (%s, 'order', %s)", [door.rpartition("/")[2], detail])
    for page in ("plan", "day", f"day?day={date.today()}", "buying", "calendar.ics?of=crew"):
        assert client.get(f"{door}/{page}").status_code == 200, page
