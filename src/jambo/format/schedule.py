"""A door schedule as a table (handbook 26): pasted lines or cells, a CSV file, or a sheet of an XLSX workbook."""

from __future__ import annotations

import csv
import datetime
import io
import re
import zipfile
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from jambo.core.lines.cells import Column
from jambo.core.quantities.tape import Unit
from jambo.format.problems import FieldError, Refused

if TYPE_CHECKING:
    from openpyxl.cell.cell import Cell as SheetCell
    from openpyxl.cell.cell import MergedCell
    from openpyxl.worksheet.worksheet import Worksheet

MOST_ROWS = 2_000
MOST_COLUMNS = 60
MOST_UNPACKED = 60_000_000  # bytes a workbook may unpack to: one of a megabyte may hold far more than anybody's doors
LOOKED_FOR = 30  # rows among which the headings stand

# the usual spellings in three regions, without case, signs and words that say no more than "door"
HEADINGS: dict[Column, str] = {
    "mark": "mark|no|number|num|nr|tag|id|ref|reference|opening|opening no|opening number|code|key|item|#|door",
    "room": "room|location|space|area|to|to room|from to|room name|where|room location",
    "count": "qty|quantity|count|how many|pcs|pieces|no off|off|ea|each",
    "kind": "type|kind|style|operation|action|function|kind of door|door type",
    "size": "size|leaf size|nominal|nominal size|dimensions|dims|w x h|wxh|width x height|h x w|size wxh|call out",
    "width": "width|w|leaf width|wide|leaf w|nominal width|clear leaf width",
    "height": "height|h|ht|leaf height|high|leaf h|nominal height",
    "thickness": "thickness|thk|thick|t|leaf thickness|leaf thk",
    "hand": "hand|handing|swing|hinge side|hinged|hung|hinges|lh rh|lhs rhs|swing direction|opening direction",
    "stud": "stud|studs|stud depth|stud size|framing|stud width|wall framing",
    "wall": "wall|wall thickness|wall depth|finished wall|wall width|wall thk|jamb depth|lining width|frame depth|reveal depth",
    "frame": "frame|frame type|jamb|jamb type|lining|frame material|frame kind|door frame|jamb set|jambset",
    "floor": "floor|floors|floor finish|flooring|finish floor|floor covering|finished floor|floor build up",
    "floor_a": "floor a|floor side a|floor in|floor inside|floor this side|room floor",
    "floor_b": "floor b|floor side b|floor out|floor outside|floor other side|corridor floor|hall floor",
    "fire": "fire|fire rating|rating|fire rated|fr|frl|fire resistance|label",
    "glass": "glass|glazing|glazed|vision panel|vp|lite",
    "unit": "unit width|frame width|unit|overall width|frame o a width|over frame|frame size",
    "note": "note|notes|remarks|remark|comment|comments|description",
}  # fmt: skip
_BY_HEADING: dict[str, Column] = {text: name for name, texts in HEADINGS.items() for text in texts.split("|")}
_UNITS: dict[str, Unit] = {
    "mm": "mm",
    "millimetres": "mm",
    "millimeters": "mm",
    "in": "in",
    "ins": "in",
    "inch": "in",
    "inches": "in",
    '"': "in",
}

ACCEPTED = "lines as on a list, cells copied from a table, a CSV file or an XLSX workbook"


@dataclass(frozen=True, slots=True)
class Heading:
    """A column of a table: its heading as written, what it is about (None: nobody knows), the unit it names."""

    text: str
    column: Column | None
    unit: Unit | None = None


@dataclass(frozen=True, slots=True)
class Table:
    """A schedule as it was found: its columns, its rows of texts, and what is to be said of how it was read.

    `numbers` are the rows' own numbers in the file or the paste, from 1; `doubts` say by (row, column) why a cell cannot be read.
    """

    headings: tuple[Heading, ...]
    rows: tuple[tuple[str, ...], ...]
    numbers: tuple[int, ...]
    notes: tuple[str, ...] = ()
    doubts: dict[tuple[int, int], str] = field(default_factory=dict)


def _refused(reason: str, accepted: str = ACCEPTED) -> Refused:
    return Refused([FieldError("table", reason, accepted)])


def heading(text: str) -> Heading:
    """Read a heading: "Leaf width (mm)" is a leaf's width, its bare numbers in millimetres."""
    words = re.sub(r"[\W_]+", " ", text.lower()).strip() or text.strip()
    unit = next((_UNITS[w] for w in re.findall(r"\w+|\"", text.lower()) if w in _UNITS), None)
    plain = " ".join(w for w in words.split() if w not in _UNITS)
    for tried in (
        plain,
        re.sub(r"^(?:door|leaf|the) | (?:door|leaf)$", "", plain),
        re.sub(r"\b(?:doors?|leaf)\b ?", "", plain).strip(),
    ):
        if tried in _BY_HEADING:
            return Heading(text.strip(), _BY_HEADING[tried], unit)
    return Heading(text.strip(), None, unit)


def _headed(row: Sequence[str]) -> tuple[Heading, ...] | None:
    """A row's headings, if it is one of headings: two known ones, or one with nothing beside it, and no figure among them."""
    found = tuple(heading(text) for text in row)
    known = [h.column for h in found if h.column is not None and h.text]
    return found if len(set(known)) >= 2 or (len(known) == 1 == len([t for t in row if t.strip()])) else None


def _once(headings: Sequence[Heading]) -> tuple[Heading, ...]:
    """A column that comes twice counts where it comes first; the others are kept in the note."""
    seen: set[Column] = set()
    found = []
    for one in headings:
        known = one.column if one.column is None or one.column not in seen or one.column == "note" else None
        if known is not None:
            seen.add(known)
        found.append(Heading(one.text, known, one.unit))
    return tuple(found)


def table_of(
    rows: Iterable[tuple[int, Sequence[str]]],
    notes: Sequence[str] = (),
    doubts: dict[tuple[int, int], str] | None = None,
) -> Table:
    """Make a table of rows of cells with their numbers. Raises Refused for one without headings or rows, or with too many.

    Args:
        rows: each row's number and its texts; notes: what is said of how they were read; doubts: by (number, column).
    """
    filled = [(n, [" ".join(str(t).split()) for t in row]) for n, row in rows if any(str(t).strip() for t in row)]
    if not filled:
        raise _refused("there is nothing in it")
    at = next((i for i, (_, row) in enumerate(filled[:LOOKED_FOR]) if _headed(row)), None)
    headings = _headed(filled[at][1]) if at is not None else None
    if at is None or headings is None:
        shown = ", ".join(t for t in filled[0][1] if t)[:80]
        raise _refused(
            f"no row of headings was found; the first row is “{shown}”",
            'a row of headings such as "Mark, Size, Hand, Room"',
        )
    wide = max(i for i, h in enumerate(headings) if h.text) + 1
    if wide > MOST_COLUMNS:
        raise _refused(f"{wide} columns are too many", f"at most {MOST_COLUMNS}: leave out what is not about the doors")
    body = filled[at + 1 :]
    if not body:
        raise _refused("there are headings and no row under them")
    if len(body) > MOST_ROWS:
        raise _refused(f"{len(body):,} rows are too many at once", f"at most {MOST_ROWS:,}: take them in parts")
    said = list(notes)
    if at:
        said.append(
            "What stands above the headings is left out." if at > 1 else "The row above the headings is left out."
        )
    cut = [(n, tuple((row + [""] * wide)[:wide])) for n, row in body]
    place = {n: i for i, (n, _) in enumerate(cut)}
    kept = {(place[n], c): why for (n, c), why in (doubts or {}).items() if n in place and c < wide}
    return Table(_once(headings[:wide]), tuple(row for _, row in cut), tuple(n for n, _ in cut), tuple(said), kept)


# ---- pasted text and CSV


def pasted(text: str) -> Table:
    """Read what was pasted: cells copied from a table where it has headings, else a door a line. Raises Refused."""
    filled = [(n, line) for n, line in enumerate(text.splitlines(), 1) if line.strip()]
    if not filled:
        raise _refused("nothing is written here")
    parted = _parted(text)
    if parted is not None:
        return parted
    if len(filled) > MOST_ROWS:
        raise _refused(f"{len(filled):,} lines are too many at once", f"at most {MOST_ROWS:,}: take them in parts")
    return Table((Heading("Line", "line"),), tuple((line.strip(),) for _, line in filled), tuple(n for n, _ in filled))


def _parted(text: str) -> Table | None:
    """The table a text is, parted by tabs, semicolons or commas; None where no such parting gives it headings."""
    for mark in ("\t", ";", ","):
        if mark not in text:
            continue
        try:
            rows = list(enumerate(csv.reader(io.StringIO(text, newline=""), delimiter=mark), 1))
        except csv.Error as error:
            raise _refused(f"the text cannot be parted into cells: {error}") from None
        if any(len(row) > 1 and _headed(row) for _, row in rows[:LOOKED_FOR]):
            return table_of(rows)
    return None


def _decoded(data: bytes) -> tuple[str, list[str]]:
    """The text of a file, and what is said where its encoding had to be guessed."""
    if data.startswith((b"\xff\xfe", b"\xfe\xff")):
        try:
            return data.decode("utf-16"), []
        except UnicodeDecodeError:
            raise _refused("the file begins as UTF-16 text and is none", "save it as CSV UTF-8") from None
    try:
        text, notes = data.decode("utf-8-sig"), []
    except UnicodeDecodeError:
        text, notes = (
            data.decode("cp1252", errors="replace"),
            ["The file is not UTF-8; its letters were read as Western. Look whether names are right."],
        )
    if "\0" in text:
        raise _refused("the file holds no text")
    return text, notes


def from_file(data: bytes, name: str = "") -> Table:
    """Read a CSV file or an XLSX workbook by what is in it, whatever it is called. Raises Refused."""
    if not data.strip():
        raise _refused("the file is empty")
    if data.startswith(b"\xd0\xcf\x11\xe0"):
        raise _refused("this is a workbook of the old kind", "save it as XLSX or CSV")
    if data.startswith(b"%PDF"):
        raise _refused(
            "this is a PDF, and its tables cannot be read",
            "the workbook it was printed from, or its rows copied and pasted",
        )
    if data.startswith(b"PK"):
        return _from_workbook(data)
    text, notes = _decoded(data)
    table = pasted(text)
    return Table(table.headings, table.rows, table.numbers, (*notes, *table.notes), table.doubts)


# ---- workbooks


def _from_workbook(data: bytes) -> Table:
    import openpyxl  # a tenth of a second that no start needs to wait for

    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            if sum(part.file_size for part in packed.infolist()) > MOST_UNPACKED:
                raise _refused("the workbook is too large", "the sheet of the door schedule alone")
        shown = openpyxl.load_workbook(io.BytesIO(data), data_only=True)
        written = openpyxl.load_workbook(io.BytesIO(data))
    except Refused:
        raise
    except (
        Exception
    ):  # a package meant for something else, a damaged one, one with a password: each fails in its own way
        raise _refused("this is not a workbook that can be read", "an XLSX file without a password, or CSV") from None
    problems: list[Refused] = []
    for sheet in shown.worksheets:
        if sheet.sheet_state != "visible":
            continue
        try:
            table = _from_sheet(sheet, written[sheet.title])
        except Refused as refused:
            problems.append(refused)
            continue
        several = f"From the sheet “{sheet.title}”." if len(shown.worksheets) > 1 else ""
        return Table(
            table.headings, table.rows, table.numbers, (*([several] if several else []), *table.notes), table.doubts
        )
    raise problems[0] if problems else _refused("the workbook has no sheet to read")


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
    for number, cells in enumerate(
        sheet.iter_rows(max_col=min(sheet.max_column or 1, MOST_COLUMNS + 1), max_row=min(sheet.max_row or 1, 20_000)),
        1,
    ):
        if number in sheet.row_dimensions and sheet.row_dimensions[number].hidden:
            hidden += any(cell.value is not None for cell in cells)
            continue
        row = []
        for at in range(len(cells)):
            first = merged.get((number, at + 1))
            # a title merged over several columns is no value of each of them
            same = first is not None and first[1] == at + 1
            place = first if first is not None and same else (number, at + 1)
            text, why = _shown(sheet.cell(*place), written.cell(*place).value)
            if why:
                doubts[number, at] = why
            row.append(text)
        rows.append((number, row))
    notes = []
    if hidden:
        notes.append(f"{hidden} hidden rows are left out." if hidden > 1 else "One hidden row is left out.")
    if any(area.max_row > area.min_row for area in sheet.merged_cells.ranges):
        notes.append("What stands in merged cells counts for each of their rows.")
    return table_of(rows, notes, doubts)


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
