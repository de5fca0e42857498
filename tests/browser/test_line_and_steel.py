"""A storey's level line, and a wall of steel, on the screens: taped, told, held against, and read from where somebody asks."""

import pytest
from playwright.sync_api import expect
from test_screens import figure, fill, saved

from helpers import plain


@pytest.fixture
def two(client):
    """A job with two like doors on one storey: heads 81 3/8 over their own floors."""
    job = client.post("/api/jobs", json={"name": "One line", "unit": "in"}).json()["id"]
    bodies = (plain(**{"opening.mark": mark, "wall.storey": "Ground"}) for mark in ("A1", "A2"))
    ids = [
        client.post(f"/api/jobs/{job}/openings", json={k: body[k] for k in ("wall", "opening")}).json()["id"]
        for body in bodies
    ]
    return job, ids


def read(page, place, value, taped=None):
    page.get_by_label("Where,").select_option(place)
    if taped:
        page.get_by_label("Taped from").select_option(taped)
    page.locator(f"[data-path='reading.{place}'] input").fill(value)
    page.get_by_role("button", name="Keep it").click()


def test_heads_are_held_against_a_line_that_was_taped(page, two):
    """The line stands 48 over A1's floor and 47 1/4 over A2's: over it they need 33 3/8 and 34 1/8, so A1 goes to 48 + 34 1/8."""
    job, (first, second) = two
    for opening, down in ((first, "48"), (second, "47 1/4")):
        page.goto(f"/openings/{opening}/survey")
        read(page, "line_left", down)
        expect(page.get_by_role("table").get_by_text("Level line over the floor, left")).to_be_visible()
    page.goto(f"/jobs/{job}/heads")
    expect(page.get_by_text("over the level line")).to_be_visible()
    page.get_by_text("Its level line").click()
    page.get_by_role("textbox", name="How high it was set").fill("48")
    page.get_by_label("over the floor at").fill("the stairs")
    page.reload()  # not kept yet, and still here
    expect(page.get_by_label("over the floor at")).to_have_value("the stairs")
    page.get_by_role("button", name="Keep the line").click()
    expect(page.get_by_text("over the floor at the stairs").first).to_be_visible()
    page.get_by_role("button", name="Align: longer legs").click()
    expect(page.get_by_text("every head is on one line")).to_be_visible()
    page.goto(f"/openings/{first}/opening")
    expect(figure(page, "head_underside")).to_have_text("82 1/8 in")
    page.get_by_label("Heights from").select_option("level_line")
    mark = page.locator("g.mark", has_text="head jamb")
    expect(mark).to_contain_text("34")  # 82 1/8 less 48
    page.goto(f"/openings/{first}/survey")
    read(page, "height_left", "35 1/8", "level_line")  # 83 1/8 over the floor
    expect(page.get_by_text("from the level line").first).to_be_visible()
    page.get_by_label("Where,").select_option("height_right")
    expect(page.get_by_label("Taped from")).to_have_value("level_line")  # as the one before


def test_a_line_typed_away_from_the_server_stays_whatever_another_keeps(page, client, two):
    job, _ = two
    page.goto(f"/jobs/{job}/heads")
    page.get_by_text("Its level line").click()
    page.route("**/api/heard*", lambda route: route.abort())  # nobody hears what is typed
    height = page.get_by_role("textbox", name="How high it was set")
    height.fill("46 1/4")
    height.press("Tab")
    kept = client.get(f"/api/jobs/{job}").json()
    line = {"storey": client.get(f"/api/jobs/{job}/heads").json()[0]["storey"], "over": "47 1/2", "place": "the stairs"}
    said = {"version": kept["version"], "job": kept["job"] | {"level_lines": [line]}}
    client.put(f"/api/jobs/{job}", json=said).raise_for_status()
    page.unroute("**/api/heard*")
    page.reload()
    expect(page.get_by_text("Level line 47")).to_be_visible()
    page.evaluate(
        "document.querySelectorAll('main details').forEach(d => { d.open = true; })"
    )  # open already where a draft is held
    expect(height).to_have_value("46 1/4")
    page.get_by_label("over the floor at").fill("the porch")
    page.get_by_role("button", name="Keep the line").click()
    expect(page.get_by_text("over the floor at the porch").first).to_be_visible()


def test_a_wall_of_steel_has_a_hole_for_its_buck(page, two):
    """RO 32 1/4 and a buck of 1 1/2: a hole of 35 1/4; kings 97 1/2 less a track of 1/32."""
    _, (opening, _) = two
    page.goto(f"/openings/{opening}/frame")
    page.locator("[data-path='wall.studs']").get_by_text("Steel studs and tracks").click()
    expect(page.locator("[data-path='wall.stud_thickness'] input")).to_have_attribute("placeholder", "1 1/4")
    expect(page.get_by_text("fixed to thin steel alone")).to_be_visible()
    fill(page, "Gauge of its studs and tracks", "25 ga")
    fill(page, "Timber buck", "1 1/2")
    expect(figure(page, "hole_width")).to_have_text("35 1/4 in")
    expect(page.get_by_text("fixed to thin steel alone")).to_have_count(0)
    expect(page.locator("table.cuts").first).to_contain_text("steel track 25 ga")
    saved(page)
    page.goto(f"/openings/{opening}/card")
    expect(page.get_by_text("Cut the buck")).to_be_visible()
