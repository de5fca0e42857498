"""A crew is built, a delivery slips, a day is worked on a phone, and the times are learnt: as it is done, with the figures by hand."""

import re
from datetime import date, datetime, time, timedelta

import pytest
from playwright.sync_api import expect

from at_work import ALL_DAYS
from helpers import PLAIN, POCKET, plain

MONDAY = date.today() + timedelta(days=21 - date.today().weekday())
PHONE = {"width": 390, "height": 844}


def said(day, clock):
    return f"{day:%a} {day.day} {day:%b}, {clock}"


@pytest.fixture
def job(client):
    """A pocket door whose kit is promised for a Monday, and a plain one."""
    number = client.post("/api/jobs", json={"name": "A day at work"}).json()["id"]
    for doc in (
        plain(**POCKET, **{"opening.mark": "W1", "opening.room": "Hall"}),
        plain(**{"opening.mark": "W2", "opening.room": "Loft"}),
    ):
        wall = client.post(f"/api/jobs/{number}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
        new = {"wall_id": wall, "opening": doc["opening"]}
        client.post(f"/api/jobs/{number}/openings", json=new).raise_for_status()
    counters = client.get(f"/api/jobs/{number}/buying").json()["counters"]
    kit = next(line for c in counters for line in c["lines"] if line["key"].startswith("pocket_kit"))
    order = {"key": kit["key"], "count": 1, "promised": f"{MONDAY}"}
    client.post(f"/api/jobs/{number}/buying/orders", json=order).raise_for_status()
    return f"/jobs/{number}"


def with_crew(client, job, names=("Idony", "Bryn")):
    hours = [{"from": "07:00", "to": "12:00"}, {"from": "12:30", "to": "15:30"}]
    doc = client.get(f"/api{job}").json()
    crew = {"people": [{"name": name, "hours": hours} for name in names]}
    client.put(f"/api{job}", json={"version": doc["version"], "job": doc["job"] | {"crew": crew}}).raise_for_status()


@pytest.fixture
def at_seven(monkeypatch):
    """It is seven in the morning, whenever this is run: what is done first hangs on what the day still has room for."""
    monkeypatch.setattr("jambo.jobs.planning.now_in", lambda _: datetime.combine(date.today(), time(7)))


def test_a_crew_is_built_a_delivery_slips_a_day_is_worked_and_times_are_learnt(page, client, job, at_seven):
    page.goto(f"{job}/plan?how=days")
    crew = page.locator("details").filter(has_text="Who works here")
    for n, name in enumerate(("Idony", "Bryn")):
        crew.get_by_role("button", name=re.compile("One more|Somebody works here")).click()
        crew.get_by_label("Name", exact=True).nth(n).fill(name)
    page.get_by_role("button", name="Keep it so").click()
    expect(page.get_by_role("article", name="Idony").filter(has_text="W1 Frame the opening")).to_be_visible()
    kept = client.get(f"/api{job}").json()
    for person in kept["job"]["crew"]["people"]:
        for span in person["hours"]:
            span["days"] = ALL_DAYS[0]["days"]  # of a weekend too
    client.put(f"/api{job}", json={"version": kept["version"], "job": kept["job"]}).raise_for_status()
    page.reload()

    # the kit is here at noon: set from 12:30 to 13:30, the leaf to 14:00, hardware to 14:25
    page.get_by_text("To come: 1").click()
    page.get_by_label(re.compile("^Pocket kit.* comes$")).fill(f"{MONDAY + timedelta(days=2)}")
    moved = page.get_by_role("table").get_by_role("row")
    expect(moved).to_have_count(2)
    expect(moved.nth(1).locator("th")).to_have_text("W1")
    expect(moved.nth(1).locator("td")).to_have_text([said(MONDAY, "14:25"), said(MONDAY + timedelta(days=2), "14:25")])
    expect(page.get_by_text(f"As it is kept: Done {said(MONDAY, '14:25')}", exact=False)).to_be_visible()
    page.get_by_role("button", name="Keep it so").click()
    expect(page.get_by_role("button", name="Keep it so")).to_have_count(0)
    expect(page.get_by_label("The plan", exact=True)).to_contain_text(
        f"Done {said(MONDAY + timedelta(days=2), '14:25')}"
    )

    # on a phone: from the jobs to today, from today to the card, and its steps one after the other
    page.set_viewport_size(PHONE)
    page.goto("/")
    page.get_by_role("link", name="A day at work").click()
    page.get_by_role("button", name="Say who is writing").or_(page.get_by_label("More on this page")).first.wait_for()
    page.evaluate("localStorage.setItem('jambo.who', JSON.stringify('Bryn'))")
    page.reload()
    bo = page.get_by_role("article", name="Bryn")
    expect(bo).to_contain_text("pieces of work")
    expect(bo.locator("ol > li").first).to_contain_text("with Idony")
    bo.get_by_role("link", name="W2 Frame the opening").click()
    page.get_by_role("button", name="Start my time").click()
    expect(page.get_by_role("status").filter(has_text="Your time runs")).to_be_visible()
    number = int(page.url.split("/")[-2])
    frame = next(
        w["steps"]
        for d in client.get(f"/api{job}/plan").json()["days"] for p in d["people"] for w in p["work"]
        if w["key"] == f"{number}:frame"
    )  # fmt: skip
    for n in range(len(frame)):
        box = page.locator("li input[type=checkbox]").nth(n)
        box.click()
        expect(box).to_be_checked()
    # nobody frames an opening in no time: it is asked how long it was
    odd = page.get_by_role("form", name="How long: Frame the opening")
    expect(odd).to_contain_text("ran 0 min; by rule it takes 45 min")
    odd.get_by_label("Minutes").fill("61")
    odd.get_by_role("button", name="So long").click()
    expect(page.get_by_text("Frame the opening: 1 h 01, by rule 45 min")).to_be_visible()
    expect(page.get_by_role("button", name="Start my time")).to_be_visible()

    page.goto(f"{job}/time")
    expect(page.get_by_role("status").first).to_have_text("1 door: 1 h 01 found for what takes 45 min by rule.")
    expect(page.get_by_label("What this crew takes")).to_contain_text("49 min")  # (3 x 45 + 61) / 4
    page.goto(f"{job}/today")
    expect(page.get_by_label("Done", exact=True)).to_contain_text("W2 Frame the opening")


def test_what_is_tried_while_a_crew_is_being_kept_stays(page, client, job):
    """The kept crew comes back while another day is being tried: that day is still tried."""
    with_crew(client, job)
    held = []
    page.route(
        "**/api/jobs/*", lambda route: held.append(route) if route.request.method == "PUT" else route.continue_()
    )
    page.goto(f"{job}/plan?how=days")
    page.get_by_text("Who works here").click()
    page.get_by_label("Name", exact=True).first.fill("Idony Vale")
    page.get_by_role("button", name="Keep it so").click()
    page.get_by_text("To come: 1").click()
    page.get_by_label(re.compile("^Pocket kit.* comes$")).fill(f"{MONDAY + timedelta(days=2)}")
    expect(page.get_by_role("table").get_by_role("row").filter(has_text="W1")).to_be_visible()
    held[0].continue_()
    expect(page.get_by_role("article", name="Idony Vale").first).to_be_visible()
    expect(page.get_by_role("button", name="Keep it so")).to_be_enabled()
    assert client.get(f"/api{job}").json()["job"]["crew"]["people"][0]["name"] == "Idony Vale"
    expect(page.get_by_role("table").get_by_role("row").filter(has_text="W1")).to_contain_text(
        said(MONDAY + timedelta(days=2), "14:25")
    )


def test_work_is_moved_by_keys_by_pointer_and_by_thumb_within_its_gates(page, client, job):
    with_crew(client, job)
    page.goto(f"{job}/plan?how=weeks")
    weeks = page.get_by_role("region", name="Weeks", exact=True)
    hang = weeks.get_by_role("button", name="W1 Hang the leaf")
    day = f"{MONDAY:%A} {MONDAY.day} {MONDAY:%B}"
    expect(hang).to_have_attribute("aria-label", f"W1 Hang the leaf, {day}, 13:30 to {day}, 14:00")
    hang.focus()
    page.keyboard.press("ArrowLeft")
    expect(weeks.get_by_role("status")).to_contain_text("It is as early as it can be: first: W1: Set the pocket kit")
    page.keyboard.press("ArrowRight")
    tuesday = MONDAY + timedelta(days=1)
    moved = page.get_by_role("table").get_by_role("row")
    expect(moved).to_have_count(2)
    expect(moved.nth(1).locator("td").last).to_contain_text(said(tuesday, "14:25"))  # a day on, at the same time
    expect(hang).to_be_focused()
    expect(weeks.get_by_role("status")).to_contain_text("put off")
    weeks.get_by_role("button", name="A day later").click()
    expect(moved.nth(1).locator("td").last).to_contain_text(said(MONDAY + timedelta(days=2), "14:25"))
    weeks.get_by_role("button", name="As soon as it can be").click()
    expect(page.get_by_role("button", name="Keep it so")).to_have_count(0)

    box = hang.bounding_box()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + 10)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 220, box["y"] + 10, steps=8)
    page.mouse.up()
    expect(moved.nth(1).locator("td").last).to_contain_text(said(tuesday, "14:25"))
    page.get_by_role("button", name="Keep it so").click()
    expect(page.get_by_role("button", name="Keep it so")).to_have_count(0)
    assert [one["work"] for one in client.get(f"/api{job}").json()["job"]["crew"]["put_off"]] == ["hang"]


def test_what_is_not_said_is_tried_as_settled(page, client, job):
    number = client.get(f"/api{job}").json()["openings"][1]["id"]
    opening = client.get(f"/api/openings/{number}").json()
    bare = {k: v for k, v in opening["opening"].items() if k != "floors"}
    client.put(f"/api/openings/{number}", json={"version": opening["version"], "opening": bare}).raise_for_status()
    with_crew(client, job)
    page.goto(f"{job}/plan")
    page.get_by_text("Cannot be planned yet: W2").click()
    page.get_by_role("button", name="What if it is settled").click()
    moved = page.get_by_role("table").get_by_role("row")
    expect(moved.filter(has_text="W2")).to_contain_text("not planned")
    expect(page.get_by_text("To keep that, say it at its opening.")).to_be_visible()
    for side in ("A", "B"):
        page.get_by_role("button", name=f"Not after all: W2: Floor on side {side}").click()
    expect(page.get_by_role("button", name="Keep it so")).to_have_count(0)


def test_a_calendar_has_an_address_that_is_taken_back(page, client, job):
    with_crew(client, job)
    page.goto(f"{job}/plan")
    page.get_by_text("Calendars, and sheets for other trades").click()
    ada = page.get_by_role("listitem", name="Idony")
    ada.get_by_role("button", name="Make an address").click()
    address = page.get_by_label("Address of the calendar of Idony")
    expect(address).to_have_value(re.compile(r"/api/feeds/[\w-]{43}\.ics$"))
    path = address.input_value()
    assert client.get(path).text.startswith("BEGIN:VCALENDAR")
    ada.get_by_role("button", name="Take back").click()
    expect(ada.get_by_role("button", name="Make an address")).to_be_visible()
    assert client.get(path).status_code == 404
    page.get_by_role("listitem", name="Drywall").get_by_role("link", name="Sheet").click()
    expect(page.get_by_text("Nobody has said when it comes.")).to_be_visible()
    expect(page.get_by_text("still open: Set the pocket kit, planned to be done")).to_be_visible()
