"""Head lines of a job (handbook 6): per storey the common line, which opening governs it, and what each of the others gains."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from typing_extensions import TypedDict

from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
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


def _heads(one: StoreyOpening) -> tuple[Length, Length, tuple[Length, Length]] | None:
    """The head underside an opening needs by itself, the one it has now, and its floors on both sides."""
    of = answered(one.document) if one.document is not None else None
    figures = of.result.figures if of is not None and of.result is not None else Figures()
    if not figures:
        return None
    now = figures.value(names.HEAD_UNDERSIDE)
    own = figures.value(names.HEAD_OWN) if names.HEAD_OWN in figures else now
    a, b = figures.value(names.FLOOR_A), figures.value(names.FLOOR_B)
    return None if now is None or own is None or a is None or b is None else (own, now, (a, b))


def stands_on(one: StoreyOpening, line: Length) -> bool:
    """Say whether an opening's head is on a line already, by itself: aligning it moves nothing."""
    heads = _heads(one)
    return heads is not None and heads[0] == heads[1] == line


def head_lines(openings: Iterable[StoreyOpening], tape: Tape) -> list[StoreyOut]:
    """The head lines of a job, storey by storey in the order they are met."""
    storeys: dict[str, list[tuple[StoreyOpening, tuple[Length, Length, tuple[Length, Length]] | None]]] = {}
    for one in openings:
        storeys.setdefault(one.storey, []).append((one, _heads(one)))
    found: list[StoreyOut] = []
    for storey, rows in storeys.items():
        known = [(one, heads) for one, heads in rows if heads is not None]
        if not known:
            continue
        line = max(own for _, (own, _, _) in known)
        found.append(
            {
                "storey": storey,
                "line": length_out(line, tape),
                "aligned": len({now for _, (_, now, _) in known}) == 1,
                "openings": [
                    {
                        "id": one.id, "name": one.name, "own": length_out(own, tape), "now": length_out(now, tape),
                        "gain": length_out(line - own, tape), "governs": own == line,
                        "can_align": one.document is not None and one.document.opening.door.kind == "swing",
                        "floors": [length_out(f, tape) for f in floors],
                    }
                    for one, (own, now, floors) in known
                ],
                "waiting": [one.name for one, heads in rows if heads is None],
            }
        )  # fmt: skip
    return found


def line_of(openings: Iterable[StoreyOpening], storey: str) -> Length | None:
    """The common line of one storey; None while nothing there is known."""
    owns = [heads[0] for one in openings if one.storey == storey and (heads := _heads(one)) is not None]
    return max(owns, default=None)
