"""A day of a job over HTTP: who does what with which figures, what is cut, carried and read first, what is done."""

from dataclasses import replace
from datetime import date, datetime, time, timedelta

import pytest

from at_work import ALL_DAYS
from helpers import PLAIN, POCKET, plain
from jambo.core.stock.agreed import Agreed
from jambo.core.stock.plan import first_plan
from jambo.views.days import job_plan
from jambo.views.material import job_cutting
from jambo.views.searches import CutSearch, Searched

CREW = {"people": [{"name": name, "hours": ALL_DAYS} for name in ("Ada", "Bo")]}


@pytest.fixture(autouse=True)
def at_seven(monkeypatch):
    """Work that goes on over midnight stands on two days: it is always seven in the morning here."""
    monkeypatch.setattr("jambo.jobs.planning.now_in", lambda _: datetime.combine(date.today(), time(7)))


@pytest.fixture
def job(client):
    """A pocket door and a plain one, and two who work day and night."""
    number = client.post("/api/jobs", json={"name": "Days", "crew": CREW}).json()["id"]
    for doc in (plain(**POCKET, **{"opening.mark": "D1", "opening.room": "Hall"}), plain(**{"opening.mark": "D2"})):
        wall = client.post(f"/api/jobs/{number}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
        said = {"wall_id": wall, "opening": doc["opening"]}
        client.post(f"/api/jobs/{number}/openings", json=said).raise_for_status()
    return f"/api/jobs/{number}"


def all_of(client, job):
    """Every day of the plan, one after the other: the work goes over midnight when the tests run in the evening."""
    first = client.get(f"{job}/day").json()
    return [first, *(client.get(f"{job}/day", params={"day": day}).json() for day in first["days"][1:])]


def test_a_day_is_what_the_plan_says_with_the_cards_figures(client, job):
    """D2's hole is to be read before its frame is set; kit, leaf and screws are carried to the work they are for."""
    plan = client.get(f"{job}/plan").json()
    days = all_of(client, job)
    planned = {(w["key"], p["name"]) for d in plan["days"] for p in d["people"] for w in p["work"]}
    assert {(w["key"], p["name"]) for d in days for p in d["people"] for w in p["work"]} == planned
    works = [
        w
        for d in days
        for p in d["people"]
        for w in p["work"]
        if w["mark"] == "D2" and w["label"] == "Frame the opening"
    ]
    solved = client.post("/api/solve", json=plain()).json()
    words = {step["text"] for step in solved["steps"]}
    assert {step["text"] for step in works[0]["todo"]} <= words  # word for word, with its figures
    assert [r["told"] for d in days for p in d["people"] for r in p["read"] if r["mark"] == "D2"] == [
        "nothing is read yet"
    ]
    carried = {c for d in days for p in d["people"] for c in p["carry"]}
    assert "1 × Pocket kit: D1" in carried
    assert any(c.startswith("1 × Leaf") and c.endswith(": D2") for c in carried)
    assert sum(c.startswith("3 × Hinges") for c in carried) == 1  # carried by one of them


def test_what_is_cut_follows_the_cutting_plan(client, job):
    """The sticks of a day are those of the cutting plan that hold a piece of its work, each once; all of it was looked for to its end."""
    days = all_of(client, job)
    assert not any(d["stopped"] for d in days)
    sticks = [s for d in days for p in d["people"] for s in p["cut"]]
    cutting = client.get(f"{job}/cutting").json()
    own = [s for section in cutting["sections"] for s in section["sticks"] if any(p["opening"] for p in s["pieces"])]
    assert sum(s["count"] for s in sticks) == len(own)
    assert {p["name"] for d in days for p in d["people"] if p["cut"]} == {
        "Ada",
        "Bo",
    }  # shared out, where two are at it
    assert sorted(p["length"] for s in sticks for p in s["pieces"] * s["count"]) == sorted(
        p["text"] for s in own for p in s["pieces"]
    )
    assert all(p["today"] == (p["mark"] in ("D1", "D2")) for s in sticks for p in s["pieces"])


def test_what_is_done_stands_there_and_is_planned_no_more(client, job):
    first = client.get(f"{job}/day").json()
    work = first["people"][0]["work"][0]
    for n, step in enumerate(work["todo"]):
        body = {"what": "step", "key": step["key"]}
        client.post(
            f"/api/openings/{work['opening']}/events", json=body, headers={"X-Jambo-Who": "Ada"}
        ).raise_for_status()
        if n == 0:
            again = client.get(f"{job}/day").json()["people"][0]["work"]
            assert next(w for w in again if w["key"] == work["key"])["begun"]
    done = [d for day in all_of(client, job) for d in day["done"]]
    assert [(d["mark"], d["label"], d["who"]) for d in done] == [(work["mark"], work["label"], "Ada")]
    assert work["key"] not in {w["key"] for d in all_of(client, job) for p in d["people"] for w in p["work"]}


def test_trades_and_deliveries_of_a_day_are_told(client, job):
    at = datetime.combine(date.today() + timedelta(days=2), datetime.min.time())
    doc = client.get(job).json()
    crew = CREW | {
        "trades": [
            {"trade": "wallboard", "at": f"{at:%Y-%m-%dT}07:00", "done": f"{at:%Y-%m-%dT}15:00", "rooms": ["Hall"]}
        ]
    }
    client.put(job, json={"version": doc["version"], "job": doc["job"] | {"crew": crew}}).raise_for_status()
    counters = client.get(f"{job}/buying").json()["counters"]
    kit = next(line for c in counters for line in c["lines"] if line["key"].startswith("pocket_kit"))
    order = {"key": kit["key"], "count": 1, "promised": f"{at:%Y-%m-%d}"}
    client.post(f"{job}/buying/orders", json=order).raise_for_status()
    day = client.get(f"{job}/day", params={"day": f"{at:%Y-%m-%d}"}).json()
    spoken = f"{at:%a} {at.day} {at:%b}"
    assert [c.split(",")[0] for c in day["comes"]] == [
        f"Drywall in Hall comes {spoken}",
        f"Drywall in Hall is done {spoken}",
        "Pocket kit",
    ]
    empty = client.get(f"{job}/day", params={"day": "2031-01-01"}).json()
    assert (empty["told"], empty["people"], empty["day"]) == ("Nothing is planned on this day.", [], "2031-01-01")


def test_a_search_that_was_stopped_is_said_where_its_plan_stands(client, job, monkeypatch):
    """What ran out of time may be another plan on another machine: the day says so as the plan and the cutting do."""
    made = job_plan.made

    def unproven(*of):
        found = made(*of)
        return replace(found, plan=replace(found.plan, proven=False), ended="it ran out of time")

    cut = {"found": lambda self, until: Searched(replace(first_plan(self.problem), broken_off=20.0), False)}
    monkeypatch.setattr(job_plan, "made", unproven)
    monkeypatch.setattr(Agreed, "answers", lambda *_: False)
    monkeypatch.setattr(job_cutting, "CutSearch", type("Cut", (CutSearch,), cut))
    told, end = client.get(f"{job}/day").json()["stopped"], "The search did not come to its end: it ran out of time."
    assert told[0] == f"There may be a better plan of the work. {end}"
    assert client.get(f"{job}/plan").json()["told"].endswith(end)
    assert told[1:] == [
        f"There may be a better way to cut {s['title']}. The search was stopped after 20 s."
        for s in client.get(f"{job}/cutting").json()["sections"]
    ]


def test_nobody_has_no_day(client):
    number = client.post("/api/jobs", json={"name": "Nobody"}).json()["id"]
    answer = client.get(f"/api/jobs/{number}/day")
    assert (answer.status_code, answer.json()["errors"][0]["path"]) == (422, "crew.people")
    assert client.get(f"/api/jobs/{number}/day", params={"day": "yesterday"}).status_code == 422
