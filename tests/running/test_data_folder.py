"""The data folder is never deleted: whatever of it is missing, it starts with its jobs or refuses in words and stays as it was."""

import contextlib
import os
import shutil
import signal
import subprocess
import sys
import time

import pytest

from jambo.running.machine import ROOT, CommandError
from jambo.running.mariadb import Server, running_server
from jambo.store import jobs
from jambo.store.database import Database
from jambo.store.migrate import migrate


@pytest.fixture(scope="module")
def kept(tmp_path_factory):
    """A folder in which a job was kept."""
    folder = tmp_path_factory.mktemp("kept") / "db"
    with Server(folder) as server:
        migrate(server.owner_url, server.url)
        database = Database(server.url)
        with database.transaction(writes=True) as t:
            jobs.new_job(t, {"name": "Kept"})
        database.close()
    return folder


def names(folder):
    with Server(folder) as server:
        database = Database(server.url)
        try:
            with database.transaction() as t:
                return [row["doc"]["name"] for row in jobs.jobs(t)]
        finally:
            database.close()


def contents(folder):
    return {path.relative_to(folder) for path in folder.rglob("*.ibd")}


MISSING = {
    "the file older versions marked it by": lambda folder: (folder / "installed").unlink(missing_ok=True),
    "every empty file": lambda folder: [p.unlink() for p in folder.rglob("*") if p.is_file() and not p.stat().st_size],
    "its lock and passwords": lambda folder: [(folder / n).unlink() for n in ("lock", "password", "application-password")],
    "Aria's log": lambda folder: [p.unlink() for p in (folder / "data").glob("aria_log*")],
    "the buffer pool's list": lambda folder: (folder / "data/ib_buffer_pool").unlink(missing_ok=True),
}  # fmt: skip
REFUSED = {
    "InnoDB's log": (lambda folder: (folder / "data/ib_logfile0").unlink(), "MariaDB did not start: .*left as it is"),
    "InnoDB's space": (lambda folder: (folder / "data/ibdata1").unlink(), "ibdata1 is missing.*not copied whole"),
    "all of InnoDB": (lambda folder: [(folder / "data" / n).unlink() for n in ("ibdata1", "ib_logfile0")], "ibdata1 is missing"),
    "the accounts": (lambda folder: shutil.rmtree(folder / "data/mysql"), "holds jobs|did not start"),
}  # fmt: skip


@pytest.mark.parametrize("what", MISSING)
def test_a_copy_that_lacks_what_can_be_made_again_starts_with_its_jobs(kept, tmp_path, what):
    shutil.copytree(kept, tmp_path / "db")
    MISSING[what](tmp_path / "db")
    assert names(tmp_path / "db") == ["Kept"]


@pytest.mark.parametrize("what", REFUSED)
def test_a_copy_that_lacks_more_is_refused_in_words_and_left_as_it_is(kept, tmp_path, what):
    shutil.copytree(kept, tmp_path / "db")
    spoil, says = REFUSED[what]
    spoil(tmp_path / "db")
    before = contents(tmp_path / "db")
    for _ in range(2):
        with pytest.raises(CommandError, match=says):
            Server(tmp_path / "db").__enter__()
    assert contents(tmp_path / "db") == before


def test_half_a_database_without_jobs_is_set_aside_and_told(tmp_path, capsys):
    (tmp_path / "db/data/mysql").mkdir(parents=True)
    (tmp_path / "db/data/half").write_text("made")
    with Server(tmp_path / "db"):
        pass
    (aside,) = (tmp_path / "db").glob("data.set-aside-*")
    assert (aside / "half").read_text() == "made"
    assert f"set aside as {aside.name}" in capsys.readouterr().err


SHUTDOWN = "2026-12-01 [Note] mariadbd (initiated by: unknown): Normal shutdown\n"
START = "import sys; from pathlib import Path; from jambo.running.mariadb import Server; Server(Path(sys.argv[1])).__enter__(); print('up', flush=True)"


@pytest.mark.parametrize("after", [0.4, 0.8, 1.2, 2.0, None])
def test_a_first_start_that_is_killed_is_healed_by_the_next(tmp_path, after):
    """Killed with all it started, so many seconds after its folder came to be; or once it was up (None)."""
    folder = tmp_path / "db"
    first = subprocess.Popen(
        [sys.executable, "-c", START, folder], cwd=ROOT / "src", stdout=subprocess.PIPE, start_new_session=True
    )
    if after is None:
        assert first.stdout.readline() == b"up\n"
    else:
        while not folder.exists():
            time.sleep(0.01)
        with contextlib.suppress(subprocess.TimeoutExpired):
            first.wait(after)
    with contextlib.suppress(ProcessLookupError):
        os.killpg(first.pid, signal.SIGKILL)
    first.wait()
    with Server(folder) as server:
        migrate(server.owner_url, server.url)
    assert list(folder.glob("data.set-aside-*")) == []


@pytest.mark.parametrize(("before", "says", "waits"), [("", SHUTDOWN, [3, 60]), (SHUTDOWN, "", [3]), (None, None, [3])])
def test_a_server_that_does_not_hear_is_not_waited_for_as_one_that_ends(tmp_path, before, says, waits):
    """Told to go before it is ready MariaDB often never does: a start, and a Ctrl-C, hung for a minute."""
    done, log = [], tmp_path / "mariadbd.log"
    if before is not None:
        log.write_text(before)

    class Deaf:
        pid = 7

        def terminate(self):
            done.append("told")
            if says:
                log.write_text(before + says)

        def wait(self, seconds):
            done.append(seconds)
            if "killed" not in done:
                raise subprocess.TimeoutExpired("mariadbd", seconds)

        def kill(self):
            done.append("killed")

    Server(tmp_path)._end(Deaf())
    assert done == ["told", *waits, "killed", 10]


def test_a_command_beside_a_running_jambo_finds_its_database(tmp_path):
    folder = tmp_path / "db"
    assert running_server(folder) is None
    with Server(folder) as server:
        there = running_server(folder)
        assert there.owner_url == server.owner_url
        migrate(there.owner_url, there.url)
        os.kill(server.process.pid, signal.SIGKILL)
        server.process.wait()
        with pytest.raises(CommandError, match="Jambo is starting"):
            running_server(folder)
    assert running_server(folder) is None
