"""The commands on a real machine: what goes wrong gives one clear line, and what was started is stopped."""

import os
import signal
import socket
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import httpx
import pytest

from jambo.api.app import create_app
from jambo.running import machine
from jambo.running.local import serving
from jambo.running.machine import ROOT, CommandError, free_port, need_programs, run
from jambo.running.mariadb import Server
from jambo.running.serve import listen, open_database
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
    with pytest.raises(CommandError, match=says):
        open_database(url, url)


def test_missing_packages_name_the_command_that_installs_them(monkeypatch):
    monkeypatch.setattr(machine, "find", lambda program: None)
    monkeypatch.setattr(machine.os, "geteuid", lambda: 1000)
    monkeypatch.setattr(
        machine.shutil, "which", lambda program, **_: "/usr/bin/apt-get" if program == "apt-get" else None
    )
    with pytest.raises(CommandError, match=r"sudo apt-get install .*chromium mariadb-client-core mariadb-server-core"):
        need_programs(["mariadbd", "my_print_defaults", "chromium"])
    monkeypatch.setattr(machine.shutil, "which", lambda program, **_: None)
    with pytest.raises(CommandError, match="install the equivalent of Debian's chromium"):
        need_programs(["chromium"])


def test_a_failing_step_shows_its_own_words():
    with pytest.raises(CommandError, match=r"it failed\n  no route"):
        run([sys.executable, "-c", "import sys; sys.exit('no route')"], "it failed")
    with pytest.raises(CommandError, match="not on this machine"):
        run(["no-such-program"], "it failed")


def test_a_database_that_cannot_start_says_why(tmp_path):
    with Server(tmp_path) as server:
        pass
    (server.data / "ibdata1").write_bytes(b"not a tablespace")
    with pytest.raises(CommandError, match="MariaDB did not start"):
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


def test_a_client_that_never_ends_its_request_does_not_hold_up_the_end(local):
    with served(local.server.url) as (process, address):
        port = int(address.rsplit(":", 1)[1])
        with (
            socket.create_connection(("127.0.0.1", port)) as slow,
            socket.create_connection(("127.0.0.1", port)) as mute,
        ):
            slow.sendall(
                b"POST /api/solve HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 99\r\n\r\n{"
            )
            mute.sendall(b"GET / HT")
            assert httpx.get(f"{address}/api/jobs").status_code == 200
            process.send_signal(signal.SIGTERM)
            assert process.stderr.read().strip().endswith("stopped")
            assert process.wait(30) == 0


def test_a_kill_leaves_nothing_in_the_temporary_folder(tmp_path, monkeypatch):
    monkeypatch.setenv("TMPDIR", str(tmp_path / "tmp"))
    (tmp_path / "tmp").mkdir()
    deep = tmp_path / ("a-folder-with-a-long-name-" * 4) / "db"  # a socket's path may have 107 characters at most
    with Server(deep) as server:
        os.kill(server.process.pid, signal.SIGKILL)
        server.process.wait()
        assert list((tmp_path / "tmp").iterdir()) == []


def test_two_starts_on_one_port_at_once_give_one_line(local):
    with served(local.server.url) as (_, address):
        again = command("serve", "--port", address.rsplit(":", 1)[1], JAMBO_DATABASE_URL=local.server.url)
        assert again.returncode == 1
        assert "is taken by another program" in again.stderr and "Traceback" not in again.stderr


def test_of_many_who_listen_on_a_port_one_does():
    port = free_port()
    with ThreadPoolExecutor(6) as pool:
        got = list(pool.map(lambda _: _listens(port), range(6)))
    assert [one for one in got if isinstance(one, CommandError)] and len(
        [one for one in got if not isinstance(one, CommandError)]
    ) == 1
    for listener in (one for one in got if not isinstance(one, CommandError)):
        assert listener.proto == socket.IPPROTO_TCP  # the event loop sends small answers at once on such a one alone
        listener.close()


def _listens(port):
    try:
        return listen(port)
    except CommandError as trouble:
        return trouble


@pytest.mark.parametrize("path", ["/proc/jambo/db", "/dev/null/db"])
def test_a_folder_that_cannot_be_written_to_is_said(path):
    with pytest.raises(CommandError, match=f"cannot write to {path.rsplit('/', 1)[0]}.*Jambo keeps its data there"):
        Server(Path(path)).__enter__()


def test_names_beside_the_loopback_ones_are_answered_when_they_are_given():
    app = create_app(None, hosts=("jobs.example",))
    with serving(app) as url:
        for host, status in (("jobs.example:80", 200), ("other.example", 421)):
            assert httpx.get(f"{url}/api/openapi.json", headers={"Host": host}, timeout=60).status_code == status
