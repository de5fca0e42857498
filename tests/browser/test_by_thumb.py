"""A phone in one hand: readings by the pad in few taps, nothing under the finger moves, and a header of one line."""

import re

import pytest
from playwright.sync_api import expect
from walking import settled

from helpers import plain
from jambo.running.browser import one_profile

SIZE = {"width": 390, "height": 844}
READINGS = 12


@pytest.fixture
def phone(playwright, local):
    how = {"viewport": SIZE, "has_touch": True, "is_mobile": True, "reduced_motion": "reduce", "locale": "en-GB"}
    errors = []
    with one_profile(playwright, base_url=local.url, **how) as context:
        page = context.new_page()
        page.on("pageerror", lambda error: errors.append(str(error)))
        yield page
    assert errors == []


@pytest.fixture
def opening(client, request):
    """An opening to survey in a job of a unit."""
    unit = getattr(request, "param", "in")
    doc = plain()
    job = client.post("/api/jobs", json={"name": "By thumb", "unit": unit}).json()["id"]
    leaf = {"width": "762 mm", "height": "1981 mm"} if unit == "mm" else {"width": "30 in", "height": "80"}
    body = {
        "wall": {},
        "opening": {**doc["opening"], "door": {"leaves": [leaf]}, "floors": {"a": [], "b": []}, "header": {}},
    }
    return client.post(f"/api/jobs/{job}/openings", json={**body, "opening": {**body["opening"], "position": {}}}).json()["id"]  # fmt: skip


class Thumb:
    """Taps what is in view, and counts."""

    def __init__(self, page):
        self.page, self.taps = page, 0

    def tap(self, target):
        target.wait_for()
        top = self.page.evaluate("scrollY")
        box = target.bounding_box()
        assert box["y"] >= 0 and box["y"] + box["height"] <= SIZE["height"], f"{target} is out of view"
        assert min(box["width"], box["height"]) >= 40, f"{target} is too small for a thumb"
        # what a finger comes down on is the thing itself, and nothing over it
        self.page.touchscreen.tap(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        self.taps += 1
        assert self.page.evaluate("scrollY") == top, "the page moved under the finger"

    def key(self, name):
        pad = self.page.get_by_role("group", name="Number pad")
        self.tap(pad.get_by_role("button", name=name, exact=True))


VALUES = {
    "in": {"width": ["3", "2", "1/4"], "height": ["8", "2", "3/8"], "diagonal": ["8", "8", "1/2"], "lean": ["1/16"]},
    "mm": {
        "width": ["8", "2", "0"],
        "height": ["Begin with 20", "2", "0"],
        "diagonal": ["Begin with 21", "8", "0"],
        "lean": ["2"],
    },
}


@pytest.mark.parametrize(("opening", "most"), [("in", 4), ("mm", 4)], indirect=["opening"])
def test_twelve_readings_take_few_taps_each_and_no_scrolling(phone, client, opening, most):
    """Digits, a fraction, which way, and Next: a height in millimetres begins with what it will begin with, in one."""
    unit = client.get(f"/api/openings/{opening}").json()["job"]["job"]["unit"]
    phone.goto(f"/openings/{opening}/survey")
    form = phone.get_by_role("region", name="Reading")
    form.locator("[data-read] input").first.tap()  # once: from here on the pad stays, and the focus goes on by itself
    expect(phone.get_by_role("group", name="Number pad")).to_be_visible()
    counts = []
    for _ in range(READINGS):
        thumb, select = Thumb(phone), form.get_by_role("combobox").first
        place = select.input_value()
        kind = next((k for k in VALUES[unit] if place.startswith(k)), "lean")
        for key in VALUES[unit][kind]:
            thumb.key(key)
        ways = form.locator("fieldset label")
        if ways.count():
            thumb.tap(ways.first)
        thumb.key("Next field")
        expect(select).not_to_have_value(place)
        expect(form.locator("[data-read] input").first).to_be_focused()  # and the pad has come under it
        counts.append(thumb.taps)
    taken = client.get(f"/api/openings/{opening}").json()["readings"]
    assert len(taken) == READINGS and max(counts) <= most, counts


# a reading is answered for only after the page has heard of it as a change
HEARD_FIRST = r"""(() => {
  const ask = window.fetch, Source = window.EventSource;
  let go = () => undefined;
  window.EventSource = class extends Source {
    constructor(at) {
      super(at);
      this.addEventListener("change", (told) => JSON.parse(told.data).before || setTimeout(() => go()));
    }
  };
  window.fetch = async (of, how) => {
    const heard = of.url.endsWith("/readings") && new Promise((done) => (go = done));
    const answer = await ask(of, how);
    await heard;
    return answer;
  };
})()"""


def test_ones_own_reading_heard_of_before_its_answer_is_nobody_elses(phone, opening):
    phone.add_init_script(HEARD_FIRST)
    phone.goto(f"/openings/{opening}/survey")
    form = phone.get_by_role("region", name="Reading")
    form.locator("[data-read] input").first.fill("32 1/4")
    place = form.get_by_role("combobox").first.input_value()
    phone.get_by_role("button", name="Keep it").tap()
    expect(form.get_by_role("combobox").first).not_to_have_value(place)  # it was answered for
    settled(phone)
    assert phone.get_by_text("changed this just now").count() == 0  # it would go by itself after a while


def test_the_pad_never_stands_over_the_button_that_keeps(phone, opening):
    phone.goto(f"/openings/{opening}/survey")
    phone.get_by_role("region", name="Reading").locator("[data-read] input").first.tap()
    pad = phone.get_by_role("group", name="Number pad").bounding_box()
    keep = phone.get_by_role("button", name="Keep it").bounding_box()
    assert keep["y"] + keep["height"] <= pad["y"] and pad["y"] + pad["height"] <= SIZE["height"]
    phone.get_by_role("button", name="Put the pad away").tap()
    expect(phone.get_by_role("group", name="Number pad")).to_have_count(0)


def test_the_header_is_one_line_and_what_stands_against_it_comes_first(phone, demo_opening):
    phone.goto(f"{demo_opening('N9')}/set")
    expect(phone.get_by_role("region", name="Flags")).to_be_visible()
    assert phone.locator("header.bar").bounding_box()["height"] <= 60
    flag, field = phone.locator(".flag.stop").first, phone.locator("#stage-panel")
    assert flag.bounding_box()["y"] < field.bounding_box()["y"]
    phone.get_by_role("button", name="More on this page").tap()
    phone.get_by_text("mm", exact=True).tap()
    expect(phone.get_by_role("tab", name=re.compile("Set"))).to_have_attribute("aria-selected", "true")
    phone.keyboard.press("Escape")
    row = phone.get_by_role("tablist", name="Stages")
    assert row.evaluate("e => e.scrollWidth > e.clientWidth && e.clientHeight < 60")  # one row, which scrolls
