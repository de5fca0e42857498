"""A job's door schedule goes out as a table and comes back in as it went: by hand, for every kind of door, and for the demo."""

import csv
import io

import pytest

from helpers import PLAIN, all_jobs
from jambo.demo.jobs import JOBS

DOORS = {
    "a pair whose leaves differ": (
        "mm",
        {"mark": "=D1", "room": "Hof 2", "door": {"leaves": [{"width": "826", "height": "2040", "thickness": "35"}, {"width": "426", "height": "2040"}], "hinge_side": "right", "opens_to": "A"}},
        {"mark": "=D1", "kind": "pair of doors, each", "leaf width": "826 mm + 426 mm", "leaf height": "2040 mm", "leaf height, exact": "2040", "leaf thickness": "35 mm", "hand": "hinges right, outswing"},
    ),
    "an exact number, and a fraction finer than the tape's": (
        "in",
        {"door": {"leaves": [{"width": {"value": "481/16", "unit": "in"}, "height": "80 3/64"}], "fire_rated": True, "fire_minutes": 30, "glass": True, "leads_to": "garage"}, "frame": {"kind": "steel_wrap", "depth": "4 7/8"}},
        {"kind": "swing door, to garage", "leaf width": "30 1/16 in", "leaf height": "80 3/64 in", "fire rating": "30 min", "glass": "yes", "frame": "steel", "finished wall": "4 7/8 in"},
    ),
    "leaves that pass in an opening": (
        "in",
        {"door": {"kind": "bypass", "bypass": {"count": 3, "leaf_width": "31", "leaf_height": "79"}, "opening_width": "90", "opening_height": "80"}, "note": "- tracks to be chosen"},
        {"kind": "3 leaves bypass, each", "leaf width": "31 in", "opening width": "90 in", "opening height": "80 in", "note": "- tracks to be chosen"},
    ),
    "a folding door": (
        "mm",
        {"door": {"kind": "cased", "cased": {"by_maker": True}}, "note": "folding door 1800 mm x 2040 mm; white"},
        {"kind": "folding door", "leaf width": "1800 mm", "leaf height": "2040 mm", "note": "white"},
    ),
    "floors of any name": (
        "in",
        {"door": {"kind": "face_slider", "slides_to": "left", "slider": {"slab_width": "36", "slab_height": "84"}, "opening_width": "32"}, "floors": {"a": [{"name": "старая сосна, 1-я", "thickness": "7/8"}, {"name": "underlay", "thickness": "3 mm"}], "b": []}},
        {"kind": "face slider", "hand": "slides left", "floor side A": "старая сосна, 1-я 7/8 in + underlay 3 mm", "floor side B": "bare", "opening width": "32 in"},
    ),
    "an outside door with its lock": (
        "in",
        {"door": {"leads_to": "outside", "leaves": [{"width": "36", "height": "80"}], "hardware": {"function": "keyed", "closer": True, "backset": "2 3/4"}, "in_hand": {"core": "solid"}}, "frame": {"kind": "outside_sill", "supply": "pre_hung"}, "unit": {"outside_width": "37 1/2"}},
        {"kind": "swing door, solid core", "frame": "exterior, pre-hung", "lock": "keyed, closer", "backset": "2 3/4 in", "unit width": "37 1/2 in"},
    ),
}  # fmt: skip


def new_job(client, unit="in", floors=()):
    return client.post("/api/jobs", json={"name": "Schedule", "unit": unit, "floors": [*floors]}).json()["id"]


def out(client, job, kind="csv"):
    answer = client.get(f"/api/jobs/{job}/tables/schedule.{kind}").raise_for_status()
    return answer.content


def rows_of(data):
    return list(csv.DictReader(io.StringIO(data.decode("utf-8-sig"), newline="")))


def back_in(client, data, job):
    """Take a schedule in as somebody would: its file read, then kept."""
    table = client.post("/api/schedule/file", content=data, headers={"Content-Type": "application/octet-stream"}).json()
    body = {"headings": table["headings"], "rows": table["rows"]}
    return client.post(f"/api/jobs/{job}/schedule", json=body), table


@pytest.mark.parametrize("name", DOORS)
def test_a_door_goes_out_in_words_and_comes_back_the_same(client, name):
    unit, opening, cells = DOORS[name]
    job, other = new_job(client, unit), new_job(client, unit)
    client.post(f"/api/jobs/{job}/openings", json={"wall": {"stud_depth": "90 mm"}, "opening": opening}).raise_for_status()  # fmt: skip
    data = out(client, job)
    (row,) = rows_of(data)
    told = {title: text.removeprefix("'") for title, text in row.items() if title in cells}
    assert told == cells and row["stud depth"] == "90 mm"
    kept, table = back_in(client, data, other)
    assert kept.status_code == 201, (kept.json(), table)
    assert [h["column"] for h in table["headings"] if h["text"] and h["column"] is None] == []
    assert out(client, other) == data


@pytest.mark.parametrize("kind", ["csv", "xlsx"])
def test_the_schedule_of_every_demo_job_comes_back_in_as_it_went_out(client, kind):
    for demo in JOBS:
        job = next(j for j in all_jobs(client) if j["job"]["name"] == demo["job"]["name"])["id"]
        other = new_job(client, demo["job"]["unit"], demo["job"].get("floors", ()))
        kept, table = back_in(client, out(client, job, kind), other)
        assert kept.status_code == 201, (kept.json(), table["rows"])
        assert out(client, other) == out(client, job)


def test_what_is_changed_in_the_sheet_is_what_comes_in(client):
    """The exact column is for reckoning: whoever writes another width into the sheet writes it into the width."""
    job, other = new_job(client), new_job(client)
    client.post(f"/api/jobs/{job}/openings", json={"wall": {}, "opening": PLAIN["opening"]}).raise_for_status()
    data = out(client, job).replace(b"30 in,30,in", b"34 in,30,in")
    kept, _ = back_in(client, data, other)
    assert kept.status_code == 201
    assert rows_of(out(client, other))[0]["leaf width, exact"] == "34"
