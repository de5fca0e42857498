"""Behind the proxy that docs/Caddyfile is for: everybody signs in, cookies and what is told live pass through it."""

import contextlib
import os
import socket
import ssl
import subprocess
import time
from pathlib import Path

import httpx
import pytest

from jambo.api.app import create_app
from jambo.jobs import people
from jambo.running.local import running, serving
from jambo.running.machine import ROOT, find, free_port, need_programs

NAME = "jambo.localhost"
WAIT = 60


@pytest.fixture
def named_here(monkeypatch):
    """The server's name leads to this machine."""
    look_up = socket.getaddrinfo
    monkeypatch.setattr(
        socket, "getaddrinfo", lambda host, *of, **how: look_up("127.0.0.1" if host == NAME else host, *of, **how)
    )


@contextlib.contextmanager
def caddy(folder: Path, port: int, behind: str):
    """Debian's Caddy with our file; its certificate is its own, as no authority can be asked here."""
    need_programs(["caddy"])
    ours = (ROOT / "docs/Caddyfile").read_text().replace("encode gzip", "tls internal\n\tencode gzip")
    options = "{\n\tadmin off\n\tskip_install_trust\n\tauto_https disable_redirects\n}\n"
    (folder / "Caddyfile").write_text(options + ours)
    env = {
        **os.environ,
        "JAMBO_NAME": f"{NAME}:{port}",
        "JAMBO_PORT": behind.rpartition(":")[2],
        **{name: str(folder) for name in ("HOME", "XDG_DATA_HOME", "XDG_CONFIG_HOME")},
    }
    command = [find("caddy"), "run", "--config", str(folder / "Caddyfile"), "--adapter", "caddyfile"]
    with (folder / "caddy.log").open("w") as log:
        process = subprocess.Popen(command, env=env, stdout=log, stderr=log)
    url, last = f"https://{NAME}:{port}", time.monotonic() + WAIT
    try:
        while not answers(url):
            assert process.poll() is None and time.monotonic() < last, (folder / "caddy.log").read_text()[-2000:]
            time.sleep(0.1)
        yield url
    finally:
        process.kill()
        process.wait()


def answers(url):
    """Whether the proxy answers, with a certificate."""
    try:
        return httpx.get(f"{url}/api/me", verify=False, timeout=WAIT).status_code == 200
    except httpx.HTTPError:
        return False


def test_everybody_signs_in_and_is_told_live(tmp_path, named_here):
    with running(front_end=False) as local:
        _, _, code = people.lead(local.database, "Ana")
        app = create_app(local.database, hosts=[NAME], proxied=True)
        with serving(app) as behind, caddy(tmp_path, free_port(), behind) as url:
            authority = ssl.create_default_context(cafile=next(tmp_path.rglob("root.crt")))
            with httpx.Client(base_url=url, verify=authority, timeout=60) as phone:
                assert phone.get("/api/jobs").status_code == 401
                assert httpx.get(f"{behind}/api/jobs").status_code == 401  # nobody is known by sitting at the machine
                assert phone.post("/api/pair", json={"code": code}).status_code == 201
                assert [cookie.secure for cookie in phone.cookies.jar] == [True]
                assert phone.post("/api/people/1/code").json()["addresses"] == [url]
                job = phone.post("/api/jobs", json={"name": "Behind"}).json()["id"]
                with phone.stream("GET", f"/api/jobs/{job}/live") as told:
                    lines = told.iter_lines()
                    assert next(line for line in lines if line.startswith("event: change"))
