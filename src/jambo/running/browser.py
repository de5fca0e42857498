"""Debian's Chromium under Playwright, headless and silent: used by the pictures, the measurements and the tests."""

from __future__ import annotations

import os
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from playwright.sync_api import Browser, BrowserContext, Playwright, sync_playwright

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
    with sync_playwright() as playwright, playwright.chromium.launch(**_how()) as browser:
        yield browser


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
