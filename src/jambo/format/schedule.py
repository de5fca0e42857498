"""A door schedule as a table (handbook 26): pasted lines or cells, a CSV file, or a sheet of an XLSX workbook."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from jambo.core.lines.cells import Column
from jambo.core.quantities.tape import Unit
from jambo.format.problems import FieldError, Refused

MOST_ROWS = 2_000
MOST_COLUMNS = 60
LOOKED_FOR = 30  # rows among which the headings stand

# the usual spellings in three regions, without case, signs and words that say no more than "door"
HEADINGS: dict[Column, str] = {
    "mark": "mark|no|number|num|nr|tag|id|ref|reference|opening|opening no|opening number|code|key|item|#|door",
    "room": "room|location|space|area|to|to room|from to|room name|where|room location",
    "count": "qty|quantity|count|how many|pcs|pieces|no off|off|ea|each",
    "kind": "type|kind|style|operation|action|function|kind of door|door type",
    "size": "size|leaf size|nominal|nominal size|leaf|leaf wxh|leaf w x h|dimensions|dims|w x h|wxh|width x height|h x w|size wxh|call out",
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
    "lock": "lock|lockset|lock set|lock type|lock function|latch|latchset|latch set|latch function|lock latch|latch lock",
    "backset": "backset|back set|bs",
    "unit": "unit width|frame width|unit|overall width|frame o a width|over frame|frame size",
    "opening_width": "opening width|finished opening width|clear opening width|clear width",
    "opening_height": "opening height|finished opening height|clear opening height|clear height",
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


def refused(reason: str, accepted: str = ACCEPTED) -> Refused:
    """Why something is no schedule, and what would be accepted."""
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


def _second_row(above: Sequence[str], row: Sequence[str]) -> tuple[Heading, ...] | None:
    """The headings of two rows, the first over several columns each: `Door size` over `Width` and `Height`; None where the second has none."""
    said = [heading(text).column for text in row if text.strip()]
    if any(c.isdigit() for text in row for c in text) or len({c for c in said if c is not None}) < 2:
        return None
    found, last = [], ""
    for i in range(max(len(above), len(row))):
        over, under = (r[i].strip() if i < len(r) else "" for r in (above, row))
        last = over or (last if under else "")
        text = last if under == last else f"{last} {under}".strip()  # a cell merged over both rows says it once
        tried = (heading(one) for one in (under, text, last) if one)
        found.append(
            next((Heading(text, h.column, h.unit) for h in tried if h.column is not None), Heading(text, None))
        )
    return tuple(found)


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


def _cell(text: object) -> str:
    """A cell's text, without the sign that keeps what begins as a formula a text (`table_out.py`)."""
    return re.sub(r"^'(?=[=+\-@])", "", " ".join(str(text).split()))


def _said_twice(heads: Sequence[str]) -> set[int]:
    """The columns that say a length before them once more, as a number and its unit: those of a table that went out of here."""
    found = set()
    for i in range(1, len(heads) - 1):
        if heads[i] == f"{heads[i - 1]}, exact" and heads[i + 1] == "unit":
            found |= {i, i + 1}
    return found


def table_of(
    rows: Iterable[tuple[int, Sequence[str]]],
    notes: Sequence[str] = (),
    doubts: dict[tuple[int, int], str] | None = None,
) -> Table:
    """Make a table of rows of cells with their numbers. Raises Refused for one without headings or rows, or with too many.

    Args:
        rows: each row's number and its texts; notes: what is said of how they were read; doubts: by (number, column).
    """
    filled = [(n, [_cell(t) for t in row]) for n, row in rows if any(str(t).strip() for t in row)]
    if not filled:
        raise refused("there is nothing in it")
    at = next((i for i, (_, row) in enumerate(filled[:LOOKED_FOR]) if _headed(row)), None)
    headings = _headed(filled[at][1]) if at is not None else None
    if at is None or headings is None:
        shown = ", ".join(t for t in filled[0][1] if t)[:80]
        raise refused(
            f"no row of headings was found; the first row is “{shown}”",
            'a row of headings such as "Mark, Size, Hand, Room"',
        )
    heads, body = filled[at][1], filled[at + 1 :]
    if own := _said_twice(heads):
        filled = [(n, [t for i, t in enumerate(row) if i not in own]) for n, row in filled]
        moved = {i: to for to, i in enumerate(i for i in range(MOST_COLUMNS + 1) if i not in own)}
        doubts = {(n, moved[i]): why for (n, i), why in (doubts or {}).items() if i in moved}
        heads, body = filled[at][1], filled[at + 1 :]
        headings = _headed(heads) or ()
    below = _second_row(heads, body[0][1]) if body else None
    if below is not None:
        headings, body = below, body[1:]
    wide = max(i for i, h in enumerate(headings) if h.text) + 1
    if wide > MOST_COLUMNS:
        raise refused(f"{wide} columns are too many", f"at most {MOST_COLUMNS}: leave out what is not about the doors")
    # what stands beside the last heading is kept too
    wide = min(MOST_COLUMNS, max(wide, *(i + 1 for _, row in body for i, text in enumerate(row) if text), wide))
    headings = (*headings, *[Heading("", None)] * (wide - len(headings)))[:wide]
    headings, body, left_out = _doors(headings, heads, body)
    if not body:
        raise refused("there are headings and no row under them")
    if len(body) > MOST_ROWS:
        raise refused(f"{len(body):,} rows are too many at once", f"at most {MOST_ROWS:,}: take them in parts")
    said = list(notes)
    if at:
        said.append(
            "What stands above the headings is left out." if at > 1 else "The row above the headings is left out."
        )
    said += left_out
    wide = len(headings)
    cut = [(n, tuple((row + [""] * wide)[:wide])) for n, row in body]
    place = {n: i for i, (n, _) in enumerate(cut)}
    kept = {(place[n], c): why for (n, c), why in (doubts or {}).items() if n in place and c < wide}
    return Table(_once(headings), tuple(row for _, row in cut), tuple(n for n, _ in cut), tuple(said), kept)


_DITTO = frozenset({'"', "''", "″", "ditto", "do", "do.", "dto", "dto."})
_PART = re.compile(
    r"\b(?:floor|level|storey|story|basement|attic|block|building|wing|house|plot|lot|phase)\b|^\D*[^\W\d_]{4,}\D*$",
    re.I,
)


def _names_a_part(headings: Sequence[Heading], row: Sequence[str], text: str) -> bool:
    """Whether a text alone in its row stands where a part of the list is called: first, or under no heading of a door."""
    at = row.index(text)
    return at == 0 or headings[at].column in (None, "mark")


def _doors(
    headings: tuple[Heading, ...], heads: Sequence[str], body: Sequence[tuple[int, list[str]]]
) -> tuple[tuple[Heading, ...], list[tuple[int, list[str]]], list[str]]:
    """The rows that are doors, what is said of a part of the list with each row of it, and what of the others is left out.

    Args:
        headings: as they were read; heads: the row they stand in, which may come again; body: the rows under them, with their numbers.
    """
    wide, part, above = len(headings), "", [""] * len(headings)
    if body and (units := [t.strip("()").lower() for t in body[0][1]]) and {t for t in units if t} <= set(_UNITS):
        headings = tuple(
            Heading(h.text, h.column, _UNITS.get(unit, h.unit))
            for h, unit in zip(headings, units + [""] * wide, strict=False)
        )
        body = body[1:]
    found, parts, said = list[tuple[int, list[str]]](), list[str](), dict[str, None]()
    for n, row in body:
        texts = [t for t in row if t]
        if row[: len(heads)] == list(heads):
            said["Where the headings come again they are left out."] = None
        elif re.match(r"(?:grand |sub-?)?totals?\b", texts[0], re.I):
            said["What is added up is left out."] = None
        elif (
            len(texts) == 1
            and _names_a_part(headings, row, texts[0])
            and _PART.search(texts[0])
            and sum(h.column is not None for h in headings) > 1
        ):
            part = texts[0]
        else:
            cells = (row + [""] * wide)[:wide]
            above = [
                a if t.lower() in _DITTO and h.column != "mark" else t
                for t, a, h in zip(cells, above, headings, strict=True)
            ]
            found.append((n, above))
            parts.append(part)
    if any(parts):
        headings = (*headings, Heading("Part", None))
        found = [(n, [*row, part]) for (n, row), part in zip(found, parts, strict=True)]
    return headings, found, [*said]


# ---- pasted text and CSV


def pasted(text: str) -> Table:
    """Read what was pasted: cells copied from a table where it has headings, else a door a line. Raises Refused."""
    filled = [(n, line) for n, line in enumerate(text.splitlines(), 1) if line.strip()]
    if not filled:
        raise refused("nothing is written here")
    parted = _parted(text)
    if parted is not None:
        return parted
    if len(filled) > MOST_ROWS:
        raise refused(f"{len(filled):,} lines are too many at once", f"at most {MOST_ROWS:,}: take them in parts")
    return Table((Heading("Line", "line"),), tuple((line.strip(),) for _, line in filled), tuple(n for n, _ in filled))


def _parted(text: str) -> Table | None:
    """The table a text is, parted by tabs, semicolons or commas; None where no such parting gives it headings."""
    for mark in ("\t", ";", ","):
        if mark not in text:
            continue
        try:
            alone = (
                re.sub(r'(?m)(?<=\t)"(?=\t|\r?$)', "ditto", text) if mark == "\t" else text
            )  # as above, and opens no text
            rows = list(enumerate(csv.reader(io.StringIO(alone, newline=""), delimiter=mark), 1))
        except csv.Error as error:
            raise refused(f"the text cannot be parted into cells: {error}") from None
        if any(len(row) > 1 and _headed(row) for _, row in rows[:LOOKED_FOR]):
            return table_of(rows)
    return None


def decoded(data: bytes) -> tuple[str, list[str]]:
    """The text of a file, and what is said where its encoding had to be guessed."""
    if data.startswith((b"\xff\xfe", b"\xfe\xff")):
        try:
            return data.decode("utf-16"), []
        except UnicodeDecodeError:
            raise refused("the file begins as UTF-16 text and is none", "save it as CSV UTF-8") from None
    try:
        text, notes = data.decode("utf-8-sig"), []
    except UnicodeDecodeError:
        text, notes = (
            data.decode("cp1252", errors="replace"),
            ["The file is not UTF-8; its letters were read as Western. Look whether names are right."],
        )
    if "\0" in text:
        raise refused("the file holds no text")
    return text, notes
