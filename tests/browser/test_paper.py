"""Strips looked at and taken as a file; a whole job taken along and brought in, by keyboard and thumb."""

import json
import threading

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader
from walking import settled

from helpers import PLAIN


@pytest.fixture
def two(client, job):
    """A job with two openings; gives its number and theirs."""
    made = []
    for mark in ("D1", "D2"):
        body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "mark": mark}}
        made.append(client.post(f"/api/jobs/{job}/openings", json=body).json()["id"])
    return job, made


def test_strips_are_chosen_looked_at_and_taken(page, two):
    _, (_, second) = two
    page.goto(f"/openings/{second}")
    page.get_by_role("link", name="Strips").click()
    region = page.get_by_role("region", name="How they look, at true size")
    expect(region.get_by_role("img")).to_have_count(3)
    expect(region.get_by_role("img", name="D2 Story pole")).to_contain_text("81 1/4 in Leaf top")
    page.get_by_role("group", name="Openings").get_by_role("button", name="D1").click()
    expect(region.get_by_role("img")).to_have_count(6)
    page.get_by_role("checkbox", name="Story pole").uncheck()
    expect(region.get_by_role("img")).to_have_count(4)
    page.get_by_label("Paper", exact=True).select_option("A4 sheets")
    with page.expect_download() as download:
        page.get_by_role("button", name="PDF, 4 strips").click()
    assert download.value.suggested_filename.startswith("Test job strips D1 D2 ")
    pages = PdfReader(download.value.path()).pages
    assert [round(float(pages[0].mediabox[n]) / 72 * 25.4) for n in (2, 3)] == [210, 297]
    assert "Hinges and latch on the leaf" in pages[0].extract_text()
    page.get_by_role("radiogroup", name="Unit shown").get_by_text("mm").click()
    expect(region.get_by_role("img").first).to_contain_text("178 mm")  # 7 in to the first hinge's top
    page.get_by_role("group", name="Openings").get_by_role("button", name="none").click()
    page.get_by_role("group", name="Walls").get_by_role("button").nth(1).click()
    expect(region.get_by_role("img")).to_have_count(1)
    expect(region).to_contain_text("D1 edge of the opening")
    with page.expect_download() as download:
        page.get_by_role("region", name="Drawings").get_by_role("link").click()
    assert download.value.suggested_filename.endswith(".dxf")
    page.route("**/drawing.dxf*", lambda _: None)  # the server takes its time
    page.get_by_role("region", name="Drawings").get_by_role("link").click()
    making = page.get_by_role("alert").filter(has_text="is being made")
    making.get_by_role("button", name="Stop").click()
    expect(making).to_have_count(0)
    page.unroute("**/drawing.dxf*")
    page.route("**/drawing.dxf*", lambda route: route.abort())
    page.get_by_role("region", name="Drawings").get_by_role("link").click()
    expect(page.get_by_text("The server does not answer")).to_be_visible()
    page.unroute("**/drawing.dxf*")
    page.reload()
    expect(region.get_by_role("img")).to_have_count(1)


def test_sheets_are_chosen_by_what_they_have_in_common_and_taken(page, two):
    job, _ = two
    page.goto(f"/jobs/{job}/paper")
    sheets = page.get_by_role("region", name="Sheets in one go")
    chosen = sheets.get_by_role("group", name="Sheets for").get_by_role("button", pressed=True)
    expect(chosen).to_have_count(2)
    page.get_by_label("Only those of").select_option(label="of D2")
    expect(chosen).to_have_text(["D2"])
    for sheet in ("Work card", "Walls: elevation, tape, who does what"):
        sheets.get_by_role("checkbox", name=sheet).click()
    taken = sheets.get_by_role("button", name="PDF of the sheets")

    asked = threading.Event()
    page.route("**/sheets/steps?*", lambda _: asked.set())  # the server takes its time
    taken.click()
    expect(sheets.get_by_role("status")).to_contain_text("Working out")
    sheets.get_by_role("button", name="Stop").click()
    expect(taken).to_be_visible()
    assert asked.is_set() and sheets.get_by_role("alert").count() == 0
    page.unroute("**/sheets/steps?*")
    page.route("**/sheets/steps?*", lambda route: route.fulfill(body='{"done": 1, "of": 3}\n{"done'))  # broken off
    taken.click()
    expect(sheets.get_by_role("alert")).to_contain_text("Ask for it again")
    page.unroute("**/sheets/steps?*")

    with page.expect_download() as download:
        taken.click()
    read = [one.extract_text() for one in PdfReader(download.value.path()).pages]
    assert any("Cut list" in one for one in read) and any("Along the plate" in one for one in read)
    assert not any(one.startswith("D1") or "Work card" in one for one in read)
    page.reload()
    expect(chosen).to_have_text(["D2"])


def test_a_card_makes_the_screen_true(page, two):
    """A screen that has 5 pixels where the browser takes a millimetre for 3.78: 85.6 mm of card are 428."""
    job, _ = two
    page.goto(f"/jobs/{job}/paper")
    strip = page.get_by_role("img", name="D1 Hinges and latch on the leaf")
    expect(strip).to_be_visible()
    page.get_by_role("button", name="Hold a card to it").click()
    handle = page.get_by_role("slider", name="Width of the card")
    handle.focus()
    page.keyboard.press("Home")
    for _ in range(300):
        page.keyboard.press("ArrowRight")
    frame = page.get_by_text("85.6 mm")
    assert frame.bounding_box()["width"] == pytest.approx(428, abs=0.5)
    page.get_by_role("button", name="As wide as the card").click()
    expect(page.get_by_text("True to a card")).to_be_visible()
    page.reload()
    expect(strip).to_be_visible()
    assert strip.bounding_box()["height"] == pytest.approx((80 * 25.4 + 12) * 5, abs=1)  # 6 mm beyond either end


def test_an_empty_job_says_what_paper_needs(page, job):
    page.goto(f"/jobs/{job}/paper")
    expect(page.get_by_role("main")).to_contain_text("No opening yet: strips are drawn from")


def test_a_job_is_taken_along_and_brought_in(page, two, tmp_path):
    job, _ = two
    page.goto(f"/jobs/{job}/paper")
    with page.expect_download() as download:
        page.get_by_role("link", name="The whole job as a file").click()
    whole = tmp_path / download.value.suggested_filename
    download.value.save_as(whole)
    assert whole.name.startswith("Test job ") and whole.name.endswith(".jambo-job.zip")
    half = tmp_path / "half.zip"
    half.write_bytes(whole.read_bytes()[:1500])
    page.goto("/")
    here = page.get_by_role("region", name="Bring in a job")
    here.locator("xpath=..").locator("input[type=file]").set_input_files(half)
    expect(here.get_by_role("alert")).to_contain_text("half.zip is not brought in: it cannot be read as a job of Jambo")
    expect(here.get_by_role("alert")).to_contain_text("Nothing here changed.")
    here.locator("xpath=..").locator("input[type=file]").set_input_files(whole)
    expect(here.get_by_role("status")).to_contain_text("2 openings, 2 versions")
    expect(here.get_by_role("status")).to_contain_text("Test job is here and the same. There is nothing to bring in.")
    here.get_by_role("button", name="Keep it as a job of its own").click()
    expect(page.locator("a.card")).to_have_count(2)
    settled(page)
    assert page.url.rstrip("/").rpartition("/")[2] != str(job)


def test_habits_are_looked_at_part_by_part_and_taken_in(page, client, job, tmp_path):
    file = tmp_path / "habits.json"
    crew = {"people": [{"name": "Anke"}, {"name": "Piet"}]}
    file.write_text(json.dumps({"format": "jambo-habits/1", "of": "Weir", "crew": crew, "rules": {"mm": {"head_gap": "2 mm"}}}))  # fmt: skip
    (tmp_path / "none.json").write_text("{nope")
    page.goto(f"/jobs/{job}/paper")
    habits = page.get_by_role("region", name="The crew’s habits")

    def choose(name):
        with page.expect_file_chooser() as chooser:
            habits.get_by_role("button", name="Take in habits").click()
        chooser.value.set_files(tmp_path / name)

    choose("none.json")
    expect(habits.get_by_role("alert")).to_contain_text("no file of habits")
    choose("habits.json")
    expect(habits.get_by_text("Anke; Piet")).to_be_visible()
    habits.get_by_role("checkbox", name="House rules: 1 new").uncheck()
    habits.get_by_role("button", name="Take in what is ticked").click()
    expect(habits.get_by_text("Taken in: who works")).to_be_visible()
    assert [p["name"] for p in client.get(f"/api/jobs/{job}").json()["job"]["crew"]["people"]] == ["Anke", "Piet"]
    assert "head_gap" not in client.get("/api/crew-rules/mm").json()["rules"]
