"""Finding across all jobs, and what is read of a firm that has many: each by its index."""

import httpx
import pytest

from jambo.jobs import finding
from jambo.running.firm import Size, fill
from jambo.running.local import running
from jambo.store import finding as store
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store.kept import log_pages


@pytest.fixture(scope="module")
def firm():
    """A Jambo of its own: two jobs in inches, one in millimetres, one off the board."""
    with running(front_end=False) as local, httpx.Client(base_url=local.url) as client:
        jobs = [
            ("Kiln Row", "in", [("D1", "Pantry", "2868", None), ("D10", "Hall", "30 in", "80"), ("D2", "Boot room", None, None)]),
            ("Mill end", "in", [("D1", "Café 100%", "32", "80"), ("K_1", "Pantry", "32", "84")]),
            ("Signal house", "mm", [("L1", "Hall", "813", "2032"), ("D1", "Study", "762", "1981")]),
            ("Taken down", "in", [("D1", "Pantry", "32", "80")]),
        ]  # fmt: skip
        for name, unit, openings in jobs:
            job = client.post("/api/jobs", json={"name": name, "unit": unit}).json()["id"]
            for mark, room, width, height in openings:
                leaf = {key: said for key, said in (("width", width), ("height", height)) if said}
                door = {"door": {"leaves": [leaf]}} if leaf else {}
                body = {"opening": {"mark": mark, "room": room, **door}}
                who = {"X-Jambo-Who": "Ana" if name == "Kiln Row" else "Bo"}
                client.post(f"/api/jobs/{job}/openings", json=body, headers=who).raise_for_status()
        client.delete(f"/api/jobs/{job}", params={"version": 1}).raise_for_status()
        yield local, client


@pytest.mark.parametrize(
    ("text", "size", "openings", "jobs", "people"),
    [
        ("", None, [], [], []),
        ("   ", None, [], [], []),
        ("belfry", None, [], [], []),
        # a mark as it stands comes first, then those it stands in, of the newest job first
        ("D1", None, ["Signal house D1", "Mill end D1", "Kiln Row D1", "Kiln Row D10"], [], []),
        ("d10", None, ["Kiln Row D10"], [], []),
        ("pantry", None, ["Mill end K_1", "Kiln Row D1"], [], []),
        ("pantry kiln", None, ["Kiln Row D1"], [], []),
        ("cafe", None, ["Mill end D1"], [], []),  # as names are compared: with or without an accent
        ("kiln", None, ["Kiln Row D1", "Kiln Row D10", "Kiln Row D2"], ["Kiln Row"], []),
        ("100%", None, ["Mill end D1"], [], []),
        ("0%", None, ["Mill end D1"], [], []),
        ("%", None, ["Mill end D1"], [], []),
        ("_", None, ["Mill end K_1"], [], []),
        ("\\", None, [], [], []),
        ("ana", None, [], [], ["Ana: Kiln Row"]),
        ("BO", None, ["Kiln Row D2"], [], ["Bo: Signal house, Mill end"]),  # of what is off the board nothing is told
        # 32 in is 812.8 mm, called 813: one size; 80 in is 2,032 mm
        ("32 x 80", "32 in by 80 in", ["Signal house L1", "Mill end D1", "Kiln Row D1"], [], []),
        ("2-8 x 6-8", "32 in by 80 in", ["Signal house L1", "Mill end D1", "Kiln Row D1"], [], []),
        ("813 x 2032", "813 mm by 2032 mm", ["Signal house L1", "Mill end D1", "Kiln Row D1"], [], []),
        ("32 x 84", "32 in by 84 in", ["Mill end K_1"], [], []),
        ("762 x 1981", "762 mm by 1981 mm", ["Signal house D1"], [], []),
        ("30", "30 in wide", ["Signal house D1", "Kiln Row D10"], [], []),
        ("811 x 2032", "811 mm by 2032 mm", [], [], []),  # 1.8 mm from 32 in
    ],
)  # fmt: skip
def test_each_kind_is_found(firm, text, size, openings, jobs, people):
    found = firm[1].get("/api/find", params={"text": text}).raise_for_status().json()
    assert [f"{one['job_name']} {one['name']}" for one in found["openings"]] == openings
    assert (found["size"], [job["name"] for job in found["jobs"]]) == (size, jobs)
    assert [f"{one['name']}: {', '.join(job['name'] for job in one['jobs'])}" for one in found["people"]] == people
    assert found["more"] is False


def test_what_is_found_says_its_size_and_more_than_are_told_is_told(firm, monkeypatch):
    client = firm[1]
    leaves = {one["name"]: one["leaf"] for one in client.get("/api/find", params={"text": "kiln"}).json()["openings"]}
    assert leaves == {"D1": "32 in by 80 in", "D10": "30 in by 80 in", "D2": ""}
    monkeypatch.setattr(finding, "MOST", 2)
    found = client.get("/api/find", params={"text": "D1"}).json()
    assert (len(found["openings"]), found["more"]) == (2, True)
    assert client.get("/api/find", params={"text": "x" * 121}).status_code == 422


def test_jobs_are_listed_so_many_at_once(firm):
    client = firm[1]
    newest = client.get("/api/jobs", params={"most": 2}).json()
    assert [job["job"]["name"] for job in newest] == ["Signal house", "Mill end"]
    older = {"before": newest[-1]["id"]}
    assert [job["job"]["name"] for job in client.get("/api/jobs", params=older).json()] == ["Kiln Row"]
    assert [job["id"] for job in client.get("/api/waits", params=older).json()] == [1]
    assert client.get("/api/jobs", params={"before": 1}).json() == []


@pytest.fixture(scope="module")
def large():
    """A firm of some size, for the server to choose its ways in."""
    with running(front_end=False) as local:
        fill(local.server.owner_url, Size(jobs=60, openings=20, versions=4, lines=200), days=300)
        with local.database.transaction() as t:
            for table in ("job", "opening", "opening_version", "log"):
                t.rows(f"SELECT COUNT(*) FROM {table}")
        yield local


@pytest.mark.parametrize(
    ("ask", "table", "key"),
    [
        (lambda t: store.openings_called(t, ["D7"], [[]], 40), "o", "by_name"),
        (lambda t: store.leaves_said(t), "opening", "by_leaf"),
        (lambda t: store.openings_with_leaf(t, {"in": ['["36 in","80"]']}, 40), "o", "by_leaf"),
        (lambda t: store.writers(t), "log", "by_who"),
        (lambda t: store.jobs_of_writer(t, "Bram", 40), "log", "by_who"),
        (lambda t: kept_jobs.jobs(t), "j", "PRIMARY"),
        (lambda t: next(log_pages(t, 7)), "log", "log_of_job"),
        (lambda t: next(log_pages(t, 7, 125)), "log", "by_opening"),
        (lambda t: kept_openings.openings(t, 7), "o", "walking_order"),
        (lambda t: kept_openings.seen(t, {"id": 125}, 2), "opening_version", "PRIMARY"),
    ],
)
def test_what_grows_with_the_firm_is_read_by_an_index(large, monkeypatch, ask, table, key):
    asked = []
    with large.database.transaction() as t:
        real = t.rows
        monkeypatch.setattr(t, "rows", lambda sql, values=(): asked.append((sql, values)) or real(sql, values))
        monkeypatch.setattr(t, "row", lambda sql, values=(): next(iter(t.rows(sql, values)), None))
        ask(t)
        used = [row for sql, values in asked for row in real(f"EXPLAIN {sql}", values) if row["table"] == table]
    keys = [row["key"] for row in used]
    assert None not in keys and any(key in one for one in keys), used
