"""A whole job, row by row as it stands in a file (`format/job_file.py`), and put back from one."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from datetime import datetime
from typing import Any

from jambo.core.job.record import REFERENCES, RefKind
from jambo.format.job_file import (
    CuttingPlanRow,
    LineRow,
    OpeningRow,
    PhotoRow,
    Reader,
    ReadingRow,
    VersionRow,
    WallRow,
    renumbered,
)
from jambo.store.database import Row, Transaction
from jambo.store.kept import write_json

AT_ONCE = 200  # rows inserted with one statement

Numbers = dict[RefKind, dict[int, int]]
_IDS: dict[RefKind, str] = {
    "wall": "SELECT id FROM wall WHERE job_id = %s ORDER BY id",
    "opening": "SELECT id FROM opening WHERE job_id = %s ORDER BY id",
    "reading": "SELECT r.id FROM reading r JOIN opening o ON o.id = r.opening_id WHERE o.job_id = %s ORDER BY r.id",
    "line": "SELECT id FROM log WHERE job_id = %s ORDER BY id",
    "photo": "SELECT id FROM photo WHERE job_id = %s ORDER BY id",
}


def same_job(t: Transaction, identity: str) -> Row | None:
    """The job that is the same wherever it was carried, on the board or off it: its row with its document as kept; None where none is."""
    return t.row("SELECT id, identity, removed_at FROM job WHERE identity = %s", [identity])


def ids(t: Transaction, job_id: int) -> dict[RefKind, list[int]]:
    """What of a job is numbered, by kind, in the order it came to be."""
    return {kind: [row["id"] for row in t.rows(sql, [job_id])] for kind, sql in _IDS.items()}


def job_row(row: Row) -> Row:
    """A job's own row, from how it is kept."""
    return {
        "version": row["version"],
        "walk_version": row["walk_version"],
        "created_at": _moment(row["created_at"]),
        "doc": row["doc"],
    }


def rows(t: Transaction, job_id: int) -> Iterator[tuple[str, Iterator[Row]]]:
    """Every member's rows under the file's numbers, in the order of a file. What is read is of the transaction's one moment."""
    of = ids(t, job_id)
    numbers: Numbers = {kind: {id_: n for n, id_ in enumerate(found, 1)} for kind, found in of.items()}
    yield "walls.jsonl", _walls(t, job_id, numbers)
    yield "openings.jsonl", _openings(t, job_id, numbers)
    yield "versions.jsonl", _versions(t, of["opening"], numbers)
    yield "readings.jsonl", _readings(t, job_id, numbers)
    yield "record.jsonl", _lines(t, job_id, numbers)
    yield "photographs.jsonl", _photos(t, job_id, numbers)
    yield "cutting-plans.jsonl", _plans(t, job_id, numbers)


def pictures(t: Transaction, job_id: int) -> Iterator[tuple[int, str, bytes, bytes]]:
    """The pictures of a job that were not erased: number, media type, itself, and itself made small."""
    for n, row in enumerate(t.rows(_IDS["photo"], [job_id]), 1):
        photo = t.row("SELECT media, picture, small FROM photo WHERE id = %s", [row["id"]])
        if photo is not None and photo["picture"]:
            yield n, photo["media"], photo["picture"], photo["small"]


def _moment(at: datetime | None) -> str | None:
    return f"{at.isoformat()}Z" if at is not None else None


def _kept_at(moment: str) -> datetime:
    return datetime.fromisoformat(moment.removesuffix("Z"))


def _doc(text: str | None) -> Any:
    return json.loads(text) if text is not None else None


def _walls(t: Transaction, job_id: int, numbers: Numbers) -> Iterator[Row]:
    for row in t.rows("SELECT id, version, removed_at, doc FROM wall WHERE job_id = %s ORDER BY id", [job_id]):
        yield {
            "number": numbers["wall"][row["id"]], "version": row["version"], "removed_at": _moment(row["removed_at"]), "doc": _doc(row["doc"]),
        }  # fmt: skip


def _openings(t: Transaction, job_id: int, numbers: Numbers) -> Iterator[Row]:
    sql = "SELECT id, wall_id, version, walk, removed_at, doc FROM opening WHERE job_id = %s ORDER BY id"
    for row in t.rows(sql, [job_id]):
        yield {
            "number": numbers["opening"][row["id"]], "wall": numbers["wall"][row["wall_id"]], "version": row["version"],
            "walk": row["walk"], "removed_at": _moment(row["removed_at"]), "doc": _doc(row["doc"]),
        }  # fmt: skip


def _versions(t: Transaction, openings: Sequence[int], numbers: Numbers) -> Iterator[Row]:
    for opening in openings:
        sql = "SELECT version, parent, content_of, doc, who, at FROM opening_version WHERE opening_id = %s ORDER BY version"
        for row in t.rows(sql, [opening]):
            yield {**row, "opening": numbers["opening"][opening], "doc": _doc(row["doc"]), "at": _moment(row["at"])}


def _readings(t: Transaction, job_id: int, numbers: Numbers) -> Iterator[Row]:
    sql = (
        "SELECT r.id, r.opening_id, r.place, r.doc, r.at, r.who, r.instrument, r.corrects FROM reading r "
        "JOIN opening o ON o.id = r.opening_id WHERE o.job_id = %s ORDER BY r.id"
    )
    for row in t.rows(sql, [job_id]):
        yield {
            "number": numbers["reading"][row["id"]], "opening": numbers["opening"][row["opening_id"]], "place": row["place"],
            "doc": _doc(row["doc"]), "at": _moment(row["at"]), "who": row["who"], "instrument": row["instrument"],
            "corrects": numbers["reading"][row["corrects"]] if row["corrects"] is not None else None,
        }  # fmt: skip


def _lines(t: Transaction, job_id: int, numbers: Numbers) -> Iterator[Row]:
    after = 0
    sql = "SELECT id, opening_id, at, who, what, detail FROM log WHERE job_id = %s AND id > %s ORDER BY id LIMIT 2000"
    while found := t.rows(sql, [job_id, after]):
        for row in found:
            yield {
                "number": numbers["line"][row["id"]], "opening": _of(numbers, "opening", row["opening_id"]), "at": _moment(row["at"]),
                "who": row["who"], "what": row["what"], "detail": renumbered(row["what"], _doc(row["detail"]), numbers),
            }  # fmt: skip
        after = found[-1]["id"]


def _photos(t: Transaction, job_id: int, numbers: Numbers) -> Iterator[Row]:
    sql = (
        "SELECT p.id, p.opening_id, p.reading_id, p.step, p.line_id, p.at, p.who, p.media, p.picture = '' AS erased, "
        "o.at AS out_at, o.who AS out_who FROM photo p LEFT JOIN photo_taken_out o ON o.photo_id = p.id WHERE p.job_id = %s ORDER BY p.id"
    )
    for row in t.rows(sql, [job_id]):
        yield {
            "number": numbers["photo"][row["id"]], "opening": _of(numbers, "opening", row["opening_id"]),
            "reading": _of(numbers, "reading", row["reading_id"]), "step": row["step"], "line": _of(numbers, "line", row["line_id"]),
            "at": _moment(row["at"]), "who": row["who"], "media": row["media"], "erased": bool(row["erased"]),
            "taken_out": {"at": _moment(row["out_at"]), "who": row["out_who"]} if row["out_at"] is not None else None,
        }  # fmt: skip


def _plans(t: Transaction, job_id: int, numbers: Numbers) -> Iterator[Row]:
    sql = "SELECT section, question, seen, plan FROM cutting_plan WHERE job_id = %s ORDER BY section"
    for row in t.rows(sql, [job_id]):
        yield {**row, "seen": numbers["line"].get(row["seen"], 0), "plan": _doc(row["plan"])}


def _of(numbers: Numbers, kind: RefKind, id_: int | None) -> int | None:
    return numbers[kind][id_] if id_ is not None else None


class Importer:
    """A file's rows being put into a job: `numbers` are the file's, and what each is here. What is here already is left as it is."""

    def __init__(self, t: Transaction, job_id: int, file: Reader) -> None:
        self.t, self.job_id, self.file = t, job_id, file
        here = ids(t, job_id)
        self.numbers: Numbers = {kind: dict(enumerate(found, 1)) for kind, found in here.items()}
        step = t.row("SELECT @@auto_increment_increment AS step")
        self._step = int(step["step"]) if step is not None else 1  # of a cluster each server numbers on its own

    def put(self) -> None:
        """Put everything in that is not here yet, and have what changes be as the file has it."""
        self._walls()
        self._openings()
        self._versions()
        self._readings()
        self._record()
        self._plans()

    def _walls(self) -> None:
        for row in self.file.rows("walls.jsonl", WallRow):
            values = [row.version, write_json(row.doc), _kept_at(row.removed_at) if row.removed_at else None]
            if known := self.numbers["wall"].get(row.number):
                self.t.run("UPDATE wall SET version = %s, doc = %s, removed_at = %s WHERE id = %s", [*values, known])
            else:
                self.numbers["wall"][row.number] = self.t.insert(
                    "INSERT INTO wall (version, doc, removed_at, job_id) VALUES (%s, %s, %s, %s)",
                    [*values, self.job_id],
                )

    def _openings(self) -> None:
        for row in self.file.rows("openings.jsonl", OpeningRow):
            values = [
                self.numbers["wall"][row.wall], row.version, row.walk, row.doc.get("mark", ""), row.doc.get("room", ""),
                write_json(row.doc), _kept_at(row.removed_at) if row.removed_at else None,
            ]  # fmt: skip
            if known := self.numbers["opening"].get(row.number):
                sql = "UPDATE opening SET wall_id = %s, version = %s, walk = %s, mark = %s, room = %s, doc = %s, removed_at = %s WHERE id = %s"
                self.t.run(sql, [*values, known])
            else:
                self.numbers["opening"][row.number] = self.t.insert(
                    "INSERT INTO opening (wall_id, version, walk, mark, room, doc, removed_at, job_id) VALUES (%s, %s, %s, %s, %s, %s, %s, %s)",
                    [*values, self.job_id],
                )

    def _versions(self) -> None:
        sql = "SELECT opening_id, MAX(version) AS newest FROM opening_version WHERE opening_id IN (SELECT id FROM opening WHERE job_id = %s) GROUP BY 1"
        newest = {row["opening_id"]: row["newest"] for row in self.t.rows(sql, [self.job_id])}
        batch: list[list[Any]] = []
        for row in self.file.rows("versions.jsonl", VersionRow):
            opening = self.numbers["opening"][row.opening]
            if row.version > newest.get(opening, 0):
                doc = write_json(row.doc)
                batch.append([opening, row.version, row.parent, row.content_of, doc, row.who, _kept_at(row.at)])
            if len(batch) >= AT_ONCE:
                self._insert("opening_version", "opening_id, version, parent, content_of, doc, who, at", batch)
        self._insert("opening_version", "opening_id, version, parent, content_of, doc, who, at", batch)

    def _readings(self) -> None:
        known = self.numbers["reading"]
        columns = "opening_id, place, doc, at, who, instrument, corrects"
        batch: list[list[Any]] = []
        waiting: list[int] = []
        for row in self.file.rows("readings.jsonl", ReadingRow):
            if row.number in known:
                continue
            if len(batch) >= AT_ONCE or (row.corrects is not None and row.corrects not in known):
                known |= zip(waiting, self._insert("reading", columns, batch), strict=True)
                waiting.clear()
            corrects = known[row.corrects] if row.corrects is not None else None
            doc = write_json(row.doc) if row.doc is not None else None
            batch.append(
                [
                    self.numbers["opening"][row.opening],
                    row.place,
                    doc,
                    _kept_at(row.at),
                    row.who,
                    row.instrument,
                    corrects,
                ]
            )
            waiting.append(row.number)
        known |= zip(waiting, self._insert("reading", columns, batch), strict=True)

    def _record(self) -> None:
        """Lines and photographs, each before what names it."""
        known, columns = self.numbers["line"], "job_id, opening_id, at, who, what, detail"
        photos = {row.number: row for row in self.file.rows("photographs.jsonl", PhotoRow)}
        batch: list[list[Any]] = []
        waiting: list[int] = []

        def keep() -> None:
            known.update(zip(waiting, self._insert("log", columns, batch), strict=True))
            waiting.clear()

        for row in self.file.rows("record.jsonl", LineRow):
            if row.number in known:
                continue
            if len(batch) >= AT_ONCE or (batch and REFERENCES.get(row.what)):
                keep()
            if row.what == "photographed" and isinstance(row.detail, dict):
                self._photo(photos.get(row.detail.get("photo")))  # type: ignore[arg-type]
            detail = write_json(renumbered(row.what, row.detail, self.numbers))
            opening = self.numbers["opening"][row.opening] if row.opening is not None else None
            batch.append([self.job_id, opening, _kept_at(row.at), row.who, row.what, detail])
            waiting.append(row.number)
        keep()
        for photo in photos.values():
            self._photo(photo)
            self._taken_out(photo)

    def _photo(self, row: PhotoRow | None) -> None:
        if row is None or row.number in self.numbers["photo"]:
            return
        named: list[tuple[RefKind, int | None]] = [
            ("opening", row.opening),
            ("reading", row.reading),
            ("line", row.line),
        ]
        of = [self.numbers[kind][number] if number is not None else None for kind, number in named]
        both = [b"" if row.erased else self.file.picture(row.number, small=small) for small in (False, True)]
        self.numbers["photo"][row.number] = self.t.insert(
            "INSERT INTO photo (job_id, opening_id, reading_id, line_id, step, at, who, media, picture, small) "
            "VALUES (%s, %s, %s, %s, %s, %s, %s, %s, %s, %s)",
            [self.job_id, *of, row.step, _kept_at(row.at), row.who, row.media, *both],
        )

    def _taken_out(self, row: PhotoRow) -> None:
        photo = self.numbers["photo"][row.number]
        if row.taken_out is not None:
            sql = "INSERT IGNORE INTO photo_taken_out (photo_id, at, who) VALUES (%s, %s, %s)"
            self.t.run(sql, [photo, _kept_at(row.taken_out.at), row.taken_out.who])
        if row.erased:
            self.t.run("UPDATE photo SET picture = '', small = '' WHERE id = %s AND picture <> ''", [photo])

    def _plans(self) -> None:
        for row in self.file.rows("cutting-plans.jsonl", CuttingPlanRow):
            self.t.run(
                "INSERT INTO cutting_plan (job_id, section, question, seen, plan) VALUES (%s, %s, %s, %s, %s) ON DUPLICATE KEY UPDATE "
                "question = VALUES(question), seen = VALUES(seen), plan = VALUES(plan)",
                [self.job_id, row.section, row.question, self.numbers["line"].get(row.seen, 0), json.dumps(row.plan)],
            )

    def _insert(self, table: str, columns: str, batch: list[list[Any]]) -> list[int]:
        """Insert rows and give their numbers; those of one statement follow each other."""
        if not batch:
            return []
        places = ", ".join(["(" + ", ".join(["%s"] * len(batch[0])) + ")"] * len(batch))
        sql = f"INSERT INTO {table} ({columns}) VALUES {places}"
        first = self.t.insert(sql, [value for row in batch for value in row])
        made = [first + n * self._step for n in range(len(batch))]
        batch.clear()
        return made


def new_job(t: Transaction, file: Reader, identity: str | None) -> int:
    """Keep a job as a file has it, without anything in it; gives its id.

    Args:
        t: the transaction; file: what was read; identity: what it is the same by (None: a copy that is a job of its own).
    """
    of = file.job
    columns, values = (
        "version, walk_version, created_at, doc",
        [of.version, of.walk_version, _kept_at(of.created_at), write_json(of.doc)],
    )
    if identity is not None:
        columns, values = f"{columns}, identity", [*values, identity]
    return t.insert(f"INSERT INTO job ({columns}) VALUES ({', '.join(['%s'] * len(values))})", values)


def have_job_as(t: Transaction, job_id: int, file: Reader) -> None:
    """Have a job be as a file has it; it must be locked."""
    of = file.job
    sql = "UPDATE job SET version = %s, walk_version = %s, doc = %s WHERE id = %s"
    t.run(sql, [of.version, of.walk_version, write_json(of.doc), job_id])
