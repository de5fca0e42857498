"""`jambo-job/1`: a whole job in one file (docs/FORMAT.md, handbook 33).

A zip file: `job.json`, a member of JSON lines for each kind of thing in the order they came to be, every photograph as it is, and
`jambo-job.json`, written last, with the digest of each. Things are told apart by numbers of the file's own, from one up in that order;
what names another does so by its number there. The same job gives the same bytes wherever it is, but for when it was taken.
"""

from __future__ import annotations

import hashlib
import json
import re
import zipfile
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import IO, Annotated, Any, Literal, TypeGuard, TypeVar

import orjson
from pydantic import AfterValidator, BaseModel, ConfigDict, Field, TypeAdapter, ValidationError

from jambo.core.job.record import REFERENCES, RefKind
from jambo.format import picture
from jambo.format.document import Job, Opening, Wall
from jambo.format.problems import FieldError, Refused, parse

FORMAT = "jambo-job/1"
MANIFEST = "jambo-job.json"
MOST_SENT = 500_000_000  # of a file that comes over the network
MOST_BYTES = 1_000_000_000  # of everything in it, unpacked
MOST_MEMBER = 200_000_000
MOST_ROW = 16_000_000
MOST_DEEP = 60  # of lists and objects in each other; a document has ten
_PICTURE = re.compile(r"photographs/([1-9]\d{0,8})(-small)?\.jpg")

Number = Annotated[int, Field(ge=1, le=10**9, description="A number of the file's own, from one up.")]


def _is_moment(said: str) -> str:
    datetime.fromisoformat(said.removesuffix("Z"))  # there is no 13th month and no year 0
    return said


Moment = Annotated[
    str,
    AfterValidator(_is_moment),
    Field(pattern=r"^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{6})?Z$", description="In UTC."),
]
Who = Annotated[str, Field(max_length=80)]


class _Row(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True)


class JobRow(_Row):
    """The job: its document (`jambo-opening/1` says what a job says), how often that and the walking order were changed, when it was opened."""

    version: Number
    walk_version: Number
    created_at: Moment
    doc: dict[str, Any]


class WallRow(_Row):
    """A wall as it is now; `removed_at` where it was taken out."""

    number: Number
    version: Number
    removed_at: Moment | None
    doc: dict[str, Any]


class OpeningRow(_Row):
    """An opening as it is now: the wall it stands in, its place in the walking order; `removed_at` where it was taken off the board."""

    number: Number
    wall: Number
    version: Number
    walk: Annotated[int, Field(ge=-(2**31), lt=2**31)]
    removed_at: Moment | None
    doc: dict[str, Any]


class VersionRow(_Row):
    """A version an opening had; of one whose content was let go `doc` is null.

    A fresh version names the one it was made from (`parent`); one that was undone or redone to names that whose contents it brings back.
    """

    opening: Number
    version: Number
    parent: Number | None
    content_of: Number | None
    doc: dict[str, Any] | None
    who: Who
    at: Moment


class ReadingRow(_Row):
    """A reading; one that `corrects` another is counted in its place, and without `doc` takes it back."""

    number: Number
    opening: Number
    place: Annotated[str, Field(max_length=40)]
    doc: dict[str, Any] | None
    at: Moment
    who: Who
    instrument: Annotated[str, Field(max_length=80)]
    corrects: Number | None


class LineRow(_Row):
    """A line of the record: what happened, of which opening (null: of the job), and what it holds."""

    number: Number
    opening: Number | None
    at: Moment
    who: Who
    what: Annotated[str, Field(max_length=40)]
    detail: Any


class TakenOut(_Row):
    """When a photograph was taken out of what is shown, and by whom."""

    at: Moment
    who: Who


class PhotoRow(_Row):
    """A photograph: of an opening (null: of the job), with one of a reading, a step of the card and a line of the record; the picture of one
    that was erased is not there."""

    number: Number
    opening: Number | None
    reading: Number | None
    step: Annotated[str, Field(max_length=80)] | None
    line: Number | None
    at: Moment
    who: Who
    media: Literal["image/jpeg", "image/png", "image/webp"]
    erased: bool
    taken_out: TakenOut | None


class CuttingPlanRow(_Row):
    """The plan a section is cut by, with the digest of the question it answers, and the newest line of the record it knew (0: none)."""

    section: Annotated[str, Field(max_length=40)]
    question: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
    seen: Annotated[int, Field(ge=0, le=10**9)]
    plan: dict[str, Any]


ROWS: dict[str, type[_Row]] = {
    "walls.jsonl": WallRow,
    "openings.jsonl": OpeningRow,
    "versions.jsonl": VersionRow,
    "readings.jsonl": ReadingRow,
    "record.jsonl": LineRow,
    "photographs.jsonl": PhotoRow,
    "cutting-plans.jsonl": CuttingPlanRow,
}
JOB = "job.json"
# The kind of thing each member numbers, and what its rows name by number: field -> kind
NUMBERS: dict[str, RefKind] = {
    "walls.jsonl": "wall", "openings.jsonl": "opening", "readings.jsonl": "reading", "record.jsonl": "line", "photographs.jsonl": "photo",
}  # fmt: skip
ROW_REFERENCES: dict[str, dict[str, RefKind]] = {
    "openings.jsonl": {"wall": "wall"},
    "versions.jsonl": {"opening": "opening"},
    "readings.jsonl": {"opening": "opening", "corrects": "reading"},
    "record.jsonl": {"opening": "opening"},
    "photographs.jsonl": {"opening": "opening", "reading": "reading", "line": "line"},
    "cutting-plans.jsonl": {"seen": "line"},
}


class Member(_Row):
    """What a member must be: its digest, and how long it is unpacked."""

    sha256: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
    bytes: Annotated[int, Field(ge=0, le=MOST_MEMBER)]


class Manifest(_Row):
    """What a file says of itself. `identity` is the job's, wherever it is carried."""

    format: Literal["jambo-job/1"]
    identity: Annotated[str, Field(pattern=r"^[0-9a-f-]{36}$")]
    name: Annotated[str, Field(max_length=2000)]
    taken_at: Moment
    members: dict[str, Member]


class JobFile(BaseModel):
    """Everything a file holds, member by member: what its JSON Schema is made from; of `.jsonl` members each line is one row."""

    manifest: Manifest = Field(alias="jambo-job")
    job: JobRow
    walls: list[WallRow]
    openings: list[OpeningRow]
    versions: list[VersionRow]
    readings: list[ReadingRow]
    record: list[LineRow]
    photographs: list[PhotoRow]
    cutting_plans: list[CuttingPlanRow] = Field(alias="cutting-plans")


class JobFileProblem(ValueError):
    """A file that is no whole job; says why. Nothing was kept."""


def picture_name(number: int, *, small: bool) -> str:
    """The member a photograph is."""
    return f"photographs/{number}{'-small' if small else ''}.jpg"


def renumbered(what: str, detail: Any, numbers: Mapping[RefKind, Mapping[int, int]]) -> Any:
    """Give what a line of the record holds with the things it names under other numbers; one that is not there any more is 0.

    Args:
        what: the word it is kept under; detail: what it holds; numbers: by kind, from what they were to what they are.
    """
    references = REFERENCES.get(what)
    if not references or not isinstance(detail, dict):
        return detail
    made = orjson.loads(orjson.dumps(detail))
    for path, kind in references.items():
        _renumber(made, path.split("."), numbers[kind])
    return made


def _renumber(at: Any, path: list[str], numbers: Mapping[int, int]) -> None:
    head, several = path[0].removesuffix("[]"), path[0].endswith("[]")
    held = at.get(head) if isinstance(at, dict) else None
    if len(path) > 1:
        for one in held if several and isinstance(held, list) else [held]:
            _renumber(one, path[1:], numbers)
    elif several and isinstance(held, list):
        at[head] = [numbers.get(one, 0) if _is_number(one) else one for one in held]
    elif held is not None and _is_number(held):
        at[head] = numbers.get(held, 0)


def _is_number(value: Any) -> TypeGuard[int]:
    return isinstance(value, int) and not isinstance(value, bool)


class Writer:
    """A file being written: members in any order, then `close` with what it says of itself."""

    def __init__(self, into: IO[bytes]) -> None:
        self._zip = zipfile.ZipFile(into, "w")
        self._members: dict[str, dict[str, Any]] = {}

    def add(self, name: str, parts: Iterable[bytes], *, pack: bool = True) -> None:
        """Write a member."""
        info = zipfile.ZipInfo(name)  # of no day: the same job gives the same bytes
        info.compress_type = zipfile.ZIP_DEFLATED if pack else zipfile.ZIP_STORED
        total, length = hashlib.sha256(), 0
        with self._zip.open(info, "w", force_zip64=True) as member:
            for part in parts:
                member.write(part)
                total.update(part)
                length += len(part)
        self._members[name] = {"sha256": total.hexdigest(), "bytes": length}

    def add_rows(self, name: str, rows: Iterable[Mapping[str, Any]]) -> None:
        """Write a member of JSON lines."""
        self.add(name, (written(row) + b"\n" for row in rows))

    def close(self, identity: str, name: str, taken_at: str) -> None:
        """Say what the file is, and end it."""
        said = {"format": FORMAT, "identity": identity, "name": name, "taken_at": taken_at, "members": self._members}
        info = zipfile.ZipInfo(MANIFEST)
        info.compress_type = zipfile.ZIP_DEFLATED
        self._zip.writestr(info, orjson.dumps(said, option=orjson.OPT_INDENT_2 | orjson.OPT_SORT_KEYS))
        self._zip.close()


def written(row: Mapping[str, Any]) -> bytes:
    """Write a row as it stands in a file: its fields in the alphabet's order."""
    try:
        return orjson.dumps(row, option=orjson.OPT_SORT_KEYS)
    except TypeError:  # a whole number of more than 64 bits
        return json.dumps(row, ensure_ascii=False, separators=(",", ":"), sort_keys=True).encode()


R = TypeVar("R", bound=_Row)


@dataclass(frozen=True)
class Reader:
    """A file that was held against its digests and read through: whole, and of this format."""

    manifest: Manifest
    job: JobRow
    archive: zipfile.ZipFile

    def rows(self, name: str, of: type[R]) -> Iterator[R]:
        """The rows of a member."""
        with self.archive.open(name) as member:
            for line in member:
                yield of.model_validate(orjson.loads(line))

    def picture(self, number: int, *, small: bool) -> bytes:
        """A photograph; nothing where it was erased."""
        name = picture_name(number, small=small)
        return self.archive.read(name) if name in self.manifest.members else b""


def read(file: IO[bytes]) -> Reader:
    """Read a file through before anything of it is believed.

    Args:
        file: of anybody's making.

    Raises:
        JobFileProblem: where it is not whole, altered, of another format, or no job that can be.
    """
    try:
        archive = zipfile.ZipFile(file)
        manifest = _manifest(archive)
        _members(archive, manifest)
        job = _one(JOB, _json(JOB, archive.read(JOB)), JobRow)
        _documents(JOB, Job, job.doc)
        counts = {name: _read_rows(archive, name, of) for name, of in ROWS.items()}
        _references(archive, counts)
        _versions(archive)
        _pictures(archive, manifest, counts["photographs.jsonl"])
    except JobFileProblem:
        raise
    except (
        zipfile.BadZipFile,
        zipfile.LargeZipFile,
        NotImplementedError,
        RuntimeError,
        OSError,
        EOFError,
        ValueError,
        KeyError,
    ) as error:
        raise JobFileProblem(f"it cannot be read as a job of Jambo ({error})") from None
    return Reader(manifest, job, archive)


def _manifest(archive: zipfile.ZipFile) -> Manifest:
    infos = archive.infolist()
    if sum(info.file_size for info in infos) > MOST_BYTES or any(info.file_size > MOST_MEMBER for info in infos):
        raise JobFileProblem("unpacked it is larger than a job can be")
    for name in (MANIFEST, JOB):
        if any(info.filename == name and info.file_size > MOST_ROW for info in infos):
            raise JobFileProblem(f"{name} is larger than it can be")
    if MANIFEST not in archive.namelist():
        raise JobFileProblem(f"{MANIFEST} is not in it: it is cut short, or no job of Jambo")
    said = _json(MANIFEST, archive.read(MANIFEST))
    made = said.get("format") if isinstance(said, dict) else None
    if made != FORMAT:
        newer = isinstance(made, str) and re.fullmatch(r"jambo-job/\d+", made)
        raise JobFileProblem(
            f"it is of the format {made!r:.40}, which is newer than this Jambo: bring this Jambo up to date" if newer
            else f"it is of the format {made!r:.40}, and a job is of {FORMAT}"
        )  # fmt: skip
    return _one(MANIFEST, said, Manifest)


def _members(archive: zipfile.ZipFile, manifest: Manifest) -> None:
    """Hold every member against its digest, unpacking no more than it may be."""
    there = [name for name in archive.namelist() if name != MANIFEST]
    wanted = {JOB, *ROWS}
    for name in there:
        if name not in wanted and not _PICTURE.fullmatch(name):
            raise JobFileProblem(f"{name!r:.80} is no member of a job")
        if name not in manifest.members:
            raise JobFileProblem(f"{name} is in it and not in {MANIFEST}")
    if len(there) != len({*there}):
        raise JobFileProblem("a member is in it twice")
    for name in wanted | manifest.members.keys():
        if name not in there or name not in manifest.members:
            raise JobFileProblem(f"{name!r:.80} is not in it")
    for name, of in manifest.members.items():
        total, length = hashlib.sha256(), 0
        with archive.open(name) as member:
            while block := member.read(1 << 20):
                length += len(block)
                if length > of.bytes:
                    raise JobFileProblem(f"{name} is longer than it says")
                total.update(block)
        if total.hexdigest() != of.sha256 or length != of.bytes:
            raise JobFileProblem(f"{name} is not as it was written")


def _json(name: str, text: bytes) -> Any:
    deep = most = 0
    if text.count(b"[") + text.count(b"{") > MOST_DEEP:
        for char in re.findall(rb"[\[\]{}]", re.sub(rb'"(?:[^"\\]|\\.)*"', b"", text)):
            deep += 1 if char in b"[{" else -1
            most = max(most, deep)
    if most > MOST_DEEP:
        raise JobFileProblem(f"{name} has lists in lists, {most} deep")
    try:
        return orjson.loads(text)
    except ValueError as error:
        raise JobFileProblem(f"{name} is no JSON ({error})") from None


def _one(name: str, said: Any, of: type[R]) -> R:
    try:
        return TypeAdapter(of).validate_python(said)
    except ValidationError as error:
        first = error.errors()[0]
        at = ".".join(map(str, first["loc"]))
        raise JobFileProblem(f"{name}: {at or 'all of it'}: {first['msg']}") from None


def _documents(name: str, of: type[BaseModel], doc: Any) -> None:
    try:
        parse(of, doc)
    except Refused as refused:
        raise JobFileProblem(f"{name}: {refused.errors[0].path}: {refused.errors[0].reason}") from None


_MODELS: dict[str, type[BaseModel]] = {"walls.jsonl": Wall, "openings.jsonl": Opening}


def _read_rows(archive: zipfile.ZipFile, name: str, of: type[_Row]) -> int:
    """Read every row of a member; gives how many. Numbers go up one by one."""
    n = 0
    with archive.open(name) as member:
        while line := member.readline(MOST_ROW + 1):
            n += 1
            at = f"{name}, line {n}"
            if len(line) > MOST_ROW:
                raise JobFileProblem(f"{at} is longer than a row can be")
            row = _one(at, _json(at, line), of)
            if getattr(row, "number", n) != n:
                raise JobFileProblem(f"{at}: its number is not {n}")
            if name in _MODELS:
                _documents(at, _MODELS[name], row.doc)  # type: ignore[attr-defined]
    return n


def _references(archive: zipfile.ZipFile, counts: Mapping[str, int]) -> None:
    """What a row names must be in the file, and of what came before it where it is of its own kind."""
    most = {kind: counts[name] for name, kind in NUMBERS.items()}
    for name, named in ROW_REFERENCES.items():
        for n, row in enumerate(_loaded(archive, name), 1):
            for field, kind in named.items():
                limit = n - 1 if NUMBERS.get(name) == kind else most[kind]
                if row[field] is not None and row[field] > limit:
                    raise JobFileProblem(f"{name}, line {n}: {field} {row[field]} is not in it")


def _versions(archive: zipfile.ZipFile) -> None:
    """Every opening has each of its versions once, in their order, up to the one it shows; a reading is corrected once."""
    count: Counter[int] = Counter()
    for n, row in enumerate(_loaded(archive, "versions.jsonl"), 1):
        count[row["opening"]] += 1
        if row["version"] != count[row["opening"]]:
            raise JobFileProblem(
                f"versions.jsonl, line {n}: opening {row['opening']} has its versions out of their order"
            )
    for n, row in enumerate(_loaded(archive, "openings.jsonl"), 1):
        if row["version"] != count[n]:
            raise JobFileProblem(f"openings.jsonl, line {n}: {count[n]} of its {row['version']} versions are in it")
    corrected = Counter(row["corrects"] for row in _loaded(archive, "readings.jsonl") if row["corrects"] is not None)
    if twice := next((number for number, times in corrected.items() if times > 1), None):
        raise JobFileProblem(f"readings.jsonl: reading {twice} is corrected twice")


def _loaded(archive: zipfile.ZipFile, name: str) -> Iterator[Any]:
    with archive.open(name) as member:
        yield from map(orjson.loads, member)


def _pictures(archive: zipfile.ZipFile, manifest: Manifest, count: int) -> None:
    """Every photograph that was not erased is there, and can be looked at; there are no others."""
    there = (row["number"] for row in _loaded(archive, "photographs.jsonl") if not row["erased"])
    wanted = {picture_name(number, small=small) for number in there for small in (False, True)}
    if wanted != {name for name in manifest.members if _PICTURE.fullmatch(name)}:
        raise JobFileProblem(f"the pictures in it are not those of its {count} photographs")
    for name in sorted(wanted):
        data = archive.read(name)
        try:
            if len(data) > picture.MOST_BYTES:
                raise Refused([FieldError(name, "it is larger than 2 MB", picture.ACCEPTED)])
            picture.look(data)
        except Refused as refused:
            raise JobFileProblem(f"{name}: {refused.errors[0].reason}") from None
