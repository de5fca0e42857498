"""A door in a row of a schedule (handbook 26): every cell read as what its column is about."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from contextlib import suppress
from dataclasses import replace
from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.lines.line import LineFacts, Meaning, Token, TokenOf
from jambo.core.lines.read import (
    FEET_WRITTEN,
    LONGEST,
    MOST_AT_ONCE,
    MOST_MARK,
    MOST_ROOM,
    NO_FLOORS,
    both_writings,
    fire_minutes,
    has_leaves,
    hear_floor,
    heard_length,
    heard_width,
    keep_width,
    settled,
    tokens_of,
    width_choices,
    written,
)
from jambo.core.lines.vocabulary import SLIDES
from jambo.core.quantities.notation import ParsedLength
from jambo.core.quantities.tape import Unit

Column = Literal[
    "line", "mark", "room", "count", "kind", "size", "width", "height", "thickness", "hand", "stud", "wall", "frame", "floor",
    "floor_a", "floor_b", "fire", "glass", "lock", "backset", "unit", "opening_width", "opening_height", "note",
]  # fmt: skip

COLUMNS: dict[Column, str] = {
    "line": "a whole line",
    "mark": "mark",
    "room": "room",
    "count": "how many",
    "kind": "kind of door",
    "size": "{leaf} size",
    "width": "{leaf} width",
    "height": "{leaf} height",
    "thickness": "{leaf} thickness",
    "hand": "hand",
    "stud": "{stud} depth",
    "wall": "finished wall",
    "frame": "{frame}",
    "floor": "floor, both sides",
    "floor_a": "floor, side A",
    "floor_b": "floor, side B",
    "fire": "fire rating",
    "glass": "glass",
    "lock": "lock: function, backset, closer",
    "backset": "backset",
    "unit": "unit delivered, width",
    "opening_width": "finished opening, width",
    "opening_height": "finished opening, height",
    "note": "note",
}

NOTHING = frozenset({"", "-", "--", "n/a", "na", "none", "no", "nil", "tbc", "tba", "?", "x", "0"})
LONGEST_NOTE = 2000


_Heard = tuple[str, tuple[Meaning, ...]]  # what was heard, and its other meanings


class NotHeard(ValueError):
    """A cell that is not what its column is about. `reason` says why, `accepted` what would do."""

    def __init__(self, reason: str, accepted: str) -> None:
        super().__init__(f"{reason}; {accepted}")
        self.reason = reason
        self.accepted = accepted


@dataclass(frozen=True, slots=True)
class Cell:
    """A cell as it was heard: its column, its text, what was heard in it, or why nothing could be."""

    column: Column
    text: str
    reading: str = ""
    choices: tuple[Meaning, ...] = ()
    reason: str = ""
    accepted: str = ""


# which tokens a column may hold, and what it wants to be told
_TOKENS: dict[Column, tuple[frozenset[TokenOf], str]] = {
    "kind": (frozenset({"kind", "frame", "fire", "glass", "leaves", "hand", "swing", "core", "leads", "lock"}), "swing, pair, pocket, face slider or bypass"),
    "size": (frozenset({"leaf", "thickness", "kind", "leaves"}), 'a size such as 2868, 2-8 x 6-8 or 762 x 1981'),
    "hand": (frozenset({"hand", "swing"}), "LH, RH, LHR, RHR, left or right"),
    "frame": (frozenset({"frame", "wall"}), "lining, flat jamb, split jamb, rabbeted or steel"),
}  # fmt: skip


def _by_tokens(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    may, accepted = _TOKENS[column]
    tokens = tokens_of(said, text, unit)
    strange = [t for t in tokens if t.what not in may]
    if strange or not tokens:
        why = strange[0].reading if strange and strange[0].what == "question" else "not understood"
        raise NotHeard(
            f"“{(strange[0].text if strange else text)[:40]}” is {why}" if why == "not understood" else why,
            f"accepted: {accepted}",
        )
    return ", ".join(t.reading for t in tokens), next((_within(text, t) for t in tokens if t.choices), ())


def _lengths(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    kinds = {
        "width": "leaf_width",
        "height": "leaf_height",
        "thickness": "leaf_thickness",
        "wall": "wall_thickness",
        "unit": "opening_width",
        "backset": "small",
        "opening_width": "opening_width",
        "opening_height": "opening_height",
    }
    fact = {"wall": "wall_depth", "unit": "unit_width"}.get(column, column)
    if column == "width" and "+" in text.strip(" +"):
        return _by_tokens(said, "size", text, unit)  # two leaves that differ
    if column == "width" and (has_leaves(said) or said.kind == "cased"):
        wide = heard_width(text, unit, said)
        tall = ParsedLength(wide.height, "in") if wide.height is not None else None
        said.height = said.height or (written(tall) if tall is not None else None)
        return keep_width(said, wide, tall, unit, text.strip())
    heard = heard_length(text, unit, kinds[column])
    asked = heard.also is not None and unit == "in"  # it stays as written until somebody says which
    setattr(said, fact, text.strip() if asked else written(heard))
    if heard.height is not None and column == "width":
        said.height = said.height or f"{heard.height.in_inches()} in"
    return both_writings(heard), width_choices(heard)


_BARE_FUNCTION = re.compile(
    r"(passage|bath(?:room)?|entry|entrance|storeroom|classroom|office)(?! (?:function|lock|latch|set|lever|knob))",
    re.IGNORECASE,
)


def _lock(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    """What a lock does, by one word as it stands in its own column; its backset, with the word or alone; a closer. Else a note of it."""
    asked = _BARE_FUNCTION.sub(r"\1 lock", text)
    with suppress(ValueError):
        return _lengths(said, "backset", text, unit)
    tokens = tokens_of(replace(said), asked, unit)
    if not tokens or any(t.what != "lock" for t in tokens):  # such as the number of a set: nothing of it is lost
        said.note = _noted(said, f"Lock: {text}")
        return "a note", ()
    tokens_of(said, asked, unit)
    return ", ".join(t.reading for t in tokens), ()


def _kind(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    """The kind of door; a column called function may tell the lock's."""
    if _BARE_FUNCTION.fullmatch(text):
        return _lock(said, column, text, unit)
    return _by_tokens(said, column, text, unit)


def _stud(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    tokens = tokens_of(said, text if "x" in text.lower() else f"{text} stud", unit)
    if [t.what for t in tokens] != ["stud"]:
        raise NotHeard(f"“{text[:40]}” is no stud", "accepted: 2x4, 90x45, 3 1/2 or 90 mm")
    return tokens[0].reading, ()


FLOOR_COLUMNS: frozenset[Column] = frozenset({"floor", "floor_a", "floor_b"})


def _job_floor(said: LineFacts, column: Column, text: str, key: str) -> _Heard:
    """A floor of the job by its own name."""
    for side in ("a", "b"):
        if column in ("floor", f"floor_{side}"):
            setattr(said, f"floor_{side}_from", key)
    return f"{text}, as the job has it", ()


def _floors(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    layers, reading = hear_floor(text, unit)
    for side in ("a", "b"):
        if column in ("floor", f"floor_{side}"):
            setattr(said, f"floor_{side}", layers)
    return reading, ()


def _count(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    digits = re.sub(r"^x\s*|\s*(?:no|off|ea|each|pcs?|times)\.?$", "", text.lower()).strip(" .")
    if not digits.isdecimal() or not 1 <= int(digits) <= MOST_AT_ONCE:
        raise NotHeard(f"“{text[:40]}” is not how many there are", f"a whole number from 1 to {MOST_AT_ONCE}")
    said.count = int(digits)
    return f"{said.count} alike" if said.count > 1 else "one", ()


def _text(most: int, what: str) -> Callable[[LineFacts, Column, str, Unit], _Heard]:
    def keep(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
        if len(text) > most:
            raise NotHeard(f"{len(text)} characters are too long for {what}", f"at most {most}")
        setattr(said, column, _noted(said, text) if column == "note" else text)
        return text, ()

    return keep


def _noted(said: LineFacts, text: str) -> str:
    """The note with one more thing in it."""
    return "; ".join(filter(None, (said.note, text)))


NOT_RATED = frozenset({"nr", "n.r.", "not rated", "non-rated", "non rated", "unrated"})


def _yes(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    if column == "fire" and text.lower() in NOT_RATED:
        return "not fire-rated", ()
    setattr(said, {"fire": "fire_rated"}.get(column, column), True)
    if column != "fire":
        return "glass in it", ()
    said.fire_minutes = fire_minutes(text)
    return "fire-rated" + (f" for {said.fire_minutes} minutes" if said.fire_minutes is not None else ""), ()


def _line(said: LineFacts, column: Column, text: str, unit: Unit) -> _Heard:
    tokens = tokens_of(said, text, unit)
    asked = [t for t in tokens if t.what == "question"]
    if asked:
        raise NotHeard(f"“{asked[0].text[:40]}” is {asked[0].reading}", "mend it or take it out")
    choices = next((_within(text, t) for t in tokens if t.choices), ())
    return ", ".join(t.reading for t in tokens), choices


def _within(text: str, token: Token) -> tuple[Meaning, ...]:
    """A token's choices, each as the whole text with it in its place."""
    return tuple(Meaning(c.label, text.replace(token.text, c.text, 1)) for c in token.choices)


_READERS: dict[Column, Callable[[LineFacts, Column, str, Unit], _Heard]] = {
    "line": _line, "mark": _text(MOST_MARK, "a mark"), "room": _text(MOST_ROOM, "a room"), "note": _text(LONGEST_NOTE, "a note"),
    "count": _count, "kind": _kind, "lock": _lock, "backset": _lengths, "size": _by_tokens, "hand": _by_tokens, "frame": _by_tokens,
    "width": _lengths, "height": _lengths, "thickness": _lengths, "wall": _lengths, "unit": _lengths, "opening_width": _lengths, "opening_height": _lengths, "stud": _stud,
    "floor": _floors, "floor_a": _floors, "floor_b": _floors, "fire": _yes, "glass": _yes,
}  # fmt: skip


def read_row(
    cells: Sequence[tuple[Column, str, Unit]], floors: Mapping[str, str] = NO_FLOORS
) -> tuple[LineFacts, tuple[Cell, ...]]:
    """Read a row of a schedule.

    Args:
        cells: for each cell its column, its text, and the unit a bare number in it is in.
        floors: the job's own floors by their names, in small letters, with their keys.

    Returns:
        The facts of the row, and its cells as they were heard; one that could not be says why, and adds no fact.
    """
    said, read = LineFacts(), list[Cell]()
    # whether it has two leaves is heard before how wide they are, wherever its column stands
    order = sorted(range(len(cells)), key=lambda n: cells[n][0] not in ("kind", "line"))
    for column, text, unit in (cells[n] for n in order):
        text = " ".join(text.split())
        if text.lower() in NOTHING and column not in ("mark", "room", "note", "floor", "floor_a", "floor_b", "line"):
            read.append(Cell(column, text))
            continue
        if not text:
            read.append(Cell(column, text))
            continue
        try:
            if len(text) > LONGEST and column != "note":
                raise NotHeard(f"{len(text)} characters are too long for a cell", f"at most {LONGEST}")
            tried = replace(said)  # a cell that cannot be adds no fact
            if column in FLOOR_COLUMNS and (key := floors.get(text.lower())) is not None:
                reading, choices = _job_floor(tried, column, text, key)
            else:
                reading, choices = _READERS[column](tried, column, text, unit)
            said = tried
            read.append(Cell(column, text, reading, choices))
        except ValueError as error:
            read.append(
                Cell(column, text, reason=getattr(error, "reason", str(error)), accepted=getattr(error, "accepted", ""))
            )
    read = [one for _, one in sorted(zip(order, read, strict=True), key=lambda pair: pair[0])]
    if settled(said).slides_to is not None:
        read = [
            replace(c, reading=SLIDES[said.slides_to or "left"]) if c.column == "hand" and c.reading else c
            for c in read
        ]
    return said, _both_in_feet(said, tuple(read))


def _both_in_feet(said: LineFacts, cells: tuple[Cell, ...]) -> tuple[Cell, ...]:
    """2-8 beside 6-8 is feet and inches, both of them: nothing to ask."""
    written_so = {c.column for c in cells if c.column in ("width", "height") and FEET_WRITTEN.fullmatch(c.text)}
    if len(written_so) < 2:
        return cells
    width = next(c for c in cells if c.column == "width")
    if width.choices:
        said.width = width.choices[0].text
    return tuple(replace(c, choices=()) if c is width else c for c in cells)
