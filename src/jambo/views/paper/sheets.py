"""What stands on the sheets of a job, each from the same answer as its page on the screen (handbook 33): cards, cut lists, set sheets, saw, to buy."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import Literal

from jambo.views.material.buying import BuyingOut
from jambo.views.material.job_cutting import JobCuttingOut
from jambo.views.opening.result import ResultOut

OfOpening = Literal["card", "cut", "set"]
OfJob = Literal["saw", "buy"]
SheetOf = Literal[OfOpening, OfJob]

CALLED: dict[SheetOf, str] = {
    "card": "Work card", "cut": "Cut list", "set": "Set sheet", "saw": "At the saw", "buy": "To buy",
}  # fmt: skip

# what is read before anything is cut, and before anything is set
_SIZES = (
    "ro_width",
    "ro_height",
    "head_underside",
    "set_mark",
    "track_line",
    "slab_width",
    "leaf_size_width",
    "side_play",
    "head_play",
)
_SET = (
    "unit_width", "set_at", "slot_width", "head_set", "leg_hinge_set", "leg_strike_set", "cut_hinge", "cut_strike", "legs_cut_for_head", "leaf_trim",
    "under_lowered", "header_raised", "still_too_tall",
)  # fmt: skip
_LEVELS = {"stop": "STOP", "check": "Check", "note": "Note"}


@dataclass(frozen=True)
class Rows:
    """A table: what stands over it, its heads (none: no row of heads), its rows, and how wide its columns are to each other."""

    title: str
    heads: Sequence[str]
    rows: Sequence[Sequence[str]]
    wide: Sequence[int]
    ruled: bool = True


@dataclass(frozen=True)
class Said:
    """Sentences under a title."""

    title: str
    lines: Sequence[str]


@dataclass(frozen=True)
class Sheet:
    """A sheet: what it is, of which opening (empty: of the job), in which room and wall, where its page is, and what stands on it."""

    of: SheetOf
    opening: int | None
    mark: str
    where: str
    at: str
    blocks: Sequence[Rows | Said] = field(default_factory=tuple)

    @property
    def texts(self) -> Iterator[str]:
        """Everything that is written on it."""
        yield from (self.mark, self.where, CALLED[self.of])
        for block in self.blocks:
            yield block.title
            if isinstance(block, Said):
                yield from block.lines
            else:
                yield from block.heads
                for row in block.rows:
                    yield from row


def card_blocks(result: ResultOut, ticked: frozenset[str]) -> Iterator[Rows | Said]:
    """The steps of a work card with their boxes, and what goes behind the legs."""
    part, rows = "", list[list[str]]()
    for n, step in enumerate(result["steps"], 1):
        if step["part"] != part and rows:
            yield Rows(part, (), rows, (1, 1, 22), ruled=False)
            rows = []
        part = step["part"]
        more = [f"Good when: {step['check']}" if step["check"] else "", step["tools"], step["caution"]]
        text = "\n".join(filter(None, [f"First: {step['gate']}" if step["gate"] else "", step["text"], *more]))
        rows.append(["☑" if step["key"] in ticked else "☐", str(n), text])
    if rows:
        yield Rows(part, (), rows, (1, 1, 22), ruled=False)
    if (laid := result["found"]["set"]) is not None:
        rows = [[s["label"], s["up"], s["pack"]] for s in laid["stations"]]
        yield Rows("Behind the legs", ("Where", "Up", "Goes in"), rows, (9, 4, 11))
    yield from _flags(result, "Stops and checks", ("stop", "check"))


def cut_blocks(result: ResultOut) -> Iterator[Rows | Said]:
    """Sizes, cut list, what to buy, story pole, and what stands against cutting."""
    figures = result["figures"]
    yield from _figures(result, "Sizes", _SIZES)
    pieces = [
        [
            str(p["count"]),
            f"{p['label']}\nat {p['at']}" if p["at"] else p["label"],
            figures[p["figure"]]["value"]["text"] if p["figure"] in figures else "waits",
            f"{p['section']} {p['made_of']}".strip(),
        ]
        for p in result["pieces"]
    ]
    yield Rows("Cut list", ("No.", "Piece", "Length", f"Stock, {result['unit']}"), pieces, (2, 10, 6, 6))
    buy = [
        [str(i["count"]), f"{i['label']}\n{i['detail']}" if i["detail"] else i["label"], i["length"]["text"] if i["length"] else ""]
        for i in result["hardware"]
    ]  # fmt: skip
    if buy:
        yield Rows("To buy", ("No.", "What", "Length"), buy, (2, 16, 6))
    pole = [
        [m["read"]["text"], figures[m["figure"]]["label"] + (", under it" if m["under"] else "")]
        for m in reversed(result["pole"])
    ]
    if pole:
        told = result["heights"]["read_from"].replace("_", " ")
        yield Rows(f"Story pole, up from the {told}", (), pole, (6, 18))
    yield from _flags(result, "Before you cut", ("stop", "check", "note"))


def set_blocks(result: ResultOut) -> Iterator[Rows | Said]:
    """Where the frame stands, what goes behind it, what comes off the legs."""
    if (laid := result["found"]["set"]) is None:
        yield Said("", ["No set plan yet: read the widths of the hole first."] if "set" in result["stages"] else ["Nothing hinged hangs here: its frame is set by the work card."])  # fmt: skip
        return
    yield Said("", [f"{laid['said']} {laid['pieces']} pieces to carry.", laid["set_by"]])
    yield from _figures(result, "Where it stands", _SET)
    rows = [
        [
            s["label"], s["up"], result["figures"][s["figure"]]["value"]["text"],
            s["pack"] + (" (cut a wedge)" if s["enter"] == "split" else ""), "☐",
        ]
        for s in laid["stations"]
    ]  # fmt: skip
    yield Rows("Behind the legs, in nailing order", ("Where", "Up", "Gap", "Goes in", "Done"), rows, (8, 4, 4, 6, 2))
    yield from _flags(result, "Before and after it is set", ("stop", "check", "note"), ("survey", "set", "hang"))


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


def _figures(result: ResultOut, title: str, names: Sequence[str]) -> Iterator[Rows]:
    rows = [[f["label"], f["value"]["text"]] for name in names if (f := result["figures"].get(name)) is not None]
    if rows:
        yield Rows(title, (), rows, (16, 8))


def _flags(result: ResultOut, title: str, levels: Sequence[str], stages: Sequence[str] | None = None) -> Iterator[Said]:
    said = [
        f"{_LEVELS[f['level']]}: {f['reason']} {f['cure']}"
        for f in result["flags"]
        if f["level"] in levels and (stages is None or f["stage"] in stages)
    ]
    if said:
        yield Said(title, said)
