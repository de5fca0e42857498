"""What is recorded of an opening: readings as they are kept, and what happened to it."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from jambo.core.facts.readings import PLACES
from jambo.core.job.record import Event, Framed, FrameSet, PieceCut, PieceNotCut, SignedOff, Ticked
from jambo.core.quantities.notation import ParsedLength
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.survey.level import read_level
from jambo.format.document import Document, Reading
from jambo.format.facts import tape_of
from jambo.format.found_facts import read_reading
from jambo.format.problems import FieldError, Refused, parse
from jambo.format.reader import Reader
from jambo.jobs.documents import document_of
from jambo.jobs.timing import after_step, ago_of, end_all
from jambo.store import events
from jambo.store import readings as kept
from jambo.store.database import Row, Transaction
from jambo.views.exchange import solve_document
from jambo.views.opening.result import ResultOut, StepOut

EventWord = Literal["framed", "set", "signed", "step", "cut"]


def written_out(document: Document, reading: Reading, unit: Unit | None = None) -> Reading:
    """Give a reading of a document's opening with its unit written out. Raises Refused, its own fields named.

    Args:
        document: of the opening; reading: as it was typed; unit: of its bare numbers, where that is not the job's.
    """
    said, shown = unit or document.unit, tape_of(document.show, document.unit)
    reader = Reader(said, shown if shown.unit == said else Tape.of(said))
    read_reading(reading, "reading", reader)
    if reader.errors:
        raise Refused([FieldError(e.path.removeprefix("reading."), e.reason, e.accepted) for e in reader.errors])
    out = {path.removeprefix("reading."): heard.canonical(said) for path, heard in reader.heard.items()}
    if PLACES[reading.place].written == "level":
        slope = read_level(reading.value, said)
        out["value"] = ParsedLength(slope.drop, "", over=slope.over).canonical(said)
    if said == document.unit:  # a length always has its unit; what else was typed stays as it was, the job reads it so
        out = {} if PLACES[reading.place].written == "level" else {"value": out["value"]}
    return reading.model_copy(update=out)


def _sign_off(t: Transaction, row: Row, note: str, ago: float) -> SignedOff:
    """What a sign-off records: each gap as first read and as it is now. Raises Refused while it is not good."""
    solved = solve_document(document_of(t, row))
    check = solved["found"]["check"]
    signed = SignedOff(built=solved["built"], open=_still_open(t, row, solved), note=note, ago=ago)
    if "hang" not in solved["stages"]:  # what runs on a track has no gaps to read
        return signed
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
    return replace(signed, before=first, after=after, moves_left=check["moves"], done=check["done"])


def _still_open(t: Transaction, row: Row, solved: ResultOut) -> list[str]:
    """What of the card was not ticked when it was signed off."""
    done = {line.event.key for line in events.ticks(t, row["id"])}
    return [step["text"] for step in solved["steps"] if step["key"] not in done and step["key"] != "again"]


def _step(t: Transaction, row: Row, key: str) -> StepOut:
    """The step a tick is of, as its words stand. Raises Refused for a step the card has not."""
    steps = solve_document(document_of(t, row))["steps"]
    step = next((s for s in steps if s["key"] == key), None)
    if step is None:
        raise Refused(
            [FieldError("key", f"the card has no step {key[:40]!r}", "accepted: " + ", ".join(s["key"] for s in steps))]
        )
    return step


def _cut(t: Transaction, row: Row, figure: str, count: int | None = None) -> PieceCut:
    """What a cut records: the figure, its length on the crew's tape, and how many where not all are cut.

    Raises Refused for what is not on the cut list, and for more than are on it.
    """
    solved = solve_document(document_of(t, row))
    pieces = {p["figure"]: p for p in solved["pieces"] if p["figure"] in solved["figures"]}
    if figure not in pieces:
        raise Refused([FieldError("key", f"{figure[:40]!r} is not on the cut list", "accepted: " + ", ".join(pieces))])
    of = sum(p["count"] for p in solved["pieces"] if p["figure"] == figure)
    if count is not None and count > of:
        raise Refused(
            [FieldError("count", f"{count} of them cannot be cut", f"at most {of}: so many are on the cut list")]
        )
    cut = PieceCut(figure, pieces[figure]["label"], solved["figures"][figure]["value"]["text"])
    return replace(cut, count=count, of=of) if count is not None and count < of else cut


def _cut_with_step(t: Transaction, row: Row, key: str, cuts: list[str], who: str, *, undo: bool) -> None:
    """The pieces a step cuts are cut by its tick, and not cut after all when that is taken back: one tick for both."""
    by_piece = {line.event.figure: line.event for line in events.cuts(t, row["id"])}
    if undo:
        for figure, cut in by_piece.items():
            if cut.step == key:
                events.write(t, row["job_id"], PieceNotCut(figure, undo=True), who, row["id"])
        return
    for figure in cuts:
        known = by_piece.get(figure)
        if known is None or known.count is not None:
            events.write(t, row["job_id"], replace(_cut(t, row, figure), step=key), who, row["id"])


def record(
    t: Transaction,
    row: Row,
    what: EventWord,
    note: str,
    who: str,
    key: str = "",
    undo: bool = False,
    count: int | None = None,
    ago: float = 0,
) -> None:
    """Write an event into the log. Raises Refused for a sign-off, a step or a piece that cannot be.

    A step that somebody has ticked stays his. `ago` is how many seconds before it reached the server it was.
    """
    since = ago_of(ago)
    written: Event
    if what == "step":
        if not undo and any(line.event.key == key for line in events.ticks(t, row["id"])):
            return
        step = None if undo else _step(t, row, key)
        _cut_with_step(t, row, key, step["cuts"] if step is not None else [], who, undo=undo)
        written = Ticked(key, step["text"] if step is not None else "", True if undo else None, since, note)
    elif what == "cut":
        written = (
            PieceNotCut(key, undo=True, ago=since, note=note)
            if undo
            else replace(_cut(t, row, key, count), ago=since, note=note)
        )
    elif what == "signed":
        written = _sign_off(t, row, note, since)
    else:
        written = (Framed if what == "framed" else FrameSet)(note, since)
    events.write(t, row["job_id"], written, who, row["id"])
    if what == "step" and not undo:
        after_step(t, row, key)
    elif what == "signed":
        end_all(t, row)
