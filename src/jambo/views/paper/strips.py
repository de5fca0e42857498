"""Strips in the crew's words and on their tape: what a page at full size, and its preview, show (handbook 33)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from typing_extensions import TypedDict

from jambo.core.labels import label
from jambo.core.quantities import names
from jambo.core.quantities.length import ZERO, size
from jambo.core.quantities.millimetres import in_mm
from jambo.core.quantities.tape import Rounding, Tape, show
from jambo.core.solve import Result
from jambo.core.strips import Strip, StripMark, StripOf, plate_of, strips_of
from jambo.core.words.lists import Words, fill, of_wall
from jambo.format.facts import Facts
from jambo.views.paper.spread import spread
from jambo.views.wall.layout import SharedTexts, WallOpening, laid_in_wall


class StripMarkOut(TypedDict):
    """A line across a strip, in millimetres from the strip's zero: what it reads, its name, and what stands beyond it (`past`, negative
    before it), crossed. `hole` is drilled. `beside` is where its name stands on a screen, apart from the others."""

    at: float
    beside: float
    read: str
    name: str
    past: float
    hole: bool


class PaperStrip(TypedDict):
    """A strip: whose it is (an opening's or a whole wall's, by number), what it is called, what its zero is, where it begins and ends against that, mm.

    `down` says that it hangs from its zero. `level` is the level line of its `storey` over it, None where nobody taped it; `length` as it is
    read.
    """

    of: StripOf
    opening: int | None
    wall: int | None
    whose: str
    called: str
    zero: str
    down: bool
    low: float
    high: float
    length: str
    storey: str
    level: float | None
    marks: list[StripMarkOut]


LABEL = 5.0  # from one name to the next on a screen, mm
_DOWN: frozenset[StripOf] = frozenset({"leaf", "leg"})
# What a line on a wall's plate is called; the crew's terms in braces
_ON_PLATE = {
    "wall_end": "end of the wall", "king": "{king}", "ro_edge": "edge of the opening", "ro_centre": "middle",
    "hole_edge": "edge of the hole", "common": "{stud}",
}  # fmt: skip


def strips_of_opening(
    opening_id: int, name: str, storey: str, facts: Facts, result: Result, tape: Tape, words: Words
) -> Iterator[PaperStrip]:
    """Give every strip of an opening.

    Args:
        opening_id, name: whose they are; storey: of its wall; facts, result: the opening as it was read and worked out;
        tape, words: it is shown in.
    """
    words = facts.worded(words)
    for strip in strips_of(result, facts.opening, facts.rules):
        out = _out(strip, tape, words, name)
        level = result.figures.value(names.LEVEL_LINE) if strip.of == "pole" else None
        yield {**out, "opening": opening_id, "storey": storey, "level": in_mm(level) if level is not None else None}


def strip_of_wall(
    wall_id: int, openings: Sequence[WallOpening], around: SharedTexts, name: str, tape: Tape, words: Words
) -> PaperStrip | None:
    """Give the plate of a whole wall; None where it has no length that is known.

    Args:
        wall_id, openings, around: the wall as kept; name: what it is called; tape, words: the crew's.

    Raises:
        Refused: when the wall cannot be.
    """
    layout, solved, wall = laid_in_wall(openings, around)
    strip = plate_of(layout, wall)
    if strip is None:
        return None
    words = of_wall(words, steel=wall.steel)
    out: PaperStrip = {**_out(strip, tape, words, name), "wall": wall_id}
    for mark, shown in zip(strip.marks, out["marks"], strict=True):
        if mark.label in _ON_PLATE:
            whose = solved[mark.whose].mark if mark.whose is not None else ""
            called = fill(_ON_PLATE[mark.label], words)
            number = str(mark.number) if mark.number is not None else ""
            shown["name"] = " ".join(filter(None, [whose, called.lower() if whose else called, number]))
    return out


def _out(strip: Strip, tape: Tape, words: Words, whose: str) -> PaperStrip:
    def one(mark: StripMark, beside: float) -> StripMarkOut:
        # a height of the pole is what a piece is cut to; along everything else one marks
        rounding: Rounding = mark.figure.rounding if mark.figure is not None and strip.of == "pole" else "nearest"
        shown = show(size(mark.at), tape, rounding).text
        return {
            "at": in_mm(mark.at),
            "beside": beside,
            "read": f"−{shown}" if mark.at < ZERO else shown,
            "name": label(mark.figure, words) if mark.figure is not None else fill(mark.label, words),
            "past": in_mm(mark.past),
            "hole": mark.hole,
        }

    low, high = in_mm(strip.low), in_mm(strip.high)
    places = spread([in_mm(m.at) for m in strip.marks], [LABEL] * len(strip.marks), low - LABEL, high + LABEL)
    return {
        "of": strip.of, "opening": None, "wall": None, "whose": whose, "called": fill(strip.called, words), "zero": fill(strip.zero, words),
        "down": strip.of in _DOWN, "low": low, "high": high,
        "length": show(strip.length, tape).text, "storey": "", "level": None, "marks": [*map(one, strip.marks, places)],
    }  # fmt: skip
