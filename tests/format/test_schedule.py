"""A door schedule as a table (handbook 26): pastes, CSV files, workbooks, and a clear word for what is none of them."""

import datetime
import io
import zipfile

import openpyxl
import pytest

from jambo.core.lines.cells import COLUMNS
from jambo.core.quantities.tape import Tape
from jambo.format.problems import Refused
from jambo.format.schedule import HEADINGS, MOST_ROWS, heading, pasted
from jambo.format.table_file import MOST_CELLS, from_file
from jambo.views.job.schedule import rows_out


@pytest.mark.parametrize(
    ("text", "column", "unit"),
    [
        ("Door No.", "mark", None), ("DOOR NUMBER", "mark", None), ("Opening", "mark", None), ("Leaf Width (mm)", "width", "mm"),
        ("Door Width", "width", None), ("Ht. (in)", "height", "in"), ("Thk", "thickness", None), ("Handing", "hand", None),
        ("Room / Location", "room", None), ("Location", "room", None), ("Door Type", "kind", None), ("Qty.", "count", None),
        ("Leaf size", "size", None), ("W x H", "size", None), ("Fire Rating", "fire", None), ("FRL", "fire", None),
        ("Door frame", "frame", None), ("Remarks", "note", None), ("Stud size", "stud", None), ("Reveal depth", "wall", None),
        ("Ironmongery", None, None), ("", None, None),
    ],
)  # fmt: skip
def test_headings_in_the_usual_spellings(text, column, unit):
    found = heading(text)
    assert (found.column, found.unit) == (column, unit)


def test_every_column_has_a_heading_of_its_own():
    assert set(HEADINGS) == set(COLUMNS) - {"line"}
    texts = [t for spelled in HEADINGS.values() for t in spelled.split("|")]
    assert len(texts) == len(set(texts))


@pytest.mark.parametrize("mark", ["\t", ",", ";"])
def test_cells_are_parted_by_what_parts_them(mark):
    rows = [
        ["Doors, ground floor" if mark != "," else "Doors"],
        ["Mark", "Size", "Room"],
        ["1", "2868", "Bath"],
        [],
        ["2", "2-8 x 6-8", ""],
    ]
    table = pasted("\r\n".join(mark.join(row) for row in rows))
    assert [h.column for h in table.headings] == ["mark", "size", "room"]
    assert table.rows == (("1", "2868", "Bath"), ("2", "2-8 x 6-8", ""))
    assert table.numbers == (3, 5)
    assert table.notes == ("The row above the headings is left out.",)


def test_lines_are_lines_whatever_marks_stand_in_them():
    table = pasted("101, 2868, RH\n\n 102 x2 2668 LH; hall\n")
    assert [h.column for h in table.headings] == ["line"]
    assert (table.rows, table.numbers) == ((("101, 2868, RH",), ("102 x2 2668 LH; hall",)), (1, 3))


def test_a_column_that_comes_twice_counts_once():
    table = pasted("Mark\tWidth\tDoor width\tNotes\tRemarks\n1\t30\t31\ta\tb")
    assert [h.column for h in table.headings] == ["mark", "width", None, "note", "note"]


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing is written"),
        ("\n \n", "nothing is written"),
        ("Mark\tSize\n", "no row under"),
        ("x\n" * (MOST_ROWS + 1), "2,001 lines are too many"),
        ("Mark\tSize\n" + "1\t2868\n" * 10_000, "10,000 rows are too many"),
        ("Mark\tSize" + "\tx" * 59 + "\n1\t2868", "61 columns are too many"),
    ],
)
def test_a_paste_that_cannot_be_is_told(text, says):
    with pytest.raises(Refused, match=says):
        pasted(text)
    assert len(pasted("x 2868\n" * MOST_ROWS).rows) == MOST_ROWS


@pytest.mark.parametrize(
    ("data", "notes"),
    [
        ("Mark;Size\nCafé;2868".encode(), ()),
        ("\ufeffMark;Size\nCafé;2868".encode(), ()),
        ("Mark;Size\nCafé;2868".encode("utf-16"), ()),
        ("Mark;Size\nCafé;2868".encode("cp1252"), ("The file is not UTF-8; its letters were read as Western. Look whether names are right.",)),
    ],
)  # fmt: skip
def test_files_in_other_encodings(data, notes):
    table = from_file(data)
    assert (table.rows, table.notes) == ((("Café", "2868"),), notes)


def package(**parts):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, data in parts.items():
            packed.writestr(name, data)
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"", "empty"), (b" \n", "empty"), (b"PK\x03\x04 and no more", "not a workbook"), (b"\xd0\xcf\x11\xe0" + b"x" * 99, "old kind"),
        (b"%PDF-1.7", "PDF"), (b"\0\0\1\2", "no text"), (b"\xff\xfe\0", "begins as UTF-16"),
        (package(a="not a workbook"), "not a workbook"), (package(bomb=b"0" * 61_000_000), "too large"),
    ],
)  # fmt: skip
def test_files_that_are_no_schedule(data, says):
    with pytest.raises(Refused, match=says):
        from_file(data)


def workbook(*rows, change=lambda sheet: None, also=()):
    book = openpyxl.Workbook()
    for name in also:
        book.create_sheet(name, 0)
    sheet = book[book.sheetnames[-1]]
    for row in rows:
        sheet.append(row)
    change(sheet)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def test_a_workbook_as_it_is_shown():
    """Numbers whole, merged cells for each of their rows, hidden rows left out, a date and a formula asked about."""

    def change(sheet):
        sheet.merge_cells("C3:C4")
        sheet.merge_cells("A1:D1")
        sheet.row_dimensions[6].hidden = True

    table = from_file(workbook(
        ["Salt works, doors"], ["Mark", "Size", "Room", "Hand"], [101, 2868.0, "Bath", "LH"], [102, datetime.datetime(2026, 2, 6), None, "RH"],
        [103, "=B3", "Hall", "=1+"], [104, "2668", "Loft", "LH"], change=change,
    ))  # fmt: skip
    assert table.rows == (("101", "2868", "Bath", "LH"), ("102", "2-6", "Bath", "RH"), ("103", "", "Hall", ""))
    assert table.numbers == (3, 4, 5)
    assert {place: why.split(";")[0].split(":")[0] for place, why in table.doubts.items()} == {
        (1, 1): "the workbook made a date of it", (2, 1): "a formula whose value is not in the file",
        (2, 3): "a formula whose value is not in the file",
    }  # fmt: skip
    assert table.notes == (
        "One hidden row is left out.", "What stands in merged cells counts for each of their rows.", "The row above the headings is left out.",
    )  # fmt: skip


def rows_of(table, rows=None):
    """What each row of a table says of its opening."""
    rows = table.rows if rows is None else rows
    return rows_out(table.headings, rows, "in", Tape.of("in"), "north_america", {"rules": {}, "floors": []})


def test_rows_that_differ_in_mark_room_and_note_are_answered_as_if_alone():
    doors = ["2868\tRH", "2868\tLH", "2868\tRH", "82\tRH", "nothing anybody hears\t"]
    lines = [
        f"{mark}\t{room}\t{door}\tcheck {mark}"
        for mark, room in (("1", "Hall"), ("2", "Bath"), ("3" * 90, "Hall"))
        for door in doors
    ]
    table = pasted("\n".join(["Mark\tRoom\tSize\tHand\tNotes", *lines]))
    together = rows_of(table)
    assert together == [one for row in table.rows for one in rows_of(table, [row])]
    assert together[0]["figures"][0]["value"]["text"] == "34 1/4 in"


TWO_ROWS = [
    ["", "Door size", "", "Fire", "Remarks", "Site notes", "Delivery date", "Room"],
    ["Mark", "Width", "Height", "rating", "", "", "", ""],
]


def test_headings_in_two_rows_are_read_as_one():
    table = pasted(
        "\n".join("\t".join(row) for row in (*TWO_ROWS, ["101", "2-8", "6-8", "NR", "a", "b", "3 Dec 2026", "Hall"]))
    )
    assert [(h.text, h.column) for h in table.headings] == [
        ("Mark", "mark"), ("Door size Width", "width"), ("Door size Height", "height"), ("Fire rating", "fire"), ("Remarks", "note"),
        ("Site notes", None), ("Delivery date", None), ("Room", "room"),
    ]  # fmt: skip
    assert len(table.rows) == 1
    [row] = rows_of(table)
    assert (row["opening"]["note"], row["opening"]["room"]) == (
        "Remarks: a; Site notes: b; Delivery date: 3 Dec 2026",
        "Hall",
    )
    assert "fire_rated" not in row["opening"]["door"]


def test_a_row_of_doors_is_no_second_row_of_headings():
    table = pasted("Mark\tFrame\tHand\tRoom\nA\tlining\tleft\thall\nB\tsteel\tright\tbath")
    assert len(table.rows) == 2


def test_merged_headings_and_a_day_of_delivery_in_a_workbook():
    def change(sheet):
        sheet.merge_cells("B1:C1")
        sheet.merge_cells("A1:A2")

    first = ["Mark", *TWO_ROWS[0][1:]]
    table = from_file(
        workbook(
            first,
            ["", *TWO_ROWS[1][1:]],
            [101, "2-8", "6-8", "NR", "", "", datetime.datetime(2026, 12, 3), "Hall"],
            change=change,
        )
    )
    assert [h.column for h in table.headings] == ["mark", "width", "height", "fire", "note", None, None, "room"]
    assert table.rows == (("101", "2-8", "6-8", "NR", "", "", "2026-12-03", "Hall"),) and not table.doubts


def test_the_first_sheet_with_doors_is_read():
    table = from_file(workbook(["Mark", "Width", "Height"], [1, 762, 1981], also=("Cover",)))
    assert (table.rows, table.notes) == ((("1", "762", "1981"),), ("From the sheet “Sheet”.",))
    with pytest.raises(Refused, match="no row of headings was found; the first row is “101, Bath”"):
        from_file(workbook([101, "Bath"]))
    with pytest.raises(Refused, match="nothing in it"):
        from_file(workbook())


def test_a_cell_touched_in_the_last_corner_is_left_aside():
    table = from_file(
        workbook(["Mark", "Size"], [101, "2868"], change=lambda sheet: sheet.cell(1_048_576, 16_384, "x"))
    )
    assert (table.rows, table.numbers) == ((("101", "2868"),), (2,))


@pytest.mark.parametrize(
    ("areas", "fits"), [(("A3:B3",), True), ((f"A3:A{2 + MOST_CELLS}",), False), (("A3:XFD1048576",), False), (("A3:J99", "L3:AB999"), True)]
)  # fmt: skip
def test_merged_areas_are_bounded_before_they_are_unpacked(areas, fits):
    """A workbook of two kilobytes whose one area has 17,000 million cells is told at once; 997 rows of 17 are not too many."""
    data = workbook(["Mark", "Size"], [101, "2868"])
    merges = "".join(f'<mergeCell ref="{ref}"/>' for ref in areas)
    with zipfile.ZipFile(io.BytesIO(data)) as old, zipfile.ZipFile(packed := io.BytesIO(), "w") as new:
        for info in old.infolist():
            text = old.read(info)
            if info.filename == "xl/worksheets/sheet1.xml":
                text = text.replace(b"</sheetData>", f"</sheetData><mergeCells>{merges}</mergeCells>".encode())
            new.writestr(info, text)
    if fits:
        assert from_file(packed.getvalue()).rows[0] == ("101", "2868")
    else:
        with pytest.raises(Refused, match="more than 200,000 cells"):
            from_file(packed.getvalue())


MM = "Door No\tWidth\tHeight\tThk\tHand\n"
# a schedule as offices send them; of each row its mark, its width and its height as kept, and its note; what is said
SENT = [
    ("Mark\tSize\tRoom\nGROUND FLOOR\nG1\t2868\tHall\nLevel 2\nF1\t2668\tBath\nTotal\t2",
     [("G1", "32 in", "80 in", "Part: GROUND FLOOR"), ("F1", "30 in", "80 in", "Part: Level 2")], ["What is added up is left out."]),
    (MM + "\tmm\tmm\tmm\t\nD1\t820\t2040\t35\tLH", [("D1", "820 mm", "2040 mm", None)], []),
    ("Door No\tWidth\tHeight\n\tin\tin\nD1\t32\t80", [("D1", "32 in", "80 in", None)], []),
    ("Ref;Leaf width (mm);Leaf height (mm);Remarks\n01;762;1981;\"glazed; clear\"", [("01", "762 mm", "1981 mm", "glazed; clear")], []),
    ("Mark,Width,Height\n1,2-8,6-8\nMark,Width,Height\n3,2-4,6-8", [("1", "32 in", "80 in", None), ("3", "28 in", "80 in", None)],
     ["Where the headings come again they are left out."]),
    ("NO\tH x W\n1\t2040 x 820", [("1", "820 mm", "2040 mm", None)], []),
    ("\tDoor schedule\n\n\tMark\t\tW\tH\n\tA\t\t2'-8\"\t6'-8\"", [("A", "32 in", "80 in", None)], ["The row above the headings is left out."]),
    ("Mark\tSize\tRoom\n1\t2868\tHall\n2\t\"\tBath\n3\tditto\t\"", [(m, "32 in", "80 in", None) for m in "123"], []),
    ("Mark\tR.O. Width\tR.O. Height\tDoor width\tDoor height\n1\t34\t82 1/2\t34\t80", [("1", "34 in", "80 in", "R.O. Width: 34; R.O. Height: 82 1/2")], []),
    ("Mark\tLeaf\tFRL\n1\t2040x820\t-/60/30", [("1", "820 mm", "2040 mm", None)], []),
    ("Mark\tSize\tQty\n1\t2868\t3 ea\n\tTOTAL\t3", [("1", "32 in", "80 in", None)], ["What is added up is left out."]),
    ("Door\tSet\tLeaf W\tLeaf H\tFin.\n101\tA\t3'-0\"\t7'-0\"\tPT\tby others", [("101", "36 in", "84 in", "Set: A; Fin.: PT; by others")], []),
    ("From\tTo\tSize\n\tBath\t\nHall\tBath\t2868", [(None, None, None, None), (None, "32 in", "80 in", "From: Hall")], []),
]  # fmt: skip


@pytest.mark.parametrize(("text", "rows", "said"), SENT, ids=[str(n) for n in range(len(SENT))])
def test_a_schedule_is_read_as_it_is_sent(text, rows, said):
    table = pasted(text)
    found = [one["opening"] for one in rows_of(table)]
    leaf = [(one.get("door", {}).get("leaves") or [{}])[0] for one in found]
    assert [
        (one.get("mark"), of.get("width"), of.get("height"), one.get("note"))
        for one, of in zip(found, leaf, strict=True)
    ] == rows
    assert list(table.notes) == said
