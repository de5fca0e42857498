"""Sheets drawn on pages: one run with page numbers, and on every page a code that opens what it shows (handbook 33)."""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from functools import lru_cache
from typing import Literal, cast

import segno
from fpdf import FPDF
from fpdf.enums import TableBordersLayout, VAlign
from fpdf.fonts import FontFace

from jambo.views.paper.fonts import NAME, add_fonts
from jambo.views.paper.sheets import CALLED, Rows, Said, Sheet

Paper = Literal["a4", "letter"]

MARGIN, CODE, HEAD = 14.0, 24.0, 30.0  # mm: the edge, the code, and what stands over the work on every page
TEXT, TITLE, MARK = 12, 13, 26  # points: read at 60 cm


class _Run(FPDF):
    """Pages that carry the head of their sheet and their number."""

    def __init__(self, paper: Paper, under: str, address: Callable[[Sheet], str]) -> None:
        super().__init__(unit="mm", format=paper)
        self.under, self.address = under, address
        self.sheet: Sheet | None = None
        self.set_margins(MARGIN, MARGIN + HEAD, MARGIN)
        self.set_auto_page_break(True, MARGIN + 8)

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
        self.multi_cell(room, 5.5, told, align="L", max_line_height=5.5)
        opens = self.address(self.sheet)
        self.image(io.BytesIO(_code(opens)), self.w - MARGIN - CODE, MARGIN - 4, CODE, link=opens)
        self.set_line_width(0.5)
        self.line(MARGIN, MARGIN + HEAD - 6, self.w - MARGIN, MARGIN + HEAD - 6)
        self.set_xy(MARGIN, MARGIN + HEAD)

    def footer(self) -> None:
        """Whose job it is, when it was made, and which page of how many."""
        self.set_xy(MARGIN, -MARGIN)
        self.set_font(NAME, "", 9)
        self.cell(self.w - 2 * MARGIN - 30, 5, self.under)
        self.cell(30, 5, f"page {self.page_no()} of {{nb}}", align="R")


@lru_cache(maxsize=256)
def _code(text: str) -> bytes:
    """A code to scan, as a picture."""
    out = io.BytesIO()
    segno.make(text, error="m", micro=False).save(out, kind="png", scale=8, border=2)
    return out.getvalue()


def sheets_pdf(sheets: Sequence[Sheet], paper: Paper, under: str, address: Callable[[Sheet], str]) -> bytes:
    """Give sheets as one PDF, each begun on a page of its own.

    Args:
        sheets: in the order they are wanted; paper: the size of page; under: what stands at every foot; address: what a sheet's code says.
    """
    pdf = _Run(paper, under, address)
    add_fonts(pdf, " ".join([under, "page of 0123456789 ☐☑", *(text for sheet in sheets for text in sheet.texts)]))
    for sheet in sheets:
        pdf.sheet = sheet
        pdf.add_page()
        for block in sheet.blocks:
            _said(pdf, block) if isinstance(block, Said) else _rows(pdf, block)
        if not sheet.blocks:
            pdf.set_font(NAME, "", TEXT)
            pdf.multi_cell(0, 6, "Nothing yet.", align="L")
    if not sheets:
        pdf.add_page()
        pdf.set_font(NAME, "", TEXT)
        pdf.multi_cell(0, 6, "There is nothing to print.", align="L")
    return bytes(pdf.output())


def _title(pdf: FPDF, text: str, room: float) -> None:
    """A title, which never stands alone at the foot of a page."""
    if not text:
        return
    if pdf.will_page_break(room):
        pdf.add_page()
    pdf.set_font(NAME, "B", TITLE)
    pdf.multi_cell(0, 7, text, align="L", new_x="LMARGIN", new_y="NEXT")


def _said(pdf: FPDF, block: Said) -> None:
    _title(pdf, block.title, 24)
    pdf.set_font(NAME, "", TEXT)
    for line in block.lines:
        wanted = pdf.multi_cell(0, 5.6, line, align="L", dry_run=True, output="HEIGHT")
        if pdf.will_page_break(cast(float, wanted)):
            pdf.add_page()
            pdf.set_font(NAME, "", TEXT)
        pdf.multi_cell(0, 5.6, line, align="L", new_x="LMARGIN", new_y="NEXT")
        pdf.ln(1)
    pdf.ln(3)


def _rows(pdf: FPDF, block: Rows) -> None:
    _title(pdf, block.title, 34)
    pdf.set_font(NAME, "", TEXT)
    pdf.set_line_width(0.2)
    lines = TableBordersLayout.HORIZONTAL_LINES if block.ruled else TableBordersLayout.NONE
    with pdf.table(
        col_widths=tuple(block.wide), text_align="LEFT", v_align=VAlign.T, line_height=5.6, padding=(0.8, 1.2), borders_layout=lines,
        first_row_as_headings=bool(block.heads), headings_style=FontFace(emphasis="BOLD"), repeat_headings=1 if block.heads else 0,
    ) as table:  # fmt: skip
        for row in (block.heads, *block.rows) if block.heads else block.rows:
            table.row([text or " " for text in row])
    pdf.ln(4)
