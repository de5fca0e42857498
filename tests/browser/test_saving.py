"""Saving, undoing, conflicts and house rules on the real screens: nothing acknowledged or typed is lost."""

import pytest
from playwright.sync_api import expect
from test_screens import figure, fill, saved

from helpers import PLAIN
from jambo.store.database import Database


def width(page):
    return page.get_by_label("Leaf width", exact=True)


def test_undo_steps_back_over_wall_and_opening_in_turn(page, new_opening):
    page.goto(f"{new_opening}/frame")
    fill(page, "Distance along the wall", "70")
    expect(page.locator(".plate-tape .ro_centre .value")).to_have_text(
        "70"
    )  # taken in: "Saved" is no longer the old one
    saved(page)
    fill(page, "Height under the top plates", "98")
    expect(figure(page, "king_length")).to_have_text("96 1/2 in")
    saved(page)
    page.get_by_role("heading", level=1).click()
    page.keyboard.press("Control+z")
    expect(figure(page, "king_length")).to_have_text("96 in")
    expect(page.get_by_label("Distance along the wall", exact=True)).to_have_value("70")
    saved(page)
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Distance along the wall", exact=True)).to_have_value("60")


def test_the_undo_button_knows_when_there_is_nothing_before(page, new_opening):
    page.goto(f"{new_opening}/door")
    undo, redo = (page.get_by_role("button", name=name) for name in ("Undo", "Redo"))
    expect(undo).to_be_disabled()
    fill(page, "Leaf width", "28")
    expect(figure(page, "ro_width")).to_have_text("30 1/4 in")
    saved(page)
    expect(undo).to_be_enabled()
    undo.click()
    expect(width(page)).to_have_value("30")
    expect(undo).to_be_disabled()
    redo.click()
    expect(width(page)).to_have_value("28")


def test_a_conflict_can_be_left_to_the_other(context, page, new_opening, client):
    page.goto(f"{new_opening}/door")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    theirs = {
        **PLAIN["opening"],
        "room": "Loft",
        "door": {"leaves": [{"width": "34 in", "height": "80"}], "opens_to": "A"},
    }
    client.put(f"/api{new_opening}", json={"version": 1, "opening": theirs}).raise_for_status()
    fill(page, "Leaf width", "28")
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("rowheader")).to_have_text(
        ["room", "door › leaves 1 › width", "door › leaves 1 › thickness"]
    )
    dialog.get_by_role("button", name="Take theirs").click()
    expect(width(page)).to_have_value("34")
    saved(page)
    kept = client.get(f"/api{new_opening}").json()
    assert (kept["opening"], kept["version"]) == (theirs, 2)
    assert "28 in" not in str(client.get(f"/api{new_opening}/log").json())


def test_a_wall_in_conflict_is_settled_like_an_opening(page, new_opening, client):
    page.goto(f"{new_opening}/frame")
    expect(figure(page, "king_length")).to_have_text("96 in")
    wall = client.get(f"/api{new_opening}").json()["wall"]["id"]
    client.put(f"/api/walls/{wall}", json={"version": 1, "wall": {**PLAIN["wall"], "name": "North"}}).raise_for_status()
    fill(page, "Height under the top plates", "100")
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("The wall was changed elsewhere")
    dialog.get_by_role("radio", name="North").check()
    dialog.get_by_role("button", name="Keep what is chosen").click()
    saved(page)
    kept = client.get(f"/api{new_opening}").json()["wall"]["wall"]
    assert (kept["name"], kept["height"]) == ("North", "100 in")


def test_a_dead_database_is_said_and_survived(page, new_opening, local):
    page.goto(f"{new_opening}/door")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    local.server.process.kill()
    local.server.process.wait()
    fill(page, "Leaf width", "28")
    expect(page.get_by_role("status").filter(has_text="Not saved: no answer")).to_be_visible()
    assert local.server.revive()
    page.get_by_role("button", name="Try now").click()
    saved(page)
    page.reload()
    expect(width(page)).to_have_value("28")


def test_floors_grow_by_layers_and_carry_their_allowance_everywhere(page, new_opening):
    page.goto(f"{new_opening}/floor")
    side = page.get_by_role("group", name="Side A")
    side.get_by_role("button", name="Add a layer").click()
    page.get_by_label("Layer 2", exact=True).fill("tile")
    side.get_by_label("Thickness", exact=True).nth(1).fill("3/8")
    expect(figure(page, "floor_a")).to_have_text("1 1/8 in")
    side.get_by_label("Not chosen yet: an allowance").nth(1).check()
    side.get_by_label("Why it waits").fill("sample not in")
    expect(page.locator("[data-code=floor-is-allowance]")).to_contain_text("3/8 in is an allowance (sample not in)")
    expect(page.locator("[data-figure=leg_length]")).to_contain_text("on an allowance")
    expect(page.locator("[data-figure=ro_width]")).not_to_contain_text("on an allowance")
    side.get_by_role("button", name="Remove layer 1 of side A").click()
    expect(figure(page, "floor_a")).to_have_text("3/8 in")
    page.get_by_label("Under the closed leaf").select_option("strip")
    expect(page.get_by_role("region", name="Flags").get_by_role("button", name="Threshold strip")).to_be_visible()
    fill(page, "Strip height over the rough floor", "1 1/4")
    expect(figure(page, "floor_clear")).to_have_text("1 1/4 in")
    side.get_by_role("button", name="Remove layer 1 of side A").click()
    expect(side).to_contain_text("Nobody has said what the floor is.")  # taken away is not bare
    side.get_by_role("button", name="Bare floor").click()
    expect(side).to_contain_text("Bare rough floor.")
    saved(page)


def test_schools_side_by_side_and_the_cure_is_one_press_away(page, new_opening):
    page.goto(f"{new_opening}/opening")
    page.get_by_role("radiogroup", name="Method for the rough opening").get_by_text("Add on to the leaf").click()
    fill(page, "Added to the height", "2")
    stop = page.locator("[data-code=head-play-none]")
    expect(stop).to_contain_text("1/8 in taller than the rough opening")  # 82 1/8 against 82
    stop.get_by_role("button", name="Go there").click()
    expect(page.get_by_label("Height added from")).to_be_focused()
    page.keyboard.press("ArrowDown")
    expect(stop).to_have_count(0)
    expect(figure(page, "ro_height")).to_have_text("82 3/4 in")  # 3/4 of floor + 80 + 2


def test_crew_rules_stand_under_the_jobs_and_conflicts_are_said(page, client):
    jobs = [client.post("/api/jobs", json={"name": n, "unit": "mm"}).json()["id"] for n in ("One", "Two")]
    page.goto(f"/jobs/{jobs[0]}/rules")
    page.get_by_role("radiogroup", name="Whose rules").get_by_text("The crew, in millimetres").click()
    fill(page, "Gap at the hinges", "3.5")
    expect(page.locator("[data-path='rules.crew.hinge_gap'] .heard")).to_contain_text("3.5 mm")
    page.get_by_role("button", name="Keep them for the crew").click()
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    page.goto(f"/jobs/{jobs[1]}/rules")
    expect(page.get_by_label("Gap at the hinges", exact=True)).to_have_attribute("placeholder", "3.5")
    expect(page.locator("[data-path='rules.job.hinge_gap'] .heard")).to_have_text("settled by the crew")
    kept = client.get("/api/crew-rules/mm").json()
    client.put("/api/crew-rules/mm", json={"version": kept["version"], "rules": {}}).raise_for_status()
    page.get_by_role("radiogroup", name="Whose rules").get_by_text("The crew, in millimetres").click()
    page.get_by_label("Gap at the hinges", exact=True).fill("4")  # one change, based on the version before
    page.get_by_role("button", name="Keep them for the crew").click()
    expect(page.get_by_role("alert")).to_contain_text("Somebody changed these since. What you chose is still here")
    expect(page.get_by_label("Gap at the hinges", exact=True)).to_have_value("4")
    assert client.get("/api/crew-rules/mm").json()["rules"] == {}


def test_stage_keys_and_tabs(page, new_opening):
    page.goto(f"{new_opening}/door")
    tab = lambda name: page.get_by_role("tab", name=name)  # noqa: E731
    expect(tab("Door")).to_have_attribute("aria-selected", "true")
    page.get_by_role("heading", level=1).click()
    page.keyboard.press("3")
    expect(tab("Opening")).to_have_attribute("aria-selected", "true")
    tab("Opening").focus()
    page.keyboard.press("ArrowRight")
    expect(tab("Frame")).to_be_focused()
    width_field = page.get_by_label("Distance along the wall", exact=True)
    width_field.focus()
    page.keyboard.type("4")  # a digit in a field is a digit
    expect(tab("Frame")).to_have_attribute("aria-selected", "true")
    page.keyboard.press("Alt+2")
    expect(tab("Floor")).to_have_attribute("aria-selected", "true")


@pytest.mark.parametrize("point_at", ["[data-figure=jack_length]", ".piece.jack"])
def test_pointing_at_a_figure_lights_it_everywhere(page, new_opening, point_at):
    page.goto(f"{new_opening}/frame")
    page.locator(point_at).first.hover()
    expect(page.locator(".piece.jack.lit")).to_have_count(2)
    expect(page.locator("[data-figure=jack_length]")).to_have_class("figure lit")
    expect(page.locator("tr[data-part=jack] .link.lit")).to_have_count(1)
    page.locator(".piece.jack").first.click()
    expect(page.get_by_role("region", name="How it adds up: Jack length")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.locator(".Slip-slip")).to_have_count(0)


def test_on_a_phone_the_slip_rises_from_below_and_fields_stay_in_reach(page, new_opening):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{new_opening}/door")
    page.get_by_role("button", name="Number pad for Leaf width").click()
    for button in page.get_by_role("group", name="Number pad", exact=True).get_by_role("button").all():
        assert button.bounding_box()["height"] >= 44
    page.locator("[data-figure=ro_height]").click()
    box = page.locator(".Slip-slip").bounding_box()
    assert box["y"] + box["height"] <= 844 and box["width"] == 390


def test_an_answer_that_comes_after_undo_changes_nothing(page, new_opening):
    """What was typed is still being heard when the whole opening goes a version back: the late answer is dropped."""
    page.goto(f"{new_opening}/floor")
    thickness = page.get_by_label("Thickness", exact=True).first
    thickness.fill("1")
    expect(figure(page, "head_underside")).to_have_text("81 5/8 in")
    saved(page)
    held = []
    page.route("**/api/heard*", lambda route: held.append(route))
    with page.expect_request("**/api/heard*"):
        thickness.fill("1 1/2")
    page.keyboard.press("Control+z")
    expect(figure(page, "head_underside")).to_have_text("81 3/8 in")
    with page.expect_response("**/api/heard*"):
        held[0].continue_()
    expect(thickness).to_have_value("3/4")
    saved(page)
    expect(figure(page, "head_underside")).to_have_text("81 3/8 in")


def test_what_is_typed_while_two_versions_lie_side_by_side_is_kept(page, new_opening, client):
    """The answer to the last key comes after the conflict was found: choosing does not lose it."""
    page.goto(f"{new_opening}/frame")
    expect(figure(page, "king_length")).to_have_text("96 in")
    wall = client.get(f"/api{new_opening}").json()["wall"]["id"]
    client.put(f"/api/walls/{wall}", json={"version": 1, "wall": {**PLAIN["wall"], "name": "North"}}).raise_for_status()
    held = []

    def last(asked):
        return "/api/solve" in asked.url and '"height":"100"' in asked.post_data

    page.route("**/api/solve*", lambda route: held.append(route) if last(route.request) else route.continue_())
    page.get_by_label("Height under the top plates", exact=True).fill("")  # that is what meets the conflict
    page.keyboard.type("100")
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("The wall was changed elsewhere")
    with page.expect_response(lambda answer: last(answer.request)):
        held[0].continue_()
    dialog.get_by_role("radio", name="North").check()
    dialog.get_by_role("button", name="Keep what is chosen").click()
    saved(page)
    kept = client.get(f"/api{new_opening}").json()["wall"]["wall"]
    assert (kept["name"], kept["height"]) == ("North", "100 in")


def test_what_was_changed_just_before_leaving_is_on_the_board(page, new_opening):
    page.goto(f"{new_opening}/door")
    width(page).fill("28")
    expect(figure(page, "ro_width")).to_have_text("30 1/4 in")
    page.get_by_role("link", name="Test job").click()
    expect(page.locator(".OpeningCard-card-size")).to_contain_text("28 × 80 in")
    page.locator("a.card").click()
    expect(width(page)).to_have_value("28")
    saved(page)
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_an_own_save_whose_answer_was_lost_is_no_conflict(page, new_opening, client):
    """The server kept the first of two changes and its answer did not come back: the second stands on it, before and after a reload."""
    page.goto(f"{new_opening}/door")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    lost = []

    def lose_answer(route):
        if route.request.method == "PUT":
            lost.append(route.fetch())
            route.abort()
        else:
            route.continue_()

    for width_now, then in (("28", "29"), ("30", "31")):
        with page.expect_event("requestfailed"):
            page.route("**/api/openings/*", lose_answer, times=1)
            width(page).fill(width_now)
        width(page).fill(then)
        if then == "31":
            page.reload()
            expect(width(page)).to_have_value(then)
        saved(page)
        expect(page.get_by_role("dialog")).to_have_count(0)
        assert client.get(f"/api{new_opening}").json()["opening"]["door"]["leaves"][0]["width"] == f"{then} in"
    assert [answer.status for answer in lost] == [200, 200]


def test_who_goes_on_to_another_field_while_a_reading_is_kept_stays_there(page, new_opening):
    """Next to the form, with the answer held back: the next reading's field takes the focus only from the form itself."""
    page.goto(f"{new_opening}/survey")
    held = []
    page.route(
        "**/readings*", lambda route: held.append(route) if route.request.method == "POST" else route.continue_()
    )
    for text, elsewhere in (("32 1/4", "Taken with"), ("32 3/16", None)):
        held.clear()
        reading = page.get_by_role("textbox", name="Width at")
        with page.expect_request("**/readings*"):
            reading.fill(text)
            reading.press("Enter")
        if elsewhere:
            page.get_by_label(elsewhere).focus()
        else:
            reading.focus()
        name = page.get_by_label("Where, ", exact=False)
        before = name.input_value()
        held[0].continue_()
        expect(name).not_to_have_value(before)
        expect(page.get_by_label(elsewhere) if elsewhere else reading).to_be_focused()


def test_a_job_and_an_opening_that_cannot_be_read_are_brought_back(page, client, local, job, new_opening):
    """What an owner of the tables spoilt is told where it stands, hides no other, and one press brings it back."""
    client.post("/api/jobs", json={"name": "Whole beside it"}).raise_for_status()
    kept = client.get(f"/api/jobs/{job}").json()
    body = {"version": kept["version"], "job": kept["job"] | {"name": "Spoilt job", "place": "Dry dock"}}
    client.put(f"/api/jobs/{job}", json=body).raise_for_status()
    owner = Database(local.server.owner_url)
    with owner.transaction(writes=True) as t:
        t.run('UPDATE job SET doc = \'{"name": "Spoilt job", "crew": 7}\' WHERE id = %s', [job])
        t.run("UPDATE opening SET doc = '[]' WHERE id = %s", [new_opening.rpartition("/")[2]])
    owner.close()
    page.goto("/")
    expect(page.get_by_role("link", name="Whole beside it")).to_be_visible()
    row = page.get_by_role("listitem").filter(has_text="Spoilt job")
    expect(row.get_by_role("alert")).to_contain_text("cannot be read Spoilt job: crew")
    row.get_by_role("button", name="Bring it back").click()
    expect(row.get_by_text("Dry dock")).to_be_visible()
    page.goto(new_opening)
    expect(page.get_by_role("heading", name="This cannot be read")).to_be_visible()
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_label("Mark")).to_have_value("D1")
