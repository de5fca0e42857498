"""Finding across all jobs: a mark, a room, a person, a leaf's size, from one line of text."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from datetime import UTC, datetime
from functools import lru_cache

from typing_extensions import TypedDict

from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import NotALength, ParsedLength, read
from jambo.core.quantities.tape import Tape, Unit, show
from jambo.format.reader import length_of
from jambo.jobs.kept import name_of
from jambo.store import finding as store
from jambo.store.database import Database, Row, Transaction

MOST = 40  # of each kind; whoever looks for more says more
MOST_WORDS = 6
UNITS: tuple[Unit, ...] = ("in", "mm")
SAME_LEAF = Length.mm(1)  # a leaf called by its inches in one job and by its millimetres in another is one size


class FoundJob(TypedDict):
    """A job, what it is called and where it is."""

    id: int
    name: str
    place: str


class FoundOpening(TypedDict):
    """An opening, what it is called, its room and its leaf; the job it is of."""

    id: int
    name: str
    room: str
    leaf: str
    job: int
    job_name: str


class WroteIn(TypedDict):
    """A job somebody wrote in, and when last."""

    id: int
    name: str
    at: datetime


class FoundPerson(TypedDict):
    """Somebody, and the jobs they wrote in, newest first."""

    name: str
    jobs: list[WroteIn]


class FoundOut(TypedDict):
    """What was found; `more` says that there is more of a kind than is told. `size` is the leaf's size that was heard, if one was."""

    size: str | None
    jobs: list[FoundJob]
    openings: list[FoundOpening]
    people: list[FoundPerson]
    more: bool


def find(db: Database, text: str) -> FoundOut:
    """Look for something in every job that is on the board.

    Args:
        db: the database; text: words, each of which is met in a mark, a room or a job's name or place; or a leaf's size
            (30 x 80, 2868, 762 x 1981); or a person.
    """
    words = text.split()[:MOST_WORDS]
    sizes = {unit: size for unit in UNITS if (size := _size(text, unit)) is not None}
    if not words:
        return {"size": None, "jobs": [], "openings": [], "people": [], "more": False}
    with db.transaction() as t:
        names = store.job_names(t)
        met = [
            [job for job in names if word.casefold() in f"{job['name']} {job['place']}".casefold()] for word in words
        ]
        ids = [{job["id"] for job in each} for each in met]
        jobs = [job for job in met[0] if all(job["id"] in each for each in ids)]
        rows = store.openings_called(t, words, ids, MOST + 1)
        rows += [row for row in _of_size(t, sizes) if row["id"] not in {one["id"] for one in rows}]
        people = list(_people(t, text.strip()))
    unit = next(iter(sizes), None)
    return {
        "size": _told(sizes[unit], unit) if unit else None,
        "jobs": [{"id": job["id"], "name": job["name"], "place": job["place"]} for job in jobs[:MOST]],
        "openings": [_opening(row) for row in rows[:MOST]],
        "people": people[:MOST],
        "more": max(len(jobs), len(rows), len(people)) > MOST,
    }


Size = tuple[ParsedLength, Length | None]


def _size(text: str, unit: Unit) -> Size | None:
    """The width of a leaf a text says, and the height if it says one."""
    try:
        heard = read(text, unit, "leaf_width")
    except NotALength:
        return None
    return heard, heard.height


@lru_cache(maxsize=20_000)
def _leaf(said: str, unit: Unit) -> tuple[ParsedLength | None, Length | None]:
    """What is said of a leaf, `[width, height]` in JSON, where bare numbers are in a unit."""
    try:
        width, height = json.loads(said)
    except ValueError:
        return None, None  # longer than anybody writes a size
    wide, high = length_of(width, unit, "leaf_width"), length_of(height, unit, "leaf_height")
    return wide, high.length if high is not None else wide.height if wide is not None else None


def _of_size(t: Transaction, sizes: dict[Unit, Size]) -> list[Row]:
    """Openings whose leaf has one of some sizes; a bare number means what it means in the unit of the opening's job."""
    if not sizes:
        return []
    said = store.leaves_said(t)
    same = {unit: [one for one in said if _is(_leaf(one, unit), sizes.values())] for unit in UNITS}
    return store.openings_with_leaf(t, same, MOST + 1)


def _is(leaf: tuple[ParsedLength | None, Length | None], sizes: Iterable[Size]) -> bool:
    wide, high = leaf
    return wide is not None and any(
        _same(wide.length, width.length) and (height is None or (high is not None and _same(high, height)))
        for width, height in sizes
    )


def _same(one: Length, other: Length) -> bool:
    return max(one, other) - min(one, other) <= SAME_LEAF


def _told(size: Size, unit: Unit) -> str:
    width, height = (show(one, Tape.of(unit)).text if one is not None else "" for one in (size[0].length, size[1]))
    return f"{width} by {height}" if height else f"{width} wide"


def _opening(row: Row) -> FoundOpening:
    wide, high = _leaf(row["leaf"], row["unit"])
    leaf = _told((wide, high), row["unit"]) if wide is not None else ""
    return {
        "id": row["id"],
        "name": name_of(row),
        "room": row["room"],
        "leaf": leaf,
        "job": row["job_id"],
        "job_name": row["job"] or "",
    }


def _people(t: Transaction, text: str) -> Iterator[FoundPerson]:
    """Those whose name the text stands in."""
    if len(text) < 2:  # one letter is everybody
        return
    for who in sorted(store.writers(t)):
        if text.casefold() in who.casefold():
            jobs = store.jobs_of_writer(t, who, MOST)
            yield {
                "name": who,
                "jobs": [{"id": job["id"], "name": job["name"], "at": job["at"].replace(tzinfo=UTC)} for job in jobs],
            }
