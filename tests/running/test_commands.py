"""The commands on a real machine: what goes wrong gives one clear line, and what was started is stopped."""

import os
import signal
import socket
import subprocess
import sys

import httpx
import pytest

from jambo.running import machine
from jambo.running.machine import ROOT, Trouble, need_programs, run
from jambo.running.mariadb import Server
from jambo.running.serve import open_database
from jambo.running.strain import served


@pytest.fixture
def taken():
    with socket.socket() as listener:
        listener.bind(("127.0.0.1", 0))
        listener.listen()
        yield listener.getsockname()[1]


def command(*arguments, **env):
    return subprocess.run(
        [ROOT / "jambo", *arguments], capture_output=True, text=True, env={**os.environ, **env}, timeout=120
    )


def test_a_taken_port_is_said(taken):
    done = command("serve", "--port", str(taken))
    assert done.returncode == 1
    assert f"port {taken} is taken" in done.stderr and "Traceback" not in done.stderr


@pytest.mark.parametrize(
    ("url", "says"),
    [("nonsense", "mysql://user:password@"), ("mysql://nobody:x@127.0.0.1:1/jambo", "does not answer")],
)
def test_a_wrong_database_address_is_said(url, says):
    with pytest.raises(Trouble, match=says):
        open_database(url, url)


def test_missing_packages_name_the_command_that_installs_them(monkeypatch):
    monkeypatch.setattr(machine, "find", lambda program: None)
    monkeypatch.setattr(machine.os, "geteuid", lambda: 1000)
    monkeypatch.setattr(
        machine.shutil, "which", lambda program, **_: "/usr/bin/apt-get" if program == "apt-get" else None
    )
    with pytest.raises(Trouble, match=r"sudo apt-get install .*chromium mariadb-client-core mariadb-server-core"):
        need_programs(["mariadbd", "my_print_defaults", "chromium"])
    monkeypatch.setattr(machine.shutil, "which", lambda program, **_: None)
    with pytest.raises(Trouble, match="install the equivalent of Debian's chromium"):
        need_programs(["chromium"])


def test_a_failing_step_shows_its_own_words():
    with pytest.raises(Trouble, match=r"it failed\n  no route"):
        run([sys.executable, "-c", "import sys; sys.exit('no route')"], "it failed")
    with pytest.raises(Trouble, match="not on this machine"):
        run(["no-such-program"], "it failed")


def test_a_database_that_cannot_start_says_why(tmp_path):
    with Server(tmp_path) as server:
        pass
    (server.data / "ibdata1").write_bytes(b"not a tablespace")
    with pytest.raises(Trouble, match="MariaDB did not start"):
        Server(tmp_path).__enter__()


def test_serving_migrates_answers_and_ends_cleanly_on_a_plain_kill(local):
    with served(local.server.url) as (process, address):
        with httpx.Client(base_url=address) as client:
            assert client.get("/api/jobs").status_code == 200
            assert "<title>Jambo</title>" in client.get("/openings/1/door").text
        process.send_signal(signal.SIGTERM)
        assert process.stderr.read().strip().endswith("stopped")
        assert process.wait() == 0
        assert local.server.process.poll() is None  # a server it did not start goes on
