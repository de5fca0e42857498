"""The people of a crew: who asks, what a lead does about them, and how one signs in (docs/HANDBOOK.md, A crew on one job)."""

from __future__ import annotations

import threading
import unicodedata
from collections.abc import Mapping
from datetime import UTC, datetime, timedelta
from typing import Any, Literal

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from pydantic import AwareDatetime
from typing_extensions import TypedDict

from jambo.core.frozen import dataclass
from jambo.core.planning.work import Trade
from jambo.format.problems import FieldError, Refused
from jambo.store import people as store
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import NotFound

Role = Literal["lead", "hand", "looker"]
SHORTEST = 12  # characters of a passphrase
MOST_TRIES = 10  # by an address, or for a name, in a quarter of an hour
MOST_CODE_TRIES = 200  # by everybody together: codes are short
_HASHER = PasswordHasher()
# held against where there is no such name, so that the answer takes as long; as the hasher makes them, which takes 64 MB and a tenth of a second
_NOBODYS = "$argon2id$v=19$m=65536,t=3,p=4$Ng8RAXf8v60cE2O4RcO6iw$dcpai/Im1CE5XjwDUZjEZcLhBqOHS74NdwTScsU3fKo"
_ONE_AT_A_TIME = threading.Semaphore(2)  # each takes 64 MB


@dataclass(frozen=True)
class Asker:
    """Whoever asks: `person` and `device` where somebody is signed in; `role` is None where nobody knows who it is."""

    role: Role | None
    name: str = ""
    person: int | None = None
    device: int | None = None


AT_THE_MACHINE = Asker("lead")  # on the machine itself one works as one always did, under a name one chooses
NOBODY = Asker(None)


class NotForYou(Exception):
    """Somebody asks for what is not theirs to do; says who may."""


class NotSignedIn(Exception):
    """Nobody knows who asks."""


class TooMany(Exception):
    """Too many tries to sign in failed; says how many minutes one waits."""


class ShareOut(TypedDict):
    """A job somebody looks on at; `trade` where they see that trade's sheet alone."""

    job: int
    name: str
    trade: Trade | None


class MeOut(TypedDict):
    """Whoever asks: `role` is null where they must sign in; `signed` is false at the machine itself; `crew` says whether there are people."""

    role: Role | None
    signed: bool
    name: str
    initials: str
    device: str
    passphrase: bool
    shares: list[ShareOut]
    crew: bool


class DeviceOut(TypedDict):
    """A phone or computer somebody is signed in on."""

    id: int
    label: str
    since: AwareDatetime
    seen: AwareDatetime


class PersonOut(TypedDict):
    """A person, where they are signed in, and what they look on at."""

    id: int
    version: int
    name: str
    initials: str
    role: Role
    passphrase: bool
    devices: list[DeviceOut]
    shares: list[ShareOut]


class CodeOut(TypedDict):
    """A code that pairs one phone once, until a time; where a phone reaches this Jambo, the addresses and a picture to point it at."""

    code: str
    until: AwareDatetime
    addresses: list[str]
    fingerprint: str
    picture: str | None


def who_shows(db: Database, token: str) -> Asker:
    """Say who shows a token. Raises StoreFailure.

    Args:
        db: the database; token: what the device was given when it was signed in.
    """
    with db.transaction() as t:
        row = store.signed_in(t, token)
    if row is None:
        return NOBODY
    if row["due"]:
        with db.transaction(writes=True) as t:
            store.seen(t, row["device_id"])
    return Asker(row["role"], row["name"], row["id"], row["device_id"])


def leads_named(db: Database) -> str:
    """The leads, as somebody is told whom to ask."""
    with db.transaction() as t:
        return " or ".join(row["name"] for row in store.leads(t)[:3]) or "whoever runs this Jambo"


def may_look(db: Database, asker: Asker, of: str, row_id: int) -> str | None:
    """As which trade somebody looks on at the job of a thing: "" for all of it, None where it is not theirs to see."""
    with db.transaction() as t:
        return store.shared_trade(t, asker.person or 0, of, row_id)


def me(db: Database, asker: Asker) -> MeOut:
    """Say who asks."""
    with db.transaction() as t:
        mine = [store.person(t, asker.person)] if asker.person else []
        label = next((d["label"] for d in store.devices(t, [asker.device] if asker.device else [])), "")
        shared = _shares(store.shares(t, asker.person)) if asker.role == "looker" else []
        crew = bool(store.people(t))
    return {
        "role": asker.role, "signed": asker.person is not None, "name": asker.name, "device": label, "shares": shared, "crew": crew,
        "initials": mine[0]["initials"] if mine else "", "passphrase": bool(mine and mine[0]["passphrase"]),
    }  # fmt: skip


def _shares(rows: list[Row]) -> list[ShareOut]:
    return [
        {"job": row["job_id"], "name": row["name"] or f"job {row['job_id']}", "trade": row["trade"] or None}
        for row in rows
        if row["removed_at"] is None
    ]


def everybody(db: Database) -> list[PersonOut]:
    """The people of the crew, with their devices."""
    with db.transaction() as t:
        rows, devices, shares = store.people(t), store.devices(t), store.shares(t)
    return [
        {
            "id": row["id"], "version": row["version"], "name": row["name"], "initials": row["initials"], "role": row["role"],
            "passphrase": row["passphrase"] is not None,
            "devices": [
                {"id": d["id"], "label": d["label"], "since": d["created_at"].replace(tzinfo=UTC), "seen": d["seen_at"].replace(tzinfo=UTC)}
                for d in devices
                if d["person_id"] == row["id"]
            ],
            "shares": _shares([s for s in shares if s["person_id"] == row["id"]]),
        }
        for row in rows
    ]  # fmt: skip


def initials_of(name: str) -> str:
    """The initials a name has, in any script: the first letter of its first and of its last word.

    >>> initials_of("Ana Petrov"), initials_of("李小龙"), initials_of("Jo")
    ('AP', '李', 'J')
    """
    words = [word for word in name.split() if any(ch.isalnum() for ch in word)]
    firsts = [next(ch for ch in word if ch.isalnum()) for word in words]
    return "".join(firsts[:1] + firsts[1:][-1:]).upper()[:8]


def _name(t: Transaction, name: str, but: int | None = None) -> str:
    """A name as it is kept. Raises Refused for none, and for one that somebody else has."""
    said = unicodedata.normalize("NFC", " ".join(name.split()))
    if not any(ch.isalnum() for ch in said):
        raise Refused([FieldError("name", "no name is said", "a name, in any script")])
    other = store.named(t, said)
    if other is not None and other["id"] != but:
        raise Refused(
            [FieldError("name", f"there is a {other['name']} already", "a name of their own, such as with a surname")]
        )
    return said


def add(db: Database, name: str, initials: str, role: Role) -> int:
    """Take somebody into the crew; gives their number. Raises Refused."""
    with db.transaction(writes=True) as t:
        store.lock_people(t)
        said = _name(t, name)
        if role != "lead" and not store.leads(t):
            raise Refused([FieldError("role", "nobody leads yet", "a lead first")])
        return store.new_person(t, said, initials.strip() or initials_of(said), role)


def change(
    db: Database, person_id: int, based_on: int, name: str, initials: str, role: Role, shares: Mapping[int, str]
) -> None:
    """Change a person, and the jobs they look on at. Raises NotFound, VersionConflict, Refused.

    Args:
        db: the database; person_id: who; based_on: the version the change was made from; name, initials, role: as they are to be;
        shares: of one who looks on, the jobs with the trade each is for, "" for all of it.
    """
    with db.transaction(writes=True) as t:
        store.lock_people(t)
        row = store.person(t, person_id, lock=True)
        store.check_person_version(row, based_on, {"name": name, "initials": initials, "role": role})
        if row["role"] == "lead" and role != "lead":
            _not_the_last(t, row)
        said = _name(t, name, person_id)
        store.save_person(t, row, said, initials.strip() or initials_of(said), role)
        store.set_shares(t, person_id, shares.items() if role == "looker" else ())


def _not_the_last(t: Transaction, row: Row) -> None:
    if [lead["id"] for lead in store.leads(t)] == [row["id"]]:
        raise Refused([FieldError("role", f"nobody would lead but {row['name']}", "another lead first")])


def remove(db: Database, person_id: int, based_on: int) -> None:
    """Take a person off: what they are signed in on is at once. Raises NotFound, VersionConflict, Refused for the last lead."""
    with db.transaction(writes=True) as t:
        store.lock_people(t)
        row = store.person(t, person_id, lock=True)
        store.check_person_version(row, based_on, {})
        if row["role"] == "lead":
            _not_the_last(t, row)
        store.take_off(t, person_id)


def end_device(db: Database, device_id: int) -> None:
    """Take a device back at once. Raises NotFound."""
    with db.transaction(writes=True) as t:
        store.end_device(t, device_id)


def make_code(db: Database, person_id: int) -> tuple[str, datetime]:
    """Make a code that pairs one phone of somebody, once; gives it and until when. Raises NotFound."""
    with db.transaction(writes=True) as t:
        store.person(t, person_id, lock=True)
        return store.new_code(t, person_id), datetime.now(UTC) + timedelta(minutes=store.CODE_MINUTES)


def lead(db: Database, name: str) -> tuple[int, str, str]:
    """Make somebody a lead, whoever they were; gives their number, their name as it is kept, and a code that pairs a phone of theirs.

    Raises Refused.
    """
    with db.transaction(writes=True) as t:
        store.lock_people(t)
        row = store.named(t, " ".join(name.split()))
        if row is None:
            said = _name(t, name)
            number = store.new_person(t, said, initials_of(said), "lead")
            return number, said, store.new_code(t, number)
        store.save_person(t, row, row["name"], row["initials"], "lead")
        return row["id"], row["name"], store.new_code(t, row["id"])


def first_lead(db: Database) -> tuple[int, str] | None:
    """The lead who was the first: number and name; None while nobody leads."""
    with db.transaction() as t:
        return next(((row["id"], row["name"]) for row in store.leads(t)), None)


def set_passphrase(db: Database, person_id: int, passphrase: str, old: str | None) -> None:
    """Set the passphrase somebody signs in with. Raises Refused for one that is guessed, and where the old one is another.

    Args:
        db: the database; person_id: whose; passphrase: the new one; old: the one there is, None where whoever runs the machine sets it.
    """
    with db.transaction() as t:
        row = store.person(t, person_id)
    if old is not None and row["passphrase"] is not None and not _is(row["passphrase"], old):
        raise Refused([FieldError("old", "this is not the passphrase there is", "the one you signed in with")])
    plain = store.called(passphrase)
    if len(plain) < SHORTEST:
        raise Refused(
            [FieldError("passphrase", f"it has {len(plain)} characters", f"at least {SHORTEST}: a few words do well")]
        )
    if len(set(plain)) < 5 or len(plain.replace(store.called(row["name"]), "").strip()) < SHORTEST // 2:
        raise Refused([FieldError("passphrase", "it is guessed at once", "a few words that are not your name")])
    with _ONE_AT_A_TIME:
        hashed = _HASHER.hash(passphrase)
    with db.transaction(writes=True) as t:
        store.set_passphrase(t, person_id, hashed)


def _is(hashed: str, passphrase: str) -> bool:
    with _ONE_AT_A_TIME:
        try:
            return _HASHER.verify(hashed, passphrase)
        except (VerificationError, InvalidHashError):
            return False


def _try(db: Database, *by: tuple[str, int]) -> list[int]:
    """Note a try to sign in by an address, for a name; gives the numbers to forget when it does not fail. Raises TooMany.

    It is noted before it is looked at, so that many at once are not each the first.
    """
    with db.transaction(writes=True) as t:
        keys = [(store.digest(key), most) for key, most in by]
        noted = [store.new_try(t, key) for key, _ in keys]
        over = any(store.tries(t, key) > most for key, most in keys)
    if over:
        raise TooMany(store.TRIES_MINUTES)
    return noted


def pair(db: Database, code: str, label: str, address: str) -> str:
    """Pair a device by a code; gives the token it shows from then on. Raises Refused, TooMany.

    Args:
        db: the database; code: as it was typed or scanned; label: what the device is called; address: it is at.
    """
    plain = "".join(ch for ch in code.upper() if ch.isalnum())
    noted = _try(db, (f"address {address}", MOST_TRIES), ("codes", MOST_CODE_TRIES))
    with db.transaction(writes=True) as t:
        row = store.use_code(t, plain)
        if row is not None:
            store.forget_tries(t, noted)
            return store.new_device(t, row["id"], _label(label))
    raise Refused(
        [
            FieldError(
                "code",
                f"this code pairs nothing: it was used, or is older than {store.CODE_MINUTES} minutes, or was never made",
                "a new one, which a lead makes under Crew",
            )
        ]
    )


def sign_in(db: Database, name: str, passphrase: str, label: str, address: str) -> str:
    """Sign somebody in by their passphrase; gives the token the device shows from then on. Raises Refused, TooMany.

    Args:
        db: the database; name, passphrase: as typed; label: what the device is called; address: it is at.
    """
    said = " ".join(name.split())
    noted = _try(db, (f"address {address}", MOST_TRIES), (f"name {store.called(said)}", MOST_TRIES))
    with db.transaction() as t:
        row = store.named(t, said)
    right = _is((row and row["passphrase"]) or _NOBODYS, passphrase)
    if row is None or row["passphrase"] is None or not right:
        raise Refused(
            [
                FieldError(
                    "passphrase",
                    "nobody here has this name and this passphrase",
                    "both as they were set; or a code, which a lead makes under Crew",
                )
            ]
        )
    with db.transaction(writes=True) as t:
        if store.person(t, row["id"], lock=True)["passphrase"] != row["passphrase"]:
            raise NotFound(f"person {row['id']}")  # taken off, or changed, while this was looked at
        store.forget_tries(t, noted)
        return store.new_device(t, row["id"], _label(label))


def _label(label: str) -> str:
    return " ".join(label.split())[:80] or "a phone"


def without_prices(answer: Any) -> Any:
    """An answer as somebody sees it who looks on: what things cost is not theirs to know."""
    if isinstance(answer, dict):
        return {key: without_prices(value) for key, value in answer.items() if "price" not in key}
    return [without_prices(one) for one in answer] if isinstance(answer, list) else answer
