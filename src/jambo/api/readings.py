"""Readings of an opening and the events of its setting: measured, set, signed off."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from fastapi import APIRouter
from pydantic import AwareDatetime, BaseModel, Field
from typing_extensions import TypedDict

from jambo.api.jobs import with_zone
from jambo.api.openings import OpeningPage, page
from jambo.api.shared import Db, Id, Route, ShownQuery, SomeId, Who
from jambo.core.survey.readings import PLACES
from jambo.files.document import MOST_READINGS, Document, Reading, Survey
from jambo.files.exchange import solve_document
from jambo.files.facts import facts_of
from jambo.files.problems import FieldError, Refused, parse
from jambo.files.record_out import ComparedOut, compared_out
from jambo.jobs.documents import document_of, kept_json
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store import readings as kept
from jambo.store.database import Row, Transaction
from jambo.store.kept import log

router = APIRouter(prefix="/api", tags=["readings"], route_class=Route)

Event = Literal["ordered", "delivered", "framed", "set", "signed", "step", "cut"]


class NewReading(BaseModel):
    """A reading just taken, with what it was taken; `corrects` is the id of the one it takes the place of."""

    reading: Reading
    instrument: Annotated[str, Field(max_length=80)] = ""
    corrects: SomeId | None = None


class ReadingLine(TypedDict):
    """A reading in the record; `counts` says whether it still does, `reading` is None where one was withdrawn."""

    id: int
    place: str
    reading: Reading | None
    at: AwareDatetime
    who: str
    instrument: str
    corrects: int | None
    counts: bool


class NewEvent(BaseModel):
    """Something that happened to the opening. A sign-off with gaps that are not good wants a note that says why.

    `key` names the step of the card that was ticked, or the figure a piece was cut to; `undo` takes that back.
    """

    what: Event
    note: Annotated[str, Field(max_length=500)] = ""
    key: Annotated[str, Field(max_length=80)] = ""
    undo: bool = False


def written_out(document: Document, reading: Reading) -> Reading:
    """Give a reading of a document's opening with its unit written out. Raises Refused, its own fields named."""
    alone = document.model_copy(update={"survey": Survey(readings=[reading])})
    try:
        heard = facts_of(alone).heard.get("survey.readings[0].value")
        if heard is not None and PLACES[reading.place].written == "length":
            return reading.model_copy(update={"value": heard.canonical(document.unit)})
    except Refused as refused:
        mine = [e for e in refused.errors if e.path.startswith("survey.readings[0]")]
        if mine:
            raise Refused(
                [FieldError(e.path.removeprefix("survey.readings[0]."), e.reason, e.accepted) for e in mine]
            ) from None
    return reading


@router.post("/openings/{opening_id}/readings", status_code=201, response_model_exclude_unset=True)
def new_reading(db: Db, opening_id: Id, new: NewReading, who: Who) -> OpeningPage:
    """Keep a reading. 422 when it cannot be one; 404 when it corrects one that no longer counts."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        reading = written_out(document_of(t, row), new.reading)
        if new.corrects is None and len(kept.readings(t, opening_id)) >= MOST_READINGS:
            said = f"this opening has {MOST_READINGS} readings that count, and that is as many as it takes"
            raise Refused([FieldError("reading", said, "take an old one out first, or correct it")])
        kept.add(t, row, kept_json(reading), who, new.instrument, new.corrects)
        answer = page(t, row)
    return answer()


@router.delete("/openings/{opening_id}/readings/{reading_id}", response_model_exclude_unset=True)
def withdraw_reading(db: Db, opening_id: Id, reading_id: Id, who: Who) -> OpeningPage:
    """Let a reading count no longer; it stays in the record."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        kept.withdraw(t, row, reading_id, who)
        answer = page(t, row)
    return answer()


@router.get("/openings/{opening_id}/readings", response_model_exclude_unset=True)
def all_readings(db: Db, opening_id: Id) -> list[ReadingLine]:
    """Give every reading ever taken of an opening, corrected and withdrawn ones too, in the order taken."""
    with db.transaction() as t:
        kept_openings.opening(t, opening_id)
        rows = kept.readings(t, opening_id, all_of_them=True)
    corrected = {row["corrects"] for row in rows}
    return [
        {
            "id": row["id"], "place": row["place"], "reading": row["doc"], "at": with_zone(row)["at"], "who": row["who"],
            "instrument": row["instrument"], "corrects": row["corrects"],
            "counts": row["doc"] is not None and row["id"] not in corrected,
        }
        for row in rows
    ]  # fmt: skip


def _sign_off(t: Transaction, row: Row, note: str) -> dict[str, Any]:
    """What a sign-off records: each gap as first read and as it is now. Raises Refused while it is not good."""
    found = solve_document(document_of(t, row))["found"]
    check = found["check"]
    if check is None:
        raise Refused([FieldError("what", "no gap was read after setting", "read the gaps of the round first")])
    if not check["done"] and not note.strip():
        off = [g["label"].lower() for g in check["gaps"] if not g["good"]] + [u.lower() for u in check["unread"]]
        raise Refused(
            [FieldError("note", f"not good or not read: {', '.join(off)}", "a note that says why it is accepted")]
        )
    first: dict[str, str] = {}
    for line in kept.readings(t, row["id"], all_of_them=True):
        if line["doc"] is not None and PLACES[parse(Reading, line["doc"]).place].phase == "check":
            first.setdefault(line["place"], line["doc"]["value"])
    after = {g["place"]: g["read"] for g in check["gaps"]}
    return {"before": first, "after": after, "moves_left": check["moves"], "done": check["done"]}


def _step(t: Transaction, row: Row, key: str) -> dict[str, Any]:
    """What a tick records: the step's key and its words as they stand. Raises Refused for a step the card has not."""
    steps = solve_document(document_of(t, row))["steps"]
    step = next((s for s in steps if s["key"] == key), None)
    if step is None:
        raise Refused(
            [FieldError("key", f"the card has no step {key[:40]!r}", "accepted: " + ", ".join(s["key"] for s in steps))]
        )
    return {"key": key, "text": step["text"]}


def _cut(t: Transaction, row: Row, figure: str) -> dict[str, Any]:
    """What a cut records: the figure and its length on the crew's tape. Raises Refused for what is not on the cut list."""
    solved = solve_document(document_of(t, row))
    pieces = {p["figure"]: p["label"] for p in solved["pieces"] if p["figure"] in solved["figures"]}
    if figure not in pieces:
        raise Refused([FieldError("key", f"{figure[:40]!r} is not on the cut list", "accepted: " + ", ".join(pieces))])
    return {"figure": figure, "label": pieces[figure], "length": solved["figures"][figure]["value"]["text"]}


def record(t: Transaction, row: Row, what: Event, note: str, who: str, key: str = "", undo: bool = False) -> None:
    """Write an event into the log. Raises Refused for a sign-off, a step or a piece that cannot be."""
    detail: dict[str, Any] = {"note": note} if note else {}
    if what == "signed":
        detail |= _sign_off(t, row, note)
    elif what == "step":
        detail |= {"key": key} if undo else _step(t, row, key)
    elif what == "cut":
        detail |= {"figure": key} if undo else _cut(t, row, key)
    if undo:
        detail["undo"] = True
    log(t, row["job_id"], what, detail, who, row["id"])


@router.post("/openings/{opening_id}/events", status_code=201, response_model_exclude_unset=True)
def new_event(db: Db, opening_id: Id, event: NewEvent, who: Who) -> OpeningPage:
    """Record what happened; a sign-off keeps the gaps before and after. 422 when it cannot be signed off."""
    with db.transaction(writes=True) as t:
        row = kept_openings.opening(t, opening_id, lock=True)
        record(t, row, event.what, event.note, who, event.key, event.undo)
        answer = page(t, row)
    return answer()


@router.get("/openings/{opening_id}/compared")
def compared(db: Db, opening_id: Id, shown: ShownQuery) -> list[ComparedOut]:
    """Give an opening's measures as planned, found and made, side by side. 422 when it cannot be worked out."""
    with db.transaction() as t:
        row = kept_openings.opening(t, opening_id)
        job, document = kept_jobs.job(t, row["job_id"])["doc"], document_of(t, row)
        taken = [
            parse(Reading, r["doc"]) for r in kept.readings(t, opening_id, all_of_them=True) if r["doc"] is not None
        ]
    return compared_out(document, taken, shown.tape(job), shown.region(job))
