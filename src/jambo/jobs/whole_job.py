"""A whole job given as one file and brought in from one (`jambo-job/1`, handbook 33)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from datetime import UTC, datetime
from typing import IO, Literal

import orjson
from typing_extensions import TypedDict

from jambo.format.job_file import JOB, JobFileProblem, Reader, Writer, picture_name, read, written
from jambo.format.problems import FieldError, Refused
from jambo.store import whole_job as store
from jambo.store.database import Database, Transaction
from jambo.store.jobs import job as kept_job

How = Literal["new", "onto"]
Against = Literal["none", "same", "newer", "older", "apart", "removed"]


class HereOut(TypedDict):
    """The job here that a file is the same as, by its identity, and how the two stand to each other.

    The file's is `newer` where it only has more, `older` where this one only has more, `apart` where both went on since; `removed` where this one was
    taken off the board. `adds` counts what the file has more of.
    """

    against: Against
    job: int | None
    name: str | None
    adds: dict[str, int]


class JobFileOut(TypedDict):
    """What a file holds, when it was taken, and how it stands to what is here; `kept` is the job it was put into, None while nothing was."""

    name: str
    taken_at: str
    holds: dict[str, int]
    here: HereOut
    kept: int | None


COUNTED = {
    "openings.jsonl": "openings", "versions.jsonl": "versions", "readings.jsonl": "readings", "record.jsonl": "lines of the record",
    "photographs.jsonl": "photographs",
}  # fmt: skip


def export(db: Database, job_id: int, into: IO[bytes], now: datetime | None = None) -> str:
    """Write a whole job into a file, as it is at one moment whoever writes meanwhile; gives what it is called. Raises NotFound.

    Args:
        db: where jobs are kept; job_id: the job; into: the file; now: the moment that stands in it.
    """
    with db.transaction() as t:
        row = kept_job(t, job_id)
        file = Writer(into)
        file.add(JOB, [written(store.job_row(row))])
        for name, rows in store.rows(t, job_id):
            file.add_rows(name, rows)
        for number, _, picture, small in store.pictures(t, job_id):
            file.add(picture_name(number, small=False), [picture], pack=False)
            file.add(picture_name(number, small=True), [small], pack=False)
    name = str(row["doc"].get("name", ""))
    file.close(row["identity"], name, f"{now or datetime.now(UTC):%Y-%m-%dT%H:%M:%SZ}")
    return name


def bring_in(db: Database, file: IO[bytes], how: How | None) -> JobFileOut:
    """Read a job's file, say how it stands to what is here, and keep it if asked.

    Args:
        db: where jobs are kept; file: of anybody's making; how: as a job of its own, onto the one here that it only adds to, or not at all.

    Raises:
        Refused: it is no whole job, or cannot be kept so; nothing was changed.
    """
    try:
        reader = read(file)
    except JobFileProblem as problem:
        raise Refused(
            [FieldError("file", str(problem), "a job’s file as Jambo gives it, whole and unchanged")]
        ) from None
    with db.transaction(writes=how is not None) as t:
        here = _here(t, reader, lock=how is not None)
        kept = _keep(t, reader, here, how) if how is not None else None
    holds = {said: sum(1 for _ in _lines(reader, name)) for name, said in COUNTED.items()}
    return {
        "name": reader.manifest.name, "taken_at": reader.manifest.taken_at, "holds": holds, "here": here, "kept": kept,
    }  # fmt: skip


def _keep(t: Transaction, reader: Reader, here: HereOut, how: How) -> int:
    if how == "onto":
        if here["against"] != "newer" or here["job"] is None:
            said = "there is no job here that it only adds to"
            raise Refused([FieldError("how", said, "a job of its own")])
        job_id = here["job"]
        store.have_job_as(t, job_id, reader)
    else:
        job_id = store.new_job(t, reader, None if here["against"] != "none" else reader.manifest.identity)
    store.Importer(t, job_id, reader).put()
    return job_id


def _here(t: Transaction, reader: Reader, *, lock: bool) -> HereOut:
    known = store.same_job(t, reader.manifest.identity)
    if known is None:
        return {"against": "none", "job": None, "name": None, "adds": {}}
    if known["removed_at"] is not None:
        return {"against": "removed", "job": None, "name": None, "adds": {}}
    row = kept_job(t, known["id"], lock=lock)
    more: Counter[str] = Counter()
    less = False
    for name, rows in store.rows(t, known["id"]):
        if name not in COUNTED:
            continue
        here, there = Counter(map(_same, map(written, rows))), Counter(map(_same, _lines(reader, name)))
        if name == "openings.jsonl":  # what changes has its changes in the record
            more[COUNTED[name]] += max(0, there.total() - here.total())
            continue
        more[COUNTED[name]] += (there - here).total()
        less = less or bool(here - there)
    adds = {said: count for said, count in more.items() if count}
    against: Against = "apart" if less and adds else "older" if less else "newer" if adds else "same"
    return {"against": against, "job": known["id"], "name": str(row["doc"].get("name", "")), "adds": adds}


def _same(line: bytes) -> bytes:
    """What of a row stays: an old version's content may be let go, and a picture taken out or erased."""
    row = orjson.loads(line)
    for passing in ("erased", "taken_out"):
        row.pop(passing, None)
    if "content_of" in row:
        row.pop("doc")
    return written(row)


def _lines(reader: Reader, name: str) -> Iterator[bytes]:
    with reader.archive.open(name) as member:
        yield from member
