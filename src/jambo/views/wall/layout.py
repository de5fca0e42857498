"""A wall with all its openings as JSON gives it: one elevation, one tape, its pieces, and what stands against it."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

from typing_extensions import TypedDict

from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import FlagLevel
from jambo.core.framing.boxes import services_over_floors
from jambo.core.labels import label, piece_label
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figure, value_of
from jambo.core.quantities.length import ZERO
from jambo.core.quantities.millimetres import in_mm
from jambo.core.quantities.tape import Tape, Unit, show
from jambo.core.rules import HouseRules
from jambo.core.solve import Result
from jambo.core.wall.judge import WallFlag, on_wall
from jambo.core.wall.layout import Layout, Solved, StandingOpening, lay_out
from jambo.core.wall.timber import timber
from jambo.core.words.lists import Words, of_wall
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse
from jambo.format.reader import Reader
from jambo.format.wall_facts import read_fittings
from jambo.views.opening.answers import FAILED, worked_out
from jambo.views.opening.result import LengthOut, ParsedLengthOut, UsualOut, flag_out, heard_out, length_out, usual_out
from jambo.views.wall.places import PlacesOut, places_out

TIMBER = ("stud_thickness", "stud_depth", "stud_spacing", "plate_thickness", "layout_offset")


@dataclass(frozen=True, slots=True)
class WallOpening:
    """An opening of the wall to lay out: its id, its name, and its facts as JSON text."""

    id: int
    name: str
    opening: str


@dataclass(frozen=True, slots=True)
class SharedTexts:
    """What the openings of a wall have in common, as JSON texts."""

    unit: Unit
    rules: str
    floors: str
    usual: str
    wall: str

    def document(self, opening: str = "{}") -> Document:
        """Give the document of an opening in this wall, or of the wall without one."""
        data = {name: json.loads(getattr(self, name)) for name in ("rules", "floors", "usual", "wall")}
        return parse(Document, {"unit": self.unit, **data, "opening": json.loads(opening)})


@lru_cache(maxsize=600)
def _solved(around: SharedTexts, opening: str) -> tuple[Opening, Result] | None:
    """Solve an opening of a wall; None when it cannot be. While one is moved the others' answers are shared."""
    try:
        facts = facts_of(around.document(opening))
    except Refused:
        return None
    result = worked_out(facts)
    return None if FAILED in result.flags else (facts.opening, result)


class StandingOut(TypedDict):
    """An opening on the wall: its rough opening and framing from the left end, and the worst of its own flags."""

    id: int
    name: str
    left: LengthOut
    centre: LengthOut
    right: LengthOut
    width: LengthOut
    king_left: LengthOut
    king_right: LengthOut
    framing_left: float
    framing_right: float
    worst: FlagLevel | None


class WallShapeOut(TypedDict):
    """A rectangle of the wall's elevation in millimetres; `id` is the opening it belongs to, None the wall itself."""

    id: int | None
    part: str
    x0: float
    y0: float
    x1: float
    y1: float


class WallMarkOut(TypedDict):
    """A line on the plate, from the left end; a stud carries its number."""

    what: str
    x: float
    read: LengthOut
    crossed: str | None
    id: int | None
    number: int | None


class WallPieceOut(TypedDict):
    """A piece of the wall itself, beside those of its openings."""

    label: str
    count: int
    length: str


class WallFlagOut(TypedDict):
    """A judgement on the wall as a whole, and the openings it is about."""

    code: str
    level: FlagLevel
    reason: str
    cure: str
    openings: list[int]
    x: float | None


class FittingOut(TypedDict):
    """Something fitted on the wall, where it is drawn."""

    what: str
    x: float
    y: float
    side: str


class ServiceOut(TypedDict):
    """Something that runs in a standing wall, as the box it runs in, in millimetres."""

    what: str
    x0: float
    x1: float
    y0: float
    y1: float
    fixed: bool


class WallOut(TypedDict):
    """The whole wall laid out. `unplaced` have no place or size yet, `refused` cannot be worked out.

    `usual` is what its job gave it. `timber` is what its studs, plates and layout are, by the wall's own facts or by the house rules; `heard` what was heard in
    the lengths written for it.
    """

    length: float | None
    height: float | None
    openings: list[StandingOut]
    unplaced: list[str]
    refused: list[str]
    shapes: list[WallShapeOut]
    marks: list[WallMarkOut]
    fittings: list[FittingOut]
    pieces: list[WallPieceOut]
    flags: list[WallFlagOut]
    studs: int
    services: list[ServiceOut]
    places: list[PlacesOut]
    timber: dict[str, str]
    heard: dict[str, ParsedLengthOut]
    usual: UsualOut


def solved_in_wall(
    openings: Sequence[WallOpening], around: SharedTexts
) -> tuple[list[WallOpening], list[Solved], list[str]]:
    """Solve the openings of a wall: those that can be worked out, as kept and as solved, and the names of the others."""
    solved: list[Solved] = []
    kept: list[WallOpening] = []
    refused: list[str] = []
    for one in openings:
        answer = _solved(around, one.opening)
        if answer is None:
            refused.append(one.name)
            continue
        kept.append(one)
        solved.append(Solved(one.name, *answer))
    return kept, solved, refused


def laid_in_wall(openings: Sequence[WallOpening], around: SharedTexts) -> tuple[Layout, list[Solved], Wall]:
    """Lay a wall out as its page has it: the layout, its openings by its indices, its facts. Raises Refused when the wall itself cannot be."""
    _, solved, _ = solved_in_wall(openings, around)
    wall = facts_of(around.document()).wall
    return lay_out(solved, wall), solved, wall


def wall_out(openings: Sequence[WallOpening], around: SharedTexts, tape: Tape, words: Words) -> WallOut:
    """Lay out a wall. Raises Refused when the wall itself cannot be."""
    blank = around.document()
    bare = facts_of(blank)
    words = of_wall(words, steel=bare.wall.steel)
    rules: HouseRules = bare.rules
    kept, solved, refused = solved_in_wall(openings, around)
    layout = lay_out(solved, bare.wall)
    fittings = read_fittings(blank.wall, Reader(blank.unit, tape))
    corners = (blank.wall.left_corner, blank.wall.right_corner)
    said = on_wall(layout, solved, bare.wall, corners, fittings, rules)
    height = value_of(bare.wall.height)
    return {
        "length": in_mm(layout.length) if layout.length is not None else None,
        "height": in_mm(height) if height is not None else None,
        "openings": [_standing(s, kept[s.index], solved[s.index], tape) for s in layout.standing],
        "unplaced": [kept[i].name for i in layout.unplaced],
        "refused": refused,
        "shapes": [
            {
                "id": kept[i].id if i is not None else None, "part": s.part,
                "x0": in_mm(s.x0), "y0": in_mm(s.y0), "x1": in_mm(s.x1), "y1": in_mm(s.y1),
            }
            for i, s in layout.shapes
        ],
        "marks": [
            {
                "what": m.what, "x": in_mm(m.at), "read": length_out(m.at, tape), "crossed": m.crossed,
                "id": kept[m.index].id if m.index is not None else None, "number": m.number,
            }
            for m in layout.marks
        ],
        "fittings": [
            {"what": f.what, "x": in_mm(f.at), "y": in_mm(f.height) if f.height is not None else 1100.0, "side": f.side}
            for f in fittings
        ],
        "pieces": _pieces(layout, bare.wall, tape, words),
        "flags": [_flag(s, layout, kept, tape, words) for s in said],
        "studs": len(layout.studs),
        "services": [
            {
                "what": s.what, "x0": in_mm(s.low), "x1": in_mm(s.high), "y0": in_mm(s.bottom),
                "y1": in_mm(min(s.top, height) if height is not None else s.top), "fixed": not s.movable,
            }
            for s in _drawn_over_floors(bare.wall, solved).services
        ],
        "timber": {name: show(getattr(bare.wall, name).value, tape).digits for name in TIMBER},
        "heard": {path: heard_out(h, tape.unit, tape) for path, h in bare.heard.items() if path.startswith("wall.")},
        "usual": usual_out({path: value for path, value in bare.usual.items() if path.startswith("wall.")}),
        "places": places_out([one.id for one in kept], solved, layout, bare.wall, rules, tape, words),
    }  # fmt: skip


def _drawn_over_floors(wall: Wall, solved: Sequence[Solved]) -> Wall:
    """The wall's services over the floors of the first of its openings that says any; where none does, as they were said."""
    floors = [names.FLOOR_A, names.FLOOR_B]
    described = (one.result.figures for one in solved if any(one.result.figures.value(f) is not None for f in floors))
    return services_over_floors(wall, first) if (first := next(described, None)) is not None else wall


def _standing(s: StandingOpening, one: WallOpening, solved: Solved, tape: Tape) -> StandingOut:
    flags = solved.result.flags
    return {
        "id": one.id,
        "name": one.name,
        "left": length_out(s.opening.low, tape),
        "centre": length_out((s.opening.low + s.opening.high) * HALF, tape),
        "right": length_out(s.opening.high, tape),
        "width": length_out(s.opening.width, tape, "up"),
        "king_left": length_out(s.kings.low, tape),
        "king_right": length_out(s.kings.high, tape),
        "framing_left": in_mm(s.framing.low),
        "framing_right": in_mm(s.framing.high),
        "worst": flags[0].kind.level if flags else None,
    }


def _pieces(layout: Layout, wall: Wall, tape: Tape, words: Words) -> list[WallPieceOut]:
    """The wall's own pieces whose length is known."""
    return [
        {
            "label": piece_label(piece, words, tape) if piece.part == "plate" else label(piece.length.name, words),
            "count": piece.count,
            "length": show(piece.length.value, tape, piece.length.name.rounding).text,
        }
        for piece in timber(layout, wall)
        if isinstance(piece.length, Figure)
    ]


def _flag(said: WallFlag, layout: Layout, kept: Sequence[WallOpening], tape: Tape, words: Words) -> WallFlagOut:
    out = flag_out(said.flag, tape, words)
    by = {s.index: s for s in layout.standing}
    spots = [(by[i].opening.low + by[i].opening.high) * HALF for i in said.about]
    where = sum(spots, ZERO) * Fraction(1, len(spots)) if spots else None
    return {
        "code": out["code"], "level": out["level"], "reason": out["reason"], "cure": out["cure"],
        "openings": [kept[i].id for i in said.about],
        "x": in_mm(where) if where is not None else None,
    }  # fmt: skip
