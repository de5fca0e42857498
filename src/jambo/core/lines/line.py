"""What a line says (handbook 26): its tokens as they were heard, and the facts they stand for, as tape text."""

from __future__ import annotations

from dataclasses import field
from typing import Literal

from jambo.core.facts.frame import FrameKind, Supply
from jambo.core.facts.hardware import LockFunction
from jambo.core.facts.leaf import Core, HingeSide, Side
from jambo.core.facts.opening import DoorKind, LeadsTo
from jambo.core.frozen import dataclass

TokenOf = Literal[
    "mark", "count", "kind", "leaves", "leaf", "thickness", "hand", "swing", "stud", "wall", "floor", "frame", "unit", "fire", "glass", "core",
    "leads", "lock", "room", "question",
]  # fmt: skip

WHAT: dict[TokenOf, str] = {
    "mark": "mark",
    "count": "how many",
    "kind": "kind of door",
    "leaves": "leaves",
    "leaf": "{leaf}",
    "thickness": "thickness",
    "hand": "hand",
    "swing": "which way it opens",
    "stud": "{stud} depth",
    "wall": "finished wall",
    "floor": "floor",
    "frame": "{frame}",
    "unit": "unit delivered",
    "fire": "fire",
    "glass": "glass",
    "core": "core",
    "leads": "leads to",
    "lock": "lock",
    "room": "room",
    "question": "not understood",
}


@dataclass(frozen=True, slots=True)
class Meaning:
    """One of the meanings a writing could have: in words, and the text that leaves no doubt of it."""

    label: str
    text: str


@dataclass(frozen=True, slots=True)
class Token:
    """A stretch of the line: its text as written, from `start` to `end`, what it is about, and what was heard in it.

    `choices` are its meanings where it has more than one, the one heard first.
    """

    what: TokenOf
    start: int
    end: int
    text: str
    reading: str
    choices: tuple[Meaning, ...] = ()


@dataclass(frozen=True, slots=True)
class FloorLayer:
    """A floor as a line says it: its name and its thickness as tape text."""

    name: str
    thickness: str


Floor = tuple[FloorLayer, ...]


@dataclass
class LineFacts:
    """The facts of a line, lengths as tape text with their unit; None or empty where the line is silent.

    `measured` says whether the width of what has two leaves is each leaf's or over all; `opening_width` is that over all of what slides
    past or over its opening, `opening_height` that opening's height where it is told beside the leaf's; `floor_a_from` and `floor_b_from` name floors of the job by their keys; `other_width` the second leaf's where the two differ.
    """

    mark: str = ""
    count: int = 1
    kind: DoorKind | None = None
    pair: bool = False
    folding: bool = False
    panels: int | None = None
    width: str | None = None
    other_width: str | None = None
    measured: Literal["each", "all"] | None = None
    opening_width: str | None = None
    opening_height: str | None = None
    height: str | None = None
    thickness: str | None = None
    hinge_side: HingeSide | None = None
    opens_to: Side | None = None
    slides_to: HingeSide | None = None
    stud_depth: str | None = None
    wall_depth: str | None = None
    floor_a: Floor | None = None
    floor_b: Floor | None = None
    floor_a_from: str | None = None
    floor_b_from: str | None = None
    frame: FrameKind | None = None
    supply: Supply | None = None
    leads_to: LeadsTo | None = None
    core: Core | None = None
    hinges: int | None = None
    function: LockFunction | None = None
    backset: str | None = None
    closer: bool = False
    unit_width: str | None = None
    fire_rated: bool = False
    fire_minutes: int | None = None
    glass: bool = False
    room: str = ""
    note: str = ""


@dataclass(frozen=True, slots=True)
class ReadLine:
    """A line read: its text, its tokens in the order they are written, and the facts they stand for."""

    text: str
    tokens: tuple[Token, ...] = ()
    said: LineFacts = field(default_factory=LineFacts)

    @property
    def questions(self) -> tuple[Token, ...]:
        """The tokens nobody understood, or that could mean another thing."""
        return tuple(t for t in self.tokens if t.what == "question" or t.choices)
