"""Who and when: a crew is said, the plan stands there day by day; another trade is tried before it is kept, with what moves."""

import re
from datetime import date, timedelta

import pytest
from playwright.sync_api import expect

from helpers import PLAIN
from jambo.views import searches


@pytest.fixture
def job(client):
    """A job with two like doors, each 45 minutes of framing for two, then 120, 60 and 25 for one."""
    number = client.post("/api/jobs", json={"name": "Who and when"}).json()["id"]
    wall = client.post(f"/api/jobs/{number}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
    for n in range(2):
        opening = PLAIN["opening"] | {"mark": f"Y{n + 1}", "position": {"distance": str(60 + 120 * n)}}
        client.post(f"/api/jobs/{number}/openings", json={"wall_id": wall, "opening": opening}).raise_for_status()
    return f"/jobs/{number}"


def test_a_crew_is_said_and_another_trade_is_tried_before_it_is_kept(page, client, job):
    page.goto(f"{job}/plan?how=days")
    expect(page.get_by_text("Say who works here")).to_be_visible()
    crew = page.locator("details").filter(has_text="Who works here")
    for n, name in enumerate(("Ada", "Bo")):
        crew.get_by_role("button", name=re.compile("One more|Somebody works here")).click()
        crew.get_by_label("Name", exact=True).nth(n).fill(name)
    page.reload()  # what was typed is held
    expect(crew.get_by_label("Name", exact=True).nth(1)).to_have_value("Bo")
    expect(page.get_by_role("status").filter(has_text="Done")).to_contain_text("It cannot be done sooner")
    page.get_by_role("button", name="Keep it so").click()
    expect(page.get_by_role("button", name="Keep it so")).to_have_count(0)
    ada = page.get_by_role("article", name="Ada").first
    expect(ada).to_contain_text("Frame the opening")
    expect(ada).to_contain_text("45 min")
    expect(ada).to_contain_text("with Bo")
    crew.locator("summary").click()
    crew.get_by_label("Drywall").select_option("known")
    comes = date.today() + timedelta(days=20)
    crew.get_by_label("Drywall comes").fill(f"{comes}T07:00")
    crew.get_by_label("Drywall is done").fill(f"{comes + timedelta(days=2)}T07:00")
    expect(page.get_by_text("tried", exact=True)).to_be_visible()
    expect(
        page.get_by_text(
            re.compile(
                r"^Drywall comes .* 2 openings are still to do and will be ready: 3 h of hands, and \d+ h.* are left, enough if two work on it\.$"
            )
        )
    ).to_be_visible()
    moved = page.get_by_role("table")
    expect(moved.get_by_role("row")).to_have_count(3)  # hardware waits for the wallboard: both move
    assert client.get(f"/api{job}").json()["job"]["crew"].get("trades", []) == []
    page.get_by_role("button", name="As it was").click()
    expect(moved).to_have_count(0)
    page.get_by_role("link", name="Y1").first.click()
    expect(page).to_have_url(re.compile(r"/openings/\d+/card$"))


def test_what_helps_against_lateness_is_tried_by_its_button(page, client, job):
    """The boards were to come last week."""
    kept = client.get(f"/api{job}").json()
    boards = {"trade": "wallboard", "at": f"{date.today() - timedelta(days=7)}T07:00"}
    crew = {
        "people": [{"name": name, "hours": [{"from": "07:00", "to": "15:00"}]} for name in ("Ada", "Bo")],
        "trades": [boards],
    }
    body = {"version": kept["version"], "job": kept["job"] | {"crew": crew}}
    client.put(f"/api{job}", json=body).raise_for_status()
    page.goto(f"{job}/plan")
    expect(page.get_by_text(re.compile(r"^Nothing would be late with drywall \d+ days? later, on "))).to_be_visible()
    page.get_by_role("button", name="Try it with drywall later").click()
    expect(page.get_by_text("still to do and will be ready")).to_be_visible()
    expect(page.get_by_role("button", name="Keep it so")).to_be_visible()
    expect(page.get_by_role("button", name="Try it with")).to_have_count(0)


def test_hours_are_said_and_what_dries_is_kept(page, client, job):
    crew = page.locator("details").filter(has_text="Who works here")
    page.goto(f"{job}/plan")
    crew.get_by_role("button", name=re.compile("One more|Somebody works here")).click()
    crew.get_by_label("Name", exact=True).fill("Ada")
    said = crew.get_by_role("textbox", name="Hours of Ada, as you say them")
    said.fill("seven to three")
    said.press("Enter")
    expect(crew.get_by_text("“seven” was not understood")).to_be_visible()
    expect(said).to_have_value("seven to three")  # nothing typed is lost
    said.fill("7 to half past 3, Friday to 12, break 12 to half past")
    said.press("Enter")
    expect(said).to_have_value("")
    expect(
        crew.get_by_text("mon tue wed thu 07:00 to 12:00; mon tue wed thu 12:30 to 15:30; fri 07:00 to 12:00")
    ).to_be_visible()
    foam = crew.get_by_label("After setting: foam, sealant")
    foam.fill("2.5")
    foam.press("Enter")
    page.get_by_role("button", name="Keep it so").click()
    expect(page.get_by_role("button", name="Keep it so")).to_have_count(0)
    kept = client.get(f"/api{job}").json()["job"]["crew"]
    assert kept["dries"] == [{"work": "set", "minutes": 150}]
    assert [(h["from"], h["to"], len(h["days"])) for h in kept["people"][0]["hours"]] == [
        ("07:00", "12:00", 4), ("12:30", "15:30", 4), ("07:00", "12:00", 1),
    ]  # fmt: skip


def test_a_day_stays_while_it_is_typed_and_a_year_nobody_means_is_told(page, client, job):
    crew = page.locator("details").filter(has_text="Who works here")
    page.goto(f"{job}/plan")
    crew.get_by_role("button", name=re.compile("One more|Somebody works here")).click()
    crew.get_by_label("Name", exact=True).fill("Ada")
    crew.get_by_label("Drywall").select_option("known")
    comes = crew.get_by_label("Drywall comes")
    comes.press_sequentially("0")  # half of a month
    expect(comes).to_be_visible()
    expect(comes).to_be_focused()
    comes.press_sequentially("91126")
    crew.get_by_label("Drywall is done").focus()
    expect(crew.get_by_text("2000 to 2100: the year 26 cannot be meant")).to_be_visible()
    expect(comes).to_have_value(re.compile("^0026-09-11"))  # what was typed still stands there
    comes.fill("2026-09-11T07:00")
    expect(crew.get_by_text("cannot be meant")).to_have_count(0)
    off = crew.get_by_label("A day off")
    off.press_sequentially("12242026")
    expect(crew.get_by_role("button", name="2026-12-24: not off after all")).to_be_visible()
    expect(crew.get_by_role("button", name=re.compile("not off after all"))).to_have_count(1)
    page.get_by_role("button", name="Keep it so").click()
    expect(page.get_by_role("button", name="Keep it so")).to_have_count(0)
    kept = client.get(f"/api{job}").json()["job"]["crew"]
    assert (kept["people"][0]["off"], kept["trades"][0]["at"]) == (["2026-12-24"], "2026-09-11T07:00")


def test_the_first_plan_stands_at_once_and_the_better_one_takes_its_place(page, client, job, monkeypatch):
    kept = client.get(f"/api{job}").json()
    hours = [{"from": "07:00", "to": "15:00"}]
    body = {"version": kept["version"], "job": kept["job"] | {"crew": {"people": [{"name": "Ada", "hours": hours}]}}}
    client.put(f"/api{job}", json=body).raise_for_status()
    monkeypatch.setattr(searches, "PATIENCE", 0.0)
    held, found = [True], searches._found  # the better plan is not there until the first was seen
    monkeypatch.setattr(
        searches, "_found", lambda task, quick: searches.Searched(quick(), True) if held else found(task, quick)
    )
    page.goto(f"{job}/plan?how=days")
    told = page.get_by_role("status").filter(has_text="Done")
    expect(told).to_contain_text("is being looked for.")
    expect(page.get_by_role("article", name="Ada").first).to_contain_text("Frame the opening")
    held.clear()
    expect(told).to_contain_text("It cannot be done sooner")  # nobody pressed anything
