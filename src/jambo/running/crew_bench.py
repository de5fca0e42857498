"""`jambo bench --crew`: what many at once cost: readers by several processes, a hundred who listen, signing in."""

from __future__ import annotations

import contextlib
import json
import os
import statistics
import tempfile
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import httpx

from jambo.jobs import people
from jambo.running.machine import say
from jambo.running.mariadb import Server
from jambo.running.serve import open_database
from jambo.running.strain import OPENING, WALL, served

READERS, SECONDS, LISTENERS, CHANGES, OPENINGS = 16, 15.0, 100, 40, 1000
PASSPHRASE = "four oak legs, one head"


def _job(url: str) -> int:
    """Make a job of 1,000 openings in walls of ten; gives its number."""
    with httpx.Client(base_url=url, timeout=60) as client:
        job = int(client.post("/api/jobs", json={"name": "A hundred walls"}).json()["id"])
        rooms = iter(range(OPENINGS))
        for wall in range(OPENINGS // 10):
            made = client.post(f"/api/jobs/{job}/walls", json={**WALL, "name": f"Wall {wall}"}).json()["id"]
            for _ in range(10):
                n = next(rooms)
                opening = OPENING | {"mark": f"C{n}", "position": {"distance": str(30 + 58 * (n % 10))}}
                body = {"wall_id": made, "opening": opening}
                client.post(f"/api/jobs/{job}/openings", json=body).raise_for_status()
        return job


def _readers(url: str, job: int) -> float:
    """How many times a second the whole board is read by many at once."""
    until, read = time.monotonic() + SECONDS, [0] * READERS

    def one(n: int) -> None:
        with httpx.Client(base_url=url, timeout=60) as client:
            while time.monotonic() < until:
                client.get(f"/api/jobs/{job}").raise_for_status()
                read[n] += 1

    with ThreadPoolExecutor(READERS) as pool:
        list(pool.map(one, range(READERS)))
    return sum(read) / SECONDS


@contextlib.contextmanager
def _listening(url: str, job: int, heard: dict[int, list[float]]) -> Iterator[None]:
    """A hundred who listen to a job; `heard` takes when each line was told."""
    ready, over = threading.Semaphore(0), threading.Event()

    def one() -> None:
        with (
            contextlib.suppress(httpx.HTTPError),
            httpx.Client(base_url=url, timeout=None) as client,
            client.stream("GET", f"/api/jobs/{job}/live") as answer,
        ):
            for line in answer.iter_lines():
                if line == "event: begun":
                    ready.release()
                elif line.startswith('data: {"line"'):
                    heard.setdefault(json.loads(line[6:])["line"], []).append(time.monotonic())
                if over.is_set():
                    return

    for _ in range(LISTENERS):
        threading.Thread(target=one, daemon=True).start()
    for _ in range(LISTENERS):
        ready.acquire()
    yield
    over.set()


def _live(url: str, job: int) -> str:
    """How long after a change was sent the slowest of a hundred is told, 95 of 100 times."""
    heard: dict[int, list[float]] = {}
    sent: dict[int, float] = {}
    with httpx.Client(base_url=url, timeout=60) as client, _listening(url, job, heard):
        opening = client.get(f"/api/jobs/{job}").json()["openings"][0]["id"]
        page = client.get(f"/api/openings/{opening}").json()
        for n in range(CHANGES):
            asked = time.monotonic()
            body = {"version": page["version"], "opening": {**page["opening"], "room": f"Room {n}"}}
            answer = client.put(f"/api/openings/{opening}", json=body)
            page = answer.json()
            sent[int(answer.headers["x-jambo-wrote"])] = asked
            time.sleep(0.2)
        time.sleep(2)
        client.put(f"/api/openings/{opening}", json={"version": page["version"], "opening": page["opening"]})
    slowest = sorted(max(heard[line]) - at for line, at in sent.items() if len(heard.get(line, [])) >= LISTENERS)
    told = f"{len(slowest)} of {CHANGES} changes told to all {LISTENERS}"
    return f"p95 {slowest[int(len(slowest) * 0.95)] * 1000:.0f} ms, {told} (wanted: 1,000)"


def _sign_in(url: str) -> str:
    times = []
    for _ in range(8):
        asked = time.monotonic()
        with httpx.Client(base_url=url, timeout=60) as client:
            client.post("/api/sign-in", json={"name": "Ana", "passphrase": PASSPHRASE}).raise_for_status()
        times.append(time.monotonic() - asked)
    return f"{statistics.median(times) * 1000:.0f} ms"


def measure_crew() -> None:
    """Measure and print."""
    say("measuring a crew; this takes some minutes")
    rows: dict[str, str] = {}
    with tempfile.TemporaryDirectory(prefix="jambo-") as folder, Server(Path(folder)) as server:
        database = open_database(server.url, server.owner_url)
        number, _, _ = people.lead(database, "Ana")
        people.set_passphrase(database, number, PASSPHRASE, None)
        job = 0
        for workers in sorted({1, os.cpu_count() or 1}):
            with served(server.url, server.owner_url, workers=workers) as (_, url):
                job = job or _job(url)
                for _ in range(3 * workers):  # each process works the openings out once
                    httpx.get(f"{url}/api/jobs/{job}", timeout=60)
                read = _readers(url, job)
                rows[f"{READERS} readers of {OPENINGS:,}, {workers} processes"] = f"{read:.1f} boards a second"
                rows[f"a change told, {workers} processes"] = _live(url, job)
                if workers == 1:
                    rows["signing in by a passphrase"] = _sign_in(url)
        database.close()
    for name, result in rows.items():
        print(f"  {name:42} {result}")
