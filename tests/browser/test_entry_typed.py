"""Entry never betrays: what is typed is kept however a field is left, and the focus is never lost to the page."""

import re

import pytest
from walking import DESK, ON_A_PHONE, PAGES, PHONE, again, fields, has_focus, settled, text_for

LEAVING = ("Tab", "Shift+Tab", "Enter", "elsewhere")
CASES = [(where, DESK) for where in PAGES] + [(where, PHONE) for where in ON_A_PHONE]


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
