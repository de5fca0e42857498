"""Results as JSON gives them: every length both exact and as the crew's tape text, every figure with its terms."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from string import Formatter
from typing import Any

from typing_extensions import TypedDict

from jambo.core.drawing import Drawing, Shape
from jambo.core.facts.opening import DoorKind
from jambo.core.facts.wall import WallEnd
from jambo.core.flags import PLAIN, ROUNDED_UP, Flag, FlagLevel
from jambo.core.framing.items import Item
from jambo.core.framing.pole import PoleMark, pole_from, pole_starts
from jambo.core.framing.standing import LIKED
from jambo.core.framing.track_tape import TrackTape
from jambo.core.labels import label, piece_label, section_text
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Missing, Term, Waiting, other_way, value_of
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.quantities.millimetres import in_mm
from jambo.core.quantities.names import FigureName, figure_name
from jambo.core.quantities.notation import ParsedLength, called_out
from jambo.core.quantities.tape import OTHER, Rounding, ShyOrStrong, Tape, Unit, exact_number, show
from jambo.core.record import built
from jambo.core.rules import RULES
from jambo.core.solve import Result
from jambo.core.stages import Stage, State
from jambo.core.step import Step
from jambo.core.words.lists import WORDS, Words, fill
from jambo.format.declared import ExactLength
from jambo.format.facts import Facts
from jambo.views.opening.found import AsFoundOut, as_found_out
from jambo.views.opening.shared import Shared


class ExactOut(TypedDict):
    """An exact length; it can be written back into a document as it stands."""

    value: str
    unit: Unit


class LengthOut(TypedDict):
    """A length: exact, as tape text, what rounding moved, the other unit's text, and millimetres for drawing."""

    exact: ExactOut
    text: str
    digits: str
    unit: Unit
    moved: ShyOrStrong | None
    also: str
    mm: float


class TermOut(TypedDict):
    """One line of a figure's sum; `takes` says that it takes away, whatever of it is negative."""

    label: str
    times: str
    takes: bool
    each: LengthOut
    value: LengthOut
    source: str
    path: str
    detail: str


class FigureOut(TypedDict):
    """A computed length and how it adds up; `considered` is what a "highest of" passed over.

    `turned` says that label, value and terms are told the other way: the figure of that name is less than nothing by as much.
    """

    name: str
    label: str
    symbol: str
    rounding: Rounding
    value: LengthOut
    terms: list[TermOut]
    considered: list[TermOut]
    allowances: list[str]
    turned: bool


class MissingOut(TypedDict):
    """A field nobody has filled in yet."""

    label: str
    path: str


class WaitingOut(TypedDict):
    """A figure that cannot be worked out yet, and what it waits on."""

    name: str
    label: str
    on: list[MissingOut]


class FlagOut(TypedDict):
    """A judgement in words."""

    code: str
    level: FlagLevel
    stage: str
    reason: str
    cure: str
    figures: list[str]
    path: str


class MarkOut(TypedDict):
    """A line on the plate tape: the figure it shows and the side its stud stands on, as seen from side A."""

    what: str
    figure: str
    x: float
    crossed: str | None


class PoleOut(TypedDict):
    """A mark on the story pole; `read` is its height from what the pole is read from, `under` where it lies under that."""

    group: str
    figure: str
    y: float
    read: LengthOut
    under: bool


class HeightsOut(TypedDict):
    """What the story pole is read from, and what it can be read from."""

    read_from: str
    can: list[str]


class PieceOut(TypedDict):
    """A row of the cut list. `section` is the stock's thickness and width in the unit shown; `alike` the figure both legs were cut to
    before each had its own. `at` says the lines of the plate tape it stands at."""

    part: str
    label: str
    where: str
    count: int
    figure: str
    alike: str | None
    section: str
    made_of: str
    at: str


class ItemOut(TypedDict):
    """A row of the buy list; `detail` is its size and hand in shop terms."""

    label: str
    count: int
    length: LengthOut | None
    detail: str


class ShapeOut(TypedDict):
    """A rectangle of the elevation in millimetres, y up from the rough floor."""

    part: str
    x0: float
    y0: float
    x1: float
    y1: float
    figures: list[str]


class OutlineOut(TypedDict):
    """An outline of a plan or section: points in millimetres, as x, y, x, y ..."""

    part: str
    points: list[float]
    figures: list[str]


class DimOut(TypedDict):
    """A dimension line that reads a figure."""

    figure: str
    x0: float
    y0: float
    x1: float
    y1: float


class DrawingOut(TypedDict):
    """A plan or section. `depth` is the axis along which thin things may be drawn stretched."""

    name: str
    depth: str
    outlines: list[OutlineOut]
    dims: list[DimOut]


class StepOut(TypedDict):
    """A step of the work card, with this opening's figures; `gate` is what must be done before it."""

    key: str
    part: str
    text: str
    gate: str
    tools: str
    check: str
    caution: str
    cuts: list[str]


class TrackMarkOut(TypedDict):
    """A thing on the track's tape: its measure from the opening's edge, where it is on the wall, whether a hole lands."""

    what: str
    x: float
    read: LengthOut
    figure: str
    lands: bool


class TrackOut(TypedDict):
    """The horizontal tape of a face slider. `zero` and `direction` put its measures on the wall as drawn."""

    zero: float
    direction: int
    marks: list[TrackMarkOut]
    travel: float
    slid: float
    landed: int
    holes: int
    bored: int


class HandsOut(TypedDict):
    """The hand in both methods."""

    pull_side: str
    outside: str


class ParsedLengthOut(TypedDict):
    """What was heard in a text: the length, how it was read, and another meaning worth asking about."""

    length: LengthOut
    canonical: str
    reading: str
    also: str | None
    also_canonical: str | None
    height: str | None


UsualOut = dict[str, ExactOut | str | int | bool]


class ResultOut(TypedDict):
    """Everything that follows from one opening document. `usual` is what its job gave it, by path, as it is written there;
    `standing` says that the hole is there and stays."""

    format: str
    unit: Unit
    kind: DoorKind
    stages: list[Stage]
    states: dict[Stage, State]
    standing: bool
    school: str
    under: str
    figures: dict[str, FigureOut]
    waiting: list[WaitingOut]
    missing: list[MissingOut]
    flags: list[FlagOut]
    hands: HandsOut
    marks: list[MarkOut]
    pole: list[PoleOut]
    heights: HeightsOut
    pieces: list[PieceOut]
    hardware: list[ItemOut]
    shapes: list[ShapeOut]
    drawings: list[DrawingOut]
    steps: list[StepOut]
    track: TrackOut | None
    found: AsFoundOut
    built: dict[str, str]
    rules: dict[str, LengthOut]
    heard: dict[str, ParsedLengthOut]
    usual: UsualOut


@lru_cache(maxsize=50_000)  # the same lengths recur in many sums
def length_out(length: Length, tape: Tape, rounding: Rounding = "nearest") -> LengthOut:
    """Give a length in every form a reader may want: exact, as shown, on the other tape and in millimetres. Answers share it."""
    shown = show(length, tape, rounding)
    return Shared(  # type: ignore[return-value]
        exact=Shared(value=exact_number(length, tape.unit), unit=tape.unit),
        text=shown.text,
        digits=shown.digits,
        unit=tape.unit,
        moved=shown.told,
        also=show(length, Tape.of(OTHER[tape.unit]), rounding).text,
        mm=in_mm(length),
    )


@lru_cache(maxsize=50_000)
def _term_out(term: Term, tape: Tape, words: Words) -> TermOut:
    """A line of a sum. Answers share it."""
    return Shared(  # type: ignore[return-value]
        label=label(term.name, words),
        times=str(term.times),
        takes=term.value < ZERO,
        each=length_out(term.each, tape),
        value=length_out(term.value, tape),
        source=term.source.kind,
        path=term.source.path,
        detail=term.source.detail,
    )


OPPOSITE: dict[Rounding, Rounding] = {"up": "down", "down": "up"}


def figure_out(figure: Figure, tape: Tape, words: Words, *, sums: bool = True) -> FigureOut:
    """Give a figure, and how it adds up where `sums` are wanted."""
    known, rounding = figure.name, figure.name.rounding
    if turned := bool(known.below) and figure.value < ZERO:
        figure, rounding = other_way(figure), OPPOSITE.get(rounding, rounding)
    return {
        "name": known,
        "label": fill(known.below, words) if turned else label(known, words),
        "symbol": known.symbol,
        "rounding": rounding,
        "value": length_out(figure.value, tape, rounding),
        "terms": [_term_out(t, tape, words) for t in figure.terms] if sums else [],
        "considered": [_term_out(t, tape, words) for t in figure.considered] if sums else [],
        "allowances": list(figure.allowances),
        "turned": turned,
    }


def _missing_out(missing: Missing, words: Words) -> MissingOut:
    return {"label": label(missing.name, words), "path": missing.path}


@lru_cache(maxsize=5_000)
def told_on(value: Length, tape: Tape) -> Tape:
    """The tape a length is told on in words: a small rule such as 1/32 is told as it is, not as a shy 1/16."""
    half = Tape.marked(tape.unit, tape.step / 2)
    return half if show(value, half).moved is None else tape


def flag_out(flag: Flag, tape: Tape, words: Words) -> FlagOut:
    """Put a flag into words on the crew's tape; amounts a cure asks for are rounded up."""

    def said(name: str, value: Length | str) -> str:
        if isinstance(value, str):  # a name of a part or place, which may use the word list itself
            return value.format(**WORDS[words]) if "{" in value else value
        if name in ROUNDED_UP:
            return show(value, tape, "up").text
        shown = show(value, told_on(value, tape))
        return shown.text if name in PLAIN else shown.spoken

    values = {name: said(name, value) for name, value in flag.values.items()}
    kind = flag.kind
    return {
        "code": flag.code,
        "level": kind.level,
        "stage": kind.stage,
        "reason": fill(kind.reason, words, **values),
        "cure": fill(kind.cure, words, **values),
        "figures": list(flag.figures),
        "path": flag.path,
    }


def heard_out(heard: ParsedLength, unit: Unit, tape: Tape) -> ParsedLengthOut:
    """Say what was heard, in both systems, and how to write it so that it means the same everywhere."""
    other = ParsedLength(heard.also, "") if heard.also is not None else None
    return {
        "length": length_out(heard.length, tape),
        "canonical": heard.canonical(unit),
        "reading": heard.reading,
        "also": show(heard.also, tape).text if heard.also is not None else None,
        "also_canonical": other.canonical(unit) if other else None,
        "height": ParsedLength(heard.height, "").canonical(unit) if heard.height is not None else None,
    }


def _drawing_out(drawing: Drawing) -> DrawingOut:
    return {
        "name": drawing.name,
        "depth": drawing.depth,
        "outlines": [
            {"part": o.part, "points": [in_mm(v) for point in o.points for v in point], "figures": list(o.figures)}
            for o in drawing.outlines
        ],
        "dims": [
            {
                "figure": d.figure,
                "x0": in_mm(d.start[0]), "y0": in_mm(d.start[1]), "x1": in_mm(d.end[0]), "y1": in_mm(d.end[1]),
            }
            for d in drawing.dims
        ],
    }  # fmt: skip


@lru_cache(maxsize=2_000)
def _told_in(text: str) -> frozenset[str]:
    """The figures and rules a sentence tells, beside its words for parts."""
    return frozenset(n for _, n, _, _ in Formatter().parse(text) if n and n not in WORDS["north_america"])


def step_out(step: Step, result: Result, facts: Facts, words: Words) -> StepOut:
    """Fill a step's figures in; one that is not known yet says what it waits for."""
    words = facts.worded(words)

    def said(name: str) -> str:
        known = figure_name(name)
        figure = result.figures.get(known) if known is not None else None
        if isinstance(figure, Figure):
            sign = figure.value < ZERO
            amount = show(size(figure.value), facts.tape, figure.name.rounding).text
            return fill(figure.name.told[sign].replace("{}", amount), words)
        if isinstance(figure, Waiting):  # to be written in by hand once it is known: it says what it waits for
            waits = _missing_out(figure.on[0], words)["label"] if figure.on else ""
            return f"({waits[:1].lower()}{waits[1:]} not said)" if waits else "(not known yet)"
        if name not in RULES:
            return "(not known yet)"
        rule = facts.rules.value(RULES[name])
        return show(rule, told_on(rule, facts.tape)).text

    def filled(text: str) -> str:
        return fill(text, words, **{n: said(n) for n in _told_in(text)}) if text else ""

    return {
        "key": step.key,
        "part": step.part,
        "text": filled(step.text),
        "gate": filled(step.gate),
        "tools": filled(step.tools),
        "check": filled(step.check),
        "caution": filled(step.caution),
        "cuts": [name for name in step.cuts if any(piece.length.name == name for piece in result.pieces)],
    }


def _track_out(track: TrackTape, result: Result, facts: Facts) -> TrackOut:
    flip = -1 if facts.opening.placing.measured_from == "right" else 1
    across, travel = track.across, value_of(result.figures[names.TRAVEL])
    fixed = track.fixed
    return {
        "zero": flip * in_mm(across.start) if across else 0.0,
        "direction": flip * (1 if across is None or across.away else -1),
        "marks": [
            {
                "what": m.what,
                "x": in_mm(m.x),
                "read": length_out(m.x, facts.tape),
                "figure": m.figure,
                "lands": m.lands,
            }
            for m in track.marks
        ],
        "travel": in_mm(travel) if travel is not None else 0.0,
        "slid": in_mm(facts.opening.slab_at) if facts.opening.slab_at is not None else 0.0,
        "landed": len(fixed.landed) if fixed else 0,
        "holes": sum(1 for m in track.marks if m.what == "hole"),
        "bored": len(fixed.bored) if fixed else 0,
    }


def _marks_out(result: Result, measured_from: WallEnd) -> list[MarkOut]:
    """The marks along the wall, seen from side A."""
    from_left = measured_from == "left"
    sides = {"near": "left" if from_left else "right", "far": "right" if from_left else "left"}
    return [
        {
            "what": m.what,
            "figure": m.measure.name,
            "x": (1 if from_left else -1) * in_mm(m.measure.value),
            "crossed": sides[m.crossed] if m.crossed else None,
        }
        for m in result.plate.marks
        if isinstance(m.measure, Figure) and m.measure.name in result.figures
    ]


def _pole_out(result: Result, facts: Facts) -> list[PoleOut]:
    """The story pole, its heights from what the screen reads them from."""
    read_from, start = pole_from(result.figures, facts.heights)

    def one(mark: PoleMark) -> PoleOut:
        at = mark.figure.value - start
        # from anywhere but the rough floor a height is a place to mark at, not a size to cut to
        rounding = mark.figure.name.rounding if read_from == "rough_floor" else "nearest"
        return {
            "group": mark.group, "figure": mark.figure.name, "y": in_mm(mark.figure.value),
            "read": length_out(size(at), facts.tape, rounding), "under": at < ZERO,
        }  # fmt: skip

    return [one(mark) for mark in result.pole]


def _pieces_out(result: Result, tape: Tape, words: Words) -> list[PieceOut]:
    """The cut list of the opening."""
    return [
        {
            "part": p.part,
            "label": piece_label(p, words, tape),
            "where": p.where,
            "count": p.count,
            "figure": p.length.name,
            "alike": p.alike,
            "section": section_text(p.section, tape),
            "made_of": p.made_of,
            "at": ", ".join(show(line, tape).text if line is p.at[-1] else show(line, tape).digits for line in p.at),
        }
        for p in result.pieces
    ]


def item_detail(item: Item, tape: Tape) -> str:
    """The size of what is bought, in both writings for inches, and its hand: "2-6 × 6-8 (30 × 80 × 1 3/8 in), LH"."""
    sizes = " × ".join(show(size, tape).digits for size in item.sizes)
    told = f"{sizes} {tape.unit}" if sizes else ""
    if sizes and tape.unit == "in" and all(called := [called_out(size) for size in item.sizes[:2]]):
        told = f"{' × '.join(called)} ({told})"
    as_told = {"steel_frame": "throat {}", "latch": "backset {}"}.get(item.name, "{} deep")
    deep = as_told.format(show(item.depth, tape).text) if item.depth is not None else ""
    walls = f"for walls {' to '.join(show(wall, tape).text for wall in item.walls)}" if item.walls else ""
    more = (deep, walls, *item.told, "fire-rated" if item.rated else "", "with glass" if item.glazed else "")
    return ", ".join(part for part in (told, item.hand, *more) if part)


def _hardware_out(result: Result, tape: Tape, words: Words) -> list[ItemOut]:
    """What is to buy for the opening."""
    return [
        {
            "label": fill(item.kind.label, words),
            "count": item.count,
            "length": length_out(item.length, tape) if item.length is not None else None,
            "detail": item_detail(item, tape),
        }
        for item in result.hardware
    ]


def _shape_out(s: Shape) -> ShapeOut:
    x0, y0, x1, y1 = (in_mm(length) for length in (s.x0, s.y0, s.x1, s.y1))
    return {"part": s.part, "x0": x0, "y0": y0, "x1": x1, "y1": y1, "figures": list(s.figures)}


def _written(value: Any) -> ExactOut | str | int | bool:
    if isinstance(value, ExactLength):
        return {"value": str(value.value), "unit": value.unit}
    said: str | int | bool = value
    return said


def usual_out(usual: Mapping[str, Any]) -> UsualOut:
    """Give what a job gave an opening or a wall, as it is written in the job."""
    return {p: _written(v) for p, v in usual.items()}


def _figures_out(result: Result, tape: Tape, words: Words, *, sums: bool) -> dict[str, FigureOut]:
    """Every known figure; of a hole that stands and is not read yet there is only what the door would like."""
    found = {str(n): figure_out(f, tape, words, sums=sums) for n, f in result.figures.items() if isinstance(f, Figure)}
    for name, liked in _liked(result).items():
        if name in found:
            found[name]["label"] = label(liked, words)
    return found


def _liked(result: Result) -> dict[FigureName, FigureName]:
    """What figures of an opening that stands, and is not read yet, are called: what the door would like."""
    return {of: liked for liked, of in LIKED.items() if result.standing and liked not in result.figures}


def result_out(
    result: Result, facts: Facts, words: Words, states: dict[Stage, State], *, sums: bool = True
) -> ResultOut:
    """Give everything that follows from an opening's facts, in the crew's tape and words (docs/FORMAT.md).

    Args:
        result: as solved; facts: it was solved from; words: of the crew; states: of its stages; sums: whether figures say how they add up.
    """
    tape, words = facts.tape, facts.worded(words)
    waiting, liked = [f for f in result.figures.values() if isinstance(f, Waiting)], _liked(result)
    return {
        "format": "jambo-result/1",
        "unit": tape.unit,
        "kind": facts.opening.kind,
        "stages": list(result.stages),
        "states": states,
        "standing": result.standing,
        "school": "sheet" if names.SHEET_WIDTH in result.figures else facts.opening.method,
        "under": facts.opening.floors.under,
        "figures": _figures_out(result, tape, words, sums=sums),
        "waiting": [
            {
                "name": f.name,
                "label": label(liked.get(f.name, f.name), words),
                "on": [_missing_out(m, words) for m in f.on],
            }
            for f in waiting
        ],
        "missing": [_missing_out(m, words) for m in result.missing],
        "flags": [flag_out(f, tape, words) for f in result.flags],
        "hands": {"pull_side": result.hands.pull_side, "outside": result.hands.outside},
        "marks": _marks_out(result, facts.opening.placing.measured_from),
        "pole": _pole_out(result, facts),
        "heights": {
            "read_from": pole_from(result.figures, facts.heights)[0],
            "can": list(pole_starts(result.figures)),
        },
        "pieces": _pieces_out(result, tape, words),
        "hardware": _hardware_out(result, tape, words),
        "shapes": [_shape_out(s) for s in result.shapes],
        "drawings": [_drawing_out(d) for d in result.drawings],
        "steps": [step_out(s, result, facts, words) for s in result.steps],
        "track": _track_out(result.track, result, facts) if result.track is not None else None,
        "found": as_found_out(result.found, facts, result.figures, words),
        "built": {str(name): str(value.nm) for name, value in built(result.figures).items()},
        "rules": {name: length_out(facts.rules.value(rule), tape) for name, rule in RULES.items()},
        "heard": {path: heard_out(h, tape.unit, tape) for path, h in facts.heard.items()},
        "usual": usual_out(facts.usual),
    }
