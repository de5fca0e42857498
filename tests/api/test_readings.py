"""Readings through the API: kept, corrected, withdrawn, never lost; a sign-off holds the gaps before and after."""

import pymysql
import pytest

from helpers import PLAIN
from jambo.store.database import Database

GAPS = ("hinge_top", "hinge_foot", "head_hinge", "head_strike", "strike_top", "latch", "foot")


@pytest.fixture
def opening(client, job):
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    return f"/api/openings/{client.post(f'/api/jobs/{job}/openings', json=body).json()['id']}"


def read(client, opening, place, value, corrects=None, **more):
    reading = {"place": place, "value": value, **more}
    body = {"reading": reading, "instrument": "25 ft tape", "corrects": corrects}
    return client.post(f"{opening}/readings", json=body, headers={"X-Jambo-Who": "Ines"})


def test_a_correction_supersedes_and_both_stay_in_the_record(client, opening):
    first = read(client, opening, "width_foot", "32 1/2").json()["readings"][0]
    assert (first["reading"]["value"], first["who"], first["instrument"]) == ("32 1/2 in", "Ines", "25 ft tape")
    page = read(client, opening, "width_foot", "32 1/4", corrects=first["id"]).json()
    assert [r["reading"]["value"] for r in page["readings"]] == ["32 1/4 in"]
    second = page["readings"][0]["id"]
    assert client.delete(f"{opening}/readings/{second}").json()["readings"] == []
    record = client.get(f"{opening}/readings").json()
    assert [(r["reading"] and r["reading"]["value"], r["counts"]) for r in record] == [
        ("32 1/2 in", False), ("32 1/4 in", False), (None, False),
    ]  # fmt: skip
    assert [line["what"] for line in client.get(f"{opening}/log").json()][:3] == ["withdrawn", "measured", "measured"]


def test_two_that_take_one_place_again_at_once_are_both_kept(client, opening):
    first = read(client, opening, "width_foot", "32 1/2").json()["readings"][0]["id"]
    read(client, opening, "width_foot", "32 1/4", corrects=first)
    page = read(
        client, opening, "width_foot", "32 3/8", corrects=first
    ).json()  # written where nobody knew of the other
    assert [r["reading"]["value"] for r in page["readings"]] == ["32 1/4 in", "32 3/8 in"]
    record = client.get(f"{opening}/readings").json()
    assert [r["corrects"] for r in record] == [None, first, None]
    assert read(client, opening, "width_foot", "32", corrects=first + 10_000).status_code == 404


@pytest.mark.parametrize(
    ("reading", "unit", "kept"),
    [
        ({"place": "width_foot", "value": "820"}, "mm", {"value": "820 mm"}),  # on the other tape than the job's
        ({"place": "width_foot", "value": "32 1/4"}, "mm", {"value": "32 1/4 in"}),  # a fraction is inches on any tape
        ({"place": "width_foot", "value": "32"}, "in", {"value": "32 in"}),
        ({"place": "width_foot", "value": "32"}, None, {"value": "32 in"}),
        ({"place": "gap_latch", "value": "3"}, "mm", {"value": "3 mm"}),  # three inches would be no gap
        ({"place": "lean_left", "value": "3", "toward": "away"}, "mm", {"value": "3 mm"}),
        ({"place": "lean_left", "value": "3 in 1200", "toward": "away"}, "mm", {"value": "3 mm in 1200 mm"}),
        ({"place": "lean_left", "value": "1/8", "toward": "away"}, None, {"value": "1/8"}),  # as it was typed
        ({"place": "lean_left", "value": "3 mm per m", "toward": "away"}, "mm", {"value": "3 mm in 1000 mm"}),
        ({"place": "twist_left", "value": "2", "toward": "A", "at": "1000"}, "mm", {"value": "2 mm", "at": "1000 mm"}),
    ],
)  # fmt: skip
def test_bare_numbers_are_in_the_unit_of_the_tape_that_was_shown(client, opening, reading, unit, kept):
    answer = client.post(f"{opening}/readings", json={"reading": reading, "unit": unit})
    assert answer.status_code == 201, answer.text
    assert reading | kept == {k: v for k, v in answer.json()["readings"][0]["reading"].items() if k in reading}


@pytest.mark.parametrize(
    ("reading", "path", "says"),
    [
        ({"place": "width_foot", "value": "a good yard"}, "value", "length"),
        ({"place": "width_foot", "value": "2"}, "value", "opening width"),
        ({"place": "lean_left", "value": "1/4 in 4 ft"}, "toward", "which way"),
        ({"place": "lean_left", "value": "-1/4", "toward": "away"}, "value", "negative"),
        ({"place": "lean_left", "value": "5 in 4 ft", "toward": "away"}, "value", "5"),
        ({"place": "lean_left", "value": "3/4 in 6", "toward": "away"}, "value", "steeper"),
        ({"place": "width_foot", "value": "32", "toward": "away"}, "toward", "no way"),
        ({"place": "twist_left", "value": "1/8", "toward": "A"}, "at", "where"),
        ({"place": "nowhere", "value": "1"}, "reading.place", "accepted"),
    ],
)  # fmt: skip
def test_what_cannot_be_a_reading_is_refused_and_nothing_kept(client, opening, reading, path, says):
    answer = client.post(f"{opening}/readings", json={"reading": reading})
    assert answer.status_code == 422
    error = answer.json()["errors"][0]
    assert error["path"] == path and says in error["reason"] + error["accepted"]
    assert client.get(opening).json()["readings"] == []


def test_readings_are_append_only_in_the_database(client, opening, local):
    read(client, opening, "width_foot", "32 1/2")
    owner = Database(local.server.owner_url)
    for statement in ("UPDATE reading SET doc = NULL", "DELETE FROM reading"):
        with pytest.raises(pymysql.MySQLError, match="append-only"), owner.transaction() as t:
            t.run(statement)
    owner.close()


def test_sign_off_wants_good_gaps_or_a_reason_and_keeps_before_and_after(client, opening):
    event = {"what": "signed"}
    assert "no gap was read" in client.post(f"{opening}/events", json=event).json()["errors"][0]["reason"]
    for gap in GAPS:
        page = read(client, opening, f"gap_{gap}", "1/4" if gap == "latch" else "1/8").json()
    refused = client.post(f"{opening}/events", json=event).json()["errors"][0]
    assert refused["path"] == "note" and "gap at the latch" in refused["reason"]
    wrong = next(r["id"] for r in page["readings"] if r["reading"]["place"] == "gap_latch")
    read(client, opening, "gap_latch", "1/8", corrects=wrong)
    signed = client.post(f"{opening}/events", json=event, headers={"X-Jambo-Who": "Ines"}).json()["events"][0]
    assert (signed["what"], signed["who"], signed["detail"]["done"]) == ("signed", "Ines", True)
    assert (signed["detail"]["before"]["gap_latch"], signed["detail"]["after"]["gap_latch"]) == ("1/4 in", "1/8 in")


def test_the_board_hears_of_what_was_found(client, job, opening):
    """31 1/2 is narrower than the frame's 31 3/4: the card of the opening says stop."""
    for place in ("width_foot", "width_middle", "width_head"):
        read(client, opening, place, "31 1/2")
    brief = client.get(f"/api/jobs/{job}").json()["openings"][0]["brief"]
    assert brief["worst"]["code"] == "unit-too-wide"


def test_a_level_is_heard_in_both_ways_of_telling(client):
    said = client.get("/api/level", params={"text": "1/4 in 4 ft", "unit": "in"}).json()
    assert said == {"text": "1/4 in over 48 in", "per": "5.2 mm per m, 0.30 degrees"}
    assert client.get("/api/level", params={"text": "a bit", "unit": "in"}).status_code == 422
