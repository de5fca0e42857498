"""What a page shows, as a table: lengths as read, exactly and in which unit; texts stay texts; every row of the page is there."""

import csv
import io
from datetime import datetime
from io import BytesIO
from typing import get_args

import openpyxl
import pytest

from helpers import PLAIN, all_jobs, inch
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Tape
from jambo.format.table_out import Column, LengthCell, Table, as_csv, as_workbook
from jambo.jobs.tables import TableName

NAMES = get_args(TableName)


def table(*rows, unit="in"):
    columns = [Column("what"), Column("length", length=True), Column("many"), Column("when")]
    return Table("A/B: one?", columns, rows, unit)


def sheet(data):
    (page,) = openpyxl.load_workbook(BytesIO(data)).worksheets
    return page


def test_a_length_is_read_exact_and_in_its_unit():
    """13/32 reads 7/16 to the nearest sixteenth and is 0.40625; 2100.4 mm reads 2100 and is that."""
    when = datetime(2026, 12, 1, 7, 30)
    rows = [
        ["stud", LengthCell.of(inch("13/32"), Tape.of("in")), 3, when],
        ["=1+1", None, None, None],
    ]
    page = sheet(as_workbook(table(*rows)))
    assert [[c.value for c in row] for row in page.iter_rows()] == [
        ["what", "length", "length, exact", "unit", "many", "when"],
        ["stud", "7/16 in", 0.40625, "in", 3, when],
        ["=1+1", None, None, None, None, None],
    ]
    assert [page["A3"].data_type, page["C2"].data_type, page["F2"].is_date] == ["s", "n", True]
    assert (page.freeze_panes, page.print_title_rows, page.print_area) == ("A2", "$1:$1", "'A B  one '!$A$1:$F$3")
    assert "".join(as_csv(table(*rows))).splitlines() == [
        "\ufeffwhat,\"length\",\"length, exact\",unit,many,when".replace('"length",', "length,"),
        "stud,7/16 in,0.40625,in,3,2026-12-01 07:30:00",
        "'=1+1,,,,,",
    ]  # fmt: skip
    mm = sheet(as_workbook(table(["rail", LengthCell.of(Length.mm("2100.4"), Tape.of("mm")), 1, None], unit="mm")))
    assert [c.value for c in mm[2]][1:4] == ["2100 mm", 2100.4, "mm"]


@pytest.mark.parametrize("begins", ["=", "+", "-", "@", "\t", "\r"])
def test_a_text_that_begins_as_a_formula_stays_a_text(begins):
    text = f"{begins}cmd|' /C calc'!A0"
    cell = sheet(as_workbook(table([text, None, None, None])))["A2"]
    assert cell.data_type == "s"
    (row,) = list(csv.reader(io.StringIO("".join(as_csv(table([text, None, None, None]))), newline="")))[1:]
    assert row[0] == f"'{text}"


def test_ten_thousand_rows_come_a_stretch_at_a_time():
    parts = list(as_csv(table(*[["row", None, n, None] for n in range(10_000)])))
    assert len(parts) == 21
    assert "".join(parts).count("\r\n") == 10_001


@pytest.fixture
def worked(client, job):
    """A job with a leaf ordered and come, and a reading that was taken again."""
    for mark in ("B1", "=B2"):
        body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "mark": mark}}
        opening = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    for value in ("32 1/4", "32 5/16"):
        made = client.post(
            f"/api/openings/{opening}/readings", json={"reading": {"place": "width_foot", "value": value}}
        )
        made.raise_for_status()
    buying = client.get(f"/api/jobs/{job}/buying").json()
    leaf = next(line for c in buying["counters"] for line in c["lines"] if line["key"].startswith("leaf"))
    client.post(
        f"/api/jobs/{job}/buying/orders", json={"key": leaf["key"], "count": 2, "supplier": "Yard"}
    ).raise_for_status()
    order = next(ln["id"] for ln in client.get(f"/api/jobs/{job}/log").json()["lines"] if ln["what"] == "order")
    client.post(f"/api/jobs/{job}/buying/orders/{order}/came", json={"count": 1}).raise_for_status()
    return job


def rows(client, job, name, **shown):
    answer = client.get(f"/api/jobs/{job}/tables/{name}.csv", params=shown)
    assert answer.headers["content-type"].startswith("text/csv")
    return list(csv.DictReader(io.StringIO(answer.text.removeprefix("\ufeff"), newline="")))


def test_each_table_is_what_its_page_shows(client, worked):
    lists = client.get(f"/api/jobs/{worked}/lists").json()
    cut = rows(client, worked, "cut")
    told = [(s["section"], p["label"], str(p["count"]), p["length"]) for s in lists["stock"] for p in s["pieces"]]
    assert [(r["stock"], r["piece"], r["how many"], r["length"]) for r in cut] == told
    king = next(r for r in cut if r["piece"] == "King stud")
    assert (king["length"], king["length, exact"], king["unit"], king["for"]) == (
        "96 in",
        "96",
        "in",
        "B1 x2, =B2 x2",
    )  # 97 1/2 to the top plates, less the bottom plate

    leaf = next(r for r in rows(client, worked, "buy") if r["what"] == "Leaf")
    assert [leaf[c] for c in ("counter", "needed", "ordered", "come", "to order", "from", "for")] == [
        "Leaves", "2", "2", "1", "0", "Yard", "B1, =B2",
    ]  # fmt: skip
    orders = rows(client, worked, "orders")
    assert [(r["what happened"], r["how many"], r["still to come"]) for r in orders] == [
        ("ordered", "2", "1"),
        ("came", "1", ""),
    ]
    readings = rows(client, worked, "readings")
    assert [(r["opening"], r["reading"], r["reading, exact"], r["counts"]) for r in readings] == [
        ("'=B2", "32 1/4 in", "32.25", "yes"), ("'=B2", "32 5/16 in", "32.3125", "yes"),
    ]  # fmt: skip
    record = rows(client, worked, "record")
    log = client.get(f"/api/jobs/{worked}/log").json()["lines"]
    assert [(r["what"], r["in words"].lstrip("'")) for r in record] == [(ln["event"], ln["words"]) for ln in log]
    rules = {r["rule"]: r for r in rows(client, worked, "rules", unit="mm")}
    assert len(rules) > 100
    assert rules["Hinge length"]["counts"] == "89 mm"  # 3 1/2 in, as the millimetre tape shows it
    saw = rows(client, worked, "saw")
    assert {r["unit"] for r in saw if r["length"]} <= {"in", ""}
    assert sum(r["opening"] == "'=B2" for r in saw) > 0


def test_days_and_times_are_those_of_their_pages(client):
    """The demo's largest job has a crew, work that is held up, and doors that were timed."""
    job = next(j["id"] for j in all_jobs(client) if j["job"]["name"].startswith("Kiln"))
    time = client.get(f"/api/jobs/{job}/time").json()
    plan, days = None, []
    while plan != (now := client.get(f"/api/jobs/{job}/plan").json()):  # what is to be done moves on with the clock
        plan, days = now, rows(client, job, "days")
    told = [
        (day["day"], person["name"], one["mark"], one["start"].replace("T", " ") + ":00", str(one["minutes"]), "")
        for day in plan["days"] for person in day["people"] for one in person["work"]
    ] + [("", "", held["mark"], "", "", "; ".join(held["waits_for"])) for held in plan["held_up"]]  # fmt: skip
    assert (
        told and [tuple(r[c] for c in ("day", "who", "opening", "from", "minutes", "held up by")) for r in days] == told
    )
    times = [(one["mark"], str(one["minutes"]), str(one["by_rule"]), one["state"]) for one in time["times"]]
    taken = rows(client, job, "times")
    assert times and [tuple(r[c] for c in ("opening", "minutes", "by rule", "state")) for r in taken] == times


@pytest.mark.parametrize("name", NAMES)
def test_every_table_of_every_demo_job_is_a_workbook(client, name):
    for job in sorted(j["id"] for j in all_jobs(client))[:3]:
        answer = client.get(f"/api/jobs/{job}/tables/{name}.xlsx")
        if name == "days" and not client.get(f"/api/jobs/{job}").json()["job"].get("crew", {}).get("people"):
            assert answer.json()["errors"][0]["reason"] == "there is nobody in the crew"
            continue
        assert answer.status_code == 200
        assert sheet(answer.content).max_column >= 5
        assert ".xlsx" in answer.headers["content-disposition"]


def test_another_table_is_none(client, job):
    assert client.get(f"/api/jobs/{job}/tables/ropes.csv").status_code == 422
    assert client.get("/api/jobs/999999/tables/cut.csv").status_code == 404
