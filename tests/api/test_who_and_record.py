"""Who did what: names in any script, and a record that is searched to its first line."""

import json
from urllib.parse import quote

import pytest

from helpers import PLAIN
from jambo.core.job.record import Framed
from jambo.format.events import read_event
from jambo.views.job.record import PAGE, in_words, page_of


def lines(client, job, **query):
    return client.get(f"/api/jobs/{job}/log", params=query).json()["lines"]


@pytest.mark.parametrize(
    ("sent", "noted"),
    [
        (quote("Łukasz Żak"), "Łukasz Żak"),
        (quote("محمد"), "محمد"),
        (quote("李雷"), "李雷"),
        ("Łukasz".encode(), "Łukasz"),  # raw bytes of a client that does not encode
        ("Zo\u00eb".encode("latin-1"), "Zoë"),
        ("100% Bob", "100% Bob"),
        (quote("two\r\nlines\x00"), "two lines"),
        (quote("é" * 80), "é" * 80),
        ("%ff%fe", "��"),
        ("", ""),
    ],
)
def test_a_name_in_any_script_is_noted(client, sent, noted):
    made = client.post("/api/jobs", json={"name": "Who"}, headers={"X-Jambo-Who": sent})
    assert lines(client, made.json()["id"])[0]["who"] == noted


def test_a_name_too_long_is_refused(client):
    answer = client.post("/api/jobs", json={"name": "Who"}, headers={"X-Jambo-Who": "x" * 81})
    assert (answer.status_code, answer.json()["errors"][0]["path"]) == (422, "X-Jambo-Who")


@pytest.fixture
def long_record(local, client, job):
    """An opening with a first line of its own and more than two pages of later ones; gives the job."""
    opening = client.post(f"/api/jobs/{job}/openings", json={"opening": PLAIN["opening"]}).json()["id"]
    client.post(f"/api/openings/{opening}/events", json={"what": "framed", "note": "From the MILL at Höhe"})
    with local.database.transaction(writes=True) as t:
        for n in range(2 * PAGE + 5):
            t.run(
                "INSERT INTO log (job_id, opening_id, who, what, detail) VALUES (%s, %s, 'Ida', 'framed', %s)",
                [job, opening, f'{{"note": "row {n}"}}'],
            )
    return job


def test_the_record_is_searched_to_its_first_line(client, long_record):
    found = lines(client, long_record, find="höhe mill")  # any order, any case
    assert [line["words"] for line in found] == ["From the MILL at Höhe"]
    assert [line["mark"] for line in found] == ["D1"]
    assert [line["what"] for line in lines(client, long_record, find="opened")] == ["job opened"]
    assert lines(client, long_record, find="nobody wrote this") == []


def test_the_record_is_given_a_page_at_a_time_with_times_in_their_zone(client, long_record):
    ids, before, pages = [], None, 0
    while pages == 0 or before is not None:
        query = {"before": before} if before else {}
        page = client.get(f"/api/jobs/{long_record}/log", params=query).json()
        assert all(line["at"].endswith("Z") for line in page["lines"])
        ids += [line["id"] for line in page["lines"]]
        before, pages = page["more"], pages + 1
    assert (pages, len(ids), ids) == (3, 2 * PAGE + 9, sorted(set(ids), reverse=True))


@pytest.mark.parametrize(
    ("count", "more"), [(0, None), (PAGE - 1, None), (PAGE, None), (PAGE + 1, 2)]
)  # ids run down from count to 1: after a full page the next to look before is the last one given
def test_a_page_says_whether_there_is_more(count, more):
    log = [
        {"id": n, "opening_id": None, "who": "", "what": "framed", "detail": {}, "happened": Framed()}
        for n in range(count, 0, -1)
    ]
    found, older = page_of(log, {}, "")
    assert (len(found), older) == (min(count, PAGE), more)


@pytest.mark.parametrize(
    ("what", "detail", "words"),
    [
        ("measured", {"reading": {"place": "lean_left", "value": "1/8", "toward": "away"}, "corrects": 3}, "Lean of the left stud, 1/8, away from it (taken again)"),
        ("floor changed", {"floors": ["Oak"], "moved": [{"figure": "ro_height", "before": None, "after": "82 in"}]}, "Oak; Rough opening height unknown → 82 in"),
        ("wall changed", {"from": {"name": "A"}, "to": {"name": "A", "finish_a": "1/2"}}, "A: Wall finish on side A not said → 1/2"),
        ("changed", {"changed": ["room", "header.depth"]}, "Room, Header depth"),  # noted before it told before and after
        ("changed", {"moved": [{"path": "door.leaves[0].width", "was": "30 in", "is": "2-8"}]}, "Leaf width 30 in → 2-8"),
        ("changed", {"moved": [{"path": "door.hinge_side", "was": None, "is": "right"}]}, "Hinges, seen from A not said → right"),
        ("changed", {"moved": [{"path": "rules.side_shim", "was": "1/4", "is": {"value": "3/8", "unit": "in"}}]}, "Shim space, each side 1/4 → 3/8 in"),
        ("undone", {"moved": [{"path": "frame.kind", "was": "lining_kit", "is": None}]}, "Kind of jamb set lining kit → not said"),
        ("job changed", {"from": {"work": "new", "rules": {}}, "to": {"work": "new", "rules": {"hinge_gap": "3"}}}, "Gap at the hinges not said → 3"),
        ("job removed", {}, ""),
    ],
)  # fmt: skip
def test_a_line_in_words(what, detail, words):
    assert in_words(what, detail) == words


@pytest.mark.parametrize(
    ("what", "detail", "words"),
    [
        ("cut", {"label": "Hinge leg", "figure": "leg_length", "length": "81 3/8 in"}, "Hinge leg at 81 3/8 in"),
        ("cut", {"figure": "leg_length", "undo": True}, "Side jamb length: not cut after all"),
        ("step", {"key": "cut-legs", "undo": True}, "cut legs: not done after all"),
        ("signed", {"before": {"gap_latch": "1/4"}, "after": {"gap_latch": "1/8"}, "note": "dry"}, "dry · gaps before and after: Gap at the latch 1/4 → 1/8"),
        ("signed", {"before": {}, "after": {}}, "gaps good as first read"),
    ],
)  # fmt: skip
def test_an_event_in_words(what, detail, words):
    assert read_event(what, json.dumps(detail)).told("north_america") == words
