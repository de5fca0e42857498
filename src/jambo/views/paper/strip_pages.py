"""Strips drawn on pages, true to a tenth of a millimetre (handbook 33).

A strip stands upright on its page: its working edge is a line on its left, marks run from there to the right. Its zero is at the foot,
or at the top where it hangs. Lengths here are millimetres on paper.
"""

from __future__ import annotations

import io
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby
from math import inf
from typing import TYPE_CHECKING, Literal, cast

from jambo.views.paper.codes import Codes, picture
from jambo.views.paper.fonts import NAME
from jambo.views.paper.spread import spread
from jambo.views.paper.strips import PaperStrip, StripMarkOut
from jambo.views.paper.tiles import CODE, HEAD, MARGIN, Sheet, Tile, tiles

if TYPE_CHECKING:
    from fpdf import FPDF

COLUMN, MARK, TEXT = 61.0, 12.0, 15.0  # a strip's width; how far its marks run; where its words begin
BAR, BAR_IN = 100.0, 101.6  # what the tape is laid on: 100 mm, 4 in
LINE = 4.3  # from one line of words to the next
FIGURES, NAMES, LEAST = 11, 9, 6  # points
END = 4.0  # paper beyond a strip's ends


@dataclass(frozen=True)
class Run:
    """Strips side by side on the same sheets; `shifts` puts each to a zero they share, which is a level line where `levelled`."""

    strips: Sequence[PaperStrip]
    shifts: Sequence[float]
    levelled: bool

    @property
    def down(self) -> bool:
        """Whether they hang from their zero."""
        return self.strips[0]["down"]

    @property
    def ends(self) -> tuple[float, float]:
        """Where the longest begin and end against the zero they share."""
        both = [*zip(self.strips, self.shifts, strict=True)]
        return min(s["low"] + by for s, by in both) - END, max(s["high"] + by for s, by in both) + END


def runs(strips: Sequence[PaperStrip], sheet: Sheet) -> Iterator[Run]:
    """Put strips side by side, as many as a sheet is wide for: those that hang, those over the level line of a storey, others.

    Args:
        strips: in the order they are wanted; sheet: the paper.
    """
    wide = int((sheet.width - 2 * MARGIN - 8) // COLUMN)

    def alike(strip: PaperStrip) -> tuple[bool, bool, str, bool]:
        levelled = strip["level"] is not None
        return strip["down"], levelled, strip["storey"] if levelled else "", strip["of"] == "plate"

    for (_, levelled, _, _), same in groupby(sorted(strips, key=alike), alike):
        together = [*same]
        for i in range(0, len(together), wide):
            here = together[i : i + wide]
            yield Run(here, [-(s["level"] or 0.0) for s in here], levelled)


def draw_strips(pdf: FPDF, strips: Sequence[PaperStrip], sheet: Sheet, under: str, codes: Codes) -> Iterator[None]:
    """Draw strips on pages of their own at the end of a file; stops after each page.

    Args:
        pdf: the file, with type for the texts; strips: what is drawn; sheet: the paper; under: the job, and when this was made; codes: what the code on each page opens.
    """
    for run, i, tile, of in laid(strips, sheet):
        height = tile.high - tile.low + 2 * MARGIN + HEAD if sheet.roll else sheet.height
        pdf.add_page(format=(sheet.width, height))
        _Page(pdf, run, tile, (i, of)).draw(sheet, under, f"page {pdf.page_no()} of {{nb}}")
        opens = codes.of_strips(run.strips)
        pdf.image(io.BytesIO(picture(opens)), sheet.width - MARGIN - CODE, MARGIN - 3, CODE, link=opens)
        yield


def laid(strips: Sequence[PaperStrip], sheet: Sheet) -> Iterator[tuple[Run, int, Tile, int]]:
    """Every page there is: the run on it, which sheet of it, the tile, and of how many."""
    for run in runs(strips, sheet):
        parts = tiles(*run.ends, sheet.room)
        yield from ((run, i, tile, len(parts)) for i, tile in enumerate(parts, 1))


def texts_of(strips: Sequence[PaperStrip]) -> Iterator[str]:
    """Everything that is written on strips."""
    for strip in strips:
        yield from (strip["whose"], strip["called"], strip["zero"])
        yield from (mark["name"] for mark in strip["marks"])


@dataclass(frozen=True)
class _Page:
    """One sheet of a run: the tile on it, the which of how many."""

    pdf: FPDF
    run: Run
    tile: Tile
    which: tuple[int, int]

    def y(self, at: float) -> float:
        """Where on the page a place of the run is."""
        top = MARGIN + HEAD
        return top + (at - self.tile.low if self.run.down else self.tile.high - at)

    def draw(self, sheet: Sheet, under: str, page: str) -> None:
        """Draw the head, every strip, where the next sheet joins, and the bar to lay the tape on."""
        pdf, (i, of) = self.pdf, self.which
        pdf.set_line_width(0.25)
        pdf.set_font(NAME, size=8)
        right = f"sheet {i} of {of} of this strip · {page}" if of > 1 else page
        before = self.before_code - pdf.get_string_width(right)
        self._words(before, MARGIN - 1, right, 8)
        self._words(MARGIN, MARGIN - 1, under, 8, "B", before - MARGIN - 3)
        for column, (strip, by) in enumerate(zip(self.run.strips, self.run.shifts, strict=True)):
            self._strip(MARGIN + column * COLUMN, strip, by)
        if self.run.levelled and self.tile.low <= 0 <= self.tile.high:
            pdf.set_line_width(0.4)
            pdf.line(MARGIN, self.y(0), sheet.width - MARGIN - 8, self.y(0))
            pdf.set_line_width(0.25)
        for at, other in ((self.tile.meets_before, i - 1), (self.tile.meets_next, i + 1)):
            if at is not None:
                self._joint(at, other, sheet)
        self._bar(sheet)

    @property
    def before_code(self) -> float:
        """How far the head's words may go."""
        return self.pdf.w - MARGIN - CODE - 2

    def _words(
        self, x: float, y: float, text: str, points: float, style: Literal["", "B"] = "", room: float = inf
    ) -> None:
        """Write a line, smaller and at last shorter where it is longer than its room."""
        self.pdf.set_font(NAME, style, points)
        if not text:
            return
        if (wide := self.pdf.get_string_width(text)) > room:
            self.pdf.set_font(NAME, style, max(LEAST, 0.99 * points * room / wide))
            while len(text) > 1 and self.pdf.get_string_width(text) > room:
                text = text[:-2] + "…"
        self.pdf.set_xy(x, y)
        self.pdf.cell(h=self.pdf.font_size, text=text)  # `text` would leave out what is of another script

    def _strip(self, x: float, strip: PaperStrip, by: float) -> None:
        pdf, tile = self.pdf, self.tile
        for n, text in enumerate((strip["whose"], strip["called"], f"0: {strip['zero']}")):
            self._words(
                x, MARGIN + 5 + n * 4.6, text, NAMES, "" if n else "B", min(x + COLUMN - 2, self.before_code) - x
            )
        ends = sorted(self.y(min(max(end + by, tile.low), tile.high)) for end in (strip["low"], strip["high"]))
        pdf.line(x, ends[0], x, ends[1])
        seen = [m for m in strip["marks"] if tile.low <= m["at"] + by <= tile.high]
        seen.sort(key=lambda m: self.y(m["at"]))
        texts = [self._wrapped(mark) for mark in seen]
        heights = [len(lines) * LINE + 0.5 for lines in texts]
        places = spread([self.y(m["at"] + by) for m in seen], heights, self.y_top, self.y_foot)
        for mark, lines, height, place in zip(seen, texts, heights, places, strict=True):
            self._mark(x, mark, by)
            at = self.y(mark["at"] + by)
            pdf.line(x + MARK, at, x + TEXT - 0.7, place)
            for n, (read, name) in enumerate(lines):
                y = place - height / 2 + n * LINE + 0.2
                self._words(x + TEXT, y, read, FIGURES, "B")
                after = pdf.get_string_width(read) + 1.2 if read else 0
                self._words(x + TEXT + after, y + 0.5, name, NAMES)

    @property
    def y_top(self) -> float:
        """Where the strips begin on the page."""
        return MARGIN + HEAD

    @property
    def y_foot(self) -> float:
        """Where they end."""
        return MARGIN + HEAD + self.tile.high - self.tile.low

    def _wrapped(self, mark: StripMarkOut) -> list[tuple[str, str]]:
        """What is written beside a mark, line by line: what it reads, then its name, beside it where there is room."""
        pdf, room = self.pdf, COLUMN - TEXT - 1
        pdf.set_font(NAME, "B", FIGURES)
        left = room - pdf.get_string_width(mark["read"]) - 1.2
        pdf.set_font(NAME, "", NAMES)
        if pdf.get_string_width(mark["name"]) <= left:
            return [(mark["read"], mark["name"])]
        lines = cast(list[str], pdf.multi_cell(room, text=mark["name"], dry_run=True, output="LINES", padding=0))
        return [(mark["read"], ""), *(("", line) for line in lines)]

    def _mark(self, x: float, mark: StripMarkOut, by: float) -> None:
        """The line of a mark from the working edge, and beyond it what stands there, crossed."""
        pdf, at = self.pdf, self.y(mark["at"] + by)
        pdf.line(x, at, x + MARK, at)
        if mark["hole"]:
            pdf.circle(x + MARK / 2, at, 1.5)
        if mark["past"]:
            far = min(max(mark["at"] + by + mark["past"], self.tile.low), self.tile.high)
            y = self.y(far)
            with pdf.local_context(line_width=0.15):
                pdf.line(x + 1, at, x + MARK - 1, y)
                pdf.line(x + 1, y, x + MARK - 1, at)

    def _joint(self, at: float, other: int, sheet: Sheet) -> None:
        """The line two sheets share: one is cut along it and laid on the other's."""
        pdf, y = self.pdf, self.y(at)
        with pdf.local_context(line_width=0.2):
            pdf.set_dash_pattern(dash=2, gap=1.5)
            pdf.line(2, y, sheet.width - 2, y)
            pdf.set_dash_pattern()
        says = f"cut here, lay on sheet {other}" if other < self.which[0] else f"sheet {other} is laid on here"
        self._words(sheet.width - MARGIN - 52, y - 3.2, says, 7)

    def _bar(self, sheet: Sheet) -> None:
        """The bar to lay the tape on."""
        pdf, x = self.pdf, sheet.width - MARGIN - 3
        foot = self.y_top + max(BAR_IN + 2, min(self.y_foot - self.y_top, sheet.height))
        foot = min(foot, self.y_top + 130)
        for length, at, name in ((BAR, x, "100 mm"), (BAR_IN, x + 3, "4 in")):
            pdf.line(at, foot, at, foot - length)
            for end in (foot, foot - length):
                pdf.line(at - 1.2, end, at + 1.2, end)
            with pdf.rotation(90, at - 0.6, foot - 20):
                self._words(at - 0.6, foot - 22, name, 6)
        with pdf.rotation(90, x - 2.5, foot - 35):
            self._words(x - 2.5, foot - 37, "must measure this by the tape, or print at 100 %", 6)
