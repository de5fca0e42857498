"""Sheets drawn on pages: one run with page numbers, and on every page a code that opens what it shows (handbook 33)."""

from __future__ import annotations

import io
from bisect import bisect_right
from collections.abc import Callable, Generator, Sequence
from typing import Literal

from fpdf import FPDF, ViewerPreferences

from jambo.views.paper.codes import picture
from jambo.views.paper.fonts import NAME, add_fonts
from jambo.views.paper.sheet_run import SheetRun
from jambo.views.paper.sheets import CALLED, Block, Elevation, Rows, Said
from jambo.views.paper.sheets import Sheet as JobSheet
from jambo.views.paper.strip_pages import draw_strips, texts_of
from jambo.views.paper.tiles import Sheet

LONG = 360.0  # mm: what stands on a roll and is no strip
MARGIN, CODE, HEAD = 14.0, 24.0, 30.0  # mm: the edge, the code, and what stands over the work on every page
TEXT, TITLE, MARK = 12, 13, 26  # points: read at 60 cm
LINE, PAD, GAP = 5.6, 1.2, 0.8  # mm: from line to line, beside a text in its column, over and under it


class _Run(FPDF):
    """Pages that carry the head of their sheet and their number."""

    def __init__(self, paper: Sheet, under: str) -> None:
        super().__init__(unit="mm", format=(paper.width, min(paper.height, LONG)))
        self.under = under
        self.sheet: JobSheet | None = None
        self.opens = ""
        self.last: int | None = None  # page of the sheets, once strips follow
        self.words: dict[tuple[str, float, str], float] = {}
        self.set_margins(MARGIN, MARGIN + HEAD, MARGIN)
        self.c_margin = 0
        self.set_auto_page_break(True, MARGIN + 8)

    def room_for(self, high: float) -> bool:
        """Begin a page where there is no room for so much; says whether it did."""
        breaks = self.will_page_break(high)
        if breaks:
            self.add_page()
        return breaks

    def line_of(self, x: float, text: str, high: float) -> None:
        """Write a line here."""
        if text:
            self.set_x(x)
            self.cell(h=high, text=text)

    def wide(self, word: str) -> float:
        """How wide a word is in the type that is set, each measured once."""
        key = self.font_style, self.font_size_pt, word
        known = self.words.get(key)
        if known is None:
            known = self.words[key] = self.get_string_width(word)
        return known

    def lines(self, text: str, room: float) -> list[str]:
        """Break a text between its words, and a word that is longer than the room within it. By the package's own breaking, which
        measures every line again at each of its letters, the sheets of 60 openings took three times as long."""
        found: list[str] = []
        space = self.wide(" ")
        for part in text.split("\n"):
            line, long = "", 0.0
            for word in part.split(" "):
                if line and long + space + self.wide(word) <= room:
                    line, long = f"{line} {word}", long + space + self.wide(word)
                    continue
                found += [line] if line else []
                while len(word) > 1 and self.wide(word) > room:
                    fits = bisect_right(range(len(word)), room, key=lambda n: self.get_string_width(word[:n])) - 1
                    found.append(word[: max(1, fits)])
                    word = word[max(1, fits) :]
                line, long = word, self.wide(word)
            found.append(line)
        return found

    def header(self) -> None:
        """The mark, the room, what sheet it is, and the code."""
        if self.sheet is None:
            return
        room = self.w - 2 * MARGIN - CODE - 4
        self.set_xy(MARGIN, MARGIN - 2)
        self.set_font(NAME, "B", MARK)
        self.cell(room, 12, self.sheet.mark or CALLED[self.sheet.of], new_x="LMARGIN", new_y="NEXT")
        self.set_font(NAME, "", TEXT)
        told = " · ".join(filter(None, (CALLED[self.sheet.of] if self.sheet.mark else "", self.sheet.where)))
        for line in self.lines(told, room)[:2]:
            self.line_of(MARGIN, line, 5.5)
            self.ln(5.5)
        self.image(io.BytesIO(picture(self.opens)), self.w - MARGIN - CODE, MARGIN - 4, CODE, link=self.opens)
        self.set_line_width(0.5)
        self.line(MARGIN, MARGIN + HEAD - 6, self.w - MARGIN, MARGIN + HEAD - 6)
        self.set_xy(MARGIN, MARGIN + HEAD)

    def footer(self) -> None:
        """Whose job it is, when it was made, and which page of how many; strips say so in their head."""
        if self.last is not None and self.last < self.page_no():
            return
        self.set_xy(MARGIN, -MARGIN)
        self.set_font(NAME, "", 9)
        self.cell(self.w - 2 * MARGIN - 30, 5, self.under)
        self.cell(30, 5, f"page {self.page_no()} of {{nb}}", align="R")


def draw_sheets(run: SheetRun) -> Generator[int | bytes]:
    """Draw a run as one PDF, each sheet begun on a page of its own, strips at the end.

    Gives how many sheets and pages of strips are drawn, again and again, and at last the file.

    Args:
        run: what is drawn.
    """
    paper = Sheet.named(run.paper)
    pdf = _Run(paper, run.under)
    texts = [run.under, "page of 0123456789 ☐☑", *(text for sheet in run.sheets for text in sheet.texts)]
    add_fonts(pdf, " ".join([*texts, *texts_of(run.strips)]))
    if run.strips:
        pdf.viewer_preferences = ViewerPreferences(print_scaling="None")
    done = 0
    for sheet in run.sheets:
        pdf.sheet, pdf.opens = sheet, run.codes.of_sheet(sheet)
        pdf.add_page()
        for block in sheet.blocks or [Said("", ["Nothing yet."])]:
            _block(pdf, block)
        yield (done := done + 1)
    pdf.sheet = None
    if not run.sheets and not run.strips:
        pdf.add_page()
        _said(pdf, Said("", ["There is nothing to print."]))
    pdf.last = pdf.page_no()
    pdf.set_auto_page_break(False)
    for _ in draw_strips(pdf, run.strips, paper, run.under, run.codes):
        yield (done := done + 1)
    yield bytes(pdf.output())


def _block(pdf: _Run, block: Block) -> None:
    if isinstance(block, Elevation):
        _elevation(pdf, block)
    elif isinstance(block, Said):
        _said(pdf, block)
    else:
        _rows(pdf, block)


def _elevation(pdf: _Run, block: Elevation) -> None:
    """A wall as wide as the page, or as high as a third of it."""
    scale = min(pdf.epw / block.width, pdf.eph / 3 / block.height)
    pdf.room_for(block.height * scale + 6)
    top = pdf.get_y()
    pdf.set_line_width(0.2)
    for left, foot, right, high in block.boxes:
        pdf.rect(
            MARGIN + left * scale, top + (block.height - high) * scale, (right - left) * scale, (high - foot) * scale
        )
    pdf.set_font(NAME, "B", TEXT)
    pdf.set_fill_color(255)
    for x, y, name in block.names:
        left, foot, wide = MARGIN + x * scale, top + (block.height - y) * scale, pdf.wide(name)
        pdf.rect(left - wide / 2, foot, wide, LINE, style="F")  # no line of the drawing through a figure
        pdf.set_y(foot)
        pdf.line_of(left - wide / 2, name, LINE)
    pdf.set_y(top + block.height * scale + 6)


def _title(pdf: _Run, text: str, room: float) -> None:
    """A title, never alone at the foot of a page: `room` is what the first of what follows takes."""
    if not text:
        return
    pdf.room_for(7 + min(room, pdf.eph / 2))
    pdf.set_font(NAME, "B", TITLE)
    for line in pdf.lines(text, pdf.epw):
        pdf.line_of(MARGIN, line, 7)
        pdf.ln(7)


def _said(pdf: _Run, block: Said) -> None:
    _title(pdf, block.title, _high(pdf, block.lines[:1], [pdf.epw]))
    for text in block.lines:
        _row(pdf, [text], [pdf.epw])
        pdf.ln(1)
    pdf.ln(3)


def _rows(pdf: _Run, block: Rows) -> None:
    wide = [pdf.epw * part / sum(block.wide) for part in block.wide]
    _title(pdf, block.title, sum(_high(pdf, row, wide) for row in (block.heads, *block.rows[:1]) if row))

    def heads() -> None:
        if block.heads:
            _row(pdf, block.heads, wide, "B", ruled=block.ruled)

    heads()
    for row in block.rows:
        _row(pdf, row, wide, ruled=block.ruled, again=heads)
    pdf.ln(4)


def _high(pdf: _Run, texts: Sequence[str], wide: Sequence[float]) -> float:
    """How high a row is; as wide as in bold, which is as wide or wider."""
    pdf.set_font(NAME, "B", TEXT)
    return (
        max((len(pdf.lines(text, room - 2 * PAD)) for text, room in zip(texts, wide, strict=True)), default=0) * LINE
        + 2 * GAP
    )


def _row(
    pdf: _Run,
    texts: Sequence[str],
    wide: Sequence[float],
    style: Literal["", "B"] = "",
    *,
    ruled: bool = False,
    again: Callable[[], None] = lambda: None,
) -> None:
    """A row of a table, whole on one page unless it is longer than a page; `again` is drawn over it where a page begins."""
    pdf.set_font(NAME, style, TEXT)
    cells = [pdf.lines(text, room - 2 * PAD) for text, room in zip(texts, wide, strict=True)]
    most = int((pdf.eph - 12) // LINE)
    for first in range(0, max(map(len, cells)), most):
        part = [cell[first : first + most] for cell in cells]
        high = max(map(len, part)) * LINE + 2 * GAP
        if pdf.room_for(high):
            again()
        pdf.set_font(NAME, style, TEXT)
        top, x = pdf.get_y(), MARGIN
        for cell, room in zip(part, wide, strict=True):
            for n, line in enumerate(cell):
                pdf.set_y(top + GAP + n * LINE)
                pdf.line_of(x + PAD, line, LINE)
            x += room
        pdf.set_y(top + high)
        if ruled:
            pdf.set_line_width(0.2)
            pdf.line(MARGIN, top + high, pdf.w - MARGIN, top + high)
