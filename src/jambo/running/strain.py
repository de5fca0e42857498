"""Many hands at one job, and the plug pulled under them: what was acknowledged must be there afterwards.

`./jambo bench --crash` runs this for minutes, the tests for seconds.
"""

from __future__ import annotations

import os
import random
import shutil
import signal
import subprocess
import tempfile
import threading
import time
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import httpx

from jambo.running.machine import ROOT, free_port
from jambo.running.mariadb import Server
from jambo.running.serve import open_database
from jambo.store.database import Database

WALL = {"height": "97 1/2", "length": "600", "bearing": "no"}
OPENING: dict[str, Any] = {
    "door": {"leaves": [{"width": "30 in", "height": "80", "thickness": "1 3/8"}]},
    "floors": {"a": [{"thickness": "3/4"}], "b": [{"thickness": "3/4"}]},
    "header": {"depth": "5 1/2", "source": "drawing"},
}
Acknowledged = tuple[
    int, int, str
]  # an opening, its version, the room it was given; or a reading, version 0, its value


@dataclass
class Tally:
    """What writers were told: how many answers of each status (0 for none), and every write that was acknowledged."""

    answers: Counter[int] = field(default_factory=Counter)
    acknowledged: list[Acknowledged] = field(default_factory=list)

    @property
    def faults(self) -> int:
        """Answers of 5xx other than an honest 503."""
        return sum(n for status, n in self.answers.items() if status >= 500 and status != 503)


@contextmanager
def served(
    url: str, owner: str | None = None, port: int | None = None, workers: int = 1
) -> Iterator[tuple[subprocess.Popen[str], str]]:
    """Run the real command over a database, by so many processes: its process and address, once it is ready."""
    port, kept = port or free_port(), tempfile.mkdtemp(prefix="jambo-backups-")
    process = subprocess.Popen(
        [ROOT / "jambo", "serve", "--port", str(port), "--workers", str(workers)],
        env={
            **os.environ,
            "JAMBO_DATABASE_URL": url,
            "JAMBO_BACKUPS": kept,
            **({"JAMBO_DATABASE_OWNER_URL": owner} if owner else {}),
        },
        stderr=subprocess.PIPE,
        text=True,
    )
    assert process.stderr is not None
    try:
        ready = next((line for line in process.stderr if "ready at" in line), "it ended")
        assert f"http://127.0.0.1:{port}/" in ready, ready
        yield process, f"http://127.0.0.1:{port}"
    finally:
        process.kill()
        process.wait()
        shutil.rmtree(kept, ignore_errors=True)


class Writer:
    """One pair of hands at a job: an opening of its own, and now and then what all share."""

    def __init__(self, address: str, job: int, name: str, tally: Tally) -> None:
        self.address, self.job, self.name, self.tally = address, job, name, tally
        self.random = random.Random(name)
        self.opening = 0
        self.version = 0
        self.count = 0

    def run(self, ended: threading.Event) -> None:
        """Write until it is over. What is not answered is asked about again."""
        with httpx.Client(base_url=self.address, timeout=40, headers={"X-Jambo-Who": self.name}) as client:
            while not ended.is_set():
                try:
                    self._act(client)
                except httpx.HTTPError:
                    self.tally.answers[0] += 1
                    time.sleep(0.05)

    def _told(self, answer: httpx.Response) -> httpx.Response:
        self.tally.answers[answer.status_code] += 1
        return answer

    def _act(self, client: httpx.Client) -> None:
        if not self.opening:
            body = {"wall": WALL, "opening": OPENING}
            made = self._told(client.post(f"/api/jobs/{self.job}/openings", json=body))
            if made.status_code == 201:
                self.opening, self.version = made.json()["id"], 1
                self.tally.acknowledged.append((self.opening, 1, ""))
            return
        acts: list[tuple[int, Callable[[httpx.Client], None]]] = [
            (40, self._save), (5, self._read), (1, self._job), (1, self._floors), (1, self._heads), (1, self._walk),
            (1, self._undo), (2, self._look),
        ]  # fmt: skip
        self.random.choices([act for _, act in acts], [weight for weight, _ in acts])[0](client)

    def _save(self, client: httpx.Client) -> None:
        self.count += 1
        room = f"{self.name} {self.count}"
        body = {"version": self.version, "opening": {**OPENING, "room": room}}
        answer = self._told(client.put(f"/api/openings/{self.opening}", json=body))
        if answer.status_code == 200:
            self.version = answer.json()["version"]
            self.tally.acknowledged.append((self.opening, self.version, room))
        elif answer.status_code == 409:  # heads aligned it, or an answer was lost: go on from what is kept
            self.version = answer.json()["version"]

    def _undo(self, client: httpx.Client) -> None:
        answer = self._told(client.post(f"/api/openings/{self.opening}/undo", json={"version": self.version}))
        if answer.status_code in (200, 409):
            self.version = answer.json()["version"]

    def _read(self, client: httpx.Client) -> None:
        body = {"reading": {"place": "width_foot", "value": f"32 {self.random.randint(1, 7)}/8"}}
        answer = self._told(client.post(f"/api/openings/{self.opening}/readings", json=body))
        if answer.status_code == 201:
            newest = answer.json()["readings"][-1]
            self.tally.acknowledged.append((newest["id"], 0, newest["reading"]["value"]))

    def _job(self, client: httpx.Client) -> None:
        page = self._told(client.get(f"/api/jobs/{self.job}"))
        if page.status_code == 200:
            kept = page.json()
            job = {**kept["job"], "place": self.name}
            self._told(client.put(f"/api/jobs/{self.job}", json={"version": kept["version"], "job": job}))

    def _floors(self, client: httpx.Client) -> None:
        page = self._told(client.get(f"/api/jobs/{self.job}/floors"))
        if page.status_code == 200:
            floors = [{"key": "oak", "name": self.name, "layers": [{"thickness": "3/4"}]}]
            body = {"version": page.json()["job"]["version"], "floors": floors}
            self._told(client.put(f"/api/jobs/{self.job}/floors", json=body))

    def _heads(self, client: httpx.Client) -> None:
        self._told(client.post(f"/api/jobs/{self.job}/heads", json={"storey": "", "how": "raise"}))

    def _walk(self, client: httpx.Client) -> None:
        page = self._told(client.get(f"/api/jobs/{self.job}"))
        if page.status_code == 200:
            order = [o["id"] for o in page.json()["openings"]]
            self.random.shuffle(order)
            body = {"version": page.json()["walk_version"], "order": order}
            self._told(client.put(f"/api/jobs/{self.job}/order", json=body))

    def _look(self, client: httpx.Client) -> None:
        self._told(client.get(f"/api/jobs/{self.job}/{self.random.choice(['lists', 'heads', 'log'])}"))


@contextmanager
def writing(address: str, job: int, count: int) -> Iterator[Tally]:
    """Have so many writers at a job for the length of a `with`."""
    tally, ended = Tally(), threading.Event()
    writers = [Writer(address, job, f"writer {n}", tally) for n in range(count)]
    threads = [threading.Thread(target=writer.run, args=(ended,), daemon=True) for writer in writers]
    for thread in threads:
        thread.start()
    try:
        yield tally
    finally:
        ended.set()
        for thread in threads:
            thread.join(60)


def new_job(address: str) -> int:
    """Open a job to write at."""
    answer = httpx.post(f"{address}/api/jobs", json={"name": "Strain"}, timeout=30).raise_for_status()
    return int(answer.json()["id"])


def lost(database: Database, acknowledged: list[Acknowledged]) -> list[Acknowledged]:
    """The writes that were acknowledged and are not on record as they were."""
    with database.transaction() as t:
        rows = t.rows("SELECT opening_id, version, JSON_VALUE(doc, '$.room') AS room FROM opening_version")
        read = t.rows("SELECT id, JSON_VALUE(doc, '$.value') AS value FROM reading")
    there = {(row["opening_id"], row["version"], row["room"] or "") for row in rows}
    there |= {(row["id"], 0, row["value"]) for row in read}
    return [kept for kept in acknowledged if kept not in there]


@dataclass(frozen=True)
class Outcome:
    """What came of it: what writers were told, which acknowledged writes are gone, and what else there is to say."""

    what: str
    tally: Tally
    lost: list[Acknowledged]
    slowest: float = 0.0

    def __str__(self) -> str:
        answers = ", ".join(f"{n} of {status or 'no answer'}" for status, n in sorted(self.tally.answers.items()))
        back = f", back after {self.slowest:.1f} s at most" if self.slowest else ""
        return (
            f"{self.what}: {sum(self.tally.answers.values())} answers, {self.tally.faults} faults, "
            f"{len(self.tally.acknowledged)} writes acknowledged, {len(self.lost)} lost{back} ({answers})"
        )


def crash(kills: int, writers: int, apart: float) -> Outcome:
    """Kill the database and the application in turn under writers, and see what was lost.

    Args:
        kills: how many times each of the two is killed.
        writers: how many write meanwhile.
        apart: seconds from one being up again to the next kill.
    """
    tally, slowest, job = Tally(), 0.0, 0
    with tempfile.TemporaryDirectory(prefix="jambo-") as folder, Server(Path(folder)) as server:
        database, port = open_database(server.url, server.owner_url), free_port()
        for _ in range(kills):
            with served(server.url, server.owner_url, port) as (process, address):
                job = job or new_job(address)
                with writing(address, job, writers) as told:
                    time.sleep(apart)
                    slowest = max(slowest, _kill_database(server, address))
                    time.sleep(apart)
                    process.send_signal(signal.SIGKILL)
                    process.wait()
            tally.answers += told.answers
            tally.acknowledged += told.acknowledged
        gone = lost(database, tally.acknowledged)
        database.close()
    what = f"{kills} kills of the database and {kills} of the application under {writers} writers"
    return Outcome(what, tally, gone, slowest)


def _kill_database(server: Server, address: str) -> float:
    """Kill a database, start it again, and give the seconds until the application says that all is well."""
    assert server.process is not None
    began = time.monotonic()
    os.kill(server.process.pid, signal.SIGKILL)
    server.process.wait()
    server.revive()
    while httpx.get(f"{address}/api/health", timeout=60).status_code != 200:
        time.sleep(0.05)
    return time.monotonic() - began


def crowd(address: str, database: Database, writers: int, seconds: float) -> Outcome:
    """Have writers at one job for a while, and see what they were told and what was lost."""
    with writing(address, new_job(address), writers) as tally:
        time.sleep(seconds)
    return Outcome(f"{writers} writers on one job for {seconds:.0f} s", tally, lost(database, tally.acknowledged))
