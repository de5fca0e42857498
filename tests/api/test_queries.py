"""A page reads its job in the same number of queries, however many openings the job has."""

import pytest

from helpers import PLAIN
from jambo.jobs import documents, live
from jambo.jobs.live import Seen
from jambo.store.database import Transaction

CREW = {"people": [{"name": name, "hours": [{"from": "07:00", "to": "15:00"}]} for name in ("Ada", "Bo")]}


@pytest.fixture
def queries(monkeypatch):
    asked = []
    nothing = Seen([], [], [], None)
    monkeypatch.setattr(live, "look", lambda *_: nothing)  # of a screen that an earlier test left open
    for name in ("rows", "row"):
        real = getattr(Transaction, name)
        monkeypatch.setattr(
            Transaction, name, lambda t, sql, values=(), real=real: asked.append(sql) or real(t, sql, values)
        )
    return asked


@pytest.mark.parametrize(
    "view",
    [
        "",
        "/lists",
        "/heads",
        "/floors",
        "/log",
        "/cutting",
        "/buying",
        "/buying/delivered",
        "/plan",
        "/time",
        "/waits",
        "/walls",
    ],
)
def test_queries_do_not_grow_with_the_job(client, queries, view):
    counts = []
    for size in (2, 12):
        job = client.post("/api/jobs", json={"name": f"{size} openings", "crew": CREW}).json()["id"]
        wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"]).json()["id"]
        for n in range(size):
            opening = {**PLAIN["opening"], "mark": f"Q{n}"}
            client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": opening}).raise_for_status()
        queries.clear()
        client.get(f"/api/jobs/{job}{view}").raise_for_status()
        counts.append(len(queries))
    assert counts[0] == counts[1] <= 16


def test_an_opening_is_read_once_for_every_page_and_only_its_newest_is_held(client, job, monkeypatch):
    asked, read = [], documents._read_whole
    monkeypatch.setattr(documents, "_read_whole", lambda *texts: asked.append(texts) or read(*texts))
    opening = PLAIN["opening"] | {"mark": "Ü1", "note": "née"}  # letters that may be written in two ways
    number = client.post(f"/api/jobs/{job}/openings", json={"wall": PLAIN["wall"], "opening": opening}).json()["id"]
    for value in ("33", "33 1/16"):
        reading = {"reading": {"place": "width_foot", "value": value}}
        client.post(f"/api/openings/{number}/readings", json=reading).raise_for_status()
    client.get(f"/api/jobs/{job}/lists").raise_for_status()
    asked.clear()
    for page in (f"jobs/{job}/cutting", f"openings/{number}/compared", f"jobs/{job}/heads", f"jobs/{job}/lists"):
        client.get(f"/api/{page}").raise_for_status()
    assert asked == []
    held = len(documents._READ)
    client.post(f"/api/openings/{number}/readings", json=reading).raise_for_status()
    client.get(f"/api/jobs/{job}/lists").raise_for_status()
    assert asked and len(documents._READ) == held
