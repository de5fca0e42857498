"""Five years of a firm, made up: jobs, openings, versions and a record as long as theirs would be, and what reading them takes.

`./jambo bench --growth` makes it whole and prints; a test makes a small one and asks how it is read.
"""

from __future__ import annotations

import statistics
import tempfile
import time
from dataclasses import dataclass
from datetime import date
from pathlib import Path

import httpx
from pymysql.converters import escape_string

from jambo.api.app import create_app
from jambo.running.local import serving
from jambo.running.machine import say
from jambo.running.mariadb import Server
from jambo.running.serve import open_database
from jambo.running.strain import OPENING, WALL
from jambo.store.kept import write_json
from jambo.store.migrate import alone

ROOMS = ("Pantry", "Hall", "Scullery", "Bedroom", "Bathroom", "Boot room", "Study", "Landing")
NAMES = ("Ottoline", "Bram", "Sunniva", "Casimir", "Ysolde", "Teodor")
LEAVES = ((24, 80), (28, 80), (30, 80), (30, 84), (32, 80), (36, 80), (36, 84), (42, 96))
CREW = {"people": [{"name": name, "hours": [{"from": "07:00", "to": "15:00"}]} for name in NAMES[:3]]}
TIMES = 12  # each page is asked for so often; the first is told apart


@dataclass(frozen=True)
class Size:
    """How much a firm has: jobs, openings in each, versions of each, and lines of the record in each job."""

    jobs: int = 2000
    openings: int = 30
    versions: int = 8
    lines: int = 1500


def fill(owner: str, size: Size, days: int = 5 * 365) -> None:
    """Put a firm's jobs into an empty database.

    Args:
        owner: address of the database under the account that owns its tables; size: how much; days: over how many days till now.
    """
    job = escape_string(write_json({"name": "@", "unit": "in", "place": "Lot @", "crew": CREW}))
    wall = escape_string(write_json(WALL))
    opening = write_json({**OPENING, "mark": "@m", "room": "@r"})
    opening = opening.replace('"30 in"', '"@w in"').replace('"height":"80"', '"height":"@h"')
    pick = "ELT(1 + (({}) MOD {}), {})"
    rooms = pick.format("n.seq * 7 + j.id", len(ROOMS), ", ".join(f"'{room}'" for room in ROOMS))
    wide = pick.format("n.seq * 3 + j.id", len(LEAVES), ", ".join(f"'{w}'" for w, _ in LEAVES))
    high = pick.format("n.seq * 3 + j.id", len(LEAVES), ", ".join(f"'{h}'" for _, h in LEAVES))
    who = pick.format("n.seq + j.id", len(NAMES), ", ".join(f"'{name}'" for name in NAMES))
    ago = f"UTC_TIMESTAMP(6) - INTERVAL ({days} * ({size.jobs} - j.seq) DIV {size.jobs} + 1) DAY"
    made = ago.replace("j.seq", "j.id")
    doc = f"REPLACE(REPLACE(REPLACE(REPLACE('{escape_string(opening)}', '@m', CONCAT('D', n.seq)), '@r', {rooms}), '@w', {wide}), '@h', {high})"
    with alone(owner) as t:
        t.run("SET foreign_key_checks = 0, unique_checks = 0, autocommit = 0")
        t.run(
            f"INSERT INTO job (id, doc, created_at) SELECT j.seq, REPLACE('{job}', '@', CONCAT('Kiln Row ', j.seq)), {ago} FROM seq_1_to_{size.jobs} j"
        )
        t.run(f"INSERT INTO wall (id, job_id, doc) SELECT j.id, j.id, '{wall}' FROM job j")
        t.run(
            "INSERT INTO opening (job_id, wall_id, version, walk, mark, room, doc)"
            f" SELECT j.id, j.id, {size.versions}, n.seq * 10, CONCAT('D', n.seq), {rooms}, {doc} FROM job j JOIN seq_1_to_{size.openings} n"
        )
        t.run(
            "INSERT INTO opening_version (opening_id, version, parent, doc, who, at)"
            " SELECT o.id, n.seq, NULLIF(n.seq - 1, 0), IF(n.seq = o.version, o.doc, REPLACE(o.doc, o.room, CONCAT(o.room, ' ', n.seq))), '',"
            f" {made} + INTERVAL n.seq HOUR FROM opening o JOIN job j ON j.id = o.job_id JOIN seq_1_to_{size.versions} n"
        )
        t.run(
            "INSERT INTO log (job_id, opening_id, at, who, what, detail)"
            f" SELECT j.id, NULLIF((j.id - 1) * {size.openings} + n.seq MOD {size.openings}, (j.id - 1) * {size.openings}),"
            f" {made} + INTERVAL n.seq MINUTE, {who}, IF(n.seq MOD 6, 'changed', 'step'),"
            ' IF(n.seq MOD 6, \'{"version":2,"changed":["room"],"moved":[{"path":"room","was":"Hall","is":"Pantry"}]}\','
            f' \'{{"step":"cut","done":true}}\') FROM job j JOIN seq_1_to_{size.lines} n'
        )
        t.run("COMMIT")


def measure_growth(size: Size = Size()) -> None:
    """Make the firm, measure each page as it is first asked for and warm, and print."""
    say(
        f"making {size.jobs:,} jobs, {size.jobs * size.openings:,} openings, {size.jobs * size.lines:,} lines of the record"
    )
    with tempfile.TemporaryDirectory(prefix="jambo-") as folder, Server(Path(folder)) as server:
        database = open_database(server.url, server.owner_url)
        began = time.monotonic()
        fill(server.owner_url, size)
        say(f"made in {time.monotonic() - began:.0f} s")
        server.stop()
        server.start()  # nothing of it is in memory
        with serving(create_app(database)) as url, httpx.Client(base_url=url, timeout=120) as client:
            job = size.jobs - 3
            opening = (job - 1) * size.openings + 2
            pages = {
                "first page": "/api/jobs", "what waits in the jobs": "/api/waits", "board": f"/api/jobs/{job}", "opening": f"/api/openings/{opening}",
                "record of a job": f"/api/jobs/{job}/log", "record of an opening": f"/api/openings/{opening}/log", "day": f"/api/jobs/{job}/day?date={date.today()}",
                "find a mark": "/api/find?text=D17", "find a room of a job": "/api/find?text=pantry+row+17", "find a leaf": "/api/find?text=36+x+84",
                "find nothing": "/api/find?text=belfry", "find a person": "/api/find?text=sunniva",
            }  # fmt: skip
            for name, page in pages.items():
                times = []
                for _ in range(TIMES):
                    asked = time.monotonic()
                    answer = client.get(page)
                    times.append((time.monotonic() - asked) * 1000)
                told = f"{answer.status_code}, {len(answer.content):,} bytes"
                print(
                    f"  {name:28} first {times[0]:6.0f} ms, then {statistics.median(times[1:]):6.1f} ms ({told})",
                    flush=True,
                )
        database.close()
