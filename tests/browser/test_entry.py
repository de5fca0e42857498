"""Entry never betrays: what is typed is kept however a field is left, and the focus is never lost to the page."""

import re
from fractions import Fraction

import pytest
from playwright.sync_api import expect

from helpers import demo_document
from jambo.core.quantities.limits import KINDS

DESK, PHONE = (1280, 800), (390, 844)
FIELDS = "main input:not([type=radio]):not([type=checkbox]):not([type=file]):not([type=search]), main textarea"
LEAVING = ("Tab", "Shift+Tab", "Enter", "elsewhere")
STAGES = {
    "101": ("door", "floor", "opening", "frame", "survey", "set", "trim"),
    "L1": ("door", "frame"),
    "108": ("pocket",),
    "110": ("track", "wall"),
}
PAGES = [
    "/jobs/{job}/floors", "/jobs/{job}/heads", "/jobs/{job}/record", "/jobs/{job}", "/stock", "/walls/{wall}",
    "/jobs/{job}/rules", "/jobs/{job}/usual",
    *(f"/openings/{{{mark}}}/{stage}" for mark, stages in STAGES.items() for stage in stages),
]  # fmt: skip

# where a phone's page is another: cards for a table, panels one under the other, the survey by thumb
ON_A_PHONE = [
    "/jobs/{job}/floors",
    "/walls/{wall}",
    "/openings/{101}/door",
    "/openings/{101}/survey",
]

CASES = [(where, DESK) for where in PAGES] + [(where, PHONE) for where in ON_A_PHONE]

# what a field holds, by what it is called where its kind does not say
TEXTS = {"weight": "{} lb", "degrees": "{}", "studs found": "{}; {}1", "over which": "{} in"}


@pytest.fixture
def address(client):
    """Fill in an address: a job of its own, with a copy of the demo opening it names, and that one's wall."""

    def fill(where):
        mark = next(iter(re.findall(r"\{([A-Z]?\d+)\}", where)), "101")
        doc = demo_document(mark)
        job = {"name": "Entry", "unit": doc["unit"], "floors": doc.get("floors", []), "rules": doc["rules"]["job"]}
        made = client.post("/api/jobs", json=job).json()["id"]
        new = {"wall": doc["wall"], "opening": doc["opening"]}
        opening = client.post(f"/api/jobs/{made}/openings", json=new).json()["id"]
        wall = client.get(f"/api/openings/{opening}").json()["wall"]["id"]
        return where.replace(f"{{{mark}}}", str(opening)).format(job=made, wall=wall), doc["unit"]

    return fill


def named(field):
    """What tells a field from the others on its page: its path and its label, and which of several so called it is."""
    return field.evaluate(
        """e => {
          const path = e.closest("[data-path]")?.dataset.path ?? "", label = e.labels?.[0]?.textContent ?? e.getAttribute("aria-label") ?? "";
          return [path, label, e.closest("[data-kind]")?.dataset.kind ?? ""];
        }"""
    )


def fields(page):
    """Every field to type in that is in view, by name; folded parts are unfolded first."""
    page.evaluate("document.querySelectorAll('main details').forEach(d => { d.open = true; })")
    found = {}
    for field in page.locator(FIELDS).all():
        if field.is_visible() and field.is_enabled():
            path, label, kind = named(field)
            found.setdefault((path, label), (field, kind))
    return found


def text_for(label, kind, unit, n):
    """Something a field of a kind can hold, another for every n."""
    if not kind:
        written = next((text for name, text in TEXTS.items() if name in label.lower()), "w{}")
        return written.format(20 + n, 20 + n)
    least, most = KINDS[kind].least.in_inches(), KINDS[kind].most.in_inches()
    value = Fraction(round((least + min(most - least, least * 2 + 8) * Fraction(3 + n % 7, 11)) * 4), 4)
    if unit == "mm":
        return str(round(value * Fraction("25.4")))
    whole, part = divmod(value, 1)
    return f"{whole} {part}" if part and whole else str(part or whole)


def has_focus(page):
    """Whether something has the focus once what was pressed has done its work."""
    return page.evaluate(
        """() => new Promise((done) => {
          let tries = 40;
          const look = () => {
            const held = document.activeElement;
            if (held && held !== document.body) done(true);
            else if (tries-- === 0) done(false);
            else requestAnimationFrame(look);
          };
          look();
        })"""
    )


def again(page, name):
    """A field when its page has come again."""
    expect(page.locator(FIELDS).first).to_be_visible()
    settled(page)
    return fields(page)[name]


def settled(page):
    """Nothing is on its way to the server."""
    page.wait_for_load_state("networkidle")


@pytest.mark.parametrize(("where", "size"), CASES, ids=[f"{w} {s[0]}" for w, s in CASES])
def test_what_was_typed_is_there_after_a_reload(page, client, address, where, size):
    """Each field of each page is left, by another key at each size; what was typed into it is there when the page comes again."""
    page.set_viewport_size({"width": size[0], "height": size[1]})
    at, unit = address(where)
    page.goto(at)
    settled(page)
    typed = {}
    for n, (name, (field, kind)) in enumerate(fields(page).items()):
        way = LEAVING[(n + sum(map(ord, where)) + size[0]) % len(LEAVING)]
        if not field.is_visible():  # Enter in the last field of a stage goes on to the next stage
            page.goto(at)
            field, kind = again(page, name)
        text = text_for(name[1], kind, unit, n)
        field.fill(text)  # in one go: a place on a wall may change while it is typed, by the one told before
        if way == "elsewhere":
            page.get_by_role("heading", level=1).click()
        else:
            page.keyboard.press(way)
            assert has_focus(page), (name, way)
        typed[name] = text
    settled(page)
    page.goto(at)
    settled(page)
    now = {name: field.input_value() for name, (field, _) in fields(page).items()}
    lost = {
        name: (text, now.get(name))
        for name, text in typed.items()
        if now.get(name) != text and not derived(name, typed)
    }
    assert lost == {}
    for (path, _), text in typed.items():
        if path.startswith("reading.") and now.get((path, _)) != text:
            kept = client.get(f"/api{at.rpartition('/')[0]}").json()["readings"]
            assert f"{text} {unit}" in [r["reading"]["value"] for r in kept]


def derived(name, typed):
    """Told elsewhere: a reading that Enter kept is on the list, and of a place told in several ways only the last stands as typed."""
    if name[0].startswith("reading."):
        return True
    same = [other for other in typed if re.sub(r"\.\w+$", "", other[0]) == re.sub(r"\.\w+$", "", name[0])]
    return ".position." in name[0] and name != same[-1]


# ways out of the page itself, with what was typed not left by any key: each takes the page away and brings it again
def by_link(page, at):
    page.locator("nav a").last.click()


def back(page, at):
    page.go_back()


def reload(page, at):
    page.reload()


def offline(page, at):
    """The network goes while it is typed, and comes again: the field is left in between."""
    page.context.set_offline(True)
    page.keyboard.press("Tab")
    page.context.set_offline(False)
    page.reload()


def slowly(page, at):
    """The network takes its time over every answer, and nobody waits for it."""
    page.keyboard.press("Tab")
    page.reload()


def at_pace(page, latency):
    """Make every answer take so many milliseconds longer."""
    pace = {"offline": False, "latency": latency, "downloadThroughput": -1, "uploadThroughput": -1}
    page.context.new_cdp_session(page).send("Network.emulateNetworkConditions", pace)


OUT = (by_link, back, reload, offline, slowly)
LEFT_PAGES = [
    "/jobs/{job}/floors",
    "/jobs/{job}/usual",
    "/walls/{wall}",
    *(f"/openings/{{101}}/{s}" for s in STAGES["101"]),
]


@pytest.mark.parametrize("where", LEFT_PAGES)
def test_what_was_typed_is_there_however_the_page_is_left(page, address, where):
    """Fields in turn are typed into and the page left from each: by a link, back, by a reload, with no network, with a slow server."""
    at, unit = address(where)
    page.goto("/")
    page.goto(at)
    settled(page)
    names = list(fields(page))
    some = (
        names[len(where) % 3 :: 3] if len(names) > 12 else names
    )  # of a long page every third: each takes the page twice
    lost = {}
    for n, name in enumerate(some):
        field, kind = again(page, name)
        way = OUT[(n + len(where)) % len(OUT)]
        if way is slowly:
            at_pace(page, 300)
        text = text_for(name[1], kind, unit, n + 3)
        field.fill(text)
        way(page, at)
        if way is slowly:
            at_pace(page, 0)
        page.goto("/")
        page.goto(at)
        now, _ = again(page, name)
        if now.input_value() != text:
            lost[name] = (way.__name__, text, now.input_value())
    assert lost == {}


# what is chosen and not typed: lists, one of a few, and yes or no, each by the path of its fact
CHOICES = "main select[data-path], main .pick[data-path], main input[type=checkbox][data-path]"
CHOSEN = """e => e.matches(".pick") ? e.querySelector("input:checked")?.value : e.type === "checkbox" ? String(e.checked) : e.value"""


def choices(page):
    """Every choice in view, by its path."""
    page.evaluate("document.querySelectorAll('main details').forEach(d => { d.open = true; })")
    return {e.get_attribute("data-path"): e for e in page.locator(CHOICES).all() if e.is_visible()}


def another(choice):
    """Choose something else than what is chosen, by keyboard or by a press as a person would; gives what is chosen then."""
    if choice.evaluate("e => e.matches('select')"):
        options = choice.locator("option").evaluate_all("a => a.map(o => o.value)")
        choice.select_option(next(o for o in reversed(options) if o and o != choice.input_value()))
    elif choice.evaluate("e => e.matches('.pick')"):
        choice.locator("label").nth(-1 if not choice.locator("input").last.is_checked() else 0).click()
    else:
        choice.press(" ")
    return choice.evaluate(CHOSEN)


CHOOSING = ["/jobs/{job}/usual", "/walls/{wall}", *(where for where in PAGES if where.startswith("/openings"))]
CHOOSING_CASES = [(where, DESK) for where in CHOOSING] + [
    (where, PHONE) for where in (*CHOOSING[:2], "/openings/{101}/frame")
]


@pytest.mark.parametrize(("where", "size"), CHOOSING_CASES, ids=[f"{w} {s[0]}" for w, s in CHOOSING_CASES])
def test_what_was_chosen_is_there_after_a_reload(page, address, where, size):
    """Every choice of every stage is changed, one after the other; those that are still asked for stand so when the page comes again."""
    page.set_viewport_size({"width": size[0], "height": size[1]})
    at, _ = address(where)
    page.goto(at)
    settled(page)
    made = {}
    for path in list(choices(page)):
        if (choice := choices(page).get(path)) is not None:  # what was chosen before may have taken it away
            made[path] = another(choice)
    page.goto(at)
    settled(page)
    now = {path: choice.evaluate(CHOSEN) for path, choice in choices(page).items()}
    assert {path: (chosen, now[path]) for path, chosen in made.items() if path in now and now[path] != chosen} == {}
