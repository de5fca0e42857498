"""`jambo shots`: one picture of each main view, from the demo data, into docs/screenshots."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

from playwright.sync_api import Page

from jambo.running.browser import at_rest, chromium
from jambo.running.local import running
from jambo.running.machine import ROOT, say

DESK, PHONE = (1280, 800), (390, 844)


def _nothing(_: Page) -> None:
    pass


@dataclass(frozen=True)
class Shot:
    """A view: file name, how to get there from the board of a job, window size, and what to do first."""

    name: str
    job: str | None
    opening: str | None = None
    stage: str = ""
    size: tuple[int, int] = DESK
    before: Callable[[Page], None] = _nothing


def _slip(page: Page) -> None:
    page.locator("[data-figure=head_underside]").click()


def _weeks(page: Page) -> None:
    page.get_by_role("button", name=re.compile("^101 Set")).click()
    page.locator(".Weeks-weeks").evaluate("e => e.scrollIntoView()")


def _saw(page: Page) -> None:
    """The second stick's first piece, as it is read from two metres."""
    page.get_by_role("region", name="1 1/2 × 5 1/2").get_by_role("button").first.click()
    page.get_by_role("button", name="At the saw").click()
    page.get_by_role("button", name="Another first").click()


def _rule(page: Page) -> None:
    page.get_by_label("Gap over the floor", exact=True).focus()


def _whole_wall(page: Page) -> None:
    page.get_by_role("link", name=re.compile("^Service spine")).click()
    page.locator(".WallPage-in-wall").first.wait_for()


def _old_wall(page: Page) -> None:
    page.get_by_role("link", name=re.compile("^Sail room side")).click()
    page.locator(".WallPage-in-wall").first.wait_for()


def _tile(page: Page) -> None:
    """The tile is chosen, thicker than was allowed for, and not kept yet."""
    tile = page.locator("#tile")
    tile.get_by_label("Thickness", exact=True).fill("7/8")
    tile.get_by_label("Not chosen yet: an allowance").uncheck()
    page.locator(".Changes-change").first.wait_for()
    page.locator(".Changes-keep button:enabled", has_text="2 doors change").wait_for()
    page.evaluate("window.scrollTo(0, 480)")


def _crew(page: Page) -> None:
    """Phones let in, and one being paired."""
    page.get_by_role("link", name="Crew").click()
    page.get_by_role("button", name="Let phones in").click()
    page.get_by_role("listitem", name="Bram", exact=True).get_by_role("button", name="Pair a phone").click()
    page.get_by_role("img", name=re.compile("^Points a phone")).scroll_into_view_if_needed()


SCHEDULE = """Door no.\tLeaf size\tHand\tType\tFloor\tRoom\tLock
301\t2868\tLH\t\toak 3/4\tReading room\tset 2
302\t28 x 80\tRHR\t\ttile 5/8\tWash room\tset 4
303\t2-6 x 6-8\tright\tcavity slider\toak 3/4\tSeed store\t
304\t3068 x 1 3/4\tup\t\toak 3/4\tPorch\tset 1"""


def _many(page: Page) -> None:
    page.get_by_label("Paste the doors").fill(SCHEDULE)
    page.get_by_role("button", name="Read them").click()
    page.get_by_text("1 row to settle").wait_for()


SEEDS, SIGNAL, LOFT = "Kiln Row seed library", "Signal house weaving school", "Net loft over the slip"
SHOTS = (
    Shot("crew", None, before=_crew),
    Shot("many", SEEDS, None, "many", before=_many),
    Shot("board", SEEDS),
    Shot("opening", SEEDS, "103", "opening"),
    Shot("slip", SIGNAL, "L1", "opening", before=_slip),
    Shot("track", SEEDS, "110", "track"),
    Shot("cutin", LOFT, None, "walls", before=_old_wall),
    Shot("floors", SEEDS, None, "floors", before=_tile),
    Shot("survey", LOFT, "N4", "survey"),
    Shot("set", LOFT, "N2", "set"),
    Shot("hang", LOFT, "N7", "hang"),
    Shot("card", LOFT, "N2", "card"),
    Shot("paper", SEEDS, None, "paper"),
    Shot("walls", SEEDS, None, "walls", before=_whole_wall),
    Shot("cutting", SEEDS, None, "cutting"),
    Shot("saw", SEEDS, None, "cutting", before=_saw),
    Shot("rules", SEEDS, None, "rules", before=_rule),
    Shot("today", SEEDS, None, "today", PHONE),
    Shot("weeks", SEEDS, None, "plan?how=weeks", before=_weeks),
)


def visit(page: Page, url: str, shot: Shot) -> None:
    """Open the view of a shot."""
    page.set_viewport_size({"width": shot.size[0], "height": shot.size[1]})
    page.goto(url)
    if shot.job:
        to = page.get_by_role("link", name=shot.job).get_attribute("href") or ""
        page.goto(url.rstrip("/") + to.removesuffix("/today"))
        page.locator("a.card").first.wait_for()
    if shot.opening:
        page.get_by_role("link", name=re.compile(rf"^{shot.opening}\b")).first.click()
        page.locator(".sheet").wait_for()
        page.goto(f"{page.url}/{shot.stage}")
    elif shot.stage:
        page.goto(f"{page.url.rstrip('/')}/{shot.stage}")
    at_rest(page)
    shot.before(page)
    at_rest(page)


def take(into: Path | None = None, only: str | None = None) -> None:
    """Take every picture (or the one named) and say where they are."""
    folder = into or ROOT / "docs" / "screenshots"
    folder.mkdir(parents=True, exist_ok=True)
    with running(demo=True) as local, chromium() as browser:
        for shot in SHOTS:
            if only and shot.name not in only.split(","):
                continue
            context = browser.new_context(reduced_motion="reduce")
            page = context.new_page()
            visit(page, local.url, shot)
            page.screenshot(path=folder / f"{shot.name}.png")
            context.close()
    say(f"pictures are in {folder}")
