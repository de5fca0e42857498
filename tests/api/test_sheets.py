"""Sheets in one run: what stands on them, pages that begin and end whole, and a code that says whether a page is still true."""

import io
import re

import pytest
from pypdf import PdfReader

from helpers import PLAIN


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
    known = {"of": of, "opening": opening, "line": line, "was": was}
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


def test_an_opening_of_another_job_is_refused(client, job, two):
    answer = client.get(f"/api/jobs/{two[0]}/sheets.pdf", params={"of": "card", "openings": 999_999})
    assert answer.status_code == 422 and "none of this job" in answer.text
