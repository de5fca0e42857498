"""What a page shows, as a table to take along (handbook 33): each from the same answer as the page."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from contextlib import suppress
from datetime import datetime
from typing import Any

from jambo.core.facts.readings import TAPED_FROM
from jambo.core.labels import label
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import NotALength, read
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.rules import RULES, HouseRules
from jambo.core.words.lists import Region
from jambo.format.document import Document
from jambo.format.schedule_out import HEADINGS, row_of
from jambo.format.table_out import Cell, Column, LengthCell, Table
from jambo.views.days.job_plan import JobPlanOut
from jambo.views.days.job_time import JobTimeOut
from jambo.views.job.lists import gathered, in_order, told_marks
from jambo.views.job.whole_job import Listed
from jambo.views.material.buying import BuyingOut, OrderOut
from jambo.views.material.job_cutting import JobCuttingOut


def cut_table(
    openings: Iterable[Listed], walls: Mapping[int, tuple[str, Document]], tape: Tape, words: Region
) -> Table:
    """The pieces of a job as its Lists page has them, a length of a stock a row."""
    found = gathered(openings, walls, tape, words)
    rows: list[list[Cell]] = [
        [
            section,
            made_of,
            name,
            sum(marks.values()),
            LengthCell.of(length, tape, rounding),
            ", ".join(told_marks(marks)),
        ]
        for section, made_of, pieces in in_order(found.cut)
        for (name, length, rounding), marks in pieces
    ]
    columns = [
        Column("stock", 14), Column("made of"), Column("piece", 26), Column("how many", 9), Column("length", 12, length=True), Column("for", 40),
    ]  # fmt: skip
    return Table("cut list", columns, rows, tape.unit)


def schedule_table(
    openings: Iterable[tuple[Mapping[str, Any], Mapping[str, Any]]], floors: Mapping[str, str], unit: Unit
) -> Table:
    """The doors of a job as a schedule, in walking order, each with its wall; it comes back in as it went out (handbook 26)."""
    rows = (row_of(opening, wall, floors, unit) for opening, wall in openings)
    return Table("door schedule", [*HEADINGS.values()], rows, unit)


def days_table(plan: JobPlanOut, unit: Unit) -> Table:
    """Who does what on which day as the plan has it, an operation of a person a row; then what is held up, and by what."""

    def rows() -> Iterator[list[Cell]]:
        for day in plan["days"]:
            for person in day["people"]:
                for one in person["work"]:
                    yield [
                        day["day"], datetime.fromisoformat(one["start"]), datetime.fromisoformat(one["end"]), person["name"], one["mark"], one["room"],
                        one["label"], ", ".join(one["others"]), one["minutes"], one["float"], one["late"], "",
                    ]  # fmt: skip
        for held in plan["held_up"]:
            waits = "; ".join(held["waits_for"])
            yield ["", None, None, "", held["mark"], "", held["label"], "", None, None, None, waits]

    columns = [
        Column("day", 11), Column("from", 17), Column("to", 17), Column("who", 16), Column("opening", 10), Column("room", 18),
        Column("work", 34), Column("with", 16), *(Column(c, 10) for c in ("minutes", "may wait", "late by")), Column("held up by", 50),
    ]  # fmt: skip
    return Table("who and when", columns, rows(), unit)


def times_table(times: JobTimeOut, unit: Unit) -> Table:
    """What work took, newest first, in minutes beside what it takes by rule."""

    def rows() -> Iterator[list[Cell]]:
        for one in times["times"]:
            yield [
                one["at"].replace(tzinfo=None), one["mark"], one["label"], ", ".join(one["by"]), one["minutes"], one["by_rule"], one["state"], one["told"],
            ]  # fmt: skip

    columns = [
        Column("when, UTC", 17), Column("opening", 10), Column("work", 34), Column("who", 20), Column("minutes", 9), Column("by rule", 9),
        Column("state", 10), Column("of it", 50),
    ]  # fmt: skip
    return Table("what it took", columns, rows(), unit)


def saw_table(cutting: JobCuttingOut, unit: Unit) -> Table:
    """Every piece in its stick as the Cutting page has them, in the order they are cut."""

    def rows() -> Iterator[list[Cell]]:
        for section in cutting["sections"]:
            for n, stick in enumerate(section["sticks"], 1):
                of: list[Cell] = [
                    section["title"],
                    n,
                    _length(stick["text"], stick["length"], unit),
                    "rack" if stick["offcut"] is not None else "bought",
                ]
                for piece in stick["pieces"]:
                    yield [
                        *of,
                        piece["mark"],
                        piece["label"],
                        _length(piece["text"], piece["length"], unit),
                        piece["mark_at"],
                    ]
                yield [*of, "", "left over, into the rack" if stick["kept"] else "left over", stick["left"], ""]

    columns = [
        Column("section", 14), Column("stick", 7), Column("stick length", 12, length=True), Column("from", 8), Column("opening", 10),
        Column("piece", 26), Column("length", 12, length=True), Column("mark at", 12),
    ]  # fmt: skip
    return Table("saw", columns, rows(), unit)


def _length(text: str, exact: str, unit: Unit, kind: str = "stick") -> LengthCell | str:
    """A length that is written exactly in a unit, of a kind (`quantities/limits.py`); as it is read alone where it is none."""
    with suppress(NotALength):
        return LengthCell(text, read(exact, unit, kind).length)
    return text


def buy_table(buying: BuyingOut, unit: Unit) -> Table:
    """What is to buy, a line a row."""
    rows: list[list[Cell]] = [
        [
            counter["title"], line["label"], line["detail"], line["needed"], line["spare"], line["ordered"], line["came"],
            line["to_order"], line["supplier"], ", ".join(line["marks"]),
        ]
        for counter in buying["counters"]
        for line in counter["lines"]
    ]  # fmt: skip
    columns = [
        Column("counter", 16), Column("what", 26), Column("size", 26), *(Column(c, 9) for c in ("needed", "to spare", "ordered", "come", "to order")),
        Column("from", 18), Column("for", 40),
    ]  # fmt: skip
    return Table("to buy", columns, rows, unit)


def orders_table(buying: BuyingOut, unit: Unit) -> Table:
    """Every order, what came of it and what went back, in the order they were written: a row an order, and one for each thing that happened to it."""
    orders: list[OrderOut] = [order for c in buying["counters"] for line in c["lines"] for order in line["orders"]]

    def rows() -> Iterator[list[Cell]]:
        for order in sorted((*orders, *buying["surplus"]), key=lambda o: o["id"]):
            of = [order["label"], order["detail"], order["supplier"]]
            yield [
                "ordered",
                *of,
                order["count"],
                order["ordered"],
                order["promised"],
                order["open"],
                "late" if order["late"] else "",
                "",
            ]
            for one in order["happened"]:
                yield [one["what"], *of, one["count"], one["at"], "", None, "", one["note"]]

    columns = [
        Column("what happened", 14), Column("what", 26), Column("size", 26), Column("from", 18), Column("how many", 9), Column("when", 12),
        Column("promised", 12), Column("still to come", 9), Column("late", 6), Column("note", 40),
    ]  # fmt: skip
    return Table("orders and deliveries", columns, rows(), unit)


def record_table(lines: Iterable[Mapping[str, Any]], unit: Unit) -> Table:
    """The record, newest first: lines as they are told (`views/job/record.py`)."""
    rows = ([line["at"], line["who"], line["mark"] or "", line["event"], line["words"]] for line in lines)
    columns = [
        Column("when, UTC", 17),
        Column("who", 18),
        Column("opening", 10),
        Column("what", 22),
        Column("in words", 80),
    ]
    return Table("record", columns, rows, unit)


def readings_table(readings: Iterable[tuple[str, Mapping[str, Any]]], unit: Unit, words: Region) -> Table:
    """Every reading of a job with the mark of its opening, in the order they were taken; one that was taken again, or back, counts no longer."""
    taken = [*readings]
    over = {row["corrects"] for _, row in taken if row["corrects"] is not None}

    def rows() -> Iterator[list[Cell]]:
        for mark, row in taken:
            if (doc := row["doc"]) is None:
                continue
            at: datetime = row["at"]
            counts = "no" if row["id"] in over else "yes"
            from_ = TAPED_FROM.get(doc.get("taped_from", "rough_floor"), "")
            yield [
                mark, label(doc["place"], words), _length(str(doc["value"]), str(doc["value"]), unit, "position"), str(doc.get("toward", "")), from_, counts, at, row["who"], row["instrument"],
            ]  # fmt: skip

    columns = [
        Column("opening", 10), Column("place", 34), Column("reading", 12, length=True), Column("toward", 9), Column("taped", 26), Column("counts", 7),
        Column("when, UTC", 17), Column("who", 18), Column("instrument", 18),
    ]  # fmt: skip
    return Table("readings", columns, rows(), unit)


def rules_table(rules: HouseRules, tape: Tape, words: Region) -> Table:
    """Every house rule: what counts, who says so, and the default."""

    def rows() -> Iterator[list[Cell]]:
        for rule in RULES.values():
            known = rules.known(rule)
            usual: Length = rule.default(rules.habit)
            who = {"crew": "the crew", "job": "this job"}.get(known.source.detail, "the default")
            yield [
                rule.group,
                label(rule, words),
                LengthCell.of(known.value, tape),
                who,
                LengthCell.of(usual, tape),
                rule.why,
            ]

    columns = [
        Column("about", 20), Column("rule", 40), Column("counts", 12, length=True), Column("by", 12), Column("default", 12, length=True), Column("why", 60),
    ]  # fmt: skip
    return Table("house rules", columns, rows(), tape.unit)
