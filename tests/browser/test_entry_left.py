"""Entry never betrays: what is typed is kept however its page is left."""

import pytest
from walking import STAGES, again, fields, settled, text_for


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
