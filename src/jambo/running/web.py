"""The front end: its npm packages and its build, made again only when their sources changed."""

import fcntl
from pathlib import Path

from jambo.running.machine import ROOT, WEB, digest, run, say

DIST = WEB / "dist"


def _changed(stamp: Path, fingerprint: str) -> bool:
    return not stamp.exists() or stamp.read_text() != fingerprint


def packages() -> None:
    """Install the npm packages of the lock file if they are not the ones in place."""
    stamp = WEB / "node_modules" / ".jambo"
    fingerprint = digest([WEB / "package.json", WEB / "package-lock.json"])
    if _changed(stamp, fingerprint):
        say("installing the front end's npm packages (once)")
        run(
            [
                "npm",
                "ci",
                "--no-audit",
                "--no-fund",
                "--ignore-scripts",
                "--fetch-retry-mintimeout=1000",
                "--fetch-retry-maxtimeout=4000",
            ],  # without a network npm would try on for minutes before saying so
            "could not install the npm packages; is there a network, and Node 20 or newer?",
            cwd=WEB,
        )
        stamp.write_text(fingerprint)


def build() -> Path:
    """Build the front end if its sources changed since the last build; returns the folder to serve."""
    with (WEB / "package.json").open() as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)  # two that start at once would empty each other's folder
        return _build()


def _build() -> Path:
    stamp = DIST / ".jambo"
    files = [p for p in (WEB / "src").rglob("*") if p.is_file()]
    files += [p for p in (WEB / "sw").rglob("*") if p.is_file()]
    files += [p for p in (WEB / "public").rglob("*") if p.is_file()]
    files += [WEB / name for name in ("index.html", "package-lock.json", "vite.config.ts", "tsconfig.json")]
    fingerprint = digest(files)
    if _changed(stamp, fingerprint):
        packages()
        say("building the front end")
        run(["npm", "run", "--silent", "build"], f"the front end in {WEB.relative_to(ROOT)} does not build.", cwd=WEB)
        stamp.write_text(fingerprint)
    return DIST
