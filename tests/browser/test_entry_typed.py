"""Entry never betrays: what is typed is kept however a field is left, and the focus is never lost to the page."""

import re

from walking import DESK, EVERY_WAY, PAGES, PHONE, again, cases, fields, has_focus, opened, settled, text_for

from jambo.core.quantities.limits import KINDS

# by key, or by the number pad where it stands under the field; and by a press elsewhere
LEAVING = {
    DESK: ("Tab", "Shift+Tab", "Enter", "elsewhere"),
    PHONE: ("Next field", "Put the pad away", "Tab", "elsewhere"),
}
# where a phone's page is another: cards for a table, panels one under the other, the survey by thumb
ON_A_PHONE = [
    "/jobs/{job}/floors",
    "/jobs/{job}/usual",
    "/walls/{wall}",
    "/openings/{101}/door",
    "/openings/{101}/survey",
    "/openings/{110}/track",
]
LONG = 60  # fields: of the house rules, all of one make, every third


@cases(PAGES, ON_A_PHONE, 4)
def test_what_was_typed_is_there_after_a_reload(page, client, address, where, size, turn):
    """Each field of each page is left, by another way at each size; what was typed into it is there when the page comes again."""
    page.set_viewport_size({"width": size[0], "height": size[1]})
    page.add_init_script(f"localStorage.setItem('jambo.pad', '{str(size == PHONE).lower()}')")
    at, unit = address(where)
    opened(page, at)
    typed, found = {}, list(fields(page).items())
    for n, (name, (field, kind)) in enumerate(found if EVERY_WAY or len(found) < LONG else found[::3]):
        way = LEAVING[size][(n + sum(map(ord, where)) + turn) % 4]
        if not field.is_visible():  # Enter in the last field of a stage goes on to the next stage
            page.goto(at)
            field, kind = again(page, name)
        text = text_for(name[1], kind, unit, n)
        field.fill(text)  # in one go: a place on a wall may change while it is typed, by the one told before
        leave(page, way, kind)
        assert has_focus(page) or way == "elsewhere", (name, way)
        typed[name] = text
    settled(page)
    opened(page, at)
    now = {name: field.input_value() for name, (field, _) in fields(page).items()}
    lost = {
        name: (text, now.get(name))
        for name, text in typed.items()
        if now.get(name) != text and not derived(name, typed, now)
    }
    assert lost == {}
    for (path, _), text in typed.items():
        if path.startswith("reading.") and now.get((path, _)) != text:
            kept = client.get(f"/api{at.rpartition('/')[0]}").json()["readings"]
            assert f"{text} {unit}" in [r["reading"]["value"] for r in kept]


def leave(page, way, kind):
    """Leave the field that is being filled; a text has no pad, and its own keys are Enter and Tab."""
    on_pad = page.get_by_role("group", name="Number pad").get_by_role("button", name=way, exact=True)
    if way == "elsewhere":
        page.get_by_role("heading", level=1).click()
    elif way not in LEAVING[PHONE][:2]:
        page.keyboard.press(way)
    elif kind in KINDS:
        on_pad.click()
    else:
        page.keyboard.press("Enter" if way == "Next field" else "Tab")


def derived(name, typed, now):
    """Told elsewhere: a reading, an offcut or a time that Enter kept is on its list; of a place told in several ways only the last stands."""
    if name[1] == "Minutes":
        return name not in now
    if name[0].startswith(("reading.", "rack.")):
        return True
    same = [other for other in typed if re.sub(r"\.\w+$", "", other[0]) == re.sub(r"\.\w+$", "", name[0])]
    return ".position." in name[0] and name != same[-1]
