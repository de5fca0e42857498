"""What stands on the sheets of a job and of its walls, each from the same answer as its page on the screen (handbook 33)."""

from __future__ import annotations

from collections.abc import Collection, Iterator

from jambo.core.words.clock import spoken
from jambo.views.days.job_plan import JobPlan
from jambo.views.days.trade_sheet import TradeSheetOut
from jambo.views.material.buying import BuyingOut
from jambo.views.material.job_cutting import JobCuttingOut
from jambo.views.paper.sheets import Block, Elevation, Rows, Said
from jambo.views.paper.strips import PaperStrip
from jambo.views.wall.layout import WallOut


def saw_blocks(cutting: JobCuttingOut) -> Iterator[Rows | Said]:
    """Every stick in the order it is cut, with the marks from its stop."""
    for section in cutting["sections"]:
        rows = [
            [
                "☐",
                str(n),
                stick["text"] + (", from the rack" if stick["offcut"] is not None else ""),
                "\n".join(f"{p['mark_at']}: {p['text']} {p['label']} ({p['mark']})" for p in stick["pieces"]),
                stick["left"] + (", keep it" if stick["kept"] else ""),
            ]
            for n, stick in enumerate(section["sticks"], 1)
        ]
        if rows:
            yield Rows(section["title"], ("", "No.", "Stick", "Marks, from the stop", "Left"), rows, (1, 2, 4, 13, 4))
    if not cutting["sections"]:
        yield Said("", ["Nothing to cut yet."])


def buy_blocks(buying: BuyingOut) -> Iterator[Rows | Said]:
    """What is to be bought, counter by counter; what is all ordered is left out."""
    for counter in buying["counters"]:
        rows = [
            ["☐", str(line["to_order"]), f"{line['label']}\n{line['detail']}".strip(), ", ".join(line["marks"]), line["supplier"]]
            for line in counter["lines"] if line["to_order"]
        ]  # fmt: skip
        if rows:
            yield Rows(counter["title"], ("", "No.", "What", "For", "From"), rows, (1, 2, 10, 7, 4))


def trade_blocks(sheet: TradeSheetOut) -> Iterator[Block]:
    """What another trade has to know, wall by wall."""
    yield Said(sheet["label"], [sheet["told"], *(f"{one}." for one in sheet["when"])])
    for wall in sheet["walls"]:
        rows = [
            [
                "\n".join(filter(None, (one["mark"], one["room"], one["size"]))),
                "\n".join(one["before"]) or "ready", "\n".join(one["mind"]), "\n".join(one["after"]),
            ]
            for one in wall["openings"]
        ]  # fmt: skip
        yield Rows(wall["told"], ("Opening", "Still ours before", "Mind", "Ours after"), rows, (6, 7, 7, 4))


def wall_blocks(wall: WallOut, plate: PaperStrip | None) -> Iterator[Block]:
    """A wall's elevation, its tape, its own pieces, and what stands against it.

    Args:
        wall: laid out; plate: its marks along the plate, None where its length is not known.
    """
    if wall["length"] is not None and wall["height"] is not None:
        boxes = [(one["x0"], one["y0"], one["x1"], one["y1"]) for one in wall["shapes"]]
        at = {one["id"]: (one["framing_left"] + one["framing_right"]) / 2 for one in wall["openings"]}
        named = [
            text
            for one in wall["openings"]
            for text in (
                (at[one["id"]], wall["height"] * 0.45, one["name"]), (at[one["id"]], wall["height"] * 0.37, one["width"]["text"]),
            )
        ]  # fmt: skip
        yield Elevation(wall["length"], wall["height"], boxes, named)
    if plate is not None:
        rows = [[mark["read"], mark["name"], _crossed(mark["past"])] for mark in plate["marks"]]
        yield Rows(f"Along the plate, from the {plate['zero'][:1].lower()}{plate['zero'][1:]}", (), rows, (6, 14, 4))
    pieces = [[str(one["count"]), one["label"], one["length"]] for one in wall["pieces"]]
    if pieces:
        yield Rows("The wall’s own pieces; those of its openings are on their cut lists", ("No.", "Piece", "Length"), pieces, (2, 16, 6))  # fmt: skip
    told = [f"Without a size or a place on the wall yet: {', '.join(wall['unplaced'])}."] if wall["unplaced"] else []
    told += [f"Cannot be worked out: {', '.join(wall['refused'])}."] if wall["refused"] else []
    told += [f"{one['reason']} {one['cure']}".strip() for one in wall["flags"]]
    if told:
        yield Said("Stands against it", told)
    if plate is None and wall["length"] is None:
        yield Said("", ["How long this wall is has not been said yet: there is nothing to lay out."])


def _crossed(past: float) -> str:
    """On which side of its line a piece stands."""
    return "" if not past else "X right of it" if past > 0 else "X left of it"


def work_blocks(plan: JobPlan, openings: Collection[int]) -> Iterator[Block]:
    """Who does what at some openings, in order. Raises Refused where the crew's hours never reach."""
    if not plan.said.people:
        yield Said("Who does what", ["Nobody is planned here yet."])
        return
    rows = [
        [spoken(plan.of.moment(placed.start)), f"{told.todo.mark}: {plan.label(told.work)}", ", ".join(placed.who)]
        for placed in plan.plan.placed
        if (told := plan.by_key[placed.key]).todo.id in openings
    ]
    if rows:
        yield Rows("Who does what", ("From", "What", "Who"), rows, (7, 11, 6))
