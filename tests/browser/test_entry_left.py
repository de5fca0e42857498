"""Entry never betrays: what is typed is kept however its page is left."""

from walking import EVERY_WAY, PAGES, STAGES, again, cases, fields, opened, text_for


# ways out of the page itself, with what was typed not left by any key: each takes the page away and brings it again
def by_link(page, at):
    page.locator("nav a").last.click()


def back(page, at):
    page.go_back()


def by_stage_key(page, at):
    """The next stage by its key, where the page is a stage's; else the way home by the header."""
    if "/openings/" in at:
        page.keyboard.press("Alt+1" if not at.endswith("/door") else "Alt+2")
        page.wait_for_url(lambda url: not url.endswith(at))
    else:
        by_link(page, at)


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


OUT = (by_link, back, reload, offline, slowly, by_stage_key)
LEFT = ["/jobs/{job}/floors", "/jobs/{job}/usual", "/walls/{wall}", *(f"/openings/{{101}}/{s}" for s in STAGES["101"])]


@cases(PAGES if EVERY_WAY else LEFT, [], len(OUT))
def test_what_was_typed_is_there_however_the_page_is_left(page, address, where, size, turn):
    """Fields in turn are typed into and the page left from each: by a link, back, a reload, a stage key, with no network, with a slow server."""
    page.set_viewport_size({"width": size[0], "height": size[1]})
    at, unit = address(where)
    opened(page, at)
    names = list(fields(page))
    if len(names) > 12 and not EVERY_WAY:
        names = names[len(where) % 3 :: 3]  # of a long page every third
    lost = {}
    for n, name in enumerate(names):
        way = OUT[(n + len(where) + turn) % len(OUT)]
        if way is back:
            page.goto("/")
            page.goto(at)
        field, kind = again(page, name)
        if way is slowly:
            at_pace(page, 300)
        text = text_for(name[1], kind, unit, n + 3)
        field.fill(text)
        way(page, at)
        if way is slowly:
            at_pace(page, 0)
        if way in (by_link, back, by_stage_key):
            page.goto(at)
        now, _ = again(page, name)
        if now.input_value() != text:
            lost[name] = (way.__name__, text, now.input_value())
    assert lost == {}
