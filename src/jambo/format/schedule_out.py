"""A job's doors as rows of a schedule, each cell in words that a schedule is read in (handbook 26, 33): what goes out comes back in."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from typing import Any

from jambo.core.lines.cells import Column
from jambo.core.quantities.tape import Unit
from jambo.format.reader import length_of
from jambo.format.table_out import Cell, LengthCell
from jambo.format.table_out import Column as Heading

Data = Mapping[str, Any]

HEADINGS: dict[Column, Heading] = {
    "mark": Heading("mark", 8), "room": Heading("room", 20), "kind": Heading("kind", 26),
    "width": Heading("leaf width", 10, length=True), "height": Heading("leaf height", 10, length=True),
    "thickness": Heading("leaf thickness", 10, length=True), "opening_width": Heading("opening width", 10, length=True),
    "opening_height": Heading("opening height", 10, length=True), "hand": Heading("hand", 22), "stud": Heading("stud depth", 10, length=True),
    "wall": Heading("finished wall", 10, length=True), "frame": Heading("frame", 20), "floor_a": Heading("floor side A", 26),
    "floor_b": Heading("floor side B", 26), "fire": Heading("fire rating", 10), "glass": Heading("glass", 6), "lock": Heading("lock", 16),
    "backset": Heading("backset", 10, length=True), "unit": Heading("unit width", 10, length=True), "note": Heading("note", 40),
}  # fmt: skip

_KINDS = {
    ("swing", False): "swing door", ("swing", True): "pair of doors, each", ("pocket", False): "pocket door",
    ("pocket", True): "pair of pocket doors, each", ("face_slider", False): "face slider", ("face_slider", True): "biparting face sliders, each",
}  # fmt: skip
_FRAMES = {
    "flat_jamb": "flat jamb", "lining_kit": "lining", "split_jamb": "split jamb", "steel_wrap": "steel", "rabbeted": "rabbeted", "outside_sill": "with sill",
}  # fmt: skip
_FOLDING = re.compile(r"folding door(?: (?P<width>[^x;]+?))?(?: x (?P<height>[^;]+?))?(?:; (?P<note>.*))?", re.DOTALL)


def row_of(opening: Data, wall: Data, floors: Mapping[str, str], unit: Unit) -> list[Cell]:
    """Give an opening as a row of `HEADINGS`. A fact nobody said is an empty cell; one no schedule tells has none.

    Args:
        opening, wall: its documents; floors: names of the job's floors by their keys; unit: that bare lengths are in.
    """
    door, frame, note = opening.get("door", {}), opening.get("frame", {}), opening.get("note", "")
    kind = door.get("kind", "swing")
    leaf = (door.get("leaves") or [{}])[0]
    size = {
        "face_slider": ("slider", "slab_width", "slab_height"), "bypass": ("bypass", "leaf_width", "leaf_height"),
    }.get(kind)  # fmt: skip
    part, wide, high = door.get(size[0], {}) if size else leaf, *(size[1:] if size else ("width", "height"))

    def told(said: Data, key: str, of: str) -> Cell:
        return _length(said.get(key), of, unit)

    cells: dict[Column, Cell] = {
        "width": (_widths(door, unit) if kind in ("swing", "pocket") else None) or told(part, wide, "leaf_width"),
        "height": told(part, high, "leaf_height"),
        "thickness": told(leaf, "thickness", "leaf_thickness"),
        "opening_width": told(door, "opening_width", "opening_width"),
        "opening_height": told(door, "opening_height", "opening_height"),
        "stud": told(wall, "stud_depth", "stud_depth"),
        "wall": told(frame, "depth", "wall_thickness"),
        "backset": told(door.get("hardware", {}), "backset", "small"),
        "unit": told(opening.get("unit", {}), "outside_width", "opening_width"),
    }
    if door.get("cased", {}).get("by_maker") and (called := _FOLDING.fullmatch(note)):
        cells["width"] = _length(called["width"], "leaves_width", unit)
        cells["height"] = _length(called["height"], "leaf_height", unit)
        note = called["note"] or ""
    cells |= {
        "mark": opening.get("mark", ""),
        "room": opening.get("room", ""),
        "kind": _kind(door),
        "hand": _hand(door),
        "frame": ", ".join(
            filter(None, (_frame(frame, door), "pre-hung" if frame.get("supply") == "pre_hung" else ""))
        ),
        "fire": _fire(door),
        "glass": "yes" if door.get("glass") else "",
        "lock": _lock(door.get("hardware", {})),
        "note": note,
    }
    under = opening.get("floors", {})
    for side, column in (("a", "floor_a"), ("b", "floor_b")):
        key = under.get(f"{side}_from")
        cells[column] = floors.get(key, "") if key is not None else _layers(under.get(side), unit)  # type: ignore[index]
    return [cells[column] for column in HEADINGS]


def _length(written: object, of: str, unit: Unit) -> Cell:
    """A length exactly, in the unit it was said in; nothing where none was said, or what was said is none."""
    heard = length_of(written, unit, of) if written is not None else None
    if heard is None:
        return None
    mine: Unit = (
        "mm" if re.search(r"mm|cm|\bm\b", str(written)) else "in" if unit == "in" or '"' in str(written) else unit
    )
    return LengthCell(heard.canonical(mine), heard.length)


def _widths(door: Data, unit: Unit) -> Cell:
    """Of a pair whose leaves differ both widths, the active one first."""
    cells = [_length(leaf.get("width"), "leaf_width", unit) for leaf in door.get("leaves", [])]
    if len(cells) < 2 or not all(isinstance(c, LengthCell) for c in cells) or cells[0] == cells[1]:
        return None
    return " + ".join(c.text for c in cells if isinstance(c, LengthCell))


def _kind(door: Data) -> str:
    kind, pair = door.get("kind", "swing"), len(door.get("leaves", [])) > 1
    if kind == "bypass":
        called = f"{door.get('bypass', {}).get('count', 2)} leaves bypass, each"
    elif kind == "cased":
        called = "folding door" if door.get("cased", {}).get("by_maker") else "cased opening"
    else:
        called = _KINDS[kind, pair]
    core = door.get("in_hand", {}).get("core")
    return ", ".join(
        filter(None, (called, f"{core} core" if core else "", "to garage" if door.get("leads_to") == "garage" else ""))
    )


def _hand(door: Data) -> str:
    if door.get("kind", "swing") != "swing":
        return (
            f"slides {door['slides_to']}" if "slides_to" in door and door["kind"] in ("pocket", "face_slider") else ""
        )
    hinges, opens = door.get("hinge_side"), door.get("opens_to")
    swing = {"A": "outswing", "B": "inswing", None: ""}[opens]  # seen from side A, as everything of a schedule is
    return ", ".join(filter(None, (f"hinges {hinges}" if hinges else "", swing)))


def _frame(frame: Data, door: Data) -> str:
    kind = frame.get("kind")
    if kind == "outside_sill" and door.get("leads_to") == "outside":
        return "exterior"
    return _FRAMES.get(kind, "") if kind else ""


def _fire(door: Data) -> str:
    minutes = door.get("fire_minutes")
    return f"{minutes} min" if minutes else "fire-rated" if door.get("fire_rated") else ""


def _lock(hardware: Data) -> str:
    return ", ".join(filter(None, (hardware.get("function"), "closer" if hardware.get("closer") else "")))


def _layers(layers: Sequence[Data] | None, unit: Unit) -> str:
    """A floor's layers from the rough floor up; bare where it was said to be, nothing where nobody said."""
    if layers is None:
        return ""
    texts = []
    for one in layers:
        thick = _length(one.get("thickness"), "layer", unit)
        texts.append(f"{one.get('name', '')} {thick.text if isinstance(thick, LengthCell) else ''}".strip())
    return " + ".join(texts) or "bare"
