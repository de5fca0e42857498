"""One job from its walls to its record: five openings laid out, heads aligned, a hole cut into an old wall, a floor chosen, a card worked."""

import re

import pytest
from playwright.sync_api import expect
from test_screens import saved
from walking import go

from helpers import PLAIN

TILE = {"key": "tile", "name": "Hall tile", "layers": [{"name": "tile", "thickness": "3/4", "allowance": "not chosen"}]}
OAK = {"key": "oak", "name": "Oak", "layers": [{"name": "boards", "thickness": "3/4"}]}
FLOORS = [("oak", "oak"), ("oak", "tile"), ("tile", "tile"), ("oak", "oak"), ("tile", "oak")]


@pytest.fixture
def house(client, job):
    """A job with two floors, five openings without a place in a new wall, and one in an old wall; gives their addresses."""
    assert client.put(f"/api/jobs/{job}/floors", json={"version": 1, "floors": [OAK, TILE]}).status_code == 200

    def wall(**facts):
        return client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | facts).json()["id"]

    def opening(wall_id, mark, a, b):
        doc = {**PLAIN["opening"], "mark": mark, "position": {}, "floors": {"a_from": a, "b_from": b}}
        answer = client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall_id, "opening": doc})
        return answer.json()["id"]

    new, old = wall(name="Gallery wall", length="30'", storey="Ground"), wall(name="Old wall", bearing="yes")
    ids = {f"G{n}": opening(new, f"G{n}", *floors) for n, floors in enumerate(FLOORS, 1)}
    ids["OLD"] = opening(old, "OLD", "oak", "oak")
    return {"job": f"/jobs/{job}", "new": f"/walls/{new}", "old": f"/walls/{old}", "ids": ids}


def lay_out_five(page, house):
    page.goto(house["new"])
    expect(page.get_by_text("Without a size or a place on the wall yet: G1, G2, G3, G4, G5.")).to_be_visible()
    for n in range(5):
        page.get_by_label("Opening, from the left end").select_option(label=f"G{n + 1}")
        centre = page.get_by_label("Centre", exact=True)
        centre.fill(str(36 + 66 * n))
        centre.press("Enter")
        expect(page.get_by_role("slider", name=f"Opening G{n + 1}")).to_be_visible()
    expect(page.get_by_text("Nothing on this wall stands against another.")).to_be_visible()


def move_one_and_back(page, house):
    """G3's left edge at 120: G2 is centred at 102, so its opening ends at 118 1/8 and its framing at 121 1/8."""
    page.get_by_label("Opening, from the left end").select_option(label="G3")
    edge = page.get_by_label("Left edge", exact=True)
    edge.fill("120")
    edge.press("Enter")
    expect(page.locator("[data-code=openings-share-studs]")).to_contain_text("G2 and of G3")
    edge.fill("151 7/8")
    edge.press("Enter")
    expect(page.locator("[data-code=openings-share-studs]")).to_have_count(0)


def align_heads(page, house):
    """Every head needs 81 3/8; one raised by hand governs nothing, and the storey aligns on its common line."""
    page.goto(house["job"])
    go(page, "Walls", "Head lines")
    storey = page.get_by_role("region", name="Ground")
    storey.get_by_role("button", name="Align: longer legs").click()
    expect(storey).to_contain_text("every head is on one line")


def cut_into_the_old_wall(page, house):
    page.goto(house["old"])
    page.get_by_text("What runs in it, and whether it stands already").click()
    page.get_by_role("switch", name="This wall stands already").click()
    studs = page.get_by_label("Stud centres found, from the left end")
    studs.fill("3/4; 16; 32; 48; 64; 80; 96; 112; 128; 144; 160")
    studs.blur()
    expect(studs).to_have_value("3/4; 16; 32; 48; 64; 80; 96; 112; 128; 144; 160")
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    page.get_by_label("Centre", exact=True).fill("60")
    page.get_by_label("Centre", exact=True).press("Enter")
    expect(page.get_by_role("slider", name="Opening OLD")).to_be_visible()
    page.get_by_role("button", name="Add a wire, pipe or duct").click()
    page.get_by_label("What runs there").fill("Lamp wire")
    page.get_by_label("What runs there").blur()
    at = page.get_by_label("From the left end", exact=True).last
    at.fill("44")
    at.press("Enter")
    page.get_by_role("switch", name="A new hole is cut into this standing wall").click()
    # without a place of its own wanted, the nearest to where it stands; the wire at 44 keeps it right of 63 5/8
    expect(page.locator("[data-code=cut-in-service]")).to_contain_text("Lamp wire, 44 in from the left end")
    expect(page.locator("[data-code=cut-in-without-support]")).to_be_visible()
    best = page.locator(".Places-place-list .Places-best")
    expect(best).to_contain_text("Cuts 2 studs; 1 standing stud serves as king.")
    expect(best.locator(".Places-place-at")).to_contain_text("66 3/8")
    best.get_by_role("button").click()
    expect(page.locator(".Places-place-list")).to_contain_text("It stands here.")
    expect(page.locator("[data-code=cut-in-service]")).to_have_count(0)
    page.get_by_role("link", name="Open OLD").click()
    page.get_by_role("tab", name="Frame").click()
    page.get_by_label("Temporary support").fill("two posts and a beam")
    page.get_by_label("Who gave it", exact=True).fill("note 4")
    expect(page.locator("[data-code=cut-in-without-support]")).to_have_count(0)
    expect(page.get_by_role("list", name="What is cut, kept and added")).to_contain_text(
        "Cut the studs at 63 1/4 in, 79 1/4 in at 87 7/8 in"
    )


def choose_the_tile(page, house):
    """Leaves open to A: the tile under G3 and G5 carries their figures; under G2 nobody said which floor runs below the closed leaf: it may yet be the tile."""
    page.goto(house["job"])
    go(page, "Walls", "Floors")
    waits = page.get_by_role("region", name="What waits on a floor")
    expect(waits.get_by_role("link")).to_have_text(["G2", "G3", "G5"])
    tile = page.locator("#tile")
    tile.get_by_label("Thickness", exact=True).fill("1")
    tile.get_by_label("Not chosen yet: an allowance").uncheck()
    changes = page.get_by_role("region", name="What changes")
    expect(changes.get_by_role("article")).to_have_count(3)
    lifted = page.get_by_role("article", name="Change of G3").locator("tr", has_text="Rough opening height")
    expect(lifted).to_contain_text("82 3/8 in")
    expect(lifted).to_contain_text("82 5/8 in")
    keep = page.get_by_role("button", name="Keep these floors: 3 doors change")
    keep.click()
    page.get_by_role("button", name="Take it back").click()
    expect(waits.get_by_role("link")).to_have_text(["G2", "G3", "G5"])
    tile.get_by_label("Thickness", exact=True).fill("1")
    tile.get_by_label("Not chosen yet: an allowance").uncheck()
    keep.click()
    expect(page.get_by_text("Every floor is chosen")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()


def work_the_card(page, house):
    page.goto(f"/openings/{house['ids']['OLD']}/card")
    boxes = page.locator(".CardStage-card-steps input[type=checkbox]")
    expect(boxes.first).to_be_visible()
    expect(page.locator(".CardStage-card-steps")).to_contain_text("two posts and a beam, by note 4")
    for n in range(boxes.count()):
        boxes.nth(n).focus()
        page.keyboard.press("Space")
        expect(page.locator(".CardStage-card-head strong")).to_have_text(str(n + 1))
    page.get_by_role("button", name="The opening is framed").click()
    expect(page.locator(".Happened-happened [role=status]")).to_contain_text("Framed")
    return boxes.count()


def test_a_job_from_its_walls_to_its_record(page, house):
    lay_out_five(page, house)
    move_one_and_back(page, house)
    align_heads(page, house)
    cut_into_the_old_wall(page, house)
    choose_the_tile(page, house)
    steps = work_the_card(page, house)

    page.goto(f"{house['job']}/record")
    rows = page.locator(".log").last.locator(
        "tbody tr"
    )  # before it what was planned against what was made, once pieces are cut
    page.get_by_label("What", exact=True).select_option("floor changed")
    expect(rows).to_have_count(9)  # three doors: there, back, and there again
    g3 = rows.filter(has=page.get_by_role("link", name="G3")).first
    expect(g3).to_contain_text("Hall tile")
    expect(g3).to_contain_text(re.compile("Rough opening height 82 3/8 in → 82 5/8 in"))
    page.get_by_label("Opening", exact=True).select_option("OLD")
    page.get_by_label("What", exact=True).select_option("step")
    expect(rows).to_have_count(steps)
    expect(rows.filter(has_text="Set the temporary support")).to_have_count(1)
    page.get_by_label("What", exact=True).select_option("framed")
    expect(rows).to_have_count(1)
    page.get_by_label("What", exact=True).select_option("changed")
    expect(rows.filter(has_text="position")).not_to_have_count(0)


def test_a_floor_that_cannot_be_is_refused_where_it_is_typed_and_can_be_put_back(page, house):
    page.goto(f"{house['job']}/floors")
    tile = page.locator("#tile")
    tile.get_by_label("Thickness", exact=True).fill("thick")
    expect(tile.get_by_text(re.compile("is not a length|cannot read|not understood", re.I)).first).to_be_visible()
    tile.get_by_label("Thickness", exact=True).fill("1 1/4")
    page.get_by_role("button", name="Put them back").click()
    expect(tile.get_by_label("Thickness", exact=True)).to_have_value("3/4")
    page.get_by_role("button", name="Add a floor").click()
    page.get_by_label("Floor", exact=True).last.fill("Loft boards")
    page.get_by_label("Thickness", exact=True).last.fill("7/8")
    page.get_by_role("button", name="Keep these floors: nothing moves").click()
    expect(page.get_by_text("No door stands on it.")).to_be_visible()
    page.get_by_role("button", name="Take out Loft boards").click()
    page.get_by_role("button", name="Keep these floors: nothing moves").click()
    expect(page.get_by_text("No door stands on it.")).to_have_count(0)


def test_a_door_is_given_a_floor_of_the_job_on_its_floor_stage(page, house):
    page.goto(f"/openings/{house['ids']['G1']}/floor")
    page.get_by_label("Floor on side B").select_option("tile")
    expect(page.locator("[data-code=floor-is-allowance]")).to_contain_text("side B is not chosen")
    page.locator("[data-code=floor-is-allowance]").get_by_role("button", name="Go there").click()
    expect(page).to_have_url(re.compile("/floors#tile$"))
    expect(page.locator("#tile input").first).to_be_focused()


def test_a_job_is_renamed_taken_off_the_board_and_put_back(page, client, job):
    page.goto("/")
    page.get_by_role("button", name="More for Test job").first.click()
    page.get_by_role("menuitem", name="Name and place").click()
    page.get_by_label("Name of the job").fill(f"Weir cottage {job}")
    page.get_by_label("Where it is").fill("Upper lock")
    page.keyboard.press("Enter")
    row = page.get_by_role("listitem").filter(has_text=f"Weir cottage {job}")
    expect(row).to_contain_text("Upper lock")
    row.get_by_role("button", name="More for").click()
    page.get_by_role("menuitem", name="Take off the board").click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="Put it back").click()
    expect(row).to_have_count(1)
    what = [line["what"] for line in client.get(f"/api/jobs/{job}/log").json()["lines"]]
    assert what == ["job restored", "job removed", "job changed", "job opened"]


def test_walls_are_added_and_openings_put_into_them_from_the_screen(page, client, job):
    page.goto(f"/jobs/{job}/walls")
    page.get_by_role("button", name="Add a wall").click()
    page.get_by_label("Name", exact=True).fill("Garden side")
    page.get_by_label("Length", exact=True).fill("12'")
    page.get_by_label("Length", exact=True).press("Enter")
    expect(page.get_by_role("heading", name="Garden side")).to_be_visible()
    page.get_by_role("button", name="New opening here").click()
    expect(page.get_by_role("tab", name="Door")).to_have_attribute("aria-selected", "true")
    page.get_by_label("Mark", exact=True).fill("K1")
    saved(page)
    client.post(f"/api/jobs/{job}/walls", json={"name": "Kitchen side", "length": "10'"})
    page.reload()
    page.get_by_role("tab", name="Frame").click()
    page.get_by_label("It stands in").select_option("Kitchen side")
    expect(page.get_by_label("Name of the wall")).to_have_value("Kitchen side")
    expect(page.get_by_label("Length", exact=True)).to_have_value("120")
    go(page, "Walls")
    walls = page.get_by_role("main").get_by_role("listitem")
    expect(walls.filter(has_text="Garden side").get_by_role("link")).to_have_count(1)
    expect(walls.filter(has_text="Kitchen side")).to_contain_text("No place in it yet: K1")


def test_what_was_found_in_a_wall_is_reached_from_the_flag_that_asks_for_it(page, client, house):
    url = f"/api/openings/{house['ids']['OLD']}"
    opening = client.get(url).json()
    wall = opening["wall"]
    client.put(f"/api/walls/{wall['id']}", json={"version": wall["version"], "wall": wall["wall"] | {"existing": True}})
    doc = opening["opening"] | {"position": {"distance": "60"}, "cut_in": {"asked": True}}
    client.put(url, json={"version": opening["version"], "opening": doc}).raise_for_status()
    page.goto(f"/openings/{house['ids']['OLD']}/frame")
    page.locator("[data-code=cut-in-studs-unknown]").get_by_role("button", name="Go there").click()
    expect(page).to_have_url(re.compile(r"/walls/\d+$"))
    expect(page.get_by_label("Stud centres found, from the left end")).to_be_visible()
    expect(page.get_by_text("Say where the studs were found")).to_be_visible()
