"""Time on a card over HTTP: started, paused, done; odd times asked about; what is learnt goes into the plan of every job of the crew."""

import pytest

from at_work import ALL_DAYS, frame, press, steps_of, tick
from helpers import PLAIN


def new_job(client, people=("Tilda", "Tor")):
    """Two like doors; framing one takes 45 minutes by rule, the last check 25."""
    crew = {"people": [{"name": name, "hours": ALL_DAYS} for name in people]}
    number = client.post("/api/jobs", json={"name": "Timed", "crew": crew}).json()["id"]
    wall = client.post(f"/api/jobs/{number}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
    openings = []
    for n in range(2):
        said = PLAIN["opening"] | {"mark": f"T{n + 1}", "position": {"distance": str(60 + 120 * n)}}
        openings.append(
            client.post(f"/api/jobs/{number}/openings", json={"wall_id": wall, "opening": said}).json()["id"]
        )
    return number, openings


@pytest.fixture
def job(client):
    return new_job(client)


def framing_of(client, number, mark="T2"):
    days = client.get(f"/api/jobs/{number}/plan").json()["days"]
    return next(
        (w["minutes"], w["minutes_are"])
        for d in days for p in d["people"] for w in p["work"] if w["mark"] == mark and w["label"] == "Frame the opening"
    )  # fmt: skip


def test_a_time_is_taken_learnt_from_and_shown(client, job):
    number, (one, _) = job
    assert framing_of(client, number) == (45, "by rule")
    timing = frame(client, number, one, 61)["timing"]
    assert timing["running"] == []  # it ends with its last step
    assert [(t["label"], t["minutes"], t["by_rule"], t["state"]) for t in timing["took"]] == [
        ("Frame the opening", 61, 45, "counts")
    ]
    assert framing_of(client, number) == (49, "1 of yours")  # (3 x 45 + 61) / 4
    found = client.get(f"/api/jobs/{number}/time").json()
    assert found["told"] == "1 door: 1 h 01 found for what takes 45 min by rule."
    assert found["doors"] == [
        {"opening": one, "mark": "T1", "found": 61, "by_rule": 45, "told": "1 h 01 for what takes 45 min by rule"}
    ]
    sort = next(s for s in found["sorts"] if s["by_rule"] == 45)
    assert (sort["label"], sort["shortest"], sort["median"], sort["longest"], sort["expected"]) == (
        "Frame the opening",
        61,
        61,
        61,
        49,
    )
    assert (found["times"][0]["by"], found["asked"]) == (["Tilda"], [])
    record = client.get(f"/api/jobs/{number}/log").json()["lines"]
    assert [line["words"] for line in record if line["event"] == "took"] == ["Frame the opening: 1 h 01"]


def test_another_job_learns_from_it_where_somebody_of_its_crew_was_at_it(client, job):
    number, (one, _) = job
    frame(client, number, one, 61)
    times = sum(s["times"] for s in client.get(f"/api/jobs/{number}/time").json()["sorts"])
    for people, learns in ((("Cy",), False), (("tilda", "Cy"), True)):
        other, _ = new_job(client, people)
        assert (framing_of(client, other)[1] != "by rule") == learns
        assert (sum(s["times"] for s in client.get(f"/api/jobs/{other}/time").json()["sorts"]) >= times) == learns


@pytest.mark.parametrize(("said", "after"), [(50, "counts"), (None, "left out")])
def test_a_time_left_running_overnight_is_asked_about(client, job, said, after):
    number, (one, _) = job
    before = framing_of(client, number)
    assert frame(client, number, one, 920)["timing"]["took"][0]["state"] == "asked"
    assert framing_of(client, number) == before  # not swallowed
    asked = client.get(f"/api/jobs/{number}/time").json()["asked"]
    assert [a["told"] for a in asked] == ["15 h 20 for what takes 45 min by rule: was it left running?"]
    answer = client.post(f"/api/jobs/{number}/time/{asked[0]['id']}", json={"minutes": said})
    assert [t["state"] for t in answer.json()["times"]] == [after]
    assert client.get(f"/api/openings/{one}").json()["timing"]["took"][0]["state"] == after
    assert (framing_of(client, number) != before) == (after == "counts")
    assert client.post(f"/api/jobs/{number}/time/999999999", json={"minutes": 5}).status_code == 404
    assert client.post(f"/api/jobs/{number}/time/{asked[0]['id']}", json={"minutes": 0}).status_code == 422


def test_two_at_one_card(client, job):
    """The first to tick a step has done it; who presses start twice, or pauses what does not run, writes nothing."""
    number, (one, _) = job
    first, *_ = steps_of(client, number, "frame")
    press(client, one, "start", 300, "Tor")
    press(client, one, "start", 30)
    running = press(client, one, "start")["timing"]["running"]
    assert [(r["who"], round(r["minutes"]), r["forgotten"]) for r in running] == [
        ("Tor", 300, True),
        ("Tilda", 30, False),
    ]
    assert [r["who"] for r in press(client, one, "drop", who="Tor")["timing"]["running"]] == ["Tilda"]
    lines = len(client.get(f"/api/jobs/{number}/log").json()["lines"])
    press(client, one, "pause", who="Tor")
    assert tick(client, one, first)["ticks"][0]["who"] == "Tilda"
    assert tick(client, one, first, who="Tor")["ticks"][0]["who"] == "Tilda"
    assert len(client.get(f"/api/jobs/{number}/log").json()["lines"]) == lines + 1
    assert tick(client, one, first, undo=True)["ticks"] == []
    assert tick(client, one, first, who="Tor")["ticks"][0]["who"] == "Tor"


def test_what_is_only_done_is_not_timed_and_a_part_does_not_count(client, job):
    number, (one, two) = job
    for key in steps_of(client, number, "frame"):
        page = tick(client, one, key)
    assert page["timing"] == {"running": [], "took": []}
    *first, last = steps_of(client, number, "frame", "T2")
    for key in first:
        tick(client, two, key)
    press(client, two, "start", 44)
    assert tick(client, two, last)["timing"]["took"][0]["state"] == "in part"
    found = client.get(f"/api/jobs/{number}/time").json()
    assert (found["doors"], found["times"][0]["told"]) == ([], "timed in part: not every step was done while time ran")


def test_board_and_first_page_go_by_the_card(client, job):
    """An opening whose framing is ticked is to be set, on the board and on the first page, as it is in the plan."""
    number, (one, _) = job

    def told():
        listed = {o["id"]: o["phase"] for o in client.get(f"/api/jobs/{number}").json()["openings"]}
        waits = next(w for w in client.get("/api/waits").json() if w["id"] == number)
        return listed[one], waits["next"]["what"]

    assert told() == ("before_wallboard", "frame")
    for kind, phase, what in (("frame", "to_set", "set"), ("set", "to_hang", "sign"), ("hang", "to_finish", "sign")):
        for key in steps_of(client, number, kind):
            tick(client, one, key)
        assert told() == (phase, what)
    british = client.get(f"/api/jobs/{number}", params={"words": "britain"}).json()
    assert [p["label"] for p in british["phases"]] == ["Before plasterboard", "To finish"]
