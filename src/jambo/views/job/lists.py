"""The whole job's cut list and buy list: the pieces of every opening and wall, gathered by the stock they are cut from."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field

from typing_extensions import TypedDict

from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.labels import piece_label, section_text
from jambo.core.quantities.figure import Figure
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Rounding, Tape, run_text, show
from jambo.core.words.lists import Region, fill
from jambo.format.document import Document
from jambo.views.job.whole_job import Listed, solved_job
from jambo.views.opening.result import item_detail


class PieceRow(TypedDict):
    """Pieces of one length from one stock: how many, and which openings and walls they are for (with how many each)."""

    label: str
    count: int
    length: str
    marks: list[str]


class StockRows(TypedDict):
    """All pieces cut from one stock, longest first, and what they come to end to end, in feet or metres."""

    section: str
    made_of: str
    pieces: list[PieceRow]
    total: str


class BuyRow(TypedDict):
    """Something to buy for the whole job."""

    label: str
    count: int
    length: str | None
    detail: str
    marks: list[str]


class JobLists(TypedDict):
    """The cut and buy lists of a job; `left_out` are openings and walls that cannot be worked out, `waiting` ones with pieces missing."""

    stock: list[StockRows]
    buy: list[BuyRow]
    left_out: list[str]
    waiting: list[str]


Cut = dict[
    tuple[str, str], dict[tuple[str, Length, Rounding], dict[str, int]]
]  # by stock, by piece: how many for which mark


@dataclass
class Gathered:
    """Pieces by stock and by length with how many each mark needs, what is bought, what cannot be told."""

    cut: Cut = field(default_factory=dict)
    buy: dict[tuple[str, Length | None, str], dict[str, int]] = field(default_factory=dict)
    left_out: list[str] = field(default_factory=list)
    waiting: list[str] = field(default_factory=list)

    def pieces(self, mark: str, pieces: Iterable[tuple[Piece, int]], tape: Tape, words: Region) -> None:
        """Take pieces in; those without a length leave the mark waiting."""
        for piece, count in pieces:
            if not isinstance(piece.length, Figure):
                if mark not in self.waiting:
                    self.waiting.append(mark)
            elif count > 0:
                key = (piece_label(piece, words, tape), piece.length.value, piece.length.name.rounding)
                marks = self.cut.setdefault((section_text(piece.section, tape), piece.made_of), {}).setdefault(key, {})
                marks[mark] = marks.get(mark, 0) + count

    def items(self, mark: str, items: Iterable[Item], tape: Tape, words: Region) -> None:
        """Take in what is bought."""
        for item in items:
            bought = self.buy.setdefault((fill(item.kind.label, words), item.length, item_detail(item, tape)), {})
            bought[mark] = bought.get(mark, 0) + item.count


def gathered(
    openings: Iterable[Listed], walls: Mapping[int, tuple[str, Document]], tape: Tape, words: Region
) -> Gathered:
    """Gather the pieces and what is bought of a job, as `job_lists` takes it."""
    job = solved_job(openings, walls)
    found = Gathered(left_out=job.left_out)
    for one in job.openings:
        found.pieces(one.mark, one.pieces, tape, words)
        found.items(one.mark, one.result.hardware, tape, words)
    for wall in job.walls:
        found.pieces(wall.name, ((piece, piece.count) for piece in wall.pieces), tape, words)
    return found


def job_lists(
    openings: Iterable[Listed], walls: Mapping[int, tuple[str, Document]], tape: Tape, words: Region
) -> JobLists:
    """Gather the lists of a job: of its openings in walking order, then of its walls, given by id with name and document.

    A stud that two openings share counts once.
    """
    found = gathered(openings, walls, tape, words)
    return {
        "stock": _stock(found.cut, tape),
        "buy": [
            {
                "label": label,
                "count": sum(marks.values()),
                "length": show(length, tape).text if length is not None else None,
                "detail": detail,
                "marks": told_marks(marks),
            }
            for (label, length, detail), marks in sorted(
                found.buy.items(), key=lambda b: (b[0][0], _order(b[0][1]), b[0][2])
            )
        ],
        "left_out": found.left_out,
        "waiting": found.waiting,
    }


def in_order(cut: Cut) -> Iterator[tuple[str, str, list[tuple[tuple[str, Length, Rounding], dict[str, int]]]]]:
    """Section, what it is made of and its pieces, longest first, for each stock; what has no thickness and width comes last."""
    for (section, made_of), pieces in sorted(cut.items(), key=lambda s: (s[0][0] == "", s[0])):
        yield section, made_of, sorted(pieces.items(), key=lambda p: (-p[0][1].nm, p[0][0]))


def _stock(cut: Cut, tape: Tape) -> list[StockRows]:
    stock: list[StockRows] = []
    for section, made_of, rows in in_order(cut):
        run = sum((length * sum(marks.values()) for (_, length, _), marks in rows), Length(0))
        stock.append(
            {
                "section": section,
                "made_of": made_of,
                "pieces": [
                    {
                        "label": label,
                        "count": sum(marks.values()),
                        "length": show(length, tape, rounding).text,
                        "marks": told_marks(marks),
                    }
                    for (label, length, rounding), marks in rows
                ],
                "total": run_text(run, tape),
            }
        )
    return stock


def _order(length: Length | None) -> int:
    return 0 if length is None else int(length.nm)


def told_marks(marks: dict[str, int]) -> list[str]:
    """Say for which openings something is, with how many each where it is more than one."""
    return [mark if count == 1 else f"{mark} x{count}" for mark, count in marks.items()]
