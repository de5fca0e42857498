"""The whole job's cut list and buy list: every opening's pieces, gathered by the stock they are cut from."""

from __future__ import annotations

from collections.abc import Iterable

from typing_extensions import TypedDict

from jambo.core.catalogue import entry
from jambo.core.door.hardware import ITEMS
from jambo.core.length import Length
from jambo.core.solve import solve
from jambo.core.sums import Figure
from jambo.core.tape import Rounding, Tape, show
from jambo.core.words import Region, fill
from jambo.files.document import Document
from jambo.files.facts import facts_of
from jambo.files.problems import Refused
from jambo.files.results import piece_label, section_text


class PieceRow(TypedDict):
    """Pieces of one length from one stock: how many, and which openings they are for (with how many each)."""

    label: str
    count: int
    length: str
    marks: list[str]


class StockRows(TypedDict):
    """All pieces cut from one stock, longest first, and what they come to end to end."""

    section: str
    pieces: list[PieceRow]
    total: str


class BuyRow(TypedDict):
    """Something to buy for the whole job."""

    label: str
    count: int
    length: str | None
    marks: list[str]


class JobLists(TypedDict):
    """The cut and buy lists of a job; `left_out` are openings that cannot be worked out, `waiting` ones with pieces missing."""

    stock: list[StockRows]
    buy: list[BuyRow]
    left_out: list[str]
    waiting: list[str]


def job_lists(openings: Iterable[tuple[str, Document]], tape: Tape, words: Region) -> JobLists:
    """Gather the lists of openings given with their marks."""
    cut: dict[str, dict[tuple[str, Length, Rounding], dict[str, int]]] = {}
    buy: dict[tuple[str, Length | None], dict[str, int]] = {}
    left_out: list[str] = []
    waiting: list[str] = []
    for mark, document in openings:
        try:
            facts = facts_of(document)
        except Refused:
            left_out.append(mark)
            continue
        result = solve(facts.opening, facts.wall, facts.rules)
        for piece in result.pieces:
            if not isinstance(piece.length, Figure):
                if mark not in waiting:
                    waiting.append(mark)
                continue
            key = (piece_label(piece, words), piece.length.value, entry(piece.length.name).rounding)
            marks = cut.setdefault(section_text(piece.section, tape), {}).setdefault(key, {})
            marks[mark] = marks.get(mark, 0) + piece.count
        for item in result.hardware:
            bought = buy.setdefault((fill(ITEMS[item.name], words), item.length), {})
            bought[mark] = bought.get(mark, 0) + item.count
    stock: list[StockRows] = []
    for section, pieces in sorted(cut.items(), key=lambda s: (s[0] == "", s[0])):
        rows = sorted(pieces.items(), key=lambda p: (-p[0][1].nm, p[0][0]))
        run = sum((length * sum(marks.values()) for (_, length, _), marks in rows), Length(0))
        stock.append(
            {
                "section": section,
                "pieces": [
                    {
                        "label": label,
                        "count": sum(marks.values()),
                        "length": show(length, tape, rounding).text,
                        "marks": _told(marks),
                    }
                    for (label, length, rounding), marks in rows
                ],
                "total": show(run, tape, "up").text,
            }
        )
    return {
        "stock": stock,
        "buy": [
            {
                "label": label,
                "count": sum(marks.values()),
                "length": show(length, tape).text if length is not None else None,
                "marks": _told(marks),
            }
            for (label, length), marks in sorted(buy.items(), key=lambda b: (b[0][0], _order(b[0][1])))
        ],
        "left_out": left_out,
        "waiting": waiting,
    }


def _order(length: Length | None) -> int:
    return 0 if length is None else int(length.nm)


def _told(marks: dict[str, int]) -> list[str]:
    return [mark if count == 1 else f"{mark} x{count}" for mark, count in marks.items()]
