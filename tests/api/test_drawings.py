"""Drawings as DXF: every line ends where the shape it is of does, nothing is wrong with the file."""

import io
import subprocess
import sys
import xml.etree.ElementTree as ElementTree
from collections import Counter
from itertools import pairwise
from pathlib import Path
from urllib.parse import unquote

import ezdxf
import pytest
from PIL import Image
from pypdf import PdfReader

from helpers import PLAIN, all_jobs
from jambo.core.solve import solve
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.views.paper.dxf import opening_dxf
from jambo.views.paper.pictures import dxf_text


def read(text):
    document = ezdxf.read(io.StringIO(text))
    assert document.audit().errors == []
    return document


def boxes(document):
    """The rectangles of a drawing by layer, blocks opened: as the corners they reach from and to."""
    found = Counter()
    for one in document.modelspace():
        for line in one.virtual_entities() if one.dxftype() == "INSERT" else [one]:
            if line.dxftype() == "LWPOLYLINE":
                corners = [*line.get_points("xy")]
                low, high = map(min, zip(*corners, strict=True)), map(max, zip(*corners, strict=True))
                assert line.closed
                found[one.dxf.layer, *(round(at, 9) for at in (*low, *high))] += 1
    return found


@pytest.mark.parametrize("doc", documents(), ids=lambda d: d["opening"]["mark"])
def test_an_openings_lines_end_where_its_shapes_do(doc):
    facts = facts_of(parse(Document, doc))
    result = solve(facts.opening, facts.wall, facts.rules)
    document = read(dxf_text(opening_dxf(facts, result, facts.tape, "north_america", doc["unit"])))
    assert document.units == (ezdxf.units.IN if doc["unit"] == "in" else ezdxf.units.MM)
    unit = doc["unit"]

    def number(length):
        return round(float(length.in_inches() if unit == "in" else length.in_mm()), 9)

    wanted = Counter((s.part, *map(number, (s.x0, s.y0, s.x1, s.y1))) for s in result.shapes)
    drawn = boxes(document)
    assert {key: count for key, count in drawn.items() if " " not in key[0]} == wanted
    plans = [outline for drawing in result.drawings for outline in drawing.outlines]
    assert sum(count for key, count in drawn.items() if " " in key[0]) == len(plans)
    texts = [one.dxf.text for one in document.modelspace().query("TEXT")]
    upright = sorted(t.dxf.align_point.y for t in document.modelspace().query("TEXT[rotation==0 & halign==2]"))
    assert all(
        high - low >= t.dxf.height for low, high in pairwise(upright) for t in document.modelspace().query("TEXT")
    )
    assert sum("RO" in text or "rough opening" in text.lower() for text in texts) or not result.pole
    several = [
        key for key, count in Counter((s.part, s.x1 - s.x0, s.y1 - s.y0) for s in result.shapes).items() if count > 1
    ]
    named = [name for name in (b.name for b in document.blocks) if not name.startswith(("*", "_"))]
    assert bool(several) == any(" x " in name for name in named)


def test_a_wall_is_drawn_with_all_its_openings(client, job):
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    opening = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    wall = client.get(f"/api/openings/{opening}").json()["wall"]["id"]
    answer = client.get(f"/api/walls/{wall}/drawing.dxf")
    document = read(answer.text)
    laid = client.post(f"/api/walls/{wall}/layout", json={}).json()["layout"]
    wanted = Counter((s["part"], *(round(s[at] / 25.4, 6) for at in ("x0", "y0", "x1", "y1"))) for s in laid["shapes"])
    assert Counter((layer, *(round(v, 6) for v in box)) for layer, *box in boxes(document).elements()) == wanted
    texts = {one.dxf.text for one in document.modelspace().query("TEXT")}
    assert {mark["read"]["text"] for mark in laid["marks"]} <= texts
    assert client.get(f"/api/openings/{opening}/drawing.dxf").headers["content-type"].startswith("image/vnd.dxf")


def test_every_wall_of_the_demo_is_sound(client):
    for job in sorted(j["id"] for j in all_jobs(client))[:3]:
        for wall in client.get(f"/api/jobs/{job}").json()["walls"]:
            laid = client.post(f"/api/walls/{wall['id']}/layout", json={}).json()["layout"]
            answer = client.get(f"/api/walls/{wall['id']}/drawing.dxf")
            assert (answer.status_code == 200) == bool(laid["shapes"])
            if laid["shapes"]:
                read(answer.text)


def test_what_cannot_be_drawn_is_said(client, job):
    bare = client.post(f"/api/jobs/{job}/walls", json={}).json()["id"]
    assert client.get(f"/api/walls/{bare}/drawing.dxf").status_code == 422
    empty = client.post(f"/api/jobs/{job}/openings", json={}).json()["id"]
    answer = client.get(f"/api/openings/{empty}/drawing.dxf")
    assert (answer.status_code, "nothing to draw yet" in answer.text) == (422, True)


def test_a_drawing_is_a_picture_too(client, job):
    """A3 at 150 dots to the inch is 2481 by 1754; what is drawn is black on white, and fits."""
    opening = client.post(f"/api/jobs/{job}/openings", json={"wall": PLAIN["wall"], "opening": PLAIN["opening"]}).json()
    wall = client.get(f"/api/openings/{opening['id']}").json()["wall"]["id"]
    for at in (f"openings/{opening['id']}", f"walls/{wall}"):
        made = {kind: client.get(f"/api/{at}/drawing.{kind}").raise_for_status() for kind in ("svg", "pdf", "png")}
        picture = Image.open(io.BytesIO(made["png"].content))
        assert picture.size == (2481, 1754) and picture.getextrema()[0] < 60
        edge = [picture.getpixel((x, y)) for x in (0, 30, 2450) for y in range(0, 1754, 20)]
        assert {*edge} == {255}
        (page,) = PdfReader(io.BytesIO(made["pdf"].content)).pages
        assert [round(float(v) / 72 * 25.4) for v in page.mediabox[2:]] == [420, 297]
        assert ElementTree.fromstring(made["svg"].text).tag == "{http://www.w3.org/2000/svg}svg"
        assert made["svg"].headers["content-type"].startswith("image/svg+xml")


def test_a_sliders_section_is_a_drawing_of_its_own(client):
    """With the section's outlines and figures only; what has none is told what it has."""
    jobs = [client.get(f"/api/jobs/{id_}").json() for id_ in sorted(job["id"] for job in all_jobs(client))[:4]]
    job = next(job for job in jobs if "L6" in [one["mark"] for one in job["openings"]])
    slider, pocket = (next(o["id"] for o in job["openings"] if o["mark"] == mark) for mark in ("L6", "L5"))
    views = client.get(f"/api/jobs/{job['id']}/strips", params={"openings": [pocket, slider]}).json()["views"]
    assert views == [{"opening": pocket, "view": "plan"}, {"opening": slider, "view": "section"}]
    answer = client.get(f"/api/openings/{slider}/drawing.dxf", params={"only": "section"}).raise_for_status()
    assert "L6 section" in unquote(answer.headers["content-disposition"].rpartition("''")[2])
    whole, alone = read(client.get(f"/api/openings/{slider}/drawing.dxf").text), read(answer.text)
    lines = sorted(key[0] for key in boxes(whole) if key[0].startswith("section "))
    assert sorted(key[0] for key in boxes(alone)) == lines and "section slab" in lines
    texts = [{one.dxf.text for one in document.modelspace().query("TEXT")} for document in (whole, alone)]
    assert texts[1] < texts[0] and any("Track line" in text for text in texts[1])
    answer = client.get(f"/api/openings/{pocket}/drawing.svg", params={"only": "section"})
    assert (answer.status_code, "its plan" in answer.text) == (422, True)


ALL_AT_ONCE = """
import sys
from concurrent.futures import ThreadPoolExecutor
sys.path.insert(0, {tests!r})
from helpers import plain, solved
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.views.paper.dxf import opening_dxf
from jambo.views.paper.pictures import png, pdf, svg
facts = facts_of(parse(Document, plain()))
drawings = [opening_dxf(facts, solved(plain()), facts.tape, "north_america", "in") for _ in range(9)]
with ThreadPoolExecutor(9) as pool:
    made = [*pool.map(lambda draw, of: len(draw(of)), [svg, pdf, png] * 3, drawings)]
assert made[0] == made[3] == made[6] and all(made)
"""


def test_the_first_pictures_of_a_process_may_be_asked_for_at_once():
    """The type is read with the first of them; a process of its own, for here it has been."""
    script = ALL_AT_ONCE.format(tests=str(Path(__file__).parents[1]))
    subprocess.run([sys.executable, "-c", script], check=True, timeout=120)
