"""A file with a door schedule in it: CSV text, or an XLSX workbook, which is bounded and read in a child (handbook 26)."""

from __future__ import annotations

import datetime
import io
import re
import zipfile
from collections.abc import Callable
from dataclasses import replace
from typing import TYPE_CHECKING

from jambo.children import CHILDREN
from jambo.format.problems import FieldError, Refused
from jambo.format.schedule import MOST_COLUMNS, MOST_ROWS, Table, decoded, pasted, refused, table_of

if TYPE_CHECKING:
    from openpyxl.cell.cell import Cell as SheetCell
    from openpyxl.cell.cell import MergedCell
    from openpyxl.worksheet.worksheet import Worksheet

MOST_UNPACKED = 60_000_000  # bytes a workbook may unpack to: one of a megabyte may hold far more than anybody's doors
MOST_CELLS = 200_000  # of a workbook, those that are merged into others among them
LAST_ROW = 20_000  # what stands below it is left aside: a cell somebody touched by mistake
SECONDS = 20.0


def from_file(data: bytes, name: str = "") -> Table:
    """Read a CSV file or an XLSX workbook by what is in it, whatever it is called. Raises Refused."""
    if not data.strip():
        raise refused("the file is empty")
    if data.startswith(b"\xd0\xcf\x11\xe0"):
        raise refused("this is a workbook of the old kind", "save it as XLSX or CSV")
    if data.startswith(b"%PDF"):
        raise refused(
            "this is a PDF, and its tables cannot be read",
            "the workbook it was printed from, or its rows copied and pasted",
        )
    if data.startswith(b"PK"):
        return _from_workbook(data)
    text, notes = decoded(data)
    table = pasted(text)
    return Table(table.headings, table.rows, table.numbers, (*notes, *table.notes), table.doubts)


def _from_workbook(data: bytes) -> Table:
    """Read a workbook in a child, which has so much memory and so much time. Raises Refused."""
    task = CHILDREN.wait(CHILDREN.ask(read_workbook, (data,), SECONDS), SECONDS)
    CHILDREN.forget(read_workbook, (data,))
    if task.best is None:
        raise refused("this workbook takes too long or too much memory to read", "the sheet of the door schedule alone")
    if isinstance(task.best, tuple):
        raise Refused(task.best)
    return task.best


def read_workbook(send: Callable[[Table | tuple[FieldError, ...]], None], data: bytes) -> None:
    """Send the table of a workbook, or what is wrong with it."""
    try:
        send(_table_in(data))
    except Refused as wrong:
        send(wrong.errors)


def _bound(packed: zipfile.ZipFile) -> None:
    """Refuse a workbook that would unpack to more than anybody's doors, before it is: its sheets are read as a stream."""
    import defusedxml.ElementTree as Xml

    if sum(part.file_size for part in packed.infolist()) > MOST_UNPACKED:
        raise refused("the workbook is too large", "the sheet of the door schedule alone")
    cells = 0
    for part in packed.infolist():
        if not re.fullmatch(r"xl/worksheets/[^/]+\.xml", part.filename):
            continue
        with packed.open(part) as sheet:
            for _, element in Xml.iterparse(sheet):
                tag = element.tag.rpartition("}")[2]
                cells += tag == "c"
                if tag == "mergeCell":
                    cells += _area(element.get("ref", ""))
                if cells > MOST_CELLS:
                    raise refused(
                        f"the workbook has more than {MOST_CELLS:,} cells, merged ones among them",
                        "the sheet of the door schedule alone",
                    )
                if tag != "f":
                    element.clear()


def _area(ref: str) -> int:
    """How many cells an area such as "A1:C7" has."""
    from openpyxl.utils import range_boundaries

    left, top, right, bottom = (n or 1 for n in range_boundaries(ref))
    return (right - left + 1) * (bottom - top + 1)


def _table_in(data: bytes) -> Table:
    import openpyxl  # a tenth of a second that no start needs to wait for

    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            _bound(packed)
        shown = openpyxl.load_workbook(io.BytesIO(data), data_only=True)
        written = openpyxl.load_workbook(io.BytesIO(data))
    except Refused:
        raise
    except (
        Exception
    ):  # a package meant for something else, a damaged one, one with a password: each fails in its own way
        raise refused("this is not a workbook that can be read", "an XLSX file without a password, or CSV") from None
    problems: list[Refused] = []
    for sheet in shown.worksheets:
        if sheet.sheet_state != "visible":
            continue
        try:
            table = _from_sheet(sheet, written[sheet.title])
        except Refused as wrong:
            problems.append(wrong)
            continue
        several = f"From the sheet “{sheet.title}”." if len(shown.worksheets) > 1 else ""
        return Table(
            table.headings, table.rows, table.numbers, (*([several] if several else []), *table.notes), table.doubts
        )
    raise problems[0] if problems else refused("the workbook has no sheet to read")


def _from_sheet(sheet: Worksheet, written: Worksheet) -> Table:
    """A sheet's cells as they are shown: merged ones count for each of theirs, hidden rows are left out."""
    merged = {
        (row, column): (area.min_row, area.min_col)
        for area in sheet.merged_cells.ranges
        for row in range(area.min_row, area.max_row + 1)
        for column in range(area.min_col, area.max_col + 1)
        if area.max_row - area.min_row < MOST_ROWS
    }
    hidden = 0
    rows: list[tuple[int, list[str]]] = []
    doubts: dict[tuple[int, int], str] = {}
    days: dict[tuple[int, int], str] = {}
    # only where anything stands: a cell touched in the last corner makes no million rows of nothing
    stand = sorted({number for number, _ in sheet._cells if number <= LAST_ROW})
    most = max((column for number, column in sheet._cells if number <= LAST_ROW), default=0)
    wide = min(most, MOST_COLUMNS + 1)
    for number in stand:
        if number in sheet.row_dimensions and sheet.row_dimensions[number].hidden:
            hidden += any(sheet.cell(number, at + 1).value is not None for at in range(wide))
            continue
        row = []
        for at in range(wide):
            first = merged.get((number, at + 1))
            # a title merged over several columns is no value of each of them
            same = first is not None and first[1] == at + 1
            place = first if first is not None and same else (number, at + 1)
            text, why = _shown(sheet.cell(*place), written.cell(*place).value)
            if why:
                doubts[number, at] = why
            if isinstance(value := sheet.cell(*place).value, datetime.datetime | datetime.date):
                days[number, at] = value.strftime("%Y-%m-%d")
            row.append(text)
        rows.append((number, row))
    notes = []
    if hidden:
        notes.append(f"{hidden} hidden rows are left out." if hidden > 1 else "One hidden row is left out.")
    if any(area.max_row > area.min_row for area in sheet.merged_cells.ranges):
        notes.append("What stands in merged cells counts for each of their rows.")
    return _with_days(table_of(rows, notes, doubts), days)


def _with_days(table: Table, days: dict[tuple[int, int], str]) -> Table:
    """The table with its dates as dates where they go into the note, such as the day of a delivery; no size was meant there."""
    place = {number: i for i, number in enumerate(table.numbers)}
    rows, doubts = [[*row] for row in table.rows], dict(table.doubts)
    for (number, at), day in days.items():
        if number in place and at < len(table.headings) and table.headings[at].column in (None, "note"):
            rows[place[number]][at] = day
            doubts.pop((place[number], at), None)
    return replace(table, rows=tuple(map(tuple, rows)), doubts=doubts)


def _shown(cell: SheetCell | MergedCell, written: object) -> tuple[str, str]:
    """A cell's text as it is shown, and why it cannot be read: a formula nobody worked out, or a size taken for a date."""
    value = cell.value
    if value is None and isinstance(written, str) and written.startswith("="):
        return "", "a formula whose value is not in the file: open it, save it, and take it again, or type the value"
    if isinstance(value, datetime.datetime | datetime.date):
        return (
            f"{value.month}-{value.day}",
            f"the workbook made a date of it; if it was {value.month}-{value.day}, keep that, or type what it was",
        )
    if isinstance(value, datetime.time):
        return str(value), "the workbook made a time of it; type what it was"
    if isinstance(value, bool):
        return ("yes" if value else "no"), ""
    if isinstance(value, float) and value.is_integer():
        return str(int(value)), ""
    if isinstance(value, str) and value.startswith("#") and value.rstrip("!?/A0").isupper():
        return "", f"the workbook says {value} here; type the value"
    return ("" if value is None else str(value)), ""
