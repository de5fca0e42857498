"""Head lines of a job (handbook 6): per storey the common line, which opening governs it, and what each of the others gains."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from typing_extensions import TypedDict

from jambo.core.job.board import Head, head_line, head_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Tape
from jambo.format.document import Document
from jambo.views.opening.answers import answered
from jambo.views.opening.result import LengthOut, length_out


@dataclass(frozen=True, slots=True)
class StoreyOpening:
    """An opening of the job: id, name, storey of its wall, its document; None where what is kept is none."""

    id: int
    name: str
    storey: str
    document: Document | None


class HeadRow(TypedDict):
    """An opening under its storey's line: the head it needs by itself, where it is now, and what the line would give it."""

    id: int
    name: str
    own: LengthOut
    now: LengthOut
    gain: LengthOut
    governs: bool
    can_align: bool
    floors: list[LengthOut]


class StoreyOut(TypedDict):
    """A storey: its common line is the greatest of the heads its openings need. `waiting` are not known yet."""

    storey: str
    line: LengthOut
    aligned: bool
    openings: list[HeadRow]
    waiting: list[str]


def _head(one: StoreyOpening) -> Head | None:
    of = answered(one.document) if one.document is not None else None
    return head_of(of.result.figures) if of is not None and of.result is not None else None


def stands_on(one: StoreyOpening, line: Length) -> bool:
    """Say whether an opening's head is on a line already, by itself."""
    head = _head(one)
    return head is not None and head.on(line)


def head_lines(openings: Iterable[StoreyOpening], tape: Tape) -> list[StoreyOut]:
    """The head lines of a job, storey by storey in the order they are met."""
    storeys: dict[str, list[tuple[StoreyOpening, Head | None]]] = {}
    for one in openings:
        storeys.setdefault(one.storey, []).append((one, _head(one)))
    found: list[StoreyOut] = []
    for storey, rows in storeys.items():
        line = head_line(head for _, head in rows)
        if line is None:
            continue
        known = [(one, head) for one, head in rows if head is not None]
        found.append(
            {
                "storey": storey,
                "line": length_out(line, tape),
                "aligned": len({head.now for _, head in known}) == 1,
                "openings": [
                    {
                        "id": one.id, "name": one.name, "own": length_out(head.own, tape), "now": length_out(head.now, tape),
                        "gain": length_out(line - head.own, tape), "governs": head.own == line,
                        "can_align": one.document is not None and one.document.opening.door.kind == "swing",
                        "floors": [length_out(f, tape) for f in head.floors],
                    }
                    for one, head in known
                ],
                "waiting": [one.name for one, head in rows if head is None],
            }
        )  # fmt: skip
    return found


def line_of(openings: Iterable[StoreyOpening], storey: str) -> Length | None:
    """The common line of one storey; None while nothing there is known."""
    return head_line(_head(one) for one in openings if one.storey == storey)
