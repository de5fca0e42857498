"""Paper at full size, read back from the file's own lines."""

from io import BytesIO
from typing import get_args
from urllib.parse import unquote

import httpx
import pytest
from pypdf import PdfReader
from pypdf.generic import ContentStream

from helpers import PLAIN, all_jobs
from jambo.core.strips import StripOf
from jambo.views.paper.strip_pages import MARK

PER_MM = 72 / 25.4
KILN = "Kiln Row seed library"


@pytest.fixture(scope="module")
def kiln(local):
    """A demo job: its number, and its openings by mark."""
    with httpx.Client(base_url=local.url, timeout=60) as client:
        job = next(j["id"] for j in all_jobs(client) if j["job"]["name"] == KILN)
        return job, {o["mark"]: o["id"] for o in client.get(f"/api/jobs/{job}").json()["openings"]}


def drawn(page):
    """The straight lines of a page, from its upper left corner, in millimetres."""
    lines, at = [], None
    height = float(page.mediabox.height)
    for operands, operator in ContentStream(page["/Contents"].get_object(), page.pdf).operations:
        point = tuple(map(float, operands)) if operator in (b"m", b"l") else None
        if operator == b"l":
            lines.append([(x / PER_MM, (height - y) / PER_MM) for x, y in (at, point)])
        at = point or at
    return lines


def across(page, left):
    """Where the marks of the strip at `left` cross its edge, downward, mm: lines as long as a mark is."""
    level = [(a[0], a[1], b[0] - a[0]) for a, b in drawn(page) if abs(a[1] - b[1]) < 1e-6]
    return sorted({round(y, 3) for x, y, long in level if abs(x - left) < 0.01 and abs(long - MARK) < 0.01})


def asked(client, job, **params):
    strips = client.get(f"/api/jobs/{job}/strips", params=params).json()["strips"]
    answer = client.get(f"/api/jobs/{job}/strips.pdf", params=params)
    assert answer.headers["content-type"] == "application/pdf"
    return strips, PdfReader(BytesIO(answer.content)).pages


@pytest.fixture(scope="module")
def kinds(local):
    """Of each kind of strip one opening of the demo's: its job's number and its own."""
    found = {}
    with httpx.Client(base_url=local.url, timeout=60) as client:
        for job in sorted(j["id"] for j in all_jobs(client))[:4]:
            ids = [o["id"] for o in client.get(f"/api/jobs/{job}").json()["openings"]]
            for strip in client.get(f"/api/jobs/{job}/strips", params={"openings": ids}).json()["strips"]:
                found.setdefault(strip["of"], (job, strip["opening"]))
    return found


@pytest.mark.parametrize("of", [kind for kind in get_args(StripOf) if kind != "plate"])
@pytest.mark.parametrize("unit", ["in", "mm"])
def test_every_mark_stands_at_its_figure(client, kinds, of, unit):
    """On one long page: the file's own lines against the strip's figures."""
    job, opening = kinds[of]
    (strip,), (page,) = asked(client, job, openings=opening, of=of, unit=unit)
    assert all(m["read"].removesuffix(" under").endswith(f" {unit}") for m in strip["marks"])
    assert strip["marks"][0]["read"] in page.extract_text()
    ats = sorted({round(m["at"], 2) for m in strip["marks"]}, reverse=not strip["down"])
    ys = across(page, 9)
    assert len(ys) == len(ats) > 1
    for y, at in zip(ys, ats, strict=True):
        assert y - ys[0] == pytest.approx(abs(at - ats[0]), abs=0.1)


def test_the_plate_of_a_wall_reads_as_the_wall_does(client, job):
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    opening = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    wall = client.get(f"/api/openings/{opening}").json()["wall"]["id"]
    (strip,), (page,) = asked(client, job, walls=wall)
    laid = client.post(f"/api/walls/{wall}/layout", json={}).json()["layout"]["marks"]
    assert [(m["at"], m["read"]) for m in strip["marks"]] == [(m["x"], m["read"]["text"]) for m in laid]
    ys = across(page, 9)
    assert ys[-1] - ys[0] == pytest.approx(laid[-1]["x"], abs=0.1)


@pytest.mark.parametrize("paper", ["a4", "a3", "letter", "legal"])
def test_sheets_laid_on_each_other_are_the_strip_again(client, kiln, paper):
    job, openings = kiln
    (strip,), pages = asked(client, job, openings=openings["101"], of="pole", paper=paper)
    found, shift, joint = {}, None, None
    for page in pages:
        dashed = sorted(a[1] for a, b in drawn(page) if abs(b[0] - a[0]) > 200 and abs(a[1] - b[1]) < 1e-6)
        first, last = page is pages[0], page is pages[-1]
        before, after = (None if first else dashed[-1]), (None if last else dashed[0])
        here = across(page, 9)
        if first:
            shift = here[-1]  # its zero
        else:
            shift += before - joint  # the line it is cut at lies on the other's
        found |= {round((shift - y) * 2) / 2: shift - y for y in here}
        joint = after
        assert {100.0, 101.6} <= {round(abs(a[1] - b[1]), 2) for a, b in drawn(page) if a[0] == b[0]}
    wanted = sorted({m["at"] for m in strip["marks"]})
    assert len(pages) > 1
    for at in wanted:
        assert min(abs(at - got) for got in found.values()) < 0.1
    assert all(min(abs(at - got) for at in wanted) < 0.1 for got in found.values())


def test_poles_of_a_storey_stand_side_by_side_on_their_level_line(client, job):
    """One floor an inch higher than the other: heads alike over their floors are an inch apart on the sheet."""
    for mark, line in (("A", "48"), ("B", "47")):
        body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "mark": mark}}
        made = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
        reading = {"place": "line_left", "value": line}
        client.post(f"/api/openings/{made}/readings", json={"reading": reading}).raise_for_status()
    ids = [o["id"] for o in client.get(f"/api/jobs/{job}").json()["openings"]]
    strips, (page,) = asked(client, job, openings=ids, of="pole")
    assert [strip["level"] for strip in strips] == pytest.approx([48 * 25.4, 47 * 25.4])
    one, other = across(page, 9), across(page, 70)
    (line,) = {round(a[1], 2) for a, b in drawn(page) if b[0] - a[0] > 150 and a[1] == b[1]}
    for ys, strip in ((one, strips[0]), (other, strips[1])):
        assert min(abs(y - line) for y in ys) < 0.1
        assert ys[-1] - line == pytest.approx(strip["level"], abs=0.1)  # its rough floor
    assert other[-1] - one[-1] == pytest.approx(-25.4, abs=0.1)


def test_a_name_in_any_script_is_printed_and_named(client, job):
    """Every character has its glyph in the file, and the file its name."""
    marks = ["Дверь 7", "門 ３", "باب ٢", "दरवाज़ा", "Tür/№ 4"]
    for mark in marks:
        body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "mark": mark}}
        client.post(f"/api/jobs/{job}/openings", json=body).raise_for_status()
    ids = [o["id"] for o in client.get(f"/api/jobs/{job}").json()["openings"]]
    answer = client.get(f"/api/jobs/{job}/strips.pdf", params={"openings": ids, "of": "leaf"})
    text = "".join(page.extract_text() for page in PdfReader(BytesIO(answer.content)).pages)
    assert all(word in text for word in ("Дверь 7", "門", "Tür/№ 4"))
    named = unquote(answer.headers["content-disposition"].rpartition("''")[2])
    assert named.startswith("Test job strips Дверь 7 門 ３ باب") and named.endswith(".pdf")
    assert not set('/\\:*?"<>|') & set(named)


@pytest.mark.parametrize(
    ("params", "status", "says"),
    [
        ({"openings": 10**9}, 422, "is none of this job"),
        ({"walls": 10**9}, 422, "is none of this job"),
        ({"openings": 1, "of": "rope"}, 422, "pole"),
    ],
)
def test_what_cannot_be_drawn_is_said(client, job, params, status, says):
    answer = client.get(f"/api/jobs/{job}/strips.pdf", params=params)
    assert answer.status_code == status
    assert says in answer.text


def test_a_page_without_strips_says_so(client, job):
    strips, (page,) = asked(client, job)
    assert strips == []
    assert "There is nothing to print." in page.extract_text()
