"""A page is given what there is at once, and the better plan when it is there; a plan stays while only the clock moves."""

from concurrent.futures import ThreadPoolExecutor
from datetime import datetime
from threading import Event

import pytest

from at_work import ALL_DAYS, steps_of
from helpers import PLAIN
from jambo.children import Task
from jambo.core.job.plan import since
from jambo.jobs import planning
from jambo.views import searches
from jambo.views.material import cutting

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
        assert "is being looked for." in first.json()["told"]
        assert last["told"].endswith("It cannot be done sooner.") and last["finish"] <= first.json()["finish"]
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


def test_a_job_in_which_thousands_of_facts_are_not_said_is_planned_as_far_as_it_goes(client):
    number = client.post("/api/jobs", json={"name": "All to say", "crew": CREW}).json()["id"]
    rows = {"headings": [{"text": "", "column": "line"}], "rows": [[f"E{n} 2868 RH"] for n in range(230)]}
    client.post(f"/api/jobs/{number}/schedule", json=rows).raise_for_status()
    plan = client.get(f"/api/jobs/{number}/plan")
    assert plan.status_code == 200
    waited = {(one["mark"], name) for one in plan.json()["held_up"] for name in one["waits_for"]}
    assert len(waited) > 2_000  # more than a list of what comes once took: the plan was a fault


def test_a_plan_is_laid_out_anew_only_when_something_it_is_made_from_changed(client, job, monkeypatch):
    found(client, f"{job}/plan")
    built = []
    laid_out = planning.JobPlan
    monkeypatch.setattr(planning, "JobPlan", lambda *of: built.append(1) or laid_out(*of))
    before = client.get(f"{job}/plan").json()
    assert (client.get(f"{job}/plan").json(), len(built)) == (before, 0)
    opening = client.get(job).json()["openings"][0]["id"]
    card = steps_of(client, int(job.rpartition("/")[2]), "frame", "S1")[0]
    client.post(f"/api/openings/{opening}/events", json={"what": "step", "key": card}).raise_for_status()
    found(client, f"{job}/plan")
    assert built


def test_the_plan_there_is_at_once_is_made_once_however_often_a_page_looks():
    task, made = Task(print, (), 60.0), []
    looks = [searches._found(task, lambda: made.append(1) or "by the list") for _ in range(3)]
    assert {(one.plan, one.searching) for one in looks} == {("by the list", True)} and made == [1]


def test_what_is_planned_here_for_want_of_a_child_goes_one_after_another(client, monkeypatch):
    """Three lists whose time is up before a child has begun: their first plans are made in turn, and pages go on beside one of them."""
    at_once, most = [], []
    made, two = cutting.first_plan, Event()

    def first_plan(problem):
        at_once.append(problem)
        most.append(len(at_once))
        if len(at_once) > 1:
            two.set()
        two.wait(0.3)
        plan = made(problem)
        at_once.pop()
        return plan

    monkeypatch.setattr(cutting, "first_plan", first_plan)
    monkeypatch.setattr(cutting.CHILDREN, "wait", lambda task, *_, **__: task)  # nobody has had time for it
    pieces = [{"label": str(n), "length": f"{300 + 7 * n}"} for n in range(20)]

    def ask(n):
        said = {"unit": "mm", "stock": [{"length": f"{4000 + n}"}], "pieces": pieces}
        return client.post("/api/cut?seconds=0.1", json=said).status_code

    with ThreadPoolExecutor(3) as pool:
        assert set(pool.map(ask, range(3))) == {200}
    assert set(most) == {1}
