"""What stands on the sheets of an opening, each from the same answer as its page on the screen (handbook 33): work card, cut list, set sheet."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import Literal

from jambo.core.quantities import names
from jambo.views.opening.result import ResultOut

OfOpening = Literal["card", "cut", "set"]
OfJob = Literal["saw", "buy", "trade"]
SheetOf = Literal[OfOpening, "wall", OfJob]

CALLED: dict[SheetOf, str] = {
    "card": "Work card", "cut": "Cut list", "set": "Set sheet", "wall": "Wall", "saw": "At the saw", "buy": "To buy",
    "trade": "For other trades",
}  # fmt: skip

# What leads a cut list and a set sheet, what of the wall and the swing stands under it, what is marked along a track: on the screen as on paper
Lead = Literal["cut", "set", "wall", "track"]
LEADS: dict[Lead, tuple[str, ...]] = {
    "cut": ("ro_width", "ro_height", "head_underside", "set_mark", "track_line", "slab_width", "leaf_size_width", "side_play", "head_play"),
    "set": (
        "unit_width", "set_at", "slot_width", "head_set", "leg_hinge_set", "leg_strike_set", "cut_hinge", "cut_strike", "legs_cut_for_head",
        "leaf_trim", "under_lowered", "header_raised", "still_too_tall",
    ),
    "wall": (
        "wall_lean_hinge", "wall_lean_strike", "proud_hinge_top", "proud_hinge_foot", "proud_strike_top", "proud_strike_foot",
        "proud_b_hinge_top", "proud_b_hinge_foot", "proud_b_strike_top", "proud_b_strike_foot", "sweep_least", "sweep_trim",
    ),
    "track": (
        "track_start", "track_end", "slab_closed_near", "slab_closed_far", "slab_open_near", "slab_open_far", "wheel_closed_1",
        "wheel_closed_2", "wheel_open_1", "wheel_open_2", "stop_closed", "stop_open", "guide_at",
    ),
}  # fmt: skip
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
class Elevation:
    """A wall seen from side A, in millimetres: boxes as left, foot, right, top, and what is written at the middle of a line."""

    width: float
    height: float
    boxes: Sequence[tuple[float, float, float, float]]
    names: Sequence[tuple[float, float, str]]


Block = Rows | Said | Elevation


@dataclass(frozen=True)
class Sheet:
    """A sheet: what it is, of which opening or wall (None: of the job), what that is called, in which room, where its page is, and what stands on it."""

    of: SheetOf
    whose: int | None
    mark: str
    where: str
    at: str
    blocks: Sequence[Block] = field(default_factory=tuple)

    @property
    def texts(self) -> Iterator[str]:
        """Everything that is written on it."""
        yield from (self.mark, self.where, CALLED[self.of])
        for block in self.blocks:
            if isinstance(block, Elevation):
                yield from (name for _, _, name in block.names)
                continue
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


def cut_blocks(result: ResultOut, measured_from: str) -> Iterator[Rows | Said]:
    """Sizes, cut list, what to buy, plate, pole and track marks, and what stands against cutting; `measured_from` is the plate's end."""
    figures = result["figures"]
    yield from _figures(result, "Sizes", LEADS["cut"])
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
    if marks := [m for m in result["marks"] if m["what"] != "wall_end"] if not result["standing"] else []:
        rows = [
            [figures[m["figure"]]["value"]["text"], figures[m["figure"]]["label"], f"X {m['crossed']}" if m["crossed"] else ""]
            for m in marks
        ]  # fmt: skip
        yield Rows(f"Plate marks from the {measured_from} end, seen from side A", (), rows, (6, 14, 4))
    pole = [
        [m["read"]["text"], figures[m["figure"]]["label"] + (", under it" if m["under"] else "")]
        for m in reversed(result["pole"])
    ]
    if pole:
        told = result["heights"]["read_from"].replace("_", " ")
        yield Rows(f"Story pole, up from the {told}", (), pole, (6, 18))
    if result["track"]:
        along = [*LEADS["track"], *(name for name in figures if re.fullmatch(rf"{names.BORE.stem}_\d+", name))]
        rows = [[figures[name]["value"]["text"], figures[name]["label"]] for name in along if name in figures]
        yield Rows("Along the track, from the opening’s edge on the closed side", (), rows, (6, 18))
    yield from _flags(result, "Before you cut", ("stop", "check", "note"))


def set_blocks(result: ResultOut) -> Iterator[Rows | Said]:
    """Where the frame stands, what goes behind it, what comes off the legs."""
    if (laid := result["found"]["set"]) is None:
        yield Said("", ["No set plan yet: read the widths of the hole first."] if "set" in result["stages"] else ["Nothing hinged hangs here: its frame is set by the work card."])  # fmt: skip
        return
    yield Said("", [f"{laid['said']} {laid['pieces']} pieces to carry.", laid["set_by"]])
    yield from _figures(result, "Where it stands", LEADS["set"])
    rows = [
        [
            s["label"], s["up"], result["figures"][s["figure"]]["value"]["text"],
            s["pack"] + (" (cut a wedge)" if s["enter"] == "split" else ""), "☐",
        ]
        for s in laid["stations"]
    ]  # fmt: skip
    yield Rows("Behind the legs, in nailing order", ("Where", "Up", "Gap", "Goes in", "Done"), rows, (8, 4, 4, 6, 2))
    yield from _figures(result, "The wall, and the leaf’s swing", LEADS["wall"])
    if "hang" in result["stages"]:
        found = result["found"]
        read = {gap["place"]: gap["read"] for gap in found["check"]["gaps"]} if found["check"] is not None else {}
        asks = [ask for ask in found["asks"] if ask["phase"] == "check" and ask["place"].startswith("gap_")]
        rows = [[ask["label"].removeprefix("Gap at the "), read.get(ask["place"], "")] for ask in asks]
        yield Rows("Gaps after setting", (), rows, (16, 8))
    yield from _flags(result, "Before and after it is set", ("stop", "check", "note"), ("survey", "set", "hang"))


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
