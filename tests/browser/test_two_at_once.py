"""Two lengths the server has heard in one breath are both kept: neither answer is laid over what the other has just said."""

import pytest
from walking import fields, opened, settled, text_for

# every answer about a length is held back, until all that came are given out together
HELD_BACK = """(() => {
  const ask = window.fetch, waiting = [];
  window.fetch = async (...of) => {
    const answer = await ask(...of);
    if ((of[0].url ?? String(of[0])).includes("/api/heard")) await new Promise((go) => waiting.push(go));
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
