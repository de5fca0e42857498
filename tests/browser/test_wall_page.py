"""A wall of five openings laid out on one page: moved by keys, by pointer and by typing a mark; clashes come and go."""

import pytest
from playwright.sync_api import expect
from walking import fields, go, settled

from helpers import PLAIN, all_jobs


@pytest.fixture
def five(client, job):
    """Five openings in one wall of 30 ft, 6 ft apart; gives the wall's address and the openings' ids."""
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"name": "Gallery wall", "length": "30'"}).json()[
        "id"
    ]
    ids = []
    for n in range(5):
        opening = PLAIN["opening"] | {"mark": f"G{n + 1}", "position": {"distance": str(36 + 72 * n)}}
        ids.append(client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": opening}).json()["id"])
    return f"/walls/{wall}", ids


def test_clashes_come_and_go_as_an_opening_moves(page, five, client):
    address, ids = five
    page.goto(address)
    openings = page.locator(".WallPage-in-wall")
    expect(openings).to_have_count(5)
    expect(page.get_by_text("Nothing on this wall stands against another.")).to_be_visible()

    # by typing a mark: G2 next to G1, whose framing ends 36 + 16 1/8 + 3 = 55 1/8
    page.get_by_label("Opening, from the left end").select_option(str(ids[1]))
    edge = page.get_by_label("Left edge", exact=True)
    edge.fill("50")
    edge.press("Enter")
    expect(page.locator("[data-code=openings-overlap]")).to_contain_text("Openings G1 and G2 overlap by 2 1/8 in")
    expect(edge).to_have_value("50")
    edge.fill("59")
    edge.press("Enter")
    expect(page.locator("[data-code=openings-overlap]")).to_have_count(0)
    expect(page.locator("[data-code=sliver-between-openings]")).to_be_visible()

    # by keys, a tape mark each; by pointer
    right = page.get_by_role("slider", name="Opening G2")
    right.focus()
    for _ in range(2):
        before = right.get_attribute("aria-valuetext")
        page.keyboard.press("PageUp")
        expect(right).not_to_have_attribute("aria-valuetext", before)
    expect(right).to_have_attribute("aria-valuetext", "centre 77 1/8 in")
    before = right.get_attribute("aria-valuetext")
    box = right.bounding_box()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + 100)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 90, box["y"] + 100, steps=8)
    page.mouse.up()
    expect(right).not_to_have_attribute("aria-valuetext", before)
    expect(page.get_by_text("Nothing on this wall stands against another.")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    kept = client.get(f"/api/openings/{ids[1]}").json()["opening"]["position"]
    assert kept["to"] == "centre" and kept["measured_from"] == "left"

    page.get_by_text("The wall, its corners and what is on it").click()
    page.get_by_role("button", name="Add a switch, socket or vent").click()
    at = page.get_by_label("From the left end", exact=True)
    at.fill("40")
    at.press("Enter")
    expect(page.locator("[data-code=fitting-in-opening]")).to_be_visible()
    page.reload()
    expect(page.locator("[data-code=fitting-in-opening]")).to_contain_text("stands in opening G1")


def test_an_opening_moved_by_a_key_never_stands_where_it_was(page, five, client):
    """Each place it is drawn at, from the key press until the place is kept: centre 108, and a mark of 1 in further."""
    address, ids = five
    page.goto(address)
    moved = page.get_by_role("slider", name="Opening G2")
    expect(moved).to_have_attribute("aria-valuetext", "centre 108 in")
    moved.evaluate("""e => { window.places = []; new MutationObserver(() => places.push(e.getAttribute("aria-valuetext")))
        .observe(e, { attributeFilter: ["aria-valuetext"] }); }""")
    moved.press("PageUp")
    expect(moved).to_have_attribute("aria-valuetext", "centre 109 in")
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    settled(page)
    assert page.evaluate("places") == ["centre 109 in"]
    assert client.get(f"/api/openings/{ids[1]}").json()["opening"]["position"]["to"] == "centre"


def test_a_kings_line_is_typed_and_the_timber_is_the_walls_own(page, five, client):
    """G2 of RO 32 1/4 with its left king's line at 100: the opening from 101 1/2, its centre at 117 5/8."""
    address, ids = five
    page.goto(address)
    page.get_by_label("Opening, from the left end").select_option(str(ids[1]))
    king = page.get_by_label("Left king’s line", exact=True)
    expect(king).to_have_value("90 3/8")  # 108 - 16 1/8 - 1 1/2
    king.fill("100")
    king.press("Enter")
    expect(page.get_by_label("Centre", exact=True)).to_have_value("117 5/8")
    expect(page.get_by_label("Right king’s line", exact=True)).to_have_value("135 1/4")
    studs = page.locator(".cuts tbody tr").first.locator("td").first
    expect(studs).to_have_text("14")  # 22 by the layout, two in each framing, and the two at the ends
    page.get_by_text("Its studs, their layout, and its finishes").click()
    spacing = page.get_by_label("Stud spacing", exact=True)
    expect(spacing).to_have_attribute("placeholder", "16")
    spacing.fill("24")
    spacing.press("Enter")
    expect(studs).to_have_text("7")  # 14 by the layout: one falls in the framing of G2, two in each of the others
    page.get_by_label("Layout starts from").select_option("right")
    page.get_by_text("The wall, its corners and what is on it").click()
    page.get_by_label("Does it carry load?").select_option("yes")
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    wall = client.post(f"/api{address}/layout", json={}).json()["wall"]["wall"]
    assert (wall["stud_spacing"], wall["layout_from"], wall["bearing"]) == ("24 in", "right", "yes")


@pytest.mark.parametrize(
    ("slow", "then", "to", "waits_for"),
    [
        ("**/api/heard?*text=40*", "Left edge", "near_edge", "**/api/openings/*"),  # heard late
        ("**/api/openings/*", "Centre", "centre", "**/api/heard?*text=50*"),  # kept late
    ],
)
def test_a_place_told_twice_is_as_it_was_told_last(page, five, client, slow, then, to, waits_for):
    """On a slow line what was told first is heard, or kept, after the other was told: they are no two halves of one place."""
    address, ids = five
    of = f"/api/openings/{ids[0]}"
    kept = client.get(of).json()
    centre = kept["opening"] | {"position": {"measured_from": "left", "to": "centre", "distance": "36"}}
    client.put(of, json={"version": kept["version"], "opening": centre}).raise_for_status()
    page.goto(address)
    held = []
    page.route(slow, lambda route: held.append(route), times=1)
    with page.expect_request(slow):
        page.get_by_label("Right edge", exact=True).fill("40")
        page.keyboard.press("Enter")
    with page.expect_response(waits_for):
        page.get_by_label(then, exact=True).fill("50")
        page.keyboard.press("Enter")
    held[0].continue_()
    settled(page)
    expect(page.get_by_label(then, exact=True)).to_have_value("50")
    assert client.get(of).json()["opening"]["position"] == {"measured_from": "left", "to": to, "distance": "50 in"}


def test_what_an_earlier_visit_could_not_wait_for_is_kept_when_the_page_comes_again(page, five, client):
    """A length nobody had heard yet, and a name nobody had kept: what stands in a field is so, without going into it again."""
    address, ids = five
    page.goto(address)
    page.route("**/api/heard?*text=40*", lambda route: route.abort())
    page.route("**/api/walls/*", lambda route: route.abort())
    page.get_by_label("Left edge", exact=True).fill("40")
    page.keyboard.press("Enter")
    name, _ = fields(page)["wall.name", "Name"]
    name.fill("North")
    page.keyboard.press("Enter")
    page.unroute_all()
    page.goto(address)
    expect(page.get_by_label("Left edge", exact=True)).to_have_value("40")
    expect(page.get_by_label("Centre", exact=True)).to_have_value("56 1/8")
    expect(page.get_by_role("heading", name="North")).to_be_visible()
    settled(page)
    assert client.get(f"/api/openings/{ids[0]}").json()["opening"]["position"]["distance"] == "40 in"


def test_an_empty_wall_says_so(page, client, job):
    wall = client.post(f"/api/jobs/{job}/walls", json={"name": "Bare"}).json()["id"]
    page.goto(f"/walls/{wall}")
    expect(page.get_by_text("No opening stands in this wall yet.")).to_be_visible()
    expect(page.get_by_text("Give the wall a length and a height")).to_be_visible()


def test_heads_are_put_on_one_line_from_the_job(page, client):
    jobs = {j["job"]["name"]: j["id"] for j in all_jobs(client)}
    page.goto(f"/jobs/{jobs['Signal house weaving school']}")
    go(page, "Walls", "Head lines")
    storey = page.get_by_role("region", name="leaves of 1981 mm")
    expect(storey).to_contain_text("governs")
    row = storey.locator("tbody tr", has_text="L3")
    now = row.locator("td[data-label='Is now']")
    expect(now).to_contain_text("2012 mm")
    # who is in the line is chosen: left out, it is shown beside it and keeps its head
    storey.get_by_label("L3 in the line").uncheck()
    expect(row).to_contain_text("would take")
    storey.get_by_role("button", name="Align: longer legs").click()
    expect(storey.get_by_label("L3 in the line")).to_be_checked()  # nobody was moved, and all that may are in it again
    expect(now).to_contain_text("2012 mm")
    storey.get_by_role("button", name="Align: longer legs").click()
    expect(now).to_contain_text("2018 mm")
    storey.get_by_role("button", name="Let each door be its own").click()
    expect(now).to_contain_text("2012 mm")
    expect(storey.get_by_label("L5 in the line")).to_be_disabled()  # it slides


def test_a_key_held_down_and_then_undo_and_redo(page, five, client):
    """Eight steps of 1/16 in follow faster than any is saved: all count, as one version; undo and redo go through both kinds of change."""
    address, ids = five
    page.goto(address)
    opening = page.get_by_role("slider", name="Opening G2")
    expect(opening).to_have_attribute("aria-valuetext", "centre 108 in")
    opening.focus()
    # as fast as a key repeats: one after the other from here, a slow machine would pause between two of them
    opening.evaluate(
        """e => {
          for (let n = 0; n < 8; n++) e.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowRight", bubbles: true, repeat: n > 0 }));
        }"""
    )
    expect(opening).to_have_attribute("aria-valuetext", "centre 108 1/2 in")
    saved = page.get_by_role("status").filter(has_text="Saved")
    expect(saved).to_be_visible()
    kept = client.get(f"/api/openings/{ids[1]}").json()
    assert (kept["version"], kept["opening"]["position"]["distance"]["value"]) == (2, "2755.9")

    page.get_by_text("The wall, its corners and what is on it").click()
    name = page.get_by_label("Name", exact=True)
    name.fill("North wall")
    storey = page.get_by_label("Storey, whose heads line up")
    storey.fill("Upper")  # the name is still on its way when this one is left
    storey.press("Tab")
    expect(page.get_by_role("heading", name="North wall")).to_be_visible()
    expect(saved).to_be_visible()
    wall = page.request.post(f"/api{address}/layout", data={}).json()["wall"]["wall"]
    assert (wall["name"], wall["storey"]) == ("North wall", "Upper")

    undo, redo = (page.get_by_role("button", name=name) for name in ("Undo", "Redo"))
    for _ in range(2):
        undo.click()
    expect(page.get_by_role("heading", name="Gallery wall")).to_be_visible()
    page.locator("body").press("Control+z")
    expect(opening).to_have_attribute("aria-valuetext", "centre 108 in")
    expect(undo).to_be_disabled()
    redo.click()
    expect(opening).to_have_attribute("aria-valuetext", "centre 108 1/2 in")
    redo.click()
    redo.click()
    expect(page.get_by_role("heading", name="North wall")).to_be_visible()
    expect(redo).to_be_disabled()


def test_a_move_waits_for_a_server_that_does_not_answer(page, five, client):
    address, ids = five
    page.goto(address)
    opening = page.get_by_role("slider", name="Opening G5")
    expect(opening).to_be_visible()
    page.route("**/api/openings/*", lambda route: route.abort())
    opening.focus()
    page.keyboard.press("PageDown")
    expect(page.get_by_text("Not saved yet: no answer, trying again")).to_be_visible()
    expect(opening).to_have_attribute("aria-valuetext", "centre 323 in")
    page.unroute("**/api/openings/*")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    assert client.get(f"/api/openings/{ids[4]}").json()["version"] == 2


@pytest.mark.parametrize("again", [False, True], ids=["comes back", "page comes again"])
def test_what_was_chosen_stands_so_while_the_server_does_not_answer(page, five, client, again):
    """Two lists and a switch chosen one after the other stand as chosen at once, and are kept when the server answers."""
    address, ids = five
    page.goto(address)
    page.get_by_text("The wall, its corners and what is on it").click()
    page.route("**/api/walls/*", lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
    how, plates = page.get_by_label("Its height is given as"), page.get_by_label("Top plates", exact=True)
    how.select_option("overall")
    plates.select_option("1")
    shares = page.get_by_label("Shares studs with its neighbour, as drawn")
    shares.press(" ")
    expect(page.get_by_text("Not saved yet: no answer, trying again")).to_be_visible()
    expect(how).to_have_value("overall")
    expect(plates).to_have_value("1")
    expect(shares).to_be_checked()
    page.unroute("**/api/walls/*")
    if again:
        page.reload()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    expect(how).to_have_value("overall")
    wall = client.get(f"/api/openings/{ids[0]}").json()["wall"]["wall"]
    assert (wall["height_by"], wall["top_plates"]) == ("overall", 1)
    assert client.get(f"/api/openings/{ids[0]}").json()["opening"]["position"]["shares"] is True


def test_someone_elses_change_is_told_and_shown(page, five, client):
    address, ids = five
    page.goto(address)
    opening = page.get_by_role("slider", name="Opening G1")
    expect(opening).to_have_attribute("aria-valuetext", "centre 36 in")
    theirs = client.get(f"/api/openings/{ids[0]}").json()["opening"] | {"position": {"distance": "40"}}
    assert client.put(f"/api/openings/{ids[0]}", json={"version": 1, "opening": theirs}).status_code == 200
    opening.focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("alert").first).to_contain_text("changed")
    expect(opening).to_have_attribute("aria-valuetext", "centre 40 in")
    page.keyboard.press("ArrowRight")
    expect(opening).to_have_attribute("aria-valuetext", "centre 40 1/16 in")


def test_an_empty_wall_is_taken_out_and_put_back(page, client, job):
    wall = client.post(f"/api/jobs/{job}/walls", json={"name": "Spare wall"}).json()["id"]
    page.goto(f"/walls/{wall}")
    page.get_by_role("button", name="Take this wall out of the job").click()
    walls = page.get_by_role("main")
    expect(walls.get_by_text("No wall yet")).to_be_visible()
    expect(walls.get_by_text("Spare wall")).to_have_count(0)
    page.get_by_role("button", name="Put it back").click()
    expect(walls.get_by_text("Spare wall")).to_be_visible()


def test_a_clash_is_told_on_the_board_and_on_both_pages_until_one_moves(page, five, client, job):
    """G1 ends at 52 1/8; G2 centred at 60 begins at 43 7/8: they overlap by 8 1/4."""
    _, ids = five
    place = client.get(f"/api/openings/{ids[1]}").json()["opening"] | {"position": {"distance": "60"}}
    client.put(f"/api/openings/{ids[1]}", json={"version": 1, "opening": place}).raise_for_status()
    page.goto(f"/jobs/{job}")
    stops = page.get_by_role("button", name="Stops")
    expect(stops).to_have_text("Stops 2")
    stops.click()
    expect(page.locator("a.card .OpeningCard-card-mark")).to_have_text(["G1", "G2"])
    page.goto(f"/openings/{ids[0]}/frame")
    told = page.locator("[data-code=opening-over-neighbour]")
    expect(told).to_contain_text("This opening and G2 overlap by 8 1/4 in")
    page.goto(f"/openings/{ids[1]}/frame")
    expect(told).to_contain_text("This opening and G1 overlap by 8 1/4 in")
    distance = page.get_by_label("Distance along the wall", exact=True)
    distance.fill("108")
    expect(told).to_have_count(0)
    expect(page.get_by_role("status").filter(has_text="Saved").first).to_be_visible()
    page.get_by_role("link", name="Test job").click()
    expect(stops).to_have_text("Stops 0")


def test_lists_of_the_job_hold_its_walls_and_count_a_shared_king_once(page, five, client, job):
    """Five doors have ten kings; G2 36 3/4 from G1, as drawn, shares one of them."""
    _, ids = five
    place = client.get(f"/api/openings/{ids[1]}").json()["opening"] | {
        "position": {"distance": "72 3/4", "shares": True}
    }
    client.put(f"/api/openings/{ids[1]}", json={"version": 1, "opening": place}).raise_for_status()
    page.goto(f"/jobs/{job}/lists")
    kings = page.locator("tr", has=page.get_by_role("rowheader", name="King stud"))
    expect(kings).to_contain_text("G1 x2, G2, G3 x2, G4 x2, G5 x2")
    expect(kings.locator("td").first).to_have_text("9")
    plates = page.locator("tr", has=page.get_by_role("rowheader", name="Top plate"))
    expect(plates).to_contain_text("360 in")
    expect(plates).to_contain_text("Gallery wall x2")
    page.goto(f"/openings/{ids[1]}/frame")
    expect(page.locator("[data-code=shares-with-neighbour]")).to_have_count(1)


def test_figures_on_the_tape_stand_by_their_lines_and_the_chosen_openings_in_any_case(page, demo_opening, client):
    opening = demo_opening("N6")
    page.goto(f"/walls/{client.get(f'/api{opening}').json()['wall']['id']}")  # eight doors along 64 ft
    page.get_by_label("Opening, from the left end").select_option(opening.rpartition("/")[2])
    chosen = page.locator(".plate-tape .mark.lit .value")
    expect(chosen).to_have_text(["3867/8", "3867/8", "400", "4131/8", "4131/8"])  # 400 less and more half of 26 1/4
    away = page.locator(".plate-tape .leader").evaluate_all(
        r"all => all.map(e => { const [from, to] = e.getAttribute('d').match(/[\d.]+(?= )/g); return Math.abs(from - to); })"
    )
    assert len(away) > 15 and max(away) <= 140
