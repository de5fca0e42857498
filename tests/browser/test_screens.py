"""A carpenter at the real screens: by keyboard, with mistakes, with a second tab, on a phone, at the printer."""

import re
from fractions import Fraction
from io import BytesIO
from itertools import pairwise

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader

from helpers import SLIDER, plain
from jambo.running.machine import WEB


def figure(page, name):
    return page.locator(f"[data-figure={name}] .digits .sr")


def saved(page):
    """Nothing drafted is left to save: the word alone may still be that of the save before."""
    # the page's own policy lets nobody wait by a string of script; a promise is waited for instead
    page.evaluate(
        """() => new Promise((done, failed) => {
          const end = performance.now() + 30000;
          const look = () => {
            const drafts = Object.keys(localStorage).filter((k) => k.startsWith("jambo.draft."));
            if (!drafts.length) done();
            else if (performance.now() > end) failed(new Error(`not saved: ${drafts}`));
            else setTimeout(look, 20);
          };
          look();
        })"""
    )
    expect(page.get_by_role("status").filter(has_text="Saved")).to_have_text("Saved")


def fill(page, label, text):
    """Write into a field that has the focus or gets it, in one go: a pause between two keys is a step of its own to undo."""
    page.get_by_label(label, exact=True).fill(text)


def test_job_and_opening_by_keyboard_only(page):
    page.goto("/")
    page.get_by_role("textbox", name="Name").focus()
    page.keyboard.type("Salt works canteen")
    page.keyboard.press("Enter")
    expect(page.get_by_text("No opening yet")).to_be_visible()
    page.keyboard.press("n")
    expect(page.get_by_role("tab", name="Door")).to_have_attribute("aria-selected", "true")
    expect(page.get_by_text("draws itself as soon as it has a size")).to_be_visible()

    page.get_by_label("Mark", exact=True).focus()
    for text in ("C1", "Canteen", "2868"):  # mark, room, leaf as a call-out
        page.keyboard.type(text)
        page.keyboard.press("Enter")
    expect(page.get_by_label("Leaf height", exact=True)).to_have_value("80")
    expect(figure(page, "ro_width")).to_have_text("34 1/4 in")
    page.keyboard.press("Enter")  # past the height
    page.keyboard.type("1 3/8")
    page.keyboard.press("Enter")  # the last field of the stage leads to the next stage
    expect(page.get_by_role("tab", name="Floor")).to_have_attribute("aria-selected", "true")
    for _ in range(2):
        page.get_by_role("button", name="Bare floor").first.focus()
        page.keyboard.press("Enter")
    # 0 + 1/2 + 80 + 1/8, and 3/4 + 1/4 over it
    expect(figure(page, "head_underside")).to_have_text("80 5/8 in")
    expect(figure(page, "ro_height")).to_have_text("81 5/8 in")
    page.keyboard.press("Alt+4")
    fill(page, "Distance along the wall", "4'")
    page.keyboard.press("Enter")
    page.keyboard.type("5 1/2")  # header depth
    fill(page, "Height under the top plates", "97 1/2")
    # 97 1/2 - 81 5/8 - 5 1/2 = 10 3/8
    expect(figure(page, "cripple_length")).to_have_text("10 3/8 in")
    saved(page)

    page.reload()
    expect(page.get_by_role("heading", name="C1 · Canteen")).to_be_visible()
    expect(figure(page, "cripple_length")).to_have_text("10 3/8 in")
    expect(page.locator(".plate-tape .mark")).not_to_have_count(0)


def test_a_floor_moves_the_head_and_undo_brings_it_back(page, new_opening):
    page.goto(f"{new_opening}/floor")
    expect(figure(page, "head_underside")).to_have_text("81 3/8 in")
    page.get_by_label("Thickness", exact=True).first.fill("1")
    expect(figure(page, "head_underside")).to_have_text("81 5/8 in")
    expect(page.locator(".StoryPole-pole .mark", has_text="head").first).to_contain_text("81")
    saved(page)
    page.keyboard.press("Control+z")
    expect(figure(page, "head_underside")).to_have_text("81 3/8 in")
    page.keyboard.press("Control+Shift+z")
    expect(figure(page, "head_underside")).to_have_text("81 5/8 in")


def test_slip_adds_up_and_leads_to_the_fact(page, new_opening):
    page.goto(f"{new_opening}/opening")
    page.locator("[data-figure=head_underside]").click()
    slip = page.get_by_role("region", name="How it adds up")
    expect(slip.get_by_role("row")).not_to_have_count(2)  # its sum has come
    amounts = [t.removesuffix(" in") for t in slip.locator("tbody .Slip-amount .sr").all_text_contents()]
    total = slip.locator("tfoot .Slip-amount .sr").text_content().removesuffix(" in")
    assert sum(Fraction(p) for a in amounts for p in a.split()) == sum(map(Fraction, total.split())) == Fraction(651, 8)
    slip.get_by_role("button", name="Highest floor the leaf passes").click()
    slip.get_by_role("button", name="Floor on side A").click()
    slip.get_by_role("button", name="oak").click()
    expect(page.get_by_role("tab", name="Floor")).to_have_attribute("aria-selected", "true")
    expect(page.get_by_label("Thickness", exact=True).first).to_be_focused()
    page.get_by_role("button", name="Close the slip").click()
    expect(slip).to_have_count(0)


def test_units_and_words_switch_everywhere_and_change_nothing(page, new_opening, client):
    before = client.get(f"/api{new_opening}").json()
    page.goto(f"{new_opening}/frame")
    page.get_by_role("radiogroup", name="Unit shown").get_by_text("mm").click()
    expect(figure(page, "ro_height")).to_have_text("2093 mm shy")  # 2092.325, an opening rounds up
    expect(page.get_by_label("Distance along the wall", exact=True)).to_have_value("1524")
    page.get_by_label("Words for the parts").select_option("britain")
    expect(page.get_by_role("rowheader", name="Lintel")).to_be_visible()
    expect(page.locator(".StoryPole-pole .mark", has_text="lintel top")).to_have_count(1)
    page.get_by_label("Words for the parts").select_option("north_america")
    page.get_by_role("radiogroup", name="Unit shown").get_by_text("in", exact=True).click()
    expect(figure(page, "ro_height")).to_have_text("82 3/8 in")
    assert client.get(f"/api{new_opening}").json() == before


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("wide", "is not a length"),
        ("🚪", "is not a length"),
        ("-30", "cannot be negative"),
        ("6-14", "14 after the dash"),
        ("762", "did you mean 762 mm"),
        ("9" * 10_000, "too long"),
    ],
)
def test_wrong_input_says_so_and_keeps_the_last_good_one(page, new_opening, client, text, says):
    page.goto(f"{new_opening}/door")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    field = page.get_by_label("Leaf width", exact=True)
    field.fill(text)
    error = page.locator("[data-path='opening.door.leaves[0].width']")
    expect(error).to_contain_text(says)
    expect(error).to_contain_text("Still using 30 in")
    expect(field).to_have_attribute("aria-invalid", "true")
    assert client.get(f"/api{new_opening}").json()["version"] == 1


def test_a_leaf_wider_than_the_wall_is_refused_and_not_saved(page, new_opening, client):
    page.goto(f"{new_opening}/frame")
    page.get_by_label("Length", exact=True).fill("24")
    refused = page.get_by_role("status").filter(has_text="Not saved")
    expect(refused).to_contain_text("is wider than the wall is long")
    cannot = page.get_by_role("region", name="What cannot be")
    expect(cannot).to_contain_text("a leaf narrower than 24 in")
    assert client.get(f"/api{new_opening}").json()["wall"]["version"] == 1
    page.get_by_label("Length", exact=True).fill("200")
    saved(page)
    expect(cannot).to_have_count(0)


def test_a_width_with_two_readings_is_asked_about(page, new_opening):
    page.goto(f"{new_opening}/door")
    page.get_by_label("Leaf width", exact=True).fill("2/8")
    expect(page.locator("[data-code=leaf-width-two-readings]")).to_contain_text("read as 32 in")
    page.get_by_role("group", name="Which Leaf width?").get_by_role("button", name="28 in").click()
    expect(page.locator("[data-code=leaf-width-two-readings]")).to_have_count(0)
    expect(figure(page, "ro_width")).to_have_text("30 1/4 in")


def test_arrows_step_a_mark_and_the_pad_types(page, new_opening):
    page.goto(f"{new_opening}/door")
    field = page.get_by_label("Leaf height", exact=True)
    field.focus()
    page.keyboard.press("ArrowUp")
    expect(field).to_have_value("80 1/16")
    page.get_by_role("button", name="Number pad for Leaf height").click()
    pad = page.get_by_role("group", name="Number pad", exact=True)
    for name in ("Clear", "7", "9", "3/4"):
        pad.get_by_role("button", name=name, exact=True).click()
    expect(field).to_have_value("79 3/4")
    expect(page.locator("[data-path='opening.door.leaves[0].height'] .heard")).to_contain_text("2026 mm")


def test_two_tabs_in_conflict_lose_nothing(context, page, new_opening, client):
    other = context.new_page()
    for tab in (page, other):
        tab.goto(f"{new_opening}/door")
        expect(figure(tab, "ro_width")).to_have_text("32 1/4 in")
    other.get_by_label("Leaf height", exact=True).fill("84")
    other.get_by_label("Room").fill("Loft")
    saved(other)
    page.get_by_label("Leaf width", exact=True).fill("28 in")
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("changed elsewhere")
    dialog.get_by_role("radio", name="84 in").check()
    dialog.get_by_role("radio", name="Loft").check()
    dialog.get_by_role("button", name="Keep what is chosen").click()
    saved(page)
    kept = client.get(f"/api{new_opening}").json()["opening"]
    assert (kept["door"]["leaves"][0]["width"], kept["door"]["leaves"][0]["height"], kept["room"]) == (
        "28 in",
        "84 in",
        "Loft",
    )


def test_an_unreachable_server_keeps_what_was_typed(context, page, new_opening):
    page.goto(f"{new_opening}/door")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    context.route("**/api/**", lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
    page.get_by_label("Leaf width", exact=True).fill("28 in")
    expect(page.get_by_role("status").filter(has_text="Not saved: no answer")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Leaf width", exact=True)).to_have_value("28")
    context.unroute("**/api/**")
    saved(page)


def test_views_say_when_nothing_answers_and_recover(context, page):
    context.route("**/api/**", lambda route: route.abort())
    for address in ("/", "/jobs/1", "/openings/1", "/jobs/1/rules", "/openings/1/print"):
        page.goto(address)
        expect(page.get_by_role("alert")).to_contain_text("does not answer")
    context.unroute("**/api/**")
    page.get_by_role("button", name="Try again").click()
    expect(page.get_by_role("article")).to_be_visible()


def test_a_page_that_cannot_be_fetched_says_so_and_comes_when_it_can(context, client):
    page = context.new_page()
    context.route("**/assets/StockPage-*.js", lambda route: route.abort())
    page.goto("/stock")
    expect(page.get_by_role("alert")).to_contain_text("This page did not come")
    context.unroute("**/assets/StockPage-*.js")
    page.get_by_role("button", name="Try again").click()
    expect(page.get_by_text("What you buy").first).to_be_visible()


def test_board_finds_moves_copies_and_removes(page, job, new_opening):
    page.goto(f"/jobs/{job}")
    cards = page.locator("a.card")
    expect(cards).to_have_count(1)
    page.get_by_role("button", name="More for D1").click()
    page.get_by_role("menuitem", name="Another like this").click()
    page.get_by_label("Mark", exact=True).fill("D2")
    expect(page.get_by_role("heading", level=1)).to_contain_text("D2")
    saved(page)
    page.get_by_role("link", name="Test job").click()
    expect(cards).to_have_count(2)
    cards.first.focus()
    page.keyboard.press("Alt+ArrowRight")
    expect(cards.first).to_contain_text("D2")
    page.keyboard.press("/")
    page.keyboard.type("d1")
    expect(cards).to_have_count(1)
    page.keyboard.press("Escape")
    page.get_by_role("button", name="More for D2").click()
    page.get_by_role("menuitem", name="Take off the board").click()
    expect(cards).to_have_count(1)
    page.get_by_role("button", name="Put it back").click()
    expect(cards).to_have_count(2)
    cards.first.focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text("D1")


def test_house_rule_of_the_job_reaches_its_openings(page, job, new_opening):
    page.goto(f"/jobs/{job}/rules?group=Rough opening")
    field = page.get_by_label("Shim space, each side", exact=True)
    field.focus()
    page.keyboard.type("1 3/8")  # "1" and "1 3" are saved on the way; each is tried
    page.keyboard.press("Home")
    for _ in "1 ":
        page.keyboard.press("Delete")
    expect(page.locator("[data-path='rules.job.side_shim'] .heard")).to_contain_text("3/8 in · 10 mm")
    changes = page.get_by_role("region", name="What changes")
    expect(changes.get_by_role("article", name="Change of D1")).to_contain_text(
        "35 1/2 in"
    )  # the header: 31 3/4 + 2 x 3/8 + 2 x 1 1/2
    expect(page.get_by_role("status").filter(has_text="Not kept yet")).to_be_visible()
    changes.get_by_role("button", name="Keep these rules: 1 door changes").click()
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    page.goto(f"{new_opening}/opening")
    expect(figure(page, "ro_width")).to_have_text("32 1/2 in")
    page.goto(f"/jobs/{job}/rules?group=Rough opening")
    field.fill("9")
    expect(page.locator("[data-path='rules.job.side_shim']")).to_contain_text("cannot be a space round the frame")


@pytest.mark.parametrize("mark", ["102", "105"])  # 105 has the most to warn of
def test_cut_list_prints_on_one_page(page, demo_opening, mark):
    page.goto(f"{demo_opening(mark)}/print")
    expect(page.get_by_role("table", name="Cut list")).to_be_visible()
    printed = PdfReader(BytesIO(page.pdf(format="A4", prefer_css_page_size=False)))
    assert len(printed.pages) == 1
    text = printed.pages[0].extract_text()
    assert "Cut list" in text and "Before you cut" in text and "Undo" not in text


def test_what_is_seen_is_what_is_said(page, demo_opening):
    """Every length drawn with a true fraction reads the same as the plain words beside it and the tapes around it."""
    page.goto(f"{demo_opening('102')}/floor")
    page.locator(".Figures-figures").wait_for()
    pairs = page.evaluate(
        """[...document.querySelectorAll('.digits')].map(d => [
            [...d.firstChild.childNodes].map(n => n.textContent).filter(t => !/in|strong|shy/.test(t)).join(' ').trim(),
            d.lastChild.textContent])"""
    )
    assert len(pairs) > 20 and ["13/16", "13/16 in"] in pairs
    assert [
        (seen, said) for seen, said in pairs if f"{seen} in" != said.removesuffix(" strong").removesuffix(" shy")
    ] == []
    listed = dict(
        page.eval_on_selector_all(
            "[data-figure]", "all => all.map(e => [e.dataset.figure, e.querySelector('.sr').textContent])"
        )
    )
    pole = page.locator(".StoryPole-pole .mark", has_text="RO top").locator(".value")
    assert " ".join(pole.locator("tspan").all_text_contents()) == listed["ro_height"].removesuffix(" in")


def test_pair_frame_and_casing_by_keyboard(page, new_opening, client):
    page.goto(f"{new_opening}/door")
    page.get_by_role("radio", name="Swing", exact=True).focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_label("Fixed leaf width", exact=True)).to_have_value("30")
    # 30 + 30 + 3 x 1/8 + 2 x 3/4 + 2 x 1/4
    expect(figure(page, "ro_width")).to_have_text("62 3/8 in")
    fill(page, "Fixed leaf width", "18 in")
    expect(figure(page, "ro_width")).to_have_text("50 3/8 in")
    expect(page.locator(".piece.leaf")).to_have_count(2)
    expect(page.get_by_label("Height of both", exact=True)).to_have_value("80")  # asked once
    saved(page)
    page.get_by_role("radio", name="Swing pair").focus()
    page.keyboard.press("ArrowLeft")
    expect(figure(page, "ro_width")).to_have_text("32 1/4 in")
    page.keyboard.press("ArrowRight")
    expect(page.get_by_label("Fixed leaf width", exact=True)).to_have_value("18")  # nothing said was lost
    page.keyboard.press("ArrowLeft")

    page.keyboard.press("Alt+4")
    page.get_by_role("radio", name="Flat jamb").focus()
    page.keyboard.press("ArrowRight")
    missing = page.get_by_role("region", name="Flags").get_by_role("button", name="Side jamb thickness")
    expect(missing).to_be_visible()  # nominal is not actual
    fill(page, "Thickness of the side jambs", "1")
    fill(page, "Kit made for leaf", "28 in")
    expect(page.locator("[data-code=kit-serves-another-leaf]")).to_be_visible()
    fill(page, "or for leaf", "30 in")
    expect(page.locator("[data-code^=kit-]")).to_have_count(0)

    page.keyboard.press("Alt+8")
    fill(page, "Width of the casing", "3/4")
    expect(page.locator("[data-code=casing-does-not-cover]")).to_be_visible()
    fill(page, "Width of the casing", "2 1/4")
    expect(page.locator("[data-code=casing-does-not-cover]")).to_have_count(0)
    expect(figure(page, "casing_head_short")).to_be_visible()
    saved(page)
    kept = client.get(f"/api{new_opening}").json()["opening"]
    assert (kept["frame"]["kind"], kept["casing"]["width"], len(kept["door"]["leaves"])) == (
        "lining_kit",
        "2 1/4 in",
        1,
    )


@pytest.mark.parametrize("width", [1280, 390])
@pytest.mark.parametrize("mark", ["107", "L1"])
def test_labels_on_both_tapes_are_whole_and_apart(page, demo_opening, mark, width):
    page.set_viewport_size({"width": width, "height": 844})
    page.goto(f"{demo_opening(mark)}/door")
    for tape, along, size in ((".StoryPole-pole .value", 1, 3), (".plate-tape .value", 0, 2)):
        page.locator(tape).first.wait_for()
        boxes = page.eval_on_selector_all(
            tape,
            """a => a.map(e => {
              const b = e.getBoundingClientRect(), sheet = e.closest("svg").getBoundingClientRect();
              return [b.x - sheet.x, b.y - sheet.y, b.width, b.height];
            })""",
        )
        assert len(boxes) >= 7
        assert all(b[0] >= 0 and b[0] + b[2] <= width for b in boxes)
        boxes.sort(key=lambda b: b[along])
        # text boxes are taller than the digits in them; three quarters of the box holds the ink
        ink = 0.75 if along == 1 else 1.0
        gaps = [b[along] - a[along] - a[size] * ink for a, b in pairwise(boxes)]
        assert min(gaps) >= 0, (tape, gaps)


VIEWS = [
    ("/", "New job"), ("/jobs/1", "One more, in a line"), ("/jobs/3/next", "Next on the walk"), ("/jobs/3/walls", "Cold store wall"), ("/jobs/3/photographs", "Photographs"), ("/jobs/1/rules", "House rules"),
    ("{L2}/door", "Hand from the pull side"), ("{L2}/floor", "Why it waits"), ("{103}/opening", "Add-on"),
    ("{104}/frame", "Cut list"), ("{107}/door", "Fixed leaf width"), ("{107}/trim", "Butted"), ("{L1}/frame", "Kit made for leaf"), ("{106}/door", "Which one is it?"),
    ("{108}/pocket", "Kit made for leaf"), ("{110}/track", "factory holes"), ("{L6}/wall", "The slab hangs plumb"), ("{112}/door", "Leaves in hand"),
    ("{113}/frame", "Sill thickness"), ("{115}/frame", "Throat"), ("/stock", "What you buy"),
    ("{N4}/survey", "left out"), ("{N2}/set", "pieces to carry"), ("{N10}/hang", "with the long screw"), ("{N3}/setting", "nailing order"),
    ("{N2}/card", "steps done"), ("{108}/card-sheet", "Hanging"), ("/jobs/1/record", "Width at the foot"), ("/jobs/1/lists", "end to end"), ("/walls/1", "Opening, from the left end"), ("/jobs/3/heads", "Common head line"),
    ("/jobs/3/floors", "These figures wait on a floor"), ("/walls/3", "best place"), ("/walls/4", "Where to cut N14 in"), ("{N13}/frame", "Find the best place"),
    ("{101}/print", "Cut list"), ("/lost", "Nothing here"), ("/jobs/1/usual", "Said once"), ("/jobs/1/cutting", "to buy"), ("/jobs/3/buying", "is late"), ("/jobs/3/came", "It serves elsewhere"), ("/jobs/3/plan", "still to do"),
    ("/jobs/3/plan?how=weeks", "Press a board"), ("/jobs/3/today", "To carry"), ("/jobs/3/time", "Is that so?"), ("/jobs/3/trades/wallboard", "Before you close"), ("/jobs/1/change", "Before and after stand here"),
]  # fmt: skip


@pytest.mark.parametrize("size", [(1280, 800), (390, 844)], ids=["desk", "phone"])
@pytest.mark.parametrize(("address", "shows"), VIEWS, ids=[v[0] for v in VIEWS])
def test_views_are_accessible_and_fit(page, demo_opening, address, shows, size):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    if "{" in address:
        mark = address[1 : address.index("}")]
        address = address.replace(f"{{{mark}}}", demo_opening(mark))
    page.goto(address)
    expect(page.get_by_text(shows).first).to_be_visible()
    if "/openings/" in address and not address.endswith(("print", "setting", "card-sheet")):
        expect(page.locator(".OpeningPage-work-side .Figures-figures")).to_be_visible()
        page.locator("[data-figure=ro_width]").click()
    page.evaluate((WEB / "node_modules/axe-core/axe.min.js").read_text())
    found = page.evaluate(
        "axe.run({resultTypes: ['violations'], preload: false}).then(r => r.violations.map(v => [v.id, v.nodes.map(n => n.html.slice(0, 160))]))"
    )
    assert found == []
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth")


def test_what_is_still_needed_leads_to_its_field_though_two_stages_ask_for_it(page, client, job):
    """A slab passes in front of its casing, nobody said how thick: the trim stage is said to wait, and has the field."""
    doc = plain(**SLIDER, **{"opening.casing": {"width": "2 1/4"}})
    body = {"wall": doc["wall"], "opening": doc["opening"]}
    opening = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    page.goto(f"/openings/{opening}/trim")
    needed = page.get_by_role("region", name="Flags").get_by_role("button", name="Casing thickness")
    needed.click()
    expect(page.get_by_label("Thickness", exact=True)).to_be_focused()
    page.keyboard.type("11/16")
    page.keyboard.press("Tab")
    expect(needed).to_have_count(0)
    expect(page.get_by_role("main")).to_contain_text("Long nails for casing, side A")


HOLE = [{"place": f"width_{at}", "value": "31 1/2"} for at in ("foot", "middle", "head")] + [
    {"place": f"height_{at}", "value": "83"} for at in ("left", "right")
]
TWISTED = {"place": "twist_left", "value": "3/16", "toward": "A", "at": "40"}


@pytest.mark.parametrize(
    ("changes", "readings", "code", "leads_to"),
    [
        (SLIDER | {"opening.door.slider.slab_width": "31"}, [], "slab-does-not-cover", "opening.door.slider.slab_width"),
        (
            {"opening.door.in_hand": {"may_trim_hinge": "1/8", "may_trim_free": "1/8"}},
            HOLE, "unit-too-wide-leaf-may", "opening.door.in_hand.width_top",  # among what is folded away
        ),
        ({}, [*({**one, "value": "32 1/4"} if one["place"].startswith("width") else one for one in HOLE), TWISTED], "twist-not-read", "survey"),
        ({"opening.rules": {"long_screw": "1 3/4"}}, [], "long-screw-short", None),
    ],
    ids=lambda one: one if isinstance(one, str) else "",
)  # fmt: skip
def test_the_way_to_a_cure_leads_to_its_field(page, client, job, changes, readings, code, leads_to):
    doc = plain(**changes)
    body = {"wall": doc["wall"], "opening": doc["opening"]}
    opening = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    for reading in readings:
        client.post(f"/api/openings/{opening}/readings", json={"reading": reading}).raise_for_status()
    flags = client.post("/api/solve", json=doc | {"survey": {"readings": readings}}).json()["flags"]
    page.goto(f"/openings/{opening}/{next(f['stage'] for f in flags if f['code'] == code)}")
    page.locator(f"[data-code={code}]").get_by_role("button", name="Go there").click()
    if leads_to == "survey":  # which place is read is asked there
        expect(page).to_have_url(re.compile("/survey$"))
    elif leads_to:
        expect(page.locator(f"[data-path^='{leads_to}'] :focus")).to_be_visible()
    else:  # no stage asks for that rule: the job's page does
        expect(page).to_have_url(re.compile(f"/jobs/{job}/rules#long_screw$"))


def test_on_the_door_stage_nothing_is_out_of_line_or_cut_off(page, client):
    job = client.post("/api/jobs", json={"name": "In line", "unit": "in"}).json()["id"]
    opening = client.post(f"/api/jobs/{job}/openings", json={"opening": {"mark": "L1"}}).json()["id"]
    page.set_viewport_size({"width": 1280, "height": 800})
    page.goto(f"/openings/{opening}/door")
    page.get_by_label("Leaf width", exact=True).fill("27 13/16")
    expect(page.locator(".figure.waits").first).to_contain_text("waits on")  # some figures are known, others not
    insets = page.locator("aside .figure").evaluate_all("of => of.map((one) => getComputedStyle(one).paddingLeft)")
    assert len(set(insets)) == 1 < len(insets)
    height = page.get_by_label("Leaf height", exact=True)
    height.fill("79 13/16")
    assert height.evaluate("one => one.scrollWidth <= one.clientWidth")
