"""Head lines of a job (handbook 6): who is in a line, which opening governs it, and what each gains or would take."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass

from typing_extensions import TypedDict

from jambo.core import rules as house
from jambo.core.job.board import Head, head_line, head_of
from jambo.core.kinds.registry import KINDS
from jambo.core.quantities.length import ZERO, Length, or_zero, size
from jambo.core.quantities.notation import exact_text
from jambo.core.quantities.tape import Tape, Unit
from jambo.format.document import Document, LevelLine
from jambo.format.reader import Reader, known
from jambo.views.opening.answers import answered
from jambo.views.opening.result import LengthOut, length_out


@dataclass(frozen=True, slots=True)
class StoreyOpening:
    """An opening of the job: id, name, storey of its wall, its document (None where what is kept is none), how far it is built."""

    id: int
    name: str
    storey: str
    document: Document | None
    done: Collection[str] = ()


class HeadRow(TypedDict):
    """An opening under a line: the head it needs by itself, where it is now, and what the line would give it, `lower` where it stands over
    the line.

    `level` is the level line over its rough floor. `keeps` says why it is in no line unless that is chosen; `gap` what it would stand over the floor by with longer legs, and `too_much`
    the greatest gap where that is more.
    """

    id: int
    name: str
    own: LengthOut
    now: LengthOut
    level: LengthOut | None
    gain: LengthOut
    lower: bool
    governs: bool
    can_align: bool
    chosen: bool
    keeps: str
    gap: LengthOut | None
    too_much: LengthOut | None
    floors: list[LengthOut]


class LevelLineOut(TypedDict):
    """A storey's level line: how high over the floor at which place it was set, as it is written; `head` is the heads' line over the same
    floor, None while how high is not said."""

    over: str
    place: str
    head: LengthOut | None


class StoreyOut(TypedDict):
    """A line of a storey, the greatest of the heads that the chosen openings need: over their rough floors, or `by_level` over the storey's
    level line, `under` it where it lies lower. `leaf` is their height where a storey has more than one line. `waiting` are not known yet.
    `level_line` is where that line was set, with what the heads are over the floor there."""

    storey: str
    leaf: LengthOut | None
    line: LengthOut
    by_level: bool
    under: bool
    level_line: LevelLineOut | None
    aligned: bool
    openings: list[HeadRow]
    waiting: list[str]


@dataclass(frozen=True, slots=True)
class Row:
    """An opening with its head."""

    of: StoreyOpening
    head: Head
    most: Length
    aligned: Length | None

    @property
    def swings(self) -> bool:
        """Whether it has legs that a line can make longer."""
        return self.of.document is not None and KINDS[self.of.document.opening.door.kind].swings

    @property
    def line(self) -> Length | None:
        """The line it was put on, over the level line or over its rough floor."""
        return self.aligned - or_zero(self.head.level) if self.aligned is not None else None


@dataclass(frozen=True, slots=True)
class HeadLine:
    """Openings of a storey whose heads may be on one line, and which of them are."""

    storey: str
    leaf: Length | None
    rows: tuple[Row, ...]
    chosen: frozenset[int]
    waiting: tuple[str, ...] = ()
    by_level: bool = False

    @property
    def line(self) -> Length | None:
        """The greatest head the chosen need; while nobody is chosen, that all need."""
        return head_line(r.head for r in self.rows if r.of.id in self.chosen or not self.chosen)


UNTAPED = "not taped from the level line"


def _row(one: StoreyOpening) -> Row | None:
    of = answered(one.document) if one.document is not None else None
    if of is None or of.result is None or of.facts is None:
        return None
    opening, rules = of.facts.opening, of.facts.rules
    head = head_of(of.result.figures, opening, one.done)
    on = opening.head_line.value if opening.head_line is not None else None
    return None if head is None else Row(one, head, rules.value(house.FLOOR_GAP_MOST), on)


def lines_of(
    openings: Iterable[StoreyOpening], chosen: Collection[int] | None = None, *, by_leaf: bool = True
) -> list[HeadLine]:
    """The head lines of a job, storey by storey in the order they are met, of each the lower leaves first.

    Args:
        openings: in walking order; chosen: who is in a line; None for those that were put on one, or where nobody was, for whom nothing
            speaks against it; by_leaf: a line for each height of leaf, as doors of 6-8 and of 7-0 have.
    """
    storeys: dict[str, list[tuple[StoreyOpening, Row | None]]] = {}
    for one in openings:
        storeys.setdefault(one.storey, []).append((one, _row(one)))
    found: list[HeadLine] = []
    for storey, both in storeys.items():
        rows = [row for _, row in both if row is not None]
        # one level line a storey: from the first opening that is taped from it, each is held against it
        by_level = any(row.head.level is not None for row in rows)
        untaped = {row.of.id for row in rows if by_level and row.head.level is None}
        if by_level:
            both = [(one, row if row is not None and row.head.level is not None else None) for one, row in both]
            rows = [row for _, row in both if row is not None]
        tall = sorted({row.head.leaf for row in rows if row.swings and row.head.leaf is not None}) if by_leaf else []
        waiting = tuple(
            f"{one.name} ({UNTAPED})" if one.id in untaped else one.name for one, row in both if row is None
        )
        for n, leaf in enumerate(tall if len(tall) > 1 else [None]):
            under = rows if leaf is None else [row for row in rows if _nearest(row, tall) == leaf]
            if under:
                who = _chosen(under) if chosen is None else frozenset(chosen) & {row.of.id for row in under}
                found.append(HeadLine(storey, leaf, tuple(under), who, () if n else waiting, by_level))
    return found


def _nearest(row: Row, tall: Sequence[Length]) -> Length:
    """The height of leaves an opening goes with: its own, or of what slides the one nearest to it."""
    own = row.head.leaf if row.head.leaf is not None else tall[0]
    return min(tall, key=lambda leaf: size(leaf - own))


def _chosen(rows: Sequence[Row]) -> frozenset[int]:
    """Who is in a line until somebody chooses: those that were put on one and those that stand on it, else all that may."""
    lines = {row.line for row in rows if row.line is not None}
    if lines:
        return frozenset(row.of.id for row in rows if row.line is not None or (row.swings and row.head.needs in lines))
    return frozenset(row.of.id for row in rows if not row.head.keeps)


def head_lines(
    openings: Iterable[StoreyOpening], levels: Sequence[LevelLine], unit: Unit, tape: Tape,
    chosen: Collection[int] | None = None, *, by_leaf: bool = True,
) -> list[StoreyOut]:  # fmt: skip
    """The head lines of a job as they are shown. See `lines_of` for the arguments; `levels` are the level lines of its storeys, in its `unit`."""
    found: list[StoreyOut] = []
    for one in lines_of(openings, chosen, by_leaf=by_leaf):
        line = one.line
        if line is None:
            continue
        heads = [row.head for row in one.rows if row.of.id in one.chosen]
        found.append(
            {
                "storey": one.storey,
                "leaf": length_out(one.leaf, tape) if one.leaf is not None else None,
                "line": length_out(size(line), tape),
                "by_level": one.by_level,
                "under": line < ZERO,
                "level_line": _level_line_out(one, line, levels, unit, tape),
                "aligned": len({head.stands for head in heads}) == 1,
                "openings": [_row_out(row, line, chosen=row.of.id in one.chosen, tape=tape) for row in one.rows],
                "waiting": list(one.waiting),
            }
        )
    return found


def _level_line_out(
    of: HeadLine, line: Length, levels: Sequence[LevelLine], unit: Unit, tape: Tape
) -> LevelLineOut | None:
    """Where the level line of a storey was set; None while nobody said."""
    said = next((level for level in levels if level.storey == of.storey), None)
    if said is None:
        return None
    over = known(Reader(unit, tape), said, "over", "level_lines", "level_line")
    head = length_out(over.value + line, tape) if over is not None and of.by_level else None
    return {"over": exact_text(over.value, unit) if over is not None else "", "place": said.place, "head": head}


def _row_out(row: Row, line: Length, *, chosen: bool, tape: Tape) -> HeadRow:
    head, gain = row.head, line - row.head.needs
    gap = head.gap + gain if head.gap is not None and gain > ZERO else None
    return {
        "id": row.of.id, "name": row.of.name, "own": length_out(head.own, tape), "now": length_out(head.now, tape), "level": length_out(head.level, tape) if head.level is not None else None,
        "gain": length_out(size(gain), tape), "lower": gain < ZERO, "governs": chosen and gain == ZERO, "can_align": row.swings,
        "chosen": chosen, "keeps": head.keeps, "gap": length_out(gap, tape) if gap is not None else None,
        "too_much": length_out(row.most, tape) if gap is not None and gap > row.most else None,
        "floors": [length_out(f, tape) for f in head.floors],
    }  # fmt: skip
