"""Going through every field of a page, by role and by name, as the walks of entry do."""

import os
import re
from fractions import Fraction
from urllib.parse import urlsplit

import pytest
from playwright.sync_api import expect

from jambo.core.quantities.limits import KINDS

DESK, PHONE = (1280, 800), (390, 844)
FIELDS = "main input:not([type=radio]):not([type=checkbox]):not([type=file]):not([type=search]), main textarea"
STAGES = {
    "101": ("door", "floor", "opening", "frame", "survey", "set", "hang", "trim"),
    "N9": ("survey", "set"),
    "L1": ("door", "frame"),
    "108": ("pocket",),
    "110": ("track", "wall"),
}
PAGES = [
    "/", "/stock", "/jobs/{job}/floors", "/jobs/{job}", "/walls/{wall}", "/jobs/{job}/rules", "/jobs/{job}/usual",
    "/jobs/{job}/many", "/jobs/{job}/cutting", "/jobs/{job}/plan", "/jobs/{job}/came",
    "/jobs/{job}/change", "/jobs/{job}/time",
    *(f"/openings/{{{mark}}}/{stage}" for mark, stages in STAGES.items() for stage in stages),
]  # fmt: skip

# JAMBO_EVERY_WAY=1: every field in every way at both sizes, for an hour; else each field gets one way a size
EVERY_WAY = "JAMBO_EVERY_WAY" in os.environ


def cases(pages, phone_pages, ways):
    """Pages by size and turn, with a name for each: a turn is which way the first field of a page is left in."""
    both = [(where, DESK) for where in pages] + [(where, PHONE) for where in (pages if EVERY_WAY else phone_pages)]
    all_cases = [(where, size, turn) for where, size in both for turn in range(ways if EVERY_WAY else 1)]
    names = [f"{where} {size[0]}" + f" {turn}" * EVERY_WAY for where, size, turn in all_cases]
    return pytest.mark.parametrize(("where", "size", "turn"), all_cases, ids=names)


# what a field of a clock or a calendar holds, for every n
PICKED = {"time": "1{0}:{1}5", "date": "2031-0{0}-1{1}", "datetime-local": "2031-0{0}-1{1}T10:30"}
# what a field holds, by what it is called where its kind does not say
TEXTS = {
    "how many": "{}",
    "minutes": "{}",
    "weight": "{} lb",
    "degrees": "{}",
    "studs found": "{}; {}1",
    "over which": "{} in",
    "after ": "{}",
}


# what tells a field from the others on its page: its path and its label; and its kind. Nothing of one that is not in view
NAMED = """all => all.map(e => {
  if (e.disabled || !e.checkVisibility({ visibilityProperty: true })) return null;
  const path = e.closest("[data-path]")?.dataset.path ?? "", label = e.labels?.[0]?.textContent ?? e.getAttribute("aria-label") ?? "";
  return [path, label, e.closest("[data-kind]")?.dataset.kind ?? (e.type === "text" ? "" : e.type)];
})"""


def fields(page):
    """Every field to type in that is in view, by name; folded parts are unfolded first."""
    page.evaluate("document.querySelectorAll('main details').forEach(d => { d.open = true; })")
    found = {}
    every = page.locator(FIELDS)
    for n, named in enumerate(every.evaluate_all(NAMED)):
        if named:
            path, label, kind = named
            # chosen, it stands as a button of its own; left, as rows
            if label != "A day off" and not path.endswith(" several"):
                found.setdefault((path, label), (every.nth(n), kind))
    return found


def text_for(label, kind, unit, n):
    """Something a field of a kind can hold, another for every n."""
    if kind in PICKED:
        return PICKED[kind].format(1 + n % 8, n % 6)
    if kind not in KINDS:
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
    with_form(page)
    expect(page.locator(FIELDS).first).to_be_visible()
    settled(page)
    return fields(page)[name]


def go(page, place, name=None):
    """Go to a place of the job, and to a page of it, by the row that stands on every page."""
    places = page.get_by_role("navigation", name="Settings" if place == "The job" else "Places of the job")
    places.get_by_role("link", name=place).click()
    if name:
        page.get_by_role("navigation", name=place, exact=True).get_by_role("link", name=name, exact=True).click()


def unfold(page, name):
    """Open a section of a page that stands there in one line."""
    section = page.get_by_role("region", name=name).first
    head = section.get_by_role("heading").get_by_role("button").first
    expect(head).to_be_visible()
    if head.get_attribute("aria-expanded") == "false":
        head.click()
    return section


def settled(page):
    """Nothing is on its way to the server, nor will be: what is drafted is sent after a pause, unless it is refused."""
    page.evaluate(
        """() => new Promise((done, failed) => {
          const root = document.documentElement, begun = performance.now();
          const drafted = () => Object.keys(localStorage).some((key) => key.startsWith("jambo.draft."));
          let since = begun;
          const look = () => {
            const now = performance.now();
            if (root.hasAttribute("data-asking") || !root.querySelector("main")) since = now;
            if (now - since >= (drafted() ? 600 : 60)) done();
            else if (now - begun > 90000)
              failed(new Error(`never at rest: ${root.hasAttribute("data-asking") ? "asking" : drafted() ? "drafted" : "no page"}`));
            else setTimeout(look, 20);
          };
          look();
        })"""
    )


FORMS = {
    "stock": "Add to pocket kits",
    "plan": re.compile("One more|Somebody works here"),
    "came": "It came",
}  # what opens the form of a page


# what "Change many" is asked to change
FACTS = ["wall.height", "opening.header.depth", "opening.casing.width"]


def with_form(page):
    """Open the form of a page that has one, where it is not open still."""
    if page.url.endswith("/change"):
        choose = page.get_by_label("Change", exact=True).or_(page.get_by_label("And", exact=True))
        expect(choose).to_be_visible()
        for fact in FACTS if not page.locator(FIELDS).count() else ():
            choose.select_option(fact)
    if page.url.endswith("/cutting"):
        unfold(page, re.compile("×"))
    if opener := FORMS.get(urlsplit(page.url).path.rpartition("/")[2]):
        button = page.get_by_role("button", name=opener)
        expect(page.locator(FIELDS).or_(button).first).to_be_visible()
        settled(page)
        if not page.locator(FIELDS).count():
            button.first.click()


def opened(page, at, what=FIELDS):
    """Go to a page and wait until what it asks for stands there: a long page is drawn some time after its last answer."""
    page.goto(at)
    with_form(page)
    if at.endswith("/time"):
        what += ", main section"  # where no time is asked about any more, what it came to
    page.locator(what).first.wait_for(state="attached")
    settled(page)
