"""`jambo shots`: one picture of each main view, from the demo data, into docs/screenshots."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

from playwright.sync_api import Page

from jambo.running.browser import chromium
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


def _line(page: Page) -> None:
    page.get_by_label("A door in a line", exact=True).fill("101 2868 RH oak 3/4 | tile 5/8 kitchen")
    page.get_by_text("34 1/4").first.wait_for()


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
    Shot("line", None, before=_line),
    Shot("many", SEEDS, None, "many", before=_many),
    Shot("board", SEEDS),
    Shot("opening", SEEDS, "103", "opening"),
    Shot("frame", SEEDS, "104", "frame"),
    Shot("slip", SIGNAL, "L1", "opening", before=_slip),
    Shot("pocket", SEEDS, "108", "pocket"),
    Shot("track", SEEDS, "110", "track"),
    Shot("cutin", LOFT, before=_old_wall),
    Shot("floors", SEEDS, None, "floors", before=_tile),
    Shot("survey", LOFT, "N4", "survey"),
    Shot("set", LOFT, "N2", "set"),
    Shot("hang", LOFT, "N7", "hang"),
    Shot("card", LOFT, "N2", "card"),
    Shot("walls", SEEDS, before=_whole_wall),
    Shot("cutting", SEEDS, None, "cutting"),
    Shot("came", SEEDS, None, "came"),
    Shot("today", SEEDS, None, "today", PHONE),
    Shot("weeks", SEEDS, None, "plan?how=weeks", before=_weeks),
)


def settled(page: Page) -> None:
    """Wait until fonts are in and no request is under way."""
    page.wait_for_load_state("networkidle")
    page.evaluate("document.fonts.ready")


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
    settled(page)
    shot.before(page)
    settled(page)


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
