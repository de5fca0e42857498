"""Away from the server a phone shows what it saw last, says how old that is, and brings what was pressed when the server is back."""

import contextlib
from datetime import UTC, datetime, timedelta

import httpx
import psutil
import pytest
from playwright.sync_api import Error as PlaywrightError
from playwright.sync_api import expect
from walking import settled

from jambo.api.app import create_app
from jambo.running import web
from jambo.running.browser import kept_profile, launched
from jambo.running.local import serving
from jambo.running.machine import free_port


class Server:
    """A server that can be switched off and on, always at the same address."""

    def __init__(self, database):
        self.database, self.port, self._on = database, free_port(), contextlib.ExitStack()
        self.url = f"http://127.0.0.1:{self.port}"
        self.on()

    def on(self):
        self._on.enter_context(serving(create_app(self.database, web.DIST), self.port))

    def off(self):
        self._on.close()


@pytest.fixture
def server(local):
    server = Server(local.database)
    yield server
    server.off()


@pytest.fixture
def phone(playwright, server):
    with launched(playwright) as browser:
        context = browser.new_context(
            base_url=server.url, viewport={"width": 390, "height": 844}, reduced_motion="reduce", locale="en-GB"
        )
        page = context.new_page()
        page.goto("/")
        page.wait_for_function(
            "async () => (await navigator.serviceWorker.ready) && navigator.serviceWorker.controller"
        )
        yield page


def test_pages_seen_open_without_the_server_and_what_is_pressed_there_is_sent(phone, server, client):
    opening = next(o for o in client.get("/api/jobs/1").json()["openings"] if o["brief"]["unsettled"] == "")
    pages = ["/", "/jobs/1", f"/openings/{opening['id']}/card", "/jobs/1/walls", "/jobs/3/today"]
    seen = {}
    for path in pages:
        phone.goto(path)
        phone.get_by_role("main").wait_for()
        expect(phone.locator("main [aria-busy=true]")).to_have_count(0)
        settled(phone)
        if path.startswith("/openings"):
            phone.get_by_role("img", name="Elevation").wait_for()  # drawn once its room is measured
        seen[path] = phone.get_by_role("main").inner_text()
    phone.goto(f"/openings/{opening['id']}/door")
    settled(phone)
    figure = phone.locator("[data-figure=ro_width]").first
    ro_width = figure.inner_text()

    server.off()
    for path in pages:
        phone.goto(path)
        expect(phone.get_by_text("The server does not answer.", exact=True)).to_be_visible()
        expect(phone.get_by_role("main")).to_have_text(seen[path], use_inner_text=True)
    phone.goto(f"/openings/{opening['id']}/door")
    expect(figure).to_have_text(ro_width, use_inner_text=True)
    phone.goto(f"/openings/{opening['id']}/card")
    box = phone.get_by_role("checkbox").first
    box.press(" ")
    expect(box).to_be_checked()
    phone.reload()
    expect(phone.get_by_role("checkbox").first).to_be_checked()
    phone.goto("/jobs/2")  # never seen here
    expect(phone.get_by_role("heading", name="The server does not answer")).to_be_visible()

    server.on()
    phone.goto(f"/openings/{opening['id']}/card")
    expect(phone.get_by_text("The server does not answer.", exact=True)).to_have_count(0)
    settled(phone)
    log = httpx.get(f"{server.url}/api/openings/{opening['id']}/log").json()
    assert log[0]["what"] == "step"


def test_nothing_is_kept_of_whoever_was_signed_in_before(phone, server):
    phone.goto("/jobs/1")
    settled(phone)
    names = "async () => (await caches.keys()).filter((name) => /seen|solved/.test(name))"
    assert phone.evaluate(names) != []
    phone.wait_for_function(  # what is seen is kept a moment after it is seen: until no more comes
        """async () => {
          const count = (await (await caches.open("jambo-seen")).keys()).length, same = count > 0 && window.kept === count;
          window.kept = count;
          return same;
        }""",
        polling=500,
    )
    phone.evaluate(
        """localStorage.setItem("jambo.me", JSON.stringify({name: "Bo", role: "hand", may: [], shares: []}))"""
    )
    phone.goto("/stock")
    settled(phone)
    kept = "async () => (await (await caches.open('jambo-seen')).keys()).map((one) => one.url)"
    assert [url for url in phone.evaluate(kept) if "/api/jobs/1" in url] == []


PRESSES = 40  # three hundred go in as well, in a minute and a half


def kill(profile):
    """End every process of a browser at once."""
    for process in psutil.process_iter(["cmdline"]):
        if f"--user-data-dir={profile}" in (process.info["cmdline"] or []):
            for child in [*process.children(recursive=True), process]:
                with contextlib.suppress(psutil.NoSuchProcess):
                    child.kill()


def test_a_phone_that_is_killed_brings_what_was_pressed_two_weeks_later(playwright, server, client, tmp_path):
    opening = next(o["id"] for o in client.get("/api/jobs/1").json()["openings"] if o["brief"]["unsettled"] == "")
    card = f"{server.url}/openings/{opening}/card"
    before = client.get(f"/api/openings/{opening}/log").json()
    with contextlib.suppress(PlaywrightError), kept_profile(playwright, tmp_path) as context:
        phone = context.pages[0]
        phone.goto(card)
        phone.wait_for_function(
            "async () => (await navigator.serviceWorker.ready) && navigator.serviceWorker.controller"
        )
        phone.reload()
        settled(phone)
        was = phone.get_by_role("checkbox").first.is_checked()
        server.off()
        phone.evaluate(
            """async (times) => {
                const box = () => document.querySelector("main input[type=checkbox]");
                for (let n = 0; n < times; n++) {
                    const was = box().checked;
                    box().click();
                    while (box().checked === was) await new Promise(requestAnimationFrame);
                }
            }""",
            PRESSES,
        )
        expect(phone.get_by_text(f"{PRESSES} not sent yet")).to_be_visible()
        kill(tmp_path)  # in the middle of it, as a phone whose battery ends
    with kept_profile(playwright, tmp_path) as context:
        phone = context.pages[0]
        phone.clock.install(time=datetime.now(UTC) + timedelta(days=14))
        phone.goto(card)
        expect(phone.get_by_text(f"{PRESSES} not sent yet")).to_be_visible()
        server.on()
        expect(phone.get_by_text("not sent yet")).to_have_count(0, timeout=120_000)
        assert phone.get_by_role("checkbox").first.is_checked() is was
    lines = client.get(f"/api/openings/{opening}/log").json()[: -len(before)]
    assert len(lines) == PRESSES and {line["what"] for line in lines} == {"step"}
    undone = [line["detail"].get("undo", False) for line in reversed(lines)]
    assert undone == [bool(n % 2) is not was for n in range(PRESSES)]
    assert min(line["detail"]["ago"] for line in lines) > 13.9 * 86_400
