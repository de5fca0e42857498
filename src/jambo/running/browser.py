"""Debian's Chromium under Playwright, headless and silent: used by the pictures, the measurements and the tests."""

from __future__ import annotations

import os
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, BrowserContext, Page, Playwright, sync_playwright

from jambo.running.machine import find, need_programs

QUIET = [
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-quic",
    "--disable-gpu",
    "--no-first-run",
    "--force-color-profile=srgb",
]


def _how() -> dict[str, Any]:
    """How every Chromium is started; root needs it without its sandbox."""
    need_programs(["chromium"])
    return {"executable_path": find("chromium"), "args": [*QUIET, *(["--no-sandbox"] if os.geteuid() == 0 else [])]}


@contextmanager
def chromium() -> Iterator[Browser]:
    """Run /usr/bin/chromium headless."""
    with sync_playwright() as playwright, launched(playwright) as browser:
        yield browser


def launched(playwright: Playwright) -> Browser:
    """A Chromium whose contexts share nothing, as phones do: use it with `with`."""
    return playwright.chromium.launch(**_how())


AT_REST = "() => !document.documentElement.hasAttribute('data-asking')"
MOMENT = 300  # ms: what an answer brings is asked for when it is drawn


def at_rest(page: Page) -> None:
    """Wait until fonts are in and nothing is asked of the server; what is told live is listened to without end."""
    page.wait_for_function(AT_REST)
    page.wait_for_timeout(MOMENT)
    page.wait_for_function(AT_REST)
    page.evaluate("document.fonts.ready")


def kept_profile(playwright: Playwright, folder: Path) -> BrowserContext:
    """A Chromium whose profile lies in a folder and stays, as on a phone: use it with `with`."""
    return playwright.chromium.launch_persistent_context(folder, **_how())


@contextmanager
def one_profile(playwright: Playwright, **options: Any) -> Iterator[BrowserContext]:
    """Run a Chromium with a profile of its own, thrown away afterwards.

    What it compiled of the front end is kept from page to page, all of which run in one process: in the contexts of `chromium`
    each page compiles it anew, which is half of what showing one costs.

    Args:
        playwright: Who runs it.
        options: As of `new_context`; the profile's first page stands at its `base_url` and keeps the process.
    """
    how = _how()
    how["args"].append("--process-per-site")
    with (
        tempfile.TemporaryDirectory(prefix="jambo-browser-", ignore_cleanup_errors=True) as profile,
        playwright.chromium.launch_persistent_context(profile, **how, **options) as context,
    ):
        context.pages[0].goto("/api/health")
        yield context
