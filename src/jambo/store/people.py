"""People, the phones they are signed in on, codes that pair one more, and the jobs they look on at, as they are kept.

Of a token or a code only its digest is kept: who reads the tables, or a backup, cannot sign in with it.
"""

from __future__ import annotations

import hashlib
import secrets
import unicodedata
from collections.abc import Collection, Iterable
from datetime import datetime

from jambo.store.database import Row, Transaction
from jambo.store.kept import NotFound, VersionConflict

CODE_MINUTES = 10
CODE_LETTERS = "23456789ABCDEFGHJKMNPQRSTUVWXYZ"  # none that is taken for another
CODE_LENGTH = 8
SIGNED_DAYS = 60  # unused; in use a device stays signed in for a year
LONGEST_DAYS = 365
SEEN_SECONDS = 60  # after which it is noted again that a device was there
TRIES_MINUTES = 15


def called(name: str) -> str:
    """A name as names are compared: two that a reader takes for one are one."""
    return unicodedata.normalize("NFKC", unicodedata.normalize("NFKC", name).casefold())


def digest(secret: str) -> bytes:
    """What is kept of a secret."""
    return hashlib.sha256(secret.encode()).digest()


def lock_people(t: Transaction) -> None:
    """Let nobody else change who is a lead until this is done."""
    t.take_turn("people")
    t.rows("SELECT id FROM person WHERE role = 'lead' AND removed_at IS NULL ORDER BY id FOR UPDATE")


def people(t: Transaction) -> list[Row]:
    """Everybody who is not taken off, in the order they came."""
    return t.rows("SELECT * FROM person WHERE removed_at IS NULL ORDER BY id")


def leads(t: Transaction) -> list[Row]:
    """Those who lead."""
    return [row for row in people(t) if row["role"] == "lead"]


def crew_since(t: Transaction) -> datetime | None:
    """Since when there is a crew of people, in UTC without a zone; None while there never was one."""
    row = t.row("SELECT MIN(created_at) AS at FROM person")
    return row["at"] if row else None


def person(t: Transaction, person_id: int, *, lock: bool = False) -> Row:
    """Read a person who is not taken off. Raises NotFound."""
    row = t.row(
        f"SELECT * FROM person WHERE id = %s AND removed_at IS NULL{' FOR UPDATE' if lock else ''}", [person_id]
    )
    if row is None:
        raise NotFound(f"person {person_id}")
    return row


def named(t: Transaction, name: str) -> Row | None:
    """The person of a name, None where nobody has it."""
    return t.row("SELECT * FROM person WHERE called = %s", [called(name)])


def new_person(t: Transaction, name: str, initials: str, role: str) -> int:
    """Keep one more person; the name is nobody else's."""
    return t.insert(
        "INSERT INTO person (name, called, initials, role) VALUES (%s, %s, %s, %s)",
        [name, called(name), initials, role],
    )


def save_person(t: Transaction, row: Row, name: str, initials: str, role: str) -> None:
    """Change a person that was read under a lock."""
    t.run(
        "UPDATE person SET name = %s, called = %s, initials = %s, role = %s, version = version + 1 WHERE id = %s",
        [name, called(name), initials, role, row["id"]],
    )


def set_passphrase(t: Transaction, person_id: int, hashed: str | None) -> None:
    """Keep the digest of a passphrase, or none."""
    t.run("UPDATE person SET passphrase = %s WHERE id = %s", [hashed, person_id])


def take_off(t: Transaction, person_id: int) -> None:
    """Take a person off: signed in nowhere, and looking on at nothing, from now on. What they wrote stays theirs."""
    t.run(
        "UPDATE person SET removed_at = UTC_TIMESTAMP(6), called = NULL, passphrase = NULL, version = version + 1 WHERE id = %s",
        [person_id],
    )
    t.run("UPDATE device SET ended_at = UTC_TIMESTAMP(6) WHERE person_id = %s AND ended_at IS NULL", [person_id])
    t.run("UPDATE pairing SET used_at = UTC_TIMESTAMP(6) WHERE person_id = %s AND used_at IS NULL", [person_id])
    t.run("DELETE FROM share WHERE person_id = %s", [person_id])


def check_person_version(row: Row, based_on: int, yours: dict[str, object]) -> None:
    """Raise VersionConflict unless a change is based on the person's version. The row must be locked."""
    if row["version"] != based_on:
        theirs = {key: row[key] for key in ("name", "initials", "role")}
        raise VersionConflict(row["version"], theirs, yours)


def shares(t: Transaction, person_id: int | None = None) -> list[Row]:
    """The jobs that are shared with one who looks on, or with everybody; those off the board too."""
    where, values = ("WHERE s.person_id = %s", [person_id]) if person_id is not None else ("", [])
    return t.rows(
        "SELECT s.person_id, s.job_id, s.trade, JSON_VALUE(j.doc, '$.name') AS name, j.removed_at FROM share s"
        f" JOIN job j ON j.id = s.job_id {where} ORDER BY s.person_id, s.job_id",
        values,
    )


def set_shares(t: Transaction, person_id: int, wanted: Iterable[tuple[int, str]]) -> None:
    """Have somebody look on at these jobs, each with the trade it is for ("" for all of it), and at no other. Raises NotFound."""
    t.run("DELETE FROM share WHERE person_id = %s", [person_id])
    for job_id, trade in dict(wanted).items():
        if t.row("SELECT 1 FROM job WHERE id = %s", [job_id]) is None:
            raise NotFound(f"job {job_id}")
        t.run("INSERT INTO share (person_id, job_id, trade) VALUES (%s, %s, %s)", [person_id, job_id, trade])


_JOB_OF = {
    "job_id": "SELECT id AS job FROM job WHERE id = %s",
    "opening_id": "SELECT job_id AS job FROM opening WHERE id = %s",
    "wall_id": "SELECT job_id AS job FROM wall WHERE id = %s",
    "photo_id": "SELECT job_id AS job FROM photo WHERE id = %s",
}


def shared_trade(t: Transaction, person_id: int, of: str, row_id: int) -> str | None:
    """As which trade somebody looks on at the job of a thing: "" for all of it, None where it is not shared with them.

    Args:
        t: the transaction; person_id: who; of: what kind of thing, as addresses name it; row_id: which.
    """
    row = t.row(f"SELECT trade FROM share WHERE person_id = %s AND job_id = ({_JOB_OF[of]})", [person_id, row_id])
    return None if row is None else str(row["trade"])


def new_device(t: Transaction, person_id: int, label: str) -> str:
    """Sign somebody in on one more phone or computer; gives the token it shows from then on."""
    token = secrets.token_urlsafe(32)
    t.run("INSERT INTO device (person_id, token, label) VALUES (%s, %s, %s)", [person_id, digest(token), label])
    return token


def signed_in(t: Transaction, token: str) -> Row | None:
    """Who shows a token: the device, its person, and whether it is due to be noted as seen; None where nobody is signed in by it."""
    return t.row(
        "SELECT d.id AS device_id, d.label, p.id, p.name, p.initials, p.role, p.passphrase IS NOT NULL AS has_passphrase,"
        f" d.seen_at < UTC_TIMESTAMP(6) - INTERVAL {SEEN_SECONDS} SECOND AS due FROM device d JOIN person p ON p.id = d.person_id"
        " WHERE d.token = %s AND d.ended_at IS NULL AND p.removed_at IS NULL"
        f" AND d.seen_at > UTC_TIMESTAMP(6) - INTERVAL {SIGNED_DAYS} DAY"
        f" AND d.created_at > UTC_TIMESTAMP(6) - INTERVAL {LONGEST_DAYS} DAY",
        [digest(token)],
    )


def seen(t: Transaction, device_id: int) -> None:
    """Note that a device was there."""
    t.run("UPDATE device SET seen_at = UTC_TIMESTAMP(6) WHERE id = %s", [device_id])


def devices(t: Transaction, among: Collection[int] | None = None) -> list[Row]:
    """Every device somebody is signed in on, or those of some; the one seen last first."""
    if among is not None and not among:
        return []
    where = f" AND id IN ({', '.join(['%s'] * len(among))})" if among is not None else ""
    return t.rows(
        f"SELECT id, person_id, label, created_at, seen_at FROM device WHERE ended_at IS NULL{where}"
        f" AND seen_at > UTC_TIMESTAMP(6) - INTERVAL {SIGNED_DAYS} DAY"
        f" AND created_at > UTC_TIMESTAMP(6) - INTERVAL {LONGEST_DAYS} DAY ORDER BY seen_at DESC, id",
        list(among or ()),
    )


def end_device(t: Transaction, device_id: int) -> None:
    """Take a device back: nobody is signed in on it any more. Raises NotFound."""
    if not t.run("UPDATE device SET ended_at = UTC_TIMESTAMP(6) WHERE id = %s AND ended_at IS NULL", [device_id]):
        raise NotFound(f"device {device_id}")


def new_code(t: Transaction, person_id: int) -> str:
    """Make a code that pairs one device of somebody, once, in the next minutes; one that was made before does no more."""
    t.run("UPDATE pairing SET used_at = UTC_TIMESTAMP(6) WHERE person_id = %s AND used_at IS NULL", [person_id])
    code = "".join(secrets.choice(CODE_LETTERS) for _ in range(CODE_LENGTH))
    t.run("INSERT INTO pairing (person_id, code) VALUES (%s, %s)", [person_id, digest(code)])
    return code


def use_code(t: Transaction, code: str) -> Row | None:
    """Use a code up; gives the person it was made for, None where it pairs nothing: used, too old, or none."""
    used = t.run(
        "UPDATE pairing SET used_at = UTC_TIMESTAMP(6) WHERE code = %s AND used_at IS NULL"
        f" AND made_at > UTC_TIMESTAMP(6) - INTERVAL {CODE_MINUTES} MINUTE",
        [digest(code)],
    )
    if not used:
        return None
    return t.row(
        "SELECT p.* FROM person p JOIN pairing c ON c.person_id = p.id WHERE c.code = %s AND p.removed_at IS NULL",
        [digest(code)],
    )


def tries(t: Transaction, by: bytes) -> int:
    """How many tries to sign in failed or are under way of late, by an address or for a name."""
    row = t.row(
        f"SELECT COUNT(*) AS n FROM attempt WHERE by_whom = %s AND at > UTC_TIMESTAMP(6) - INTERVAL {TRIES_MINUTES} MINUTE",
        [by],
    )
    return int(row["n"]) if row else 0


def new_try(t: Transaction, by: bytes) -> int:
    """Note a try to sign in, and forget old ones; gives its number."""
    t.run(f"DELETE FROM attempt WHERE at < UTC_TIMESTAMP(6) - INTERVAL {TRIES_MINUTES} MINUTE LIMIT 100")
    return t.insert("INSERT INTO attempt (by_whom) VALUES (%s)", [by])


def forget_tries(t: Transaction, tried: Iterable[int]) -> None:
    """Forget tries that did not fail after all."""
    for number in tried:
        t.run("DELETE FROM attempt WHERE id = %s", [number])
