"""Calendars over HTTP: a person's days, a trade's, an address that can be taken back; the sheet for another trade."""

from datetime import date, timedelta

import pytest
import vobject

from helpers import PLAIN, POCKET, plain

ALL_DAYS = [{"days": ["mon", "tue", "wed", "thu", "fri", "sat", "sun"], "from": "07:00", "to": "15:00"}]
COMES = date.today() + timedelta(days=9)
CREW = {
    "people": [{"name": name, "hours": ALL_DAYS} for name in ("Ada", "Bo")],
    "trades": [{"trade": "wallboard", "at": f"{COMES}T07:00", "done": f"{COMES}T15:00"}],
    "zone": "Europe/Oslo",
}


@pytest.fixture
def job(client):
    number = client.post("/api/jobs", json={"name": "Calendars", "crew": CREW}).json()["id"]
    for doc in (plain(**POCKET, **{"opening.mark": "K1", "opening.room": "Hall"}), plain(**{"opening.mark": "K2"})):
        said = PLAIN["wall"] | {"length": "24'", "name": f"Wall of {doc['opening']['mark']}"}
        wall = client.post(f"/api/jobs/{number}/walls", json=said).json()["id"]
        client.post(
            f"/api/jobs/{number}/openings", json={"wall_id": wall, "opening": doc["opening"]}
        ).raise_for_status()
    return f"/api/jobs/{number}"


def events(answer):
    assert answer.status_code == 200, answer.text
    assert answer.headers["content-type"].startswith("text/calendar")
    made = next(vobject.readComponents(answer.text, validate=True))
    return {e.uid.value: e for e in getattr(made, "vevent_list", [])}


def calendar(client, job, of="crew"):
    return events(client.get(f"{job}/calendar.ics", params={"of": of}))


def test_somebodys_calendar_is_his_days_of_the_plan(client, job):
    plan = client.get(f"{job}/plan").json()
    works = [w for d in plan["days"] for p in d["people"] if p["name"] == "Ada" for w in p["work"]]
    found = calendar(client, job, "person:Ada").values()
    begins = {f"{e.dtstart.value:%Y-%m-%dT%H:%M}" for e in found}
    assert {w["start"] for w in works} <= begins  # work that goes on overnight has a piece for each day
    assert {e.summary.value for e in found} == {f"{w['mark']} {w['label']}" for w in works}
    frame = next(e for e in found if e.summary.value == "K2 Frame the opening")
    assert frame.description.value.startswith("With Bo.\n1. ")
    assert str(frame.dtstart.value.tzinfo).find("Oslo") >= 0
    both = calendar(client, job)
    assert {e.summary.value for e in both.values()} >= {"Drywall", "K2 Hang the leaf"}


def test_what_moves_keeps_its_number(client, job):
    before = calendar(client, job, "person:Ada")
    doc = client.get(job).json()
    number = next(o["id"] for o in doc["openings"] if o["mark"] == "K1")
    off = [{"opening": number, "work": "frame", "at": f"{date.today() + timedelta(days=4)}T07:00"}]
    client.put(
        job, json={"version": doc["version"], "job": doc["job"] | {"crew": CREW | {"put_off": off}}}
    ).raise_for_status()
    after = calendar(client, job, "person:Ada")
    frames = [u for u, e in before.items() if e.summary.value == "K1 Frame the opening"]
    uid = min(frames, key=lambda u: before[u].dtstart.value)  # in the afternoon it goes on the next morning
    assert after[uid].dtstart.value > before[uid].dtstart.value


def test_a_delivery_that_slips_keeps_its_number(client, job):
    counters = client.get(f"{job}/buying").json()["counters"]
    kit = next(line for c in counters for line in c["lines"] if line["key"].startswith("pocket_kit"))
    order = {"key": kit["key"], "count": 1, "promised": f"{COMES}"}
    client.post(f"{job}/buying/orders", json=order).raise_for_status()
    (before,) = (u for u, e in calendar(client, job).items() if e.summary.value.startswith("Pocket kit"))
    number = client.get(f"{job}/plan").json()["coming"][0]["order"]
    later = {"promised": f"{COMES + timedelta(days=2)}"}
    client.post(f"{job}/buying/orders/{number}/promised", json=later).raise_for_status()
    assert f"{calendar(client, job)[before].dtstart.value:%Y-%m-%d}" == later["promised"]


def test_a_trades_calendar_carries_its_sheet(client, job):
    (event,) = calendar(client, job, "trade:wallboard").values()
    sheet = client.get(f"{job}/trades/wallboard").json()
    assert f"{event.dtstart.value:%Y-%m-%d %H:%M}" == f"{COMES} 07:00"
    assert "Before you close Wall of K1:" in event.description.value
    assert calendar(client, job, "trade:paint") == {}
    spoken = f"{COMES:%a} {COMES.day} {COMES:%b}"
    assert sheet["when"] == [f"Drywall comes {spoken}, 07:00, is done {spoken}, 15:00"]
    assert sheet["told"] == "2 openings are not ready for it yet."
    pocket, plain_ = (wall["openings"][0] for wall in sheet["walls"])
    assert [one.split(",")[0] for one in pocket["before"]] == ["Frame the opening", "Set the pocket kit"]
    assert any(one.startswith("Close the wall with fixings of at most") for one in pocket["mind"])
    assert plain_["after"] == ["Hang the leaf", "Hardware, last check"]
    ro = client.post("/api/solve", json=plain()).json()["figures"]
    width, height = (ro[name]["value"] for name in ("ro_width", "ro_height"))
    assert plain_["size"] == f"{width['digits']} × {height['text']}"
    floor = client.get(f"{job}/trades/floor", params={"words": "britain", "unit": "mm"}).json()
    assert (floor["when"], floor["walls"][0]["told"]) == ([], "Before you lay the floor along Wall of K1")
    assert floor["walls"][1]["openings"][0]["size"].endswith(" mm")
    assert client.get(f"{job}/trades/roof").status_code == 422


def test_an_address_is_made_given_and_taken_back(client, job):
    feeds = {f["of"]: f for f in client.get(f"{job}/feeds").json()}
    assert list(feeds) == ["crew", "person:Ada", "person:Bo", "trade:wallboard", "trade:floor", "trade:paint"]
    assert all(f["path"] is None for f in feeds.values())
    made = {f["of"]: f for f in client.post(f"{job}/feeds", json={"of": "person:Ada"}).json()}
    path = made["person:Ada"]["path"]
    assert len(path.split("/")[-1]) >= 40  # nobody guesses it
    assert events(client.get(path)).keys() == calendar(client, job, "person:Ada").keys()
    again = {f["of"]: f for f in client.post(f"{job}/feeds", json={"of": "person:Ada"}).json()}
    assert again["person:Ada"]["path"] == path  # one address, however often it is asked for
    assert client.delete(f"{job}/feeds/{made['person:Ada']['id']}").status_code == 200
    assert client.get(path).status_code == 404
    assert client.delete(f"{job}/feeds/{made['person:Ada']['id']}").status_code == 404
    fresh = {f["of"]: f for f in client.post(f"{job}/feeds", json={"of": "person:Ada"}).json()}
    assert fresh["person:Ada"]["path"] != path
    log = [line["words"] for line in client.get(f"{job}/log").json()["lines"] if line["what"] == "calendar"]
    assert log == ["Ada: made", "Ada: taken back", "Ada: made", "Ada: made"]
    wrong = client.post(f"{job}/feeds", json={"of": "person:Zed"})
    assert (wrong.status_code, wrong.json()["errors"][0]["path"]) == (422, "of")
    assert client.get("/api/feeds/guess.ics").status_code == 404


def test_an_address_of_somebody_who_is_gone_says_so(client, job):
    made = {f["of"]: f for f in client.post(f"{job}/feeds", json={"of": "person:Bo"}).json()}
    doc = client.get(job).json()
    crew = CREW | {"people": CREW["people"][:1]}
    client.put(job, json={"version": doc["version"], "job": doc["job"] | {"crew": crew}}).raise_for_status()
    assert client.get(made["person:Bo"]["path"]).status_code == 422
    assert [f["label"] for f in client.get(f"{job}/feeds").json() if f["of"] == "person:Bo"] == ["Bo"]
