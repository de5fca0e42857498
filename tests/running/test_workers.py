"""More than one process on one address: none knows less than another, and one that is killed is missed by nobody."""

import contextlib
import os
import signal
import time
from concurrent.futures import ThreadPoolExecutor

import httpx
import psutil
import pytest

from jambo.running.strain import served

WAIT = 60


def answering(process, port):
    """The processes that answer on a port, once there are two."""
    last = time.monotonic() + WAIT
    while time.monotonic() < last:
        found = []
        for child in psutil.Process(process.pid).children(recursive=True):
            with contextlib.suppress(psutil.Error):
                if any(c.laddr.port == port and c.status == psutil.CONN_LISTEN for c in child.net_connections("tcp")):
                    found.append(child.pid)
        if len(found) == 2 and answers(port):
            return found
        time.sleep(0.1)
    raise AssertionError(f"{len(found)} processes answer")


def answers(port):
    try:
        return httpx.get(f"http://127.0.0.1:{port}/api/health", timeout=WAIT).status_code == 200
    except httpx.HTTPError:
        return False


@pytest.fixture
def two(local):
    with served(local.server.url, local.server.owner_url, workers=2) as (process, url):
        yield url, process, answering(process, int(url.rpartition(":")[2]))


def test_two_processes_are_one_jambo(two):
    url, process, pids = two
    with httpx.Client(base_url=url, timeout=WAIT) as client:
        job = client.post("/api/jobs", json={"name": "Two"}).json()["id"]

    def ask(n):  # each by a connection of its own: either process takes it
        body = {"opening": {"mark": f"D{n // 4}"}}
        name = {"X-Jambo-Once": f"two-{job}-{n // 4}"}  # every press sent four times
        answer = httpx.post(f"{url}/api/jobs/{job}/openings", json=body, headers=name, timeout=WAIT)
        return answer.status_code, answer.json()["id"]

    with ThreadPoolExecutor(8) as pool:
        got = list(pool.map(ask, range(24)))
    assert {status for status, _ in got} == {201}
    assert len({number for _, number in got}) == 6

    os.kill(pids[0], signal.SIGKILL)
    for _ in range(10):
        assert len(httpx.get(f"{url}/api/jobs/{job}", timeout=WAIT).json()["openings"]) == 6
    anew = answering(process, int(url.rpartition(":")[2]))
    assert pids[0] not in anew and pids[1] in anew


def test_workers_end_with_the_one_that_started_them(two):
    _, process, pids = two
    process.kill()
    process.wait()
    _, left = psutil.wait_procs([psutil.Process(pid) for pid in pids if psutil.pid_exists(pid)], timeout=WAIT)
    assert left == []
