"""A delivery measured at the door by keyboard: the verdict as it is typed, a wrong carton, and a swap followed to both openings."""

import re

import pytest
from playwright.sync_api import expect
from walking import unfold

from helpers import POCKET, plain


@pytest.fixture
def job(client):
    """P1 is planned for a kit of 2-6, P2 for one of 2-4; one kit of each is ordered."""
    number = client.post("/api/jobs", json={"name": "At the door"}).json()["id"]
    for mark, width in (("P1", "30 in"), ("P2", "28 in")):
        doc = plain(**POCKET, **{"opening.mark": mark})
        doc["opening"]["door"]["leaves"][0]["width"] = width
        wall = client.post(f"/api/jobs/{number}/walls", json=doc["wall"] | {"length": "24'"}).json()["id"]
        client.post(
            f"/api/jobs/{number}/openings", json={"wall_id": wall, "opening": doc["opening"]}
        ).raise_for_status()
    buying = f"/api/jobs/{number}/buying"
    for counter in client.get(buying).json()["counters"]:
        for line in counter["lines"]:
            if line["key"].startswith("pocket_kit"):
                order = {"key": line["key"], "count": 1, "supplier": "Lockside"}
                client.post(f"{buying}/orders", json=order).raise_for_status()
    return f"/jobs/{number}"


def coming(page, name):
    return page.get_by_role("region", name="Still to come").get_by_role("listitem").filter(has_text=name).first


def comes(page, name, printed):
    """Measure what came of an order by the keyboard alone; gives its form as it stands before it is kept."""
    coming(page, name).get_by_role("button", name=re.compile("^It came")).press("Enter")
    form = page.get_by_role("form", name=re.compile("^Pocket kit"))
    count = form.get_by_label("How many came")
    count.focus()
    count.press("Enter")
    carton = form.get_by_role("textbox", name="Printed on the carton")
    expect(carton).to_be_focused()
    page.keyboard.type(printed)
    return form


def test_cartons_in_each_others_place_are_swapped_and_both_openings_have_their_kit(page, client, job):
    page.goto(f"{job}/came")
    form = comes(page, "2-6 (30 in)", "2-4")
    expect(form).to_contain_text("Wrong for P1")
    expect(form).to_contain_text("made for a leaf of 2-4 (28 in); this one is 2-6 (30 in)")
    page.reload()  # what was typed is held
    expect(form.get_by_role("textbox", name="Printed on the carton")).to_have_value("2-4")
    form.get_by_role("textbox", name="Printed on the carton").press("Enter")
    for _ in range(3):  # thinnest, thickest leaf, what is to be said
        page.keyboard.press("Enter")
    expect(form.get_by_role("button", name="Write it down")).to_be_focused()
    page.keyboard.press("Enter")
    expect(form).to_have_count(0)
    # alone it would serve P2; once the other has come they change places
    expect(page.get_by_role("region", name="It serves elsewhere")).to_contain_text(
        "that came for P1 serves P2 as it is"
    )
    form = comes(page, "2-4 (28 in)", "2-6")
    expect(form).to_contain_text("Will do for P2")
    form.get_by_role("button", name="Write it down").click()
    swap = page.get_by_role("region", name="Change places")
    expect(swap).to_contain_text(
        "that came for P1 serves P2 as it is. The pocket kit that came for P2 serves P1 as it is"
    )
    swap.get_by_role("button", name="Change them over").click()
    there = page.get_by_role("region", name="With their openings")
    expect(there.get_by_role("listitem")).to_have_count(2)
    openings = {o["mark"]: o["id"] for o in client.get(f"/api{job}").json()["openings"]}
    kits = {
        mark: client.get(f"/api/openings/{at}").json()["opening"]["door"]["pocket"]["leaf_width"]
        for mark, at in openings.items()
    }
    assert kits == {"P1": "30 in", "P2": "28 in"}
    for mark in ("P1", "P2"):  # and neither is told that its kit is another's
        page.goto(f"/openings/{openings[mark]}/pocket")
        expect(page.get_by_text("For leaf").first).to_be_visible()
        expect(page.get_by_text("The pocket kit is made for")).to_have_count(0)
    page.goto(f"{job}/came")
    there.get_by_role("button", name=re.compile("^Not there: Pocket kit, P1")).click()
    expect(there.get_by_role("listitem")).to_have_count(1)
    expect(page.get_by_role("region", name="Here", exact=True).get_by_role("listitem").first).to_contain_text("for P1")


def test_a_wrong_thing_has_both_ways_out_side_by_side(page, client, job):
    page.goto(f"{job}/came")
    form = comes(page, "2-4 (28 in)", "24")
    expect(form).to_contain_text("Wrong for P2")
    expect(form).to_contain_text("48 in for the one, 56 in for the other")
    slow = []  # the list of orders comes anew after what is here has, and after somebody has gone on with that
    page.route(re.compile(r"/buying(\?.*)?$"), lambda route: slow.append(route))
    form.get_by_role("button", name="Write it down").click()
    here = page.get_by_role("region", name="Here", exact=True)
    expect(here.get_by_role("region", name="Build P2 to it")).to_contain_text("Plan the opening for what came")
    here.get_by_role("region", name="Send it back").get_by_role("button", name="Send it back").click()
    for asked in slow:
        asked.continue_()
    page.unroute(re.compile(r"/buying(\?.*)?$"))
    expect(page.get_by_role("dialog").get_by_label("How many go back")).to_have_value("1")
    page.get_by_role("dialog").get_by_label("Why").fill("printed 24")
    page.get_by_role("dialog").get_by_role("button", name="Write it down").click()
    expect(here).to_have_count(0)
    page.get_by_role("link", name="To buy").click()
    unfold(page, "Frames, units and kits")
    expect(page.get_by_text("1 went back: printed 24")).to_be_visible()


def test_two_at_one_thing_measure_it_once(page, context, client, job):
    page.goto(f"{job}/came")
    comes(page, "2-6 (30 in)", "2-6").get_by_role("button", name="Write it down").click()
    other = context.new_page()
    for one, printed in ((page, "2-4"), (other, "2-8")):
        one.goto(f"{job}/came")
        one.get_by_role("button", name=re.compile("^Measure again: Pocket kit")).click()
        one.get_by_role("textbox", name="Printed on the carton").fill(printed)
    page.get_by_role("button", name="Write it down").click()
    for one in (page, other):  # what stands behind what the other one fills in comes anew
        expect(one.get_by_role("main")).to_contain_text("Printed on the carton 2-4")
    other.get_by_role("button", name="Write it down").click()
    expect(other.get_by_role("alert")).to_contain_text("somebody has measured it since")
    expect(other.get_by_role("textbox", name="Printed on the carton")).to_have_value("2-8")
    other.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("main")).to_contain_text("Printed on the carton 2-8")
