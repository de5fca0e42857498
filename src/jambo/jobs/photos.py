"""Photographs: kept with a reading, a step of the card or a line of the record, shown, taken out."""

from __future__ import annotations

from typing import Any

from pydantic import AwareDatetime
from typing_extensions import TypedDict

from jambo.format import picture
from jambo.format.problems import FieldError, Refused
from jambo.jobs.documents import document_of
from jambo.jobs.kept import with_zone
from jambo.store import openings as kept_openings
from jambo.store import photos as store
from jambo.store.database import Database, Row, Transaction
from jambo.store.jobs import job as kept_job
from jambo.store.kept import line_of
from jambo.store.readings import reading as kept_reading
from jambo.views.exchange import solve_document

MOST = 60  # of one opening, and of a job as a whole


class KeptPhoto(TypedDict):
    """A photograph that is shown: one of `reading` (with its `place`), `step` and `line` says what it is kept with."""

    id: int
    at: AwareDatetime
    who: str
    reading: int | None
    place: str | None
    step: str | None
    line: int | None


def as_photo(row: Row) -> KeptPhoto:
    """Give a kept photograph."""
    return {
        "id": row["id"], "at": with_zone(row)["at"], "who": row["who"], "reading": row["reading_id"],
        "place": row.get("place"), "step": row["step"], "line": row["line_id"],
    }  # fmt: skip


def add_to_opening(db: Database, opening_id: int, reading: int | None, step: str | None, data: bytes, who: str) -> int:
    """Keep a photograph with a reading or a step of the card; gives its id.

    Args:
        db: where it is kept; opening_id: of which opening.
        reading: a reading of it, one that counts or counted; step: the key of a step of its card. One of the two.
        data: the picture; who: took it.

    Raises NotFound, and Refused for what is no picture, a step the card has not, and more than an opening takes.
    """
    seen = picture.read(data)  # before anything is locked: it takes its time
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        if (reading is None) == (step is None):
            raise Refused([FieldError("reading", "a photograph is kept with one thing", "a reading, or a step")])
        of: dict[str, Any] = {"job_id": row["job_id"], "opening_id": opening_id}
        if reading is not None:
            of["reading_id"], detail = reading, {"reading": kept_reading(t, opening_id, reading)}
        else:
            of["step"], detail = step, {"step": _step(t, row, str(step))}
        return _add(t, of, seen, detail, who)


def add_to_line(db: Database, line_id: int, data: bytes, who: str) -> int:
    """Keep a photograph with a line of the record; gives its id. Raises NotFound, Refused as `add_to_opening`."""
    seen = picture.read(data)
    with db.transaction(writes=True) as t:
        kept = line_of(t, line_id)
        kept_job(t, kept["job_id"], lock=True)
        of = {"job_id": kept["job_id"], "opening_id": kept["opening_id"], "line_id": line_id}
        return _add(t, of, seen, {"line": {"id": line_id, "what": kept["what"]}}, who)


def _add(t: Transaction, of: Row, seen: tuple[str, bytes, bytes], detail: Any, who: str) -> int:
    if store.count(t, of["job_id"], of["opening_id"]) >= MOST:
        said = f"{MOST} photographs are kept here, and that is as many as it takes"
        raise Refused([FieldError("photograph", said, "")])
    return store.add(t, of, seen, detail, who)


def _step(t: Transaction, row: Row, key: str) -> str:
    """The words of a step of the card. Raises Refused for a step the card has not."""
    steps = {s["key"]: s["text"] for s in solve_document(document_of(t, row))["steps"]}
    if key not in steps:
        said = f"the card has no step {key[:40]!r}"
        raise Refused([FieldError("step", said, "accepted: " + ", ".join(steps))])
    return steps[key]


def shown(db: Database, photo_id: int, *, small: bool) -> tuple[str, bytes]:
    """Give the media type and the bytes of a photograph. Raises NotFound."""
    with db.transaction() as t:
        return store.picture(t, photo_id, small=small)


def take_out(db: Database, photo_id: int, who: str, *, erase: bool = False) -> None:
    """Show a photograph no longer; it stays in the record, unless it is to be erased: then its line alone does. Raises NotFound."""
    with db.transaction(writes=True) as t:
        kept_job(t, store.job_of(t, photo_id), lock=True)
        store.take_out(t, photo_id, who, erase=erase)


def with_photos(t: Transaction, job_id: int, lines: list[Row]) -> list[Row]:
    """Lines of a job's record, each with the photographs it tells of and those kept with it."""
    own = {line["detail"].get("photo"): line["id"] for line in lines if line["what"] == "photographed"}
    found: dict[int, list[KeptPhoto]] = {}
    for row in store.of_lines(t, job_id, list(own), [line["id"] for line in lines]):
        for at in {own.get(row["id"]), row["line_id"]} - {None}:
            found.setdefault(at, []).append(as_photo(row))
    return [{**line, "photos": found.get(line["id"], [])} for line in lines]
