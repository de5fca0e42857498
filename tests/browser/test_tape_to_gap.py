"""From the tape to the last gap by keyboard: a hole surveyed, a frame set and slid, gaps read, cured and signed off."""

from io import BytesIO

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader
from test_screens import figure, fill, saved


def take(page, value, way=None, keep=True):
    """Take the reading asked for: value, Enter, the way, Enter."""
    form = page.locator(".reading-form form")
    field = form.locator("input").first
    expect(field).to_be_visible()
    field.focus()
    page.keyboard.type(value)
    if keep:
        page.keyboard.press("Enter")
    if way:
        expect(form.get_by_role("radio").first).to_be_focused()
        for _ in range(5):
            if form.get_by_role("radio", name=way).is_checked():
                break
            page.keyboard.press("ArrowRight")
        page.keyboard.press("Enter")


def asked(page, label):
    expect(page.locator(".reading-form select").first.locator("option:checked")).to_have_text(label)


ROUND = [
    ("Width at the foot", "32 1/4", None), ("Width at the middle", "32 1/4", None), ("Width at the head", "32 1/4", None),
    ("Height on the left", "83", None), ("Height on the right", "83", None),
]  # fmt: skip


def test_survey_set_check_and_sign_off_by_keyboard(page, new_opening, client):
    page.goto(f"{new_opening}/survey")
    expect(page.locator(".FoundSheet-lit-place")).to_have_attribute("data-place", "width_foot")
    for label, value, way in ROUND:
        asked(page, label)
        take(page, value, way)
    expect(page.locator(".verdict")).to_have_text("It fits, as far as it was read.")
    select = page.locator(".reading-form select").first
    for place, value, way in (
        ("height_centre", "83", None),
        ("lean_left", "1/8 in 4 ft", "into the opening"),
        ("lean_right", "1/8", "away from it"),
        ("floor_along", "1/8 in 4 ft", "up, from the wall"),
    ):
        select.focus()
        select.select_option(place)
        expect(select).to_have_value(place)
        take(page, value, way)
    expect(page.locator(".readings tbody tr")).to_have_count(9)

    # a width misread is taken again: what was read before stays in the record
    select.select_option("width_head")
    expect(select).to_have_value("width_head")
    take(page, "23 1/4")
    expect(page.locator("[data-code=unit-too-wide], [data-code^=survey-suspect]").first).to_be_visible()
    select.select_option("width_head")
    expect(select).to_have_value("width_head")
    take(page, "32 1/4")
    expect(page.locator(".readings [data-place=width_head]")).to_contain_text("32 1/4")
    expect(page.locator("[data-code=unit-too-wide]")).to_have_count(0)

    page.get_by_role("tab", name="Set", exact=False).press("Enter")
    frame = page.get_by_role("slider", name="Frame in its slot")
    frame.focus()
    page.keyboard.press("Home")
    # tight on the hinge stud: nothing left there at its proudest place
    expect(figure(page, "hinge_least")).to_have_text("0 in")
    for _ in range(24):  # a step is less than the tape tells from nothing, and beside load not every press is one
        page.keyboard.press("ArrowRight")
    expect(figure(page, "hinge_least")).not_to_have_text("0 in")
    page.keyboard.press("End")
    expect(figure(page, "strike_least")).to_have_text("0 in")
    saved(page)
    fill(page, "or pushed to, from the slot’s hinge end", "3")
    expect(page.locator("[data-code=set-outside-slot]")).to_be_visible()
    fill(page, "or pushed to, from the slot’s hinge end", "1/8")
    expect(page.locator("[data-code=set-outside-slot]")).to_have_count(0)
    saved(page)
    page.get_by_role("button", name="The frame is set").focus()
    page.keyboard.press("Enter")
    expect(page.locator(".Happened-happened [role=status]")).to_contain_text("Set")

    page.get_by_role("tab", name="Hang").focus()
    page.keyboard.press("Enter")
    for label, value in (
        ("top hinge", "1/8"),
        ("bottom hinge", "1/8"),
        ("head jamb, hinge end", "1/8"),
        ("head jamb, strike end", "1/4"),
        ("strike, top", "1/16"),
        ("latch", "3/32"),
        ("strike, foot", "1/8"),
    ):
        asked(page, f"Gap at the {label}")
        take(page, value)
    moves = page.get_by_role("region", name="Moves")
    expect(moves).to_contain_text("at the top hinge: draw it")
    sign = page.get_by_role("button", name="Sign it off")
    sign.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("a note that says why")
    for place in ("gap_head_strike", "gap_strike_top"):
        page.locator(".reading-form select").first.select_option(place)
        expect(page.locator(".reading-form select").first).to_have_value(place)
        take(page, "1/8")
    expect(page.get_by_text("Every gap is good.")).to_be_visible()
    sign.focus()
    page.keyboard.press("Enter")
    expect(page.locator(".Happened-happened [role=status]")).to_contain_text("Signed off")
    log = client.get(f"/api{new_opening}/log").json()
    signed = next(line for line in log if line["what"] == "signed")
    assert signed["detail"]["before"]["gap_head_strike"] == "1/4 in"
    assert signed["detail"]["after"]["gap_head_strike"] == "1/8 in"
    page.reload()
    expect(page.locator(".Happened-happened [role=status]")).to_contain_text("Signed off")


def test_a_reading_is_in_the_unit_its_field_shows(page, new_opening, client):
    page.goto(f"{new_opening}/survey")
    page.get_by_role("radiogroup", name="Unit shown").get_by_text("mm").click()
    take(page, "820", keep=False)
    expect(page.locator(".reading-form .heard").first).to_contain_text("820 mm")
    page.keyboard.press("Enter")
    asked(page, "Width at the middle")
    assert client.get(f"/api{new_opening}").json()["readings"][0]["reading"]["value"] == "820 mm"  # of a job in inches


def test_the_frame_follows_the_pointer_and_stays_where_it_is_let_go(page, demo_opening):
    page.goto(f"{demo_opening('N1')}/set")
    frame = page.get_by_role("slider", name="Frame in its slot")
    expect(frame).to_have_attribute("aria-valuemax", frame.get_attribute("aria-valuemax"))
    box = page.locator(".SetSheet-set-frame .SetSheet-grab").bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 200, y, steps=12)  # past the slot's end: the stud holds it
    expect(figure(page, "hinge_least")).to_have_text("0 in")
    page.mouse.up()
    saved(page)
    page.reload()
    expect(figure(page, "hinge_least")).to_have_text("0 in")
    page.get_by_role("button", name="Undo").click()
    expect(figure(page, "hinge_least")).not_to_have_text("0 in")


@pytest.mark.parametrize("mark", ["N2", "N3", "N10"])
def test_the_set_sheet_prints_on_one_page(page, demo_opening, mark):
    page.goto(f"{demo_opening(mark)}/setting")
    expect(page.get_by_text("Behind the legs, in nailing order")).to_be_visible()
    pdf = PdfReader(BytesIO(page.pdf(format="A4", print_background=True)))
    assert len(pdf.pages) == 1
    assert mark in pdf.pages[0].extract_text()


def test_a_renovation_starts_at_its_survey(page, demo_opening):
    page.goto(demo_opening("N6"))
    expect(page.get_by_role("tab").first).to_contain_text("Survey")
    expect(page.get_by_role("tab", name="Survey")).to_have_attribute("aria-selected", "true")
    expect(page.locator("[data-code=survey-one-width]")).to_be_visible()
