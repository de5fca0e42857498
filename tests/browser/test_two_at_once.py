"""What comes in one breath: two lengths heard are both kept, and arrow keys pressed while the first is on its way all count."""

import pytest
from playwright.sync_api import expect
from walking import fields, opened, settled, text_for

# every answer about a length is held back, until all that came are given out together
HELD_BACK = r"""(() => {
  const ask = window.fetch, waiting = [];
  window.fetch = async (...of) => {
    const answer = await ask(...of);
    if (/\/api\/(heard|steps)/.test(of[0].url ?? String(of[0]))) await new Promise((go) => waiting.push(go));
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
    page.wait_for_function("n => window.held() === n", arg=len(lengths))
    page.evaluate("window.giveOut()")
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


def test_what_follows_is_asked_before_it_is_heard_and_nothing_is_set_by_that(page, new_opening, client):
    opened(page, f"{new_opening}/door")
    width, rough = page.get_by_label("Leaf width", exact=True), page.locator("[data-figure=ro_width]").first
    expect(rough).to_contain_text("32 1/4")

    def typed(text):
        """What was answered about a text that nobody has heard yet."""
        about = f'"width":"{text} in"'
        with page.expect_response(lambda r: "/api/solve" in r.url and about in (r.request.post_data or "")) as early:
            width.fill(text)
        return early.value

    page.evaluate(HELD_BACK)
    assert typed("3668").status == 422  # as a number of inches no leaf is as wide
    assert typed("31").json()["figures"]["ro_width"]["value"]["text"] == "33 1/4 in"
    expect(rough).to_contain_text("32 1/4")
    expect(page.locator(".mantine-InputWrapper-error")).to_have_count(0)
    assert client.get(f"/api{new_opening}").json()["opening"]["door"]["leaves"][0]["width"] == "30 in"
    page.evaluate("setInterval(window.giveOut, 5)")
    expect(rough).to_contain_text("33 1/4")
    width.fill("3668")
    expect(rough).to_contain_text("44 1/4")  # 3 ft 6 and 2 1/4
