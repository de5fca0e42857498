"""At the saw: the plan is ticked stick by stick, the rest stays as it was, an opening that changes is planned anew alone, offcuts are cut from."""

import re

import pytest
from playwright.sync_api import expect
from walking import settled, unfold

from helpers import PLAIN


@pytest.fixture
def saw(client):
    """A job with three openings in a wall of 24 ft; gives its address and their ids."""
    job = client.post("/api/jobs", json={"name": "At the saw"}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"name": "North", "length": "24'"}).json()["id"]
    ids = []
    for n in range(3):
        opening = PLAIN["opening"] | {"mark": f"S{n + 1}", "position": {"distance": str(48 + 84 * n)}}
        ids.append(client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": opening}).json()["id"])
    return f"/jobs/{job}/cutting", ids


def studs(page):
    return unfold(page, "1 1/2 × 3 1/2")


def sticks(page):
    """Every stick to cut of the studs' section, as its button names it; those cut alike stand behind one line."""
    alike = studs(page).locator("li > button[aria-expanded=false]")
    while alike.count():
        alike.first.click()
    return (
        studs(page)
        .get_by_role("button", name=re.compile("^Cut: "))
        .evaluate_all("all => all.map(e => e.getAttribute('aria-label'))")
    )


def saved(page):
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    settled(page)


def cut(page, n):
    """Tick a stick, and wait until the plan has come again."""
    button = studs(page).get_by_role("button", name=re.compile("^Cut: ")).nth(n)
    expect(button).to_be_enabled()
    with page.expect_response("**/cutting/sticks"):
        button.click()
    saved(page)


def test_half_is_cut_an_opening_changes_and_only_the_rest_is_planned_anew(page, client, saw):
    address, ids = saw
    page.goto(address)
    expect(studs(page)).to_be_visible()
    first = sticks(page)
    for _ in range(len(first) // 2):
        cut(page, 0)
    left = sticks(page)
    assert len(left) <= len(first) - len(first) // 2
    done = client.get(f"/api{address}/sticks").json()
    assert len(done) == len(first) // 2
    # the openings' own lists say the same
    counted = sum(
        c["detail"].get("count", 2)
        for i in ids
        for c in client.get(f"/api/openings/{i}").json()["cuts"]
        if c["detail"]["figure"] == "jack_length"
    )
    assert counted == sum("jack" in p.lower() for s in done for p in s["pieces"])

    # S3 gets a higher leaf: its jacks are wanted longer, what is cut stays cut, the other doors' sticks are not asked again
    opening = client.get(f"/api/openings/{ids[2]}").json()
    doc = opening["opening"]
    doc["door"]["leaves"][0]["height"] = "81"
    client.put(f"/api/openings/{ids[2]}", json={"version": opening["version"], "opening": doc}).raise_for_status()
    page.reload()
    expect(studs(page)).to_be_visible()
    saved(page)
    assert client.get(f"/api{address}/sticks").json() == done
    now = " ".join(sticks(page))
    assert "S3 jack 81 7/8 in" in now
    assert "S3 jack 80 7/8 in" not in now

    # taken back, it is to cut again
    page.get_by_text("Cut so far: ").click()
    back = page.get_by_role("button", name=re.compile("^Not cut after all: "))
    with page.expect_response("**/cutting/sticks/*"):
        back.first.click()
    expect(back).to_have_count(len(done) - 1)


def test_an_offcut_is_put_into_the_rack_and_a_piece_cut_from_something_else(page, client, saw):
    address, ids = saw
    page.goto(address)
    section = studs(page)
    expect(section).to_be_visible()
    before = len(sticks(page))
    section.get_by_text("In the rack: nothing").click()
    offcut = section.get_by_role("textbox", name="An offcut that lies there")
    offcut.fill("wide")
    offcut.press("Enter")
    expect(section.get_by_text(re.compile("not a length"))).to_be_visible()
    offcut.fill("8' 2")
    offcut.press("Enter")
    expect(section.get_by_role("button", name="Take 98 in out of the rack")).to_be_visible()
    expect(section.get_by_text("98 in, from the rack")).to_be_visible()
    saved(page)
    assert len(sticks(page)) <= before
    piece = section.get_by_role("button", name=re.compile("^S1 96 in, king")).first
    piece.click()
    with page.expect_response("**/cutting/sticks"):
        page.get_by_role("button", name="Cut already, from something else").click()
    saved(page)
    cuts = {c["detail"]["figure"]: c["detail"] for c in client.get(f"/api/openings/{ids[0]}").json()["cuts"]}
    assert (cuts["king_length"]["count"], cuts["king_length"]["of"]) == (1, 2)


def test_other_stock_is_tried_beside_what_was_and_kept(page, client, saw):
    address, _ = saw
    page.goto(address)
    page.get_by_text("Least cost; without prices").first.click()
    page.get_by_label("Plan for").select_option("sticks")
    tried = page.get_by_role("region", name="What this changes")
    expect(tried.get_by_role("row", name=re.compile("^Sticks"))).to_be_visible()
    page.reload()  # what is tried is not lost
    expect(page.get_by_label("Plan for")).to_have_value("sticks")
    tried.get_by_role("button", name="Put it back").click()
    expect(tried).to_have_count(0)
    section = studs(page)
    section.get_by_text("To buy: ").click()
    for n in range(7):
        section.get_by_label("Price").nth(n).fill(f"{4 + n}.50")
    page.get_by_label("Word for money").fill("cr")
    expect(tried.get_by_role("row", name=re.compile("^Cost"))).to_be_visible()
    section.get_by_label("Price").nth(0).fill("-1")
    expect(tried.get_by_role("alert")).to_contain_text("a price of -1 cannot be")
    section.get_by_label("Price").nth(0).fill("4.10")
    tried.get_by_role("button", name="Keep this").click()
    expect(tried).to_have_count(0)
    expect(section).to_contain_text("(cr)")
    kept = client.get(f"/api{address.removesuffix('/cutting')}").json()["job"]["cutting"]
    assert (kept["currency"], len(kept["stock"][0]["lengths"])) == ("cr", 7)


def test_on_a_phone_every_stick_can_be_ticked_and_nothing_runs_over(page, saw):
    address, _ = saw
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(address)
    expect(studs(page)).to_be_visible()
    saved(page)
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    box = studs(page).get_by_role("button", name=re.compile("^Cut: ")).first.bounding_box()
    assert min(box["width"], box["height"]) >= 44
    cut(page, 0)
    page.emulate_media(media="print")
    expect(page.get_by_role("heading", name="At the saw: cutting")).to_be_visible()
    expect(page.get_by_label("Plan for")).to_be_hidden()
