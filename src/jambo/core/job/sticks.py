"""What of a job's timber is cut, begun and left, and what lies in its rack of offcuts (handbook 28)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import suppress
from dataclasses import replace
from functools import lru_cache

from jambo.core.framing.pieces import Piece
from jambo.core.frozen import dataclass
from jambo.core.job.board import SolvedJob
from jambo.core.job.record import (
    CutFromStick,
    Event,
    Holder,
    Line,
    OffcutMoved,
    OfPiece,
    PieceCut,
    PieceNotCut,
    StickCut,
    of_kind,
)
from jambo.core.labels import piece_label
from jambo.core.quantities.figure import Figure, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.notation import NotALength, read
from jambo.core.quantities.tape import Tape, Unit, plain_number, show
from jambo.core.record import stands, still_to_cut
from jambo.core.stock.problem import Join
from jambo.core.words.lists import Region, fill

Section = tuple[Length | None, Length | None]
OTHER_STUD = Length.mm(25)  # joints so far apart are over two studs


@lru_cache(maxsize=1024)
def section_key(section: Section, made_of: str = "") -> str:
    """Name a section by its thickness and width in millimetres, whatever the tape: "38.1x88.9"; "-" for one nobody said.

    What is no timber is named after it: "31.75x92.075 steel stud 25 ga".
    """
    sizes = "x".join("-" if part is None else plain_number(part.in_mm()) for part in section)
    return f"{sizes} {made_of}" if made_of else sizes


def sizes_of(section: str) -> tuple[tuple[Length | None, ...], str]:
    """Give the thickness and width a section's name tells, and what it is made of where that is no timber."""
    sizes, _, made_of = section.partition(" ")
    return tuple(None if part == "-" else Length.mm(part) for part in sizes.split("x")), made_of


@dataclass(frozen=True, slots=True)
class Begun:
    """A spliced piece parts of which are cut: whose, the parts of that copy in order, and which of them are cut, maybe all."""

    holder: Holder
    figure: str
    copy: int
    parts: tuple[str, ...]
    cut: frozenset[int]


@dataclass(frozen=True, slots=True)
class Offcut:
    """An offcut in the rack: its line in the record, its section and length."""

    id: int
    section: str
    length: Length


@dataclass(frozen=True, slots=True)
class SoFar:
    """What has been cut of a job: pieces by holder and figure, the sticks they came from by their line, splices begun, how far openings
    are built, and what lies in the rack."""

    cut: Mapping[tuple[Holder, str], PieceCut]
    sticks: Mapping[int, Line[StickCut]]
    begun: tuple[Begun, ...]
    done: Mapping[int, set[str]]
    rack: tuple[Offcut, ...]


def so_far(
    cuts: Iterable[Line[PieceCut]], lines: Sequence[Line[Event]], done: Mapping[int, set[str]], unit: Unit
) -> SoFar:
    """What has been cut of a job.

    Args:
        cuts: the newest of each piece; lines: of sticks and offcuts that stand, oldest first; done: how far openings are built; unit: of the job.
    """
    cut = {(holder_of(line), line.event.figure): line.event for line in cuts}
    sticks = {line.id: line for line in of_kind(lines, StickCut)}
    return SoFar(cut, sticks, _begun(line.event for line in sticks.values()), done, tuple(_rack(lines, unit)))


def holder_of(line: Line[PieceCut]) -> Holder:
    """Whose piece a line is of."""
    return ("opening", line.opening) if line.opening is not None else ("wall", line.event.wall or 0)


def _rack(lines: Sequence[Line[Event]], unit: Unit) -> Iterator[Offcut]:
    """What was left of sticks and is worth keeping, and what was put there; what was cut since or taken out is gone."""
    gone = {line.event.offcut for line in of_kind(lines, StickCut)} | {
        line.event.gone for line in of_kind(lines, OffcutMoved)
    }
    for line in lines:
        of, length = line.event, ""
        if isinstance(of, StickCut):
            length = of.left if of.kept else ""
        elif isinstance(of, OffcutMoved):
            length = "" if of.gone is not None else of.length
        if length and line.id not in gone and isinstance(of, StickCut | OffcutMoved):
            yield Offcut(line.id, of.section, read(length, unit, "cut").length)


def _begun(sticks: Iterable[StickCut]) -> tuple[Begun, ...]:
    """The spliced pieces parts of which are cut."""
    found: dict[tuple[Holder, str, int], tuple[tuple[str, ...], set[int]]] = {}
    for stick in sticks:
        for one in stick.cuts:
            if one.part is not None:
                key = (one.holder, one.figure, one.copy or 0)
                found.setdefault(key, (tuple(one.parts or ()), set()))[1].add(one.part)
    return tuple(Begun(*key, parts, frozenset(cut)) for key, (parts, cut) in found.items())


@dataclass(frozen=True, slots=True)
class ToCut:
    """Pieces of one length still to cut, as they are named on the screen, and by what a tick names them.

    `copy` is the one a part belongs to; of whole copies the last one begun before them.
    """

    holder: Holder
    mark: str
    label: str
    figure: str
    section: Section
    length: Length
    count: int
    stud: bool
    stuff: str
    join: Join | None = None
    copy: int = 0
    part: int = 0
    parts: tuple[Length, ...] = ()
    made_of: str = ""

    @property
    def section_key(self) -> str:
        """The name of its section."""
        return section_key(self.section, self.made_of)


def _uncut(count: int, length: Length, cut: PieceCut | None, unit: Unit) -> int:
    """How many of a piece are still to cut, by what was written down of it."""
    was = _length_of(cut, unit)
    return count if cut is None or was is None else still_to_cut(count, length, was, cut.count)


def _length_of(cut: PieceCut | None, unit: Unit) -> Length | None:
    """The length a piece was cut at; None where nobody knows."""
    with suppress(NotALength):
        return read(cut.length, unit, "piece").length if cut is not None else None
    return None


def to_cut(job: SolvedJob, done: SoFar, tape: Tape, words: Region, apart: Length) -> tuple[list[ToCut], list[str]]:
    """Every piece still to cut, in walking order, openings first; and whose pieces wait for facts.

    Args:
        job: as solved; done: what is cut; tape: of the crew, whose marks pieces are cut to; words: for their names;
        apart: the joints of plates that lie on each other.
    """
    found: list[ToCut] = []
    waiting: list[str] = []
    holders: list[tuple[Holder, str, Iterable[tuple[Piece, int]]]] = [
        (("opening", one.id), one.mark, one.pieces) for one in job.openings
    ]
    holders += [(("wall", one.id), one.name, ((p, p.count) for p in one.pieces)) for one in job.walls]
    for holder, mark, pieces in holders:
        built = done.done.get(holder[1], set()) if holder[0] == "opening" else set()
        for piece, count in pieces:
            if not piece.from_stock or count <= 0 or stands(piece, built):
                continue
            if not isinstance(piece.length, Figure):
                if mark not in waiting:
                    waiting.append(mark)
                continue
            found += _of_piece(piece, count, holder, mark, done, tape, words, apart)
    return found, waiting


def _of_piece(
    piece: Piece, count: int, holder: Holder, mark: str, done: SoFar, tape: Tape, words: Region, apart: Length
) -> list[ToCut]:
    """What of a piece is still to cut: its copies whole, and the parts of those that are begun."""
    assert isinstance(piece.length, Figure)
    figure = piece.length.name
    if piece.part == "plate" and any(of == holder and cut.startswith("plate_run_") for of, cut in done.cut):
        return []  # cut in runs, as lists had it once
    length = show(piece.length.value, tape, figure.rounding).value
    cut = done.cut.get((holder, figure)) or (done.cut.get((holder, piece.alike)) if piece.alike else None)
    left = _uncut(count, length, cut, tape.unit)
    if cut is None and piece.marked is not None and (short := value_of(piece.marked)) is not None:
        # what was cut before lists went by long points was written down by its short point
        cut = done.cut.get((holder, piece.marked.name))
        left = _uncut(count, show(short, tape).value, cut, tape.unit)
    spliced = [b for b in done.begun if b.holder == holder and b.figure == figure]
    begun = [b for b in spliced if len(b.cut) < len(b.parts)][:left]
    stud = piece.part in ("king", "jack", "stud")
    stuff = fill("{casing}", words) if piece.where == "casing" else "stop" if piece.part.startswith("stop") else ""
    one = ToCut(
        holder,
        mark,
        piece_label(piece, words, tape),
        figure,
        piece.section,
        length,
        left - len(begun),
        stud,
        stuff.lower(),
        made_of=piece.made_of,
    )
    if piece.joints:
        # a joint is where it can be marked, and so its parts are on the tape's grid
        marks = tuple(show(place, tape).value for place in piece.joints)
        between = {"top_plate": apart, "backer": OTHER_STUD}.get(piece.part, ZERO)
        join = Join(marks, between)
        one = replace(one, copy=max((b.copy for b in spliced), default=0), join=join)
    parts = [
        replace(
            one, length=part, count=1, join=None, copy=b.copy, part=n,
            parts=tuple(read(text, tape.unit, "piece").length for text in b.parts),
        )
        for b in begun
        for n, part in enumerate((read(text, tape.unit, "piece").length for text in b.parts), 1)
        if n not in b.cut
    ]  # fmt: skip
    return [*parts, *([one] if one.count else [])]


def cuts_now(
    job: SolvedJob, done: SoFar, cuts: Sequence[CutFromStick], tape: Tape, unit: Unit, by: int
) -> Iterator[tuple[int | None, OfPiece]]:
    """How many of each piece are cut once a stick was cut, or was not cut after all: what to write down, and of which opening (None: of a wall).

    Args:
        job: as solved; done: what was cut before; cuts: from the stick; tape: of the crew; unit: of the job; by: 1 for cut, -1 for taken back.
    """
    number: Counter[tuple[Holder, str]] = Counter()
    labels = {(cut.holder, cut.figure): cut.label for cut in cuts}
    before = {(b.holder, b.figure, b.copy): b.cut for b in done.begun}
    for cut in cuts:
        if cut.part is None:
            number[cut.holder, cut.figure] += by
            continue
        key, every = (cut.holder, cut.figure, cut.copy or 0), len(cut.parts or ())
        was = before.get(key, frozenset())
        before[key] = now = was | {cut.part} if by > 0 else was - {cut.part}
        number[cut.holder, cut.figure] += (len(now) == every) - (len(was) == every)
    on_list: dict[tuple[Holder, str], tuple[int, Piece]] = {}
    for o in job.openings:
        on_list |= {(("opening", o.id), str(p.length.name)): (n, p) for p, n in o.pieces}
    for w in job.walls:
        on_list |= {(("wall", w.id), str(p.length.name)): (p.count, p) for p in w.pieces}
    for (holder, figure), n in number.items():
        if n:
            opening, wall = (holder[1], None) if holder[0] == "opening" else (None, holder[1])
            known = on_list.get((holder, figure))
            made = _counted(known, done.cut.get((holder, figure)), n, tape, unit) if known is not None else None
            if made is None:
                yield opening, PieceNotCut(figure, wall=wall, undo=True)
            else:
                yield opening, PieceCut(figure, labels[holder, figure], *made, wall=wall)


def _counted(
    on_list: tuple[int, Piece], cut: PieceCut | None, n: int, tape: Tape, unit: Unit
) -> tuple[str, int | None, int | None] | None:
    """The length of a piece and how many of how many are cut now, None where all are; nothing cut of it is taken back whole (None)."""
    of, piece = on_list
    assert isinstance(piece.length, Figure)
    length = show(piece.length.value, tape, piece.length.name.rounding)
    was, known = 0, _length_of(cut, unit)
    # what was cut longer than it is wanted now counts: it can be shortened
    if cut is not None and known is not None and known >= length.value:
        was = of if cut.count is None else cut.count
    now = was + n
    if now <= 0:
        return None
    return (length.text, now, of) if now < of else (length.text, None, None)
