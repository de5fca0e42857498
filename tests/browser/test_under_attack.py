"""What must never lock anybody out of a page: a name in any script, others saving at the same place, an answer nobody can read."""

import json

import pytest
from playwright.sync_api import expect
from test_screens import figure, fill, saved

from helpers import PLAIN


@pytest.mark.parametrize("name", ["Łukasz Żółć", "محمد", "李雷", "half a \ud83d"])
def test_a_name_in_any_script_keeps_every_page_open(page, new_opening, client, name):
    page.goto(f"{new_opening}/survey")
    page.evaluate("name => localStorage.setItem('jambo.who', name)", json.dumps(name))
    page.reload()
    expect(page.get_by_label("by", exact=True)).to_be_visible()
    fill(page, "Width at the foot", "32 1/4")
    page.keyboard.press("Enter")
    expect(page.locator(".readings.ReadingList-taken")).to_contain_text("32 1/4")
    noted = client.get(f"/api{new_opening}").json()["readings"][0]["who"]
    assert noted == name.replace("\ud83d", "").strip()
    fill(page, "by", "Ida")  # and the field is there to change it
    page.reload()
    expect(page.get_by_label("by", exact=True)).to_have_value("Ida")


def refused_once(page, address, times=1, kind="busy"):
    """Answer the next writes at an address as the server does when its database does not do them, then let them through."""
    left = [times]

    def answer(route):
        if route.request.method != "GET" and left[0] > 0:
            left[0] -= 1
            said = {
                "error": kind,
                "reason": "others are saving at the same place just now. Nothing was changed",
                "request": "1",
            }
            route.fulfill(status=503, content_type="application/json", body=json.dumps(said))
        else:
            route.continue_()

    page.route(address, answer)


@pytest.mark.parametrize(
    ("kind", "says"),
    [("busy", "others are saving here"), ("full", "the disk under the database is full"), ("unreachable", "no answer")],
)
def test_what_cannot_be_saved_says_why_and_is_saved_by_itself(page, new_opening, client, kind, says):
    page.goto(f"{new_opening}/door")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    refused_once(page, "**/api/openings/*", kind=kind)
    fill(page, "Leaf width", "28")
    expect(page.get_by_role("status").filter(has_text=f"Not saved: {says}. Kept in this browser")).to_be_visible()
    saved(page)
    assert client.get(f"/api{new_opening}").json()["opening"]["door"]["leaves"][0]["width"] == "28"


def test_what_waits_on_the_board_is_said_and_done(page, client, job):
    for mark in ("P1", "P2"):
        client.post(f"/api/jobs/{job}/openings", json={"opening": {**PLAIN["opening"], "mark": mark}})
    page.goto(f"/jobs/{job}")
    refused_once(page, "**/api/jobs/*/order", times=2)
    page.get_by_role("button", name="More for P2").click()
    page.get_by_role("menuitem", name="Earlier in the walk").click()
    waits = page.get_by_role("status").filter(has_text="Not saved yet: others are saving at the same place")
    expect(waits).to_be_visible()
    expect(page.locator(".OpeningCard-card-mark")).to_have_text(["P2", "P1"])
    expect(waits).to_have_count(0)


def test_an_opening_another_changed_is_not_taken_off_unseen(page, client, job):
    one = client.post(f"/api/jobs/{job}/openings", json={"opening": {**PLAIN["opening"], "mark": "P1"}}).json()["id"]
    page.goto(f"/jobs/{job}")
    expect(page.locator(".OpeningCard-card-room")).to_have_text("room not named")
    client.put(
        f"/api/openings/{one}", json={"version": 1, "opening": {**PLAIN["opening"], "mark": "P1", "room": "Loft"}}
    )
    page.get_by_role("button", name="More for P1").click()
    page.get_by_role("menuitem", name="Take off the board").click()
    expect(page.get_by_role("alert")).to_contain_text("Someone changed this since you opened it. What differs: room.")
    expect(page.locator(".OpeningCard-card-room")).to_have_text("Loft")  # shown as it stands now
    page.get_by_role("button", name="More for P1").click()
    page.get_by_role("menuitem", name="Take off the board").click()
    expect(page.locator(".card")).to_have_count(0)
    page.get_by_role("button", name="Put it back").click()
    expect(page.locator(".OpeningCard-card-mark")).to_have_text("P1")


def test_a_step_that_cannot_be_taken_says_why(page, new_opening, client):
    kept = client.get(f"/api{new_opening}").json()
    moved = {"version": 1, "opening": {**kept["opening"], "position": {"distance": "40"}}}
    client.put(f"/api{new_opening}", json=moved).raise_for_status()
    short = {"version": kept["wall"]["version"], "wall": {**PLAIN["wall"], "length": "50"}}
    client.put(f"/api/walls/{kept['wall']['id']}", json=short).raise_for_status()
    page.goto(f"{new_opening}/frame")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    page.get_by_role("button", name="Undo", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text(
        "That step cannot be taken: 60 in is past the end of the wall (50 in)"
    )
    expect(page.get_by_label("Distance along the wall", exact=True)).to_have_value("40")


def test_an_answer_nobody_can_read_is_not_called_silence(page, client, job):
    page.route(
        "**/api/jobs/*", lambda route: route.fulfill(status=502, content_type="text/html", body="<h1>Bad gateway</h1>")
    )
    page.goto(f"/jobs/{job}")
    expect(page.get_by_role("heading", name="This could not be shown")).to_be_visible()
    expect(page.get_by_role("alert")).not_to_contain_text("does not answer")


def test_the_record_is_read_on_to_its_first_line(page, local, client, job):
    with local.database.transaction(writes=True) as t:
        for n in range(230):
            detail = json.dumps({"name": f"line {n}"})
            t.run(
                "INSERT INTO log (job_id, who, what, detail) VALUES (%s, 'Ida', 'job changed', %s)",
                [job, json.dumps({"from": {}, "to": json.loads(detail)})],
            )
    page.goto(f"/jobs/{job}/record")
    rows = page.locator(".log tbody tr")
    for seen in (40, 80, 120, 160, 200):
        expect(rows).to_have_count(seen)
        page.get_by_role("button", name="Older lines").click()
    expect(rows).to_have_count(231)
    expect(rows.last).to_contain_text("job opened")
    expect(page.get_by_role("button", name="Older lines")).to_have_count(0)
    page.get_by_label("Find", exact=True).fill("opened")
    expect(rows).to_have_count(1)
    expect(rows).to_contain_text("Test job")


def test_a_reading_that_breaks_an_answer_can_be_taken_out(page, local, new_opening, client):
    """Kept before it was refused: the page says what is wrong, lists the reading, and takes it out."""
    opening = int(new_opening.rsplit("/", 1)[1])
    bow = json.dumps({"place": "bow_left", "value": "1/8", "toward": "away", "over": "0.1"})
    with local.database.transaction(writes=True) as t:
        t.run("INSERT INTO reading (opening_id, place, doc) VALUES (%s, 'bow_left', %s)", [opening, bow])
    page.goto(f"{new_opening}/survey")
    expect(page.get_by_role("region", name="What cannot be")).to_contain_text("a straightedge of 0.1 in is too short")
    page.get_by_role("button", name="Withdraw bow left").click()
    expect(page.locator(".readings.ReadingList-taken")).to_have_count(0)
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")


def test_the_record_stands_line_under_line_on_a_phone(page, job):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"/jobs/{job}/record")
    cells = page.locator(".log tbody tr").first.locator("td, th")
    expect(cells).to_have_count(6)  # the last is the camera, beside them
    tops = [cells.nth(n).bounding_box()["y"] for n in range(5)]
    assert max(tops[:3]) - min(tops[:3]) < 6  # when, who and of what in one line
    assert max(tops[:3]) < tops[3] < tops[4]
