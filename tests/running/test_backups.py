"""Backups: taken while others write, held against their digests, brought back whole; kept by themselves; what is wrong is named."""

import contextlib
import json
import shutil
import threading
import time
import zipfile
from datetime import UTC, datetime, timedelta

import pytest
from click.testing import CliRunner

from jambo.cli import main
from jambo.format.document import Job
from jambo.jobs.checking import NEVER_CHANGED, what_is_gone, what_is_wrong
from jambo.running import backups
from jambo.running.local import running
from jambo.running.machine import CommandError
from jambo.running.mariadb import Server
from jambo.running.serve import open_database
from jambo.running.strain import lost, new_job, writing
from jambo.store import backup as store
from jambo.store import feeds
from jambo.store import migrate as migrations
from jambo.store.backup import MANIFEST, TABLES, BackupProblem, dump, load, rows_of, verify
from jambo.store.database import Database


@pytest.fixture(scope="module")
def local():
    with running(demo=True, front_end=False) as local:
        yield local


@pytest.fixture(scope="module")
def owner(local):
    database = Database(local.server.owner_url)
    yield database
    database.close()


@pytest.fixture(scope="module")
def file(local, tmp_path_factory):
    file = tmp_path_factory.mktemp("backup") / "demo.zip"
    dump(local.server.url, file)
    return file


@pytest.fixture
def other(tmp_path):
    """An empty database of its own."""
    with Server(tmp_path / "db") as server:
        yield server


def everything(address):
    database = Database(address)
    with database.transaction() as t:
        found = {table: t.rows(f"SELECT * FROM {table} ORDER BY 1, 2") for table in TABLES}
    database.close()
    return found


def test_what_is_brought_back_is_what_was_kept_byte_for_byte(local, file, other):
    made = verify(file)
    assert made.jobs == 3 and sum(name.startswith("photos/") for name in made.members) >= 2
    assert file.stat().st_mode & 0o077 == 0  # nobody else's
    assert load(other.owner_url, other.url, file) == made
    assert everything(other.owner_url) == everything(local.server.owner_url)
    database = Database(other.owner_url)
    assert [*what_is_wrong(database)] == []
    with database.transaction(writes=True) as t:  # ids go on behind those that were brought back
        newest = max(row["id"] for row in t.rows("SELECT id FROM log"))
        assert t.insert("INSERT INTO log (job_id, what, detail) VALUES (1, 'framed', '{}')") > newest
    database.close()


def test_a_backup_under_eight_writers_has_all_that_was_acknowledged_before_it_began(local, other, tmp_path):
    with writing(local.url, new_job(local.url), 8) as tally:
        while len(tally.acknowledged) < 60:
            time.sleep(0.05)
        before = list(tally.acknowledged)
        dump(local.server.url, tmp_path / "busy.zip")
        while len(tally.acknowledged) < len(before) + 20:
            time.sleep(0.05)
    load(other.owner_url, other.url, tmp_path / "busy.zip")
    database = Database(other.owner_url)
    assert lost(database, before) == []
    assert [*what_is_wrong(database)] == []
    assert lost(database, tally.acknowledged[-1:]) != []  # nothing of what came after
    database.close()


def spoil_byte(path):
    with zipfile.ZipFile(path) as archive:
        at = archive.getinfo("photos/1").header_offset + 400
    data = bytearray(path.read_bytes())
    data[at] ^= 1
    path.write_bytes(data)


def leave_out(name):
    def spoil(path):
        whole = path.with_suffix(".whole")
        path.rename(whole)
        with zipfile.ZipFile(whole) as old, zipfile.ZipFile(path, "w") as new:
            for info in old.infolist():
                if info.filename != name:
                    new.writestr(info, old.read(info))

    return spoil


def another(key, value):
    def spoil(path):
        with zipfile.ZipFile(path) as archive:
            said = json.loads(archive.read(MANIFEST))
        leave_out(MANIFEST)(path)
        with zipfile.ZipFile(path, "a") as archive:
            archive.writestr(MANIFEST, json.dumps(said | {key: value}))

    return spoil


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        (lambda path: path.write_bytes(b""), "is no backup"),
        (lambda path: path.write_bytes(path.read_bytes()[:-900]), "is no backup"),
        (spoil_byte, r"photos/1 (cannot be read|is not as it was written)"),
        (leave_out("log.jsonl"), "log.jsonl is not there"),
        (leave_out(MANIFEST), "does not say what stands in it"),
        (another("format", "jambo-backup/2"), "another format"),
        (another("members", {}), "does not say"),
    ],
)
def test_a_file_that_is_no_whole_backup_is_told(file, tmp_path, spoil, says):
    shutil.copy(file, tmp_path / "spoilt.zip")
    spoil(tmp_path / "spoilt.zip")
    with pytest.raises(BackupProblem, match=says):
        verify(tmp_path / "spoilt.zip")


@pytest.mark.parametrize("spoil", [leave_out("log.jsonl"), another("migration", 9_999)])
def test_what_cannot_be_brought_back_changes_nothing(local, file, tmp_path, spoil):
    shutil.copy(file, tmp_path / "spoilt.zip")
    spoil(tmp_path / "spoilt.zip")
    before = everything(local.server.owner_url)
    with pytest.raises(BackupProblem):
        load(local.server.owner_url, local.server.url, tmp_path / "spoilt.zip")
    assert everything(local.server.owner_url) == before


def test_one_that_is_broken_off_is_said_at_the_next_start_and_done_again(file, other, monkeypatch):
    def fails(*_):
        raise KeyboardInterrupt

    monkeypatch.setattr(store, "_insert", fails)
    with pytest.raises(KeyboardInterrupt):
        load(other.owner_url, other.url, file)
    monkeypatch.undo()
    with pytest.raises(CommandError, match=r"broken off.*Do it again"):
        open_database(other.url, other.owner_url)
    load(other.owner_url, other.url, file)
    open_database(other.url, other.owner_url).close()


def test_an_upgrade_keeps_a_backup_first_and_the_older_program_brings_it_back(other, tmp_path, monkeypatch):
    """The way back of docs/RUNNING.md: the older Jambo refuses the newer tables, and brings back what was kept before."""
    every, older = migrations.known(), sorted(migrations.known())[:-1]
    monkeypatch.setattr(migrations, "known", lambda: {n: every[n] for n in older})
    monkeypatch.setattr(store, "known", migrations.known)
    database = open_database(other.url, other.owner_url, tmp_path)
    with database.transaction(writes=True) as t:  # what is there of the newest tables an older program does not know
        for name in ("Old", "Older", "Oldest"):
            t.run("INSERT INTO job (doc) VALUES (%s)", [Job(name=name).model_dump_json()])
    database.close()
    assert [*tmp_path.glob("*.zip")] == []  # a first start has nothing to keep
    monkeypatch.undo()
    open_database(other.url, other.owner_url, tmp_path).close()
    (kept,) = tmp_path.glob(f"jambo-*-before-{max(every):04d}.zip")
    monkeypatch.setattr(migrations, "known", lambda: {n: every[n] for n in older})
    monkeypatch.setattr(store, "known", migrations.known)
    with pytest.raises(CommandError, match=r"made by a newer Jambo.*bring back the backup"):
        open_database(other.url, other.owner_url)
    load(other.owner_url, other.url, kept)
    database = open_database(other.url, other.owner_url)
    with database.transaction() as t:
        assert len(t.rows("SELECT id FROM job")) == 3
    database.close()


def test_commands_take_bring_back_and_check(local, file, other, tmp_path, monkeypatch):
    """Asked twice before anything is replaced, which is kept first."""
    monkeypatch.setenv("JAMBO_BACKUPS", str(tmp_path / "backups"))
    monkeypatch.setenv("JAMBO_DATABASE_URL", other.url)
    monkeypatch.setenv("JAMBO_DATABASE_OWNER_URL", other.owner_url)
    run = CliRunner()
    assert run.invoke(main, ["restore", str(file)]).exit_code == 0  # into an empty one, without a question
    assert run.invoke(main, ["backup", str(tmp_path / "again.zip")]).exit_code == 0
    assert [row["id"] for row in rows_of(tmp_path / "again.zip", "log")] == [row["id"] for row in rows_of(file, "log")]
    for said in ("n\n", "y\nno\n"):
        refused = run.invoke(main, ["restore", str(file)], input=said)
        assert (refused.exit_code, "holds 3 jobs" in refused.output) == (1, True)
    assert [*(tmp_path / "backups").glob("*")] == []
    done = run.invoke(main, ["restore", str(file)], input="y\nreplace\n")
    assert done.exit_code == 0, done.output
    assert len([*(tmp_path / "backups").glob("jambo-*-before-restore.zip")]) == 1
    assert run.invoke(main, ["check"]).exit_code == 0
    assert run.invoke(main, ["check", str(file)]).exit_code == 0
    (tmp_path / "bad.zip").write_bytes(b"PK")
    bad = run.invoke(main, ["check", str(tmp_path / "bad.zip")])
    assert (bad.exit_code, "is no backup" in bad.output) == (1, True)
    nowhere = run.invoke(main, ["backup", str(tmp_path / "no/where.zip")])
    assert (nowhere.exit_code, "Traceback" in nowhere.output) == (1, False)


WRONG = {
    "UPDATE opening SET doc = '{\"room\": 7}' WHERE id = 1": ["opening 1 cannot be read: room", "opening 1 is not as its version"],
    "DELETE FROM opening_version WHERE opening_id = 2 AND version = 1": ["opening 2: it is at version 1, and the newest on record is none"],
    "INSERT INTO opening_version (opening_id, version, parent, doc) VALUES (3, 3, 9, '{}')": ["opening 3: version 3 follows version 1", "version 3 is said to come from version 9"],
    "UPDATE job SET version = 5 WHERE id = 1": ["job 1 is at version 5, and the record tells of 1"],
    "INSERT INTO log (job_id, what, detail) VALUES (1, 'step', '[]')": [" of the record (step) cannot be read"],
    "UPDATE photo SET picture = 'x', small = 'y' WHERE id = 1": ["photograph 1 (picture) cannot be read", "photograph 1 (small)"],
    "UPDATE reading SET corrects = 2 WHERE id = 1": ["reading 1 corrects 2, which is no earlier"],
    "UPDATE stock SET doc = '[]' WHERE id = 1": ["stock 1 cannot be read"],
    "DELETE FROM log WHERE what = 'measured' LIMIT 1": ["is gone since the last backup"],
    "UPDATE log SET who = 'X' WHERE what = 'planned' LIMIT 1": ["was changed since the last backup: who"],
}  # fmt: skip


def test_what_is_wrong_is_named(owner, file):
    with owner.transaction() as t:
        guards = t.rows("SHOW TRIGGERS")
        for row in guards:
            t.run(f"DROP TRIGGER {row['Trigger']}")
    unguarded = [*what_is_wrong(owner)]
    assert len(unguarded) == 2 * len(NEVER_CHANGED) and "nothing keeps its rows" in unguarded[0]
    for sql, says in WRONG.items():
        with pytest.raises(ZeroDivisionError), owner.transaction(writes=True) as t:
            t.run("SET FOREIGN_KEY_CHECKS = 0")
            t.run(sql)
            seen = _In(t)
            told = [
                *what_is_wrong(seen),
                *(w for table in NEVER_CHANGED for w in what_is_gone(seen, table, rows_of(file, table))),
            ]
            told = [line for line in told if line not in unguarded]
            raise ZeroDivisionError  # rolled back
        for said in says:
            assert any(said in line for line in told), (sql, told)


class _In:
    """A database that is seen from inside one transaction."""

    def __init__(self, t):
        self.t = t

    def transaction(self):
        return contextlib.nullcontext(self.t)


def at(day, hour=12, size=10):
    when = datetime(2026, 11, 29, hour, tzinfo=UTC) - timedelta(days=day)
    return when, size, f"{day}"


def test_the_last_seven_and_one_a_week_are_kept_within_a_size():
    """Daily from 29 November (a Sunday, week 48) back over 30 days: seven; then one each of weeks 47 (the 22nd), 46, 45, 44."""
    kept = [at(day) for day in range(31)]
    assert sorted(set(map(str, range(31))) - set(backups.to_drop(kept)), key=int) == [
        "0",
        "1",
        "2",
        "3",
        "4",
        "5",
        "6",
        "7",
        "14",
        "21",
        "28",
    ]
    assert backups.to_drop(kept[:7]) == []
    assert set(backups.to_drop([at(0), at(1), at(2)], most_bytes=20)) == {"2"}
    assert set(backups.to_drop([at(0, size=99), at(1)], most_bytes=20)) == {"1"}  # the newest stays in any case


def test_one_is_kept_every_day_by_itself_and_trouble_is_said(local, tmp_path, capsys, monkeypatch):
    ended, now = threading.Event(), [datetime(2026, 11, 29, 7, tzinfo=UTC)]
    days = iter([timedelta(hours=23), timedelta(hours=1), timedelta(hours=24)])

    def wait(_):
        step = next(days, None)
        now[0] += step or timedelta()
        return step is None

    monkeypatch.setattr(ended, "wait", wait)
    backups.keep_daily(local.server.url, tmp_path, ended, lambda: now[0])
    assert [name for _, _, name in backups.kept_in(tmp_path)] == [
        "jambo-2026-11-29-070000.zip", "jambo-2026-11-30-070000.zip", "jambo-2026-12-01-070000.zip",
    ]  # fmt: skip
    usage = shutil._ntuple_diskusage(100, 99, 1)
    monkeypatch.setattr(backups.shutil, "disk_usage", lambda _: usage)
    monkeypatch.setattr(ended, "wait", lambda _: True)
    now[0] += timedelta(days=1)
    backups.keep_daily(local.server.url, tmp_path, ended, lambda: now[0])
    assert "the daily backup was not taken: only 0 MB are free" in capsys.readouterr().err


def test_the_key_of_a_calendar_stands_in_no_backup_and_its_address_goes_on(local, other, tmp_path):
    with local.database.transaction(writes=True) as t:
        key = feeds.new_feed(t, 1, "crew")["secret"]
    dump(local.server.url, tmp_path / "feed.zip")
    with zipfile.ZipFile(tmp_path / "feed.zip") as archive:
        assert not [name for name in archive.namelist() if key.encode() in archive.read(name)]
    load(other.owner_url, other.url, tmp_path / "feed.zip")
    database = Database(other.url)
    with database.transaction() as t:
        assert feeds.feed(t, key)["of_whom"] == "crew" and [row["secret"] for row in feeds.feeds(t, 1)] == [None]
    database.close()
