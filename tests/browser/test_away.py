"""Away from the server: every press waits in one outbox, is counted on every page, and is done exactly once, whatever page is open then."""

import re

import pytest
from PIL import Image
from playwright.sync_api import expect
from walking import settled, unfold

from helpers import PLAIN

WAIT = re.compile(r"^\d+ not sent yet")


@pytest.fixture
def site(client):
    """A job with two doors in one wall and an order of their leaves; its numbers."""
    job = client.post("/api/jobs", json={"name": "Out of reach"}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
    new = [PLAIN["opening"] | {"mark": f"R{n}", "position": {"distance": str(70 * n)}} for n in (1, 2)]
    url = f"/api/jobs/{job}/openings"
    doors = [client.post(url, json={"wall_id": wall, "opening": one}).json()["id"] for one in new]
    counters = client.get(f"/api/jobs/{job}/buying").json()["counters"]
    leaf = next(line["key"] for c in counters for line in c["lines"] if line["key"].startswith("leaf"))
    client.post(f"/api/jobs/{job}/buying/orders", json={"key": leaf, "count": 2}).raise_for_status()
    return {"job": job, "one": doors[0], "two": doors[1]}


def ready(page):
    expect(page.locator("main").first).to_be_visible()
    if page.url.endswith("/cutting"):
        unfold(page, re.compile("×"))
    expect(page.locator("[aria-busy=true]")).to_have_count(0)
    settled(page)


def read(page, value, way=None):
    form = page.locator(".reading-form")
    form.locator("[data-read] input").first.fill(value)
    if way:
        form.get_by_label(way).check()
    form.get_by_role("button", name=re.compile("Keep it|Take again")).click()


def photograph(page, shot):
    with page.expect_file_chooser() as chooser:
        page.get_by_role("checkbox").first.press("p")
    chooser.value.set_files(shot)


def order(page, _):
    page.get_by_role("button", name=re.compile("^Order: ")).last.click()
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("dialog")).to_have_count(0)


def came(page, _):
    page.get_by_role("button", name=re.compile("^It came: Leaf")).click()
    page.get_by_label("How many came that measure alike").fill("1")
    page.get_by_role("button", name="Write it down").click()


def offcut(page, _):
    page.get_by_text("In the rack: nothing").first.click()
    page.get_by_label("An offcut that lies there").first.fill("41 3/8")
    page.get_by_role("button", name="Put it in").first.click()


def in_a_line(page, _):
    page.get_by_label("One more, in a line").fill("R9 2868 LH bath")
    page.get_by_label("One more, in a line").press("Enter")


def schedule(page, _):
    page.context.set_offline(False)  # the rows are read by the server before they can be kept
    page.get_by_label("Paste the doors").fill("R7 2868 RH\nR8 2668 LH")
    page.get_by_role("button", name="Read them").click()
    keep = page.get_by_role("button", name=re.compile("^Keep all"))
    expect(keep).to_be_enabled()
    page.context.set_offline(True)
    keep.click()


def new_job(page, _):
    form = page.get_by_role("form", name="New job")
    form.get_by_label("Name").fill("Made in the cellar")
    form.get_by_role("button", name="Open the job").click()


def press(name):
    return lambda page, _: page.get_by_role("button", name=re.compile(name)).first.click()


PRESSES = {
    "measured": ("/openings/{one}/survey", lambda page, _: read(page, "32 1/2")),
    "step": ("/openings/{one}/card", lambda page, _: page.get_by_role("checkbox").first.click()),
    "timer": ("/openings/{one}/card", press("^Start my time")),
    "framed": ("/openings/{one}/card", press("^The opening is framed")),
    "photographed": ("/openings/{one}/card", photograph),
    "stick": ("/jobs/{job}/cutting", press("^Cut: ")),
    "offcut": ("/jobs/{job}/cutting", offcut),
    "order": ("/jobs/{job}/buying", order),
    "came": ("/jobs/{job}/came", came),
    "planned": ("/jobs/{job}", press("^New opening$")),
    "planned line": ("/jobs/{job}", in_a_line),
    "planned two": ("/jobs/{job}/many", schedule),
    "job": ("/", new_job),
}
DONE = {"planned two": 2}


def count(client, job, what):
    if what == "job":
        return sum(j["job"]["name"] == "Made in the cellar" for j in client.get("/api/jobs").json())
    return len(client.get(f"/api/jobs/{job}/log?what={what.split()[0]}").json()["lines"])


@pytest.mark.parametrize("what", PRESSES)
def test_a_press_made_away_waits_is_counted_everywhere_and_is_done_once(context, page, client, site, tmp_path, what):
    where, do = PRESSES[what]
    shot = tmp_path / "stud.png"
    Image.new("RGB", (60, 40), "tan").save(shot)
    before = count(client, site["job"], what)
    page.goto(where.format(**site))
    ready(page)
    context.set_offline(True)
    do(page, shot)
    chip = page.get_by_role("button", name=WAIT)
    expect(chip).to_have_text("1 not sent yet")
    page.get_by_role("link", name="Jambo, all jobs").click()
    expect(page).to_have_url("/")
    expect(chip).to_have_text("1 not sent yet")
    chip.click()
    expect(page.get_by_role("dialog")).to_contain_text("kept in this browser")
    page.close()
    assert count(client, site["job"], what) == before
    context.set_offline(False)
    later, again = context.new_page(), context.new_page()  # two pages, and neither is the one it was pressed on
    later.goto("/stock")
    again.goto("/stock")
    for one in (later, again):
        expect(one.get_by_role("heading", name="Stock").first).to_be_visible()
        expect(one.get_by_role("button", name=WAIT)).to_have_count(0)
    assert count(client, site["job"], what) == before + DONE.get(what, 1)


SLOW = """(() => { const fetch = window.fetch; window.fetch = async (asked, how) => {
  const answer = await fetch(asked, how);
  await new Promise((done) => setTimeout(done, window.slow?.[asked.method] ?? 0));
  return answer;
}; })()"""


def test_what_is_pressed_away_stands_as_pressed_and_goes_in_order(context, page, client, site):
    page.add_init_script(SLOW)
    page.goto(f"/openings/{site['one']}/card")
    boxes = page.get_by_role("checkbox")
    ready(page)
    context.set_offline(True)
    for n, ticked in ((0, True), (1, True), (0, False)):  # the first is not done after all
        boxes.nth(n).press("Space")  # a key is meant for its box, wherever the line written under another has moved it
        expect(boxes.nth(n)).to_be_checked(checked=ticked)
    press("^Start my time")(page, None)
    expect(page.get_by_role("button", name=WAIT)).to_have_text("4 not sent yet")
    expect(page.locator(".CardStage-card-head strong")).to_have_text("1")
    expect(boxes.nth(0)).not_to_be_checked()
    expect(boxes.nth(1)).to_be_checked()
    press("^Pause my time")(page, None)
    expect(page.get_by_role("button", name="Start my time")).to_be_visible()
    expect(page.get_by_role("button", name=WAIT)).to_have_text("5 not sent yet")
    # what each changes is fetched for longer than the next takes to be sent, and it stands as pressed all the while
    page.evaluate(
        "() => { window.slow = { GET: 800, POST: 300 }; window.seen = []; const look = () => { window.seen.push(document.querySelectorAll('[type=checkbox]')[1].checked); requestAnimationFrame(look); }; look(); }"
    )
    context.set_offline(False)
    expect(page.get_by_role("button", name=WAIT)).to_have_count(0)
    settled(page)
    assert len(seen := page.evaluate("window.seen")) > 10 and all(seen)
    lines = client.get(f"/api/jobs/{site['job']}/log").json()["lines"][:5]
    assert [(x["what"], x["detail"].get("undo") or x["detail"].get("do")) for x in reversed(lines)] == [
        ("step", None), ("step", None), ("step", True), ("timer", "start"), ("timer", "pause"),
    ]  # fmt: skip
    assert boxes.nth(1).is_checked() and not boxes.nth(0).is_checked()


def test_an_answer_lost_on_its_way_back_is_given_again(page, client, site):
    page.goto(f"/jobs/{site['job']}/buying")

    def lose(route):
        route.fetch()
        route.abort()

    page.route("**/buying/orders*", lose, times=2)
    order(page, None)
    expect(page.get_by_text("Not sent yet: 2 × ")).to_be_visible()
    expect(page.get_by_role("button", name=WAIT)).to_have_count(0)
    assert count(client, site["job"], "order") == 2  # the leaves, and this


def test_two_readings_of_one_place_and_what_another_phone_read_are_all_kept_and_told(context, page, client, site):
    page.goto(f"/openings/{site['one']}/survey")
    where = page.locator(".reading-form select").first
    ready(page)
    place = where.input_value()
    context.set_offline(True)
    for value in ("32 1/2", "32 3/8"):
        where.select_option(place)
        read(page, value)
        expect(where).not_to_have_value(place)  # it has gone on to the next
    expect(page.get_by_role("button", name=WAIT)).to_have_text("2 not sent yet")
    other = {"reading": {"place": place, "value": "32 7/16"}}
    client.post(f"/api/openings/{site['one']}/readings", json=other, headers={"X-Jambo-Who": "Bo"}).raise_for_status()
    context.set_offline(False)
    expect(page.get_by_text("was read 3 times: all are kept")).to_be_visible()
    kept = client.get(f"/api/openings/{site['one']}").json()["readings"]
    assert [r["reading"]["value"] for r in kept] == ["32 7/16 in", "32 1/2 in", "32 3/8 in"]


def test_what_the_server_refuses_later_is_told_and_written_anew(context, page, client, site):
    page.goto(f"/openings/{site['one']}/survey")
    ready(page)
    context.set_offline(True)
    read(page, "a hand's breadth")
    expect(page.get_by_role("button", name=WAIT)).to_be_visible()
    page.get_by_role("link", name="Jambo, all jobs").click()
    context.set_offline(False)
    chip = page.get_by_role("button", name="1 not kept")
    chip.click()
    told = page.get_by_role("dialog")
    expect(told.get_by_role("alert")).to_contain_text("Not kept: ")
    told.get_by_role("button", name="Write it anew").click()
    expect(page.locator(".reading-form [data-read] input").first).to_have_value("a hand's breadth")
    expect(chip).to_have_count(0)
    assert client.get(f"/api/openings/{site['one']}").json()["readings"] == []


def never(route):
    route.abort()


def test_what_waits_of_one_job_does_not_stand_on_another_with_the_same_line(page, client, site):
    other = client.post("/api/jobs", json={"name": "Next door"}).json()["id"]
    same = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    client.post(f"/api/jobs/{other}/openings", json=same).raise_for_status()
    page.route(re.compile("/buying/orders|/cutting/offcuts"), never)
    for where, do in (("buying", order), ("cutting", offcut)):
        page.goto(f"/jobs/{site['job']}/{where}")
        ready(page)
        do(page, None)
        expect(page.locator("main").get_by_text("Not sent yet: ")).to_be_visible()
        page.goto(f"/jobs/{other}/{where}")
        ready(page)
        expect(page.get_by_role("button", name=WAIT)).to_be_visible()
        expect(page.locator("main").get_by_text("Not sent yet: ")).to_have_count(0)


def test_why_it_waits_is_said_as_the_server_says_it(page, client, site):
    page.goto(f"/openings/{site['one']}/card")
    ready(page)
    full = '{"error": "full", "reason": "the disk is full", "request": "1"}'
    page.route("**/events", lambda route: route.fulfill(status=503, content_type="application/json", body=full))
    page.get_by_role("checkbox").first.click()
    page.get_by_role("button", name=WAIT).click()
    expect(page.get_by_role("dialog")).to_contain_text("The disk under the database is full.")
    page.unroute("**/events")
    expect(page.get_by_role("button", name=WAIT)).to_have_count(0)


def test_a_tick_the_server_will_not_have_is_told(page, client, site):
    page.goto(f"/openings/{site['one']}/card")
    ready(page)
    no = '{"errors": [{"path": "key", "reason": "the card has no such step", "accepted": "a step of it"}]}'
    page.route("**/events", lambda route: route.fulfill(status=422, content_type="application/json", body=no))
    page.get_by_role("checkbox").first.click()
    expect(page.get_by_role("alert").filter(has_text="the card has no such step")).to_be_visible()
    expect(page.get_by_role("checkbox").first).not_to_be_checked()


@pytest.mark.parametrize("what", ["delivery", "offcut"])
def test_a_length_refused_later_is_in_its_field_again_and_takes_no_other_ones_place(page, client, site, what):
    place, field = {
        "delivery": (f"/jobs/{site['job']}/came", "Width"),
        "offcut": (f"/jobs/{site['job']}/cutting", "An offcut that lies there"),
    }[what]
    calls = re.compile("/came$|/cutting/offcuts$")
    writes = lambda route: never(route) if route.request.method == "POST" else route.continue_()  # noqa: E731

    def put(text):
        if what == "delivery":
            page.get_by_role("button", name=re.compile("^It came: Leaf")).click()
            page.get_by_label(field).first.fill(text)
            page.get_by_role("button", name="Write it down").click()
        else:
            if page.get_by_label(field).first.is_hidden():
                page.get_by_text("In the rack: nothing").first.click()
            page.get_by_label(field).first.fill(text)
            page.get_by_role("button", name="Put it in").first.click()
        expect(page.get_by_role("button", name=WAIT)).to_be_visible()

    page.goto(place)
    ready(page)
    page.route(calls, writes)
    put("four fingers")
    page.unroute(calls)
    chip = page.get_by_role("button", name="1 not kept")
    chip.click()
    page.get_by_role("button", name="Write it anew").click()
    expect(chip).to_have_count(0)
    ready(page)
    if what == "delivery":
        page.get_by_role("button", name=re.compile("^It came: Leaf")).or_(page.get_by_label(field)).first.click()
    elif page.get_by_label(field).first.is_hidden():
        page.get_by_text("In the rack: nothing").first.click()
    expect(page.get_by_label(field).first).to_have_value("four fingers")


def test_writing_anew_leaves_what_is_being_typed_there(context, page, client, site):
    page.goto(f"/openings/{site['one']}/survey")
    ready(page)
    where, field = page.locator(".reading-form select").first, page.locator(".reading-form [data-read] input").first
    place = where.input_value()
    context.set_offline(True)
    read(page, "a hand's breadth")
    expect(where).not_to_have_value(place)
    where.select_option(place)
    field.fill("32 1")
    context.set_offline(False)
    page.get_by_role("button", name="1 not kept").click()
    page.get_by_role("button", name="Write it anew").click()
    ready(page)
    expect(field).to_have_value("32 1")
    page.get_by_role("button", name="1 not kept").click()  # what was refused is read off here
    expect(page.get_by_role("dialog")).to_contain_text("a hand's breadth")
    page.get_by_role("button", name="Let it go").click()
    expect(page.get_by_role("button", name="1 not kept")).to_have_count(0)


def test_what_is_wrong_with_a_length_does_not_move_the_button_being_pressed(page, site):
    page.goto(f"/openings/{site['one']}/survey")
    ready(page)
    unheard = []
    page.route("**/api/heard?**", lambda route: unheard.append(route))
    with page.expect_request("**/api/heard?**"):
        page.locator(".reading-form [data-read] input").first.fill("a hand")
    keep = page.get_by_role("button", name="Keep it")
    keep.hover()
    page.mouse.down()
    unheard[0].abort()
    expect(page.locator(".reading-form").get_by_text("The server does not answer.")).to_be_visible()
    with page.expect_request("**/readings"):
        page.mouse.up()


def test_two_windows_pressed_away_show_the_same_and_each_press_is_done_once(context, page, client, site):
    other = context.new_page()
    for one, door in ((page, "one"), (other, "two")):
        one.goto(f"/openings/{site[door]}/card")
        ready(one)
    context.set_offline(True)
    for one in (page, other):
        for n in (0, 1):
            one.get_by_role("checkbox").nth(n).press("Space")
    for one in (page, other):
        expect(one.get_by_role("button", name=WAIT)).to_have_text("4 not sent yet")
    context.set_offline(False)
    for one in (page, other):
        expect(one.get_by_role("button", name=WAIT)).to_have_count(0)
        expect(one.locator(".CardStage-card-steps .from")).to_have_count(2)
    assert count(client, site["job"], "step") == 4


def test_bumps_read_at_two_places_away_are_no_readings_of_one_place(context, page, client, site):
    page.goto(f"/openings/{site['one']}/survey")
    ready(page)
    where = page.locator(".reading-form select").first
    context.set_offline(True)
    for n, at in enumerate(("6", "20"), 1):
        where.select_option("floor_bump")
        page.locator(".reading-form [data-read] input").first.fill("1/8")
        page.locator(".reading-form").get_by_label("From the hinges", exact=True).fill(at)
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("button", name=WAIT)).to_have_text(f"{n} not sent yet")
    context.set_offline(False)
    expect(page.get_by_role("button", name=WAIT)).to_have_count(0)
    expect(page.locator(".readings.ReadingList-taken tbody tr")).to_have_count(2)
    expect(page.get_by_text("was read 2 times")).to_have_count(0)


def test_a_fault_at_one_holds_no_other_up(page, client, site):
    page.goto(f"/openings/{site['one']}/card")
    boxes = page.get_by_role("checkbox")
    page.route("**/events", lambda route: route.fulfill(status=500, body='{"error": "fault"}'), times=1)
    for n in (0, 1):
        boxes.nth(n).press("Space")
    expect(page.locator(".CardStage-card-steps .from")).to_have_count(2)
    assert count(client, site["job"], "step") == 2
