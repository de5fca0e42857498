"""What comes in one breath: two lengths heard are both kept, and arrow keys pressed while the first is on its way all count."""

import pytest
from playwright.sync_api import expect
from walking import fields, opened, settled, text_for

# every answer about a length is held back, until all that came are given out together
HELD_BACK = r"""(() => {
  const ask = window.fetch, waiting = [];
  window.fetch = async (...of) => {
    const answer = await ask(...of);
    if (/\/api\/(heard|steps|solve)/.test(of[0].url ?? String(of[0]))) await new Promise((go) => waiting.push(go));
    return answer;
  };
  window.held = () => waiting.length;
  window.giveOut = () => waiting.splice(0).forEach((go) => go());
})()"""

PLACES = [
    "/stock", "/jobs/{job}/floors", "/jobs/{job}/rules", "/jobs/{job}/usual", "/jobs/{job}/cutting", "/walls/{wall}",
    "/openings/{101}/door", "/openings/{L1}/floor",
]  # fmt: skip


@pytest.mark.parametrize("where", PLACES)
def test_two_lengths_heard_in_one_breath_are_both_there(page, address, where):
    at, unit = address(where)
    opened(page, at)
    lengths = [name for name, (_, kind) in fields(page).items() if kind and "position" not in name[0]][:3]
    page.evaluate(HELD_BACK)
    typed = {}
    for n, name in enumerate(lengths):
        field, kind = fields(page)[name]
        typed[name] = text_for(name[1], kind, unit, n + 2)
        field.fill(typed[name])
    page.wait_for_function("n => window.held() >= n", arg=len(lengths))
    page.evaluate("window.giveOut(); setInterval(window.giveOut, 5)")  # and what is asked about later, when it comes
    page.keyboard.press("Tab")
    settled(page)
    opened(page, at)
    now = fields(page)
    assert {name: now[name][0].input_value() for name in lengths} == typed
    assert len(lengths) > 1


@pytest.mark.parametrize(
    ("keys", "then", "value"),
    [
        (["ArrowUp"] * 3, "", "30 3/16"),
        (["ArrowUp", "ArrowDown", "ArrowDown"], "", "29 15/16"),
        (["ArrowUp", "ArrowUp"], "31", "31"),  # what is typed meanwhile stands
        (["ArrowUp"] * 40, "", "32 1/2"),  # more than the server says at a time
    ],
)
def test_arrow_keys_pressed_while_the_first_is_on_its_way_all_count(page, new_opening, keys, then, value):
    opened(page, f"{new_opening}/door")
    field = page.get_by_label("Leaf width", exact=True)
    expect(field).to_have_value("30")
    page.evaluate(HELD_BACK)
    field.focus()
    for key in keys:
        page.keyboard.press(key)
    if then:
        field.fill(then)
    page.evaluate("window.fromNowOn = setInterval(window.giveOut, 5)")
    expect(field).to_have_value(value)
    page.keyboard.press("Tab")
    settled(page)
    opened(page, f"{new_opening}/door")
    expect(page.get_by_label("Leaf width", exact=True)).to_have_value(value)


def test_a_key_is_one_question_and_nothing_is_set_before_its_answer(page, new_opening, client):
    opened(page, f"{new_opening}/door")
    width, rough = page.get_by_label("Leaf width", exact=True), page.locator("[data-figure=ro_width]").first
    expect(rough).to_contain_text("32 1/4")
    settled(page)
    asked = []
    page.on("request", lambda r: asked.append((r.url.partition("?")[0].rpartition("/")[2], "sums=true" in r.url)))
    page.evaluate(HELD_BACK)
    width.fill("31")
    page.wait_for_function("() => window.held()")
    expect(rough).to_contain_text("32 1/4")
    assert client.get(f"/api{new_opening}").json()["opening"]["door"]["leaves"][0]["width"] == "30 in"
    page.evaluate("setInterval(window.giveOut, 5)")
    for text, leads_to in (("31", "33 1/4"), ("28", "30 1/4"), ("3668", "44 1/4")):  # 3 ft 6 and 2 1/4
        width.fill(text)
        expect(rough).to_contain_text(leads_to)
        questions = [what for what, sums in asked if what in ("heard", "solve") and not sums]
        assert set(questions) == {"solve"}, text
        assert len(questions) == 1 or text == "3668"  # the height it calls out is set too
        expect(page.get_by_role("group", name="Which Leaf width?")).to_have_count(int(text == "28"))
        asked.clear()


def test_two_lengths_answered_in_one_breath_both_count_in_the_figures(page, new_opening):
    """Each was asked for while the other was not set: neither answer is taken for that of both."""
    opened(page, f"{new_opening}/door")
    settled(page)
    page.evaluate(HELD_BACK)
    page.get_by_label("Leaf width", exact=True).fill("31")
    page.get_by_label("Leaf height", exact=True).fill("82")
    page.wait_for_function("() => window.held() >= 2")
    page.evaluate("setInterval(window.giveOut, 5)")
    expect(page.locator("[data-figure=ro_width]").first).to_contain_text("33 1/4")  # 31 and 2 1/4
    expect(page.locator("[data-figure=ro_height]").first).to_contain_text("84 3/8")  # 2 more than for a leaf of 80


def test_a_width_that_reads_two_ways_is_kept_on_the_tape_it_was_typed_on(page, client):
    """A bare number kept in a job of millimetres would be read as millimetres."""
    job = client.post("/api/jobs", json={"name": "Metric", "unit": "mm"}).json()["id"]
    opening = client.post(f"/api/jobs/{job}/openings", json={"opening": {"mark": "M1"}}).json()["id"]
    opened(page, f"/openings/{opening}/door")
    page.evaluate("localStorage.setItem('jambo.unit', JSON.stringify('in'))")
    opened(page, f"/openings/{opening}/door")
    width = page.get_by_label("Leaf width", exact=True)
    width.fill("28")
    page.get_by_role("group", name="Which Leaf width?").wait_for()
    settled(page)
    opened(page, f"/openings/{opening}/door")
    expect(width).to_have_value("28")
    expect(page.locator(".length .error")).to_have_count(0)
    assert client.get(f"/api/openings/{opening}").json()["opening"]["door"]["leaves"][0]["width"] == "28 in"


@pytest.mark.parametrize("where", ["/openings/{101}/door", "/jobs/{job}/rules", "/walls/{wall}"])
def test_every_length_is_a_form_of_its_own(page, address, where):
    """What a browser's filling-in takes for one form it reads anew at every key, all of it."""
    opened(page, address(where)[0])
    sizes = page.locator("[data-kind] input").evaluate_all("of => of.map((one) => one.form?.elements.length ?? 0)")
    assert sizes
    assert set(sizes) == {1}


def test_what_was_wrong_a_key_ago_is_written_as_understood_when_the_field_is_left(page, new_opening):
    opened(page, f"{new_opening}/door")
    height = page.get_by_label("Leaf height", exact=True)
    height.fill("6-7 7/")
    page.locator(".length .error").wait_for()
    page.evaluate(HELD_BACK)
    height.press("8")
    page.wait_for_function("() => window.held()")
    height.press("Tab")
    page.evaluate("setInterval(window.giveOut, 5)")
    expect(height).to_have_value("79 7/8")
