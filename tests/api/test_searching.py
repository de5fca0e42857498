"""A page is given what there is at once, and the better plan when it is there; a plan stays while only the clock moves."""

from datetime import datetime

import pytest

from at_work import ALL_DAYS
from helpers import PLAIN
from jambo.jobs.planning import since
from jambo.views import searches

CREW = {"people": [{"name": name, "hours": ALL_DAYS} for name in ("Ada", "Bo")]}


@pytest.fixture
def job(client, monkeypatch):
    monkeypatch.setattr(searches, "PATIENCE", 0.0)
    number = client.post("/api/jobs", json={"name": "Searching", "crew": CREW}).json()["id"]
    wall = client.post(f"/api/jobs/{number}/walls", json=PLAIN["wall"] | {"length": str(300 + number)}).json()["id"]
    for n in range(2):
        opening = PLAIN["opening"] | {"mark": f"S{n + 1}", "room": f"R{n}", "position": {"distance": str(60 + 120 * n)}}
        client.post(f"/api/jobs/{number}/openings", json={"wall_id": wall, "opening": opening}).raise_for_status()
    return f"/api/jobs/{number}"


def found(client, page):
    """What a page comes to when it is asked again as long as better is being looked for."""
    while (answer := client.get(page).json())["searching"]:
        pass
    return answer


@pytest.mark.parametrize("page", ["plan", "day", "cutting", "buying", "trades/wallboard"])
def test_what_there_is_comes_first_and_the_better_one_when_it_is_there(client, job, page):
    first = client.get(f"{job}/{page}")
    assert first.status_code == 200 and first.json()["searching"]
    last = found(client, f"{job}/{page}")
    assert last.keys() == first.json().keys()
    if page == "plan":
        assert "A better plan is being looked for." in first.json()["told"]
        assert last["told"].endswith("no plan is done sooner.") and last["finish"] <= first.json()["finish"]
        assert found(client, f"{job}/plan") == last  # one search for all who ask
    if page == "cutting":
        assert [s["left"] for s in first.json()["sections"]] == [s["left"] for s in last["sections"]]
        assert sum(s["stock_mm"] for s in last["sections"]) <= sum(s["stock_mm"] for s in first.json()["sections"])


@pytest.mark.parametrize(
    ("now", "changed", "start"),
    [
        ("2026-11-30T10:25", "2026-11-30T09:13", "2026-11-30T09:10"),  # to the last five minutes
        ("2026-11-30T16:55", "2026-11-30T09:13", "2026-11-30T09:10"),  # whatever the clock says since
        ("2026-11-30T06:00", "2026-11-27T15:00", "2026-11-30T00:00"),  # of another day: all of today
        ("2026-11-30T09:10", "2026-11-30T09:13", "2026-11-30T09:10"),  # never later than now
    ],
)
def test_a_plan_begins_when_something_last_changed(now, changed, start):
    assert since(*map(datetime.fromisoformat, (now, changed))) == datetime.fromisoformat(start)
