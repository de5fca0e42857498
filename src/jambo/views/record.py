"""The record in words: what a line of the log says to somebody who reads it, and which lines hold the words looked for."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from typing import Any

EVENTS = {
    "planned": "planned", "changed": "plan changed", "undone": "plan taken back", "redone": "plan brought back",
    "measured": "measured", "withdrawn": "reading withdrawn", "cut": "cut", "step": "step done", "ordered": "ordered",
    "delivered": "delivered", "framed": "framed", "set": "set", "signed": "signed off", "removed": "off the board",
    "restored": "back on the board", "walking order": "walk changed", "wall changed": "wall changed",
    "floor changed": "floor changed", "usual changed": "what is usual changed", "job opened": "job opened", "job changed": "job changed",
    "job removed": "job off the board", "job restored": "job back on the board", "wall added": "wall added",
    "wall removed": "wall taken out", "wall restored": "wall put back", "moved to another wall": "moved to another wall",
}  # fmt: skip


PAGE = 200  # lines given at once


SCANNED = 20_000  # lines looked through at once for some words

Line = dict[str, Any]


def _plain(name: Any) -> str:
    return str(name).replace("_", " ")


def _reading(d: Line) -> str:
    read = d["reading"]
    said = [_plain(read["place"]), read["value"], *([read["toward"]] if read.get("toward") else [])]
    return ", ".join(said) + (" (taken again)" if d.get("corrects") else "")


def _cut(d: Line) -> str:
    return f"{_plain(d['figure'])}: not cut after all" if d.get("undo") else f"{d['label']} at {d['length']}"


def _step(d: Line) -> str:
    return f"{d['key'].replace('-', ' ')}: not done after all" if d.get("undo") else str(d["text"])


def _signed(d: Line) -> str:
    before, after = d.get("before", {}), d.get("after", {})
    moved = [
        f"{_plain(place.removeprefix('gap_'))} {before[place]} → {now}"
        for place, now in after.items()
        if place in before and before[place] != now
    ]
    told = f"gaps before and after: {'; '.join(moved)}" if moved else "gaps good as first read"
    return " · ".join(part for part in (d.get("note"), told) if part)


def _floor_changed(d: Line) -> str:
    moved = [f"{_plain(m['figure'])} {m['before'] or 'unknown'} → {m['after'] or 'unknown'}" for m in d["moved"]]
    return "; ".join([*([", ".join(d["floors"])] if d.get("floors") else []), *moved])


def _document_changed(d: Line) -> str:
    was, now = d["from"], d["to"]
    moved = ", ".join(_plain(key) for key in dict.fromkeys([*was, *now]) if was.get(key) != now.get(key))
    return ": ".join(part for part in (now.get("name"), moved) if part)


_SAYS: dict[str, Callable[[Line], str]] = {
    "measured": _reading,
    "withdrawn": _reading,
    "cut": _cut,
    "step": _step,
    "signed": _signed,
    "floor changed": _floor_changed,
    "usual changed": _floor_changed,
    "job changed": _document_changed,
    "wall changed": _document_changed,
    "moved to another wall": lambda _: "its place is measured from that wall’s ends",
}


def in_words(what: str, detail: Line) -> str:
    """Say what a line of the log holds.

    Args:
        what: the event.
        detail: what was noted of it.

    Returns:
        One line of text; "" where there is nothing to add to the event.
    """
    if what in _SAYS:
        return _SAYS[what](detail)
    if isinstance(detail.get("name"), str):
        return detail["name"] or "without a name"
    if isinstance(detail.get("changed"), list):
        return ", ".join(detail["changed"]) or "nothing in it"
    return str(detail.get("note") or detail.get("mark") or "")


def told(line: Line, marks: Mapping[int, str]) -> Line:
    """Put a line of the log into words, with the mark of its opening."""
    return {
        **line,
        "mark": marks.get(line["opening_id"]) if line["opening_id"] is not None else None,
        "event": EVENTS.get(line["what"], line["what"]),
        "words": in_words(line["what"], line["detail"]),
    }


def page_of(lines: Iterable[Line], marks: Mapping[int, str], find: str) -> tuple[list[Line], int | None]:
    """Take the first lines that hold every word looked for.

    Args:
        lines: a log, newest first, each line with its id.
        marks: what openings are called, by id.
        find: words, in any order and any case; "" for every line.

    Returns:
        The lines in words, and the id of the last line looked at if there are older ones still to look at.
    """
    wanted = find.casefold().split()
    found: list[Line] = []
    last: int | None = None
    for looked, line in enumerate(lines):
        if len(found) == PAGE or looked == SCANNED:
            return found, last
        one = told(line, marks)
        text = f"{one['words']} {one['who']} {one['event']} {one['mark'] or ''}".casefold()
        if all(word in text for word in wanted):
            found.append(one)
        last = line["id"]
    return found, None
