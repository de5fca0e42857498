"""The front end is built again only when its sources changed, and the measured first view stays small."""

import gzip
import re

import pytest

from jambo.running import checks, machine, web
from jambo.running.machine import ROOT, WEB, CommandError


def test_a_build_stands_until_a_source_changes(monkeypatch, local):
    steps = []
    monkeypatch.setattr(web, "run", lambda step, *_, **__: steps.append(step))
    assert web.build() == WEB / "dist"
    assert steps == []  # the run's own fixture has just built it
    monkeypatch.setattr(web, "digest", lambda files: "changed")
    monkeypatch.setattr(web, "packages", lambda: None)
    kept = (web.DIST / ".jambo").read_text()
    try:
        web.build()
    finally:
        (web.DIST / ".jambo").write_text(kept)
    assert steps == [["npm", "run", "--silent", "build"]]


def test_a_fingerprint_follows_names_and_contents(tmp_path, monkeypatch):
    monkeypatch.setattr(machine, "ROOT", tmp_path)
    one, two = tmp_path / "a.ts", tmp_path / "b.ts"
    one.write_text("x")
    two.write_text("y")
    first = machine.digest([one, two])
    assert machine.digest([two, one]) == first
    two.write_text("z")
    assert machine.digest([one, two]) != first


def test_nothing_is_fetched_from_elsewhere(client, local):
    """Fonts, styles and scripts ship with the application: the built page names no other host."""
    page = client.get("/").text
    assert "http://" not in page.replace("http://www.w3.org/2000/svg", "") and "https://" not in page
    styles = "".join(p.read_text() for p in web.DIST.glob("assets/*.css"))
    assert "url(http" not in styles and "@import" not in styles
    assert any(web.DIST.glob("assets/archivo-*.woff2"))


def test_what_is_named_by_its_content_is_kept_for_ever_and_the_page_that_names_it_is_not(client):
    page = client.get("/")
    script = re.search(r"/assets/[^\"]+\.js", page.text)[0]
    assert client.get(script).headers["cache-control"] == "public, max-age=31536000, immutable"
    assert page.headers["cache-control"] == "no-cache"


def test_first_view_stays_under_its_weight(local):
    """The first page's scripts, and all there are with those of pages that are fetched when somebody goes there."""
    first = set(re.findall(r'assets/([^"]+\.js)', (web.DIST / "index.html").read_text()))
    sizes = {p.name: len(gzip.compress(p.read_bytes())) for p in web.DIST.glob("assets/*.js")}
    assert sum(size for name, size in sizes.items() if name in first) < 215_000
    assert sum(sizes.values()) < 420_000


def test_generated_files_out_of_date_are_named(tmp_path):
    made = tmp_path / "made"
    made.write_text("new")
    kept = ROOT / "LICENSE"
    with pytest.raises(CommandError, match="LICENSE is out of date: run the maker"):
        checks._same("run the maker", made, kept)
