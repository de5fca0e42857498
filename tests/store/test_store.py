"""The store against a real MariaDB: versions, undo, an append-only log, and what survives a killed server."""

import os
import signal

import pymysql
import pytest

from jambo.running.mariadb import Server
from jambo.store import jobs, openings
from jambo.store import walls as kept_walls
from jambo.store.database import Database
from jambo.store.failures import Unfit
from jambo.store.kept import NotFound, VersionConflict, log_of
from jambo.store.migrate import migrate


@pytest.fixture
def opening(local):
    with local.database.transaction() as t:
        job = jobs.new_job(t, {"name": "Store", "unit": "in"})
        wall = kept_walls.new_wall(t, job, {})
        return openings.new_opening(t, job, wall, {"mark": "v1"})


def marks(t, opening):
    return openings.opening(t, opening)["doc"]["mark"], openings.opening(t, opening)["version"]


def test_undo_walks_the_tree_of_versions(local, opening):
    with local.database.transaction() as t:
        for version, mark in ((1, "v2"), (2, "v3")):
            assert openings.save_opening(t, opening, version, {"mark": mark}) == version + 1

        def go(way):
            row = openings.undo_or_redo(t, opening, openings.opening(t, opening)["version"], way)
            return row and row["doc"]["mark"]

        assert [go("undo"), go("undo"), go("undo")] == ["v2", "v1", None]
        assert [go("redo"), go("redo"), go("redo")] == ["v2", "v3", None]
        assert go("undo") == "v2"
        openings.save_opening(t, opening, openings.opening(t, opening)["version"], {"mark": "branch"})
        assert go("redo") is None
        assert [go("undo"), go("redo")] == ["v2", "branch"]  # the newest branch is the one redone
        assert t.row("SELECT COUNT(*) AS n FROM opening_version WHERE opening_id = %s", [opening])["n"] == 11


def test_stale_write_changes_nothing(local, opening):
    with local.database.transaction() as t:
        openings.save_opening(t, opening, 1, {"mark": "mine"})
    with pytest.raises(VersionConflict) as stale, local.database.transaction() as t:
        openings.save_opening(t, opening, 1, {"mark": "late"})
    assert (stale.value.theirs["mark"], stale.value.yours["mark"]) == ("mine", "late")
    with local.database.transaction() as t:
        assert marks(t, opening) == ("mine", 2)


def test_an_unchanged_save_makes_no_version(local, opening):
    with local.database.transaction() as t:
        assert openings.save_opening(t, opening, 1, {"mark": "v1"}) == 1


@pytest.mark.parametrize("statement", ["UPDATE log SET what = 'x'", "DELETE FROM log", "DELETE FROM opening_version"])
def test_the_record_cannot_be_changed(local, opening, statement):
    """Not by the application, whose account may not; and not by the owner of the tables, whom triggers stop."""
    with pytest.raises(Unfit, match="denied"), local.database.transaction() as t:
        t.run(statement)
    owner = Database(local.server.owner_url)
    with pytest.raises(pymysql.err.MySQLError, match="append-only"), owner.transaction() as t:
        t.run(statement)
    owner.close()


def test_log_says_what_changed(local, opening):
    with local.database.transaction() as t:
        openings.save_opening(t, opening, 1, {"mark": "v1", "header": {"depth": "5 1/2"}}, "Ida")
        row = openings.opening(t, opening)
        newest = log_of(t, row["job_id"], opening)[0]
    assert (newest["who"], newest["what"], newest["detail"]["changed"]) == ("Ida", "changed", ["header.depth"])


def test_removed_opening_comes_back_whole(local, opening):
    with local.database.transaction() as t:
        openings.remove_opening(t, opening, 1)
        with pytest.raises(NotFound):
            openings.opening(t, opening)
        openings.restore_opening(t, opening, 1)
        assert marks(t, opening) == ("v1", 1)


def test_migrations_run_once(local):
    assert migrate(local.server.owner_url, local.server.url) == []


def test_what_was_acknowledged_survives_a_killed_server(tmp_path):
    with Server(tmp_path) as server:
        assert len(migrate(server.owner_url, server.url)) >= 1
        database = Database(server.url)
        with database.transaction() as t:
            job = jobs.new_job(t, {"name": "Kept", "unit": "in"})
        os.kill(server.process.pid, signal.SIGKILL)
        server.process.wait()
        assert server.revive()
        with database.transaction() as t:  # the pool finds its way back by itself
            assert jobs.job(t, job)["doc"]["name"] == "Kept"
        database.close()
    with Server(tmp_path) as again:  # and a second start finds the same data
        database = Database(again.url)
        with database.transaction() as t:
            assert [row["doc"]["name"] for row in jobs.jobs(t)] == ["Kept"]
        database.close()


def test_interrupted_while_starting_leaves_nothing_behind(tmp_path, monkeypatch):
    def interrupted(server):
        raise KeyboardInterrupt

    monkeypatch.setattr(Server, "_wait", interrupted)
    server = Server(tmp_path)
    with pytest.raises(KeyboardInterrupt):
        server.__enter__()
    assert server.process is None
    monkeypatch.undo()
    with Server(tmp_path) as again:  # neither lock nor orphan stands in the way
        assert again.process.poll() is None


def test_an_orphan_is_stopped_and_a_second_jambo_is_kept_off(tmp_path):
    from jambo.running.machine import CommandError

    first = Server(tmp_path).__enter__()
    with pytest.raises(CommandError, match="already runs"):
        Server(tmp_path).__enter__()
    first._lock.close()  # its Jambo was killed: the lock is gone, the server is not
    orphan = first.process
    with Server(tmp_path) as second:
        assert orphan.poll() is not None
        assert second.process.poll() is None
