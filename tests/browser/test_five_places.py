"""The five places of a job: always at the same spot, the answer in the first screen, everything a few presses away."""

import re
from contextlib import nullcontext
from datetime import datetime, timedelta
from io import BytesIO

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader
from walking import go, settled, unfold

from helpers import PLAIN, all_jobs

DESK, PHONE = (1280, 800), (390, 844)
SCREENS = {DESK: 4, PHONE: 8}
PAGES = [
    "", "/many", "/change", "/walls", "/heads", "/floors", "/buying", "/came", "/cutting", "/lists", "/plan", "/today",
    "/time", "/record", "/photographs", "/signed", "/next", "/usual", "/rules",
]  # fmt: skip


@pytest.fixture
def largest(client):
    """The demo's largest job."""
    return max(all_jobs(client), key=lambda j: j["openings"] if j["job"]["name"].startswith("Kiln") else 0)


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_no_page_of_the_largest_job_is_a_heap(page, largest, size):
    """At most four screens of a desk, eight of a phone; the places are in view on each, and nothing runs over."""
    page.set_viewport_size({"width": size[0], "height": size[1]})
    high = {}
    for at in PAGES:
        page.goto(f"/jobs/{largest['id']}{at}")
        expect(page.get_by_role("navigation", name="Places of the job")).to_be_in_viewport()
        expect(page.locator("[aria-busy=true]")).to_have_count(0)
        settled(page)
        high[at] = page.evaluate("document.documentElement.scrollHeight") / size[1]
        for section in page.locator("main section > h2 > button[aria-expanded]").all():
            if section.get_attribute("aria-expanded") == "false":
                section.click()  # one is open at a time, whichever that is
            expect(section).to_have_attribute("aria-expanded", "true")
            high[at] = max(high[at], page.evaluate("document.documentElement.scrollHeight") / size[1])
        assert page.evaluate("document.documentElement.scrollWidth") <= size[0], at
    assert {at: screens for at, screens in high.items() if screens > SCREENS[size]} == {}


@pytest.mark.parametrize(("size", "least"), [(DESK, 10), (PHONE, 4)], ids=["desk", "phone"])
def test_the_first_screen_of_the_board_is_openings(page, largest, size, least):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    page.goto(f"/jobs/{largest['id']}")
    expect(page.locator("a.card").first).to_be_visible()
    foot = size[1] - (60 if size == PHONE else 0)
    whole = page.locator("a.card").evaluate_all(
        "(all, foot) => all.filter((e) => e.getBoundingClientRect().bottom - 14 <= foot).length", foot
    )
    assert whole >= least


# where to, from the board of the job: the presses that lead there, and what is in view then
ERRANDS = {
    "a stick": (["place Material", "page Cutting", "section 1 1/2 × 5 1/2"], "button", "^Cut: "),
    "a stick at the saw": (["place Material", "page Cutting", "section 1 1/2 × 5 1/2", "button At the saw"], "button", "Next piece|Stick is cut"),
    "a rule": (["place The job", "page House rules", "button Hinges and latch"], "textbox", "Long screw through a hinge"),
    "a pocket rule": (["place The job", "page House rules", "button Pocket doors"], "textbox", "Bumper above"),
    "what is usual": (["place The job", "page Usual here"], "heading", "Said once"),
    "a day": (["place Days", "radio Day by day"], "article", "Ottoline"),
    "today": (["place Days", "page Today"], "heading", "Today"),
    "how long it took": (["place Days", "page What it took"], "heading", "What it took"),
    "an opening": (["link 108"], "tab", "Door"),
    "the stopped ones": (["button Stops"], "link", "103"),
    "a wall": (["place Walls", "link Service spine"], "heading", "Service spine"),
    "an opening of a wall": (["place Walls", "link 110"], "tab", "Door"),
    "the head lines": (["place Walls", "page Head lines"], "heading", "Head lines"),
    "a floor": (["place Walls", "page Floors"], "heading", "Floors"),
    "an order": (["place Material", "section Leaves"], "button", "^Order: Leaf"),
    "what came": (["place Material", "page What came"], "heading", "What came"),
    "a cut list": (["place Material", "page Lists", "section 1 1/2 × 5 1/2"], "cell", " in$"),
    "the record": (["place Record"], "table", ""),
    "what was signed off": (["place Record", "page Signed off"], "heading", "Signed off"),
    "the photographs": (["place Record", "page Photographs"], "heading", "Photographs"),
    "many at once": (["page Many at once"], "textbox", "Paste the doors"),
    "change many": (["page Change many"], "heading", "Change many"),
    "what is next": (["place The job"], "link", "7 of 17 stopped"),
    "who is late": (["place Days"], "status", "Done"),
    "the leaf of an opening": (["link 108"], "textbox", "Leaf width"),
    "how a leaf hangs": (["link 101", "tab Hang"], "tabpanel", "^Hang"),
    "a card": (["link 108", "tab Card"], "tabpanel", "^Card"),
    "a price": (["place Material", "page Cutting", "more sections have no price"], "textbox", "^Price of 9 1.4 × 3 1.2"),
    "who works here": (["place Days", "more Who works here"], "textbox", "Name"),
    "a calendar": (["place Days", "more Calendars"], "button", "Make an address|Copy"),
}  # fmt: skip

LETTERS = {"Openings": "o", "Walls": "w", "Material": "m", "Days": "d", "Record": "r", "The job": "j"}


def press(page, step, keys):
    """One press of an errand, with the keyboard or with a finger."""
    kind, _, name = step.partition(" ")
    main, pages = page.locator("main"), page.locator("nav")
    if kind == "place":
        if keys:
            page.keyboard.press(LETTERS[name])
        else:
            go(page, name)
        expect(page.locator("nav a[aria-current=true]")).to_contain_text(name)
        settled(page)
        return
    found = {
        "page": lambda: pages.get_by_role("link", name=name, exact=True),
        "section": lambda: (
            main.get_by_role("region", name=name).first.get_by_role("heading").get_by_role("button").first
        ),
        "tab": lambda: page.get_by_role("tab", name=name),
        "more": lambda: main.locator("summary").filter(has_text=name),
        "link": lambda: main.get_by_role("link", name=re.compile(rf"^{name}\b")).first,
        "radio": lambda: main.get_by_text(name, exact=True),
        "button": lambda: main.get_by_role("button", name=re.compile(rf"^{name}")).first,
    }[kind]()
    expect(found).to_be_visible()
    if kind == "section" and found.get_attribute("aria-expanded") == "true":
        return
    if keys and kind != "radio":
        found.focus()
        page.keyboard.press("Enter")
    else:
        found.click()


@pytest.mark.parametrize("keys", [True, False], ids=["keys", "thumb"])
def test_every_errand_takes_at_most_four_presses(page, largest, keys, record_property):
    if not keys:
        page.set_viewport_size({"width": PHONE[0], "height": PHONE[1]})
    for errand, (steps, role, name) in ERRANDS.items():
        page.goto(f"/jobs/{largest['id']}")
        expect(page.locator("a.card").first).to_be_visible()
        settled(page)
        for step in steps:
            press(page, step, keys)
        found = page.get_by_role(role, name=re.compile(name))
        said = page.get_by_role(role).filter(has_text=re.compile(name))
        expect(found.or_(said).first, errand).to_be_visible(timeout=8000)
        record_property(errand, len(steps))
        print(f"{errand}: {len(steps)}")
    assert max(len(steps) for steps, _, _ in ERRANDS.values()) <= 4


def test_of_many_rows_those_in_sight_are_drawn_and_on_paper_all(page, client, job):
    """Seventy openings on one storey: the head lines and the order list draw a part, and reach the last by scrolling."""
    for n in range(70):
        leaf = {"leaves": [{"width": f"{600 + n} mm", "height": "1981 mm", "thickness": "40 mm"}]}
        door = PLAIN["opening"] | {"mark": f"H{n}", "door": leaf}
        client.post(f"/api/jobs/{job}/openings", json=PLAIN | {"opening": door}).raise_for_status()
    for at, row, first in (
        ("heads", "tbody tr[data-index]", "H0"),
        ("buying", "main section:first-of-type li[data-index]", "H0"),
    ):
        page.goto(f"/jobs/{job}/{at}")
        rows = page.locator(row)
        expect(rows.first).to_contain_text(first)
        settled(page)
        assert 8 < rows.count() < 40, at
        page.keyboard.press("End")
        expect(rows.last).to_contain_text("H69")
        rows.last.scroll_into_view_if_needed()
        expect(rows.last).to_be_in_viewport()
        paper = printed(page)
        assert {f"H{n}" for n in range(70)} <= set(re.findall(r"\bH\d+\b", paper)), at


def printed(page):
    """What stands on paper when the page is printed as a browser does it."""
    return "\n".join(sheet.extract_text() for sheet in PdfReader(BytesIO(page.pdf())).pages)


def test_what_is_folded_away_stands_on_paper(page, client, largest):
    """Every stick of the saw's sheet, every piece of the lists and every line to buy, whichever section is open on the screen."""
    at = f"/jobs/{largest['id']}"
    papers = {}
    for path in ("/cutting", "/lists", "/buying"):
        page.goto(at + path)
        expect(page.locator("main section > h2").first).to_be_visible()
        settled(page)
        papers[path] = re.sub(r"\s", "", printed(page))
    sticks = sum(len(of["sticks"]) for of in client.get(f"/api{at}/cutting").json()["sections"])
    assert papers["/cutting"].count("□") >= sticks * 0.95  # a better plan may have come meanwhile
    pieces = [p for of in client.get(f"/api{at}/lists").json()["stock"] for p in of["pieces"] if "/" not in p["length"]]
    lines = [of for counter in client.get(f"/api{at}/buying").json()["counters"] for of in counter["lines"]]
    assert len(pieces) > 20 and len(lines) > 60
    wanted = [(f"{p['count']}{p['label']}{p['length']}", "/lists") for p in pieces] + [
        (of["label"], "/buying") for of in lines
    ]
    assert [text for text, path in wanted if re.sub(r"\s", "", text) not in papers[path]] == []


def test_an_opening_late_for_two_trades_counts_once(page, largest):
    def two_trades(route):
        answer = route.fetch()
        plan = answer.json()
        one = plan["deadlines"][0]
        plan["deadlines"] = [one | {"late": [18, 19]}, one | {"trade": "floors", "late": [19]}]
        route.fulfill(response=answer, json=plan)

    page.route("**/plan?*", two_trades)
    page.route("**/plan", two_trades)
    page.goto(f"/jobs/{largest['id']}/record")
    expect(page.get_by_role("link", name="Days 2 not ready in time")).to_be_visible()


def test_going_back_finds_the_page_as_it_was_left(page, largest):
    page.goto(f"/jobs/{largest['id']}/cutting")
    plates = unfold(page, "1 1/2 × 5 1/2")
    expect(plates.get_by_role("button", name=re.compile("^Cut: ")).first).to_be_visible()
    settled(page)
    page.evaluate("window.scrollTo(0, 900)")
    page.wait_for_function("() => window.scrollY === 900")
    go(page, "Walls")
    expect(page.get_by_role("link", name="Service spine")).to_be_visible()
    assert page.evaluate("window.scrollY") == 0
    page.go_back()
    expect(plates.get_by_role("button", name=re.compile("^Cut: ")).first).to_be_visible()
    page.wait_for_function("() => window.scrollY === 900")


def test_from_opening_to_opening_without_the_board(page, largest, demo_opening):
    """In walking order, on the stage one is at; and to those of the same wall by name."""
    page.goto(f"{demo_opening('108')}/floor")
    beside = page.get_by_role("navigation", name="Beside")
    expect(beside.get_by_role("link", name="Before: 107")).to_be_visible()
    beside.get_by_role("link", name="After: 109").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("109")
    expect(page.get_by_role("tab", name="Floor")).to_have_attribute("aria-selected", "true")
    expect(beside.get_by_role("link", name="After: 110")).to_be_visible()
    page.keyboard.press(",")
    expect(page.get_by_role("heading", level=1)).to_contain_text("108")
    beside.get_by_label("Go to another opening").select_option("110")
    expect(page.get_by_role("heading", level=1)).to_contain_text("110")


def test_what_is_gone_leads_to_its_job(page, client, job):
    opening = client.post(f"/api/jobs/{job}/openings", json={"opening": {"mark": "X1"}}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json={"name": "Gone"}).json()["id"]
    client.delete(f"/api/openings/{opening}?version=1").raise_for_status()
    client.delete(f"/api/walls/{wall}?version=1").raise_for_status()
    for at in (f"/openings/{opening}/door", f"/walls/{wall}"):
        page.goto(at)
        expect(page.get_by_role("alert")).to_contain_text("It is not here any more")
        page.get_by_role("link", name="To the openings of its job").click()
        expect(page).to_have_url(re.compile(rf"/jobs/{job}$"))
    page.goto("/jobs/999999/heads")
    page.get_by_role("link", name="To the jobs").click()
    expect(page).to_have_url("/")


def test_at_the_saw_one_stick_after_the_other_by_space(page, client, job):
    """Each piece of a stick is read out in its turn; after the last the stick is cut, and the next lies there."""
    client.post(f"/api/jobs/{job}/openings", json=PLAIN).raise_for_status()
    page.goto(f"/jobs/{job}/cutting")
    section = unfold(page, "1 1/2 × 3 1/2")
    before = section.get_by_role("button", name=re.compile("^Cut: "))
    expect(before.first).to_be_visible()
    settled(page)
    pieces = before.first.get_attribute("aria-label").removeprefix("Cut: ").split(", ")
    section.get_by_role("button", name="At the saw").click()
    saw = page.get_by_role("region", name="At the saw: 1 1/2 × 3 1/2")
    expect(saw).to_be_visible()
    sticks = int(re.search(r"(\d+) sticks to go", saw.inner_text())[1])
    for n, piece in enumerate(pieces):
        length = re.search(r"([\d/ ]+ in)$", piece)[1].strip()
        expect(saw.get_by_role("status")).to_contain_text(length)
        last = n == len(pieces) - 1
        expect(saw.get_by_role("button", name="Stick is cut" if last else "Next piece")).to_be_focused()
        with page.expect_response("**/cutting/sticks") if last else nullcontext():
            page.keyboard.press("Space")
    expect(saw).to_contain_text(f"{sticks - 1} sticks to go")
    (cut,) = client.get(f"/api/jobs/{job}/cutting/sticks").json()
    assert len(cut["pieces"]) == len(pieces)
    page.keyboard.press("Escape")
    expect(saw).to_have_count(0)
    expect(section).to_contain_text(f"{sticks - 1} to buy · 1 cut")


def test_many_lines_are_one_order_with_its_text(page, client, job):
    for n in (1, 2):
        leaf = {"width": "30" if n == 1 else "32", "height": "80", "thickness": "1 3/8"}
        opening = PLAIN["opening"] | {"mark": f"B{n}", "door": {"leaves": [leaf]}}
        body = {"wall": PLAIN["wall"], "opening": opening}
        client.post(f"/api/jobs/{job}/openings", json=body).raise_for_status()
    page.goto(f"/jobs/{job}/buying")
    unfold(page, "Leaves").get_by_label("All 2 into one order").check()
    form = page.get_by_role("form", name="One order")
    expect(form).to_contain_text("2 lines in one order")
    form.get_by_label("From whom").fill("Lockside")
    page.reload()  # what was chosen and typed is held
    expect(form.get_by_label("From whom")).to_have_value("Lockside")
    form.get_by_role("button", name="Order them").click()
    sent = page.get_by_role("region", name="Ordered")
    text = sent.get_by_role("textbox")
    expect(text).to_have_value(re.compile(r"^Lockside: order for Test job\n1 × Leaf 2-6.*\n1 × Leaf 2-8"))
    lines = client.get(f"/api/jobs/{job}/buying").json()["counters"][0]["lines"]
    assert [(one["to_order"], one["orders"][0]["supplier"]) for one in lines] == [(0, "Lockside"), (0, "Lockside")]
    sent.get_by_role("button", name="Done with it").click()
    expect(sent).to_have_count(0)


def test_a_rule_and_its_place_in_the_door_lead_to_each_other(page, job):
    page.goto(f"/jobs/{job}/rules")
    picture = page.get_by_role("figure")
    page.get_by_label("Gap over the floor", exact=True).focus()
    expect(picture).to_contain_text("Gap over the floor")
    expect(picture.locator("[data-lit]")).to_have_attribute("aria-label", re.compile("^Gap over the floor"))
    picture.get_by_role("button", name="Gap at the hinges: to its field").dispatch_event("click")
    expect(page.get_by_label("Gap at the hinges", exact=True)).to_be_focused()
    field = page.get_by_label("Gap at the hinges", exact=True)
    field.fill("3/16")
    expect(picture).to_contain_text("Gap at the hinges: 3/16")


def test_every_rule_has_its_place_in_a_picture_with_its_figure(page, client, job):
    groups = client.get("/api/catalogue").json()["rule_groups"]
    bare = {}
    for group in groups:
        page.goto(f"/jobs/{job}/rules?group={group['title']}")
        for name in group["rules"]:
            page.locator(f"[data-path='rules.job.{name}'] input").focus()
            lit = page.get_by_role("figure").locator("[data-lit]")
            if not lit.count() or not page.locator(".RulePicture-figure").text_content().strip():
                bare.setdefault(group["title"], []).append(name)
    assert bare == {}


def test_where_a_length_lies_is_asked_of_its_field_and_a_reading_is_held_against_the_plan(page, client, job):
    """32 1/4 in is planned: a 30 in leaf, two gaps of 1/8, two legs of 3/4, two shim spaces of 1/4."""
    kept = client.post(f"/api/jobs/{job}/openings", json=PLAIN).json()
    page.goto(f"/openings/{kept['id']}/opening")
    gap = page.get_by_label("At the hinges", exact=True)
    gap.press("?")
    expect(page.get_by_role("figure").filter(has_text=re.compile("At the hinges: 1.?8"))).to_be_visible()
    gap.press("Escape")
    expect(page.get_by_role("button", name="Where it lies: At the hinges")).to_have_attribute("aria-expanded", "false")
    page.goto(f"/openings/{kept['id']}/survey")
    page.get_by_label("Where, 7 of the first 7 to go").select_option("width_foot")
    width = page.locator("[data-path='reading.width_foot']")
    for read, told in (
        ("32", "1/4 in less than planned"),
        ("32 3/8", "1/8 in more than planned"),
        ("32 1/4", "as planned"),
    ):
        width.get_by_role("textbox").fill(read)
        expect(width).to_contain_text(told)


@pytest.mark.parametrize(
    ("at", "says"),
    [
        ("", "No opening yet. Say the first door in the line above"),
        ("/walls", "No wall yet. “Add a wall” begins one"),
        ("/buying", "Nothing is needed yet. Say on Openings"),
        ("/lists", "Nothing to cut yet. Say on Openings"),
        ("/plan", "Say who works here, and the plan stands here"),
        ("/change", "No opening yet. Say the first on Openings"),
        ("/heads", "No opening has a head yet"),
        ("/came", "Nothing is on its way."),
        ("/today", "Nobody works here yet."),
        ("/time", "On an opening’s card press"),
        ("/cutting", "its pieces stand here, stick by stick"),
        ("/photographs", "No photograph yet. The camera beside"),
        ("/next", "No opening yet. Say the first door"),
    ],
)
def test_an_empty_place_says_what_it_will_hold_and_what_fills_it(page, job, at, says):
    page.goto(f"/jobs/{job}{at}")
    expect(page.get_by_role("main")).to_contain_text(says)
    expect(page.locator(".empty [aria-hidden=true]").first).to_be_visible()


def test_nobody_is_given_made_up_jobs_beside_their_own(client, job):
    before = [one["id"] for one in client.get("/api/jobs").json()]
    assert client.post("/api/demo").json() == {"loaded": False}
    assert [one["id"] for one in client.get("/api/jobs").json()] == before


def test_the_demo_was_written_down_when_a_crew_would_have(client, largest):
    """Planned six workdays before, one line after the other; what is written from then on has the clock's own time."""
    path = f"/api/jobs/{largest['id']}/log"
    lines, more = [], None
    while more is not None or not lines:
        page = client.get(path, params={} if more is None else {"before": more}).json()
        lines, more = lines + page["lines"], page["more"]
    at = [datetime.fromisoformat(line["at"]) for line in reversed(lines)]
    assert at == sorted(at)
    assert at[0].weekday() < 5
    assert timedelta(days=5) < at[-1] - at[0] < timedelta(days=15)
    assert all(line["who"] for line in lines if line["what"] != "took")


def test_two_windows_change_different_house_rules_and_both_stand(page, context, client, job):
    """What is put back shows its default again; what another window kept meanwhile stays under what is kept here."""
    other = context.new_page()
    for one in (page, other):
        one.goto(f"/jobs/{job}/rules")
        expect(one.get_by_label("Gap at the hinges", exact=True)).to_be_visible()
    field = page.get_by_label("Gap at the hinges", exact=True)
    field.fill("3/16")
    page.get_by_role("button", name="Put them back").click()
    expect(field).to_have_value("")
    field.fill("5/32")
    expect(page.get_by_role("button", name="Keep these rules")).to_be_enabled()
    kept = client.get(f"/api/jobs/{job}").json()
    theirs = kept["job"] | {"rules": {"head_gap": "3/32"}}
    client.put(f"/api/jobs/{job}", json={"version": kept["version"], "job": theirs}).raise_for_status()
    page.get_by_role("button", name="Keep these rules").click()
    expect(page.get_by_role("alert").filter(has_text="Somebody changed these since")).to_be_visible()
    page.get_by_role("button", name="Keep these rules").click()
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    rules = client.get(f"/api/jobs/{job}").json()["job"]["rules"]
    assert {name: said.removesuffix(" in") for name, said in rules.items()} == {"head_gap": "3/32", "hinge_gap": "5/32"}


def test_at_the_saw_a_press_that_bounces_takes_one_piece_away(page, client, job):
    client.post(f"/api/jobs/{job}/openings", json=PLAIN).raise_for_status()
    page.goto(f"/jobs/{job}/cutting")
    unfold(page, "1 1/2 × 3 1/2").get_by_role("button", name="At the saw").click()
    saw = page.get_by_role("region", name="At the saw: 1 1/2 × 3 1/2")
    expect(saw.get_by_role("button", name=re.compile("^Next piece$|^Stick is cut$"))).to_be_visible()
    settled(page)
    pieces = saw.locator("ol button")
    for _ in range(int(re.search(r"(\d+) sticks to go", saw.inner_text())[1])):
        if pieces.count() == 1:
            saw.get_by_role("button", name="Another first").click()
    saw.get_by_role("button", name="Next piece").dblclick()
    expect(pieces.nth(1)).to_have_attribute("aria-current", "step")
    settled(page)
    assert client.get(f"/api/jobs/{job}/cutting/sticks").json() == []


def test_at_the_saw_a_stick_cut_away_from_the_server_is_not_asked_again(page, context, client, job):
    client.post(f"/api/jobs/{job}/openings", json=PLAIN).raise_for_status()
    page.goto(f"/jobs/{job}/cutting")
    unfold(page, "1 1/2 × 3 1/2").get_by_role("button", name="At the saw").click()
    saw = page.get_by_role("region", name="At the saw: 1 1/2 × 3 1/2")
    expect(saw).to_be_visible()
    settled(page)
    to_go = int(re.search(r"(\d+) sticks to go", saw.inner_text())[1])
    context.set_offline(True)
    while saw.get_by_role("button", name="Next piece").count():
        page.keyboard.press("Space")
    saw.get_by_role("button", name="Stick is cut").click()
    expect(saw).to_contain_text(f"{to_go - 1} sticks to go" if to_go > 2 else "the last stick")
    # The page that was left may send it, or the new one: whichever is answered, it is cut once.
    with page.expect_response(
        lambda answer: answer.request.method == "POST" and answer.url.endswith("/cutting/sticks")
    ):
        context.set_offline(False)
        page.reload()
    assert len(client.get(f"/api/jobs/{job}/cutting/sticks").json()) == 1
