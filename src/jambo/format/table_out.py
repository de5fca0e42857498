"""Tables that go out: comma-separated values, and workbooks (docs/FORMAT.md, handbook 33).

A length has three columns: as it is read on the tape, exactly as a number, and in which unit that is. A text that begins as a formula
does stays a text.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Rounding, Tape, Unit, show

STRETCH = 500  # rows written at once


@dataclass(frozen=True)
class Column:
    """What a column is called, how wide it is on a sheet, in characters, and whether it holds lengths."""

    title: str
    wide: int = 12
    length: bool = False


@dataclass(frozen=True)
class LengthCell:
    """A length in a table: as it is read, and what it is exactly."""

    text: str
    value: Length

    @classmethod
    def of(cls, value: Length | None, tape: Tape, rounding: Rounding = "nearest") -> LengthCell | None:
        """A length on a tape; None where there is none."""
        return cls(show(value, tape, rounding).text, value) if value is not None else None


Cell = str | int | float | datetime | LengthCell | None


@dataclass(frozen=True)
class Table:
    """A table: its name, its columns, and its rows, made as they are taken; `unit` is what exact lengths are in."""

    name: str
    columns: Sequence[Column]
    rows: Iterable[Sequence[Cell]]
    unit: Unit

    @property
    def titles(self) -> list[str]:
        """What stands over its columns, a length's three among them."""
        return [title for column in self.columns for title in _titles(column)]

    def flat(self) -> Iterator[list[str | int | float | datetime | None]]:
        """Its rows as cells without a length in them."""
        for row in self.rows:
            cells: list[str | int | float | datetime | None] = []
            for column, cell in zip(self.columns, row, strict=True):
                if column.length:
                    cells += self._length(cell)
                else:
                    assert not isinstance(cell, LengthCell)
                    cells.append(cell)
            yield cells

    def _length(self, cell: Cell) -> list[str | int | float | datetime | None]:
        if not isinstance(cell, LengthCell):
            return [str(cell) if cell is not None else None, None, None]
        exact = cell.value.in_inches() if self.unit == "in" else cell.value.in_mm()
        return [cell.text, int(exact) if exact.denominator == 1 else float(exact), self.unit]


def _titles(column: Column) -> list[str]:
    return [column.title, f"{column.title}, exact", "unit"] if column.length else [column.title]


def as_csv(table: Table) -> Iterator[str]:
    """Write a table as comma-separated values, a stretch of rows at a time; begins with a mark that says it is UTF-8."""
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\r\n")
    out.write("\ufeff")
    rows.writerow(table.titles)
    for n, row in enumerate(table.flat(), 1):
        rows.writerow([_plain(cell) for cell in row])
        if n % STRETCH == 0:
            yield out.getvalue()
            out.seek(0)
            out.truncate()
    yield out.getvalue()


def _plain(cell: object) -> object:
    """A cell a spreadsheet takes as text, whatever it begins with."""
    if isinstance(cell, datetime):
        return f"{cell:%Y-%m-%d %H:%M:%S}"
    return f"'{cell}" if isinstance(cell, str) and cell[:1] in ("=", "+", "-", "@", "\t", "\r") else cell


def as_workbook(table: Table) -> bytes:
    """Write a table as a workbook: numbers are numbers, the head stays in sight and stands on every sheet that is printed."""
    # a tenth of a second that no start need wait for
    from openpyxl import Workbook
    from openpyxl.cell import WriteOnlyCell
    from openpyxl.cell.cell import ILLEGAL_CHARACTERS_RE
    from openpyxl.styles import Alignment, Font
    from openpyxl.utils import get_column_letter

    book = Workbook(write_only=True)
    sheet = book.create_sheet(re.sub(r"[\\/?*\[\]:]", " ", table.name)[:31] or "table")
    sheet.freeze_panes = "A2"
    sheet.print_title_rows = "1:1"
    sheet.page_setup.orientation = "landscape"
    sheet.page_setup.fitToHeight = 0
    sheet.sheet_properties.pageSetUpPr.fitToPage = True
    wide = [width for column in table.columns for width in ((column.wide, 10, 6) if column.length else (column.wide,))]
    for n, width in enumerate(wide, 1):
        sheet.column_dimensions[get_column_letter(n)].width = width
    bold, top = Font(bold=True), Alignment(vertical="top", wrap_text=True)

    def cell(value: str | int | float | datetime | None, *, head: bool = False) -> Any:
        made = WriteOnlyCell(sheet, ILLEGAL_CHARACTERS_RE.sub(" ", value) if isinstance(value, str) else value)
        if isinstance(value, str):
            made.data_type = "s"  # or what begins with = would be worked out
            made.alignment = top
        if isinstance(value, datetime):
            made.number_format = "yyyy-mm-dd hh:mm"
        if head:
            made.font = bold
        return made

    sheet.append([cell(title, head=True) for title in table.titles])
    count = 1
    for row in table.flat():
        sheet.append([cell(value) for value in row])
        count += 1
    sheet.print_area = f"A1:{get_column_letter(len(wide))}{count}"
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()
