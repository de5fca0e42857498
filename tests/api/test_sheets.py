"""Sheets in one run: what stands on them, pages that begin and end whole, and a code that says whether a page is still true."""

import base64
import io
import json
import re
from functools import cache
from urllib.parse import parse_qs, urlsplit

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from helpers import PLAIN
from jambo.children import CHILDREN
from jambo.views.paper.beside import draw, drawn
from jambo.views.paper.codes import Codes
from jambo.views.paper.fonts import NAME, add_fonts
from jambo.views.paper.sheet_pages import _Run
from jambo.views.paper.sheet_run import SheetRun
from jambo.views.paper.sheets import Said
from jambo.views.paper.sheets import Sheet as JobSheet
from jambo.views.paper.tiles import Sheet


@pytest.fixture
def two(client, job):
    """A job with two openings."""
    made = []
    for mark in ("D1", "D2"):
        body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "mark": mark, "room": "Pantry"}}
        made.append(client.post(f"/api/jobs/{job}/openings", json=body).json()["id"])
    return job, made


def pages(client, job, **asked):
    answer = client.get(f"/api/jobs/{job}/sheets.pdf", params=asked).raise_for_status()
    assert answer.headers["content-type"] == "application/pdf" and "sheets" in answer.headers["content-disposition"]
    return [page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages]


def test_each_sheet_begins_on_its_page_and_every_page_has_its_number(client, two):
    job, (first, _) = two
    told = pages(client, job, of=["cut", "card", "saw", "buy"], openings=[first])
    for n, page in enumerate(told, 1):
        assert f"page {n} of {len(told)}" in page and "Test job" in page
    result = client.post("/api/solve", json=PLAIN).json()
    cut = next(page for page in told if "Cut list" in page)
    assert cut.startswith("D1")
    for name in ("ro_width", "ro_height", "head_underside"):
        figure = result["figures"][name]
        assert re.search(rf"{re.escape(figure['label'])}\s+{re.escape(figure['value']['text'])}", cut)
    card = "\n".join(page for page in told if "Work card" in page)
    assert [step["text"].split(".")[0][:20] in card for step in result["steps"]] == [True] * len(result["steps"])
    assert not any("D2" in page for page in told if "Work card" in page or "Cut list" in page)
    saw = "\n".join(page for page in told if page.startswith("At the saw"))
    assert "Marks, from the stop" in saw and "(D2)" in saw  # the job's, whoever's sheets are wanted
    assert any(page.startswith("To buy") for page in told)


def test_a_long_table_has_its_heads_on_every_page(client, job):
    for n in range(30):
        body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "mark": f"L{n}"}}
        client.post(f"/api/jobs/{job}/openings", json=body).raise_for_status()
    saw = pages(client, job, of=["saw"], paper="letter")
    assert len(saw) > 2
    assert all("Marks, from the stop" in page for page in saw)


def test_nothing_asked_for_is_a_page_that_says_so(client, two):
    job, _ = two
    assert ["nothing to print" in page for page in pages(client, job)] == [True]


def test_a_sheet_says_whether_it_is_still_true_and_what_changed_since(client, two):
    job, (first, other) = two
    at, printed = codes(client, job, of="cut", openings=first)[0].split("?printed=")
    assert at == f"{client.base_url}/openings/{first}/print".replace("//o", "/o")
    of, opening, line, was, _, _ = printed.split(".")
    known = {"of": of, "openings": opening, "line": line, "was": was}
    at = f"/api/jobs/{job}/sheets/printed"
    assert client.get(at, params=known).json() == {"same": True, "since": []}

    page = client.get(f"/api/openings/{other}").json()
    body = {"version": page["version"], "opening": {**page["opening"], "note": "paint it"}}
    client.put(f"/api/openings/{other}", json=body).raise_for_status()
    assert client.get(at, params=known).json() == {"same": True, "since": []}  # another's, and no figure of this one

    page = client.get(f"/api/openings/{first}").json()
    leaf = {**page["opening"]["door"]["leaves"][0], "width": "32 in"}
    opening = {**page["opening"], "door": {**page["opening"]["door"], "leaves": [leaf]}}
    client.put(f"/api/openings/{first}", json={"version": page["version"], "opening": opening}).raise_for_status()
    told = client.get(at, params=known).json()
    assert told["same"] is False and len(told["since"]) == 1 and "changed" in told["since"][0].lower()


def codes(client, job, **asked):
    """What the code on each page opens: it is pressed as well as scanned."""
    answer = client.get(f"/api/jobs/{job}/sheets.pdf", params=asked).raise_for_status()
    read = PdfReader(io.BytesIO(answer.content)).pages
    return [page["/Annots"][0].get_object()["/A"]["/URI"] for page in read]


def test_a_page_of_strips_says_whether_it_is_still_true(client, two):
    """Of two openings beside each other and their wall: its code chooses them, and a figure of either makes it untrue."""
    job, ids = two
    walls = [wall["id"] for wall in client.get(f"/api/jobs/{job}").json()["walls"]]
    asked = {"openings": ids, "walls": walls[:1], "of": ["pole", "plate"], "paper": "a4", "unit": "mm"}
    file = client.get(f"/api/jobs/{job}/strips.pdf", params=asked).raise_for_status().content
    opens = {page["/Annots"][0].get_object()["/A"]["/URI"] for page in PdfReader(io.BytesIO(file)).pages}
    known = []
    for address in sorted(opens):
        query = parse_qs(urlsplit(address).query)
        of, whose, line, was, unit, _ = query["printed"][0].split(".")
        openings, _, wall = whose.partition("w")
        assert query["openings"][0].replace(".", "-") == (openings or "none") and query.get("walls", [""])[0] == wall
        known.append({"of": of, "openings": openings.split("-"), "walls": wall or [], "line": line, "was": was, "unit": unit})  # fmt: skip
        known[-1] = {name: said for name, said in known[-1].items() if said != [""]}
    assert {tuple(one.get("openings", ())) for one in known} >= {tuple(map(str, ids))} and len(known) > 1
    at = f"/api/jobs/{job}/sheets/printed"
    assert [client.get(at, params=one).json()["same"] for one in known] == [True] * len(known)
    [poles] = [one for one in known if len(one.get("openings", ())) == 2]
    assert client.get(at, params={**poles, "was": "0" * 16}).json()["same"] is False
    page = client.get(f"/api/openings/{ids[1]}").json()
    leaf = {**page["opening"]["door"]["leaves"][0], "height": "78 in"}
    opening = {**page["opening"], "door": {**page["opening"]["door"], "leaves": [leaf]}}
    client.put(f"/api/openings/{ids[1]}", json={"version": page["version"], "opening": opening}).raise_for_status()
    told = client.get(at, params=poles).json()
    assert told["same"] is False and len(told["since"]) == 1
    now = client.get(f"/api/openings/{ids[1]}").json()["version"]
    client.delete(f"/api/openings/{ids[1]}", params={"version": now}).raise_for_status()
    told = client.get(at, params=poles).json()
    assert told["same"] is False and len(told["since"]) == 2  # what it shows is off the board


@pytest.mark.parametrize("what", ["openings", "walls"])
def test_what_is_of_another_job_is_refused(client, job, what):
    answer = client.get(f"/api/jobs/{job}/sheets.pdf", params={"of": "card", what: 999_999})
    assert answer.status_code == 422 and "none of this job" in answer.text


def test_a_wall_has_its_tape_its_pieces_and_who_does_what(client, job):
    """The tape of its page; a crew of one, to whom all the work of its opening falls."""
    kept = client.get(f"/api/jobs/{job}").json()
    crew = {"people": [{"name": "Ines", "hours": [{"days": ["mon", "tue", "wed", "thu", "fri"], "from": "07:00", "to": "15:00"}]}]}  # fmt: skip
    body = {"version": kept["version"], "job": {**kept["job"], "crew": crew}}
    client.put(f"/api/jobs/{job}", json=body).raise_for_status()
    body = {"wall": {**PLAIN["wall"], "name": "North"}, "opening": {**PLAIN["opening"], "mark": "W1"}}
    client.post(f"/api/jobs/{job}/openings", json=body).raise_for_status()
    at_wall = f"/api/walls/{client.get(f'/api/jobs/{job}').json()['walls'][0]['id']}"
    told = pages(client, job, of=["wall"])
    page, text = client.post(f"{at_wall}/layout", json={}).json(), "\n".join(told)
    assert told[0].startswith("North") and "W1" in told[0]
    for mark in page["layout"]["marks"]:
        assert re.search(rf"^{re.escape(mark['read']['text'])} ", text, re.MULTILINE)
    for piece in page["layout"]["pieces"]:
        assert re.search(rf"{piece['count']}\s+{re.escape(piece['label'])}\s+{re.escape(piece['length'])}", text)
    assert "Who does what" in text and re.search(r"W1: .*\s+Ines", text)

    at = f"/api/jobs/{job}/sheets/printed"
    of, whose, line, was, _, _ = codes(client, job, of="wall")[0].split("?printed=")[1].split(".")
    known = {"of": of, "walls": whose.removeprefix("w"), "line": line, "was": was}
    assert client.get(at, params=known).json() == {"same": True, "since": []}
    body = {"version": page["wall"]["version"], "wall": {**page["wall"]["wall"], "length": "150"}}
    client.put(at_wall, json=body).raise_for_status()
    assert client.get(at, params=known).json()["same"] is False


def test_trades_and_strips_go_in_the_same_run(client, two):
    job, (first, _) = two
    told = pages(client, job, of=["trade", "strips", "card"], openings=[first])
    trades = [page for page in told if page.startswith("For other trades")]
    assert [title in "".join(trades) for title in ("Drywall", "Floors", "Paint")] == [True] * 3
    strips = [n for n, page in enumerate(told) if "of this strip" in page or "must measure this" in page]
    assert strips == [*range(len(told) - len(strips), len(told))] and len(strips) > 1  # at the end
    assert all(f"page {n} of {len(told)}" in page for n, page in enumerate(told, 1))
    assert not any("D2" in told[n] for n in strips)


def test_how_far_it_is_is_told_and_the_file_comes_last(client, two):
    job, _ = two
    with client.stream("GET", f"/api/jobs/{job}/sheets/steps", params={"of": ["card", "cut"]}) as answer:
        lines = [json.loads(line) for line in answer.iter_lines()]
    assert [line.get("done") for line in lines] == [1, 2, 3, 4, None] and {line["of"] for line in lines[:-1]} == {4}
    assert lines[-1]["called"].endswith(".pdf")
    read = PdfReader(io.BytesIO(base64.b64decode(lines[-1]["file"]))).pages
    cut = [page.extract_text().splitlines()[0] for page in read if "Cut list" in page.extract_text()]
    assert [*dict.fromkeys(cut)] == ["D1", "D2"]


def test_who_stops_listening_ends_the_drawing():
    sheet = JobSheet("card", 1, "D1", "", "/", [Said("", ["Set the frame. " * 40] * 40)])
    CHILDREN.start()
    try:
        steps = drawn(SheetRun([sheet] * 300, (), "a4", "Test job", Codes("http://x", 1, 0, "", "")))
        assert isinstance(next(steps), int)
        [task] = [one for one in CHILDREN._tasks.values() if one.work is draw]
        steps.close()
        assert task.ended.wait(20) and task.cancelled and isinstance(task.best, int)
    finally:
        CHILDREN.close()


@given(st.text("abl \n£", max_size=300), st.floats(5, 80))
def test_lines_keep_every_word_and_stay_in_their_room(text, room):
    pdf = typed()
    broken = pdf.lines(text, room)
    assert "".join(broken).replace(" ", "") == text.replace(" ", "").replace("\n", "")
    assert all(pdf.get_string_width(line) <= room + 1e-6 for line in broken)
    kept = [word for line in broken for word in line.split()]
    assert [word for word in text.split() if pdf.get_string_width(word) > room or word not in kept] == [
        word for word in text.split() if pdf.get_string_width(word) > room
    ]


@cache
def typed():
    pdf = _Run(Sheet.named("a4"), "")
    add_fonts(pdf, "abl £")
    pdf.set_font(NAME, "", 12)
    return pdf
