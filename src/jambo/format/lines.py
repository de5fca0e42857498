"""From a pencilled line to the documents of its openings and their wall (handbook 26)."""

from __future__ import annotations

import re
from typing import Any

from jambo.core.lines.line import Floor, LineFacts

Data = dict[str, Any]


def marks_of(said: LineFacts) -> list[str]:
    """The mark of each opening a line stands for: counted on from the one given, `D09` to `D10`; empty where none is given."""
    found = re.fullmatch(r"(.*?)(\d+)(\D*)", said.mark)
    if found is None or said.count == 1:
        return [said.mark] * said.count
    before, number, after = found.groups()
    return [f"{before}{int(number) + n:0{len(number)}d}{after}" for n in range(said.count)]


def _layers(floor: Floor) -> list[Data]:
    return [{"name": one.name, "thickness": one.thickness} for one in floor]


def _door(said: LineFacts) -> Data:
    """What hangs in it: a leaf's size, or that of the leaves in hand for what slides over or past its opening."""
    size = {"width": said.width, "height": said.height, "thickness": said.thickness}
    leaf = {name: text for name, text in size.items() if text is not None}
    door: Data = {"kind": said.kind or "swing"}
    if door["kind"] == "face_slider":
        door["slider"] = {f"slab_{name}": leaf.pop(name) for name in ("width", "height") if name in leaf}
    elif door["kind"] == "bypass":
        door["bypass"] = {f"leaf_{name}": leaf.pop(name) for name in ("width", "height") if name in leaf}
        if said.panels is not None:
            door["bypass"]["count"] = said.panels
    if said.folding:  # what it is called by is no opening: that stands on its maker's sheet
        leaf.clear()
        door["cased"] = {"by_maker": True}
    elif door["kind"] == "cased":  # its size is that of the finished opening
        door |= {f"opening_{name}": leaf.pop(name) for name in ("width", "height") if name in leaf}
    height = said.opening_height
    if said.opening_width is not None and said.width is None and height is None:
        # told over all: what slides past or over its opening has that opening
        height = door.get("slider", {}).pop("slab_height", None) or door.get("bypass", {}).pop("leaf_height", None)
    whole = {"opening_width": said.opening_width, "opening_height": height}
    door |= {name: text for name, text in whole.items() if text is not None}
    door["leaves"] = [dict(leaf) for _ in range(2 if said.pair and door["kind"] != "bypass" else 1)]
    if said.other_width is not None and len(door["leaves"]) == 2:
        door["leaves"][1]["width"] = said.other_width
    facts: Data = {"hinge_side": said.hinge_side, "opens_to": said.opens_to, "slides_to": said.slides_to}
    door |= {name: value for name, value in facts.items() if value is not None}
    return (
        door
        | ({"leads_to": said.leads_to} if said.leads_to else {})
        | ({"hardware": lock} if (lock := _lock(said)) else {})
        | ({"in_hand": in_hand} if (in_hand := _in_hand(said)) else {})
        | {n: True for n in ("fire_rated", "glass") if getattr(said, n)}
        | ({"fire_minutes": said.fire_minutes} if said.fire_minutes is not None else {})
    )


def _in_hand(said: LineFacts) -> Data:
    """What is said of the leaf that comes."""
    told = {"core": said.core, "hinge_count": said.hinges}
    return {name: value for name, value in told.items() if value is not None}


def _lock(said: LineFacts) -> Data:
    """What is said of its lock."""
    lock = {"function": said.function, "backset": said.backset, "closer": said.closer or None}
    return {name: value for name, value in lock.items() if value is not None}


def opening_of(said: LineFacts, nth: int = 0) -> Data:
    """The document of one of the openings a line or row stands for, as plain data that `document.Opening` reads.

    Args:
        said: its facts; nth: which of its openings, from 0.
    """
    opening: Data = {"door": _door(said)}
    called = " x ".join(filter(None, (said.width, said.height))) if said.folding else ""
    note = "; ".join(filter(None, (f"folding door {called}".strip() if said.folding else "", said.note)))
    texts = {"mark": marks_of(said)[nth], "room": said.room, "note": note}
    opening |= {name: text for name, text in texts.items() if text}
    floors: Data = {
        side: _layers(floor) for side, floor in (("a", said.floor_a), ("b", said.floor_b)) if floor is not None
    }
    floors |= {
        name: key for name, key in (("a_from", said.floor_a_from), ("b_from", said.floor_b_from)) if key is not None
    }
    frame: Data = {"kind": said.frame, "supply": said.supply, "depth": said.wall_depth}
    parts = {
        "floors": floors,
        "frame": {name: value for name, value in frame.items() if value is not None},
        "unit": {"outside_width": said.unit_width} if said.unit_width else {},
    }
    return opening | {name: part for name, part in parts.items() if part}


def wall_of(said: LineFacts) -> Data:
    """What a line or row says of the wall its openings stand in, as plain data that `document.Wall` reads."""
    return {"stud_depth": said.stud_depth} if said.stud_depth else {}
