"""The work card worked to its end, pieces cut and overtaken by the plan, and all of it found in the record."""

import re
from io import BytesIO

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader
from test_screens import saved

from helpers import all_jobs


def test_a_card_is_worked_to_the_end_and_found_in_the_record(page, job, new_opening):
    page.goto(f"{new_opening}/card")
    boxes = page.locator(".CardStage-card-steps input[type=checkbox]")
    expect(boxes.first).to_be_visible()
    count = boxes.count()
    for n in range(count):
        boxes.nth(n).focus()
        page.keyboard.press("Enter" if n % 2 else "Space")
        expect(page.locator(".CardStage-card-head strong")).to_have_text(str(n + 1))
    page.keyboard.press("Space")  # the last one was not done after all
    expect(page.locator(".CardStage-card-head strong")).to_have_text(str(count - 1))
    page.get_by_role("button", name="The opening is framed").focus()
    page.keyboard.press("Enter")
    expect(page.locator(".Happened-happened [role=status]")).to_contain_text("Framed")

    page.get_by_role("tab", name="Frame").click()
    page.get_by_text("What is cut: ").click()  # what the steps cut was cut with their ticks
    expect(page.locator(".CutMarks-cut-marks")).to_contain_text("cut at 81 3/8 in")
    page.get_by_role("button", name="Not cut after all: Jack", exact=True).click()
    page.get_by_role("button", name="Cut one: Jack", exact=True).click()
    expect(page.locator(".CutMarks-cut-marks")).to_contain_text("1 of 2 cut at 80 7/8 in")
    cut, of = re.search(r"What is cut: (\d+) of (\d+)", page.get_by_text("What is cut: ").inner_text()).groups()
    page.get_by_role("tab", name="Card").click()  # the sign-off counts the same pieces, one jack of two among them
    expect(page.get_by_label("Sign-off")).to_contain_text(f"{int(of) - int(cut)} piece")
    page.get_by_role("tab", name="Floor").click()
    page.get_by_label("Thickness", exact=True).first.fill("1")
    expect(page.locator("[data-code=piece-cut-short]")).to_contain_text("was cut at 81 3/8 in")
    saved(page)

    page.goto(f"/jobs/{job}/record")
    expect(page.locator(".log tbody tr").first).to_be_visible()
    page.get_by_label("What", exact=True).select_option("step")
    expect(page.locator(".log tbody tr")).to_have_count(count + 1)
    expect(page.locator(".log tbody tr").first).to_contain_text("not done after all")
    page.get_by_label("What", exact=True).select_option("cut")
    expect(page.locator(".log tbody tr")).to_have_count(
        10
    )  # eight with their steps; the jacks not after all, and one of them
    expect(page.locator(".log tbody tr").first).to_contain_text("Jack at 80 7/8 in, 1 of 2")
    expect(page.locator(".log tbody tr").filter(has_text="Side jamb at 81 3/8 in")).to_have_count(1)
    page.get_by_label("Find", exact=True).fill("nobody wrote this")
    expect(page.get_by_text("Nothing on record says “nobody wrote this”.")).to_be_visible()

    page.goto(f"/jobs/{job}")
    expect(page.locator(".card .chip.done")).to_have_text("framed")


def test_a_long_board_is_narrowed_by_flag_stage_and_room(page, client):
    jobs = {j["job"]["name"]: j["id"] for j in all_jobs(client)}
    page.goto(f"/jobs/{jobs['Net loft over the slip']}")
    cards = page.locator("a.card")
    expect(cards).to_have_count(14)
    page.get_by_role("button", name="Signed off").click()
    expect(cards).to_have_count(1)
    expect(cards).to_contain_text("N11")
    page.get_by_role("button", name="Stops").click()
    expect(cards.filter(has_text="N5")).to_have_count(1)
    page.get_by_role("button", name=re.compile("^All ")).click()
    page.get_by_label("Room").select_option("Tar room")
    expect(cards).to_have_count(1)


@pytest.mark.parametrize("mark", ["101", "108", "110", "113", "N2", "N13"])
def test_a_card_prints_on_one_or_two_pages(page, demo_opening, mark):
    page.goto(f"{demo_opening(mark)}/card-sheet")
    expect(page.locator(".CardPage-print-steps li").first).to_be_visible()
    pdf = PdfReader(BytesIO(page.pdf(format="A4", print_background=True)))
    assert 1 <= len(pdf.pages) <= 2


def test_lists_of_the_job_name_the_openings(page, client):
    jobs = {j["job"]["name"]: j["id"] for j in all_jobs(client)}
    page.goto(f"/jobs/{jobs['Kiln Row seed library']}/lists")
    expect(page.get_by_text("Opening 106 lacks facts: not all it needs stands here yet.")).to_be_visible()
    expect(page.locator("tr", has_text="King stud").filter(has_text="96 in").first).to_contain_text("101 x2")
