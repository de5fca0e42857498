"""What is usual in a job, on the screens: said once, taken by every opening, changed for one, for many, or for all."""

import pytest
from playwright.sync_api import expect
from test_screens import figure, fill, saved

from helpers import plain

OAK = {"key": "oak", "name": "Oak", "layers": [{"name": "oak", "thickness": "3/4"}]}


@pytest.fixture
def floored(client):
    """A job with a floor."""
    return client.post("/api/jobs", json={"name": "Twelve alike", "unit": "in", "floors": [OAK]}).json()["id"]


def say(page, path, text):
    page.locator(f"[data-path='{path}'] input").fill(text)
    page.keyboard.press("Tab")


def choose(page, path, value):
    page.locator(f"select[data-path='{path}']").select_option(value)


def test_a_second_opening_needs_only_its_leaf(page, client, floored):
    """92 5/8 + 1 1/2 under the plates; 3/4 + 1/2 + 80 + 1/8 + 3/4 + 1/4 = 82 3/8 high; 94 1/8 - 82 3/8 - 5 1/2 = 6 1/4."""
    page.goto(f"/jobs/{floored}/usual")
    choose(page, "wall.height_by", "stud")
    say(page, "wall.height", "92 5/8")
    say(page, "opening.header.depth", "5 1/2")
    choose(page, "opening.floors.a_from", "oak")
    choose(page, "opening.floors.b_from", "oak")
    say(page, "opening.casing.width", "2 1/4")
    page.reload()  # not kept yet, and still here
    expect(page.get_by_label("Length of a full stud", exact=True)).to_have_value("92 5/8")
    page.get_by_role("button", name="Keep as usual").click()
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    page.goto(f"/jobs/{floored}")
    expect(page.get_by_text("No opening yet")).to_be_visible()
    page.keyboard.press("n")
    expect(page.get_by_label("Leaf width", exact=True)).to_be_visible()
    fill(page, "Leaf width", "2668")
    expect(figure(page, "ro_height")).to_have_text("82 3/8 in")
    page.keyboard.press("Alt+4")
    height = page.locator("[data-path='wall.height']")
    expect(height).to_contain_text("from the job")
    expect(height.locator("input")).to_have_attribute("placeholder", "92 5/8")
    expect(figure(page, "cripple_length")).to_have_text("6 1/4 in")
    fill(page, "Length of a full stud", "104 5/8")  # for this wall alone
    expect(figure(page, "cripple_length")).to_have_text("18 1/4 in")
    saved(page)
    page.reload()
    expect(page.get_by_label("Length of a full stud", exact=True)).to_have_value("104 5/8")
    expect(height).not_to_contain_text("from the job")
    page.get_by_role("button", name="Make these the usual ones").click()  # for all
    expect(page.get_by_text("Usual for the job from now on")).to_be_visible()
    with page.expect_response(lambda r: r.url.endswith("/usual") and r.request.method == "PUT"):
        page.get_by_role("button", name="Take it back").click()
    assert client.get(f"/api/jobs/{floored}").json()["job"]["usual"]["wall"]["height"] == "92 5/8 in"


def test_one_fact_for_many_is_one_step_and_one_undo(page, client, floored):
    doc = plain()
    for mark in ("A", "B", "C"):
        opening = {**doc["opening"], "mark": mark}
        client.post(f"/api/jobs/{floored}/openings", json={"wall": doc["wall"], "opening": opening}).raise_for_status()
    page.goto(f"/jobs/{floored}/change")
    page.get_by_label("Change", exact=True).select_option("opening.header.depth")
    expect(page.locator("[data-path='opening.header.depth'] input")).to_be_focused()
    page.keyboard.type("7 1/4")
    page.get_by_role("checkbox", name="All 3").check()
    page.get_by_role("checkbox", name="B", exact=False).last.uncheck()
    change = page.get_by_role("article", name="Change of A")
    # 97 1/2 - 82 3/8 - 5 1/2 = 9 5/8, and with 7 1/4 it is 7 7/8
    expect(change.locator("tbody tr").filter(has_text="Upper cripple length")).to_have_text(
        "Upper cripple length9 5/8 in7 7/8 in"
    )
    page.get_by_role("button", name="Change 2 openings").click()
    expect(page.get_by_text("Changed, as one step.")).to_be_visible()

    def depths():
        return [one["opening"]["header"]["depth"] for one in listed(client, floored)]

    assert depths() == ["7 1/4 in", "5 1/2", "7 1/4 in"] or depths() == ["7 1/4 in", "7 1/4 in", "5 1/2"]
    page.get_by_role("button", name="Take it back").click()
    expect(page.get_by_text("every one of them is as it was")).to_be_visible()
    assert depths() == ["5 1/2"] * 3


def listed(client, job):
    return [client.get(f"/api/openings/{o['id']}").json() for o in client.get(f"/api/jobs/{job}").json()["openings"]]


def test_house_rules_are_found_and_show_what_differs(page, client, job):
    page.goto(f"/jobs/{job}/rules")
    page.get_by_label("Find a rule").fill("shim space")
    expect(page.get_by_label("Shim space, each side", exact=True)).to_be_visible()
    expect(page.get_by_label("Hinge length", exact=True)).to_have_count(0)
    fill(page, "Shim space, each side", "3/8")
    page.get_by_label("Find a rule").fill("")
    page.get_by_role("checkbox", name="Only what differs from the default").check()
    expect(page.locator("[data-differs]")).to_have_count(1)
    expect(page.locator("[data-differs]")).to_contain_text("default 1/4 in")
    page.get_by_label("Find a rule").fill("no such rule")
    expect(page.get_by_text("No rule matches")).to_be_visible()
