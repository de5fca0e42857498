"""Debian's Chromium under Playwright, headless and silent: used by the pictures, the measurements and the tests."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, sync_playwright

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


@contextmanager
def chromium() -> Iterator[Browser]:
    """Run /usr/bin/chromium headless; root needs it without its sandbox."""
    need_programs(["chromium"])
    arguments = [*QUIET, *(["--no-sandbox"] if os.geteuid() == 0 else [])]
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=find("chromium"), args=arguments)
        try:
            yield browser
        finally:
            browser.close()
