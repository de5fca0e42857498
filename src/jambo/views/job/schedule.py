"""A schedule as it was heard (handbook 26): its table, and every row with its cells, its rough opening and its flags."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from typing import Any

from typing_extensions import TypedDict

from jambo.core.lines.cells import Cell, Column, read_row
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.words.lists import Region
from jambo.format.schedule import Heading, Table
from jambo.views.opening.lines import AnswerOut, MeaningOut, answer, began, choices_out, floors_by_name


class HeadingOut(TypedDict):
    """A column of a table: its heading as written, what it is about (None: kept in the note), the unit it names."""

    text: str
    column: Column | None
    unit: Unit | None


class DoubtOut(TypedDict):
    """A cell that cannot be read, by its row and column from 0, and why."""

    row: int
    column: int
    reason: str


class TableOut(TypedDict):
    """A schedule as it was found. `numbers` are its rows' numbers in what was pasted or chosen."""

    headings: list[HeadingOut]
    rows: list[list[str]]
    numbers: list[int]
    notes: list[str]
    doubts: list[DoubtOut]


class CellOut(TypedDict):
    """A cell as it was heard: what, its meanings where it has several, or why it cannot be and what would be accepted."""

    text: str
    reading: str
    choices: list[MeaningOut]
    reason: str
    accepted: str


class RowOut(AnswerOut):
    """A row with its cells as they were heard, and its answer."""

    cells: list[CellOut]


def table_out(table: Table) -> TableOut:
    """Give a table as it was found."""
    return {
        "headings": [{"text": h.text, "column": h.column, "unit": h.unit} for h in table.headings],
        "rows": [list(row) for row in table.rows],
        "numbers": list(table.numbers),
        "notes": list(table.notes),
        "doubts": [{"row": r, "column": c, "reason": why} for (r, c), why in sorted(table.doubts.items())],
    }


def _asked(headings: Sequence[Heading], row: Sequence[str], unit: Unit) -> list[tuple[Column, str, Unit]]:
    """A row's cells with their columns; one of a column nobody knows goes into the note under its heading."""
    cells: list[tuple[Column, str, Unit]] = []
    noted = sum(
        one.column in (None, "note") and bool(one.text) for one in headings
    )  # of several each stands under its heading
    for one, text in zip(headings, row, strict=True):
        if one.column is not None:
            bare = one.unit is not None and re.fullmatch(
                r"\s*\d+(\.\d+)?\s*", text
            )  # its heading says what a number is in
            under = one.column == "note" and noted > 1 and one.text and text.strip()
            told = f"{one.text}: {text}" if under else f"{text.strip()} {one.unit}" if bare else text
            cells.append((one.column, told, one.unit or unit))
        else:
            cells.append(("note", f"{one.text}: {text}" if text.strip() and one.text else text, unit))
    return cells


def _cell_out(cell: Cell, text: str) -> CellOut:
    own = cell.column in ("mark", "room", "note")
    return {
        "text": text,
        "reading": cell.reading if own else began(cell.reading),
        "choices": choices_out(cell.choices),
        "reason": began(cell.reason),
        "accepted": cell.accepted,
    }


def rows_out(
    headings: Sequence[Heading],
    rows: Sequence[Sequence[str]],
    unit: Unit,
    tape: Tape,
    words: Region,
    around: Mapping[str, Any],
) -> list[RowOut]:
    """Read and answer the rows of a schedule in its job.

    Args:
        headings: of the table; rows: their texts; unit: of the job; tape, words: it is shown in; around: the job's rules and floors.
    """
    floors, shared, found = floors_by_name(around), {}, list[RowOut]()  # type: ignore[var-annotated]
    for row in rows:
        said, cells = read_row(_asked(headings, row, unit), floors)
        shown = [_cell_out(cell, text) for cell, text in zip(cells, row, strict=True)]
        found.append({**answer(said, unit, tape, words, around, shared), "cells": shown})
    return found
