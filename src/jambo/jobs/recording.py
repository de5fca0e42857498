"""What is recorded of an opening: readings as they are kept, and what happened to it."""

from __future__ import annotations

from typing import Any, Literal

from jambo.core.facts.readings import PLACES
from jambo.format.document import Document, Reading, Survey
from jambo.format.facts import facts_of
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.documents import document_of
from jambo.store import readings as kept
from jambo.store.database import Row, Transaction
from jambo.store.kept import log
from jambo.views.exchange import solve_document

Event = Literal["ordered", "delivered", "framed", "set", "signed", "step", "cut"]


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
