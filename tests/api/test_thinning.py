"""Contents of old versions let go: told in the record, undone over, guarded, and no loss to whoever checks."""

import json
from datetime import UTC, datetime, timedelta

import pymysql
import pytest

from helpers import PLAIN
from jambo.jobs.checking import what_is_gone, what_is_wrong
from jambo.jobs.thinning import thin
from jambo.store.database import Database

NOW = datetime(2026, 12, 1, 9, tzinfo=UTC)
ROOMS = ["Hall", "Pantry", "Study", "Attic", "Larder"]  # each made an hour after the one before, five days ago


@pytest.fixture
def owner(local):
    database = Database(local.server.owner_url)
    yield database
    database.close()


@pytest.fixture
def opening(owner, client, job):
    """An opening with a version for each room of one day, the second of which was framed by; gives its number."""
    body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "room": ROOMS[0]}}
    number = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    for version, room in enumerate(ROOMS[1:], 1):
        opening = client.get(f"/api/openings/{number}").json()["opening"]
        client.put(
            f"/api/openings/{number}", json={"version": version, "opening": {**opening, "room": room}}
        ).raise_for_status()
    with owner.transaction() as t:  # as if it were so long ago: nothing but a test writes when a version was made
        made = t.rows("SELECT * FROM opening_version WHERE opening_id = %s ORDER BY version", [number])
        t.run("DROP TRIGGER versions_are_never_cut")
        t.run("DELETE FROM opening_version WHERE opening_id = %s", [number])
        for row in made:
            row["at"] = (NOW - timedelta(days=5)).replace(tzinfo=None) + timedelta(hours=row["version"])
            t.run(
                f"INSERT INTO opening_version ({', '.join(row)}) VALUES ({', '.join(['%s'] * len(row))})",
                [*row.values()],
            )
        t.run(
            "CREATE TRIGGER versions_are_never_cut BEFORE DELETE ON opening_version FOR EACH ROW"
            " SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'versions are append-only'"
        )
        t.run(
            "INSERT INTO log (job_id, opening_id, at, what, detail) VALUES (%s, %s, %s, 'framed', '{}')",
            [job, number, made[1]["at"] + timedelta(minutes=1)],
        )
    return number


def rooms(owner, opening):
    with owner.transaction() as t:
        rows = t.rows("SELECT doc FROM opening_version WHERE opening_id = %s ORDER BY version", [opening])
    return [(json.loads(row["doc"]) or {}).get("room") for row in rows]


def test_what_is_let_go_is_told_and_undone_over_and_no_loss(owner, client, job, opening):
    with owner.transaction() as t:
        before = t.rows("SELECT * FROM opening_version WHERE opening_id = %s", [opening])
        assert t.row("SELECT COUNT(*) AS n FROM opening_version")["n"] >= len(ROOMS)
    assert thin(owner, NOW, least=1) >= 3
    assert rooms(owner, opening) == [None, "Pantry", None, None, "Larder"]
    line = client.get(f"/api/jobs/{job}/log").json()["lines"][0]
    assert (line["event"], line["words"]) == (
        "old versions thinned",
        "3 of before yesterday cannot be taken back to any more; the last of each day stays, and every one that work was done by",
    )
    assert thin(owner, NOW, least=1) == 0 and client.get(f"/api/jobs/{job}/log").json()["lines"][0]["id"] == line["id"]

    version = len(ROOMS)
    for way, room in (("undo", "Pantry"), ("redo", "Larder"), ("undo", "Pantry")):
        page = client.post(f"/api/openings/{opening}/{way}", json={"version": version}).raise_for_status().json()
        version = page["version"]
        assert page["opening"]["room"] == room
    assert page["can_undo"] is False  # of what there was before it nothing is kept
    stale = client.put(f"/api/openings/{opening}", json={"version": 1, "opening": PLAIN["opening"]})
    assert stale.status_code == 409

    assert not [one for one in what_is_wrong(owner) if f"opening {opening}" in one or "version" in one]
    assert list(what_is_gone(owner, "opening_version", before)) == []


def test_where_little_would_be_gained_nothing_is_let_go(owner, opening):
    assert thin(owner, NOW) == 0
    assert rooms(owner, opening) == ROOMS


@pytest.mark.parametrize(
    "statement",
    [
        "SET doc = '{}'",
        "SET doc = 'null', who = 'Bo'",
        "SET doc = 'null', at = NOW()",
        "SET parent = NULL, doc = 'null', version = 9",
    ],
)
def test_nothing_else_of_a_version_is_ever_changed(owner, opening, statement):
    with pytest.raises(pymysql.err.MySQLError, match="append-only"), owner.transaction() as t:
        t.run(f"UPDATE opening_version {statement} WHERE opening_id = %s AND version = 2", [opening])
