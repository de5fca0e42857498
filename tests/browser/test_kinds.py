"""Every kind of door laid out from nothing by keyboard, and a slab slid along its track."""

import re

import pytest
from playwright.sync_api import expect
from test_screens import figure, fill, saved
from walking import settled

from helpers import PLAIN

LEAF = [("Leaf width", "26 in"), ("Leaf height", "80"), ("Leaf thickness", "1 3/8")]
OPENING = [("Opening width", "31"), ("Opening height", "81 1/2"), ("Slab thickness", "1 3/8")]
SWING = [("Leaf width", "36 in"), ("Leaf height", "80"), ("Leaf thickness", "1 3/4")]

# arrow steps from Swing among the door kinds, its facts, then (stage key, arrow steps among frames, facts), figures
KINDS = {
    "pocket": (2, LEAF, ("3", 0, [("Whose sheet these figures are from", "sheet K")]), {
        "ro_width": "53 in",  # 2 x 26 + 1
        "set_mark": "80 3/4 in",  # 80 + 3/4
        "ro_height": "84 1/2 in",  # the greater of 80 3/4 + 3 and 80 + 4 1/2
        "longest_fixing_a": "1 1/8 in",  # 1/2 + 3/4 - 1/8
    }),
    "two pockets": (3, [("First leaf width", "24 in"), ("Second leaf width", "24 in"), ("Height of both", "84")], ("3", 0, []), {
        "ro_width": "97 in",  # 4 x 24 + 1
        "ro_height": "88 1/2 in",  # 84 + 4 1/2
        "split_stud_other_1": "24 in",  # flush at the mouth, its leaf's width from where the two meet
    }),
    "face slider": (4, OPENING, ("3", 0, [("Track bought", "70")]), {
        "slab_width": "35 in", "slab_height": "83 in",  # 31 + 2 x 2, 81 1/2 + 2 - 1/2
        "track_line": "84 3/4 in",  # 1/2 + 83 + 1 1/4
        "ro_width": "33 in",  # 31 + 2 x 3/4 + 2 x 1/4
    }),
    "bi-parting": (5, [("Opening width", "60"), ("Opening height", "82"), ("Slab thickness", "1 3/4")], ("3", 0, []), {
        "slab_width": "32 in",  # 60 / 2 + 2
    }),
    "bypass": (6, [("Opening width", "58"), ("Opening height", "80 3/4"), ("Leaf thickness", "1 3/8")], ("3", 0, []), {
        "leaf_size_width": "29 1/2 in",  # (58 + 1) / 2
        "leaf_size_height": "78 3/4 in",  # 80 3/4 - 1 1/2 - 1/2
        "ro_width": "60 in",  # 58 + 2 x 3/4 + 2 x 1/4
    }),
    "no leaf": (7, [("Opening width", "36"), ("Opening height", "82")], ("3", 0, []), {
        "ro_width": "38 in", "ro_height": "83 in",  # 36 + 2 x 3/4 + 2 x 1/4, 82 + 3/4 + 1/4
    }),
    "by a maker's sheet": (7, [("Sheet: opening width", "61"), ("and height", "82 1/2"), ("Whose sheet it is", "sheet F-4")], ("3", 0, []), {
        "ro_width": "61 in", "ro_height": "82 1/2 in",
    }),
    "steel": (0, SWING, ("4", 4, [("Throat", "4 1/2"), ("Whose sheet the opening is from", "sheet F")]), {
        "ro_width": "38 in", "ro_height": "81 in", "throat": "4 1/2 in",  # 36 + 2, 80 + 1
    }),
    "outside": (0, SWING, ("4", 5, [("Sill thickness", "1")]), {
        "ro_width": "38 3/8 in",  # 36 + 1/8 + 1/4 + 2 x 3/4 + 2 x 1/4
        "ro_height": "82 1/4 in",  # 1 + 1/8 + 80 + 1/8 + 3/4 + 1/4
    }),
}  # fmt: skip


@pytest.mark.parametrize("kind", KINDS)
def test_from_nothing_by_keyboard(page, job, kind):
    steps, facts, (stage, frames, more), figures = KINDS[kind]
    page.goto(f"/jobs/{job}")
    expect(page.get_by_role("button", name="New opening")).to_be_visible()
    page.keyboard.press("n")
    page.get_by_role("radio", name="Swing", exact=True).focus()
    for _ in range(steps):
        page.keyboard.press("ArrowRight")
    for label, text in facts:
        fill(page, label, text)
    page.keyboard.press("Alt+2")
    for _ in range(2):
        page.get_by_role("button", name="Bare floor").first.focus()
        page.keyboard.press("Enter")
    page.keyboard.press(f"Alt+{stage}")
    if frames:
        page.get_by_role("radio", name="Flat jamb").focus()
        for _ in range(frames):
            page.keyboard.press("ArrowRight")
    for label, text in more:
        fill(page, label, text)
    frame = page.get_by_role("tab", name="Frame")
    frame.focus()
    page.keyboard.press("Enter")
    fill(page, "Finish on side A", "1/2")
    fill(page, "Finish on side B", "1/2")
    fill(page, "Height under the top plates", "97 1/2")
    for name, text in figures.items():
        expect(figure(page, name).first).to_have_text(text)
    expect(page.locator(".plate-tape, .TrackTape-track-tape, .sheet svg").first).to_be_visible()
    saved(page)
    page.reload()
    for name, text in figures.items():
        expect(figure(page, name).first).to_have_text(text)


def test_a_slab_slides_between_its_stops_and_kind_can_change_back(page, demo_opening):
    page.goto(f"{demo_opening('110')}/track")
    slab = page.get_by_role("slider", name="Slab, slid open")
    expect(slab).to_have_attribute("aria-valuetext", "closed")
    slab.focus()
    page.keyboard.press("End")
    expect(slab).to_have_attribute("aria-valuetext", "way through 36 in")  # open, it stands at the opening's edge
    page.keyboard.press("ArrowRight")  # the stop holds
    expect(slab).to_have_attribute("aria-valuetext", "way through 36 in")
    page.keyboard.press("Home")
    expect(slab).to_have_attribute("aria-valuetext", "closed")
    page.keyboard.press("1")
    page.get_by_role("radio", name="Face slider").focus()
    page.keyboard.press("ArrowLeft")
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_label("Leaf width", exact=True)).to_be_visible()
    expect(page.get_by_role("tab", name="Track")).to_have_count(0)
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    expect(page.get_by_label("Opening width", exact=True)).to_have_value("36")
    expect(page.get_by_role("tab", name="Track")).to_be_visible()


def test_every_hinge_of_a_high_leaf_stands_among_the_figures(page, client, job):
    wall = {**PLAIN["wall"], "height": "160"}
    leaf = {"width": "36 in", "height": "144", "thickness": "1 3/4"}
    body = {"wall": wall, "opening": {**PLAIN["opening"], "door": {"leaves": [leaf]}}}
    page.goto(f"/openings/{client.post(f'/api/jobs/{job}/openings', json=body).json()['id']}")
    for name, text in {"hinge_leaf_3": "68 1/4 in", "hinge_leaf_5": "129 1/2 in"}.items():  # 144 - 11 - 3 1/2; half way
        expect(figure(page, name).first).to_have_text(text)


@pytest.mark.parametrize(("kind", "thick"), [("flat_jamb", "3/4"), ("rabbeted", "1 1/4"), ("outside_sill", "1 1/4")])
def test_every_fact_a_frame_asks_for_has_a_field_with_the_rule_that_stands_in(page, client, job, kind, thick):
    opening = {**PLAIN["opening"], "frame": {"kind": kind, "sill_thickness": "1"}}
    made = client.post(f"/api/jobs/{job}/openings", json={"wall": PLAIN["wall"], "opening": opening}).json()["id"]
    facts = next(f for f in client.get("/api/catalogue").json()["frames"] if f["kind"] == kind)["facts"]
    page.goto(f"/openings/{made}/frame")
    for fact in facts:
        expect(page.locator(f"[data-path='opening.frame.{fact}'] input")).to_be_visible()
    expect(page.locator("[data-path='opening.frame.thickness'] input")).to_have_attribute("placeholder", thick)


def test_a_slider_in_a_standing_wall_takes_at_most_twenty_five_actions(page, client):
    """From the board: every press and every field filled is one; nothing is asked then that is not said."""
    job = client.post("/api/jobs", json={"name": "Old mill", "work": "renovation"}).json()["id"]
    page.goto(f"/jobs/{job}")
    done = []

    def fill_in(label, text):
        field = page.get_by_label(label, exact=True).first
        field.fill(text)
        done.append(label)
        return field

    def press(*where):
        page.get_by_role(where[0], name=where[1]).first.click()
        done.append(where[1])

    fill_in("One more, in a line", "S1 face slider 36 x 80 kitchen").press("Enter")
    done.append("Enter")
    page.locator("a.card").click()
    done.append("S1")
    press("tab", "Door")
    fill_in("Slab thickness", "1 3/8")
    press("tab", "Floor")
    press("button", "Bare floor")
    press("tab", "Track")
    page.get_by_text("The casing's outer edge").click()
    done.append("from the casing")
    fill_in("Track bought", "72")
    several = fill_in("Studs found, from the casing’s outer edge", "2 3/4; a hand; 34 3/4")
    several.press("Enter")
    expect(page.get_by_text(re.compile("not a length"))).to_be_visible()
    expect(several).to_have_value("2 3/4; a hand; 34 3/4")  # all or none: nothing typed is lost
    several.fill("2 3/4; 18 3/4; 34 3/4; 50 3/4")
    several.press("Enter")
    expect(page.get_by_label("Middle of stud 4", exact=True)).to_have_value("50 3/4")
    press("tab", "Wall")
    fill_in("Base thickness", "5/8")
    fill_in("Bolt heads", "0")
    fill_in("Casing thickness", "3/4")
    press("tab", "Frame")
    fill_in("Finish on side A", "1/2")
    page.get_by_text("Stays up", exact=True).click()
    done.append("stays")
    press("tab", "Trim")
    fill_in("Width of the casing", "2 1/4")
    expect(page.locator(".figure.waits")).to_have_count(0)
    settled(page)
    (opening,) = client.get(f"/api/jobs/{job}").json()["openings"]
    assert opening["brief"]["waits_on"] == []
    assert len(done) <= 25, done
