"""The record in words: what a line of the log says to somebody who reads it, and which lines hold the words looked for."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Mapping, Sequence
from contextlib import suppress
from functools import cache
from typing import Any

from jambo.core.job import record
from jambo.core.job.record import named
from jambo.core.labels import label, template_of
from jambo.core.words.lists import WORDS, Region, fill
from jambo.format.paths import differences, lengths
from jambo.views.opening.found import WAYS

# What facts that are no lengths are called in the record
CHOICES = {
    "opening.door.kind": "what hangs", "opening.door.hinge_side": "hinges, seen from A", "opening.door.opens_to": "opens to side",
    "opening.door.outside": "outside, side", "opening.door.slides_to": "opens toward", "opening.frame.kind": "kind of {frame}",
    "opening.frame.stands_on": "what the {leg}s stand on", "opening.floors.a": "floor on side A", "opening.floors.b": "floor on side B",
    "opening.floors.a_from": "floor on side A", "opening.floors.b_from": "floor on side B", "opening.floors.under": "floor under the {leaf}",
    "opening.header.source": "who gave the {header}", "opening.header.jacks": "{jack}s each side",
    "opening.header.kings": "{king}s each side", "opening.position.to": "measured to the", "opening.position.measured_from": "measured from",
    "opening.school": "method", "opening.door.leaves": "leaves", "wall.bearing": "whether it carries load", "wall.existing": "stands already",
    "wall.height_by": "height given as", "job.step": "smallest mark",
    "opening.stays.old_frame": "old {frame}", "opening.stays.casing": "{casing}", "opening.setting.cut_legs": "{leg}s cut for the {header}",
    "opening.setting.trim_leaf": "{leaf} trimmed for its gap", "opening.setting.lower_under": "what it stands on, lowered",
    "opening.setting.raise_header": "{header} raised", "opening.setting.to_leaf": "{head} set to the {leaf}",
    "opening.unit.leg_taped": "its {leg}s taped to", "opening.door.in_hand.core": "core of the {leaf}",
    "opening.door.in_hand.hinge_count": "hinges it comes with", "opening.door.in_hand.hinges": "its own hinges",
    "opening.door.in_hand_fixed.core": "core of the fixed {leaf}", "opening.door.in_hand_fixed.hinge_count": "hinges the fixed {leaf} comes with",
    "opening.door.in_hand_fixed.hinges": "the fixed {leaf}'s own hinges",
    "opening.floors.a_is.kind": "kind of floor on side A", "opening.floors.b_is.kind": "kind of floor on side B",
    "opening.floors.strip_under_legs": "the strip runs under the {leg}s", "opening.door.pocket.unmarked": "kit without a mark for this {leaf}",
}  # fmt: skip

EVENTS = {
    "planned": "planned", "changed": "plan changed", "undone": "plan taken back", "redone": "plan brought back",
    "measured": "measured", "withdrawn": "reading withdrawn", "ordered": "ordered", "delivered": "delivered",
    "removed": "off the board",
    "restored": "back on the board", "walking order": "walk changed", "wall changed": "wall changed",
    "photographed": "photographed", "photograph out": "photograph taken out", "photograph erased": "photograph erased",
    "floor changed": "floor changed", "usual changed": "what is usual changed", "job opened": "job opened", "job changed": "job changed",
    "job removed": "job off the board", "job restored": "job back on the board", "wall added": "wall added",
    "wall removed": "wall taken out", "wall restored": "wall put back", "moved to another wall": "moved to another wall",
    "calendar": "calendar address", "thinned": "old versions thinned",
} | {what: kinds[0].LABEL for what, kinds in record.EVENTS.items()}  # fmt: skip


UNREADABLE = "this line cannot be read; it counts for nothing"

PAGE = 200  # lines given at once


SCANNED = 20_000  # lines looked through at once for some words

Line = dict[str, Any]


def _plain(name: Any) -> str:
    return str(name).replace("_", " ")


def _reading(d: Line, words: Region) -> str:
    read = d["reading"]
    way = read.get("toward") if re.search("[1-9]", read["value"]) else None  # none goes nowhere
    said = [named(read["place"], words), read["value"], *([WAYS[way].format(**WORDS[words])] if way in WAYS else [])]
    return ", ".join(said) + (" (taken again)" if d.get("corrects") else "")


def _photographed(d: Line, words: Region) -> str:
    """What a photograph is of: the reading, the step, or the line it is kept with."""
    if "reading" in d:
        return _reading(d, words)
    return str(d["step"]) if "step" in d else f"kept with: {EVENTS.get(d['line']['what'], d['line']['what'])}"


def _floor_changed(d: Line, words: Region) -> str:
    moved = [f"{named(m['figure'], words)} {m['before'] or 'unknown'} → {m['after'] or 'unknown'}" for m in d["moved"]]
    return "; ".join([*([", ".join(d["floors"])] if d.get("floors") else []), *moved])


def _document_changed(d: Line, words: Region) -> str:
    was, now = d["from"], d["to"]
    root = "job" if "work" in now else "wall"
    moved = _told([(f"{root}.{path}", *values) for path, *values in differences(was, now)], words)
    return ": ".join(part for part in (now.get("name"), moved) if part)


def _opening_changed(d: Line, words: Region) -> str:
    if "moved" not in d:  # noted before the record told before and after
        return ", ".join(called(f"opening.{path}", words) for path in d.get("changed", [])) or "nothing in it"
    return _told([(f"opening.{m['path']}", m["was"], m["is"]) for m in d["moved"]], words) or "nothing in it"


def _told(moved: Sequence[tuple[str, Any, Any]], words: Region) -> str:
    """What changed, each with before and after: "Leaf width 30 in → 32 in"."""
    return "; ".join(f"{called(path, words)} {_value(was)} → {_value(now)}" for path, was, now in moved)


def _value(value: Any) -> str:
    """What somebody wrote, as the record tells it."""
    if isinstance(value, dict) and "value" in value:
        return f"{value['value']} {value['unit']}"
    if value in (None, "", [], {}):
        return "not said"
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, list):
        return "1 entry" if len(value) == 1 else f"{len(value)} entries"
    return _plain(value) if isinstance(value, str) and re.fullmatch(r"[a-z]+(_[a-z]+)+", value) else str(value)


@cache
def _names() -> dict[str, str]:
    """The names of a document's lengths, by path."""
    return {one.path: one.fact.name if one.fact is not None else one.path.rpartition(".")[2] for one in lengths()}


def called(path: str, words: Region) -> str:
    """What the fact at a path is called in the crew's words.

    Args:
        path: in a document, such as `opening.door.leaves[0].width`, or `job.rules.side_shim`.
        words: of which region.
    """
    named = re.sub(r"\[\d+\]", "[]", path).replace("job.rules.", "opening.rules.").replace("job.usual.", "usual.")
    if named in CHOICES:
        return fill(CHOICES[named], words)
    name = _names().get(named, "")
    if template_of(name) is not None:
        return label(name, words)
    last = _plain(named.rpartition(".")[2].removesuffix("[]"))
    return last[:1].upper() + last[1:]


def _calendar(d: Line, words: Region) -> str:
    return f"{d['of']}: {'taken back' if d.get('undo') else 'made'}"


def _thinned(d: Line, _: Region) -> str:
    return f"{d['versions']} of before yesterday cannot be taken back to any more; the last of each day stays, and every one that work was done by"


_SAYS: dict[str, Callable[[Line, Region], str]] = {
    "measured": _reading,
    "withdrawn": _reading,
    "calendar": _calendar,
    "photographed": _photographed,
    "photograph out": lambda *_: "it stays in the record, and is shown no longer",
    "photograph erased": lambda *_: "the picture is gone for good; earlier backups hold it until they are dropped",
    "thinned": _thinned,
    "floor changed": _floor_changed,
    "usual changed": _floor_changed,
    "job changed": _document_changed,
    "wall changed": _document_changed,
    "changed": _opening_changed,
    "undone": _opening_changed,
    "redone": _opening_changed,
    "moved to another wall": lambda *_: "its place is measured from that wall’s ends",
}


def in_words(what: str, detail: Line, words: Region = "north_america") -> str:
    """Say what a line of the log holds that is no event of the job's core: a document that changed, a reading, a photograph.

    Args:
        what: the event.
        detail: what was noted of it.
        words: whose words its parts are told in.

    Returns:
        One line of text; "" where there is nothing to add to the event.
    """
    if what in _SAYS:
        return _SAYS[what](detail, words)
    if isinstance(detail.get("name"), str):
        return detail["name"] or "without a name"
    return str(detail.get("note") or detail.get("mark") or "")


def told(line: Line, marks: Mapping[int, str], words: Region = "north_america") -> Line:
    """Put a line of the log into words, with the mark of its opening."""
    said = UNREADABLE
    if line["what"] in record.EVENTS:
        if line["happened"] is not None:
            void = "no longer holds: the plan has changed since" if line["detail"].get("void") else ""
            said = " · ".join(part for part in (line["happened"].told(words), void) if part)
    elif "unreadable" not in line["detail"]:
        with suppress(LookupError, TypeError, ValueError, AttributeError):  # kept otherwise than any Jambo writes it
            said = in_words(line["what"], line["detail"], words)
    return {
        **line,
        "mark": marks.get(line["opening_id"]) if line["opening_id"] is not None else None,
        "event": EVENTS.get(line["what"], line["what"]),
        "words": said,
    }


def page_of(
    lines: Iterable[Line], marks: Mapping[int, str], find: str, words: Region = "north_america"
) -> tuple[list[Line], int | None]:
    """Take the first lines that hold every word looked for.

    Args:
        lines: a log, newest first, each line with its id.
        marks: what openings are called, by id.
        find: words, in any order and any case; "" for every line.
        words: whose words their parts are told in.

    Returns:
        The lines in words, and the id of the last line looked at if there are older ones still to look at.
    """
    wanted = find.casefold().split()
    found: list[Line] = []
    last: int | None = None
    for looked, line in enumerate(lines):
        if len(found) == PAGE or looked == SCANNED:
            return found, last
        one = told(line, marks, words)
        text = f"{one['words']} {one['who']} {one['event']} {one['mark'] or ''}".casefold()
        if all(word in text for word in wanted):
            found.append(one)
        last = line["id"]
    return found, None
