"""Heavy questions, backups and presses asked again, all under load: what `./jambo bench --crash` prints beside kills and crowds."""

from __future__ import annotations

import statistics
import tempfile
import time
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import httpx

from jambo.jobs.checking import what_is_wrong
from jambo.running.mariadb import Server
from jambo.running.strain import OPENING, WALL, lost, new_job, writing
from jambo.store.backup import dump, load
from jambo.store.database import Database

PAGES = ("", "/lists", "/heads", "/floors", "/plan", "/day", "/cutting", "/buying", "/log", "/time")
CREW = {"people": [{"name": f"P{k}", "hours": [{"from": f"0{6 + k}:00", "to": f"1{4 + k}:30"}]} for k in range(3)]}


def backed_up(address: str, server: Server, writers: int, seconds: float) -> str:
    """Take a backup while others write, bring it back into an empty database, and say what of it is missing or wrong."""
    with tempfile.TemporaryDirectory(prefix="jambo-") as folder, Server(Path(folder) / "db") as other:
        file = Path(folder) / "busy.zip"
        with writing(address, new_job(address), writers) as tally:
            time.sleep(seconds)
            before, began = list(tally.acknowledged), time.monotonic()
            dump(server.url, file)
            took = time.monotonic() - began
        load(other.owner_url, other.url, file)
        database = Database(other.owner_url)
        gone, wrong = lost(database, before), [*what_is_wrong(database)]
        database.close()
        return (
            f"a backup under {writers} writers: {file.stat().st_size // 1000} kB in {took:.1f} s; of {len(before)} writes acknowledged "
            f"before it {len(gone)} are not in it, {len(wrong)} things are wrong with what came back"
        )


def asked_again(address: str, times: int = 10) -> str:
    """Send each of some writes several times at once under one name, and say how often it was done."""
    job = new_job(address)
    body = {"wall": WALL, "opening": OPENING}
    opening = httpx.post(f"{address}/api/jobs/{job}/openings", json=body, timeout=60).json()["id"]
    asked: dict[str, tuple[str, dict[str, Any]]] = {
        "planned": (f"/api/jobs/{job}/openings", body),
        "measured": (f"/api/openings/{opening}/readings", {"reading": {"place": "width_foot", "value": "33"}}),
        "offcut": (f"/api/jobs/{job}/cutting/offcuts", {"section": "38.1x88.9", "length": "40"}),
    }
    done = []
    for what, (path, said) in asked.items():
        before = _lines(address, job, what)
        head = {"X-Jambo-Once": f"again-{job}-{what}"}
        _together(times, lambda _, p=path, s=said, h=head: httpx.post(address + p, json=s, headers=h, timeout=60))  # type: ignore[misc]
        done.append(f"{what} {_lines(address, job, what) - before}")
    return f"{times} times at once under one name, done: {', '.join(done)}"


def _lines(address: str, job: int, what: str) -> int:
    return len(httpx.get(f"{address}/api/jobs/{job}/log", params={"what": what}, timeout=60).json()["lines"])


def _together(times: int, call: Callable[[int], Any]) -> list[Any]:
    with ThreadPoolExecutor(times) as pool:
        return list(pool.map(call, range(times)))


def starved(address: str, openings: int = 30, at_once: int = 10) -> Iterator[str]:
    """Ask for many plans and cutting lists at once, and look at every page of a job meanwhile."""
    made = httpx.post(f"{address}/api/jobs", json={"name": "Starved", "crew": CREW}, timeout=60).json()
    job = f"{address}/api/jobs/{made['id']}"
    for n in range(openings):
        opening = {**OPENING, "mark": f"M{n}", "room": f"R{n // 3}"}
        httpx.post(f"{job}/openings", json={"wall": {**WALL, "length": str(120 + n)}, "opening": opening}, timeout=60)
    for what, path, said in (
        (f"{at_once} plans of 120 works, 10 s each", "/api/plan?seconds=10", _works),
        (f"{at_once} cutting lists of 300 kinds, 5 s each", "/api/cut?seconds=5", _list),
    ):
        yield _meanwhile(address, job, what, path, said, at_once)


def _meanwhile(address: str, job: str, what: str, path: str, said: Callable[[int], Any], at_once: int) -> str:
    pages: list[float] = []
    # one client for all: each would read certificates for 40 ms first, in this process, and be measured for the server's doing
    with ThreadPoolExecutor(at_once) as pool, httpx.Client(timeout=120) as client:
        for page in PAGES * 2:  # what is looked at once is warm
            client.get(job + page)
        asked = [pool.submit(_timed, client, address + path, said(n)) for n in range(at_once)]
        while not all(one.done() for one in asked):
            for page in PAGES:
                began = time.monotonic()
                client.get(job + page).raise_for_status()
                pages.append((time.monotonic() - began) * 1000)
    answers = [one.result() for one in asked]
    statuses = sorted({status for status, _ in answers})
    return (
        f"{what}: answered {statuses} after {max(took for _, took in answers):.1f} s at most; any page meanwhile "
        f"{statistics.median(pages):.0f} ms median, {max(pages):.0f} ms at most ({len(pages)} looked at)"
    )


def _timed(client: httpx.Client, url: str, said: Any) -> tuple[int, float]:
    began = time.monotonic()
    status = client.post(url, json=said).status_code
    return status, time.monotonic() - began


def _works(n: int) -> Any:
    works = [
        {"key": str(k), "minutes": 25 + (k * 7 + n) % 90, "hands": 1 + (k % 5 == 0), "room": f"R{k // 4}", "after": [str(k - 1)] if k % 4 else []}
        for k in range(120)
    ]  # fmt: skip
    return {"start": "2026-11-30T07:00", "people": CREW["people"], "operations": works}


def _list(n: int) -> Any:
    return {
        "unit": "mm",
        "stock": [{"length": str(length)} for length in (2400, 3000, 3600, 4200, 4800)],
        "pieces": [{"label": str(k), "length": f"{300 + k * 6.5 + n:.1f}", "count": 4} for k in range(300)],
    }
